"""What lies on the shelf: stocks, inks and tools, as frozen data. Colours are CIE Lab of D50, 2 degrees."""

from dataclasses import dataclass
from typing import Literal

Lab = tuple[float, float, float]
Surface = Literal["coated", "calendered", "uncoated", "rough", "synthetic"]
InkKind = Literal["dye", "pigment", "hybrid", "alcohol", "white", "metallic", "clear", "paste", "powder"]
Laydown = Literal["film", "broken"]

# Kinds that only absorb light; all the others scatter it too and can cover what is below them.
TRANSPARENT_KINDS: frozenset[InkKind] = frozenset({"dye", "alcohol", "clear"})
# Kinds that, once melted, shed whatever ink comes later: it beads and is wiped off. They are glossy, too.
RESIST_KINDS: frozenset[InkKind] = frozenset({"clear", "powder"})


@dataclass(frozen=True)
class Paper:
    """The colour and finish of a sheet: all that the optics needs of it."""

    lab: Lab
    surface: Surface


@dataclass(frozen=True)
class Stock:
    """A cardstock on the shelf."""

    key: str
    name: str
    paper: Paper


@dataclass(frozen=True)
class Swatch:
    """A patch inked at ``strength`` full applications (1.0 = one full pass) and its colour."""

    strength: float
    lab: Lab


@dataclass(frozen=True)
class Ink:
    """An ink and what was measured of it.

    ``measured_on`` is the sheet under the swatches; None means the stock at hand. ``over_black`` tells the hiding power and
    only matters for inks that scatter. ``laydown`` "broken" means the swatches are dabs or dots whose strength is a share of
    the area. ``dye_share`` (0..1) is for hybrids alone: how much of the colour soaks in.
    ``hiding`` scales the hiding power usual for the kind, where no swatch over black tells it.
    """

    key: str
    name: str
    kind: InkKind
    swatches: tuple[Swatch, ...]
    laydown: Laydown = "film"
    measured_on: Paper | None = None
    over_black: Swatch | None = None
    dye_share: float = 0.5
    hiding: float = 1.0


@dataclass(frozen=True)
class MeasuredCrossing:
    """Two inks, each one full application, the first below the second, and the colour where they cross."""

    bottom: str
    top: str
    lab: Lab


@dataclass(frozen=True)
class Tool:
    """A tool that lays ink down. ``softness_mm`` is the standard deviation of the edge its bristles leave."""

    key: str
    name: str
    softness_mm: float
    good_for: str


# The softest edge each brush can leave: common practice, no source; to be measured on the maker's own brushes.
TOOLS: dict[str, Tool] = {
    tool.key: tool
    for tool in (
        Tool("small-brush", "small brush", 1.5, "edges and small motifs"),
        Tool("medium-brush", "medium brush", 3.0, "bands and halos"),
        Tool("large-brush", "large brush", 5.0, "big areas and last veils"),
    )
}
