"""A plan: the card, what is used and the steps, as frozen data. Lengths are millimetres from the panel's top left corner.

A step's ``id`` never changes, so that the bench, the findings and the pictures can speak of it while the plan is rearranged.
"""

from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from math import cos, radians, sin
from typing import Annotated, Literal

from annotated_types import Len

from cielo.core.bounds import (
    MOST_INKS,
    MOST_STEPS,
    Angle,
    Cover,
    Gap,
    HoldLength,
    HoldWidth,
    Key,
    Length,
    Letter,
    MarkSize,
    Minutes,
    Name,
    Owned,
    Passes,
    PatchSize,
    Pitch,
    Place,
    PrintCount,
    Raised,
    Rim,
    Rise,
    Scale,
    Seed,
    Side,
    Size,
    Span,
    Spread,
    Text,
    Trim,
    ensure_within,
)
from cielo.core.materials import TOOLS, WATER_TOOLS, Ink, MeasuredCrossing, Stock
from cielo.core.units import Units, say_length
from cielo.errors import BadInput

Edge = Literal["top", "bottom", "left", "right"]
Touch = Literal["pale", "light", "medium", "full", "first", "second", "third"]
DryingWay = Literal["air", "blot", "heat"]
Onto = Literal["damp", "dry", "wet"]
Keeps = Literal["inside", "outside"]
Profile = Literal["straight", "wave", "hills", "dunes", "clouds", "torn"]
Arrangement = Literal["scattered", "triangle"]
WaterAmount = Literal["fine", "medium", "heavy"]

# The share of a full application that one pass of each touch lays down; of a stamp, its first, second and third print without
# inking it again. Common practice, no source.
TOUCH_STRENGTH: dict[Touch, float] = {
    "pale": 0.15, "light": 0.3, "medium": 0.55, "full": 1.0, "first": 0.9, "second": 0.45, "third": 0.22,
}  # fmt: skip

# A band that ends this near to the far edge is brushed over it.
RUNS_OFF_MM = 0.5


@dataclass(frozen=True)
class Reveals:
    """What the base shows round the panel, mm."""

    left_mm: Length
    top_mm: Length
    right_mm: Length
    bottom_mm: Length

    @property
    def across_mm(self) -> float:
        return self.left_mm + self.right_mm

    @property
    def down_mm(self) -> float:
        return self.top_mm + self.bottom_mm


@dataclass(frozen=True)
class Mat:
    """A plain layer behind the panel, cut of a stock called ``stock``; ``reveals`` is what it shows round what lies on it."""

    stock: Name
    reveals: Reveals


# The side at which the base is folded: left for the right-handed, right for the left-handed, top or bottom for a tent.
Fold = Literal["left", "right", "top", "bottom"]


@dataclass(frozen=True)
class Card:
    """The folded base, the borders left showing, and what the card is put together and sent with.

    mats : from the panel outwards.
    base_stock : what the base is cut of.
    trim_mm : how much larger than the panel the ink is laid all round, to be trimmed off.
    raised_mm : how high foam tape lifts the panel.
    envelope : "folded" from a square sheet, or a key of geometry.envelopes.READY_MADE.
    """

    width_mm: Side
    height_mm: Side
    fold: Fold
    reveals: Reveals
    mats: Annotated[tuple[Mat, ...], Len(0, 4)] = ()
    base_stock: Name = "plain card"
    trim_mm: Trim = 0.0
    raised_mm: Raised = 0.0
    envelope: str = "folded"

    @property
    def panel_width_mm(self) -> float:
        return self.width_mm - self.reveals.across_mm - sum(mat.reveals.across_mm for mat in self.mats)

    @property
    def panel_height_mm(self) -> float:
        return self.height_mm - self.reveals.down_mm - sum(mat.reveals.down_mm for mat in self.mats)


