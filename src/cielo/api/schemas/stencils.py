"""What the web sends and gets about stencils, pieces and the cutter."""

from dataclasses import replace
from typing import Annotated, Literal, Self

from pydantic import BaseModel, Field

from cielo.api.schemas.cards import Body, Edit
from cielo.api.schemas.reading import FromCore, path_of
from cielo.app.cutting import CutPiece, Cutting, StockNeeded
from cielo.core.bounds import Key, Name
from cielo.core.geometry.designs import Design
from cielo.core.geometry.holding import is_stencil, stencil_facts
from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.nesting import NestedSheet
from cielo.core.geometry.pieces import Piece
from cielo.core.plan import Mask, NamedOpening
from cielo.core.units import Units, inches, say_fine, say_length, say_size
from cielo.devices.cutter import CutReport

# The shelf shows every design on a sheet of this size round 0, 0: stencils are often 6 x 6 in (trade.md, Figures).
SHELF_SHEET_MM = inches(6)


class NameOpenings(Body):
    """What the openings of the stencil of that name are called; all of them, in place of what they were called."""

    name: Name
    named: Annotated[tuple[NamedOpening, ...], Field(max_length=200)]


class PartOfDesignOut(BaseModel):
    """One mask of a design as an SVG path in mm round 0, 0."""

    name: str
    path: str
    keeps: Literal["inside", "outside"]


class DesignOut(BaseModel):
    key: str
    name: str
    sort: str
    hint: str
    own: bool
    sheet_mm: float
    parts: list[PartOfDesignOut]
    facts: list[str]

    @classmethod
    def of(cls, design: Design, units: Units) -> Self:
        size = SHELF_SHEET_MM
        facts = [fact for mask in design.masks for fact in _facts(mask, size, units)]
        parts = [
            PartOfDesignOut(name=mask.name, path=path_of(outlines_mm(_at(mask, size / 2), size, size)), keeps=mask.keeps)
            for mask in design.masks
        ]
        return cls(
            key=design.key,
            name=design.name,
            sort=design.sort,
            hint=design.hint,
            own=design.own,
            sheet_mm=size,
            parts=parts,
            facts=facts,
        )


def _at(mask: Mask, middle_mm: float) -> Mask:
    return replace(mask, x_mm=mask.x_mm + middle_mm, y_mm=mask.y_mm + middle_mm)


def _facts(mask: Mask, size_mm: float, units: Units) -> list[str]:
    if not is_stencil(mask):
        return []
    facts = stencil_facts(_at(mask, size_mm / 2), size_mm, size_mm)
    said = [f"{facts.open_share:.0%} open, {'lies still' if facts.lies_still else 'hold it down'}"]
    if facts.bridge_mm is not None:
        said.append(f"narrowest bridge {say_fine(facts.bridge_mm, units)}")
    if facts.islands:
        said.append("a middle falls out" if facts.islands == 1 else f"{facts.islands} middles fall out")
    return said


class LayStencil(Edit):
    """``lay``: a new step lays it, after another or first; ``instead``: that step lays it in place of what it laid."""

    stencil: Key
    lay: bool = False
    after: Key | None = None
    instead: Key | None = None


class HoldMask(Edit):
    kind: Literal["tape", "magnet"] = "tape"


class FitStrip(Edit):
    motif: Key
    margin_mm: Annotated[float, Field(ge=0, le=60)] = 4.0


class PieceOut(BaseModel):
    """A piece to cut: its outlines and scores as SVG paths in mm, and what the cutter says of it."""

    key: str
    name: str
    of: str
    width_mm: float
    height_mm: float
    size: str
    cuts: str
    scores: str
    note: str
    cutter: str
    cutter_can: bool

    @classmethod
    def of_piece(cls, piece: Piece, answer: CutPiece, units: Units) -> Self:
        return cls(
            key=piece.key,
            name=piece.name,
            of=piece.of,
            width_mm=piece.width_mm,
            height_mm=piece.height_mm,
            size=say_size(piece.width_mm, piece.height_mm, units),
            cuts=path_of(piece.cuts),
            scores=path_of(piece.scores),
            note=piece.note,
            cutter=say_report(answer.report, units) if answer.report else answer.refused,
            cutter_can=answer.report is not None,
        )


