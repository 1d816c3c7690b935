"""Templates to cut, 1:1: as SVG, DXF and PDF. Lengths are millimetres in all of them."""

from collections.abc import Sequence
from io import BytesIO, StringIO
from typing import Literal
from xml.sax.saxutils import escape

import numpy as np
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from cielo.core.geometry.pieces import Array, Piece
from cielo.core.units import Units, say_size
from cielo.exchange.hpgl import write_hpgl
from cielo.exchange.letters import draw

TemplateFormat = Literal["svg", "pdf", "dxf", "hpgl"]

# The part of a page that a piece may lie on, and how far tiles of a large piece lie over each other.
PAGE_MARGIN_MM, HEAD_MM, OVERLAP_MM = 10.0, 14.0, 10.0


def write_svg(piece: Piece) -> bytes:
    """A piece as SVG in real units: cuts drawn through, scores dashed."""
    size = f'width="{piece.width_mm:.3f}mm" height="{piece.height_mm:.3f}mm" viewBox="0 0 {piece.width_mm:.3f} {piece.height_mm:.3f}"'
    cuts = "".join(f'<path d="{_path(cut)}Z"/>' for cut in piece.cuts)
    scores = "".join(f'<path d="{_path(score)}"/>' for score in piece.scores)
    return (
        f'<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" {size}>'
        f"<title>{escape(piece.name)}</title>"
        f'<g id="cut" fill="none" stroke="#000000" stroke-width="0.1">{cuts}</g>'
        f'<g id="score" fill="none" stroke="#000000" stroke-width="0.1" stroke-dasharray="2 1">{scores}</g></svg>\n'
    ).encode()


def _path(line: Array) -> str:
    return "M" + "L".join(f"{x:.3f} {y:.3f}" for x, y in line)


def write_dxf(piece: Piece) -> bytes:
    """A piece as DXF (R2010, millimetres, y up): closed polylines on layer CUT, lines on layer SCORE."""
    import ezdxf
    from ezdxf import units

    document = ezdxf.new("R2010", units=units.MM)
    for layer in ("CUT", "SCORE"):
        document.layers.add(layer)
    space = document.modelspace()
    for cut in piece.cuts:
        space.add_lwpolyline(_upright(cut[:-1], piece), close=True, dxfattribs={"layer": "CUT"})
    for score in piece.scores:
        space.add_lwpolyline(_upright(score, piece), dxfattribs={"layer": "SCORE"})
    out = StringIO()
    document.write(out)
    return out.getvalue().encode()


def _upright(line: Array, piece: Piece) -> list[tuple[float, float]]:
    return [(round(float(x), 4), round(piece.height_mm - float(y), 4)) for x, y in line]


def write_pdf(pieces: Sequence[Piece], units: Units = "in", title: str = "Templates to cut") -> bytes:
    """Pieces as PDF, 1:1, on Letter for inches or A4 for centimetres; what is larger than a page is tiled, with register marks."""
    out = BytesIO()
    upright = LETTER if units == "in" else A4
    canvas = Canvas(out, pagesize=upright, invariant=1)
    canvas.setTitle(title)
    for piece in pieces:
        page = min((upright, upright[::-1]), key=lambda page: _pages(piece, page))
        canvas.setPageSize(page)
        width, height = _usable(page)
        across, down = _tiles(piece.width_mm, width), _tiles(piece.height_mm, height)
        for row, top in enumerate(down):
            for column, left in enumerate(across):
                _head(canvas, piece, units, page, (row, column), (len(down), len(across)))
                _tile(canvas, piece, page, (left, top, width, height))
                canvas.showPage()
    canvas.save()
    return out.getvalue()


def _usable(page: tuple[float, float]) -> tuple[float, float]:
    """The part of a page that a piece may lie on, mm."""
    return page[0] / mm - 2 * PAGE_MARGIN_MM, page[1] / mm - 2 * PAGE_MARGIN_MM - HEAD_MM


