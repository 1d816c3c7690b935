"""The swatch sheet that is printed, inked and photographed: where marks, patches and boxes lie, mm from its top left corner."""

from dataclasses import dataclass

from cielo.core.bounds import Lab
from cielo.core.optics.gamut import hex_from_lab

# A4 less a printer's margins fits on Letter too.
WIDTH_MM, HEIGHT_MM = 190.0, 250.0
# Corner marks: a black square with a white one in it; the top left one is filled, so that the sheet has a way up.
MARK_MM, MARK_INSET_MM = 12.0, 2.0
# What is printed to take the cast off, CIE Lab of D50: greys and colours within what any printer gives. Ours, invented.
PATCHES: tuple[Lab, ...] = (
    (88.0, 0.0, 0.0), (70.0, 0.0, 0.0), (50.0, 0.0, 0.0), (32.0, 0.0, 0.0),
    (62.0, 38.0, 30.0), (78.0, 4.0, 58.0), (58.0, -32.0, 26.0), (56.0, -18.0, -24.0), (44.0, 12.0, -38.0), (54.0, 40.0, -10.0),
)  # fmt: skip
PATCH_MM, PATCH_TOP_MM, PATCH_LEFT_MM, PATCH_PITCH_MM = 13.0, 24.0, 20.0, 15.4
BOX_MM, BOX_LEFT_MM, BOX_TOP_MM, PITCH_X_MM, PITCH_Y_MM = 26.0, 20.0, 54.0, 41.0, 46.0
COLUMNS, ROWS = 4, 4


@dataclass(frozen=True)
class Square:
    """A square on the sheet by its left top corner, mm."""

    x_mm: float
    y_mm: float
    size_mm: float

    def inner(self, share: float = 0.6) -> "Square":
        """Its middle part, away from ragged edges."""
        cut = self.size_mm * (1 - share) / 2
        return Square(self.x_mm + cut, self.y_mm + cut, self.size_mm * share)


def marks() -> tuple[Square, ...]:
    """The corner marks: top left, top right, bottom right, bottom left."""
    far_x, far_y = WIDTH_MM - MARK_INSET_MM - MARK_MM, HEIGHT_MM - MARK_INSET_MM - MARK_MM
    near = MARK_INSET_MM
    return tuple(Square(x, y, MARK_MM) for x, y in ((near, near), (far_x, near), (far_x, far_y), (near, far_y)))


def patches() -> tuple[Square, ...]:
    """The printed patches, in the order of PATCHES."""
    return tuple(Square(PATCH_LEFT_MM + n * PATCH_PITCH_MM, PATCH_TOP_MM, PATCH_MM) for n in range(len(PATCHES)))


def boxes() -> tuple[Square, ...]:
    """The boxes to ink, row by row."""
    return tuple(
        Square(BOX_LEFT_MM + column * PITCH_X_MM, BOX_TOP_MM + row * PITCH_Y_MM, BOX_MM)
        for row in range(ROWS)
        for column in range(COLUMNS)
    )


def bare_places() -> tuple[Square, ...]:
    """Places of bare stock all over the sheet, between boxes and patches, by which the light is evened out."""
    size, gap = 7.0, (PITCH_X_MM - BOX_MM - 7.0) / 2
    places = [Square(x, y, size) for x in (4.0, WIDTH_MM - 11.0) for y in range(40, 220, 25)]
    places += [Square(x, 41.5, size) for x in range(30, 170, 30)]
    for row in range(ROWS):
        for column in range(COLUMNS - 1):
            x = BOX_LEFT_MM + column * PITCH_X_MM + BOX_MM + gap
            places.append(Square(x, BOX_TOP_MM + row * PITCH_Y_MM + BOX_MM / 2 - size / 2, size))
    return tuple(places)


def patch_hex() -> tuple[str, ...]:
    """The printed patches as sRGB, for the printer."""
    return tuple(hex_from_lab(lab) for lab in PATCHES)
