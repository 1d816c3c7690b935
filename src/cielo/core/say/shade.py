"""Where something inked is strongest, in words."""

from collections.abc import Iterator

from cielo.core.plan import Shade, Towards
from cielo.core.say.part import Part
from cielo.core.say.words import EDGE_WORDS
from cielo.core.units import join_words


def called_openings(names: list[str]) -> str:
    """Openings by their names: "the upper left and the middle openings", "the opening second from the left in the first row"."""
    many = "s" if len(names) > 1 else ""
    if any(name.endswith(" row") for name in names):
        return f"the opening{many} {join_words(names)}"
    return f"the {join_words(names)} opening{many}"


FIELD = "region.shaded_from"


def shade_parts(strongest: Shade | Towards | None, openings: dict[str, str]) -> Iterator[Part]:
    """The words for a shade. ``openings``: what the openings of the sheet are called, by key; none where it has none."""
    match strongest:
        case None:
            yield Part(", ")
            yield Part("evenly", FIELD, "shade")
        case Towards(opening):
            yield Part(", strongest ")
            yield Part("towards", FIELD, "shade")
            yield Part(f" {called_openings([openings[opening]])}" if opening in openings else " an opening that is gone")
        case "sides":
            yield Part(", strongest at ")
            yield Part("both its sides, the middle left pale", FIELD, "shade")
        case "middle" | "rim":
            yield Part(", strongest ")
            yield Part("in the middle, fading to its rim" if strongest == "middle" else "along its rim, the middle left pale",
                       FIELD, "shade")  # fmt: skip
        case "heart" | "away":
            yield Part(", strongest ")
            yield Part("towards the middle of its flower" if strongest == "heart" else "at its outer end, away from the middle of its flower",
                       FIELD, "shade")  # fmt: skip
        case str():
            yield Part(", strongest at the ")
            yield Part(EDGE_WORDS[strongest].replace("edge", "side"), FIELD, "shade")
        case _:
            yield Part(", strongest at ")
            yield Part("the side that lies at", FIELD, "shade")
            yield Part(" ")
            yield Part(f"{strongest:g}°", FIELD, "angle")
            yield Part(", clockwise from the top")
