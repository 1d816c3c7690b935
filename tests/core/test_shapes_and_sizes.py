"""Stencils, places and sizes: against Shapely, closed forms and the figures of the trade; each check where it is and where it is not."""

from collections import Counter
from dataclasses import replace
from math import cos, hypot, pi, radians, sqrt

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon, affinity, box, union_all
from shapely.ops import split

from cielo.app.cutting import lay_out_pieces
from cielo.core.advice.judge import judge
from cielo.core.geometry.bridges import THINNEST_BRIDGE_MM, islands, narrowest_bridge_mm, with_bridges
from cielo.core.geometry.designs import DESIGNS, lay_design
from cielo.core.geometry.envelopes import READY_MADE, envelope_troubles, fold_envelope, pile_mm
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.holding import openings_under, place_tape, reach_through_mm, stencil_facts
from cielo.core.geometry.masks import distance_to_cover_mm
from cielo.core.geometry.nesting import SHEETS, Laid, Offcut, Sheet, Want, nest
from cielo.core.geometry.pieces import pieces_of
from cielo.core.geometry.placing import centre_repeat, counterpart, cut_shares, fit_strip
from cielo.core.geometry.shapes import inside_of, openings_of, parts_of
from cielo.core.materials import TOOLS
from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Cut,
    Disc,
    Drawn,
    EdgeMask,
    Focal,
    Hold,
    Inside,
    LayMask,
    Mask,
    Mat,
    Motif,
    MotifMask,
    Plan,
    Reveals,
    Stencil,
    Tapes,
    Whole,
    ensure_sound,
)
from cielo.core.say import where_to_lay
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.laydown import strength_laid
from cielo.core.units import inches
from cielo.errors import BadInput
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.plans import card, plan_of

W, H = 120.65, 171.45
DOTS = Stencil("dots", "dots", "dot", W / 2, H / 2, 10.0, 20.0, staggered=False)
OPEN = Stencil("open", "open", "dot", W / 2, H / 2, 26.0, 28.0, staggered=False)
AGAVE = Stencil("agave", "agave", "rosette", W / 2, H / 2, 26.0, 32.0)
SAGUARO = MotifMask("saguaro", "saguaro", "saguaro", W / 2, 60.0, 70.0, keeps="outside")


def laid(*masks: Mask, **more: object) -> Plan:
    """A plan that lays those masks and brushes one ink."""
    steps = (
        *(LayMask(f"l{n}", mask.key) for n, mask in enumerate(masks)),
        Brush("b", "pale", "large-brush", Whole(), "light", 3),
    )
    return replace(plan_of(*steps), masks=masks, **more)  # type: ignore[arg-type]


def codes(plan: Plan) -> set[str]:
    return {finding.code for finding in judge(plan)}


def hill(key: str, x: float, y: float, seed: int = 3, **more: object) -> EdgeMask:
    return replace(EdgeMask(key, key, x, y, "hills", 0.0, 18.0, seed), **more)  # type: ignore[arg-type]


def one_by_one(tool: str, *openings: str, covered: bool = False, stencil: Stencil = DOTS) -> Plan:
    brush = Brush("b", "pale", tool, Inside(stencil.key, None, openings, covered), "light", 3)
    return replace(plan_of(LayMask("l", stencil.key), brush), masks=(stencil,))


SUN = Disc("sun", "sun", 60.0, 60.0, 40.0)
TAPE = Hold("t", "tape", "dots", W / 2, H / 2)
LOW = Focal("f", "egret", "image", 60.0, 80.0, 40.0, 60.0, stands=True)
TO_MEASURE = replace(card(), envelope="five-seven")
WINDOW = Cut("w", "window", "window", "rectangle", 60.0, 80.0, 50.0, 40.0)

