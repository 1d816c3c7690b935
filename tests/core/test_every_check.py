"""The checks on colour, water, resist, prints, tools and the end of the work: each on a plan that has it and on a near miss."""

from dataclasses import replace

import numpy as np
import pytest

from cielo.core.advice.finding import Finding
from cielo.core.advice.judge import CARD_CHECKS, CHECKS, judge, troubles
from cielo.core.advice.seam_checks import seams_of
from cielo.core.advice.supplies import OnShelf, Supplies
from cielo.core.materials import Ink, InkKind, Paper, Stock, Swatch
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Cut,
    Disc,
    Drawn,
    Dry,
    Edge,
    EdgeMask,
    Fade,
    Focal,
    Halo,
    InPrint,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    Motif,
    MotifMask,
    Motifs,
    Onto,
    Patches,
    Piece,
    Plan,
    Prepare,
    PutOn,
    Region,
    Reveals,
    Schools,
    Slant,
    Stencil,
    Step,
    Vignette,
    Water,
    WetArea,
    Whole,
    WipeBeads,
    Words,
    ensure_sound,
)
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import SHELF
from tests.core import test_order_and_advice, test_shapes_and_sizes
from tests.core.plans import WHITE, card

SMOOTH = Stock("white", "White", WHITE)
ROUGH = Stock("rough", "Rough", Paper((94.0, 0.2, 2.0), "rough"))
NIGHT = Stock("night", "Night", Paper((20.0, 0.0, -1.0), "uncoated"))
GLAZE = Stock("glaze", "Glaze", Paper((96.0, 0.0, -1.0), "synthetic"))
VELLUM = Stock("vellum", "Vellum", WHITE, 0.1, translucent=True)


def ink(
    name: str, lab: tuple[float, float, float], kind: InkKind = "dye", black: tuple[float, float, float] | None = None
) -> Ink:
    over = Swatch(1.0, black) if black else None
    return Ink(name, name.title(), kind, (Swatch(1.0, lab),), measured_on=WHITE, over_black=over)


INKS = (
    ink("yellow", (86.0, -2.0, 66.0)), ink("red", (58.0, 56.0, 30.0)), ink("blue", (56.0, -8.0, -38.0)), ink("green", (56.0, -40.0, 22.0)),
    ink("pale", (90.0, 2.0, 12.0)), ink("dark", (36.0, 4.0, -14.0)), ink("black", (24.0, 1.0, -4.0)),
    ink("pigment", (50.0, 24.0, 30.0), "pigment", (24.0, 6.0, 8.0)), ink("hybrid", (55.0, 30.0, 10.0), "hybrid"),
    ink("alcohol", (56.0, 52.0, -10.0), "alcohol"), ink("white", (95.0, 0.0, 0.5), "white", (72.0, -1.0, -3.0)),
    ink("powder", (94.0, 0.0, 1.5), "powder"), ink("paste", (95.0, 0.0, 0.8), "paste", (90.0, 0.0, 0.0)),
)  # fmt: skip
REPEAT = Stencil("repeat", "leaf", "leaf", 60.325, 85.725, 26.0, 32.0)
FULL = Stencil("full", "stone", "stone", 60.325, 85.725, 30.0, 31.0)
MASKS: tuple[Mask, ...] = (
    REPEAT, FULL, Disc("moon", "moon", 60.0, 60.0, 40.0), EdgeMask("land", "land", 60.0, 110.0, "straight"),
    EdgeMask("sky", "sky", 60.0, 110.0, "straight", keeps="outside"),
)  # fmt: skip


def plan(*steps: Step, stock: Stock = SMOOTH, **more: object) -> Plan:
    numbered = tuple(replace(step, id=f"s{n}") for n, step in enumerate(steps, 1))
    made = Plan("Test", "in", card(), stock, INKS, MASKS, numbered)
    return replace(made, **more)  # type: ignore[arg-type]


def lay(
    name: str, region: object = None, tool: str = "large-brush", passes: int = 3, onto: Onto = "damp", **more: object
) -> Brush:
    return replace(Brush("", name, tool, region or Whole(), "light", passes, onto), **more)  # type: ignore[arg-type]


def top(end: float, carry: float = 25.0) -> Band:
    return Band("top", 0, end, 0, carry)


def low(end: float, carry: float = 25.0) -> Band:
    return Band("bottom", 0, end, 0, carry)


def along(angle: float, end: float, carry: float = 25.0) -> Slant:
    return Slant(angle, 0, end, 0, carry)


