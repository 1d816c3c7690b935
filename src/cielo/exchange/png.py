"""Pictures as PNG with their resolution set."""

import struct
import zlib
from collections.abc import Sequence
from io import BytesIO

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from PIL.PngImagePlugin import PngInfo


def write_png(rgb: NDArray[np.uint8], dots_per_inch: float) -> bytes:
    """sRGB (rows, columns, 3), 8 bit, to a PNG that says it is sRGB; the same picture always gives the same bytes.

    Packed at the lowest level: of a panel of a screen's size, a fifth of what it is unpacked, in the same few milliseconds.
    """
    out = BytesIO()
    dpi = (dots_per_inch, dots_per_inch)
    Image.fromarray(rgb, "RGB").save(out, "PNG", compress_level=1, dpi=dpi, pnginfo=_says_srgb())
    return out.getvalue()


def write_deep_png(rgb: NDArray[np.uint16], dots_per_inch: float) -> bytes:
    """sRGB (rows, columns, 3), 16 bit, to a PNG for print; the same picture always gives the same bytes.

    Written here because the picture library has no colour of 16 bits. Source: PNG, third edition, 5 to 11 (from memory).
    """
    rows, columns = rgb.shape[:2]
    lines = np.zeros((rows, 1 + 6 * columns), np.uint8)  # each line begins with its filter, 0: as it is
    lines[:, 1:] = rgb.astype(">u2").reshape(rows, -1).view(np.uint8)
    per_metre = round(dots_per_inch / 0.0254)
    parts = (
        (b"IHDR", struct.pack(">IIBBBBB", columns, rows, 16, 2, 0, 0, 0)),
        (b"sRGB", _PERCEPTUAL),
        (b"pHYs", struct.pack(">IIB", per_metre, per_metre, 1)),
        (b"IDAT", zlib.compress(lines.tobytes(), 6)),
        (b"IEND", b""),
    )
    return b"\x89PNG\r\n\x1a\n" + b"".join(_chunk(name, data) for name, data in parts)


_PERCEPTUAL = b"\0"  # what the sRGB chunk says of how colours are to be turned: as they look


def _says_srgb() -> PngInfo:
    info = PngInfo()
    info.add(b"sRGB", _PERCEPTUAL)
    return info


def _chunk(name: bytes, data: bytes) -> bytes:
    return struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))


def write_moving_png(frames: Sequence[NDArray[np.uint8]], dots_per_inch: float, milliseconds: Sequence[int]) -> bytes:
    """sRGB frames of one size to an animated PNG that runs round and round; each frame stands for its milliseconds."""
    out = BytesIO()
    first, *rest = (Image.fromarray(frame, "RGB") for frame in frames)
    dpi = (dots_per_inch, dots_per_inch)
    first.save(
        out,
        "PNG",
        save_all=True,
        append_images=rest,
        duration=list(milliseconds),
        loop=0,
        compress_level=4,
        dpi=dpi,
        pnginfo=_says_srgb(),
    )
    return out.getvalue()
