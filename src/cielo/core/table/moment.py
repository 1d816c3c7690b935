"""One moment at the table: what everything else reads instead of keeping its own notion of wet, covered or carried.

Symbols
-------
=========  ====================================================================================================
symbol     meaning
=========  ====================================================================================================
t          time since the first step, minutes, the hands' own included
w_k        how long laying k still wants to dry in the air, minutes; dry at 0
A_k        where laying k lies: its footprint above TRACE (``footprint.py``)
=========  ====================================================================================================
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from cielo.core.materials import InkKind

WetOf = InkKind | Literal["water", "glue"]


@dataclass(frozen=True)
class Lying:
    """A mask or stencil that lies on the panel, laid by the step ``laid_by``."""

    mask: str
    laid_by: str


@dataclass(frozen=True)
class Wet:
    """A laying that is not dry yet: the step, what it is of, and how long it still wants in the air, minutes; ``part``: the key of the piece
    it is on, "" for the panel."""

    step: str
    of: WetOf
    left_min: float
    part: str = ""


@dataclass(frozen=True)
class Moment:
    """The table between two steps.

    at_min : t.
    lying : the masks and stencils on the panel, in the order they were laid.
    wet : what is not dry, in the order it was laid.
    laid : every laying of ink so far, in order.
    on_sheets : the step whose ink each sheet still carries, by the sheet's key, on the panel or off it, until it is wiped.
    beside : what is not dry yet on each piece that lies beside it, by the piece's key.
    put_on : the pieces that lie on it, by their keys, the last on top.
    acts : what was prepared and still holds, by what it is: ``anti-static``, ``register``, ``orient``.
    """

    at_min: float = 0.0
    lying: tuple[Lying, ...] = ()
    wet: tuple[Wet, ...] = ()
    laid: tuple[str, ...] = ()
    on_sheets: Mapping[str, str] = field(default_factory=dict)
    beside: Mapping[str, tuple[Wet, ...]] = field(default_factory=dict)
    put_on: tuple[str, ...] = ()
    acts: frozenset[str] = frozenset()

    @property
    def masks(self) -> frozenset[str]:
        """The keys of what lies on the panel."""
        return frozenset(lying.mask for lying in self.lying)

    def left_of(self, step: str) -> float:
        """How long a laying still wants to dry, minutes; 0 when it is dry, or not there."""
        return max((wet.left_min for wet in self.wet if wet.step == step), default=0.0)
