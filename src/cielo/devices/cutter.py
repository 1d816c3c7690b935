"""A cutter: what any must be able to do, and a simulated one.

A real driver implements ``Cutter``: it is told lines in mm and answers how long they took. It refuses, before the blade comes down, what
its mat or its blade cannot do.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from cielo.errors import BadInput

Array = NDArray[np.float64]


@dataclass(frozen=True)
class CutterLimits:
    """What a cutter can do. ``finest_mm``: two cuts nearer than this, or a shape smaller, tear out under its blade."""

    mat_width_mm: float
    mat_height_mm: float
    finest_mm: float


@dataclass(frozen=True, eq=False)
class CutReport:
    """What was cut: how far with the blade down and up, how long it took, and the lines as they lie on the mat."""

    cut_mm: float
    travel_mm: float
    seconds: float
    lines_mm: tuple[Array, ...]


class Cutter(Protocol):
    """A machine that cuts lines, each (n, 2), mm from the mat's top left corner."""

    @property
    def limits(self) -> CutterLimits: ...

    def cut(self, lines_mm: Sequence[Array]) -> CutReport:
        """Cut the lines. Raises BadInput, and cuts nothing, when the mat or the blade cannot do it."""
        ...


@dataclass(frozen=True)
class SimulatedCutter:
    """Cuts nothing, but reckons as a machine would. Speeds and the time of a lift are judgement, no source."""

    limits: CutterLimits = CutterLimits(305.0, 305.0, 0.8)
    cut_mm_per_s: float = 40.0
    travel_mm_per_s: float = 120.0
    lift_s: float = 0.15
    corner_s: float = 0.02

    def cut(self, lines_mm: Sequence[Array]) -> CutReport:
        """Reckon a job. Raises BadInput for what is larger than the mat or finer than the blade."""
        lines = tuple(np.asarray(line, dtype=float) for line in lines_mm if len(line) > 1)
        if not lines:
            raise BadInput("there is nothing to cut.", mend="Choose a piece with an outline.")
        ensure_cuttable(lines, self.limits)
        cut = sum(float(np.hypot(*np.diff(line, axis=0).T).sum()) for line in lines)
        place, travel = np.zeros(2), 0.0
        for line in lines:
            travel += float(np.hypot(*(line[0] - place)))
            place = line[-1]
        corners = sum(_corners(line) for line in lines)
        seconds = cut / self.cut_mm_per_s + travel / self.travel_mm_per_s + self.lift_s * 2 * len(lines) + self.corner_s * corners
        return CutReport(cut, travel, seconds, lines)


def _too_large(places: Array, limits: CutterLimits) -> BadInput:
    """Why what has those places, (n, 2), does not go on a mat, and what does help."""
    mat = np.array([limits.mat_width_mm, limits.mat_height_mm])
    size, rim = places.max(axis=0) - places.min(axis=0), np.maximum(places.min(axis=0), 0)
    what = f"the piece is {size[0]:.0f} by {size[1]:.0f} mm and the mat {mat[0]:.0f} by {mat[1]:.0f} mm"
    if np.all(size[::-1] + rim <= mat):
        return BadInput(f"{what}.", field="size", mend="Turned a quarter it goes on.")
    by_hand = "Cut it by hand from the template."
    if places.min() < 0:
        return BadInput(f"{what}, and it goes beyond the mat's corner.", field="size", mend="Move it onto the mat.")
    if np.all(size <= mat):
        return BadInput(f"{what}, of which {rim.max():.0f} mm stay free at two sides.", field="size", mend=by_hand)
    return BadInput(f"{what}.", field="size", mend=by_hand)


def ensure_cuttable(lines: Sequence[Array], limits: CutterLimits) -> None:
    """Raise BadInput when lines go beyond a mat or stand closer than a blade can do."""
    from shapely import LineString, Polygon, STRtree

    every = np.concatenate(lines)
    if every.min() < -1e-6 or every[:, 0].max() > limits.mat_width_mm + 1e-6 or every[:, 1].max() > limits.mat_height_mm + 1e-6:
        raise _too_large(every, limits)
    for line in lines:
        closed = len(line) > 3 and np.allclose(line[0], line[-1])
        if closed and Polygon(line).buffer(-limits.finest_mm / 2).is_empty:
            raise BadInput(
                f"a shape near {line[0][0]:.0f}, {line[0][1]:.0f} mm is narrower than {limits.finest_mm} mm, which the blade tears out.",
                field="fineness",
                mend="Make it larger, or cut it by hand.",
            )
    shapes = [LineString(line) for line in lines]
    if len(shapes) > 1:
        _, apart = STRtree(shapes).query_nearest(shapes, return_distance=True, exclusive=True)
        if float(np.min(apart)) < limits.finest_mm:
            raise BadInput(
                f"two cuts stand {float(np.min(apart)):.1f} mm apart; the bridge between them tears below {limits.finest_mm} mm.",
                field="fineness",
                mend="Widen the bridge, or cut one of them by hand.",
            )


def _corners(line: Array) -> int:
    """How often the blade turns by more than 30 degrees."""
    way = np.diff(line, axis=0)
    way = way[np.hypot(*way.T) > 1e-9]
    angle = np.arctan2(way[:, 1], way[:, 0])
    turn = np.abs((np.diff(angle) + np.pi) % (2 * np.pi) - np.pi)
    return int((turn > np.pi / 6).sum())
