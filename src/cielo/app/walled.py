"""Strangers' files are read behind a wall: in a process of their own that may use so much memory and so many seconds, and that is
ended when it wants more. Nothing else waits for it or falls with it.

The process is begun when it is first needed and is told what to do over its pipes, each message pickled. Both ends are Cielo: what
comes from a stranger is an argument in it, bytes, and never a message.
"""

import os
import pickle
import subprocess
import sys
import traceback
from collections.abc import Callable
from threading import Lock, Timer
from typing import Any, BinaryIO, ParamSpec, TypeVar

from cielo.errors import CieloError, TooLarge
from cielo.exchange.svg_drawing import read_svg

P = ParamSpec("P")
T = TypeVar("T")

# What a reader may use beyond what it needs to begin with, and for how long.
MOST_BYTES = 500_000_000
MOST_SECONDS = 4.0
READS_WITH = ("cielo.exchange.photo", "pillow_heif", "cielo.core.photo.straighten", "svgelements", "cv2")
FIRST = b'<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><path d="M0,0L9,0L9,9z"/></svg>'
SIMPLER = "Simplify it, or make it smaller."


class Unforeseen(RuntimeError):
    """A reader met what it should have read or refused; its words are where that was, for the log."""


class _Reader:
    """The process, one file at a time."""

    def __init__(self) -> None:
        self.lock = Lock()
        self.process: subprocess.Popen[bytes] | None = None

    def ask(self, function: Callable[..., Any], args: tuple[object, ...]) -> tuple[bool, Any]:
        """Whether it was read, and the answer, or the class and facts of the refusal."""
        with self.lock:
            begun = self.process if self.process is not None and self.process.poll() is None else self._begin()
            assert begun.stdin is not None
            assert begun.stdout is not None
            ended_late = Timer(MOST_SECONDS, begun.kill)
            ended_late.start()
            try:
                pickle.dump((function, args), begun.stdin)
                begun.stdin.flush()
                answer: tuple[bool, Any] = pickle.load(begun.stdout)
                return answer
            except (EOFError, OSError, pickle.UnpicklingError) as error:
                self.end()
                raise TooLarge(
                    f"reading it takes more time or memory than Cielo gives a file ({MOST_SECONDS:.0f} seconds).", mend=SIMPLER
                ) from error
            finally:
                ended_late.cancel()

    def _begin(self) -> subprocess.Popen[bytes]:
        few_threads = dict.fromkeys(("OPENBLAS_NUM_THREADS", "OMP_NUM_THREADS", "NUMBA_NUM_THREADS"), "1")
        self.process = subprocess.Popen(
            [sys.executable, "-c", "from cielo.app.walled import read_on; read_on()"],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            start_new_session=True,  # Ctrl-C is not meant for it
            env={**os.environ, **few_threads},
        )
        assert self.process.stdout is not None
        self.process.stdout.readline()  # it has imported what it reads with; only now its time runs
        return self.process

    def end(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()
            self.process = None


_READER = _Reader()


def walled(function: Callable[P, T], *args: P.args, **_none: P.kwargs) -> T:
    """``function(*args)`` behind the wall; function, arguments and answer must be what can be pickled.

    Raises what the function raises of our own errors, TooLarge for what takes more than MOST_SECONDS or MOST_BYTES, and Unforeseen for
    a fault of the function itself.
    """
    read, answer = _READER.ask(function, args)
    if not read:
        kind, reason, field, mend = answer
        if kind is Unforeseen:
            raise Unforeseen(reason)
        raise kind(reason, field=field, mend=mend)
    return answer  # type: ignore[no-any-return]


def end_readers() -> None:
    """End the process, where Cielo ends."""
    with _READER.lock:
        _READER.end()


def read_on() -> None:
    """What the process does: read one file after another until its pipe is closed."""
    given, told = sys.stdin.buffer, sys.stdout.buffer
    sys.stdout = sys.stderr  # whatever a library prints is no message
    for name in READS_WITH:
        __import__(name)
    read_svg(FIRST)  # its loops are compiled here where they never were, and not while a file's time runs
    _bound()
    told.write(b"ready\n")
    told.flush()
    while _read_one(given, told):
        pass


def _bound() -> None:
    import resource

    with open("/proc/self/statm") as statm:
        now = int(statm.read().split()[5]) * resource.getpagesize()
    resource.setrlimit(resource.RLIMIT_DATA, (now + MOST_BYTES, now + MOST_BYTES))


def _read_one(given: BinaryIO, told: BinaryIO) -> bool:
    try:
        function, args = pickle.load(given)
    except EOFError:
        return False
    answer: tuple[bool, Any]
    try:
        answer = (True, function(*args))
    except CieloError as error:  # as its facts, because the sentence alone would lose them on the way
        answer = (False, (type(error), error.reason, error.field, error.mend))
    except MemoryError:
        answer = (False, (TooLarge, "it needs more memory than Cielo gives a file.", "", SIMPLER))
    except Exception:  # a fault of ours, which ends no process and is told as what it is
        answer = (False, (Unforeseen, traceback.format_exc(), "", ""))
    pickle.dump(answer, told)
    told.flush()
    return True