CASES: list[tuple[str, Plan, Plan]] = [
    (
        "tape-over-openings",
        laid(DOTS, holds=(TAPE,)),
        laid(DOTS, holds=(replace(TAPE, x_mm=W / 2 + 10, length_mm=8, width_mm=8),)),
    ),
    ("tape-over-openings", laid(DOTS, holds=(TAPE,)), laid(replace(DOTS, keeps="inside"), holds=(TAPE,))),
    ("uneven-repeat", laid(replace(DOTS, x_mm=W / 2 + 4)), laid(replace(DOTS, x_mm=W / 2 + 0.4))),
    ("uneven-repeat", laid(replace(AGAVE, y_mm=H / 2 + 7)), laid(replace(AGAVE, x_mm=W / 2 + 16, y_mm=H / 2 + 32))),
    ("stencil-may-shift", laid(OPEN), laid(replace(OPEN, size_mm=18.0))),
    ("stencil-may-shift", laid(OPEN), laid(OPEN, holds=(Hold("t", "tape", "open", W / 2, -9.0),))),
    ("ink-through-neighbour", one_by_one("medium-brush", "r0c0"), one_by_one("medium-brush", "r0c0", covered=True)),
    ("ink-through-neighbour", one_by_one("dauber", "r0c0"), one_by_one("dauber", "r0c0", stencil=replace(DOTS, pitch_mm=30.0))),
    ("rank-repeats", laid(hill("a", 60, 70), hill("b", 62, 100)), laid(hill("a", 60, 70), hill("b", 92, 100))),
    ("rank-repeats", laid(hill("a", 60, 70), hill("b", 62, 100)), laid(hill("a", 60, 70), hill("b", 60, 70, keeps="outside"))),
    ("rank-repeats", laid(SUN, replace(SUN, key="s2", x_mm=62.0)), laid(SUN, replace(SUN, key="s2", x_mm=80.0))),
    ("horizon-crosses-sun", laid(SUN, hill("h", 60, 76)), laid(SUN, hill("h", 60, 120))),
    (
        "horizon-crosses-sun",
        laid(SUN, EdgeMask("h", "sea", 60, 74, "straight")),
        laid(SUN, EdgeMask("h", "sea", 60, 60, "straight")),
    ),
    ("figure-floats", laid(SAGUARO), laid(replace(SAGUARO, y_mm=H - 34))),
    ("figure-floats", laid(SAGUARO), laid(SAGUARO, EdgeMask("h", "land", 60, 88, "straight"))),
    ("figure-floats", laid(focal=(LOW,)), laid(focal=(replace(LOW, stands=False),))),
    ("does-not-fit", laid(card=replace(card(6, 6), envelope="five-seven")), laid(card=TO_MEASURE)),
    ("does-not-fit", laid(card=replace(card(), raised_mm=6.0)), laid(card=replace(card(), raised_mm=2.0))),
    ("does-not-fit", laid(cuts=(replace(WINDOW, x_mm=10.0),)), laid(cuts=(WINDOW,))),
]


@pytest.mark.parametrize(("code", "has_it", "near_miss"), CASES)
def test_each_check_fires_where_it_should_and_only_there(code: str, has_it: Plan, near_miss: Plan) -> None:
    ensure_sound(has_it)
    ensure_sound(near_miss)
    assert code in codes(has_it)
    assert code not in codes(near_miss)


@pytest.mark.parametrize(("code", "has_it"), [case[:2] for case in CASES])
def test_every_remedy_clears_its_finding_and_makes_nothing_worse(code: str, has_it: Plan) -> None:
    before = judge(has_it)
    remedy = next(finding.remedy for finding in before if finding.code == code)
    assert remedy is not None
    ensure_sound(remedy.plan)
    after = judge(remedy.plan)
    assert code not in {finding.code for finding in after}
    assert len(after) < len(before)


def test_open_share_and_bridge_are_those_of_a_lattice_of_circles() -> None:
    """Closed forms: pi d^2 / 4 p^2 of the plane is open, and d apart from p lies the bridge; a 48-sided dot is 0.3 % smaller."""
    big = replace(DOTS, x_mm=1005.0, y_mm=1005.0)
    facts = stencil_facts(big, 2010.0, 2010.0)
    assert facts.open_share == pytest.approx(pi * 10**2 / (4 * 20**2), rel=0.02)
    assert facts.bridge_mm == pytest.approx(20 - 10, abs=0.05)
    assert facts.lies_still
    assert not stencil_facts(OPEN, W, H).lies_still


def ring_stencil(outer_mm: float, inner_mm: float, gap_mm: float) -> Drawn:
    """An opening round a middle that hangs by a bridge of ``gap_mm``, or by nothing at 0."""
    ring = Point(0, 0).buffer(outer_mm, quad_segs=48).difference(Point(0, 0).buffer(inner_mm, quad_segs=48))
    left = ring.difference(box(0, -gap_mm / 2, outer_mm + 1, gap_mm / 2)) if gap_mm else ring
    rings = tuple(tuple((float(x), float(y)) for x, y in line.coords[:-1]) for line in (left.exterior, *left.interiors))
    return Drawn("ring", "ring", 60, 60, rings)


