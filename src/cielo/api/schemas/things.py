"""What the web sends and gets about the things on the shelf."""

from typing import Annotated, Any, Literal, Self

from pydantic import BaseModel, Field

from cielo.api.schemas.cards import Body
from cielo.api.schemas.reading import FromCore
from cielo.app.shelf_files import Preview
from cielo.app.things import ShelfThing
from cielo.core.bounds import Key, Name
from cielo.core.materials import Ink, Stock
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.plan import NamedOpening
from cielo.core.shelf import Facts, OwnThing, ThingKind
from cielo.exchange.materials_model import InkFacts, InkModel, PaperModel, StockModel

Listed = Annotated[list["ThingKey"], Field(min_length=1, max_length=600)]


class ThingKey(Body):
    kind: ThingKind
    key: Key


class FactsModel(Body):
    """What the maker knows of a thing; what is left out is not known, or plenty."""

    left: Annotated[int, Field(ge=0, le=9999)] | None = None
    full: Annotated[int, Field(ge=0, le=9999)] | None = None
    since: Annotated[str, Field(pattern=r"^(\d{4}-\d{2}-\d{2})?$")] = ""
    place: Annotated[str, Field(max_length=60)] = ""
    note: Annotated[str, Field(max_length=300)] = ""
    held: Literal["hand", "tape", "sticky", "magnet"] | None = None
    weight_gsm: Annotated[float, Field(ge=20, le=1000)] | None = None
    takes_water: bool | None = None
    sheet_width_mm: Annotated[float, Field(ge=20, le=2000)] | None = None
    sheet_height_mm: Annotated[float, Field(ge=20, le=2000)] | None = None
    named: Annotated[tuple[NamedOpening, ...], Field(max_length=200)] = ()

    def to_core(self) -> Facts:
        return Facts(**{name: getattr(self, name) for name in type(self).model_fields})

    @classmethod
    def of(cls, facts: Facts) -> Self:
        return cls(**vars(facts))


class OwnModel(FromCore):
    """A stamp, tape or tool of the maker's own."""

    key: Key
    name: Name
    kind: Literal["stamp", "tool", "tape"]
    size_mm: Annotated[float, Field(gt=0, le=1000)] | None = None
    makes: Annotated[str, Field(max_length=40)] = ""
    of: Annotated[str, Field(max_length=40)] = ""
    image: Annotated[str, Field(max_length=64)] = ""


class ThingOut(BaseModel):
    """A thing on the shelf; ``hexes`` are its colours (of an ink one and two passes on the stock looked on), ``lightness`` of the first."""

    kind: ThingKind
    key: str
    name: str
    ink: InkModel | None
    stock: StockModel | None
    own: OwnModel | None
    facts: FactsModel
    away: bool
    can_delete: bool
    low: bool
    hexes: list[str]
    lightness: float
    family: str
    last_used: str

    @classmethod
    def from_thing(cls, thing: ShelfThing) -> Self:
        what = thing.what
        return cls(
            kind=thing.kind,
            key=thing.key,
            name=thing.name,
            ink=InkModel.of(what) if isinstance(what, Ink) else None,
            stock=StockModel.of(what) if isinstance(what, Stock) else None,
            own=OwnModel.model_validate(what) if isinstance(what, OwnThing) else None,
            facts=FactsModel.of(thing.facts),
            away=thing.away,
            can_delete=thing.own,
            low=thing.low,
            hexes=[hex_from_lab(lab) for lab in thing.seen],
            lightness=thing.seen[0][0] if thing.seen else 0.0,
            family=thing.family,
            last_used=thing.last_used,
        )


class NewInk(Body, InkFacts):
    """An ink to add: what it is, called by a name; Cielo makes its key."""

    name: Name


class NewStock(Body):
    name: Name
    paper: PaperModel
    thickness_mm: Annotated[float, Field(ge=0.02, le=5)] = 0.3
    translucent: bool = False
    fibres: bool = False


class NewOwn(Body):
    name: Name
    kind: Literal["stamp", "tool", "tape"]
    size_mm: Annotated[float, Field(gt=0, le=1000)] | None = None
    makes: Annotated[str, Field(max_length=40)] = ""
    of: Annotated[str, Field(max_length=40)] = ""
    image: Annotated[str, Field(max_length=64)] = ""


class NewThing(Body):
    """One of the three, and what is known of it."""

    ink: NewInk | None = None
    stock: NewStock | None = None
    own: NewOwn | None = None
    facts: FactsModel = FactsModel()


class ChangeThing(Body):
    """A changed thing; what is left out stays."""

    ink: InkModel | None = None
    stock: StockModel | None = None
    own: OwnModel | None = None
    facts: FactsModel | None = None


class Several(Body):
    things: Listed


class PutAway(Several):
    away: bool = True


class NoteFacts(Several):
    """The same noted of several things at once."""

    place: Annotated[str, Field(max_length=60)] | None = None
    left: Annotated[int, Field(ge=0, le=9999)] | None = None
    full: Annotated[int, Field(ge=0, le=9999)] | None = None

    def change(self) -> dict[str, Any]:
        return {name: value for name, value in self.model_dump(exclude={"things"}).items() if value is not None}


class ReInk(Body):
    keys: Annotated[list[Key], Field(min_length=1, max_length=600)]


class Merge(Body):
    kind: ThingKind
    keep: Key
    gone: Key


class LookOut(BaseModel):
    """An ink on one of her stocks: one and two passes."""

    stock: str
    name: str
    stock_hex: str
    once: str
    twice: str


class FurtherOut(FromCore):
    words: str
    tells: float


class FitOut(FromCore):
    """``residual``: the worst CIEDE2000 of the swatches to what the film gives. ``further``: swatches that would help, the best first."""

    residual: float
    further: list[FurtherOut]


class SwatchReadOut(BaseModel):
    """A swatch as it was read."""

    lab: tuple[float, float, float]
    hex: str
    repeatability: float
    left_out: int


class ReadTray(Body):
    stock: Key
    swatch: Annotated[int, Field(ge=1, le=99)]


class BoxOut(BaseModel):
    number: int
    lab: tuple[float, float, float]
    hex: str
    inked: bool


class SheetSeenOut(BaseModel):
    """``warning``: what to know before a colour is taken from the sheet, or ""."""

    boxes: list[BoxOut]
    patches_apart: float
    warning: str


class RowOut(FromCore):
    row: int
    name: str
    does: Literal["add", "change", "same", "wrong"]
    field: str
    why: str
    mend: str


class PreviewOut(BaseModel):
    """What a file would change, row by row; ``taken`` when it was."""

    kind: ThingKind
    rows: list[RowOut]
    taken: bool

    @classmethod
    def from_preview(cls, preview: Preview) -> Self:
        return cls(kind=preview.kind, rows=[RowOut.model_validate(row) for row in preview.rows], taken=preview.taken)


class OfferOut(BaseModel):
    """What a plan file has that is not on the shelf."""

    inks: list[InkModel]
    stocks: list[StockModel]
