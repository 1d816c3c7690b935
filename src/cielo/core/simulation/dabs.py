"""A tool that is dabbed: one sponge, turned and pressed anew; and patches that lie over each other. All figures are common practice, no
source; they are by eye.

A sponge has one face for a whole step: pores with crisp edges, as it was cut. Each dab turns it by any angle, presses it more or less,
and least towards its rim, so pores open there. What several dabs leave adds.

A patch is one dab of a smaller tool, round but never quite. Patches lie over each other and are a little darker where they do; together
they cover what is said, whatever the throw.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit
from cielo.core.keeping import kept
from cielo.core.simulation.grid import Grid, pooled, reading_grid
from cielo.core.simulation.sampled import at_within, face
from cielo.core.simulation.spots import reached

Map = NDArray[np.float32]
# Dabs are an array (dab, 4): x, y, mm, how far it is turned, radians, and how hard it is pressed.
Dabs = NDArray[np.float64]

# A sponge's face is known this finely; dabs lie so many of its widths apart, give or take; and so much of it touches where it is
# pressed as usual, as standard normal values.
FACE_MM, APART, ASTRAY = 0.2, 0.45, 0.09
TOUCHES, HARDER = -0.1, 0.16
# How crisp a pore's edge is: as wide as this, mm.
PORE_EDGE_MM = 0.25


@kept
def sponged(seed: int, width_mm: float, pore_mm: float, grid: Grid) -> Map:
    """What a sponge ``width_mm`` wide leaves dabbed all over, (rows, columns): 1 on average over the panel. Do not write to it."""
    fine = _sponged(seed, width_mm, pore_mm, grid.finer(grid.mixes))
    return np.asarray(pooled(fine, grid.mixes) / _usual(seed, width_mm, pore_mm, reading_grid(grid)))


@kept
def _usual(seed: int, width_mm: float, pore_mm: float, reading: Grid) -> float:
    """What the dabs leave on average over the panel."""
    return float(_sponged(seed, width_mm, pore_mm, reading).mean())


def _sponged(seed: int, width_mm: float, pore_mm: float, grid: Grid) -> Map:
    size = (width_mm, width_mm)
    # High where it touches, low where it has pores, large and small.
    sponge = 0.5 * face(seed + 1, size, pore_mm, FACE_MM) + 0.87 * face(seed + 2, size, pore_mm / 3.5, FACE_MM)
    dabs = _dabs(seed, APART * width_mm, grid.panel_width_mm, grid.panel_height_mm)
    out = np.zeros((grid.rows, grid.columns), np.float32)
    edge = max(PORE_EDGE_MM, grid.pixel_width_mm) / (0.42 * 3.0)  # in the face's own units: it changes by one in so many mm
    _dab(dabs, sponge, width_mm / 2, edge, grid.left_mm, grid.top_mm, grid.pixel_width_mm, grid.pixel_height_mm, out)
    return out


def _dabs(seed: int, apart_mm: float, width_mm: float, height_mm: float) -> Dabs:
    """Places all over a panel and a margin round it, each a little astray."""
    random = np.random.default_rng(seed)
    down, across = int(height_mm / apart_mm) + 4, int(width_mm / apart_mm) + 4
    y, x = np.meshgrid((np.arange(down) - 1.5) * apart_mm, (np.arange(across) - 1.5) * apart_mm, indexing="ij")
    x = x + np.where(np.arange(down) % 2, apart_mm / 2, 0.0)[:, None]
    astray = random.normal(0, ASTRAY * apart_mm / APART, (2, down, across))
    turned = random.uniform(0, 2 * np.pi, (down, across))
    pressed = random.normal(TOUCHES, HARDER, (down, across))
    dabs = np.stack([x + astray[0], y + astray[1], turned, pressed], axis=-1).reshape(-1, 4)
    return np.asarray(dabs[random.permutation(len(dabs))])


@njit(cache=True, fastmath=True)
def _dab(
    dabs: Any, sponge: Any, radius: float, edge: float, left: float, top: float, width: float, height: float, out: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = out.shape
    per_mm = (sponge.shape[0] - 1) / (2 * radius)
    for k in range(dabs.shape[0]):
        cx, cy, pressed = dabs[k, 0], dabs[k, 1], dabs[k, 3]
        cos, sin = np.cos(dabs[k, 2]), np.sin(dabs[k, 2])
        row0, row1 = reached(cy, radius, top, height, rows)
        col0, col1 = reached(cx, radius, left, width, columns)
        for row in range(row0, row1):
            dy = top + (row + 0.5) * height - cy
            for column in range(col0, col1):
                dx = left + (column + 0.5) * width - cx
                far = (dx * dx + dy * dy) / (radius * radius)
                if far >= 1.0:
                    continue
                u, v = dx * cos + dy * sin, dy * cos - dx * sin
                # The rim is pressed least, and unevenly.
                level = pressed - 2.4 * far * far * far
                depth = level - at_within(sponge, (v + radius) * per_mm, (u + radius) * per_mm)
                out[row, column] += min(max(depth / edge + 0.5, 0.0), 1.0)


# Patches: so many to what one covers of the panel, so far from round, and so much darker where two lie over each other.
CROWDED, UNROUND, DARKER = 1.6, 0.09, 0.22
BESIDE = 1.3  # how far from its middle a patch is looked at, in its radii
MOST_PATCHES = 20_000


def patched(seed: int, cover: float, size_mm: float, softness_mm: float, grid: Grid) -> Map:
    """What patches leave, (rows, columns), 0 ... 1 + DARKER: they cover ``cover`` of the panel, each edge ``softness_mm`` or a pixel wide."""
    patches = _patches(seed, cover, size_mm, grid.panel_width_mm, grid.panel_height_mm)
    level, usual = _level(seed, cover, size_mm, reading_grid(grid))
    soft = max(softness_mm, grid.pixel_width_mm)
    deep, twice = _depths(patches, grid)
    inside = np.clip((deep - level) / soft + 0.5, 0, 1)
    over = np.clip((twice - level) / soft + 0.5, 0, 1)
    return np.asarray(inside * (1 + DARKER * over) / usual, np.float32)


@kept
def _level(seed: int, cover: float, size_mm: float, reading: Grid) -> tuple[float, float]:
    """The depth, mm, above which the patches cover what is said, and how dark they are on average."""
    deep, twice = _depths(_patches(seed, cover, size_mm, reading.panel_width_mm, reading.panel_height_mm), reading)
    level = float(np.quantile(deep, 1 - min(cover, 1.0)))
    covered = deep >= level
    usual = 1 + DARKER * float((twice[covered] >= level).mean()) if covered.any() else 1.0
    return level, usual


def _patches(seed: int, cover: float, size_mm: float, width_mm: float, height_mm: float) -> NDArray[np.float64]:
    """Patches over a panel and a margin, (patch, 7): x, y, radius, mm, and the size and turn of its second and third wave round the rim."""
    random = np.random.default_rng(seed)
    margin = size_mm
    share = -np.log1p(-min(cover, 0.9995)) * CROWDED
    count = min(
        MOST_PATCHES, max(1, round(share / (np.pi / 4 * size_mm**2) * (width_mm + 2 * margin) * (height_mm + 2 * margin)))
    )
    places = random.uniform((-margin, -margin), (width_mm + margin, height_mm + margin), (count, 2))
    radius = size_mm / 2 * random.lognormal(-0.02, 0.2, count)
    waves = np.stack([random.normal(0, UNROUND, count), random.uniform(0, np.pi, count)] * 2, axis=1)
    return np.concatenate([places, radius[:, None], waves], axis=1)


def _depths(patches: NDArray[np.float64], grid: Grid) -> tuple[Map, Map]:
    """How deep each place lies in the patch it lies deepest in, and in the next, mm, below 0 outside: (rows, columns) each."""
    deep = np.full((grid.rows, grid.columns), -1e3, np.float32)
    twice = np.full((grid.rows, grid.columns), -1e3, np.float32)
    _deepen(patches, grid.left_mm, grid.top_mm, grid.pixel_width_mm, grid.pixel_height_mm, deep, twice)
    return deep, twice


@njit(cache=True, fastmath=True)
def _deepen(
    patches: Any, left: float, top: float, width: float, height: float, deep: Any, twice: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = deep.shape
    for k in range(patches.shape[0]):
        cx, cy, r = patches[k, 0], patches[k, 1], patches[k, 2]
        second, third = patches[k, 3], patches[k, 5]
        c2, s2 = np.cos(2 * patches[k, 4]), np.sin(2 * patches[k, 4])
        c3, s3 = np.cos(3 * patches[k, 6]), np.sin(3 * patches[k, 6])
        reach = BESIDE * r * (1 + abs(second) + abs(third))
        row0, row1 = reached(cy, reach, top, height, rows)
        col0, col1 = reached(cx, reach, left, width, columns)
        for row in range(row0, row1):
            dy = top + (row + 0.5) * height - cy
            for column in range(col0, col1):
                dx = left + (column + 0.5) * width - cx
                square = dx * dx + dy * dy
                if square > reach * reach:
                    continue
                d = max(np.sqrt(square), 1e-9)
                c, n = dx / d, dy / d  # the cosine and sine of the way from its middle, and of two and three times that angle
                twofold = (c * c - n * n) * c2 + 2 * c * n * s2
                threefold = c * (4 * c * c - 3) * c3 + n * (3 - 4 * n * n) * s3
                depth = np.float32(r * (1 + second * twofold + third * threefold) - d)
                if depth > deep[row, column]:
                    twice[row, column] = deep[row, column]
                    deep[row, column] = depth
                elif depth > twice[row, column]:
                    twice[row, column] = depth
