"""What lies on the shelf: stocks, inks and tools, as frozen data. Colours are CIE Lab of D50, 2 degrees."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len

from cielo.core.bounds import Hiding, Key, Lab, Name, Share, Strength, Thickness

Surface = Literal["coated", "calendered", "uncoated", "rough", "synthetic"]
InkKind = Literal["dye", "pigment", "hybrid", "alcohol", "white", "metallic", "clear", "paste", "powder"]
Laydown = Literal["film", "broken"]
# What water does to an ink once it is dry, and how soon it dries: as usual for its kind, or as the maker found.
InWater = Literal["usual", "reacts", "waterproof"]
Dries = Literal["usual", "slow", "quick"]

# Kinds that only absorb light; all the others scatter it too and can cover what is below them.
TRANSPARENT_KINDS: frozenset[InkKind] = frozenset({"dye", "alcohol", "clear"})
# Kinds that, once melted, shed whatever ink comes later: it beads and is wiped off. They are glossy, too.
RESIST_KINDS: frozenset[InkKind] = frozenset({"clear", "powder"})

# Kinds that stay wet on top for ten to twenty minutes and so hold embossing powder: common practice, no source.
OPEN_KINDS: frozenset[InkKind] = frozenset({"pigment", "white", "metallic"})


@dataclass(frozen=True)
class Paper:
    """The colour and finish of a sheet: all that the optics needs of it."""

    lab: Lab
    surface: Surface


@dataclass(frozen=True)
class Stock:
    """A cardstock on the shelf; a usual one is 0.3 mm thick (common practice, no source). ``translucent``: glue shows through it;
    ``fibres``: short fibres are seen in it, as in kraft."""

    key: Key
    name: Name
    paper: Paper
    thickness_mm: Thickness = 0.3
    translucent: bool = False
    fibres: bool = False


@dataclass(frozen=True)
class Swatch:
    """A patch inked at ``strength`` full applications (1.0 = one full pass) and its colour."""

    strength: Strength
    lab: Lab


@dataclass(frozen=True)
class Ink:
    """An ink and what was measured of it.

    ``measured_on`` is the sheet under the swatches; None means the stock at hand. ``over_black`` tells the hiding power and
    only matters for inks that scatter. ``laydown`` "broken" means the swatches are dabs or dots whose strength is a share of
    the area. ``dye_share`` (0..1) is for hybrids alone: how much of the colour soaks in.
    ``hiding`` scales the hiding power usual for the kind, where no swatch over black tells it. ``water`` and ``dries`` are what the
    maker knows otherwise than usual for the kind.
    """

    key: Key
    name: Name
    kind: InkKind
    swatches: Annotated[tuple[Swatch, ...], Len(1, 50)]
    laydown: Laydown = "film"
    measured_on: Paper | None = None
    over_black: Swatch | None = None
    dye_share: Share = 0.5
    hiding: Hiding = 1.0
    water: InWater = "usual"
    dries: Dries = "usual"

    @property
    def stays_open(self) -> bool:
        """Whether it stays wet on top for ten to twenty minutes, and so holds embossing powder."""
        return self.dries == "slow" or (self.kind in OPEN_KINDS and self.dries != "quick")


@dataclass(frozen=True)
class MeasuredCrossing:
    """Two inks, each one full application, the first below the second, and the colour where they cross."""

    bottom: str
    top: str
    lab: Lab


# How a tool leaves its ink: even; in a fine or an open texture; in streaks; in blots with gaps; in drops; in mist; in pools pushed
# about; as a solid print; as a crisp line or sheet.
Texture = Literal["even", "fine", "open", "streaks", "blots", "drops", "mist", "pools", "print", "crisp"]


@dataclass(frozen=True)
class Tool:
    """A tool that lays ink or water down.

    ``softness_mm`` is the standard deviation of the edge it leaves; ``drop_mm`` the usual diameter of its drops or blots, where it
    leaves any; ``width_mm`` is how wide it is where it touches; ``verb`` begins its sentence.
    """

    key: str
    name: str
    verb: str
    texture: Texture
    softness_mm: float
    good_for: str
    width_mm: float
    drop_mm: float = 0.0


# The edge, the width and the drops of each tool: common practice, no source; to be measured on the maker's own tools.
TOOLS: dict[str, Tool] = {
    tool.key: tool
    for tool in (
        Tool("small-brush", "small brush", "Brush", "even", 1.5, "edges and small motifs", 18.0),
        Tool("medium-brush", "medium brush", "Brush", "even", 3.0, "bands and halos", 30.0),
        Tool("large-brush", "large brush", "Brush", "even", 5.0, "big areas and last veils", 50.0),
        Tool("dauber", "dauber", "Dab", "even", 1.0, "single motifs, a finger wide", 14.0),
        Tool("foam", "foam", "Dab", "fine", 1.5, "even cover with a fine grain", 30.0, 0.9),
        Tool("sponge", "sponge", "Dab", "open", 1.5, "stone, sand, leaves: an open texture", 45.0, 3.2),
        Tool("brayer", "brayer", "Roll", "streaks", 0.4, "fast cover with streaks", 60.0, 4.0),
        Tool("mat", "mat", "Smoosh", "blots", 0.4, "blots with rims and bare gaps", 150.0, 24.0),
        Tool("fine-splatter", "fine splatter brush", "Splatter", "drops", 0.12, "stars, sand, foam", 0.0, 0.8),
        Tool("coarse-splatter", "coarse splatter brush", "Splatter", "drops", 0.15, "bold spots", 0.0, 2.4),
        Tool("spray", "spray bottle", "Spray", "mist", 6.0, "a soft speckled veil", 0.0, 0.5),
        Tool("dropper", "dropper and air", "Drop", "pools", 0.4, "alcohol ink pushed about with air", 0.0, 44.0),
        Tool("stamp", "stamp", "Stamp", "print", 0.12, "motifs and words", 0.0),
        Tool("pen", "pen", "Draw", "crisp", 0.08, "dots, highlights, fine lines", 0.8),
        Tool("knife", "palette knife", "Spread", "crisp", 0.15, "paste through a stencil", 25.0),
        Tool("mister", "mister", "Mist", "drops", 0.3, "water from a distance", 0.0, 1.6),
    )
}
# What water is laid with.
WATER_TOOLS = ("mister", "fine-splatter", "coarse-splatter", "medium-brush", "large-brush")

# How long a full laying of a kind dries in the air before the panel is handled, minutes: pigment and paste from trade.md (Figures),
# the others common practice, no source.
DRYING_MINUTES: dict[InkKind, float] = {
    "dye": 2.0, "hybrid": 5.0, "pigment": 15.0, "white": 15.0, "metallic": 15.0, "alcohol": 5.0, "paste": 60.0, "powder": 0.0, "clear": 0.0,
}  # fmt: skip
# How much longer than usual for its kind an ink dries that the maker found slow or quick: judgement.
DRIES_LONGER: dict[Dries, float] = {"usual": 1.0, "slow": 3.0, "quick": 0.5}
# How much faster than air a way dries: common practice, no source.
FASTER = {"air": 1.0, "blot": 2.0, "heat": 6.0}
