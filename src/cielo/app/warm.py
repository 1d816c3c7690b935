"""What is made ready before someone waits for it."""

from cielo.app.films_kept import begin
from cielo.app.pictures import panel_png
from cielo.app.reading import read_aloud
from cielo.core.materials import Ink, Paper, Stock, Swatch
from cielo.core.plan import Brush, Card, EdgeMask, LayMask, MotifMask, Plan, Reveals, Water, Whole


def warm_up() -> None:
    """Make the first picture and reading ahead of time: compiling the loops takes seconds, once."""
    begin()
    paper = Paper((95.0, 0.0, 0.0), "uncoated")
    ink = Ink("warm", "warm", "dye", (Swatch(1.0, (60.0, 20.0, 20.0)),))
    card = Card(60.0, 60.0, "left", Reveals(5.0, 5.0, 5.0, 5.0))
    masks = (MotifMask("m", "m", "leaf", 20.0, 20.0, 20.0), EdgeMask("e", "e", 20.0, 30.0, "hills"))
    brush = Brush("s1", "warm", "large-brush", Whole(), "light", 1)
    steps = (
        LayMask("l1", "m"),
        LayMask("l2", "e"),
        brush,
        Brush("s2", "warm", "fine-splatter", Whole(), "light", 1),
        Water("w", "mister", Whole()),
    )
    plan = Plan("warm", "in", card, Stock("warm", "warm", paper), (ink,), masks, steps)
    panel_png(plan, 20)
    read_aloud(plan)
