"""Plans for tests."""

from dataclasses import replace

from cielo.core.materials import Ink, Paper, Stock, Swatch
from cielo.core.order.derive import with_derived
from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Disc,
    Dry,
    Halo,
    LayMask,
    LiftMask,
    Patches,
    Plan,
    Reveals,
    Stencil,
    Step,
    Vignette,
    Water,
    Whole,
)
from cielo.core.sequence.gradient import GradientWish, propose_gradient
from cielo.core.units import inches

WHITE = Paper((95.0, 0.3, -1.0), "uncoated")
STOCK = Stock("white", "White", WHITE)


def dye(name: str, lab: tuple[float, float, float]) -> Ink:
    return Ink(name.lower(), name, "dye", (Swatch(1.0, lab),), measured_on=WHITE)


PALE = dye("Pale", (88.0, -2.0, 45.0))
MIDDLE = dye("Middle", (70.0, 32.0, 20.0))
DARK = dye("Dark", (45.0, 15.0, -35.0))
INKS = (PALE, MIDDLE, DARK)
MOON = Disc("moon", "moon", 80.0, 45.0, 36.0)


def card(width_in: float = 5, height_in: float = 7, reveal_in: float = 1 / 8) -> Card:
    reveal = inches(reveal_in)
    return Card(inches(width_in), inches(height_in), "left", Reveals(reveal, reveal, reveal, reveal))


def gradient(wish: GradientWish | None = None, inks: tuple[Ink, ...] = INKS) -> Plan:
    """Three inks, light at the bottom, with a moon."""
    plan = propose_gradient("Dusk", "in", card(), STOCK, inks, wish or GradientWish("bottom", disc=MOON))
    return with_derived(plan)


def plan_of(*steps: Step) -> Plan:
    return Plan("Test", "in", card(), STOCK, INKS, (MOON,), steps)


def ten_passes(width_in: float = 5, height_in: float = 7) -> Plan:
    """A panel of just that size with a moon and ten brushings, for fidelity and speed."""
    steps: list[Step] = [LayMask("m", "moon")]
    for i in range(9):
        band = Band("bottom", 20.0 * i, 20.0 * i + 25, 10.0 if i else 0.0, 15.0)
        steps.append(Brush(f"b{i}", INKS[i % 3].key, "large-brush", band, "medium", 2))
    steps.append(Brush("halo", "dark", "medium-brush", Halo("moon", 15.0), "light", 2))
    return replace(plan_of(*steps), card=card(width_in + 0.25, height_in + 0.25))


def twelve_steps() -> Plan:
    """Twelve steps on a 5 x 7 in panel: a stencil, an emboss resist under three inks, and splatter over them."""
    powder = Ink("powder", "Powder", "powder", (Swatch(1.0, (94.0, 0.0, 1.5)),), measured_on=WHITE)
    white = Ink(
        "w", "Wh", "white", (Swatch(1.0, (95.0, 0.0, 0.5)),), measured_on=WHITE, over_black=Swatch(1.0, (72.0, -1.0, -3.0))
    )
    stencil = Stencil("repeat", "agave", "rosette", 60.0, 85.0, 26.0, 32.0)
    steps: list[Step] = [
        LayMask("l", "repeat"),
        Brush("e", "powder", "dauber", Whole(), "full", 1),
        LiftMask("o", "repeat"),
        Brush("p", "pale", "large-brush", Whole(), "light", 3, "dry"),
        Brush("m", "middle", "large-brush", Band("bottom", 0, 80, 0, 40), "light", 3),
        Brush("k", "dark", "large-brush", Vignette(60), "light", 4),
        Brush("q", "dark", "sponge", Patches(22, 0.5), "light", 2),
        Dry("d", "air", 5),
        Water("w", "coarse-splatter", Whole(), "fine", True, 2),
        Brush("s", "w", "fine-splatter", Whole(), "medium", 2, "dry"),
        Brush("t", "dark", "coarse-splatter", Whole(), "light", 1, "dry"),
        Dry("d2", "air", 5),
    ]
    return replace(plan_of(*steps), inks=(*INKS, powder, white), masks=(stencil,), card=card(5.25, 7.25))
