"""The shelf of stencils and masks, and laying them on a card: each function is one action."""

from dataclasses import replace
from uuid import uuid4

from cielo.app.cards import Basis, CardOnDesk, card_at, change_card
from cielo.app.walled import walled
from cielo.core.geometry.bridges import with_bridges
from cielo.core.geometry.designs import DESIGNS, Design, lay_design
from cielo.core.geometry.holding import place_tape
from cielo.core.geometry.placing import centre_repeat, counterpart, fit_strip, is_repeat
from cielo.core.plan import (
    Disc,
    Drawn,
    LayMask,
    Mask,
    MotifMask,
    NamedOpening,
    Plan,
    Stencil,
    Tapes,
    free_key,
    insert_step,
    new_step_id,
    replace_mask,
    with_sheet_instead,
)
from cielo.errors import BadInput, NotFound
from cielo.exchange.svg_drawing import Drawing, read_svg
from cielo.store.database import Store
from cielo.store.once import made_once
from cielo.store.shelf import change_facts, read_facts_of
from cielo.store.stencils import add_stencil, put_stencil_away, read_stencils

# What a stencil keeps round its print when it serves as the mask of it: common practice, no source.
MARGIN_MM = 1.2


def list_stencils(store: Store) -> tuple[Design, ...]:
    """The maker's own first, then those that come with Cielo."""
    with store.reading() as session:
        return (*read_stencils(session), *DESIGNS.values())


def keep_drawing(store: Store, name: str, data: bytes, request: str | None = None) -> Design:
    """Put a stencil on the shelf from the bytes of an SVG, once for one ``request``. Raises BadInput or TooLarge; then nothing is stored."""
    drawing = walled(read_svg, data)
    key = f"own-{uuid4().hex[:10]}"
    design = Design(key, name, "drawing", " ".join(drawing.notes)[:200], (_drawn("own", name, drawing),), own=True)

    def keep() -> str:
        add_stencil(session, design)
        return key

    with store.transaction() as session:
        made = made_once(session, request, keep)
        return next(one for one in read_stencils(session, away=True) if one.key == made)


def name_openings(store: Store, name: str, named: tuple[NamedOpening, ...]) -> None:
    """Keep what a stencil's openings are called with the one of the shelf that goes by ``name``; one that was only drawn for a card has
    none there."""
    design = next((d for d in list_stencils(store) if d.name == name and len(d.masks) == 1), None)
    if design is not None:
        with store.transaction() as session:
            change_facts(session, "stencil", design.key, lambda facts: replace(facts, named=named))


def put_away(store: Store, key: str, away: bool) -> None:
    """Take one of the maker's own stencils off the shelf, or bring it back."""
    with store.transaction() as session:
        put_stencil_away(session, key, away)


def lay_from_shelf(
    store: Store,
    card_id: str,
    basis: Basis,
    key: str,
    *,
    lay: bool = False,
    after: str | None = None,
    instead: str | None = None,
) -> CardOnDesk:
    """Put a design in the middle of a card's panel; with ``lay`` a new step lays it, after another or first; ``instead``: in place of the
    sheet that a step lays.

    Raises NotFound for one that is not on the shelf, or a step that is not there.
    """
    design = next((d for d in list_stencils(store) if d.key == key), None)
    if design is None:
        raise NotFound("that stencil is not on the shelf.", mend="Choose another.")
    with store.reading() as session:
        named = read_facts_of(session, "stencil", key).named
    if named and len(design.masks) == 1:
        design = replace(design, masks=(replace(design.masks[0], named=named),))

    def laid(plan: Plan) -> Plan:
        with_it = lay_design(plan, design)
        mask = with_it.masks[len(plan.masks)]
        if lay:
            at = 0 if after is None else plan.index_of(after) + 1
            before = plan.steps[at].id if at < len(plan.steps) else None
            return insert_step(with_it, LayMask(new_step_id(plan), mask.key), before)
        return with_it if instead is None else with_sheet_instead(with_it, instead, mask.key)

    return change_card(store, card_id, basis, f"take {design.name} from the shelf", laid)


def bring_drawing(store: Store, card_id: str, basis: Basis, name: str, data: bytes) -> CardOnDesk:
    """Add a stencil to a card from the bytes of an SVG, in the middle of the panel. Raises BadInput, TooLarge or OutOfDate."""
    drawing = walled(read_svg, data)
    design = Design("drawn", name, "drawing", "", (_drawn("drawn-1", name, drawing),), own=True)
    return change_card(store, card_id, basis, f"bring the drawing {name} in", lambda plan: lay_design(plan, design))


