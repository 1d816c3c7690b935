"""Sheets are named: what is one thing carries its ink and is fetched and cut once; the hole and what fell out of it are two."""

from dataclasses import replace

import pytest

from cielo.core.advice.judge import judge
from cielo.core.geometry.pieces import pieces_of
from cielo.core.geometry.placing import counterpart
from cielo.core.order.arrange import in_order
from cielo.core.order.derive import missing_wipes
from cielo.core.plan import (
    Disc,
    Drawn,
    EdgeMask,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    MotifMask,
    Plan,
    Stencil,
    Step,
    Wipe,
    cut_alike,
    is_one_thing,
    of_sheet,
    with_sheets_named,
)
from cielo.core.say import laid_out
from cielo.core.table.purpose import settled
from cielo.core.table.table import table_of
from tests.core.test_every_check import REPEAT, lay, plan, square

MOON = Disc("moon", "moon", 60.0, 60.0, 40.0)
SHEETS: list[Mask] = [
    MOON,
    MotifMask("cloud", "cloud", "leaf", 60.0, 60.0, 40.0),
    EdgeMask("land", "land", 60.0, 110.0, "hills"),
    Drawn("own", "own", 60.0, 60.0, (square(20.0),), keeps="inside"),
]


def two(first: Mask, second: Mask) -> Plan:
    """Ink round or in one, then another ink round or in the other."""

    def region(mask: Mask) -> object:
        return Halo(mask.key, 25) if mask.keeps == "inside" else Inside(mask.key)

    steps: list[Step] = []
    for mask, ink in ((first, "green"), (second, "red")):
        steps += [LayMask("", mask.key), lay(ink, region(mask)), LiftMask("", mask.key)]
    return settled(plan(*steps, masks=(first, second)))


@pytest.mark.parametrize("sheet", SHEETS, ids=lambda sheet: sheet.key)
def test_the_hole_and_what_fell_out_of_it_are_two_things_of_one_cut(sheet: Mask) -> None:
    hole = counterpart(sheet, "hole", 0.8)
    assert of_sheet(hole) == of_sheet(sheet)
    assert not is_one_thing(sheet, hole)
    of = two(sheet, hole)
    assert missing_wipes(of, table_of(of)) == (), "neither carries the other's ink"
    assert not any(isinstance(step, Wipe) for step in in_order(of).plan.steps)
    fetched = " ".join(group.said for group in laid_out(of))
    assert sheet.called in fetched
    assert hole.called in fetched
    cut = [piece for piece in pieces_of(of) if piece.once]
    assert len(cut) == 1, "one cut makes both"
    assert "falls out" in cut[0].note


@pytest.mark.parametrize(
    "sheet", [replace(sheet, keeps="outside") for sheet in SHEETS[:2]] + [REPEAT], ids=lambda sheet: sheet.key
)
def test_a_sheet_pushed_on_is_one_thing(sheet: Mask) -> None:
    pushed = replace(sheet, key="pushed", y_mm=sheet.y_mm - 4.0, sheet=sheet.key)
    assert is_one_thing(sheet, pushed)
    of = two(sheet, pushed)
    assert missing_wipes(of, table_of(of)), "it carries what it met"
    assert any(isinstance(step, Wipe) for step in in_order(of).plan.steps)
    assert f"{sheet.called} (2 times)" in " ".join(group.said for group in laid_out(of))
    assert len([piece for piece in pieces_of(of) if piece.once]) == 1
    as_mask = replace(pushed, keeps="inside", spread_mm=1.0) if isinstance(pushed, Stencil) else pushed
    assert len([piece for piece in pieces_of(two(sheet, as_mask)) if piece.once]) == 1, "pushed up as a mask it is not cut anew"


@pytest.mark.parametrize(
    ("aside", "one_sheet", "told"),
    [(0.3, True, False), (0.6, True, True), (1.5, True, True), (4.0, True, False), (4.0, False, True)],
)
def test_a_slip_is_told_and_a_sheet_pushed_on_purpose_is_not(aside: float, one_sheet: bool, told: bool) -> None:
    """Half a millimetre aside is the hand; four are meant where it is the same sheet, and look like a slip where two were cut alike."""
    for sheet in (MOON, MotifMask("cloud", "cloud", "leaf", 60.0, 60.0, 40.0, keeps="outside")):
        other = replace(sheet, key="other", x_mm=sheet.x_mm + aside, sheet=sheet.key if one_sheet else None)
        codes = [finding.code for finding in judge(two(sheet, other))]
        assert ("rank-repeats" in codes) is told


def test_masks_of_which_nobody_said_their_sheets_are_named_by_their_outlines() -> None:
    hole, moved, other = (
        replace(MOON, key="h", keeps="outside"),
        replace(MOON, key="m", x_mm=20.0),
        replace(MOON, key="o", diameter_mm=20.0),
    )
    pushed = replace(REPEAT, key="p", y_mm=80.0, keeps="inside", spread_mm=1.0)
    first, named_hole, named_moved, alone, repeat, mask = with_sheets_named([MOON, hole, moved, other, REPEAT, pushed])
    assert (first, alone, repeat) == (MOON, other, REPEAT), "what is a sheet of its own stays as it was"
    assert (named_hole.sheet, named_hole.part) == ("moon", "hole")
    assert is_one_thing(named_moved, MOON)
    assert is_one_thing(mask, REPEAT), "a stencil moved to cover what it printed"
    assert with_sheets_named((first, named_hole, named_moved, alone)) == (first, named_hole, named_moved, alone)
    assert cut_alike(MOON, hole)
    assert not cut_alike(MOON, other)
