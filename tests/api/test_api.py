"""The API through HTTP: the whole story, refusals as problems, and who may ask."""

import json
from collections.abc import Iterator
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from cielo.api.main import create_app
from cielo.api.openapi import description
from cielo.core.advice.judge import judge, troubles
from cielo.demo.cards import demo_plans
from cielo.demo.fill import fill
from cielo.exchange.plan_file import write_plan
from cielo.store.database import Store
from tests.core.plans import gradient

ROOT = Path(__file__).parents[2]


def first_card(web: TestClient) -> dict[str, Any]:
    card: dict[str, Any] = web.get(f"/api/cards/{web.get('/api/cards').json()[0]['id']}").json()
    return card


def test_the_demo_is_clean_and_filled_once(store: Store) -> None:
    assert fill(store)
    assert not fill(store)
    for plan in demo_plans():
        assert troubles(judge(plan)) == (), plan.title


def test_a_card_from_nothing_to_run_sheet(web: TestClient) -> None:
    shelf = web.get("/api/shelf").json()
    start = {"title": "Mine", "units": "cm", "format": "a6", "stock": shelf["stocks"][0]["stock"]["key"]}
    card = web.post("/api/cards", json=start).json()
    inks = [ink["ink"] for ink in shelf["inks"][:3]]
    wish = {"based_on": card["revision"], "inks": inks, "light_edge": "top"}
    card = web.post(f"/api/cards/{card['id']}/gradient", json=wish).json()
    assert len(card["plan"]["steps"]) >= 5
    assert card["reading"]["findings"] == []
    picture = web.get(f"/api/cards/{card['id']}/picture.png", params={"revision": card["revision"], "dpi": 50})
    with Image.open(BytesIO(picture.content)) as image:
        assert image.size == (187, 272)
    assert web.get(f"/api/cards/{card['id']}/run-sheet.pdf").content.startswith(b"%PDF")
    exported = web.get(f"/api/cards/{card['id']}/export").content
    assert web.post("/api/cards/import", content=exported).json()["plan"] == card["plan"]


def test_harm_is_told_and_one_tap_mends_it(web: TestClient) -> None:
    card = first_card(web)
    brushings = [step for step in card["plan"]["steps"] if step["do"] == "brush"]
    plan = {**card["plan"], "steps": [brushings[1], *[s for s in card["plan"]["steps"] if s != brushings[1]]]}
    body = {"based_on": card["revision"], "said": "move step", "plan": plan}
    card = web.put(f"/api/cards/{card['id']}", json=body).json()
    finding = next(f for f in card["reading"]["findings"] if f["code"] == "dark-before-light")
    assert finding["curable"]
    offered = web.get(f"/api/cards/{card['id']}/remedies", params={"revision": card["revision"]}).json()
    remedy = next(one["remedy"] for one in offered if one["message"] == finding["message"])
    body = {"based_on": card["revision"], "code": finding["code"], "step": finding["step"]}
    card = web.post(f"/api/cards/{card['id']}/remedy", json=body).json()
    assert "dark-before-light" not in [f["code"] for f in card["reading"]["findings"]]
    assert web.post(f"/api/cards/{card['id']}/remedy", json={**body, "based_on": card["revision"]}).status_code == 404
    undone = web.post(f"/api/cards/{card['id']}/undo", json={"based_on": card["revision"]}).json()
    assert undone["redoes"] == remedy[0].lower() + remedy[1:]


def test_refusals_are_problems_that_name_field_reason_and_mend(web: TestClient) -> None:
    card = first_card(web)
    plan = {**card["plan"], "masks": [{**card["plan"]["masks"][0], "diameter_mm": -1}]}
    answer = web.put(f"/api/cards/{card['id']}", json={"based_on": card["revision"], "said": "x", "plan": plan})
    assert answer.status_code == 422
    assert answer.headers["content-type"] == "application/problem+json"
    problem = answer.json()
    assert problem["field"] == "plan.masks[0].diameter_mm"
    assert "at least 0.2 cm" in problem["reason"]
    assert web.get("/api/cards/000000000000").json()["mend"]
    old = web.put(f"/api/cards/{card['id']}", json={"based_on": 0, "said": "x", "plan": card["plan"]})
    assert old.status_code == 409
    assert first_card(web) == card, "nothing was stored"


@pytest.mark.parametrize("content", [b"", b"{", b'{"format": NaN}', b"\x00" * 100, write_plan(gradient())[:300]])
def test_broken_plan_files_store_nothing(web: TestClient, content: bytes) -> None:
    before = web.get("/api/cards").json()
    answer = web.post("/api/cards/import", content=content)
    assert answer.status_code == 422
    assert answer.json()["detail"]
    assert web.get("/api/cards").json() == before


def test_two_hundred_megabytes_are_refused_whether_announced_or_streamed(web: TestClient) -> None:
    answer = web.post("/api/cards/import", content=b"", headers={"content-length": str(200_000_000)})
    assert answer.status_code == 413
    sent = 0

    def stream() -> Iterator[bytes]:
        nonlocal sent
        for _ in range(200):
            sent += 1
            yield b" " * 1_000_000

    answer = web.post("/api/cards/import", content=stream())
    assert answer.status_code == 413
    assert "MB" in answer.json()["reason"]


