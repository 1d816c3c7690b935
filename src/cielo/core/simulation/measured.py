"""What the crossings that a plan carries teach about its inks on its stock."""

from functools import lru_cache

from cielo.core.materials import Ink, MeasuredCrossing, Paper
from cielo.core.optics.learn import learn
from cielo.core.optics.refine import Refinement
from cielo.core.plan import Plan


def measured_of(plan: Plan) -> Refinement:
    """The refinement of a plan's predictions; that of nothing measured where it carries no crossing of its own inks."""
    keys = {ink.key for ink in plan.inks}
    known = tuple(c for c in plan.crossings if c.bottom in keys and c.top in keys and c.bottom != c.top)
    return _taught(plan.stock.paper, plan.inks, known)


@lru_cache(maxsize=64)
def _taught(paper: Paper, inks: tuple[Ink, ...], crossings: tuple[MeasuredCrossing, ...]) -> Refinement:
    return learn(paper, {ink.key: ink for ink in inks}, crossings)
