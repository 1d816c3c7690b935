"""Answers kept by what they depend on, so that what has not changed is not worked out again. One place for all, counted in bytes.

An array that stands in several answers is counted once. What was used least lately is dropped first. Answers are shared: arrays in
them must not be written to.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from dataclasses import fields, is_dataclass
from functools import wraps
from threading import Event, Lock
from typing import Any, ParamSpec, TypeVar

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

P = ParamSpec("P")
T = TypeVar("T")

# What an answer without arrays takes at least: its key, its objects. Judgement.
SMALL_BYTES = 2_000
# What a point of a shape takes: two numbers, in its ring and in what the library prepares of it. Judgement.
BYTES_A_POINT = 32
_NOTHING = object()


class Keep:
    """Answers of any kind, ``most_bytes`` of arrays in all; safe to use from several threads."""

    def __init__(self, most_bytes: int) -> None:
        self.most_bytes = most_bytes
        self.bytes = 0
        self.asked = 0  # how many times it was asked for an answer, to know when nobody does
        self._answers: OrderedDict[Hashable, Any] = OrderedDict()
        self._standing: dict[int, int] = {}  # in how many answers each array stands, by its id
        self._under_way: dict[Hashable, Event] = {}
        self._guard = Lock()

    def get(self, key: Hashable, otherwise: Any = None) -> Any:
        """The answer of a key, or ``otherwise``."""
        with self._guard:
            self.asked += 1
            if key not in self._answers:
                return otherwise
            self._answers.move_to_end(key)
            return self._answers[key]

    def put(self, key: Hashable, answer: Any) -> None:
        """Keep an answer, in place of an earlier one of the key; the oldest go until all fit."""
        with self._guard:
            if key in self._answers:
                self._drop(key)
            self._answers[key] = answer
            self._count(answer, 1)
            while self.bytes > self.most_bytes and len(self._answers) > 1:
                self._drop(next(iter(self._answers)))

    def answered(self, key: Hashable, work: Callable[[], Any]) -> Any:
        """The answer of a key, worked out and kept where it is not there. Who asks for the same meanwhile waits for it; where the work
        fails, each tries it himself."""
        while True:
            answer = self.get(key, _NOTHING)
            if answer is not _NOTHING:
                return answer
            with self._guard:
                done = self._under_way.get(key)
                mine = done is None
                if done is None:
                    done = self._under_way[key] = Event()
            if not mine:
                done.wait()
                continue
            try:
                answer = work()
                self.put(key, answer)
                return answer
            finally:
                with self._guard:
                    del self._under_way[key]
                done.set()

    def thin(self, most_bytes: int) -> None:
        """Let the oldest go until no more than ``most_bytes`` are held."""
        with self._guard:
            while self.bytes > most_bytes and self._answers:
                self._drop(next(iter(self._answers)))

    def clear(self) -> None:
        """Forget everything."""
        with self._guard:
            self._answers.clear()
            self._standing.clear()
            self.bytes = 0

    def __len__(self) -> int:
        return len(self._answers)

    def _drop(self, key: Hashable) -> None:
        self._count(self._answers.pop(key), -1)

    def _count(self, answer: Any, by: int) -> None:
        self.bytes += by * SMALL_BYTES
        for part, size in _large(answer):
            before = self._standing.get(id(part), 0)
            after = before + by
            if before == 0 or after == 0:
                self.bytes += by * size
            if after:
                self._standing[id(part)] = after
            else:
                del self._standing[id(part)]


def _large(answer: Any) -> Iterator[tuple[Any, int]]:
    """What of an answer takes room, and how many bytes: its arrays (of a view the array it looks into, since that is what it keeps
    alive), shapes and texts."""
    match answer:
        case np.ndarray():
            whole = answer.base if isinstance(answer.base, np.ndarray) else answer
            yield whole, whole.nbytes
        case BaseGeometry():
            yield answer, BYTES_A_POINT * shapely.get_num_coordinates(answer)
        case bytes() | str():
            yield answer, len(answer)
        case tuple() | list() | set() | frozenset():
            for part in answer:
                yield from _large(part)
        case dict():
            yield from _large(tuple(answer.values()))
        case _ if is_dataclass(answer):
            yield from _large(tuple(getattr(answer, part.name) for part in fields(answer)))


KEPT = Keep(160_000_000)


def kept(function: Callable[P, T]) -> Callable[P, T]:
    """Keep what a function of hashable arguments gives. The bare function is its ``__wrapped__``."""

    @wraps(function)
    def keeping(*args: P.args, **named: P.kwargs) -> T:
        # With the types of plain arguments, because 1, 1.0 and True are one key and may be three questions.
        key = (function, args, tuple(sorted(named.items())), tuple(map(type, (*args, *named.values()))))
        return KEPT.answered(key, lambda: function(*args, **named))  # type: ignore[no-any-return]

    return keeping
