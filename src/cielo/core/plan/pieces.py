"""What stands on the panel or is cut from it."""

from dataclasses import dataclass
from typing import Literal

from cielo.core.bounds import Angle, Key, Name, Place, Rim, Span
from cielo.core.plan.images import Motif


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


@dataclass(frozen=True)
class Cut:
    """Something cut from the inked panel or for it.

    use : "window" is cut out of the panel, "frame" is a rim of ``rim_mm`` round such a window; a "spotlight" is cut from this panel and
        laid in the same place on a second print of it; "strip" and "sentiment" are straight strips mounted there.
    outline : "rectangle", "round" or a motif; ``width_mm`` by ``height_mm`` across, turned by ``angle_deg``.
    """

    key: Key
    name: Name
    use: Literal["window", "frame", "spotlight", "strip", "sentiment"]
    outline: Literal["rectangle", "round"] | Motif
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    angle_deg: Angle = 0.0
    rim_mm: Rim = 6.0