def stamp(name: str, motif: str = "leaf", size: float = 30.0, seed: int = 3, **more: object) -> Brush:
    region = replace(Motifs(motif, size, 6, 1.0), **more)  # type: ignore[arg-type]
    return Brush("", name, "stamp", region, "first", 1, "dry", None, seed)


def square(half: float) -> tuple[tuple[float, float], ...]:
    return ((-half, -half), (half, -half), (half, half), (-half, half))


def say(name: str, height: float = 9.0, onto: Onto = "dry") -> Brush:
    return Brush("", name, "stamp", Words("Winter show", 60.0, 85.0, height), "first", 1, onto)


AIR = Dry("", "air", 5)
LONG = Dry("", "air", 70)
WIPE = WipeBeads("")
SPRINKLE = Water("", "coarse-splatter", Whole(), "medium")
SOAK = Water("", "mister", Whole(), "heavy")
THROUGH = (LayMask("", "repeat"), lay("powder", tool="dauber", touch="full", passes=1), LiftMask("", "repeat"))
OVER = lay("dark", onto="dry", passes=8)
SIGN = Focal("f", "sign", "sentiment", 60.0, 150.0, 80.0, 12.0, "dark")
MOUNT = Prepare("", "mount")
HEAT = Dry("", "heat", 3)
WASH = Water("", "large-brush", Whole(), "medium", False)
ROUND_REPEAT = (LayMask("", "repeat"), lay("blue", top(60)), LiftMask("", "repeat"))

FINE = Stencil("fine", "dots", "dot", 60.0, 85.0, 5.0, 8.0)
RING = Drawn("ring", "ring", 60.0, 80.0, (square(14.0), square(8.0)))


def through(mask: Mask) -> Plan:
    """A pale ground, and blue through a sheet, taken off again."""
    steps = (lay("pale"), LayMask("", mask.key), lay("blue", Inside(mask.key), "dauber", 2), LiftMask("", mask.key))
    return plan(*steps, masks=(*MASKS, mask))


def in_sheet(mask: Mask, region: Region) -> Plan:
    """Ink over a sheet that may not cover the whole panel."""
    return plan(LayMask("", mask.key), lay("blue", region), LiftMask("", mask.key), masks=(*MASKS, mask))


def moon_and(motif: Motif, x_mm: float, y_mm: float, size_mm: float) -> Plan:
    """A moon with a halo, and a figure of its own stencil at a place."""
    figure = MotifMask("figure", "figure", motif, x_mm, y_mm, size_mm, keeps="outside")
    halo = (LayMask("", "moon"), lay("blue", Halo("moon", 30)), LiftMask("", "moon"), AIR)
    inked = (LayMask("", "figure"), lay("dark", Inside("figure"), "dauber", 4), LiftMask("", "figure"))
    return plan(*halo, *inked, masks=(*MASKS, figure))


STRIP = Piece("strip", "strip", SMOOTH, 80.0, 20.0, 60.0, 88.0)
PRINT = Piece("print", "second print", SMOOTH, 100.0, 100.0, 60.0, 85.0)
HOLE = Cut("square", "square", "spotlight", "rectangle", 50.0, 50.0, 20.0, 20.0)

