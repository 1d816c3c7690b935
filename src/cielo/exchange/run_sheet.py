"""The run sheet as PDF: the steps with their proofs, sentences, what to fetch and a box to tick. Readable in black and white."""

from collections.abc import Callable
from io import BytesIO
from xml.sax.saxutils import escape

from reportlab.lib.colors import black
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.platypus import Flowable, Image, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from cielo.core.plan import Dry, Plan, Step
from cielo.core.units import say_size
from cielo.core.wording import care, fetch, say, say_minutes

TITLE = ParagraphStyle("title", fontName="Times-Bold", fontSize=20, leading=25)
BODY = ParagraphStyle("body", fontName="Helvetica", fontSize=12, leading=16)
SMALL = ParagraphStyle("small", fontName="Helvetica", fontSize=9.5, leading=12.5)
PROOF_MM = 26.0


def write_run_sheet(plan: Plan, proof: Callable[[int], bytes], why: dict[str, str]) -> bytes:
    """The sheet of a plan; ``proof(n)`` gives the PNG after n steps. Letter for inches, A4 for centimetres."""
    out = BytesIO()
    page = LETTER if plan.units == "in" else A4
    document = SimpleDocTemplate(
        out, pagesize=page, leftMargin=15 * mm, rightMargin=15 * mm, topMargin=14 * mm,
        bottomMargin=14 * mm, title=f"{plan.title}: run sheet", author="Cielo", invariant=1,
    )  # fmt: skip
    card = plan.card
    panel = say_size(card.panel_width_mm, card.panel_height_mm, plan.units)
    head = (
        f"Card {say_size(card.width_mm, card.height_mm, plan.units)}, folded at the {card.fold}. Panel {panel}, of "
        f"{plan.stock.name}. Inks, light to dark: {', '.join(ink.name for ink in plan.inks) or 'none'}."
    )
    story: list[Flowable] = [Paragraph(escape(plan.title), TITLE), Paragraph(escape(head), BODY), Spacer(1, 4 * mm)]
    if plan.steps:
        rows = [_row(plan, i, step, proof(i + 1), why[step.id]) for i, step in enumerate(plan.steps)]
        table = Table(rows, colWidths=[12 * mm, 32 * mm, page[0] - 74 * mm], hAlign="LEFT")
        table.setStyle(TableStyle([("VALIGN", (0, 0), (-1, -1), "TOP"), ("LINEABOVE", (0, 0), (-1, -1), 0.4, black)]))
        story.append(table)
    document.build(story)
    return out.getvalue()


def _row(plan: Plan, at: int, step: Step, proof_png: bytes, why: str) -> list[Flowable | list[Flowable]]:
    picture = ImageReader(BytesIO(proof_png))
    width, height = picture.getSize()
    scale = PROOF_MM * mm / max(width, height)
    words: list[Flowable] = [
        Paragraph(f"<b>{at + 1}.</b> {escape(say(plan, step))}", BODY),
        Paragraph(f"Fetch: {escape(fetch(plan, step))}.", SMALL),
        Paragraph(escape(why), SMALL),
    ]
    if isinstance(step, Dry):
        words.append(Paragraph(f"Started at ______ , ready {escape(say_minutes(step.minutes))} later.", SMALL))
    if care(plan, step):
        words.append(Paragraph(f"<b>Care:</b> {escape(care(plan, step))}", SMALL))
    words.append(Spacer(1, 2 * mm))
    return [TickBox(), Image(BytesIO(proof_png), width * scale, height * scale), words]


class TickBox(Flowable):
    """An empty square to tick."""

    def __init__(self) -> None:
        super().__init__()
        self.width = self.height = 6 * mm

    def draw(self) -> None:
        self.canv.rect(0, 0, self.width, self.height)
