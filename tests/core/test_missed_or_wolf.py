"""What was once missed, and where wolf was once cried: the table's design, section 5, a test for each of its rows that is cured.

``MISSED`` plans must bring their code, ``WOLF`` plans must not.
"""

from dataclasses import replace

import pytest

from cielo.core.advice.judge import judge, troubles
from cielo.core.plan import (
    Band,
    Brush,
    Dry,
    EdgeMask,
    Focal,
    Halo,
    Hold,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Stencil,
    Vignette,
    Water,
    Whole,
)
from tests.core.test_every_check import (
    AIR,
    LONG,
    MASKS,
    MOUNT,
    OVER,
    SPRINKLE,
    THROUGH,
    WIPE,
    lay,
    low,
    plan,
    say,
    stamp,
    top,
)

HALF = plan().card.panel_height_mm / 2
HILL = EdgeMask("land", "land", 60, 110, "hills", seed=3)


def hill_twice(right_mm: float, down_mm: float, *, flipped: bool = False) -> Plan:
    again = replace(HILL, key="again", name="again", x_mm=60 + right_mm, y_mm=110 + down_mm, flipped=flipped)
    steps = (
        LayMask("", "land"), lay("blue", Halo("land", 20)), LiftMask("", "land"),
        LayMask("", "again"), lay("green", Halo("again", 20)), LiftMask("", "again"),
    )  # fmt: skip
    return replace(plan(*steps), masks=(HILL, again, *MASKS[:3]))


def taped(*steps: object) -> Plan:
    held = plan(LayMask("", "repeat"), *steps, LiftMask("", "repeat"))  # type: ignore[arg-type]
    return replace(held, holds=(Hold("h", "tape", "repeat", 60, 10, 30, 15),))


LEAF = Motifs("leaf", 30.0, 4, 1.0)
PRINT, POWDER = (
    Brush("", "pigment", "stamp", LEAF, "first", 1, "dry", None, 3),
    Brush("", "powder", "stamp", LEAF, "full", 1, "dry", None, 3),
)
SMOOSHED = tuple(lay(ink, tool="mat", passes=2, seed=n) for n, ink in enumerate(("red", "yellow", "blue")))
GREETING = Focal("f", "sign", "sentiment", 60, 85, 80, 12, "dark")
SPOT = Stencil("spot", "spot", "dot", 60.0, 60.0, 40.0, 60.0)

MISSED: list[tuple[str, str, Plan]] = [
    ("smooshed layers that dull each other", "seam-mud", plan(lay("red", tool="mat", passes=1), lay("green", tool="mat", passes=1, seed=4))),
    ("a dry layer over its complement", "seam-mud", plan(lay("red"), AIR, lay("green", top(100), onto="dry"))),
    ("three inks on one spot", "primaries-brown", plan(*SMOOSHED)),
    ("bands butted with no carry", "stark-seam", plan(lay("yellow", Band("top", 0, HALF, 0, 0)), lay("blue", Band("bottom", 0, HALF, 0, 0)))),
    ("long words lost at their ends", "off-the-piece", plan(say("dark", 16))),
    ("one minute of air does not dry pigment", "wet-over-wet", plan(lay("pigment", passes=5), Dry("", "air", 1), lay("blue", onto="dry"))),
    ("mist is wet", "mask-on-damp", plan(Water("", "mister", Whole(), "medium", False), LayMask("", "moon"), LiftMask("", "moon"))),
    ("paste is wet", "finish-not-dry", plan(lay("paste", tool="knife"), stamp("dark"))),
    ("a sheet carries its ink over a lift", "unwiped-mask", plan(
        LayMask("", "repeat"), lay("dark"), LiftMask("", "repeat"), Dry("", "air", 9), LayMask("", "repeat"), lay("yellow", onto="dry"),
        LiftMask("", "repeat"))),
    ("a sheet carries its ink to another place", "unwiped-mask", replace(
        plan(LayMask("", "spot"), lay("dark"), LiftMask("", "spot"), Dry("", "air", 9), LayMask("", "spot-2"), lay("yellow", onto="dry"),
             LiftMask("", "spot-2")), masks=(SPOT, replace(SPOT, key="spot-2", x_mm=80.0, sheet="spot"), *MASKS))),
    ("the same edge a few mm along", "rank-repeats", hill_twice(4, 0)),
    ("the same edge a few mm across", "rank-repeats", hill_twice(0, 4)),
    ("a large sheet of powder without the bag", "static-on-dark", plan(LayMask("", "full"), THROUGH[1], LiftMask("", "full"), OVER, WIPE)),
    ("brown where two prints cross", "overprint-shows", plan(stamp("red"), stamp("green", seed=8))),
]  # fmt: skip

