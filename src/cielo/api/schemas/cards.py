"""What the web sends and gets about cards."""

from typing import Annotated, Literal, Self

from pydantic import BaseModel, ConfigDict, Field

from cielo.api.schemas.reading import FromCore, ReadingOut, path_of
from cielo.app.card_sizes import CardWish
from cielo.app.cards import Basis, CardOnDesk, ListedCard, part_key
from cielo.app.laying_out import GroundWish
from cielo.app.reading import Reading
from cielo.core.bounds import MOST_INKS, Key, Name, Side
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.geometry.shapes import rings_mm
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.plan import Belongs, Card, Cut, Disc, Edge, Fade, Fold, OwnImage, Used, pieces_made, run_of
from cielo.core.sequence.gradient import GradientWish, SeamSchool
from cielo.core.units import Units
from cielo.exchange.materials_model import InkModel
from cielo.exchange.plan_file import PlanModel

RevisionNumber = Annotated[int, Field(ge=0, le=2**31 - 1)]


class Body(BaseModel):
    """What comes in: nothing unknown, no NaN."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


EditKey = Annotated[str, Field(pattern=r"^[A-Za-z0-9-]{8,64}$")]
WindowKey = EditKey


class Edit(Body):
    """An edit of a card: ``based_on`` is the revision it was made from; sent twice with the same ``key``, it is done once; ``window`` is
    where it was made, which alone takes it back."""

    based_on: RevisionNumber
    key: EditKey | None = None
    window: WindowKey | None = None

    @property
    def basis(self) -> Basis:
        return Basis(self.based_on, self.key, self.window)


class CardSummary(BaseModel):
    id: str
    revision: int
    title: str
    panel_width_mm: float
    panel_height_mm: float
    card_width_mm: float
    card_height_mm: float
    units: Units
    stock: str
    stock_hex: str
    inks: list[str]
    steps: int
    group: str
    away: bool

    @classmethod
    def of(cls, card: ListedCard) -> Self:
        revision, plan = card.revision, card.revision.plan
        return cls(
            id=revision.card_id,
            revision=revision.number,
            title=plan.title,
            panel_width_mm=plan.card.panel_width_mm,
            panel_height_mm=plan.card.panel_height_mm,
            card_width_mm=plan.card.width_mm,
            card_height_mm=plan.card.height_mm,
            units=plan.units,
            stock=plan.stock.name,
            stock_hex=hex_from_lab(plan.stock.paper.lab),
            inks=[ink.name for ink in plan.inks],
            steps=len(plan.steps),
            group=card.group,
            away=card.away,
        )


PLACED = (
    "key",
    "name",
    "outline",
    "width_mm",
    "height_mm",
    "x_mm",
    "y_mm",
    "angle_deg",
    "raised_mm",
    "flush",
    "belongs",
    "cuts",
    "used",
)


class BesideOut(BaseModel):
    """A piece of a card, made beside the panel and put on it; ``path`` is its outline on the panel as an SVG path in mm."""

    key: str
    name: str
    outline: str
    stock: str
    stock_hex: str
    width_mm: float
    height_mm: float
    x_mm: float
    y_mm: float
    angle_deg: float
    raised_mm: float
    flush: bool
    belongs: Belongs
    cuts: tuple[Cut, ...]
    used: Used
    steps: int
    path: str


class RememberedOut(BaseModel):
    """What she wrote of another card to remember next time, at the step it concerns; ``because``: what the two have in common."""

    step: str
    entry: str
    of: str
    words: str
    because: str


class CardOut(BaseModel):
    """A card on the desk: its plan, read aloud; ``undoes`` and ``redoes`` are what those would take back, in words, and
    ``undoes_of`` and ``redoes_of`` the windows those were made in, where they are known.

    Of a piece, its own plan; ``piece`` is its key, and ``pieces`` all those of the card in any case, and ``run`` what
    all its steps are kept under, in the order in which they are done.
    ``measured``: what was measured of its inks and stock since it was planned.
    """

    id: str
    revision: int
    plan: PlanModel
    reading: ReadingOut
    undoes: str | None
    redoes: str | None
    undoes_of: str | None
    redoes_of: str | None
    measured: list[str]
    remembered: list[RememberedOut]
    piece: str | None
    pieces: list[BesideOut]
    run: list[str]

    @classmethod
    def of(cls, card: CardOnDesk, reading: Reading) -> Self:
        plan = PlanModel.of(card.revision.plan)
        return cls(
            id=card.revision.card_id,
            revision=card.revision.number,
            plan=plan,
            reading=ReadingOut.of(plan, reading),
            undoes=card.undoes,
            redoes=card.redoes,
            undoes_of=card.revision.window if card.undoes else None,
            redoes_of=card.redoes_of,
            measured=list(card.measured),
            remembered=[RememberedOut(**vars(one)) for one in card.remembered],
            piece=part_key(card.revision.card_id) or None,
            pieces=[
                BesideOut(
                    **{name: getattr(piece, name) for name in PLACED if name != "outline"},
                    outline=piece.outline.name if isinstance(piece.outline, OwnImage) else piece.outline,
                    stock=piece.stock.name,
                    stock_hex=hex_from_lab(piece.stock.paper.lab),
                    steps=len(piece.steps),
                    path=path_of(rings_mm(piece_shape(card.whole, piece.key))),
                )
                for piece in pieces_made(card.whole)
            ],
            run=[done.kept for done in run_of(card.whole)],
        )


class StartCard(Body):
    """A new card with nothing laid, on a stock from the shelf: a format or a size of one's own, laid upright or across, folded at any
    side, with a panel of its own size where one is given."""

    title: Name
    units: Units = "in"
    format: Key | None = None
    width_mm: Side | None = None
    height_mm: Side | None = None
    across: bool = False
    fold: Fold | None = None
    panel_width_mm: Side | None = None
    panel_height_mm: Side | None = None
    stock: Key

    @property
    def card(self) -> CardWish:
        sizes = {
            name: getattr(self, name) for name in ("width_mm", "height_mm", "across", "fold", "panel_width_mm", "panel_height_mm")
        }
        return CardWish(self.format, **sizes)


class GroupCard(Body):
    """The group a card is put into; "" takes it out of one."""

    group: Annotated[str, Field(max_length=60)]


class StartBare(StartCard):
    """A new card with nothing laid, and the inks that are to hand."""

    inks: Annotated[list[Key], Field(max_length=MOST_INKS)] = []


class StartOnGround(StartCard):
    """A new card with one of the grounds laid out from inks of the shelf, past a round mask where it has a place for one."""

    ground: Key
    disc: Disc | None = None
    inks: Annotated[list[Key], Field(max_length=9)]

    def ground_wish(self) -> GroundWish:
        """What is wished for, as the application takes it."""
        return GroundWish(self.title, self.units, self.card, self.stock, tuple(self.inks), self.ground, self.disc)


class LayGround(Edit):
    """Lay out a ground from the card's own inks, in place of its steps and masks."""

    ground: Key


