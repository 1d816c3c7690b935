"""A photograph beside its prediction: corners, colours and hand held to a camera whose truth is known."""

from dataclasses import replace
from functools import cache
from itertools import pairwise

import cv2
import numpy as np
import pytest
from numpy.typing import NDArray

from cielo.core.materials import MeasuredCrossing, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.spectra import srgb_encoded
from cielo.core.photo.card import STRAIGHT_PX_PER_MM, find_corners, straightened
from cielo.core.photo.compare import card_picture, compare, lesson_of
from cielo.core.photo.taught import with_pairs
from cielo.core.plan import Brush, Mat, Pad, Plan, Reveals, Whole
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import STOCKS
from cielo.devices.camera import Photo, SimulatedCamera
from cielo.errors import BadInput

DEMO = [plan for plan in demo_plans() if min(vars(plan.card.reveals).values()) >= 2][:5]


@cache
def pictured(plan: Plan, hand: float) -> NDArray[np.uint8]:
    """The card as a camera has it before it, drawn once for all that are taken of it."""
    return np.round(255 * srgb_encoded(card_picture(plan, hand))).astype(np.uint8)


def taken(plan: Plan, seed: int, hand: float = 1.0) -> tuple[Photo, SimulatedCamera]:
    camera = SimulatedCamera(pictured(plan, hand), seed)
    return camera.photograph(), camera


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
def test_ten_photographs_of_a_card_come_back_to_its_colours(plan: Plan) -> None:
    """Fifty in all over five cards: within 3 of the truth, and three times nearer than the photograph as it is."""
    seen, lessons = [], []
    for seed in range(10):
        photo, camera = taken(plan, seed)
        assert np.abs(find_corners(photo) - camera.corners).max() < 3, "the card's corners, in pixels"
        seen.append(compare(plan, photo))
        lessons.append(lesson_of(plan, seen[-1]))
    mean = np.mean([one.mean_difference for one in seen])
    assert mean < 3
    assert mean * 3 < np.mean([one.uncorrected for one in seen])
    assert all(abs(one.hand - 1) < 0.08 for one in lessons)
    assert all((one.pads, one.pairs) == ((), ()) for one in lessons), "where all is as predicted nothing else is told"
    assert all(len(one.regions) == 9 for one in seen)


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
@pytest.mark.parametrize("hand", [0.8, 1.25])
def test_another_hand_is_recovered(plan: Plan, hand: float) -> None:
    for seed in (11, 12):
        photo, _ = taken(plan, seed, hand)
        seen = compare(plan, photo)
        lesson = lesson_of(plan, seen)
        assert abs(lesson.hand - hand) < 0.08
        assert (lesson.pads, lesson.pairs) == ((), ()), "where all pads lay alike it is the hand"
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


PADS = [(plan, ink.key) for plan in DEMO for ink in plan.inks]


@pytest.mark.parametrize(("plan", "ink"), PADS, ids=lambda one: one if isinstance(one, str) else one.title)
@pytest.mark.parametrize("lays", [0.7, 1.4])
def test_a_pad_that_lays_otherwise_than_the_rest_is_told_and_no_other(plan: Plan, ink: str, lays: float) -> None:
    """What the stand-in photographs was inked with a pad whose truth is known; what it may be off by is not exceeded twice over."""
    photo, _ = taken(replace(plan, pads=(Pad(ink, lays),)), 5)
    told = lesson_of(plan, compare(plan, photo))
    assert [pad.ink for pad in told.pads] == [ink]
    assert told.pads[0].lays == pytest.approx(lays, abs=0.12)
    assert abs(told.pads[0].lays - lays) < 2 * told.pads[0].off_by
    assert abs(told.hand - 1) < 0.08, "the hand is what the other pads say"


def test_hand_and_pad_are_told_apart() -> None:
    plan = next(plan for plan in DEMO if len(plan.inks) > 3)
    photo, _ = taken(replace(plan, hand=1.2, pads=(Pad(plan.inks[1].key, 1.4),)), 8)
    told = lesson_of(plan, compare(plan, photo))
    assert told.hand == pytest.approx(1.2, abs=0.08)
    assert [pad.ink for pad in told.pads] == [plan.inks[1].key]
    assert told.pads[0].lays == pytest.approx(1.4, abs=0.12)


@pytest.mark.parametrize(("duller", "lighter"), [(0.55, -4.0), (0.5, 8.0)])
def test_a_pair_that_crosses_duller_is_told_and_no_other_and_taking_it_in_comes_nearer(duller: float, lighter: float) -> None:
    """Over every two inks of two cards that are laid one over the other: where the crossing is too faint to be seen on a photograph
    nothing is told; what is told is true, and goes the way the truth does."""
    told_of = 0
    for plan in (DEMO[1], DEMO[4]):
        inks = {ink.key: ink for ink in plan.inks}
        laid = list(dict.fromkeys(step.ink for step in plan.steps if isinstance(step, Brush)))
        for bottom, top in pairwise(laid):
            light, red, yellow = lab_of_stack(plan.stock.paper, inks, [(bottom, 1.0), (top, 1.0)])
            truth = MeasuredCrossing(bottom, top, (light + lighter, red * duller, yellow * duller))
            photo, _ = taken(replace(plan, crossings=(truth,)), 6)
            seen = compare(plan, photo)
            lesson = lesson_of(plan, seen)
            assert lesson.pads == ()
            for pair in lesson.pairs:
                told_of += 1
                assert (pair.bottom, pair.top) == (bottom, top)
                assert np.hypot(*pair.lab[1:]) < np.hypot(*pair.predicted[1:]), "duller"
                assert (pair.lab[0] > pair.predicted[0]) == (lighter > 0)
                assert ciede2000(pair.lab, truth.lab) < ciede2000(pair.predicted, truth.lab)
                known = with_pairs(plan, [pair])
                once = compare(known, photo)
                assert once.mean_difference < seen.mean_difference
                for more in lesson_of(known, once).pairs:  # told once more only to come nearer
                    assert ciede2000(more.lab, truth.lab) < ciede2000(pair.lab, truth.lab)
    assert told_of >= 3


@pytest.mark.parametrize("stock", STOCKS, ids=lambda stock: stock.name)
def test_a_base_of_any_stock_of_the_shelf_is_known_by_its_colour_and_measures_the_light_where_it_can(stock: Stock) -> None:
    """What a deep or coloured border cannot tell, a mat does; and of neither the bare parts of the panel."""
    for plan, hand in ((DEMO[1], 1.0), (DEMO[3], 1.25)):
        mat = Mat("mount board", Reveals(3.0, 3.0, 3.0, 3.0), (93.0, 0.0, 2.0))
        card = replace(
            plan.card, base_lab=stock.paper.lab, mats=(mat,), width_mm=plan.card.width_mm + 6, height_mm=plan.card.height_mm + 6
        )
        on_it = replace(plan, card=card)
        seen = compare(on_it, taken(on_it, 2, hand)[0])
        lesson = lesson_of(on_it, seen)
        assert abs(lesson.hand - hand) < 0.08
        assert (lesson.pads, lesson.pairs) == ((), ())
        assert seen.mean_difference < 3 or hand > 1