def test_every_answer_forbids_inline_script_and_other_hosts(web: TestClient) -> None:
    policy = web.get("/api/health").headers["content-security-policy"]
    assert "default-src 'none'" in policy
    assert "script-src 'self'" in policy
    assert "unsafe" not in policy
    assert "http" not in policy


def test_predict_by_web(web: TestClient) -> None:
    request = {
        "stock": {"lab": [95, 0, -2], "surface": "coated"},
        "inks": {"A": {"kind": "dye", "swatches": [{"strength": 1.0, "hex": "#e8b84a"}]}},
        "stacks": [[["A", 1.0]], []],
    }
    answer = web.post("/api/predict", json=request).json()
    assert answer["stacks"][0]["hex"] == "#e8b84a"
    assert answer["stacks"][1]["lab"] == pytest.approx([95, 0, -2], abs=1e-3)
    unknown = web.post("/api/predict", json={**request, "stacks": [[["B", 1.0]]]})
    assert unknown.status_code == 422
    assert "'B'" in unknown.json()["reason"]
    wrong = web.post("/api/predict", json={**request, "colour": 1})
    assert wrong.json()["field"] == "colour"


def test_pages_are_served_and_paths_cannot_climb_out(store: Store, tmp_path: Path) -> None:
    root = tmp_path / "dist"
    (root / "assets").mkdir(parents=True)
    (root / "index.html").write_text("<title>Cielo</title>")
    (tmp_path / "secret.txt").write_text("secret")
    with TestClient(create_app(store, root), base_url="http://127.0.0.1") as client:
        assert "Cielo" in client.get("/desk/abc").text
        for path in ("/../secret.txt", "/%2e%2e/secret.txt", "/assets/../../secret.txt"):
            assert "secret" not in client.get(path).text
        assert client.get("/api/nowhere").status_code == 404


def test_the_published_description_is_the_one_the_code_has() -> None:
    assert json.loads((ROOT / "docs" / "openapi.json").read_text()) == json.loads(description())


def test_a_piece_is_made_worked_on_put_on_and_taken_away(web: TestClient) -> None:
    card = first_card(web)
    stock = web.get("/api/shelf").json()["stocks"][1]["stock"]["key"]
    made = web.post(
        f"/api/cards/{card['id']}/beside", json={"based_on": card["revision"], "kind": "strip", "stock": stock}
    ).json()
    (piece,) = made["pieces"]
    assert piece["name"] == "strip"
    of = f"{card['id']}~{piece['key']}"
    own = web.get(f"/api/cards/{of}").json()
    assert own["piece"] == piece["key"]
    assert own["plan"]["steps"] == []
    assert own["plan"]["inks"] == card["plan"]["inks"], "inks are those of the card"
    brush = next(step for step in card["plan"]["steps"] if step["do"] == "brush")
    step = {**brush, "id": "s1", "region": {"over": "whole"}, "purpose": None}
    body = {"based_on": own["revision"], "said": "ink the strip", "plan": {**own["plan"], "steps": [step]}}
    own = web.put(f"/api/cards/{of}", json=body).json()
    assert [s["id"] for s in own["plan"]["steps"]] == ["s1"]
    whole = web.get(f"/api/cards/{card['id']}").json()
    of_the_panel = [step for step in whole["plan"]["steps"] if step["do"] != "put-on"]
    assert of_the_panel == card["plan"]["steps"], "the panel is left alone, but for putting the strip on"
    assert whole["pieces"][0]["steps"] == 1
    at = {name: piece[name] for name in ("name", "outline", "width_mm", "height_mm", "x_mm", "y_mm")}
    moved = {**at, "x_mm": 40.0, "angle_deg": 8.0, "said": "turn the strip", "based_on": whole["revision"]}
    put = web.put(f"/api/cards/{card['id']}/beside/{piece['key']}", json=moved).json()
    assert (put["pieces"][0]["x_mm"], put["pieces"][0]["steps"]) == (40.0, 1)
    picture = web.get(f"/api/cards/{of}/picture.png", params={"revision": put["revision"], "dpi": 40})
    together = web.get(f"/api/cards/{card['id']}/assembled.png", params={"revision": put["revision"], "dpi": 40})
    with Image.open(BytesIO(picture.content)) as strip, Image.open(BytesIO(together.content)) as front:
        assert strip.size[0] > 4 * strip.size[1]
        assert front.size == (200, 280)
    undone = web.post(f"/api/cards/{of}/undo", json={"based_on": put["revision"]}).json()
    assert undone["pieces"][0]["x_mm"] == piece["x_mm"]
    gone = web.post(f"/api/cards/{card['id']}/beside/{piece['key']}/take-away", json={"based_on": undone["revision"]}).json()
    assert gone["pieces"] == []
    assert web.get(f"/api/cards/{of}").status_code == 404
