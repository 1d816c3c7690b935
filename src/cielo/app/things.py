"""What a maker does with her shelf: each function is one action and one transaction."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime
from uuid import uuid4

from sqlalchemy.orm import Session

from cielo.app import starter
from cielo.core.bounds import Lab, ensure_within
from cielo.core.geometry.designs import DESIGNS
from cielo.core.materials import TOOLS, Ink, Stock
from cielo.core.optics.films import film_of
from cielo.core.optics.fitting import Fit, fit_of
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import Brush
from cielo.core.shelf import Facts, OwnThing, ThingKind, a_thing, colour_family, runs_low
from cielo.errors import BadInput, NotFound
from cielo.store.cards import all_cards, read_revision
from cielo.store.database import Store
from cielo.store.shelf import (
    change_facts,
    delete_thing,
    move_crossings,
    put_on_shelf,
    read_facts,
    read_facts_of,
    read_inks,
    read_own,
    read_stocks,
    set_away,
    write_facts,
    write_own,
)
from cielo.store.stencils import read_stencils

# Shared tools that come with no laying of ink, but that the day counts.
SHARED_TOOLS = {"heat-tool": "heat tool", "press": "press", "cutter": "cutter"}


@dataclass(frozen=True)
class ShelfThing:
    """One thing on the shelf.

    what : an ink, a stock or a thing of her own; None for stencils and for tools that come with Cielo.
    own : whether it can be deleted for good.
    seen : of an ink and a stock its colour; of an ink on the stock looked on, one and two passes.
    last_used : when a card that takes it was last worked on, ISO 8601; "" for never.
    """

    kind: ThingKind
    key: str
    name: str
    what: Ink | Stock | OwnThing | None
    facts: Facts
    away: bool
    own: bool
    seen: tuple[Lab, ...] = ()
    family: str = ""
    last_used: str = ""

    @property
    def low(self) -> bool:
        """Whether it will soon be used up."""
        return runs_low(self.kind, self.facts)


def list_things(store: Store, stock_key: str | None = None) -> tuple[ShelfThing, ...]:
    """Everything on the shelf and what is put away, inks as they look on a stock, or on the first of the shelf."""
    with store.reading() as session:
        known, used = read_facts(session), _last_used(session)
        inks, stocks = read_inks(session, away=True), read_stocks(session, away=True)
        own, stencils = read_own(session), read_stencils(session, away=True)
    on = next((s for s in stocks if s.key == stock_key), stocks[0] if stocks else None)

    def thing(kind: ThingKind, key: str, name: str, what: Ink | Stock | OwnThing | None, mine: bool, *seen: Lab) -> ShelfThing:
        facts, away = known.get((kind, key), (Facts(), False))
        family = colour_family(seen[0]) if kind == "ink" else ""
        return ShelfThing(kind, key, name, what, facts, away, mine, seen, family, used.get((kind, key), ""))

    return (
        *(thing("ink", ink.key, ink.name, ink, True, *_seen(ink, on)) for ink in inks),
        *(thing("stock", stock.key, stock.name, stock, True, stock.paper.lab) for stock in stocks),
        *(thing("stencil", design.key, design.name, None, design.own) for design in (*stencils, *DESIGNS.values())),
        *(thing("tool", key, tool.name, None, False) for key, tool in TOOLS.items()),
        *(thing("tool", key, name, None, False) for key, name in SHARED_TOOLS.items()),
        *(thing(one.kind, one.key, one.name, one, True) for one in own),
    )


def _seen(ink: Ink, stock: Stock | None) -> tuple[Lab, Lab]:
    paper = stock.paper if stock else ink.measured_on
    if paper is None:
        return ink.swatches[0].lab, ink.swatches[-1].lab
    once, twice = (lab_of_stack(paper, {ink.key: ink}, [(ink.key, n)]) for n in (1.0, 2.0))
    return once, twice


def _last_used(session: Session) -> dict[tuple[str, str], str]:
    used: dict[tuple[str, str], str] = {}
    for card in all_cards(session):
        plan, day = read_revision(session, card.id, card.revision).plan, card.changed_at.date().isoformat()
        taken = {("stock", plan.stock.key), *(("ink", s.ink) for s in plan.steps if isinstance(s, Brush))}
        taken |= {("tool", s.tool) for s in plan.steps if isinstance(s, Brush)}
        for one in taken:
            used[one] = max(used.get(one, ""), day)
    return used


def looks(store: Store, key: str) -> list[tuple[Stock, Lab, Lab]]:
    """An ink on every stock she has, one and two passes. Raises NotFound."""
    with store.reading() as session:
        ink, stocks = _ink(session, key), read_stocks(session)
    return [(stock, *_seen(ink, stock)) for stock in stocks]


def fit(store: Store, ink: Ink) -> Fit:
    """How well an ink is known, and which further swatch would help most. Raises BadInput for swatches that cannot be."""
    with store.reading() as session:
        stocks = read_stocks(session)
    return fit_of(ink, ink.measured_on or (stocks[0].paper if stocks else starter.WHITE))


def start_shelf(store: Store) -> None:
    """Put the starter shelf on an empty shelf, or beside what is there."""
    with store.transaction() as session:
        has = {ink.key for ink in read_inks(session, away=True)} | {stock.key for stock in read_stocks(session, away=True)}
        inks = tuple(ink for ink in starter.INKS if ink.key not in has)
        put_on_shelf(session, inks, tuple(stock for stock in starter.STOCKS if stock.key not in has))


def keep_thing(store: Store, thing: Ink | Stock | OwnThing, facts: Facts | None = None, *, new: bool = False) -> None:
    """Keep a thing, new or in place of the one of its key. Raises BadInput for what cannot be, or for a name that is taken."""
    ensure_thing(thing, facts)
    with store.transaction() as session:
        if new:
            _ensure_free(session, _kind_of(thing), thing.key, thing.name)
        write_thing(session, thing, facts)


def ensure_thing(thing: Ink | Stock | OwnThing, facts: Facts | None = None) -> None:
    """Raise BadInput, naming the field, for a thing that cannot be: a measure out of bounds, swatches that no ink makes."""
    ensure_within(thing, "cm")
    if facts is not None:
        ensure_within(facts, "cm")
    if isinstance(thing, Ink) and thing.measured_on is not None:
        film_of(thing, thing.measured_on)


def write_thing(session: Session, thing: Ink | Stock | OwnThing, facts: Facts | None) -> None:
    """Keep a thing that can be, with what is known of it where something is."""
    if isinstance(thing, Ink):
        put_on_shelf(session, (thing,), ())
    elif isinstance(thing, Stock):
        put_on_shelf(session, (), (thing,))
    else:
        write_own(session, thing)
    if facts is not None:
        write_facts(session, _kind_of(thing), thing.key, facts)


def _kind_of(thing: Ink | Stock | OwnThing) -> ThingKind:
    return "ink" if isinstance(thing, Ink) else "stock" if isinstance(thing, Stock) else thing.kind


def keep_facts(store: Store, kind: ThingKind, key: str, facts: Facts) -> None:
    """Keep what is known of a thing."""
    ensure_within(facts, "cm")
    with store.transaction() as session:
        write_facts(session, kind, key, facts)


def note_facts(store: Store, things: Sequence[tuple[ThingKind, str]], **change: object) -> None:
    """Note the same of several things at once."""
    with store.transaction() as session:
        for kind, key in things:

            def noted(facts: Facts) -> Facts:
                new = replace(facts, **change)  # type: ignore[arg-type]
                ensure_within(new, "cm")
                return new

            change_facts(session, kind, key, noted)


def re_ink(store: Store, keys: Sequence[str], today: date | None = None) -> None:
    """Note that pads were re-inked: as full as when new, today."""
    day = (today or datetime.now(UTC).date()).isoformat()
    with store.transaction() as session:
        for key in keys:
            _ink(session, key)
            change_facts(session, "ink", key, lambda facts: replace(facts, left=facts.full, since=day))


def put_things_away(store: Store, things: Sequence[tuple[ThingKind, str]], away: bool) -> None:
    """Take things off the shelf, or bring them back; nothing of them is lost."""
    with store.transaction() as session:
        for kind, key in things:
            set_away(session, kind, key, away)


def delete_things(store: Store, things: Sequence[tuple[ThingKind, str]]) -> None:
    """Delete things for good. Cards keep their own copies. Raises NotFound for what comes with Cielo."""
    with store.transaction() as session:
        for kind, key in things:
            delete_thing(session, kind, key)


def merge_things(store: Store, kind: ThingKind, keep: str, gone: str) -> None:
    """Two of the same become one: what was counted is added up, where and notes are kept, and of inks what was measured of their
    crossings; what was measured of both stays that of the one kept. Raises BadInput, NotFound."""
    if keep == gone:
        raise BadInput("a thing cannot be merged with itself.", field="gone", mend="Choose two.")
    with store.transaction() as session:
        one, other = read_facts_of(session, kind, keep), read_facts_of(session, kind, gone)
        left = None if one.left is None or other.left is None else one.left + other.left
        note = "; ".join(part for part in (one.note, other.note) if part)[:300]
        if kind == "ink":
            move_crossings(session, gone, keep)
        delete_thing(session, kind, gone)
        write_facts(session, kind, keep, replace(one, left=left, place=one.place or other.place, note=note))


def _ink(session: Session, key: str) -> Ink:
    ink = next((ink for ink in read_inks(session, away=True) if ink.key == key), None)
    if ink is None:
        raise NotFound("that ink is not on the shelf.", field="key", mend="Choose one that is.")
    return ink


def _ensure_free(session: Session, kind: ThingKind, key: str, name: str) -> None:
    if kind == "ink":
        there: list[tuple[str, str]] = [(ink.key, ink.name) for ink in read_inks(session, away=True)]
    elif kind == "stock":
        there = [(stock.key, stock.name) for stock in read_stocks(session, away=True)]
    else:
        there = [(one.key, one.name) for one in read_own(session) if one.kind == kind]
    called = next((other for _, other in there if name.lower() == other.lower()), None)
    if called is not None:
        mend = "Give it another name, or change that one."
        raise BadInput(f"there is {a_thing(kind)} called {called} already.", field="name", mend=mend)
    if any(key == other for other, _ in there):
        raise BadInput(f"there is {a_thing(kind)} with the key {key!r} already.", field="key", mend="Leave the key out.")


def free_thing_key(store: Store, kind: ThingKind, name: str) -> str:
    """A key for a new thing, from its name."""
    from cielo.exchange.shelf_csv import key_of

    with store.reading() as session:
        taken = {i.key for i in read_inks(session, away=True)} | {s.key for s in read_stocks(session, away=True)}
        taken |= {one.key for one in read_own(session)}
    key = key_of(name)
    return key if key not in taken else f"{key[:50]}-{uuid4().hex[:6]}"
