"""Work that takes a while: how far it is, and a way to stop it. By the key that whoever asked for it gave it."""

from collections.abc import Iterator
from contextlib import contextmanager

from cielo.errors import Stopped


class Work:
    """What a solver tells how far it is. Told after it was stopped, it raises Stopped.

    Any two are equal: whose work it is changes nothing of an answer, and so an answer is kept whoever asked.
    """

    def __init__(self) -> None:
        self.share = 0.0
        self.stopped = False

    def __call__(self, share: float) -> None:
        """``share`` of it is done, 0 to 1. Raises Stopped."""
        self.share = share
        if self.stopped:
            raise Stopped("it was stopped.", mend="Ask again when you want it.")

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Work)

    def __hash__(self) -> int:
        return hash(Work)


_UNDER_WAY: dict[str, Work] = {}


@contextmanager
def under_way(key: str | None) -> Iterator[Work]:
    """A piece of work while it is done; without a key nobody can ask after it."""
    work = Work()
    if key is not None:
        _UNDER_WAY[key] = work
    try:
        yield work
    finally:
        if key is not None and _UNDER_WAY.get(key) is work:
            del _UNDER_WAY[key]


def share_done(key: str) -> float | None:
    """How much of a piece of work is done, 0 to 1; None where none of that key is under way."""
    work = _UNDER_WAY.get(key)
    return None if work is None else work.share


def stop(key: str) -> None:
    """Stop a piece of work at the next thing it tells, where it is still under way."""
    work = _UNDER_WAY.get(key)
    if work is not None:
        work.stopped = True
