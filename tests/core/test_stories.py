"""The grounds of six jobs as makers do them: planned as they are done without alarm, back from any shuffle, each mistake with its warning.

With their prints at places and their further pieces; of the jobs' envelopes and of painting wet in wet nothing is said here yet.
"""

import random
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from io import BytesIO

import numpy as np
import pytest
from pypdf import PdfReader
from shapely import Point
from shapely.affinity import rotate
from shapely.geometry.base import BaseGeometry

from cielo.app.card_sizes import card_of
from cielo.app.day import DayWish, plan_day
from cielo.app.sheets import run_sheet
from cielo.core.advice.judge import judge, troubles
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.pieces import pieces_of
from cielo.core.geometry.placing import centre_repeat, evened
from cielo.core.geometry.printing import shape_at
from cielo.core.geometry.shapes import shape_of_cut
from cielo.core.materials import Paper, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.order.arrange import in_order
from cielo.core.order.derive import with_derived
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Card,
    Cut,
    Disc,
    Dry,
    EdgeMask,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    Motif,
    MotifMask,
    Motifs,
    Piece,
    Plan,
    Prepare,
    Print,
    Region,
    Reveals,
    Schools,
    Stencil,
    Step,
    Vignette,
    Water,
    Whole,
    WipeBeads,
    Words,
    ensure_sound,
    fitted,
    plan_of_piece,
    with_piece,
    with_piece_plan,
)
from cielo.core.simulation.assembled import assembled
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.land import crests_at
from cielo.core.table.purpose import settled
from cielo.core.units import inches
from tests.core.plans import WHITE
from tests.core.test_every_check import INKS, ink, low, top

EVERY = (
    *INKS, ink("teal", (60, -30, -14)), ink("magenta", (52, 56, -10)), ink("grey", (48, 0, -2)), ink("orange", (72, 34, 56)),
    ink("ivory", (93, 0, 10), "white", (70, 0, 6)), ink("straw", (88, 0, 40)), ink("vermilion", (60, 52, 40)), ink("navy", (28, 2, -26)),
    ink("coral", (70, 40, 26)), ink("raspberry", (46, 52, 12)), ink("slowblack", (22, 0, -2), "pigment", (12, 0, 0)),
    ink("pink", (78, 32, 4)), ink("sky", (72, -10, -28)), ink("sun", (90, 0, 62)),
)  # fmt: skip
VERY_SMOOTH = Stock("smooth", "Smooth", Paper((96, 0, -1), "coated"))
ROUGH = Stock("rough", "Rough", Paper((94, 0, 2), "rough"))
MID_BLUE = Stock("mid-blue", "Mid blue", Paper((50, -6, -30), "uncoated"))
RED = next(one for one in INKS if one.key == "red")
EVERY_BLUE = Paper((20, 0, -2), "rough")
PLAIN = Stock("plain", "Plain", WHITE)


def square(inch: float) -> Card:
    side = inches(inch)
    return Card(side, side, "left", Reveals(0, 0, 0, 0))


def brush(name: str, region: Region, tool: str = "medium-brush", passes: int = 3, **more: object) -> Brush:
    return replace(Brush("", name, tool, region, "light", passes), **more)  # type: ignore[arg-type]


def made(stock: Stock, card: Card, masks: tuple[Mask, ...], *steps: Step) -> Plan:
    numbered = tuple(replace(step, id=f"s{n}") for n, step in enumerate(steps, 1))
    wanted = {step.ink for step in steps if isinstance(step, Brush)} | {"pale", "green", "black", "blue", "navy"}
    return Plan("Story", "in", card, stock, tuple(i for i in EVERY if i.key in wanted), masks, numbered)


def printed(ink_key: str, region: Region, tool: str = "stamp", **more: object) -> Brush:
    told = {"touch": "full" if tool == "pen" else "first", "onto": "dry", **more}
    return brush(ink_key, region, tool, 1, **told)


def on_land(motif: Motif, size_mm: float, crest_mm: float, *x_mm: float) -> Print:
    """Images that stand with their feet just under a crest."""
    low_mm = shape_at(Print(BuiltIn(motif), size_mm, (At(0, 0),)), At(0, 0)).bounds[3]
    return Print(BuiltIn(motif), size_mm, tuple(At(x, crest_mm + 0.8 - low_mm) for x in x_mm), stands="stands")


