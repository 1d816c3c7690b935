"""What a maker does with cards: each function is one action and one transaction."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from cielo.app.shelf import find_inks, find_stock
from cielo.core.advice.judge import judge
from cielo.core.geometry.formats import FORMATS, CardFormat
from cielo.core.materials import Stock
from cielo.core.plan import Card, Drawn, Plan, Reveals, ensure_sound
from cielo.core.sequence.gradient import GradientWish, propose_gradient
from cielo.core.sequence.grounds import GROUNDS, lay_out
from cielo.core.sequence.precedence import with_wipes
from cielo.core.simulation.contact import contact_of
from cielo.core.units import Units
from cielo.errors import BadInput, NotFound, OutOfDate
from cielo.exchange.plan_file import read_plan
from cielo.exchange.svg_drawing import read_svg
from cielo.store.cards import Revision, add_card, add_revision, all_cards, find_card, read_revision
from cielo.store.database import Store
from cielo.store.shelf import read_inks


@dataclass(frozen=True)
class CardOnDesk:
    """A card as it stands, and what undo and redo would bring back, in words."""

    revision: Revision
    undoes: str | None
    redoes: str | None


def list_cards(store: Store) -> list[Revision]:
    """Every card at its current revision, the last changed first."""
    with store.transaction() as session:
        return [read_revision(session, card.id, card.revision) for card in all_cards(session)]


def open_card(store: Store, card_id: str) -> CardOnDesk:
    """One card as it stands."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        current = read_revision(session, card_id, card.revision)
        redoes = read_revision(session, card_id, current.redo_to).said if current.redo_to else None
        return CardOnDesk(current, current.said if current.undo_to else None, redoes)


def card_at(store: Store, card_id: str, revision: int) -> Plan:
    """The plan of a card at one of its revisions."""
    with store.transaction() as session:
        return read_revision(session, card_id, revision).plan


def start_card(store: Store, plan: Plan, said: str) -> CardOnDesk:
    """A new card from a plan."""
    ensure_sound(plan)
    with store.transaction() as session:
        revision = add_card(session, plan, said)
    return CardOnDesk(revision, None, None)


def empty_plan(title: str, units: Units, format_key: str, stock: Stock) -> Plan:
    """A plan with nothing laid yet, on a format of the usual reveals. Raises BadInput for an unknown format."""
    if format_key not in FORMATS:
        raise BadInput(f"there is no card format {format_key!r}.", field="format", mend=f"Choose one of: {', '.join(FORMATS)}.")
    return Plan(title, units, card_of(FORMATS[format_key]), stock, (), (), ())


def card_of(card_format: CardFormat) -> Card:
    """A format with its usual reveal all round."""
    reveal = card_format.reveal_mm
    return Card(card_format.width_mm, card_format.height_mm, card_format.fold, Reveals(reveal, reveal, reveal, reveal))


def propose(plan: Plan, wish: GradientWish) -> Plan:
    """A banded gradient from the plan's inks, in place of its steps, wipes set."""
    proposed = propose_gradient(plan.title, plan.units, plan.card, plan.stock, plan.inks, wish)
    ensure_sound(proposed)
    return with_wipes(proposed, contact_of(proposed).reaches_mask)


def lay_ground(store: Store, plan: Plan, ground_key: str) -> Plan:
    """One of the grounds laid out from a plan's inks, in place of its steps and masks, wipes set.

    What the ground takes beside its colours (powder, white) comes from the plan or, where it has none, from the shelf.
    """
    ground = GROUNDS.get(ground_key)
    has = {ink.kind for ink in plan.inks}
    wanted = [kind for kind in (ground.needs if ground else ()) if kind not in has]
    with store.transaction() as session:
        shelf = read_inks(session)
    found = [next(ink for ink in shelf if ink.kind == kind) for kind in wanted if any(ink.kind == kind for ink in shelf)]
    proposed = lay_out(plan.title, plan.units, plan.card, plan.stock, (*plan.inks, *found), ground_key)
    ensure_sound(proposed)
    return with_wipes(proposed, contact_of(proposed).reaches_mask)


