"""What was measured, as a card is planned with it: a plan carries copies, so what is measured later is taken in when the maker says so."""

from dataclasses import replace

from sqlalchemy.orm import Session

from cielo.app.learnt import her_hand, her_pace
from cielo.core.advice.supplies import OnShelf
from cielo.core.materials import MeasuredCrossing
from cielo.core.plan import Plan
from cielo.store.shelf import read_crossings


def with_crossings(session: Session, plan: Plan, before: Plan | None = None) -> Plan:
    """A plan that takes up other inks or another stock than before, with what was measured of them; else as it is."""
    same = before is not None and (plan.stock, plan.inks) == (before.stock, before.inks)
    return plan if same or (before is None and plan.crossings) else replace(plan, crossings=_crossings_of(session, plan))


def as_measured_now(session: Session, plan: Plan, shelf: OnShelf) -> Plan:
    """A plan with inks, stock and crossings as the shelf knows them now; what is not on the shelf stays as the plan has it."""
    inks = {ink.key: ink for ink in shelf.inks}
    stock = next((stock for stock in shelf.stocks if stock.key == plan.stock.key), None)
    if stock is None:
        return plan
    hand, pace = her_hand(session).strength, her_pace(session)
    renewed = replace(plan, stock=stock, inks=tuple(inks.get(ink.key, ink) for ink in plan.inks), hand=hand, pace=pace)
    return replace(renewed, crossings=_crossings_of(session, plan))


def measured_since(session: Session, plan: Plan, shelf: OnShelf) -> tuple[str, ...]:
    """What the shelf knows otherwise than the plan, in words: ``Yucca 1``, ``Agave 6 over Yucca 1``."""
    now = as_measured_now(session, plan, shelf)
    names = {ink.key: ink.name for ink in plan.inks}
    known = set(plan.crossings) ^ set(now.crossings)
    pairs = dict.fromkeys((c.bottom, c.top) for c in sorted(known, key=lambda c: (c.bottom, c.top)))
    return (
        *(["how strong your hand is"] if now.hand != plan.hand else []),
        *(["how long your steps take"] if now.pace != plan.pace else []),
        *([plan.stock.name] if now.stock != plan.stock else []),
        *(ink.name for ink, new in zip(plan.inks, now.inks, strict=True) if ink != new),
        *(f"{names.get(top, top)} over {names.get(bottom, bottom)}" for bottom, top in pairs),
    )


def _crossings_of(session: Session, plan: Plan) -> tuple[MeasuredCrossing, ...]:
    keys = {ink.key for ink in plan.inks}
    return tuple(c for c in read_crossings(session, plan.stock.key) if c.bottom in keys and c.top in keys)
