"""The journal by the web: a card made on the bench goes on record, is photographed, compared, teaches, and is remembered."""

import json
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from io import BytesIO
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image

from cielo.app import photographs
from cielo.app.archive import archive_all, unpack_all
from cielo.core.learnt import hand_of
from cielo.core.materials import MeasuredCrossing
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import Brush, Pad, Plan, Whole
from cielo.core.sequence.durations import usual_seconds, work_of
from cielo.exchange.plan_file import PlanModel, write_plan
from cielo.store.database import Store
from tests.api.test_grounds import start


def recorded(web: TestClient, card: dict[str, Any]) -> dict[str, Any]:
    answer = web.post("/api/journal/made", json={"card": card["id"], "number": 1})
    assert answer.status_code == 201, answer.text
    entry: dict[str, Any] = answer.json()
    return entry


def photographed(web: TestClient, entry: dict[str, Any], hand: float, seed: int = 3) -> dict[str, Any]:
    answer = web.post(f"/api/journal/{entry['id']}/practice-photo", json={"hand": hand, "seed": seed})
    assert answer.status_code == 200, answer.text
    seen: dict[str, Any] = answer.json()
    return seen


def picture(web: TestClient, path: str) -> np.ndarray:
    with Image.open(BytesIO(web.get(path).content)) as image:
        return np.asarray(image.convert("RGB"), dtype=float)


def test_a_card_is_made_photographed_and_its_lesson_changes_the_next_picture_and_no_old_one(web: TestClient) -> None:
    card = start(web, "banded-gradient")
    step = card["plan"]["steps"][1]["id"]
    web.get(f"/api/cards/{card['id']}/bench/1")
    web.post(f"/api/cards/{card['id']}/bench/1/differently", json={"step": step, "how": "passes", "value": "2"})
    entry = recorded(web, card)
    assert entry["differently"]
    assert "2" in entry["differently"][0]
    seen = photographed(web, entry, 1.3)
    assert abs(seen["comparison"]["hand"] - 1.3) < 0.08
    assert len(seen["comparison"]["regions"]) == 9
    for side in ("photographed", "predicted", "difference"):
        assert picture(web, f"/api/journal/{entry['id']}/panel.png?side={side}").shape[2] == 3
    before = web.get("/api/journal/learnt").json()
    assert (before["hand"], before["cards"]) == (1, 0), "nothing is taken in silently"
    web.post(f"/api/journal/{entry['id']}/lesson", json={"taken_in": True})
    learnt = web.get("/api/journal/learnt").json()
    assert learnt["hand"] == pytest.approx(hand_of([seen["comparison"]["hand"]]).strength, abs=0.01)
    assert 1 < learnt["hand"] < seen["comparison"]["hand"], "one card does not make a hand"
    assert learnt["off_by"] > 0
    # The card on the desk keeps its prediction and is offered the new one; a card begun now has it.
    old = web.get(f"/api/cards/{card['id']}").json()
    assert old["plan"].get("hand", 1) == 1
    assert "how strong your hand is" in old["measured"]
    taken = web.post(f"/api/cards/{card['id']}/measured", json={"based_on": old["revision"]}).json()
    assert taken["plan"]["hand"] == learnt["hand"]
    assert taken["measured"] == []
    new = start(web, "banded-gradient")
    assert new["plan"]["hand"] == learnt["hand"]
    usual = picture(web, f"/api/cards/{card['id']}/picture.png?revision={card['revision']}&dpi=40")
    stronger = picture(web, f"/api/cards/{new['id']}/picture.png?revision={new['revision']}&dpi=40")
    assert stronger.mean() < usual.mean() - 0.5
    web.post(f"/api/journal/{entry['id']}/lesson", json={"taken_in": False})
    assert web.get("/api/journal/learnt").json()["hand"] == 1
    assert start(web, "banded-gradient")["plan"].get("hand", 1) == 1


def photographed_as(web: TestClient, entry: dict[str, Any], plan: Plan, seed: int = 5) -> dict[str, Any]:
    """A photograph of a card that came out as ``plan`` predicts, which need not be the plan it was made from."""
    photo = photographs.photographed(plan, seed, 1.0)
    answer = web.post(f"/api/journal/{entry['id']}/photo", content=photo, headers={"content-type": "image/jpeg"})
    assert answer.status_code == 200, answer.text
    seen: dict[str, Any] = answer.json()
    return seen


