"""Every ground a maker may start from (trade.md, techniques a to x): from a panel, a stock and inks to steps that make sense.

Each builder takes a Brief, whose inks are sorted light to dark on that stock, and gives masks and steps; ``lay_out`` numbers the steps.
The dryings, wipes and clean tools that their order asks for are set by ``order.derive.with_derived``.
All measures follow from the panel's size. Common practice, no source.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from cielo.core.geometry.placing import centre_repeat
from cielo.core.materials import RESIST_KINDS, Ink, InkKind, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Disc,
    Dry,
    Edge,
    EdgeMask,
    Focal,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    Motif,
    MotifMask,
    Motifs,
    Onto,
    Patches,
    Plan,
    Prepare,
    Region,
    Stencil,
    Step,
    Tapes,
    Touch,
    Vignette,
    Water,
    WetArea,
    Whole,
    WipeBeads,
    Words,
)
from cielo.core.sequence.gradient import DRYING_MINUTES, GradientWish, propose_gradient
from cielo.core.sequence.lightness import light_to_dark, seen_on
from cielo.core.units import Units
from cielo.errors import BadInput

Family = Literal["blended", "masked", "stencilled", "resist", "smooshed", "stamped", "water", "alcohol"]
# Inks that a ground takes for its own part (powder, white, paste), not as its colours.
ASIDE: frozenset[InkKind] = frozenset({*RESIST_KINDS, "white", "paste"})


@dataclass(frozen=True)
class Brief:
    """What a builder works from: the panel's size in mm, the colours light to dark, and inks of special kinds by kind."""

    title: str
    units: Units
    card: Card
    stock: Stock
    inks: tuple[Ink, ...]
    aside: Mapping[InkKind, Ink] = field(default_factory=dict)

    @property
    def w(self) -> float:
        return self.card.panel_width_mm

    @property
    def h(self) -> float:
        return self.card.panel_height_mm

    @property
    def short(self) -> float:
        return min(self.w, self.h)

    def shade(self, share: float) -> Ink:
        """The ink at a share of the way from the lightest (0) to the darkest (1)."""
        return self.inks[round(share * (len(self.inks) - 1))]

    @property
    def for_words(self) -> Ink:
        """The ink in which words are read best on the bare stock."""
        paper = self.stock.paper
        able = (*self.inks, *(ink for ink in self.aside.values() if ink.kind == "white"))
        return max(able, key=lambda ink: float(ciede2000(seen_on(paper, ink), paper.lab)))

    def at(self, index: int) -> Ink:
        """The ink at a place from the lightest, the darkest where there are not so many."""
        return self.inks[min(index, len(self.inks) - 1)]


@dataclass(frozen=True)
class Sketch:
    """Masks, steps without ids, and focal pieces."""

    masks: tuple[Mask, ...] = ()
    steps: tuple[Step, ...] = ()
    focal: tuple[Focal, ...] = ()


@dataclass(frozen=True)
class Ground:
    """A ground to start from.

    fewest, most : how many colours it takes.
    needs : kinds of special ink it must have beside them.
    suits : what it asks of stock and ink, in words.
    """

    key: str
    name: str
    family: Family
    hint: str
    build: Callable[[Brief], Sketch]
    fewest: int = 2
    most: int = 5
    needs: tuple[InkKind, ...] = ()
    suits: str = ""