WOLF: list[tuple[str, str, Plan]] = [
    ("a dark vignette is meant", "seam-mud", plan(lay("yellow", top(100)), lay("red", low(100)), lay("black", Vignette(35), passes=6))),
    ("a dark vignette is meant", "primaries-brown", plan(lay("yellow"), lay("dark", Vignette(40), passes=6))),
    ("a butt joint with a mask stands clear", "stark-seam", plan(
        LayMask("", "land"), lay("yellow", top(110, 0)), LiftMask("", "land"),
        LayMask("", "sky"), lay("blue", low(61, 0)), LiftMask("", "sky"))),
    ("a greeting stamped and marked is told once", "focal-lost", plan(lay("pale"), AIR, say("dark"), focal=(GREETING,))),
    ("ink long dry", "dark-before-light", plan(lay("dark", top(60)), Dry("", "air", 20), lay("yellow", top(90)))),
    ("ink under a mask", "dark-before-light", plan(lay("dark", low(50, 5)), AIR, LayMask("", "land"), lay("yellow"), LiftMask("", "land"))),
    ("white goes on top", "dark-before-light", plan(lay("dark"), lay("white", tool="foam"))),
    ("damp far away", "wet-over-wet", plan(lay("pigment", top(30, 2), passes=5), lay("blue", low(30, 2), onto="dry"))),
    ("an embossed wet print of the same outline", "powder-on-open-ink", plan(PRINT, POWDER)),
    ("an embossed wet print of the same outline", "register-lost", plan(PRINT, POWDER)),
    ("pale then deep of one colour", "unwiped-mask", plan(LayMask("", "repeat"), lay("pale"), lay("dark"), LiftMask("", "repeat"))),
    ("an edge held by hand does not stick", "mask-on-damp", plan(lay("blue"), LayMask("", "land"), lay("dark"), LiftMask("", "land"))),
    ("tape over where no ink goes", "tape-over-openings", taped(lay("blue", low(60)))),
    ("the same edge turned over and shifted", "rank-repeats", hill_twice(34, 20, flipped=True)),
    ("dry before it is mounted, by the minutes of the hands", "packed-wet", plan(
        lay("pigment", passes=1), *([lay("pale", top(20))] * 7), Dry("", "air", 1.5), MOUNT)),
]  # fmt: skip


@pytest.mark.parametrize(("why", "code", "of"), MISSED, ids=[f"{code}: {why}" for why, code, _ in MISSED])
def test_it_is_not_missed(why: str, code: str, of: Plan) -> None:
    found = [finding for finding in judge(of) if finding.code == code]
    assert found, why


@pytest.mark.parametrize(("why", "code", "of"), WOLF, ids=[f"{code}: {why}" for why, code, _ in WOLF])
def test_no_wolf_is_cried(why: str, code: str, of: Plan) -> None:
    assert code not in {finding.code for finding in troubles(judge(of))}, why


def test_tape_where_ink_is_to_come_is_told() -> None:
    assert "tape-over-openings" in {finding.code for finding in judge(taped(lay("blue", top(60))))}
    assert "tape-over-openings" not in {finding.code for finding in judge(taped(SPRINKLE))}


@pytest.mark.parametrize("size_mm", [6.0, 12.0, 30.0])
@pytest.mark.parametrize("count", [1, 3])
def test_water_over_little_ink_does_what_it_does(size_mm: float, count: int) -> None:
    """Found by planning a story: water flicked over three small flowers was said to do nothing, for they are a small part of the panel."""
    printed = replace(stamp("blue", size=size_mm), region=Motifs("leaf", size_mm, count, 1.0))
    assert "water-does-nothing" not in {finding.code for finding in judge(plan(printed, AIR, SPRINKLE))}
    fixed = replace(printed, ink="pigment")
    assert "water-does-nothing" in {finding.code for finding in judge(plan(fixed, LONG, SPRINKLE))}


def test_water_that_is_left_out_takes_its_own_drying_with_it() -> None:
    of = plan(lay("pigment"), LONG, SPRINKLE, AIR)
    remedy = next(finding.remedy for finding in judge(of) if finding.code == "water-does-nothing")
    assert remedy is not None
    assert [step.do for step in remedy.plan.steps] == ["brush", "dry"]
