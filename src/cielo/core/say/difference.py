"""What is otherwise in one plan than in another, in words: the card, its inks, and step by step."""

from collections.abc import Iterator
from dataclasses import replace
from difflib import SequenceMatcher

from cielo.core.plan import Plan
from cielo.core.say.step import say
from cielo.core.units import say_size


def differences(was: Plan, now: Plan) -> tuple[str, ...]:
    """Sentences on what is otherwise in ``now``, the card first, then its steps in their order; empty where both plan the same.

    Steps are the same where their ids are; what is said of a step is what the maker reads at it.
    """
    return (*_of_card(was, now), *_of_steps(was, now))


def _of_card(was: Plan, now: Plan) -> Iterator[str]:
    if (was.card.panel_width_mm, was.card.panel_height_mm) != (now.card.panel_width_mm, now.card.panel_height_mm):
        before, after = (say_size(p.card.panel_width_mm, p.card.panel_height_mm, now.units) for p in (was, now))
        yield f"The panel is {after}; it was {before}."
    if was.stock.name != now.stock.name:
        yield f"On {now.stock.name}; it was on {was.stock.name}."
    names_was, names_now = ({ink.key: ink.name for ink in plan.inks} for plan in (was, now))
    if more := [name for key, name in names_now.items() if key not in names_was]:
        yield f"With {' and '.join(more)} beside the card."
    if fewer := [name for key, name in names_was.items() if key not in names_now]:
        yield f"Without {' and '.join(fewer)}."
    pieces_was, pieces_now = ({piece.key: piece for piece in plan.pieces} for plan in (was, now))
    for key, piece in pieces_now.items():
        if key not in pieces_was:
            yield f"The {piece.name} is made too."
        elif piece != pieces_was[key]:
            yield f"The {piece.name} changed."
    yield from (f"The {piece.name} is not made." for key, piece in pieces_was.items() if key not in pieces_now)


def _of_steps(was: Plan, now: Plan) -> Iterator[str]:
    said_was, said_now = ({step.id: say(plan, step) for step in plan.steps} for plan in (was, now))
    both_was = [step.id for step in was.steps if step.id in said_now]
    both_now = [step.id for step in now.steps if step.id in said_was]
    kept = {
        both_now[block.b + i]
        for block in SequenceMatcher(a=both_was, b=both_now, autojunk=False).get_matching_blocks()
        for i in range(block.size)
    }
    number_was = {step.id: n for n, step in enumerate(was.steps, 1)}
    for number, step in enumerate(now.steps, 1):
        if step.id not in said_was:
            yield f"New, step {number}: {said_now[step.id]}"
            continue
        if step.id not in kept:
            yield f"Step {number_was[step.id]} is step {number} now: {said_now[step.id]}"
        if said_was[step.id] != said_now[step.id]:
            yield f"Step {number}: {said_now[step.id]} It was: {said_was[step.id]}"
        elif replace(step, purpose=None) != replace(was.steps[was.index_of(step.id)], purpose=None):
            yield f"Step {number} changed in a detail not shown here: {said_now[step.id]}"
    for step in was.steps:
        if step.id not in said_now:
            yield f"Not done: {said_was[step.id]}"
