"""Work done in a process of its own: what it takes, of memory or of libraries, is gone with it, and nothing else falls with it.

The process is begun when it is first needed and is told what to do over its pipes, each message pickled. Both ends are Cielo. It ends
when it is told to, or when its pipe is closed because Cielo has ended, however that came.
"""

import os
import pickle
import subprocess
import sys
import traceback
from collections.abc import Callable
from threading import Lock, Timer
from typing import Any, BinaryIO

from cielo.errors import CieloError, TooLarge

LONG_S = 3600.0


class Unforeseen(RuntimeError):
    """What was done there met what it should have done or refused; its words are where that was, for the log."""


class Ended(RuntimeError):
    """The process ended before it answered."""


class Apart:
    """A process, one thing at a time. ``begins``: the code that it runs, which ends in ``work_on``."""

    def __init__(self, begins: str) -> None:
        self.begins = begins
        self.lock = Lock()
        self.process: subprocess.Popen[bytes] | None = None

    def ask(self, function: Callable[..., Any], args: tuple[object, ...], most_s: float = LONG_S) -> Any:
        """``function(*args)`` as the process answers it; all must be what can be pickled.

        Raises what the function raises of our own errors, Ended where it takes longer than ``most_s`` or the process falls, and
        Unforeseen for a fault of the function itself.
        """
        with self.lock:
            begun = self.process if self.process is not None and self.process.poll() is None else self._begin()
            assert begun.stdin is not None
            assert begun.stdout is not None
            ended_late = Timer(most_s, begun.kill)
            ended_late.start()
            try:
                pickle.dump((function, args), begun.stdin)
                begun.stdin.flush()
                done, answer = pickle.load(begun.stdout)
            except (EOFError, OSError, pickle.UnpicklingError) as error:
                self._end()
                raise Ended from error
            finally:
                ended_late.cancel()
        if done:
            return answer
        kind, reason, field, mend = answer
        if kind is Unforeseen:
            raise Unforeseen(reason)
        raise kind(reason, field=field, mend=mend)

    def end(self) -> None:
        """End the process, where it is; the next thing asked begins another."""
        with self.lock:
            self._end()

    def _begin(self) -> subprocess.Popen[bytes]:
        few_threads = dict.fromkeys(("OPENBLAS_NUM_THREADS", "OMP_NUM_THREADS", "NUMBA_NUM_THREADS"), "1")
        self.process = subprocess.Popen(
            [sys.executable, "-c", self.begins],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            start_new_session=True,  # Ctrl-C is not meant for it
            env={**os.environ, **few_threads},
        )
        assert self.process.stdout is not None
        self.process.stdout.readline()  # it has imported what it works with; only now its time runs
        return self.process

    def _end(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()
            self.process = None


def work_on(ready: Callable[[], None] = lambda: None) -> None:
    """What the process does: ``ready``, then one thing after another until its pipe is closed."""
    given, told = sys.stdin.buffer, sys.stdout.buffer
    sys.stdout = sys.stderr  # whatever a library prints is no message
    ready()
    told.write(b"ready\n")
    told.flush()
    while _work_once(given, told):
        pass


def _work_once(given: BinaryIO, told: BinaryIO) -> bool:
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
        answer = (False, (TooLarge, "it needs more memory than Cielo gives it.", "", "Simplify it, or make it smaller."))
    except Exception:  # a fault of ours, which ends no process and is told as what it is
        answer = (False, (Unforeseen, traceback.format_exc(), "", ""))
    pickle.dump(answer, told)
    told.flush()
    return True
