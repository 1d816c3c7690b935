"""Stamped and dabbed grounds."""

from cielo.core.plan import (
    Focal,
    Motifs,
    Patches,
    Step,
    Words,
)
from cielo.core.sequence.grounds.brief import Brief, Sketch, band_between, brush, dry

# The last dabs go on until hardly a spot is bare.
NO_SPOT = 0.95


def patches_overprint(b: Brief) -> Sketch:
    colours, dark = b.inks[:-1] or b.inks, b.inks[-1]
    steps: list[Step] = [
        brush(ink, Patches(b.short * 0.26, 0.82 if ink != colours[-1] else NO_SPOT), "sponge", "medium", 2, seed=1 + i)
        for i, ink in enumerate(colours)
    ]
    steps += [dry(), brush(dark, Motifs("leaf", b.short * 0.26, 4, 1.5), "stamp", "first", 1, "dry", 9), dry()]
    if "white" in b.aside:
        steps += [brush(b.aside["white"], Motifs("dot", 1.8, 9, 3.0), "pen", "full", 1, "dry", 12), dry()]
    return Sketch(steps=tuple(steps))


def triangle_and_words(b: Brief) -> Sketch:
    sentiment = Focal("sentiment", "winter show", "sentiment", b.w / 2, b.h * 0.88, b.w * 0.72, b.h * 0.09, b.for_words.key)
    words = Words("Winter show", sentiment.x_mm, sentiment.y_mm, b.w * 0.075)
    steps = (
        brush(b.inks[0], band_between(b, "top", 0, 0.6, 0.35), touch="pale", passes=3), dry(),
        brush(b.at(1), Motifs("rosette", b.short * 0.34, 3, 0.0, "triangle"), "stamp", "first", 1, "dry", 2),
        dry(), brush(b.for_words, words, "stamp", "first", 1, "dry"), dry(),
    )  # fmt: skip
    return Sketch(steps=steps, focal=(sentiment,))


def leftovers(b: Brief) -> Sketch:
    steps: list[Step] = [
        brush(ink, Patches(b.short * 0.3, 0.4), "medium-brush", "pale", 2, seed=1 + i) for i, ink in enumerate(b.inks)
    ]
    steps += [dry(), brush(b.inks[-1], Motifs("flower", b.short * 0.3, 2, 2.0), "stamp", "third", 1, "dry", 4), dry()]
    return Sketch(steps=tuple(steps))
