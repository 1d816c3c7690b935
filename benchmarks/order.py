"""The walk, the checks and the order of a plan of 40 steps: ``make bench``. Prints figures, asserts nothing."""

import random
import statistics
import time
from collections.abc import Callable
from dataclasses import replace

from tests.core.test_every_check import SMOOTH, lay, low, plan, stamp, top

from cielo.core.advice.judge import judge
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    Brush,
    Dry,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Piece,
    Plan,
    Step,
    Vignette,
    replace_step,
    with_all_put_on,
)
from cielo.core.simulation.contact import contact_of
from cielo.core.table.purpose import read_purposes, settled
from cielo.core.table.walk import walk

TIMES = 9


def forty_steps() -> Plan:
    """A ground through and past four masks, each laid and lifted twice, with dryings."""
    inks = ("pale", "yellow", "red", "blue", "dark")
    steps: list[Step] = [lay("pale"), lay("yellow", top(90)), lay("red", low(70)), Dry("", "air", 6)]
    for n, key in enumerate(("moon", "land", "repeat", "sky") * 2):
        ink = inks[n % len(inks)]
        through = Inside(key) if key == "repeat" else Halo(key, 24)
        steps += [LayMask("", key), lay(ink, through, onto="dry"), LiftMask("", key), Dry("", "air", 4)]
    steps += [lay("dark", Vignette(24 + n)) for n in range(4)]
    return settled(plan(*steps))


def with_three_pieces(of: Plan) -> Plan:
    """The same with a strip, a tag and a square made beside it, each inked, dried and stamped, and put on last."""
    made = (replace(lay("red"), id="s1"), Dry("s2", "air", 5), replace(stamp("dark", size=9), id="s3"))
    pieces = tuple(
        Piece(f"piece-{n}", name, SMOOTH, width, 18.0, 60.0, 40.0 + 30 * n, steps=made)
        for n, (name, width) in enumerate((("strip", 80.0), ("tag", 40.0), ("square", 18.0)), 1)
    )
    return settled(with_all_put_on(replace(of, pieces=pieces)))


def median_ms(action: Callable[[int], object]) -> float:
    """The median of TIMES; the action is told which time it is, so that it can ask for something new each time."""
    action(-1)
    took = []
    for n in range(TIMES):
        begin = time.perf_counter()
        action(n)
        took.append(time.perf_counter() - begin)
    return statistics.median(took) * 1000


def main() -> None:
    of = with_three_pieces(forty_steps())
    last = next(step for step in reversed(of.steps) if isinstance(step, Brush))

    def edited(n: int) -> Plan:
        return replace_step(of, replace(last, passes=4 + n))

    def shuffled(n: int) -> Plan:
        steps = list(of.steps)
        random.Random(n).shuffle(steps)
        return replace(of, steps=tuple(steps))

    contact = contact_of(of)
    print(f"{len(of.steps)} steps, 4 masks, {len(of.pieces)} pieces; medians of {TIMES}")
    print(f"  the walk                       {median_ms(lambda _: walk(of, contact)):7.1f} ms")
    print(f"  what each step is for          {median_ms(lambda n: read_purposes(edited(n))):7.1f} ms")
    print(f"  all checks, one step changed   {median_ms(lambda n: judge(edited(n))):7.1f} ms")
    print(f"  a shuffle put in order         {median_ms(lambda n: in_order(shuffled(n))):7.1f} ms")


if __name__ == "__main__":
    main()
