"""How long ink and water want to dry: by kind, stock and way. One place for all. All figures: common practice, no source."""

from math import ceil

from cielo.core.materials import DRIES_LONGER, DRYING_MINUTES, FASTER, Ink, Surface
from cielo.core.plan import Brush, Dry, DryingWay, Plan, Water

# How much longer than on plain cardstock ink stays wet on a surface.
SLOWER: dict[Surface, float] = {"uncoated": 1.0, "calendered": 1.1, "coated": 1.4, "rough": 1.5, "synthetic": 2.0}
# A panel that water stood on, minutes in the air on plain cardstock.
WATER_MINUTES = 8.0
# Least that is worth a timer.
LEAST_MINUTES = 0.5


def ink_wants(ink: Ink, surface: Surface) -> float:
    """How long an ink dries in the air on a surface before it is handled or laid over, minutes."""
    return DRYING_MINUTES[ink.kind] * DRIES_LONGER[ink.dries] * SLOWER[surface]


def water_wants(surface: Surface) -> float:
    """How long a panel that water stood on dries in the air, minutes."""
    return WATER_MINUTES * SLOWER[surface]


def in_half_minutes(minutes: float) -> float:
    """Rounded up to what a timer is set to, half a minute at least."""
    return max(LEAST_MINUTES, ceil(2 * minutes - 1e-9) / 2)


def suggested_minutes(plan: Plan, step: Dry, way: DryingWay | None = None) -> float:
    """What a drying step wants, minutes, rounded up to halves: the slowest of what was laid since the drying before it."""
    wants, surface = 0.0, plan.stock.paper.surface
    for earlier in reversed(plan.steps[: plan.index_of(step.id)]):
        if isinstance(earlier, Dry):
            break
        if isinstance(earlier, Brush):
            wants = max(wants, ink_wants(plan.ink(earlier.ink), surface))
        elif isinstance(earlier, Water):
            wants = max(wants, water_wants(surface))
    return in_half_minutes(wants / FASTER[way or step.way])
