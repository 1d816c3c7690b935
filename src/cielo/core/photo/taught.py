"""What a photograph teaches beside its plan: how strong the hand was, which pad lays otherwise than the rest, and which two inks cross
otherwise than predicted.

Symbols
-------
======  =======  =========================================================================================
symbol  shape    meaning
======  =======  =========================================================================================
L       (n, 3)   CIELAB photographed at n places of the panel
P(f)    (n, 3)   CIELAB predicted there with what ink i lays taken times f_i
x_i     ()       log f_i
J_i     (n, 3)   dP / dx_i, by difference
r_i     ()       root of the mean of |J_i|^2 over the places where ink i lies: CIELAB for a log of strength
s_ab    (m,)     how much of a crossing of b over a shows at m places where both lie: the product of their amounts, 1 at most
======  =======  =========================================================================================

The hand is the one factor on all strengths that brings the prediction nearest to the photograph. x is found by Gauss-Newton on places where
one ink lies nearly alone (an ink that lies alone nowhere is read where it lies), each place weighed down as far as it is off (Huber
1964), with a leaning to the hand that counts for little where there is anything to see. A pad stands out from the rest where the
difference it makes can be seen on a photograph; then the hand is what the others say. Two inks cross otherwise where, hand and pads taken
in, their crossing still is off by more than is seen, and the crossing that follows takes half of that away at least. Thresholds are
judgement, held in tests to photographs whose truth is known.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from math import exp, log

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.materials import RESIST_KINDS, MeasuredCrossing
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.spectra import Array
from cielo.core.photo.even import lab_of_linear
from cielo.core.plan import Pad, Plan
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.maps import PRINTS, layings
from cielo.core.simulation.measured import measured_of

# The prediction on the raster of the photographed panel with all strengths taken times a factor, linear sRGB (rows, columns, 3).
Predict = Callable[[Plan, float], Array]

WEAKEST, STRONGEST = 0.5, 2.0
# Below this two colours are as good as one on a photograph, CIEDE2000.
SEEN = 3.0
# Less ink than this at a place, in full applications, is not read; and an ink lies alone where it has so much of all that lies there.
LIES, ALONE = 0.08, 0.85
# Fewer places than this tell nothing, 2 mm apart.
LEAST_PLACES = 24
# A crossing is read where it shows most: at so much of the most, and more.
CLEAREST = 0.5
ROUNDS, STEP, DONE = 4, 0.12, 0.01
# Beyond this, CIELAB, a place counts for less and less.
HUBER = 3.0
# How much the hand is believed before anything is seen of a pad: as one place that a log of strength moves by so much, CIELAB.
LEANING = 12.0
# A pad stands out that makes such a difference to the rest, CIELAB, and lays at least so much otherwise, log.
STANDS_OUT, LEAST_LOG = 2.5, 0.12
# What of each channel a camera may let into the others, a share: no more is taken for the camera's doing.
MOST_LEAK = 0.03


@dataclass(frozen=True)
class PadSeen:
    """A pad that lays otherwise than the rest: what it is to be taken times, and what that may be off by either way."""

    ink: str
    lays: float
    off_by: float


@dataclass(frozen=True)
class PairSeen:
    """Two inks that cross otherwise than predicted, each in one full application: the colour they then have, and had in the prediction."""

    bottom: str
    top: str
    lab: Lab
    predicted: Lab


@dataclass(frozen=True)
class Taught:
    """The hand, and the pads and pairs that came out otherwise."""

    hand: float
    pads: tuple[PadSeen, ...]
    pairs: tuple[PairSeen, ...]


def taught(plan: Plan, panel: Array, predict: Predict, tell: Callable[[float], None] | None = None) -> Taught:
    """What a photographed panel, linear sRGB (rows, columns, 3) with light and cast taken off, teaches of a plan."""
    hand = _hand(plan, panel, predict, tell)
    amounts = _amounts(plan, panel.shape)
    alone = {ink: where for ink in amounts if (where := _alone(ink, amounts)).sum() >= LEAST_PLACES}
    anywhere = {ink: alone.get(ink, lies) for ink in amounts if (lies := amounts[ink] > LIES).sum() >= LEAST_PLACES}
    by_all = _told(plan, panel, predict, amounts, hand, anywhere)
    if len(alone) == len(anywhere) or all(pad.ink in alone for pad in by_all.pads):
        return by_all
    # A pad that was read in company may be blamed for how its ink crosses: what leaves less is believed.
    by_alone = _told(plan, panel, predict, amounts, hand, alone)
    return min(by_alone, by_all, key=lambda one: _left(plan, panel, predict, one))


def _told(
    plan: Plan, panel: Array, predict: Predict, amounts: dict[str, Array], hand: float, read: Mapping[str, NDArray[np.bool_]]
) -> Taught:
    """What is taught where each pad is read at those places, (rows, columns)."""
    hand, pads = _pads(plan, panel, predict, read, hand)
    pairs = _pairs(with_pads(plan, pads), panel, predict, amounts, hand)
    if pairs:  # a crossing that came out otherwise had its say in the hand and the pads: both once more without it
        known = with_pairs(plan, pairs)
        hand, pads = _pads(known, panel, predict, read, _hand(known, panel, predict, None))
    return Taught(round(hand, 3), pads, pairs)


def _left(plan: Plan, panel: Array, predict: Predict, told: Taught) -> float:
    """How far the photograph still is from the prediction with all that is told taken in, mean CIEDE2000."""
    taken = with_pairs(with_pads(plan, told.pads), told.pairs)
    return float(np.mean(ciede2000(lab_of_linear(_leaked(predict(taken, told.hand), panel)), lab_of_linear(panel))))


def with_pads(plan: Plan, seen: Sequence[PadSeen]) -> Plan:
    """A plan whose pads lay as a photograph of it showed, on top of what it knew of them."""
    lays = {pad.ink: pad.lays for pad in plan.pads}
    for pad in seen:
        lays[pad.ink] = min(STRONGEST, max(WEAKEST, lays.get(pad.ink, 1.0) * pad.lays))
    return replace(plan, pads=tuple(Pad(ink, times) for ink, times in sorted(lays.items())))


def with_pairs(plan: Plan, seen: Sequence[PairSeen]) -> Plan:
    """A plan that knows how those pairs cross."""
    now = {(pair.bottom, pair.top): MeasuredCrossing(pair.bottom, pair.top, pair.lab) for pair in seen}
    others = tuple(known for known in plan.crossings if (known.bottom, known.top) not in now)
    return replace(plan, crossings=(*others, *now.values()))


def _hand(plan: Plan, panel: Array, predict: Predict, tell: Callable[[float], None] | None) -> float:
    from scipy.optimize import minimize_scalar

    seen = lab_of_linear(panel)
    tried = 0

    def apart(times: float) -> float:
        nonlocal tried
        tried += 1
        if tell is not None:
            tell(min(0.9, 0.05 * tried))
        return float(np.mean(ciede2000(lab_of_linear(_leaked(predict(plan, times), panel)), seen)))

    return float(minimize_scalar(apart, bounds=(WEAKEST, STRONGEST), method="bounded", options={"xatol": 0.01, "maxiter": 14}).x)


def _leaked(predicted: Array, panel: Array) -> Array:
    """The prediction with so much of each channel in the others as brings it nearest to the photograph: a camera dulls all colours alike,
    which must not be taken for a lighter hand."""
    others = predicted.sum(axis=-1, keepdims=True) - 3 * predicted
    leak = float(np.sum((panel - predicted) * others) / max(float(np.sum(others**2)), 1e-12))
    return np.asarray(predicted + min(max(leak, 0.0), MOST_LEAK) * others)


def _amounts(plan: Plan, shape: tuple[int, ...]) -> dict[str, Array]:
    """How much of each ink that is brushed or dabbed lies at the places of the raster, full applications, (rows, columns)."""
    rows, columns = shape[:2]
    card = plan.card
    width, height = card.panel_width_mm, card.panel_height_mm
    grid = Grid(width, height, width / columns, height / rows, rows, columns)
    amounts: dict[str, Array] = {}
    for laying in layings(plan, grid):
        if plan.ink(laying.step.ink).kind not in RESIST_KINDS and laying.step.touch not in PRINTS:
            amounts[laying.step.ink] = amounts.get(laying.step.ink, np.zeros((rows, columns))) + laying.strength
    return amounts


def _pads(
    plan: Plan, panel: Array, predict: Predict, read: Mapping[str, NDArray[np.bool_]], hand: float
) -> tuple[float, tuple[PadSeen, ...]]:
    """The hand, and the pads that stand out from it."""
    if len(read) < 2:
        return hand, ()
    inks = list(read)
    places = np.any(list(read.values()), axis=0)
    seen = lab_of_linear(panel)[places]
    logs = np.full(len(inks), log(hand))

    def labs(at: NDArray[np.float64]) -> Array:
        moved = with_pads(plan, [PadSeen(ink, exp(one), 0.0) for ink, one in zip(inks, at, strict=True)])
        return np.asarray(lab_of_linear(_leaked(predict(moved, 1.0), panel))[places])

    lowest, highest = log(WEAKEST) + STEP, log(STRONGEST) - STEP
    for _ in range(ROUNDS):
        now = labs(logs)
        slopes = np.array([(labs(logs + STEP * np.eye(len(inks))[i]) - now) / STEP for i in range(len(inks))])
        off = seen - now
        weight = np.minimum(1.0, HUBER / np.maximum(np.linalg.norm(off, axis=1), 1e-9))[None, :, None]
        flat = (slopes * weight).reshape(len(inks), -1)
        normal = flat @ slopes.reshape(len(inks), -1).T + LEANING**2 * np.eye(len(inks))
        move = np.linalg.solve(normal, flat @ off.ravel() + LEANING**2 * (log(hand) - logs))
        logs = np.clip(logs + move, lowest, highest)
        if np.abs(move).max() < DONE:
            break
    reach = np.array([float(np.sqrt(np.mean(np.sum(slopes[i][read[ink][places]] ** 2, axis=-1)))) for i, ink in enumerate(inks)])
    rest = _of_the_rest(logs, reach)
    told = [
        (ink, one - rest, at)
        for ink, one, at in zip(inks, logs, reach, strict=True)
        if abs(one - rest) >= LEAST_LOG and abs(one - rest) * at >= STANDS_OUT
    ]
    if not told:
        return hand, ()
    return exp(rest), tuple(
        PadSeen(ink, round(exp(by), 3), round(exp(by) * SEEN / 2 / max(float(at), 1.0), 3)) for ink, by, at in told
    )


def _alone(ink: str, amounts: dict[str, Array]) -> NDArray[np.bool_]:
    """Where an ink lies nearly alone, (rows, columns)."""
    return np.asarray((amounts[ink] > LIES) & (amounts[ink] >= ALONE * np.sum(list(amounts.values()), axis=0)))


def _of_the_rest(logs: NDArray[np.float64], reach: NDArray[np.float64]) -> float:
    """What most pads agree on: of all of them the one to which the others, by what they show, are nearest; of two the more usual."""
    if len(logs) == 2:
        return float(logs[np.argmin(np.abs(logs))])
    return float(logs[np.argmin([np.sum(reach * np.abs(logs - one)) for one in logs])])


def _pairs(plan: Plan, panel: Array, predict: Predict, amounts: dict[str, Array], hand: float) -> tuple[PairSeen, ...]:
    """The pairs of inks, in the order they were first laid, that cross otherwise than predicted with hand and pads taken in."""
    seen = lab_of_linear(panel)
    now = lab_of_linear(_leaked(predict(plan, hand), panel))
    total = np.sum(list(amounts.values()), axis=0) if amounts else np.zeros(panel.shape[:2])
    inks = list(amounts)
    told: list[PairSeen] = []
    for at, top in enumerate(inks):
        for bottom in inks[:at]:
            shows = np.minimum(amounts[bottom], 1) * np.minimum(amounts[top], 1)
            both = (amounts[bottom] + amounts[top] >= ALONE * total) & (shows > LIES)
            both &= shows >= CLEAREST * shows[both].max(initial=0.0)
            if both.sum() < LEAST_PLACES or float(np.mean(ciede2000(seen[both], now[both]))) < SEEN:
                continue
            pair = _crossing(plan, bottom, top, (seen - now)[both], shows[both])
            after = lab_of_linear(_leaked(predict(with_pairs(plan, [pair]), hand), panel))
            if np.mean(ciede2000(seen[both], after[both])) * 2 < np.mean(ciede2000(seen[both], now[both])):
                told.append(pair)
    return tuple(told)


def _crossing(plan: Plan, bottom: str, top: str, off: Array, shows: Array) -> PairSeen:
    """A crossing of two full applications from how far off it is where less of both lies: by least squares through nothing at none."""
    inks = {ink.key: replace(ink, laydown="film") for ink in plan.inks}
    usual = np.asarray(lab_of_stack(plan.stock.paper, inks, [(bottom, 1.0), (top, 1.0)], measured=measured_of(plan)))
    full = usual + (shows @ off) / float(shows @ shows)
    full[0] = min(max(float(full[0]), 0.0), 100.0)
    return PairSeen(bottom, top, _lab(full), _lab(usual))


def _lab(values: Array) -> Lab:
    light, red, yellow = (round(float(value), 2) for value in values)
    return (light, red, yellow)