def with_pieces(plan: Plan, *pieces: Piece) -> Plan:
    used = {step.ink for piece in pieces for step in piece.steps if isinstance(step, Brush)} | {one.key for one in plan.inks}
    return replace(plan, pieces=pieces, inks=tuple(one for one in EVERY if one.key in used))


def numbered(*steps: Step) -> tuple[Step, ...]:
    return tuple(replace(step, id=f"s{n}") for n, step in enumerate(steps, 1))


def moon_and_hills() -> Plan:
    moon = Disc("moon", "moon", 63.5, 55.0, 46.0)
    hole = replace(moon, key="hole", name="moon", keeps="outside")
    far = EdgeMask("far", "far hills", 50.0, 96.0, "hills", 0.0, 12.0, seed=3, keeps="outside")
    near = EdgeMask("near", "near hills", 80.0, 108.0, "hills", 0.0, 14.0, seed=8, keeps="outside")
    bare = made(VERY_SMOOTH, square(5), (near,), LayMask("", "near"))
    crest = crests_at(bare, 30.0)[0]
    verse = Piece(
        "verse",
        "strip",
        PLAIN,
        70.0,
        13.0,
        63.5,
        119.0,
        raised_mm=1.6,
        steps=numbered(printed("black", Words("to sleep, perchance", 35.0, 6.5, 4.0, "script"))),
    )
    return with_pieces(made(
        VERY_SMOOTH, square(5), (moon, hole, far, near),
        LayMask("", "moon"), brush("teal", Halo("moon", 30), passes=8), brush("magenta", Halo("moon", 40), passes=4),
        Dry("", "air", 4), LiftMask("", "moon"),
        LayMask("", "far"), brush("teal", Halo("far", 14), passes=4),
        brush("grey", Halo("far", 4), "small-brush", 2, touch="pale"), LiftMask("", "far"),
        LayMask("", "near"), brush("teal", Halo("near", 16), passes=3),
        brush("grey", Halo("near", 5), "small-brush", 2, touch="pale"), LiftMask("", "near"),
        LayMask("", "hole"), brush("orange", Whole(), "large-brush", 2, touch="pale", onto="dry"),
        brush("orange", Halo("hole", 14), "large-brush", 3), LiftMask("", "hole"),
        Dry("", "air", 4), brush("ivory", Whole(), "fine-splatter", 1, onto="dry"), Dry("", "air", 16),
        printed("black", on_land("lizard", 26.0, crest, 30.0)),
        printed("black", on_land("grasses", 22.0, crests_at(bare, 95.0)[0], 95.0), touch="second"), Dry("", "air", 4),
        printed("ivory", Print(BuiltIn("dot"), 1.4, (At(20, 20), At(100, 26), At(108, 60), At(14, 70))), "pen"), Dry("", "air", 16),
    ), verse)  # fmt: skip


def stencil_becomes_a_mask() -> Plan:
    clouds = MotifMask("clouds", "cloud", "stone", 54.0, 45.0, 60.0, keeps="outside")
    cover = replace(clouds, key="cover", keeps="inside", y_mm=44.0, spread_mm=3.0)
    rays = MotifMask("rays", "sun", "rays", 54.0, 60.0, 110.0, keeps="outside")
    card = Card(inches(4.25), inches(5.5), "left", Reveals(0, 0, 0, 0))
    words = Words("hello sunshine", 40.0, 8.0, 5.0, "roman")
    strip = Piece(
        "strip",
        "strip",
        PLAIN,
        80.0,
        16.0,
        54.0,
        118.0,
        raised_mm=1.6,
        steps=numbered(
            Prepare("", "anti-static"),
            brush("powder", words, "stamp", 1, touch="full"),
            brush("vermilion", Whole(), passes=9, onto="dry"),
            WipeBeads(""),
            Dry("", "air", 5),
        ),
    )
    return with_pieces(made(
        PLAIN, card, (clouds, cover, rays),
        LayMask("", "clouds"), brush("sky", Inside("clouds"), passes=4), brush("teal", Inside("clouds", "bottom"), passes=2),
        LiftMask("", "clouds"), Dry("", "air", 5),
        LayMask("", "cover"), brush("straw", top(90, 40), "large-brush", 3, onto="dry"), brush("orange", low(80, 40), "large-brush", 3),
        brush("vermilion", low(40, 30), "large-brush", 2),
        LayMask("", "rays"), brush("paste", Whole(), "knife", 1, onto="dry"), LiftMask("", "rays"), LiftMask("", "cover"),
        Dry("", "air", 120), Prepare("", "trim"),
    ), strip)  # fmt: skip


