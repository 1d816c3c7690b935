"""Prints: letters against fontTools' own measures, areas against Shapely, mirror and register by exact equality, and what goes by them."""

import random
import sys
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from importlib import resources
from math import pi

import numpy as np
import pytest
import shapely
from fontTools.pens.boundsPen import BoundsPen
from fontTools.ttLib import TTFont
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import affinity

from cielo.core.advice.judge import judge
from cielo.core.geometry import lettering
from cielo.core.geometry.lettering import words_shape
from cielo.core.geometry.motifs import NAMES
from cielo.core.geometry.printing import mask_of_prints, print_shape, prints_of, shape_at
from cielo.core.geometry.shapes import parts_of
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    At,
    Bare,
    Brush,
    BuiltIn,
    Dry,
    EdgeMask,
    Face,
    InPrint,
    LayMask,
    LiftMask,
    Motif,
    Motifs,
    OwnImage,
    Patches,
    Plan,
    Print,
    Region,
    Whole,
    Words,
    ensure_sound,
)
from cielo.core.say import print_facts, say
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.laydown import strength_laid
from cielo.core.table.land import SINKS_MM, crests_at
from cielo.core.table.purpose import purpose_of, settled
from cielo.errors import BadInput
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.test_every_check import AIR, MASKS, codes, lay, plan

FACES: tuple[Face, ...] = ("plain", "roman", "script")
SNAIL = BuiltIn("snail")
HEART = OwnImage("heart", (((0, 10), (-10, -2), (-5, -9), (0, -4), (5, -9), (10, -2)),))


def printed(region: Region, ink: str = "dark", tool: str = "stamp", **more: object) -> Brush:
    return replace(Brush("", ink, tool, region, "first", 1, "dry"), **more)  # type: ignore[arg-type]


def font_of(face: Face) -> TTFont:
    return TTFont((resources.files("cielo.core.geometry") / "faces" / f"{face}.woff").open("rb"))


@pytest.mark.parametrize("face", FACES)
@pytest.mark.parametrize("text", ["H", "Hg", "Winter show", "to Agathe, with love", "W.", "28 November"])
def test_words_are_as_long_and_high_as_the_face_says(face: Face, text: str) -> None:
    """fontTools 4: BoundsPen and the advances of hmtx, scaled so that an H is as high as it is asked to be."""
    font = font_of(face)
    glyphs, names = font.getGlyphSet(), font.getBestCmap()

    def bounds(letter: str) -> tuple[float, float, float, float]:
        pen = BoundsPen(glyphs)
        glyphs[names[ord(letter)]].draw(pen)
        return pen.bounds or (0, 0, 0, 0)

    unit = bounds("H")[3]
    starts = np.cumsum([0, *(font["hmtx"][names[ord(letter)]][0] for letter in text)])
    seen = [(start, bounds(letter)) for start, letter in zip(starts[:-1], text, strict=True) if letter != " "]
    left, right = min(s + b[0] for s, b in seen), max(s + b[2] for s, b in seen)
    low, high = min(b[1] for _, b in seen), max(b[3] for _, b in seen)
    shape = words_shape(Words(text, 60, 80, 10.0, face))
    x0, y0, x1, y1 = shape.bounds
    assert (x1 - x0, y1 - y0) == pytest.approx((10 * (right - left) / unit, 10 * (high - low) / unit), abs=0.05)
    assert y0 == pytest.approx(85 - 10 * high / unit, abs=0.05), "the middle of a capital lies at the place"


@given(st.sampled_from(FACES), st.floats(3, 20), st.floats(-180, 180))
@settings(max_examples=20, deadline=None)
def test_words_grow_turn_and_wrap_as_shapes_do(face: Face, height: float, angle: float) -> None:
    small = words_shape(Words("Dry Garden", 0, 0, 5.0, face))
    grown = words_shape(Words("Dry Garden", 30, 40, height, face, angle))
    assert grown.area == pytest.approx(small.area * (height / 5) ** 2, rel=1e-6)
    upright = affinity.rotate(affinity.translate(grown, -30, -40), -angle, origin=(0, 0))
    assert upright.symmetric_difference(affinity.scale(small, height / 5, height / 5, origin=(0, 0))).area < 1e-6 * grown.area
    two = words_shape(Words("Dry\nGarden", 0, 0, 5.0, face))
    assert two.bounds[2] - two.bounds[0] < small.bounds[2] - small.bounds[0]
    assert two.bounds[3] - two.bounds[1] > 1.5 * (small.bounds[3] - small.bounds[1])