@dataclass(frozen=True)
class Disc:
    """A round mask; its place is kept with it, so that a halo can be built round where it will lie.

    Of every mask: ``keeps`` says which side of its outline it covers and so keeps as it is.
    """

    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    diameter_mm: Span
    keeps: Keeps = "inside"
    shape: Literal["disc"] = "disc"

    @property
    def called(self) -> str:
        return f"{self.name} mask" if self.keeps == "inside" else f"{self.name} stencil"


@dataclass(frozen=True)
class EdgeMask:
    """A mask with one long edge through a place: straight, or a line of hills, dunes, clouds, waves, or torn paper.

    At ``angle_deg`` 0 the edge runs across and the mask covers what is below it; the angle turns it clockwise. ``height_mm`` is
    how far the profile rises and falls.
    """

    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    profile: Profile
    angle_deg: Angle = 0.0
    height_mm: Rise = 8.0
    seed: Seed = 0
    flipped: bool = False
    keeps: Keeps = "inside"
    shape: Literal["edge"] = "edge"

    @property
    def called(self) -> str:
        return f"{self.name} mask"


@dataclass(frozen=True)
class Tapes:
    """Two low-tack tapes that leave a strip of ``width_mm`` open between them; at ``angle_deg`` 0 it runs across."""

    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    angle_deg: Angle
    width_mm: Span
    keeps: Keeps = "outside"
    shape: Literal["tapes"] = "tapes"

    @property
    def called(self) -> str:
        return f"{self.name} tapes"


@dataclass(frozen=True)
class Stencil:
    """A motif repeated at ``pitch_mm``; every other row moved by half where ``staggered``.

    It keeps all but its openings; moved as a mask (``keeps`` "inside") it keeps what it printed and ``spread_mm`` round it.
    """

    key: Key
    name: Name
    motif: str
    x_mm: Place
    y_mm: Place
    size_mm: Span
    pitch_mm: Span
    angle_deg: Angle = 0.0
    staggered: bool = True
    spread_mm: Spread = 0.0
    flipped: bool = False
    keeps: Keeps = "outside"
    shape: Literal["stencil"] = "stencil"

    @property
    def called(self) -> str:
        return f"{self.name} stencil" if self.keeps == "outside" else f"{self.name} stencil as a mask"


@dataclass(frozen=True)
class MotifMask:
    """One motif, as a mask or (``keeps`` "outside") as a single stencil."""

    key: Key
    name: Name
    motif: str
    x_mm: Place
    y_mm: Place
    size_mm: Span
    angle_deg: Angle = 0.0
    spread_mm: Spread = 0.0
    flipped: bool = False
    keeps: Keeps = "inside"
    shape: Literal["motif"] = "motif"

    @property
    def called(self) -> str:
        return f"{self.name} mask" if self.keeps == "inside" else f"{self.name} stencil"


# What one drawing may hold, so that every picture of it stays quick.
MOST_RINGS, MOST_POINTS, MOST_OFFSET_MM = 600, 4600, 600.0
# Motifs closer than this leave no bridge that holds: judgement, no source.
LEAST_PITCH_MM = 4.0


@dataclass(frozen=True)
class Drawn:
    """A mask or stencil of the maker's own drawing: closed outlines round its middle, mm; inside is by the even-odd rule.

    With a ``pitch_mm`` it repeats, as a Stencil does; 0 lays it once.
    """

    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    rings: tuple[tuple[tuple[float, float], ...], ...]
    scale: Scale = 1.0
    angle_deg: Angle = 0.0
    flipped: bool = False
    spread_mm: Spread = 0.0
    pitch_mm: Pitch = 0.0
    staggered: bool = False
    keeps: Keeps = "outside"
    shape: Literal["drawn"] = "drawn"

    @property
    def called(self) -> str:
        return f"{self.name} mask" if self.keeps == "inside" else f"{self.name} stencil"