def resist_spotlights() -> Plan:
    """White printed with trees in navy; the same trees in resist on a second print, rolled dark; three squares cut from that."""
    trees = centre_repeat(Stencil("trees", "tree", "saguaro", 60.0, 60.0, 50.0, 54.0), inches(5), inches(5))
    squares = tuple(
        Cut(f"square-{n}", f"square {n}", "spotlight", "rectangle", at, at, 26.0, 26.0)
        for n, at in enumerate((34.0, 63.5, 93.0), 1)
    )
    second = Piece(
        "second",
        "second print",
        PLAIN,
        inches(5),
        inches(5),
        inches(2.5),
        inches(2.5),
        masks=(trees,),
        steps=numbered(
            Prepare("", "anti-static"),
            LayMask("", "trees"),
            brush("powder", Whole(), "dauber", 1, touch="full"),
            LiftMask("", "trees"),
            brush("blue", Whole(), "brayer", 9, onto="dry"),
            WipeBeads(""),
            Dry("", "air", 5),
        ),
        cuts=squares,
        used="cuts",
    )
    seal = Piece(
        "seal",
        "circle",
        PLAIN,
        35.0,
        35.0,
        63.5,
        20.0,
        "round",
        steps=numbered(printed("navy", Print(BuiltIn("fir"), 26.0, (At(17.5, 17.5),)))),
    )
    return with_pieces(made(
        PLAIN, square(5), (trees,),
        LayMask("", "trees"), brush("navy", Whole(), "dauber", 3, touch="medium"), LiftMask("", "trees"), Dry("", "air", 5),
    ), second, seal)  # fmt: skip


def resist_and_vignette() -> Plan:
    pattern = Stencil("pattern", "pattern", "rosette", 76.0, 76.0, 30.0, 36.0)
    return made(
        PLAIN, square(6), (pattern,),
        Prepare("", "anti-static"), LayMask("", "pattern"), brush("powder", Whole(), "dauber", 1, touch="full"), LiftMask("", "pattern"),
        brush("coral", Vignette(60), "large-brush", 6, onto="dry"), brush("coral", Vignette(40, "corners"), "large-brush", 4),
        WipeBeads(""), Dry("", "air", 5), Water("", "fine-splatter", Whole(), "fine"), Dry("", "air", 9),
        brush("raspberry", Vignette(34), "large-brush", 5, onto="dry"), brush("raspberry", Vignette(24, "corners"), "large-brush", 4),
        replace(WipeBeads(""), id=""), Dry("", "air", 5), Prepare("", "trim"),
    )  # fmt: skip


def motif_by_motif() -> Plan:
    flower = Stencil("flower", "flower", "flower", 60.0, 60.0, 60.0, 140.0)
    leaf = Stencil("leaf", "leaf", "leaf", 90.0, 100.0, 40.0, 140.0)
    return made(
        ROUGH, square(5), (flower, leaf),
        LayMask("", "flower"), brush("pink", Inside("flower"), "dauber"), brush("raspberry", Inside("flower", "bottom"), "dauber", 2),
        LiftMask("", "flower"), Dry("", "air", 6),
        LayMask("", "leaf"), brush("green", Inside("leaf"), "dauber", onto="dry"), LiftMask("", "leaf"), Dry("", "air", 6),
        Water("", "fine-splatter", Whole(), "fine"), Dry("", "air", 14),
    )  # fmt: skip


