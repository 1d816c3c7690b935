"""What a check says. The codes are those of the trade's list and never change."""

from collections.abc import Callable
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
    cure : the change that clears it, where one is certain, or how to look for it when it is asked for.
    measure : the number behind it in words, where there is one.
    source : where the rule comes from.
    """

    code: str
    severity: Severity
    step: str | None
    message: str
    why: str
    where: Place | None = None
    cure: Remedy | Callable[[], Remedy | None] | None = None
    measure: str = ""
    source: str = "common practice, no source"

    @cached_property
    def remedy(self) -> Remedy | None:
        """The change that clears it; None where none was found, or where it makes no sound plan. Looked for once, when asked for."""
        found = self.cure() if callable(self.cure) else self.cure
        if found is None:
            return None
        try:
            ensure_sound(found.plan)
        except BadInput:
            return None
        return found
