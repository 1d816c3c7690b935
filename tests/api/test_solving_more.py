"""Things that stand out, figures spread, wishes, second cards and bridges over the web: each answer can be taken, and undo brings it back."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from cielo.core.solvers.show import LEVELS

CARD = {"title": "Stars", "units": "in", "format": "five-seven"}


@pytest.fixture
def stamped(web: TestClient) -> dict[str, Any]:
    """A card with stars close together on a plain ground."""
    shelf = web.get("/api/shelf").json()
    inks = [one["ink"]["key"] for one in shelf["inks"] if one["ink"]["kind"] == "dye"][:3]
    body = {**CARD, "stock": shelf["stocks"][0]["stock"]["key"], "inks": inks}
    card: dict[str, Any] = web.post("/api/cards", json=body).json()
    region = {
        "over": "print", "image": {"image": "built-in", "motif": "star"}, "size_mm": 22.0, "line_mm": None, "stands": None,
        "front": False, "texture": False,
        "places": [{"x_mm": x, "y_mm": y, "angle_deg": 0, "flipped": False, "size_mm": None} for x, y in ((30, 40), (42, 44), (90, 150))],
    }  # fmt: skip
    step = {
        "do": "brush",
        "id": "s1",
        "ink": inks[-1],
        "tool": "stamp",
        "region": region,
        "touch": "first",
        "passes": 1,
        "onto": "dry",
    }
    plan = {**card["plan"], "steps": [step]}
    saved = web.put(f"/api/cards/{card['id']}", json={"plan": plan, "based_on": card["revision"], "said": "stamp stars"})
    assert saved.status_code == 200, saved.text
    return saved.json()  # type: ignore[no-any-return]


@pytest.mark.parametrize("level", LEVELS)
def test_what_stands_out_is_offered_as_steps_that_can_be_taken(web: TestClient, stamped: dict[str, Any], level: str) -> None:
    answer = web.post(f"/api/cards/{stamped['id']}/show", json={"revision": stamped["revision"], "step": "s1", "level": level})
    assert answer.status_code == 200
    for way in answer.json():
        step = next(s for s in way["plan"]["steps"] if s["id"] == way["step"])
        assert (step["ink"], step["touch"], step["passes"]) == (way["ink"]["key"], way["touch"], way["passes"])
    unknown = {"revision": stamped["revision"], "step": "none", "level": level}
    assert web.post(f"/api/cards/{stamped['id']}/show", json=unknown).status_code == 422


def test_spread_and_thread_are_edits_that_undo_takes_back(web: TestClient, stamped: dict[str, Any]) -> None:
    path = f"/api/cards/{stamped['id']}"
    spread = web.post(f"{path}/prints/s1/spread", json={"based_on": stamped["revision"]}).json()
    places = spread["plan"]["steps"][0]["region"]["places"]
    assert places != stamped["plan"]["steps"][0]["region"]["places"]
    assert all(0 < at["x_mm"] < spread["reading"]["panel_width_mm"] for at in places)
    undone = web.post(f"{path}/undo", json={"based_on": spread["revision"]}).json()
    assert undone["plan"]["steps"] == stamped["plan"]["steps"]
    stock = stamped["plan"]["stock"]["key"]
    made = web.post(f"{path}/beside", json={"based_on": undone["revision"], "kind": "strip", "stock": stock}).json()
    threaded = web.post(f"{path}/beside/{made['pieces'][0]['key']}/thread", json={"based_on": made["revision"]}).json()
    assert threaded["pieces"][0]["y_mm"] != made["pieces"][0]["y_mm"]
    assert web.post(f"{path}/prints/s9/spread", json={"based_on": threaded["revision"]}).status_code == 422


def test_a_wish_is_answered_from_the_shelf_and_started_as_it_was_shown(web: TestClient) -> None:
    stock = web.get("/api/shelf").json()["stocks"][0]["stock"]["key"]
    body = {"words": "dusk with roses and flurbl", "minutes": 40, "stock": stock, "format": "five-seven"}
    answer = web.post("/api/wish", json=body).json()
    assert answer["unknown"] == ["flurbl"]
    assert len(answer["proposed"]) == 3
    for one in answer["proposed"]:
        assert one["minutes"] <= 40
        start = {**CARD, "stock": one["stock"], "inks": one["inks"], "ground": one["ground"]}
        card = web.post("/api/cards/on-ground", json=start).json()
        assert card["plan"]["masks"] == one["plan"]["masks"]
        laid = [{k: v for k, v in step.items() if k != "purpose"} for step in card["plan"]["steps"]]
        assert laid == [{k: v for k, v in step.items() if k != "purpose"} for step in one["plan"]["steps"]]
    none = web.post("/api/wish", json={**body, "words": "flurbl"})
    assert none.status_code == 422
    assert "none of those words" in none.json()["detail"]
    assert web.post("/api/wish", json={**body, "minutes": -1}).status_code == 422


def test_second_cards_and_bridges(web: TestClient, stamped: dict[str, Any]) -> None:
    seconds = web.get(f"/api/cards/{stamped['id']}/second-cards", params={"sheet": "twelve"}).json()
    assert seconds
    assert all(one["format"] and one["stock"] == stamped["plan"]["stock"]["key"] for one in seconds)
    first, second = (ink["key"] for ink in stamped["plan"]["inks"][:2])
    query = {"stock": stamped["plan"]["stock"]["key"], "first": first, "second": second}
    ways = web.get("/api/crossings/bridges", params=query).json()
    assert [way["kind"] for way in ways[:2]] == ["as it is", "a gap"]
    assert web.get("/api/crossings/bridges", params={**query, "second": "none"}).status_code == 404
