"""What a check says. The codes are those of the trade's list and never change."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from cielo.core.plan import Plan, ensure_sound
from cielo.errors import BadInput

Severity = Literal["stop", "warn", "remind"]


@dataclass(frozen=True)
class Remedy:
    """A change that clears a finding: what it does, in words, and the plan it leads to."""

    label: str
    plan: Plan


Cure = Remedy | Iterable[Remedy] | Callable[[], "Remedy | Iterable[Remedy] | None"] | None


@dataclass(frozen=True)
class Place:
    """Where on the panel, mm from its top left corner."""

    x_mm: float
    y_mm: float


@dataclass(frozen=True)
class Finding:
    """Something that will go wrong.

    code : the trade's name for it; stable.
    step : id of the step it stands at, or None where it is about the card as a whole.
    where : the place on the panel that shows it best, where there is one.
    message, why : what is the matter, and the reason.
    cure : what may clear it: a change, several with the best first, or how to look for them when a remedy is asked for.
    measure : the number behind it in words, where there is one.
    source : where the rule comes from.
    """

    code: str
    severity: Severity
    step: str | None
    message: str
    why: str
    where: Place | None = None
    cure: Cure = None
    measure: str = ""
    source: str = "common practice, no source"

    @cached_property
    def remedy(self) -> Remedy | None:
        """The first cure that makes a sound plan; of a judged plan (judge) also the first that keeps what remedies promise."""
        return next(self.cures(), None)

    def cures(self) -> Iterator[Remedy]:
        """What may clear it, the best first, as long as it makes a sound plan."""
        found = self.cure() if callable(self.cure) else self.cure
        for one in (found,) if isinstance(found, Remedy) else found or ():
            try:
                ensure_sound(one.plan)
            except BadInput:
                continue
            yield one
