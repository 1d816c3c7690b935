"""What a maker does with cards: each function is one action and one transaction."""

from collections.abc import Callable
from dataclasses import dataclass, replace

from sqlalchemy.orm import Session

from cielo.app.learnt import remembered_for
from cielo.app.measured import as_measured_now, begun_now, measured_since, with_what_is_known
from cielo.app.shelf import supplies_for
from cielo.core.advice.supplies import Supplies
from cielo.core.geometry.placing import evened
from cielo.core.notes import Remembered
from cielo.core.order.arrange import in_order
from cielo.core.order.derive import with_derived
from cielo.core.plan import (
    OF_PIECE,
    Card,
    Plan,
    ensure_sound,
    fitted,
    piece_of,
    plan_of_piece,
    run_of,
    with_all_put_on,
    with_piece_plan,
    with_prints_as_referred,
    with_run,
)
from cielo.core.say import say
from cielo.core.table.purpose import resettled, settled
from cielo.errors import BadInput, OutOfDate
from cielo.exchange.plan_file import read_plan
from cielo.store.cards import Revision, add_card, add_revision, all_cards, find_card, read_revision, was_made
from cielo.store.database import Store
from cielo.store.once import made_before, made_once
from cielo.store.shelf import read_on_shelf


@dataclass(frozen=True)
class Basis:
    """What an edit was made from: a revision of the card, the edit's own key, by which it is done once however often it is sent, and the
    window it was made in, which alone takes it back."""

    revision: int
    key: str | None = None
    window: str | None = None


@dataclass(frozen=True)
class CardOnDesk:
    """A card as it stands.

    undoes, redoes : what undo and redo would bring back, in words; ``redoes_of`` the window that was made in.
    supplies : the shelf it is made from, for the batch at the bench.
    measured : what was measured of its inks and stock since it was planned, in words.
    whole : the plan of the whole card, where ``revision`` is of one of its pieces.
    remembered : what she wrote of other cards to remember next time, where it concerns this one.
    """

    revision: Revision
    undoes: str | None
    redoes: str | None
    redoes_of: str | None
    supplies: Supplies
    measured: tuple[str, ...]
    whole: Plan
    remembered: tuple[Remembered, ...]


@dataclass(frozen=True)
class ListedCard:
    """A card as it lies on the table of cards: its current revision, the group she put it in, whether it is put away."""

    revision: Revision
    group: str
    away: bool


def list_cards(store: Store, *, away: bool = False) -> list[ListedCard]:
    """Every card at its current revision, the last changed first; or every one that is put away."""
    with store.reading() as session:
        return [
            ListedCard(read_revision(session, card.id, card.revision), card.card_group, card.put_away)
            for card in all_cards(session, away=away)
        ]


def group_card(store: Store, card_id: str, group: str) -> None:
    """Put a card into a group; "" takes it out of one."""
    with store.transaction() as session:
        find_card(session, card_id).card_group = group.strip()


def delete_card(store: Store, card_id: str) -> None:
    """Delete a card for good. Raises BadInput for one that is not put away first."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        if not card.put_away:
            raise BadInput("this card is still on the table.", field="card", mend="Archive it first.")
        session.delete(card)


def whole_id(card_id: str) -> str:
    """The id of the whole card, of its own or of one of its pieces: that is the card's, a tilde and the piece's key."""
    return card_id.partition(OF_PIECE)[0]


def part_key(card_id: str) -> str:
    """The key of the piece that an id means, "" where it means the whole card."""
    return card_id.partition(OF_PIECE)[2]


def _part_of(card_id: str, plan: Plan) -> Plan:
    """The plan that an id means: the whole, or one of its pieces. Raises NotFound."""
    piece = part_key(card_id)
    return plan_of_piece(plan, piece) if piece else plan


def with_part(card_id: str, plan: Plan, part: Plan) -> Plan:
    """The whole plan after the part that an id means was changed."""
    piece = part_key(card_id)
    return with_piece_plan(plan, piece, part) if piece else part


def open_card(store: Store, card_id: str) -> CardOnDesk:
    """One card as it stands, or one of its pieces as a plan of its own."""
    with store.reading() as session:
        whole = whole_id(card_id)
        card = find_card(session, whole)
        current = read_revision(session, whole, card.revision)
        again = read_revision(session, whole, current.redo_to) if current.redo_to else None
        undoes = current.said if current.undo_to else None
        supplies = supplies_for(session, whole)
        part = replace(current, card_id=card_id, plan=_part_of(card_id, current.plan))
        measured = measured_since(session, part.plan, supplies.shelf)
        told = remembered_for(session, part.plan, whole)
        return CardOnDesk(
            part, undoes, again.said if again else None, again.window if again else None, supplies, measured, current.plan, told
        )


def revision_of(store: Store, card_id: str) -> int:
    """The number of a card's newest revision. Raises NotFound."""
    with store.reading() as session:
        return find_card(session, whole_id(card_id)).revision