def plan_on_ground(
    store: Store, title: str, units: Units, format_key: str, stock_key: str, ink_keys: Sequence[str], ground_key: str
) -> Plan:
    """A ground on a format, a stock and inks of the shelf. Raises NotFound for what is not there, BadInput for what does not fit."""
    empty = empty_plan(title or "A new card", units, format_key, find_stock(store, stock_key))
    return lay_ground(store, replace(empty, inks=find_inks(store, ink_keys)), ground_key)


def import_card(store: Store, data: bytes) -> CardOnDesk:
    """A new card from the bytes of a plan file. Raises BadInput or TooLarge, and then nothing is stored."""
    plan = read_plan(data)
    return start_card(store, plan, f"bring in {plan.title}")


def copy_card(store: Store, card_id: str) -> CardOnDesk:
    """A new card that begins as another stands now."""
    plan = open_card(store, card_id).revision.plan
    return start_card(store, replace(plan, title=f"{plan.title[:70]}, again"), f"start from {plan.title}")


def change_card(store: Store, card_id: str, based_on: int, said: str, change: Callable[[Plan], Plan]) -> CardOnDesk:
    """One edit: one transaction, one revision.

    Raises OutOfDate when the card was changed since ``based_on``, and BadInput when the change makes no sound plan; then nothing
    is stored.
    """
    with store.transaction() as session:
        card = find_card(session, card_id)
        if card.revision != based_on:
            raise OutOfDate("this card was changed in another window.", mend="It has been opened afresh; make the change again.")
        current = read_revision(session, card_id, based_on)
        plan = change(current.plan)
        ensure_sound(plan)
        if plan != current.plan:
            add_revision(session, card, plan, said, undo_to=current.number, redo_to=None)
    return open_card(store, card_id)


def bring_drawing(store: Store, card_id: str, based_on: int, name: str, data: bytes) -> CardOnDesk:
    """Add a stencil from the bytes of an SVG, in the middle of the panel. Raises BadInput, TooLarge or OutOfDate; then nothing is stored."""
    drawing = read_svg(data)

    def with_drawing(plan: Plan) -> Plan:
        taken = {mask.key for mask in plan.masks}
        key = next(f"drawn-{n}" for n in range(1, len(taken) + 2) if f"drawn-{n}" not in taken)
        rings = tuple(tuple((round(float(x), 3), round(float(y), 3)) for x, y in ring[:-1]) for ring in drawing.rings_mm)
        mask = Drawn(key, name, plan.card.panel_width_mm / 2, plan.card.panel_height_mm / 2, rings)
        return replace(plan, masks=(*plan.masks, mask))

    return change_card(store, card_id, based_on, f"bring the drawing {name} in", with_drawing)


def apply_remedy(store: Store, card_id: str, based_on: int, code: str, step: str) -> CardOnDesk:
    """Apply the remedy of one finding. Raises NotFound when the plan has no such finding with a remedy."""
    plan = card_at(store, card_id, based_on)
    remedy = next((f.remedy for f in judge(plan) if f.code == code and f.step == step), None)
    if remedy is None:
        raise NotFound("that finding is not there any more.", mend="Look at the step again.")
    return change_card(store, card_id, based_on, remedy.label[0].lower() + remedy.label[1:], lambda _: remedy.plan)


def undo(store: Store, card_id: str) -> CardOnDesk:
    """Bring back the plan before the last change. Raises BadInput when there is none."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        current = read_revision(session, card_id, card.revision)
        if current.undo_to is None:
            raise BadInput("there is nothing to undo.")
        back = read_revision(session, card_id, current.undo_to)
        add_revision(session, card, back.plan, back.said, undo_to=back.undo_to, redo_to=current.number)
    return open_card(store, card_id)


def redo(store: Store, card_id: str) -> CardOnDesk:
    """Bring back what undo took away. Raises BadInput when there is nothing."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        current = read_revision(session, card_id, card.revision)
        if current.redo_to is None:
            raise BadInput("there is nothing to redo.")
        again = read_revision(session, card_id, current.redo_to)
        add_revision(session, card, again.plan, again.said, undo_to=current.number, redo_to=again.redo_to)
    return open_card(store, card_id)


def put_away(store: Store, card_id: str, away: bool) -> None:
    """Take a card off the table, or bring it back; nothing of it is lost."""
    with store.transaction() as session:
        find_card(session, card_id).put_away = away
