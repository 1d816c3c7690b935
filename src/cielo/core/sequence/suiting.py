"""Inks of a shelf that suit a ground on a stock and each other, so that it can be shown before any ink was chosen.

Each ground has a mood: the hue its pale end goes to, the hue its dark end goes to, and how deep that is. Of all sets of inks that show on
the stock those come first whose neighbours, light to dark, lie near each other in hue, a clear step apart in lightness, and cross without
dulling; inks of cards she likes come before others.

    cost = sum over neighbours (step + turn + dull) + mood + greys - liked
    step  = (short of STEP)^2 + (beyond LONG_STEP)^2, in units of L* 10
    turn  = (beyond NEAR_HUES .. FAR_HUES)^2, in units of 30 degrees
    dull  = (1 - share of the weaker ink's chroma that their crossing keeps)^2, by the model of films (optics.layering)

All weights: judgement, after the trade's advice (neighbours; light, middle, dark; no mud). Common practice, no source.
"""

from collections import Counter
from collections.abc import Collection
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Paper
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma, hue_apart, hue_degrees
from cielo.core.optics.layering import lab_of_stack
from cielo.core.sequence.grounds import ASIDE, GROUNDS, Ground
from cielo.core.sequence.lightness import seen_on

# An ink shows on a stock from this far away on, CIEDE2000.
SHOWS = 10.0
STEP, LONG_STEP = 14.0, 34.0
NEAR_HUES, FAR_HUES = 12.0, 62.0
COMPLEMENTS = 140.0
# Neighbours turned further than this, nearer in lightness, or that lose more of their colour where they cross are shown only where there
# are no others; a set that much worse than the best is none to begin with.
FAR_APART, LEAST_STEP, MUD, MUCH_WORSE = 95.0, 8.0, 0.5, 6.0
# Below this chroma an ink is a grey: it makes no colour one wants to touch.
GREYISH = 14.0
USUAL_COUNT = 3
# So many sets are offered for a ground, each with at most one ink of an earlier one; they are sought among so many inks of the shelf.
MOST_SETS, MOST_TRIED = 4, 26


@dataclass(frozen=True)
class Mood:
    """pale_hue, dark_hue : hue angles of CIE Lab, degrees. dark : L* of its darkest ink."""

    pale_hue: float
    dark_hue: float
    dark: float = 45.0


_SUNSET, _DAWN, _SEA, _WOOD, _DUSK, _NIGHT, _BLOSSOM, _SAND = (
    Mood(80.0, 355.0), Mood(50.0, 310.0), Mood(190.0, 270.0), Mood(115.0, 185.0, 40.0), Mood(10.0, 300.0, 40.0),
    Mood(215.0, 290.0, 32.0), Mood(355.0, 325.0, 50.0), Mood(85.0, 40.0, 48.0),
)  # fmt: skip
MOODS: dict[str, Mood] = {
    "meeting-blend": _DAWN, "banded-gradient": _SUNSET, "there-and-back": _SEA, "halo-and-moon": _NIGHT, "night-vignette": _NIGHT,
    "horizon-glow": _DUSK, "hills-in-ranks": _WOOD, "mask-edge-abstract": _BLOSSOM, "masked-strip": _SEA, "two-zones": _SAND,
    "stencil-over-blend": _SEA, "stencil-shaded": _SUNSET, "motif-by-motif": _BLOSSOM, "stencil-as-mask": _DUSK, "edge-flipped": _DAWN,
    "smoosh-dry": _SEA, "smoosh-wet": _BLOSSOM, "emboss-resist": _NIGHT, "clear-resist": _DUSK, "spotlight": _SUNSET,
    "patches-overprint": _WOOD, "water-drops": _DUSK, "dropped-in": _SEA, "on-coloured-stock": _SAND, "alcohol-flow": _SEA,
    "pigment-tone": _WOOD, "triangle-and-words": _BLOSSOM, "leftovers": _SAND,
}  # fmt: skip

Floats = NDArray[np.float64]


def inks_that_suit(
    ground: Ground, stock: Paper, shelf: tuple[Ink, ...], liked: Collection[str] = ()
) -> tuple[tuple[Ink, ...], ...]:
    """Sets of inks of a shelf for a ground, the best first, each light to dark; none where the shelf has too few that show.

    ``liked``: the names of inks of cards she likes. The same shelf always gives the same sets.
    """
    return tuple(inks for _, inks in _ranked(ground, stock, shelf, liked))


def _ranked(ground: Ground, stock: Paper, shelf: tuple[Ink, ...], liked: Collection[str]) -> list[tuple[float, tuple[Ink, ...]]]:
    """The sets for a ground, the best first, each with what speaks against it."""
    alcohol = stock.surface == "synthetic"
    colours = [ink for ink in shelf if ink.kind not in (*ASIDE, "metallic") and (ink.kind == "alcohol") == alcohol]
    seen = {ink.key: seen_on(stock, ink) for ink in colours}
    able = [ink for ink in colours if float(ciede2000(seen[ink.key], stock.lab)) >= SHOWS]
    if len(able) < ground.fewest:
        return []
    tried = sorted(_far_apart(able, seen, liked), key=lambda ink: (-seen[ink.key][0], ink.key))
    count = min(max(USUAL_COUNT, ground.fewest), ground.most, len(tried))
    sets = np.array(list(combinations(range(len(tried)), count)))
    labs = np.array([seen[ink.key] for ink in tried])
    cost = _cost(sets, labs, _dulled(stock, tuple(tried)), MOODS[ground.key])
    cost -= 0.7 * np.array([ink.name in liked for ink in tried], dtype=float)[sets].sum(axis=1)
    chosen: list[set[int]] = []
    ranked = []
    for n in np.argsort(cost, kind="stable"):
        these = {int(i) for i in sets[n]}
        if all(len(these & others) <= 1 for others in chosen):
            chosen.append(these)
            ranked.append((float(cost[n]), tuple(tried[i] for i in sorted(these))))
        if len(chosen) == MOST_SETS:
            break
    return ranked


