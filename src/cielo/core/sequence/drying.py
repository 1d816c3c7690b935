"""How long a drying takes: by the inks since the last one, the stock and the way. All figures: common practice, no source."""

from cielo.core.materials import DRYING_MINUTES, FASTER, Surface
from cielo.core.plan import Brush, Dry, DryingWay, Plan, Water

# How much longer than on plain cardstock ink stays wet on a surface.
SLOWER: dict[Surface, float] = {"uncoated": 1.0, "calendered": 1.1, "coated": 1.4, "rough": 1.5, "synthetic": 2.0}
# A panel that water stood on, minutes in the air on plain cardstock.
WATER_MINUTES = 8.0
# Least that is worth a timer.
LEAST_MINUTES = 0.5


def suggested_minutes(plan: Plan, step: Dry, way: DryingWay | None = None) -> float:
    """What a drying step wants, minutes, rounded up to halves: the slowest of what was laid since the drying before it."""
    wants = 0.0
    for earlier in reversed(plan.steps[: plan.index_of(step.id)]):
        if isinstance(earlier, Dry):
            break
        if isinstance(earlier, Brush):
            wants = max(wants, DRYING_MINUTES[plan.ink(earlier.ink).kind])
        elif isinstance(earlier, Water):
            wants = max(wants, WATER_MINUTES)
    minutes = wants * SLOWER[plan.stock.paper.surface] / FASTER[way or step.way]
    return max(LEAST_MINUTES, round(2 * minutes + 0.49) / 2)