def test_words_round_a_circle_stand_on_it() -> None:
    round_ = words_shape(Words("WINTER", 50, 60, 6.0, "plain", round_mm=30.0))
    apart = [shapely.Point(50, 60).distance(shapely.Point(p)) for part in round_.geoms for p in part.exterior.coords]
    assert min(apart) == pytest.approx(30, abs=0.4)
    assert max(apart) == pytest.approx(36, abs=0.4)
    assert (round_.bounds[0] + round_.bounds[2]) / 2 == pytest.approx(50, abs=1.0), "its middle at the top"
    assert round_.centroid.y < 60


@pytest.mark.parametrize("face", FACES)
def test_many_threads_may_read_letters_at_once(face: Face) -> None:
    """A card's page asks for its picture and its reading together, and all read one font; unguarded, seven of twelve such rounds failed."""
    letters = [chr(n) for n in range(ord("A"), ord("z"))]
    hurry = sys.getswitchinterval()
    sys.setswitchinterval(1e-5)
    try:
        for _ in range(4):
            for read in (lettering._glyph, lettering._fonts, lettering._capital):
                read.cache_clear()
            with ThreadPoolExecutor(8) as many:
                wide = list(many.map(lambda letter: lettering._glyph(face, letter)[1], letters * 2))
            assert wide[: len(letters)] == wide[len(letters) :]
    finally:
        sys.setswitchinterval(hurry)


@pytest.mark.parametrize("region", [
    Print(SNAIL, 40.0, (At(60, 80), At(30, 40, 30), At(90, 130, flipped=True, size_mm=20))), Print(HEART, 30.0, (At(60, 60),)),
    Print(BuiltIn("fern"), 50.0, (At(60, 80, 15),), line_mm=1.0), Words("Winter\nshow", 60, 80, 12.0, "script"), Motifs("bird", 20.0, 4, 2.0),
], ids=lambda region: region.over)  # fmt: skip
def test_what_is_inked_has_the_area_of_its_shape(region: Print | Words | Motifs) -> None:
    """Shapely's area of the union of the prints, on a fine grid."""
    of = plan(printed(region, tool="pen"))
    grid = grid_of(of.card, 120)
    step = of.steps[0]
    assert isinstance(step, Brush)
    inked = strength_laid(of, step, frozenset(), grid) / step.strength
    width, height = of.card.panel_width_mm, of.card.panel_height_mm
    true = print_shape(region, width, height, step.seed).intersection(shapely.box(0, 0, width, height)).area
    assert float(inked.sum()) * grid.pixel_width_mm * grid.pixel_height_mm == pytest.approx(true, rel=0.02)


@given(st.sampled_from(sorted(NAMES)), st.floats(5, 60), st.floats(-180, 180))
@settings(max_examples=40, deadline=None)
def test_a_mirrored_print_is_the_mirror_image_and_a_second_print_lies_in_register(
    motif: Motif, size: float, angle: float
) -> None:
    region = Print(BuiltIn(motif), size, (At(60, 80, angle), At(60, 80, -angle, flipped=True)))
    here, there = prints_of(region, 120, 170, 0)
    mirrored = affinity.scale(here, -1, 1, origin=(60, 80))
    assert mirrored.symmetric_difference(there).area < 1e-6 * here.area
    assert max(
        b - a for a, b in zip(shape_at(region, At(0, 0)).bounds[:2], shape_at(region, At(0, 0)).bounds[2:], strict=True)
    ) == (pytest.approx(size))
    again = plan(printed(region), AIR, printed(region, ink="black"))
    first, second = (strength_laid(again, s, frozenset(), grid_of(again.card, 20)) for s in again.steps if isinstance(s, Brush))
    assert np.array_equal(first, second)


def test_its_own_mask_covers_the_print_and_inside_it_is_the_print() -> None:
    region = Print(SNAIL, 50.0, (At(40, 60), At(85, 120)))
    of = plan(printed(region), AIR, lay("yellow", InPrint("s1"), "dauber", 2), lay("red", InPrint("s1", only=(1,)), "dauber", 2))
    ensure_sound(of)
    mask = mask_of_prints(of, "s1", "own", margin_mm=0.4)
    covered = shapely.union_all([shapely.Polygon(ring) for ring in mask.rings[:1]])
    assert covered.area > 0
    grid = grid_of(of.card, 60)
    maps = [strength_laid(of, s, frozenset(), grid) for s in of.steps if isinstance(s, Brush)]
    one, two = prints_of(region, of.card.panel_width_mm, of.card.panel_height_mm, 0)
    inside = maps[1] > 0.3
    assert float(inside.mean()) == pytest.approx(
        (one.area + two.area) / (of.card.panel_width_mm * of.card.panel_height_mm), rel=0.1
    )
    rows, columns = np.nonzero(maps[2] > 0.3)
    assert grid.y_mm[rows].min() > 80, "only the second"
    assert columns.size > 0


