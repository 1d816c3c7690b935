"""Inks and stocks of the demo: invented, named plant + number. Swatches as if read on the society's white cardstock."""

from cielo.app.shelf import Shelf
from cielo.core.bounds import Lab
from cielo.core.materials import Ink, InkKind, Paper, Stock, Swatch
from cielo.core.shelf import OwnThing

WHITE = Paper((95.2, 0.4, -1.2), "uncoated")
GLAZE = Paper((96.0, -0.2, -1.0), "synthetic")


def ink(name: str, kind: InkKind, *passes: Lab, on: Paper = WHITE, over_black: Lab | None = None) -> Ink:
    """An ink known from one, two, ... full passes."""
    swatches = tuple(Swatch(float(n), lab) for n, lab in enumerate(passes, 1))
    black = Swatch(1.0, over_black) if over_black else None
    return Ink(name.lower().replace(" ", "-"), name, kind, swatches, measured_on=on, over_black=black)


INKS: tuple[Ink, ...] = (
    ink("Yucca 1", "dye", (90.5, -3.0, 38.0), (88.8, -2.6, 54.0)),
    ink("Yucca 4", "dye", (84.0, 8.0, 62.0)),
    ink("Ocotillo 2", "dye", (77.0, 27.0, 34.0)),
    ink("Ocotillo 5", "dye", (60.0, 49.0, 30.0)),
    ink("Cholla 3", "dye", (68.0, 34.0, 2.0)),
    ink("Cholla 7", "dye", (50.0, 44.0, -10.0), (41.0, 47.0, -10.0)),
    ink("Agave 3", "dye", (72.0, -22.0, -8.0)),
    ink("Agave 6", "dye", (54.0, -28.0, -20.0)),
    ink("Saltbush 2", "dye", (80.0, -14.0, 16.0)),
    ink("Juniper 5", "dye", (54.0, -22.0, 10.0)),
    ink("Sage 8", "dye", (46.0, 2.0, -34.0)),
    ink("Basalt 8", "dye", (38.0, 2.0, -14.0)),
    ink("Mesquite 6", "pigment", (45.0, 16.0, 26.0), over_black=(23.0, 3.0, 5.0)),
    ink("Palo Verde 4", "pigment", (62.0, -20.0, 38.0)),
    ink("Manzanita 5", "hybrid", (52.0, 38.0, 16.0)),
    ink("Lupine 4", "hybrid", (56.0, 14.0, -30.0)),
    ink("Hedgehog 6", "alcohol", (56.0, 62.0, -12.0), on=GLAZE),
    ink("Prickly Pear 3", "alcohol", (82.0, 8.0, 76.0), on=GLAZE),
    ink("Datura 0", "white", (95.0, 0.2, 0.6), over_black=(72.0, -1.5, -3.0)),
    ink("Brittlebush 9", "metallic", (66.0, 6.0, 32.0), over_black=(54.0, 4.0, 24.0)),
    ink("Yarrow 0", "powder", (94.0, 0.0, 1.5)),
    ink("Obsidian 9", "powder", (17.0, 0.5, 0.0)),
    ink("Ironwood 6", "powder", (52.0, 14.0, 27.0)),
    ink("Frost 0", "paste", (95.5, 0.0, 0.8), over_black=(90.0, -0.5, 0.0)),
    ink("Dew 0", "clear", (94.6, 0.3, -0.6)),
)

STOCKS: tuple[Stock, ...] = (
    Stock("glasshouse-white", "Glasshouse white", WHITE),
    Stock("glasshouse-smooth", "Glasshouse smooth", Paper((95.0, 0.6, -2.2), "coated")),
    Stock("linen-cream", "Linen cream", Paper((92.0, 1.2, 9.5), "uncoated")),
    Stock("gravel-rough", "Gravel watercolour", Paper((94.0, 0.2, 3.5), "rough")),
    Stock("dune-kraft", "Dune kraft", Paper((66.0, 9.0, 22.0), "uncoated"), fibres=True),
    Stock("rose-quartz", "Rose quartz", Paper((83.0, 12.0, 4.0), "calendered")),
    Stock("night-slate", "Night slate", Paper((19.0, 0.0, -1.5), "uncoated")),
    Stock("glaze-sheet", "Glaze sheet", GLAZE),
)

SHELF = Shelf(STOCKS, INKS)

# Stamps of the society and tapes: images are drawings that come with Cielo.
OWN: tuple[OwnThing, ...] = (
    OwnThing("saguaro-stamp", "saguaro stamp", "stamp", 50.0, "solid", "rubber", "saguaro-single"),
    OwnThing("rosette-stamp", "agave rosette stamp", "stamp", 38.0, "line", "clear", "rosette-single"),
    OwnThing("show-words", "winter show words", "stamp", 70.0, "words", "rubber"),
    OwnThing("paper-tape", "low-tack paper tape", "tape", 12.0),
    OwnThing("wide-tape", "wide masking tape", "tape", 25.0),
    OwnThing("old-toothbrush", "old toothbrush", "tool", 15.0, "fine splatter"),
)
