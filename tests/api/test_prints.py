"""Prints by the web: of the shelf, of a drawing, their own masks, what is painted inside them; and what is refused, with its field."""

import math
from typing import Any

import pytest
from fastapi.testclient import TestClient

SVG = '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm"><path d="M0 0 H40 V20 H0 Z"/></svg>'


@pytest.fixture
def card(web: TestClient) -> dict[str, Any]:
    """A bare card with two inks, a band and a drying on it."""
    shelf = web.get("/api/shelf").json()
    inks = [ink["ink"]["key"] for ink in shelf["inks"] if ink["ink"]["kind"] == "dye"][:2]
    stock = shelf["stocks"][0]["stock"]["key"]
    made = web.post("/api/cards", json={"title": "Prints", "format": "five-seven", "stock": stock, "inks": inks}).json()
    band = {"over": "band", "edge": "top", "start_mm": 0, "end_mm": 60, "lead_in_mm": 0, "carry_mm": 20}
    steps = [
        {"do": "brush", "id": "s1", "ink": inks[0], "tool": "large-brush", "region": band, "touch": "light", "passes": 2},
        {"do": "dry", "id": "s2", "way": "air", "minutes": 8},
    ]
    body = {"based_on": made["revision"], "said": "a ground", "plan": {**made["plan"], "steps": steps}}
    return web.put(f"/api/cards/{made['id']}", json=body).json()  # type: ignore[no-any-return]


def of(card: dict[str, Any]) -> str:
    return f"/api/cards/{card['id']}/prints"


def printing(card: dict[str, Any]) -> dict[str, Any]:
    return next(step for step in card["plan"]["steps"] if step["do"] == "brush" and step["region"]["over"] == "print")


@pytest.fixture
def stamped(web: TestClient, card: dict[str, Any]) -> dict[str, Any]:
    body = {"based_on": card["revision"], "design": "saguaro-single", "after": "s2"}
    return web.post(f"{of(card)}/design", json=body).json()  # type: ignore[no-any-return]


def test_a_bare_card_has_its_inks_and_nothing_laid(web: TestClient) -> None:
    shelf = web.get("/api/shelf").json()
    inks = [ink["ink"]["key"] for ink in shelf["inks"][:3]]
    stock = shelf["stocks"][0]["stock"]["key"]
    made = web.post("/api/cards", json={"title": "Bare", "format": "a6", "stock": stock, "inks": inks}).json()
    assert [ink["key"] for ink in made["plan"]["inks"]] == inks
    assert made["plan"]["steps"] == []
    assert web.post("/api/cards", json={"title": "Bare", "format": "a6", "stock": stock, "inks": ["plum"]}).status_code == 404


def test_an_image_of_the_shelf_is_stamped_in_the_middle_after_a_step(web: TestClient, stamped: dict[str, Any]) -> None:
    assert [step["do"] for step in stamped["plan"]["steps"]] == ["brush", "dry", "brush"]
    step, reading = printing(stamped), stamped["reading"]
    (at,) = step["region"]["places"]
    assert at["x_mm"] == pytest.approx(reading["panel_width_mm"] / 2, abs=0.1)
    assert at["y_mm"] == pytest.approx(reading["panel_height_mm"] / 2, abs=0.1)
    darkest = min(reading["inks"], key=lambda ink: ink["lightness"])["key"]
    assert step["ink"] == darkest, "in the darkest ink"
    said = next(one for one in reading["steps"] if one["id"] == step["id"])
    assert "saguaro" in "".join(part["text"] for part in said["parts"])
    assert len(said["prints"]) == 1
    assert said["prints"][0].startswith("M")
    assert any("of the panel" in note for note in said["notes"])


def test_a_drawing_is_stamped_in_its_own_proportion(web: TestClient, card: dict[str, Any]) -> None:
    params = {"based_on": card["revision"], "name": "plank", "after": "s2"}
    headers = {"content-type": "image/svg+xml"}
    made = web.post(f"{of(card)}/drawing", params=params, content=SVG, headers=headers).json()
    image = printing(made)["region"]["image"]
    assert image["name"] == "plank"
    across, down = (max(p[way] for ring in image["rings"] for p in ring) * 2 for way in (0, 1))
    assert across / down == pytest.approx(2.0, rel=0.01)
    broken = web.post(f"{of(card)}/drawing", params={**params, "based_on": made["revision"]}, content="<svg", headers=headers)
    assert broken.status_code == 422
    assert web.get(f"/api/cards/{card['id']}").json()["revision"] == made["revision"], "nothing is stored"


