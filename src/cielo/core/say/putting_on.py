"""A piece in words: its size and stock, and how and where it is put on the panel."""

from cielo.core.plan import Piece
from cielo.core.units import Units, join_words, say_fine, say_length


def say_put_on(piece: Piece, units: Units) -> str:
    """The sentence that puts a piece on the panel."""
    how = f"on foam {say_fine(piece.raised_mm, units)} high" if piece.raised_mm else "glued flat"
    flush = "; trim flush what hangs over" if piece.flush else ""
    if piece.cuts and piece.used == "cuts":
        cut = join_words([f"the {cut.name}" for cut in piece.cuts])
        return f"Put {cut} from the {piece.name} on the panel, {how}, in register: where the piece would have shown it{flush}."
    what = f"what is left of the {piece.name}" if piece.cuts and piece.used == "rest" else f"the {piece.name}"
    turned = f", turned {piece.angle_deg:g}°" if piece.angle_deg else ""
    return (
        f"Put {what} on the panel, {how}, its middle {say_length(piece.x_mm, units)} from the left and "
        f"{say_length(piece.y_mm, units)} from the top{turned}{flush}."
    )
