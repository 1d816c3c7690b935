"""Find a colour: the recipes of one to three inks that come nearest to a wanted colour on a stock.

Every ink alone, every two over each other both ways round, and every three of the most useful are tried at a few strengths; the best orders
are tried again at every strength a hand can lay in up to three passes; the best of those are predicted in full. On a small shelf that is
an exhaustive search; on a large one, three inks are chosen among the MOST_IN_THREES that come nearest alone or by twos.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import permutations, product

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.crossing_checks import COLOUR_FROM, MUD_SHARE
from cielo.core.bounds import Lab
from cielo.core.materials import Ink, InkKind, Stock
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.hue import chroma
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.refine import NOTHING_MEASURED, Refinement
from cielo.core.optics.spectra import Array
from cielo.core.plan import TOUCH_STRENGTH, Touch
from cielo.core.solvers.recipes import MOST_FILMS, Laid, Which, colours_of

# What can be brushed on: powder is melted and paste stands up.
BRUSHED: frozenset[InkKind] = frozenset({"dye", "pigment", "hybrid", "alcohol", "white", "metallic"})
TOUCHES: tuple[Touch, ...] = ("pale", "light", "medium", "full")
MOST_PASSES = 3
# Strengths at which orders are compared at first, full applications.
FEW = (0.3, 1.0, 2.0)
MOST_IN_THREES = 36
BEST_ORDERS, PREDICTED = 240, 120
# The share of the time that films take where none is known yet; for telling how far it is alone.
FILMS_TAKE = 0.6
# A colour nearer than this is taken for the one that was wanted: a difference seen only side by side. Common practice, no source.
REACHED = 3.0


@dataclass(frozen=True)
class Recipe:
    """Inks from the bottom up, each dry before the next.

    laid : (ink key, full applications) as optics.layering takes them; passes : touch and number of each, in the same order.
    difference : from the wanted colour, CIEDE2000; band : half width of the 90 % band of the prediction, CIEDE2000.
    """

    laid: tuple[tuple[str, float], ...]
    passes: tuple[tuple[Touch, int], ...]
    lab: Lab
    difference: float
    band: float
    mud: bool


@dataclass(frozen=True)
class Found:
    """The best recipes, best first, one for each set of inks. reachable : whether the best is as good as the wanted colour."""

    recipes: tuple[Recipe, ...]
    reachable: bool


def ladder() -> dict[float, tuple[Touch, int]]:
    """Every strength that up to three passes of one touch give, with the fewest passes that give it."""
    steps: dict[float, tuple[Touch, int]] = {}
    for passes, touch in product(range(1, MOST_PASSES + 1), TOUCHES):
        steps.setdefault(round(TOUCH_STRENGTH[touch] * passes, 4), (touch, passes))
    return dict(sorted(steps.items()))


def find_colour(
    wanted: Lab,
    stock: Stock,
    inks: Sequence[Ink],
    most: int = 8,
    measured: Refinement = NOTHING_MEASURED,
    most_inks: int = MOST_FILMS,
    tell: Callable[[float], None] | None = None,
) -> Found:
    """Recipes for a wanted colour (CIE Lab of D50) on a stock, from inks that can be brushed on; none where there are no such inks.

    ``tell`` is called with the share done; what it raises stops the search.
    """
    able = tuple(ink for ink in inks if ink.kind in BRUSHED)
    if not able:
        return Found((), False)
    target = np.array(wanted)
    told = tell or (lambda _: None)
    for n, ink in enumerate(able):  # the films are what takes long the first time
        film_of(ink, stock.paper)
        told(FILMS_TAKE * (n + 1) / len(able))
    orders = _best_orders(target, stock, able, most_inks, lambda share: told(FILMS_TAKE + (1 - FILMS_TAKE) * share))
    which, laid = _at_every_strength(orders)
    near = _nearness(target, colours_of(stock, able, which, laid))
    chosen = np.argsort(near, kind="stable")
    recipes = _predicted(wanted, stock, able, _one_of_each(which, laid, chosen), measured)
    kept = [recipe for recipe in recipes if not recipe.mud] or recipes
    best: dict[frozenset[str], Recipe] = {}
    for recipe in kept:
        best.setdefault(frozenset(key for key, _ in recipe.laid), recipe)
    ranked = tuple(_with_band(recipe, stock, able, measured) for recipe in list(best.values())[:most])
    return Found(ranked, bool(ranked) and ranked[0].difference <= REACHED)


def _best_orders(
    target: Array, stock: Stock, inks: tuple[Ink, ...], most_inks: int, tell: Callable[[float], None]
) -> list[tuple[int, ...]]:
    """Orders of inks worth trying at every strength, the most promising first."""
    by_order: dict[tuple[int, ...], float] = {}
    nearest_with = np.full(len(inks), np.inf)
    for many in range(1, min(most_inks, MOST_FILMS) + 1):
        # Of three inks, those are tried that came near alone or by twos.
        pool = range(len(inks)) if many < 3 else np.sort(np.argsort(nearest_with, kind="stable")[:MOST_IN_THREES])
        for orders in _in_parts(permutations(pool, many)):
            which, laid = _at_strengths(orders, FEW)
            near = _nearness(target, colours_of(stock, inks, which, laid)).reshape(len(orders), -1).min(axis=1)
            for at in range(many):
                np.minimum.at(nearest_with, np.array(orders)[:, at], near)
            few = np.argsort(near, kind="stable")[:BEST_ORDERS]
            by_order |= {orders[i]: float(near[i]) for i in few}
        tell(many / MOST_FILMS)
    return sorted(by_order, key=lambda order: (by_order[order], order))[:BEST_ORDERS]


def _in_parts(orders: Iterator[tuple[int, ...]], size: int = 20_000) -> Iterator[list[tuple[int, ...]]]:
    part: list[tuple[int, ...]] = []
    for order in orders:
        part.append(order)
        if len(part) == size:
            yield part
            part = []
    if part:
        yield part


def _at_strengths(orders: Sequence[tuple[int, ...]], strengths: Sequence[float]) -> tuple[Which, Laid]:
    """Orders of one length at every combination of strengths: (order x combination, 3) both."""
    many = len(orders[0])
    combinations = np.array(list(product(strengths, repeat=many)), dtype=np.float32)
    which = np.full((len(orders), len(combinations), MOST_FILMS), -1, dtype=np.int64)
    which[:, :, :many] = np.array(orders, dtype=np.int64)[:, None, :]
    laid = np.zeros(which.shape, dtype=np.float32)
    laid[:, :, :many] = combinations[None]
    return which.reshape(-1, MOST_FILMS), laid.reshape(-1, MOST_FILMS)


def _at_every_strength(orders: Sequence[tuple[int, ...]]) -> tuple[Which, Laid]:
    parts = [_at_strengths([order], tuple(ladder())) for order in orders]
    return np.concatenate([part[0] for part in parts]), np.concatenate([part[1] for part in parts])


def _nearness(target: Array, lab: Array) -> Array:
    """A difference that is quick to work out, to choose by: CIE94 for graphic arts, seen from the wanted colour (CIE 116-1995)."""
    of = float(np.hypot(target[1], target[2]))
    d_light = lab[:, 0] - target[0]
    d_chroma = np.hypot(lab[:, 1], lab[:, 2]) - of
    d_hue = np.maximum((lab[:, 1] - target[1]) ** 2 + (lab[:, 2] - target[2]) ** 2 - d_chroma**2, 0.0)
    return np.asarray(np.sqrt(d_light**2 + (d_chroma / (1 + 0.045 * of)) ** 2 + d_hue / (1 + 0.015 * of) ** 2))


def _one_of_each(which: Which, laid: Laid, chosen: NDArray[np.intp]) -> list[tuple[tuple[int, ...], tuple[float, ...]]]:
    """The nearest recipes, at most a few of each set of inks, so that the many strengths of one do not hide the others."""
    seen: dict[frozenset[int], int] = {}
    some = []
    for at in chosen:
        inks = tuple(int(ink) for ink in which[at] if ink >= 0)
        count = seen.get(frozenset(inks), 0)
        if count < 6:
            seen[frozenset(inks)] = count + 1
            some.append((inks, tuple(round(float(s), 4) for s in laid[at][: len(inks)])))
        if len(some) == PREDICTED:
            break
    return some


def _predicted(
    wanted: Lab, stock: Stock, inks: tuple[Ink, ...], some: list[tuple[tuple[int, ...], tuple[float, ...]]], measured: Refinement
) -> list[Recipe]:
    """Recipes predicted in full, the nearest first; as near, those of fewer inks and then of fewer passes come before."""
    by_key = {ink.key: ink for ink in inks}
    passes = ladder()
    recipes = []
    for order, strengths in some:
        laid = tuple((inks[i].key, strength) for i, strength in zip(order, strengths, strict=True))
        lab = lab_of_stack(stock.paper, by_key, laid, measured=measured)
        difference = round(float(ciede2000(wanted, lab)), 1)
        mud = _is_mud(wanted, lab, stock, by_key, laid)
        recipes.append(Recipe(laid, tuple(passes[strength] for strength in strengths), lab, difference, 0.0, mud))
    return sorted(recipes, key=lambda r: (r.difference, len(r.laid), sum(n for _, n in r.passes), r.laid))


def _is_mud(wanted: Lab, lab: Lab, stock: Stock, inks: dict[str, Ink], laid: tuple[tuple[str, float], ...]) -> bool:
    """Whether colours have dulled each other into what nobody wanted."""
    if len(laid) < 2 or chroma(wanted) < COLOUR_FROM:
        return False
    weakest = min(chroma(lab_of_stack(stock.paper, inks, [one])) for one in laid)
    return weakest >= COLOUR_FROM and chroma(lab) < MUD_SHARE * weakest


def _with_band(recipe: Recipe, stock: Stock, inks: tuple[Ink, ...], measured: Refinement) -> Recipe:
    band = uncertainty(stock.paper, {ink.key: ink for ink in inks}, recipe.laid, measured=measured)
    return Recipe(recipe.laid, recipe.passes, recipe.lab, recipe.difference, band, recipe.mud)