def test_a_pad_that_laid_more_is_offered_taken_in_by_coming_cards_with_that_ink_and_taken_back(web: TestClient) -> None:
    card = start(web, "banded-gradient")
    plan = PlanModel.model_validate(card["plan"]).to_core()
    ink = plan.inks[1]
    entry = recorded(web, card)
    seen = photographed_as(web, entry, replace(plan, pads=(Pad(ink.key, 1.4),)))
    assert [(told["ink"], told["taken_in"]) for told in seen["pads"]] == [(ink.key, False)]
    assert seen["pads"][0]["words"].startswith(f"Your {ink.name} laid about ")
    assert "more than planned" in seen["pads"][0]["words"]
    assert web.get("/api/journal/learnt").json()["lessons"] == [], "nothing is taken in silently"
    lesson = f"/api/journal/{entry['id']}/lesson"
    assert web.post(lesson, json={"taken_in": True, "pad": plan.inks[0].key}).status_code == 422, "it told nothing of that one"
    assert web.post(lesson, json={"taken_in": True, "pad": ink.key}).json()["pads"][0]["taken_in"]
    [told] = web.get("/api/journal/learnt").json()["lessons"]
    assert f"Your {ink.name} lays about" in told["words"]
    assert told["from_entries"] == [{"entry": entry["id"], "title": entry["facts"]["title"]}]
    # The old card keeps its prediction until she says otherwise; a card begun now has it, for that ink and no other.
    old = web.get(f"/api/cards/{card['id']}").json()
    assert old["plan"].get("pads", []) == []
    assert f"how strongly your {ink.name} lays" in old["measured"]
    new = start(web, "banded-gradient")
    assert [pad["ink"] for pad in new["plan"]["pads"]] == [ink.key]
    assert 1 < new["plan"]["pads"][0]["lays"] < seen["pads"][0]["lays"], "one card does not make a rule"
    usual = picture(web, f"/api/cards/{card['id']}/picture.png?revision={card['revision']}&dpi=40")
    stronger = picture(web, f"/api/cards/{new['id']}/picture.png?revision={new['revision']}&dpi=40")
    assert np.abs(stronger - usual).max() > 8
    renewed = web.post(f"/api/cards/{card['id']}/measured", json={"based_on": old["revision"]}).json()
    assert renewed["plan"]["pads"] == new["plan"]["pads"]
    web.post(lesson, json={"taken_in": False, "pad": ink.key})
    assert start(web, "banded-gradient")["plan"].get("pads", []) == []


def test_a_pair_that_crossed_duller_is_offered_and_known_on_that_stock_unless_it_was_measured(web: TestClient) -> None:
    card = start(web, "banded-gradient")
    plan = PlanModel.model_validate(card["plan"]).to_core()
    bottom, top = (step.ink for step in [step for step in plan.steps if isinstance(step, Brush)][:2])
    # Both over all of the panel, so that the crossing is plain to see.
    crossed = replace(
        plan,
        masks=(),
        holds=(),
        steps=tuple(Brush(f"s{i}", ink, "large-brush", Whole(), "medium", 3) for i, ink in enumerate((bottom, top))),
    )
    made = web.put(
        f"/api/cards/{card['id']}",
        json={"plan": json.loads(write_plan(crossed)), "based_on": card["revision"], "said": "crossed"},
    )
    assert made.status_code == 200, made.text
    light, red, yellow = lab_of_stack(plan.stock.paper, {i.key: i for i in plan.inks}, [(bottom, 1.0), (top, 1.0)])
    truth = MeasuredCrossing(bottom, top, (light + 6, red * 0.4, yellow * 0.4))
    entry = recorded(web, made.json())
    seen = photographed_as(web, entry, replace(crossed, crossings=(truth,)))
    assert [(told["bottom"], told["top"]) for told in seen["pairs"]] == [(bottom, top)]
    names = {ink.key: ink.name for ink in plan.inks}
    assert seen["pairs"][0]["words"].startswith(f"{names[top]} over {names[bottom]} crosses duller")
    lesson = f"/api/journal/{entry['id']}/lesson"
    assert web.post(lesson, json={"taken_in": True, "pair": [top, bottom]}).status_code == 422, "in that order nothing was laid"
    both = web.post(lesson, json={"taken_in": True, "pair": [bottom, top], "pad": bottom})
    assert both.status_code == 422
    assert "not both at once" in both.text
    assert web.post(lesson, json={"taken_in": True, "pair": [bottom, top]}).json()["pairs"][0]["taken_in"]
    assert web.get("/api/journal/learnt").json()["lessons"][0]["words"] == seen["pairs"][0]["words"]
    assert [c["inks"] for c in start(web, "banded-gradient")["plan"]["crossings"]] == [[bottom, top]]
    measured = {"stock": plan.stock.key, "bottom": bottom, "top": top, "colour": {"lab": [50.0, 1.0, 2.0]}}
    assert web.post("/api/crossings/measured", json=measured).status_code == 204
    assert start(web, "banded-gradient")["plan"]["crossings"][0]["lab"] == [50.0, 1.0, 2.0], "what was measured is believed first"
    web.post(lesson, json={"taken_in": False, "pair": [bottom, top]})
    assert web.get("/api/journal/learnt").json()["lessons"] == []


