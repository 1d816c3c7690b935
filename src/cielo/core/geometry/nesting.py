"""The pieces of a batch laid out on the sheets owned, and what the offcuts still yield. Pieces that are not straight are laid by their true
outline where that takes fewer sheets or leaves more of the last, else by the rectangle round them.

Packing is rectpack's (guillotine cuts, as a trimmer makes them). It counts in whole units of a ten-thousandth of a millimetre, in which
a sixteenth of an inch (1.5875 mm) is exact, so that four quarters of a sheet fit it: rounding never loses a piece.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from rectpack import GuillotineBafSas, GuillotineBlsfSas, GuillotineBssfSas, PackingBin, PackingMode, newPacker
from shapely import Polygon

from cielo.core.geometry.outline_nesting import Outlined, Ring, is_straight, nest_outlines
from cielo.core.units import inches
from cielo.errors import BadInput

PER_MM = 10_000
WAYS = (GuillotineBssfSas, GuillotineBafSas, GuillotineBlsfSas)
# An offcut smaller than this is scrap: common practice, no source.
SMALLEST_OFFCUT_MM = 20.0
# Cutting round outlines is worth it for an offcut so much larger: judgement.
CLEARLY_LARGER = 1.2


@dataclass(frozen=True)
class Sheet:
    """A size of sheet that stock is bought in."""

    key: str
    name: str
    width_mm: float
    height_mm: float


SHEETS: dict[str, Sheet] = {
    sheet.key: sheet
    for sheet in (
        Sheet("letter", "8 1/2 × 11 in", inches(8.5), inches(11)),
        Sheet("twelve", "12 × 12 in", inches(12), inches(12)),
        Sheet("a4", "A4", 210.0, 297.0),  # ISO 216
        Sheet("a3", "A3", 297.0, 420.0),  # ISO 216
        Sheet("fifty-seventy", "50 × 70 cm", 500.0, 700.0),
    )
}


@dataclass(frozen=True)
class Want:
    """A piece by the rectangle it takes, and how many of it; ``outline``, mm, of one that is not straight."""

    name: str
    width_mm: float
    height_mm: float
    count: int
    may_turn: bool = True
    outline: Ring = ()


@dataclass(frozen=True)
class Laid:
    """A piece on a sheet, from the sheet's top left corner, by the rectangle round it; ``outline``, mm there, of one not straight."""

    name: str
    x_mm: float
    y_mm: float
    width_mm: float
    height_mm: float
    outline: Ring = ()


@dataclass(frozen=True)
class Offcut:
    """A rectangle left over, and the wants it would still yield, by name."""

    x_mm: float
    y_mm: float
    width_mm: float
    height_mm: float
    yields: tuple[str, ...]


@dataclass(frozen=True)
class NestedSheet:
    """One sheet cut up. ``waste`` is the share of it that is neither a piece nor a useful offcut, 0..1."""

    laid: tuple[Laid, ...]
    offcuts: tuple[Offcut, ...]
    used: float
    waste: float


def nest(wants: Sequence[Want], sheet: Sheet) -> tuple[NestedSheet, ...]:
    """All pieces on as few sheets as the packing finds; every piece is on one of them. Raises BadInput for a piece no sheet can hold."""
    for want in wants:
        if not fits(want, sheet.width_mm, sheet.height_mm):
            raise BadInput(
                f"the {want.name} is larger than a sheet of {sheet.name}.", field="sheet", mend="Choose a larger sheet."
            )
    pieces = [want for want in wants for _ in range(want.count)]
    laid: list[list[Laid]] = []
    # Pieces that must not turn are packed apart, for the packing turns all or none. What fits only turned is offered so.
    for may_turn in (True, False):
        group = [_upright(want, sheet) for want in pieces if want.may_turn is may_turn]
        if group:
            laid += _pack(group, sheet, may_turn)
    straight = tuple(_sheet(on, sheet, wants) for on in laid)
    return _better(straight, _by_outline(pieces, sheet, wants))


def _by_outline(pieces: Sequence[Want], sheet: Sheet, wants: Sequence[Want]) -> tuple[NestedSheet, ...] | None:
    """The pieces laid by their true outlines; None where all are straight or they do not fit so."""
    if all(not want.outline or is_straight(want.outline) for want in pieces):
        return None
    outlined = [Outlined(want.name, want.outline or _rectangle(want), want.may_turn) for want in pieces]
    put = nest_outlines(outlined, sheet.width_mm, sheet.height_mm)
    if put is None:
        return None
    sheets: dict[int, list[Laid]] = {}
    for one in put:
        x, y = zip(*one.outline, strict=True)
        outline = () if is_straight(one.outline) else one.outline
        sheets.setdefault(one.sheet, []).append(Laid(one.name, min(x), min(y), max(x) - min(x), max(y) - min(y), outline))
    return tuple(_sheet(on, sheet, wants) for _, on in sorted(sheets.items()))


def _rectangle(want: Want) -> Ring:
    return ((0.0, 0.0), (want.width_mm, 0.0), (want.width_mm, want.height_mm), (0.0, want.height_mm))


