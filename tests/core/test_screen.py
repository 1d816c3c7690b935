"""What the screen is given: nothing lost in the steps between its levels, vivid colours with their own hue."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from cielo.core.optics.gamut import hex_from_lab, is_in_gamut, within_srgb
from cielo.core.optics.spectra import lab_from_hex, lab_from_xyz, srgb_encoded, srgb_linear, srgb_matrix, xyz_from_lab
from cielo.core.simulation.screen import SIDE, blue_noise, encode, encode_deep


def shown(rgb: np.ndarray) -> np.ndarray:
    """Encoded sRGB, 0..1, (..., 3), to CIE Lab of D50."""
    return lab_from_xyz(srgb_linear(rgb) @ np.linalg.inv(srgb_matrix()))


def turned(one: np.ndarray, other: np.ndarray) -> np.ndarray:
    """The angle between two hues, degrees."""
    angle = np.degrees(np.arctan2(one[..., 2], one[..., 1]) - np.arctan2(other[..., 2], other[..., 1]))
    return np.asarray(np.abs((angle + 180) % 360 - 180))


def vivid(count: int, seed: int = 3) -> np.ndarray:
    """Colours that sRGB cannot show, CIE Lab (count, 3)."""
    random = np.random.default_rng(seed)
    lab = np.stack([random.uniform(15, 92, 6 * count), *random.uniform(-128, 128, (2, 6 * count))], axis=-1)
    return np.array([one for one in lab if not is_in_gamut(one)][:count])


def test_a_colour_that_no_screen_shows_keeps_its_hue_and_lightness() -> None:
    lab = vivid(1000)
    held = within_srgb(lab)
    assert np.allclose(held[:, 0], lab[:, 0])
    assert turned(held, lab).max() < 1e-6
    assert all(is_in_gamut(one, 0.012) for one in held)
    deep = shown(encode_deep(xyz_from_lab(lab).astype(np.float32)[None])[0] / 65535)
    chroma = np.hypot(deep[:, 1], deep[:, 2])
    assert np.abs(deep[:, 0] - lab[:, 0]).max() < 0.6
    assert turned(deep, lab)[chroma > 5].max() < 1.5
    clipped = shown(np.clip(srgb_encoded(xyz_from_lab(lab) @ srgb_matrix()), 0, 1))
    assert turned(clipped, lab)[chroma > 5].max() > 8, "cut channel by channel they would turn"


@given(st.floats(0, 100), st.floats(-30, 30), st.floats(-30, 30))
def test_what_a_screen_shows_is_left_as_it_is(light: float, red: float, yellow: float) -> None:
    lab = np.array([light, red, yellow])
    if is_in_gamut(lab, 0.0):
        assert np.allclose(within_srgb(lab), lab)
        assert np.abs(lab_from_hex(hex_from_lab(lab)) - lab).max() < 1.2


def test_a_hex_and_a_picture_show_the_same_colour() -> None:
    lab = np.concatenate([vivid(200), np.array([[50, 0, 0], [98, 1, 3], [12, 3, -9]])])
    deep = encode_deep(xyz_from_lab(lab).astype(np.float32)[None])[0] / 257
    for one, pixel in zip(lab, deep, strict=True):
        said = [int(hex_from_lab(one)[i : i + 2], 16) for i in (1, 3, 5)]
        assert np.abs(pixel - said).max() <= 1.2


def test_a_pale_blend_has_no_stripes() -> None:
    """A blend over a hand's width through so few levels that each is a band: dithered, every column's mean follows the blend."""
    light = np.linspace(90, 95, 600)
    xyz = xyz_from_lab(np.stack([light, 0.2 * light - 18, 8 - 0.05 * light], axis=-1)).astype(np.float32)
    whole = np.repeat(xyz[None], 6 * SIDE, axis=0)
    rgb = encode(whole)
    wanted = 255 * srgb_encoded(xyz.astype(float) @ srgb_matrix())
    assert np.abs(rgb - wanted).max() <= 1.02, "never more than a step off"
    assert np.abs(rgb.mean(axis=0) - wanted).max() < 0.2
    assert np.abs(np.round(wanted) - wanted).max() > 0.4, "which plain rounding is not"
    assert np.array_equal(encode(whole), rgb)


def test_dither_is_even_at_every_share() -> None:
    tile = blue_noise(SIDE)
    assert len(np.unique(tile)) == SIDE * SIDE
    power = np.abs(np.fft.fft2(tile - tile.mean())) ** 2
    far = np.hypot(*np.meshgrid(np.fft.fftfreq(SIDE), np.fft.fftfreq(SIDE)))
    coarse, all_of_it = power[(far > 0) & (far < 0.12)].mean(), power[far > 0].mean()
    assert coarse < 0.05 * all_of_it, "no clumps that the eye sees"
    rows, columns = power[0, 1:], power[1:, 0]
    assert max(rows.mean(), columns.mean()) < 1.5 * all_of_it, "no lines"


@pytest.mark.parametrize("level", [0, 17, 128, 254, 255])
def test_a_plain_level_stays_plain(level: int) -> None:
    xyz = (srgb_linear(np.full((40, 40, 3), level / 255)) @ np.linalg.inv(srgb_matrix())).astype(np.float32)
    rgb = encode(xyz)
    assert abs(float(rgb.mean()) - level) < 0.06
