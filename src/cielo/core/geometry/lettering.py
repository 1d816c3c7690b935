"""Words in real letters: three faces, as outlines, measured by the faces' own advances. One unit is the height of a capital; y goes down.

Faces are open fonts (SIL Open Font License; the licences lie beside them), read with fontTools. Letters keep their face's advance;
pairs are not kerned. A letter that no part of a face has leaves a gap as wide as a space.
"""

from functools import lru_cache
from importlib import resources
from math import cos, degrees, pi, sin
from threading import RLock
from typing import Any

import numpy as np
from fontTools.pens.basePen import BasePen
from fontTools.ttLib import TTFont
from shapely import Polygon, affinity, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.keeping import kept
from cielo.core.plan import Face, Words

# From one baseline to the next, in heights of a capital: common practice of setting, no source.
LEADING = 1.9
# A curve of a letter is drawn in so many straight pieces.
PIECES = 5


# A font is read from its file bit by bit as its letters are wanted, which two threads must not do at once.
_reading = RLock()


class _Outlines(BasePen):  # type: ignore[misc]  # fontTools has no types
    """The contours of a glyph as runs of points, curves in PIECES straight pieces (Bernstein form)."""

    def __init__(self, glyphs: Any) -> None:
        super().__init__(glyphs)
        self.contours: list[list[tuple[float, float]]] = []

    def _moveTo(self, pt: tuple[float, float]) -> None:  # noqa: N802
        self.contours.append([pt])

    def _lineTo(self, pt: tuple[float, float]) -> None:  # noqa: N802
        self.contours[-1].append(pt)

    def _curveToOne(  # noqa: N802
        self, pt1: tuple[float, float], pt2: tuple[float, float], pt3: tuple[float, float]
    ) -> None:
        start = self.contours[-1][-1]
        for t in np.linspace(0, 1, PIECES + 1)[1:]:
            a, b, c, d = (1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3
            self.contours[-1].append(
                tuple(a * s + b * p + c * q + d * r for s, p, q, r in zip(start, pt1, pt2, pt3, strict=True))
            )


@lru_cache
def _fonts(face: Face) -> tuple[TTFont, ...]:
    folder = resources.files("cielo.core.geometry") / "faces"
    return tuple(TTFont((folder / f"{face}{part}.woff").open("rb")) for part in ("", "-more"))


@lru_cache
def _capital(face: Face) -> float:
    """The height of a capital in the face's own units: of its letter H."""
    with _reading:
        font = _fonts(face)[0]
        pen = _Outlines(font.getGlyphSet())
        font.getGlyphSet()[font.getBestCmap()[ord("H")]].draw(pen)
    return float(max(y for contour in pen.contours for _, y in contour))


def has_letter(face: Face, letter: str) -> bool:
    """Whether a face can set a letter."""
    with _reading:
        return any(ord(letter) in font.getBestCmap() for font in _fonts(face))


@lru_cache(maxsize=1024)
def _glyph(face: Face, letter: str) -> tuple[BaseGeometry, float]:
    """A letter's shape on its baseline, and how far it takes the next one on; in heights of a capital."""
    unit = _capital(face)
    with _reading:
        for font in _fonts(face):
            name = font.getBestCmap().get(ord(letter))
            if name is not None:
                pen = _Outlines(font.getGlyphSet())
                font.getGlyphSet()[name].draw(pen)
                shape = affinity.scale(_filled(pen.contours), 1 / unit, -1 / unit, origin=(0, 0))
                return shape, font["hmtx"][name][0] / unit
    return Polygon(), _glyph(face, " ")[1]


def _filled(contours: list[list[tuple[float, float]]]) -> BaseGeometry:
    """What contours enclose: those that run as the largest does are filled, those that run the other way are cut out of them."""
    rings = [np.array(contour) for contour in contours if len(contour) > 2]
    if not rings:
        return Polygon()
    turns = [float(np.sum(r[:, 0] * np.roll(r[:, 1], -1) - np.roll(r[:, 0], -1) * r[:, 1])) for r in rings]
    outer = np.sign(turns[int(np.argmax(np.abs(turns)))])
    filled, cut = (
        union_all([Polygon(r).buffer(0) for r, turn in zip(rings, turns, strict=True) if (np.sign(turn) == outer) is side])
        for side in (np.True_, np.False_)
    )
    return filled.difference(cut)


@lru_cache(maxsize=256)
def _line(face: Face, text: str) -> tuple[tuple[tuple[str, float], ...], float]:
    """The letters of a line with where each begins, and how long the line is; in heights of a capital."""
    at, letters = 0.0, []
    for letter in text:
        letters.append((letter, at))
        at += _glyph(face, letter)[1]
    return tuple(letters), at


@kept
def words_shape(words: Words) -> BaseGeometry:
    """Words as they lie on the panel, mm."""
    shape = _along_circle(words) if words.round_mm else _straight(words)
    return affinity.translate(affinity.rotate(shape, words.angle_deg, origin=(0, 0)), words.x_mm, words.y_mm)


def _straight(words: Words) -> BaseGeometry:
    """Lines below each other, each about the middle; the middle of the block, from the first capitals to the last baseline, at 0, 0."""
    lines = words.text.split("\n")
    high = 1 + (len(lines) - 1) * LEADING
    parts = []
    for n, text in enumerate(lines):
        letters, long = _line(words.face, text.strip())
        parts += [
            affinity.translate(_glyph(words.face, letter)[0], at - long / 2, 1 + n * LEADING - high / 2) for letter, at in letters
        ]
    return affinity.scale(union_all(parts), words.height_mm, words.height_mm, origin=(0, 0))


def _along_circle(words: Words) -> BaseGeometry:
    """Letters standing on a circle about 0, 0, read clockwise, the middle of the words at its top."""
    radius = (words.round_mm or 0.0) / words.height_mm
    letters, long = _line(words.face, words.text.replace("\n", " ").strip())
    parts = []
    for letter, at in letters:
        shape, wide = _glyph(words.face, letter)
        turn = (at + wide / 2 - long / 2) / radius
        upright = affinity.translate(shape, -wide / 2, 0)
        parts.append(
            affinity.translate(affinity.rotate(upright, degrees(turn), origin=(0, 0)), radius * sin(turn), -radius * cos(turn))
        )
    return affinity.scale(union_all(parts), words.height_mm, words.height_mm, origin=(0, 0))


def longest_round(words: Words) -> float:
    """How much of its circle words take, 1 where they close it."""
    long = _line(words.face, words.text.replace("\n", " ").strip())[1] * words.height_mm
    return long / (2 * pi * words.round_mm) if words.round_mm else 0.0
