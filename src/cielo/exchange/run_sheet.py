"""The run sheet as PDF: the steps with their proofs, sentences, what to fetch and a box to tick. Readable in black and white."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from io import BytesIO

from reportlab.lib.colors import black, white
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.platypus import Flowable, Image, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from cielo.core.geometry.masks import outlines_mm
from cielo.core.plan import Dry, LayMask, Plan, Step, masks_on
from cielo.core.say import care, fetch, lies_turned, say, say_minutes, to_fetch, where_to_lay
from cielo.exchange.letters import BOLD, LETTERS, PLAIN, markup

TITLE = ParagraphStyle("title", fontName=BOLD, fontSize=21, leading=26)
BODY = ParagraphStyle("body", fontName=PLAIN, fontSize=13, leading=17.5)
# Nothing on the sheet is smaller than this: it lies at arm's length, under inky hands.
SMALL = ParagraphStyle("small", fontName=PLAIN, fontSize=12, leading=15.5)
PROOF_MM, FINISHED_MM = 26.0, 62.0


@dataclass(frozen=True)
class Made:
    """The panel or a piece as it is made.

    proof : ``proof(n)`` gives the PNG after n steps.
    why : the reason of every step, by its id.
    remember : sentences to remember at a step, or under None on the whole.
    tools : what to lay out first besides what is fetched, a line each.
    head : what it is, of what stock, and where it goes, a sentence or two.
    takes : how long it takes, in words; empty for a piece, whose time is in that of the whole.
    finished : the PNG of the whole when all is done, with its width and height in mm; None for a piece.
    """

    plan: Plan
    proof: Callable[[int], bytes]
    why: dict[str, str]
    remember: dict[str | None, list[str]]
    tools: Sequence[str]
    head: str
    takes: str = ""
    finished: tuple[bytes, float, float] | None = None


def write_run_sheet(parts: Sequence[Made]) -> bytes:
    """The sheet of a card, the panel first and then every piece. Letter for inches, A4 for centimetres."""
    out = BytesIO()
    whole = parts[0].plan
    page = LETTER if whole.units == "in" else A4
    document = SimpleDocTemplate(
        out, pagesize=page, leftMargin=15 * mm, rightMargin=15 * mm, topMargin=14 * mm,
        bottomMargin=14 * mm, title=f"{whole.title}: run sheet", author="Cielo", invariant=1, initialFontName=PLAIN,
    )  # fmt: skip
    document.build([flowable for made in parts for flowable in _part(made, page[0])])
    return out.getvalue()


def _part(made: Made, width: float) -> Iterator[Flowable]:
    plan = made.plan
    yield Paragraph(markup(plan.title), TITLE)
    head: list[Flowable] = [
        Paragraph(markup(line), BODY) for line in (made.head, made.takes, *made.remember.get(None, [])) if line
    ]
    yield Spacer(1, 2 * mm)
    if made.finished is None:
        yield from head
    else:
        picture = _picture(*made.finished)
        beside = Table(
            [[picture, head]], colWidths=[picture.drawWidth + 5 * mm, width - 37 * mm - picture.drawWidth], hAlign="LEFT"
        )
        beside.setStyle(TableStyle([LETTERS, ("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0)]))
        yield beside
    yield Spacer(1, 4 * mm)
    lay_out = [*to_fetch(plan), *made.tools]
    if lay_out:
        yield Paragraph("<b>Lay out before you begin</b>", BODY)
        for line in lay_out:
            yield Paragraph(f"\u2022 {markup(line)}", SMALL)
        yield Spacer(1, 4 * mm)
    if not plan.steps:
        return
    rows = [
        _row(plan, i, step, Proof(plan, made.proof(i + 1), on), [made.why[step.id], *made.remember.get(step.id, [])])
        for i, (step, on) in enumerate(masks_on(plan))
    ]
    table = Table(rows, colWidths=[12 * mm, 32 * mm, width - 74 * mm], hAlign="LEFT")
    table.setStyle(TableStyle([LETTERS, ("VALIGN", (0, 0), (-1, -1), "TOP"), ("LINEABOVE", (0, 0), (-1, -1), 0.4, black)]))
    yield table
    yield Spacer(1, 8 * mm)


def _picture(png: bytes, width_mm: float, height_mm: float) -> Image:
    """The finished card, as large as its place at the head of the sheet."""
    scale = FINISHED_MM * mm / max(width_mm, height_mm)
    return Image(BytesIO(png), width_mm * scale, height_mm * scale)


def _row(plan: Plan, at: int, step: Step, proof: "Proof", says: Sequence[str]) -> list[Flowable | list[Flowable]]:
    where = [where_to_lay(plan, plan.mask(step.mask))] if isinstance(step, LayMask) else []
    if turned := lies_turned(plan, step):
        where.append(turned)
    words: list[Flowable] = [
        Paragraph(f"<b>{at + 1}.</b> {markup(say(plan, step))}", BODY),
        Paragraph(f"Fetch: {markup(fetch(plan, step))}.", SMALL),
        *(Paragraph(markup(line), SMALL) for line in (*where, *says)),
    ]
    if isinstance(step, Dry):
        words.append(Paragraph(f"Started at ______ , ready {markup(say_minutes(step.minutes))} later.", SMALL))
    if care(plan, step):
        words.append(Paragraph(f"<b>Care:</b> {markup(care(plan, step))}", SMALL))
    words.append(Spacer(1, 2 * mm))
    return [TickBox(), proof, words]


class Proof(Flowable):
    """The panel after a step, with a broken line round every mask that lies on it."""

    def __init__(self, plan: Plan, png: bytes, on: frozenset[str]) -> None:
        super().__init__()
        size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
        self.scale = PROOF_MM * mm / max(size)
        self.width, self.height = size[0] * self.scale, size[1] * self.scale
        self.png = png
        self.lines = [line for key in sorted(on) for line in outlines_mm(plan.mask(key), *size)]

    def draw(self) -> None:
        self.canv.drawImage(ImageReader(BytesIO(self.png)), 0, 0, self.width, self.height)
        self.canv.saveState()
        rim = self.canv.beginPath()
        rim.rect(0, 0, self.width, self.height)
        self.canv.clipPath(rim, stroke=0)
        for line in self.lines:
            path = self.canv.beginPath()
            path.moveTo(line[0][0] * self.scale, self.height - line[0][1] * self.scale)
            for x, y in line[1:]:
                path.lineTo(x * self.scale, self.height - y * self.scale)
            # White under black, so that it is seen on light and on dark.
            for colour, width, dash in ((white, 1.2, []), (black, 0.5, [2, 1.5])):
                self.canv.setStrokeColor(colour)
                self.canv.setLineWidth(width)
                self.canv.setDash(dash)
                self.canv.drawPath(path)
        self.canv.restoreState()


class TickBox(Flowable):
    """An empty square to tick."""

    def __init__(self) -> None:
        super().__init__()
        self.width = self.height = 6 * mm

    def draw(self) -> None:
        self.canv.rect(0, 0, self.width, self.height)
