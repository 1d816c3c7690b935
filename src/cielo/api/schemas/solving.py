"""What the web sends and gets about what no hand can do: colours found, things that stand out, wishes, seams bridged."""

from typing import Annotated, Self

from pydantic import BaseModel, Field

from cielo.api.schemas.cards import Body, CardOut, RevisionNumber
from cielo.core.bounds import MOST_INKS, Key, Side
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.plan import Touch
from cielo.core.solvers.bridge import Bridge
from cielo.core.solvers.show import Level
from cielo.core.solvers.wish import FocalIs, Proposed
from cielo.core.units import Units
from cielo.exchange.materials_model import InkModel
from cielo.exchange.plan_file import PlanModel

Lightness = Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)]
Opponent = Annotated[float, Field(ge=-128, le=128, allow_inf_nan=False)]


class Wanted(Body):
    """A colour that is wanted, CIE Lab of D50, on the stock that a revision of the card has."""

    revision: RevisionNumber
    lab: tuple[Lightness, Opponent, Opponent]
    most: Annotated[int, Field(ge=1, le=20)] = 6


class LayerOut(BaseModel):
    """One ink of a recipe: its passes of a touch, and what they come to in full applications."""

    ink: InkModel
    touch: Touch
    passes: int
    strength: float


class RecipeOut(BaseModel):
    """Inks from the bottom up, each dry before the next. ``difference`` from the wanted colour and ``band``, CIEDE2000."""

    layers: list[LayerOut]
    hex: str
    difference: float
    band: float


class FoundOut(BaseModel):
    recipes: list[RecipeOut]
    reachable: bool
    wanted_hex: str


class EvenedOut(BaseModel):
    """The card with its gradient evened. The steepest change before and after, CIEDE2000 per mm."""

    card: CardOut
    before: float
    after: float


class SwapOut(BaseModel):
    """One ink in the place of another: the key of the one, the other itself."""

    was: str
    was_name: str
    now: InkModel


class ColourwayOut(BaseModel):
    """The card in other inks: its plan, what took the place of what, how far it is from the nearest of the others."""

    plan: PlanModel
    swaps: list[SwapOut]
    apart: float


class BridgeOut(BaseModel):
    """A way across a seam. ``liveliness``: the colour that its dullest place keeps, as a share of the duller ink's."""

    kind: str
    ink: str | None
    name: str
    hexes: list[str]
    liveliness: float

    @classmethod
    def of(cls, way: Bridge) -> Self:
        return cls(
            kind=way.kind,
            ink=way.ink.key if way.ink else None,
            name=way.ink.name if way.ink else "",
            hexes=[hex_from_lab(lab) for lab in way.colours],
            liveliness=way.liveliness,
        )


class Show(Body):
    """What a step lays is to stand out as wanted, on one revision of a card."""

    revision: RevisionNumber
    step: Key
    level: Level


class ShownOut(BaseModel):
    """One way: the step that changes, its ink, touch and passes; ``contrast`` then, CIEDE2000, and the card as it would be."""

    step: str
    ink: InkModel
    touch: Touch
    passes: int
    contrast: float
    plan: PlanModel


class WishFor(Body):
    """What is wished for, on a stock of the shelf and a format or a size of one's own."""

    words: Annotated[str, Field(max_length=200)] = ""
    minutes: Annotated[float, Field(ge=5, le=600)] | None = None
    focal: FocalIs | None = None
    use_up: Annotated[list[Key], Field(max_length=MOST_INKS)] = []
    stock: Key
    units: Units = "in"
    format: Key | None = None
    width_mm: Side | None = None
    height_mm: Side | None = None


class ProposedOut(BaseModel):
    """A ground proposed: its plan and the minutes it takes, why, and what to start it from: the format, the stock and the inks."""

    ground: str
    name: str
    plan: PlanModel
    minutes: int
    why: list[str]
    format: str | None = None
    stock: str
    inks: list[str]

    @classmethod
    def of(cls, one: Proposed, card_format: str | None = None) -> Self:
        return cls(
            ground=one.ground.key,
            name=one.ground.name,
            plan=PlanModel.of(one.plan),
            minutes=one.minutes,
            why=list(one.why),
            format=card_format,
            stock=one.plan.stock.key,
            inks=[ink.key for ink in one.plan.inks],
        )


class WishOut(BaseModel):
    """What is proposed, and the words of the wish that stood for nothing."""

    proposed: list[ProposedOut]
    unknown: list[str]
