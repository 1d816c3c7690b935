"""A shelf to start from: general inks of every kind and family, usual stocks, powders and pastes, under plain names. All colours are
invented, as such an ink or sheet usually looks; her own take their place as she adds them."""

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, InkKind, Paper, Stock, Swatch

WHITE = Paper((95.5, 0.2, -0.8), "coated")
SYNTHETIC = Paper((96.0, 0.0, -0.6), "synthetic")

STOCKS: tuple[Stock, ...] = (
    Stock("smooth-white", "smooth white", WHITE),
    Stock("uncoated-white", "uncoated white", Paper((95.0, 0.3, -1.0), "uncoated")),
    Stock("cream", "cream", Paper((92.5, 0.8, 9.0), "uncoated")),
    Stock("kraft", "kraft", Paper((65.0, 8.5, 22.5), "uncoated"), fibres=True),
    Stock("black", "black", Paper((17.0, 0.0, -0.5), "uncoated")),
    Stock("mid-blue", "mid blue", Paper((56.0, -8.0, -30.0), "uncoated")),
    Stock("watercolour", "watercolour", Paper((94.5, 0.2, 3.0), "rough"), 0.45),
    Stock("mixed-media", "mixed media", Paper((94.0, 0.3, 2.0), "uncoated"), 0.4),
    Stock("vellum", "vellum", Paper((88.0, -0.3, 0.5), "calendered"), 0.12, translucent=True),
    Stock("synthetic", "synthetic", SYNTHETIC, 0.25),
)

_DYES: tuple[tuple[str, Lab], ...] = (
    ("pale yellow", (92.0, -5.0, 42.0)), ("strong yellow", (86.0, 4.0, 74.0)), ("orange", (72.0, 38.0, 58.0)), ("coral", (69.0, 42.0, 26.0)),
    ("red", (52.0, 60.0, 32.0)), ("pale pink", (82.0, 22.0, 2.0)), ("magenta", (52.0, 60.0, -8.0)), ("violet", (46.0, 34.0, -38.0)),
    ("pale blue", (80.0, -10.0, -18.0)), ("mid blue", (56.0, -8.0, -38.0)), ("deep blue", (34.0, 10.0, -40.0)),
    ("turquoise", (64.0, -32.0, -18.0)),
    ("pale green", (84.0, -20.0, 30.0)), ("leaf green", (60.0, -36.0, 34.0)), ("deep green", (40.0, -28.0, 12.0)),
    ("sand", (80.0, 4.0, 20.0)), ("brown", (44.0, 16.0, 22.0)), ("grey", (62.0, -1.0, -2.0)), ("black", (22.0, 0.0, -1.0)),
)  # fmt: skip


def _ink(name: str, kind: InkKind, lab: Lab, over_black: Lab | None = None, on: Paper = WHITE) -> Ink:
    black = Swatch(1.0, over_black) if over_black else None
    return Ink(name.replace(" ", "-"), name, kind, (Swatch(1.0, lab),), measured_on=on, over_black=black)


INKS: tuple[Ink, ...] = (
    *(_ink(f"{name} dye", "dye", lab) for name, lab in _DYES),
    _ink("white pigment", "white", (95.0, 0.0, 0.5), (74.0, -1.0, -2.5)),
    _ink("slow black pigment", "pigment", (24.0, 0.0, -0.5), (17.0, 0.0, -0.5)),
    _ink("navy pigment", "pigment", (28.0, 6.0, -26.0), (18.0, 2.0, -8.0)),
    _ink("brown pigment", "pigment", (42.0, 16.0, 22.0), (23.0, 4.0, 5.0)),
    _ink("rose pigment", "pigment", (66.0, 34.0, 8.0)),
    _ink("blue hybrid", "hybrid", (54.0, -4.0, -34.0)),
    _ink("teal hybrid", "hybrid", (52.0, -28.0, -10.0)),
    _ink("plum hybrid", "hybrid", (42.0, 30.0, -16.0)),
    _ink("straw hybrid", "hybrid", (84.0, 2.0, 38.0)),
    _ink("yellow alcohol", "alcohol", (86.0, 2.0, 78.0), on=SYNTHETIC),
    _ink("fuchsia alcohol", "alcohol", (54.0, 64.0, -14.0), on=SYNTHETIC),
    _ink("turquoise alcohol", "alcohol", (62.0, -34.0, -22.0), on=SYNTHETIC),
    _ink("gold metallic", "metallic", (68.0, 5.0, 36.0), (54.0, 4.0, 26.0)),
    _ink("white powder", "powder", (94.5, 0.0, 1.0)),
    _ink("black powder", "powder", (17.0, 0.3, 0.0)),
    _ink("gold powder", "powder", (66.0, 5.0, 38.0)),
    _ink("clear powder", "clear", (95.0, 0.2, -0.6)),
    _ink("white paste", "paste", (95.5, 0.0, 0.8), (90.0, -0.5, 0.0)),
)  # fmt: skip
