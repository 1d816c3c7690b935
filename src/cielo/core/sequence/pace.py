"""How long a maker's own hands are at each kind of work beside the usual times, as the bench has clocked it.

Symbols
-------
======  =====  =================================================================
symbol  shape  meaning
======  =====  =================================================================
t       (n,)   how long a step of one kind of work took, seconds
u       (n,)   how long it usually takes (sequence.durations), seconds
k       ()     how many steps the usual time counts for, PRIOR_STEPS
f       ()     her factor for that kind of work
======  =====  =================================================================

f = exp(sum log(t / u) / (n + k)): a geometric mean of ratios that leans towards the usual time until enough steps speak (shrinkage, as
James & Stein 1961 have it for means; the size of k is judgement). Single ratios are held within SHORTEST and LONGEST: a step that was
left lying, or tapped away at once, is not to outweigh the others.
"""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import exp, log
from typing import Literal, get_args

from cielo.core.plan import Pace
from cielo.core.units import sentence

Work = Literal["blend", "dab", "stamp", "powder", "water", "mask", "wipe", "prepare", "dry"]
WORKS: tuple[Work, ...] = get_args(Work)
PRIOR_STEPS = 4.0
SHORTEST, LONGEST = 0.25, 4.0
# What a kind of work is called: "brushing takes you 1.3 times as long".
CALLED: dict[Work, str] = {
    "blend": "blending",
    "dab": "dabbing and splattering",
    "stamp": "stamping",
    "powder": "powder and paste",
    "water": "work with water",
    "mask": "laying and lifting masks",
    "wipe": "wiping",
    "prepare": "trimming and gluing",
    "dry": "drying",
}
# A factor nearer to one than this is not worth a word.
WORTH_TELLING = 0.05


@dataclass(frozen=True)
class Took:
    """A step that was clocked: its kind of work, how long it usually takes and how long it took, seconds, both above 0."""

    work: Work
    usual_s: float
    took_s: float


@dataclass(frozen=True)
class WorkPace:
    """Her factor for one kind of work, and how many steps it rests on."""

    work: Work
    times: float
    steps: int


def paces_of(clocked: Iterable[Took]) -> tuple[WorkPace, ...]:
    """Her factor for every kind of work that was clocked, in the order of WORKS."""
    ratios: dict[Work, list[float]] = defaultdict(list)
    for one in clocked:
        ratios[one.work].append(log(min(LONGEST, max(SHORTEST, one.took_s / one.usual_s))))
    return tuple(
        WorkPace(work, round(exp(sum(ratios[work]) / (len(ratios[work]) + PRIOR_STEPS)), 2), len(ratios[work]))
        for work in WORKS
        if ratios[work]
    )


def say_clocked(clocked: Sequence[Took]) -> str:
    """ "It took 24 minutes with the hands, where 15 are usual, and 10 of drying."; "" where nothing was clocked."""
    hands = [one for one in clocked if one.work != "dry"]
    took, usual = (max(1, round(sum(getattr(one, of) for one in hands) / 60)) for of in ("took_s", "usual_s"))
    dried = round(sum(one.took_s for one in clocked if one.work == "dry") / 60)
    drying = f", and {_minutes(dried)} of drying" if dried else ""
    return f"It took {_minutes(took)} with the hands, where {_minutes(usual)} would be usual{drying}." if hands else ""


def _minutes(minutes: int) -> str:
    return "one minute" if minutes == 1 else f"{minutes} minutes"


def pace_from(paces: Iterable[WorkPace]) -> Pace:
    """What a plan reckons with."""
    return Pace(**{one.work: one.times for one in paces})


def say_paces(paces: Iterable[WorkPace]) -> str:
    """ "Blending takes you 1.3 times as long as usual (12 steps), stamping 1.2 (one step)."; "" where all is as usual."""
    worth = [one for one in paces if abs(one.times - 1) >= WORTH_TELLING]
    if not worth:
        return ""
    first, *others = worth
    called = CALLED[first.work]
    said = [f"{sentence(called)} takes you {first.times:.1f} times as long as usual ({_steps(first.steps)})"]
    said += [f"{CALLED[one.work]} {one.times:.1f} ({_steps(one.steps)})" for one in others]
    return f"{', '.join(said)}."


def _steps(steps: int) -> str:
    return "one step" if steps == 1 else f"{steps} steps"
