"""Every kind of ink on every kind of stock: closed forms, facts of the trade, odd swatches."""

import itertools

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.advice.crossing_checks import cross_all
from cielo.core.bounds import Lab
from cielo.core.materials import Ink, InkKind, Paper, Swatch
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.hue import chroma, hue_apart, hue_degrees, is_brown, say_colour
from cielo.core.optics.kubelka_munk import film_over, infinitely_thick
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.lights import LIGHTS, lab_under
from cielo.core.optics.refine import NOTHING_MEASURED
from cielo.core.optics.spectra import lab_from_reflectance, smooth_reflectance, xyz_from_lab
from cielo.core.optics.water import lift, reflectance_after_water, reflectance_while_wet
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput

WHITE = Paper((95.0, 0.4, -1.2), "uncoated")
BLACK = Paper((18.0, 0.0, -1.0), "uncoated")
GLAZE = Paper((96.0, 0.0, -1.0), "synthetic")
KINDS: tuple[InkKind, ...] = ("dye", "pigment", "hybrid", "alcohol", "white", "metallic", "clear", "paste", "powder")

SHARE = st.floats(0.01, 0.99)
AMOUNT = st.floats(0.001, 6.0)


def ink(kind: InkKind, *passes: Lab, key: str = "a", over_black: Lab | None = None, on: Paper | None = None) -> Ink:
    swatches = tuple(Swatch(float(n), lab) for n, lab in enumerate(passes, 1))
    return Ink(key, key, kind, swatches, measured_on=on, over_black=Swatch(1.0, over_black) if over_black else None)


def seen(paper: Paper, *stack: tuple[Ink, float], wet: bool = False) -> Lab:
    return lab_of_stack(paper, {i.key: i for i, _ in stack}, [(i.key, s) for i, s in stack], wet=wet)


# Kubelka & Munk 1931, closed forms.
@given(SHARE, AMOUNT, st.floats(0.01, 6.0))
@settings(max_examples=80, deadline=None)
def test_a_very_thick_film_hides_its_ground(ground: float, k: float, s: float) -> None:
    thick = float(film_over(np.array([ground]), 20000 * k, 20000 * s)[0])
    assert thick == pytest.approx(float(infinitely_thick(k, s)), abs=2e-3)


@given(SHARE, AMOUNT)
@settings(max_examples=40, deadline=None)
def test_without_scattering_it_is_beer_and_lambert(ground: float, k: float) -> None:
    closed = np.array([ground * np.exp(-2 * k)])
    assert film_over(np.array([ground]), k, 0.0) == pytest.approx(closed)
    assert film_over(np.array([ground]), k, 1e-5) == pytest.approx(closed, abs=1e-4)


@given(SHARE, AMOUNT, AMOUNT)
@settings(max_examples=60, deadline=None)
def test_two_half_films_are_one(ground: float, k: float, s: float) -> None:
    half = film_over(film_over(np.array([ground]), k / 2, s / 2), k / 2, s / 2)
    assert half == pytest.approx(film_over(np.array([ground]), k, s), abs=1e-6)


@given(AMOUNT, AMOUNT)
@settings(max_examples=60, deadline=None)
def test_hiding_rises_with_thickness(k: float, s: float) -> None:
    def contrast(thickness: float) -> float:
        over_white = film_over(np.array([0.9]), k * thickness, s * thickness)
        over_black = film_over(np.array([0.05]), k * thickness, s * thickness)
        return float((over_white - over_black)[0])

    spans = [contrast(t) for t in (0.1, 0.5, 1.0, 2.0, 4.0)]
    assert all(thicker <= thinner + 1e-12 for thinner, thicker in itertools.pairwise(spans))


@given(st.floats(0.2, 4.0), st.floats(40, 92))
@settings(max_examples=30, deadline=None)
def test_white_over_black_never_beats_white_on_white(passes: float, over_black: float) -> None:
    white = ink("white", (95.5, 0, 0.5), over_black=(over_black, -1.0, -2.0), on=WHITE)
    assert seen(BLACK, (white, passes))[0] <= seen(WHITE, (white, passes))[0] + 1e-6


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("paper", [stock.paper for stock in STOCKS], ids=[stock.key for stock in STOCKS])
def test_every_kind_is_predicted_on_every_stock_with_a_band(kind: InkKind, paper: Paper) -> None:
    colour = (94.5, 0.2, -0.8) if kind == "clear" else (95.0, 0, 0.5) if kind in ("white", "paste") else (60.0, 30.0, 10.0)
    known = {"a": ink(kind, colour, on=WHITE)}
    lightness = [lab_of_stack(paper, known, [("a", s)]) for s in (0.0, 0.3, 1.0, 3.0)]
    assert np.all(np.isfinite(lightness))
    assert uncertainty(paper, known, [("a", 1.0)]) > 0