def card_at(store: Store, card_id: str, revision: int) -> Plan:
    """The plan of a card at one of its revisions."""
    with store.reading() as session:
        return _part_of(card_id, read_revision(session, whole_id(card_id), revision).plan)


def start_card(store: Store, plan: Plan, said: str, *, by_her_hand: bool = True, request: str | None = None) -> CardOnDesk:
    """A new card from a plan, predicted and reckoned for the maker's own hand; one that is brought in as a file keeps the hand it has.
    Asked twice by the same ``request`` it is begun once."""
    ensure_sound(plan)
    with store.reading() as session:
        begun = begun_now(session, plan, by_her_hand=by_her_hand)
        before = made_before(session, request)
    if before is None:
        begun = settled(with_prints_as_referred(with_all_put_on(begun)))  # what takes long keeps nobody waiting who writes
        with store.transaction() as session:
            before = made_once(session, request, lambda: add_card(session, begun, said).card_id)
    return open_card(store, before)


def import_card(store: Store, data: bytes, request: str | None = None) -> CardOnDesk:
    """A new card from the bytes of a plan file. Raises BadInput or TooLarge, and then nothing is stored."""
    plan = read_plan(data)
    return start_card(store, plan, f"bring in {plan.title}", by_her_hand=False, request=request)


def copy_card(store: Store, card_id: str, request: str | None = None) -> CardOnDesk:
    """A new card that begins as another stands now."""
    plan = open_card(store, card_id).revision.plan
    return start_card(store, replace(plan, title=f"{plan.title[:70]}, again"), f"start from {plan.title}", request=request)


def change_card(store: Store, card_id: str, basis: Basis, said: str, change: Callable[[Plan], Plan]) -> CardOnDesk:
    """One edit: one transaction, one revision; an edit that has been done already is not done again.

    Raises OutOfDate when the card was changed since ``basis``, and BadInput when the change makes no sound plan; then nothing
    is stored. What it comes to is worked out while nobody is kept waiting who writes.
    """
    with store.reading() as session:
        current = to_edit(session, card_id, basis)
    if current is not None:
        was = _part_of(card_id, current.plan)
        changed = change(was)
        with store.reading() as session:
            now = with_what_is_known(session, changed, was)
        # What every piece of the whole is for is kept with it; only the part that was changed is read anew.
        keep_edit(store, card_id, basis, said, with_part(card_id, current.plan, resettled(was, now)))
    return open_card(store, card_id)


def keep_edit(store: Store, card_id: str, basis: Basis, said: str, plan: Plan) -> None:
    """Keep what an edit made of the whole plan, where the card still stands as it was when it was made. Raises OutOfDate, BadInput."""
    plan = with_prints_as_referred(with_all_put_on(plan))
    ensure_sound(plan)
    plan = settled(plan)
    plan = with_run(plan, run_of(plan))
    with store.transaction() as session:
        current = to_edit(session, card_id, basis)
        if current is not None and replace(plan, given=current.plan.given) != current.plan:
            card = find_card(session, whole_id(card_id))
            add_revision(session, card, plan, said, undo_to=current.number, redo_to=None, edit_key=basis.key, window=basis.window)


def to_edit(session: Session, card_id: str, basis: Basis) -> Revision | None:
    """The revision an edit is made from; None when the edit has been made already. Raises OutOfDate."""
    whole = whole_id(card_id)
    card = find_card(session, whole)
    if basis.key is not None and was_made(session, whole, basis.key):
        return None
    if card.revision != basis.revision:
        raise OutOfDate("this card was changed in another window.", mend="It has been opened afresh; make the change again.")
    return read_revision(session, whole, card.revision)


