"""What the web sends about the pieces of a card."""

from typing import Annotated

from pydantic import Field

from cielo.api.schemas.cards import Edit
from cielo.app.pieces import Kind
from cielo.core.bounds import Angle, Place, Raised, Span
from cielo.core.materials import Paper, Stock
from cielo.core.plan import Outline, Piece
from cielo.exchange.materials_model import Key, Name

# The stock of a piece stays as it is when the piece is moved; this only fills its place.
AS_IT_IS = Stock("as-it-is", "as it is", Paper((95.0, 0.0, 0.0), "uncoated"))


class MakePiece(Edit):
    """Another piece, cut of a stock of the shelf."""

    kind: Kind
    stock: Key


class PutPiece(Edit):
    """How a piece is called, cut and put on; ``said`` is what was done ("turn the strip")."""

    said: Annotated[str, Field(min_length=1, max_length=120)]
    name: Name
    outline: Outline
    width_mm: Span
    height_mm: Span
    x_mm: Place
    y_mm: Place
    angle_deg: Angle = 0.0
    raised_mm: Raised = 0.0
    flush: bool = False

    def to_core(self, key: str) -> Piece:
        sizes = (self.width_mm, self.height_mm, self.x_mm, self.y_mm)
        return Piece(key, self.name, AS_IT_IS, *sizes, self.outline, self.angle_deg, self.raised_mm, self.flush)
