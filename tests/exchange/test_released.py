"""Plans and databases as they were released before: they come up to this version, and make the same cards."""

import gzip
import json
from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np
import pytest

from cielo.app.bench import stand_at_bench
from cielo.app.cards import Basis, change_card, list_cards, open_card
from cielo.core.order.arrange import in_order
from cielo.core.plan import Brush, LayMask, move_step, put_on_in_turn, run_of, with_piece, without_steps
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.purpose import purpose_of
from cielo.exchange.plan_file import read_plan, write_plan
from cielo.store.database import Store
from tests.cli.test_cli import cielo

RELEASED = Path(__file__).parents[1] / "reference" / "released"
PLANS = sorted(RELEASED.glob("v1/*.cielo.json"))
WITH_PIECES = sorted(RELEASED.glob("v2/*.cielo.json"))


def parts_of(document: dict[str, Any]) -> list[dict[str, Any]]:
    return [document, *document.get("pieces", [])]


def without_sheets(document: dict[str, Any]) -> dict[str, Any]:
    """A document without what was never said before: which masks are of one sheet."""
    for mask in (mask for part in parts_of(document) for mask in part["masks"]):
        mask.pop("sheet", None)
        mask.pop("part", None)
    return document


@pytest.mark.parametrize("path", PLANS, ids=lambda path: path.stem)
def test_a_plan_of_version_1_is_walked_once_and_loses_nothing(path: Path) -> None:
    old = json.loads(path.read_bytes())
    assert old["version"] == 1
    plan = read_plan(path.read_bytes())
    assert all(step.purpose is not None for step in plan.steps)
    new = without_sheets(json.loads(write_plan(plan)))
    assert new["version"] == 3
    for step in new["steps"]:
        del step["purpose"]
        if step.get("region", {}).get("over") == "words":  # in the plain face, upright, to be read: as they were
            assert [step["region"].pop(part) for part in ("face", "angle_deg", "texture")] == ["plain", 0.0, False]
    assert new["card"].pop("turned_deg") == 0, "put on as it was made"
    new["version"] = 1
    assert new == old, "nothing but what each step is for was added"
    assert read_plan(write_plan(plan)) == plan


@pytest.mark.parametrize("path", WITH_PIECES, ids=lambda path: path.stem)
def test_a_plan_of_version_2_puts_its_pieces_on_last_and_loses_nothing(path: Path) -> None:
    old = json.loads(path.read_bytes())
    assert old["version"] == 2
    plan = read_plan(path.read_bytes())
    assert all(done.step.purpose is not None for done in run_of(plan))
    new = without_sheets(json.loads(write_plan(plan)))
    put_on = [step["piece"] for step in new["steps"] if step["do"] == "put-on"]
    assert put_on == [piece["key"] for piece in old.get("pieces", []) if piece["belongs"] == "panel"]
    assert [step["do"] for step in new["steps"] if step["do"] in ("put-on", "trim", "mount")][: len(put_on)] == ["put-on"] * len(
        put_on
    )
    new["steps"] = [step for step in new["steps"] if step["do"] != "put-on"]
    for part, was in zip(parts_of(new), parts_of(old), strict=True):
        told = {step["id"] for step in was["steps"] if "purpose" in step}
        for step in (step for step in part["steps"] if step["id"] not in told):
            del step["purpose"]
    assert new == {**old, "version": 3}, "nothing but when each piece is put on, and what each step is for, was added"
    assert read_plan(write_plan(plan)) == plan


def test_a_database_of_version_2_opens_with_its_pieces_on_the_bench(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite"
    path.write_bytes(gzip.decompress((RELEASED / "v2" / "demo.sqlite.gz").read_bytes()))
    store = Store(path)
    trio = next(card for card in list_cards(store) if card.revision.plan.title == "Night trio")
    plan, card_id = trio.revision.plan, trio.revision.card_id
    assert [piece.name for piece in put_on_in_turn(plan)] == [p.name for p in plan.pieces if p.belongs == "panel"]
    strip = next(piece for piece in plan.pieces if piece.name == "strip")
    assert stand_at_bench(store, f"{card_id}~{strip.key}").made, "what was done at the bench is done"
    change_card(
        store, f"{card_id}~{strip.key}", Basis(trio.revision.number), "again", lambda own: without_steps(own, {own.steps[0].id})
    )
    assert put_on_in_turn(open_card(store, card_id).whole) == put_on_in_turn(with_piece(plan, replace(strip, steps=())))
    store.close()


@pytest.mark.parametrize("path", PLANS, ids=lambda path: path.stem)
def test_its_order_is_not_harmed(path: Path) -> None:
    plan = read_plan(path.read_bytes())
    ordered = in_order(plan).plan
    grid = grid_of(plan.card, 16)
    assert np.abs(panel_xyz(ordered, grid) - panel_xyz(plan, grid)).mean() < 0.002


def test_it_is_brought_up_from_the_command_line(tmp_path: Path) -> None:
    out = tmp_path / "new.cielo.json"
    assert cielo("upgrade", PLANS[0], "--out", out).returncode == 0
    assert read_plan(out.read_bytes()) == read_plan(PLANS[0].read_bytes())


def test_a_database_of_version_1_opens_and_is_worked_on(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite"
    path.write_bytes(gzip.decompress((RELEASED / "v1" / "demo.sqlite.gz").read_bytes()))
    store = Store(path)
    cards = list_cards(store)
    assert len(cards) == len(PLANS)
    card = next(card for card in cards if any(isinstance(step, LayMask) for step in card.revision.plan.steps))
    plan = card.revision.plan
    inked = next(step for step in plan.steps if isinstance(step, Brush) and purpose_of(step).under)
    basis = Basis(card.revision.number)
    change_card(store, card.revision.card_id, basis, "move it", lambda plan: move_step(plan, inked.id, None))
    moved = open_card(store, card.revision.card_id).revision.plan
    assert purpose_of(moved.steps[-1]).under == purpose_of(inked).under, "it knows what it was planned under"
    store.close()