@pytest.mark.parametrize("gap_mm", [0.5, 1.2, 2.5, 5.0])
def test_a_middle_that_hangs_by_one_bridge_has_it_measured(gap_mm: float) -> None:
    facts = stencil_facts(ring_stencil(20, 12, gap_mm), W, H)
    assert facts.islands == 0
    assert facts.bridge_mm == pytest.approx(gap_mm, abs=0.06)


def test_a_bridge_wide_enough_is_not_spoken_of() -> None:
    assert stencil_facts(ring_stencil(20, 12, 7.0), W, H).bridge_mm is None


@given(st.floats(8, 30), st.floats(0.3, 0.85), st.floats(0.4, 2.0))
@settings(max_examples=30, deadline=None)
def test_bridges_hold_what_nothing_held(outer_mm: float, share: float, scale: float) -> None:
    """Two bridges of 1.5 mm across a ring: what they take of the opening is their width times the ring's, twice."""
    loose = replace(ring_stencil(outer_mm, outer_mm * share, 0), scale=scale)
    of = replace(
        plan_of(LayMask("l", "ring"), Brush("b", "pale", "dauber", Inside("ring", None, ("o1",)), "light", 2)), masks=(loose,)
    )
    assert stencil_facts(loose, W, H).islands == 1
    held = with_bridges(of, loose)
    mask = held.mask("ring")
    facts = stencil_facts(mask, W, H)
    assert facts.islands == 0
    assert len(openings_of(mask, W, H)) == 2
    assert facts.bridge_mm == pytest.approx(1.5, abs=0.1)
    bridges = inside_of(loose, W, H).difference(inside_of(mask, W, H))
    tops = sorted(part.centroid.y for part in parts_of(bridges) if part.area > 0.01)
    assert [round(y - 60) < 0 for y in tops] == [True, False], "one above, one below"
    assert abs(bridges.centroid.x - 60) < 1.0
    assert abs(bridges.centroid.y - 60) < 1.0, "and opposite each other"
    taken = inside_of(loose, W, H).area - inside_of(mask, W, H).area
    assert taken == pytest.approx(2 * 1.5 * outer_mm * (1 - share) * scale, rel=0.25)
    region = held.steps[1].region  # type: ignore[union-attr]
    assert isinstance(region, Inside)
    assert len(region.openings) == 2, "the opening that was chosen stays chosen, in both its parts"


@given(st.lists(st.tuples(st.floats(-24, 24), st.floats(-24, 24), st.floats(0.5, 9)), min_size=1, max_size=7))
@settings(max_examples=60, deadline=None)
def test_bridges_hold_any_middles_wherever_they_lie(spots: list[tuple[float, float, float]]) -> None:
    middles = union_all([Point(x, y).buffer(r, quad_segs=6) for x, y, r in spots])
    opening = Point(0, 0).buffer(30, quad_segs=12).difference(middles)
    rings = tuple(
        tuple((round(x, 3), round(y, 3)) for x, y in line.coords[:-1])
        for part in parts_of(opening)
        for line in (part.exterior, *part.interiors)
    )
    loose = Drawn("d", "d", 60, 60, rings)
    held = with_bridges(replace(plan_of(), masks=(loose,)), loose).mask("d")
    assert stencil_facts(held, W, H).islands == 0
    grown = inside_of(held, W, H).difference(inside_of(loose, W, H).buffer(0.01))
    assert grown.area < 0.01, "the openings only become smaller"


def test_a_drawing_of_nothing_but_middles_is_refused_rather_than_made_too_large() -> None:
    def ring(x: float, y: float, r: float) -> tuple[tuple[float, float], ...]:
        return tuple(Point(x, y).buffer(r, quad_segs=3).exterior.coords[:-1])

    rings = [ring(9 * i, 9 * j, r) for i in range(-6, 7) for j in range(-6, 7) for r in (4.0, 2.0)]
    loose = Drawn("d", "d", 60, 60, tuple(rings))
    with pytest.raises(BadInput, match="too many middles"):
        with_bridges(replace(plan_of(), masks=(loose,)), loose)


EDGE = EdgeMask("e", "land", 50.8, 101.6, "straight")