def lay_out(title: str, units: Units, card: Card, stock: Stock, inks: Sequence[Ink], ground_key: str) -> Plan:
    """A plan of one of GROUNDS. Raises BadInput for an unknown ground or inks that it cannot be made of."""
    ground = GROUNDS.get(ground_key)
    if ground is None:
        raise BadInput(f"there is no ground {ground_key!r}.", field="ground", mend=f"Choose one of: {', '.join(GROUNDS)}.")
    colours = tuple(ink for ink in inks if ink.kind not in ASIDE)
    aside = _that_show(stock, colours, [ink for ink in inks if ink.kind in ASIDE])
    if not ground.fewest <= len(colours) <= ground.most:
        raise BadInput(
            f"{ground.name} takes {ground.fewest} to {ground.most} colours, not {len(colours)}.",
            field="inks",
            mend="Choose inks that neighbour each other: light, middle, dark.",
        )
    missing = [kind for kind in ground.needs if kind not in aside]
    if missing:
        raise BadInput(f"{ground.name} takes a {missing[0]} too.", field="inks", mend="Choose one from the shelf.")
    ordered = light_to_dark(stock.paper, colours)
    sketch = ground.build(Brief(title, units, card, stock, ordered, aside))
    used = {step.ink for step in sketch.steps if isinstance(step, Brush)} | {piece.ink for piece in sketch.focal}
    kept = tuple(ink for ink in (*ordered, *aside.values()) if ink.key in used or ink in colours)
    numbered = tuple(replace(step, id=f"s{n}") for n, step in enumerate(sketch.steps, 1))
    return Plan(title, units, card, stock, kept, sketch.masks, numbered, sketch.focal)


def _that_show(stock: Stock, colours: Sequence[Ink], special: Sequence[Ink]) -> dict[InkKind, Ink]:
    """Of each special kind the ink that stands out most from the ground's darkest colour, or from the stock where it has no colours."""
    ground = seen_on(stock.paper, min(colours, key=lambda ink: seen_on(stock.paper, ink)[0])) if colours else stock.paper.lab
    best: dict[InkKind, Ink] = {}
    for ink in sorted(special, key=lambda ink: (-float(ciede2000(seen_on(stock.paper, ink), ground)), ink.key)):
        best.setdefault(ink.kind, ink)
    return best


def brush(
    ink: Ink,
    region: Region,
    tool: str = "large-brush",
    touch: Touch = "light",
    passes: int = 3,
    onto: Onto = "damp",
    seed: int = 1,
) -> Brush:
    return Brush("", ink.key, tool, region, touch, passes, onto, None, seed)


def dry(minutes: float = DRYING_MINUTES, way: Literal["air", "blot", "heat"] = "air") -> Dry:
    return Dry("", way, minutes)


def lay(mask: Mask) -> LayMask:
    return LayMask("", mask.key)


def lift(mask: Mask) -> LiftMask:
    return LiftMask("", mask.key)


def _slice(b: Brief, edge: Edge, start: float, end: float, carry: float) -> Band:
    """A band given in shares of the panel from an edge; it runs off the panel at 0 and 1."""
    span = b.h if edge in ("top", "bottom") else b.w
    return Band(edge, start * span, end * span, carry * span if start > 0 else 0.0, carry * span if end < 1 else 0.0)


def _moon(b: Brief, x: float = 0.64, y: float = 0.3, across: float = 0.32, name: str = "moon") -> Disc:
    return Disc(name, name, round(b.w * x), round(b.h * y), round(b.short * across))


# Blended -----------------------------------------------------------------------------------------------------------------------
def meeting_blend(b: Brief) -> Sketch:
    light, dark = b.inks[0], b.inks[-1]
    return Sketch(
        steps=(
            brush(light, _slice(b, "top", 0, 0.36, 0.3)),
            brush(dark, _slice(b, "bottom", 0, 0.36, 0.3)),
            brush(light, Whole(), touch="pale", passes=1),
            dry(),
        )
    )


def banded(b: Brief) -> Sketch:
    plan = propose_gradient(b.title, b.units, b.card, b.stock, b.inks, GradientWish("bottom"))
    return Sketch(steps=plan.steps)


def there_and_back(b: Brief) -> Sketch:
    n = len(b.inks)
    regions = [_slice(b, "bottom", i / n, (i + 1) / n, 0.5 / n) for i in range(n)]
    there = [brush(ink, region, touch="pale", passes=1) for ink, region in zip(b.inks, regions, strict=True)]
    back = [brush(ink, region, touch="light", passes=3) for ink, region in zip(b.inks[::-1], regions[::-1], strict=True)]
    return Sketch(steps=(*there, *back, dry()))


