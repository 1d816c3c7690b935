"""Grounds through stencils."""

from dataclasses import replace

from cielo.core.plan import (
    Halo,
    Inside,
    Mask,
    MotifMask,
    Patches,
    Step,
    Whole,
)
from cielo.core.sequence.grounds.brief import Brief, Sketch, band_between, brush, dry, lay, lift, repeat_for


def stencil_over_blend(b: Brief) -> Sketch:
    stencil = repeat_for(b, "rosette", "agave")
    ground, through = b.inks[:-1] or b.inks, b.inks[-1]
    n = len(ground)
    blend = [brush(ink, band_between(b, "bottom", i / n, (i + 1) / n, 0.5 / n)) for i, ink in enumerate(ground)]
    steps: tuple[Step, ...] = (
        *blend,
        lay(stencil),
        brush(through, Whole(), touch="light", passes=4, onto="dry"),
        dry(),
        lift(stencil),
    )
    return Sketch((stencil,), steps)


def stencil_shaded(b: Brief) -> Sketch:
    stencil = repeat_for(b, "stone", "pebble", 0.26, 1.16)
    steps: list[Step] = [lay(stencil), brush(b.inks[0], Whole(), touch="light", passes=3)]
    steps += [brush(ink, Inside(stencil.key, "left"), "medium-brush", "light", 3) for ink in b.inks[1:]]
    return Sketch((stencil,), (*steps, dry(), lift(stencil)))


def motif_by_motif(b: Brief) -> Sketch:
    places = ((0.32, 0.3, 0.46), (0.68, 0.48, 0.42), (0.38, 0.72, 0.38))
    masks: list[Mask] = []
    steps: list[Step] = []
    for i, (x, y, size) in enumerate(places):
        opening = MotifMask(f"flower-{i + 1}", f"flower {i + 1}", "flower", round(b.w * x), round(b.h * y), round(b.short * size), 17.0 * i,
                            keeps="outside")  # fmt: skip
        masks.append(opening)
        ink = b.at(i)
        steps += [lay(opening), brush(ink, Inside(opening.key), "dauber", "light", 4, "dry" if i else "damp")]
        steps += [brush(b.at(i + 1), Inside(opening.key, "bottom"), "dauber", "pale", 3), lift(opening)]
    return Sketch(tuple(masks), (*steps, dry()))


def stencil_as_mask(b: Brief) -> Sketch:
    tall = round(b.short * 0.8)  # its foot hangs over the bottom edge, so that it does not float
    opening = MotifMask("saguaro", "saguaro", "saguaro", round(b.w / 2), round(b.h + 2 - tall / 2), tall, keeps="outside")
    cover = replace(opening, key="saguaro-mask", keeps="inside", spread_mm=1.2)
    rays = MotifMask("rays", "sun rays", "rays", round(b.w / 2), round(b.h * 0.5), round(max(b.w, b.h)), keeps="outside")
    steps: list[Step] = [lay(opening), brush(b.inks[-1], Whole(), "medium-brush", "light", 5), lift(opening)]
    steps += [lay(cover), lay(rays)]
    steps += [
        brush(ink, Halo(rays.key, b.short * (0.75 - 0.22 * i)), passes=3, onto="damp" if i else "dry")
        for i, ink in enumerate(b.inks[:-1] or b.inks)
    ]
    return Sketch((opening, cover, rays), (*steps, dry(), lift(rays), lift(cover)))


def on_coloured_stock(b: Brief) -> Sketch:
    stencil = repeat_for(b, "leaf", "leaf", 0.24)
    ink = b.aside.get("white", b.inks[0])
    steps: list[Step] = [lay(stencil), brush(ink, Whole(), "foam", "medium", 2), dry(15)]
    steps += [brush(other, Inside(stencil.key, "bottom"), "dauber", "light", 3, "dry") for other in b.inks if other is not ink]
    return Sketch((stencil,), (*steps, dry(15), lift(stencil)))


def pigment_tone(b: Brief) -> Sketch:
    stencil = repeat_for(b, "arch", "glasshouse", 0.22, 1.15)
    steps: list[Step] = [lay(stencil), brush(b.inks[0], Whole(), "foam", "medium", 2)]
    steps += [brush(ink, Patches(b.short * 0.3, 0.45), "sponge", "light", 3, seed=1 + i) for i, ink in enumerate(b.inks[1:])]
    return Sketch((stencil,), (*steps, dry(15), lift(stencil)))
