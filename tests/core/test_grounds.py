"""Every ground of the trade's list, a to x: planned, clean, simulated, and looked at: what is light, dark, bare, which hue where."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import pytest
from scipy import ndimage

from cielo.core.advice.judge import judge, troubles
from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma, hue_apart
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.order.derive import with_derived
from cielo.core.order.reasons import reasons
from cielo.core.plan import Brush, Dry, LayMask, LiftMask, Plan, Water, Wipe, ensure_sound
from cielo.core.say import care, fetch, say
from cielo.core.sequence.grounds import GROUNDS, lay_out
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.table import table_of
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput
from tests.core.plans import card

INK = {ink.name: ink for ink in INKS}
STOCK = {stock.key: stock for stock in STOCKS}
DUSK = ("Yucca 1", "Ocotillo 2", "Cholla 7", "Sage 8")

# Inks and stock that each ground is tried with, where the dusk inks on white do not suit it.
TRIED: dict[str, tuple[str, tuple[str, ...]]] = {
    "meeting-blend": ("glasshouse-white", ("Yucca 4", "Agave 6")),
    "masked-strip": ("glasshouse-white", ("Yucca 4", "Ocotillo 5", "Agave 6")),
    "two-zones": ("glasshouse-white", ("Yucca 4", "Agave 6")),
    "stencil-shaded": ("glasshouse-white", ("Yucca 1", "Agave 6")),
    "night-vignette": ("glasshouse-white", ("Cholla 3", "Cholla 7", "Sage 8", "Basalt 8", "Datura 0")),
    "emboss-resist": ("glasshouse-white", ("Agave 3", "Agave 6", "Sage 8", "Yarrow 0")),
    "clear-resist": ("glasshouse-white", ("Yucca 4", "Sage 8", "Dew 0")),
    "patches-overprint": ("glasshouse-white", ("Yucca 4", "Ocotillo 5", "Agave 6", "Basalt 8", "Datura 0")),
    "on-coloured-stock": ("dune-kraft", ("Mesquite 6", "Datura 0")),
    "alcohol-flow": ("glaze-sheet", ("Hedgehog 6", "Prickly Pear 3")),
    "pigment-tone": ("glasshouse-white", ("Palo Verde 4", "Mesquite 6")),
}


@dataclass(frozen=True, eq=False)
class Look:
    """A plan's panel as colours, and as it was before some of its steps."""

    plan: Plan
    lab: np.ndarray

    def at(self, across: float, down: float) -> Lab:
        """The mean colour of a small patch at shares of width and height."""
        rows, columns = self.lab.shape[:2]
        row, column = int(down * (rows - 1)), int(across * (columns - 1))
        patch = self.lab[max(0, row - 1) : row + 2, max(0, column - 1) : column + 2].reshape(-1, 3).mean(axis=0)
        return (float(patch[0]), float(patch[1]), float(patch[2]))

    @property
    def from_bare(self) -> np.ndarray:
        """CIEDE2000 of every place to the bare stock."""
        return np.asarray(ciede2000(self.lab, np.array(self.plan.stock.paper.lab)))

    def is_bare(self, across: float, down: float) -> bool:
        """Whether a place has no ink."""
        return bool(ciede2000(self.at(across, down), self.plan.stock.paper.lab) < 2)

    @property
    def bare_share(self) -> float:
        return float((self.from_bare < 2).mean())

    @property
    def grain(self) -> float:
        """How much lightness differs between neighbours, on average."""
        return float(np.abs(np.diff(self.lab[..., 0], axis=1)).mean())

    @property
    def pale_spots(self) -> int:
        """How many spots are clearly lighter than what lies round them."""
        light = self.lab[..., 0]
        return int(ndimage.label(light > ndimage.median_filter(light, 9) + 6)[1])


@lru_cache(maxsize=64)
def planned(key: str) -> Plan:
    stock_key, names = TRIED.get(key, ("glasshouse-white", DUSK))
    inks: list[Ink] = [INK[name] for name in names]
    stock: Stock = STOCK[stock_key]
    plan = lay_out("Tried", "in", card(), stock, inks, key)
    return with_derived(plan)


@lru_cache(maxsize=64)
def looked(key: str, done: int | None = None) -> Look:
    plan = planned(key)
    return Look(plan, lab_from_xyz(panel_xyz(plan, grid_of(plan.card, 30), done)))


def near(lab: Lab, ink: str, degrees: float = 30) -> bool:
    """Whether a colour has an ink's hue."""
    return chroma(lab) > 8 and hue_apart(lab, INK[ink].swatches[0].lab) < degrees


def paler(a: Lab, b: Lab, by: float = 5.0) -> bool:
    return a[0] > b[0] + by


