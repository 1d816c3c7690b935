"""Files that mean harm: counted before anything is made of them, read behind a wall, and refused in words in time."""

import random
import resource
import time
from collections.abc import Callable
from contextlib import suppress
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon, box
from shapely.affinity import translate

from cielo.app import apart
from cielo.app import walled as wall
from cielo.app.walled import end_readers, walled
from cielo.core.geometry.crossing import count_crossings, even_odd_area
from cielo.errors import BadInput, CieloError, TooLarge
from cielo.exchange.svg_drawing import read_svg

RANDOM = random.Random(1)


def svg(body: str) -> bytes:
    size = 'width="50mm" height="50mm" viewBox="0 0 50 50"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size}>{body}</svg>'.encode()


def places(count: int) -> str:
    return " ".join(f"{RANDOM.random() * 50:.2f},{RANDOM.random() * 50:.2f}" for _ in range(count))


HOSTILE = {
    "random-150": svg(f'<path d="M{places(150)}z"/>'),
    "teeth": svg('<path d="M0,0 ' + " ".join(f"L{i * 50 / 9000:.3f},{i % 2 * 49}" for i in range(9000)) + 'z"/>'),
    "teeth-without-letters": svg(f'<polygon points="{places(9000)}"/>'),
    "squares": svg("".join(f'<rect x="{RANDOM.random() * 30:.2f}" y="3" width="15" height="15"/>' for _ in range(1990))),
    "checkerboard": svg("".join(f'<rect x="{x}" y="{y}" width="1" height="1"/>' for x in range(44) for y in range(44))),
    "lines": svg('<line x1="0" y1="0" x2="9" y2="9"/>' * 4900),
    "curves": svg('<path d="M0,0 ' + "C1,1 2,2 3,3 " * 70_000 + 'z"/>'),
    "long-curves": svg('<path d="M0,0 ' + " ".join(f"C{places(3)}" for _ in range(4000)) + 'z"/>'),
    "closed": svg('<path d="M0,0 ' + "z" * 190_000 + '"/>'),
    "moved": svg('<path d="' + "M0,0z" * 30_000 + '"/>'),
    "style": svg("<style>" + ".a{fill:red}" * 80_000 + '</style><path d="M0,0L90,0L90,90z"/>'),
    "style-attribute": svg('<path style="' + "fill:red;" * 90_000 + '" d="M0,0L90,0L90,90z"/>'),
    "transform": svg('<g transform="' + "translate(1,1)" * 60_000 + '"><path d="M0,0L9,0L9,9z"/></g>'),
    "arcs": svg('<path d="M0,0 ' + "A9999,9999 0 1 1 40,40 A9999,9999 0 1 1 0,0 " * 2900 + 'z"/>'),
    "ellipses": svg('<ellipse cx="20" cy="20" rx="19" ry="19"/>' * 1990),
    "nowhere": svg('<path d="M0,0L1e300,0L1e300,1e300z"/>'),
}


@pytest.mark.parametrize("data", HOSTILE.values(), ids=HOSTILE)
def test_a_drawing_that_means_harm_is_read_or_refused_within_bounds(data: bytes) -> None:
    """About two seconds of processor time and a hundred MB on a slow machine, where it was minutes and gigabytes."""
    before, began = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, time.process_time()
    with suppress(CieloError):
        assert read_svg(data).rings_mm
    assert time.process_time() - began < 20
    assert resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before < 300_000


@given(
    st.lists(st.tuples(st.integers(0, 40), st.integers(0, 40), st.integers(1, 20), st.integers(1, 20)), min_size=1, max_size=7)
)
@settings(max_examples=80)
def test_the_even_odd_area_is_that_of_shapely(boxes: list[tuple[int, int, int, int]]) -> None:
    shapes = [translate(box(0, 0, w, h), x + 0.37 * n, y + 0.23 * n) for n, (x, y, w, h) in enumerate(boxes)]
    expected = Polygon()
    for shape in shapes:
        expected = expected.symmetric_difference(shape)
    rings = [list(shape.exterior.coords)[:-1] for shape in shapes]
    arrays = [np.array(ring) for ring in rings]
    assert even_odd_area(arrays).area == pytest.approx(expected.area, abs=1e-6)
    sides = [LineString(side) for ring in rings for side in pairwise([*ring, ring[0]])]
    touching = sum(
        a.intersects(b) and not (set(a.coords) & set(b.coords) and a.intersection(b).length == 0)
        for n, a in enumerate(sides)
        for b in sides[:n]
    )
    assert count_crossings(arrays, 10_000) == touching
    assert count_crossings(arrays, 1) <= 2, "it stops beyond what is allowed"


# -- the wall -------------------------------------------------------------------------------------------------------------------


def test_what_is_read_behind_the_wall_is_the_same_and_refused_with_its_facts() -> None:
    drawing = walled(read_svg, svg('<path d="M0,0L9,0L9,9z"/>'))
    assert drawing.width_mm == pytest.approx(read_svg(svg('<path d="M0,0L9,0L9,9z"/>')).width_mm)
    with pytest.raises(BadInput) as refused:
        walled(read_svg, b"no drawing at all")
    assert refused.value.mend
    assert "no SVG" in refused.value.reason


@pytest.mark.parametrize(("harm", "given"), [(time.sleep, 600.0), (bytes, 3_000_000_000)])
def test_what_takes_too_long_or_too_much_is_ended_and_the_next_file_is_read(
    harm: Callable[[object], object], given: object, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(wall, "MOST_SECONDS", 2.0)
    with pytest.raises(TooLarge):
        walled(harm, given)
    monkeypatch.undo()
    assert walled(read_svg, svg('<path d="M0,0L9,0L9,9z"/>')).rings_mm
    end_readers()


def test_a_fault_of_a_reader_is_told_as_what_it_is_and_the_next_file_is_read() -> None:
    with pytest.raises(apart.Unforeseen, match="ValueError"):
        walled(int, b"no number")
    assert walled(read_svg, svg('<path d="M0,0L9,0L9,9z"/>')).rings_mm
    end_readers()