PUT_ON = Piece("strip", "strip", SMOOTH, 90.0, 16.0, 60.0, 140.0, raised_mm=1.5)
CASES: list[tuple[str, Plan, Plan]] = [
    ("stark-seam", plan(lay("yellow", top(80, 3)), lay("blue", low(86, 3))), plan(lay("yellow", top(60, 45)), lay("blue", low(66, 45)))),
    ("stark-seam", plan(lay("yellow", top(80, 3)), lay("blue", low(86, 3))), plan(lay("yellow", top(80, 0)), lay("blue", low(86, 0)))),
    ("stark-seam", plan(lay("yellow", along(33, 95, 3)), lay("blue", along(213, 110, 3))),
     plan(lay("yellow", along(33, 75, 45)), lay("blue", along(213, 90, 45)))),
    ("seam-mud", plan(lay("red", top(110)), lay("green", low(110))), plan(lay("red", top(110)), lay("yellow", low(110)))),
    ("seam-mud", plan(lay("red", top(110)), lay("green", low(110))), plan(lay("red", top(70)), lay("green", low(60)))),
    ("primaries-brown", plan(lay("yellow"), lay("red", top(130)), lay("blue", low(130))), plan(lay("yellow"), lay("red", top(60)))),
    ("primaries-brown", plan(lay("yellow"), lay("red", top(130)), lay("blue", low(130))),
     plan(lay("yellow"), lay("red", top(40, 10)), lay("blue", low(40, 10)))),
    ("dirty-tool", plan(lay("red", Patches(20, 0.4), "sponge"), lay("green", Patches(20, 0.4), "sponge", seed=4)),
     plan(lay("red", Patches(20, 0.4), "sponge"), Prepare("", "clean-tool", "sponge"), lay("green", Patches(20, 0.4), "sponge", seed=4))),
    ("dirty-tool", plan(lay("green"), lay("red", top(60)), schools=Schools(brushes="as-few-as-stay-clean", owned=1)),
     plan(lay("green"), lay("red", top(60)), schools=Schools(brushes="as-few-as-stay-clean", owned=2))),
    ("powder-on-open-ink", plan(lay("pigment", top(60)), *THROUGH), plan(lay("pigment", top(60)), Dry("", "air", 16), *THROUGH)),
    ("powder-on-open-ink", plan(lay("pigment", top(60)), *THROUGH), plan(*THROUGH, lay("pigment", top(60)))),
    ("static-on-dark", plan(*THROUGH, stock=NIGHT), plan(Prepare("", "anti-static"), *THROUGH, stock=NIGHT)),
    ("static-on-dark", plan(lay("yellow"), AIR, *THROUGH), plan(lay("yellow", top(40)), AIR, *THROUGH)),
    ("unmelted-powder", plan(LayMask("", "full"), THROUGH[1], LiftMask("", "full")), plan(*THROUGH)),
    ("stamp-over-ridge", plan(*THROUGH, stamp("dark")), plan(stamp("dark"), AIR, *THROUGH)),
    ("stamp-over-ridge", plan(*THROUGH, stamp("dark")), plan(*THROUGH, lay("dark", Whole(), "fine-splatter"))),
    ("resist-not-wiped", plan(*THROUGH, OVER), plan(*THROUGH, OVER, WIPE)),
    ("resist-not-wiped", plan(*THROUGH, OVER, WIPE, lay("yellow")), plan(*THROUGH, OVER, lay("yellow"), WIPE)),
    ("resist-too-pale", plan(replace(say("powder"), touch="full"), lay("pale", Band("top", 60.0, 110.0, 5.0, 5.0), passes=1), WIPE),
     plan(replace(say("powder"), touch="full"), lay("dark", Band("top", 60.0, 110.0, 5.0, 5.0), passes=5), WIPE)),
    ("resist-too-pale", plan(*THROUGH, lay("pale", onto="dry", passes=1), WIPE), plan(*THROUGH, OVER, WIPE)),
    ("water-on-soluble-outline", plan(stamp("dark"), AIR, SPRINKLE), plan(stamp("pigment"), lay("pale"), LONG, SPRINKLE)),
    ("water-on-soluble-outline", plan(stamp("dark"), AIR, SPRINKLE), plan(lay("pale"), AIR, SPRINKLE, AIR, stamp("dark"))),
    ("stock-buckles", plan(lay("yellow"), AIR, SOAK), plan(lay("yellow"), AIR, SOAK, stock=ROUGH)),
    ("stock-buckles", plan(lay("yellow"), AIR, SOAK), plan(lay("yellow"), AIR, SPRINKLE)),
    ("overwatered", plan(lay("blue"), AIR, SOAK, stock=ROUGH), plan(lay("blue"), AIR, SPRINKLE, stock=ROUGH)),
    ("overwatered", plan(lay("blue"), AIR, SOAK, stock=ROUGH), plan(lay("blue", top(20, 10)), AIR, SOAK, stock=ROUGH)),
    ("water-does-nothing", plan(lay("pigment"), LONG, SPRINKLE), plan(lay("blue"), AIR, SPRINKLE)),
    ("water-does-nothing", plan(SPRINKLE), plan(Water("", "large-brush", Whole(), "medium", False), lay("blue", WetArea(), onto="wet"))),
    ("judged-wet", plan(lay("alcohol", tool="dropper"), lay("alcohol", tool="dropper", seed=2), stock=GLAZE),
     plan(lay("alcohol", tool="dropper"), AIR, lay("alcohol", tool="dropper", seed=2), stock=GLAZE)),
    ("marker-over-medium", plan(lay("yellow"), AIR, lay("alcohol", Words("Hello", 60, 80, 12), "pen", onto="dry")),
     plan(lay("alcohol", Words("Hello", 60, 80, 12), "pen"), AIR, lay("yellow", top(20, 5)))),
    ("alcohol-on-absorbent", plan(lay("alcohol", tool="dropper")), plan(lay("alcohol", tool="dropper"), stock=GLAZE)),
    ("hybrid-streaks", plan(lay("hybrid", passes=6)), plan(lay("hybrid", passes=6), Prepare("", "sweep"))),
    ("hybrid-streaks", plan(lay("hybrid", passes=6)), plan(lay("hybrid", passes=3))),
    ("ink-spent", plan(lay("blue", passes=9)), plan(lay("blue", top(40), passes=9))),
    ("mask-residue", plan(LayMask("", "moon"), lay("blue"), LiftMask("", "moon"), lay("pale", top(90))),
     plan(LayMask("", "moon"), lay("blue"), LiftMask("", "moon"))),
    ("overprint-shows", plan(stamp("red"), stamp("green", seed=8)), plan(stamp("red"), stamp("black", seed=8))),
    ("overprint-shows", plan(stamp("red"), stamp("green", seed=8)), plan(stamp("red"), LayMask("", "moon"), stamp("pigment", seed=8))),
    ("front-after-back", plan(stamp("green"), stamp("red", seed=8, front=True)), plan(stamp("green", front=True), stamp("black", seed=8))),
    ("stamp-blurs", plan(say("dark", 5)), plan(say("dark", 12))),
    ("unprimed-stamp", plan(stamp("dark", size=48)), plan(stamp("dark", size=20))),
    ("orientation-untested", plan(say("dark"), lay("pale", Vignette(30))), plan(lay("pale", Vignette(30)), AIR, say("dark"))),
    ("orientation-untested", plan(say("dark"), lay("pale", Vignette(30))), plan(say("dark"), AIR, lay("pale", InPrint("s1"), "dauber"))),
    ("orientation-untested", plan(say("dark"), lay("pale", Vignette(30))),
     plan(Prepare("", "orient"), say("dark"), lay("pale", Vignette(30)))),
    ("register-lost", plan(stamp("dark"), stamp("dark")), plan(Prepare("", "register"), stamp("dark"), stamp("dark"))),
    ("register-lost", plan(stamp("dark"), stamp("dark")), plan(stamp("dark"), stamp("dark", seed=9))),
    ("focal-lost", plan(lay("dark", passes=3), focal=(SIGN,)), plan(lay("pale"), focal=(SIGN,))),
    ("focal-lost", plan(lay("dark", passes=3), AIR, say("dark")), plan(lay("pale"), AIR, say("dark"))),
    ("darks-merge", plan(LayMask("", "land"), lay("black", passes=9), LiftMask("", "land"), LayMask("", "sky"), lay("black", passes=9)),
     plan(LayMask("", "land"), lay("black", passes=9), LiftMask("", "land"), LayMask("", "sky"), lay("pale", passes=3))),
    ("finish-not-dry", plan(lay("paste", tool="knife"), AIR, LayMask("", "moon")),
     plan(lay("paste", tool="knife"), LONG, LayMask("", "moon"))),
    ("packed-wet", plan(lay("pigment"), AIR, MOUNT), plan(lay("pigment"), Dry("", "air", 16), MOUNT)),
    ("wet-when-put-on", plan(lay("pigment"), PutOn("", "strip"), pieces=(PUT_ON,)),
     plan(lay("pigment"), Dry("", "air", 16), PutOn("", "strip"), pieces=(PUT_ON,))),
    ("wet-when-put-on", plan(PutOn("", "strip"), pieces=(replace(PUT_ON, steps=(Brush("s1", "pigment", "large-brush", Whole()),)),)),
     plan(Dry("", "air", 16), PutOn("", "strip"), pieces=(replace(PUT_ON, steps=(Brush("s1", "pigment", "large-brush", Whole()),)),))),
    ("packed-wet", plan(lay("pigment"), AIR, MOUNT), plan(lay("pigment"), Dry("", "heat", 3), MOUNT)),
    ("glue-shows", plan(lay("pale"), stock=VELLUM), plan(lay("pale"))),
    ("mask-left-on", plan(LayMask("", "moon"), lay("blue")), plan(LayMask("", "moon"), lay("blue"), LiftMask("", "moon"))),
    ("mask-left-on", plan(LayMask("", "repeat"), lay("blue", top(60)), MOUNT), plan(*ROUND_REPEAT, AIR, MOUNT)),
    ("without-its-stencil", plan(LayMask("", "moon"), LiftMask("", "moon"), lay("blue", Halo("moon", 20))),
     plan(LayMask("", "moon"), lay("blue", Halo("moon", 20)), LiftMask("", "moon"))),
    ("without-its-stencil", plan(lay("blue", Inside("repeat")), LayMask("", "repeat"), LiftMask("", "repeat")),
     plan(LayMask("", "repeat"), lay("blue", Inside("repeat")), LiftMask("", "repeat"))),
    ("lays-nothing", plan(LayMask("", "sky"), lay("blue", top(40, 5)), LiftMask("", "sky")),
     plan(LayMask("", "land"), lay("blue"), LiftMask("", "land"))),
    ("lays-nothing", plan(LayMask("", "land"), lay("blue", low(30, 5)), LiftMask("", "land")),
     plan(LayMask("", "land"), lay("blue", top(60)), LiftMask("", "land"))),
    ("heat-on-stencil", plan(LayMask("", "repeat"), lay("blue"), HEAT, LiftMask("", "repeat")),
     plan(LayMask("", "repeat"), lay("blue"), LiftMask("", "repeat"), HEAT)),
    ("heat-on-stencil", plan(LayMask("", "moon"), lay("pigment", Halo("moon", 30)), HEAT, LiftMask("", "moon")),
     plan(LayMask("", "moon"), lay("pigment", Halo("moon", 30)), AIR, LiftMask("", "moon"))),
    ("heat-on-solvent", plan(lay("alcohol", tool="dropper"), HEAT, stock=GLAZE), plan(lay("alcohol", tool="dropper"), AIR, stock=GLAZE)),
    ("heat-on-solvent", plan(lay("alcohol", tool="foam"), HEAT), plan(lay("alcohol", tool="foam"), LONG, lay("blue"), HEAT)),
    ("never-dries-here", plan(lay("pigment"), LONG, stock=GLAZE), plan(lay("pigment"), LONG)),
    ("never-dries-here", plan(lay("white", tool="fine-splatter"), stock=GLAZE), plan(lay("alcohol", tool="fine-splatter"), stock=GLAZE)),
    ("never-dries-here", plan(lay("blue"), HEAT, stock=GLAZE), plan(lay("blue"), HEAT, stock=ROUGH)),
    ("heat-on-synthetic", plan(lay("alcohol", tool="dropper"), LONG, HEAT, stock=GLAZE), plan(lay("blue"), HEAT, stock=ROUGH)),
    ("heat-on-synthetic", plan(HEAT, lay("alcohol", tool="dropper"), stock=GLAZE), plan(LONG, lay("alcohol", tool="dropper"), stock=GLAZE)),
    ("light-over-dark-vanishes", plan(lay("black", top(80, 5), passes=9), AIR, lay("pale", top(60, 5), onto="dry", passes=1)),
     plan(lay("black", top(80, 5), passes=9), AIR, lay("white", top(60, 5), "foam", onto="dry", passes=2))),
    ("light-over-dark-vanishes", plan(lay("black", passes=12), AIR, lay("yellow", Patches(20, 0.3), onto="dry", passes=1)),
     plan(lay("pale"), AIR, lay("yellow", Patches(20, 0.3), onto="dry", passes=2))),
    ("covered-by-later", plan(lay("pale"), AIR, say("dark"), lay("white", top(140), "foam", onto="dry")),
     plan(lay("pale"), AIR, say("dark"), lay("white", top(40, 5), "foam", onto="dry"))),
    ("covered-by-later", plan(stamp("yellow"), AIR, lay("dark", passes=5, onto="dry")),
     plan(stamp("dark"), AIR, lay("yellow", passes=2, onto="dry"))),
    ("piece-covers", plan(say("dark"), pieces=(STRIP,)), plan(say("dark"), pieces=(replace(STRIP, y_mm=40.0),))),
    ("piece-covers", plan(say("dark"), pieces=(replace(PRINT, cuts=(HOLE,), used="cuts"),)),
     plan(say("dark"), pieces=(replace(PRINT, cuts=(replace(HOLE, y_mm=20.0),), used="cuts"),))),
    ("piece-covers", plan(say("dark"), pieces=(replace(PRINT, cuts=(replace(HOLE, y_mm=20.0),), used="rest"),)),
     plan(say("dark"), pieces=(replace(PRINT, cuts=(replace(HOLE, width_mm=90.0, height_mm=30.0),), used="rest"),))),
    ("motif-cut", moon_and("rosette", 6.0, 120.0, 20.0), moon_and("rosette", 60.0, 80.0, 126.0)),
    ("off-the-piece", plan(say("dark", 16)), plan(say("dark", 9))),
    ("off-the-piece", plan(Brush("", "dark", "pen", Words("Winter show", 100, 40, 9), "full", 1)), plan(say("dark", 11))),
    ("seeps-under", plan(lay("blue"), AIR, LayMask("", "moon"), SPRINKLE, LiftMask("", "moon")),
     plan(lay("blue"), AIR, LayMask("", "moon"), Water("", "mister", Whole(), "fine"), LiftMask("", "moon"))),
    ("seeps-under", plan(LayMask("", "land"), lay("blue"), AIR, SOAK, LiftMask("", "land"), stock=ROUGH),
     plan(LayMask("", "land"), lay("blue"), AIR, LiftMask("", "land"), SOAK, stock=ROUGH)),
    ("surface-rubbed-up", plan(WASH, lay("blue", passes=4)), plan(WASH, lay("blue", passes=4), stock=ROUGH)),
    ("surface-rubbed-up", plan(WASH, lay("blue", top(60), passes=3)), plan(WASH, Dry("", "air", 12), lay("blue", top(60), passes=3))),
    ("paste-left-under", plan(LayMask("", "full"), lay("paste", tool="knife"), LONG, LiftMask("", "full")),
     plan(LayMask("", "full"), lay("paste", tool="knife"), LiftMask("", "full"), LONG)),
    ("paste-left-under", plan(LayMask("", "repeat"), lay("paste", top(90), "knife"), LONG, LiftMask("", "repeat"), MOUNT),
     plan(LayMask("", "repeat"), lay("paste", top(90), "knife"), LiftMask("", "repeat"), LONG, Dry("", "air", 30), MOUNT)),
    # Sheets that the paste does not lie against may stay.
    ("paste-left-under", plan(LayMask("", "moon"), lay("paste", tool="knife"), LONG, LiftMask("", "moon")),
     plan(LayMask("", "moon"), lay("paste", low(40, 5), "knife"), LONG, LiftMask("", "moon"))),
    ("busy-behind-words", plan(lay("pale"), LayMask("", "fine"), lay("black", low(110, 5), passes=3), LiftMask("", "fine"), AIR, say("dark"),
                               masks=(*MASKS, FINE)),
     plan(lay("pale"), lay("blue", low(90), passes=3), AIR, say("dark", 9))),
    ("busy-behind-words", plan(lay("yellow", passes=2), LayMask("", "land"), lay("dark", Patches(5, 0.5), "sponge", 4),
                               LiftMask("", "land"), AIR, say("black")),
     plan(lay("yellow", passes=2), lay("dark", Patches(60, 0.5), "sponge", 1), AIR, say("black", 9))),
    ("bare-spots", plan(lay("blue", Patches(16, 0.85), "sponge"), lay("green", Patches(16, 0.85), "sponge", seed=2)),
     plan(lay("blue", Patches(14, 0.4), "sponge"), lay("green", Patches(14, 0.3), "sponge", seed=2))),
    ("bare-spots", plan(lay("blue", top(60)), lay("red", Patches(16, 0.985), "foam")),
     plan(lay("blue"), lay("red", Patches(9, 0.995), "foam"))),
    ("one-lightness", plan(lay("pale", top(75, 10), passes=3), lay("yellow", low(75, 10), passes=2)),
     plan(lay("blue", top(90), passes=3), lay("dark", low(90), passes=5))),
    ("one-lightness", plan(lay("pale", passes=2), lay("yellow", Patches(30, 0.5), passes=1)),
     plan(lay("pale", top(60), passes=2), lay("yellow", low(60), passes=2), stock=NIGHT)),
    ("figure-over-disc", moon_and("leaf", 82.6, 60.0, 18.0), moon_and("leaf", 74.0, 60.0, 22.0)),
    ("figure-over-disc", moon_and("stone", 62.0, 60.0, 60.0), moon_and("leaf", 60.0, 60.0, 16.0)),
    ("motif-cut", moon_and("rosette", 6.0, 120.0, 20.0), moon_and("rosette", 16.0, 120.0, 20.0)),
    ("motif-cut", moon_and("leaf", 100.0, 6.0, 16.0), moon_and("leaf", 100.0, 164.0, 30.0)),
    ("does-not-fit", in_sheet(Stencil("small", "leaf", "leaf", 60.0, 80.0, 20.0, 26.0, sheet_width_mm=90.0, sheet_height_mm=90.0), Whole()),
     in_sheet(Stencil("small", "leaf", "leaf", 60.0, 80.0, 20.0, 26.0, sheet_width_mm=240.0, sheet_height_mm=240.0), Whole())),
    ("does-not-fit", in_sheet(MotifMask("one", "leaf", "leaf", 60.0, 80.0, 40.0, keeps="outside", sheet_width_mm=60.0, sheet_height_mm=60.0),
                              low(60)),
     in_sheet(MotifMask("one", "leaf", "leaf", 60.0, 80.0, 40.0, keeps="outside", sheet_width_mm=60.0, sheet_height_mm=60.0),
              Inside("one"))),
    ("loose-middle", through(RING), through(replace(RING, rings=RING.rings[:1]))),
    ("loose-middle", through(replace(RING, pitch_mm=34.0)), through(replace(RING, keeps="inside"))),
]  # fmt: skip
# Findings that no change of the plan alone is sure to clear: the stock must be another, or the ink is simply too weak.
NO_REMEDY = {"ink-spent", "judged-wet", "mask-residue", "stamp-blurs", "unprimed-stamp", "unmelted-powder", "glue-shows"}