def sunrise() -> Plan:
    border = MotifMask("border", "border", "leaf", 70.0, 16.0, 24.0, keeps="outside")
    land = EdgeMask("land", "land", 70.0, 118.0, "hills", 0.0, 10.0, seed=4, keeps="outside")
    sun = Disc("sun", "sun", 70.0, 95.0, 30.0)
    hole = replace(sun, key="hole", keeps="outside")
    bare = made(PLAIN, square(5.5), (land,), LayMask("", "land"))
    return made(
        PLAIN, square(5.5), (border, sun, hole, land),
        Prepare("", "anti-static"), LayMask("", "border"), brush("powder", Whole(), "dauber", 1, touch="full"), LiftMask("", "border"),
        LayMask("", "hole"), brush("sun", Whole(), onto="dry"), LiftMask("", "hole"), Dry("", "air", 5),
        LayMask("", "sun"), brush("sun", Halo("sun", 26)), brush("pink", Vignette(50), "large-brush", 4),
        brush("sky", top(50, 40), "large-brush", 4), LiftMask("", "sun"), WipeBeads(""), Dry("", "air", 5),
        LayMask("", "land"), brush("slowblack", Inside("land"), "small-brush", 6, onto="dry"), LiftMask("", "land"), Dry("", "air", 20),
        printed("black", on_land("pot", 20.0, crests_at(bare, 30.0)[0], 30.0)),
        printed("black", Print(BuiltIn("birds"), 16.0, (At(100, 60),)), "pen"), Dry("", "air", 4),
    )  # fmt: skip


@dataclass(frozen=True)
class Story:
    plan: Callable[[], Plan]
    mistakes: dict[str, tuple[str, Callable[[Plan], Plan]]] = field(default_factory=dict)


def without(plan: Plan, *gone: str) -> Plan:
    return replace(plan, steps=tuple(step for step in plan.steps if step.id not in gone))


def changed(plan: Plan, key: str, **change: object) -> Plan:
    return replace(plan, steps=tuple(replace(s, **change) if s.id == key else s for s in plan.steps))  # type: ignore[arg-type]


def first(plan: Plan, kind: type, **has: object) -> str:
    return next(s.id for s in plan.steps if isinstance(s, kind) and all(getattr(s, k) == v for k, v in has.items()))


def on_second(plan: Plan, change: Callable[[Plan], Plan]) -> Plan:
    """A change made to the first piece of a plan, taken as a plan of its own."""
    key = plan.pieces[0].key
    return with_piece_plan(plan, key, change(plan_of_piece(plan, key)))


def same_hill(plan: Plan) -> Plan:
    far = plan.mask("far")
    again = replace(far, key="near", name="near hills", x_mm=far.x_mm + 4)
    return replace(plan, masks=tuple(again if mask.key == "near" else mask for mask in plan.masks))


