"""Grounds round and past masks: moons, hills, edges, strips."""

from dataclasses import replace

from cielo.core.plan import (
    EdgeMask,
    Halo,
    Mask,
    MotifMask,
    Region,
    Step,
    Tapes,
    Vignette,
    Water,
    Whole,
)
from cielo.core.sequence.grounds.brief import Brief, Sketch, band_between, brush, dry, lay, lift, moon_for


def halo_and_moon(b: Brief) -> Sketch:
    moon = moon_for(b)
    rim = replace(moon, key="moon-hole", name="moon", keeps="outside")
    steps: list[Step] = [lay(moon)]
    for i, ink in enumerate(b.inks):
        region: Region = Halo(moon.key, b.short * 0.82) if i == 0 else Vignette(b.short * (1.12 - 0.67 * i / len(b.inks)))
        steps.append(brush(ink, region, passes=3 if i else 4))
    steps += [dry(), lift(moon), lay(rim), brush(b.inks[0], Whole(), touch="pale", passes=1, onto="dry")]
    steps += [brush(b.at(1), Halo(rim.key, moon.diameter_mm * 0.3), "small-brush", "pale", 2), dry(), lift(rim)]
    return Sketch((moon, rim), tuple(steps))


def horizon_glow(b: Brief) -> Sketch:
    sun = moon_for(b, 0.5, 0.5, 0.3, "sun")
    light, dark = b.inks[0], b.inks[-1]
    middle = b.inks[1:-1] or (light,)
    steps: list[Step] = [lay(sun), brush(light, Halo(sun.key, b.short * 0.82), passes=4)]
    for i, ink in enumerate(middle):
        top = 0.42 - 0.28 * i / max(1, len(middle))
        steps.append(brush(ink, band_between(b, "top", 0, top, 0.24), passes=3))
    steps.append(brush(middle[0], band_between(b, "bottom", 0.27, 0.33, 0.1), "medium-brush", "light", 2))
    steps += [dry(), lift(sun), brush(dark, band_between(b, "bottom", 0, 0.26, 0), "medium-brush", "medium", 6), dry()]
    return Sketch((sun,), tuple(steps))


NTH = ("first", "second", "third", "fourth", "fifth")


def called_hill(rank: int, ranks: int) -> str:
    """A hill by how far off it lies: "farthest hill", "middle hill", "nearest hill"."""
    if rank == 0:
        return "farthest hill"
    if rank == ranks - 1:
        return "nearest hill"
    return "middle hill" if ranks == 3 else f"{NTH[rank]} hill"


def hills_in_ranks(b: Brief) -> Sketch:
    masks: list[Mask] = []
    steps: list[Step] = [brush(b.inks[0], band_between(b, "top", 0, 0.45, 0.3), touch="pale", passes=3)]
    ranks = max(2, len(b.inks))
    for i in range(ranks):
        hill = EdgeMask(f"hills-{i + 1}", called_hill(i, ranks), round(b.w * (0.3 + 0.37 * (i % 2))), round(b.h * (0.4 + 0.5 * i / ranks)),
                        "hills", 0.0, round(b.h * 0.12), seed=3 + i, keeps="outside")  # fmt: skip
        ink = b.at(i)
        masks.append(hill)
        steps += [lay(hill), brush(ink, Halo(hill.key, b.h * 0.48), "medium-brush", "light", 2 + i)]
        steps += [brush(b.at(i + 1), Halo(hill.key, 7.5), "small-brush", "pale", 2), lift(hill)]
    return Sketch(tuple(masks), (*steps, dry()))


def mask_edge_abstract(b: Brief) -> Sketch:
    masks: list[Mask] = []
    steps: list[Step] = []
    for i, ink in enumerate(b.inks):
        angle = (25 + 67 * i) % 180
        edge = EdgeMask(f"edge-{i + 1}", f"{NTH[i]} edge", round(b.w * (0.3 + 0.4 * (i % 2))), round(b.h * (0.25 + 0.5 * i / len(b.inks))),
                        "straight" if i % 2 == 0 else "wave", float(angle), 14.0, seed=i)  # fmt: skip
        masks.append(edge)
        steps += [lay(edge), brush(ink, Halo(edge.key, b.short * 0.57), "medium-brush", "light", 4), lift(edge)]
    return Sketch(tuple(masks), (*steps, dry(), Water("", "mister", Whole(), "medium", True, 4), dry()))


def masked_strip(b: Brief) -> Sketch:
    tapes = Tapes("strip", "strip", round(b.w / 2), round(b.h / 2), -18.0, min(38.0, b.h * 0.4))
    leaf = MotifMask("rosette", "rosette", "rosette", round(b.w / 2), round(b.h / 2), tapes.width_mm * 0.8)
    n = len(b.inks)
    parts = [
        brush(ink, band_between(b, "left", i / n, (i + 1) / n, 0.55 / n), "medium-brush", "light", 4)
        for i, ink in enumerate(b.inks)
    ]
    return Sketch((tapes, leaf), (lay(tapes), lay(leaf), *parts, dry(), lift(leaf), lift(tapes)))


def two_zones(b: Brief) -> Sketch:
    floor = EdgeMask("floor", "floor", round(b.w / 2), round(b.h * 0.66), "straight")
    wall = replace(floor, key="wall", name="wall", keeps="outside")
    upper, lower = b.inks[0], b.inks[-1]
    steps = (
        lay(floor), brush(upper, Whole(), passes=3), brush(b.at(1), Vignette(b.short * 0.75), touch="pale", passes=3), lift(floor),
        lay(wall), brush(lower, Whole(), passes=3), brush(lower, Halo(wall.key, b.h * 0.15), "medium-brush", "pale", 3), dry(), lift(wall),
    )  # fmt: skip
    return Sketch((floor, wall), steps)


def edge_flipped(b: Brief) -> Sketch:
    masks: list[Mask] = []
    steps: list[Step] = []
    for i, ink in enumerate(b.inks):
        cloud = EdgeMask(f"cloud-{i + 1}", f"{NTH[i]} cloud", round(b.w * (0.25 + 0.23 * i)),
                         round(b.h * (0.24 + 0.62 * i / len(b.inks))), "clouds", 180.0 if i % 2 else 0.0, 14.0, seed=5, flipped=i % 4 > 1,
                         keeps="inside" if i % 2 else "outside")  # fmt: skip
        masks.append(cloud)
        steps += [lay(cloud), brush(ink, Halo(cloud.key, b.h * 0.36), "medium-brush", "light", 3 + i), lift(cloud)]
    return Sketch(tuple(masks), (*steps, dry()))
