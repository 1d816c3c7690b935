"""A plan with one thing changed. Nothing here judges whether that is wise."""

import re
from collections.abc import Collection
from dataclasses import replace

from cielo.core.materials import Stock
from cielo.core.plan.placements import Mask
from cielo.core.plan.steps import Step
from cielo.core.plan.whole import Plan

# The ids and keys that Cielo gives; one that came with a file and counts further than these is like a name.
_NUMBERED = re.compile(r"(?:s|piece-)([0-9]{1,6})")


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
    """The plan without some steps, and without the wishes that were about them."""
    steps = tuple(step for step in plan.steps if step.id not in step_ids)
    wishes = tuple(wish for wish in plan.wishes if wish.first not in step_ids and wish.then not in step_ids)
    return replace(plan, steps=steps, wishes=wishes)


def replace_step(plan: Plan, step: Step) -> Plan:
    """The plan with the step of the same id replaced."""
    return replace(plan, steps=tuple(step if other.id == step.id else other for other in plan.steps))


def replace_mask(plan: Plan, mask: Mask) -> Plan:
    """The plan with the mask of the same key replaced."""
    return replace(plan, masks=tuple(mask if other.key == mask.key else other for other in plan.masks))


def new_step_id(plan: Plan) -> str:
    """An id no step of the plan has or ever had: s1, s2, ... the same for the same plan."""
    return f"s{max(highest_given(plan), len(plan.steps)) + 1}"


def new_piece_key(plan: Plan) -> str:
    """A key no piece of the plan has or ever had."""
    return f"piece-{highest_given(plan) + 1}"


def highest_given(plan: Plan) -> int:
    """The highest number that stands, or ever stood, in an id of a step or a key of a piece."""
    return max(plan.given, _highest_standing(plan))


def _highest_standing(plan: Plan) -> int:
    steps = (*plan.steps, *(step for piece in plan.pieces for step in piece.steps))
    found = (_NUMBERED.fullmatch(one) for one in (*(step.id for step in steps), *(piece.key for piece in plan.pieces)))
    return max((int(one[1]) for one in found if one), default=0)


def with_given(plan: Plan, *before: Plan) -> Plan:
    """The plan, knowing of every id that was given in it and in what stood ``before``; where they all still stand, that says it."""
    highest = max(map(highest_given, (plan, *before)))
    return replace(plan, given=highest if highest > _highest_standing(plan) else 0)


def free_key(prefix: str, taken: Collection[str]) -> str:
    """``prefix-1``, ``prefix-2``, ...: the first that is not taken."""
    number = 1
    while f"{prefix}-{number}" in taken:
        number += 1
    return f"{prefix}-{number}"


def on_stock(plan: Plan, stock: Stock) -> Plan:
    """The plan on another stock; what was measured of its inks over each other is so on the stock it was measured on alone."""
    return replace(plan, stock=stock, crossings=plan.crossings if stock == plan.stock else ())