@pytest.mark.parametrize(
    ("mask", "trim_in", "said"),
    [
        (Disc("d", "moon", 25.4, 50.8, 40.0), 0, "Its middle 1 in from the left and 2 in from the top."),
        (Disc("d", "moon", 25.4, 50.8, 40.0), 1 / 4, "Its middle 1 1/4 in from the left and 2 1/4 in from the top. Measure on"),
        (replace(DOTS, x_mm=25.4, y_mm=25.4, angle_deg=15.0), 0, "middle of one motif 1 in from the left and 1 in from the top, turned 15"),
        (replace(EDGE, flipped=True), 0, "side 4 in down and the right side 4 in down. It covers what is below it. Lay it turned over."),
        # 45 degrees through (2, 4) in: down the left side at 4 - 2, out at the right 4 3/4 in across and so 2 3/4 in further down.
        (replace(EDGE, angle_deg=45.0), 0, "side 2 in down and the right side 6 3/4 in down. It covers what is below it."),
        (replace(EDGE, angle_deg=90.0, profile="hills"), 0, "It covers what is left of it."),
        (Tapes("t", "two", 50.8, 50.8, 0.0, 38.1), 0, "Leave 1 1/2 in open between them; the middle of the strip crosses the left side 2 in"),
    ],
)  # fmt: skip
def test_where_a_mask_goes_is_said_by_the_ruler(mask: Mask, trim_in: float, said: str) -> None:
    of = laid(mask, card=replace(card(), trim_mm=inches(trim_in)))
    assert said in where_to_lay(of, mask)


def test_a_tool_reaches_through_by_its_width_less_the_gap() -> None:
    reach = reach_through_mm(DOTS, ("r0c0",), TOOLS["dauber"], W, H)
    assert reach == pytest.approx(TOOLS["dauber"].width_mm - 10.0, abs=0.05)
    assert reach_through_mm(DOTS, tuple(o.key for o in openings_of(DOTS, W, H)), TOOLS["dauber"], W, H) == 0


@given(
    st.floats(0, 40),
    st.floats(0, 40),
    st.floats(15, 50),
    st.floats(0.4, 0.95),
    st.booleans(),
    st.sampled_from(["dot", "rosette", "star", "leaf"]),
)
@settings(max_examples=40, deadline=None)
def test_a_centred_repeat_is_cut_equally_and_stays_where_it_is(
    x: float, y: float, pitch: float, share: float, staggered: bool, motif: Motif
) -> None:
    repeat = Stencil("r", "r", motif, x, y, pitch * share, pitch, 0.0, staggered)
    centred = centre_repeat(repeat, W, H)
    assert cut_shares(centred, W, H).unevenness < 0.06, "but for what a motif itself lacks in symmetry"
    again = centre_repeat(centred, W, H)
    assert isinstance(again, Stencil)
    assert hypot(again.x_mm - centred.x_mm, again.y_mm - centred.y_mm) < 0.01
    assert hypot(centred.x_mm - x, centred.y_mm - y) < 1.5 * pitch, "moved no further than the lattice asks"


def test_cut_shares_are_those_of_the_shapes() -> None:
    """A single column of dots whose middle lies on the left side loses half of each, by symmetry."""
    shares = cut_shares(replace(DOTS, x_mm=0.0), W, H)
    assert shares.left == pytest.approx(0.5, abs=1e-6)


@given(st.floats(-60, 60), st.floats(0, 8), st.sampled_from(["rosette", "saguaro", "leaf", "star"]), st.floats(-40, 40))
@settings(max_examples=30, deadline=None)
def test_a_fitted_strip_holds_one_whole_motif_with_its_margin(angle: float, margin: float, motif: Motif, turn: float) -> None:
    piece = MotifMask("m", "m", motif, 60.0, 80.0, 30.0, turn)
    strip = fit_strip(Tapes("t", "strip", 20.0, 20.0, angle, 10.0), piece, margin, W, H)
    shape = inside_of(piece, W, H)
    normal = (-np.sin(radians(angle)), np.cos(radians(angle)))
    across = [(x - strip.x_mm) * normal[0] + (y - strip.y_mm) * normal[1] for x, y in shape.exterior.coords]
    assert min(across) == pytest.approx(-(strip.width_mm / 2 - margin), abs=0.01)
    assert max(across) == pytest.approx(strip.width_mm / 2 - margin, abs=0.01)
    assert shape.centroid.distance(Point(strip.x_mm, strip.y_mm)) < 30


