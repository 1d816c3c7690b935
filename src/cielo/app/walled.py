"""Strangers' files are read behind a wall: in a process of their own (apart.py) that may use so much memory and so many seconds, and
that is ended when it wants more. What comes from a stranger is an argument of a message to it, bytes, and never a message.
"""

from collections.abc import Callable
from typing import ParamSpec, TypeVar

from cielo.app.apart import Apart, Ended, Late, work_on
from cielo.errors import BadInput, TooLarge
from cielo.exchange.svg_drawing import read_svg

P = ParamSpec("P")
T = TypeVar("T")

# What a reader may use beyond what it needs to begin with, and for how long.
MOST_BYTES = 500_000_000
MOST_SECONDS = 4.0
READS_WITH = ("cielo.exchange.photo", "pillow_heif", "cielo.core.photo.straighten", "svgelements", "cv2")
FIRST = b'<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><path d="M0,0L9,0L9,9z"/></svg>'
_READER = Apart("from cielo.app.walled import read_on; read_on()")
# An archive holds years of photographs.
ARCHIVE_BYTES, ARCHIVE_SECONDS = 1_500_000_000, 120.0
_ARCHIVER = Apart("from cielo.app.walled import read_archives_on; read_archives_on()")


def walled(function: Callable[P, T], *args: P.args, **_none: P.kwargs) -> T:
    """``function(*args)`` behind the wall; function and arguments must be what can be pickled, the answer data (frames.py).

    Raises what the function raises of our own errors, TooLarge for what takes more than MOST_SECONDS or MOST_BYTES, BadInput for what
    makes the reader fall, twice, and Unforeseen for a fault of the function itself.
    """
    return _read(_READER, MOST_SECONDS, function, *args)


def walled_archive(function: Callable[P, T], *args: P.args, **_none: P.kwargs) -> T:
    """The same for an archive, which is everything she has: with more time and memory."""
    return _read(_ARCHIVER, ARCHIVE_SECONDS, function, *args)


def _read(reader: Apart, seconds: float, function: Callable[..., T], *args: object) -> T:
    for again in (True, False):
        try:
            return reader.ask(function, args, seconds)  # type: ignore[no-any-return]
        except Late as error:
            raise TooLarge(
                f"reading it takes longer than Cielo gives a file ({seconds:.0f} seconds).",
                mend="Simplify it, or make it smaller.",
            ) from error
        except Ended as error:  # it may have been killed by someone; a file that does it is met again
            if not again:
                raise BadInput(
                    "Cielo's reader broke off over this file.", mend="Check that it is the right file, whole, or save it again."
                ) from error
    raise AssertionError("it was read or refused")


def end_readers() -> None:
    """End the processes that are at no work, where nobody brings files in."""
    for reader in (_READER, _ARCHIVER):
        reader.end()


def end_readers_for_good() -> None:
    """End the processes whatever they are at, because Cielo ends."""
    for reader in (_READER, _ARCHIVER):
        reader.end_for_good()


def read_on() -> None:
    """What the process does: read one file after another until its pipe is closed."""
    work_on(_bounded)


def read_archives_on() -> None:
    """What the other process does: read one archive after another."""
    work_on(lambda: _bound_by(ARCHIVE_BYTES))


def _bounded() -> None:
    for name in READS_WITH:
        __import__(name)
    read_svg(FIRST)  # its loops are compiled here where they never were, and not while a file's time runs
    _bound_by(MOST_BYTES)


def _bound_by(most_bytes: int) -> None:
    import resource

    with open("/proc/self/statm") as statm:
        now = int(statm.read().split()[5]) * resource.getpagesize()
    resource.setrlimit(resource.RLIMIT_DATA, (now + most_bytes, now + most_bytes))
