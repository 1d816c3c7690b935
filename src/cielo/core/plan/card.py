"""The folded base, its borders and what lies behind the panel."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len

from cielo.core.bounds import Lab, Length, Name, Raised, Side, Trim


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
    """A plain layer behind the panel, cut of a stock called ``stock``; ``reveals`` is what it shows round what lies on it.

    lab : how that stock looks; None where it is known by name alone.
    """

    stock: Name
    reveals: Reveals
    lab: Lab | None = None


EnvelopeKey = Literal["folded", "c6", "dl", "c5", "quarter", "five-seven", "six-square", "slim"]


# The side at which the base is folded: left for the right-handed, right for the left-handed, top or bottom for a tent.
Fold = Literal["left", "right", "top", "bottom"]


# How the finished panel is turned clockwise when it is put on.
Turned = Literal[0, 90, 180, 270]


@dataclass(frozen=True)
class Card:
    """The folded base, the borders left showing, and what the card is put together and sent with.

    mats : from the panel outwards.
    base_stock : what the base is cut of. base_lab : how that looks; None where it is known by name alone.
    trim_mm : how much larger than the panel the ink is laid all round, to be trimmed off.
    raised_mm : how high foam tape lifts the panel.
    turned_deg : how the finished panel is turned when it is put on, with all that stands on it; a quarter turn of one that is not square
        takes the base with it.
    envelope : "folded" from a square sheet, or a key of geometry.envelopes.READY_MADE.
    """

    width_mm: Side
    height_mm: Side
    fold: Fold = "left"
    reveals: Reveals = Reveals(0.0, 0.0, 0.0, 0.0)
    mats: Annotated[tuple[Mat, ...], Len(0, 4)] = ()
    base_stock: Name = "plain card"
    base_lab: Lab | None = None
    trim_mm: Trim = 0.0
    raised_mm: Raised = 0.0
    envelope: EnvelopeKey = "folded"
    turned_deg: Turned = 0

    @property
    def panel_left_mm(self) -> float:
        """Where the panel begins, from the card's left edge."""
        return self.reveals.left_mm + sum(mat.reveals.left_mm for mat in self.mats)

    @property
    def panel_top_mm(self) -> float:
        return self.reveals.top_mm + sum(mat.reveals.top_mm for mat in self.mats)

    @property
    def panel_width_mm(self) -> float:
        return self.width_mm - self.reveals.across_mm - sum(mat.reveals.across_mm for mat in self.mats)

    @property
    def panel_height_mm(self) -> float:
        return self.height_mm - self.reveals.down_mm - sum(mat.reveals.down_mm for mat in self.mats)
