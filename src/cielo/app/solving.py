"""What no hand can do: a colour found, a gradient evened, other inks, what stands out, what a wish or what is left leads to."""

from dataclasses import dataclass

from cielo.app.card_sizes import CardWish, empty_plan
from cielo.app.cards import Basis, CardOnDesk, card_at, change_card, open_card, whole_id
from cielo.app.cutting import lay_out_pieces
from cielo.app.shelf import find_inks, find_stock, look_at_shelf
from cielo.app.walled import walled
from cielo.app.works import Work
from cielo.core.bounds import Lab
from cielo.core.keeping import kept
from cielo.core.materials import Ink, Stock
from cielo.core.plan import Plan
from cielo.core.simulation.measured import measured_of
from cielo.core.solvers.bridge import Bridge, bridges
from cielo.core.solvers.colourways import Colourway, colourways
from cielo.core.solvers.even import Evened, even_gradient
from cielo.core.solvers.find import Found, find_colour
from cielo.core.solvers.from_picture import FromPicture, from_picture
from cielo.core.solvers.place import spread_evenly, thread_strip
from cielo.core.solvers.show import LEVELS, Level, Shown, show_it
from cielo.core.solvers.use_up import Second, second_cards
from cielo.core.solvers.wish import Proposed, Wish, grounds_for
from cielo.core.units import Units
from cielo.errors import BadInput
from cielo.exchange.photo import read_photo
from cielo.store.database import Store


@dataclass(frozen=True)
class FoundHere:
    """Recipes for a card, and the inks they are of."""

    found: Found
    inks: tuple[Ink, ...]


def find_for(store: Store, card_id: str, revision: int, wanted: Lab, most: int, work: Work) -> FoundHere:
    """Recipes for a colour on a card's stock, from its inks and the shelf's. Raises NotFound."""
    plan = card_at(store, card_id, revision)
    inks = _inks(store, plan)
    return FoundHere(_found(plan, inks, wanted, most, work), inks)


@kept
def _found(plan: Plan, inks: tuple[Ink, ...], wanted: Lab, most: int, work: Work) -> Found:
    return find_colour(wanted, plan.stock, inks, most, measured_of(plan), tell=work)


def even_card(store: Store, card_id: str, basis: Basis, work: Work) -> tuple[CardOnDesk, Evened]:
    """A card's gradient evened: one edit. Raises NotFound, OutOfDate, Stopped, BadInput where it has no bands."""
    evened = _evened(card_at(store, card_id, basis.revision), work)
    if evened.before == 0:
        raise BadInput("no two bands of it are blended into each other.", mend="Lay out a gradient first.")
    return change_card(store, card_id, basis, "even the gradient", lambda _: evened.plan), evened


@kept
def _evened(plan: Plan, work: Work) -> Evened:
    return even_gradient(plan, work)


def colourways_for(
    store: Store, card_id: str, revision: int, count: int, work: Work, stock: str | None = None
) -> tuple[tuple[Colourway, ...], tuple[Ink, ...]]:
    """A card in other inks of the shelf, on its own stock or another, and those inks. Raises NotFound."""
    plan = card_at(store, card_id, revision)
    inks = _inks(store, plan)
    on = None if stock in (None, plan.stock.key) else find_stock(store, stock)
    return _ways(plan, inks, count, work, on), inks


@kept
def _ways(plan: Plan, inks: tuple[Ink, ...], count: int, work: Work, on: Stock | None) -> tuple[Colourway, ...]:
    return colourways(plan, inks, count, work, on)


def bridges_for(store: Store, card_id: str, revision: int, first: str, second: str) -> tuple[Bridge, ...]:
    """Ways across the seam of two inks of a card. Raises NotFound, BadInput for an ink it has not."""
    plan = card_at(store, card_id, revision)
    return bridges(plan.stock, plan.ink(first), plan.ink(second), _inks(store, plan))


