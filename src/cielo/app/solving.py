"""What no hand can do, for a card on the Desk: a colour found, its gradient evened, the same card in other inks."""

from dataclasses import dataclass

from cielo.app.cards import Basis, CardOnDesk, card_at, change_card
from cielo.app.shelf import look_at_shelf
from cielo.app.walled import walled
from cielo.core.keeping import kept
from cielo.core.materials import Ink, Lab
from cielo.core.plan import Plan
from cielo.core.simulation.measured import measured_of
from cielo.core.solvers.bridge import Bridge, bridges
from cielo.core.solvers.colourways import Colourway, colourways
from cielo.core.solvers.even import Evened, even_gradient
from cielo.core.solvers.find import Found, find_colour
from cielo.core.solvers.from_picture import FromPicture, from_picture
from cielo.errors import BadInput
from cielo.exchange.photo import read_photo
from cielo.store.database import Store


@dataclass(frozen=True)
class FoundHere:
    """Recipes for a card, and the inks they are of."""

    found: Found
    inks: tuple[Ink, ...]


def find_for(store: Store, card_id: str, revision: int, wanted: Lab, most: int) -> FoundHere:
    """Recipes for a colour on a card's stock, from its inks and the shelf's. Raises NotFound."""
    plan = card_at(store, card_id, revision)
    inks = _inks(store, plan)
    return FoundHere(_found(plan, inks, wanted, most), inks)


@kept
def _found(plan: Plan, inks: tuple[Ink, ...], wanted: Lab, most: int) -> Found:
    return find_colour(wanted, plan.stock, inks, most, measured_of(plan))


def even_card(store: Store, card_id: str, basis: Basis) -> tuple[CardOnDesk, Evened]:
    """A card's gradient evened: one edit. Raises NotFound, OutOfDate, BadInput where it has no bands."""
    evened = _evened(card_at(store, card_id, basis.revision))
    if evened.before == 0:
        raise BadInput("no two bands of it are blended into each other.", mend="Lay out a gradient first.")
    return change_card(store, card_id, basis, "even the gradient", lambda _: evened.plan), evened


@kept
def _evened(plan: Plan) -> Evened:
    return even_gradient(plan)


def colourways_for(store: Store, card_id: str, revision: int, count: int) -> tuple[tuple[Colourway, ...], tuple[Ink, ...]]:
    """A card in other inks of the shelf, and those inks. Raises NotFound."""
    plan = card_at(store, card_id, revision)
    inks = _inks(store, plan)
    return _ways(plan, inks, count), inks


@kept
def _ways(plan: Plan, inks: tuple[Ink, ...], count: int) -> tuple[Colourway, ...]:
    return colourways(plan, inks, count)


def bridges_for(store: Store, card_id: str, revision: int, first: str, second: str) -> tuple[Bridge, ...]:
    """Ways across the seam of two inks of a card. Raises NotFound, BadInput for an ink it has not."""
    plan = card_at(store, card_id, revision)
    return bridges(plan.stock, plan.ink(first), plan.ink(second), _inks(store, plan))


def picture_to_ground(plan: Plan, photo: bytes, inks: tuple[Ink, ...]) -> FromPicture:
    """A plan's card with a ground from a photograph's bytes. Raises BadInput, TooLarge."""
    return from_picture(walled(read_photo, photo), plan, inks)


def lay_out_picture(store: Store, card_id: str, basis: Basis, photo: bytes) -> CardOnDesk:
    """A ground from a photograph in the place of what is laid on a card: one edit. Raises NotFound, OutOfDate, BadInput, TooLarge."""
    plan = card_at(store, card_id, basis.revision)
    made = picture_to_ground(plan, photo, _inks(store, plan))
    return change_card(store, card_id, basis, "lay out a picture", lambda _: made.plan)


def _inks(store: Store, plan: Plan) -> tuple[Ink, ...]:
    """The card's inks, and those of the shelf behind them."""
    own = {ink.key for ink in plan.inks}
    return (*plan.inks, *(ink for ink in look_at_shelf(store).inks if ink.key not in own))
