"""Inks of a shelf that suit a ground on a stock, so that it can be shown before any ink was chosen."""

from cielo.core.materials import Ink, Paper
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import hue_apart
from cielo.core.sequence.grounds import ASIDE, Ground
from cielo.core.sequence.lightness import seen_on

# An ink shows on a stock from this far away on (CIEDE2000); inks of one ground lie at least so far apart in lightness, and at most so
# far round the hues. Judgement, after the trade's advice: neighbours, light, middle, dark.
SHOWS, LIGHTNESS_APART, NEIGHBOURS = 10.0, 9.0, 75.0
USUAL_COUNT = 3


def inks_that_suit(ground: Ground, stock: Paper, shelf: tuple[Ink, ...], turn: int = 0) -> tuple[Ink, ...]:
    """Colours of a shelf for a ground, light to dark; fewer than it takes where the shelf has no more that show.

    ``turn`` begins at another ink of the shelf, so that grounds shown beside each other do not all look alike. The same shelf always
    gives the same inks.
    """
    alcohol = stock.surface == "synthetic"
    seen = {ink.key: seen_on(stock, ink) for ink in shelf if ink.kind not in ASIDE and (ink.kind == "alcohol") == alcohol}
    able = [ink for ink in shelf if ink.key in seen and float(ciede2000(seen[ink.key], stock.lab)) >= SHOWS]
    if not able:
        return ()
    count = min(max(USUAL_COUNT, ground.fewest), ground.most)
    first = able[turn % len(able)]
    chosen = [first]
    for apart, reach in ((LIGHTNESS_APART, NEIGHBOURS), (LIGHTNESS_APART / 2, 130.0), (0.0, 180.0)):
        for ink in sorted(able, key=lambda other: (round(hue_apart(seen[other.key], seen[first.key]), 1), other.key)):
            if len(chosen) >= count:
                break
            far = all(abs(seen[ink.key][0] - seen[other.key][0]) >= apart for other in chosen)
            if ink not in chosen and far and hue_apart(seen[ink.key], seen[first.key]) <= reach:
                chosen.append(ink)
    return tuple(sorted(chosen, key=lambda ink: (-seen[ink.key][0], ink.key)))
