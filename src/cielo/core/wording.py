"""Every step as a sentence of plain words. The same words stand on the Desk, at the Bench and on the run sheet.

A sentence is a row of parts. A part with a ``field`` is a word the maker may change in place: the field is the path into
the step ("region.carry_mm"), the ``kind`` says what sort of word it is.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from cielo.core.geometry.motifs import MOTIFS
from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.plan import (
    RUNS_OFF_MM,
    Act,
    Band,
    Brush,
    Dry,
    DryingWay,
    Edge,
    EdgeMask,
    Fade,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Motifs,
    Onto,
    Patches,
    Plan,
    Prepare,
    Region,
    Slant,
    Step,
    Tapes,
    Touch,
    Vignette,
    Water,
    WaterAmount,
    WetArea,
    Whole,
    Wipe,
    WipeBeads,
    Words,
    masks_on,
    span_mm,
)
from cielo.core.table.table import Table, table_of
from cielo.core.units import Units, say_length

WordKind = Literal[
    "ink", "tool", "water-tool", "edge", "length", "angle", "count", "percent", "touch", "print", "mask", "way", "minutes", "onto",
    "fade", "motif", "text", "throw", "amount", "blot", "origin", "arrangement", "openings", "covered",
]  # fmt: skip

EDGE_WORDS: dict[Edge, str] = {
    "top": "top edge",
    "bottom": "bottom edge",
    "left": "left edge",
    "right": "right edge",
}
WAY_WORDS: dict[DryingWay, str] = {
    "air": "in the air",
    "blot": "by blotting",
    "heat": "with the heat tool",
}
PRINT_WORDS: dict[Touch, str] = {
    "first": "first print",
    "second": "second print without inking again",
    "third": "third print without inking again",
}
ONTO_WORDS: dict[Onto, str] = {
    "damp": "while it is damp",
    "dry": "as a clean layer on dry ink",
    "wet": "wet into the step before",
}
AMOUNT_WORDS: dict[WaterAmount, str] = {"fine": "a few drops", "medium": "a good sprinkle", "heavy": "really wet"}
# What is said and what is fetched for a thing done that lays no ink; a tool is cleaned by its own words.
ACT_WORDS: dict[Act, tuple[str, str]] = {
    "anti-static": ("Rub the panel with the anti-static bag.", "the anti-static bag"),
    "sweep": ("Sweep a clean brush over it in small circles, so that no streak stays.", "a clean brush of the same size"),
    "register": ("Mark two corners, or set the panel and the stamp in the press.", "pencil and ruler, or the press"),
    "orient": ("Decide which way is up, and try the print on scrap.", "a piece of scrap card"),
    "trim": ("Trim the panel to its size.", "trimmer, ruler"),
    "mount": ("Mount the panel on its mats and base.", "glue or foam tape, the base"),
}
# Where a sentence says that the ink goes out to every edge, or fades at one.
FADING = (Whole, Band, Slant, Halo)
# Tools that take their ink from a pad.
ON_PADS = ("even", "fine", "open", "streaks", "blots", "print")
# Marks that fall by chance, so that another throw gives another picture.
THROWN = ("open", "blots", "drops", "pools")


@dataclass(frozen=True)
class Part:
    """A piece of a sentence: fixed text, or a word that can be changed."""

    text: str
    field: str = ""
    kind: WordKind | None = None


def sentence(plan: Plan, step: Step, table: Table | None = None) -> tuple[Part, ...]:
    """The sentence of a step, as parts in reading order. ``table``: the plan's, where many sentences are asked for."""
    return tuple(_parts(table or table_of(plan), step))


def say(plan: Plan, step: Step, table: Table | None = None) -> str:
    """The sentence of a step as one string."""
    return "".join(part.text for part in sentence(plan, step, table))


def _say_onto(table: Table, step: Brush) -> str:
    """What a step is laid onto; of one that may find it damp, as the table stands when it comes."""
    if step.onto != "damp":
        return ONTO_WORDS[step.onto]
    moment = table.before(step)
    if any(table.meet(wet.step, step.id) for wet in moment.wet):
        return ONTO_WORDS["damp"]
    return "over what is dry by now" if any(table.meet(laid, step.id) for laid in moment.laid) else "on the bare card"


