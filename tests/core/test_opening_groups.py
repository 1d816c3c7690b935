"""Openings that go together: flowers, shapes, sizes; held on flowers drawn for it, however they lie."""

import math

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Point, affinity, union_all
from shapely.geometry.base import BaseGeometry

from cielo.app.card_sizes import card_of
from cielo.core.geometry.designs import DESIGNS, rings_of
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.opening_groups import opening_groups
from cielo.core.geometry.shapes import openings_of
from cielo.core.plan import Drawn, Stencil
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.openings import shaded


def flower(x: float, y: float, petals: int, size: float, turn: float) -> list[BaseGeometry]:
    """Petals round a middle, and the middle."""
    one = affinity.scale(Point(0, 0).buffer(1), size * 0.42, size * 0.8 * math.pi / petals / 1.25)
    ring = [
        affinity.rotate(affinity.translate(one, size * 0.75, 0), turn + 360 * k / petals, origin=(0, 0)) for k in range(petals)
    ]
    return [affinity.translate(shape, x, y) for shape in (Point(0, 0).buffer(size * 0.22), *ring)]


@given(
    st.lists(st.integers(5, 9), min_size=2, max_size=4),
    st.floats(6, 14),
    st.floats(0, 360),
    st.floats(0, 360),
    st.floats(0.8, 1.3),
)
@settings(max_examples=60, deadline=None)
def test_the_petals_of_a_flower_are_one_wherever_it_stands(
    petals: list[int], size: float, turn: float, lies_deg: float, scale: float
) -> None:
    parts = [flower(40.0 * (n % 2), 40.0 * (n // 2), count, size, turn) for n, count in enumerate(petals)]
    drawn = Drawn("d", "flowers", 60.0, 80.0, rings_of(union_all([part for one in parts for part in one])), scale, lies_deg)
    groups = opening_groups(drawn, 200.0, 200.0)
    openings = {opening.key: opening.shape for opening in openings_of(drawn, 200.0, 200.0)}
    assert len(openings) == sum(count + 1 for count in petals)
    found: dict[str, list[str]] = {}
    for key, group in groups.items():
        found.setdefault(group.flower, []).append(key)
    assert sorted(len(keys) for keys in found.values()) == sorted(count + 1 for count in petals)
    for keys in found.values():
        around = union_all([openings[key] for key in keys])
        assert max(around.bounds[2] - around.bounds[0], around.bounds[3] - around.bounds[1]) < 3 * size * scale


@given(st.sampled_from([3.0, 4.0, 6.0]), st.floats(0, 360))
@settings(max_examples=20, deadline=None)
def test_what_has_one_shape_is_told_by_it_and_then_by_its_size(size: float, turn: float) -> None:
    discs = [Point(25 * n, 0).buffer(size * (1 + n % 2)) for n in range(6)]
    bars = [affinity.translate(affinity.rotate(Point(0, 0).buffer(1).envelope, turn * n), 25 * n, 60) for n in range(3)]
    bars = [affinity.scale(bar, 8, 8) for bar in bars]
    drawn = Drawn("d", "dots and squares", 100.0, 100.0, rings_of(union_all([*discs, *bars])))
    groups = opening_groups(drawn, 300.0, 300.0).values()
    assert len({group.shape for group in groups}) == 2
    assert len({group.size for group in groups}) == 3


@pytest.mark.parametrize("key", DESIGNS)
def test_every_opening_has_its_groups_and_a_repeat_has_no_flowers(key: str) -> None:
    for mask in DESIGNS[key].masks:
        openings = openings_of(mask, 120.0, 170.0)
        groups = opening_groups(mask, 120.0, 170.0)
        assert set(groups) == {opening.key for opening in openings}
        for group in groups.values():
            assert {group.flower, group.shape, group.size} <= set(groups)
            assert groups[group.flower].flower == group.flower
        if isinstance(mask, Stencil) or (isinstance(mask, Drawn) and mask.pitch_mm):
            assert all(group.flower == key for key, group in groups.items())


@given(st.integers(5, 8), st.floats(0, 360), st.floats(0, 360))
@settings(max_examples=12, deadline=None)
def test_petals_are_strongest_towards_the_middle_of_their_own_flower_or_away_from_it(
    petals: int, turn: float, lies_deg: float
) -> None:
    """Two flowers, each petal by its own: the ends that lie nearer to the middle take more towards it, and less away from it."""
    parts = [*flower(-22, 0, petals, 13, turn), *flower(22, 0, petals, 13, turn)]
    drawn = Drawn("d", "flowers", 60.0, 80.0, rings_of(union_all(parts)), 1.0, lies_deg)
    grid = grid_of(card_of(FORMATS["five-seven"]), 40)
    towards, away = (shaded(drawn, way, grid) for way in ("heart", "away"))
    x, y = np.meshgrid(grid.x_mm, grid.y_mm)
    groups = opening_groups(drawn, grid.panel_width_mm, grid.panel_height_mm)
    openings = {o.key: o.shape for o in openings_of(drawn, grid.panel_width_mm, grid.panel_height_mm)}
    for key, group in groups.items():
        middle = union_all([openings[k] for k, g in groups.items() if g.flower == group.flower]).centroid
        if openings[key].contains(middle):
            continue
        inside = shapely.contains_xy(openings[key], x, y)
        far = np.hypot(x - middle.x, y - middle.y)[inside]
        near, out = far < np.percentile(far, 25), far > np.percentile(far, 75)
        assert towards[inside][near].mean() > towards[inside][out].mean() + 0.4
        assert away[inside][out].mean() > away[inside][near].mean() + 0.4
