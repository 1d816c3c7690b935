"""Blended grounds: inks carried into each other."""

from cielo.core.plan import (
    Step,
    Vignette,
    Whole,
)
from cielo.core.sequence.gradient import GradientWish, propose_gradient
from cielo.core.sequence.grounds.brief import Brief, Sketch, band_between, brush, dry


def meeting_blend(b: Brief) -> Sketch:
    light, dark = b.inks[0], b.inks[-1]
    return Sketch(
        steps=(
            brush(light, band_between(b, "top", 0, 0.36, 0.3)),
            brush(dark, band_between(b, "bottom", 0, 0.36, 0.3)),
            brush(light, Whole(), touch="pale", passes=1),
            dry(),
        )
    )


def banded(b: Brief) -> Sketch:
    plan = propose_gradient(b.title, b.units, b.card, b.stock, b.inks, GradientWish("bottom"))
    return Sketch(steps=plan.steps)


def there_and_back(b: Brief) -> Sketch:
    n = len(b.inks)
    regions = [band_between(b, "bottom", i / n, (i + 1) / n, 0.5 / n) for i in range(n)]
    there = [brush(ink, region, touch="pale", passes=1) for ink, region in zip(b.inks, regions, strict=True)]
    back = [brush(ink, region, touch="light", passes=3) for ink, region in zip(b.inks[::-1], regions[::-1], strict=True)]
    return Sketch(steps=(*there, *back, dry()))


def night_vignette(b: Brief) -> Sketch:
    n = len(b.inks)
    steps: list[Step] = [brush(b.inks[0], Whole(), passes=3)]
    for i, ink in enumerate(b.inks[1:], 1):
        steps.append(brush(ink, Vignette(b.short * (0.93 - 0.6 * i / n)), passes=4))
    steps.append(brush(b.inks[-1], Vignette(b.short * 0.54, "corners"), touch="medium", passes=3))
    steps.append(dry())
    if "white" in b.aside:
        steps += [brush(b.aside["white"], Whole(), "fine-splatter", "light", 2, "dry"), dry()]
    return Sketch(steps=tuple(steps))