def night_vignette(b: Brief) -> Sketch:
    n = len(b.inks)
    steps: list[Step] = [brush(b.inks[0], Whole(), passes=3)]
    for i, ink in enumerate(b.inks[1:], 1):
        steps.append(brush(ink, Vignette(b.short * (0.62 - 0.4 * i / n)), passes=4))
    steps.append(brush(b.inks[-1], Vignette(b.short * 0.36, "corners"), touch="medium", passes=3))
    steps.append(dry())
    if "white" in b.aside:
        steps += [brush(b.aside["white"], Whole(), "fine-splatter", "light", 1, "dry"), dry()]
    return Sketch(steps=tuple(steps))


# Masked ------------------------------------------------------------------------------------------------------------------------
def halo_and_moon(b: Brief) -> Sketch:
    moon = _moon(b)
    rim = replace(moon, key="moon-hole", name="moon", keeps="outside")
    steps: list[Step] = [lay(moon)]
    for i, ink in enumerate(b.inks):
        region: Region = Halo(moon.key, b.short * 0.55) if i == 0 else Vignette(b.short * (0.75 - 0.45 * i / len(b.inks)))
        steps.append(brush(ink, region, passes=3 if i else 4))
    steps += [dry(), lift(moon), lay(rim), brush(b.inks[0], Whole(), touch="pale", passes=1, onto="dry")]
    steps += [brush(b.at(1), Halo(rim.key, moon.diameter_mm * 0.2), "small-brush", "pale", 2), dry(), lift(rim)]
    return Sketch((moon, rim), tuple(steps))


def horizon_glow(b: Brief) -> Sketch:
    sun = _moon(b, 0.5, 0.5, 0.3, "sun")
    light, dark = b.inks[0], b.inks[-1]
    middle = b.inks[1:-1] or (light,)
    steps: list[Step] = [lay(sun), brush(light, Halo(sun.key, b.short * 0.55), passes=4)]
    for i, ink in enumerate(middle):
        top = 0.42 - 0.28 * i / max(1, len(middle))
        steps.append(brush(ink, _slice(b, "top", 0, top, 0.24), passes=3))
    steps.append(brush(middle[0], _slice(b, "bottom", 0.27, 0.33, 0.1), "medium-brush", "light", 2))
    steps += [dry(), lift(sun), brush(dark, _slice(b, "bottom", 0, 0.26, 0), "medium-brush", "medium", 6), dry()]
    return Sketch((sun,), tuple(steps))


def hills_in_ranks(b: Brief) -> Sketch:
    masks: list[Mask] = []
    steps: list[Step] = [brush(b.inks[0], _slice(b, "top", 0, 0.45, 0.3), touch="pale", passes=3)]
    ranks = max(2, len(b.inks))
    for i in range(ranks):
        hill = EdgeMask(f"hills-{i + 1}", f"hills {i + 1}", round(b.w * (0.3 + 0.37 * (i % 2))), round(b.h * (0.4 + 0.5 * i / ranks)),
                        "hills", 0.0, round(b.h * 0.12), seed=3 + i, keeps="outside")  # fmt: skip
        ink = b.at(i)
        masks.append(hill)
        steps += [lay(hill), brush(ink, Halo(hill.key, b.h * 0.3), "medium-brush", "light", 2 + i)]
        steps += [brush(b.at(i + 1), Halo(hill.key, 5.0), "small-brush", "pale", 2), lift(hill)]
    return Sketch(tuple(masks), (*steps, dry()))


def mask_edge_abstract(b: Brief) -> Sketch:
    masks: list[Mask] = []
    steps: list[Step] = []
    for i, ink in enumerate(b.inks):
        angle = (25 + 67 * i) % 180
        edge = EdgeMask(f"edge-{i + 1}", f"edge {i + 1}", round(b.w * (0.3 + 0.4 * (i % 2))), round(b.h * (0.25 + 0.5 * i / len(b.inks))),
                        "straight" if i % 2 == 0 else "wave", float(angle), 14.0, seed=i)  # fmt: skip
        masks.append(edge)
        steps += [lay(edge), brush(ink, Halo(edge.key, b.short * 0.38), "medium-brush", "light", 4), lift(edge)]
    return Sketch(tuple(masks), (*steps, dry(), Water("", "mister", Whole(), "medium", True, 4), dry()))


