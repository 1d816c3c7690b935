"""Where on the panel a step lays its ink or its water. Millimetres from the panel's top left corner."""

from dataclasses import dataclass
from math import cos, radians, sin
from typing import Annotated, Literal

from annotated_types import Len
from pydantic import Field

from cielo.core.bounds import (
    Angle,
    Cover,
    FlakeSize,
    Key,
    Length,
    MarkSize,
    OpeningKey,
    PatchSize,
    Place,
    Size,
)
from cielo.core.plan.card import Card
from cielo.core.plan.prints import Edge, InPrint, Motifs, Print, Shade, Words

# A band that ends this near to the far edge is brushed over it.
RUNS_OFF_MM = 0.5


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
    lead_in_mm: Length = 0.0
    carry_mm: Length = 0.0
    over: Literal["band"] = "band"


@dataclass(frozen=True)
class Slant:
    """As a band, but at an angle: measured from the panel's corner that lies furthest back along the direction.

    At ``angle_deg`` 0 it goes from top to bottom; the angle turns the direction clockwise, so 90 goes from right to left.
    """

    angle_deg: Angle
    start_mm: Length
    end_mm: Length
    lead_in_mm: Length = 0.0
    carry_mm: Length = 0.0
    over: Literal["slant"] = "slant"


@dataclass(frozen=True)
class Halo:
    """Round a mask or along its edge, strongest there; ``reach_mm`` from it no more is seen."""

    mask: Key
    reach_mm: Size
    over: Literal["halo"] = "halo"


@dataclass(frozen=True)
class Vignette:
    """From all edges, or from the four corners, strongest there; ``reach_mm`` inwards no more is seen."""

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
class Towards:
    """At the side that looks towards another opening of the same sheet."""

    opening: OpeningKey


@dataclass(frozen=True)
class Inside:
    """Inside a mask's outline. ``shaded_from``: where each opening is strongest, gone at the other side; even where it is None.

    ``openings`` picks some of a stencil's openings, by the keys of geometry.shapes.openings_of; all where it is empty. ``covered``:
    the neighbours of those are covered while they are inked.
    """

    mask: Key
    shaded_from: Shade | Towards | None = None
    openings: Annotated[tuple[OpeningKey, ...], Len(0, 200)] = ()
    covered: bool = False
    over: Literal["inside"] = "inside"


@dataclass(frozen=True)
class Pressed:
    """What a sheet prints that is inked on its back and laid wet side down: all of it but its openings.

    flakes_mm : how large the flakes are that it leaves where it touched, with a flurry of specks among and beside them; 0 where all of
        it prints.
    """

    mask: Key
    flakes_mm: FlakeSize = 0.0
    over: Literal["pressed"] = "pressed"


MOST_STROKE_POINTS = 80


@dataclass(frozen=True)
class Stroke:
    """Along a line drawn by hand through places, ``width_mm`` wide."""

    points: Annotated[tuple[tuple[Place, Place], ...], Len(2, MOST_STROKE_POINTS)]
    width_mm: MarkSize
    over: Literal["stroke"] = "stroke"


@dataclass(frozen=True)
class WetArea:
    """Where the last water before this step still stands."""

    over: Literal["wet-area"] = "wet-area"


@dataclass(frozen=True)
class Bare:
    """Where the stock is still bare: what earlier steps left."""

    over: Literal["bare"] = "bare"


Region = Annotated[
    Whole
    | Band
    | Slant
    | Halo
    | Vignette
    | Patches
    | Inside
    | Motifs
    | Words
    | Print
    | InPrint
    | Bare
    | Pressed
    | Stroke
    | WetArea,
    Field(discriminator="over"),
]


@dataclass(frozen=True)
class Fade:
    """Let the ink die away to bare stock over ``width_mm`` before ``edge``."""

    edge: Edge
    width_mm: Size


def span_mm(card: Card, region: Band | Slant) -> float:
    """How far the panel goes in the direction a band is measured, mm."""
    if isinstance(region, Slant):
        angle = radians(region.angle_deg)
        return abs(sin(angle)) * card.panel_width_mm + abs(cos(angle)) * card.panel_height_mm
    return card.panel_height_mm if region.edge in ("top", "bottom") else card.panel_width_mm
