"""From a picture: a photograph of a sky, a cloth or a wall turned into a ground, with the nearest inks of the shelf.

The picture is made small and its colours are gathered in a perceptual space (k-means on CIE Lab, by OpenCV, always from the same seed);
gatherings nearer than SAME are one, and small ones are left out. Where rows or columns alone explain most of what differs, the ground is
bands that way, as wide as the colours are; else the palest is laid all over and the others in patches, as much as there is of each. Every
colour takes the one ink of the shelf that comes nearest on the stock, in the passes that come nearest, no ink twice.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.ink_checks import built_up
from cielo.core.bounds import Lab
from cielo.core.materials import Ink
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array
from cielo.core.order.arrange import in_order
from cielo.core.order.derive import with_derived
from cielo.core.photo.even import lab_of_linear, linear
from cielo.core.plan import Band, Brush, Dry, Edge, Patches, Plan, Step, Whole, span_mm
from cielo.core.solvers.find import BRUSHED, Recipe, find_colour
from cielo.core.table.purpose import settled
from cielo.core.units import on_ruler
from cielo.errors import BadInput

Photo = NDArray[np.uint8]
Way = Literal["down", "across", "patches"]
# The picture is looked at so small, pixels on its longer side.
LONGEST = 120
MOST_COLOURS, FEWEST_COLOURS = 5, 2
# Colours nearer than this are one, CIEDE2000; a colour that covers less is left out; judgement.
SAME, LEAST_SHARE = 9.0, 0.04
# From here on a direction explains what differs: the share of the variance between rows, or columns, of all.
BANDED = 0.6
SEED = 7
PATCH_SHARE = 0.24


@dataclass(frozen=True)
class Seen:
    """A colour of the picture: what it is, how much of the picture it covers, and where its middle lies along the way, 0..1."""

    lab: Lab
    share: float
    at: float


@dataclass(frozen=True)
class FromPicture:
    """The ground that a picture was turned into. ``off``: how far each colour's ink stays from it, CIEDE2000, in the order of ``seen``."""

    plan: Plan
    way: Way
    seen: tuple[Seen, ...]
    inks: tuple[Ink, ...]
    off: tuple[float, ...]


def from_picture(photo: Photo, plan: Plan, inks: Sequence[Ink], tell: Callable[[float], None] | None = None) -> FromPicture:
    """A plan's card with a ground from a photograph (rows, columns, 3), sRGB. Raises BadInput where all of it is one colour, or the inks do
    not suffice. ``tell`` is called with the share done; what it raises stops the search."""
    lab = _small(photo)
    way = _way(lab)
    able = sum(ink.kind in BRUSHED for ink in inks)
    if able < FEWEST_COLOURS:
        raise BadInput("one ink makes no picture.", field="inks", mend="Take two inks at least from the shelf.")
    seen = _colours(lab, way, min(MOST_COLOURS, able))
    if len(seen) < FEWEST_COLOURS:
        raise BadInput("all of it is one colour.", field="photo", mend="Take a picture with two colours at least that lie apart.")
    recipes = _recipes(plan, seen, inks, tell or (lambda _: None))
    by_key = {ink.key: ink for ink in inks}
    taken = tuple(by_key[recipe.laid[0][0]] for recipe in recipes)
    steps = _bands(plan, way, seen, recipes) if way != "patches" else _patches(plan, seen, recipes)
    numbered = tuple(replace(step, id=f"s{n}") for n, step in enumerate(steps, 1))
    kept = (*taken, *(ink for ink in plan.inks if ink.key not in {t.key for t in taken}))
    laid = replace(plan, inks=kept, steps=numbered, masks=(), holds=(), wishes=(), focal=(), cuts=(), pieces=(), crossings=())
    return FromPicture(
        in_order(with_derived(settled(laid))).plan, way, seen, taken, tuple(recipe.difference for recipe in recipes)
    )


def _small(photo: Photo) -> Array:
    """The picture as CIE Lab, (rows, columns, 3), small."""
    import cv2

    scale = min(1.0, LONGEST / max(photo.shape[:2]))
    small = cv2.resize(photo, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA) if scale < 1 else photo
    return lab_of_linear(linear(np.asarray(small, dtype=np.float64)))


def _way(lab: Array) -> Way:
    """Which way the colours run: the share of the variance that lies between rows, or between columns."""
    total = float(np.var(lab.reshape(-1, 3), axis=0).sum())
    if total < 1e-9:
        return "patches"
    down = float(np.var(lab.mean(axis=1), axis=0).sum()) / total
    across = float(np.var(lab.mean(axis=0), axis=0).sum()) / total
    if max(down, across) < BANDED:
        return "patches"
    return "down" if down >= across else "across"


