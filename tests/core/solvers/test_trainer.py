"""The trainer: right answers are right by the prediction itself, and wrong ones lose by as much as they are wrong."""

from itertools import permutations

import numpy as np
import pytest

from cielo.app.starter import INKS as USUAL
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_hex
from cielo.core.sequence.lightness import seen_on
from cielo.core.solvers.trainer import APART, KIND_WORDS, Answered, Kind, ask, mark, practise_next, score_of
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput

SHELF = (*INKS, *USUAL)
SEEDS = range(12)


@pytest.mark.parametrize("kind", KIND_WORDS)
@pytest.mark.parametrize("stock", STOCKS[:4], ids=lambda stock: stock.name)
def test_the_truth_scores_best_and_the_same_seed_asks_the_same(kind: Kind, stock: object) -> None:
    paper = next(one for one in STOCKS if one == stock)
    asked = 0
    for seed in SEEDS:
        try:
            question = ask(kind, paper, SHELF, seed)
        except BadInput as error:
            assert "too alike" in error.reason or "wanted" in error.reason  # noqa: PT017
            continue
        asked += 1
        assert ask(kind, paper, SHELF, seed) == question
        assert question.asks[-1] in "?."
        ways = (
            list(permutations(range(len(question.choices))))
            if question.ordering
            else [(n,) for n in range(len(question.choices))]
        )
        marks = {way: mark(kind, paper, SHELF, seed, way) for way in ways}
        truth = marks[ways[0]].truth
        assert marks[truth].off == 0
        assert marks[truth].score == 1
        assert all(0 <= one.score <= 1 for one in marks.values())
        assert all(one.score < 1 for way, one in marks.items() if way != truth)
        assert len({one.words for one in marks.values()}) == 1
    assert asked >= len(SEEDS) // 2 or paper.paper.lab[0] < 40, "hardly anything can be asked on this stock"


def test_a_crossing_is_scored_by_the_difference_of_the_colours_shown() -> None:
    for seed in SEEDS:
        question = ask("crossing", STOCKS[0], SHELF, seed)
        labs = [lab_from_hex(choice.hexes[0]) for choice in question.choices]
        marks = [mark("crossing", STOCKS[0], SHELF, seed, (n,)) for n in range(len(labs))]
        (right,) = marks[0].truth
        for lab, marked in zip(labs, marks, strict=True):
            # A screen's eight bits, and colours it cannot show, take a little off.
            assert float(ciede2000(lab, labs[right])) == pytest.approx(marked.off, abs=2.5)
        off = sorted(marked.off for marked in marks)
        assert off[1] >= APART - 0.1, "no two choices look alike"


def test_the_order_asked_for_is_that_of_lightness_on_the_stock() -> None:
    by_name = {ink.name: ink for ink in SHELF}
    for seed in SEEDS:
        question = ask("order", STOCKS[0], SHELF, seed)
        light = [seen_on(STOCKS[0].paper, by_name[choice.words])[0] for choice in question.choices]
        marked = mark("order", STOCKS[0], SHELF, seed, tuple(range(len(light))))
        assert list(marked.truth) == list(np.argsort([-value for value in light]))
        backwards = mark("order", STOCKS[0], SHELF, seed, marked.truth[::-1])
        assert backwards.off >= marked.off


@pytest.mark.parametrize("given", [(), (9,), (-1,), (0, 0), (0, 1)])
def test_what_is_no_answer_is_refused(given: tuple[int, ...]) -> None:
    with pytest.raises(BadInput, match="no answer"):
        mark("crossing", STOCKS[0], SHELF, 1, given)


def test_a_shelf_with_too_little_says_so() -> None:
    with pytest.raises(BadInput, match="four inks"):
        ask("mud", STOCKS[0], SHELF[:3], 1)


def test_what_goes_worst_of_late_is_practised_next() -> None:
    assert practise_next(()) == "crossing"
    answers = [Answered(kind, 0.0, 1.0) for kind in KIND_WORDS]
    assert practise_next(answers[:2]) == "mud", "what was never tried comes first"
    answers += [Answered("passes", 20.0, 0.2)] * 3
    assert practise_next(answers) == "passes"
    answers += [Answered("passes", 0.0, 1.0)] * 12
    assert practise_next(answers) != "passes", "what was long ago is let go"
    assert score_of(answers)["passes"] == 1.0
