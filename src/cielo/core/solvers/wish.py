"""From a wish: words for colours and mood, the time at hand, what is to stand out on it and which inks to use up, to three grounds.

Words are read one by one and stand for colours (WORDS, by eye: judgement, no source); "from ... to ..." keeps their order. Of every
ground the inks are chosen that come nearest to those colours on this stock, those to be used up first. Grounds are then ranked by how near
their inks come, and of the nearest the first three of different families that take no longer than wanted, carry their focal piece and are
without alarm are proposed, each with why.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from cielo.core.advice.fresh import laid_fresh
from cielo.core.bounds import Lab
from cielo.core.materials import Ink
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.order.derive import with_derived
from cielo.core.plan import Brush, Plan
from cielo.core.sequence.durations import seconds_of
from cielo.core.sequence.grounds import ASIDE, GROUNDS, Ground, lay_out
from cielo.core.sequence.grounds.brief import Family
from cielo.core.sequence.lightness import seen_on
from cielo.core.sequence.suiting import SHOWS
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.units import sentence
from cielo.errors import BadInput, CieloError

FocalIs = Literal["dark", "light"]

# What a word stands for, CIE Lab of daylight. By eye: judgement, no source.
WORDS: dict[str, tuple[Lab, ...]] = {
    "warm": ((82, 15, 60), (68, 42, 50), (52, 55, 25)),
    "cold": ((85, -12, -12), (62, -12, -38), (40, 2, -45)),
    "quiet": ((84, 2, 10), (70, -6, 6), (56, -2, -10)),
    "calm": ((86, -6, 2), (70, -14, -6), (55, -12, -18)),
    "lively": ((80, 12, 75), (58, 62, 10), (52, -30, -30)),
    "bright": ((86, 0, 80), (66, 50, 45), (60, -45, 15)),
    "pale": ((92, 3, 8), (88, -5, -8), (86, 8, 2)),
    "soft": ((90, 6, 10), (82, -4, 8), (76, 2, -10)),
    "deep": ((46, 30, 20), (34, -6, -34), (24, 6, -18)),
    "dark": ((38, 10, -30), (28, 5, -18), (24, -8, -6)),
    "night": ((45, 5, -40), (30, 12, -38), (18, 4, -16)),
    "dawn": ((90, 4, 28), (82, 26, 14), (74, 8, -20)),
    "dusk": ((80, 18, 48), (60, 48, 22), (42, 22, -32)),
    "sunset": ((84, 8, 62), (66, 48, 50), (48, 56, 10)),
    "noon": ((92, -2, 30), (76, -18, -22), (62, -10, -38)),
    "sky": ((88, -8, -10), (70, -12, -30), (55, -4, -42)),
    "sea": ((84, -22, -4), (60, -28, -18), (38, -10, -30)),
    "sand": ((90, 2, 18), (80, 8, 28), (66, 14, 34)),
    "desert": ((86, 6, 36), (70, 30, 42), (52, 36, 30)),
    "garden": ((84, -14, 46), (58, -34, 30), (60, 46, 2)),
    "forest": ((72, -26, 34), (48, -28, 18), (30, -16, 8)),
    "spring": ((90, -14, 34), (82, 24, 2), (76, -22, 24)),
    "summer": ((90, -4, 62), (64, -26, -22), (62, 54, 26)),
    "autumn": ((76, 18, 62), (56, 44, 46), (40, 22, 24)),
    "winter": ((93, -2, -3), (78, -6, -14), (50, -2, -28)),
    "storm": ((74, -2, -6), (54, -2, -12), (34, 2, -14)),
    "rain": ((82, -6, -6), (66, -10, -14), (52, -8, -18)),
    "fire": ((88, 4, 78), (62, 56, 62), (42, 58, 38)),
    "rose": ((86, 16, 4), (66, 46, 4), (44, 54, 8)),
    "gold": ((86, 4, 60), (72, 16, 58)),
    "silver": ((84, 0, -2), (66, 0, -4)),
    "white": ((97, 0, 1),),
    "yellow": ((88, 0, 70),),
    "orange": ((70, 42, 60),),
    "red": ((50, 62, 36),),
    "pink": ((72, 42, 2),),
    "purple": ((42, 42, -34),),
    "violet": ((40, 22, -46),),
    "blue": ((48, 2, -46),),
    "turquoise": ((66, -34, -16),),
    "teal": ((46, -28, -12),),
    "green": ((56, -42, 30),),
    "brown": ((42, 18, 28),),
    "grey": ((58, 0, -2),),
    "black": ((16, 0, 0),),
}
# What a mood makes of the colours that other words stand for: chroma times the first, L* nearer by the second share to the third. Said
# alone, a mood stands for colours of its own (WORDS). By eye: judgement, no source.
MOODS: dict[str, tuple[float, float, float]] = {
    "quiet": (0.55, 0.25, 78.0),
    "calm": (0.7, 0.2, 76.0),
    "soft": (0.6, 0.4, 86.0),
    "pale": (0.5, 0.65, 93.0),
    "lively": (1.35, 0.0, 0.0),
    "bright": (1.3, 0.25, 84.0),
    "deep": (1.1, 0.4, 26.0),
    "dark": (0.85, 0.55, 20.0),
}
# Families that words ask for; a ground of another is that much further away, CIEDE2000. Judgement.
FAMILIES: tuple[tuple[frozenset[str], frozenset[Family]], ...] = (
    (frozenset({"from", "dusk", "dawn", "sunset", "sky", "noon", "night"}), frozenset({"blended", "masked"})),
    (frozenset({"sea", "rain", "storm", "winter"}), frozenset({"water", "smooshed", "masked", "blended", "alcohol"})),
    (frozenset({"garden", "spring", "summer", "rose", "roses"}), frozenset({"stencilled", "stamped", "resist"})),
)
ANOTHER_FAMILY = 10.0
# A dark thing stands out on a middle lighter than this, a light one on one darker, L*; and on one that varies by less. Judgement.
LIGHT_MIDDLE, DARK_MIDDLE, QUIET_MIDDLE = 62.0, 52.0, 14.0
# What a ground's worth falls by where its middle does not suit, CIEDE2000.
UNSUITED = 12.0
MIDDLE_PER_IN = 10.0
# On synthetic sheets only what flows on them is laid.
FLOWS = "alcohol"


@dataclass(frozen=True)
class Wish:
    """What is wished for.

    words : colours and mood, as WORDS knows them; empty for whatever the shelf suggests.
    minutes : at most so long at the table, waiting included.
    focal : what is to stand out on it.
    use_up : keys of inks to be used up, the most wanted first.
    """

    words: str = ""
    minutes: float | None = None
    focal: FocalIs | None = None
    use_up: tuple[str, ...] = ()


@dataclass(frozen=True)
class Proposed:
    """A ground: its plan, the minutes it takes, how near its inks come to the wish (mean CIEDE2000, None without words), and why."""

    ground: Ground
    plan: Plan
    minutes: int
    apart: float | None
    why: tuple[str, ...]


def run_of_words(words: str) -> tuple[Lab, ...]:
    """The colours that words stand for, in their order, in the moods that are named with them; empty where none is known."""
    heard = [word if word in WORDS else word.removesuffix("s") for word in _heard(words)]
    known = [word for word in heard if word in WORDS]
    coloured = [word for word in known if word not in MOODS]
    run = tuple(lab for word in coloured or known for lab in WORDS[word])
    for mood in known if coloured else ():
        run = tuple(_in_mood(lab, MOODS[mood]) for lab in run) if mood in MOODS else run
    return run


def _in_mood(lab: Lab, mood: tuple[float, float, float]) -> Lab:
    chroma, share, towards = mood
    lightness, a, b = lab
    return (lightness + share * (towards - lightness), chroma * a, chroma * b)


def unknown_words(words: str) -> tuple[str, ...]:
    """Words of a wish that stand for nothing Cielo knows; the small ones between are not counted."""
    heard = _heard(words)
    return tuple(w for w in heard if len(w) > 3 and w not in ("from", "with", "into", "over", "then", "like") and w not in WORDS
                 and w.removesuffix("s") not in WORDS)  # fmt: skip


def grounds_for(
    wish: Wish, blank: Plan, shelf: Sequence[Ink], most: int = 3, tell: Callable[[float], None] | None = None
) -> tuple[Proposed, ...]:
    """Grounds for a wish on a blank plan's card and stock, the nearest first; fewer where no more are without alarm.

    ``tell`` is called with the share done. Raises BadInput for words of which none is known.
    """
    run = run_of_words(wish.words)
    if wish.words.strip() and not run:
        some = ", ".join(list(WORDS)[5:17])
        raise BadInput(f"Cielo knows none of those words: “{wish.words[:60]}”.", field="words", mend=f"Try words like {some}.")
    near = sorted(
        (
            (apart + _unsuited(wish, plan) + _foreign(wish, ground), apart, ground, plan)
            for apart, ground, plan in _laid(wish, run, blank, shelf)
        ),
        key=lambda one: (round(one[0], 1), one[2].key),
    )
    chosen: list[Proposed] = []
    for fresh_family in (True, False):
        for n, (_, apart, ground, plan) in enumerate(near):
            if len(chosen) == most:
                break
            if any(one.ground.key == ground.key or (fresh_family and one.ground.family == ground.family) for one in chosen):
                continue
            quiet, left = laid_fresh(plan)
            minutes = _minutes(quiet)
            if not left and (wish.minutes is None or minutes <= wish.minutes):
                why = tuple(_why(wish, ground, quiet, minutes, apart if run else None))
                chosen.append(Proposed(ground, quiet, minutes, round(apart, 1) if run else None, why))
            if tell is not None:
                tell((n + 1) / len(near))
    return tuple(chosen)


def _laid(wish: Wish, run: Sequence[Lab], blank: Plan, shelf: Sequence[Ink]) -> Iterator[tuple[float, Ground, Plan]]:
    """Every ground that suits the stock, in the inks nearest to the wish, and how far those are from it; too long ones left out."""
    flows = blank.stock.paper.surface == "synthetic"
    able = [
        ink
        for ink in shelf
        if ink.kind not in ASIDE
        and (ink.kind == FLOWS) == flows
        and float(ciede2000(seen_on(blank.stock.paper, ink), blank.stock.paper.lab)) >= SHOWS
    ]
    for ground in GROUNDS.values():
        if (ground.key == "alcohol-flow") != flows:
            continue
        inks = _inks(wish, run, ground, blank, able)
        special = [ink for ink in shelf if ink.kind in ground.needs]
        if inks is None:
            continue
        try:
            plan = with_derived(lay_out(blank.title, blank.units, blank.card, blank.stock, (*inks, *special), ground.key))
        except CieloError:
            continue  # the shelf has not what it takes
        if wish.minutes is None or _minutes(plan) <= wish.minutes:
            yield _apart(run, inks, blank), ground, plan


def _inks(wish: Wish, run: Sequence[Lab], ground: Ground, blank: Plan, able: Sequence[Ink]) -> tuple[Ink, ...] | None:
    """As many inks as a ground takes: those to be used up, then those that together come nearest to the run; None where there are too few."""
    wanted = list(run) or [blank.stock.paper.lab]
    count = min(max(len(run) or 3, ground.fewest), ground.most, len(able))
    if count < ground.fewest:
        return None
    used = sorted((ink for ink in able if ink.key in wish.use_up), key=lambda ink: wish.use_up.index(ink.key))[:count]
    others = [ink for ink in able if ink not in used]
    left = count - len(used)
    if not left:
        return tuple(used)
    # Places along the run, spread evenly, as many as inks are wanted; each gets an ink of its own (linear assignment).
    targets = [wanted[round(at)] for at in np.linspace(0, len(wanted) - 1, left)]
    if not run:
        light = [seen_on(blank.stock.paper, ink)[0] for ink in others]
        spread = np.quantile(light, np.linspace(0.9, 0.15, left)) if light else np.empty(0)
        cost = np.array([[abs(value - level) for value in light] for level in spread])
    else:
        cost = np.array([[float(ciede2000(seen_on(blank.stock.paper, ink), lab)) for ink in others] for lab in targets])
    if cost.size == 0 or cost.shape[1] < left:
        return None
    from scipy.optimize import linear_sum_assignment

    _, columns = linear_sum_assignment(cost)
    return (*used, *(others[int(column)] for column in columns))


def _apart(run: Sequence[Lab], inks: Sequence[Ink], blank: Plan) -> float:
    """How far a run is from the inks nearest to it, mean CIEDE2000; 0 without one."""
    if not run:
        return 0.0
    seen = [seen_on(blank.stock.paper, ink) for ink in inks]
    return float(np.mean([min(float(ciede2000(lab, other)) for other in seen) for lab in run]))


def _minutes(plan: Plan) -> int:
    return round(sum(seconds_of(plan, step) for step in plan.steps) / 60)


def _middle(plan: Plan) -> tuple[float, float]:
    """The middle third of a panel: its mean L*, and how far L* varies there (standard deviation)."""
    xyz = panel_xyz(plan, grid_of(plan.card, MIDDLE_PER_IN))
    rows, columns = xyz.shape[:2]
    light = lab_from_xyz(xyz[rows // 3 : rows - rows // 3, columns // 3 : columns - columns // 3])[..., 0]
    return float(light.mean()), float(light.std())


def _heard(words: str) -> list[str]:
    return [word.strip(".,;:!?\"'").lower() for word in words.split()]


def _foreign(wish: Wish, ground: Ground) -> float:
    """What a ground loses that is of none of the families its words ask for."""
    heard = set(_heard(wish.words))
    asked = [families for words, families in FAMILIES if words & heard]
    return ANOTHER_FAMILY if asked and not any(ground.family in families for families in asked) else 0.0


def _unsuited(wish: Wish, plan: Plan) -> float:
    """What a ground loses where what is to stand out on it would not."""
    if wish.focal is None:
        return 0.0
    light, varies = _middle(plan)
    suits = light >= LIGHT_MIDDLE if wish.focal == "dark" else light <= DARK_MIDDLE
    return (0.0 if suits else UNSUITED) + max(0.0, varies - QUIET_MIDDLE)


def _why(wish: Wish, ground: Ground, plan: Plan, minutes: int, apart: float | None) -> Iterator[str]:
    """Why a ground is proposed, sentence by sentence; each is true of the plan."""
    yield f"{sentence(ground.hint)}."
    laid = {step.ink for step in plan.steps if isinstance(step, Brush)}
    if apart is not None:
        near = "close to" if apart < 12 else "the nearest your shelf comes to" if apart < 25 else "still far from"
        yield f"Its inks are {near} “{wish.words.strip()}”."
    up = [ink.name for ink in plan.inks if ink.key in wish.use_up and ink.key in laid]
    if up:
        yield f"It uses up {', '.join(up[:-1])}{' and ' if up[:-1] else ''}{up[-1]}."
    if wish.minutes is not None:
        yield f"It takes {minutes} of your {wish.minutes:g} minutes."
    if wish.focal is not None:
        light, _ = _middle(plan)
        if (light >= LIGHT_MIDDLE) if wish.focal == "dark" else (light <= DARK_MIDDLE):
            yield f"Its middle is {'light' if wish.focal == 'dark' else 'dark'}, so that something {wish.focal} stands out on it."


def blank_of(plan: Plan) -> Plan:
    """A plan's card and stock with nothing laid."""
    return replace(plan, inks=(), masks=(), steps=(), focal=(), cuts=(), wishes=(), holds=(), pieces=(), crossings=())