STORIES = {
    "moon and two-tone hills": Story(moon_and_hills, {
        "pad straight to card": ("heavy-first-touch", lambda p: changed(p, first(p, Brush, ink="teal"), touch="full")),
        "the same hill twice, 4 mm aside": ("rank-repeats", same_hill),
        "blue brush into yellow": ("dirty-tool", lambda p: replace(p, schools=Schools(brushes="as-few-as-stay-clean", owned=1))),
        "the mask left on": ("mask-left-on", lambda p: without(p, first(p, LiftMask, mask="moon"))),
    }),
    "a stencil that becomes a mask": Story(stencil_becomes_a_mask, {
        "paste handled wet": ("finish-not-dry", lambda p: changed(p, first(p, Dry, minutes=120), minutes=5.0)),
        "paste left under the stencil": ("paste-left-under", lambda p: replace(p, steps=tuple(
            sorted(p.steps, key=lambda s: (s.id == first(p, LiftMask, mask="rays"), isinstance(s, Prepare)))))),
        "the sky without its mask": ("without-its-stencil", lambda p: replace(p, steps=(
            *(s for s in p.steps if s.id != first(p, Brush, ink="straw")), *(s for s in p.steps if s.id == first(p, Brush, ink="straw"))))),
    }),
    "resist spotlights": Story(resist_spotlights, {
        "pale ground": ("resist-too-pale", lambda p: on_second(p, lambda q: changed(q, first(q, Brush, ink="blue"), ink="pale", passes=1))),
        "dirty roller": ("dirty-tool", lambda p: replace(on_second(p, lambda q: replace(q, steps=(
            replace(brush("red", low(20, 4), "brayer"), id="r"), Dry("rd", "air", 9), *q.steps))), inks=(*p.inks, RED))),
        "not wiped": ("resist-not-wiped", lambda p: on_second(p, lambda q: without(q, first(q, WipeBeads)))),
        "no bag": ("static-on-dark", lambda p: on_second(p, lambda q: replace(without(q, first(q, Prepare)), stock=MID_BLUE, steps=(
            replace(brush("navy", Whole(), "large-brush"), id="n"), Dry("nd", "air", 9), *without(q, first(q, Prepare)).steps)))),
    }),
    "resist, vignette, trims": Story(resist_and_vignette, {
        "not wiped": ("resist-not-wiped", lambda p: without(p, *(s.id for s in p.steps if isinstance(s, WipeBeads)))),
        "pale": ("resist-too-pale", lambda p: replace(p, steps=tuple(
            replace(s, ink="pale", passes=1) if isinstance(s, Brush) and s.ink in ("coral", "raspberry") else s for s in p.steps))),
    }),
    "motif by motif": Story(motif_by_motif, {
        "water on a soluble outline": ("water-on-soluble-outline", lambda p: replace(p, steps=(
            replace(brush("black", Motifs("flower", 60, 1, 1), "pen", 1, touch="full"), id="o"), Dry("od", "air", 5),
            *(replace(s, amount="medium") if isinstance(s, Water) else s for s in p.steps)))),
        "stripes that do not show": ("ink-invisible", lambda p: replace(p, stock=replace(MID_BLUE, paper=EVERY_BLUE))),
    }),
    "sunrise, emboss first": Story(sunrise, {
        "powder on open ink": ("powder-on-open-ink", lambda p: replace(p, steps=(
            replace(next(s for s in p.steps if getattr(s, "ink", "") == "slowblack"), id="early"), *p.steps))),
        "the disc tinted while it is covered": ("mask-left-on", lambda p: without(p, first(p, LiftMask, mask="sun"))),
    }),
}  # fmt: skip


def apart(one: Plan, other: Plan) -> float:
    pictures = [lab_from_xyz(panel_xyz(plan, grid_of(plan.card, 16))) for plan in (one, other)]
    return float(np.mean(ciede2000(*pictures)))


@pytest.mark.parametrize("story", STORIES.values(), ids=STORIES)
def test_it_is_planned_as_it_is_done_without_alarm_and_comes_back_from_any_shuffle(story: Story) -> None:
    plan = settled(with_derived(story.plan()))
    ensure_sound(plan)
    assert [(f.code, f.step, f.message) for f in troubles(judge(plan))] == []
    assert in_order(plan).plan == plan
    for seed in range(5):
        steps = list(plan.steps)
        random.Random(seed).shuffle(steps)
        back = in_order(replace(plan, steps=tuple(steps))).plan
        assert apart(back, plan) < 1
        assert troubles(judge(back)) == ()
    for piece in plan.pieces:
        own = settled(plan_of_piece(plan, piece.key))
        assert in_order(own).plan == own, "a piece as it is done is right too"


@pytest.mark.parametrize("story", STORIES.values(), ids=STORIES)
@pytest.mark.parametrize("key", ["a6", "slim", "six-square", "five-seven"])
def test_it_is_as_right_on_another_card(story: Story, key: str) -> None:
    plan = settled(with_derived(story.plan()))
    other = evened(fitted(plan, card_of(FORMATS[key])))
    ensure_sound(other)
    assert [(f.code, f.step, f.message) for f in troubles(judge(other))] == []
    assert in_order(other).changes == ()


def test_pieces_of_a_story_are_cut_printed_scheduled_and_put_on() -> None:
    plan = settled(with_derived(resist_spotlights()))
    cut = {piece.name: piece for piece in pieces_of(plan)}
    assert cut.keys() >= {"second print", "square 1", "square 2", "square 3", "circle"}
    assert all(cut[f"square {n}"].from_panel and "Cut it from the second print" in cut[f"square {n}"].note for n in (1, 2, 3))
    assert [piece.name for piece in pieces_of(plan)].count("tree stencil") == 1, "the same stencil serves both prints"
    day = plan_day(plan, DayWish(makers=2))
    assert {entry.step.split("~")[0] for entry in day.entries if "~" in entry.step} == {"second", "seal"}
    sheet = " ".join(" ".join(page.extract_text() for page in PdfReader(BytesIO(run_sheet(plan))).pages).split())
    assert "cut from it the square 1, 1" in sheet
    assert "in register" in sheet


