"""Pictures as PNG with their resolution set."""

from collections.abc import Sequence
from io import BytesIO

import numpy as np
from numpy.typing import NDArray
from PIL import Image


def write_png(rgb: NDArray[np.uint8], dots_per_inch: float, *, packed: bool = True) -> bytes:
    """sRGB (rows, columns, 3), 8 bit, to a PNG; the same picture always gives the same bytes.

    Packing a panel takes some 40 ms, so what only goes to the page on the same machine is better left as it is.
    """
    out = BytesIO()
    Image.fromarray(rgb, "RGB").save(out, "PNG", compress_level=6 if packed else 0, dpi=(dots_per_inch, dots_per_inch))
    return out.getvalue()


def write_moving_png(frames: Sequence[NDArray[np.uint8]], dots_per_inch: float, milliseconds: Sequence[int]) -> bytes:
    """sRGB frames of one size to an animated PNG that runs round and round; each frame stands for its milliseconds."""
    out = BytesIO()
    first, *rest = (Image.fromarray(frame, "RGB") for frame in frames)
    dpi = (dots_per_inch, dots_per_inch)
    first.save(out, "PNG", save_all=True, append_images=rest, duration=list(milliseconds), loop=0, compress_level=4, dpi=dpi)
    return out.getvalue()
