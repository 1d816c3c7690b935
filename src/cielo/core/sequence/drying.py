"""How long ink and water want to dry: by kind, stock and way. One place for all. All figures: common practice, no source."""

from math import ceil

from cielo.core.bounds import MOST_MINUTES
from cielo.core.materials import DRIES_LONGER, DRYING_MINUTES, Ink, Surface
from cielo.core.plan import Brush, Plan, Prepare, PutOn, Step, StickOn, Water, piece_of

# How much longer than on plain cardstock ink stays wet on a surface.
SLOWER: dict[Surface, float] = {"uncoated": 1.0, "calendered": 1.1, "coated": 1.4, "rough": 1.5, "synthetic": 2.0}
# A panel that water stood on, minutes in the air on plain cardstock.
WATER_MINUTES = 8.0
# Glue, before the card is handled.
GLUE_MINUTES = 5.0
# What is laid in FULL applications dries as long as its kind is said to; a thin touch sooner, a heavy one later, within these shares.
# Judgement, no source.
THINNEST, THICKEST = 0.5, 1.5
FULL = 1.5
# What a cloth leaves of the water it blots. Judgement, no source.
BLOTTED_LEAVES = 0.25
# Least that is worth a timer.
LEAST_MINUTES = 0.5


def ink_wants(ink: Ink, surface: Surface) -> float:
    """How long an ink dries in the air on a surface before it is handled or laid over, minutes."""
    return DRYING_MINUTES[ink.kind] * DRIES_LONGER[ink.dries] * SLOWER[surface]


def water_wants(surface: Surface) -> float:
    """How long a panel that water stood on dries in the air, minutes."""
    return WATER_MINUTES * SLOWER[surface]


# Drops of clear or coloured medium set through from the outside. Common practice, no source.
DROPS_MINUTES = 180.0


def wants_min(plan: Plan, step: Step) -> float:
    """How long what a step lays dries in the air at the maker's own table, minutes; 0 for what lays nothing wet."""
    return plan.pace.dry * _usually_wants_min(plan, step)


def _usually_wants_min(plan: Plan, step: Step) -> float:
    surface = plan.stock.paper.surface
    match step:
        case Brush():
            amount = min(THICKEST, max(THINNEST, step.strength / FULL))
            return ink_wants(plan.ink(step.ink), surface) * amount
        case Water():
            return water_wants(surface) * (BLOTTED_LEAVES if step.blot else 1.0)
        case Prepare(act="mount"):
            return GLUE_MINUTES
        case PutOn():
            return 0.0 if piece_of(plan, step.piece).raised_mm else GLUE_MINUTES  # foam sticks at once
        case StickOn(thing="drops"):
            return DROPS_MINUTES
        case _:
            return 0.0


def in_half_minutes(minutes: float) -> float:
    """Rounded up to what a timer is set to: half a minute at least, and no longer than a drying may be."""
    return min(MOST_MINUTES, max(LEAST_MINUTES, ceil(2 * minutes - 1e-9) / 2))