def _better(straight: tuple[NestedSheet, ...], outlined: tuple[NestedSheet, ...] | None) -> tuple[NestedSheet, ...]:
    """The layout on fewer sheets; of two on as many the straight one, unless the other leaves a clearly larger offcut."""
    if outlined is None or len(outlined) > len(straight):
        return straight
    if len(outlined) < len(straight):
        return outlined
    return outlined if _largest_left(outlined) > CLEARLY_LARGER * _largest_left(straight) else straight


def _largest_left(sheets: Sequence[NestedSheet]) -> float:
    return max((offcut.width_mm * offcut.height_mm for one in sheets for offcut in one.offcuts), default=0.0)


def _pack(pieces: Sequence[Want], sheet: Sheet, may_turn: bool) -> list[list[Laid]]:
    """The packing with the fewest sheets, and the most on the first of them, of several ways to choose the next place."""
    ways = [(way, turn) for turn in ((False, True) if may_turn else (False,)) for way in WAYS]
    packed = [on for way, turn in ways if (on := _pack_one_way(pieces, sheet, way, turn)) is not None]
    return min(packed, key=lambda sheets: (len(sheets), -max(len(on) for on in sheets)))


def _pack_one_way(pieces: Sequence[Want], sheet: Sheet, way: type, turn: bool) -> list[list[Laid]] | None:
    """The pieces packed one way; None when it found no place for some."""
    packer = newPacker(mode=PackingMode.Offline, bin_algo=PackingBin.BBF, pack_algo=way, rotation=turn)
    for at, want in enumerate(pieces):
        packer.add_rect(_whole(want.width_mm), _whole(want.height_mm), rid=at)
    packer.add_bin(_whole(sheet.width_mm), _whole(sheet.height_mm), count=len(pieces))
    packer.pack()
    sheets: list[list[Laid]] = []
    for one in packer:
        on = []
        for rect in sorted(one, key=lambda r: (r.y, r.x)):
            want = pieces[rect.rid]
            on.append(Laid(want.name, rect.x / PER_MM, rect.y / PER_MM, rect.width / PER_MM, rect.height / PER_MM))
        sheets.append(on)
    return sheets if sum(len(on) for on in sheets) == len(pieces) else None


def _upright(want: Want, sheet: Sheet) -> Want:
    """A piece laid the way it fits the sheet."""
    if want.may_turn and not fits(replace(want, may_turn=False), sheet.width_mm, sheet.height_mm):
        return replace(want, width_mm=want.height_mm, height_mm=want.width_mm)
    return want


def _whole(length_mm: float) -> int:
    return round(length_mm * PER_MM)


def fits(want: Want, width_mm: float, height_mm: float) -> bool:
    """Whether a piece fits a rectangle, turned where it may be."""
    slack = 1 / PER_MM
    upright = want.width_mm <= width_mm + slack and want.height_mm <= height_mm + slack
    turned = want.height_mm <= width_mm + slack and want.width_mm <= height_mm + slack
    return upright or (want.may_turn and turned)


def _sheet(laid: Sequence[Laid], sheet: Sheet, wants: Sequence[Want]) -> NestedSheet:
    area = sheet.width_mm * sheet.height_mm
    used = sum(_area(piece) for piece in laid) / area
    offcuts = tuple(
        Offcut(x, y, w, h, tuple(dict.fromkeys(want.name for want in wants if fits(want, w, h))))
        for x, y, w, h in _free(laid, sheet)
    )
    kept = sum(offcut.width_mm * offcut.height_mm for offcut in offcuts) / area
    return NestedSheet(tuple(laid), offcuts, used, max(0.0, 1 - used - kept))


def _area(piece: Laid) -> float:
    return Polygon(piece.outline).area if piece.outline else piece.width_mm * piece.height_mm


def _free(laid: Sequence[Laid], sheet: Sheet) -> list[tuple[float, float, float, float]]:
    """The largest empty rectangles one after another until what is left is scrap: (x, y, width, height), mm."""
    boxes = [(p.x_mm, p.y_mm, p.x_mm + p.width_mm, p.y_mm + p.height_mm) for p in laid]
    found: list[tuple[float, float, float, float]] = []
    while True:
        best = _largest_empty(boxes, sheet)
        if best is None:
            return found
        x0, y0, x1, y1 = best
        found.append((x0, y0, x1 - x0, y1 - y0))
        boxes.append(best)


def _largest_empty(boxes: Sequence[tuple[float, float, float, float]], sheet: Sheet) -> tuple[float, float, float, float] | None:
    """The largest empty rectangle between the lines that pieces and sheet give; None when all that is left is scrap."""
    xs = sorted({0.0, sheet.width_mm, *(v for b in boxes for v in (b[0], b[2]))})
    best, best_area = None, 0.0
    for i, x0 in enumerate(xs):
        for x1 in xs[i + 1 :]:
            if x1 - x0 < SMALLEST_OFFCUT_MM:
                continue
            inside = sorted((b[1], b[3]) for b in boxes if b[0] < x1 - 1e-6 and b[2] > x0 + 1e-6)
            top = 0.0
            for y0, y1 in [*inside, (sheet.height_mm, sheet.height_mm)]:
                if y0 - top >= SMALLEST_OFFCUT_MM and (x1 - x0) * (y0 - top) > best_area + 1e-6:
                    best, best_area = (x0, top, x1, y0), (x1 - x0) * (y0 - top)
                top = max(top, y1)
    return best