def _pages(piece: Piece, page: tuple[float, float]) -> int:
    width, height = _usable(page)
    return len(_tiles(piece.width_mm, width)) * len(_tiles(piece.height_mm, height))


def _tiles(length_mm: float, page_mm: float) -> list[float]:
    """Where each tile begins, mm."""
    if length_mm <= page_mm:
        return [0.0]
    return [float(at) for at in np.arange(0, length_mm - OVERLAP_MM, page_mm - OVERLAP_MM)]


def _head(
    canvas: Canvas, piece: Piece, units: Units, page: tuple[float, float], at: tuple[int, int], of: tuple[int, int]
) -> None:
    draw(
        canvas,
        PAGE_MARGIN_MM * mm,
        page[1] - 14 * mm,
        f"{piece.name}, {say_size(piece.width_mm, piece.height_mm, units)}",
        13,
        bold=True,
    )
    tile = f"Sheet {at[0] * of[1] + at[1] + 1} of {of[0] * of[1]}: lay the crosses over each other. " if of != (1, 1) else ""
    draw(canvas, PAGE_MARGIN_MM * mm, page[1] - 19 * mm, f"{tile}Print 1:1. {piece.note}", 8.5)
    canvas.setLineWidth(0.4)
    canvas.line(PAGE_MARGIN_MM * mm, 7 * mm, (PAGE_MARGIN_MM + 50) * mm, 7 * mm)
    draw(
        canvas,
        (PAGE_MARGIN_MM + 52) * mm,
        6 * mm,
        f"50 mm when printed 1:1. {'Mind the needle' if piece.marks else 'Blade away from the hand'}; keep it from children.",
        8.5,
    )


def _tile(canvas: Canvas, piece: Piece, page: tuple[float, float], window: tuple[float, float, float, float]) -> None:
    left, top, width, height = window
    x0, y0 = PAGE_MARGIN_MM * mm, page[1] - (PAGE_MARGIN_MM + HEAD_MM) * mm
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(x0 - 0.5, y0 - height * mm - 0.5, width * mm + 1, height * mm + 1)
    canvas.clipPath(clip, stroke=0)
    canvas.setLineWidth(0.3)
    for lines, dash in ((piece.cuts, ()), (piece.scores, (4, 2))):
        canvas.setDash(*dash) if dash else canvas.setDash()
        for line in lines:
            path = canvas.beginPath()
            for i, (x, y) in enumerate(line):
                (path.lineTo if i else path.moveTo)(x0 + (x - left) * mm, y0 - (y - top) * mm)
            canvas.drawPath(path)
    for mark in piece.marks:
        x, y = x0 + (mark.x_mm - left) * mm, y0 - (mark.y_mm - top) * mm
        canvas.setDash()
        _cross(canvas, x, y)
        canvas.circle(x, y, 0.6 * mm)
        draw(canvas, x + 1.2 * mm, y + 1.2 * mm, mark.said, 8)
    canvas.restoreState()
    for x in (left + OVERLAP_MM / 2, left + width - OVERLAP_MM / 2):
        for y in (top + OVERLAP_MM / 2, top + height - OVERLAP_MM / 2):
            if piece.width_mm > width or piece.height_mm > height:
                _cross(canvas, x0 + (x - left) * mm, y0 - (y - top) * mm)


def _cross(canvas: Canvas, x: float, y: float) -> None:
    canvas.line(x - 3 * mm, y, x + 3 * mm, y)
    canvas.line(x, y - 3 * mm, x, y + 3 * mm)


def write_template(piece: Piece, units: Units, template_format: TemplateFormat) -> bytes:
    """One piece in one of the formats."""
    match template_format:
        case "svg":
            return write_svg(piece)
        case "dxf":
            return write_dxf(piece)
        case "hpgl":
            return write_hpgl(piece.cuts, piece.height_mm)
        case "pdf":
            return write_pdf((piece,), units)
