"""The mark of each tool: grain, streaks, blots, drops, pools. All figures are common practice, no source; they are by eye.

What falls in drops or blots lays full ink there and none beside: more passes, more of them, as when a real brush is flicked again.
"""

from collections.abc import Callable, Mapping
from functools import partial

import numpy as np
from numpy.typing import NDArray

from cielo.core.materials import InkKind, Surface, Texture, Tool
from cielo.core.simulation.cover import kept_if_small
from cielo.core.simulation.dabs import sponged
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.noise import noise, ranked
from cielo.core.simulation.rolled import rolled
from cielo.core.simulation.spots import added, covered, random_spots
from cielo.core.simulation.throw import dropped, thrown

Map = NDArray[np.float32]

# How many drops a full application of flicks leaves on a mm2, large or small: a light flick is a few dozen over a card.
FLICKED_PER_MM2 = 0.0133
# How much of the panel one full application of a smoosh or of a pool covers: 1 - exp(-rate).
BLOT_RATE, POOL_RATE = 1.1, 1.3
# What a sponge or a roller leaves going over once, in full applications; and how often it is followed at most. Judgement.
AT_ONCE, MOST_TIMES = 0.55, 5
ANEW = 7_919_003  # how far the seeds of two times lie apart, so that no two throws share one
# Of a spray, the share of ink that falls in droplets one sees, how many fall to the mm2 in a full application, and how uneven the veil is.
SPRAYED, SPRAYED_PER_MM2, VEIL = 0.45, 0.9, 0.07
# How much thicker than a brushed film the drops of what stands up lie: of white it is what hides the ground. Judgement.
STANDS_UP: frozenset[InkKind] = frozenset({"white", "metallic", "paste"})
THICK = 5.0
# Paper tooth: how far a rough sheet lets a dry tool's ink skip.
TOOTH = 0.16
TOOTH_MM = 0.8
# The grain of a print that wears off, and how sharply its tops end.
WORN_MM, WORN_EDGE = 0.16, 4.0


def textured(tool: Tool, strength: float, seed: int, grid: Grid, *, wet: bool = False) -> Map:
    """Strength laid by a tool worked evenly over everything: (rows, columns), full applications.

    ``wet``: into what is still wet, where blots and pools run out softly and leave no rim.
    """
    if wet and tool.texture in ("blots", "pools"):
        return _run_out(tool, strength, seed, grid)
    return _TEXTURES[tool.texture](tool, strength, seed, grid)


def thickness(kind: InkKind, tool: Tool) -> float:
    """How many times a brushed film a full application lies thick: drops of ink with body stand up."""
    return THICK if tool.texture == "drops" and kind in STANDS_UP else 1.0


def tooth(surface: Surface, tool: Tool, grid: Grid) -> Map | float:
    """What a rough sheet does to a dry tool's ink: 1 on average; 1 everywhere on other sheets and for liquids."""
    if surface != "rough" or tool.texture in ("drops", "blots", "pools", "mist"):
        return 1.0
    return np.asarray(np.maximum(1 + TOOTH * noise(71, TOOTH_MM, grid), 0), dtype=np.float32)


def still_printing(share: float, seed: int, grid: Grid) -> Map:
    """Where a stamp that was not inked again still prints, 0..1, (rows, columns): on ``share`` of the paper's tooth, its tops, and as
    thick there as at first. What a pixel cannot show is blended."""
    rank = ranked(partial(noise, _seed(seed, 9), WORN_MM), grid)
    tops = np.clip((np.float32(share) - rank) * np.float32(WORN_EDGE) + np.float32(0.5), 0, 1)
    shown = np.float32(min(1.0, WORN_MM / grid.pixel_width_mm))
    return np.asarray(share + (tops - share) * shown, dtype=np.float32)


# A wet sheet that is pressed and lifted leaves its ink where it touched: in so many parts of it, in flakes with crisp edges, their middles
# so many sizes apart; specks of a fifth of their size fly with them and cover so much of what lies about. Judgement, no source.
TOUCHED, FLAKES_APART, FLAKE_EDGE = 0.62, 0.6, 8.0
SPECK, FLURRY = 0.2, 0.05


def flaked(sheet: Map, flakes_mm: float, seed: int, grid: Grid) -> Map:
    """What a wet ``sheet`` (0..1, (rows, columns)) leaves: flakes where it touched, and a flurry of specks there and in its openings."""
    rank = ranked(partial(noise, _seed(seed, 12), FLAKES_APART * flakes_mm), grid)
    flakes = np.clip((np.float32(TOUCHED) - rank) * np.float32(FLAKE_EDGE) + np.float32(0.5), 0, 1)
    speck_mm = SPECK * flakes_mm
    density = -np.log1p(-FLURRY) / (np.pi / 4 * speck_mm**2)
    specks = covered(random_spots(_seed(seed, 13), density, speck_mm, grid.panel_width_mm, grid.panel_height_mm), grid, 0.0)
    return np.asarray(np.maximum(sheet * flakes, specks), dtype=np.float32)