CHECKS: dict[str, Callable[[Look], bool]] = {
    # a: each ink keeps its own edge; where they meet it is neither.
    "meeting-blend": lambda k: near(k.at(0.5, 0.05), "Yucca 4") and near(k.at(0.5, 0.95), "Agave 6", 45),
    # b, c: light at the bottom, dark at the top.
    "banded-gradient": lambda k: paler(k.at(0.5, 0.95), k.at(0.5, 0.65)) and near(k.at(0.5, 0.03), "Sage 8"),
    "there-and-back": lambda k: near(k.at(0.5, 0.97), "Yucca 1") and near(k.at(0.5, 0.03), "Sage 8") and k.bare_share == 0,
    # d: a pale ball with a deeper rim, in a ground that darkens outwards.
    "halo-and-moon": lambda k: paler(k.at(0.64, 0.3), k.at(0.3, 0.3), 15) and paler(k.at(0.5, 0.55), k.at(0.02, 0.98), 8),
    # e: light middle, dark corners, pale stars all over.
    "night-vignette": lambda k: paler(k.at(0.5, 0.5), k.at(0.03, 0.03), 8) and 40 < k.pale_spots < 400,
    # f: the disc bare, dark land below, the horizon warmer than the sky.
    "horizon-glow": lambda k: k.is_bare(0.5, 0.5) and k.at(0.5, 0.95)[0] < 50 < k.at(0.15, 0.66)[0],
    # g: each rank darker than the one behind it, and the nearest bluest.
    "hills-in-ranks": lambda k: all(paler(k.at(0.5, a), k.at(0.5, a + 0.16), 2) for a in (0.4, 0.56, 0.72)),
    # h: crisp edges that leave some stock bare; drops on top.
    "mask-edge-abstract": lambda k: 0.03 < k.bare_share < 0.7 and k.grain > 1.0,
    # i: bare outside the strip, the rosette bare inside it, three hues along it.
    "masked-strip": lambda k: (
        k.bare_share > 0.6 and k.is_bare(0.5, 0.5) and near(k.at(0.03, 0.58), "Yucca 4") and near(k.at(0.97, 0.42), "Agave 6")
    ),
    # j: a level line between two hues.
    "two-zones": lambda k: near(k.at(0.5, 0.3), "Yucca 4", 40) and paler(k.at(0.5, 0.64), k.at(0.5, 0.68), 8),
    # k: the motif is darker than the ground beside it.
    "stencil-over-blend": lambda k: paler(k.at(0.5, 0.58), k.at(0.5, 0.5), 6),
    # l: each opening darker at its left side, bare stock round it.
    "stencil-shaded": lambda k: paler(k.at(0.55, 0.5), k.at(0.44, 0.5), 4) and k.bare_share > 0.25,
    # m: three flowers of three colours, the rest bare.
    "motif-by-motif": lambda k: k.bare_share > 0.5 and near(k.at(0.32, 0.27), "Yucca 1") and near(k.at(0.68, 0.45), "Ocotillo 2", 40),
    # n: a bare margin between the figure and the rays behind it.
    "stencil-as-mask": lambda k: near(k.at(0.5, 0.6), "Sage 8", 40) and near(k.at(0.5, 0.17), "Cholla 7", 60) and k.bare_share > 0.2,
    # o: pale above, dark below, a stripe of each hue.
    "edge-flipped": lambda k: paler(k.at(0.5, 0.3), k.at(0.5, 0.6)) and near(k.at(0.5, 0.85), "Sage 8", 40),
    # p: blots with hard rims and bare gaps; wet together they run into each other.
    "smoosh-dry": lambda k: 0.005 < k.bare_share < 0.4 and k.grain > looked("smoosh-wet").grain,
    "smoosh-wet": lambda k: k.grain > 0.8 and k.bare_share < 0.4,
    # q: what is embossed stays white in a dark ground; clear powder keeps the pale ink.
    "emboss-resist": lambda k: paler(k.at(0.5, 0.5), k.at(0.5, 0.43), 15) and k.bare_share < 0.2,
    "clear-resist": lambda k: near(k.at(0.5, 0.5), "Yucca 4") and paler(k.at(0.5, 0.5), k.at(0.62, 0.5), 10),
    # r: inside the spots only the print, round them the ground.
    "spotlight": lambda k: 0.05 < k.bare_share < 0.3 and paler(k.at(0.36, 0.24), k.at(0.95, 0.05), 25),
    # s: dabs until hardly anything is bare, dark motifs, white dots.
    "patches-overprint": lambda k: k.bare_share < 0.15 and float(np.percentile(k.lab[..., 0], 3)) < 40,
    # t: drops paler than what is round them.
    "water-drops": lambda k: k.grain > 2 * looked("banded-gradient").grain and k.bare_share < 0.05,
    "dropped-in": lambda k: (
        np.ptp(k.lab[..., 0]) > 25
        and float(np.mean([near(tuple(lab), "Yucca 1") for lab in k.lab[::9, ::9].reshape(-1, 3)])) > 0.2
    ),
    # u: white and brown show on kraft; between them the kraft.
    "on-coloured-stock": lambda k: k.bare_share > 0.4 and float(k.lab[..., 0].max()) > k.plan.stock.paper.lab[0] + 8,
    # v: pink and yellow run into orange.
    "alcohol-flow": lambda k: bool(np.any([near(tuple(lab), "Hedgehog 6", 20) for lab in k.lab[::9, ::9].reshape(-1, 3)])) and k.grain > 1,
    # w: through the stencil two tones, nothing beside it.
    "pigment-tone": lambda k: k.bare_share > 0.3 and float(np.percentile(k.lab[..., 0], 5)) < 55,
    # focal colours in threes, and words.
    "triangle-and-words": lambda k: near(k.at(0.25, 0.24), "Ocotillo 2", 40) and near(k.at(0.76, 0.36), "Ocotillo 2", 40),
    # x: pale patches of everything, and a faint print.
    "leftovers": lambda k: float(np.median(k.lab[..., 0])) > 58 and k.bare_share < 0.5,
}  # fmt: skip