@pytest.mark.parametrize("mask", [
    Disc("d", "moon", 60.0, 80.0, 40.0),
    Disc("d", "moon", 20.0, 80.0, 40.0, keeps="outside"),
    EdgeMask("e", "hills", 50.0, 90.0, "hills", 20.0, 12.0, seed=3),
    EdgeMask("e", "hills", 50.0, 90.0, "torn", 200.0, 9.0, seed=3, flipped=True, keeps="outside"),
    MotifMask("m", "fern", "fern", 60.0, 80.0, 50.0, 30.0),
    replace(AGAVE, keeps="inside"),
], ids=lambda mask: f"{mask.shape}, keeps {mask.keeps}")  # fmt: skip
def test_a_sheet_and_what_it_was_cut_from_cover_all_once(mask: Mask) -> None:
    other = counterpart(mask, "other", 0.0)
    x_mm, y_mm = np.linspace(1, W, 51), np.linspace(1, H, 73)
    one, rest = (distance_to_cover_mm(sheet, x_mm, y_mm) for sheet in (mask, other))
    np.testing.assert_allclose(one, -rest, atol=1e-4)
    assert (one > 0).any()
    assert (one < 0).any()
    assert counterpart(other, mask.key, 0.0).keeps == mask.keeps


def test_a_stencil_as_its_own_mask_covers_its_print_and_a_margin() -> None:
    cover = counterpart(AGAVE, "cover", 1.5)
    assert isinstance(cover, Stencil)
    printed, covered = inside_of(AGAVE, W, H), inside_of(cover, W, H)
    assert covered.contains(printed.buffer(-1e-6))
    assert covered.buffer(1e-6).contains(printed.buffer(1.45).intersection(box(0, 0, W, H)))
    assert not covered.contains(printed.buffer(1.6).intersection(box(0, 0, W, H)))


def test_turned_over_twice_is_as_it_was_and_once_is_its_mirror() -> None:
    for mask in (SAGUARO, AGAVE, hill("h", W / 2, 80)):
        over = replace(mask, flipped=True, x_mm=W / 2)
        upright = replace(mask, x_mm=W / 2)
        panel = box(0, 0, W, H)
        mirrored = affinity.scale(inside_of(over, W, H), -1, 1, origin=(W / 2, 0)).intersection(panel)
        assert mirrored.symmetric_difference(inside_of(upright, W, H).intersection(panel)).area < 0.5


def test_a_repeated_drawing_is_the_same_as_a_stencil_of_that_motif() -> None:
    """Axis by axis: the picture's own distances, and the shapes that are cut."""
    ring = tuple((5 * float(np.cos(a)), 5 * float(np.sin(a))) for a in np.linspace(0, 2 * pi, 48, endpoint=False))
    drawn = Drawn("d", "d", DOTS.x_mm, DOTS.y_mm, (ring,), pitch_mm=20.0)
    assert inside_of(drawn, W, H).symmetric_difference(inside_of(DOTS, W, H)).area < 40
    grid = grid_of(card(), 25)
    maps = [
        strength_laid(laid(mask), Brush("b", "pale", "dauber", Inside(mask.key), "light", 3), frozenset(), grid)
        for mask in (drawn, DOTS)
    ]
    assert np.abs(maps[0] - maps[1]).mean() < 0.02


@pytest.mark.parametrize("mask", [AGAVE, DESIGNS["glasshouse-scene"].masks[0], replace(DOTS, angle_deg=20.0)])
def test_openings_one_by_one_make_up_the_whole_stencil(mask: Mask) -> None:
    placed = replace(mask, x_mm=W / 2, y_mm=H / 2)
    plan = laid(placed)
    grid = grid_of(plan.card, 25)

    def inked(*openings: str) -> float:
        step = Brush("b", "pale", "pen", Inside(placed.key, None, openings), "light", 3)
        return float(strength_laid(plan, step, frozenset(), grid).sum())

    keys = [opening.key for opening in openings_of(placed, plan.card.panel_width_mm, plan.card.panel_height_mm)]
    assert len(keys) > 10
    assert sum(inked(key) for key in keys) == pytest.approx(inked(), rel=0.03)
    assert 0 < inked(keys[0]) < inked() / 4


