"""What a card that was made took of the shelf: told, and taken off where it is counted."""

from dataclasses import replace

from cielo.core.advice.supplies import OnShelf, Supplies, Supply, supplies_of
from cielo.core.plan import Plan, plan_of_piece
from cielo.errors import BadInput
from cielo.exchange.journal_file import UsedModel
from cielo.store.database import Store
from cielo.store.journal import Entry, change_entry, read_entry
from cielo.store.shelf import read_on_shelf, write_left

NO_SHELF = Supplies(OnShelf((), (), {}))


def used_for(plan: Plan) -> tuple[Supply, ...]:
    """The panels of each stock and the passes of each ink that one card takes with all its pieces, each once, as they are taken up."""
    parts = [plan, *(plan_of_piece(plan, piece.key) for piece in plan.pieces)]
    counted: dict[tuple[str, str], Supply] = {}
    for supply in (one for part in parts for one in supplies_of(part, NO_SHELF) if one.kind != "tool"):
        before = counted.get((supply.kind, supply.key))
        counted[supply.kind, supply.key] = replace(supply, wanted=supply.wanted + before.wanted) if before else supply
    return tuple(counted.values())


def take_off_shelf(store: Store, entry_id: str) -> Entry:
    """Take what an entry's card took off the shelf, as far as it is counted there; once. Raises NotFound, BadInput where nothing is."""
    with store.transaction() as session:
        document = read_entry(session, entry_id).document
        if document.off_shelf:
            return read_entry(session, entry_id)
        shelf = read_on_shelf(session)
        taken = []
        for supply in used_for(document.plan.to_core()) if document.plan else ():
            left = shelf.left.get((supply.kind, supply.key))
            if left is not None and supply.kind != "tool":
                count = min(left, supply.wanted)
                write_left(session, supply.kind, supply.key, left - count)
                taken.append(UsedModel(kind=supply.kind, key=supply.key, count=count))
        if not taken:
            raise BadInput(
                "nothing that it took is counted on your shelf.",
                field="shelf",
                mend="Tell under Shelf how many passes of an ink or sheets of a stock are left.",
            )
        return change_entry(session, entry_id, lambda document: document.model_copy(update={"off_shelf": tuple(taken)}))


def put_back_on_shelf(store: Store, entry_id: str) -> Entry:
    """Put back what was taken off the shelf for an entry; what is no longer counted is left as it is. Raises NotFound."""
    with store.transaction() as session:
        document = read_entry(session, entry_id).document
        shelf = read_on_shelf(session)
        for one in document.off_shelf:
            left = shelf.left.get((one.kind, one.key))
            if left is not None:
                write_left(session, one.kind, one.key, left + one.count)
        return change_entry(session, entry_id, lambda document: document.model_copy(update={"off_shelf": ()}))
