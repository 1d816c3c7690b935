"""The pieces of a card: what to cut, how they lie on the sheets owned, the envelope, and the cutter."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from cielo.app.walled import walled
from cielo.core.geometry.envelopes import FoldedEnvelope, envelope_troubles, fold_envelope, pile_mm
from cielo.core.geometry.nesting import SHEETS, NestedSheet, Sheet, Want, fits, nest
from cielo.core.geometry.outline_nesting import Ring, is_straight
from cielo.core.geometry.pieces import Piece, pieces_of, tape_lengths_mm
from cielo.core.plan import Plan
from cielo.devices.cutter import CutReport, Cutter, SimulatedCutter
from cielo.errors import BadInput
from cielo.exchange.cut_sheet import draw_cut_sheet, read_job

# Pieces lie this far from the mat's edge.
MAT_MARGIN_MM = 5.0


@dataclass(frozen=True)
class StockNeeded:
    """How the pieces of one stock lie on sheets of one size; ``larger`` says why that is not the size asked for, where it is not.

    ``refused`` says which pieces no sheet holds, where there are some.
    """

    of: str
    sheet: Sheet
    sheets: tuple[NestedSheet, ...]
    larger: str = ""
    refused: str = ""


@dataclass(frozen=True)
class Cutting:
    """Everything to cut for a number of cards; ``sheet`` is the size asked for."""

    pieces: tuple[Piece, ...]
    tapes: dict[str, tuple[float, ...]]
    envelope: FoldedEnvelope | None
    pile_mm: float
    troubles: tuple[str, ...]
    stocks: tuple[StockNeeded, ...]
    sheet: Sheet


def lay_out_pieces(plan: Plan, count: int, sheet_key: str) -> Cutting:
    """The pieces of ``count`` cards, those of one stock nested on sheets of one size: that asked for, or where a piece is larger the next
    that holds all. Raises BadInput for an unknown sheet.
    """
    if sheet_key not in SHEETS:
        raise BadInput(f"there is no sheet {sheet_key!r}.", field="sheet", mend=f"Choose one of: {', '.join(SHEETS)}.")
    sheet, pieces, pile = SHEETS[sheet_key], pieces_of(plan), pile_mm(plan)
    on_sheets = [piece for piece in pieces if not piece.from_panel and piece.width_mm > 0 and piece.height_mm > 0]
    wants: dict[str, list[Want]] = {}
    for piece in on_sheets:
        wanted = Want(piece.name, piece.width_mm, piece.height_mm, 1 if piece.once else count, outline=_outline(piece))
        wants.setdefault(piece.of, []).append(wanted)
    stocks = tuple(_needed(of, of_stock, sheet) for of, of_stock in wants.items())
    folded = fold_envelope(plan.card, pile, plan.units) if plan.card.envelope == "folded" else None
    return Cutting(pieces, tape_lengths_mm(plan), folded, pile, envelope_troubles(plan), stocks, sheet)


def _outline(piece: Piece) -> Ring:
    """The outermost cut of a piece, for its place on a sheet; none of one that is straight."""
    if not piece.cuts:
        return ()
    widest = max(piece.cuts, key=lambda cut: float(np.prod(np.ptp(cut, axis=0))))
    if not np.allclose(np.ptp(widest, axis=0), (piece.width_mm, piece.height_mm), atol=0.1):
        return ()  # cut in parts: it takes its rectangle
    ring = tuple((float(x), float(y)) for x, y in widest[:-1])
    return () if is_straight(ring) else ring


def _needed(of: str, wants: Sequence[Want], asked: Sheet) -> StockNeeded:
    by_size = sorted(SHEETS.values(), key=lambda sheet: sheet.width_mm * sheet.height_mm)
    sheet = next((s for s in (asked, *by_size) if not _too_large(wants, s)), None)
    if sheet is not None:
        hinder = _too_large(wants, asked)
        return StockNeeded(
            of, sheet, nest(wants, sheet), f"{asked.name} is too small for the {' and the '.join(hinder)}" if hinder else ""
        )
    hinder = _too_large(wants, by_size[-1])
    refused = f"The {' and the '.join(hinder)} {'is' if len(hinder) == 1 else 'are'} larger than every sheet"
    refused += "; make it of two leaves hinged together." if hinder == ["base"] else "."
    rest = [want for want in wants if want.name not in hinder]
    return replace(_needed(of, rest, asked), refused=refused)


def _too_large(wants: Sequence[Want], sheet: Sheet) -> list[str]:
    return [want.name for want in wants if not fits(want, sheet.width_mm, sheet.height_mm)]


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
    lines: Sequence[NDArray[np.float64]] = [line + MAT_MARGIN_MM for line in walled(read_job, data, name)]
    report = cutter.cut(lines)
    return report, draw_cut_sheet(report.lines_mm, cutter.limits.mat_width_mm, cutter.limits.mat_height_mm)


def cut_sheet(piece: Piece, cutter: SimulatedCutter | None = None) -> bytes:
    """The cut sheet of one piece as SVG. Raises BadInput when the cutter refuses it."""
    cutter = cutter or SimulatedCutter()
    report = cutter.cut([cut + MAT_MARGIN_MM for cut in piece.cuts])
    return draw_cut_sheet(report.lines_mm, cutter.limits.mat_width_mm, cutter.limits.mat_height_mm)