Mask = Disc | EdgeMask | Tapes | Stencil | MotifMask | Drawn


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
    start_mm: Length
    end_mm: Length
    lead_in_mm: Length
    carry_mm: Length
    over: Literal["band"] = "band"


@dataclass(frozen=True)
class Slant:
    """As a band, but at an angle: measured from the panel's corner that lies furthest back along the direction.

    At ``angle_deg`` 0 it goes from top to bottom; the angle turns the direction clockwise, so 90 goes from right to left.
    """

    angle_deg: Angle
    start_mm: Length
    end_mm: Length
    lead_in_mm: Length
    carry_mm: Length
    over: Literal["slant"] = "slant"


@dataclass(frozen=True)
class Halo:
    """Round a mask or along its edge, strongest there and nearly gone ``reach_mm`` from it."""

    mask: str
    reach_mm: Size
    over: Literal["halo"] = "halo"


@dataclass(frozen=True)
class Vignette:
    """From all edges, or from the four corners, strongest there and nearly gone ``reach_mm`` inwards."""

    reach_mm: Size
    origin: Literal["edges", "corners"] = "edges"
    over: Literal["vignette"] = "vignette"


@dataclass(frozen=True)
class Patches:
    """Dabs of ``size_mm`` across at random until they cover ``cover`` (0..1) of the panel."""

    size_mm: PatchSize
    cover: Cover
    over: Literal["patches"] = "patches"


@dataclass(frozen=True)
class Inside:
    """Inside a mask's outline. ``shaded_from`` an edge: strongest at that side of each motif, gone at the other.

    ``openings`` picks some of a stencil's openings, by the keys of geometry.shapes.openings_of; all where it is empty. ``covered``:
    the neighbours of those are covered while they are inked.
    """

    mask: str
    shaded_from: Edge | None = None
    openings: Annotated[tuple[str, ...], Len(0, 200)] = ()
    covered: bool = False
    over: Literal["inside"] = "inside"


@dataclass(frozen=True)
class Motifs:
    """A motif printed many times: large, then middle, then small in the gaps, ``gap_mm`` apart; or three in a triangle.

    ``count`` is how many of the largest; there are twice as many middle ones and four times as many small where they fit. ``front``:
    they stand in front of whatever else is printed there.
    """

    motif: str
    size_mm: MarkSize
    count: PrintCount
    gap_mm: Gap = 1.0
    arrangement: Arrangement = "scattered"
    front: bool = False
    over: Literal["motifs"] = "motifs"


@dataclass(frozen=True)
class Words:
    """Words of plain letters ``height_mm`` high, their middle at a place."""

    text: Text
    x_mm: Place
    y_mm: Place
    height_mm: Letter
    over: Literal["words"] = "words"


@dataclass(frozen=True)
class WetArea:
    """Where the last water before this step still stands."""

    over: Literal["wet-area"] = "wet-area"


Region = Whole | Band | Slant | Halo | Vignette | Patches | Inside | Motifs | Words | WetArea


@dataclass(frozen=True)
class Fade:
    """Let the ink die away to bare stock over ``width_mm`` before ``edge``."""

    edge: Edge
    width_mm: Size


@dataclass(frozen=True)
class Brush:
    """Ink, paste or embossing powder laid with a tool.

    ``onto`` "damp" blends into what is there, "dry" is meant as a clean layer, "wet" mixes with what the step before laid.
    ``seed`` is the throw: where drops, blots and dabs fall.
    """

    id: Key
    ink: str
    tool: str
    region: Region
    touch: Touch
    passes: Passes
    onto: Onto = "damp"
    fade: Fade | None = None
    seed: Seed = 0
    do: Literal["brush"] = "brush"

    @property
    def strength(self) -> float:
        """How much ink is laid where the step is strongest, in full applications."""
        return TOUCH_STRENGTH[self.touch] * self.passes


@dataclass(frozen=True)
class LayMask:
    id: Key
    mask: str
    do: Literal["lay-mask"] = "lay-mask"


