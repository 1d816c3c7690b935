"""Which of a maker's notes for next time concern a new plan, and at which step."""

import re
from collections.abc import Iterable
from dataclasses import dataclass

from cielo.core.materials import Ink
from cielo.core.plan import Brush, LayMask, Plan, Step
from cielo.core.shelf import colour_family

# What she calls a colour, and the family of the shelf that it is in: common practice, no source.
CALLED = {
    "pink": "pinks", "rose": "pinks", "red": "reds", "orange": "oranges", "yellow": "yellows", "gold": "yellows", "green": "greens",
    "teal": "turquoises", "turquoise": "turquoises", "blue": "blues", "navy": "blues", "purple": "purples", "violet": "purples",
    "brown": "browns", "black": "greys and blacks", "grey": "greys and blacks", "gray": "greys and blacks", "white": "whites",
}  # fmt: skip


@dataclass(frozen=True)
class Note:
    """What a maker wants to remember next time, and the plan she wrote it of. ``of``: the card's name."""

    entry: str
    of: str
    words: str
    plan: Plan | None


@dataclass(frozen=True)
class Remembered:
    """A note at the step of a new plan that it concerns, and what the two have in common, in words."""

    step: str
    entry: str
    of: str
    words: str
    because: str


def remembered(plan: Plan, notes: Iterable[Note]) -> tuple[Remembered, ...]:
    """The notes that concern a plan, each once, at the first step that has what its own plan had: an ink over the same other, the same
    sheet, or the same stock and tool. A note that names a colour, an ink or a sheet of its plan ("one pass of orange less") concerns only a
    plan that has it too, and stands at the first step that takes it."""
    found = []
    for note in notes:
        if note.plan is None or not note.words.strip():
            continue
        at, named = _in_common(plan, note.plan), _named_in(note)
        takes = [_first_with(plan, name) for name in named]
        if at is not None and all(takes):
            step = next((step for step in takes if step), at[0])
            found.append(Remembered(step.id, note.entry, note.of, note.words, at[1]))
    return tuple(found)


def _in_common(plan: Plan, other: Plan) -> tuple[Step, str] | None:
    pairs, sheets, tools = _pairs(other), {mask.name for mask in other.masks}, _tools(other)
    names = {ink.key: ink.name for ink in plan.inks}
    before: list[str] = []
    for step in plan.steps:
        if isinstance(step, Brush):
            for low in before:
                if (low, step.ink) in pairs:
                    return step, f"{names[step.ink]} over {names[low]} again"
            before.append(step.ink)
        if isinstance(step, LayMask) and plan.mask(step.mask).name in sheets:
            return step, f"the {plan.mask(step.mask).name} again"
    if plan.stock.key == other.stock.key:
        for step in plan.steps:
            if isinstance(step, Brush) and (step.ink, step.tool) in tools:
                return step, f"{names[step.ink]} on {plan.stock.name} again"
    return None


def _pairs(plan: Plan) -> set[tuple[str, str]]:
    """Every ink over every other that was there before it."""
    inks = [step.ink for step in plan.steps if isinstance(step, Brush)]
    return {(low, high) for i, high in enumerate(inks) for low in inks[:i] if low != high}


def _tools(plan: Plan) -> set[tuple[str, str]]:
    return {(step.ink, step.tool) for step in plan.steps if isinstance(step, Brush)}


def _named_in(note: Note) -> list[str]:
    """What a note names of its own plan, in the order of its words: families of colours, names of inks and of sheets."""
    plan, words = note.plan, re.findall(r"[a-z0-9]+", note.words.lower())
    if plan is None:
        return []
    said = " " + " ".join(words) + " "
    families = [CALLED[word] for word in (word.removesuffix("s") for word in words) if word in CALLED]
    names = [ink.name.lower() for ink in plan.inks] + [mask.name.lower() for mask in plan.masks]
    return [
        *(family for family in dict.fromkeys(families) if any(_family(ink) == family for ink in plan.inks)),
        *(name for name in names if f" {name} " in said),
    ]


def _first_with(plan: Plan, name: str) -> Step | None:
    """The first step that takes an ink of that family or name, or lays a sheet of that name."""
    inks = {ink.key for ink in plan.inks if name in (_family(ink), ink.name.lower())}
    sheets = {mask.key for mask in plan.masks if mask.name.lower() == name}
    for step in plan.steps:
        if (isinstance(step, Brush) and step.ink in inks) or (isinstance(step, LayMask) and step.mask in sheets):
            return step
    return None


def _family(ink: Ink) -> str:
    return colour_family(ink.swatches[0].lab)
