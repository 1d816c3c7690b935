"""Every step as a sentence of plain words. The same words stand on the Desk, at the Bench and on the run sheet.

A sentence is a row of parts. A part with a ``field`` is a word the maker may change in place: the field is the path into
the step ("region.carry_mm"), the ``kind`` says what sort of word it is.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from cielo.core.materials import TOOLS
from cielo.core.plan import Band, Brush, Dry, DryingWay, Edge, Fade, Halo, LayMask, LiftMask, Plan, Step, Wipe
from cielo.core.units import Units, say_length

WordKind = Literal["ink", "tool", "edge", "length", "count", "touch", "mask", "way", "minutes", "onto", "fade"]

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


@dataclass(frozen=True)
class Part:
    """A piece of a sentence: fixed text, or a word that can be changed."""

    text: str
    field: str = ""
    kind: WordKind | None = None


def sentence(plan: Plan, step: Step) -> tuple[Part, ...]:
    """The sentence of a step, as parts in reading order."""
    return tuple(_parts(plan, step))


def say(plan: Plan, step: Step) -> str:
    """The sentence of a step as one string."""
    return "".join(part.text for part in sentence(plan, step))


def fetch(plan: Plan, step: Step) -> str:
    """What to have at hand for a step."""
    match step:
        case Brush():
            return f"{plan.ink(step.ink).name} pad, {TOOLS[step.tool].name}, scrap paper to off-load on"
        case LayMask() | LiftMask():
            return f"the {plan.mask(step.mask).name} mask"
        case Wipe():
            return "a damp cloth and a dry one"
        case Dry():
            return {"air": "a clean flat place", "blot": "a sheet of blotting paper", "heat": "the heat tool"}[step.way]


def care(step: Step) -> str:
    """The usual caution for a step, or nothing."""
    if isinstance(step, Dry) and step.way == "heat":
        return (
            "The heat tool burns skin and scorches card: keep it moving, keep it from children, and follow its own "
            "sheet and your local rules."
        )
    return ""


def _parts(plan: Plan, step: Step) -> Iterator[Part]:
    match step:
        case Brush():
            yield from _brush(plan, step)
        case LayMask():
            yield Part("Lay the ")
            yield Part(f"{plan.mask(step.mask).name} mask", "mask", "mask")
            yield Part(" and press its rim down.")
        case LiftMask():
            yield Part("Lift the ")
            yield Part(f"{plan.mask(step.mask).name} mask", "mask", "mask")
            yield Part(" off.")
        case Wipe():
            yield Part("Wipe the ")
            yield Part(f"{plan.mask(step.mask).name} mask", "mask", "mask")
            yield Part(" clean where it lies.")
        case Dry():
            yield Part("Let it dry ")
            yield Part(WAY_WORDS[step.way], "way", "way")
            yield Part(" for ")
            yield Part(say_minutes(step.minutes), "minutes", "minutes")
            yield Part(".")


def _brush(plan: Plan, step: Brush) -> Iterator[Part]:
    units = plan.units
    yield Part("Brush ")
    yield Part(plan.ink(step.ink).name, "ink", "ink")
    yield Part(" with the ")
    yield Part(TOOLS[step.tool].name, "tool", "tool")
    region = step.region
    if isinstance(region, Band):
        yield from _band(region, units)
    elif isinstance(region, Halo):
        yield Part(" round the ")
        yield Part(f"{plan.mask(region.mask).name} mask", "region.mask", "mask")
        yield Part(", out to ")
        yield Part(_length(region.reach_mm, units), "region.reach_mm", "length")
    else:
        yield Part(" over the whole panel")
    yield Part(", ")
    yield Part(str(step.passes), "passes", "count")
    yield Part(" ")
    yield Part(step.touch, "touch", "touch")
    yield Part(" pass" if step.passes == 1 else " passes")
    yield from _fade(step.fade, units)
    yield Part(", ")
    yield Part("while it is damp" if step.onto == "damp" else "as a clean layer on dry ink", "onto", "onto")
    yield Part(".")


def _band(band: Band, units: Units) -> Iterator[Part]:
    yield Part(", from the ")
    yield Part(EDGE_WORDS[band.edge], "region.edge", "edge")
    if band.start_mm > 0:
        yield Part(", start at ")
        yield Part(_length(band.start_mm, units), "region.start_mm", "length")
        yield Part(" (led in over ")
        yield Part(_length(band.lead_in_mm, units), "region.lead_in_mm", "length")
        yield Part(") and go to ")
    else:
        yield Part(" to ")
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
