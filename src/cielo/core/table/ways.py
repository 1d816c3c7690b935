"""The ways that blended bands run across a panel, and how fast the colour changes along one.

A way is laid straight: a panel as long as the panel is that way, with all its bands across it and what is laid all over.
"""

from dataclasses import dataclass, replace
from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray

from cielo.core.materials import TOOLS
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array, lab_from_xyz
from cielo.core.plan import Band, Brush, Card, Fade, Plan, Region, Reveals, Slant, Whole, masks_on
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.marks import embosses

PER_MM = 2
# The way from each edge to the one opposite, degrees.
WAYS = {"top": 0.0, "right": 90.0, "bottom": 180.0, "left": 270.0}
SAME_WAY_DEG = 0.5
LINE_WIDTH_MM = 20.0


@dataclass(frozen=True)
class Way:
    """One way across a panel of ``width_mm`` by ``height_mm``; ``angle_deg`` 0 up to 180."""

    angle_deg: float
    width_mm: float
    height_mm: float

    @property
    def span_mm(self) -> float:
        angle = radians(self.angle_deg)
        return abs(sin(angle)) * self.width_mm + abs(cos(angle)) * self.height_mm

    def straight(self, region: Region) -> Band | None:
        """The band of the straight panel that stands for a region; None for one that does not run this way."""
        if not isinstance(region, Band | Slant):
            return None
        turned = (angle_of(region) - self.angle_deg + 90) % 360 - 90
        if abs(turned) < SAME_WAY_DEG:
            return Band("top", region.start_mm, region.end_mm, region.lead_in_mm, region.carry_mm)
        if abs(turned - 180) < SAME_WAY_DEG:
            return Band("bottom", region.start_mm, region.end_mm, region.lead_in_mm, region.carry_mm)
        return None

    def place(self, t_mm: float) -> tuple[float, float]:
        """The place t along the way, on the line through the panel's middle: x and y, mm."""
        ahead, angle = t_mm - self.span_mm / 2, radians(self.angle_deg)
        x, y = self.width_mm / 2 - ahead * sin(angle), self.height_mm / 2 + ahead * cos(angle)
        return min(self.width_mm, max(0.0, x)), min(self.height_mm, max(0.0, y))


def angle_of(region: Band | Slant) -> float:
    return WAYS[region.edge] if isinstance(region, Band) else region.angle_deg


def brushed(plan: Plan) -> list[Brush]:
    """Every laying by an even tool that is no embossing, in the order of the work."""
    return [s for s in plan.steps if isinstance(s, Brush) and TOOLS[s.tool].texture == "even" and not embosses(plan, s)]


def ways_of(plan: Plan) -> list[Way]:
    """Every way that bands of the plan run, each once, in the order of the work."""
    ways: list[Way] = []
    for step in brushed(plan):
        if isinstance(step.region, Band | Slant) and not any(way.straight(step.region) for way in ways):
            ways.append(Way(angle_of(step.region) % 180, plan.card.panel_width_mm, plan.card.panel_height_mm))
    return ways


def change_along(plan: Plan, way: Way) -> NDArray[np.float64]:
    """Change of colour per mm along a way, of its bands and what is laid all over, PER_MM places to the mm."""
    lab = colours_along(plan, way)
    return np.asarray(ciede2000(lab[1:], lab[:-1]) * PER_MM)


def colours_along(plan: Plan, way: Way) -> Array:
    """CIE Lab along a way, of its bands and what is laid all over, (place, 3), PER_MM places to the mm."""
    through = {s.id for s, on in masks_on(plan) if on}
    steps: list[Brush] = []
    for step in brushed(plan):
        band = way.straight(step.region)
        if band is None and (not isinstance(step.region, Whole) or step.id in through):
            continue
        steps.append(replace(step, region=band or step.region, fade=_faded(step, way)))
    # The tooth of a rough stock is no seam, so the line is read on a smooth one.
    paper = plan.stock.paper if plan.stock.paper.surface != "rough" else replace(plan.stock.paper, surface="uncoated")
    card = Card(LINE_WIDTH_MM, way.span_mm, "left", Reveals(0.0, 0.0, 0.0, 0.0))
    stock = replace(plan.stock, paper=paper)
    line = replace(plan, card=card, stock=stock, steps=tuple(steps), masks=(), focal=(), holds=(), cuts=(), wishes=())
    places = max(2, round(way.span_mm * PER_MM))
    grid = Grid(LINE_WIDTH_MM, way.span_mm, LINE_WIDTH_MM, way.span_mm / places, places, 1)
    return lab_from_xyz(panel_xyz(line, grid)).reshape(-1, 3)


def _faded(step: Brush, way: Way) -> Fade | None:
    """A laying's fade as it shows on the straight panel: at its own end, or not at all where it lies beside the line."""
    if step.fade is None:
        return None
    band = way.straight(Band(step.fade.edge, 0.0, 0.0, 0.0, 0.0))
    return replace(step.fade, edge=band.edge) if band else None
