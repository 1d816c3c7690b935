"""Strangers' files are read behind a wall: in a process of their own (apart.py) that may use so much memory and so many seconds, and
that is ended when it wants more. What comes from a stranger is an argument of a message to it, bytes, and never a message.
"""

from collections.abc import Callable
from typing import ParamSpec, TypeVar

from cielo.app.apart import Apart, Ended, work_on
from cielo.errors import TooLarge
from cielo.exchange.svg_drawing import read_svg

P = ParamSpec("P")
T = TypeVar("T")

# What a reader may use beyond what it needs to begin with, and for how long.
MOST_BYTES = 500_000_000
MOST_SECONDS = 4.0
READS_WITH = ("cielo.exchange.photo", "pillow_heif", "cielo.core.photo.straighten", "svgelements", "cv2")
FIRST = b'<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><path d="M0,0L9,0L9,9z"/></svg>'
_READER = Apart("from cielo.app.walled import read_on; read_on()")


def walled(function: Callable[P, T], *args: P.args, **_none: P.kwargs) -> T:
    """``function(*args)`` behind the wall; function, arguments and answer must be what can be pickled.

    Raises what the function raises of our own errors, TooLarge for what takes more than MOST_SECONDS or MOST_BYTES, and Unforeseen for
    a fault of the function itself.
    """
    try:
        return _READER.ask(function, args, MOST_SECONDS)  # type: ignore[no-any-return]
    except Ended as error:
        raise TooLarge(
            f"reading it takes more time or memory than Cielo gives a file ({MOST_SECONDS:.0f} seconds).",
            mend="Simplify it, or make it smaller.",
        ) from error


def end_readers() -> None:
    """End the process, where nobody brings files in."""
    _READER.end()


def read_on() -> None:
    """What the process does: read one file after another until its pipe is closed."""
    work_on(_bounded)


def _bounded() -> None:
    import resource

    for name in READS_WITH:
        __import__(name)
    read_svg(FIRST)  # its loops are compiled here where they never were, and not while a file's time runs
    with open("/proc/self/statm") as statm:
        now = int(statm.read().split()[5]) * resource.getpagesize()
    resource.setrlimit(resource.RLIMIT_DATA, (now + MOST_BYTES, now + MOST_BYTES))
