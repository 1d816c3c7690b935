"""Answers kept by what they depend on, so that what has not changed is not worked out again. One place for all, counted in bytes.

An array that stands in several answers is counted once. What was used least lately is dropped first. Answers are shared: arrays in
them must not be written to.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from dataclasses import fields, is_dataclass
from functools import wraps
from threading import Lock
from typing import Any, ParamSpec, TypeVar

import numpy as np

P = ParamSpec("P")
T = TypeVar("T")

# What an answer without arrays takes at least: its key, its objects. Judgement.
SMALL_BYTES = 2_000


class Keep:
    """Answers of any kind, ``most_bytes`` of arrays in all; safe to use from several threads."""

    def __init__(self, most_bytes: int) -> None:
        self.most_bytes = most_bytes
        self.bytes = 0
        self.asked = 0  # how many times it was asked for an answer, to know when nobody does
        self._answers: OrderedDict[Hashable, Any] = OrderedDict()
        self._standing: dict[int, int] = {}  # in how many answers each array stands, by its id
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
        for array in _arrays(answer):
            before = self._standing.get(id(array), 0)
            after = before + by
            if before == 0 or after == 0:
                self.bytes += by * array.nbytes
            if after:
                self._standing[id(array)] = after
            else:
                del self._standing[id(array)]


def _arrays(answer: Any) -> Iterator[np.ndarray[Any, Any]]:
    """The arrays of an answer; of a view the array it looks into, since that is what it keeps alive."""
    if isinstance(answer, np.ndarray):
        yield answer.base if isinstance(answer.base, np.ndarray) else answer
    elif isinstance(answer, tuple | list):
        for part in answer:
            yield from _arrays(part)
    elif isinstance(answer, dict):
        yield from _arrays(tuple(answer.values()))
    elif is_dataclass(answer):
        yield from _arrays(tuple(getattr(answer, part.name) for part in fields(answer)))


KEPT = Keep(160_000_000)
_NOTHING = object()


def kept(function: Callable[P, T]) -> Callable[P, T]:
    """Keep what a function of hashable arguments gives. The bare function is its ``__wrapped__``."""

    @wraps(function)
    def keeping(*args: P.args, **named: P.kwargs) -> T:
        key = (function, args, tuple(sorted(named.items())))
        answer = KEPT.get(key, _NOTHING)
        if answer is _NOTHING:
            answer = function(*args, **named)
            KEPT.put(key, answer)
        return answer  # type: ignore[no-any-return]

    return keeping
