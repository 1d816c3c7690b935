"""Pictures with their names, in rows on one sheet, as PNG."""

from collections.abc import Iterable
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw, ImageFont

from cielo.exchange.png import write_png

LETTERS = Path(__file__).parent / "letters" / "sheet-regular.ttf"
TO_A_ROW = 3
# Of the height of a name, and of what lies between pictures, in inches.
NAME_IN, GAP_IN = 0.13, 0.12


def write_mark_sheet(marks: Iterable[tuple[str, NDArray[np.uint8]]], dots_per_inch: float) -> bytes:
    """Pictures of one size, sRGB (rows, columns, 3), each above its name."""
    named = list(marks)
    height, width, _ = named[0][1].shape
    gap, letter = round(GAP_IN * dots_per_inch), round(NAME_IN * dots_per_inch)
    rows = -(-len(named) // TO_A_ROW)
    down, across = height + gap + 2 * letter, width + gap
    sheet = Image.new("RGB", (gap + TO_A_ROW * across, gap + rows * down), "white")
    draw = ImageDraw.Draw(sheet)
    font = ImageFont.truetype(str(LETTERS), letter)
    for n, (name, rgb) in enumerate(named):
        x, y = gap + n % TO_A_ROW * across, gap + n // TO_A_ROW * down
        sheet.paste(Image.fromarray(rgb, "RGB"), (x, y))
        draw.text((x, y + height + letter // 3), name, fill="black", font=font)
    return write_png(np.asarray(sheet), dots_per_inch)
