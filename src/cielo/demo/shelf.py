"""Inks and stocks of the demo: invented, named plant + number. Swatches as if read on the society's white cardstock."""

from cielo.app.shelf import Shelf
from cielo.core.materials import Ink, Lab, Paper, Stock, Swatch

WHITE = Paper((95.2, 0.4, -1.2), "uncoated")


def dye(name: str, lab: Lab) -> Ink:
    """A dye ink known from one full pass on the white cardstock."""
    return Ink(name.lower().replace(" ", "-"), name, "dye", (Swatch(1.0, lab),), measured_on=WHITE)


INKS: tuple[Ink, ...] = (
    dye("Yucca 1", (90.5, -3.0, 38.0)),
    dye("Yucca 4", (84.0, 8.0, 62.0)),
    dye("Ocotillo 2", (77.0, 27.0, 34.0)),
    dye("Ocotillo 5", (60.0, 49.0, 30.0)),
    dye("Cholla 3", (68.0, 34.0, 2.0)),
    dye("Cholla 7", (50.0, 44.0, -10.0)),
    dye("Agave 3", (72.0, -22.0, -8.0)),
    dye("Agave 6", (54.0, -28.0, -20.0)),
    dye("Saltbush 2", (80.0, -14.0, 16.0)),
    dye("Juniper 5", (54.0, -22.0, 10.0)),
    dye("Sage 8", (46.0, 2.0, -34.0)),
    dye("Basalt 8", (38.0, 2.0, -14.0)),
)

STOCKS: tuple[Stock, ...] = (
    Stock("glasshouse-white", "Glasshouse white", WHITE),
    Stock("glasshouse-smooth", "Glasshouse smooth", Paper((95.0, 0.6, -2.2), "coated")),
    Stock("linen-cream", "Linen cream", Paper((92.0, 1.2, 9.5), "uncoated")),
    Stock("dune-kraft", "Dune kraft", Paper((66.0, 9.0, 22.0), "uncoated")),
)

SHELF = Shelf(STOCKS, INKS)