class GroundOut(FromCore):
    """A ground to start from; ``fewest`` and ``most`` count its colours, ``needs`` are kinds of ink it takes beside them;
    ``disc``: what becomes of a round mask of the card."""

    key: str
    name: str
    family: str
    hint: str
    fewest: int
    most: int
    needs: list[str]
    suits: str
    disc: Literal["kept", "own", "none"]


class GroundWarning(BaseModel):
    """What would go wrong on a ground with some inks, and why."""

    message: str
    why: str


class ChangeCard(Edit):
    """A changed plan; ``said`` is what was done ("carry it further")."""

    said: Annotated[str, Field(min_length=1, max_length=120)]
    plan: PlanModel


class ResizeCard(Edit):
    """Another card, the steps to be fitted to its panel; ``said`` is what was done ("make it A6")."""

    said: Annotated[str, Field(min_length=1, max_length=120)]
    card: Card


class ApplyRemedy(Edit):
    """``step`` is left out for a finding on the card as a whole; ``remedy`` tells which, where one step has two of a code."""

    code: Key
    step: Key | None = None
    remedy: Annotated[str, Field(max_length=200)] | None = None


class RemedyOut(FromCore):
    """The remedy of the finding with that code, step and message, in words."""

    code: str
    step: str | None
    message: str
    remedy: str


class OrderedOut(BaseModel):
    """The card in working order, and what was moved and why, a sentence each."""

    card: CardOut
    moves: list[str]


class Wish(BaseModel):
    """How a banded gradient is to lie."""

    light_edge: Edge
    seams: SeamSchool = "lighter-again"
    carry_mm: Annotated[float, Field(ge=0, le=300)] | None = None
    disc: Disc | None = None
    halo_mm: Annotated[float, Field(gt=0, le=300)] | None = None
    fade: Fade | None = None

    def wish(self) -> GradientWish:
        return GradientWish(
            self.light_edge,
            self.seams,
            self.carry_mm,
            self.disc,
            self.halo_mm,
            self.fade,
        )


class ProposeGradient(Edit, Wish):
    """Propose a banded gradient from the inks of the card's plan."""

    inks: Annotated[list[InkModel], Field(min_length=2, max_length=5)]


class StartOnGradient(StartCard, Wish):
    """A new card with a banded gradient laid out from inks of the shelf."""

    inks: Annotated[list[Key], Field(min_length=2, max_length=5)]


class LaidHereOut(BaseModel):
    step: str
    ink: str
    name: str
    strength: float


class AnswerOut(BaseModel):
    """What lies at a place, bottom first, and the colour it gives; ``band``: half width of its 90 % band, CIEDE2000."""

    laid: list[LaidHereOut]
    lab: tuple[float, float, float]
    hex: str
    in_gamut: bool
    band: float
    one_more: float