def resize_card(store: Store, card_id: str, basis: Basis, card: Card, said: str) -> CardOnDesk:
    """Another card under the same ground, every step fitted to its panel. Raises BadInput where the card leaves no panel."""

    def on_it(plan: Plan) -> Plan:
        ensure_sound(replace(plan, card=card, masks=(), steps=(), focal=(), holds=(), cuts=(), wishes=()))
        return with_derived(resettled(plan, evened(fitted(plan, card))))

    return change_card(store, card_id, basis, said, on_it)


def take_measured_in(store: Store, card_id: str, basis: Basis) -> CardOnDesk:
    """Plan a card with its inks, stock and crossings as they are known now."""
    with store.reading() as session:
        plan = _part_of(card_id, read_revision(session, whole_id(card_id), basis.revision).plan)
        known = as_measured_now(session, plan, read_on_shelf(session))
    return change_card(store, card_id, basis, "take in what was measured", lambda _: known)


SAID_OF = {"moved": "Moved", "added": "Added", "changed": "Changed", "taken out": "Taken out"}


def put_in_order(store: Store, card_id: str, basis: Basis) -> tuple[CardOnDesk, tuple[str, ...]]:
    """Set a card's steps in working order, and tell what was moved and why. Raises Contradiction when wishes cannot all be kept."""
    plan = card_at(store, card_id, basis.revision)
    order = in_order(plan)
    told: dict[tuple[str, str], str] = {}
    for change in order.changes:
        was, now = ((plan_of_piece(of, change.part) if change.part else of) for of in (plan, order.plan))
        in_it = now if change.did in ("added", "changed") else was
        at = in_it.index_of(change.step)
        number = "" if change.did == "added" else f"Step {at + 1}, "
        of = f"The {piece_of(plan, change.part).name}: " if change.part else ""
        said = f"{of}{SAID_OF[change.did]}: {number}{say(in_it, in_it.steps[at])} {change.reason}"
        told.setdefault((change.part, change.step), said)
    return change_card(store, card_id, basis, "put it in working order", lambda _: order.plan), tuple(told.values())


def undo(store: Store, card_id: str, basis: Basis) -> CardOnDesk:
    """Bring back the plan before the last change. Raises BadInput when there is none or another window made it, OutOfDate when the card
    was changed since."""
    with store.transaction() as session:
        current = to_edit(session, card_id, basis)
        if current is not None:
            if current.undo_to is None:
                raise BadInput("there is nothing to undo.")
            _ensure_own(current, basis)
            back = read_revision(session, whole_id(card_id), current.undo_to)
            _step_to(session, card_id, basis, back, undo_to=back.undo_to, redo_to=current.number)
    return open_card(store, card_id)


def redo(store: Store, card_id: str, basis: Basis) -> CardOnDesk:
    """Bring back what undo took away. Raises BadInput when there is nothing or another window made it, OutOfDate when the card was
    changed since."""
    with store.transaction() as session:
        current = to_edit(session, card_id, basis)
        if current is not None:
            if current.redo_to is None:
                raise BadInput("there is nothing to redo.")
            again = read_revision(session, whole_id(card_id), current.redo_to)
            _ensure_own(again, basis)
            _step_to(session, card_id, basis, again, undo_to=current.number, redo_to=again.redo_to)
    return open_card(store, card_id)


def _ensure_own(revision: Revision, basis: Basis) -> None:
    if None not in (revision.window, basis.window) and revision.window != basis.window:
        raise BadInput("the last change was made in another window.", mend="Undo it there, or carry on from it here.")


def _step_to(session: Session, card_id: str, basis: Basis, to: Revision, *, undo_to: int | None, redo_to: int | None) -> None:
    """Bring a revision back; the next undo takes back the edit that made it, so it stays that of its own window."""
    card = find_card(session, whole_id(card_id))
    add_revision(session, card, to.plan, to.said, undo_to=undo_to, redo_to=redo_to, edit_key=basis.key, window=to.window)


def put_away(store: Store, card_id: str, away: bool) -> None:
    """Take a card off the table, or bring it back; nothing of it is lost."""
    with store.transaction() as session:
        find_card(session, card_id).put_away = away