def test_what_she_wants_to_remember_comes_up_at_its_step_on_another_card_and_not_on_its_own(web: TestClient) -> None:
    card = start(web, "banded-gradient")
    entry = recorded(web, card)
    facts = entry["facts"] | {"next_time": "Off-load the second ink more.", "rating": 4}
    assert web.put(f"/api/journal/{entry['id']}", json=facts).json()["facts"] == facts
    assert web.get(f"/api/cards/{card['id']}").json()["remembered"] == []
    other = start(web, "there-and-back")
    (told,) = other["remembered"]
    assert told["words"] == "Off-load the second ink more."
    at = next(s for s in other["plan"]["steps"] if s["id"] == told["step"])
    assert at["ink"] in ("ocotillo-2", "sage-8")
    assert "again" in told["because"]
    elsewhere = start(web, "smoosh-dry", ["agave-3", "agave-6"], "dune-kraft")
    assert elsewhere["remembered"] == []


def test_a_card_made_before_cielo_has_its_photo_and_words_and_no_comparison(web: TestClient) -> None:
    entry = web.post("/api/journal", json={"title": "Blue one", "notes": "by feel", "rating": 5}).json()
    out = BytesIO()
    exif = Image.Exif()
    exif[0x0112] = 6  # held on its side
    exif.get_ifd(0x8825)[1] = "N"  # where it was taken
    Image.fromarray(np.full((60, 90, 3), 90, np.uint8)).save(out, "JPEG", exif=exif)
    seen = web.post(f"/api/journal/{entry['id']}/photo", content=out.getvalue(), headers={"content-type": "image/jpeg"})
    assert seen.status_code == 200
    assert (seen.json()["photographed"], seen.json()["comparison"]) == (True, None)
    with Image.open(BytesIO(web.get(f"/api/journal/{entry['id']}/photo.jpg").content)) as kept:
        assert kept.size == (60, 90), "upright"
        assert not kept.getexif(), "nothing of where it was taken"
    assert web.post(f"/api/journal/{entry['id']}/lesson", json={"taken_in": True}).status_code == 422


def test_what_is_no_photograph_is_refused_and_what_shows_no_card_is_kept_with_a_word(web: TestClient) -> None:
    entry = recorded(web, start(web, "banded-gradient"))
    for bad in (b"", b"GIF89a", b"\xff\xd8\xff\xe0" + b"\0" * 40):
        answer = web.post(f"/api/journal/{entry['id']}/photo", content=bad, headers={"content-type": "image/jpeg"})
        assert answer.status_code == 422
    assert not web.get("/api/journal").json()[0]["photographed"]
    out = BytesIO()
    Image.fromarray(np.full((300, 300, 3), 128, np.uint8)).save(out, "JPEG")
    answer = web.post(f"/api/journal/{entry['id']}/photo", content=out.getvalue(), headers={"content-type": "image/jpeg"})
    assert answer.status_code == 422
    assert "kept" in answer.json()["reason"]
    assert web.get("/api/journal").json()[0]["photographed"]