def test_no_ink_comes_through_tape() -> None:
    grid = grid_of(card(), 25)
    taped = laid(DOTS, holds=(TAPE,))
    step = taped.steps[-1]
    assert isinstance(step, Brush)
    free, held = (strength_laid(plan, step, frozenset({"dots"}), grid) for plan in (laid(DOTS), taped))
    row, column = int(H / 2 / grid.pixel_height_mm), int(W / 2 / grid.pixel_width_mm)
    assert free[row, column] > 0.5
    assert held[row, column] == 0
    assert openings_under(taped, TAPE)


@pytest.mark.parametrize("mask", [DOTS, AGAVE, OPEN, SAGUARO])
def test_tape_is_placed_where_no_opening_is_covered(mask: Mask) -> None:
    placed = place_tape(laid(mask), mask.key, "t")
    assert placed is not None
    assert openings_under(laid(mask, holds=(placed,)), placed) == ()


# Sizes --------------------------------------------------------------------------------------------------------------------------
def test_a_six_inch_card_takes_the_envelope_that_makers_fold() -> None:
    """Common practice (trade.md, Figures): a 9 1/2 in square, first score at 4 3/4."""
    fold = fold_envelope(card(6, 6), 1.0, "in")
    assert fold.sheet_mm == pytest.approx(inches(9.5), abs=inches(1 / 8))
    assert fold.first_score_mm == pytest.approx(inches(4.75), abs=inches(1 / 8))


@pytest.mark.parametrize("key", FORMATS)
@pytest.mark.parametrize("units", ["in", "cm"])
def test_a_folded_envelope_closes_over_its_card(key: str, units: str) -> None:
    """Folded in Shapely: the four corners, mirrored at their creases, cover the card and its play without a gap."""
    size = FORMATS[key]
    fold = fold_envelope(Card(size.width_mm, size.height_mm, "left", Reveals(3, 3, 3, 3)), 1.0, units)  # type: ignore[arg-type]
    sheet = box(0, 0, fold.sheet_mm, fold.sheet_mm)
    corners = fold.corners_mm
    front = Polygon(corners)
    assert sheet.contains(front)
    assert [round(LineString(corners[i : i + 2]).length, 3) for i in range(2)] == [
        round(fold.width_mm, 3),
        round(fold.height_mm, 3),
    ]
    flaps = []
    for a, b in zip(corners, (*corners[1:], corners[0]), strict=True):
        along = np.array(b) - np.array(a)
        crease = LineString([np.array(a) - 50 * along, np.array(b) + 50 * along])
        beyond = min(split(sheet, crease).geoms, key=lambda part: part.intersection(front).area)
        # Between neighbouring creases the notch is rounded off, so a flap is no wider than its crease.
        flap = beyond.intersection(
            Polygon([a, b, np.array(b) + 9 * np.array([along[1], -along[0]]), np.array(a) + 9 * np.array([along[1], -along[0]])])
        )
        c, s = along / np.hypot(*along)
        mirror = (c * c - s * s, 2 * c * s, 2 * c * s, s * s - c * c)
        at_origin = affinity.translate(flap, -a[0], -a[1])
        flaps.append(affinity.translate(affinity.affine_transform(at_origin, [*mirror, 0, 0]), *a))
    assert union_all(flaps).buffer(0.01).contains(front.buffer(-0.01))
    assert fold.overlap_mm >= 11.4


def test_ready_made_envelopes_are_those_of_the_standard() -> None:
    """ISO 269: C6 114 x 162, DL 110 x 220, C5 162 x 229. A C size holds the A size of its number (ISO 216)."""
    assert {(READY_MADE[k].height_mm, READY_MADE[k].width_mm) for k in ("c6", "dl", "c5")} == {(114, 162), (110, 220), (162, 229)}
    a6 = FORMATS["a6"]
    fits = Card(a6.width_mm, a6.height_mm, "left", Reveals(5, 5, 5, 5), envelope="c6")
    assert envelope_troubles(laid(card=fits)) == ()
    assert SHEETS["a4"].height_mm / SHEETS["a4"].width_mm == pytest.approx(sqrt(2), abs=0.002)


