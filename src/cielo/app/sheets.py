"""Sheets to print for a plan: the run sheet, templates to cut, and a page of the card to send."""

from collections.abc import Sequence
from dataclasses import replace

from cielo.app.cutting import lay_out_pieces
from cielo.app.pictures import assembled_png, panel_png
from cielo.core.advice.judge import judge
from cielo.core.advice.supplies import Supplies
from cielo.core.geometry.pieces import pieces_of, tape_lengths_mm
from cielo.core.learnt import Remembered
from cielo.core.materials import TOOLS
from cielo.core.optics.spectra import hex_from_lab
from cielo.core.order.reasons import reasons
from cielo.core.plan import Belongs, Brush, Piece, Plan, Water, pieces_made, plan_of_piece
from cielo.core.say import say, say_minutes, say_put_on, to_fetch
from cielo.core.sequence.brushes import plan_brushes
from cielo.core.sequence.durations import seconds_of
from cielo.core.sequence.lightness import seen_on
from cielo.core.sequence.timetable import needs_of, parts_of_card
from cielo.core.simulation.assembled import SQUARE_MM
from cielo.core.simulation.grid import for_screen
from cielo.core.table.table import table_of
from cielo.core.units import Units, join_words, say_length, say_size
from cielo.exchange.card_page import CardPage, InkLine, Part
from cielo.exchange.run_sheet import Made, write_run_sheet
from cielo.exchange.templates import write_pdf

PROOF_DPI, FINISHED_DPI, PAGE_DPI = 40.0, 80.0, 110.0


def run_sheet(plan: Plan, supplies: Supplies | None = None, notes: Sequence[Remembered] = ()) -> bytes:
    """The run sheet as PDF, the panel and every piece on it, with what she wanted to remember at its steps; the same plan, supplies and
    notes always give the same bytes."""
    parts = [(piece, plan_of_piece(plan, piece.key)) for piece in pieces_made(plan)]
    beside = [_made(own, None, _put_on(plan, piece), _tools(own)) for piece, own in parts]
    whole = _made(plan, supplies, _headed(plan), _to_lay_out(plan), notes)
    finished = (assembled_png(plan, FINISHED_DPI), *_front_mm(plan))
    return write_run_sheet([replace(whole, takes=takes(plan), finished=finished), *beside])


def card_page(plan: Plan, photo: bytes = b"", notes: Sequence[tuple[str, str]] = ()) -> CardPage:
    """A card as a page to print or to send; with the photograph and the notes of one that was made."""
    parts = [("Step by step", plan)] + [(f"The {piece.name}", plan_of_piece(plan, piece.key)) for piece in pieces_made(plan)]
    width, height = _front_mm(plan)
    return CardPage(
        plan.title,
        plan.units,
        assembled_png(plan, PAGE_DPI),
        width,
        height,
        (_headed(plan), takes(plan)),
        [InkLine(ink.name, hex_from_lab(seen_on(plan.stock.paper, ink))) for ink in plan.inks],
        list(dict.fromkeys([*to_fetch(plan), *_to_lay_out(plan)])),
        [Part(name, [say(part, step) for step in part.steps]) for name, part in parts if part.steps],
        photo,
        notes,
    )


def _front_mm(plan: Plan) -> tuple[float, float]:
    """The card's front as it stands when it is finished, width and height, mm."""
    card = plan.card
    square = abs(card.panel_width_mm - card.panel_height_mm) < SQUARE_MM
    turned = card.turned_deg in (90, 270) and not square
    return (card.height_mm, card.width_mm) if turned else (card.width_mm, card.height_mm)


def takes(plan: Plan) -> str:
    """How long a card takes: with the hands, and waiting."""
    parts = [part for _, part in parts_of_card(plan)]
    hands = sum(seconds_of(part, step) for part in parts for step in part.steps if needs_of(part, step))
    waits = [seconds_of(part, step) for part in parts for step in part.steps if not needs_of(part, step)]
    if not hands + sum(waits):
        return ""
    waiting = f", {_minutes(sum(waits))} of it waiting (the longest {_minutes(max(waits))})" if waits else ""
    return f"It takes about {_minutes(hands + sum(waits))}{waiting}."


def _minutes(seconds: int) -> str:
    return say_minutes(max(1, round(seconds / 60)))