def test_corners_put_right_by_hand_are_used(web: TestClient) -> None:
    entry = recorded(web, start(web, "banded-gradient"))
    seen = photographed(web, entry, 1.0)
    corners = np.array(seen["comparison"]["corners"])
    path = f"/api/journal/{entry['id']}/corners"
    same = web.post(path, json={"corners": corners.tolist()}).json()
    assert abs(same["comparison"]["mean_difference"] - seen["comparison"]["mean_difference"]) < 0.2
    aside = web.post(path, json={"corners": np.add(corners, (9, 7)).tolist()}).json()
    assert aside["comparison"]["mean_difference"] > seen["comparison"]["mean_difference"]


def test_the_journal_goes_into_the_archive_and_comes_back(web: TestClient, store: Store, tmp_path: Any) -> None:
    entry = photographed(web, recorded(web, start(web, "banded-gradient")), 1.1)
    other = Store(tmp_path / "other.sqlite")
    unpack_all(other, archive_all(store))
    from cielo.app.journal import look_through, photo_of

    (back,) = look_through(other)
    assert back.id == entry["id"]
    assert photo_of(other, back.id) == web.get(f"/api/journal/{entry['id']}/photo.jpg").content
    other.close()
    web.delete(f"/api/journal/{entry['id']}")
    assert web.get("/api/journal").json() == []
    assert web.get(f"/api/journal/{entry['id']}/photo.jpg").status_code == 404


def test_a_hand_leans_towards_the_usual_one_until_cards_speak() -> None:
    assert hand_of([]).strength == 1
    hands = [hand_of([1.3] * n) for n in (1, 2, 5, 20)]
    assert [hand.strength for hand in hands] == sorted(hand.strength for hand in hands)
    assert hands[-1].strength == pytest.approx(1.3, abs=0.02)
    assert [hand.off_by for hand in hands] == sorted((hand.off_by for hand in hands), reverse=True)


def test_find_even_colourways_and_bridges_by_the_web(web: TestClient) -> None:
    card = start(web, "banded-gradient")
    path = f"/api/cards/{card['id']}"
    found = web.post(f"{path}/find", json={"revision": card["revision"], "lab": [70, 20, 10]}).json()
    assert found["reachable"]
    assert found["recipes"][0]["layers"]
    refused = web.post(f"{path}/find", content=json.dumps({"revision": 0, "lab": [170, 20, 10]}))
    assert refused.status_code == 422
    blunt = start(web, "there-and-back")
    evened = web.post(f"/api/cards/{blunt['id']}/even", json={"based_on": blunt["revision"]}).json()
    assert evened["after"] < evened["before"]
    assert evened["card"]["undoes"] == "even the gradient"
    ways = web.get(f"{path}/colourways", params={"revision": card["revision"], "count": 3}).json()
    assert ways
    for way in ways:
        assert way["swaps"]
        assert way["apart"] >= 10
    cream = web.get(f"{path}/colourways", params={"revision": card["revision"], "count": 2, "stock": "linen-cream"}).json()
    assert all(way["plan"]["stock"]["key"] == "linen-cream" for way in cream)
    assert cream
    nowhere = web.get(f"{path}/colourways", params={"revision": card["revision"], "stock": "none"})
    assert nowhere.status_code == 404
    bridges = web.get(f"{path}/bridges", params={"revision": card["revision"], "first": "yucca-1", "second": "sage-8"}).json()
    assert bridges[0]["kind"] == "as it is"
    none = start(web, "smoosh-dry")
    assert web.post(f"/api/cards/{none['id']}/even", json={"based_on": none["revision"]}).status_code == 422