def say_report(report: CutReport, units: Units) -> str:
    """How long a cut takes and how far the blade goes, in words."""
    minutes, seconds = divmod(round(report.seconds), 60)
    time = f"{minutes} min {seconds} s" if minutes else f"{seconds} s"
    return f"{say_length(report.cut_mm, units)} of cut in about {time}"


class LaidOut(FromCore):
    """``outline``: of a piece that is not straight, mm on the sheet."""

    name: str
    x_mm: float
    y_mm: float
    width_mm: float
    height_mm: float
    outline: list[tuple[float, float]]


class OffcutOut(FromCore):
    x_mm: float
    y_mm: float
    width_mm: float
    height_mm: float
    yields: list[str]


class NestedSheetOut(FromCore):
    """``alike``: how many sheets are cut just so."""

    laid: list[LaidOut]
    offcuts: list[OffcutOut]
    used: float
    waste: float
    alike: int = 1


class SheetOut(FromCore):
    key: str
    name: str
    width_mm: float
    height_mm: float


class StockNeededOut(BaseModel):
    """``larger``: why the sheet is not the one asked for; ``refused``: what no sheet holds."""

    of: str
    sheet: SheetOut
    count: int
    sheets: list[NestedSheetOut]
    larger: str
    refused: str

    @classmethod
    def of_stock(cls, stock: StockNeeded) -> Self:
        return cls(
            of=stock.of,
            sheet=SheetOut.model_validate(stock.sheet),
            count=len(stock.sheets),
            sheets=_grouped(stock.sheets),
            larger=stock.larger,
            refused=stock.refused,
        )


class EnvelopeOut(BaseModel):
    sheet: str
    first_score: str
    makes: str


class PiecesOut(BaseModel):
    """Everything to cut for a number of cards, nested on sheets; ``sheet`` is the size asked for."""

    pieces: list[PieceOut]
    tapes: list[str]
    envelope: EnvelopeOut | None
    pile_mm: float
    troubles: list[str]
    stocks: list[StockNeededOut]
    sheet: SheetOut
    sheets: list[SheetOut]

    @classmethod
    def of(
        cls, cutting: Cutting, answers: tuple[CutPiece, ...], units: Units, called: dict[str, str], sheets: list[SheetOut]
    ) -> Self:
        fold = cutting.envelope
        return cls(
            pieces=[PieceOut.of_piece(piece, answer, units) for piece, answer in zip(cutting.pieces, answers, strict=True)],
            tapes=[
                f"{called[key]}: tear {' and '.join(dict.fromkeys(say_length(mm, units) for mm in lengths))}, two of them."
                for key, lengths in cutting.tapes.items()
            ],
            envelope=EnvelopeOut(
                sheet=say_length(fold.sheet_mm, units),
                first_score=say_length(fold.first_score_mm, units),
                makes=say_size(fold.width_mm, fold.height_mm, units),
            )
            if fold
            else None,
            pile_mm=cutting.pile_mm,
            troubles=list(cutting.troubles),
            stocks=[StockNeededOut.of_stock(stock) for stock in cutting.stocks],
            sheet=SheetOut.model_validate(cutting.sheet),
            sheets=sheets,
        )


def _grouped(sheets: tuple[NestedSheet, ...]) -> list[NestedSheetOut]:
    """Sheets that are cut just alike, told once."""
    counts: dict[NestedSheet, int] = {}
    for sheet in sheets:
        counts[sheet] = counts.get(sheet, 0) + 1
    return [NestedSheetOut.model_validate(sheet).model_copy(update={"alike": many}) for sheet, many in counts.items()]


class CutAnswer(BaseModel):
    """What the cutter did with a file, and the cut sheet as SVG."""

    cut_mm: float
    travel_mm: float
    seconds: float
    sheet_svg: str
