"""From a picture: seeded pictures whose colours and ways are known."""

import numpy as np
import pytest
from scipy.cluster.vq import kmeans2

from cielo.app.card_sizes import card_of
from cielo.core.advice.judge import judge, troubles
from cielo.core.geometry.formats import FORMATS
from cielo.core.materials import Ink
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.spectra import srgb_encoded, srgb_matrix, xyz_from_lab
from cielo.core.photo.even import lab_of_linear, linear
from cielo.core.plan import Band, Brush, Patches, Plan, ensure_sound
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import picture
from cielo.core.solvers.find import BRUSHED
from cielo.core.solvers.from_picture import MOST_COLOURS, from_picture
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput

ABLE = [ink for ink in INKS if ink.kind in BRUSHED]
DYES = [ink for ink in INKS if ink.kind == "dye"]
BARE = Plan("Picture", "in", card_of(FORMATS["five-seven"]), STOCKS[0], (), (), ())


def rgb_of(lab: tuple[float, float, float]) -> np.ndarray:
    return np.round(255 * srgb_encoded(np.clip(xyz_from_lab(lab) @ srgb_matrix(), 0, 1)))


def alone(ink: Ink) -> tuple[float, float, float]:
    return lab_of_stack(STOCKS[0].paper, {ink.key: ink}, [(ink.key, 1.0)])


def banded(inks: list[Ink], shares: list[float], down: bool, seed: int) -> np.ndarray:
    """A picture of bands with soft seams and noise."""
    chance = np.random.default_rng(seed)
    along = (np.arange(240) + 0.5) / 240
    bounds = np.cumsum(shares)
    weights = np.stack([1 / (1 + np.exp((along - b) * 60)) for b in bounds], axis=1)
    weights[:, -1] = 1
    weights = np.diff(weights, prepend=0, axis=1)
    line = weights @ np.array([rgb_of(alone(ink)) for ink in inks])
    image = np.repeat(line[:, None, :], 180, axis=1) + chance.normal(0, 4, (240, 180, 3))
    image = np.clip(image, 0, 255).astype(np.uint8)
    return image if down else np.ascontiguousarray(image.transpose(1, 0, 2))


@pytest.mark.parametrize("seed", range(4))
@pytest.mark.parametrize("down", [True, False], ids=["down", "across"])
def test_bands_come_back_as_bands_of_the_same_inks_in_the_same_order(seed: int, down: bool) -> None:
    chance = np.random.default_rng(seed)
    far = [DYES[int(i)] for i in chance.permutation(len(DYES))]
    inks: list[Ink] = []
    for ink in far:
        if all(float(ciede2000(alone(ink), alone(other))) > 22 for other in inks):
            inks.append(ink)
    inks = inks[:3]
    shares = [0.4, 0.35, 0.25][: len(inks)]
    shares = [share / sum(shares) for share in shares]
    photo = banded(inks, shares, down, seed)
    made = from_picture(photo, BARE, ABLE)
    ensure_sound(made.plan)
    assert made.way == ("down" if down else "across")
    order = [ink.key for ink in made.inks]
    # A seam may be a colour of its own; the three that were painted are there, in their order.
    kept = [key for key in order if key in {ink.key for ink in inks}]
    assert kept == [ink.key for ink in inks]
    bands = [step for step in made.plan.steps if isinstance(step, Brush)]
    assert all(isinstance(step.region, Band) and step.region.edge == ("top" if down else "left") for step in bands)
    assert sum(one.share for one in made.seen) == pytest.approx(1)
    again = from_picture(photo, BARE, ABLE)
    assert again.plan == made.plan


@pytest.mark.parametrize("seed", range(8))
def test_what_is_laid_out_from_a_picture_goes_wrong_nowhere_but_where_its_colours_do(seed: int) -> None:
    """Two inks that cross to mud in the picture's own order are told; no order, touch or waiting is at fault."""
    chance = np.random.default_rng(seed)
    inks = [DYES[int(i)] for i in chance.permutation(len(DYES))[:3]]
    made = from_picture(banded(inks, [0.4, 0.35, 0.25], bool(seed % 2), seed), BARE, ABLE)
    of_colour = {
        "seam-mud",
        "primaries-brown",
        "stark-seam",
        "one-lightness",
        "darks-merge",
        "ink-invisible",
        "light-over-dark-vanishes",
    }
    assert {finding.code for finding in troubles(judge(made.plan))} <= of_colour


def test_what_is_predicted_is_like_the_picture() -> None:
    photo = banded([DYES[0], DYES[3], DYES[5]], [0.4, 0.3, 0.3], True, 1)
    made = from_picture(photo, BARE, ABLE)
    drawn = picture(made.plan, grid_of(made.plan.card, 20))
    rows = np.linspace(0, 1, 20, endpoint=False) + 0.025
    line = lab_of_linear(linear(photo.mean(axis=1)))[(rows * len(photo)).astype(int)]
    ours = lab_of_linear(linear(drawn.astype(float).mean(axis=1)))[(rows * len(drawn)).astype(int)]
    upside_down = ours[::-1]
    assert np.mean(ciede2000(line, ours)) < 0.6 * np.mean(ciede2000(line, upside_down))
    assert np.mean(ciede2000(line, ours)) < 12


def test_a_picture_of_spots_becomes_patches() -> None:
    chance = np.random.default_rng(4)
    image = np.tile(rgb_of(alone(DYES[0])), (200, 200, 1))
    y, x = np.mgrid[:200, :200]
    for _ in range(45):
        cy, cx = chance.uniform(0, 200, 2)
        image[(y - cy) ** 2 + (x - cx) ** 2 < 15**2] = rgb_of(alone(DYES[4]))
    made = from_picture(image.astype(np.uint8), BARE, ABLE)
    ensure_sound(made.plan)
    assert made.way == "patches"
    covers = [s.region.cover for s in made.plan.steps if isinstance(s, Brush) and isinstance(s.region, Patches)]
    share = float((np.abs(image - rgb_of(alone(DYES[4]))).sum(axis=2) < 1).mean())
    palest_is_ground = alone(DYES[0])[0] > alone(DYES[4])[0]
    assert covers[0] == pytest.approx(share if palest_is_ground else 1 - share, abs=0.06)


def test_the_colours_are_what_another_library_gathers() -> None:
    photo = banded([DYES[0], DYES[3], DYES[5]], [0.4, 0.3, 0.3], True, 2)
    made = from_picture(photo, BARE, ABLE)
    pixels = lab_of_linear(linear(photo[::4, ::4].reshape(-1, 3).astype(float)))
    centres, _ = kmeans2(pixels, MOST_COLOURS, seed=3, minit="++")
    for seen in made.seen:
        assert float(np.min(ciede2000(centres, seen.lab))) < 8


def test_of_few_inks_each_takes_what_is_nearest_and_no_colour_is_left_out() -> None:
    photo = banded([DYES[0], DYES[3], DYES[5]], [0.4, 0.3, 0.3], True, 1)
    made = from_picture(photo, BARE, [DYES[0], DYES[5]])
    assert {ink.key for ink in made.inks} == {DYES[0].key, DYES[5].key}
    assert sum(one.share for one in made.seen) == pytest.approx(1)


def test_one_colour_and_too_few_inks_are_refused_in_words() -> None:
    with pytest.raises(BadInput, match="one colour"):
        from_picture(np.full((80, 80, 3), 120, np.uint8), BARE, ABLE)
    with pytest.raises(BadInput, match="one ink"):
        from_picture(banded([DYES[0], DYES[3], DYES[5]], [0.4, 0.3, 0.3], True, 1), BARE, ABLE[:1])
