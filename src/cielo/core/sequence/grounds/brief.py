"""What a ground is built from and of: the brief, the sketch, and the steps that builders set."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from cielo.core.geometry.placing import centre_repeat
from cielo.core.materials import RESIST_KINDS, Ink, InkKind, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Disc,
    Dry,
    Edge,
    Focal,
    LayMask,
    LiftMask,
    Mask,
    Motif,
    Onto,
    Region,
    Stencil,
    Step,
    Touch,
)
from cielo.core.sequence.gradient import DRYING_MINUTES
from cielo.core.sequence.lightness import seen_on
from cielo.core.units import Units

Family = Literal["blended", "masked", "stencilled", "resist", "smooshed", "stamped", "water", "alcohol"]
# Inks that a ground takes for its own part (powder, white, paste), not as its colours.
ASIDE: frozenset[InkKind] = frozenset({*RESIST_KINDS, "white", "paste"})


@dataclass(frozen=True)
class Brief:
    """What a builder works from: the panel's size in mm, the colours light to dark, and inks of special kinds by kind."""

    title: str
    units: Units
    card: Card
    stock: Stock
    inks: tuple[Ink, ...]
    aside: Mapping[InkKind, Ink] = field(default_factory=dict)

    @property
    def w(self) -> float:
        return self.card.panel_width_mm

    @property
    def h(self) -> float:
        return self.card.panel_height_mm

    @property
    def short(self) -> float:
        return min(self.w, self.h)

    def shade(self, share: float) -> Ink:
        """The ink at a share of the way from the lightest (0) to the darkest (1)."""
        return self.inks[round(share * (len(self.inks) - 1))]

    @property
    def for_words(self) -> Ink:
        """The ink in which words are read best on the bare stock."""
        paper = self.stock.paper
        able = (*self.inks, *(ink for ink in self.aside.values() if ink.kind == "white"))
        return max(able, key=lambda ink: float(ciede2000(seen_on(paper, ink), paper.lab)))

    def at(self, index: int) -> Ink:
        """The ink at a place from the lightest, the darkest where there are not so many."""
        return self.inks[min(index, len(self.inks) - 1)]


@dataclass(frozen=True)
class Sketch:
    """Masks, steps without ids, and focal pieces."""

    masks: tuple[Mask, ...] = ()
    steps: tuple[Step, ...] = ()
    focal: tuple[Focal, ...] = ()


def brush(
    ink: Ink,
    region: Region,
    tool: str = "large-brush",
    touch: Touch = "light",
    passes: int = 3,
    onto: Onto = "damp",
    seed: int = 1,
) -> Brush:
    return Brush("", ink.key, tool, region, touch, passes, onto, None, seed)


def dry(minutes: float = DRYING_MINUTES, way: Literal["air", "blot", "heat"] = "air") -> Dry:
    return Dry("", way, minutes)


def lay(mask: Mask) -> LayMask:
    return LayMask("", mask.key)


def lift(mask: Mask) -> LiftMask:
    return LiftMask("", mask.key)


def band_between(b: Brief, edge: Edge, start: float, end: float, carry: float) -> Band:
    """A band given in shares of the panel from an edge; it runs off the panel at 0 and 1."""
    span = b.h if edge in ("top", "bottom") else b.w
    return Band(edge, start * span, end * span, carry * span if start > 0 else 0.0, carry * span if end < 1 else 0.0)


def moon_for(b: Brief, x: float = 0.64, y: float = 0.3, across: float = 0.32, name: str = "moon") -> Disc:
    return Disc(name, name, round(b.w * x), round(b.h * y), round(b.short * across))


def repeat_for(b: Brief, motif: Motif, name: str, size: float = 0.2, pitch: float = 1.22) -> Stencil:
    across = round(b.short * size)
    placed = centre_repeat(Stencil("repeat", name, motif, b.w / 2, b.h / 2, across, across * pitch), b.w, b.h)
    assert isinstance(placed, Stencil)
    return placed