def _colours(lab: Array, way: Way, most: int) -> tuple[Seen, ...]:
    """The colours of a picture, in their order along the way; in patches the palest first."""
    import cv2

    rows, columns = lab.shape[:2]
    pixels = lab.reshape(-1, 3).astype(np.float32)
    cv2.setRNGSeed(SEED)
    criteria = (cv2.TERM_CRITERIA_EPS + cv2.TERM_CRITERIA_MAX_ITER, 60, 0.1)
    _, found, centres = cv2.kmeans(pixels, min(MOST_COLOURS, len(pixels)), None, criteria, 4, cv2.KMEANS_PP_CENTERS)  # type: ignore[call-overload]
    labels = found.ravel()
    groups = _merged([np.flatnonzero(labels == k) for k in range(len(centres))], pixels, most)
    y, x = np.divmod(np.arange(len(pixels)), columns)
    along = (y + 0.5) / rows if way != "across" else (x + 0.5) / columns
    seen = []
    for group in groups:
        middle = pixels[group].mean(axis=0)
        share = len(group) / len(pixels)
        if share >= LEAST_SHARE:
            seen.append(Seen((float(middle[0]), float(middle[1]), float(middle[2])), share, float(along[group].mean())))
    whole = sum(one.share for one in seen)
    seen = [replace(one, share=one.share / whole) for one in seen]
    return tuple(sorted(seen, key=lambda one: one.at if way != "patches" else -one.lab[0]))


def _merged(groups: list[NDArray[np.intp]], pixels: NDArray[np.float32], most: int) -> list[NDArray[np.intp]]:
    """Groups of pixels, those whose colours are nearly the same put together, the nearest first; so many at most."""
    groups = [group for group in groups if len(group)]
    while len(groups) > 1:
        middles = np.array([pixels[group].mean(axis=0) for group in groups], dtype=np.float64)
        apart = np.array(ciede2000(middles[:, None], middles[None]))
        np.fill_diagonal(apart, np.inf)
        i, j = divmod(int(np.argmin(apart)), len(groups))
        if apart[i, j] >= SAME and len(groups) <= most:
            break
        both = np.concatenate([groups[i], groups[j]])
        groups = [group for at, group in enumerate(groups) if at not in (i, j)] + [both]
    return groups


def _recipes(plan: Plan, seen: tuple[Seen, ...], inks: Sequence[Ink], tell: Callable[[float], None]) -> list[Recipe]:
    """One ink for each colour, no ink twice; the largest colours choose first."""
    chosen: dict[int, Recipe] = {}
    taken: set[str] = set()
    for at in sorted(range(len(seen)), key=lambda i: (-seen[i].share, i)):
        done = len(chosen)

        def told(share: float, done: int = done) -> None:
            tell((done + share) / len(seen))

        left = [ink for ink in inks if ink.key not in taken]
        found = find_colour(seen[at].lab, plan.stock, left, most_inks=1, tell=told)
        chosen[at] = found.recipes[0]
        taken.add(found.recipes[0].laid[0][0])
    return [chosen[at] for at in range(len(seen))]


def _bands(plan: Plan, way: Way, seen: tuple[Seen, ...], recipes: list[Recipe]) -> list[Step]:
    """Bands as wide as the colours are, each carried into the next, on the marks of the ruler."""
    edge: Edge = "top" if way == "down" else "left"
    span = span_mm(plan.card, Band(edge, 0.0, 0.0))
    bounds = np.concatenate([[0.0], np.cumsum([one.share for one in seen])]) * span
    carries = [0.6 * float(min(bounds[i + 1] - bounds[i], bounds[i + 2] - bounds[i + 1])) for i in range(len(seen) - 1)]
    steps: list[Step] = []
    for i, recipe in enumerate(recipes):
        before, after = (carries[i - 1] if i else 0.0), (carries[i] if i < len(carries) else 0.0)
        start = on_ruler(float(bounds[i]) + before / 2, plan.units) if i else 0.0
        end = on_ruler(float(bounds[i + 1]) - after / 2, plan.units) if i < len(carries) else span
        lead, carry = min(start, on_ruler(before, plan.units)), on_ruler(after, plan.units)
        steps.append(_laid(recipe, Band(edge, start, max(start, end), lead, carry)))
    return [*steps, Dry("", "air", 5.0)]


def _patches(plan: Plan, seen: tuple[Seen, ...], recipes: list[Recipe]) -> list[Step]:
    """The palest all over, the others in patches until as much is covered as there is of each."""
    size = on_ruler(PATCH_SHARE * min(plan.card.panel_width_mm, plan.card.panel_height_mm), plan.units)
    steps: list[Step] = [_laid(recipes[0], Whole())]
    for n, (one, recipe) in enumerate(zip(seen[1:], recipes[1:], strict=True)):
        cover = round(min(0.95, max(0.05, one.share)), 2)
        steps.append(replace(_laid(recipe, Patches(size, cover)), tool="sponge", seed=n + 1))
    return [*steps, Dry("", "air", 5.0)]


def _laid(recipe: Recipe, region: Band | Patches | Whole) -> Brush:
    touch, passes = recipe.passes[0]
    step = Brush("", recipe.laid[0][0], "large-brush", region, touch, passes)
    # In the open nothing is begun with a loaded brush.
    return built_up(step) if touch == "full" else step
