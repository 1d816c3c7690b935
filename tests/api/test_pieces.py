"""The pieces of a card through HTTP: made, put on, cut from when they are dry, taken away; each an edit that is undone."""

from io import BytesIO
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from numpy.typing import NDArray
from PIL import Image
from pypdf import PdfReader

from cielo.exchange.plan_file import read_plan, write_plan

SQUARE = {
    "key": "square-1",
    "name": "square 1",
    "use": "spotlight",
    "outline": "rectangle",
    "x_mm": 60.0,
    "y_mm": 60.0,
    "width_mm": 30.0,
    "height_mm": 30.0,
}


@pytest.fixture
def card(web: TestClient) -> dict[str, Any]:
    """A square card of one pale ground, with a second print of it."""
    ground = {"ground": "banded-gradient", "inks": ["yucca-1", "agave-6"]}
    body = {"title": "Cut up", "units": "in", "format": "five-square", "stock": "glasshouse-white", **ground}
    begun = web.post("/api/cards/on-ground", json=body)
    assert begun.status_code == 201, begun.text
    return make(web, begun.json(), "second print")


def make(web: TestClient, card: dict[str, Any], kind: str) -> dict[str, Any]:
    body = {"based_on": card["revision"], "kind": kind, "stock": "glasshouse-white"}
    made: dict[str, Any] = web.post(f"/api/cards/{card['id']}/beside", json=body).json()
    return made


def put(web: TestClient, card: dict[str, Any], **part: object) -> Any:
    """The first piece of a card put on another way."""
    piece = card["pieces"][0]
    own = ("name", "outline", "width_mm", "height_mm", "x_mm", "y_mm", "angle_deg", "raised_mm", "flush", "cuts", "used")
    body = {name: piece[name] for name in own} | part
    return web.put(
        f"/api/cards/{card['id']}/beside/{piece['key']}", json={**body, "based_on": card["revision"], "said": "put it on"}
    )


def together(web: TestClient, card: dict[str, Any]) -> NDArray[np.int64]:
    png = web.get(f"/api/cards/{card['id']}/assembled.png", params={"revision": card["revision"], "dpi": 30}).content
    return np.asarray(Image.open(BytesIO(png)).convert("RGB")).astype(int)


def test_a_second_print_has_all_the_steps_and_lies_over_the_panel(web: TestClient, card: dict[str, Any]) -> None:
    (piece,) = card["pieces"]
    assert piece["name"] == "second print"
    steps = [step for step in card["plan"]["steps"] if step["do"] != "put-on"]
    assert [step["piece"] for step in card["plan"]["steps"] if step["do"] == "put-on"] == [piece["key"]]
    assert all(step["purpose"] is not None for step in card["plan"]["steps"]), "it is known what each is for"
    assert card["run"][-1] == card["plan"]["steps"][-1]["id"]
    assert len(card["run"]) == len(card["plan"]["steps"]) + piece["steps"]
    assert piece["steps"] == len(steps)
    assert (piece["cuts"], piece["used"]) == ([], "whole")
    own = web.get(f"/api/cards/{card['id']}~{piece['key']}").json()
    assert own["plan"]["steps"] == steps
    assert own["piece"] == piece["key"]


def test_what_is_cut_from_a_piece_is_kept_shown_printed_and_undone(web: TestClient, card: dict[str, Any]) -> None:
    before = together(web, card)
    # Another colour on the second print, so that it is told from what lies under it.
    piece = card["pieces"][0]
    own = web.get(f"/api/cards/{card['id']}~{piece['key']}").json()
    plan = {**own["plan"], "steps": []}
    web.put(f"/api/cards/{own['id']}", json={"based_on": own["revision"], "said": "leave it bare", "plan": plan})
    card = web.get(f"/api/cards/{card['id']}").json()
    whole = together(web, card)
    assert np.abs(whole - before).mean() > 5
    cut = put(web, card, cuts=[SQUARE], used="cuts").json()
    assert cut["undoes"] == "put it on"
    assert cut["pieces"][0]["cuts"][0]["name"] == "square 1"
    seen = together(web, cut)
    changed = np.abs(seen - before).max(axis=2) > 6
    side = seen.shape[0]
    assert 0 < changed.mean() < 2 * (30 / (side / 30 * 25.4)) ** 2, "only where the square lies"
    rest = put(web, cut, used="rest").json()
    reverse = np.abs(together(web, rest) - before).max(axis=2) > 6
    assert not (changed & reverse)[2:-2, 2:-2].all()
    assert reverse.mean() > changed.mean()
    # On the Desk of the piece what is cut is drawn; in the pieces it is cut from the second print and no sheet.
    drawn = web.get(f"/api/cards/{own['id']}").json()["reading"]["cuts"]
    assert [one["called"] for one in drawn] == ["square 1"]
    sheet = PdfReader(BytesIO(web.get(f"/api/cards/{card['id']}/run-sheet.pdf").content))
    words = " ".join(" ".join(page.extract_text() for page in sheet.pages).split())
    assert "cut from it the square 1" in words
    assert "what is left of the second print" in words
    back = web.post(f"/api/cards/{card['id']}/undo", json={"based_on": rest["revision"]}).json()
    assert back["pieces"][0]["used"] == "cuts"


def test_what_is_cut_goes_into_the_plan_file_and_comes_back(web: TestClient, card: dict[str, Any]) -> None:
    cut = put(web, card, cuts=[SQUARE], used="cuts").json()
    data = web.get(f"/api/cards/{cut['id']}/export").content
    plan = read_plan(data)
    assert plan.pieces[0].used == "cuts"
    assert plan.pieces[0].cuts[0].width_mm == 30
    assert write_plan(plan) == data
    whole = put(web, cut, cuts=[], used="whole").json()
    plain = web.get(f"/api/cards/{whole['id']}/export").content
    assert b'"used"' not in plain, "a piece that nothing is cut from never meets the word"


WRONG: dict[str, dict[str, object]] = {
    "another use of the piece": {"used": "none"},
    "an outline there is not": {"cuts": [{**SQUARE, "outline": "no-such"}]},
    "no size": {"cuts": [{**SQUARE, "width_mm": 0}]},
    "no number": {"cuts": [{**SQUARE, "x_mm": "left"}]},
    "more than a piece can bear": {"cuts": [{**SQUARE, "key": f"s{n}"} for n in range(25)]},
    "two of one key": {"cuts": [SQUARE, SQUARE]},
}


@pytest.mark.parametrize("why", WRONG)
def test_what_cannot_be_cut_is_refused_in_words_with_its_field(web: TestClient, card: dict[str, Any], why: str) -> None:
    refused = put(web, card, **WRONG[why])
    assert refused.status_code == 422
    assert refused.json()["field"]
    assert refused.json()["reason"]
    assert web.get(f"/api/cards/{card['id']}").json()["revision"] == card["revision"], "nothing is lost"