@pytest.mark.parametrize("motif", NAMES)
def test_inside_an_image_drawn_as_a_line_is_all_its_outline_holds(motif: Motif) -> None:
    """And not the line itself: painted in, its own mask over it, it is as large as the solid image with its holes filled."""
    region = Print(BuiltIn(motif), 60.0, (At(60, 85, 20.0),))
    line = replace(region, line_mm=0.6)
    of = plan(printed(line), AIR, lay("yellow", InPrint("s1"), "dauber", 2))
    solid = shape_at(region, region.places[0])
    filled = shapely.union_all([shapely.Polygon(part.exterior) for part in parts_of(solid)]).buffer(0.3)
    mask = mask_of_prints(of, "s1", "own")
    grid = grid_of(of.card, 100)
    painted = strength_laid(of, of.steps[-1], frozenset(), grid) > 0.3 if isinstance(of.steps[-1], Brush) else np.zeros(1)
    panel_mm2 = of.card.panel_width_mm * of.card.panel_height_mm
    assert float(painted.mean()) * panel_mm2 == pytest.approx(filled.area, rel=0.06)
    held = shapely.union_all([shapely.Polygon(ring) for ring in mask.rings])
    assert held.area == pytest.approx(filled.area, rel=0.02)


def test_where_it_is_still_bare_leaves_no_bare_spot_and_keeps_its_turn() -> None:
    of = settled(
        plan(lay("blue", Patches(20, 0.6), "sponge"), lay("yellow", Bare(), "sponge", 3), lay("dark", Whole(), passes=1))
    )
    grid = grid_of(of.card, 30)
    maps = [strength_laid(of, s, frozenset(), grid) for s in of.steps if isinstance(s, Brush)]
    assert (maps[0] < 0.05).mean() > 0.2
    assert (maps[0] + maps[1] < 0.05).mean() < 0.01
    assert purpose_of(of.steps[1]).keep_over == ("s1",)
    assert in_order(replace(of, steps=of.steps[::-1])).plan.steps[0].id == "s1"


def test_what_is_painted_inside_a_print_stays_after_it() -> None:
    of = settled(
        plan(printed(Print(SNAIL, 50.0, (At(60, 80),)), ink="pigment"), Dry("", "heat", 9), lay("pale", InPrint("s1"), "dauber"))
    )
    mixed = replace(of, steps=(of.steps[2], of.steps[1], of.steps[0]))
    back = [step.id for step in in_order(mixed).plan.steps]
    assert back.index("s1") < back.index("s3")


def test_a_card_painted_inside_its_prints_is_judged_and_put_in_order_from_any_shuffle() -> None:
    region = Print(SNAIL, 50.0, (At(60, 80),))
    words = printed(Words("Winter show", 60, 150, 7.0), ink="black")
    inside = lay("red", InPrint("s3"), "dauber")
    right = settled(plan(lay("pale"), AIR, printed(region, ink="pigment"), Dry("", "heat", 9), inside, AIR, words))
    assert "focal-lost" not in codes(right)
    for seed in range(8):
        order = list(right.steps)
        random.Random(seed).shuffle(order)
        mixed = replace(right, steps=tuple(order))
        codes(mixed)
        back = [step.id for step in in_order(mixed).plan.steps]
        assert back.index("s3") < back.index("s5")


def test_a_step_inside_prints_that_are_gone_is_refused_in_words() -> None:
    of = plan(printed(Print(SNAIL, 50.0, (At(60, 80),))), lay("pale", InPrint("s1"), "dauber"))
    with pytest.raises(BadInput, match="not printed by any step"):
        ensure_sound(replace(of, steps=of.steps[1:]))


@pytest.mark.parametrize("region", [
    Print(SNAIL, 40.0, (At(60, 80), At(20, 30, 12, True, 9.0)), 0.6, "stands", True), Print(HEART, 12.0, (At(5, 5),), texture=True),
    Words("Für Zoë\nè l’ora", 60, 80, 9.0, "script", 4.0, 40.0, True), Bare(), InPrint("s0", (0,), "left"),
], ids=lambda region: region.over)  # fmt: skip
def test_every_print_is_kept_in_its_file(region: Region) -> None:
    first = Brush("s0", "dark", "stamp", Print(SNAIL, 30.0, (At(40, 40),)), "first", 1, "dry")
    of = plan(first, printed(region))
    of = replace(of, steps=(replace(of.steps[0], id="s0"), *of.steps[1:]))
    assert read_plan(write_plan(settled(of))) == settled(of)