def test_the_bench_clocks_her_and_days_reckon_with_it_when_she_agrees(web: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    clock = [datetime(2026, 1, 7, 9, 0, tzinfo=UTC)]
    for module in ("cielo.store.bench", "cielo.app.bench", "cielo.app.at_bench"):
        monkeypatch.setattr(f"{module}.now", lambda: clock[0])
    card = web.get(f"/api/cards/{web.get('/api/cards').json()[0]['id']}").json()
    bench = f"/api/cards/{card['id']}/bench"
    plan = PlanModel.model_validate(card["plan"]).to_core()
    assert web.post(f"{bench}/1/step", json={"step": plan.steps[0].id}).status_code == 200
    for step, then in pairwise(plan.steps):
        clock[0] += timedelta(seconds=usual_seconds(plan, step) * (1.0 if work_of(plan, step) == "dry" else 2.0))
        assert web.post(f"{bench}/1/step", json={"step": then.id}).status_code == 200
    clock[0] += timedelta(hours=9)  # left lying over night: it says nothing of her
    assert web.post(f"{bench}/1/made").status_code == 200
    entry = web.post("/api/journal/made", json={"card": card["id"], "number": 1}).json()
    assert "would be usual" in entry["clocked"]
    assert entry["paces"].startswith("Blending takes you")
    assert "drying" not in entry["paces"]
    assert "blended" in entry["techniques"]
    # Nothing changes until she agrees.
    copied = web.post(f"/api/cards/{card['id']}/copy").json()
    assert copied["plan"]["pace"]["blend"] == 1
    web.post(f"/api/journal/{entry['id']}/pace", json={"taken_in": True})
    paced = web.post(f"/api/cards/{card['id']}/copy").json()
    blend = paced["plan"]["pace"]["blend"]
    assert 1.2 < blend < 2
    assert paced["plan"]["pace"]["dry"] == pytest.approx(1, abs=0.05)
    known = web.get(f"/api/cards/{copied['id']}").json()
    assert "how long your steps take" in known["measured"]
    learnt = web.get("/api/journal/learnt").json()
    assert learnt["paced_entries"] == [{"entry": entry["id"], "title": card["plan"]["title"]}]
    slow, usual = (web.get(f"/api/cards/{one['id']}/day").json() for one in (paced, copied))
    assert slow["length_s"] > usual["length_s"]
    web.post(f"/api/journal/{entry['id']}/pace", json={"taken_in": False})
    assert web.post(f"/api/cards/{card['id']}/copy").json()["plan"]["pace"]["blend"] == 1
    made_before = web.post("/api/journal", json={"title": "By feel"}).json()
    assert web.post(f"/api/journal/{made_before['id']}/pace", json={"taken_in": True}).status_code == 422


def left_of(web: TestClient, kind: str, key: str) -> int | None:
    for thing in web.get("/api/things").json():
        if (thing["kind"], thing["key"]) == (kind, key):
            left: int | None = thing["facts"]["left"]
            return left
    raise AssertionError(key)


def test_what_a_card_took_is_told_and_taken_off_the_shelf_where_it_is_counted_and_put_back(web: TestClient) -> None:
    card = start(web, "banded-gradient")
    entry = recorded(web, card)
    passes: dict[str, int] = {}
    for step in card["plan"]["steps"]:
        if step["do"] == "brush":
            passes[step["ink"]] = passes.get(step["ink"], 0) + step["passes"]
    names = {ink["key"]: ink["name"] for ink in card["plan"]["inks"]}
    first, second, *_ = passes
    assert entry["used"].startswith(f"It took a panel of {card['plan']['stock']['name']}")
    assert f"{passes[first]} passes of {names[first]}" in entry["used"]
    assert f"{passes[second]} of {names[second]}" in entry["used"]
    refused = web.post(f"/api/journal/{entry['id']}/off-shelf")
    assert refused.status_code == 422, "nothing of it is counted"
    assert "Shelf" in refused.json()["mend"]
    for kind, key, left in (("ink", first, 40), ("ink", second, 1), ("stock", card["plan"]["stock"]["key"], 5)):
        assert web.put("/api/shelf/left", json={"kind": kind, "key": key, "left": left}).status_code == 204
    taken = web.post(f"/api/journal/{entry['id']}/off-shelf").json()
    assert taken["off_shelf"]
    web.post(f"/api/journal/{entry['id']}/off-shelf")
    assert left_of(web, "ink", first) == 40 - passes[first], "once, however often it is tapped"
    assert left_of(web, "ink", second) == 0, "and never below nothing"
    assert left_of(web, "stock", card["plan"]["stock"]["key"]) == 4
    assert not web.post(f"/api/journal/{entry['id']}/back-on-shelf").json()["off_shelf"]
    assert [left_of(web, "ink", first), left_of(web, "ink", second)] == [40, 1]
    assert web.post("/api/journal", json={"title": "By feel", "rating": 3}).json()["used"] == ""
