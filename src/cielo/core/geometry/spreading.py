"""Motifs spread over a panel: large first, then middle, then small in the gaps; or three as a triangle. Same seed, same places."""

from dataclasses import dataclass
from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray

from cielo.core.geometry.motifs import motif_rings
from cielo.core.plan import Motifs

# Middle and small motifs against the large ones, and how many of them for each large one.
SIZES = ((1.0, 1), (0.62, 2), (0.38, 4))
TRIES = 40


@dataclass(frozen=True)
class PlacedMotif:
    """One motif where it is printed: its middle, its size across and its turn."""

    x_mm: float
    y_mm: float
    size_mm: float
    angle_deg: float

    def outlines_mm(self, motif: str) -> tuple[NDArray[np.float64], ...]:
        """Its outlines on the panel, each (n, 2)."""
        c, s = cos(radians(self.angle_deg)), sin(radians(self.angle_deg))
        turn, middle = np.array([[c, s], [-s, c]]), np.array([self.x_mm, self.y_mm])
        return tuple(np.asarray(ring * (self.size_mm / 2) @ turn + middle) for ring in motif_rings(motif))


def spread_motifs(region: Motifs, width_mm: float, height_mm: float, seed: int) -> tuple[PlacedMotif, ...]:
    """Where the motifs go. Circles round them keep ``gap_mm`` from each other; what finds no room is left out.

    Of TRIES random places the one furthest from its neighbours is taken (best candidate, Mitchell 1991), so gaps fill evenly.
    """
    random = np.random.default_rng(seed)
    if region.arrangement == "triangle":
        corners = np.array([(0.25, 0.24), (0.76, 0.36), (0.40, 0.66)]) + random.uniform(-0.03, 0.03, (3, 2))
        turns = random.uniform(-25, 25, 3)
        return tuple(
            PlacedMotif(float(x * width_mm), float(y * height_mm), region.size_mm, float(t))
            for (x, y), t in zip(corners, turns, strict=True)
        )
    placed: list[PlacedMotif] = []
    for share, each in SIZES:
        size = region.size_mm * share
        for _ in range(region.count * each):
            places = random.uniform((0, 0), (width_mm, height_mm), (TRIES, 2))
            turn = float(random.uniform(0, 360))
            room = _room(places, size, placed)
            best = int(np.argmax(room))
            if room[best] >= region.gap_mm:
                placed.append(PlacedMotif(float(places[best, 0]), float(places[best, 1]), size, turn))
    return tuple(placed)


def _room(places: NDArray[np.float64], size_mm: float, placed: list[PlacedMotif]) -> NDArray[np.float64]:
    """How far each place leaves a motif from its nearest neighbour, mm; far where there is none."""
    if not placed:
        return np.full(len(places), np.inf)
    there = np.array([(p.x_mm, p.y_mm, p.size_mm / 2) for p in placed])
    apart = np.hypot(*(places[:, None, :] - there[None, :, :2]).transpose(2, 0, 1))
    return np.asarray((apart - there[:, 2] - size_mm / 2).min(axis=1))