def _seed(throw: int, field: int) -> int:
    """A seed for each field of noise of each throw, so that no two throws share one."""
    return 100 * throw + field


def _even(_tool: Tool, strength: float, _seed: int, grid: Grid) -> Map:
    return np.full((grid.rows, grid.columns), strength, dtype=np.float32)


def _print(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    # A solid stamp prints a little unevenly.
    return _grained(strength, 0.07 * noise(_seed(seed, 5), 2.2, grid))


def _fine(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    return _grained(strength, 0.16 * noise(_seed(seed, 1), tool.drop_mm, grid))


def _open(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    return _gone_over(
        lambda again: kept_if_small(sponged, grid)(_seed(seed, 2) + ANEW * again, tool.width_mm, tool.drop_mm, grid), strength
    )


def _streaks(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    return _gone_over(
        lambda again: kept_if_small(rolled, grid)(_seed(seed, 4) + ANEW * again, tool.width_mm, tool.drop_mm, grid), strength
    )


def _gone_over(mark: Callable[[int], Map], strength: float) -> Map:
    """A mark of mean 1 laid as often as the strength takes, each time anew: so pores and streaks fill with every pass."""
    times = min(MOST_TIMES, max(1, round(strength / AT_ONCE)))
    laid = mark(0)
    for again in range(1, times):
        laid = laid + mark(again)
    return np.asarray(np.float32(strength / times) * laid, np.float32)


def _mist(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    """A veil of droplets too fine to see, and those that are not."""
    width, height = grid.panel_width_mm, grid.panel_height_mm
    droplets = random_spots(_seed(seed, 7), SPRAYED_PER_MM2 * strength, tool.drop_mm, width, height)
    on = (droplets[:, 0] >= 0) & (droplets[:, 0] < width) & (droplets[:, 1] >= 0) & (droplets[:, 1] < height)
    area = float((np.pi * droplets[on, 2] ** 2).sum()) / (width * height)
    veil = np.float32(strength) * (1 - SPRAYED) * np.maximum(1 + np.float32(VEIL) * noise(_seed(seed, 11), 9.0, grid), 0)
    if area == 0:
        return np.asarray(veil / (1 - SPRAYED), np.float32)
    return np.asarray(veil + np.float32(SPRAYED * strength / area) * added(droplets, grid, 0.0), np.float32)


def _grained(strength: float, grain: Map) -> Map:
    return np.asarray(np.float32(strength) * np.maximum(1 + grain, 0), dtype=np.float32)


def _drops(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    share = FLICKED_PER_MM2 * strength * np.pi / 4 * tool.drop_mm**2
    return dropped(thrown(seed, share, tool.drop_mm, grid.panel_width_mm, grid.panel_height_mm), grid, tool.softness_mm)


def _blots(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    return _blotted(_blot_rank(tool, seed, grid), 1 - np.exp(-BLOT_RATE * strength), flat=0.5, rim=0.6, sharp=0.03)


def _pools(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    return _blotted(_blot_rank(tool, seed, grid), 1 - np.exp(-POOL_RATE * strength), flat=0.75, rim=0.8, sharp=0.02)


def _run_out(tool: Tool, strength: float, seed: int, grid: Grid) -> Map:
    rate = BLOT_RATE if tool.texture == "blots" else POOL_RATE
    return _blotted(_blot_rank(tool, seed, grid), 1 - np.exp(-rate * strength), flat=0.75, rim=0.0, sharp=0.3)


def _blot_rank(tool: Tool, seed: int, grid: Grid) -> Map:
    def field(grid: Grid) -> Map:
        ragged = 0.87 * noise(_seed(seed, 8), tool.drop_mm / 2, grid) + 0.4 * noise(_seed(seed, 9), tool.drop_mm / 7, grid)
        return np.asarray(ragged + 0.28 * noise(_seed(seed, 10), tool.drop_mm / 20, grid), dtype=np.float32)

    return ranked(field, grid)


def _blotted(rank: Map, cover: float, flat: float, rim: float, sharp: float) -> Map:
    """Where a field ranks highest ink lies: fuller towards the middle, darkest at its rim where it dried last, bare beyond it."""
    depth = rank - np.float32(1 - cover)
    inside = np.clip(depth / np.float32(sharp) + np.float32(0.5), 0, 1)
    at_rim = np.exp(-((depth / np.float32(2 * sharp)) ** 2))
    fuller = np.float32(flat) * (np.float32(0.6) + np.float32(0.9) * np.clip(depth / np.float32(max(cover, 0.05)), 0, 1))
    return np.asarray(inside * (fuller + np.float32(rim) * at_rim), dtype=np.float32)


_TEXTURES: Mapping[Texture, Callable[[Tool, float, int, Grid], Map]] = {
    "even": _even,
    "crisp": _even,
    "print": _print,
    "fine": _fine,
    "open": _open,
    "streaks": _streaks,
    "mist": _mist,
    "drops": _drops,
    "blots": _blots,
    "pools": _pools,
}
