"""Checks on the order of work: dark-before-light, unwiped-mask, wet-over-wet, mask-on-damp."""

from collections.abc import Iterator

import numpy as np

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import Brush, Dry, LayMask, Plan, Step, Tapes, Water, Wipe, insert_step, new_step_id
from cielo.core.sequence.gradient import DRYING_MINUTES
from cielo.core.sequence.precedence import in_order, missing_wipes, precedences
from cielo.core.simulation.contact import Contact
from cielo.errors import BadInput


def dark_before_light(plan: Plan, contact: Contact) -> Iterator[Finding]:
    """A dark ink is laid before the first laying of a lighter one it meets."""
    place = {step.id: i for i, step in enumerate(plan.steps)}
    found: set[str] = set()
    for rule in precedences(plan, contact.meet):
        if rule.code != "dark-before-light" or place[rule.first] < place[rule.then] or rule.first in found:
            continue
        found.add(rule.first)
        pale, dark = plan.steps[place[rule.first]], plan.steps[place[rule.then]]
        assert isinstance(pale, Brush)
        assert isinstance(dark, Brush)
        names = plan.ink(pale.ink).name, plan.ink(dark.ink).name
        yield Finding(
            "dark-before-light",
            "stop",
            pale.id,
            f"{names[0]} comes after {names[1]}, which is darker and which it meets.",
            rule.reason,
            where=_meeting_place(contact, pale.id, dark.id),
            cure=_light_to_dark(plan, contact, f"Lay {names[0]} before {names[1]}"),
        )


def _light_to_dark(plan: Plan, contact: Contact, label: str) -> Remedy | None:
    """The whole order set right, since a step moved alone often only shifts the trouble to the next."""
    try:
        order = in_order(plan, contact.meet, contact.reaches_mask)
    except BadInput:
        return None
    moved = {move.step for move in order.moves}
    return Remedy(label if len(moved) == 1 else "Lay all inks light to dark", order.plan)


def unwiped_mask(plan: Plan, contact: Contact) -> Iterator[Finding]:
    """A mask goes from one ink to another without a wipe."""
    for mask, before, after in missing_wipes(plan, contact.reaches_mask):
        name = plan.mask(mask).called
        carries = "carry" if isinstance(plan.mask(mask), Tapes) else "carries"
        inks = plan.ink(before.ink).name, plan.ink(after.ink).name
        yield Finding(
            "unwiped-mask",
            "warn",
            after.id,
            f"The {name} still {carries} {inks[0]} when {inks[1]} comes.",
            f"The brush picks {inks[0]} up from the mask and drags it into {inks[1]}, onto panel and pad.",
            where=Place(plan.mask(mask).x_mm, plan.mask(mask).y_mm),
            cure=Remedy(f"Wipe the {name} before {inks[1]}", insert_step(plan, Wipe(new_step_id(plan), mask), after.id)),
        )


def wet_over_wet(plan: Plan, contact: Contact) -> Iterator[Finding]:
    """A layer meant to be clean goes onto ink that has not been dried."""
    damp: list[Brush] = []
    for step in plan.steps:
        if isinstance(step, Dry):
            damp = []
        if not isinstance(step, Brush):
            continue
        if step.onto == "dry":
            below = [other for other in damp if other.id != step.id and contact.meet(other.id, step.id)]
            if below:
                yield _needs_drying(
                    plan,
                    step,
                    "wet-over-wet",
                    f"{plan.ink(step.ink).name} is meant as a clean layer, but {plan.ink(below[-1].ink).name} below it "
                    "is still damp.",
                    "On damp ink it mixes instead of lying on top, and the colour and the edge are lost.",
                    _meeting_place(contact, below[-1].id, step.id),
                )
        if plan.ink(step.ink).kind not in RESIST_KINDS:  # melted powder is dry at once
            damp.append(step)


def mask_on_damp(plan: Plan, contact: Contact) -> Iterator[Finding]:
    """An adhesive mask is set on a panel that is still damp."""
    damp: list[str] = []
    for step in plan.steps:
        if isinstance(step, Dry):
            damp = []
        if isinstance(step, Water) or (isinstance(step, Brush) and plan.ink(step.ink).kind not in RESIST_KINDS):
            damp.append(step.id)
        if isinstance(step, LayMask) and damp:
            mask = plan.mask(step.mask)
            laid, hold, come = ("are", "They", "they come") if isinstance(mask, Tapes) else ("is", "It", "it comes")
            yield _needs_drying(
                plan,
                step,
                "mask-on-damp",
                f"The {mask.called} {laid} laid on a panel that is still damp.",
                f"{hold} will not hold there, ink creeps in below, and ink is lifted when {come} off.",
                Place(mask.x_mm, mask.y_mm),
            )


def _needs_drying(plan: Plan, step: Step, code: str, message: str, why: str, where: Place | None) -> Finding:
    dry = Dry(new_step_id(plan), "air", DRYING_MINUTES)
    return Finding(code, "warn", step.id, message, why, where, Remedy("Let it dry first", insert_step(plan, dry, step.id)))


def _meeting_place(contact: Contact, step_a: str, step_b: str) -> Place | None:
    """Where two brushings meet most strongly."""
    both = np.minimum(contact.maps[step_a], contact.maps[step_b])
    row, column = np.unravel_index(int(np.argmax(both)), both.shape)
    if both[row, column] <= 0:
        return None
    return Place(float(contact.grid.x_mm[column]), float(contact.grid.y_mm[row]))
