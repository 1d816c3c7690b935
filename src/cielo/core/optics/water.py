"""What water does to dry ink, and how ink looks before it has dried. All shares: common practice, no source; each is a starting
value until the maker's own trials replace it.
"""

from dataclasses import dataclass

import numpy as np

from cielo.core.materials import Ink, InkKind, Paper
from cielo.core.optics.films import film_of
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.layering import reflectance_of_stack
from cielo.core.optics.spectra import Array
from cielo.core.optics.stock import GLOSS_VEIL, put_on_surface, sheet_of

# The share of a dry film that a full drop of water sets free. Dried pigment and melted powder do not move; alcohol ink wants
# its own solvent; a hybrid gives up its dye and blooms.
SET_FREE: dict[InkKind, float] = {
    "dye": 0.6, "hybrid": 0.35, "alcohol": 0.0, "pigment": 0.0, "white": 0.05, "metallic": 0.1, "clear": 0.0, "paste": 0.0,
    "powder": 0.0,
}  # fmt: skip
# Of what is free, the share that blotting takes away; the rest dries at the rim of the drop.
BLOTTED = 0.65
# How much denser a film is while its liquid still fills it: it dries lighter by that.
WET_DENSER: dict[InkKind, float] = {
    "dye": 1.1, "hybrid": 1.1, "alcohol": 1.25, "pigment": 1.05, "white": 1.0, "metallic": 1.0, "clear": 1.0, "paste": 1.0,
    "powder": 1.0,
}  # fmt: skip


# What an ink that the maker found to react, or not to, gives up: judgement.
REACTING, WATERPROOF = 0.5, 0.0


# Ink of which water sets less free than this stays where it is. Judgement.
STAYS = 0.1


def frees(ink: Ink) -> float:
    """The share of a dry film of an ink that a full drop of water sets free, 0..1."""
    usual = SET_FREE[ink.kind]
    return {"usual": usual, "reacts": max(usual, REACTING), "waterproof": WATERPROOF}[ink.water]


@dataclass(frozen=True)
class Lifted:
    """Where the ink of a drop's place goes: shares that sum to 1."""

    left: float
    at_rim: float
    blotted: float


def lift(ink: Ink, water: float, blot: bool) -> Lifted:
    """A drop on dry ink. ``water`` 0..1: 0 is dry, 1 a full drop left for seconds; ``blot``: taken up, or left to dry."""
    free = frees(ink) * float(np.clip(water, 0.0, 1.0))
    taken = free * BLOTTED if blot else 0.0
    return Lifted(1 - free, free - taken, taken)


def reflectance_after_water(paper: Paper, ink: Ink, strength: float) -> Array:
    """The middle of a full drop, blotted, on ``strength`` full applications of an ink: (31,)."""
    left = lift(ink, 1.0, blot=True).left
    return reflectance_of_stack(paper, {ink.key: ink}, [(ink.key, strength * left)])


def reflectance_while_wet(paper: Paper, ink: Ink, strength: float) -> Array:
    """How ``strength`` full applications look before they dry, (31,): denser, and with the smooth surface of a liquid."""
    sheet, film = sheet_of(paper), film_of(ink, paper)
    amount = float(film.amount(strength)) * WET_DENSER[ink.kind]
    inner = film_over(sheet.inner, film.density * amount / 2, film.scattering * amount)
    return put_on_surface(inner, min(sheet.veil, GLOSS_VEIL))
