"""A banded gradient proposed: two to five inks in equal bands, light to dark as they look on this stock.

Over each seam the lighter ink dies away while the darker comes in, so that nowhere more ink lies than in the bands;
where the school says so, the lighter ink goes over each seam again. A round mask keeps a disc bare and gets a halo from the
ink of its own height. One side may fade to bare stock.
"""

from dataclasses import dataclass, replace
from typing import Literal

from cielo.core.materials import Ink, Stock
from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Disc,
    Dry,
    Edge,
    Fade,
    Halo,
    LayMask,
    LiftMask,
    Plan,
    Step,
)
from cielo.core.sequence.lightness import light_to_dark
from cielo.core.units import Units, on_ruler
from cielo.errors import BadInput

SeamSchool = Literal["lighter-again", "overlap-only"]

FEWEST_INKS, MOST_INKS = 2, 5
# The share of a band over which an ink fades into its neighbour. Common practice, no source.
CARRY_SHARE = 0.8
DRYING_MINUTES = 5.0


@dataclass(frozen=True)
class GradientWish:
    """What the maker wants of her gradient. ``carry_mm`` None: CARRY_SHARE of a band; a band at most."""

    light_edge: Edge
    seams: SeamSchool = "lighter-again"
    carry_mm: float | None = None
    disc: Disc | None = None
    halo_mm: float | None = None
    fade: Fade | None = None


def propose_gradient(title: str, units: Units, card: Card, stock: Stock, inks: tuple[Ink, ...], wish: GradientWish) -> Plan:
    """A plan for that wish, without wipes (``order.derive`` sets them).

    Raises BadInput for fewer than two or more than five inks.
    """
    if not FEWEST_INKS <= len(inks) <= MOST_INKS:
        raise BadInput(
            f"a banded gradient takes {FEWEST_INKS} to {MOST_INKS} inks, not {len(inks)}.",
            field="inks",
            mend="Choose inks that neighbour each other: light, middle, dark.",
        )
    ordered = light_to_dark(stock.paper, inks)
    span = card.panel_height_mm if wish.light_edge in ("top", "bottom") else card.panel_width_mm
    width = span / len(ordered)
    carry = min(width, wish.carry_mm) if wish.carry_mm is not None else on_ruler(CARRY_SHARE * width, units)
    # Where each ink is strongest, its measures on the marks of the ruler; the next begins where it has died away.
    ends = [on_ruler((i + 1) * width - carry / 2, units) for i in range(len(ordered) - 1)]
    steps: list[Step] = []
    if wish.disc:
        steps.append(LayMask("", wish.disc.key))
    halo_ink = _ink_at(wish.disc, wish.light_edge, card, width, ordered) if wish.disc else None
    for i, ink in enumerate(ordered):
        last = i == len(ordered) - 1
        start = ends[i - 1] + carry if i else 0.0
        end = span if last else ends[i]
        band = Band(wish.light_edge, start, max(start, end), carry if i else 0.0, 0.0 if last else carry)
        steps.append(Brush("", ink.key, "large-brush", band, "light", 3, fade=wish.fade))
        if wish.disc and ink is halo_ink:
            reach = wish.halo_mm if wish.halo_mm is not None else round(wish.disc.diameter_mm * 0.75)
            steps.append(Brush("", ink.key, "medium-brush", Halo(wish.disc.key, reach), "light", 2, fade=wish.fade))
    if wish.seams == "lighter-again":
        for i, ink in enumerate(ordered[:-1]):
            seam, half = ends[i] + carry / 2, carry / 4
            fades = on_ruler(carry / 2, units)
            band = Band(wish.light_edge, on_ruler(seam - half, units), on_ruler(seam + half, units), fades, fades)
            steps.append(Brush("", ink.key, "large-brush", band, "pale", 2, fade=wish.fade))
    steps.append(Dry("", "air", DRYING_MINUTES))
    if wish.disc:
        steps.append(LiftMask("", wish.disc.key))
    numbered = tuple(replace(step, id=f"s{n}") for n, step in enumerate(steps, 1))
    return Plan(title, units, card, stock, ordered, (wish.disc,) if wish.disc else (), numbered)


def _ink_at(disc: Disc, light_edge: Edge, card: Card, band_mm: float, ordered: tuple[Ink, ...]) -> Ink:
    """The ink of the band that the disc's centre lies in, measured from the light edge."""
    distance = {
        "top": disc.y_mm,
        "bottom": card.panel_height_mm - disc.y_mm,
        "left": disc.x_mm,
        "right": card.panel_width_mm - disc.x_mm,
    }[light_edge]
    return ordered[min(len(ordered) - 1, max(0, int(distance / band_mm)))]
