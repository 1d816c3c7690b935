"""What stands on the panel, is cut from it, or is made beside it and put on."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len

from cielo.core.bounds import MOST_STEPS, Angle, Key, Name, Place, Raised, Rim, Span
from cielo.core.materials import Stock
from cielo.core.plan.images import Motif
from cielo.core.plan.placements import Hold, Mask
from cielo.core.plan.prints import OwnImage
from cielo.core.plan.steps import Step, Wish


@dataclass(frozen=True)
class Focal:
    """A focal piece as a ghost on the panel: where it will stand, and for words the ink they are stamped in.

    ``x_mm``, ``y_mm`` is its middle. ``stands``: a figure that wants ground under its feet.
    """

    key: Key
    name: Name
    kind: Literal["image", "sentiment"]
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    ink: Key | None = None
    stands: bool = False


# What is cut to: straight, round, a motif, or an outline of its own, drawn or taken from a mask, stretched to the size it is given.
Outline = Literal["rectangle", "round"] | Motif | OwnImage


@dataclass(frozen=True)
class Cut:
    """Something cut from the inked panel or for it.

    use : "window" is cut out of the panel, "frame" is a rim of ``rim_mm`` round such a window; a "spotlight" is cut from this panel and
        laid in the same place on a second print of it; "strip" and "sentiment" are straight strips mounted there.
    outline : "rectangle", "round", a motif, or one of its own; ``width_mm`` by ``height_mm`` across, turned by ``angle_deg``.
    """

    key: Key
    name: Name
    use: Literal["window", "frame", "spotlight", "strip", "sentiment"]
    outline: Outline
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    angle_deg: Angle = 0.0
    rim_mm: Rim = 6.0


# What a piece is: something put on the panel; the base's own front or inside; the back of the panel; the front of the envelope.
Belongs = Literal["panel", "base", "inside", "back", "envelope"]


# What of a piece is put on: all of it, what is cut from it, or what is left of it.
Used = Literal["whole", "cuts", "rest"]


@dataclass(frozen=True)
class Piece:
    """A piece made beside the panel and put on it: a strip, a circle, a figure, a second print. Its inks are those of the plan.

    belongs : "panel" is put on it; "base" and "inside" are the base's own front and inside, as large as the card is; "back" is the
        other side of the panel, of its stock and as large; "envelope" is the front of the envelope.
    x_mm, y_mm, angle_deg : where its middle comes on the panel.
    raised_mm : how high foam lifts it; 0 where it is glued flat.
    flush : what hangs over the panel's edge is trimmed flush with it.
    cuts : what is cut from it when it is dry, at places on it; each is put on in register, where the whole piece would have shown it.
    used : what of it is put on: "whole"; what is cut from it ("cuts"); or what is left of it, with its holes ("rest").
    wishes : which of its steps the maker wants before which.
    """

    key: Key
    name: Name
    stock: Stock
    width_mm: Span
    height_mm: Span
    x_mm: Place
    y_mm: Place
    outline: Outline = "rectangle"
    angle_deg: Angle = 0.0
    raised_mm: Raised = 0.0
    flush: bool = False
    belongs: Belongs = "panel"
    masks: Annotated[tuple[Mask, ...], Len(0, 24)] = ()
    steps: Annotated[tuple[Step, ...], Len(0, MOST_STEPS)] = ()
    holds: Annotated[tuple[Hold, ...], Len(0, 24)] = ()
    cuts: Annotated[tuple[Cut, ...], Len(0, 24)] = ()
    used: Used = "whole"
    wishes: Annotated[tuple[Wish, ...], Len(0, 40)] = ()
