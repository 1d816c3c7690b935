"""The demo's cards: invitations and thank-you cards for the winter show."""

from dataclasses import replace

from shapely import Point

from cielo.app.card_sizes import CardWish, empty_plan
from cielo.app.laying_out import propose
from cielo.core.geometry.designs import DESIGNS, lay_design
from cielo.core.geometry.printing import shape_at
from cielo.core.geometry.shapes import openings_of
from cielo.core.order.derive import with_derived
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Disc,
    Fade,
    Inside,
    LayMask,
    LiftMask,
    Motif,
    NamedOpening,
    Piece,
    Plan,
    Print,
    Step,
    Touch,
    Towards,
    Words,
    new_step_id,
    with_all_put_on,
)
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


def _bare(title: str, format_key: str, stock_key: str, ink_names: tuple[str, ...]) -> Plan:
    """A card with its inks and nothing laid."""
    stock = next(stock for stock in STOCKS if stock.key == stock_key)
    inks = tuple(ink for ink in INKS if ink.name in ink_names)
    return replace(empty_plan(title, "in", CardWish(format_key), stock), inks=inks)


def _on_ground(title: str, format_key: str, stock_key: str, ink_names: tuple[str, ...], ground: str, units: Units = "in") -> Plan:
    stock = next(stock for stock in STOCKS if stock.key == stock_key)
    inks = [ink for ink in INKS if ink.name in ink_names]
    plan = lay_out(title, units, empty_plan(title, units, CardWish(format_key), stock).card, stock, inks, ground)
    return with_derived(plan)


def _ink(plan: Plan, name: str) -> str:
    return next(ink.key for ink in plan.inks if ink.name == name)


def _stamped(plan: Plan, ink: str, *regions: Print | Words) -> Plan:
    """A plan with prints on its dry ground."""
    for region in regions:
        step = Brush(new_step_id(plan), _ink(plan, ink), "stamp", region, "first", 1, "dry")
        plan = replace(plan, steps=(*plan.steps, step))
    return with_derived(plan)


def _with_piece(plan: Plan, piece: Piece, ink: str, region: Print | Words) -> Plan:
    """A plan with a piece put on it that is printed once."""
    step = Brush("s1", _ink(plan, ink), "stamp", region, "first", 1, "dry")
    return with_derived(with_all_put_on(replace(plan, pieces=(*plan.pieces, replace(piece, steps=(step,))))))


def _standing(motif: Motif, size_mm: float, plan: Plan, *x_mm: float) -> Print:
    """Images that stand on the panel's bottom edge, a little over it."""
    foot = plan.card.panel_height_mm + 2.0
    shape = shape_at(Print(BuiltIn(motif), size_mm, (At(0.0, 0.0),)), At(0.0, 0.0))
    return Print(BuiltIn(motif), size_mm, tuple(At(x, round(foot - shape.bounds[3], 1)) for x in x_mm), stands="stands")


def _dusk() -> Plan:
    plan = _gradient(
        "Dusk over dunes",
        "five-seven",
        "glasshouse-white",
        ("Yucca 1", "Ocotillo 2", "Cholla 7", "Sage 8"),
        GradientWish("bottom", disc=Disc("moon", "moon", 82.0, 48.0, 38.0)),
    )
    return _stamped(plan, "Sage 8", _standing("pads", 52.0, plan, 30.0), _standing("barrel", 30.0, plan, 88.0))


def _first_light() -> Plan:
    plan = _gradient(
        "First light, invitation",
        "a6",
        "glasshouse-smooth",
        ("Yucca 1", "Yucca 4", "Ocotillo 5"),
        GradientWish("top", disc=Disc("sun", "sun", 47.5, 98.0, 44.0)),
        "cm",
    )
    return _stamped(plan, "Ocotillo 5", Print(BuiltIn("birds"), 34.0, (At(66.0, 26.0, -6.0),)))


