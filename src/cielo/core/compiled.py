"""The compiler of the loops, without its linear algebra: no loop of Cielo multiplies matrices, and for it the whole of SciPy's would be
loaded each time Cielo starts. A loop that did would not compile, and say so."""

import sys

_NOT_NEEDED = "scipy.linalg"

if _NOT_NEEDED in sys.modules:
    import numba
else:
    sys.modules[_NOT_NEEDED] = None  # type: ignore[assignment]  # is read as: there is no such module
    try:
        import numba
        import numba.np.arraymath  # looks for it, and is loaded with the first loop otherwise
    finally:
        del sys.modules[_NOT_NEEDED]

njit, prange = numba.njit, numba.prange