def masked_strip(b: Brief) -> Sketch:
    tapes = Tapes("strip", "strip", round(b.w / 2), round(b.h / 2), -18.0, min(38.0, b.h * 0.4))
    leaf = MotifMask("rosette", "rosette", "rosette", round(b.w / 2), round(b.h / 2), tapes.width_mm * 0.8)
    n = len(b.inks)
    parts = [
        brush(ink, _slice(b, "left", i / n, (i + 1) / n, 0.55 / n), "medium-brush", "light", 4) for i, ink in enumerate(b.inks)
    ]
    return Sketch((tapes, leaf), (lay(tapes), lay(leaf), *parts, dry(), lift(leaf), lift(tapes)))


def two_zones(b: Brief) -> Sketch:
    floor = EdgeMask("floor", "floor", round(b.w / 2), round(b.h * 0.66), "straight")
    wall = replace(floor, key="wall", name="wall", keeps="outside")
    upper, lower = b.inks[0], b.inks[-1]
    steps = (
        lay(floor), brush(upper, Whole(), passes=3), brush(b.at(1), Vignette(b.short * 0.5), touch="pale", passes=3), lift(floor),
        lay(wall), brush(lower, Whole(), passes=3), brush(lower, Halo(wall.key, b.h * 0.1), "medium-brush", "pale", 3), dry(), lift(wall),
    )  # fmt: skip
    return Sketch((floor, wall), steps)


def edge_flipped(b: Brief) -> Sketch:
    masks: list[Mask] = []
    steps: list[Step] = []
    for i, ink in enumerate(b.inks):
        cloud = EdgeMask(f"cloud-{i + 1}", f"cloud {i + 1}", round(b.w * (0.25 + 0.23 * i)),
                         round(b.h * (0.24 + 0.62 * i / len(b.inks))), "clouds", 180.0 if i % 2 else 0.0, 14.0, seed=5, flipped=i % 4 > 1,
                         keeps="inside" if i % 2 else "outside")  # fmt: skip
        masks.append(cloud)
        steps += [lay(cloud), brush(ink, Halo(cloud.key, b.h * 0.24), "medium-brush", "light", 3 + i), lift(cloud)]
    return Sketch(tuple(masks), (*steps, dry()))


# Stencilled --------------------------------------------------------------------------------------------------------------------
def _repeat(b: Brief, motif: Motif, name: str, size: float = 0.2, pitch: float = 1.22) -> Stencil:
    across = round(b.short * size)
    placed = centre_repeat(Stencil("repeat", name, motif, b.w / 2, b.h / 2, across, across * pitch), b.w, b.h)
    assert isinstance(placed, Stencil)
    return placed


def stencil_over_blend(b: Brief) -> Sketch:
    stencil = _repeat(b, "rosette", "agave")
    ground, through = b.inks[:-1] or b.inks, b.inks[-1]
    n = len(ground)
    blend = [brush(ink, _slice(b, "bottom", i / n, (i + 1) / n, 0.5 / n)) for i, ink in enumerate(ground)]
    steps: tuple[Step, ...] = (
        *blend,
        lay(stencil),
        brush(through, Whole(), touch="light", passes=4, onto="dry"),
        dry(),
        lift(stencil),
    )
    return Sketch((stencil,), steps)


def stencil_shaded(b: Brief) -> Sketch:
    stencil = _repeat(b, "stone", "pebble", 0.26, 1.16)
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
        brush(ink, Halo(rays.key, b.short * (0.5 - 0.15 * i)), passes=3, onto="damp" if i else "dry")
        for i, ink in enumerate(b.inks[:-1] or b.inks)
    ]
    return Sketch((opening, cover, rays), (*steps, dry(), lift(rays), lift(cover)))


