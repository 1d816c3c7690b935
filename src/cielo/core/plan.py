"""A plan: the card, what is used and the steps, as frozen data. Lengths are millimetres from the panel's top left corner.

A step's ``id`` never changes, so that the bench, the findings and the pictures can speak of it while the plan is rearranged.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from cielo.core.materials import TOOLS, Ink, Stock
from cielo.core.units import Units, say_length
from cielo.errors import BadInput

Edge = Literal["top", "bottom", "left", "right"]
Touch = Literal["pale", "light", "medium", "full"]
DryingWay = Literal["air", "blot", "heat"]
Onto = Literal["damp", "dry"]

# The share of a full application that one pass of each touch lays down. Common practice, no source.
TOUCH_STRENGTH: dict[Touch, float] = {"pale": 0.15, "light": 0.3, "medium": 0.55, "full": 1.0}

OPPOSITE: dict[Edge, Edge] = {"top": "bottom", "bottom": "top", "left": "right", "right": "left"}


@dataclass(frozen=True)
class Reveals:
    """What the base shows round the panel, mm."""

    left_mm: float
    top_mm: float
    right_mm: float
    bottom_mm: float


@dataclass(frozen=True)
class Card:
    """The folded base and the borders left showing round the panel."""

    width_mm: float
    height_mm: float
    fold: Literal["left", "top"]
    reveals: Reveals

    @property
    def panel_width_mm(self) -> float:
        return self.width_mm - self.reveals.left_mm - self.reveals.right_mm

    @property
    def panel_height_mm(self) -> float:
        return self.height_mm - self.reveals.top_mm - self.reveals.bottom_mm


@dataclass(frozen=True)
class Disc:
    """A round mask; its place is kept with it, so that a halo can be built round where it will lie."""

    key: str
    name: str
    x_mm: float
    y_mm: float
    diameter_mm: float


@dataclass(frozen=True)
class Whole:
    """The whole panel."""

    over: Literal["whole"] = "whole"


@dataclass(frozen=True)
class Band:
    """Straight across the panel, at full strength from ``start_mm`` to ``end_mm`` off ``edge``.

    ``lead_in_mm`` before the start and ``carry_mm`` after the end are how far the ink is taken into its neighbours while it
    fades to nothing. A start of 0 runs off the panel's edge.
    """

    edge: Edge
    start_mm: float
    end_mm: float
    lead_in_mm: float
    carry_mm: float
    over: Literal["band"] = "band"


@dataclass(frozen=True)
class Halo:
    """Round a mask, strongest at its edge and nearly gone ``reach_mm`` from it."""

    mask: str
    reach_mm: float
    over: Literal["halo"] = "halo"


Region = Whole | Band | Halo


@dataclass(frozen=True)
class Fade:
    """Let the ink die away to bare stock over ``width_mm`` before ``edge``."""

    edge: Edge
    width_mm: float


@dataclass(frozen=True)
class Brush:
    """Ink laid with a brush. ``onto`` "damp" blends into what is there; "dry" is meant as a clean layer."""

    id: str
    ink: str
    tool: str
    region: Region
    touch: Touch
    passes: int
    onto: Onto = "damp"
    fade: Fade | None = None
    do: Literal["brush"] = "brush"

    @property
    def strength(self) -> float:
        """How much ink is laid where the step is strongest, in full applications."""
        return TOUCH_STRENGTH[self.touch] * self.passes


@dataclass(frozen=True)
class LayMask:
    id: str
    mask: str
    do: Literal["lay-mask"] = "lay-mask"


@dataclass(frozen=True)
class LiftMask:
    id: str
    mask: str
    do: Literal["lift-mask"] = "lift-mask"


@dataclass(frozen=True)
class Wipe:
    """Wipe a mask clean of ink where it lies."""

    id: str
    mask: str
    do: Literal["wipe"] = "wipe"


@dataclass(frozen=True)
class Dry:
    id: str
    way: DryingWay
    minutes: float
    do: Literal["dry"] = "dry"


Step = Brush | LayMask | LiftMask | Wipe | Dry


@dataclass(frozen=True)
class Plan:
    """All that is needed to make one card, with copies of the stock and inks so that it stands alone."""

    title: str
    units: Units
    card: Card
    stock: Stock
    inks: tuple[Ink, ...]
    masks: tuple[Disc, ...]
    steps: tuple[Step, ...]

    def ink(self, key: str) -> Ink:
        return next(ink for ink in self.inks if ink.key == key)

    def mask(self, key: str) -> Disc:
        return next(mask for mask in self.masks if mask.key == key)

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


def move_step(plan: Plan, step_id: str, before: str | None) -> Plan:
    """The plan with a step moved to stand before another, or last where ``before`` is None."""
    step = plan.steps[plan.index_of(step_id)]
    rest = [other for other in plan.steps if other.id != step_id]
    at = len(rest) if before is None else next((i for i, o in enumerate(rest) if o.id == before), len(rest))
    return replace(plan, steps=(*rest[:at], step, *rest[at:]))


def insert_step(plan: Plan, step: Step, before: str | None) -> Plan:
    """The plan with a new step set before another, or last where ``before`` is None."""
    return move_step(replace(plan, steps=(*plan.steps, step)), step.id, before)


def replace_step(plan: Plan, step: Step) -> Plan:
    """The plan with the step of the same id replaced."""
    return replace(plan, steps=tuple(step if other.id == step.id else other for other in plan.steps))


def new_step_id(plan: Plan) -> str:
    """An id no step of the plan has: s1, s2, ... the same for the same plan."""
    taken = {step.id for step in plan.steps}
    number = len(taken) + 1
    while f"s{number}" in taken:
        number += 1
    return f"s{number}"


def ensure_sound(plan: Plan) -> None:
    """Raise BadInput, naming the field, when the parts of a plan do not refer to each other or do not fit.

    What is merely unwise is not refused here: that is for advice.
    """
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    if width < 10 or height < 10:
        raise BadInput(
            f"the reveals leave a panel of {say_length(width, plan.units)} by {say_length(height, plan.units)}.",
            field="card.reveals",
            mend="Make the reveals smaller or the card larger; a panel is at least 1 cm each way.",
        )
    _ensure_distinct("inks", [ink.key for ink in plan.inks])
    _ensure_distinct("masks", [mask.key for mask in plan.masks])
    _ensure_distinct("steps", [step.id for step in plan.steps])
    for i, mask in enumerate(plan.masks):
        radius = mask.diameter_mm / 2
        if not (-radius < mask.x_mm < width + radius and -radius < mask.y_mm < height + radius):
            raise BadInput(
                f"the {mask.name} mask lies off the panel.",
                field=f"masks[{i}]",
                mend=f"Put its centre within {say_length(width, plan.units)} by {say_length(height, plan.units)}.",
            )
    for i, step in enumerate(plan.steps):
        _ensure_step_sound(plan, step, f"steps[{i}]")


def _ensure_step_sound(plan: Plan, step: Step, field: str) -> None:
    masks = [mask.key for mask in plan.masks]
    if isinstance(step, LayMask | LiftMask | Wipe):
        _ensure_known("mask", step.mask, masks, f"{field}.mask")
    if isinstance(step, Brush):
        _ensure_known("ink", step.ink, [ink.key for ink in plan.inks], f"{field}.ink")
        _ensure_known("tool", step.tool, list(TOOLS), f"{field}.tool")
        if isinstance(step.region, Halo):
            _ensure_known("mask", step.region.mask, masks, f"{field}.region.mask")
        if isinstance(step.region, Band):
            if step.region.end_mm < step.region.start_mm:
                raise BadInput(
                    "the band ends before it starts.",
                    field=f"{field}.region.end_mm",
                    mend=f"Let it end at {say_length(step.region.start_mm, plan.units)} or further.",
                )
            span = plan.card.panel_height_mm if step.region.edge in ("top", "bottom") else plan.card.panel_width_mm
            if step.region.start_mm - step.region.lead_in_mm >= span:
                raise BadInput(
                    f"the band starts beyond the panel, which is {say_length(span, plan.units)} that way.",
                    field=f"{field}.region.start_mm",
                    mend="Start it nearer to the edge it is measured from.",
                )


def _ensure_known(what: str, key: str, known: list[str], field: str) -> None:
    if key not in known:
        raise BadInput(f"the plan has no {what} {key!r}.", field=field, mend=f"It has: {', '.join(known) or 'none'}.")


def _ensure_distinct(field: str, keys: list[str]) -> None:
    twice = sorted({key for key in keys if keys.count(key) > 1})
    if twice:
        raise BadInput(f"{twice[0]!r} stands there twice.", field=field, mend="Give each its own.")
