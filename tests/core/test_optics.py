"""The colour model against published pairs, measured inks and closed forms."""

import itertools

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.materials import Ink, MeasuredCrossing, Paper, Swatch
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.gamut import hex_from_lab, is_in_gamut
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.learn import learn
from cielo.core.optics.refine import TRAPPING
from cielo.core.optics.scattering import saturating
from cielo.core.optics.spectra import (
    lab_from_hex,
    lab_from_reflectance,
    smooth_reflectance,
    white_xyz,
    xyz_from_lab,
    xyz_from_reflectance,
)
from cielo.core.optics.stock import put_on_surface, sheet_of, take_off_surface
from cielo.errors import BadInput
from tests.core.sharma_2005 import PAIRS
from tests.core.test_crossings import SOLIDS, crossing_errors
from tests.reference.measured import COATED, UNCOATED, Measured

WHITE = Paper((95.0, 0.0, -1.0), "uncoated")
LAB = st.tuples(st.floats(25, 80), st.floats(-35, 35), st.floats(-35, 35))


def dye(key: str, lab: tuple[float, float, float], on: Paper = WHITE) -> Ink:
    return Ink(key, key, "dye", (Swatch(1.0, lab),), measured_on=on)


@pytest.mark.parametrize(("a", "b", "expected"), PAIRS)
def test_ciede2000_gives_the_published_pairs(a: object, b: object, expected: float) -> None:
    assert float(ciede2000(a, b)) == pytest.approx(expected, abs=5e-5)


def test_gamut_is_what_a_screen_shows() -> None:
    assert is_in_gamut((60, 10, 10))
    assert not is_in_gamut((48, 90, -60))


@given(st.integers(0, 0xFFFFFF))
@settings(max_examples=60, deadline=None)
def test_a_hex_colour_comes_back_the_same(value: int) -> None:
    text = f"#{value:06x}"
    assert hex_from_lab(lab_from_hex(text)) == text


@pytest.mark.parametrize("text", ["", "#12345", "red", "#12345g", "##123456"])
def test_what_is_no_hex_colour_is_refused(text: str) -> None:
    with pytest.raises(BadInput, match="not a colour"):
        lab_from_hex(text, "stock.hex")


PAPERS = st.tuples(st.floats(25, 88), st.floats(-12, 12), st.floats(-12, 16))


@given(PAPERS)
@settings(max_examples=60, deadline=None)
def test_a_smooth_spectrum_has_exactly_its_colour(lab: tuple[float, float, float]) -> None:
    spectrum = smooth_reflectance(xyz_from_lab(lab))
    assert np.all((spectrum > 0) & (spectrum < 1))
    assert lab_from_reflectance(spectrum) == pytest.approx(np.array(lab), abs=0.05)


def test_a_neutral_colour_has_a_flat_spectrum_and_white_is_the_white_point() -> None:
    grey = smooth_reflectance(xyz_from_lab((50, 0, 0)))
    assert np.ptp(grey) < 1e-6
    assert xyz_from_reflectance(np.ones(31)) == pytest.approx(white_xyz())


def test_a_colour_no_surface_can_have_is_refused_in_words() -> None:
    with pytest.raises(BadInput, match="no paper or ink can have this colour"):
        smooth_reflectance(xyz_from_lab((95, 90, 90)))


@given(st.lists(st.floats(0.001, 0.95), min_size=31, max_size=31), st.floats(0, 0.06))
@settings(max_examples=50, deadline=None)
def test_the_surface_comes_off_and_goes_on_again(values: list[float], veil: float) -> None:
    inner = np.array(values)
    seen = put_on_surface(inner, veil)
    assert np.all(seen >= veil)
    assert take_off_surface(seen, veil) == pytest.approx(inner)


@given(LAB)
@settings(max_examples=40, deadline=None)
def test_one_full_pass_on_its_own_sheet_is_the_swatch(lab: tuple[float, float, float]) -> None:
    film = film_of(dye("a", lab), WHITE)
    assert np.all(film.density >= 0)
    if film.misses[0] < 0.05:
        predicted = lab_of_stack(WHITE, {"a": dye("a", lab)}, [("a", 1.0)])
        assert predicted == pytest.approx(lab, abs=0.1)


