"""The bench: the card and step in hand, timers, and what was done differently."""

from datetime import UTC, datetime
from typing import Annotated, Literal

from fastapi import APIRouter, Path, Query, Response
from pydantic import BaseModel, Field

from cielo.api.dependencies import CardId, StoreOfApp
from cielo.api.routers.cards import PNG, Lamp, place_of
from cielo.api.schemas.cards import Body
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.reading import ReadingOut
from cielo.app import bench
from cielo.app.bench import MOST_CARDS, BenchState
from cielo.app.pictures import panel_png
from cielo.app.reading import read_aloud
from cielo.core.bounds import Key
from cielo.core.plan import Dry, DryingWay
from cielo.core.sequence.made import Difference
from cielo.core.table.table import suggested_minutes
from cielo.exchange.plan_file import PlanModel

router = APIRouter(prefix="/cards/{card_id}/bench", tags=["bench"], responses=REFUSALS)

Number = Annotated[int, Path(ge=1, le=MOST_CARDS)]


class TimerOut(BaseModel):
    """``part``: the key of the piece, empty for the panel; ``at``: which of its steps it is, from 1."""

    number: int
    part: str
    step: str
    at: int
    ends_at: datetime


class BenchPartOut(BaseModel):
    """A part of the card that has steps: the panel, whose key is empty, or a piece."""

    key: str
    name: str
    made: bool


class DifferenceOut(BaseModel):
    """``set_aside``: the plan was changed since, and cannot be made so any more."""

    id: int
    step: str
    how: str
    value: str
    set_aside: bool


class WayOut(BaseModel):
    """What a drying step wants one way, minutes."""

    way: DryingWay
    minutes: float


class BenchOut(BaseModel):
    """One card of the batch in hand, as it is really made. ``now`` and the timers are the server's clock, read when all else is done."""

    number: int
    step: str
    places: dict[int, str]
    part: str
    parts: list[BenchPartOut]
    timers: list[TimerOut]
    differences: list[DifferenceOut]
    ways: dict[str, list[WayOut]]
    plan: PlanModel
    made: bool
    run: list[str]
    done: list[str]
    reading: ReadingOut
    now: datetime


class AtStep(Body):
    step: Key


class StartTimer(AtStep):
    """``way`` where another than the planned one is taken."""

    way: DryingWay | None = None


class Batch(Body):
    cards: Annotated[int, Field(ge=1, le=MOST_CARDS)]


class Differently(AtStep):
    how: Literal["skipped", "passes", "ink"]
    value: Annotated[str, Field(max_length=64)] = ""


@router.get("/{number}")
def look(card_id: CardId, number: Number, store: StoreOfApp) -> BenchOut:
    """Where a card of the batch stands."""
    return _out(bench.stand_at_bench(store, card_id, number))


@router.post("/batch")
def set_batch(card_id: CardId, body: Batch, store: StoreOfApp) -> BenchOut:
    """Make so many cards in rotation."""
    return _out(bench.set_batch(store, card_id, body.cards))


@router.post("/{number}/step")
def go(card_id: CardId, number: Number, body: AtStep, store: StoreOfApp) -> BenchOut:
    """Take another step in hand."""
    return _out(bench.go_to_step(store, card_id, body.step, number))


@router.post("/{number}/made")
def finish(card_id: CardId, number: Number, store: StoreOfApp) -> BenchOut:
    """All steps of a card are done; what they took is off the shelf."""
    return _out(bench.finish_card(store, card_id, number))


@router.post("/{number}/again")
def make_again(card_id: CardId, number: Number, store: StoreOfApp) -> BenchOut:
    """Another card in its place, from the first step."""
    return _out(bench.make_again(store, card_id, number))


@router.post("/{number}/timer")
def start(card_id: CardId, number: Number, body: StartTimer, store: StoreOfApp) -> BenchOut:
    """Start the timer of a drying step."""
    return _out(bench.start_timer(store, card_id, body.step, number, body.way))


@router.delete("/{number}/timer/{step}")
def stop(card_id: CardId, number: Number, step: Key, store: StoreOfApp) -> BenchOut:
    """Stop a timer."""
    return _out(bench.stop_timer(store, card_id, step, number))


@router.post("/{number}/differently")
def differently(card_id: CardId, number: Number, body: Differently, store: StoreOfApp) -> BenchOut:
    """Note that a step was done differently; all that follows is predicted from there."""
    return _out(bench.do_differently(store, card_id, number, Difference(body.step, body.how, body.value)))


@router.delete("/{number}/differently/{difference}")
def as_planned(
    card_id: CardId, number: Number, difference: Annotated[int, Path(ge=1, le=2**31 - 1)], store: StoreOfApp
) -> BenchOut:
    """Take a note of a difference back."""
    return _out(bench.as_planned_after_all(store, card_id, number, difference))


@router.get("/{number}/picture.png", **PNG)
def picture(
    card_id: CardId,
    number: Number,
    store: StoreOfApp,
    steps: Annotated[int, Query(ge=0, le=1000)],
    dpi: Annotated[float, Query(ge=4, le=300, allow_inf_nan=False)] = 90,
    lamp: Lamp = None,
) -> Response:
    """The panel of one card of the batch after some steps, as it is really made; tilted to a lamp where one is held."""
    plan = bench.stand_at_bench(store, card_id, number).plan
    png = panel_png(plan, dpi, min(steps, len(plan.steps)), lamp_mm=place_of(lamp))
    return Response(png, media_type="image/png", headers={"cache-control": "no-store"})


def _out(state: BenchState) -> BenchOut:
    plan = PlanModel.of(state.plan)
    reading = ReadingOut.of(plan, read_aloud(state.plan, state.supplies))
    ways: tuple[DryingWay, ...] = ("air", "blot", "heat")
    return BenchOut(
        number=state.number,
        step=state.step,
        places=state.places,
        part=state.part,
        parts=[BenchPartOut(key=part.key, name=part.name, made=part.made) for part in state.parts],
        timers=[TimerOut(number=t.number, part=t.part, step=t.step, at=t.at, ends_at=t.ends_at) for t in state.timers],
        differences=[
            DifferenceOut(
                id=k.id,
                step=k.difference.step,
                how=k.difference.how,
                value=k.difference.value,
                set_aside=k.id in state.set_aside,
            )
            for k in state.differences
        ],
        ways={
            step.id: [
                WayOut(way=way, minutes=step.minutes if way == step.way else suggested_minutes(state.plan, step, way))
                for way in ways
            ]
            for step in state.plan.steps
            if isinstance(step, Dry)
        },
        plan=plan,
        made=state.made,
        run=list(state.run),
        done=sorted(state.done),
        reading=reading,
        now=datetime.now(UTC),
    )
