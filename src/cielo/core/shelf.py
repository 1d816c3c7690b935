"""What a maker knows of the things on her shelf, beside what they are: how many, where, a note; and what runs low."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval, Len

from cielo.core.bounds import Key, Lab, Name
from cielo.core.optics.hue import GREY_BELOW, chroma, hue_degrees, is_brown
from cielo.core.plan import NamedOpening

ThingKind = Literal["ink", "stock", "stencil", "stamp", "tool", "tape"]
Held = Literal["hand", "tape", "sticky", "magnet"]
Count = Annotated[int, Interval(ge=0, le=9999)]


@dataclass(frozen=True)
class Facts:
    """What a maker knows of one thing.

    left : passes of a pad, sheets of a stock, or how many there are; None where it was not counted and is plenty.
    full : what ``left`` was when it was new or last re-inked.
    since : the day it was last re-inked or bought (ISO 8601), or "".
    held : how a stencil or mask holds; None for as usual.
    weight_gsm, takes_water, sheet_width_mm, sheet_height_mm : of a stock.
    named : of a stencil, what she calls its openings.
    """

    left: Count | None = None
    full: Count | None = None
    since: Annotated[str, Len(0, 10)] = ""
    place: Annotated[str, Len(0, 60)] = ""
    note: Annotated[str, Len(0, 300)] = ""
    held: Held | None = None
    weight_gsm: Annotated[float, Interval(ge=20, le=1000)] | None = None
    takes_water: bool | None = None
    sheet_width_mm: Annotated[float, Interval(ge=20, le=2000)] | None = None
    sheet_height_mm: Annotated[float, Interval(ge=20, le=2000)] | None = None
    named: Annotated[tuple[NamedOpening, ...], Len(0, 200)] = ()


@dataclass(frozen=True)
class OwnThing:
    """A stamp, tape or tool of the maker's own, by what she calls it; ``size_mm`` across, where she told it.

    ``makes``: of a stamp, solid, line or words; of a tool, which of Cielo's tools it works like. ``of``: rubber or clear. ``image``: the
    key of the drawing on the shelf that a stamp prints, or "".
    """

    key: Key
    name: Name
    kind: Literal["stamp", "tool", "tape"]
    size_mm: Annotated[float, Interval(gt=0, le=1000)] | None = None
    makes: Annotated[str, Len(0, 40)] = ""
    of: Annotated[str, Len(0, 40)] = ""
    image: Annotated[str, Len(0, 64)] = ""


# Below this an ink or stock runs low: so many passes are one card's work, so many sheets a morning's. Judgement.
LOW_PASSES, LOW_SHEETS = 12, 4


def a_thing(kind: ThingKind) -> str:
    """A kind with its article."""
    return f"an {kind}" if kind == "ink" else f"a {kind}"


def runs_low(kind: ThingKind, facts: Facts) -> bool:
    """Whether a thing that is counted will soon be used up."""
    if facts.left is None:
        return False
    return facts.left < {"ink": LOW_PASSES, "stock": LOW_SHEETS}.get(kind, 1)


# Families as makers sort their pads; each begins at that hue angle of CIE Lab, degrees: by eye, common practice, no source.
FAMILIES = (
    ("pinks", 345.0), ("reds", 15.0), ("oranges", 45.0), ("yellows", 75.0), ("greens", 112.0), ("turquoises", 180.0), ("blues", 228.0),
    ("purples", 295.0),
)  # fmt: skip


def colour_family(lab: Lab) -> str:
    """The family a colour is sorted into on the shelf: ``greens``, ``browns``, ``greys and blacks``, ``whites``."""
    if chroma(lab) < GREY_BELOW:
        return "whites" if lab[0] > 90 else "greys and blacks"
    if is_brown(lab):
        return "browns"
    angle = hue_degrees(lab)
    starts = sorted(FAMILIES, key=lambda family: family[1])
    within = [name for name, start in starts if start <= angle]
    return within[-1] if within else starts[-1][0]