def codes(of: Plan) -> set[str]:
    return {finding.code for finding in judge(of)}


@pytest.mark.parametrize(("code", "has_it", "near_miss"), CASES)
def test_each_check_fires_where_it_should_and_only_there(code: str, has_it: Plan, near_miss: Plan) -> None:
    ensure_sound(has_it)
    ensure_sound(near_miss)
    assert code in codes(has_it)
    assert code not in codes(near_miss)


REMINDERS = {"mask-residue", "unmelted-powder", "ink-spent", "judged-wet", "stamp-blurs", "unprimed-stamp", "glue-shows"}


@pytest.mark.parametrize(("code", "has_it"), [case[:2] for case in CASES])
def test_every_remedy_clears_its_finding_and_keeps_the_plan_sound(code: str, has_it: Plan) -> None:
    before = judge(has_it)
    finding = next(finding for finding in before if finding.code == code)
    assert (finding.severity == "remind") == (code in REMINDERS)
    assert finding.message.endswith(".")
    assert finding.why.endswith(".")
    if code in NO_REMEDY:
        assert finding.remedy is None
        return
    assert finding.remedy is not None
    ensure_sound(finding.remedy.plan)
    left = [f.code for f in judge(finding.remedy.plan)].count(code)
    assert left < [f.code for f in before].count(code)


