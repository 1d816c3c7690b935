"""Speed and memory of the panel picture, against the plain NumPy reference: ``make bench``. Prints figures, asserts nothing."""

import resource
import statistics
import time
from collections.abc import Callable
from dataclasses import replace
from functools import partial

from tests.core.plans import ten_passes, twelve_steps

from cielo.app.pictures import panel_png
from cielo.core.advice.judge import judge
from cielo.core.keeping import KEPT
from cielo.core.plan import Brush, Plan, replace_step
from cielo.core.simulation import noise
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.reference import reference_xyz
from cielo.core.simulation.run import picture

TIMES = 15


def seconds(action: Callable[[], object]) -> float:
    begin = time.perf_counter()
    action()
    return time.perf_counter() - begin


def forget() -> None:
    KEPT.clear()
    noise._lattice.cache_clear()


def changed(plan: Plan, passes: int) -> Plan:
    """The plan with its first brushing changed, which lies below all the others."""
    first = next(step for step in plan.steps if isinstance(step, Brush))
    return replace_step(plan, replace(first, passes=passes))


def measure(name: str, plan: Plan) -> None:
    """Print what drawing a plan costs, and drawing it again with its first brushing changed."""
    grid = grid_of(plan.card, 100)
    picture(plan, grid)  # compile and import once; that is not what is measured

    def cold() -> None:
        forget()
        picture(plan, grid)

    colds = [seconds(cold) for _ in range(TIMES // 2)]
    variants = [changed(plan, passes) for passes in range(3, 3 + TIMES)]
    changes = [seconds(partial(picture, variant, grid)) for variant in variants]
    forget()
    picture(plan, grid)
    pngs = [seconds(partial(panel_png, variant, 100)) for variant in variants]
    references = [seconds(lambda: reference_xyz(plan, grid)) for _ in range(1 + TIMES // 8)]
    advice = [seconds(partial(judge, variant)) for variant in variants]
    print(f"{name}: panel {grid.columns} x {grid.rows} px at 100 px/in, {len(plan.steps)} steps; medians")
    print(f"  cold                        {statistics.median(colds) * 1000:8.1f} ms")
    print(f"  one pass changed            {statistics.median(changes) * 1000:8.1f} ms")
    print(f"  one pass changed, to the page{statistics.median(pngs) * 1000:8.1f} ms")
    print(f"  all checks, one changed     {statistics.median(advice) * 1000:8.1f} ms")
    print(f"  plain NumPy reference       {statistics.median(references) * 1000:8.1f} ms")
    print(f"  reference / one pass changed{statistics.median(references) / statistics.median(changes):8.1f} times")


def main() -> None:
    measure("10 passes and a moon", ten_passes())
    measure("stencil, resist, splatter", twelve_steps())
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    print(f"peak memory so far (the reference needs most of it) {before / 1024:8.0f} MiB")


def print_picture() -> None:
    """The 300 dots to the inch picture in a process of its own, so that its memory is its own."""
    plan = twelve_steps()
    took = seconds(lambda: panel_png(plan, 300))
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"print picture, 300 px/in: {took:.1f} s with start-up, peak memory {peak:.0f} MiB")


if __name__ == "__main__":
    import sys

    print_picture() if "--print" in sys.argv else main()
