"""A plan with one thing changed. Nothing here judges whether that is wise."""

from collections.abc import Collection
from dataclasses import replace

from cielo.core.materials import Stock
from cielo.core.plan.given import with_given
from cielo.core.plan.placements import Mask
from cielo.core.plan.regions import Halo, Inside, Pressed
from cielo.core.plan.steps import Brush, LayMask, LiftMask, Step, Wipe
from cielo.core.plan.whole import Plan


def move_step(plan: Plan, step_id: str, before: str | None) -> Plan:
    """The plan with a step moved to stand before another, or last where ``before`` is None."""
    step = plan.steps[plan.index_of(step_id)]
    rest = [other for other in plan.steps if other.id != step_id]
    at = len(rest) if before is None else next((i for i, o in enumerate(rest) if o.id == before), len(rest))
    return replace(plan, steps=(*rest[:at], step, *rest[at:]))


def insert_step(plan: Plan, step: Step, before: str | None) -> Plan:
    """The plan with a new step set before another, or last where ``before`` is None."""
    return move_step(replace(plan, steps=(*plan.steps, step)), step.id, before)


def without_steps(plan: Plan, step_ids: Collection[str]) -> Plan:
    """The plan without some steps, and without the wishes that were about them. Their ids are not given again."""
    steps = tuple(step for step in plan.steps if step.id not in step_ids)
    wishes = tuple(wish for wish in plan.wishes if wish.first not in step_ids and wish.then not in step_ids)
    return with_given(replace(plan, steps=steps, wishes=wishes), plan)


def with_sheet_instead(plan: Plan, lay_id: str, mask_key: str) -> Plan:
    """The plan with another sheet laid by a step, and wiped, worked round, through and lifted until it comes off."""
    at = plan.index_of(lay_id)
    was = getattr(plan.steps[at], "mask", None)
    off = next((i for i, s in enumerate(plan.steps) if i > at and isinstance(s, LiftMask) and s.mask == was), len(plan.steps))

    def other(step: Step) -> Step:
        if isinstance(step, LayMask | LiftMask | Wipe) and step.mask == was:
            return replace(step, mask=mask_key)
        if not isinstance(step, Brush) or getattr(step.region, "mask", None) != was:
            return step
        match step.region:
            case Inside() as inside:
                # The openings of the one sheet are none of the other.
                return replace(step, region=replace(inside, mask=mask_key, openings=(), covered=False))
            case Halo() | Pressed() as region:
                return replace(step, region=replace(region, mask=mask_key))
        return step

    steps = tuple(other(step) if at <= i <= off else step for i, step in enumerate(plan.steps))
    return replace(plan, steps=steps)


def replace_step(plan: Plan, step: Step) -> Plan:
    """The plan with the step of the same id replaced."""
    return replace(plan, steps=tuple(step if other.id == step.id else other for other in plan.steps))


def replace_mask(plan: Plan, mask: Mask) -> Plan:
    """The plan with the mask of the same key replaced."""
    return replace(plan, masks=tuple(mask if other.key == mask.key else other for other in plan.masks))


def free_key(prefix: str, taken: Collection[str]) -> str:
    """``prefix-1``, ``prefix-2``, ...: the first that is not taken."""
    number = 1
    while f"{prefix}-{number}" in taken:
        number += 1
    return f"{prefix}-{number}"


def on_stock(plan: Plan, stock: Stock) -> Plan:
    """The plan on another stock; what was measured of its inks over each other is so on the stock it was measured on alone."""
    return replace(plan, stock=stock, crossings=plan.crossings if stock == plan.stock else ())
