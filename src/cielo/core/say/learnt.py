"""What her own cards took and have taught, in words."""

from collections.abc import Iterable
from math import hypot

from cielo.core.bounds import Lab

# Smaller differences of lightness and of chroma are not worth a word.
LIGHTER, DULLER = 2.0, 3.0


def say_pad(name: str, lays: float) -> str:
    """ "Your Yucca 1 lays about 40 % more than its swatch tells." """
    off = round(100 * abs(lays - 1))
    if off < 1:
        return f"Your {name} lays as its swatch tells."
    return f"Your {name} lays about {off} % {'more' if lays > 1 else 'less'} than its swatch tells."


def say_pad_beside(name: str, lays: float) -> str:
    """What one photograph told: "Your Yucca 1 laid about 40 % more than planned, beside your others." """
    return f"Your {name} laid about {round(100 * abs(lays - 1))} % {'more' if lays > 1 else 'less'} than planned, beside your others."


def say_pair(bottom: str, top: str, lab: Lab, predicted: Lab) -> str:
    """ "Agave 6 over Yucca 1 crosses duller and lighter than predicted." """
    light, strong = lab[0] - predicted[0], hypot(*lab[1:]) - hypot(*predicted[1:])
    parts = []
    if abs(strong) >= DULLER:
        parts.append("brighter" if strong > 0 else "duller")
    if abs(light) >= LIGHTER:
        parts.append("lighter" if light > 0 else "darker")
    if not parts:
        return f"{top} over {bottom} crosses to another hue than predicted."
    return f"{top} over {bottom} crosses {' and '.join(parts)} than predicted."


def say_used(took: Iterable[tuple[str, str, int]]) -> str:
    """ "It took a panel of Glasshouse white, 5 passes of Yucca 1 and one of Sage 8." of kind, name and count; "" of nothing."""
    said: list[str] = []
    passes = False
    for kind, name, count in took:
        if kind == "stock":
            said.append(f"{'a panel' if count == 1 else f'{count} panels'} of {name}")
        else:
            number = "one" if count == 1 else str(count)
            said.append(f"{number} of {name}" if passes else f"{number} {'pass' if count == 1 else 'passes'} of {name}")
            passes = True
    if not said:
        return ""
    return f"It took {said[0]}." if len(said) == 1 else f"It took {', '.join(said[:-1])} and {said[-1]}."
