"""Every mark by itself, to be looked at beside the real thing: one small panel each."""

from collections.abc import Iterator

from cielo.core.materials import Ink, Paper, Stock, Swatch
from cielo.core.plan import (
    Band,
    Bare,
    Brush,
    Card,
    Disc,
    Dry,
    Inside,
    LayMask,
    LiftMask,
    Patches,
    Plan,
    Pressed,
    Step,
    Water,
    Whole,
)
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import picture
from cielo.core.simulation.screen import Rgb

WIDTH_MM, HEIGHT_MM = 62.0, 46.0

# Invented.
_SHEET = Paper((95.0, 0.3, -1.0), "uncoated")
_BLUE = Ink("blue", "Deep", "dye", (Swatch(1.0, (38.0, 6.0, -42.0)),), measured_on=_SHEET)
_ROSE = Ink("rose", "Rose", "dye", (Swatch(1.0, (64.0, 42.0, 12.0)),), measured_on=_SHEET)
_WHITE = Ink(
    "white", "White", "white", (Swatch(1.0, (95.0, 0.0, 0.5)),), measured_on=_SHEET, over_black=Swatch(1.0, (72.0, -1.0, -3.0))
)
_HOLE = Disc("hole", "round hole", WIDTH_MM / 2, HEIGHT_MM / 2, 26.0, keeps="outside")


def _all_over(tool: str, touch: str = "medium", passes: int = 1, ink: str = "blue", seed: int = 4) -> Brush:
    return Brush(f"{ink}-{tool}", ink, tool, Whole(), touch, passes, seed=seed)  # type: ignore[arg-type]


_GROUND, _DRY = _all_over("large-brush", "full", 2), Dry("dry", "air", 30)
_MARKS: tuple[tuple[str, tuple[Step, ...]], ...] = (
    ("large brush, light to full", (Brush("b", "blue", "large-brush", Band("bottom", 0.0, 20.0, 20.0), "full", 1),)),
    ("foam", (_all_over("foam"),)),
    ("sponge", (_all_over("sponge"),)),
    ("brayer", (_all_over("brayer"),)),
    ("mat", (_all_over("mat"),)),
    (
        "mat, on what is wet",
        (Water("w", "mister", Whole(), "heavy"), Brush("b", "blue", "mat", Whole(), "medium", 1, "wet", seed=4)),
    ),
    ("dropper and air", (_all_over("dropper"),)),
    ("spray bottle", (_all_over("spray"),)),
    ("fine splatter brush", (_all_over("fine-splatter", "full", 2),)),
    ("coarse splatter brush", (_all_over("coarse-splatter", "full", 2),)),
    ("white drops on deep blue", (_GROUND, _DRY, _all_over("coarse-splatter", "full", 2, "white"))),
    ("patches", (Brush("b", "blue", "small-brush", Patches(13.0, 0.6), "medium", 1, seed=4),)),
    (
        "patches, then where still bare",
        (
            Brush("b", "blue", "small-brush", Patches(13.0, 0.5), "medium", 1, seed=4),
            _DRY,
            Brush("c", "rose", "small-brush", Bare(), "medium", 1, seed=5),
        ),
    ),
    (
        "through a round hole",
        (LayMask("m", "hole"), Brush("b", "blue", "medium-brush", Inside("hole"), "medium", 1), LiftMask("l", "hole")),
    ),
    ("a sheet inked and pressed", (Brush("b", "blue", "small-brush", Pressed("hole", 3.0), "medium", 1, seed=4),)),
    ("mist, left to dry", (_GROUND, _DRY, Water("w", "mister", Whole(), "heavy", False, seed=3))),
    ("mist, blotted", (_GROUND, _DRY, Water("w", "mister", Whole(), "heavy", True, seed=3))),
    ("drops of water, left to dry", (_GROUND, _DRY, Water("w", "coarse-splatter", Whole(), "fine", False, seed=3))),
)


def marks(pixels_per_inch: float) -> Iterator[tuple[str, Rgb]]:
    """The name of every mark and how it looks on a panel WIDTH_MM by HEIGHT_MM, sRGB (rows, columns, 3)."""
    for name, steps in _MARKS:
        card = Card(WIDTH_MM, HEIGHT_MM, "left")
        masks = (
            (_HOLE,)
            if any(isinstance(step, LayMask) or isinstance(getattr(step, "region", None), Pressed) for step in steps)
            else ()
        )
        plan = Plan(name, "cm", card, Stock("sheet", "Sheet", _SHEET), (_BLUE, _ROSE, _WHITE), masks, steps)
        yield name, picture(plan, grid_of(card, pixels_per_inch))
