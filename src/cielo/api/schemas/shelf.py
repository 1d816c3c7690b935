"""What the web gets of the shelf a card is planned from."""

from datetime import datetime

from pydantic import BaseModel

from cielo.api.schemas.reading import FromCore
from cielo.core.plan import Motif
from cielo.exchange.materials_model import InkModel, StockModel


class ToolOut(FromCore):
    key: str
    name: str
    verb: str
    texture: str
    good_for: str


class FormatOut(FromCore):
    key: str
    name: str
    width_mm: float
    height_mm: float
    fold: str
    reveal_mm: float


class StockOut(BaseModel):
    stock: StockModel
    hex: str


class InkOut(BaseModel):
    ink: InkModel
    hex: str


class MotifOut(BaseModel):
    """A built-in image: how it is called, and its outlines as an SVG path within the unit disc; ``stands``: on ground."""

    key: Motif
    name: str
    path: str
    stands: bool


class SightOut(FromCore):
    """Eyes weak in one kind of cone: what they make of linear sRGB, row by row."""

    key: str
    name: str
    matrix: list[list[float]]


class ShelfOut(BaseModel):
    stocks: list[StockOut]
    inks: list[InkOut]
    tools: list[ToolOut]
    formats: list[FormatOut]
    motifs: list[MotifOut]
    water_tools: list[str]
    sights: list[SightOut]


class SafeOut(BaseModel):
    """Whether what she makes is kept safe: when the last whole copy was made, and whether it is older than it should be."""

    last_backup: datetime | None
    old: bool
