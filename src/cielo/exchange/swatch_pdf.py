"""Two sheets to print, 1:1: swatches to ink by hand, and the predicted chart of crossings."""

from collections.abc import Sequence
from dataclasses import dataclass
from io import BytesIO

from reportlab.lib.colors import HexColor, black
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from cielo.core.photo import sheet
from cielo.core.units import Units
from cielo.exchange.letters import draw

BOX_MM = 22.0
PITCH_MM = 32.0
LABEL_POINTS = 7.5


@dataclass(frozen=True)
class Patch:
    """A square on a sheet: its name, what to do in it, and its predicted colour (None: left empty to be inked)."""

    name: str
    note: str
    hex: str | None


def write_sheet(title: str, lines: Sequence[str], patches: Sequence[Patch], units: Units) -> bytes:
    """Squares of BOX_MM in rows, named below; Letter for inches, A4 for centimetres. A 50 mm rule proves the scale."""
    out = BytesIO()
    width, height = LETTER if units == "in" else A4
    canvas = Canvas(out, pagesize=(width, height), invariant=1)
    canvas.setTitle(title)
    columns = int((width - 24 * mm) // (PITCH_MM * mm))
    top = height - 46 * mm
    rows = int((top - 16 * mm) // (PITCH_MM * mm))
    pages = [patches[i : i + rows * columns] for i in range(0, len(patches), rows * columns)] or [()]
    for number, page in enumerate(pages, 1):
        _head(canvas, title, lines, number, len(pages), height)
        for at, patch in enumerate(page):
            row, column = divmod(at, columns)
            _patch(canvas, patch, 14 * mm + column * PITCH_MM * mm, top - row * PITCH_MM * mm)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _head(canvas: Canvas, title: str, lines: Sequence[str], number: int, pages: int, height: float) -> None:
    draw(canvas, 14 * mm, height - 16 * mm, title, 17, bold=True)
    for i, line in enumerate(lines):
        draw(canvas, 14 * mm, height - (22 + 4.4 * i) * mm, line, 9)
    canvas.line(14 * mm, 9 * mm, 64 * mm, 9 * mm)
    for end in (14, 64):
        canvas.line(end * mm, 7.5 * mm, end * mm, 10.5 * mm)
    draw(canvas, 67 * mm, 8 * mm, f"This rule is 50 mm long when printed 1:1.   Page {number} of {pages}", 9)


def _patch(canvas: Canvas, patch: Patch, x: float, top: float) -> None:
    box = BOX_MM * mm
    if patch.hex is not None:
        canvas.setFillColor(HexColor(patch.hex))
    canvas.setLineWidth(0.4)
    canvas.rect(x, top - box, box, box, stroke=1, fill=int(patch.hex is not None))
    canvas.setFillColor(black)
    draw(canvas, x, top - box - 3.2 * mm, patch.name[:26], LABEL_POINTS)
    draw(canvas, x, top - box - 6.2 * mm, patch.note[:30], LABEL_POINTS - 1)


def write_photo_sheet(units: Units) -> bytes:
    """The swatch sheet to ink and photograph: corner marks, printed patches, numbered boxes (core.photo.sheet), in the page's middle."""
    out = BytesIO()
    width, height = LETTER if units == "in" else A4
    canvas = Canvas(out, pagesize=(width, height), invariant=1)
    canvas.setTitle("Swatch sheet to photograph")
    left, top = (width - sheet.WIDTH_MM * mm) / 2, height - (height - sheet.HEIGHT_MM * mm) / 2

    def square(at: sheet.Square, fill: str | None) -> None:
        if fill is not None:
            canvas.setFillColor(HexColor(fill))
        canvas.rect(
            left + at.x_mm * mm,
            top - (at.y_mm + at.size_mm) * mm,
            at.size_mm * mm,
            at.size_mm * mm,
            stroke=int(fill is None),
            fill=int(fill is not None),
        )

    for n, mark in enumerate(sheet.marks()):
        square(mark, "#000000")
        if n:
            square(mark.inner(0.45), "#ffffff")
    for patch, colour in zip(sheet.patches(), sheet.patch_hex(), strict=True):
        square(patch, colour)
    canvas.setLineWidth(0.3)
    canvas.setStrokeGray(0.7)
    for n, box in enumerate(sheet.boxes(), 1):
        square(box, None)
        canvas.setFillColor(black)
        draw(canvas, left + box.x_mm * mm, top - (box.y_mm + box.size_mm + 4) * mm, str(n), LABEL_POINTS)
    draw(
        canvas,
        left + 18 * mm,
        top - 9 * mm,
        "Print it on your stock, ink the boxes with one full pass each, let them dry, and photograph the whole sheet.",
        8,
    )
    draw(
        canvas,
        left + 18 * mm,
        top - 13 * mm,
        "Keep the corner marks in the picture and shadows off it. A printer is not exact: a reader is surer than this.",
        8,
    )
    canvas.showPage()
    canvas.save()
    return out.getvalue()