def test_its_own_mask_is_laid_over_dry_prints_and_lifted_at_the_end(web: TestClient, stamped: dict[str, Any]) -> None:
    step = printing(stamped)
    masked = web.post(f"{of(stamped)}/{step['id']}/mask", json={"based_on": stamped["revision"]}).json()
    did = [one["do"] for one in masked["plan"]["steps"]]
    lay = did.index("lay-mask")
    assert did[lay - 1] == "dry", "not on a damp print"
    assert did[-1] == "lift-mask"
    (mask,) = masked["plan"]["masks"]
    assert (mask["shape"], mask["keeps"]) == ("drawn", "inside")
    reach = [math.dist((0, 0), point) for ring in mask["rings"] for point in ring]
    assert max(reach) * 2 >= step["region"]["size_mm"]
    undone = web.post(f"/api/cards/{stamped['id']}/undo", json={"based_on": masked["revision"]}).json()
    assert undone["plan"]["masks"] == []


@pytest.mark.parametrize(("region", "field", "words"), [
    ({"over": "print", "image": {"image": "built-in", "motif": "snail"}, "size_mm": 0.01, "places": [{"x_mm": 1, "y_mm": 1}]},
     "size_mm", "at least"),
    ({"over": "print", "image": {"image": "built-in", "motif": "dragon"}, "size_mm": 9, "places": [{"x_mm": 1, "y_mm": 1}]},
     "image.motif", "dragon"),
    ({"over": "print", "image": {"image": "own", "name": "x", "rings": [[[0, 0], [1, 1]]]}, "size_mm": 9, "places": [{"x_mm": 1, "y_mm": 1}]},
     "image.rings[0]", "at least 3"),
    ({"over": "print", "image": {"image": "built-in", "motif": "snail"}, "size_mm": 9, "places": []}, "places", "nothing in it"),
    ({"over": "in-print", "step": "s9"}, "step", "not printed by any step"),
    ({"over": "words", "text": "   ", "x_mm": 9, "y_mm": 9, "height_mm": 9}, "text", "no words"),
    ({"over": "word"}, "", "word"),
])  # fmt: skip
def test_what_is_wrong_with_a_print_is_refused_with_its_field(
    web: TestClient, card: dict[str, Any], region: dict[str, Any], field: str, words: str
) -> None:
    brush = {**card["plan"]["steps"][0], "id": "s3", "tool": "stamp", "region": region, "purpose": None}
    body = {"based_on": card["revision"], "said": "x", "plan": {**card["plan"], "steps": [*card["plan"]["steps"], brush]}}
    refused = web.put(f"/api/cards/{card['id']}", json=body)
    assert refused.status_code == 422
    told = refused.json()
    where = "steps[2].region" + (f".{field}" if field else "")
    assert told["field"].removeprefix("plan.") == where
    assert words in told["detail"]


def test_what_is_not_there_is_refused(web: TestClient, card: dict[str, Any]) -> None:
    basis = {"based_on": card["revision"]}
    assert web.post(f"{of(card)}/design", json={**basis, "design": "nowhere", "after": None}).status_code == 404
    assert web.post(f"{of(card)}/design", json={**basis, "design": "saguaro-single", "after": "s9"}).status_code == 422
    refused = web.post(f"{of(card)}/s1/mask", json=basis)
    assert refused.status_code == 422
    assert "prints nothing" in refused.json()["detail"]


def test_inside_prints_that_were_taken_away_nothing_is_laid_and_it_is_said(web: TestClient, stamped: dict[str, Any]) -> None:
    plan = stamped["plan"]
    inside = {
        **plan["steps"][0],
        "id": "s9",
        "tool": "dauber",
        "region": {"over": "in-print", "step": printing(stamped)["id"], "only": [3]},
    }
    body = {
        "based_on": stamped["revision"],
        "said": "x",
        "plan": {**plan, "steps": [*plan["steps"], {**inside, "purpose": None}]},
    }
    card = web.put(f"/api/cards/{stamped['id']}", json=body).json()
    assert "lays-nothing" in {finding["code"] for finding in card["reading"]["findings"]}


def test_another_size_is_fitted_and_one_without_a_panel_is_refused(web: TestClient, stamped: dict[str, Any]) -> None:
    now = stamped["plan"]["card"]
    smaller = {**now, "width_mm": now["width_mm"] / 2, "height_mm": now["height_mm"] / 2}
    body = {"based_on": stamped["revision"], "said": "make it smaller", "card": smaller}
    fitted = web.post(f"/api/cards/{stamped['id']}/card", json=body).json()
    (was,), (is_,) = (printing(card)["region"]["places"] for card in (stamped, fitted))
    width = [card["reading"]["panel_width_mm"] for card in (stamped, fitted)]
    assert is_["x_mm"] / width[1] == pytest.approx(was["x_mm"] / width[0], abs=0.01)
    assert printing(fitted)["region"]["size_mm"] < printing(stamped)["region"]["size_mm"]
    none = {**body, "based_on": fitted["revision"], "card": {**smaller, "reveals": dict.fromkeys(smaller["reveals"], 60)}}
    refused = web.post(f"/api/cards/{stamped['id']}/card", json=none)
    assert refused.status_code == 422
    assert "panel" in refused.json()["detail"]
