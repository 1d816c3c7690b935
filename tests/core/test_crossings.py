"""Ink over ink against measured inks, and the laws that crossings keep whatever the inks.

FOGRA39L, FOGRA29L, FOGRA40L and TR002 (Debian, icc-profiles-free): only the bare paper and the single inks are given, every crossing is
predicted. All are press inks; no craft ink that dried between layers was measured.
"""

from dataclasses import dataclass
from functools import cache

import numpy as np
import pytest

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, InkKind, Paper, Surface, Swatch
from cielo.core.optics.colourants import MEMBERS, ensemble
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.spectra import lab_from_hex, lab_from_reflectance, srgb_from_lab
from cielo.core.optics.stock import put_on_surface, sheet_of
from tests.reference.measured import CALENDERED, COATED, FILES, UNCOATED, Measured

SOLIDS = ("CM", "CY", "MY", "CMY", "CK", "MK", "YK")
Stack = list[tuple[str, float]]


def off(paper: Paper, inks: dict[str, Ink], stack: Stack, true: object) -> float:
    return float(ciede2000(lab_of_stack(paper, inks, stack), true))


def crossing_errors(measured: Measured) -> dict[str, float]:
    inks = {channel: measured.ink(channel) for channel in "CMYK"}
    return {solid: off(measured.paper, inks, [(c, 1.0) for c in solid], measured.solid(solid)) for solid in SOLIDS}


def multiplied_errors(measured: Measured) -> dict[str, float]:
    """The same by multiplying sRGB channels relative to the paper, as drawing programs do."""
    paper = np.clip(srgb_from_lab(measured.paper.lab), 0.01, 1)
    errors = {}
    for solid in SOLIDS:
        layers = [np.clip(srgb_from_lab(measured.solid(channel)), 0, 1) / paper for channel in solid]
        product = np.clip(paper * np.prod(layers, axis=0), 0, 1)
        lab = lab_from_hex("#" + "".join(f"{round(float(c) * 255):02x}" for c in product))
        errors[solid] = float(ciede2000(lab, measured.solid(solid)))
    return errors


def test_solid_crossings_of_all_measured_inks() -> None:
    """Measured when written: mean 2.15, worst 4.84; multiplying sRGB is off by more than three times as much."""
    errors = [error for measured in FILES.values() for error in crossing_errors(measured).values()]
    multiplied = [error for measured in FILES.values() for error in multiplied_errors(measured).values()]
    assert len(errors) == 28
    assert np.mean(errors) <= 2.3
    assert np.max(errors) <= 5.3
    assert np.mean(multiplied) >= 3 * np.mean(errors)


@pytest.mark.parametrize("name", FILES)
def test_no_file_is_predicted_much_worse_than_the_others(name: str) -> None:
    assert np.mean(list(crossing_errors(FILES[name]).values())) <= 2.45


@cache
def grid(name: str) -> tuple[tuple[float, float], ...]:
    """Error and band of every other combination of C, M and Y at all strengths, dots beside and over each other."""
    measured = FILES[name]
    inks = {channel: measured.ink(channel, measured.ramp(channel), "broken") for channel in "CMY"}
    crossed = np.flatnonzero((measured.amounts[:, 3] == 0) & ((measured.amounts > 0).sum(axis=1) >= 2))[::4]
    told = []
    for row in crossed:
        stack = [(c, float(x)) for c, x in zip("CMY", measured.amounts[row], strict=False) if x > 0]
        told.append((off(measured.paper, inks, stack, measured.lab[row]), uncertainty(measured.paper, inks, stack)))
    return tuple(told)


def test_three_inks_at_all_strengths() -> None:
    """Measured when written, of all of them: means 0.99, 1.23, 0.79 and 1.34, worst 4.56."""
    means = [np.mean([error for error, _ in grid(name)]) for name in FILES]
    assert np.mean(means) <= 1.25
    assert max(error for name in FILES for error, _ in grid(name)) <= 5.0


def moved_errors(on: Measured, to: Measured) -> list[float]:
    inks = {channel: on.ink(channel) for channel in "CMYK"}
    return [off(to.paper, inks, [(c, 1.0)], to.solid(c)) for c in "CMYK"]


def test_inks_known_on_one_stock_are_predicted_on_another() -> None:
    """The same inks on coated, uncoated and calendered paper, each way. Measured when written: mean 2.39."""
    papers = (COATED, UNCOATED, CALENDERED)
    errors = [error for on in papers for to in papers if on is not to for error in moved_errors(on, to)]
    assert np.mean(errors) <= 3.0


def ensure_honest(told: list[tuple[float, float]]) -> None:
    """Of the 90 % bands 86 to 97 % hold what they promise, and they are no wider than 3 times the mean error."""
    errors, bands = np.array(told).T
    assert 0.86 <= np.mean(errors <= bands) <= 0.97
    assert bands.mean() <= 3 * errors.mean()


