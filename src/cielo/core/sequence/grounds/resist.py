"""Grounds over melted powder."""

from cielo.core.plan import (
    Disc,
    Motifs,
    Prepare,
    Step,
    Vignette,
    Whole,
    WipeBeads,
)
from cielo.core.sequence.grounds.brief import Brief, Sketch, brush, dry, lay, lift, repeat_for


def emboss_resist(b: Brief) -> Sketch:
    stencil = repeat_for(b, "spines", "spines", 0.24, 1.1)
    powder = b.aside["powder"]
    steps: list[Step] = [lay(stencil), brush(powder, Whole(), "dauber", "full", 1), lift(stencil)]
    steps += [brush(b.inks[0], Whole(), passes=3, onto="dry")]
    steps += [brush(ink, Vignette(b.short * (1.05 - 0.6 * i / len(b.inks))), passes=4) for i, ink in enumerate(b.inks[1:], 1)]
    return Sketch((stencil,), (*steps, WipeBeads(""), dry()))


def clear_resist(b: Brief) -> Sketch:
    stencil = repeat_for(b, "flower", "flower", 0.28, 1.1)
    clear = b.aside["clear"]
    steps: list[Step] = [brush(b.inks[0], Whole(), passes=3), dry(), Prepare("", "anti-static"), lay(stencil)]
    steps.append(brush(clear, Whole(), "dauber", "full", 1))
    steps += [lift(stencil)]
    steps += [brush(ink, Whole(), passes=4, onto="dry" if i == 0 else "damp") for i, ink in enumerate(b.inks[1:])]
    return Sketch((stencil,), (*steps, WipeBeads(""), dry()))


def spotlight(b: Brief) -> Sketch:
    spots = tuple(
        Disc(f"spot-{i + 1}", f"spotlight {i + 1}", round(b.w * x), round(b.h * y), round(b.short * d))
        for i, (x, y, d) in enumerate(((0.36, 0.3, 0.42), (0.7, 0.52, 0.3), (0.34, 0.76, 0.24)))
    )
    ground = [brush(ink, Vignette(b.short * (1.12 - 0.6 * i / len(b.inks))), passes=3) for i, ink in enumerate(b.inks[1:], 1)]
    print_ = brush(b.inks[-1], Motifs("leaf", b.short * 0.22, 7, 2.0), "stamp", "first", 1, "dry", 5)
    return Sketch(
        spots,
        (*(lay(s) for s in spots), brush(b.inks[0], Whole(), passes=3), *ground, dry(), *(lift(s) for s in spots), print_, dry()),
    )