def fetch(plan: Plan, step: Step) -> str:
    """What to have at hand for a step."""
    match step:
        case Brush():
            ink, tool = plan.ink(step.ink), TOOLS[step.tool]
            if ink.kind in RESIST_KINDS:
                return f"watermark ink, {tool.name}, anti-static bag, {ink.name} powder, heat tool"
            extra = {
                "even": ", scrap paper to off-load on", "drops": ", a sheet to shield what stays clean",
                "blots": ", mister", "print": ", scrap to stamp off on",
            }.get(tool.texture, "")  # fmt: skip
            pad = " pad" if tool.texture in ON_PADS and ink.kind not in ("alcohol", "paste") else ""
            return f"{ink.name}{pad}, {tool.name}{extra}"
        case LayMask():
            return f"the {plan.mask(step.mask).called}"
        case LiftMask():
            return f"scrap paper to lay {'them' if _several(plan, step) else 'it'} on"
        case Wipe():
            return "a damp cloth and a dry one"
        case WipeBeads():
            return "a dry cloth"
        case Water():
            return f"clean water, {TOOLS[step.tool].name}{', a cloth to blot with' if step.blot else ''}"
        case Prepare():
            return f"a damp cloth for the {TOOLS[step.tool or ''].name}" if step.act == "clean-tool" else ACT_WORDS[step.act][1]
        case Dry():
            return {"air": "a clean flat place", "blot": "a sheet of blotting paper", "heat": "the heat tool"}[step.way]


def care(plan: Plan, step: Step) -> str:
    """The usual caution for a step, or nothing. It defers to the product's own sheet and to local rules."""
    return " ".join(dict.fromkeys(_cares(plan, step)))


def _cares(plan: Plan, step: Step) -> Iterator[str]:
    after = "Follow its own sheet and your local rules."
    if isinstance(step, Dry) and step.way == "heat":
        alcohol = any(isinstance(s, Brush) and plan.ink(s.ink).kind == "alcohol" for s in plan.steps)
        if alcohol:
            yield "Never a heat tool on wet alcohol ink: it burns. Let it dry in the air."
        yield f"The heat tool burns skin and scorches card: keep it moving and from children. {after}"
    if isinstance(step, Prepare) and step.act == "trim":
        yield "Blade away from the hand, on a mat; keep it from children."
    if isinstance(step, Brush):
        kind, texture = plan.ink(step.ink).kind, TOOLS[step.tool].texture
        if kind in RESIST_KINDS:
            yield f"Powder is not for breathing, and the heat tool burns skin and scorches card. {after}"
        if kind == "alcohol":
            yield f"Alcohol ink burns and its fumes want air: open a window, no flame, no heat tool while it is wet. {after}"
        if texture == "mist":
            yield f"Mist is not for breathing: spray away from your face, with air. {after}"


def _several(plan: Plan, step: LayMask | LiftMask | Wipe) -> bool:
    """Whether a mask is spoken of as several: a pair of tapes."""
    return isinstance(plan.mask(step.mask), Tapes)


def _parts(table: Table, step: Step) -> Iterator[Part]:
    plan = table.plan
    match step:
        case Brush():
            yield from _brush(table, step)
        case Water():
            yield from _water(plan, step)
        case LayMask():
            yield Part("Lay the ")
            yield Part(plan.mask(step.mask).called, "mask", "mask")
            yield Part(" and press their edges down." if _several(plan, step) else " and press its rim down.")
        case LiftMask():
            yield Part("Lift the ")
            yield Part(plan.mask(step.mask).called, "mask", "mask")
            yield Part(" off.")
        case Wipe():
            yield Part("Wipe the ")
            yield Part(plan.mask(step.mask).called, "mask", "mask")
            yield Part(" clean where they lie." if _several(plan, step) else " clean where it lies.")
        case Prepare() if step.act == "clean-tool":
            yield Part("Clean the ")
            yield Part(TOOLS[step.tool or ""].name, "tool", "tool")
            yield Part(" before the next ink.")
        case Prepare():
            yield Part(ACT_WORDS[step.act][0])
        case WipeBeads():
            yield Part("Wipe the beads off the embossing, so that the motif shows.")
        case Dry():
            yield Part("Let it dry ")
            yield Part(WAY_WORDS[step.way], "way", "way")
            yield Part(" for ")
            yield Part(say_minutes(step.minutes), "minutes", "minutes")
            yield Part(".")


