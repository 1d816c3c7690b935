"""Letters for everything that is printed: one face with Latin, Greek, Cyrillic and Vietnamese embedded, so that a name looks the same on
every machine; Chinese, Japanese and Korean in the faces that every reader of PDF brings along. What none of them has is shown as a box.

The face is under the SIL Open Font License (sheet.LICENSE.txt).
"""

from collections.abc import Iterator
from functools import lru_cache
from itertools import groupby
from pathlib import Path
from xml.sax.saxutils import escape

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.cidfonts import UnicodeCIDFont
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

PLAIN, BOLD = "Cielo", "Cielo-Bold"
# For the style of a table, whose cells would else name a face that is not embedded.
LETTERS = ("FONT", (0, 0), (-1, -1), PLAIN, 12)
FOLDER = Path(__file__).parent
# First and last character of each, and the face that has it (Unicode blocks).
ASIAN: tuple[tuple[int, int, str], ...] = (
    (0x1100, 0x11FF, "HYGothic-Medium"),
    (0x3000, 0x30FF, "HeiseiKakuGo-W5"),
    (0x3130, 0x318F, "HYGothic-Medium"),
    (0x3400, 0x9FFF, "STSong-Light"),
    (0xAC00, 0xD7AF, "HYGothic-Medium"),
    (0xFF00, 0xFFEF, "HeiseiKakuGo-W5"),
)
UNKNOWN = "\u25a1"


@lru_cache(maxsize=1)
def _covered() -> frozenset[int]:
    """Characters of the face, once it and the others are made known."""
    plain, bold = TTFont(PLAIN, FOLDER / "sheet-regular.ttf"), TTFont(BOLD, FOLDER / "sheet-bold.ttf")
    for font in (plain, bold, *(UnicodeCIDFont(name) for name in sorted({name for *_, name in ASIAN}))):
        pdfmetrics.registerFont(font)
    pdfmetrics.registerFontFamily(PLAIN, normal=PLAIN, bold=BOLD, italic=PLAIN, boldItalic=BOLD)
    return frozenset(plain.face.charToGlyph)


def _face_of(sign: str) -> str | None:
    """The face that has a character: "" for the own one, None where none has."""
    code = ord(sign)
    if code in _covered() or sign.isspace():
        return ""
    return next((name for first, last, name in ASIAN if first <= code <= last), None)


def _runs(text: str) -> Iterator[tuple[str, str]]:
    """A text in runs of one face, each with its face's name, "" for the own one."""
    for face, signs in groupby(text, key=_face_of):
        run = "".join(signs)
        yield ("", UNKNOWN * len(run)) if face is None else (face, run)


def markup(text: str) -> str:
    """A text as the markup of a paragraph, each character in a face that has it."""
    return "".join(f'<font name="{face}">{escape(run)}</font>' if face else escape(run) for face, run in _runs(text))


def draw(canvas: Canvas, x: float, y: float, text: str, points: float, bold: bool = False) -> None:
    """A line of text on a page, from its left end."""
    for face, run in _runs(text):
        name = face or (BOLD if bold else PLAIN)
        canvas.setFont(name, points)
        canvas.drawString(x, y, run)
        x += pdfmetrics.stringWidth(run, name, points)


def width_of(text: str, points: float, bold: bool = False) -> float:
    """How long a line of text is, points."""
    return sum(pdfmetrics.stringWidth(run, face or (BOLD if bold else PLAIN), points) for face, run in _runs(text))
