"""The trainer on the maker's own shelf: questions asked, answers marked and kept; each function is one action."""

from collections.abc import Mapping
from dataclasses import dataclass

from cielo.app.shelf import find_stock, look_at_shelf
from cielo.core.solvers.trainer import Answered, Kind, Marked, Question, ask, mark, practise_next, score_of
from cielo.store.database import Store
from cielo.store.practice import add_answer, forget_answers, read_answers


@dataclass(frozen=True)
class Practice:
    """How it goes: the mean score of late by kind, how many questions were answered, and what to practise next."""

    scores: Mapping[Kind, float]
    answered: int
    next: Kind


def practice(store: Store) -> Practice:
    """How it goes so far."""
    with store.reading() as session:
        answers = read_answers(session)
    return Practice(score_of(answers), len(answers), practise_next(answers))


def ask_question(store: Store, stock_key: str, seed: int, kind: Kind | None = None) -> Question:
    """A question from the shelf; of the kind that wants practice most where none is asked for. Raises NotFound, BadInput."""
    return ask(kind or practice(store).next, find_stock(store, stock_key), look_at_shelf(store).inks, seed)


def answer_question(store: Store, stock_key: str, seed: int, kind: Kind, given: tuple[int, ...]) -> Marked:
    """An answer marked, and kept. Raises NotFound, BadInput for one that is none."""
    marked = mark(kind, find_stock(store, stock_key), look_at_shelf(store).inks, seed, given)
    with store.transaction() as session:
        add_answer(session, Answered(kind, marked.off, marked.score))
    return marked


def begin_anew(store: Store) -> None:
    """Forget how it went."""
    with store.transaction() as session:
        forget_answers(session)