def _drawn(key: str, name: str, drawing: Drawing) -> Drawn:
    rings = tuple(tuple((round(float(x), 3), round(float(y), 3)) for x, y in ring[:-1]) for ring in drawing.rings_mm)
    return Drawn(key, name, 0.0, 0.0, rings)


def centre(store: Store, card_id: str, basis: Basis, mask_key: str) -> CardOnDesk:
    """Move a mask to the panel's middle; a repeat so that opposite sides cut its motifs equally."""

    def centred(plan: Plan) -> Plan:
        mask = _mask(plan, mask_key)
        width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
        if isinstance(mask, Stencil | Drawn) and is_repeat(mask):
            return replace_mask(plan, centre_repeat(mask, width, height))
        return replace_mask(plan, replace(mask, x_mm=round(width / 2, 3), y_mm=round(height / 2, 3)))

    return change_card(store, card_id, basis, f"centre the {_called(store, card_id, basis, mask_key)}", centred)


def strip_round(store: Store, card_id: str, basis: Basis, tapes_key: str, motif_key: str, margin_mm: float) -> CardOnDesk:
    """Set two tapes so that the strip between them holds one whole motif with a margin."""

    def fitted(plan: Plan) -> Plan:
        tapes, motif = _mask(plan, tapes_key), _mask(plan, motif_key)
        if not isinstance(tapes, Tapes) or not isinstance(motif, Disc | MotifMask | Drawn):
            raise BadInput(
                "a strip is fitted of two tapes round one motif.", field="motif", mend="Choose a single motif or disc."
            )
        return replace_mask(plan, fit_strip(tapes, motif, margin_mm, plan.card.panel_width_mm, plan.card.panel_height_mm))

    return change_card(store, card_id, basis, "fit the strip round the motif", fitted)


def bridge(store: Store, card_id: str, basis: Basis, mask_key: str) -> CardOnDesk:
    """Hold the loose middles of a drawn stencil by bridges."""

    def held(plan: Plan) -> Plan:
        mask = _mask(plan, mask_key)
        if not isinstance(mask, Drawn) or mask.keeps != "outside":
            raise BadInput("only a drawn stencil has middles to bridge.", field="mask", mend="Choose a stencil.")
        return with_bridges(plan, mask)

    return change_card(store, card_id, basis, f"bridge the {_called(store, card_id, basis, mask_key)}", held)


def use_counterpart(store: Store, card_id: str, basis: Basis, mask_key: str) -> CardOnDesk:
    """Add what the knife left besides a sheet: a stencil's own piece with a margin, the hole of a mask, the other half of an edge."""

    def with_it(plan: Plan) -> Plan:
        mask = _mask(plan, mask_key)
        if isinstance(mask, Tapes):
            raise BadInput("tapes are not cut from one sheet, so there is no other half.", field="mask", mend="Choose a mask.")
        taken = {other.key for other in plan.masks}
        first = f"{mask.key[:50]}-{'mask' if mask.keeps == 'outside' else 'hole'}"
        key = first if first not in taken else free_key(first, taken)
        return replace(plan, masks=(*plan.masks, counterpart(mask, key, MARGIN_MM)))

    called = _called(store, card_id, basis, mask_key)
    return change_card(store, card_id, basis, f"use what the {called} was cut from", with_it)


def hold(store: Store, card_id: str, basis: Basis, mask_key: str, kind: str) -> CardOnDesk:
    """Tape a stencil down, or set a magnet on it, where no opening is covered. Raises BadInput where there is no such place."""

    def held(plan: Plan) -> Plan:
        mask = _mask(plan, mask_key)
        taken = {other.key for other in plan.holds}
        key = free_key(kind, taken)
        placed = place_tape(plan, mask_key, key, kind)
        if placed is None:
            raise BadInput(
                f"there is no place at the rim where {kind} covers no opening of the {mask.called}.",
                field="mask",
                mend="Hold it with a spray of low-tack glue, or use a larger sheet.",
            )
        return replace(plan, holds=(*plan.holds, placed))

    return change_card(store, card_id, basis, f"hold the {_called(store, card_id, basis, mask_key)} with {kind}", held)


def _mask(plan: Plan, key: str) -> Mask:
    mask = next((mask for mask in plan.masks if mask.key == key), None)
    if mask is None:
        raise NotFound("that mask is no longer on the card.", field="mask", mend="Look at the masks again.")
    return mask


def _called(store: Store, card_id: str, basis: Basis, mask_key: str) -> str:
    return _mask(card_at(store, card_id, basis.revision), mask_key).called[:60]