def _thank_you() -> Plan:
    plan = _gradient(
        "Glasshouse thank-you",
        "quarter-letter",
        "linen-cream",
        ("Saltbush 2", "Agave 6"),
        GradientWish("left", fade=Fade("right", 38.0)),
    )
    strip = Piece("piece-1", "strip", plan.stock, 78.0, 17.0, 50.0, 104.0, raised_mm=1.6)
    return _with_piece(plan, strip, "Agave 6", Words("Thank you", 39.0, 8.0, 6.0, "script"))


def _cool_border() -> Plan:
    plan = _gradient(
        "Cool border",
        "six-square",
        "glasshouse-smooth",
        ("Saltbush 2", "Agave 3", "Agave 6", "Sage 8"),
        GradientWish("right"),
    )
    circle = Piece("piece-1", "circle", plan.stock, 62.0, 62.0, 73.0, 73.0, "round", raised_mm=1.6)
    return _with_piece(plan, circle, "Sage 8", Print(BuiltIn("snail"), 38.0, (At(31.0, 31.0),)))


def _meadow() -> Plan:
    """Flowers inked opening by opening: light, then dark into each petal; hearts and leaves."""
    plan = _bare("Meadow, petal by petal", "five-seven", "glasshouse-smooth", ("Cholla 3", "Cholla 7", "Yucca 4", "Agave 6"))
    meadow = lay_design(plan, DESIGNS["meadow"]).masks[0]
    panel = (plan.card.panel_width_mm, plan.card.panel_height_mm)
    shapes = {opening.key: opening.shape for opening in openings_of(meadow, *panel)}

    def near(x_mm: float, y_mm: float, least_mm: float, most_mm: float) -> tuple[str, ...]:
        """The openings whose middles lie so far from a place of the drawing."""
        place = Point(panel[0] / 2 + x_mm, panel[1] / 2 + y_mm)
        return tuple(key for key, shape in shapes.items() if least_mm <= place.distance(shape.centroid) < most_mm)

    large, wide = near(-27, -30, 1, 22), near(-18, 26, 1, 24)
    hearts = (*near(-27, -30, 0, 1), *near(27, -18, 0, 1), *near(-18, 26, 0, 1))
    flowers = (large, wide, hearts, near(27, -18, 0, 22), near(30, 34, 0, 15), near(8, -52, 0, 14))
    leaves = tuple(key for key in shapes if not any(key in flower for flower in flowers))
    named = (NamedOpening(hearts[0], "heart of the large flower"),)
    plan = replace(plan, masks=(replace(meadow, named=named, held="tape"),))
    key = meadow.key
    inked: tuple[tuple[str, Inside, Touch], ...] = (
        ("Yucca 4", Inside(key, None, hearts, True), "medium"),
        ("Cholla 3", Inside(key, None, (*large, *wide), True), "medium"),
        ("Agave 6", Inside(key, "bottom", leaves, True), "medium"),
        ("Cholla 7", Inside(key, Towards(hearts[0]), large, True), "light"),
        ("Cholla 7", Inside(key, "rim", wide, True), "light"),
    )
    steps: list[Step] = [LayMask("s1", key)]
    for n, (ink, region, touch) in enumerate(inked, 2):
        steps.append(Brush(f"s{n}", _ink(plan, ink), "dauber", region, touch, 2, "dry"))
    return with_derived(replace(plan, steps=(*steps, LiftMask("s9", key))))


def demo_plans() -> tuple[Plan, ...]:
    """Every plan of the demo, as the proposer makes it."""
    return (
        _dusk(),
        _first_light(),
        _thank_you(),
        _gradient(
            "Night opening",
            "slim",
            "glasshouse-white",
            ("Cholla 3", "Cholla 7", "Sage 8", "Basalt 8"),
            GradientWish("bottom", disc=Disc("moon", "moon", 57.0, 58.0, 26.0), halo_mm=27.0),
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
        _cool_border(),
        _meadow(),
        _gradient(
            "Place cards, terracotta",
            "dl",
            "glasshouse-white",
            ("Yucca 4", "Ocotillo 2", "Ocotillo 5"),
            GradientWish("top", fade=Fade("bottom", 45.0)),
            "cm",
        ),
    )
