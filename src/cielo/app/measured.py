"""What was measured and learnt, as a card is planned with it: a plan carries copies, so what is known later is taken in when she says so."""

from collections.abc import Sequence
from dataclasses import replace

from sqlalchemy.orm import Session

from cielo.app.learnt import her_crossings, her_hand, her_pace, her_pads
from cielo.core.advice.supplies import OnShelf
from cielo.core.materials import MeasuredCrossing
from cielo.core.plan import Plan
from cielo.store.journal import Entry, read_entries
from cielo.store.shelf import read_crossings


def with_what_is_known(session: Session, plan: Plan, before: Plan) -> Plan:
    """A plan that takes up other inks or another stock than before, with what was measured and learnt of them; else as it is."""
    if (plan.stock, plan.inks) == (before.stock, before.inks):
        return plan
    entries = read_entries(session)
    keys, had = {ink.key for ink in plan.inks}, {ink.key for ink in before.inks}
    pads = (*(pad for pad in plan.pads if pad.ink in keys & had), *her_pads(entries, keys - had))
    return replace(plan, crossings=_crossings_of(session, plan, entries), pads=tuple(sorted(pads, key=lambda pad: pad.ink)))


def begun_now(session: Session, plan: Plan, *, by_her_hand: bool) -> Plan:
    """A plan of a card that is begun: for the maker's own hand, pads and pace where wanted, and with what is known of its inks over each
    other where it brings nothing itself."""
    entries = read_entries(session)
    if by_her_hand:
        plan = _for_this_maker(plan, entries)
    return plan if plan.crossings else replace(plan, crossings=_crossings_of(session, plan, entries))


def _for_this_maker(plan: Plan, entries: Sequence[Entry]) -> Plan:
    pads = her_pads(entries, (ink.key for ink in plan.inks))
    return replace(plan, hand=her_hand(entries).strength, pads=pads, pace=her_pace(entries))


def as_measured_now(session: Session, plan: Plan, shelf: OnShelf) -> Plan:
    """A plan with inks, stock and crossings as the shelf knows them now; what is not on the shelf stays as the plan has it."""
    inks = {ink.key: ink for ink in shelf.inks}
    stock = next((stock for stock in shelf.stocks if stock.key == plan.stock.key), None)
    if stock is None:
        return plan
    entries = read_entries(session)
    renewed = replace(plan, stock=stock, inks=tuple(inks.get(ink.key, ink) for ink in plan.inks))
    return replace(_for_this_maker(renewed, entries), crossings=_crossings_of(session, plan, entries))


def measured_since(session: Session, plan: Plan, shelf: OnShelf) -> tuple[str, ...]:
    """What the shelf knows otherwise than the plan, in words: ``Yucca 1``, ``Agave 6 over Yucca 1``."""
    now = as_measured_now(session, plan, shelf)
    names = {ink.key: ink.name for ink in plan.inks}
    known = set(plan.crossings) ^ set(now.crossings)
    pairs = dict.fromkeys((c.bottom, c.top) for c in sorted(known, key=lambda c: (c.bottom, c.top)))
    pads = dict.fromkeys(pad.ink for pad in sorted(set(plan.pads) ^ set(now.pads), key=lambda pad: pad.ink))
    return (
        *(["how strong your hand is"] if now.hand != plan.hand else []),
        *(f"how strongly your {names.get(ink, ink)} lays" for ink in pads),
        *(["how long your steps take"] if now.pace != plan.pace else []),
        *([plan.stock.name] if now.stock != plan.stock else []),
        *(ink.name for ink, new in zip(plan.inks, now.inks, strict=True) if ink != new),
        *(f"{names.get(top, top)} over {names.get(bottom, bottom)}" for bottom, top in pairs),
    )


def _crossings_of(session: Session, plan: Plan, entries: Sequence[Entry]) -> tuple[MeasuredCrossing, ...]:
    """What was measured of its inks over each other on its stock; and where nothing was, what her photographs show."""
    keys = {ink.key for ink in plan.inks}
    known = {(c.bottom, c.top): c for c in her_crossings(entries, plan.stock.key)}
    known |= {(c.bottom, c.top): c for c in read_crossings(session, plan.stock.key)}
    return tuple(c for (bottom, top), c in sorted(known.items()) if bottom in keys and top in keys)