@pytest.mark.parametrize("turned", [0.0, 90.0, 180.0])
def test_what_is_cut_from_a_piece_comes_in_register_and_what_is_left_is_the_reverse(turned: float) -> None:
    """Where a square was cut the second print shows, pixel for pixel as if it lay there whole; elsewhere the panel; or the reverse."""
    plan = resist_spotlights()
    second = replace(plan.pieces[0], angle_deg=turned, raised_mm=0.0)
    shown = {
        used: assembled(replace(plan, pieces=(replace(second, used=used),)), 40).astype(int) for used in ("whole", "cuts", "rest")
    }
    bare = assembled(replace(plan, pieces=()), 40).astype(int)

    def around(shape: BaseGeometry) -> tuple[slice, slice]:
        at = rotate(shape, turned, origin=(second.x_mm, second.y_mm)).centroid
        down, across = (int(mm / 25.4 * 40) for mm in (at.y, at.x))
        return slice(down - 18, down + 18), slice(across - 18, across + 18)

    rows, columns = around(shape_of_cut(second.cuts[0]))
    away = around(Point(100, 30))
    assert np.abs(shown["whole"] - bare)[rows, columns].mean() > 20, "the two prints are not alike there"
    np.testing.assert_array_equal(shown["cuts"][rows, columns], shown["whole"][rows, columns])
    np.testing.assert_array_equal(shown["rest"][rows, columns], bare[rows, columns])
    np.testing.assert_array_equal(shown["cuts"][away], bare[away])
    np.testing.assert_array_equal(shown["rest"][away], shown["whole"][away])


PIECE_MISTAKES: dict[str, tuple[str, str, Callable[[Brush], Brush]]] = {
    "a strip whose ground is pale": ("resist-too-pale", "strip", lambda step: replace(step, ink="straw", passes=1)),
    "words longer than their strip": (
        "off-the-piece",
        "strip",
        lambda step: replace(step, region=Words("hello sunshine", 40, 8, 9.5)),
    ),
}


@pytest.mark.parametrize("why", PIECE_MISTAKES)
def test_a_mistake_on_a_piece_is_told_of_the_card_and_mended_on_the_piece(why: str) -> None:
    code, key, make = PIECE_MISTAKES[why]
    plan = settled(with_derived(stencil_becomes_a_mask()))
    piece = next(piece for piece in plan.pieces if piece.key == key)
    at = next(
        i for i, s in enumerate(piece.steps) if isinstance(s, Brush) and isinstance(s.region, Words) == (code == "off-the-piece")
    )
    step = piece.steps[at]
    assert isinstance(step, Brush)
    wrong = with_piece(plan, replace(piece, steps=(*piece.steps[:at], make(step), *piece.steps[at + 1 :])))
    found = next(finding for finding in judge(wrong) if finding.code == code)
    assert found.step is None
    assert found.message.startswith(f"The {piece.name}: ")
    assert found.remedy is not None
    assert found.remedy.plan.steps == plan.steps, "the panel is left alone"
    assert code not in {finding.code for finding in judge(found.remedy.plan)}


MISTAKES = [(name, why, code, make) for name, story in STORIES.items() for why, (code, make) in story.mistakes.items()]


@pytest.mark.parametrize(("name", "why", "code", "make"), MISTAKES, ids=[f"{name}: {why}" for name, why, *_ in MISTAKES])
def test_each_mistake_brings_its_warning(name: str, why: str, code: str, make: Callable[[Plan], Plan]) -> None:
    plan = settled(with_derived(STORIES[name].plan()))
    wrong = make(plan)
    ensure_sound(wrong)
    found = [finding for finding in judge(wrong) if finding.code == code]
    assert found, f"{why}: {[f.code for f in judge(wrong)]}"
    if found[0].remedy is not None:
        left = [finding.code for finding in judge(found[0].remedy.plan)]
        assert left.count(code) < len(found)