def _brush(table: Table, step: Brush) -> Iterator[Part]:
    plan = table.plan
    tool, ink = TOOLS[step.tool], plan.ink(step.ink)
    yield Part("Emboss with " if ink.kind in RESIST_KINDS else f"{tool.verb} ")
    yield Part(ink.name, "ink", "ink")
    yield Part(" with the ")
    yield Part(tool.name, "tool", "tool")
    yield from _region(plan, step.region, step.id)
    if ink.kind in RESIST_KINDS:
        yield Part(": watermark ink, powder, tap it off, melt")
    elif step.touch in PRINT_WORDS:
        yield Part(", as a ")
        yield Part(PRINT_WORDS[step.touch], "touch", "print")
    else:
        yield Part(", ")
        yield Part(str(step.passes), "passes", "count")
        yield Part(" ")
        yield Part(step.touch, "touch", "touch")
        yield Part(" pass" if step.passes == 1 else " passes")
    if step.fade is not None or (tool.texture == "even" and isinstance(step.region, FADING) and ink.kind not in RESIST_KINDS):
        yield from _fade(step.fade, plan.units)
    if ink.kind not in RESIST_KINDS:
        yield Part(", ")
        yield Part(_say_onto(table, step), "onto", "onto")
    if tool.texture in THROWN or isinstance(step.region, Patches | Motifs):
        yield Part(", as it falls in ")
        yield Part(f"throw {step.seed + 1}", "seed", "throw")
    yield Part(".")


def _water(plan: Plan, step: Water) -> Iterator[Part]:
    tool = TOOLS[step.tool]
    yield Part("Splatter water" if tool.texture == "drops" else "Brush water")
    yield Part(" with the ")
    yield Part(tool.name, "tool", "water-tool")
    yield from _region(plan, step.region, step.id)
    yield Part(", ")
    yield Part(AMOUNT_WORDS[step.amount], "amount", "amount")
    yield Part("; wait a few seconds, then ")
    yield Part("blot it" if step.blot else "let it dry where it stands", "blot", "blot")
    if tool.texture == "drops":
        yield Part(", as it falls in ")
        yield Part(f"throw {step.seed + 1}", "seed", "throw")
    yield Part(".")


def _region(plan: Plan, region: Region, step_id: str) -> Iterator[Part]:
    units = plan.units
    match region:
        case Band():
            yield from _band(plan, region)
        case Slant():
            yield Part(", slanting at ")
            yield Part(f"{region.angle_deg:g}°", "region.angle_deg", "angle")
            yield from _along(plan, region)
        case Halo():
            yield Part(" round the ")
            yield Part(plan.mask(region.mask).called, "region.mask", "mask")
            yield Part(", out to ")
            yield Part(_length(region.reach_mm, units), "region.reach_mm", "length")
        case Vignette():
            yield Part(" from ")
            yield Part("all four edges" if region.origin == "edges" else "the corners", "region.origin", "origin")
            yield Part(" in to ")
            yield Part(_length(region.reach_mm, units), "region.reach_mm", "length")
        case Patches():
            yield Part(" in patches of ")
            yield Part(_length(region.size_mm, units), "region.size_mm", "length")
            yield Part(" at random until they cover ")
            yield Part(f"{region.cover:.0%}", "region.cover", "percent")
        case Inside():
            yield from _inside(plan, region)
        case Motifs():
            yield from _motifs(region, units)
        case Words():
            yield Part(": ")
            yield Part(f"“{region.text}”", "region.text", "text")
            yield Part(", ")
            yield Part(_length(region.height_mm, units), "region.height_mm", "length")
            yield Part(" high, its middle ")
            yield Part(_length(region.x_mm, units), "region.x_mm", "length")
            yield Part(" from the left and ")
            yield Part(_length(region.y_mm, units), "region.y_mm", "length")
            yield Part(" from the top")
        case WetArea():
            yield Part(" where the water stands")
        case Whole():
            through = _stencils_on(plan, step_id)
            yield Part(f" through the {' and the '.join(through)}" if through else " over the whole panel")