def suggested(stock: Paper, shelf: tuple[Ink, ...], liked: Collection[str] = ()) -> dict[str, tuple[tuple[Ink, ...], ...]]:
    """The sets for every ground that the shelf has inks for, by ground; of grounds of one mood each begins with another of them."""
    kinds = {ink.kind for ink in shelf}
    begun: Counter[Mood] = Counter()
    found = {}
    for key, ground in GROUNDS.items():
        ranked = _ranked(ground, stock, shelf, liked)
        sets = tuple(inks for _, inks in ranked)
        if sets and all(kind in kinds for kind in ground.needs):
            turn = begun[MOODS[key]] % sum(cost < ranked[0][0] + MUCH_WORSE for cost, _ in ranked)
            found[key] = sets[turn:] + sets[:turn]
            begun[MOODS[key]] += 1
    return found


def _far_apart(able: list[Ink], seen: dict[str, Lab], liked: Collection[str]) -> list[Ink]:
    """At most MOST_TRIED inks, those she likes first, the others as far from all before as can be."""
    if len(able) <= MOST_TRIED:
        return able
    first = sorted(able, key=lambda ink: (ink.name not in liked, -chroma(seen[ink.key]), ink.key))
    labs = np.array([seen[ink.key] for ink in first])
    taken = list(range(max(1, min(MOST_TRIED // 2, sum(ink.name in liked for ink in first)))))
    away = np.min([np.linalg.norm(labs - labs[i], axis=1) for i in taken], axis=0)
    while len(taken) < MOST_TRIED:
        furthest = int(np.argmax(away))
        taken.append(furthest)
        away = np.minimum(away, np.linalg.norm(labs - labs[furthest], axis=1))
    return [first[i] for i in taken]


def _cost(sets: NDArray[np.intp], labs: Floats, dulled: Floats, mood: Mood) -> Floats:
    """What speaks against each set, (sets,); ``sets`` (sets, count) index inks sorted light to dark, ``labs`` (inks, 3)."""
    lightness, strength = labs[:, 0], np.hypot(labs[:, 1], labs[:, 2])
    hue = np.array([hue_degrees(tuple(lab)) for lab in labs])
    cost = 2.0 * (strength[sets] < GREYISH).sum(axis=1)
    for i in range(sets.shape[1] - 1):
        pale, dark = sets[:, i], sets[:, i + 1]
        step, turn = lightness[pale] - lightness[dark], _apart(hue[pale], hue[dark])
        cost += (np.maximum(0, STEP - step) / 10) ** 2 + (np.maximum(0, step - LONG_STEP) / 10) ** 2
        cost += (np.maximum(0, NEAR_HUES - turn) / 30) ** 2 + (np.maximum(0, turn - FAR_HUES) / 30) ** 2
        lost = dulled[pale, dark]
        cost += 3.0 * lost**2 + MUCH_WORSE * ((turn > FAR_APART) | (step < LEAST_STEP) | (lost > MUD))
    ends = sets[:, 0], sets[:, -1]
    cost += (_apart(hue[ends[0]], mood.pale_hue) / 45) ** 2 + (_apart(hue[ends[1]], mood.dark_hue) / 45) ** 2
    return np.asarray(cost + ((lightness[ends[1]] - mood.dark) / 20) ** 2)


def _apart(a: Floats, b: Floats | float) -> Floats:
    """How far hue angles lie apart, 0..180 degrees."""
    return np.abs((a - b + 180) % 360 - 180)


@lru_cache(maxsize=16)
def _dulled(stock: Paper, inks: tuple[Ink, ...]) -> Floats:
    """How much of the weaker one's chroma is lost where each ink crosses each darker one, 0..1: (inks, inks)."""
    lost = np.zeros((len(inks), len(inks)))
    for i, j in combinations(range(len(inks)), 2):
        pale, dark = inks[i], inks[j]
        a, b = seen_on(stock, pale), seen_on(stock, dark)
        if hue_apart(a, b) < NEAR_HUES:
            continue  # of one hue there is nothing to dull
        if hue_apart(a, b) > COMPLEMENTS or a[0] - b[0] < STEP / 2:
            lost[i, j] = 1.0  # not laid beside each other whatever they make
            continue
        crossing = lab_of_stack(stock, {pale.key: pale, dark.key: dark}, [(pale.key, 1.0), (dark.key, 1.0)])
        lost[i, j] = max(0.0, 1 - chroma(crossing) / max(1.0, min(chroma(a), chroma(b))))
    return lost
