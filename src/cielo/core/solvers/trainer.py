"""The trainer: questions from the maker's own shelf, whose answers Cielo predicts, scored by how far the answer given is from the truth.

Every question is made from a seed: the same shelf, kind and seed give the same question. Scores are CIEDE2000 between what was chosen and
what is so, but for the order of inks, where the lightness that lies the wrong way round counts (L*), and for seams, where it is how much
less steep the chosen one is. What to practise next is the kind with the worst of late, those not tried yet first.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from typing import Literal

import numpy as np

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.optics.hue import say_colour
from cielo.core.optics.spectra import Array
from cielo.core.sequence.lightness import seen_on
from cielo.core.solvers.bridge import bridges
from cielo.core.solvers.recipes import colours_of
from cielo.errors import BadInput

Kind = Literal["crossing", "order", "mud", "passes", "line"]
KIND_WORDS: dict[Kind, str] = {
    "crossing": "guess the crossing",
    "order": "light to dark",
    "mud": "spot the mud",
    "passes": "how many passes",
    "line": "where the line shows",
}
ABLE = frozenset({"dye", "pigment", "hybrid", "alcohol"})
# Two choices nearer than this look alike and are never offered beside each other, CIEDE2000. Judgement.
APART = 6.0
# An answer this far off is worth nothing. Judgement.
FAR_OFF = 30.0
# A pair is mud that keeps less of its duller ink's colour than the one, and lively where it keeps more than the other.
MUDDY, LIVELY = 0.45, 0.8
PASSES = (1, 2, 3, 4, 6, 8)
LIGHT_PASS = 0.3
# So many of the last answers of a kind say how well it goes.
OF_LATE = 12
TRIES = 40


@dataclass(frozen=True)
class Choice:
    """Something to choose: its words, and its colours from one end to the other; one where it is one colour."""

    words: str
    hexes: tuple[str, ...]


@dataclass(frozen=True)
class Question:
    """What is asked.

    asks : in words. shown : what is to be seen beside it.
    choices : of which one is taken, or all in order where ``ordering``.
    """

    kind: Kind
    seed: int
    asks: str
    shown: tuple[Choice, ...]
    choices: tuple[Choice, ...]
    ordering: bool = False


@dataclass(frozen=True)
class Marked:
    """How an answer was.

    off : how far from what is so, CIEDE2000 (L* of an order). score : 1 where it is right, 0 from FAR_OFF on.
    truth : the right answer, as indices into the choices. words : what is so, and why.
    """

    off: float
    score: float
    truth: tuple[int, ...]
    words: str


@dataclass(frozen=True)
class Answered:
    """An answer once given."""

    kind: Kind
    off: float
    score: float


@dataclass(frozen=True)
class _Asked:
    question: Question
    truth: tuple[int, ...]
    off: Callable[[Sequence[int]], float]
    words: str


def ask(kind: Kind, stock: Stock, inks: Sequence[Ink], seed: int) -> Question:
    """A question of a kind. Raises BadInput where the shelf has too little for it."""
    return _asked(kind, stock, inks, seed).question


def mark(kind: Kind, stock: Stock, inks: Sequence[Ink], seed: int, given: Sequence[int]) -> Marked:
    """How an answer to a question is: the index chosen, or all of them in order. Raises BadInput for one that is none."""
    asked = _asked(kind, stock, inks, seed)
    count = len(asked.question.choices)
    wanted = count if asked.question.ordering else 1
    if len(given) != wanted or len(set(given)) != wanted or any(not 0 <= one < count for one in given):
        raise BadInput("that is no answer to it.", field="given", mend="Choose one of what is shown, or all in order.")
    off = asked.off(given)
    return Marked(round(off, 1), round(max(0.0, 1 - off / FAR_OFF), 2), asked.truth, asked.words)


def practise_next(answers: Sequence[Answered]) -> Kind:
    """The kind that wants practice most: one not tried yet, else that with the lowest mean score of late."""
    means = score_of(answers)
    return min(KIND_WORDS, key=lambda kind: (means.get(kind, -1.0), list(KIND_WORDS).index(kind)))


def score_of(answers: Sequence[Answered]) -> Mapping[Kind, float]:
    """The mean score of the last answers of each kind that was tried."""
    late = {kind: [one.score for one in answers if one.kind == kind][-OF_LATE:] for kind in KIND_WORDS}
    return {kind: round(float(np.mean(scores)), 2) for kind, scores in late.items() if scores}


def _asked(kind: Kind, stock: Stock, inks: Sequence[Ink], seed: int) -> _Asked:
    able = sorted((ink for ink in inks if ink.kind in ABLE), key=lambda ink: ink.key)
    if len(able) < 4:
        raise BadInput("four inks are wanted to train with.", field="inks", mend="Add more inks to your shelf.")
    rng = np.random.default_rng([seed, list(KIND_WORDS).index(kind)])
    for _ in range(TRIES):
        asked = MAKES[kind](stock, able, seed, rng)
        if asked is not None:
            return asked
    raise BadInput(
        "these inks are too alike for that on this stock.", field="inks", mend="Try another kind of question, or another stock."
    )


def _some(rng: np.random.Generator, inks: Sequence[Ink], count: int) -> tuple[Ink, ...]:
    return tuple(inks[int(n)] for n in rng.choice(len(inks), count, replace=False))


def _apart(colours: Sequence[Lab]) -> bool:
    return all(float(ciede2000(one, other)) >= APART for one, other in combinations(colours, 2))


def _predicted(stock: Stock, inks: tuple[Ink, ...], laid: Sequence[Sequence[tuple[int, float]]]) -> list[Lab]:
    """The colours of recipes, each inks from the bottom up by their place and how much."""
    which = np.full((len(laid), 3), -1)
    strengths = np.zeros((len(laid), 3), np.float32)
    for row, layers in enumerate(laid):
        for column, (ink, strength) in enumerate(layers):
            which[row, column], strengths[row, column] = ink, strength
    return [_lab(one) for one in colours_of(stock, inks, which, strengths)]


def _lab(values: Array) -> Lab:
    return (float(values[0]), float(values[1]), float(values[2]))


def _swatch(words: str, *labs: Lab) -> Choice:
    return Choice(words, tuple(hex_from_lab(lab) for lab in labs))


def _shuffled(rng: np.random.Generator, labs: Sequence[Lab]) -> tuple[list[Lab], int]:
    """The first is so; all in another order, and where that one went."""
    order = rng.permutation(len(labs))
    return [labs[int(n)] for n in order], int(np.flatnonzero(order == 0)[0])


def _crossing(stock: Stock, inks: Sequence[Ink], seed: int, rng: np.random.Generator) -> _Asked | None:
    below, above, third = _some(rng, inks, 3)
    a, b, true, other = _predicted(
        stock, (below, above, third), [[(0, 1.0)], [(1, 1.0)], [(0, 1.0), (1, 1.0)], [(2, 1.0), (1, 1.0)]]
    )
    # What beginners expect: the one half way between the two, the upper alone, and a crossing with another ink.
    half = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2)
    if not _apart((true, half, b, other)):
        return None
    labs, right = _shuffled(rng, (true, half, b, other))
    question = Question(
        "crossing",
        seed,
        f"{above.name} goes over {below.name}, one pass of each straight from the pad. What colour do you get on {stock.name}?",
        (_swatch(below.name, a), _swatch(above.name, b)),
        tuple(_swatch(say_colour(lab), lab) for lab in labs),
    )
    words = f"{above.name} over {below.name} gives {say_colour(true)}: each takes its own part of the light away."
    return _Asked(question, (right,), lambda given: float(ciede2000(labs[given[0]], true)), words)


def _order(stock: Stock, inks: Sequence[Ink], seed: int, rng: np.random.Generator) -> _Asked | None:
    some = _some(rng, inks, 4)
    labs = [seen_on(stock.paper, ink) for ink in some]
    light = [lab[0] for lab in labs]
    if min(abs(one - other) for one, other in combinations(light, 2)) < 3:
        return None
    truth = tuple(int(n) for n in np.argsort([-value for value in light]))

    def off(given: Sequence[int]) -> float:
        # Every pair that stands the wrong way round counts by how far apart they are.
        return float(sum(max(0.0, light[given[j]] - light[given[i]]) for i, j in combinations(range(len(given)), 2)))

    choices = tuple(_swatch(ink.name, lab) for ink, lab in zip(some, labs, strict=True))
    question = Question("order", seed, f"Set them from light to dark, as they look on {stock.name}.", (), choices, True)
    return _Asked(question, truth, off, f"From light to dark: {', '.join(some[n].name for n in truth)}.")


def _mud(stock: Stock, inks: Sequence[Ink], seed: int, rng: np.random.Generator) -> _Asked | None:
    some = _some(rng, inks, min(6, len(inks)))
    seams = [(pair, bridges(stock, *pair, ())[0]) for pair in combinations(some, 2)]
    muddy = [seam for seam in seams if seam[1].liveliness < MUDDY]
    lively = [seam for seam in seams if seam[1].liveliness > LIVELY]
    if not muddy or len(lively) < 2:
        return None
    chosen = [
        muddy[int(rng.integers(len(muddy)))],
        *(lively[int(n)] for n in rng.choice(len(lively), min(3, len(lively)), replace=False)),
    ]
    order = [int(n) for n in rng.permutation(len(chosen))]
    right = order.index(0)

    def off(given: Sequence[int]) -> float:
        return 0.0 if given[0] == right else FAR_OFF * (chosen[order[given[0]]][1].liveliness - chosen[0][1].liveliness)

    (first, second), _ = chosen[0]
    question = Question(
        "mud",
        seed,
        "Each two are blended into each other. Which seam turns to mud?",
        (),
        tuple(
            Choice(f"{a.name} and {b.name}", (hex_from_lab(seen_on(stock.paper, a)), hex_from_lab(seen_on(stock.paper, b))))
            for (a, b), _ in (chosen[n] for n in order)
        ),
    )
    words = f"{first.name} and {second.name} take so much of the light between them that grey or brown is left where they meet."
    return _Asked(question, (right,), off, words)


def _passes(stock: Stock, inks: Sequence[Ink], seed: int, rng: np.random.Generator) -> _Asked | None:
    (ink,) = _some(rng, inks, 1)
    labs = _predicted(stock, (ink,), [[(0, LIGHT_PASS * n)] for n in PASSES])
    right = int(rng.integers(1, len(PASSES)))
    if float(ciede2000(labs[right], labs[right - 1])) < 2.0:
        return None  # the eye could not tell
    question = Question(
        "passes",
        seed,
        f"How many light passes of {ink.name} on {stock.name} make this colour?",
        (_swatch("one light pass", labs[0]), _swatch("this colour", labs[right])),
        tuple(Choice(f"{n} pass{'es' if n > 1 else ''}", ()) for n in PASSES),
    )
    words = f"{PASSES[right]} light passes; every further one adds less than the one before."
    return _Asked(question, (right,), lambda given: float(ciede2000(labs[given[0]], labs[right])), words)


def _line(stock: Stock, inks: Sequence[Ink], seed: int, rng: np.random.Generator) -> _Asked | None:
    some = sorted(_some(rng, inks, 4), key=lambda ink: -seen_on(stock.paper, ink)[0])
    seams = [bridges(stock, a, b, ())[0] for a, b in pairwise(some)]
    steep = [seam.steepest for seam in seams]
    right = int(np.argmax(steep))
    if sorted(steep)[-1] < 1.25 * sorted(steep)[-2]:
        return None
    labs = [seen_on(stock.paper, ink) for ink in some]
    question = Question(
        "line",
        seed,
        "Four inks are blended in this order, every carry as long as the others. At which seam will a line show first?",
        tuple(_swatch(ink.name, lab) for ink, lab in zip(some, labs, strict=True)),
        tuple(
            _swatch(f"{a.name} into {b.name}", here, there) for (a, here), (b, there) in pairwise(zip(some, labs, strict=True))
        ),
    )
    words = f"Between {some[right].name} and {some[right + 1].name} the colour has furthest to go, so it goes fastest."
    return _Asked(question, (right,), lambda given: FAR_OFF * (1 - steep[given[0]] / steep[right]), words)


MAKES: Mapping[Kind, Callable[[Stock, Sequence[Ink], int, np.random.Generator], _Asked | None]] = {
    "crossing": _crossing,
    "order": _order,
    "mud": _mud,
    "passes": _passes,
    "line": _line,
}