STANDS = Print(BuiltIn("pot"), 40.0, (At(60, 60),), stands="stands")
FIGURES: list[tuple[str, Plan, Plan]] = [
    ("figure-floats", plan(lay("pale"), AIR, printed(STANDS)), plan(lay("pale"), AIR, printed(replace(STANDS, places=(At(60, 152),))))),
    ("motif-cut", plan(lay("pale"), AIR, printed(Print(SNAIL, 40.0, (At(11, 80),)))),
     plan(lay("pale"), AIR, printed(Print(SNAIL, 40.0, (At(30, 80),))))),
    ("off-the-piece", plan(lay("pale"), AIR, printed(Print(SNAIL, 40.0, (At(-30, 80),)))),
     plan(lay("pale"), AIR, printed(Print(SNAIL, 40.0, (At(40, 80),))))),
    ("off-the-piece", plan(lay("pale"), AIR, printed(Words("to all who came", 60, 80, 14.0, "roman"))),
     plan(lay("pale"), AIR, printed(Words("to all\nwho came", 60, 80, 12.0, "roman")))),
    ("covered-by-later", plan(lay("pale"), AIR, printed(Print(HEART, 40.0, (At(60, 80),))), AIR, lay("white", tool="foam", onto="dry")),
     plan(lay("pale"), AIR, printed(Print(HEART, 40.0, (At(60, 80),), texture=True)), AIR, lay("white", tool="foam", onto="dry"))),
    ("focal-lost", plan(lay("blue", passes=6), AIR, printed(Print(HEART, 40.0, (At(60, 80),)), "blue")),
     plan(lay("blue", passes=6), AIR, printed(Print(HEART, 40.0, (At(60, 80),)), "black"))),
    ("front-after-back", plan(lay("pale"), AIR, printed(Print(HEART, 40.0, (At(60, 80),)), "yellow"), AIR,
                              printed(Print(SNAIL, 40.0, (At(66, 84),), front=True), "red")),
     plan(lay("pale"), AIR, printed(Print(HEART, 30.0, (At(30, 40),)), "yellow"), AIR,
          printed(Print(SNAIL, 30.0, (At(80, 120),), front=True), "red"))),
    ("register-lost", plan(printed(Print(HEART, 40.0, (At(60, 80),))), AIR, printed(Print(HEART, 40.0, (At(60, 80),)), "black")),
     plan(printed(Print(HEART, 40.0, (At(60, 40),))), AIR, printed(Print(HEART, 40.0, (At(60, 110),)), "black"))),
]  # fmt: skip


@pytest.mark.parametrize(("code", "has_it", "near_miss"), FIGURES)
def test_checks_read_prints_of_any_drawing(code: str, has_it: Plan, near_miss: Plan) -> None:
    assert code in codes(has_it)
    assert code not in codes(near_miss)


def test_a_figure_in_the_air_is_stood_on_the_land_below_it() -> None:
    hills = EdgeMask("hills", "hills", 60.0, 110.0, "hills", keeps="outside")
    land = (LayMask("", "hills"), lay("blue", passes=3), LiftMask("", "hills"), AIR)
    of = plan(lay("pale"), AIR, *land, printed(replace(STANDS, places=(At(60, 50),))), masks=(*MASKS, hills))
    found = next(finding for finding in judge(of) if finding.code == "figure-floats")
    assert found.remedy is not None
    assert found.remedy.label == "Stand it on the land"
    step = found.remedy.plan.steps[-1]
    assert isinstance(step, Brush)
    assert isinstance(step.region, Print)
    foot = print_shape(step.region, of.card.panel_width_mm, of.card.panel_height_mm, 0).bounds[3]
    assert foot == pytest.approx(crests_at(of, 60.0)[0] + SINKS_MM, abs=0.1)


def test_what_is_said_of_prints_names_places_sizes_and_ranks() -> None:
    of = plan(printed(Print(SNAIL, 25.4, (At(50.8, 76.2, 15),))), AIR, lay("pale", InPrint("s1"), "dauber"))
    said = say(of, of.steps[0])
    assert (
        "the snail, 1\u00a0in along its longer side, solid, its middle 2\u00a0in from the left and 3\u00a0in from the top, turned 15°"
        in said
    )
    assert "inside the snail of step 1" in say(of, of.steps[2])
    thrown = plan(printed(Motifs("bird", 25.4, 4, 2.0)))
    step = thrown.steps[0]
    assert isinstance(step, Brush)
    assert print_facts(thrown, step)[0].startswith("It falls as 4 large of 1\u00a0in, ")


def test_letters_that_no_face_has_are_told() -> None:
    of = plan(printed(Words("star \u2605", 60, 80, 9.0)))
    step = of.steps[0]
    assert isinstance(step, Brush)
    assert any("★" in fact for fact in print_facts(of, step))
    closed = printed(Words("round and round and round", 60, 80, 9.0, round_mm=20.0))
    assert 2 * pi * 20 < words_shape(Words("round and round and round", 0, 0, 9.0)).bounds[2] * 2
    assert any("run over their own beginning" in fact for fact in print_facts(of, closed))