def on_coloured_stock(b: Brief) -> Sketch:
    stencil = _repeat(b, "leaf", "leaf", 0.24)
    ink = b.aside.get("white", b.inks[0])
    steps: list[Step] = [lay(stencil), brush(ink, Whole(), "foam", "medium", 2), dry(15)]
    steps += [brush(other, Inside(stencil.key, "bottom"), "dauber", "light", 3, "dry") for other in b.inks if other is not ink]
    return Sketch((stencil,), (*steps, dry(15), lift(stencil)))


def pigment_tone(b: Brief) -> Sketch:
    stencil = _repeat(b, "arch", "glasshouse", 0.22, 1.15)
    steps: list[Step] = [lay(stencil), brush(b.inks[0], Whole(), "foam", "medium", 2)]
    steps += [brush(ink, Patches(b.short * 0.3, 0.45), "sponge", "light", 3, seed=1 + i) for i, ink in enumerate(b.inks[1:])]
    return Sketch((stencil,), (*steps, dry(15), lift(stencil)))


# Smooshed, water, alcohol --------------------------------------------------------------------------------------------------------
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
    blend = [brush(ink, _slice(b, "bottom", i / n, (i + 1) / n, 0.5 / n), passes=4) for i, ink in enumerate(b.inks)]
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


# Resist ------------------------------------------------------------------------------------------------------------------------
def emboss_resist(b: Brief) -> Sketch:
    stencil = _repeat(b, "spines", "spines", 0.24, 1.1)
    powder = b.aside["powder"]
    steps: list[Step] = [lay(stencil), brush(powder, Whole(), "dauber", "full", 1), lift(stencil)]
    steps += [brush(b.inks[0], Whole(), passes=3, onto="dry")]
    steps += [brush(ink, Vignette(b.short * (0.7 - 0.4 * i / len(b.inks))), passes=4) for i, ink in enumerate(b.inks[1:], 1)]
    return Sketch((stencil,), (*steps, WipeBeads(""), dry()))


def clear_resist(b: Brief) -> Sketch:
    stencil = _repeat(b, "flower", "flower", 0.28, 1.1)
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
    ground = [brush(ink, Vignette(b.short * (0.75 - 0.4 * i / len(b.inks))), passes=3) for i, ink in enumerate(b.inks[1:], 1)]
    print_ = brush(b.inks[-1], Motifs("leaf", b.short * 0.22, 7, 2.0), "stamp", "first", 1, "dry", 5)
    return Sketch(
        spots,
        (*(lay(s) for s in spots), brush(b.inks[0], Whole(), passes=3), *ground, dry(), *(lift(s) for s in spots), print_, dry()),
    )


# Stamped -----------------------------------------------------------------------------------------------------------------------
def patches_overprint(b: Brief) -> Sketch:
    colours, dark = b.inks[:-1] or b.inks, b.inks[-1]
    steps: list[Step] = [
        brush(ink, Patches(b.short * 0.26, 0.82), "sponge", "medium", 2, seed=1 + i) for i, ink in enumerate(colours)
    ]
    steps += [dry(), brush(dark, Motifs("leaf", b.short * 0.26, 4, 1.5), "stamp", "first", 1, "dry", 9), dry()]
    if "white" in b.aside:
        steps += [brush(b.aside["white"], Motifs("dot", 1.8, 9, 3.0), "pen", "full", 1, "dry", 12), dry()]
    return Sketch(steps=tuple(steps))


