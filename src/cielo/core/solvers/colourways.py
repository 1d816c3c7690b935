"""Colourways: the same card in other inks, its light and dark, its contrasts and its checks kept.

The plan's colours are turned round the hue circle together, and each takes the ink of the shelf that comes nearest with its lightness; a
colourway is kept where the order from light to dark stays, no lightness moves by more than LIGHTNESS_KEPT, and no check finds what it did
not find before. Of those, the ones are chosen that lie furthest from each other and from the card as it is.

On another stock no ink can be lighter than that is, so that there the order from light to dark and CONTRAST_KEPT of every contrast are kept;
the card in its own inks is then a colourway too.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from cielo.core.advice.judge import checked, troubles
from cielo.core.materials import Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array
from cielo.core.order.arrange import in_order
from cielo.core.plan import Brush, Plan, Step, on_stock
from cielo.core.sequence.lightness import seen_on

COLOURS = ("dye", "pigment", "hybrid", "alcohol")
TURNS_DEG = tuple(range(0, 360, 15))
# How far the lightness of an ink may move, L*: the light and dark of the card stay what they are. Judgement.
LIGHTNESS_KEPT = 12.0
# On another stock, how much of the difference of lightness of two inks must be left. Judgement.
CONTRAST_KEPT = 0.5
# What a difference of lightness counts for beside one of hue where an ink is chosen.
LIGHTNESS_WEIGHT = 2.5
# A set in which two cards are nearer than this does not differ clearly, mean CIEDE2000 of their inks.
CLEARLY = 10.0
MOST_JUDGED = 24


@dataclass(frozen=True)
class Colourway:
    """The plan in other inks.

    inks : which ink took the place of which, by key. apart : from the nearest of the set and of the card as it is, mean CIEDE2000 of the
    inks. lightness_off : the most that the lightness of one moved, L*.
    """

    plan: Plan
    inks: Mapping[str, str]
    apart: float
    lightness_off: float


def colourways(
    plan: Plan, shelf: Sequence[Ink], count: int, tell: Callable[[float], None] | None = None, stock: Stock | None = None
) -> tuple[Colourway, ...]:
    """So many colourways that differ clearly, the one furthest from the card first; fewer where the shelf has no more. On the card's stock,
    or on another."""
    on = stock or plan.stock
    colours = [
        ink for ink in plan.inks if ink.kind in COLOURS and any(isinstance(s, Brush) and s.ink == ink.key for s in plan.steps)
    ]
    if not colours:
        return ()
    known = {finding.code for finding in troubles(checked(plan))}
    proposed = list(_proposed(plan.stock, on, colours, shelf))
    own = _palette(plan.stock, colours)
    chosen: list[tuple[tuple[Ink, ...], Array, Plan]] = []
    # Far from the card and from each other first; each is judged only when its turn comes.
    left = [(inks, _palette(on, inks)) for inks in proposed]
    judged = 0
    while left and len(chosen) < count and judged < MOST_JUDGED:
        far = max(range(len(left)), key=lambda i: (round(_apart(left[i][1], [own, *(c[1] for c in chosen)]), 6), -i))
        inks, palette = left.pop(far)
        if _apart(palette, [own, *(c[1] for c in chosen)]) < CLEARLY:
            break
        judged += 1
        changed = in_other_inks(on_stock(plan, on), dict(zip((ink.key for ink in colours), inks, strict=True)))
        if {finding.code for finding in troubles(checked(changed))} <= known:
            chosen.append((inks, palette, changed))
        if tell is not None:
            tell(min(1.0, max(len(chosen) / count, judged / MOST_JUDGED)))
    return tuple(
        Colourway(
            changed,
            {old.key: new.key for old, new in zip(colours, inks, strict=True)},
            round(_apart(palette, [own, *(c[1] for c in chosen if c[1] is not palette)]), 1),
            round(float(np.abs(palette[:, 0] - own[:, 0]).max()), 1),
        )
        for inks, palette, changed in chosen
    )


def in_other_inks(plan: Plan, other: Mapping[str, Ink]) -> Plan:
    """The plan with inks in the place of others, by key; its steps put in order for them."""
    named = {key: ink.key for key, ink in other.items()}

    def reinked(steps: tuple[Step, ...]) -> tuple[Step, ...]:
        return tuple(replace(step, ink=named.get(step.ink, step.ink)) if isinstance(step, Brush) else step for step in steps)

    focal = tuple(replace(piece, ink=named.get(piece.ink, piece.ink)) if piece.ink else piece for piece in plan.focal)
    pieces = tuple(replace(piece, steps=reinked(piece.steps)) for piece in plan.pieces)
    inks = tuple(dict.fromkeys(other.get(ink.key, ink) for ink in plan.inks))
    return in_order(replace(plan, inks=inks, steps=reinked(plan.steps), focal=focal, pieces=pieces, crossings=())).plan


def _proposed(stock: Stock, on: Stock, colours: Sequence[Ink], shelf: Sequence[Ink]) -> Iterator[tuple[Ink, ...]]:
    """Sets of inks for the colours of a card, one for each turn of the hue circle at most, no ink twice."""
    own = _palette(stock, colours)
    elsewhere = on != stock
    seen: set[tuple[str, ...]] = set() if elsewhere else {tuple(ink.key for ink in colours)}
    for turn in TURNS_DEG:
        for strong in (1.0, 0.6):
            wanted = _turned(own, turn, strong)
            # Where the stock takes their light, they are chosen as on their own and seen on the other.
            inks = _nearest(stock, colours, wanted, shelf)
            if inks is None or tuple(ink.key for ink in inks) in seen:
                continue
            seen.add(tuple(ink.key for ink in inks))
            light, was = _palette(on, inks)[:, 0], own[:, 0]
            pairs = [
                (light[i] - light[j], was[i] - was[j]) for i in range(len(was)) for j in range(i) if abs(was[i] - was[j]) >= 3
            ]
            if elsewhere:
                kept = all(now / before >= CONTRAST_KEPT for now, before in pairs)
            else:
                kept = all(now * before > 0 for now, before in pairs) and np.abs(light - was).max() <= LIGHTNESS_KEPT
            if kept:
                yield inks


def _nearest(stock: Stock, colours: Sequence[Ink], wanted: Array, shelf: Sequence[Ink]) -> tuple[Ink, ...] | None:
    """For each wanted colour the ink of the shelf, of the same kind and not taken yet, that comes nearest; None where there is none."""
    taken: list[Ink] = []
    for own, colour in zip(colours, wanted, strict=True):
        able = [ink for ink in shelf if ink.kind == own.kind and ink not in taken]
        if not able:
            return None
        lab = _palette(stock, able)
        off = np.hypot(lab[:, 1] - colour[1], lab[:, 2] - colour[2]) + LIGHTNESS_WEIGHT * np.abs(lab[:, 0] - colour[0])
        taken.append(able[int(np.argmin(off))])
    return tuple(taken)


def _palette(stock: Stock, inks: Sequence[Ink]) -> Array:
    """Each ink as it is seen on the stock, CIE Lab, (ink, 3)."""
    return np.array([seen_on(stock.paper, ink) for ink in inks])


def _turned(lab: Array, degrees: float, strong: float) -> Array:
    """Colours turned round the hue circle, their lightness kept, their chroma times ``strong``."""
    turn = np.radians(degrees)
    a, b = lab[:, 1] * strong, lab[:, 2] * strong
    return np.column_stack([lab[:, 0], a * np.cos(turn) - b * np.sin(turn), a * np.sin(turn) + b * np.cos(turn)])


def _apart(palette: Array, others: Sequence[Array]) -> float:
    return min(float(np.mean(ciede2000(palette, other))) for other in others)