def test_how_sure_it_is_of_solid_crossings() -> None:
    told = []
    for measured in FILES.values():
        inks = {channel: measured.ink(channel) for channel in "CMYK"}
        for solid in SOLIDS:
            stack = [(c, 1.0) for c in solid]
            told.append((off(measured.paper, inks, stack, measured.solid(solid)), uncertainty(measured.paper, inks, stack)))
    ensure_honest(told)


def test_how_sure_it_is_at_all_strengths() -> None:
    ensure_honest([one for name in FILES for one in grid(name)])


def test_every_pair_has_a_band_of_its_own() -> None:
    """Ten crossings of one sheet are not told alike: the most doubtful has a band a quarter wider than the surest at least."""
    measured = COATED
    inks = {channel: measured.ink(channel) for channel in "CMYK"}
    bands = [uncertainty(measured.paper, inks, [(a, 1.0), (b, 1.0)]) for a in "CMYK" for b in "CMYK" if a != b]
    assert len(set(bands)) > 8
    assert max(bands) > 1.25 * min(bands)


# The laws, over random plausible inks: their swatches are the colours of members of the ensemble, a little duller, on five stocks.
STOCKS = (
    Paper((95.5, 0.5, -2.0), "coated"),
    Paper((94.0, 0.0, 2.0), "calendered"),
    Paper((93.0, 1.0, 3.0), "uncoated"),
    Paper((91.0, 0.0, 5.0), "rough"),
    Paper((70.0, 6.0, 20.0), "uncoated"),
)
PAIRS_A_STOCK = 60
LESS_VIVID = np.array([1.0, 0.93, 0.93])


@dataclass(frozen=True)
class Pair:
    paper: Paper
    inks: dict[str, Ink]

    def lab(self, *stack: tuple[str, float]) -> np.ndarray:
        return np.array(lab_of_stack(self.paper, self.inks, list(stack)))


def of(key: str, lab: Lab, kind: InkKind = "dye") -> Ink:
    return Ink(key, key, kind, (Swatch(1.0, lab),), "film")


@cache
def pairs() -> tuple[Pair, ...]:
    random = np.random.default_rng(5)
    made: list[Pair] = []
    for paper in STOCKS:
        sheet = sheet_of(paper)
        seen = lab_from_reflectance(put_on_surface(sheet.inner * np.exp(-ensemble()), sheet.veil)) * LESS_VIVID
        while len(made) % PAIRS_A_STOCK or not made or made[-1].paper != paper:
            labs = [tuple(float(part) for part in seen[i]) for i in random.integers(0, MEMBERS, 2)]
            if max(lab[0] for lab in labs) > paper.lab[0] - 1:
                continue  # so pale that it is hardly an ink there
            a, b = ((lab[0], lab[1], lab[2]) for lab in labs)
            made.append(Pair(paper, {"a": of("a", a), "b": of("b", b), "again": of("again", a)}))
    return tuple(made)


def hue(lab: np.ndarray) -> float:
    return float(np.degrees(np.arctan2(lab[2], lab[1]))) % 360


def chroma(lab: np.ndarray) -> float:
    return float(np.hypot(lab[1], lab[2]))


def apart(pair: Pair) -> float:
    a, b = hue(pair.lab(("a", 1.0))), hue(pair.lab(("b", 1.0)))
    return abs((a - b + 180) % 360 - 180)


def test_two_equal_inks_crossed_are_two_passes_of_one() -> None:
    for pair in pairs():
        crossed, twice = pair.lab(("a", 1.0), ("again", 1.0)), pair.lab(("a", 2.0))
        assert float(ciede2000(crossed, twice)) < 0.05


@pytest.mark.parametrize("kind", ["pigment", "hybrid", "alcohol"])
def test_two_equal_inks_of_any_kind_lie_between_one_and_two_passes(kind: InkKind) -> None:
    for pair in pairs()[::6]:
        lab = pair.inks["a"].swatches[0].lab
        alike = Pair(pair.paper, {"a": of("a", lab, kind), "again": of("again", lab, kind)})
        one, crossed, twice = alike.lab(("a", 1.0)), alike.lab(("a", 1.0), ("again", 1.0)), alike.lab(("a", 2.0))
        assert twice[0] - 0.1 <= crossed[0] <= one[0] + 0.1


def test_a_crossing_is_not_lighter_than_its_darker_ink() -> None:
    for pair in pairs():
        darker = min(pair.lab(("a", 1.0))[0], pair.lab(("b", 1.0))[0])
        assert max(pair.lab(("a", 1.0), ("b", 1.0))[0], pair.lab(("b", 1.0), ("a", 1.0))[0]) <= darker + 0.05


