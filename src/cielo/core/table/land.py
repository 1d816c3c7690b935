"""Where the land begins: the ground that figures stand on. Read from edges of masks that run across, and bands that end crisply."""

from collections.abc import Iterator
from dataclasses import replace

from shapely import LineString, Polygon, box

from cielo.core.geometry.shapes import inside_of
from cielo.core.plan import Band, Brush, EdgeMask, Halo, Plan, masks_laid, masks_on

# A band that fades within this is an edge; a softer one is sky: judgement, no source.
CRISP_MM = 8.0
# How far a foot is set into the land, so that no light shows under it, mm. Judgement.
SINKS_MM = 0.8


def lands(plan: Plan) -> Iterator[tuple[str, str, Polygon]]:
    """What lies below each edge that runs across: of masks, and of bands that end crisply."""
    size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
    for step, mask in masks_laid(plan):
        if isinstance(mask, EdgeMask) and abs((mask.angle_deg + 90) % 180 - 90) < 35 and not _guides_rays(plan, mask):
            inside = inside_of(replace(mask, keeps="inside"), *size)
            upside_down = abs((mask.angle_deg + 180) % 360 - 180) > 90
            land = box(0, 0, *size).difference(inside) if upside_down else inside
            yield step.id, f"The edge of the {mask.called}", land
    for brush in plan.steps:
        if not isinstance(brush, Brush) or not isinstance(brush.region, Band):
            continue
        band = brush.region
        if band.edge == "bottom" and band.start_mm == 0 and band.carry_mm < CRISP_MM and band.end_mm < size[1] - 1:
            yield brush.id, f"The edge of {plan.ink(brush.ink).name}", box(0, size[1] - band.end_mm - band.carry_mm / 2, *size)


def _guides_rays(plan: Plan, mask: EdgeMask) -> bool:
    """Whether a straight edge is only held there to build ink along it, a ray or a line of light; land is inked as a ground."""
    along = [step for step, on in masks_on(plan) if isinstance(step, Brush) and mask.key in on]
    return mask.profile == "straight" and bool(along) and all(isinstance(step.region, Halo) for step in along)


def crests_at(plan: Plan, x_mm: float) -> tuple[float, ...]:
    """How far below the panel's top each land begins at a place across it, mm; the highest first."""
    height = plan.card.panel_height_mm
    column = LineString([(x_mm, -height), (x_mm, 2 * height)])
    tops = [land.intersection(column) for _, _, land in lands(plan)]
    return tuple(sorted(float(top.bounds[1]) for top in tops if not top.is_empty))
