"""What is kept is counted in bytes and never grows past its bound."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray

from cielo.app import resting
from cielo.core.keeping import KEPT, SMALL_BYTES, Keep, kept
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import picture
from tests.core.plans import ten_passes


def array(kilobytes: int) -> NDArray[np.uint8]:
    return np.zeros(1000 * kilobytes, np.uint8)


def test_the_oldest_goes_first_and_what_was_looked_at_stays() -> None:
    keep = Keep(3 * (100_000 + SMALL_BYTES))
    for key in "abc":
        keep.put(key, array(100))
    keep.get("a")
    keep.put("d", array(100))
    assert [key for key in "abcd" if keep.get(key) is not None] == ["a", "c", "d"]


def test_an_array_in_several_answers_is_counted_once() -> None:
    keep, shared = Keep(10_000_000), array(500)
    keep.put("a", (shared, array(100)))
    keep.put("b", [shared])
    assert keep.bytes == 600_000 + 2 * SMALL_BYTES
    keep.put("a", None)
    assert keep.bytes == 500_000 + 2 * SMALL_BYTES
    view = shared[::2]
    keep.put("c", view)
    assert keep.bytes == 500_000 + 3 * SMALL_BYTES, "a view keeps the whole alive"


@given(st.lists(st.tuples(st.integers(0, 9), st.integers(0, 60)), max_size=60))
@settings(max_examples=60, deadline=None)
def test_it_never_holds_more_than_its_bound_and_counts_what_it_holds(puts: list[tuple[int, int]]) -> None:
    keep = Keep(150_000)
    for key, size in puts:
        keep.put(key, array(size))
        held = {id(keep._answers[k]): keep._answers[k].nbytes for k in keep._answers}
        assert keep.bytes == sum(held.values()) + SMALL_BYTES * len(keep)
        assert keep.bytes <= 150_000 or len(keep) == 1


def test_a_function_is_asked_once_for_the_same_and_anew_for_another() -> None:
    asked: list[int] = []

    @kept
    def twice(n: int) -> int:
        asked.append(n)
        return 2 * n

    assert [twice(3), twice(3), twice(4)] == [6, 6, 8]
    assert asked == [3, 4]
    KEPT.clear()
    assert twice(3) == 6
    assert asked == [3, 4, 3]


def test_many_pictures_stay_within_what_is_kept() -> None:
    KEPT.clear()
    for n in range(40):
        picture(ten_passes(3 + n / 40, 4), grid_of(ten_passes(3 + n / 40, 4).card, 60))
        assert KEPT.bytes <= KEPT.most_bytes
    assert len(KEPT) > 1


def test_at_rest_the_oldest_go_and_the_last_stay() -> None:
    keep = Keep(10_000_000)
    for key in range(9):
        keep.put(key, array(500))
    keep.get(0)
    keep.thin(1_200_000)
    assert keep.bytes <= 1_200_000
    assert [key for key in range(9) if keep.get(key) is not None] == [0, 8], "the one looked at last, and the last put"


def test_memory_is_given_back_only_where_nobody_asks(monkeypatch: pytest.MonkeyPatch) -> None:
    KEPT.clear()
    given = []
    monkeypatch.setattr(resting, "give_back", lambda: given.append(KEPT.bytes))
    looks = resting.Resting()
    for key in range(9):
        KEPT.put(("rest", key), array(6000))
    KEPT.get(("rest", 1))
    assert not looks.look()
    assert KEPT.bytes > resting.AT_REST_BYTES
    assert looks.look()
    assert given == [KEPT.bytes]
    assert KEPT.bytes <= resting.AT_REST_BYTES
    assert looks.look()
    assert len(given) == 1, "there is no more to give"
    KEPT.clear()
