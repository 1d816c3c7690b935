"""The pieces to cut for a plan, at their real size: base with its score, mats, panel, what is cut from it or for it, masks and
stencils, the envelope; each lying flat at 0, 0.

A mask is cut as what covers; a stencil as a sheet with its openings. What hangs over the panel is cut off with a margin to hold it by.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, affinity, box
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.bridges import islands
from cielo.core.geometry.envelopes import fold_envelope, pile_mm
from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.shapes import MARGIN_MM, inside_of, rings_mm, shape_of_cut, sheet_of
from cielo.core.plan import Card, Cut, Disc, Drawn, Mask, MotifMask, Plan, Tapes, cut_alike, is_one_thing, of_sheet, plan_of_piece
from cielo.core.plan import Piece as MadePiece
from cielo.core.units import Units, say_length, say_size

Array = NDArray[np.float64]

# A bridge or sliver thinner than this tears: common practice, no source.
THINNEST_MM = 0.8


@dataclass(frozen=True)
class Mark:
    """A cross to prick through, mm, and what is said at it."""

    x_mm: float
    y_mm: float
    said: str


@dataclass(frozen=True, eq=False)
class Piece:
    """Something to cut, or a sheet to lay on and prick through.

    of : what it is cut of.
    cuts : closed outlines to cut through, each (n, 2), mm, the first point repeated at the end.
    scores : lines to score, each (n, 2), mm.
    note : what to know when cutting it.
    from_panel : whether it comes out of the panel, and takes no sheet of its own.
    once : whether one serves the whole batch.
    marks : crosses to prick through.
    """

    key: str
    name: str
    of: str
    width_mm: float
    height_mm: float
    cuts: tuple[Array, ...]
    scores: tuple[Array, ...] = ()
    note: str = ""
    from_panel: bool = False
    once: bool = False
    marks: tuple[Mark, ...] = ()

    @property
    def cut_length_mm(self) -> float:
        """How far the blade goes."""
        return float(sum(np.hypot(*np.diff(cut, axis=0).T).sum() for cut in self.cuts))


MASK_STOCK = "masking paper or film"


def pieces_of(plan: Plan) -> tuple[Piece, ...]:
    """Every piece of a plan: base, mats, panel, cuts, masks and stencils, envelope. Tapes are torn off, not cut."""
    pieces = (
        _base(_card_of(plan), plan.units),
        *_mats(plan.card, plan.units),
        _panel(plan),
        *(piece for cut in plan.cuts for piece in _cut(plan, cut)),
        *(part for piece in plan.pieces if piece.belongs == "panel" for part in (_beside(piece), *_cut_from(piece, plan.units))),
        *(_mask(own, mask) for own, mask in _templates(plan)),
        *_envelope(plan),
    )
    return tuple(_with_own_key(pieces))


def _card_of(plan: Plan) -> Card:
    """The card, its base of the stock that is inked where it is inked."""
    inked = next((piece.stock.name for piece in plan.pieces if piece.belongs in ("base", "inside")), plan.card.base_stock)
    return replace(plan.card, base_stock=inked)


def _with_own_key(pieces: Iterable[Piece]) -> Iterator[Piece]:
    """Keys made distinct, since they become the names of files: a maker may call a mask "base"."""
    taken: set[str] = set()
    for piece in pieces:
        key = piece.key
        while key in taken:
            key = f"{key}-again"
        taken.add(key)
        yield replace(piece, key=key)


def tape_lengths_mm(plan: Plan) -> dict[str, tuple[float, ...]]:
    """How long each of the tapes of a strip or border must be to cross the panel and hold on beside it, by the tapes' key."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    return {
        mask.key: tuple(
            float(LineString(side).intersection(sheet_of(mask, width, height)).length) for side in _sides(mask, width, height)
        )
        for mask in plan.masks
        if isinstance(mask, Tapes)
    }


def _sides(mask: Tapes, width_mm: float, height_mm: float) -> Iterator[Array]:
    """The edges that tapes are laid along, each drawn out far beyond the panel, (2, 2)."""
    for line in outlines_mm(mask, width_mm, height_mm):
        for a, b in pairwise(line):
            along = (b - a) / np.hypot(*(b - a)) * 2 * (width_mm + height_mm)
            yield np.array([a - along, b + along])


def _straight(key: str, name: str, of: str, size: tuple[float, float], note: str, scores: tuple[Array, ...] = ()) -> Piece:
    return Piece(key, name, of, *size, (_ring(box(0, 0, *size).exterior),), scores, note)