@pytest.mark.parametrize("code", ["stark-seam", "seam-mud", "primaries-brown", "resist-too-pale", "focal-lost", "darks-merge",
                                  "ink-invisible",
                                  "uneven-repeat", "stencil-may-shift", "ink-through-neighbour", "does-not-fit"])  # fmt: skip
def test_what_is_about_colour_or_shape_gives_its_number(code: str) -> None:
    cases = [*CASES, *test_shapes_and_sizes.CASES]
    has_it = next((case[1] for case in cases if case[0] == code), plan(lay("yellow"), stock=NIGHT))
    finding = next(finding for finding in judge(has_it) if finding.code == code)
    assert any(letter.isdigit() for letter in finding.measure)


@pytest.mark.parametrize(("edge", "angle"), [("top", 0), ("right", 90), ("bottom", 180), ("left", 270), ("left", -90)])
def test_a_straight_band_and_a_slant_that_runs_the_same_way_are_one_seam(edge: Edge, angle: float) -> None:
    opposite: Edge = {"top": "bottom", "bottom": "top", "left": "right", "right": "left"}[edge]  # type: ignore[assignment]
    faded = Fade(edge, 20.0)
    bands = plan(lay("yellow", Band(edge, 0, 60, 0, 3), fade=faded), lay("blue", Band(opposite, 0, 60, 0, 3)))
    slants = plan(lay("yellow", along(angle, 60, 3), fade=faded), lay("blue", along(angle + 180, 60, 3)))
    found = [[(f.step, f.where, f.measure) for f in judge(of) if f.code == "stark-seam"] for of in (bands, slants)]
    assert found[0] == found[1]