def _inside(plan: Plan, region: Inside) -> Iterator[Part]:
    yield Part(" inside the ")
    yield Part(plan.mask(region.mask).called, "region.mask", "mask")
    if region.openings:
        many = len(region.openings)
        yield Part(", through ")
        yield Part("one opening" if many == 1 else f"{many} openings", "region.openings", "openings")
        yield Part(" with ")
        yield Part("its neighbours covered" if region.covered else "its neighbours bare", "region.covered", "covered")
    if region.shaded_from:
        yield Part(", strongest at the ")
        yield Part(EDGE_WORDS[region.shaded_from].replace("edge", "side"), "region.shaded_from", "edge")


def _stencils_on(plan: Plan, step_id: str) -> list[str]:
    """What lies on the panel at a step and lets ink in only through its openings."""
    on = next((on for step, on in masks_on(plan) if step.id == step_id), frozenset())
    return [
        mask.called
        for mask in plan.masks
        if mask.key in on and mask.keeps == "outside" and not isinstance(mask, EdgeMask | Tapes)
    ]


def _motifs(region: Motifs, units: Units) -> Iterator[Part]:
    yield Part(": ")
    if region.arrangement == "scattered":
        yield Part(str(region.count), "region.count", "count")
        yield Part(" large ")
    yield Part(MOTIFS[region.motif][0], "region.motif", "motif")
    yield Part(" motifs " if region.arrangement == "scattered" else " ")
    yield Part(_length(region.size_mm, units), "region.size_mm", "length")
    yield Part(" across, ")
    if region.front:
        yield Part("in front of what else is printed, ")
    if region.arrangement == "triangle":
        yield Part("three in a triangle", "region.arrangement", "arrangement")
        return
    yield Part("smaller ones in the gaps", "region.arrangement", "arrangement")
    yield Part(", ")
    yield Part(_length(region.gap_mm, units), "region.gap_mm", "length")
    yield Part(" apart at least")


def _band(plan: Plan, band: Band) -> Iterator[Part]:
    yield Part(", from the ")
    yield Part(EDGE_WORDS[band.edge], "region.edge", "edge")
    yield from _along(plan, band)


def _along(plan: Plan, band: Band | Slant) -> Iterator[Part]:
    units = plan.units
    if band.start_mm > 0:
        yield Part(", start at ")
        yield Part(_length(band.start_mm, units), "region.start_mm", "length")
        yield Part(" (led in over ")
        yield Part(_length(band.lead_in_mm, units), "region.lead_in_mm", "length")
        yield Part(") and go to ")
    else:
        yield Part(" to ")
    if band.end_mm > span_mm(plan.card, band) - RUNS_OFF_MM:
        yield Part("the far edge", "region.end_mm", "length")
        return
    yield Part(_length(band.end_mm, units), "region.end_mm", "length")
    yield Part(", carry it ")
    yield Part(_length(band.carry_mm, units), "region.carry_mm", "length")
    yield Part(" on")


def _fade(fade: Fade | None, units: Units) -> Iterator[Part]:
    if fade is None:
        yield Part(", ")
        yield Part("out to every edge", "fade", "fade")
        return
    yield Part(", fading to bare stock at the ")
    yield Part(EDGE_WORDS[fade.edge], "fade", "fade")
    yield Part(" over ")
    yield Part(_length(fade.width_mm, units), "fade.width_mm", "length")


def _length(length_mm: float, units: Units) -> str:
    """A length that is never broken at the end of a line."""
    return say_length(length_mm, units).replace(" ", "\u00a0")


def say_minutes(minutes: float) -> str:
    """A waiting time: ``30 seconds``, ``1 minute``, ``15 minutes``."""
    if minutes < 1:
        return f"{round(minutes * 60)} seconds"
    return "1 minute" if minutes == 1 else f"{minutes:g} minutes"