def _base(card: Card, units: Units) -> Piece:
    """The folded base laid open, with the line to score."""
    across = card.fold in ("left", "right")
    width, height = (2 * card.width_mm, card.height_mm) if across else (card.width_mm, 2 * card.height_mm)
    score = [(card.width_mm, 0), (card.width_mm, height)] if across else [(0, card.height_mm), (width, card.height_mm)]
    at = say_length(card.width_mm if across else card.height_mm, units)
    note = f"Cut {say_size(width, height, units)}, score at {at}, fold."
    return _straight("base", "base", card.base_stock, (width, height), note, (np.array(score, dtype=float),))


def _mats(card: Card, units: Units) -> Iterator[Piece]:
    width, height = card.panel_width_mm, card.panel_height_mm
    for n, mat in enumerate(card.mats, 1):
        width, height = width + mat.reveals.across_mm, height + mat.reveals.down_mm
        name = "mat" if len(card.mats) == 1 else f"mat {n}"
        shown = sorted({mat.reveals.left_mm, mat.reveals.top_mm, mat.reveals.right_mm, mat.reveals.bottom_mm})
        leaves = " to ".join(dict.fromkeys(say_length(mm, units) for mm in (shown[0], shown[-1])))
        note = f"Cut {say_size(width, height, units)} of {mat.stock}; it shows {leaves} round what lies on it."
        yield _straight(f"mat-{n}", name, mat.stock, (width, height), note)


def _panel(plan: Plan) -> Piece:
    card, units = plan.card, plan.units
    width, height, spare = card.panel_width_mm, card.panel_height_mm, card.trim_mm
    windows = [shape_of_cut(cut) for cut in plan.cuts if cut.use in ("window", "spotlight")]
    size = (width + 2 * spare, height + 2 * spare)
    if spare:
        note = (
            f"Cut {say_size(*size, units)} of {plan.stock.name}, ink it, then trim {say_length(spare, units)} off each side "
            f"to {say_size(width, height, units)}."
        )
    else:
        note = f"Cut {say_size(width, height, units)} of {plan.stock.name}. Ink it larger and trim it where you can."
    trim = (_ring(box(spare, spare, spare + width, spare + height).exterior),) if spare else ()
    piece = _straight("panel", "panel", plan.stock.name, size, note, trim)
    holes = tuple(ring for shape in windows for ring in rings_mm(affinity.translate(shape, spare, spare)))
    if not holes:
        return piece
    return Piece("panel", "panel", piece.of, *size, (*piece.cuts, *holes), trim, f"{note} Cut the openings when it is dry.")


def _cut(plan: Plan, cut: Cut) -> Iterator[Piece]:
    """What is cut for a window, spotlight or strip; a bare window leaves nothing but its hole."""
    units, shape = plan.units, shape_of_cut(cut)
    at = f"its middle {say_length(cut.x_mm, units)} from the left and {say_length(cut.y_mm, units)} from the top"
    match cut.use:
        case "window":
            return
        case "strip" | "sentiment":
            size = (cut.width_mm, cut.height_mm)
            turned = f", turned {cut.angle_deg:g}°" if cut.angle_deg else ""
            yield _straight(
                cut.key, cut.name, plan.stock.name, size, f"Cut {say_size(*size, units)}; mount it with {at}{turned}."
            )
        case "spotlight":
            note = f"Cut it out of this panel and lay it on the second print, {at}; what is left of this panel serves in reverse."
            yield replace(_free(cut.key, cut.name, plan.stock.name, shape, note), from_panel=True)
        case "frame":
            rim = shape.buffer(cut.rim_mm, join_style="mitre").difference(shape)
            mats = plan.card.mats
            of = mats[0].stock if mats else plan.card.base_stock
            note = f"A rim of {say_length(cut.rim_mm, units)}, turned to match the panel: {at}."
            yield _free(cut.key, cut.name, of, rim, note)


def _envelope(plan: Plan) -> Iterator[Piece]:
    card, units = plan.card, plan.units
    if card.envelope != "folded":
        return
    fold = fold_envelope(card, pile_mm(plan), units)
    corners = fold.corners_mm
    creases = []
    for a, b in zip(corners, (*corners[1:], corners[0]), strict=True):
        line = LineString([_beyond(b, a), _beyond(a, b)]).intersection(box(0, 0, fold.sheet_mm, fold.sheet_mm))
        creases.append(np.asarray(line.coords, dtype=float))
    note = (
        f"A square of {say_length(fold.sheet_mm, units)}, first score at {say_length(fold.first_score_mm, units)}; it makes an "
        f"envelope of {say_size(fold.width_mm, fold.height_mm, units)}. Round the notches off where the creases cross."
    )
    yield _straight("envelope", "envelope", "envelope paper", (fold.sheet_mm, fold.sheet_mm), note, tuple(creases))


