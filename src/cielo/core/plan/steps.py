"""What is done at the table, one thing at a time."""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from annotated_types import Len
from pydantic import Field

from cielo.core.bounds import MOST_STEPS, Key, MarkSize, Minutes, Passes, Place, Raised, Seed
from cielo.core.plan.regions import Fade, Region

Touch = Literal["pale", "light", "medium", "full", "first", "second", "third"]


DryingWay = Literal["air", "blot", "heat"]


Onto = Literal["damp", "dry", "wet"]


WaterAmount = Literal["fine", "medium", "heavy"]


# The share of a full application that one pass of each touch lays down; of a stamp, its first, second and third print without
# inking it again. Common practice, no source.
TOUCH_STRENGTH: dict[Touch, float] = {
    "pale": 0.15, "light": 0.3, "medium": 0.55, "full": 1.0, "first": 0.9, "second": 0.45, "third": 0.22,
}  # fmt: skip


StepIds = Annotated[tuple[Key, ...], Len(0, MOST_STEPS)]


@dataclass(frozen=True)
class Purpose:
    """What a step was planned for, kept with it so that it can be moved without forgetting. All are ids of steps.

    under : the layings of masks that lie while it is done; it goes through them or past them.
    over : earlier steps that it comes over where the two meet, though a rule may overrule that.
    keep_over : earlier steps that it is meant over; no rule overrules it.
    over_dry : earlier layings that it is meant over once they are dry; no rule overrules that either.
    to : of a step that helps another, that other step; of a mask taken off, the step that laid it.
    """

    under: StepIds = ()
    over: StepIds = ()
    keep_over: StepIds = ()
    over_dry: StepIds = ()
    to: Key | None = None


@dataclass(frozen=True)
class Planned:
    """Every step keeps what it was planned for; None where it was never told."""

    purpose: Purpose | None = field(default=None, kw_only=True)


Relation = Literal["again", "uninked", "behind", "in-front"]


@dataclass(frozen=True)
class Refers:
    """What a print is to that of another ``step``: once more in the same place ("again"); with what that left on the block, paler
    ("uninked"); behind it, or in front of it."""

    step: Key
    how: Relation


@dataclass(frozen=True)
class Brush(Planned):
    """Ink, paste or embossing powder laid with a tool.

    ``onto`` "damp" blends into what is there, "dry" is meant as a clean layer, "wet" mixes with what the step before laid.
    ``seed`` is the throw: where drops, blots and dabs fall. ``refers``: of a print, what it is to another.
    """

    id: Key
    ink: Key
    tool: Key
    region: Region
    touch: Touch = "light"
    passes: Passes = 1
    onto: Onto = "damp"
    fade: Fade | None = None
    seed: Seed = 0
    refers: Refers | None = None
    do: Literal["brush"] = "brush"

    @property
    def strength(self) -> float:
        """How much ink is laid where the step is strongest, in full applications."""
        return TOUCH_STRENGTH[self.touch] * self.passes


@dataclass(frozen=True)
class LayMask(Planned):
    id: Key
    mask: Key
    do: Literal["lay-mask"] = "lay-mask"


@dataclass(frozen=True)
class LiftMask(Planned):
    id: Key
    mask: Key
    do: Literal["lift-mask"] = "lift-mask"


@dataclass(frozen=True)
class Wipe(Planned):
    """Wipe a mask clean of ink where it lies."""

    id: Key
    mask: Key
    do: Literal["wipe"] = "wipe"


@dataclass(frozen=True)
class Dry(Planned):
    id: Key
    way: DryingWay = "air"
    minutes: Minutes = 5.0
    do: Literal["dry"] = "dry"


@dataclass(frozen=True)
class Water(Planned):
    """Water on dry ink: drops, or a wash with a brush; taken up again with a cloth (``blot``) or left to dry."""

    id: Key
    tool: Key
    region: Region
    amount: WaterAmount = "medium"
    blot: bool = True
    seed: Seed = 0
    do: Literal["water"] = "water"


@dataclass(frozen=True)
class WipeBeads(Planned):
    """Wipe the beads of ink off melted powder, so that the motif shows."""

    id: Key
    do: Literal["wipe-beads"] = "wipe-beads"


Act = Literal["anti-static", "clean-tool", "sweep", "register", "orient", "turn", "cut", "trim-down", "trim", "mount"]


# Things done when all ink is laid, in this order.
LAST: tuple[Act, ...] = ("trim", "mount")


@dataclass(frozen=True)
class Prepare(Planned):
    """A thing done that lays no ink: the anti-static bag, a tool cleaned (``tool``), a clean brush swept over, corner marks, trying on
    scrap which way is up, turning the panel round, cutting out what is cut from it, trimming it to work on it smaller (``trim-down``) or at
    the end, mounting."""

    id: Key
    act: Act
    tool: Key | None = None
    do: Literal["prepare"] = "prepare"


@dataclass(frozen=True)
class PutOn(Planned):
    """A piece made beside the panel is put on it: where, how high and how it is trimmed the piece says itself."""

    id: Key
    piece: Key
    do: Literal["put-on"] = "put-on"


Stuck = Literal["sequins", "gems", "pearls", "drops"]


StuckColour = Literal["clear", "white", "gold", "silver", "black", "rose", "blue", "green"]


@dataclass(frozen=True)
class Spot:
    """Where one small thing is stuck on: its middle."""

    x_mm: Place
    y_mm: Place


MOST_STUCK = 80


@dataclass(frozen=True)
class StickOn(Planned):
    """Small things stuck on by hand, each at its spot: sequins, gems and half pearls of their own glue, or drops that set.

    size_mm : how wide each is; raised_mm : how high it stands.
    """

    id: Key
    thing: Stuck
    colour: StuckColour
    size_mm: MarkSize
    raised_mm: Raised
    spots: Annotated[tuple[Spot, ...], Len(1, MOST_STUCK)]
    do: Literal["stick-on"] = "stick-on"


Step = Annotated[
    Brush | LayMask | LiftMask | Wipe | Dry | Water | WipeBeads | Prepare | PutOn | StickOn, Field(discriminator="do")
]


@dataclass(frozen=True)
class Wish:
    """The maker wants one step before another."""

    first: Key
    then: Key