@dataclass(frozen=True)
class LiftMask:
    id: Key
    mask: str
    do: Literal["lift-mask"] = "lift-mask"


@dataclass(frozen=True)
class Wipe:
    """Wipe a mask clean of ink where it lies."""

    id: Key
    mask: str
    do: Literal["wipe"] = "wipe"


@dataclass(frozen=True)
class Dry:
    id: Key
    way: DryingWay
    minutes: Minutes
    do: Literal["dry"] = "dry"


@dataclass(frozen=True)
class Water:
    """Water on dry ink: drops, or a wash with a brush; taken up again with a cloth (``blot``) or left to dry."""

    id: Key
    tool: str
    region: Region
    amount: WaterAmount = "medium"
    blot: bool = True
    seed: Seed = 0
    do: Literal["water"] = "water"


@dataclass(frozen=True)
class WipeBeads:
    """Wipe the beads of ink off melted powder, so that the motif shows."""

    id: Key
    do: Literal["wipe-beads"] = "wipe-beads"


Act = Literal["anti-static", "clean-tool", "sweep", "register", "orient", "trim", "mount"]


@dataclass(frozen=True)
class Prepare:
    """A thing done that lays no ink: the anti-static bag, a tool cleaned (``tool``), a clean brush swept over, corner marks, trying on
    scrap which way is up, trimming, mounting."""

    id: Key
    act: Act
    tool: str | None = None
    do: Literal["prepare"] = "prepare"


Step = Brush | LayMask | LiftMask | Wipe | Dry | Water | WipeBeads | Prepare


@dataclass(frozen=True)
class Focal:
    """A focal piece as a ghost on the panel: where it will stand, and for words the ink they are stamped in.

    ``x_mm``, ``y_mm`` is its middle. ``stands``: a figure that wants ground under its feet.
    """

    key: Key
    name: Name
    kind: Literal["image", "sentiment"]
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    ink: str | None = None
    stands: bool = False


@dataclass(frozen=True)
class Hold:
    """What holds a mask or stencil in its place: a piece of low-tack tape or a magnet, round where ``kind`` says so.

    ``x_mm``, ``y_mm`` is its middle; it lies there as long as the mask does, and no ink comes through it.
    """

    key: Key
    kind: Literal["tape", "magnet"]
    mask: str
    x_mm: Place
    y_mm: Place
    length_mm: HoldLength = 30.0
    width_mm: HoldWidth = 15.0
    angle_deg: Angle = 0.0


@dataclass(frozen=True)
class Cut:
    """Something cut from the inked panel or for it.

    use : "window" is cut out of the panel, "frame" is a rim of ``rim_mm`` round such a window; a "spotlight" is cut from this panel and
        laid in the same place on a second print of it; "strip" and "sentiment" are straight strips mounted there.
    outline : "rectangle", "round" or a motif; ``width_mm`` by ``height_mm`` across, turned by ``angle_deg``.
    """

    key: Key
    name: Name
    use: Literal["window", "frame", "spotlight", "strip", "sentiment"]
    outline: str
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    angle_deg: Angle = 0.0
    rim_mm: Rim = 6.0


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
class Wish:
    """The maker wants one step before another."""

    first: str
    then: str