def test_a_hiding_power_that_was_only_guessed_makes_the_band_wider() -> None:
    guessed = ink("pigment", (60, 30, 10), on=WHITE)
    measured = ink("pigment", (60, 30, 10), over_black=(26, 6, 2), on=WHITE)
    wide, narrow = (uncertainty(BLACK, {"a": i}, [("a", 1.0)]) for i in (guessed, measured))
    assert wide > narrow + 1


def test_a_swatch_over_black_is_reproduced() -> None:
    for measured in (ink("white", (95, 0, 1), over_black=(72, -2, -4)), ink("pigment", (60, 30, 10), over_black=(28, 8, 3))):
        assert measured.over_black is not None
        predicted = seen(Paper((16.0, 0.0, 0.0), "coated"), (Ink(**{**vars(measured), "measured_on": WHITE}), 1.0))
        assert float(ciede2000(predicted, measured.over_black.lab)) < 1.5


# Facts of the trade: common practice, no source.
BY_NAME = {i.name: i for i in INKS}


def where_they_meet(a: str, b: str, paper: Paper = WHITE) -> set[str]:
    """What the colours are called where two inks meet: all along the seam from one to the other, and full over full."""
    one, other = BY_NAME[a], BY_NAME[b]
    seam = [seen(paper, (one, 1 - t), (other, t)) for t in np.linspace(0.1, 0.9, 17)]
    return {say_colour(lab).removeprefix("dark ").removeprefix("pale ") for lab in [*seam, seen(paper, (one, 1.0), (other, 1.0))]}


def test_yellow_red_and_blue_make_orange_and_green_where_they_meet() -> None:
    assert "orange" in where_they_meet("Yucca 4", "Ocotillo 5")
    assert "green" in where_they_meet("Yucca 4", "Agave 6")
    assert "yellow-green" in where_they_meet("Yucca 4", "Sage 8")


def test_blue_into_pink_gives_mauve_and_turquoise_with_red_purple_gives_purple() -> None:
    assert where_they_meet("Cholla 3", "Sage 8") & {"violet", "purple"}
    assert where_they_meet("Agave 6", "Cholla 7") & {"violet", "purple"}


def test_yellow_and_fuchsia_alcohol_inks_give_orange() -> None:
    assert "orange" in where_they_meet("Prickly Pear 3", "Hedgehog 6", GLAZE)


def test_dye_vanishes_on_black_and_white_pigment_shows() -> None:
    for key in ("Yucca 1", "Cholla 7", "Agave 6"):
        assert float(ciede2000(BLACK.lab, seen(BLACK, (BY_NAME[key], 1.0)))) < 3
    assert seen(BLACK, (BY_NAME["Datura 0"], 1.0))[0] > 60


def test_the_order_matters_for_what_scatters_and_hardly_for_dyes() -> None:
    white, blue, pink = BY_NAME["Datura 0"], BY_NAME["Sage 8"], BY_NAME["Cholla 3"]
    apart = float(ciede2000(seen(WHITE, (white, 1.0), (blue, 1.0)), seen(WHITE, (blue, 1.0), (white, 1.0))))
    dyes = float(ciede2000(seen(WHITE, (pink, 1.0), (blue, 1.0)), seen(WHITE, (blue, 1.0), (pink, 1.0))))
    assert apart > 15
    assert dyes < 6


def test_wet_in_wet_is_another_answer_than_wet_on_dry() -> None:
    white, blue = BY_NAME["Datura 0"], BY_NAME["Sage 8"]
    dry, wet = seen(WHITE, (blue, 1.0), (white, 1.0)), seen(WHITE, (blue, 1.0), (white, 1.0), wet=True)
    assert float(ciede2000(dry, wet)) > 3
    assert seen(WHITE, (white, 1.0), (blue, 1.0), wet=True) == pytest.approx(wet), "mixed, so no order"


def test_melted_powder_sheds_later_ink_and_clear_keeps_what_is_under_it() -> None:
    blue, white, clear = BY_NAME["Sage 8"], BY_NAME["Yarrow 0"], BY_NAME["Dew 0"]
    resisted = seen(WHITE, (white, 1.0), (blue, 1.0))
    assert float(ciede2000(resisted, seen(WHITE, (white, 1.0)))) < 1
    kept = seen(WHITE, (BY_NAME["Yucca 1"], 1.0), (clear, 1.0), (blue, 1.0))
    assert hue_apart(kept, seen(WHITE, (BY_NAME["Yucca 1"], 1.0))) < 10


def test_water_moves_dye_and_not_dry_pigment_and_nothing_is_lost_unblotted() -> None:
    dye, pigment = ink("dye", (50, 40, 0), on=WHITE), ink("pigment", (50, 40, 0), on=WHITE)
    assert lab_from_reflectance(reflectance_after_water(WHITE, dye, 1.0))[0] > 55
    assert lab_from_reflectance(reflectance_after_water(WHITE, pigment, 1.0)) == pytest.approx(seen(WHITE, (pigment, 1.0)))
    for kind in KINDS:
        for blot in (True, False):
            lifted = lift(ink(kind, (50, 40, 0), on=WHITE), 0.7, blot)
            assert lifted.left + lifted.at_rim + lifted.blotted == pytest.approx(1)
            assert lifted.blotted == 0 or blot


