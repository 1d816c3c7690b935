"""The demo's cards: invitations and thank-you cards for the winter show."""

from dataclasses import replace

from cielo.app.cards import CardWish, empty_plan, propose
from cielo.core.order.derive import with_derived
from cielo.core.plan import Disc, Fade, Plan
from cielo.core.sequence.gradient import GradientWish
from cielo.core.sequence.grounds import lay_out
from cielo.core.units import Units
from cielo.demo.shelf import INKS, STOCKS


def _gradient(
    title: str, format_key: str, stock_key: str, ink_names: tuple[str, ...], wish: GradientWish, units: Units = "in"
) -> Plan:
    stock = next(stock for stock in STOCKS if stock.key == stock_key)
    inks = tuple(ink for ink in INKS if ink.name in ink_names)
    return propose(replace(empty_plan(title, units, CardWish(format_key), stock), inks=inks), wish)


def _on_ground(title: str, format_key: str, stock_key: str, ink_names: tuple[str, ...], ground: str, units: Units = "in") -> Plan:
    stock = next(stock for stock in STOCKS if stock.key == stock_key)
    inks = [ink for ink in INKS if ink.name in ink_names]
    plan = lay_out(title, units, empty_plan(title, units, CardWish(format_key), stock).card, stock, inks, ground)
    return with_derived(plan)


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
        _on_ground(
            "Dunes at dusk", "five-seven", "glasshouse-white", ("Yucca 1", "Ocotillo 2", "Cholla 7", "Sage 8"), "hills-in-ranks"
        ),
        _on_ground("Spines", "six-square", "glasshouse-white", ("Agave 3", "Agave 6", "Sage 8", "Yarrow 0"), "emboss-resist"),
        _on_ground("Sandstone", "quarter-letter", "glasshouse-white", ("Yucca 4", "Ocotillo 2", "Cholla 3"), "smoosh-dry"),
        _on_ground("Agave repeat", "five-seven", "dune-kraft", ("Mesquite 6", "Datura 0"), "on-coloured-stock"),
        _on_ground(
            "Agave over dusk", "quarter-letter", "glasshouse-white", ("Yucca 1", "Ocotillo 2", "Cholla 7"), "stencil-over-blend"
        ),
        _on_ground(
            "Star night", "slim", "glasshouse-white", ("Cholla 3", "Cholla 7", "Sage 8", "Basalt 8", "Datura 0"), "night-vignette"
        ),
        _on_ground("Woven strip", "a6", "glasshouse-smooth", ("Yucca 4", "Cholla 7", "Sage 8"), "masked-strip", "cm"),
        _on_ground("Glaze, poured", "quarter-letter", "glaze-sheet", ("Hedgehog 6", "Prickly Pear 3"), "alcohol-flow"),
        _on_ground("Rain on the roof", "dl", "gravel-rough", ("Saltbush 2", "Agave 3", "Sage 8"), "water-drops", "cm"),
        _on_ground("Saguaro and rays", "five-seven", "glasshouse-white", ("Yucca 4", "Ocotillo 5", "Sage 8"), "stencil-as-mask"),
        _on_ground(
            "Winter show, thank you", "five-seven", "linen-cream", ("Saltbush 2", "Agave 6", "Basalt 8"), "triangle-and-words"
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