@pytest.mark.parametrize(("angle", "carry"), [(0, 10), (25, 10), (90, 8), (130, 14), (215, 10), (300, 20)])
def test_the_steepest_place_of_a_slanted_seam_is_where_and_what_the_picture_shows(angle: float, carry: float) -> None:
    """Against the whole picture at a quarter of a millimetre: its steepest change, by differences along both of its axes."""
    span = abs(np.sin(np.radians(angle))) * card().panel_width_mm + abs(np.cos(np.radians(angle))) * card().panel_height_mm
    of = plan(lay("pale", along(angle, (span - carry) / 2, carry)), lay("dark", along(angle + 180, (span - carry) / 2, carry)))
    seams = list(seams_of(of))
    assert seams
    worst = max(seams, key=lambda seam: seam.steepest)
    grid = grid_of(of.card, 101.6)
    lab = lab_from_xyz(panel_xyz(of, grid))
    across = np.asarray(ciede2000(lab[1:, 1:], lab[1:, :-1])) / grid.pixel_width_mm
    down = np.asarray(ciede2000(lab[1:, 1:], lab[:-1, 1:])) / grid.pixel_height_mm
    steep = np.hypot(across, down)[4:-4, 4:-4]
    assert worst.steepest == pytest.approx(float(np.quantile(steep, 0.999)), rel=0.12)
    x_mm, y_mm = worst.way.place(worst.t_mm)
    there = steep[int(y_mm / grid.pixel_height_mm) - 10 :, int(x_mm / grid.pixel_width_mm) - 10 :][:16, :16]
    assert there.max() > 0.9 * worst.steepest


