"""What a process apart answers is only data, belongs to its own question, and is told from what takes too long or falls."""

import contextlib
import io
import json
import pickle
import signal
import threading
import time
from collections.abc import Callable

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app.apart import Apart, Ended, Late, Unforeseen
from cielo.app.frames import HEAD, Broken, read_frame, write_frame
from cielo.core.sequence.timetable import Slot, Timetable
from cielo.errors import Stopped

WORKS = "from cielo.app.apart import work_on; work_on()"

plain = st.recursive(
    st.none()
    | st.booleans()
    | st.integers(-(2**60), 2**60)
    | st.floats(allow_nan=False)
    | st.text(max_size=9)
    | st.binary(max_size=9),
    lambda part: (
        st.lists(part, max_size=4)
        | st.lists(part, max_size=4).map(tuple)
        | st.dictionaries(st.text(max_size=4), part, max_size=3)
    ),
    max_leaves=20,
)


@given(st.integers(0, 2**63), plain)
@settings(max_examples=300)
def test_what_is_written_is_read_back_equal(number: int, value: object) -> None:
    out = io.BytesIO()
    write_frame(out, number, value)
    out.seek(0)
    assert read_frame(out) == (number, value)


@pytest.mark.parametrize("dtype", ["uint8", "float32", "float64", "int64", "bool"])
def test_arrays_and_records_come_as_they_are(dtype: str) -> None:
    array = np.arange(24).reshape(2, 3, 4).astype(dtype)
    found = Timetable((Slot("a", 0, 60, ("maker 1",)),), 60, True, 60)
    out = io.BytesIO()
    write_frame(out, 1, (array, found))
    out.seek(0)
    _, (back, same) = read_frame(out)
    assert back.dtype == array.dtype
    assert np.array_equal(back, array)
    assert same == found


@given(st.binary(max_size=80))
@settings(max_examples=300)
def test_any_bytes_are_an_answer_or_broken(data: bytes) -> None:
    for given_ in (data, HEAD.pack(1, len(data)) + data, HEAD.pack(1, 2**62) + data):
        with contextlib.suppress(Broken, EOFError):
            read_frame(io.BytesIO(given_))


@pytest.mark.parametrize(
    "plain",
    [
        {"record": "Popen", "of": []},
        {"record": "subprocess.Popen", "of": [["true"]]},
        {"record": "Drawing", "of": [1]},
        {"array": "object", "shape": [1], "bytes": 8},
        {"array": "uint8", "shape": [9], "bytes": 99},
        {"unknown": 1},
    ],
)
def test_what_names_another_class_is_broken(plain: object) -> None:
    text = json.dumps(plain).encode()
    body = len(text).to_bytes(8, "big") + text
    with pytest.raises(Broken):
        read_frame(io.BytesIO(HEAD.pack(1, len(body)) + body))


def test_a_reader_that_was_taken_over_makes_nothing_run_here(tmp_path: object) -> None:
    """It answers by a pickle that would run a command; here it is bytes that are no frame."""

    class Runs:
        def __reduce__(self) -> tuple[Callable[..., object], tuple[object, ...]]:
            return (open, (str(tmp_path) + "/ran", "w"))

    said = pickle.dumps((True, Runs()))
    evil = Apart(
        f"import sys,pickle\nsys.stdout.buffer.write(b'ready\\n' + {said!r} * 9)\nsys.stdout.flush()\npickle.load(sys.stdin.buffer)"
    )
    with pytest.raises(Ended):
        evil.ask(len, ("a",))
    from pathlib import Path

    assert not Path(f"{tmp_path}/ran").exists()
    evil.end()


def test_what_takes_too_long_is_told_from_what_fell() -> None:
    apart = Apart(WORKS)
    with pytest.raises(Late):
        apart.ask(time.sleep, (60.0,), 0.3)
    import os

    with pytest.raises(Ended) as fell:
        apart.ask(os._exit, (3,))
    assert not isinstance(fell.value, Late)
    assert apart.ask(len, ("abc",)) == 3
    apart.end()


def test_a_process_that_cannot_begin_is_a_fault_and_no_large_file() -> None:
    with pytest.raises(Unforeseen):
        Apart("raise SystemExit('no such library')").ask(len, ("a",))


def test_an_interrupted_question_leaves_no_answer_for_the_next() -> None:
    apart = Apart(WORKS)
    assert apart.ask(len, ("x",)) == 1

    def interrupt(*_: object) -> None:
        raise KeyboardInterrupt

    before = signal.signal(signal.SIGALRM, interrupt)
    signal.setitimer(signal.ITIMER_REAL, 0.3)
    try:
        with pytest.raises(KeyboardInterrupt):
            apart.ask(_slow_len, ("a much longer answer",))
    finally:
        signal.signal(signal.SIGALRM, before)
    assert [apart.ask(len, ("y" * n,)) for n in (4, 2)] == [4, 2]
    apart.end()


def _slow_len(text: str) -> int:
    time.sleep(1.0)
    return len(text)


def test_what_cannot_be_sent_or_answered_breaks_nothing() -> None:
    apart = Apart(WORKS)
    with pytest.raises((AttributeError, pickle.PicklingError)):
        apart.ask(len, (b"x" * 300_000, lambda: 0))
    assert apart.ask(len, ("abcd",)) == 4
    with pytest.raises(Unforeseen, match="no answer"):
        apart.ask(compile, ("1", "f", "eval"))
    assert apart.ask(len, ("ab",)) == 2
    apart.end()


def test_shutting_down_waits_behind_no_work() -> None:
    apart = Apart(WORKS)
    apart.ask(len, ("x",))
    ended: list[BaseException] = []

    def working(seconds: float) -> None:
        try:
            apart.ask(time.sleep, (seconds,))
        except Stopped as error:
            ended.append(error)

    waiting = [threading.Thread(target=working, args=(60.0,)) for _ in range(3)]
    for one in waiting:
        one.start()
    time.sleep(0.3)
    began = time.monotonic()
    apart.end()  # does not end what is at work
    assert time.monotonic() - began < 1
    apart.end_for_good()
    for one in waiting:
        one.join(10)
    assert time.monotonic() - began < 10
    assert len(ended) == 3
    assert apart.ask(len, ("abc",)) == 3, "and a Cielo that begins again in the same process begins it again"
    apart.end()
