"""One card of a batch at the bench, as JSON: where she stands, how long steps took, what dries, what was done differently, what was
counted off.

Steps are kept under their ids, those of a piece under its key, a tilde and the id.
"""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from cielo.core.sequence.made import How
from cielo.exchange.materials_model import Strict

Kept = Annotated[str, Field(max_length=130)]
Counted = Annotated[int, Field(ge=0, le=100_000)]
Seconds = Annotated[float, Field(allow_inf_nan=False, ge=0, le=1e9)]


class KeptDifferenceModel(Strict):
    """A step done differently, with the number it is taken back by."""

    id: Annotated[int, Field(ge=1)]
    step: Kept
    how: How
    value: Annotated[str, Field(max_length=64)] = ""


class CountedOffModel(Strict):
    """What a step took: of what, how much, and how much of it was there to be counted off."""

    kind: Literal["stock", "ink"]
    key: Annotated[str, Field(max_length=64)]
    took: Counted
    off: Counted


class BookedModel(Strict):
    """A step that was done. ``took`` is None where it is not known, of a step done before amounts were kept; ``finished``: the whole part
    was, so that looking back takes nothing of it back."""

    took: tuple[CountedOffModel, ...] | None = ()
    finished: bool = False


class AttemptModel(Strict):
    """One attempt at one card: all of it goes when another card is begun in its place. ``recorded``: the entry of the journal it is on
    record as."""

    step: Kept = ""
    since: datetime | None = None
    times: dict[Kept, Seconds] = {}
    timers: dict[Kept, datetime] = {}
    differences: tuple[KeptDifferenceModel, ...] = ()
    last_difference: Annotated[int, Field(ge=0)] = 0
    booked: dict[Kept, BookedModel] = {}
    recorded: Annotated[str, Field(max_length=64)] | None = None