def test_more_of_the_lower_ink_never_lightens() -> None:
    for pair in pairs():
        light = [pair.lab(("a", x), ("b", 1.0))[0] for x in (0.25, 0.5, 0.75, 1.0, 1.5, 2.0)]
        assert max(np.diff(light)) <= 0.05


def test_the_order_of_two_dyes_hardly_matters_unless_they_are_far_apart() -> None:
    """Wanted is a difference below CIEDE2000 3 for all but complements. Measured when written: 28 of 300 are above, the worst 4.7."""
    differ = [
        float(ciede2000(pair.lab(("a", 1.0), ("b", 1.0)), pair.lab(("b", 1.0), ("a", 1.0))))
        for pair in pairs()
        if apart(pair) <= 130
    ]
    assert np.mean(np.array(differ) < 3) >= 0.85
    assert max(differ) < 6


def test_the_hue_lies_between_the_two() -> None:
    """With 8 degrees of grace, of inks and crossings that have a hue at all; one in a hundred, nearly grey, does not."""
    lies = []
    for pair in pairs():
        a, b, crossed = pair.lab(("a", 1.0)), pair.lab(("b", 1.0)), pair.lab(("a", 1.0), ("b", 1.0))
        if min(chroma(a), chroma(b)) < 12 or chroma(crossed) < 8 or apart(pair) >= 130:
            continue
        middle = (hue(a) + ((hue(b) - hue(a) + 180) % 360 - 180) / 2) % 360
        away = abs((hue(crossed) - middle + 180) % 360 - 180)
        lies.append(away <= apart(pair) / 2 + 8)
    assert len(lies) > 60
    assert np.mean(lies) >= 0.98


def test_a_swatch_read_a_little_otherwise_moves_a_crossing_little() -> None:
    for pair in pairs()[::3]:
        light, red, yellow = pair.inks["a"].swatches[0].lab
        moved = Pair(pair.paper, {**pair.inks, "a": of("a", (light + 0.06, red + 0.06, yellow - 0.05))})
        assert float(ciede2000(moved.lab(("a", 1.0), ("b", 1.0)), pair.lab(("a", 1.0), ("b", 1.0)))) < 0.5


SWATCHES: tuple[Lab, ...] = (
    (12, 0, 0),
    (17, 0, 0),
    (20, 2, -3),
    (28, 20, 10),
    (30, 30, -30),
    (55, -30, -20),
    (85, 5, 60),
    (95, 0, 0),
)
SHEETS: tuple[tuple[Surface, Lab], ...] = (
    ("coated", (95.5, 0.5, -2.0)),
    ("uncoated", (93.0, 1.0, 3.0)),
    ("rough", (70.0, 6.0, 20.0)),
    ("uncoated", (20.0, 0.0, 0.0)),
)


@pytest.mark.parametrize("kind", ["dye", "alcohol", "pigment", "hybrid", "white", "metallic", "paste", "powder"])
@pytest.mark.parametrize(("surface", "sheet"), SHEETS)
def test_an_ink_of_every_kind_has_its_own_swatch_on_its_own_sheet(kind: InkKind, surface: Surface, sheet: Lab) -> None:
    """Black powder as dark as it is, white as pale: the surface veil gives way, and the hiding power. A dye can only darken."""
    paper = Paper(sheet, surface)
    for lab in SWATCHES:
        if kind in ("dye", "alcohol") and (lab[0] > sheet[0] - 4 or sheet[0] < 50 or (sheet[0] < 80 and lab[0] > 50)):
            continue
        assert off(paper, {"a": of("a", lab, kind)}, [("a", 1.0)], lab) < 0.5
        assert film_of(of("a", lab, kind), paper).misses[0] < 0.5


@pytest.mark.parametrize("kind", ["dye", "pigment", "white", "powder"])
@pytest.mark.parametrize("sheet", [(0.0, 0.0, 0.0), (100.0, 0.0, 0.0), (1.0, 0.0, 0.0)])
@pytest.mark.parametrize("lab", [(0.0, 0.0, 0.0), (100.0, 0.0, 0.0), (50.0, 20.0, 20.0)])
def test_at_the_ends_of_black_and_white_there_is_still_an_answer(kind: InkKind, sheet: Lab, lab: Lab) -> None:
    paper, inks = Paper(sheet, "rough"), {"a": of("a", lab, kind), "b": of("b", (50.0, 0.0, 0.0), kind)}
    for stack in ([("a", 1.0)], [("a", 2.0), ("b", 0.3)]):
        assert np.all(np.isfinite(lab_of_stack(paper, inks, stack)))
        assert np.isfinite(uncertainty(paper, inks, stack))
