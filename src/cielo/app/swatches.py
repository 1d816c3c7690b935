"""An ink known by a reading or by a photograph of the swatch sheet."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from cielo.app.shelf import find_stock
from cielo.core.materials import Ink, Lab, Swatch
from cielo.core.optics.layering import reflectance_of_stack
from cielo.core.photo.even import lab_of_linear, swatches_of
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


def read_sheet_photo(store: Store, stock_key: str, data: bytes) -> list[SeenBox]:
    """The boxes of a photographed swatch sheet, printed on a stock. Raises BadInput, TooLarge, NotFound."""
    stock = find_stock(store, stock_key)
    seen = lab_of_linear(swatches_of(straighten(read_photo(data)), stock.paper.lab))
    bare = np.array(stock.paper.lab)
    return [
        SeenBox(n, (float(lab[0]), float(lab[1]), float(lab[2])), bool(np.linalg.norm(lab - bare) > BARE))
        for n, lab in enumerate(seen, 1)
    ]
