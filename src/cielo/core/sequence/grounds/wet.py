"""Smooshed grounds, water and alcohol ink."""

from cielo.core.plan import (
    Patches,
    Step,
    Water,
    WetArea,
    Whole,
)
from cielo.core.sequence.grounds.brief import Brief, Sketch, band_between, brush, dry


def smoosh_dry(b: Brief) -> Sketch:
    steps: list[Step] = []
    for i, ink in enumerate(b.inks):
        steps += [brush(ink, Whole(), "mat", "medium", 1, "dry" if i else "damp", seed=1 + i), dry(3, "heat")]
    return Sketch(steps=tuple(steps))


def smoosh_wet(b: Brief) -> Sketch:
    steps = [brush(ink, Whole(), "mat", "medium", 1, "wet" if i else "damp", seed=1 + i) for i, ink in enumerate(b.inks)]
    return Sketch(steps=(*steps, dry(5, "heat")))


def water_drops(b: Brief) -> Sketch:
    n = len(b.inks)
    blend = [brush(ink, band_between(b, "bottom", i / n, (i + 1) / n, 0.5 / n), passes=4) for i, ink in enumerate(b.inks)]
    drops = Water("", "coarse-splatter", Whole(), "medium", True, 3)
    return Sketch(steps=(*blend, dry(), drops, Water("", "fine-splatter", Whole(), "medium", False, 8), dry()))


def dropped_in(b: Brief) -> Sketch:
    wash = Water("", "large-brush", Patches(b.short * 0.42, 0.5), "heavy", False, 6)
    first = brush(b.inks[0], Whole(), touch="pale", passes=2)
    into = [brush(ink, WetArea(), "medium-brush", "light", 2, "wet" if i else "damp") for i, ink in enumerate(b.inks[1:])]
    return Sketch(steps=(first, dry(), wash, *into, dry(15)))


def alcohol_flow(b: Brief) -> Sketch:
    steps = [brush(ink, Whole(), "dropper", "medium", 2, "wet" if i else "damp", seed=1 + i) for i, ink in enumerate(b.inks)]
    return Sketch(steps=(*steps, dry(10)))
