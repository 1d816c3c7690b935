"""The run sheet as PDF: one sheet of paper for the table. Its first page has the finished card and what to lay out; then come the steps of
the panel and of every piece in the order in which they are done, in columns, each with a box to tick and a picture of what it changes.
Readable in black and white."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from io import BytesIO
from typing import Literal

from reportlab.lib.colors import HexColor, black
from reportlab.lib.pagesizes import A4, A5, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    BaseDocTemplate,
    Flowable,
    Frame,
    FrameBreak,
    Image,
    KeepTogether,
    NextPageTemplate,
    PageTemplate,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

from cielo.core.plan import Dry, LayMask, LiftMask, Plan, Prepare, PutOn, Step, Wipe, WipeBeads, masks_on
from cielo.core.say import Group, care, say, say_minutes, where_to_lay
from cielo.core.say.words import WAY_WORDS
from cielo.core.units import Units
from cielo.exchange.letters import BOLD, LETTERS, PLAIN, draw, markup
from cielo.exchange.sheet_drawings import InkStrokes, Proof, Things, TickBox

Paper = Literal["letter", "a4", "a5"]
PAPERS: dict[Paper, tuple[float, float]] = {"letter": LETTER, "a4": A4, "a5": A5}
USUAL_PAPER: dict[Units, Paper] = {"in": "letter", "cm": "a4"}

TITLE = ParagraphStyle("title", fontName=BOLD, fontSize=20, leading=23)
PART = ParagraphStyle("part", fontName=BOLD, fontSize=12, leading=15, spaceBefore=5, spaceAfter=2)
# Letters are as large as one sheet of paper, both sides, allows: sentences of so many points, and what is to know of them.
SIZES = ((13.0, 11.0), (12.0, 10.0), (11.0, 9.5), (10.5, 9.0))
# A drying is one line in letters of so many points.
BOTH_SIDES, ONE_LINE = 2, 10.5
# Groups to lay out that stand beside the picture at most; letters of a line that stands in a step's own row at most.
MOST_BESIDE, LONG = 9, 500
MARGIN_MM, GUTTER_MM, FOOT_MM = 11.0, 6.0, 6.0
# A page this wide has two columns of steps.
TWO_COLUMNS_MM = 190.0
BOX_MM, FINISHED_MM, SAVING_MM = 9.0, 56.0, 34.0


@dataclass(frozen=True)
class Made:
    """The panel or a piece as it is made; ``name``: the panel, or the piece by its name.

    change : ``change(n)`` gives the PNG of what the nth step changes, from 1: its own colours on what was there, paler.
    why : the reason of every step, by its id. remember : sentences to remember at a step, by its id.
    head : of what size and stock it is, how long it takes, a sentence or two.
    """

    name: str
    plan: Plan
    change: Callable[[int], bytes]
    why: Mapping[str, str]
    remember: Mapping[str, Sequence[str]]
    head: str


@dataclass(frozen=True)
class RunSheet:
    """What stands on the sheet.

    finished : PNG of the card put together, with its width and height, mm. inks : each ink with its colour on the stock, as a hex.
    facts, remember : what the card is, and what to remember of it as a whole, a sentence each. lay_out : what to lay out. parts : the panel
    under "", and every piece by its key. run : the key of a part and the id of a step of it, in the order in which they are done.
    """

    title: str
    finished: tuple[bytes, float, float]
    inks: Sequence[tuple[str, str]]
    facts: Sequence[str]
    remember: Sequence[str]
    lay_out: Sequence[Group]
    parts: Mapping[str, Made]
    run: Sequence[tuple[str, str]]


@dataclass(frozen=True)
class Letters:
    """The letters of a sheet: sentences, and what is to know of them."""

    says: ParagraphStyle
    note: ParagraphStyle


def write_run_sheet(sheet: RunSheet, paper: Paper, *, saving: bool = False) -> bytes:
    """The sheet of a card; the same sheet always gives the same bytes. ``saving``: with less ink, the finished card small."""
    drawn = replace(sheet, parts={key: replace(made, change=cache(made.change)) for key, made in sheet.parts.items()})
    for says, note in SIZES:
        letters = Letters(
            ParagraphStyle("says", fontName=PLAIN, fontSize=says, leading=1.24 * says),
            ParagraphStyle("note", fontName=PLAIN, fontSize=note, leading=1.22 * note),
        )
        data, pages = _written(drawn, paper, letters, saving=saving)
        if pages <= BOTH_SIDES:
            break
    return data


def _written(sheet: RunSheet, paper: Paper, letters: Letters, *, saving: bool) -> tuple[bytes, int]:
    """The sheet in letters of a size, and how many pages it takes."""
    width, height = PAPERS[paper]
    out = BytesIO()
    document = BaseDocTemplate(
        out, pagesize=(width, height), title=f"{sheet.title}: run sheet", author="Cielo", invariant=1, initialFontName=PLAIN,
        leftMargin=0, rightMargin=0, topMargin=0, bottomMargin=0,
    )  # fmt: skip
    inner = width - 2 * MARGIN_MM * mm
    columns = 2 if inner >= (TWO_COLUMNS_MM - 2 * MARGIN_MM) * mm else 1
    column = (inner - (columns - 1) * GUTTER_MM * mm) / columns
    head = list(_head(sheet, letters, inner, SAVING_MM if saving else FINISHED_MM))
    tall = sum(one.wrap(inner, height)[1] + one.getSpaceBefore() + one.getSpaceAfter() for one in head) + 2 * mm
    top, foot = height - MARGIN_MM * mm, (MARGIN_MM + FOOT_MM) * mm
    # What there is to lay out may be so much that it takes a page of its own.
    below = top - tall - foot
    beside = below > 45 * mm
    first = [_frame("head", MARGIN_MM * mm, top - tall if beside else foot, inner, tall if beside else top - foot)]
    if beside:
        first += _columns(column, columns, foot, below)
    document.addPageTemplates(
        [
            PageTemplate("first", first, onPage=_footed(sheet.title)),
            PageTemplate("more", _columns(column, columns, foot, top - foot), onPage=_footed(sheet.title)),
        ]
    )
    document.build([*head, NextPageTemplate("more"), FrameBreak(), *_steps(sheet, letters, column)])
    return out.getvalue(), document.page


def _frame(name: str, x: float, y: float, width: float, height: float) -> Frame:
    return Frame(x, y, width, height, id=name, leftPadding=0, rightPadding=0, topPadding=0, bottomPadding=0)


def _columns(width: float, many: int, foot: float, height: float) -> list[Frame]:
    at = [MARGIN_MM * mm + n * (width + GUTTER_MM * mm) for n in range(many)]
    return [_frame(f"column-{n}", x, foot, width, height) for n, x in enumerate(at, 1)]


def _footed(title: str) -> Callable[[Canvas, BaseDocTemplate], None]:
    """The foot of every page: which card, which page."""

    def foot(canvas: Canvas, document: BaseDocTemplate) -> None:
        width = document.pagesize[0]
        canvas.saveState()
        canvas.setStrokeColor(black)
        canvas.setLineWidth(0.6)
        canvas.setDash([0.1, 2.4])
        canvas.setLineCap(1)
        canvas.line(MARGIN_MM * mm, (MARGIN_MM + 3) * mm, width - MARGIN_MM * mm, (MARGIN_MM + 3) * mm)
        canvas.restoreState()
        draw(canvas, MARGIN_MM * mm, (MARGIN_MM - 1) * mm, f"{title} · side {document.page}", 9)

    return foot


def _head(sheet: RunSheet, letters: Letters, width: float, picture_mm: float) -> Iterator[Flowable]:
    """The finished card, and beside it what it is, its inks, and what to lay out; what there is no room for stands below."""
    png, wide, tall = sheet.finished
    scale = picture_mm * mm / max(wide, tall)
    picture = Image(BytesIO(png), wide * scale, tall * scale)
    text_width = width - picture.drawWidth - 6 * mm
    beside: list[Flowable] = [Paragraph(markup(sheet.title), TITLE), Spacer(1, 1.5 * mm)]
    beside += [Paragraph(markup(line), letters.says) for line in sheet.facts]
    if sheet.inks:
        beside += [Spacer(1, 2 * mm), InkStrokes(sheet.inks, text_width, saving=picture_mm == SAVING_MM)]
    below: list[Flowable] = [Paragraph(markup(line), letters.note) for line in sheet.remember]
    narrow = width < 150 * mm or len(sheet.lay_out) > MOST_BESIDE
    lay_out: list[Flowable] = [Paragraph("Lay out before you begin", PART)] if sheet.lay_out else []
    lay_out += [Things(group, width if narrow else text_width, letters.note.fontSize) for group in sheet.lay_out]
    row = Table([[picture, beside if narrow else [*beside, *lay_out]]], colWidths=[picture.drawWidth + 6 * mm, text_width])
    row.setStyle(TableStyle([LETTERS, ("VALIGN", (0, 0), (-1, -1), "TOP"), *NO_PADDING]))
    yield row
    yield from (*below, *(lay_out if narrow else ()))


NO_PADDING = [(f"{side}PADDING", (0, 0), (-1, -1), 0) for side in ("LEFT", "RIGHT", "TOP", "BOTTOM")]


def _steps(sheet: RunSheet, letters: Letters, width: float) -> Iterator[Flowable]:
    """Every step of the run; a heading wherever the work goes on on another part, together with its first step."""
    told: set[str] = set()  # what is to be remembered, or minded, is said once
    begun: set[str] = set()
    here = None
    several = len({part for part, _ in sheet.run}) > 1
    for part, step_id in sheet.run:
        made = sheet.parts[part]
        at = made.plan.index_of(step_id)
        block: list[Flowable] = []
        if several and part != here:
            block += _part_heading(made, part, begun, letters)
        begun.add(part)
        here = part
        lines = _lines(made, at, told)
        block.append(_step(made, at, [line for line in lines if len(line) <= LONG], letters, width))
        yield KeepTogether(block)
        # A note of hers may be longer than a page.
        yield from (Paragraph(markup(line), letters.note) for line in lines if len(line) > LONG)


def _part_heading(made: Made, part: str, begun: set[str], letters: Letters) -> list[Flowable]:
    if part in begun:
        return [Paragraph(markup(f"Back to the {made.name}"), PART)]
    return [Paragraph(markup(f"The {made.name}"), PART), Paragraph(markup(made.head), letters.note), Spacer(1, 1 * mm)]


# What changes nothing in the picture, and is said in a line or two.
QUIET = (Dry, LiftMask, Wipe, WipeBeads, Prepare)


def _lines(made: Made, at: int, told: set[str]) -> list[str]:
    """What is to know of a step: where, why, and what to remember and mind that was not ``told`` yet."""
    plan, step = made.plan, made.plan.steps[at]
    lines = [where_to_lay(plan, plan.mask(step.mask))] if isinstance(step, LayMask) else []
    if not isinstance(step, (*QUIET, PutOn)):
        lines.append(made.why[step.id])
    caution = care(plan, step)
    for line in (*made.remember.get(step.id, []), *([f"Care: {caution}"] if caution else [])):
        if line not in told:
            told.add(line)
            lines.append(line)
    return lines


def _step(made: Made, at: int, lines: Sequence[str], letters: Letters, width: float) -> Table:
    """A step: its box and number, what to do, and a picture of what it changes where it changes anything."""
    plan, step = made.plan, made.plan.steps[at]
    on = next(lying for n, (_, lying) in enumerate(masks_on(plan)) if n == at)
    quiet = isinstance(step, QUIET)
    words: list[Flowable] = [Paragraph(_said(plan, at, step), letters.says)]
    words += [Paragraph(markup(line), letters.note) for line in lines]
    proof = None if quiet else Proof(plan, made.change(at + 1), on)
    cells, widths = [TickBox(), words], [BOX_MM * mm, width - BOX_MM * mm]
    if proof is not None:
        cells.append(proof)
        widths = [BOX_MM * mm, width - (BOX_MM + 2.5) * mm - proof.width, proof.width + 2.5 * mm]
    row = Table([cells], colWidths=widths)
    row.setStyle(TableStyle([LETTERS, ("VALIGN", (0, 0), (-1, -1), "TOP"), *NO_PADDING, ("TOPPADDING", (0, 0), (-1, -1), 3),
                             ("BOTTOMPADDING", (0, 0), (-1, -1), 3), ("ALIGN", (-1, 0), (-1, 0), "RIGHT"),
                             ("LINEABOVE", (0, 0), (-1, 0), 0.4, HexColor(0x888888))]))  # fmt: skip
    return row


def _said(plan: Plan, at: int, step: Step) -> str:
    """The sentence of a step with its number; a drying in one line, with a place for the clock."""
    if isinstance(step, Dry):
        how = f"{WAY_WORDS[step.way]}, {say_minutes(step.minutes).replace('minutes', 'min').replace('minute', 'min')}"
        return f'<b>{at + 1}.</b> <font size="{ONE_LINE}">Dry {markup(how)}: ___:___ to ___:___</font>'
    return f"<b>{at + 1}.</b> {markup(say(plan, step))}"