def test_beer_lambert_in_closed_form() -> None:
    ink = dye("a", (60, 30, 20))
    film, sheet = film_of(ink, WHITE), sheet_of(WHITE)
    k = 0.25
    for strength in (0.0, 0.3, 1.0, 2.0, 4.0):
        amount = (1 - np.exp(-k * strength)) / (1 - np.exp(-k))
        by_hand = put_on_surface(sheet.inner * np.exp(-film.density * amount), sheet.veil)
        predicted = lab_of_stack(WHITE, {"a": ink}, [("a", strength)])
        assert predicted == pytest.approx(lab_from_reflectance(by_hand), abs=1e-9)


def test_limits_of_layering() -> None:
    inks = {"a": dye("a", (70, 20, 40)), "b": dye("b", (50, -10, -30))}
    bare = lab_of_stack(WHITE, inks, [])
    assert bare == pytest.approx(WHITE.lab, abs=1e-6)
    assert lab_of_stack(WHITE, inks, [("a", 0.0), ("b", 0.0)]) == pytest.approx(bare, abs=1e-9)
    split = lab_of_stack(WHITE, inks, [("a", 0.4), ("a", 0.6)])
    assert split == pytest.approx(lab_of_stack(WHITE, inks, [("a", 1.0)]), abs=1e-9)
    deep = lab_of_stack(WHITE, inks, [("a", 20.0), ("b", 20.0)])
    assert deep[0] >= lab_from_reflectance(np.full(31, sheet_of(WHITE).veil))[0] - 0.01
    assert saturating(np.array([0.0, 1.0]), 0.25) == pytest.approx([0.0, 1.0])
    assert 0 < TRAPPING < 1


@given(st.lists(st.tuples(st.sampled_from("ab"), st.floats(0.01, 3)), min_size=1, max_size=6))
@settings(max_examples=50, deadline=None)
def test_more_transparent_ink_is_never_lighter(stack: list[tuple[str, float]]) -> None:
    inks = {"a": dye("a", (70, 20, 40)), "b": dye("b", (50, -10, -30))}
    lightness = [lab_of_stack(WHITE, inks, stack[:n])[0] for n in range(len(stack) + 1)]
    assert all(after <= before + 1e-9 for before, after in itertools.pairwise(lightness))


@pytest.mark.parametrize("measured", [COATED, UNCOATED], ids=["FOGRA39L", "FOGRA29L"])
def test_a_measured_crossing_refines_its_pair_wholly_and_the_others_only_sensibly(measured: Measured) -> None:
    """The same files: with each crossing of two inks measured, it is met; the rest get no worse by more than 0.5 on average."""
    inks = {channel: measured.ink(channel) for channel in "CMYK"}
    before = crossing_errors(measured)
    worse = []
    for pair in ("CM", "CY", "MY"):
        known = learn(measured.paper, inks, [MeasuredCrossing(pair[0], pair[1], measured.solid(pair))])
        after = {
            solid: float(
                ciede2000(lab_of_stack(measured.paper, inks, [(c, 1.0) for c in solid], measured=known), measured.solid(solid))
            )
            for solid in SOLIDS
        }
        assert after[pair] < 0.3
        worse += [after[solid] - before[solid] for solid in SOLIDS if solid != pair]
        sure = uncertainty(measured.paper, inks, [(c, 1.0) for c in pair], measured=known)
        assert sure < uncertainty(measured.paper, inks, [(c, 1.0) for c in pair])
    assert np.mean(worse) < 0.5


def test_an_absurd_crossing_moves_the_other_pairs_little() -> None:
    inks = {"a": dye("a", (80, 0, 50)), "b": dye("b", (55, 40, 0)), "c": dye("c", (50, -20, -20))}
    known = learn(WHITE, inks, [MeasuredCrossing("a", "b", (95, 0, 0))])
    stack = [("a", 1.0), ("c", 1.0)]
    moved = ciede2000(lab_of_stack(WHITE, inks, stack), lab_of_stack(WHITE, inks, stack, measured=known))
    assert float(moved) < 2.0
