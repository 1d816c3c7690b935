"""The trainer: questions from the shelf, and answers marked."""

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from cielo.api.dependencies import StoreOfApp
from cielo.api.schemas.cards import Body
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.reading import FromCore
from cielo.app import training
from cielo.core.bounds import Key
from cielo.core.solvers.trainer import KIND_WORDS, Kind

router = APIRouter(prefix="/trainer", tags=["trainer"], responses=REFUSALS)

Seed = Annotated[int, Field(ge=0, le=2**31 - 1)]


class ChoiceOut(FromCore):
    words: str
    hexes: list[str]


class QuestionOut(FromCore):
    """What is asked; ``ordering``: all of the choices are to be set in order."""

    kind: Kind
    seed: int
    asks: str
    shown: list[ChoiceOut]
    choices: list[ChoiceOut]
    ordering: bool


class Answer(Body):
    """An answer to the question of a kind and seed on a stock: the index of what was chosen, or all in order."""

    stock: Key
    kind: Kind
    seed: Seed
    given: Annotated[list[int], Field(max_length=12)]


class MarkedOut(FromCore):
    off: float
    score: float
    truth: list[int]
    words: str


class KindOut(BaseModel):
    """A kind of question, and the mean score of late, None where it was not tried."""

    kind: Kind
    words: str
    score: float | None


class PracticeOut(BaseModel):
    kinds: list[KindOut]
    answered: int
    next: Kind


@router.get("")
def practice(store: StoreOfApp) -> PracticeOut:
    """How it goes, and what to practise next."""
    now = training.practice(store)
    kinds = [KindOut(kind=kind, words=words, score=now.scores.get(kind)) for kind, words in KIND_WORDS.items()]
    return PracticeOut(kinds=kinds, answered=now.answered, next=now.next)


@router.get("/question")
def question(
    store: StoreOfApp, stock: Key, seed: Annotated[int, Query(ge=0, le=2**31 - 1)], kind: Kind | None = None
) -> QuestionOut:
    """A question; the same seed asks the same of the same shelf."""
    return QuestionOut.model_validate(training.ask_question(store, stock, seed, kind))


@router.post("/answer")
def answer(body: Answer, store: StoreOfApp) -> MarkedOut:
    """An answer marked, and kept."""
    return MarkedOut.model_validate(training.answer_question(store, body.stock, body.seed, body.kind, tuple(body.given)))


@router.post("/begin-anew", status_code=204)
def begin_anew(store: StoreOfApp) -> None:
    """Forget how it went."""
    training.begin_anew(store)