def test_mats_and_reveals_add_up_as_makers_reckon() -> None:
    """12.5 on 15.5 on 20 cm squares leave 1.5 and 2.25 cm (common practice, trade.md, Figures)."""
    all_round = Reveals(22.5, 22.5, 22.5, 22.5)
    whole = Card(200, 200, "left", all_round, mats=(Mat("night slate", Reveals(15, 15, 15, 15)),))
    assert (whole.panel_width_mm, whole.panel_height_mm) == (125, 125)
    pieces = {piece.key: piece for piece in pieces_of(laid(card=whole))}
    assert (pieces["mat-1"].width_mm, pieces["mat-1"].of) == (155, "night slate")
    assert pile_mm(laid(card=whole)) == pytest.approx(4 * 0.3)


def test_ink_larger_then_trim_and_windows_frames_spotlights() -> None:
    cuts = (WINDOW, replace(WINDOW, key="fr", use="frame", angle_deg=12.0), replace(WINDOW, key="sp", use="spotlight", outline="round"),
            Cut("st", "thanks", "sentiment", "rectangle", 60, 150, 70, 12))  # fmt: skip
    plan = laid(card=replace(card(), trim_mm=inches(1 / 4)), cuts=cuts)
    pieces = {piece.key: piece for piece in pieces_of(plan)}
    panel = pieces["panel"]
    assert panel.width_mm == pytest.approx(W + inches(1 / 2))
    assert Polygon(panel.scores[0]).area == pytest.approx(W * H)
    assert [round(Polygon(hole).area) for hole in panel.cuts[1:]] == [2000, round(pi * 25 * 20 * 0.9993)]
    frame = pieces["fr"]
    ring = Polygon(frame.cuts[0]).area - Polygon(frame.cuts[1]).area
    assert ring == pytest.approx((50 + 12) * (40 + 12) - 50 * 40, rel=1e-6)
    assert frame.width_mm == pytest.approx(62 * cos(radians(12)) + 52 * np.sin(radians(12)), rel=1e-6)
    assert "second print" in pieces["sp"].note
    assert (pieces["st"].width_mm, pieces["st"].height_mm) == (70, 12)
    assert read_plan(write_plan(plan)) == plan


def test_rounding_never_loses_a_piece() -> None:
    """Four quarters of a letter sheet, and of an A4 sheet, are cut from it without a sliver left (common practice; ISO 216)."""
    assert len(nest([Want("panel", inches(4.25), inches(5.5), 4)], SHEETS["letter"])) == 1
    assert len(nest([Want("panel", 105.0, 148.5, 4)], SHEETS["a4"])) == 1
    assert len(nest([Want("base", inches(11), inches(4.25), 2)], SHEETS["letter"])) == 1, "turned, two bases to the sheet"
    (full,) = nest([Want("panel", inches(4.25), inches(5.5), 4)], SHEETS["letter"])
    assert (round(full.used, 6), round(full.waste, 6)) == (1, 0)


@given(st.lists(st.tuples(st.integers(8, 130), st.integers(8, 170), st.integers(1, 5)), min_size=1, max_size=5))
@settings(max_examples=40, deadline=None)
def test_nested_pieces_all_lie_on_a_sheet_and_none_over_another(sizes: list[tuple[int, int, int]]) -> None:
    """Overlap and bounds by Shapely."""
    sheet = Sheet("s", "a sheet", inches(8.5), inches(11))
    wants = [Want(f"p{n}", inches(w / 16), inches(h / 16), many) for n, (w, h, many) in enumerate(sizes)]
    sheets = nest(wants, sheet)
    placed = sorted(piece.name for one in sheets for piece in one.laid)
    assert placed == sorted(want.name for want in wants for _ in range(want.count))
    for one in sheets:
        placed_here: list[Laid | Offcut] = [*one.laid, *one.offcuts]
        boxes = [box(p.x_mm, p.y_mm, p.x_mm + p.width_mm, p.y_mm + p.height_mm) for p in placed_here]
        assert union_all(boxes).area == pytest.approx(sum(b.area for b in boxes), abs=0.01)
        assert box(-1e-6, -1e-6, sheet.width_mm + 1e-6, sheet.height_mm + 1e-6).contains(union_all(boxes))
        assert one.used + one.waste <= 1 + 1e-9
        for offcut in one.offcuts:
            for name in offcut.yields:
                want = next(want for want in wants if want.name == name)
                sides = sorted((want.width_mm, want.height_mm)), sorted((offcut.width_mm, offcut.height_mm))
                assert all(a <= b + 1e-3 for a, b in zip(*sides, strict=True))


