"""Ids of steps and keys of pieces that Cielo gives: none is given twice on a card, so that what is kept of one that is gone is never taken
for that of a new one."""

import re
from dataclasses import replace

from cielo.core.plan.whole import Plan

# The ids and keys that Cielo gives; one that came with a file and counts further than these is like a name.
_NUMBERED = re.compile(r"(?:s|piece-)([0-9]{1,6})")


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
