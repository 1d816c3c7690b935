"""A photograph beside its prediction: corners, colours and hand held to a camera whose truth is known."""

from dataclasses import replace

import cv2
import numpy as np
import pytest

from cielo.core.optics.spectra import srgb_encoded
from cielo.core.photo.card import STRAIGHT_PX_PER_MM, find_corners, straightened
from cielo.core.photo.compare import Compared, card_picture, compare
from cielo.core.plan import Brush, Plan, Reveals, Whole
from cielo.demo.cards import demo_plans
from cielo.devices.camera import Photo, SimulatedCamera
from cielo.errors import BadInput

DEMO = [plan for plan in demo_plans() if min(vars(plan.card.reveals).values()) >= 2][:5]


def taken(plan: Plan, seed: int, hand: float = 1.0) -> tuple[Photo, SimulatedCamera]:
    card = np.round(255 * srgb_encoded(card_picture(plan, hand))).astype(np.uint8)
    camera = SimulatedCamera(card, seed)
    return camera.photograph(), camera


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
def test_ten_photographs_of_a_card_come_back_to_its_colours(plan: Plan) -> None:
    """Fifty in all over five cards: within 3 of the truth, and three times nearer than the photograph as it is."""
    seen: list[Compared] = []
    for seed in range(10):
        photo, camera = taken(plan, seed)
        assert np.abs(find_corners(photo) - camera.corners).max() < 3, "the card's corners, in pixels"
        seen.append(compare(plan, photo))
    mean = np.mean([one.mean_difference for one in seen])
    assert mean < 3
    assert mean * 3 < np.mean([one.uncorrected for one in seen])
    assert all(abs(one.hand - 1) < 0.08 for one in seen)
    assert all(len(one.regions) == 9 for one in seen)


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
@pytest.mark.parametrize("hand", [0.8, 1.25])
def test_another_hand_is_recovered(plan: Plan, hand: float) -> None:
    for seed in (11, 12):
        photo, _ = taken(plan, seed, hand)
        seen = compare(plan, photo)
        assert abs(seen.hand - hand) < 0.08
        darker = sum("darker" in region.words or "more colourful" in region.words for region in seen.regions)
        paler = sum("paler" in region.words or "duller" in region.words for region in seen.regions)
        assert (darker >= paler) == (hand > 1) or darker == paler == 0


def test_a_card_on_its_head_is_turned_the_right_way_up() -> None:
    photo, _ = taken(DEMO[0], 4)
    upside_down = np.ascontiguousarray(photo[::-1, ::-1])
    usual, turned = compare(DEMO[0], photo), compare(DEMO[0], upside_down)
    assert abs(turned.mean_difference - usual.mean_difference) < 0.3
    size = np.array([photo.shape[1], photo.shape[0]]) - 1
    assert np.abs((size - turned.corners) - usual.corners).max() < 3


def test_the_straightened_card_is_what_opencv_makes_of_the_known_warp() -> None:
    plan = DEMO[1]
    photo, camera = taken(plan, 7)
    ours = straightened(photo, camera.corners, plan.card.width_mm, plan.card.height_mm)
    truth = card_picture(plan, pixels_per_mm=STRAIGHT_PX_PER_MM)
    size = (truth.shape[1], truth.shape[0])
    grey = [cv2.resize(image.mean(axis=2).astype(np.float32), size) for image in (ours, truth)]
    inside = (slice(size[1] // 6, -size[1] // 6), slice(size[0] // 6, -size[0] // 6))
    (across, down), _ = cv2.phaseCorrelate(grey[0][inside], grey[1][inside])
    assert np.hypot(across, down) < 1.5, "pixels of a third of a millimetre"


def test_without_a_border_the_bare_parts_of_the_panel_tell_the_light_and_without_either_it_is_refused() -> None:
    plan = next(p for p in demo_plans() if p.title == "Spines")
    bare_edges = replace(plan, card=replace(plan.card, reveals=Reveals(0, 0, 0, 0)), steps=plan.steps[:1])
    photo, _ = taken(bare_edges, 3)
    assert compare(bare_edges, photo).mean_difference < 3
    all_over = (Brush("s1", DEMO[0].inks[-1].key, "large-brush", Whole(), "light", 3),)
    full = replace(
        DEMO[0], card=replace(DEMO[0].card, reveals=Reveals(0, 0, 0, 0), mats=()), masks=(), steps=all_over, holds=(), focal=()
    )
    photo, _ = taken(full, 3)
    with pytest.raises(BadInput, match="bare border"):
        compare(full, photo)


def test_what_shows_no_card_is_refused_in_words() -> None:
    chance = np.random.default_rng(1)
    with pytest.raises(BadInput):
        find_corners(np.full((400, 600, 3), 120, np.uint8))
    with pytest.raises(BadInput):
        compare(DEMO[0], chance.integers(0, 256, (300, 300, 3)).astype(np.uint8))


def test_the_camera_is_the_same_for_the_same_seed() -> None:
    card = np.round(255 * srgb_encoded(card_picture(DEMO[0]))).astype(np.uint8)
    one, again, other = (SimulatedCamera(card, seed).photograph() for seed in (2, 2, 3))
    assert np.array_equal(one, again)
    assert one.shape != other.shape or not np.array_equal(one, other)