@dataclass(frozen=True)
class Plan:
    """All that is needed to make one card, with copies of the stock and inks so that it stands alone.

    crossings : what was measured of its inks over each other on its stock; crossings of other inks count for nothing.
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

    def ink(self, key: str) -> Ink:
        """The ink of that key. Raises BadInput when there is none."""
        for ink in self.inks:
            if ink.key == key:
                return ink
        raise BadInput(f"the plan has no ink {key!r}.", field="inks", mend="Take it from the shelf.")

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


def move_step(plan: Plan, step_id: str, before: str | None) -> Plan:
    """The plan with a step moved to stand before another, or last where ``before`` is None."""
    step = plan.steps[plan.index_of(step_id)]
    rest = [other for other in plan.steps if other.id != step_id]
    at = len(rest) if before is None else next((i for i, o in enumerate(rest) if o.id == before), len(rest))
    return replace(plan, steps=(*rest[:at], step, *rest[at:]))


def insert_step(plan: Plan, step: Step, before: str | None) -> Plan:
    """The plan with a new step set before another, or last where ``before`` is None."""
    return move_step(replace(plan, steps=(*plan.steps, step)), step.id, before)


def without_steps(plan: Plan, step_ids: Collection[str]) -> Plan:
    """The plan without some steps, and without the wishes that were about them."""
    steps = tuple(step for step in plan.steps if step.id not in step_ids)
    wishes = tuple(wish for wish in plan.wishes if wish.first not in step_ids and wish.then not in step_ids)
    return replace(plan, steps=steps, wishes=wishes)


def replace_step(plan: Plan, step: Step) -> Plan:
    """The plan with the step of the same id replaced."""
    return replace(plan, steps=tuple(step if other.id == step.id else other for other in plan.steps))


def replace_mask(plan: Plan, mask: Mask) -> Plan:
    """The plan with the mask of the same key replaced."""
    return replace(plan, masks=tuple(mask if other.key == mask.key else other for other in plan.masks))


def new_step_id(plan: Plan) -> str:
    """An id no step of the plan has: s1, s2, ... the same for the same plan."""
    taken = {step.id for step in plan.steps}
    number = len(taken) + 1
    while f"s{number}" in taken:
        number += 1
    return f"s{number}"


def free_key(prefix: str, taken: Collection[str]) -> str:
    """``prefix-1``, ``prefix-2``, ...: the first that is not taken."""
    number = 1
    while f"{prefix}-{number}" in taken:
        number += 1
    return f"{prefix}-{number}"


def ensure_sound(plan: Plan) -> None:
    """Raise BadInput, naming the field, when the parts of a plan do not refer to each other or do not fit.

    What is merely unwise is not refused here: that is for advice.
    """
    ensure_within(plan, plan.units)
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
        if isinstance(mask, Drawn):
            _ensure_drawing_sound(mask, f"masks[{i}]", plan.units)
        if not isinstance(mask, Disc | MotifMask):
            continue
        radius = (mask.diameter_mm if isinstance(mask, Disc) else mask.size_mm) / 2
        if not (-radius < mask.x_mm < width + radius and -radius < mask.y_mm < height + radius):
            raise BadInput(
                f"the {mask.called} lies off the panel.",
                field=f"masks[{i}]",
                mend=f"Put its centre within {say_length(width, plan.units)} by {say_length(height, plan.units)}.",
            )
    _ensure_distinct("holds", [hold.key for hold in plan.holds])
    _ensure_distinct("cuts", [cut.key for cut in plan.cuts])
    for i, hold in enumerate(plan.holds):
        _ensure_known("mask", hold.mask, [mask.key for mask in plan.masks], f"holds[{i}].mask")
    _ensure_distinct("focal", [piece.key for piece in plan.focal])
    for i, piece in enumerate(plan.focal):
        if piece.ink is not None:
            _ensure_known("ink", piece.ink, [ink.key for ink in plan.inks], f"focal[{i}].ink")
    for i, step in enumerate(plan.steps):
        _ensure_step_sound(plan, step, f"steps[{i}]")
    steps = [step.id for step in plan.steps]
    for i, wish in enumerate(plan.wishes):
        for end in ("first", "then"):
            _ensure_known("step", getattr(wish, end), steps, f"wishes[{i}].{end}")


def _ensure_drawing_sound(mask: Drawn, field: str, units: Units) -> None:
    points = sum(len(ring) for ring in mask.rings)
    if not 1 <= len(mask.rings) <= MOST_RINGS or points > MOST_POINTS or any(len(ring) < 3 for ring in mask.rings):
        raise BadInput(
            f"the drawing has {len(mask.rings)} outlines of {points} points.",
            field=f"{field}.rings",
            mend=f"Cielo takes 1 to {MOST_RINGS} outlines, of three points each or more, {MOST_POINTS} in all.",
        )
    if any(abs(value) > MOST_OFFSET_MM for ring in mask.rings for point in ring for value in point):
        raise BadInput(
            f"the drawing reaches further than {say_length(MOST_OFFSET_MM, units)} from its middle.",
            field=f"{field}.rings",
            mend="Draw it smaller.",
        )
    if 0 < mask.pitch_mm < LEAST_PITCH_MM:
        raise BadInput(
            f"a repeat closer than {say_length(LEAST_PITCH_MM, units)} cannot be cut.",
            field=f"{field}.pitch_mm",
            mend="Set its motifs further apart, or lay it once.",
        )


def _ensure_step_sound(plan: Plan, step: Step, field: str) -> None:
    masks = [mask.key for mask in plan.masks]
    match step:
        case LayMask() | LiftMask() | Wipe():
            _ensure_known("mask", step.mask, masks, f"{field}.mask")
        case Brush():
            _ensure_known("ink", step.ink, [ink.key for ink in plan.inks], f"{field}.ink")
            _ensure_known("tool", step.tool, list(TOOLS), f"{field}.tool")
            _ensure_region_sound(plan, step, f"{field}.region")
        case Water():
            _ensure_known("tool", step.tool, list(WATER_TOOLS), f"{field}.tool")
            _ensure_region_sound(plan, step, f"{field}.region")
        case Prepare():
            if step.tool is not None or step.act == "clean-tool":
                _ensure_known("tool", step.tool or "", list(TOOLS), f"{field}.tool")


def _ensure_region_sound(plan: Plan, step: Brush | Water, field: str) -> None:
    region = step.region
    if isinstance(region, Halo | Inside):
        _ensure_known("mask", region.mask, [mask.key for mask in plan.masks], f"{field}.mask")
    if isinstance(region, WetArea) and last_water(plan, step) is None:
        raise BadInput("no water comes before this step.", field=field, mend="Set a step of water before it.")
    if isinstance(region, Band | Slant):
        if region.end_mm < region.start_mm:
            raise BadInput(
                "the band ends before it starts.",
                field=f"{field}.end_mm",
                mend=f"Let it end at {say_length(region.start_mm, plan.units)} or further.",
            )
        span = span_mm(plan.card, region)
        if region.start_mm - region.lead_in_mm >= span:
            raise BadInput(
                f"the band starts beyond the panel, which is {say_length(span, plan.units)} that way.",
                field=f"{field}.start_mm",
                mend="Start it nearer to where it is measured from.",
            )


def span_mm(card: Card, region: Band | Slant) -> float:
    """How far the panel goes in the direction a band is measured, mm."""
    if isinstance(region, Slant):
        angle = radians(region.angle_deg)
        return abs(sin(angle)) * card.panel_width_mm + abs(cos(angle)) * card.panel_height_mm
    return card.panel_height_mm if region.edge in ("top", "bottom") else card.panel_width_mm


def last_water(plan: Plan, step: Step) -> Water | None:
    """The last step of water before a step of the plan."""
    before = plan.steps[: plan.index_of(step.id)]
    return next((other for other in reversed(before) if isinstance(other, Water)), None)


def _ensure_known(what: str, key: str, known: list[str], field: str) -> None:
    if key not in known:
        raise BadInput(f"the plan has no {what} {key!r}.", field=field, mend=f"It has: {', '.join(known) or 'none'}.")


def _ensure_distinct(field: str, keys: list[str]) -> None:
    twice = sorted({key for key in keys if keys.count(key) > 1})
    if twice:
        raise BadInput(f"{twice[0]!r} stands there twice.", field=field, mend="Give each its own.")
