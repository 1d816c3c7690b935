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
    """How a piece is called, cut and put on; what is not said stays as it is. ``said`` is what was done ("turn the strip")."""

    said: Annotated[str, Field(min_length=1, max_length=120)]
    name: Name | None = None
    outline: Outline | None = None
    width_mm: Span | None = None
    height_mm: Span | None = None
    x_mm: Place | None = None
    y_mm: Place | None = None
    angle_deg: Angle | None = None
    raised_mm: Raised | None = None
    flush: bool | None = None
    cuts: Annotated[tuple[Cut, ...], Field(max_length=24)] | None = None
    used: Used | None = None

    @property
    def placed(self) -> dict[str, Any]:
        """What of the piece is said anew."""
        said = {name: getattr(self, name) for name in type(self).model_fields if name not in (*Edit.model_fields, "said")}
        return {name: value for name, value in said.items() if value is not None}
