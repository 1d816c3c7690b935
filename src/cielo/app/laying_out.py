"""Laying a card out: a banded gradient or one of the grounds, in place of what is there or on a card of its own."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from cielo.app.card_sizes import CardWish, empty_plan
from cielo.app.shelf import find_inks, find_stock
from cielo.core.advice.fresh import laid_fresh
from cielo.core.order.derive import with_derived
from cielo.core.plan import Disc, Plan, ensure_sound, with_all_put_on, with_given
from cielo.core.sequence.gradient import GradientWish, propose_gradient
from cielo.core.sequence.grounds import GROUNDS, lay_out
from cielo.core.units import Units
from cielo.store.database import Store
from cielo.store.shelf import read_inks


def propose(plan: Plan, wish: GradientWish) -> Plan:
    """A banded gradient from the plan's inks, in place of its steps, wipes set."""
    return with_derived(_in_place_of(plan, propose_gradient(plan.title, plan.units, plan.card, plan.stock, plan.inks, wish)))


def _in_place_of(plan: Plan, proposed: Plan) -> Plan:
    """A proposal in place of a plan's steps and masks. What it does not speak of stays: the pieces, focal pieces, what is
    cut, schools, what was measured of inks and of her hand."""
    inks = (*proposed.inks, *(ink for ink in plan.inks if ink.key not in {other.key for other in proposed.inks}))
    own = {piece.key for piece in plan.focal}
    focal = (*plan.focal, *(piece for piece in proposed.focal if piece.key not in own))
    kept = replace(plan, inks=inks, masks=proposed.masks, steps=proposed.steps, holds=proposed.holds, focal=focal, wishes=())
    kept = with_all_put_on(with_given(kept, plan))
    ensure_sound(kept)
    return kept


def lay_ground(store: Store, plan: Plan, ground_key: str) -> Plan:
    """One of the grounds laid out from a plan's inks, in place of its steps and masks, with what its order asks for and without alarms
    that can be helped."""
    return laid_fresh(ground_of(store, plan, ground_key))[0]


def ground_of(store: Store, plan: Plan, ground_key: str) -> Plan:
    """One of the grounds laid out from a plan's inks, in place of its steps and masks, as it is proposed.

    What the ground takes beside its colours (powder, white) comes from the plan or, where it has none, from the shelf.
    """
    ground = GROUNDS.get(ground_key)
    has = {ink.kind for ink in plan.inks}
    wanted = [kind for kind in (ground.needs if ground else ()) if kind not in has]
    with store.reading() as session:
        shelf = read_inks(session)
    inks = (*plan.inks, *(ink for ink in shelf if ink.kind in wanted))
    # A moon or a sun stays where it is, if the ground has a place for it.
    disc = next((mask for mask in plan.masks if isinstance(mask, Disc) and mask.keeps == "inside"), None)
    return _in_place_of(plan, lay_out(plan.title, plan.units, plan.card, plan.stock, inks, ground_key, disc))


@dataclass(frozen=True)
class GroundWish:
    """A ground on a card, a stock and inks of the shelf; ``disc``: a round mask to be kept bare where it has a place for one."""

    title: str
    units: Units
    card: CardWish
    stock: str
    inks: tuple[str, ...]
    ground: str
    disc: Disc | None = None


def plan_on_ground(store: Store, wish: GroundWish) -> Plan:
    """A ground as it was wished for, without alarms that can be helped. Raises as proposed_on_ground."""
    return laid_fresh(proposed_on_ground(store, wish))[0]


def proposed_on_ground(store: Store, wish: GroundWish) -> Plan:
    """A ground as it is proposed. Raises NotFound for what is not on the shelf, BadInput for what does not fit."""
    empty = empty_plan(wish.title or "A new card", wish.units, wish.card, find_stock(store, wish.stock))
    masks = (wish.disc,) if wish.disc else ()
    return ground_of(store, replace(empty, inks=find_inks(store, wish.inks), masks=masks), wish.ground)


def plan_with_gradient(
    store: Store, title: str, units: Units, card: CardWish, stock_key: str, ink_keys: Sequence[str], wish: GradientWish
) -> Plan:
    """A banded gradient on a format, a stock and inks of the shelf. Raises NotFound for what is not there, BadInput for what does not
    fit."""
    empty = empty_plan(title or "A new card", units, card, find_stock(store, stock_key))
    return laid_fresh(propose(replace(empty, inks=find_inks(store, ink_keys)), wish))[0]
