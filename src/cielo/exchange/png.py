"""Pictures as PNG with their resolution set."""

from io import BytesIO

import numpy as np
from numpy.typing import NDArray
from PIL import Image


def write_png(rgb: NDArray[np.uint8], dots_per_inch: float) -> bytes:
    """sRGB (rows, columns, 3), 8 bit, to a PNG; the same picture always gives the same bytes."""
    out = BytesIO()
    Image.fromarray(rgb, "RGB").save(out, "PNG", compress_level=2, dpi=(dots_per_inch, dots_per_inch))
    return out.getvalue()
