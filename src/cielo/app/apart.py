"""Work done in a process of its own: what it takes, of memory or of libraries, is gone with it, and nothing else falls with it.

The process is begun when it is first needed. It is asked over its pipe, each question pickled by us; what it answers is only data
(frames.py), because it may have read what a stranger wrote. It ends when it is told to, or when its pipe is closed because Cielo has
ended, however that came.
"""

import contextlib
import os
import pickle
import subprocess
import sys
import traceback
from collections.abc import Callable
from pathlib import Path
from threading import Lock, Timer
from time import monotonic
from typing import Any, BinaryIO

from cielo import errors
from cielo.app.frames import Broken, read_frame, write_frame
from cielo.errors import CieloError, Stopped, TooLarge

LONG_S = 3600.0
SHUTTING_DOWN = ("Cielo is shutting down; start it again, and ask again.",)


class Unforeseen(RuntimeError):
    """What was done there met what it should have done or refused; its words are where that was, for the log."""


class Ended(RuntimeError):
    """The process ended before it answered: it fell, or was ended by someone."""


class Late(Ended):
    """It took longer than it may, and was ended."""


# A machine that is at other work may take so many times as long by the clock.
PATIENCE = 4.0


def _worked_s(pid: int) -> float | None:
    """How long a process has worked, seconds of processor time; None where the system does not tell it so (Linux does: proc(5), stat)."""
    try:
        fields = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
        return (int(fields[11]) + int(fields[12])) / os.sysconf("SC_CLK_TCK")
    except (OSError, ValueError, IndexError):
        return None


class _Patience:
    """Ends a process that works longer than it may."""

    def __init__(self, process: subprocess.Popen[bytes], most_s: float) -> None:
        self.process, self.most_s, self.ended = process, most_s, False
        self.worked, self.begun = _worked_s(process.pid), monotonic()
        self.timer = self._wait(most_s)

    def _wait(self, seconds: float) -> Timer:
        timer = Timer(seconds, self._look)
        timer.daemon = True
        timer.start()
        return timer

    def _look(self) -> None:
        worked = _worked_s(self.process.pid)
        if worked is not None and self.worked is not None:
            left = self.most_s - (worked - self.worked)
            if left > 0 and monotonic() - self.begun < PATIENCE * self.most_s:
                self.timer = self._wait(max(left, 0.1))
                return
        self.ended = True
        self.process.kill()

    def over(self) -> None:
        self.timer.cancel()


class Apart:
    """A process, one thing at a time. ``begins``: the code that it runs, which ends in ``work_on``."""

    def __init__(self, begins: str) -> None:
        self.begins = begins
        self.lock = Lock()
        self.process: subprocess.Popen[bytes] | None = None
        self.asked = 0
        self.ends = 0  # how often everything was ended, with whatever was waited for

    def ask(self, function: Callable[..., Any], args: tuple[object, ...], most_s: float = LONG_S) -> Any:
        """``function(*args)`` as the process answers it; all must be what can be pickled, and the answer what frames.py knows.

        Raises what the function raises of our own errors; Late where it works longer than ``most_s``, or takes ``PATIENCE`` times that by
        the clock on a machine that is at other work, Ended where the process falls,
        Unforeseen for a fault of the function itself or a process that cannot begin, Stopped where Cielo is shutting down.
        """
        ends = self.ends
        with self.lock:
            if ends != self.ends:
                raise Stopped(*SHUTTING_DOWN)
            begun = self.process if self.process is not None and self.process.poll() is None else self._begin()
            done, answer = self._answer(begun, function, args, most_s, ends)
        if done:
            return answer
        kind, reason, field, mend = answer
        if kind == Unforeseen.__name__:
            raise Unforeseen(reason)
        found = getattr(errors, kind)
        assert issubclass(found, CieloError)
        raise found(reason, field=field, mend=mend)

    def _answer(
        self, begun: subprocess.Popen[bytes], function: Callable[..., Any], args: tuple[object, ...], most_s: float, ends: int
    ) -> tuple[bool, Any]:
        assert begun.stdin is not None
        assert begun.stdout is not None
        self.asked += 1
        message = pickle.dumps((self.asked, function, args))  # what cannot be pickled has begun nothing yet
        patience = _Patience(begun, most_s)
        try:
            begun.stdin.write(message)
            begun.stdin.flush()
            number, (done, answer) = read_frame(begun.stdout)
            if number != self.asked:
                raise Broken("the answer to another question")
            return done, answer
        except (EOFError, OSError, Broken, ValueError, TypeError) as error:
            self._end()
            if ends != self.ends:
                raise Stopped(*SHUTTING_DOWN) from error
            raise (Late if patience.ended else Ended) from error
        except BaseException:
            self._end()  # whoever asked was interrupted: what it still answers is for nobody
            raise
        finally:
            patience.over()

    def end(self) -> None:
        """End the process where it is at no work; the next thing asked begins another."""
        if self.lock.acquire(blocking=False):
            try:
                self._end()
            finally:
                self.lock.release()

    def end_for_good(self) -> None:
        """End the process whatever it is at, because Cielo ends; whoever waits for it is told so."""
        self.ends += 1
        process = self.process
        if process is not None:
            process.kill()

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
        # It has imported what it works with; only now its time runs.
        if self.process.stdout.readline() != b"ready\n":
            self._end()
            raise Unforeseen("a process apart did not begin; what it works with may not be installed whole")
        return self.process

    def _end(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()
            for pipe in (self.process.stdin, self.process.stdout):
                if pipe is not None:
                    with contextlib.suppress(OSError):  # what was still to be written to it
                        pipe.close()
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
        number, function, args = pickle.load(given)
    except EOFError:
        return False
    answer: tuple[bool, Any]
    try:
        answer = (True, function(*args))
    except CieloError as error:  # as its facts, because the sentence alone would lose them on the way
        answer = (False, (type(error).__name__, error.reason, error.field, error.mend))
    except MemoryError:
        answer = (False, (TooLarge.__name__, "it needs more memory than Cielo gives it.", "", "Simplify it, or make it smaller."))
    except Exception:  # a fault of ours, which ends no process and is told as what it is
        answer = (False, (Unforeseen.__name__, traceback.format_exc(), "", ""))
    try:
        write_frame(told, number, answer)
    except TypeError:
        write_frame(told, number, (False, (Unforeseen.__name__, traceback.format_exc(), "", "")))
    return True
