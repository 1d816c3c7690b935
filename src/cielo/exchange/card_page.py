"""One card as a page to print or to send: its picture, inks and steps as one HTML file that opens anywhere and fetches nothing, or as PDF."""

from base64 import b64encode
from collections.abc import Sequence
from dataclasses import dataclass
from html import escape
from io import BytesIO

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Image, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from cielo.core.units import Units
from cielo.exchange.letters import BOLD, LETTERS, PLAIN, markup

TITLE = ParagraphStyle("title", fontName=BOLD, fontSize=24, leading=29)
HEAD = ParagraphStyle("head", fontName=BOLD, fontSize=14, leading=22)
BODY = ParagraphStyle("body", fontName=PLAIN, fontSize=12, leading=16)
PICTURE_MM = 110.0


@dataclass(frozen=True)
class InkLine:
    """An ink: its name, and its colour on the stock as a hex."""

    name: str
    hex: str


@dataclass(frozen=True)
class Part:
    """The steps of the panel, or of a piece by its name, as sentences."""

    name: str
    steps: Sequence[str]


@dataclass(frozen=True)
class CardPage:
    """What stands on the page.

    picture : PNG of the card put together, of the size given in mm. photo : JPEG of the card that was made, empty where there is none.
    head : its size, stock and time, a sentence each. notes : what the maker wrote of it, under a word each.
    """

    title: str
    units: Units
    picture: bytes
    width_mm: float
    height_mm: float
    head: Sequence[str]
    inks: Sequence[InkLine]
    lay_out: Sequence[str]
    parts: Sequence[Part]
    photo: bytes = b""
    notes: Sequence[tuple[str, str]] = ()


STYLE = """
body { margin: 0 auto; max-width: 46rem; padding: 2rem 1.4rem 4rem; background: #f6ede0; color: #1e2a47;
  font: 1.15rem/1.55 system-ui, "Noto Sans", sans-serif; }
h1 { font-size: 2.3rem; line-height: 1.15; margin: 0 0 1rem; }
h2 { margin: 2rem 0 0.4rem; font-size: 1.35rem; }
figure { margin: 0 1rem 1rem 0; display: inline-block; vertical-align: top; }
img { display: block; max-width: 100%; height: auto; box-shadow: 0 2px 10px #0003; }
figcaption { font-size: 0.95rem; margin-top: 0.3rem; }
.inks { display: flex; flex-wrap: wrap; gap: 0.5rem 1.4rem; padding: 0; list-style: none; }
.inks span { display: inline-block; width: 1.7rem; height: 1.7rem; border: 1px solid #0004; border-radius: 50%;
  vertical-align: middle; margin-right: 0.5rem; }
ol li { margin: 0.45rem 0; }
footer { margin-top: 3rem; font-size: 0.95rem; }
@media print {
  body { background: none; padding: 0; max-width: none; font-size: 12pt; }
  img { box-shadow: none; }
  li { break-inside: avoid; }
}
"""
PREDICTED = "The colours are predicted from the inks and the paper; a screen shows them only roughly."


def write_html(page: CardPage) -> bytes:
    """The page as HTML: no script, nothing fetched, every word escaped."""
    figures = [_figure(page.picture, "image/png", "As predicted", page.width_mm)]
    if page.photo:
        figures.insert(0, _figure(page.photo, "image/jpeg", "As it was made", page.width_mm))
    parts = [
        f"<h2>{escape(part.name)}</h2><ol>{''.join(f'<li>{escape(step)}</li>' for step in part.steps)}</ol>"
        for part in page.parts
    ]
    inks = "".join(f'<li><span style="background:{escape(ink.hex)}"></span>{escape(ink.name)}</li>' for ink in page.inks)
    lay_out = "".join(f"<li>{escape(line)}</li>" for line in page.lay_out)
    notes = "".join(f"<h2>{escape(word)}</h2><p>{escape(text)}</p>" for word, text in page.notes if text)
    return (
        '<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">'
        "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; img-src data:; style-src 'unsafe-inline'\">"
        f"<title>{escape(page.title)}</title><style>{STYLE}</style></head><body><h1>{escape(page.title)}</h1>"
        f"{''.join(figures)}{''.join(f'<p>{escape(line)}</p>' for line in page.head)}"
        f'<h2>Inks</h2><ul class="inks">{inks}</ul><h2>To lay out</h2><ul>{lay_out}</ul>{"".join(parts)}{notes}'
        f"<footer>Planned with Cielo. {PREDICTED}</footer></body></html>"
    ).encode()


