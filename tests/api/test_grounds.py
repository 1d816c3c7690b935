"""Grounds through HTTP: listed, shown with the maker's inks, laid out on a new card and on one that is there."""

from io import BytesIO
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image

from cielo.core.sequence.grounds import GROUNDS

INKS = ["yucca-1", "ocotillo-2", "sage-8"]


def start(web: TestClient, ground: str, inks: list[str] = INKS, stock: str = "glasshouse-white") -> dict[str, Any]:
    body = {"title": "Mine", "units": "in", "format": "five-seven", "stock": stock, "ground": ground, "inks": inks}
    answer = web.post("/api/cards/on-ground", json=body)
    assert answer.status_code == 201, answer.text
    card: dict[str, Any] = answer.json()
    return card


def test_every_ground_is_listed_with_what_it_takes(web: TestClient) -> None:
    listed = web.get("/api/grounds").json()
    assert [ground["key"] for ground in listed] == list(GROUNDS)
    assert all(ground["hint"] and ground["fewest"] <= ground["most"] for ground in listed)


def test_a_ground_is_shown_with_the_inks_chosen(web: TestClient) -> None:
    def picture(ink: str) -> np.ndarray:
        query = {"format": "six-square", "stock": "glasshouse-white", "ink": ["yucca-1", ink]}
        with Image.open(BytesIO(web.get("/api/grounds/smoosh-dry/picture.png", params=query).content)) as image:
            return np.asarray(image, dtype=float)

    assert picture("agave-6").shape[0] == picture("agave-6").shape[1]
    assert np.abs(picture("agave-6") - picture("ocotillo-5")).mean() > 5


def test_what_a_ground_takes_beside_its_colours_is_fetched_from_the_shelf(web: TestClient) -> None:
    card = start(web, "emboss-resist")
    assert "powder" in [ink["kind"] for ink in card["plan"]["inks"]]
    assert {finding["code"] for finding in card["reading"]["findings"]} <= {"seam-mud"}, (
        "yellow and turquoise may fight, powder may not"
    )
    notes = [note for step in card["reading"]["steps"] for note in step["notes"]]
    assert any("stands out" in note for note in notes)


def test_another_ground_replaces_steps_and_masks_and_undo_brings_them_back(web: TestClient) -> None:
    card = start(web, "hills-in-ranks")
    assert len(card["reading"]["masks"]) == 3
    assert card["reading"]["masks"][0]["path"].startswith("M")
    body = {"based_on": card["revision"], "ground": "smoosh-wet"}
    changed = web.post(f"/api/cards/{card['id']}/ground", json=body).json()
    assert changed["plan"]["masks"] == []
    assert web.post(f"/api/cards/{card['id']}/undo", json={"based_on": changed["revision"]}).json()["plan"] == card["plan"]


def test_a_sentiment_is_read_on_its_ground(web: TestClient) -> None:
    card = start(web, "triangle-and-words")
    (focal,) = card["reading"]["focal"]
    assert focal["worst"] > 15


def test_proofs_run_as_a_moving_picture(web: TestClient) -> None:
    card = start(web, "smoosh-dry")
    moving = web.get(f"/api/cards/{card['id']}/run-of-proofs.png").content
    with Image.open(BytesIO(moving)) as image:
        # Proofs that look the same (a drying) are one frame that stands longer.
        stands = [image.seek(n) or image.info["duration"] for n in range(image.n_frames)]  # type: ignore[attr-defined, func-returns-value]
    assert sum(stands) == 1000 * len(card["plan"]["steps"]) + 3000


@pytest.mark.parametrize(
    ("change", "status", "words"),
    [
        ({"ground": "marbling"}, 422, "no ground"),
        ({"inks": []}, 422, "colours"),
        ({"inks": ["nobody"]}, 404, "not on the shelf|no ink"),
        ({"format": "poster"}, 422, "no card format"),
    ],
)
def test_what_cannot_be_laid_out_is_said_and_nothing_is_stored(
    web: TestClient, change: dict[str, Any], status: int, words: str
) -> None:
    before = web.get("/api/cards").json()
    body = {
        "title": "Mine",
        "units": "in",
        "format": "a6",
        "stock": "glasshouse-white",
        "ground": "smoosh-dry",
        "inks": INKS,
        **change,
    }
    answer = web.post("/api/cards/on-ground", json=body)
    assert answer.status_code == status
    assert any(word in answer.json()["reason"] for word in words.split("|"))
    assert web.get("/api/cards").json() == before


def test_another_ground_keeps_what_it_does_not_speak_of(web: TestClient) -> None:
    card = start(web, "hills-in-ranks")
    plan = card["plan"]
    plan["focal"] = [{"key": "f", "name": "moth", "kind": "image", "x_mm": 50, "y_mm": 60, "width_mm": 30, "height_mm": 20}]
    plan["cuts"] = [
        {
            "key": "w",
            "name": "window",
            "use": "window",
            "outline": "round",
            "x_mm": 50,
            "y_mm": 60,
            "width_mm": 30,
            "height_mm": 30,
        }
    ]
    plan["schools"] = {"order": "there-and-back", "brushes": "one-per-family"}
    inks = plan["inks"][0]["key"], plan["inks"][1]["key"]
    plan["crossings"] = [{"inks": list(inks), "lab": [50, 10, 10]}]
    path = f"/api/cards/{card['id']}"
    saved = web.put(path, json={"based_on": card["revision"], "said": "more", "plan": plan}).json()
    laid = web.post(f"{path}/ground", json={"based_on": saved["revision"], "ground": "smoosh-wet"}).json()["plan"]
    for kept in ("focal", "cuts", "schools", "crossings"):
        assert laid[kept] == saved["plan"][kept], kept
    assert {ink["key"] for ink in laid["inks"]} == {ink["key"] for ink in plan["inks"]}


def test_white_dots_of_a_pen_are_no_error(web: TestClient) -> None:
    shelf = web.get("/api/shelf").json()
    white = next(entry["ink"]["key"] for entry in shelf["inks"] if entry["ink"]["kind"] == "white")
    dyes = [entry["ink"]["key"] for entry in shelf["inks"] if entry["ink"]["kind"] == "dye"][:3]
    body = {"title": "T", "format": "five-seven", "stock": shelf["stocks"][0]["stock"]["key"], "inks": [*dyes, white]}
    answer = web.post("/api/cards/on-ground", json={**body, "ground": "patches-overprint"})
    assert answer.status_code == 201, answer.text
