"""How long the solvers take, and how that grows with the shelf: ``make bench``. Prints figures and ratios, asserts nothing."""

import math
import random
import time
from dataclasses import replace

from cielo.core.geometry.nesting import SHEETS, Want, nest
from cielo.core.keeping import KEPT
from cielo.core.materials import Ink, Swatch
from cielo.core.optics.films import film_of
from cielo.core.solvers.colourways import colourways
from cielo.core.solvers.even import even_gradient
from cielo.core.solvers.find import find_colour
from cielo.core.solvers.place import spread_evenly
from cielo.core.solvers.show import show_it
from cielo.core.solvers.trainer import ask
from cielo.core.solvers.wish import Wish, blank_of, grounds_for
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS, STOCKS
from cielo.demo.solved import solved_plans

# How many inks there are to choose from, and how many cards of the demo are evened.
COUNTS, CARDS = (20, 60, 200), 4


def shelf_of(count: int) -> list[Ink]:
    """So many invented dyes."""
    chance = random.Random(count)
    some = next(ink for ink in INKS if ink.kind == "dye")
    return [
        replace(
            some,
            key=f"ink-{n}",
            name=f"Ink {n}",
            swatches=(Swatch(1.0, (chance.uniform(30, 92), chance.uniform(-45, 60), chance.uniform(-45, 75))),),
        )
        for n in range(count)
    ]


def seconds(what: object) -> float:
    began = time.perf_counter()
    what()  # type: ignore[operator]
    return time.perf_counter() - began


def main() -> None:
    stock = STOCKS[0]
    find_colour((60, 20, 10), stock, shelf_of(3))
    before = 0.0
    for count in COUNTS:
        inks = shelf_of(count)
        films = seconds(lambda inks=inks: [film_of(ink, stock.paper) for ink in inks])
        times = [
            seconds(lambda inks=inks, lab=lab: find_colour(lab, stock, inks))
            for lab in ((60, 20, 10), (45, -20, -25), (75, 5, 50))
        ]
        took = sum(times[1:]) / 2
        ratio = f", {took / before:.1f} times the last" if before else ""
        print(
            f"find a colour among {count} inks: {took:.2f} s{ratio}; the first {times[0]:.2f} s; their films, once, {films:.2f} s"
        )
        before = took
    plans = [plan for plan in demo_plans() if len(plan.steps) > 5][:CARDS]
    for plan in plans:
        KEPT.clear()
        print(f"even {plan.title}: {seconds(lambda plan=plan: even_gradient(plan)):.2f} s")
        print(f"three colourways of {plan.title}: {seconds(lambda plan=plan: colourways(plan, INKS, 3)):.2f} s")
    proposing()


def proposing() -> None:
    """Things that stand out and wishes as the shelf grows, figures spread, odd pieces nested, a question."""
    moths = solved_plans()[2]
    last = moths.steps[-1].id
    before = {"show": 0.0, "wish": 0.0}
    for count in COUNTS:
        KEPT.clear()
        inks = shelf_of(count)
        took = {
            "show": seconds(lambda inks=inks: show_it(moths, last, 25.0, inks)),
            "wish": seconds(lambda inks=inks: grounds_for(Wish("dusk"), blank_of(moths), inks)),
        }
        for what, time_s in took.items():
            ratio = f", {time_s / before[what]:.1f} times the last" if before[what] else ""
            print(f"{what} with {count} inks: {time_s:.2f} s{ratio}")
        before = took
    print(f"five moths spread: {seconds(lambda: spread_evenly(moths, last)):.2f} s")
    disc = tuple((20 + 20 * math.cos(a * math.pi / 24), 20 + 20 * math.sin(a * math.pi / 24)) for a in range(48))
    for count in (10, 40):
        took_s = seconds(lambda count=count: nest([Want("disc", 40.0, 40.0, count, outline=disc)], SHEETS["letter"]))
        print(f"{count} discs nested by their outline: {took_s:.2f} s")
    print(f"a question of the trainer: {seconds(lambda: ask('mud', STOCKS[0], INKS, 3)):.2f} s")


if __name__ == "__main__":
    main()
