"""The pieces of a card: what to cut, how they lie on the sheets owned, the envelope, and the cutter."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from cielo.core.geometry.envelopes import FoldedEnvelope, envelope_troubles, fold_envelope, pile_mm
from cielo.core.geometry.nesting import SHEETS, NestedSheet, Sheet, Want, nest
from cielo.core.geometry.pieces import Piece, pieces_of, tape_lengths_mm
from cielo.core.plan import Plan
from cielo.devices.cutter import CutReport, Cutter, SimulatedCutter
from cielo.errors import BadInput
from cielo.exchange.cut_sheet import draw_cut_sheet, read_job

# Pieces lie this far from the mat's edge.
MAT_MARGIN_MM = 5.0


@dataclass(frozen=True)
class StockNeeded:
    """How the straight pieces of one stock lie on its sheets. ``refused`` is why they do not, where they do not."""

    of: str
    sheets: tuple[NestedSheet, ...]
    refused: str = ""


@dataclass(frozen=True)
class Cutting:
    """Everything to cut for a number of cards."""

    pieces: tuple[Piece, ...]
    tapes: dict[str, tuple[float, ...]]
    envelope: FoldedEnvelope | None
    pile_mm: float
    troubles: tuple[str, ...]
    stocks: tuple[StockNeeded, ...]
    sheet: Sheet


def lay_out_pieces(plan: Plan, count: int, sheet_key: str) -> Cutting:
    """The pieces of ``count`` cards, those of one stock nested on sheets of one size. Raises BadInput for an unknown sheet."""
    if sheet_key not in SHEETS:
        raise BadInput(f"there is no sheet {sheet_key!r}.", field="sheet", mend=f"Choose one of: {', '.join(SHEETS)}.")
    sheet, pieces, pile = SHEETS[sheet_key], pieces_of(plan), pile_mm(plan)
    stocks = []
    for of in dict.fromkeys(piece.of for piece in pieces if piece.straight):
        wants = [Want(p.name, p.width_mm, p.height_mm, count) for p in pieces if p.straight and p.of == of]
        try:
            stocks.append(StockNeeded(of, nest(wants, sheet)))
        except BadInput as error:
            stocks.append(StockNeeded(of, (), f"{error.reason} {error.mend}"))
    folded = fold_envelope(plan.card, pile, plan.units) if plan.card.envelope == "folded" else None
    return Cutting(pieces, tape_lengths_mm(plan), folded, pile, envelope_troubles(plan), tuple(stocks), sheet)


@dataclass(frozen=True)
class CutPiece:
    """What the cutter says of one piece: its report, or why it refuses."""

    key: str
    report: CutReport | None
    refused: str = ""


def cut_each(pieces: Sequence[Piece], cutter: Cutter | None = None) -> tuple[CutPiece, ...]:
    """Send pieces to a cutter one at a time; the simulated one where none is given."""
    cutter = cutter or SimulatedCutter()
    answers = []
    for piece in pieces:
        try:
            answers.append(CutPiece(piece.key, cutter.cut([cut + MAT_MARGIN_MM for cut in piece.cuts])))
        except BadInput as error:
            answers.append(CutPiece(piece.key, None, f"it refuses: {error.reason} {error.mend}"))
    return tuple(answers)


def cut_file(data: bytes, name: str, cutter: SimulatedCutter | None = None) -> tuple[CutReport, bytes]:
    """Send an SVG or HPGL file to the cutter: its report, and the cut sheet as SVG. Raises BadInput or TooLarge."""
    cutter = cutter or SimulatedCutter()
    lines: Sequence[NDArray[np.float64]] = [line + MAT_MARGIN_MM for line in read_job(data, name)]
    report = cutter.cut(lines)
    return report, draw_cut_sheet(report.lines_mm, cutter.limits.mat_width_mm, cutter.limits.mat_height_mm)


def cut_sheet(piece: Piece, cutter: SimulatedCutter | None = None) -> bytes:
    """The cut sheet of one piece as SVG. Raises BadInput when the cutter refuses it."""
    cutter = cutter or SimulatedCutter()
    report = cutter.cut([cut + MAT_MARGIN_MM for cut in piece.cuts])
    return draw_cut_sheet(report.lines_mm, cutter.limits.mat_width_mm, cutter.limits.mat_height_mm)
