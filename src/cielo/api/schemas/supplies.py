"""What the web sends and gets about what a batch takes and what is left."""

from typing import Annotated

from pydantic import Field

from cielo.api.schemas.cards import Body
from cielo.api.schemas.reading import FromCore
from cielo.core.advice.supplies import SupplyKind
from cielo.core.bounds import Key


class SupplyOut(FromCore):
    """``wanted``: panels of a stock, passes of an ink, or one tool; ``left`` None: plenty."""

    kind: SupplyKind
    key: str
    name: str
    wanted: int
    left: int | None
    lasts: bool


class NoteLeft(Body):
    """How much is left of something on the shelf; None for plenty."""

    kind: SupplyKind
    key: Key
    left: Annotated[int, Field(ge=0, le=9999)] | None