def test_every_code_of_the_trades_table_is_exercised() -> None:
    """46 codes of the trade, 22 more of the table and nine of the card; ``not-on-shelf``, ``ink-invisible`` and ``wipe-for-the-next`` have
    tests of their own."""
    from tests.core import test_missed_before, test_where_it_was_silent  # they build on this module

    every = (
        *CASES,
        *test_shapes_and_sizes.CASES,
        *test_order_and_advice.CASES,
        *test_missed_before.CASES,
        *test_where_it_was_silent.CASES,
    )
    exercised = {case[0] for case in every}
    assert exercised - set(CARD_CHECKS) | {"ink-invisible", "wipe-for-the-next"} == set(CHECKS)
    assert len(CHECKS) + 1 == 46 + 22 + 9


@pytest.mark.parametrize("of", demo_plans(), ids=lambda of: of.title)
def test_the_demo_is_clean(of: Plan) -> None:
    assert troubles(judge(of, Supplies(OnShelf(SHELF.inks, SHELF.stocks)))) == ()


def test_what_is_missing_or_runs_out_within_a_batch() -> None:
    of = plan(lay("yellow"), lay("blue", low(60)))
    cream = Stock("cream", "Cream", Paper((92.0, 1.0, 8.0), SMOOTH.paper.surface))
    stocks = (SMOOTH, cream)

    def missing(of: Plan, shelf: OnShelf, cards: int = 1) -> list[Finding]:
        return [f for f in judge(of, Supplies(shelf, cards)) if f.code == "not-on-shelf"]

    assert missing(of, OnShelf(INKS, stocks)) == []
    few = OnShelf(INKS, stocks, {("stock", SMOOTH.key): 3, ("ink", "yellow"): 15, ("tool", "large-brush"): 1})
    assert missing(of, few, cards=3) == []
    assert [f.step for f in missing(of, few, cards=4)] == [None]
    assert [f.measure for f in missing(of, few, cards=6)] == ["3 panels left, 6 wanted", "15 passes left, 18 wanted"]
    bare = OnShelf(tuple(i for i in INKS if i.key != "blue"), (cream,), {("tool", "large-brush"): 0})
    found = missing(of, bare)
    assert [f.message for f in found] == ["White is not on your shelf.", "You have no large brush.", "Blue is not on your shelf."]
    assert [f.remedy.label for f in found[:2] if f.remedy] == ["Take Cream in its place", "Take the medium brush in its place"]
    for finding in found:
        assert finding.remedy is not None
        assert finding.message not in {f.message for f in missing(finding.remedy.plan, bare)}, "the remedy clears it"
        ensure_sound(finding.remedy.plan)


def test_a_halo_round_a_disc_is_no_dark_merging_and_its_card_fits() -> None:
    of = plan(LayMask("", "moon"), lay("dark", Halo("moon", 30), passes=5), AIR, LiftMask("", "moon"))
    assert troubles(judge(of)) == ()
    tiny = replace(of, card=Card(120.65 + 6, 171.45 + 6, "left", Reveals(3, 3, 3, 3)))
    assert "does-not-fit" not in codes(tiny)
