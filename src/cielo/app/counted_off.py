"""What the steps of a card take off the shelf while she works: the difference between what was counted off and what was made."""

from collections.abc import Iterable
from dataclasses import replace
from typing import Literal

from sqlalchemy.orm import Session

from cielo.core.plan import OF_PIECE, Brush, Plan
from cielo.core.shelf import Facts
from cielo.exchange.attempt_file import AttemptModel, BookedModel, CountedOffModel
from cielo.store.shelf import change_facts

# The sheet a part is made on is counted off with its first step.
THE_SHEET = "the panel"
Supply = Literal["stock", "ink"]


def booked(session: Session, attempt: AttemptModel, plan: Plan, steps: Iterable[str], piece: str = "") -> AttemptModel:
    """The attempt after those steps of a part were done as ``plan`` has them now: what they take more or less than was counted off is
    counted. A step that was done before is counted once; what is not counted on the shelf stays plenty."""
    of = f"{piece}{OF_PIECE}" if piece else ""
    kept = dict(attempt.booked)
    for step_id in steps:
        step = plan.steps[plan.index_of(step_id)]
        takes: list[tuple[Supply, str, int]] = [("ink", step.ink, step.passes)] if isinstance(step, Brush) else []
        kept[of + step_id] = _taking(session, kept.get(of + step_id), takes)
        if of + THE_SHEET not in kept:
            kept[of + THE_SHEET] = _taking(session, None, [("stock", plan.stock.key, 1)])
    return attempt.model_copy(update={"booked": kept})


def unbooked(session: Session, attempt: AttemptModel, steps: Iterable[str], piece: str = "") -> AttemptModel:
    """The attempt where those steps turned out not to be done yet: what was counted off for them is given back. Steps of a part that was
    finished were done."""
    of = f"{piece}{OF_PIECE}" if piece else ""
    kept = dict(attempt.booked)
    for step_id in steps:
        one = kept.get(of + step_id)
        if one is not None and not one.finished:
            _taking(session, one, [])
            del kept[of + step_id]
    begun = any(key.startswith(of) and OF_PIECE not in key[len(of) :] and key != of + THE_SHEET for key in kept)
    if not begun and (sheet := kept.pop(of + THE_SHEET, None)) is not None:
        _taking(session, sheet, [])
    return attempt.model_copy(update={"booked": kept})


def finished(attempt: AttemptModel, plan: Plan, piece: str = "") -> AttemptModel:
    """The attempt with a part finished: its steps stay done, whatever she looks at afterwards."""
    of = f"{piece}{OF_PIECE}" if piece else ""
    own = {of + step.id for step in plan.steps} | {of + THE_SHEET}
    kept = {key: one.model_copy(update={"finished": True}) if key in own else one for key, one in attempt.booked.items()}
    return attempt.model_copy(update={"booked": kept})


def _taking(session: Session, was: BookedModel | None, takes: list[tuple[Supply, str, int]]) -> BookedModel:
    """A step that takes so much of each, where it took what ``was`` says: the shelf is counted down, or up, by the difference."""
    if was is not None and was.took is None:
        return was
    before = {(one.kind, one.key): one for one in (was.took or () if was else ())}
    took = []
    for kind, key, count in takes:
        one = before.pop((kind, key), None)
        off = one.off if one else 0
        more = count - (one.took if one else 0)
        off += _count_down(session, kind, key, more if more > 0 else max(more, -off))
        took.append(CountedOffModel(kind=kind, key=key, took=count, off=off))
    for one in before.values():
        _count_down(session, one.kind, one.key, -one.off)
    return BookedModel(took=tuple(took), finished=was.finished if was else False)


def _count_down(session: Session, kind: Supply, key: str, taken: int) -> int:
    """Take so many off what is left, as far as there are; returns how many that were."""
    off = 0

    def less(facts: Facts) -> Facts:
        nonlocal off
        if facts.left is None:
            return facts
        off = min(taken, facts.left)
        return replace(facts, left=facts.left - off)

    if taken:
        change_facts(session, kind, key, less)
    return off
