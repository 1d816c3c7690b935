"""The memory of a Cielo that runs: held small where many threads work, and given back where nobody asks for anything."""

import ctypes
import gc

from cielo.app.timetabling import end_solvers
from cielo.app.walled import end_readers
from cielo.core.keeping import KEPT

# What is kept of answers while nobody asks for any.
AT_REST_BYTES = 10_000_000
# An option of the C library and its number: mallopt(3), malloc.h of glibc.
M_ARENA_MAX, FEW = -8, 2


def hold_small() -> None:
    """Let the threads of the web share few heaps. Does nothing where the C library knows no such thing.

    To have every large array go back to the system at once would hold less still, and cost a picture a quarter of its time.
    """
    tune = getattr(ctypes.CDLL(None), "mallopt", None)
    if tune is not None:
        tune(M_ARENA_MAX, FEW)


class Resting:
    """Whether anything was asked for since it was last looked; where nothing was, memory is given back and processes apart are ended."""

    def __init__(self) -> None:
        self.asked = KEPT.asked

    def look(self) -> bool:
        """Give memory back where nothing was asked for since the last look; whether it was."""
        rests, self.asked = KEPT.asked == self.asked, KEPT.asked
        if rests:
            end_readers()
            end_solvers()
        if rests and KEPT.bytes > AT_REST_BYTES:
            KEPT.thin(AT_REST_BYTES)
            give_back()
        return rests


def give_back() -> None:
    """Give free memory back to the system, where the C library can."""
    gc.collect()
    trim = getattr(ctypes.CDLL(None), "malloc_trim", None)
    if trim is not None:
        trim(0)