def test_every_ground_has_its_check() -> None:
    assert set(CHECKS) == set(GROUNDS)


@pytest.mark.parametrize("key", GROUNDS)
def test_a_ground_looks_as_it_should(key: str) -> None:
    assert CHECKS[key](looked(key))


@pytest.mark.parametrize("key", GROUNDS)
def test_a_ground_is_sound_clean_and_said_in_words(key: str) -> None:
    plan = planned(key)
    ensure_sound(plan)
    # Whether inks and stock suit each other is the maker's choice, and told her; all else about a ground is ours.
    assert {finding.code for finding in troubles(judge(plan))} <= {"seam-mud", "primaries-brown", "stock-buckles"}
    why = reasons(table_of(plan))
    for step in plan.steps:
        assert say(plan, step).endswith(".")
        assert fetch(plan, step)
        assert len(why[step.id]) > 20
        assert "  " not in say(plan, step)
    lifted = {step.mask for step in plan.steps if isinstance(step, LiftMask)}
    assert lifted == {mask.key for mask in plan.masks}, "no mask is left on"
    assert isinstance(plan.steps[-1], Dry | LiftMask), "it ends dry"


@pytest.mark.parametrize("key", GROUNDS)
def test_a_ground_suits_other_inks_and_formats_too(key: str) -> None:
    ground = GROUNDS[key]
    colours = [INK[name] for name in ("Saltbush 2", "Agave 3", "Cholla 3", "Juniper 5", "Basalt 8")]
    aside = [INK[name] for name in ("Yarrow 0", "Dew 0", "Datura 0")]
    for count in {max(1, ground.fewest), min(5, ground.most)}:
        for size in (card(3.5, 8.5), card(6, 6)):
            plan = lay_out("Other", "cm", size, STOCK["glasshouse-smooth"], [*colours[-count:], *aside], key)
            ensure_sound(plan)
            stops = [finding for finding in judge(with_derived(plan)) if finding.severity == "stop"]
            assert stops == []


def test_what_a_ground_cannot_be_made_of_is_said() -> None:
    with pytest.raises(BadInput, match="takes 3 colours, not 1"):
        lay_out("x", "in", card(), STOCK["glasshouse-white"], [INK["Agave 6"]], "masked-strip")
    with pytest.raises(BadInput, match="takes a powder"):
        lay_out("x", "in", card(), STOCK["glasshouse-white"], [INK["Agave 6"], INK["Sage 8"]], "emboss-resist")
    with pytest.raises(BadInput, match="no ground"):
        lay_out("x", "in", card(), STOCK["glasshouse-white"], [INK["Agave 6"]], "marbling")


def test_care_is_taken_where_it_burns_or_is_breathed() -> None:
    alcohol, resist = planned("alcohol-flow"), planned("emboss-resist")
    said = " ".join(care(alcohol, step) for step in alcohol.steps)
    assert "no heat tool while it is wet" in said
    assert "local rules" in said
    assert any("not for breathing" in care(resist, step) for step in resist.steps)


def test_water_grounds_have_water_and_colours_are_the_plans_own() -> None:
    assert any(isinstance(step, Water) for step in planned("water-drops").steps)
    for key in GROUNDS:
        plan = planned(key)
        assert {step.ink for step in plan.steps if isinstance(step, Brush)} <= {ink.key for ink in plan.inks}


def test_tapes_are_spoken_of_as_two_and_a_mask_that_comes_off_is_not_fetched() -> None:
    of = planned("masked-strip")
    lay, wipe, lift = (
        next(s for s in of.steps if isinstance(s, kind) and s.mask == "strip") for kind in (LayMask, Wipe, LiftMask)
    )
    assert say(of, lay) == "Lay the strip tapes and press their edges down."
    assert say(of, wipe) == "Wipe the strip tapes clean where they lie."
    assert (fetch(of, lay), fetch(of, lift)) == ("the strip tapes", "scrap paper to lay them on")
    rosette = next(s for s in of.steps if isinstance(s, LayMask) and s.mask != "strip")
    assert say(of, rosette) == "Lay the rosette mask and press its rim down."
