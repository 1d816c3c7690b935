"""A card as it was really made: the plan with what was done differently at the bench, so that it can be predicted from there on."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

from cielo.core.materials import Ink
from cielo.core.plan import Brush, Plan, ensure_sound, replace_step
from cielo.errors import BadInput

How = Literal["skipped", "passes", "ink"]


@dataclass(frozen=True)
class Difference:
    """A step done differently: left out, with other ``passes``, or with another ink (``value``: their number, or the ink's key)."""

    step: str
    how: How
    value: str = ""


def as_made(plan: Plan, differences: Iterable[Difference], shelf: Iterable[Ink] = ()) -> Plan:
    """The plan with those differences; inks it has not are taken from ``shelf``.

    Raises BadInput for a step that is not there or cannot have been done so.
    """
    on_shelf = {ink.key: ink for ink in shelf}
    for difference in differences:
        step = plan.steps[plan.index_of(difference.step)]
        match difference.how:
            case "skipped":
                wishes = tuple(wish for wish in plan.wishes if step.id not in (wish.first, wish.then))
                plan = replace(plan, steps=tuple(other for other in plan.steps if other.id != step.id), wishes=wishes)
            case "passes":
                plan = replace_step(plan, replace(_brush(step), passes=_passes(difference.value)))
            case "ink":
                if difference.value not in {ink.key for ink in plan.inks}:
                    if difference.value not in on_shelf:
                        raise BadInput(f"no ink {difference.value!r} is on the shelf.", field="value", mend="Choose one that is.")
                    plan = replace(plan, inks=(*plan.inks, on_shelf[difference.value]))
                plan = replace_step(plan, replace(_brush(step), ink=difference.value))
    ensure_sound(plan)
    return plan


def _brush(step: object) -> Brush:
    if not isinstance(step, Brush):
        raise BadInput("only a laying of ink can have other ink or passes.", field="step", mend="Skip it, or do it as planned.")
    return step


def _passes(value: str) -> int:
    if not value.isdecimal() or not 1 <= int(value) <= 20:
        raise BadInput(f"{value!r} is no number of passes.", field="value", mend="Give 1 to 20.")
    return int(value)
