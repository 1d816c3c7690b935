"""The demo's cards: invitations and thank-you cards for the winter show."""

from dataclasses import replace

from cielo.app.cards import empty_plan, propose
from cielo.core.plan import Disc, Fade, Plan
from cielo.core.sequence.gradient import GradientWish
from cielo.core.units import Units
from cielo.demo.shelf import INKS, STOCKS


def _gradient(
    title: str, format_key: str, stock_key: str, ink_names: tuple[str, ...], wish: GradientWish, units: Units = "in"
) -> Plan:
    stock = next(stock for stock in STOCKS if stock.key == stock_key)
    inks = tuple(ink for ink in INKS if ink.name in ink_names)
    return propose(replace(empty_plan(title, units, format_key, stock), inks=inks), wish)


def demo_plans() -> tuple[Plan, ...]:
    """Every plan of the demo, as the proposer makes it."""
    return (
        _gradient(
            "Dusk over dunes",
            "five-seven",
            "glasshouse-white",
            ("Yucca 1", "Ocotillo 2", "Cholla 7", "Sage 8"),
            GradientWish("bottom", disc=Disc("moon", "moon", 82.0, 48.0, 38.0)),
        ),
        _gradient(
            "First light, invitation",
            "a6",
            "glasshouse-smooth",
            ("Yucca 1", "Yucca 4", "Ocotillo 5"),
            GradientWish("top", disc=Disc("sun", "sun", 47.5, 98.0, 44.0)),
            "cm",
        ),
        _gradient(
            "Glasshouse thank-you",
            "quarter-letter",
            "linen-cream",
            ("Saltbush 2", "Agave 6"),
            GradientWish("left", fade=Fade("right", 38.0)),
        ),
        _gradient(
            "Night opening",
            "slim",
            "glasshouse-white",
            ("Cholla 3", "Cholla 7", "Sage 8", "Basalt 8"),
            GradientWish("bottom", disc=Disc("moon", "moon", 57.0, 58.0, 26.0), halo_mm=18.0),
        ),
        _gradient(
            "Cool border",
            "six-square",
            "glasshouse-smooth",
            ("Saltbush 2", "Agave 3", "Agave 6", "Sage 8"),
            GradientWish("right"),
        ),
        _gradient(
            "Place cards, terracotta",
            "dl",
            "glasshouse-white",
            ("Yucca 4", "Ocotillo 2", "Ocotillo 5"),
            GradientWish("top", fade=Fade("bottom", 45.0)),
            "cm",
        ),
    )
