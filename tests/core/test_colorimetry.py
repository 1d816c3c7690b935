"""Our tables and formulas against the library colour-science."""

import warnings

import numpy as np
import pytest

from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import (
    adapted_to_d50,
    lab_from_xyz,
    srgb_encoded,
    srgb_from_lab,
    srgb_linear,
    white_xyz,
    xyz_from_lab,
)
from cielo.core.optics.tables import BRADFORD, OBSERVER_2_DEGREES, SPECTRA, WHITE_D50_XY, WHITE_SRGB_XY, XYZ_TO_SRGB

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import colour

SHAPE = colour.SpectralShape(400, 700, 10)
OBSERVER = "CIE 1931 2 Degree Standard Observer"
D50 = colour.CCS_ILLUMINANTS[OBSERVER]["D50"]
# Any colour at all, greys and opposite hues among them.
RANDOM = np.random.default_rng(5)
LABS = np.vstack([RANDOM.uniform((0, -110, -110), (100, 110, 110), (4000, 3)), [(v, 0, 0) for v in range(0, 101, 5)]])


def test_tables_are_the_librarys() -> None:
    observer = colour.MSDS_CMFS[OBSERVER].copy().align(SHAPE).values
    assert np.transpose(OBSERVER_2_DEGREES) == pytest.approx(observer, abs=1e-9)
    for name, spectrum in SPECTRA.items():
        assert spectrum == pytest.approx(colour.SDS_ILLUMINANTS[name].copy().align(SHAPE).values, abs=1e-9)
    assert tuple(D50) == WHITE_D50_XY
    assert tuple(colour.RGB_COLOURSPACES["sRGB"].whitepoint) == WHITE_SRGB_XY
    assert np.array(XYZ_TO_SRGB) == pytest.approx(colour.RGB_COLOURSPACES["sRGB"].matrix_XYZ_to_RGB)
    assert np.array(BRADFORD) == pytest.approx(colour.adaptation.CAT_BRADFORD)


def test_lab_and_xyz_are_the_librarys_and_come_back() -> None:
    xyz = colour.Lab_to_XYZ(LABS, D50)
    assert xyz_from_lab(LABS) == pytest.approx(xyz, abs=1e-9)
    within = (xyz >= 0).all(axis=1)
    assert lab_from_xyz(xyz[within]) == pytest.approx(LABS[within], abs=1e-7)


def test_screen_colours_are_the_librarys() -> None:
    rgb = colour.XYZ_to_RGB(colour.Lab_to_XYZ(LABS, D50), "sRGB", D50, "Bradford", apply_cctf_encoding=False)
    shown = ((rgb >= 0) & (rgb <= 1)).all(axis=1)
    assert shown.sum() > 300
    assert srgb_from_lab(LABS[shown]) == pytest.approx(colour.cctf_encoding(rgb[shown], function="sRGB"), abs=1e-7)
    values = np.linspace(0, 1, 2001)
    assert srgb_encoded(values) == pytest.approx(colour.cctf_encoding(values, function="sRGB"), abs=1e-9)
    assert srgb_linear(values) == pytest.approx(colour.cctf_decoding(values, function="sRGB"), abs=1e-9)


def test_a_lamp_is_adapted_as_the_library_does() -> None:
    seen = np.array([[0.3, 0.2, 0.1], [0.9, 0.95, 0.7]])
    lamp = np.array([1.09, 1.0, 0.35])
    expected = colour.chromatic_adaptation(seen, lamp, white_xyz(), transform="Bradford")
    assert adapted_to_d50(seen, lamp) == pytest.approx(expected, abs=1e-9)
    assert adapted_to_d50(lamp, lamp) == pytest.approx(white_xyz())


def test_differences_are_the_librarys() -> None:
    shuffled = LABS[RANDOM.permutation(len(LABS))]
    near = LABS + RANDOM.normal(0, 2, LABS.shape)
    opposite = LABS * (1, -1, -1)
    for other in (shuffled, near, opposite):
        assert ciede2000(LABS, other) == pytest.approx(colour.delta_E(LABS, other, method="CIE 2000"), abs=1e-9)