def test_alcohol_ink_dries_lighter_than_it_looks_wet() -> None:
    fuchsia = BY_NAME["Hedgehog 6"]
    assert lab_from_reflectance(reflectance_while_wet(GLAZE, fuchsia, 1.0))[0] < seen(GLAZE, (fuchsia, 1.0))[0] - 1


# Passes and odd swatches.
LABS = st.tuples(st.floats(35, 85), st.floats(-30, 30), st.floats(-30, 30))


@given(st.lists(LABS, min_size=2, max_size=5), st.sampled_from(["film", "broken"]))
@settings(max_examples=25, deadline=None)
def test_the_curve_of_passes_never_falls_whatever_the_swatches(labs: list[Lab], laydown: str) -> None:
    swatches = tuple(Swatch((n + 1) / len(labs), lab) for n, lab in enumerate(labs))
    film = film_of(Ink("a", "a", "dye", swatches, laydown, measured_on=WHITE), WHITE)  # type: ignore[arg-type]
    strengths = np.linspace(0, 3, 60)
    for curve in (film.amount(strengths), film.area(strengths)):
        assert np.all(np.diff(curve) >= -1e-9)


def test_a_row_of_swatches_is_met_at_each_strength_or_the_band_says_how_far_off() -> None:
    known = ink("dye", (70, 20, 30), on=WHITE)
    steady = [seen(WHITE, (known, s)) for s in (1.0, 1.6, 3.5)]
    row = ink("dye", *steady, on=WHITE)
    for swatch in row.swatches:
        assert float(ciede2000(seen(WHITE, (row, swatch.strength)), swatch.lab)) < 0.3
    turning = ink("dye", (70, 20, 30), (60, 28, 40), (54, 32, 46), on=WHITE)
    off = float(ciede2000(seen(WHITE, (turning, 3.0)), turning.swatches[2].lab))
    assert off > 2
    assert uncertainty(WHITE, {"a": turning}, [("a", 3.0)]) >= off


def test_bad_swatches_are_refused_or_told_in_words() -> None:
    with pytest.raises(BadInput, match="lighter over black"):
        film_of(ink("white", (80, 0, 0), over_black=(90, 0, 0)), WHITE)
    with pytest.raises(BadInput, match="no swatch on white"):
        film_of(Ink("a", "a", "pigment", (), over_black=Swatch(1.0, (20, 0, 0))), WHITE)
    with pytest.raises(BadInput, match="same strength"):
        film_of(Ink("a", "a", "dye", (Swatch(1, (50, 0, 0)), Swatch(1, (40, 0, 0)))), WHITE)
    paler = film_of(ink("dye", (50, 30, 0), (70, 18, 0), on=WHITE), WHITE)
    assert any("more passes look paler" in warning for warning in paler.warnings)


# Crossings.
def test_mud_brown_and_invisible_ink_are_marked_and_clean_crossings_are_not() -> None:
    def marks(*names: str, paper: Paper = WHITE) -> dict[tuple[str, str], set[str]]:
        chosen = [BY_NAME[name] for name in names]
        made = cross_all(paper, chosen, NOTHING_MEASURED, (1,))
        return {(c.bottom, c.top): {mark.code for mark in c.marks} for c in made}

    assert "seam-mud" in marks("Ocotillo 5", "Agave 6")["ocotillo-5", "agave-6"]
    assert marks("Yucca 4", "Ocotillo 5")["yucca-4", "ocotillo-5"] == set()
    assert "ink-invisible" in marks("Yucca 1", paper=BLACK)["yucca-1", "yucca-1"]
    assert "shed" in marks("Yarrow 0", "Sage 8")["yarrow-0", "sage-8"]
    brown = seen(WHITE, (BY_NAME["Yucca 4"], 1.0), (BY_NAME["Ocotillo 5"], 1.0), (BY_NAME["Agave 6"], 1.0))
    assert is_brown(brown) or chroma(brown) < 25, "three primaries end up brown or grey"


def test_lights_leave_a_neutral_neutral_and_daylight_as_it_is() -> None:
    grey = smooth_reflectance(xyz_from_lab((60, 0, 0)))
    red = smooth_reflectance(xyz_from_lab((55, 50, 30)))
    for light in LIGHTS:
        assert chroma(tuple(lab_under(grey, light))) < 1.0
    assert lab_under(red, "daylight") == pytest.approx(lab_from_reflectance(red), abs=0.15)
    assert hue_degrees(tuple(lab_under(red, "warm-lamp"))) != pytest.approx(hue_degrees((55, 50, 30)), abs=0.5)
