"""A plan: the card, what is used and the steps, with the maker's own ways and wishes."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len

from cielo.core.bounds import MOST_INKS, MOST_PIECES, MOST_RUN, MOST_STEPS, Given, Hand, Key, Name, Owned, RunKey, Times
from cielo.core.materials import Ink, MeasuredCrossing, Stock
from cielo.core.plan.card import Card
from cielo.core.plan.pieces import Cut, Focal, Piece
from cielo.core.plan.placements import Hold, Mask
from cielo.core.plan.steps import LayMask, LiftMask, Step, Water, Wish
from cielo.core.units import Units
from cielo.errors import BadInput


@dataclass(frozen=True)
class Schools:
    """Where makers disagree, the maker's own way.

    order : light to dark; there and back (a thin pass of all inks, then heavier ones back); dark rim first, then light over it.
    brushes : one for each ink; one for each family of colours; or as few as stay clean, of ``owned`` of each size.
    emboss : first, so that later ink stays clear of powder; or last, so that nothing is raised under stamps.
    strays : ink that strays onto a tool or a leaf is cleaned off, or accepted as reflected light.
    """

    order: Literal["light-to-dark", "there-and-back", "dark-rim-first"] = "light-to-dark"
    brushes: Literal["one-per-ink", "one-per-family", "as-few-as-stay-clean"] = "one-per-ink"
    emboss: Literal["first", "last"] = "first"
    strays: Literal["clean", "accept"] = "clean"
    owned: Owned = 3


@dataclass(frozen=True)
class Pace:
    """How long the maker's own hands are at each kind of work beside the usual time, and how long things dry at her table
    (core.sequence.pace). All 1 until the bench has clocked her."""

    blend: Times = 1.0
    dab: Times = 1.0
    stamp: Times = 1.0
    powder: Times = 1.0
    water: Times = 1.0
    mask: Times = 1.0
    wipe: Times = 1.0
    prepare: Times = 1.0
    dry: Times = 1.0


@dataclass(frozen=True)
class Pad:
    """How strongly the maker's own pad of an ink lays beside what its swatch tells, apart from her hand."""

    ink: Key
    lays: Hand


@dataclass(frozen=True)
class Plan:
    """All that is needed to make one card, with copies of the stock and inks so that it stands alone.

    pieces : what is made beside the panel and put on it; a plain card has none.
    run : how the work on the panel and on the pieces follows on each other, by what each step is kept under (core.plan.run); empty where
        every piece is made just before it is put on.
    crossings : what was measured of its inks over each other on its stock; crossings of other inks count for nothing.
    hand : how much ink the maker's own hand lays beside the usual one, as her photographs have taught (core.learnt).
    pads : her pads that lay otherwise than their swatches tell, each ink once, by its key; pads of other inks count for nothing.
    pace : how long she is at each kind of work, as the bench has clocked it.
    given : the highest number that was ever given in an id of a step or a key of a piece that is gone, 0 where a higher one stands: none
        is given twice, so that what the bench keeps of a step that is gone is never taken for that of a new one.
    """

    title: Name
    units: Units
    card: Card
    stock: Stock
    inks: Annotated[tuple[Ink, ...], Len(0, MOST_INKS)]
    masks: Annotated[tuple[Mask, ...], Len(0, 24)]
    steps: Annotated[tuple[Step, ...], Len(0, MOST_STEPS)]
    focal: Annotated[tuple[Focal, ...], Len(0, 12)] = ()
    holds: Annotated[tuple[Hold, ...], Len(0, 24)] = ()
    cuts: Annotated[tuple[Cut, ...], Len(0, 24)] = ()
    schools: Schools = Schools()
    wishes: Annotated[tuple[Wish, ...], Len(0, 40)] = ()
    crossings: Annotated[tuple[MeasuredCrossing, ...], Len(0, MOST_INKS * (MOST_INKS - 1))] = ()
    pieces: Annotated[tuple[Piece, ...], Len(0, MOST_PIECES)] = ()
    run: Annotated[tuple[RunKey, ...], Len(0, MOST_RUN)] = ()
    hand: Hand = 1.0
    pads: Annotated[tuple[Pad, ...], Len(0, MOST_INKS)] = ()
    pace: Pace = Pace()
    given: Given = 0

    def ink(self, key: str) -> Ink:
        """The ink of that key. Raises BadInput when there is none."""
        for ink in self.inks:
            if ink.key == key:
                return ink
        raise BadInput(f"the plan has no ink {key!r}.", field="inks", mend="Take it from the shelf.")

    def laid_times(self, ink: str) -> float:
        """What every strength of an ink that is brushed or dabbed is taken times: the maker's hand, and her pad of it."""
        return self.hand * next((pad.lays for pad in self.pads if pad.ink == ink), 1.0)

    def mask(self, key: str) -> Mask:
        """The mask of that key. Raises BadInput when there is none."""
        for mask in self.masks:
            if mask.key == key:
                return mask
        raise BadInput(f"the plan has no mask {key!r}.", field="masks", mend="Take one from the shelf.")

    def index_of(self, step_id: str) -> int:
        """Where a step stands; raises BadInput when there is none of that id."""
        for index, step in enumerate(self.steps):
            if step.id == step_id:
                return index
        raise BadInput(f"the plan has no step {step_id!r}.", field="step")


def masks_on(plan: Plan) -> Iterator[tuple[Step, frozenset[str]]]:
    """Every step with the masks that lie on the panel while it is done."""
    on: frozenset[str] = frozenset()
    for step in plan.steps:
        if isinstance(step, LayMask):
            on |= {step.mask}
        elif isinstance(step, LiftMask):
            on -= {step.mask}
        yield step, on


def masks_laid(plan: Plan) -> list[tuple[LayMask, Mask]]:
    """Each mask that is laid, with the first step that lays it."""
    first: dict[str, LayMask] = {}
    for step in plan.steps:
        if isinstance(step, LayMask):
            first.setdefault(step.mask, step)
    return [(step, plan.mask(key)) for key, step in first.items()]


def last_water(plan: Plan, step: Step) -> Water | None:
    """The last step of water before a step of the plan."""
    before = plan.steps[: plan.index_of(step.id)]
    return next((other for other in reversed(before) if isinstance(other, Water)), None)
