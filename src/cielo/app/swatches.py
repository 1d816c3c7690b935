"""An ink known by a reading or by a photograph of the swatch sheet."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from cielo.app.shelf import find_stock
from cielo.app.walled import walled
from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Swatch
from cielo.core.optics.layering import reflectance_of_stack
from cielo.core.photo.even import SheetSeen, lab_of_linear, swatches_of
from cielo.core.photo.straighten import straighten
from cielo.devices.reader import Reading, SimulatedReader, read_swatch
from cielo.errors import BadInput
from cielo.exchange.photo import read_photo
from cielo.store.database import Store

TRAY = 12


@dataclass(frozen=True)
class SeenBox:
    """A box of the sheet as the photograph shows it: its number from 1, its colour, whether anything was inked there."""

    number: int
    lab: Lab
    inked: bool


@dataclass(frozen=True)
class SeenSheet:
    """The boxes of a photographed sheet, and how far its printed patches are from what they should be, mean CIEDE2000."""

    boxes: tuple[SeenBox, ...]
    patches_apart: float

    @property
    def warning(self) -> str:
        """What to know before a colour is taken from it; "" where all is well."""
        if self.patches_apart <= PATCHES_FIT:
            return ""
        return (
            f"The printed patches themselves are off by {self.patches_apart:.0f} (CIEDE2000), so these colours may be as far off. "
            "Check that the sheet is printed without a colour profile of its own, on the stock named, and that no shadow lies on it."
        )


# Patches further off than this are told: more than what is seen at a glance. Judgement.
PATCHES_FIT = 5.0
# Less than this away from bare stock (CIELAB distance) a box was left empty. Judgement.
BARE = 4.0


def read_from_tray(store: Store, stock_key: str, swatch: int) -> Reading:
    """A swatch of the stand-in reader's tray, inked on a stock, read several times. Raises BadInput, NotFound."""
    stock = find_stock(store, stock_key)
    if not 1 <= swatch <= TRAY:
        raise BadInput(f"the tray has swatches 1 to {TRAY}.", field="swatch", mend="Lay one of them under the reader.")
    tray = [reflectance_of_stack(stock.paper, {ink.key: ink}, [(ink.key, 1.0)]) for ink in _tray_inks()]
    reader = SimulatedReader(tray, swatch - 1, seed=swatch)
    reader.calibrate()
    return read_swatch(reader)


@lru_cache(maxsize=1)
def _tray_inks() -> tuple[Ink, ...]:
    """Swatches for the stand-in to read: invented, round the hues."""
    made = []
    for n in range(TRAY):
        angle = 2 * np.pi * n / TRAY
        lab = (float(58 + 16 * np.cos(3 * angle)), float(40 * np.cos(angle)), float(40 * np.sin(angle)))
        made.append(Ink(f"tray-{n + 1}", f"tray {n + 1}", "dye", (Swatch(1.0, lab),)))
    return tuple(made)


def _seen(data: bytes, stock: Lab) -> SheetSeen:
    return swatches_of(straighten(read_photo(data)), stock)


def read_sheet_photo(store: Store, stock_key: str, data: bytes) -> SeenSheet:
    """The boxes of a photographed swatch sheet, printed on a stock. Raises BadInput, TooLarge, NotFound."""
    stock = find_stock(store, stock_key)
    seen = walled(_seen, data, stock.paper.lab)
    bare = np.array(stock.paper.lab)
    boxes = (
        SeenBox(n, (float(lab[0]), float(lab[1]), float(lab[2])), bool(np.linalg.norm(lab - bare) > BARE))
        for n, lab in enumerate(lab_of_linear(seen.boxes), 1)
    )
    return SeenSheet(tuple(boxes), seen.patches_apart)