def bridges_between(store: Store, stock_key: str, first: str, second: str) -> tuple[Bridge, ...]:
    """Ways across the seam of two inks of the shelf. Raises NotFound for what is not on it."""
    lower, upper = find_inks(store, (first, second))
    return bridges(find_stock(store, stock_key), lower, upper, look_at_shelf(store).inks)


def show_for(store: Store, card_id: str, revision: int, step: str, level: Level, work: Work) -> tuple[Shown, ...]:
    """Ways to have what a step lays stand out as wanted, in inks of the card and the shelf. Raises NotFound, BadInput."""
    plan = card_at(store, card_id, revision)
    return _shown(plan, step, level, _inks(store, plan), work)


@kept
def _shown(plan: Plan, step: str, level: Level, inks: tuple[Ink, ...], work: Work) -> tuple[Shown, ...]:
    return show_it(plan, step, LEVELS[level], inks, tone=level == "tone on tone", tell=work)


def spread_prints(store: Store, card_id: str, basis: Basis, step: str) -> CardOnDesk:
    """The prints of a step spread evenly: one edit. Raises NotFound, OutOfDate, BadInput where there is no room."""
    return change_card(store, card_id, basis, "spread them evenly", lambda plan: spread_evenly(plan, step).plan)


def thread_piece(store: Store, card_id: str, basis: Basis, piece: str) -> CardOnDesk:
    """A strip moved to where it lies between the figures: one edit. Raises NotFound, OutOfDate, BadInput."""
    return change_card(store, whole_id(card_id), basis, "thread it between the figures", lambda plan: thread_strip(plan, piece))


def wish_for(store: Store, units: Units, card: CardWish, stock_key: str, wish: Wish, work: Work) -> tuple[Proposed, ...]:
    """Grounds for a wish from the shelf. Raises NotFound for a stock that is not there, BadInput for words of which none is known."""
    return _wished(wish, empty_plan("A new card", units, card, find_stock(store, stock_key)), look_at_shelf(store).inks, work)


@kept
def _wished(wish: Wish, blank: Plan, inks: tuple[Ink, ...], work: Work) -> tuple[Proposed, ...]:
    return grounds_for(wish, blank, inks, tell=work)


def second_cards_for(store: Store, card_id: str, count: int, sheet: str, work: Work) -> tuple[Second, ...]:
    """Second cards from what ``count`` of a card leave over. Raises NotFound, BadInput where no offcut is large enough."""
    on_desk = open_card(store, whole_id(card_id))
    plan, shelf = on_desk.whole, on_desk.supplies.shelf
    offcuts = [
        offcut
        for stock in lay_out_pieces(plan, count, sheet).stocks
        if stock.of == plan.stock.name
        for nested in stock.sheets
        for offcut in nested.offcuts
    ]
    left = {key: passes for (kind, key), passes in shelf.left.items() if kind == "ink"}
    return second_cards(plan, offcuts, left, shelf.inks, tell=work)


def picture_to_ground(plan: Plan, photo: bytes, inks: tuple[Ink, ...], work: Work | None = None) -> FromPicture:
    """A plan's card with a ground from a photograph's bytes. Raises BadInput, TooLarge, Stopped."""
    return from_picture(walled(read_photo, photo), plan, inks, work)


def lay_out_picture(store: Store, card_id: str, basis: Basis, photo: bytes, work: Work) -> CardOnDesk:
    """A ground from a photograph in the place of what is laid: one edit. Raises NotFound, OutOfDate, Stopped, BadInput, TooLarge."""
    plan = card_at(store, card_id, basis.revision)
    made = picture_to_ground(plan, photo, _inks(store, plan), work)
    return change_card(store, card_id, basis, "lay out a picture", lambda _: made.plan)


def _inks(store: Store, plan: Plan) -> tuple[Ink, ...]:
    """The card's inks, and those of the shelf behind them."""
    own = {ink.key for ink in plan.inks}
    return (*plan.inks, *(ink for ink in look_at_shelf(store).inks if ink.key not in own))