def triangle_and_words(b: Brief) -> Sketch:
    sentiment = Focal("sentiment", "winter show", "sentiment", b.w / 2, b.h * 0.88, b.w * 0.72, b.h * 0.09, b.for_words.key)
    words = Words("Winter show", sentiment.x_mm, sentiment.y_mm, b.w * 0.075)
    steps = (
        brush(b.inks[0], _slice(b, "top", 0, 0.6, 0.35), touch="pale", passes=3), dry(),
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


_ALL = (
    Ground("meeting-blend", "Meeting blend", "blended", "two inks from opposite edges, tied by a thin wash", meeting_blend, 2, 2),
    Ground("banded-gradient", "Banded gradient", "blended", "light to dark in bands, the lighter again over the seams", banded),
    Ground("there-and-back", "There and back", "blended", "a thin pass of all one way, heavier ones back", there_and_back, 2, 5),
    Ground("halo-and-moon", "Halo and moon", "masked", "ink built round a disc, the disc tinted like a ball", halo_and_moon, 2, 4),
    Ground("night-vignette", "Night vignette", "blended", "darkest at the edges and corners; stars with white", night_vignette, 3, 5),
    Ground("horizon-glow", "Horizon glow", "masked", "a sun low down, bands above, dark land below", horizon_glow, 3, 5),
    Ground("hills-in-ranks", "Hills in ranks", "masked", "rank behind rank, paler further off", hills_in_ranks, 3, 5),
    Ground("mask-edge-abstract", "Mask-edge abstract", "masked", "edges at any angle, then misted", mask_edge_abstract, 2, 5,
           suits="ink that water moves"),
    Ground("masked-strip", "Masked strip", "masked", "two tapes, a leaf kept bare, three inks that meet", masked_strip, 3, 3),
    Ground("two-zones", "Wall and floor", "masked", "two zones, each masked in turn", two_zones, 2, 3),
    Ground("stencil-over-blend", "Stencil over a blend", "stencilled", "the darkest through a stencil", stencil_over_blend, 2, 5),
    Ground("stencil-shaded", "Shaded stencil", "stencilled", "light in every opening, darker at one side", stencil_shaded, 2, 3),
    Ground("motif-by-motif", "Motif by motif", "stencilled", "one flower at a time with a dauber", motif_by_motif, 2, 4),
    Ground("stencil-as-mask", "Stencil moved as a mask", "stencilled", "print it, protect it, rays behind it", stencil_as_mask, 2, 4),
    Ground("edge-flipped", "Edge-flipped clouds", "masked", "one cloud edge turned round and round, pale to dark", edge_flipped, 3, 5),
    Ground("smoosh-dry", "Smoosh, dried between", "smooshed", "blots that stay clean over each other", smoosh_dry),
    Ground("smoosh-wet", "Smoosh, wet together", "smooshed", "blots that mix where they meet", smoosh_wet),
    Ground("emboss-resist", "Emboss resist", "resist", "powder sheds the ink; wipe, and it shows", emboss_resist, 2, 4, ("powder",)),
    Ground("clear-resist", "Clear resist", "resist", "clear powder keeps the pale ink under it", clear_resist, 2, 3, ("clear",)),
    Ground("spotlight", "Spotlight", "resist", "discs kept plain, ink round them, one print over all", spotlight, 2, 4),
    Ground("patches-overprint", "Patches and overprint", "stamped", "dabs until nothing is bare, motifs over", patches_overprint, 3, 5),
    Ground("water-drops", "Water drops", "water", "drops lift the ink and leave rims", water_drops, 2, 5, suits="ink that water moves"),
    Ground("dropped-in", "Dropped into water", "water", "ink that runs only where water stands", dropped_in, 2, 4,
           suits="watercolour stock"),
    Ground("on-coloured-stock", "On coloured stock", "stencilled", "white or pigment through a stencil", on_coloured_stock, 1, 3,
           ("white",), "coloured, kraft or black stock"),
    Ground("alcohol-flow", "Alcohol flow", "alcohol", "pools pushed about with air", alcohol_flow, 2, 4,
           suits="alcohol ink on a sheet that soaks nothing up"),
    Ground("pigment-tone", "Pigment, tone on tone", "stencilled", "base through the stencil, darker in parts", pigment_tone, 2, 3,
           suits="pigment ink"),
    Ground("triangle-and-words", "Three and a sentiment", "stamped", "three rosettes in a triangle, words below", triangle_and_words, 2, 4),
    Ground("leftovers", "Leftovers", "blended", "what the brushes still hold, and a third print", leftovers, 2, 6),
)  # fmt: skip
GROUNDS: dict[str, Ground] = {ground.key: ground for ground in _ALL}
