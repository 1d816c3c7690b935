"""Ink flicked from a brush: fans of drops with a direction, stretched where they land at a slant, with splashes about the large ones.

Drops are an array (drop, 5): x, y, half length, half width, mm, and the angle of the long axis, radians from the x axis towards y.

A throw is a row of flicks. Each comes from a hand that stands off the card and aims at a place on or about it; its drops fly in a cone,
land nearer or farther, and are drawn out along their way. Flicks follow each other until the ink on the panel is what was asked for, so
the cover is the same whatever the throw, and a longer throw begins as the shorter one. All figures are common practice, no source; they
are by eye.

Where drops run into each other they dry as one: its rim goes round them all.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.spots import MOST_SPOTS, reached, shown_area

Map = NDArray[np.float32]
Drops = NDArray[np.float64]

# How far the hand stands off the place it aims at, how far short of it or beyond drops land, mm; how wide the cone is, and how far one
# flick's direction is from the next one's, radians. The last three are standard deviations.
REACH_MM, LANDS_MM, CONE, TURNS = 150.0, 26.0, 0.12, 0.35
# How many drops a flick has, usually; how far their radii spread, lognormally.
TO_A_FLICK, SPREAD = 26, 0.5
# How much longer than wide a drop is, at most and usually where it lands beyond the place aimed at.
MOST_STRETCHED, USUALLY = 2.8, 0.45
# Of the larger drops so many splash, into so many smaller ones at most.
LARGE, SPLASHING, MOST_SPLASHES = 1.15, 0.45, 6
# Where drops run together they lie so much of the second one's ink thicker; the rest runs on into the whole of it. It is not followed.
RUNS_ON = 0.3
# As deep in a drop, 0 at its rim and 1 in its middle, ink lies as thick as on average: where 0.8 + 0.6 (1 - depth)^4 is 1.
EVEN = 1 - (1 / 3) ** 0.25


def thrown(seed: int, share: float, diameter_mm: float, width_mm: float, height_mm: float) -> Drops:
    """Drops over a panel and beyond its edges whose areas on the panel, summed, are ``share`` of it; a usual one is as large as a disc of
    ``diameter_mm``."""
    random = np.random.default_rng(seed)
    wanted = share * width_mm * height_mm
    hand = random.uniform(0, 2 * np.pi)
    flicks: list[Drops] = []
    on_panel, count = 0.0, 0
    while on_panel < wanted and count < MOST_SPOTS:
        flick = _flick(random, hand, diameter_mm, width_mm, height_mm)
        flicks.append(flick)
        on_panel += float(_area_on(flick, width_mm, height_mm).sum())
        count += len(flick)
    if not flicks:
        return np.zeros((0, 5))
    drops = np.concatenate(flicks)
    so_far = np.cumsum(_area_on(drops, width_mm, height_mm))
    last = int(np.searchsorted(so_far, wanted))
    if last >= len(drops):
        return drops
    # The last drop is made as small as what is still wanted.
    before = float(so_far[last - 1]) if last else 0.0
    drops[last, 2:4] *= np.sqrt((wanted - before) / max(float(so_far[last]) - before, 1e-12))
    return drops[: last + 1]


def dropped(drops: Drops, grid: Grid, softness_mm: float) -> Map:
    """The ink of full drops, (rows, columns): paler in the middle, darker at the rim of all that run together, 1 on average."""
    ink = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    depth = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    soft = max(softness_mm, grid.pixel_width_mm)
    weights = shown_area(np.sqrt(drops[:, 2] * drops[:, 3]), soft)
    _draw(drops, weights, soft, grid.left_mm, grid.top_mm, grid.pixel_width_mm, grid.pixel_height_mm, ink, depth)
    ink = np.where(ink > 1, 1 + np.float32(RUNS_ON) * (ink - 1), ink)
    return np.asarray(ink * (np.float32(0.8) + np.float32(0.6) * (1 - depth) ** 4), dtype=np.float32)


def _flick(random: np.random.Generator, hand: float, diameter_mm: float, width_mm: float, height_mm: float) -> Drops:
    margin = 30.0
    aim = np.array([random.uniform(-margin, width_mm + margin), random.uniform(-margin, height_mm + margin)])
    way = hand + random.normal(0, TURNS)
    count = 1 + int(TO_A_FLICK * random.lognormal(-0.18, 0.6))
    angle = way + random.normal(0, CONE, count)
    beyond = random.normal(0, LANDS_MM, count)
    length = REACH_MM + beyond
    x = aim[0] - REACH_MM * np.cos(way) + length * np.cos(angle)
    y = aim[1] - REACH_MM * np.sin(way) + length * np.sin(angle)
    radius = diameter_mm / 2 * random.lognormal(-(SPREAD**2), SPREAD, count)
    farther = np.clip(0.5 + beyond / (2 * LANDS_MM), 0, 1.5)
    stretch = np.clip(1 + USUALLY * farther * random.lognormal(0, 0.6, count), 1, MOST_STRETCHED)
    drops = np.stack([x, y, radius * np.sqrt(stretch), radius / np.sqrt(stretch), angle], axis=1)
    splashing = (radius > LARGE * diameter_mm / 2) & (random.uniform(size=count) < SPLASHING)
    return np.concatenate([drops, *(_splashes(random, drop) for drop in drops[splashing])])


def _splashes(random: np.random.Generator, drop: Drops) -> Drops:
    """Small round drops about a large one, most of them ahead of it."""
    count = random.integers(2, MOST_SPLASHES + 1)
    radius = float(np.sqrt(drop[2] * drop[3]))
    angle = drop[4] + random.normal(0, 0.8, count)
    far = radius * random.uniform(1.3, 2.4, count)
    small = radius * random.uniform(0.07, 0.2, count)
    return np.stack([drop[0] + far * np.cos(angle), drop[1] + far * np.sin(angle), small, small, angle], axis=1)


def _area_on(drops: Drops, width_mm: float, height_mm: float) -> NDArray[np.float64]:
    """The area of each drop whose middle lies on the panel, mm2, (drop,); 0 for those beside it."""
    on = (drops[:, 0] >= 0) & (drops[:, 0] < width_mm) & (drops[:, 1] >= 0) & (drops[:, 1] < height_mm)
    return np.asarray(np.where(on, np.pi * drops[:, 2] * drops[:, 3], 0.0))


@njit(cache=True, fastmath=True)
def _draw(
    drops: Any, weights: Any, soft: float, left: float, top: float, width: float, height: float, ink: Any, depth: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = ink.shape
    for k in range(drops.shape[0]):
        cx, cy, a, b = drops[k, 0], drops[k, 1], drops[k, 2], drops[k, 3]
        along, across = np.cos(drops[k, 4]), np.sin(drops[k, 4])
        clear = min(b / (2 * soft), 1.0)  # how far the pixels can show its rim
        reach = a + soft
        row0, row1 = reached(cy, reach, top, height, rows)
        col0, col1 = reached(cx, reach, left, width, columns)
        for row in range(row0, row1):
            dy = top + (row + 0.5) * height - cy
            for column in range(col0, col1):
                dx = left + (column + 0.5) * width - cx
                u, v = (dx * along + dy * across) / a, (dy * along - dx * across) / b
                q = np.sqrt(u * u + v * v)
                # To the rim, mm: exact on the axes, and to first order beside them.
                steep = np.sqrt(u * u / (a * a) + v * v / (b * b))
                to_rim = (1 - q) * q / steep if q > 0.3 else (1 - q) * b
                inside = min(max(to_rim / soft + 0.5, 0.0), 1.0)
                if inside > 0:
                    ink[row, column] += weights[k] * inside
                    deep = EVEN + (min(max(1 - q, 0.0), 1.0) - EVEN) * clear
                    depth[row, column] = max(depth[row, column], deep)