def test_a_piece_larger_than_every_sheet_is_refused_in_words() -> None:
    with pytest.raises(BadInput, match="base is larger than a sheet"):
        nest([Want("base", inches(12), inches(6), 1)], SHEETS["letter"])


@pytest.mark.parametrize("count", [1, 6])
def test_every_piece_of_a_batch_lies_on_some_sheet_or_is_named(count: int) -> None:
    """Frames for every card, masks once, the spotlight out of the panel; what no sheet holds hinders nothing else."""
    cuts = (
        Cut("fr", "frame", "frame", "rectangle", 60, 60, 50, 40, 0, 6),
        Cut("sp", "sun spot", "spotlight", "round", 60, 60, 30, 30),
    )
    of = replace(plan_of(), masks=(Disc("moon", "moon", 50, 60, 40), EdgeMask("land", "land", 60, 100, "hills")), cuts=cuts)
    for width_mm, larger, refused in (
        (127.0, set(), set()),
        (280.0, {"base", "land mask"}, set()),
        (420.0, {"land mask"}, {"base"}),
    ):
        cutting = lay_out_pieces(
            replace(of, card=replace(of.card, width_mm=width_mm, envelope=next(iter(READY_MADE)))), count, "letter"
        )
        laid = Counter(piece.name for stock in cutting.stocks for sheet in stock.sheets for piece in sheet.laid)
        wanted = {p.name: 1 if p.once else count for p in cutting.pieces if not p.from_panel}
        assert {name for name in wanted if any(f"the {name}" in stock.larger for stock in cutting.stocks)} >= larger
        assert {name for name in wanted if any(name in stock.refused for stock in cutting.stocks)} == refused
        assert laid == {name: many for name, many in wanted.items() if name not in refused}
        assert (laid["frame"], laid["moon mask"]) == (count, 1)
        assert all(bool(stock.larger) == (stock.sheet != cutting.sheet) for stock in cutting.stocks)
        assert all(("hinged" in stock.refused) == bool(stock.refused) for stock in cutting.stocks)


@pytest.mark.parametrize("key", DESIGNS)
def test_a_built_in_stencil_holds_together(key: str) -> None:
    """No middle falls out of it, and no bridge is so thin that it tears."""
    for mask in DESIGNS[key].masks:
        if mask.keeps == "outside" and not isinstance(mask, EdgeMask):
            laid = replace(mask, x_mm=W / 2, y_mm=H / 2)
            assert islands(laid, W, H) == 0
            assert (narrowest_bridge_mm(laid, W, H) or THINNEST_BRIDGE_MM) >= THINNEST_BRIDGE_MM


@pytest.mark.parametrize("key", DESIGNS)
def test_every_design_lies_on_a_card_and_is_kept_in_its_file(key: str) -> None:
    plan = lay_design(lay_design(plan_of(), DESIGNS[key]), DESIGNS[key])
    ensure_sound(plan)
    assert len(plan.masks) == 1 + 2 * len(DESIGNS[key].masks)
    assert read_plan(write_plan(plan)) == plan
    for mask in plan.masks[1:]:
        assert isinstance(mask, EdgeMask | Tapes) or inside_of(mask, W, H).area > 20


def test_numbered_stencils_register_and_do_not_print_over_each_other() -> None:
    parts = [inside_of(replace(mask, x_mm=60.0, y_mm=80.0), W, H) for mask in DESIGNS["bloom-set"].masks]
    hole = Point(60 - 44, 80 - 44)
    assert all(part.contains(hole) for part in parts)
    at_holes = union_all([Point(60 + x, 80 - 44).buffer(4) for x in (-44, 44)])
    shapes = [part.difference(at_holes) for part in parts]
    for i, one in enumerate(shapes):
        for other in shapes[i + 1 :]:
            assert one.distance(other) > 1


def test_bands_that_end_crisply_are_ground_and_soft_ones_sky() -> None:
    land = Brush("k", "dark", "medium-brush", Band("bottom", 0, H - 88, 0, 2), "medium", 6)
    soft = replace(land, region=Band("bottom", 0, H - 88, 0, 60))
    standing = laid(SAGUARO)
    assert "figure-floats" not in codes(replace(standing, steps=(*standing.steps, land)))
    assert "figure-floats" in codes(replace(standing, steps=(*standing.steps, soft)))
