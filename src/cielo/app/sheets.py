"""Sheets to print for a plan: the run sheet, templates to cut, and a page of the card to send."""

from collections.abc import Sequence

from cielo.app.cutting import lay_out_pieces
from cielo.app.pictures import assembled_png, change_png
from cielo.core.advice.judge import judge
from cielo.core.advice.supplies import Supplies
from cielo.core.geometry.pieces import pieces_of
from cielo.core.geometry.placings import placings_of
from cielo.core.materials import Ink
from cielo.core.notes import Remembered
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.order.reasons import reasons
from cielo.core.plan import Belongs, Brush, Piece, Plan, PutOn, pieces_made, plan_of_piece, run_of, with_all_put_on
from cielo.core.say import laid_out, say, say_minutes
from cielo.core.sequence.durations import seconds_of
from cielo.core.sequence.lightness import seen_on
from cielo.core.sequence.timetable import needs_of, parts_of_card
from cielo.core.simulation.assembled import SQUARE_MM
from cielo.core.simulation.grid import for_screen
from cielo.core.table.table import table_of
from cielo.core.units import Units, join_words, say_length, say_size
from cielo.errors import BadInput
from cielo.exchange.card_page import CardPage, InkLine, Part
from cielo.exchange.run_sheet import USUAL_PAPER, Made, Paper, RunSheet, write_run_sheet
from cielo.exchange.templates import write_pdf

PROOF_DPI, FINISHED_DPI, PAGE_DPI = 40.0, 80.0, 110.0


def run_sheet(
    plan: Plan,
    supplies: Supplies | None = None,
    notes: Sequence[Remembered] = (),
    paper: Paper | None = None,
    *,
    saving: bool = False,
) -> bytes:
    """The run sheet as PDF, the panel and every piece on it, with what she wanted to remember at its steps; the same plan, supplies and
    notes always give the same bytes. ``paper``: where None, letter for inches, A4 for centimetres; ``saving``: with less ink."""
    plan = with_all_put_on(plan)
    remember = _remembered(plan, supplies, notes)
    parts: dict[str, Made] = {}
    for piece in pieces_made(plan):
        own, about = plan_of_piece(plan, piece.key), _about(plan, piece)
        if piece.steps:
            parts[piece.key] = _made(piece.name, own, f"{about} {_takes_alone(own)}".strip(), _remembered(own), saving)
        else:  # nothing is done to it before it is put on: what it is is told there
            put_on = [step.id for step in plan.steps if isinstance(step, PutOn) and step.piece == piece.key]
            for step in put_on:
                remember[step] = [about, *remember.get(step, [])]
    parts[""] = _made("panel", plan, _head_of(plan), remember, saving)
    sheet = RunSheet(
        plan.title,
        (assembled_png(plan, FINISHED_DPI), *_front_mm(plan)),
        [(ink.name, hex_from_lab(seen_on(plan.stock.paper, ink))) for ink in _inks_in_turn(plan)],
        [line for line in (_headed(plan), takes(plan)) if line],
        remember.get(None, ()),
        laid_out(plan, _sheets(plan)),
        parts,
        [(done.part, done.step.id) for done in run_of(plan)],
    )
    return write_run_sheet(sheet, paper or USUAL_PAPER[plan.units], saving=saving)


def _inks_in_turn(plan: Plan) -> list[Ink]:
    """The inks that are used, on any part, in the order in which they are."""
    return [plan.ink(key) for key in dict.fromkeys(done.step.ink for done in run_of(plan) if isinstance(done.step, Brush))]


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
        [group.said for group in laid_out(plan, _sheets(plan))],
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
    return _takes([part for _, part in parts_of_card(plan)])


def _takes_alone(part: Plan) -> str:
    return _takes([part])


def _takes(parts: Sequence[Plan]) -> str:
    hands = sum(seconds_of(part, step) for part in parts for step in part.steps if needs_of(part, step))
    waits = [seconds_of(part, step) for part in parts for step in part.steps if not needs_of(part, step)]
    if not hands + sum(waits):
        return ""
    waiting = f", {_minutes(sum(waits))} of it waiting (the longest {_minutes(max(waits))})" if waits else ""
    return f"It takes about {_minutes(hands + sum(waits))}{waiting}."


def _minutes(seconds: int) -> str:
    return say_minutes(max(1, round(seconds / 60)))


Remember = dict[str | None, list[str]]


def _remembered(plan: Plan, supplies: Supplies | None = None, notes: Sequence[Remembered] = ()) -> Remember:
    """Sentences to remember, by the step they are for, None for the card as a whole."""
    remember: Remember = {}
    for note in notes:
        said = f"You wanted to remember, from {note.of} ({note.because}): {note.words}"
        remember.setdefault(note.step, []).append(said)
    # What goes wrong with a piece is told at its own step.
    of_pieces = tuple(f"The {piece.name}: " for piece in plan.pieces)
    for finding in judge(plan, supplies):
        if of_pieces and finding.message.startswith(of_pieces):
            continue
        sign = "Remember" if finding.severity == "remind" else "Mind"
        remember.setdefault(finding.step, []).append(f"{sign}: {finding.message} {finding.why}")
    return remember


def _made(name: str, plan: Plan, head: str, remember: Remember, saving: bool) -> Made:
    dpi = for_screen(plan.card, PROOF_DPI)
    at_steps = {step: lines for step, lines in remember.items() if step is not None}
    return Made(name, plan, lambda step: change_png(plan, dpi, step, saving=saving), reasons(table_of(plan)), at_steps, head)


def _head_of(plan: Plan) -> str:
    return f"{say_size(plan.card.panel_width_mm, plan.card.panel_height_mm, plan.units)} of {plan.stock.name}."


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


def _about(plan: Plan, piece: Piece) -> str:
    """How large a piece is, of what, and what is to be known of it; where it is put on stands at that step."""
    size = f"{say_size(piece.width_mm, piece.height_mm, plan.units)} of {piece.stock.name}."
    if piece.belongs != "panel":
        return f"{size} {BELONGS[piece.belongs]}"
    return f"{size} {_cut_from_it(piece, plan.units)}" if piece.cuts else size


def _cut_from_it(piece: Piece, units: Units) -> str:
    """What is cut from a piece when it is dry, each with its size and place on it."""
    each = [
        f"the {cut.name}, {say_size(cut.width_mm, cut.height_mm, units)}, its middle {say_length(cut.x_mm, units)} from the left and "
        f"{say_length(cut.y_mm, units)} from the top"
        for cut in piece.cuts
    ]
    return f"When it is dry, cut from it {join_words(each)}."


def _sheets(plan: Plan) -> list[str]:
    """The sheets that one card is cut from, stock by stock, of the size that is usual where its units are."""
    usual = "letter" if plan.units == "in" else "a4"
    return [
        f"{'one' if len(stock.sheets) == 1 else len(stock.sheets)} {stock.sheet.name} of {stock.of}"
        for stock in lay_out_pieces(plan, 1, usual).stocks
        if stock.sheets
    ]


def placing_template(plan: Plan, step: str | None = None) -> bytes:
    """Where things go, as PDF at their real size, a page a step; ``step``: of the panel, for that one alone. Raises BadInput where nothing
    has a place."""
    placings = placings_of(plan, step)
    if not placings:
        raise BadInput(
            "nothing is placed there.", field="step", mend="Choose a step that prints, lays a sheet, or puts something on."
        )
    return write_pdf(placings, plan.units, f"{plan.title}: where things go")


def templates(plan: Plan) -> bytes:
    """All pieces of a plan as one PDF, 1:1."""
    return write_pdf(pieces_of(plan), plan.units)
