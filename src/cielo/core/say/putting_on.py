"""A piece in words: its size and stock, and how and where it is put on the panel."""

from cielo.core.plan import Card, Piece, Plan
from cielo.core.say.part import said
from cielo.core.say.places import MIDDLE, ON_THE_SIDE_MM, say_place
from cielo.core.units import Units, join_words, say_fine


def say_put_on(plan: Plan, piece: Piece) -> str:
    """The sentence that puts a piece on the panel: what, over which side, how high, and where by the ruler."""
    units = plan.units
    how = f"on foam {say_fine(piece.raised_mm, units)} high" if piece.raised_mm else "glued flat"
    flush = "; trim flush what hangs over" if piece.flush else ""
    if piece.cuts and piece.used == "cuts":
        cut = join_words([f"the {cut.name}" for cut in piece.cuts])
        return f"Put {cut} from the {piece.name} on the panel, {how}, in register: where the piece would have shown it{flush}."
    what = f"what is left of the {piece.name}" if piece.cuts and piece.used == "rest" else f"the {piece.name}"
    return f"Put {what} on the panel, {how}, {_where(plan.card, piece, units)}{flush}."


def _where(card: Card, piece: Piece, units: Units) -> str:
    """Where it goes: one that is straight and upright by its edges, any other by its middle."""
    if piece.outline != "rectangle" or piece.angle_deg:
        turned = f", turned {piece.angle_deg:g}°" if piece.angle_deg else ""
        place = say_place(card, piece.x_mm, piece.y_mm, units)
        return f"{place if place == MIDDLE else f'its middle {place}'}{turned}"
    across = _edge(piece.x_mm, piece.width_mm, card.panel_width_mm, ("left", "right"), units)
    down = _edge(piece.y_mm, piece.height_mm, card.panel_height_mm, ("top", "bottom"), units)
    return f"{across} and {down}"


def _edge(middle_mm: float, long_mm: float, panel_mm: float, sides: tuple[str, str], units: Units) -> str:
    """Where the edge of a piece comes beside the side of the panel that it is nearest to."""
    gaps = (middle_mm - long_mm / 2, panel_mm - middle_mm - long_mm / 2)
    nearest = 0 if gaps[0] <= gaps[1] else 1
    side, gap = sides[nearest], gaps[nearest]
    if abs(gaps[0] - gaps[1]) < ON_THE_SIDE_MM:
        if abs(gap) < ON_THE_SIDE_MM:
            return f"from the {sides[0]} to the {sides[1]} edge"
        way = "across" if sides[0] == "left" else "from top to bottom"
        return f"in the middle {way}, {said(abs(gap), units)} {'left free' if gap > 0 else 'hanging over'} each side"
    if abs(gap) < ON_THE_SIDE_MM:
        return f"its {side} edge on the panel's"
    return f"its {side} edge {said(abs(gap), units)} {'inside' if gap > 0 else 'beyond'} the panel's"
