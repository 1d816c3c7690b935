"""What is stamped or drawn: images and words, at places, repeated or thrown. Millimetres from the panel's top left corner."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len
from pydantic import Field

from cielo.core.bounds import Angle, Gap, Key, Letter, MarkSize, Name, Offset, Place, PrintCount, Size, Text
from cielo.core.plan.images import Motif

Edge = Literal["top", "bottom", "left", "right"]

# Where something inked is strongest: at one side; at its left and right, so that it looks round; at its middle, going out; at its rim,
# going in; or at the side that lies at an angle, clockwise from the top.
# "heart" and "away": towards the middle of its flower, or of the nearest one, and away from that.
Shade = Edge | Literal["sides", "middle", "rim", "heart", "away"] | Angle

Arrangement = Literal["scattered", "triangle"]

# A script, a roman with feet, and a plain hand.
Face = Literal["plain", "roman", "script"]

# What one image of the maker's own may hold, so that every picture of it stays quick.
MOST_PRINT_RINGS, MOST_PRINT_POINTS = 300, 2400


@dataclass(frozen=True)
class BuiltIn:
    """One of the images that come with the application."""

    motif: Motif
    image: Literal["built-in"] = "built-in"


@dataclass(frozen=True)
class OwnImage:
    """An image of the maker's own drawing: closed outlines round its middle, mm as drawn; inside is by the even-odd rule."""

    name: Name
    rings: Annotated[
        tuple[Annotated[tuple[tuple[Offset, Offset], ...], Len(3, MOST_PRINT_POINTS)], ...], Len(1, MOST_PRINT_RINGS)
    ]
    image: Literal["own"] = "own"


Image = Annotated[BuiltIn | OwnImage, Field(discriminator="image")]


@dataclass(frozen=True)
class At:
    """One print of an image: its middle, its turn, mirrored or not; ``size_mm`` where it is not the size of the others."""

    x_mm: Place
    y_mm: Place
    angle_deg: Angle = 0.0
    flipped: bool = False
    size_mm: MarkSize | None = None


@dataclass(frozen=True)
class Print:
    """An image stamped or drawn at places, ``size_mm`` along its longer side.

    line_mm : printed as a line so wide along its outlines; None where it is solid.
    stands : it stands on what is below it, or hangs from what is above; None where it does neither.
    front : it stands in front of whatever else is printed there.
    texture : a mere texture of the ground, and no figure.
    """

    image: Image
    size_mm: MarkSize
    places: Annotated[tuple[At, ...], Len(1, 60)]
    line_mm: Size | None = None
    stands: Literal["stands", "hangs"] | None = None
    front: bool = False
    texture: bool = False
    over: Literal["print"] = "print"


@dataclass(frozen=True)
class Motifs:
    """A motif printed many times: large, then middle, then small in the gaps, ``gap_mm`` apart; or three in a triangle.

    ``count`` is how many of the largest; there are twice as many middle ones and four times as many small where they fit. ``front``:
    they stand in front of whatever else is printed there.
    """

    motif: Motif
    size_mm: MarkSize
    count: PrintCount
    gap_mm: Gap = 1.0
    arrangement: Arrangement = "scattered"
    front: bool = False
    over: Literal["motifs"] = "motifs"


@dataclass(frozen=True)
class Words:
    """Words in letters whose capitals are ``height_mm`` high, their middle at a place; lines are parted by a line break.

    round_mm : set along a circle of that radius about the place, read clockwise, their middle at the top; None where they run straight.
    texture : words used as a texture of the ground: no sentiment, nothing to be read.
    """

    text: Text
    x_mm: Place
    y_mm: Place
    height_mm: Letter
    face: Face = "plain"
    angle_deg: Angle = 0.0
    round_mm: Size | None = None
    texture: bool = False
    over: Literal["words"] = "words"


@dataclass(frozen=True)
class InPrint:
    """Inside the prints of another step: all of them, or those ``only``, counted from 0 in the order of their places.

    ``shaded_from``: where each is strongest; even where it is None.
    """

    step: Key
    only: Annotated[tuple[int, ...], Len(0, 60)] = ()
    shaded_from: Shade | None = None
    over: Literal["in-print"] = "in-print"
