"""Prints on a card: images of the shelf or drawn by the maker, and the masks cut from them; each function is one action."""

from dataclasses import replace

import numpy as np
from shapely import union_all
from shapely.geometry.base import BaseGeometry

from cielo.app.cards import Basis, CardOnDesk, change_card
from cielo.app.stencils import list_stencils
from cielo.app.walled import walled
from cielo.core.geometry.masks import even_odd
from cielo.core.geometry.printing import image_rings, with_own_mask
from cielo.core.geometry.shapes import inside_of
from cielo.core.materials import RESIST_KINDS
from cielo.core.order.derive import with_derived
from cielo.core.plan import (
    At,
    Brush,
    OwnImage,
    Plan,
    Print,
    insert_step,
    new_step_id,
)
from cielo.core.sequence.lightness import lightness_on
from cielo.core.table.marks import comes_last
from cielo.errors import BadInput, NotFound
from cielo.exchange.svg_drawing import read_svg
from cielo.store.database import Store

# How large an image is first printed, as a share of the panel's shorter side.
FIRST_SHARE = 0.4


def print_from_shelf(store: Store, card_id: str, basis: Basis, key: str, after: str | None) -> CardOnDesk:
    """Print an image of the shelf in the middle of a card, after a step. Raises NotFound for one that is not on the shelf."""
    design = next((d for d in list_stencils(store) if d.key == key), None)
    if design is None:
        raise NotFound("that image is not on the shelf.", mend="Choose another.")
    shape = union_all([inside_of(replace(mask, keeps="inside"), 1.0, 1.0) for mask in design.masks])
    return change_card(store, card_id, basis, f"stamp the {design.name}", lambda plan: _printed(plan, design.name, shape, after))


def print_drawing(store: Store, card_id: str, basis: Basis, name: str, data: bytes, after: str | None) -> CardOnDesk:
    """Print an image from the bytes of an SVG in the middle of a card, after a step. Raises BadInput, TooLarge or OutOfDate."""
    drawing = walled(read_svg, data)
    shape = even_odd(tuple(np.asarray(ring, dtype=float) for ring in drawing.rings_mm))
    return change_card(store, card_id, basis, f"stamp the drawing {name}", lambda plan: _printed(plan, name, shape, after))


def mask_from_print(store: Store, card_id: str, basis: Basis, step_id: str) -> CardOnDesk:
    """The mask of a step's prints, as cut from a second print: laid over them once they are dry, and taken off at the end.

    Raises BadInput where the step prints nothing.
    """

    def masked(plan: Plan) -> Plan:
        later = plan.steps[plan.index_of(step_id) + 1 :]
        end = next((s.id for s in later if comes_last(s)), None)
        return with_derived(with_own_mask(plan, step_id, later[0].id if later else None, end))

    return change_card(store, card_id, basis, "mask its own prints", masked)


def _printed(plan: Plan, name: str, shape: BaseGeometry, after: str | None) -> Plan:
    """The plan with an image stamped in its middle in the darkest of its inks."""
    inks = [ink for ink in plan.inks if ink.kind not in RESIST_KINDS]
    if not inks:
        raise BadInput("the card has no ink to print with.", field="inks", mend="Choose an ink from the shelf first.")
    darkest = min(inks, key=lambda ink: (lightness_on(plan.stock.paper, ink), ink.key))
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    image = OwnImage(name, image_rings(shape))
    region = Print(image, round(min(width, height) * FIRST_SHARE, 1), (At(round(width / 2, 1), round(height / 2, 1)),))
    step = Brush(new_step_id(plan), darkest.key, "stamp", region, "first", 1, "dry")
    later = plan.steps[plan.index_of(after) + 1 :] if after is not None else plan.steps[:0]
    return insert_step(plan, step, later[0].id if later else None)
