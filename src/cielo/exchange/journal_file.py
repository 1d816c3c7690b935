"""An entry of the journal as JSON: what was made, how, what became of it, and what its photograph told."""

from typing import Annotated, Literal

from pydantic import Field

from cielo.core.bounds import Key, Name
from cielo.core.sequence.pace import Work
from cielo.exchange.materials_model import Strict
from cielo.exchange.plan_file import PlanModel

Words = Annotated[str, Field(max_length=2000)]
Pixels = Annotated[float, Field(allow_inf_nan=False, ge=-20_000, le=40_000)]
Point = tuple[Pixels, Pixels]
Corners = tuple[Point, Point, Point, Point]
Seconds = Annotated[float, Field(allow_inf_nan=False, gt=0, le=1_000_000)]
Lab = tuple[float, float, float]


class RegionModel(Strict):
    """A part of the panel on the photograph beside its prediction."""

    where: str
    predicted: Lab
    photographed: Lab
    difference: float
    words: str


class PadModel(Strict):
    """A pad that came out otherwise than the rest: what it ``lays`` beside what was planned with, and what that may be off by."""

    ink: Key
    lays: float
    off_by: float


class PairModel(Strict):
    """Two inks that crossed otherwise than predicted: their colour as photographed and as predicted, each in one full application."""

    bottom: Key
    top: Key
    lab: Lab
    predicted: Lab


class ComparisonModel(Strict):
    """What a photograph told. ``corners`` of the panel, pixels of the photograph as it is kept; ``hand`` beside the one planned with;
    ``pads`` and ``pairs`` that came out otherwise."""

    corners: Corners
    regions: tuple[RegionModel, ...]
    hand: float
    mean_difference: float
    pads: tuple[PadModel, ...] = ()
    pairs: tuple[PairModel, ...] = ()


class MadeFacts(Strict):
    """What the maker herself says of a card she made."""

    title: Name
    rating: Annotated[int, Field(ge=0, le=5)] = 0
    notes: Words = ""
    next_time: Words = ""
    lies: Words = ""
    for_whom: Words = ""
    sold: bool = False


class UsedModel(Strict):
    """So many panels of a stock, or passes of an ink, that a card took."""

    kind: Literal["stock", "ink"]
    key: Key
    count: Annotated[int, Field(ge=0, le=100_000)]


class TookModel(Strict):
    """A step that the bench clocked: its kind of work, how long it usually takes and how long it took, seconds."""

    work: Work
    usual_s: Seconds
    took_s: Seconds


class JournalModel(Strict):
    """One entry. ``plan`` as it was followed, None for a card made before Cielo; ``differently``: what was done otherwise, in words.

    ``taken_in``: whether what its photograph told of her hand is used for coming predictions; ``pads_in`` and ``pairs_in``: the pads,
    by their ink, and the pairs, bottom and top, of which that is so; ``paced_in``: whether how long its steps ``took`` is reckoned with;
    ``off_shelf``: what was taken off the shelf for it.
    """

    facts: MadeFacts
    plan: PlanModel | None = None
    card: Key | None = None
    number: Annotated[int, Field(ge=1, le=1000)] = 1
    differently: tuple[Annotated[str, Field(max_length=400)], ...] = ()
    comparison: ComparisonModel | None = None
    taken_in: bool = False
    pads_in: tuple[Key, ...] = ()
    pairs_in: tuple[tuple[Key, Key], ...] = ()
    took: Annotated[tuple[TookModel, ...], Field(max_length=4000)] = ()
    paced_in: bool = False
    off_shelf: Annotated[tuple[UsedModel, ...], Field(max_length=100)] = ()
