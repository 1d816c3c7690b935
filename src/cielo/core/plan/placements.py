"""Sheets laid on the panel: masks, stencils and tapes at a place, and what holds them. Millimetres from the panel's top left corner."""

from collections.abc import Sequence
from dataclasses import dataclass, field, fields, replace
from typing import Annotated, Literal

from annotated_types import Len
from pydantic import Field

from cielo.core.bounds import (
    Angle,
    HoldLength,
    HoldWidth,
    Key,
    Name,
    Offset,
    OpeningKey,
    Pitch,
    Place,
    Rise,
    Scale,
    Seed,
    Span,
    Spread,
)
from cielo.core.plan.images import Motif

Keeps = Literal["inside", "outside"]


# What of a sheet lies there: the sheet itself, wherever it is pushed or turned; the hole it was cut from, or its other half; what fell out.
PartOfSheet = Literal["itself", "hole", "cut-out"]


# What holds a sheet in its place: its own back, a hand, low-tack tape or magnets.
Held = Literal["back", "hand", "tape", "magnets"]


@dataclass(frozen=True)
class NamedOpening:
    """What the maker calls one opening of a sheet, or one and ``others`` that go by that name together: the petals."""

    opening: OpeningKey
    name: Name
    others: Annotated[tuple[OpeningKey, ...], Len(0, 200)] = ()

    @property
    def openings(self) -> frozenset[str]:
        """All that go by the name."""
        return frozenset((self.opening, *self.others))


@dataclass(frozen=True)
class Sheet:
    """What every mask and stencil is besides its shape.

    sheet : the sheet it is cut of, by the key of the first that was laid of it; None where it is a sheet of its own. What is of one sheet
        is cut once; and where it is also the same part of it, it is one thing, which is fetched once and carries its ink along.
    part : which part of that sheet.
    held : what holds it; None as is usual for its kind: a disc or a cut-out by its back, an edge by hand, a stencil by what the plan's
        holds say.
    sheet_width_mm, sheet_height_mm : its outer size, turned with it round its middle; None where it is larger than the panel all round.
    named : what the maker calls some of its openings.
    """

    sheet: Key | None = field(default=None, kw_only=True)
    part: PartOfSheet = field(default="itself", kw_only=True)
    held: Held | None = field(default=None, kw_only=True)
    sheet_width_mm: Span | None = field(default=None, kw_only=True)
    sheet_height_mm: Span | None = field(default=None, kw_only=True)
    named: Annotated[tuple[NamedOpening, ...], Len(0, 200)] = field(default=(), kw_only=True)


Profile = Literal["straight", "wave", "hills", "dunes", "clouds", "torn"]


@dataclass(frozen=True)
class Disc(Sheet):
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
class EdgeMask(Sheet):
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
class Tapes(Sheet):
    """Two low-tack tapes that leave a strip of ``width_mm`` open between them; at ``angle_deg`` 0 it runs across.

    With a ``length_mm`` the strip is closed by two more: a taped border round an opening so long.
    """

    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    angle_deg: Angle
    width_mm: Span
    length_mm: Span | None = None
    keeps: Keeps = "outside"
    shape: Literal["tapes"] = "tapes"

    @property
    def called(self) -> str:
        return f"{self.name} tapes"


@dataclass(frozen=True)
class Stencil(Sheet):
    """A motif repeated at ``pitch_mm``; every other row moved by half where ``staggered``.

    It keeps all but its openings; moved as a mask (``keeps`` "inside") it keeps what it printed and ``spread_mm`` round it.
    """

    key: Key
    name: Name
    motif: Motif
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
class MotifMask(Sheet):
    """One motif, as a mask or (``keeps`` "outside") as a single stencil."""

    key: Key
    name: Name
    motif: Motif
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


# A closed outline; (x, y) of each point.
Ring = Annotated[tuple[tuple[Offset, Offset], ...], Len(3, MOST_POINTS)]


# Motifs closer than this leave no bridge that holds: judgement, no source.
LEAST_PITCH_MM = 4.0


@dataclass(frozen=True)
class Drawn(Sheet):
    """A mask or stencil of the maker's own drawing: closed outlines round its middle, mm; inside is by the even-odd rule.

    With a ``pitch_mm`` it repeats, as a Stencil does; 0 lays it once.
    """

    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    rings: Annotated[tuple[Ring, ...], Len(1, MOST_RINGS)]
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


Mask = Annotated[Disc | EdgeMask | Tapes | Stencil | MotifMask | Drawn, Field(discriminator="shape")]


def of_sheet(mask: Mask) -> str:
    """The sheet a mask is cut of, by name."""
    return mask.sheet or mask.key


def is_one_thing(one: Mask, other: Mask) -> bool:
    """Whether two masks are one thing, laid at another place, turned, turned over, or pushed on to cover what it printed."""
    return of_sheet(one) == of_sheet(other) and one.part == other.part


WHERE = ("key", "name", "x_mm", "y_mm", "angle_deg", "flipped", "spread_mm", "keeps", "held", "named", "sheet", "part")


def cut_alike(one: Mask, other: Mask) -> bool:
    """Whether two masks have the same outline, wherever and whichever way round they lie."""
    if type(one) is not type(other):
        return False
    return all(getattr(one, part.name) == getattr(other, part.name) for part in fields(one) if part.name not in WHERE)


def with_sheets_named(masks: Sequence[Mask]) -> tuple[Mask, ...]:
    """Masks of which nobody said what sheets they are of: those with the same outline are of one sheet, and what keeps the other side of a
    single shape is the hole of it, or what fell out of it."""
    named: list[Mask] = []
    for mask in masks:
        first = next((other for other in named if cut_alike(other, mask) and not isinstance(mask, Tapes)), None)
        if first is None or mask.sheet is not None:
            named.append(mask)
            continue
        single = isinstance(mask, Disc | EdgeMask | MotifMask) or (isinstance(mask, Drawn) and not mask.pitch_mm)
        other_side: PartOfSheet = "hole" if mask.keeps == "outside" else "cut-out"
        named.append(
            replace(mask, sheet=of_sheet(first), part=other_side if single and mask.keeps != first.keeps else first.part)
        )
    return tuple(named)


@dataclass(frozen=True)
class Hold:
    """What holds a mask or stencil in its place: a piece of low-tack tape or a magnet, round where ``kind`` says so.

    ``x_mm``, ``y_mm`` is its middle; it lies there as long as the mask does, and no ink comes through it.
    """

    key: Key
    kind: Literal["tape", "magnet"]
    mask: Key
    x_mm: Place
    y_mm: Place
    length_mm: HoldLength = 30.0
    width_mm: HoldWidth = 15.0
    angle_deg: Angle = 0.0
