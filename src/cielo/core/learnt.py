"""What a maker's own cards have taught: how strong her hand is, and what each of her pads lays beside it.

Symbols
-------
======  =====  =================================================================
symbol  shape  meaning
======  =====  =================================================================
h       (n,)   the hand read off each photograph that was taken in (photo.compare)
h0      ()     the usual hand, 1
k       ()     how many cards the usual hand counts for, PRIOR_CARDS
======  =====  =================================================================

Of a pad that lays otherwise than the rest, the same: h is then what each photograph told of that pad, beside the hand.

Her hand is exp((sum log h + k log h0) / (n + k)): a mean of ratios that leans towards the usual hand until a few cards speak (shrinkage,
as James & Stein 1961 have it for means; the size of k is judgement). How sure that is: the spread of log h, at least SPREAD, over the root
of n + k.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import exp, log, sqrt
from statistics import pstdev

PRIOR_CARDS = 1.0
SPREAD = 0.08
LEAST, MOST = 0.5, 2.0


@dataclass(frozen=True)
class Hand:
    """How strong a hand is beside the usual one, what it may be off by either way, and how many cards it rests on."""

    strength: float
    off_by: float
    cards: int


def hand_of(seen: Sequence[float]) -> Hand:
    """A hand from what each photograph told of it; the usual one where there is none."""
    if not seen:
        return Hand(1.0, 0.0, 0)
    logs = [log(min(MOST, max(LEAST, one))) for one in seen]
    strength = exp(sum(logs) / (len(logs) + PRIOR_CARDS))
    spread = max(SPREAD, pstdev(logs)) / sqrt(len(logs) + PRIOR_CARDS)
    return Hand(round(strength, 3), round(strength * spread, 3), len(seen))


@dataclass(frozen=True)
class PadLearnt:
    """How strongly her pad of an ink lays beside what its swatch tells, what that may be off by, and how many cards it rests on."""

    ink: str
    lays: float
    off_by: float
    cards: int


def pads_of(seen: Iterable[tuple[str, float]]) -> tuple[PadLearnt, ...]:
    """Her pads from what each photograph told of one, by ink; in the order of their keys."""
    by_ink: dict[str, list[float]] = {}
    for ink, lays in seen:
        by_ink.setdefault(ink, []).append(lays)
    told = ((ink, hand_of(by_ink[ink])) for ink in sorted(by_ink))
    return tuple(PadLearnt(ink, one.strength, one.off_by, one.cards) for ink, one in told)
