"""What lies on the shelf: stocks, inks and tools, as frozen data. Colours are CIE Lab of D50, 2 degrees."""

from dataclasses import dataclass
from typing import Literal

Lab = tuple[float, float, float]
Surface = Literal["coated", "calendered", "uncoated", "rough", "synthetic"]
InkKind = Literal["dye", "pigment", "hybrid", "alcohol", "white"]
Laydown = Literal["film", "broken"]


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

    ``measured_on`` is the sheet under the swatches; None means the stock at hand. ``over_black`` tells the hiding
    power and only matters for inks that scatter.
    """

    key: str
    name: str
    kind: InkKind
    swatches: tuple[Swatch, ...]
    laydown: Laydown = "film"
    measured_on: Paper | None = None
    over_black: Swatch | None = None


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
