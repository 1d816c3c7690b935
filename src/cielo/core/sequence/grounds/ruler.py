"""A ground on the marks of the ruler: what is built from shares of a panel is set so that a hand can measure it."""

from dataclasses import fields, replace
from typing import Any, TypeVar

from cielo.core.plan import (
    RUNS_OFF_MM,
    Band,
    Brush,
    Card,
    Disc,
    Halo,
    Mask,
    Motifs,
    Patches,
    Region,
    Slant,
    Step,
    Vignette,
    Water,
    span_mm,
)
from cielo.core.units import Units, on_ruler

Measured = TypeVar("Measured", bound=Band | Slant | Halo | Vignette | Patches | Motifs | Disc)


def step_on_ruler(step: Step, card: Card, units: Units) -> Step:
    """A step whose band, halo, reach or patches are on the marks; a band that runs off the panel still does."""
    if not isinstance(step, Brush | Water):
        return step
    return replace(step, region=_region_on_ruler(step.region, card, units))


def mask_on_ruler(mask: Mask, units: Units) -> Mask:
    """A disc whose place and size are on the marks; other sheets keep theirs, which follow from their repeat or their edge."""
    return _on_ruler(mask, units) if isinstance(mask, Disc) else mask


def _region_on_ruler(region: Region, card: Card, units: Units) -> Region:
    if isinstance(region, Band | Slant):
        placed = _on_ruler(region, units)
        off = region.end_mm > span_mm(card, region) - RUNS_OFF_MM
        return replace(placed, end_mm=region.end_mm) if off else placed
    return _on_ruler(region, units) if isinstance(region, Halo | Vignette | Patches | Motifs) else region


def _on_ruler(of: Measured, units: Units) -> Measured:
    names = [part.name for part in fields(of) if part.name.endswith("_mm") and isinstance(getattr(of, part.name), float | int)]
    lengths: dict[str, Any] = {name: on_ruler(getattr(of, name), units) for name in names}
    return replace(of, **lengths)