def _beyond(a: tuple[float, float], b: tuple[float, float]) -> tuple[float, float]:
    """A point far beyond ``b`` on the line from ``a``."""
    return (b[0] + 20 * (b[0] - a[0]), b[1] + 20 * (b[1] - a[1]))


def _plans_beside(plan: Plan) -> list[Plan]:
    return [plan_of_piece(plan, piece.key) for piece in plan.pieces]


def _beside(piece: MadePiece) -> Piece:
    """A piece that is made beside the panel, cut to its outline."""
    size = (piece.width_mm, piece.height_mm)
    if piece.outline == "rectangle":
        return _straight(piece.key, piece.name, piece.stock.name, size, "")
    shape = shape_of_cut(Cut(piece.key, piece.name, "spotlight", piece.outline, size[0] / 2, size[1] / 2, *size))
    return _free(piece.key, piece.name, piece.stock.name, shape, "Ink it as a square, and cut it out when it is dry.")


def _templates(plan: Plan) -> list[tuple[Plan, Mask]]:
    """The masks and stencils to cut, each with the panel or piece it is cut for: a sheet that is laid at several places or on several
    pieces once, for the largest of them; tapes not at all."""
    cut: list[tuple[Plan, Mask]] = []
    for own in (plan, *_plans_beside(plan)):
        for mask in own.masks:
            if isinstance(mask, Tapes):
                continue
            at = next((i for i, (_, other) in enumerate(cut) if cut_alike(mask, other) and _one_cut(mask, other)), None)
            if at is None:
                cut.append((own, mask))
            elif _area(own) > _area(cut[at][0]) or (mask.part == "hole") > (cut[at][1].part == "hole"):
                cut[at] = (own, mask)
    return cut


def _area(plan: Plan) -> float:
    return plan.card.panel_width_mm * plan.card.panel_height_mm


def _one_cut(one: Mask, other: Mask) -> bool:
    """Whether one cut of the knife makes two masks: one thing laid in two ways, or what is left of a sheet and what falls out of it. A margin
    round what falls out is another cut."""
    if is_one_thing(one, other):
        return True
    return of_sheet(one) == of_sheet(other) and getattr(one, "spread_mm", 0.0) == getattr(other, "spread_mm", 0.0)


def _mask(plan: Plan, mask: Mask) -> Piece:
    """A mask as what covers, or a stencil as a sheet with openings, moved to 0, 0."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    inside = inside_of(mask, width, height)
    covers = inside if mask.keeps == "inside" else sheet_of(mask, width, height).difference(inside)
    note = "" if covers.is_empty else _fineness(covers, plan.units)
    if mask.keeps == "outside" and islands(mask, width, height):
        note = f"A middle is held by nothing and falls out: bridge it on the Desk, or lay it in by hand. {note}"
    if mask.part == "hole":
        note = f"What falls out of it is laid too: keep it whole. {note}"
    if not isinstance(mask, Disc | MotifMask | Drawn) or mask.keeps == "outside":
        note = f"Its margin of {say_length(MARGIN_MM, plan.units)} lies beside the panel. {note}"
    return replace(_free(mask.key, mask.called, MASK_STOCK, covers, note.strip()), once=True)


def _free(key: str, name: str, of: str, shape: BaseGeometry, note: str) -> Piece:
    """A piece of any outline, moved to 0, 0."""
    left, top, right, bottom = (0.0, 0.0, 0.0, 0.0) if shape.is_empty else shape.bounds
    lying = affinity.translate(shape, -left, -top)
    return Piece(key, name, of, right - left, bottom - top, rings_mm(lying), (), note)


def _fineness(covers: BaseGeometry, units: Units) -> str:
    """A warning where some of a piece is too thin to hold."""
    lost = covers.area - covers.buffer(-THINNEST_MM / 2).buffer(THINNEST_MM / 2).area
    if lost < 0.002 * covers.area:
        return ""
    return f"Some of it is thinner than {say_length(THINNEST_MM, units)} and may tear: cut it of film or card, slowly."


def _ring(ring: BaseGeometry) -> Array:
    return np.asarray(ring.coords, dtype=float)


def _cut_from(piece: MadePiece, units: Units) -> Iterator[Piece]:
    """What is cut from a piece that is made beside the panel."""
    for cut in piece.cuts:
        at = f"its middle {say_length(cut.x_mm, units)} from the left and {say_length(cut.y_mm, units)} from the top"
        kept = "it is left over" if piece.used == "rest" else "put it on in register"
        note = f"Cut it from the {piece.name} when that is dry, {at}; {kept}."
        yield replace(_free(f"{piece.key}-{cut.key}", cut.name, piece.stock.name, shape_of_cut(cut), note), from_panel=True)
