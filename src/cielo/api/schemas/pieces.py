"""What the web sends about the pieces of a card."""

from typing import Annotated, Any

from pydantic import Field

from cielo.api.schemas.cards import Edit
from cielo.app.pieces import Kind
from cielo.core.bounds import Angle, Key, Name, Place, Raised, Span
from cielo.core.plan import Cut, Outline, Used


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
    cuts: Annotated[tuple[Cut, ...], Field(max_length=24)] = ()
    used: Used = "whole"

    @property
    def placed(self) -> dict[str, Any]:
        """What of the piece is said anew."""
        return {name: getattr(self, name) for name in type(self).model_fields if name not in ("based_on", "key", "said")}