def _figure(data: bytes, kind: str, said: str, width_mm: float) -> str:
    source = f"data:{kind};base64,{b64encode(data).decode()}"
    return f'<figure><img src="{source}" alt="{said}" style="width:{width_mm:.0f}mm"><figcaption>{said}.</figcaption></figure>'


def write_pdf(page: CardPage) -> bytes:
    """The page as PDF, Letter for inches, A4 for centimetres; the same page always gives the same bytes."""
    out = BytesIO()
    document = SimpleDocTemplate(
        out, pagesize=LETTER if page.units == "in" else A4, leftMargin=18 * mm, rightMargin=18 * mm, topMargin=16 * mm,
        bottomMargin=16 * mm, title=page.title, author="Cielo", invariant=1, initialFontName=PLAIN,
    )  # fmt: skip
    document.build(_flowables(page))
    return out.getvalue()


def _flowables(page: CardPage) -> list[Flowable]:
    shown = [page.photo, page.picture] if page.photo else [page.picture]
    # Two pictures share the width that one has.
    scale = PICTURE_MM / max(page.width_mm, page.height_mm) * (0.72 if page.photo else 1.0) * mm
    pictures = [Image(BytesIO(data), page.width_mm * scale, page.height_mm * scale, kind="proportional") for data in shown]
    rows = [[_Dab(ink.hex), Paragraph(markup(ink.name), BODY)] for ink in page.inks] or [[Spacer(0, 0), Spacer(0, 0)]]
    inks = Table(rows, colWidths=[12 * mm, None], hAlign="LEFT")
    inks.setStyle(TableStyle([LETTERS, ("VALIGN", (0, 0), (-1, -1), "MIDDLE")]))
    return [
        Paragraph(markup(page.title), TITLE),
        Spacer(1, 4 * mm),
        _side_by_side(pictures),
        Spacer(1, 3 * mm),
        *(Paragraph(markup(line), BODY) for line in page.head),
        Paragraph("Inks", HEAD),
        inks,
        Paragraph("To lay out", HEAD),
        *(Paragraph(f"\u2022 {markup(line)}", BODY) for line in page.lay_out),
        *(flowable for part in page.parts for flowable in _steps(part)),
        *(
            flowable
            for word, text in page.notes
            if text
            for flowable in (Paragraph(markup(word), HEAD), Paragraph(markup(text), BODY))
        ),
        Spacer(1, 6 * mm),
        Paragraph(PREDICTED, BODY),
    ]


def _side_by_side(pictures: list[Image]) -> Table:
    table = Table([pictures], hAlign="LEFT")
    table.setStyle(TableStyle([LETTERS]))
    return table


def _steps(part: Part) -> list[Flowable]:
    return [
        Paragraph(markup(part.name), HEAD),
        *(Paragraph(f"<b>{n}.</b> {markup(step)}", BODY) for n, step in enumerate(part.steps, 1)),
    ]


class _Dab(Flowable):
    """An ink's colour as a disc."""

    def __init__(self, colour: str) -> None:
        super().__init__()
        self.width = self.height = 7 * mm
        self.colour = HexColor(colour)

    def draw(self) -> None:
        self.canv.setFillColor(self.colour)
        self.canv.circle(3.5 * mm, 3.5 * mm, 3.2 * mm, stroke=1, fill=1)