def _made(plan: Plan, supplies: Supplies | None, head: str, tools: Sequence[str] = (), notes: Sequence[Remembered] = ()) -> Made:
    remember: dict[str | None, list[str]] = {}
    for note in notes:
        said = f"You wanted to remember, from {note.of} ({note.because}): {note.words}"
        remember.setdefault(note.step, []).append(said)
    for finding in judge(plan, supplies):
        sign = "Remember" if finding.severity == "remind" else "Mind"
        remember.setdefault(finding.step, []).append(f"{sign}: {finding.message} {finding.why}")
    return Made(
        plan, lambda done: panel_png(plan, for_screen(plan.card, PROOF_DPI), done), reasons(table_of(plan)), remember, tools, head
    )


def _headed(plan: Plan) -> str:
    card, units = plan.card, plan.units
    return (
        f"Card {say_size(card.width_mm, card.height_mm, units)}, folded at the {card.fold}. "
        f"Panel {say_size(card.panel_width_mm, card.panel_height_mm, units)}, of {plan.stock.name}."
    )


# What is to be known of a part of the card that is not put on the panel.
BELONGS: dict[Belongs, str] = {
    "base": "It is the front of the base itself: ink it before the panel goes on, and score and fold it when it is dry. "
    "What mats and panel cover will not be seen.",
    "inside": "It is the inside of the base: lay the card open and flat, and work on the side that is seen when it is opened.",
    "back": "It is the back of the panel: let the front dry through before it is laid face down on clean paper, and the other way round.",
    "envelope": "It is the front of the envelope: keep the place for the address pale, and let it dry before the card goes in.",
}


def _put_on(plan: Plan, piece: Piece) -> str:
    """How large a piece is, of what, and how it comes on the panel."""
    units = plan.units
    if piece.belongs != "panel":
        return f"{say_size(piece.width_mm, piece.height_mm, units)} of {piece.stock.name}. {BELONGS[piece.belongs]}"
    size = f"{say_size(piece.width_mm, piece.height_mm, units)} of {piece.stock.name}."
    cut = f" {_cut_from_it(piece, units)}" if piece.cuts else ""
    return f"{size}{cut} {say_put_on(piece, units)}"


def _cut_from_it(piece: Piece, units: Units) -> str:
    """What is cut from a piece when it is dry, each with its size and place on it."""
    each = [
        f"the {cut.name}, {say_size(cut.width_mm, cut.height_mm, units)}, its middle {say_length(cut.x_mm, units)} from the left and "
        f"{say_length(cut.y_mm, units)} from the top"
        for cut in piece.cuts
    ]
    return f"When it is dry, cut from it {join_words(each)}."


def _to_lay_out(plan: Plan) -> list[str]:
    """What to lay out before the work: brushes with their inks, pieces with their sizes, tapes, the sheets to cut from."""
    pieces = [f"{piece.name}: {say_size(piece.width_mm, piece.height_mm, plan.units)}" for piece in pieces_of(plan)]
    tapes = [
        f"{plan.mask(key).called}: {' and '.join(dict.fromkeys(say_length(mm, plan.units) for mm in lengths))} each"
        for key, lengths in tape_lengths_mm(plan).items()
    ]
    return [*_tools(plan), *pieces, *tapes, *_sheets(plan)]


def _tools(plan: Plan) -> list[str]:
    """Each brush with its inks, and the other tools."""
    names = {ink.key: ink.name for ink in plan.inks}
    tools = [f"{brush.name}: {', then '.join(names[key] for key in brush.inks)}" for brush in plan_brushes(plan).brushes]
    others = {TOOLS[step.tool].name for step in plan.steps if isinstance(step, Brush | Water)}
    return [*tools, *sorted(name for name in others if not any(tool.startswith(name) for tool in tools))]


def _sheets(plan: Plan) -> list[str]:
    """The sheets that one card is cut from, stock by stock, of the size that is usual where its units are."""
    usual = "letter" if plan.units == "in" else "a4"
    return [
        f"{stock.of}: {'one sheet' if len(stock.sheets) == 1 else f'{len(stock.sheets)} sheets'} of {stock.sheet.name}"
        for stock in lay_out_pieces(plan, 1, usual).stocks
        if stock.sheets
    ]


def templates(plan: Plan) -> bytes:
    """All pieces of a plan as one PDF, 1:1."""
    return write_pdf(pieces_of(plan), plan.units)
