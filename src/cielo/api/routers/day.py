"""The day plan of a card or a batch."""

from dataclasses import replace
from datetime import datetime
from typing import Annotated, Literal

from fastapi import APIRouter, Depends, Query, Response
from pydantic import BaseModel

from cielo.api.dependencies import CardId, StoreOfApp
from cielo.api.routers.cards import attachment
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.reading import FromCore
from cielo.app import cards as desk
from cielo.app.day import MOST_CARDS, QUICK, DayPlan, DayWish, export_day, plan_day, what_would_help

router = APIRouter(tags=["day"], responses=REFUSALS)

Count = Annotated[int, Query(ge=1, le=MOST_CARDS)]
Few = Annotated[int, Query(ge=1, le=9)]
Deadline = Annotated[float | None, Query(gt=0, le=2880, allow_inf_nan=False)]
# A first answer at once, and a longer look when it is asked for.
EFFORTS = {"quick": QUICK, "longer": 0.5}


class EntryOut(FromCore):
    card: int
    step: str
    number: int
    says: str
    start_s: int
    end_s: int
    by: list[str]


class BrushOut(FromCore):
    name: str
    tool: str
    steps: list[str]
    inks: list[str]


class DayOut(BaseModel):
    """``shortest``: proven so; else the best found, and none is shorter than ``bound_s``. ``counted``: what of the wish matters here."""

    entries: list[EntryOut]
    length_s: int
    shortest: bool
    bound_s: int
    late_by_s: int
    brushes: list[BrushOut]
    counted: list[str]

    @classmethod
    def of(cls, day: DayPlan) -> "DayOut":
        return cls(
            entries=[EntryOut.model_validate(entry) for entry in day.entries],
            length_s=day.timetable.length_s,
            shortest=day.timetable.shortest,
            bound_s=day.timetable.bound_s,
            late_by_s=day.late_by_s,
            brushes=[BrushOut.model_validate(brush) for brush in day.brushes.brushes],
            counted=list(day.counted),
        )


class SoonerOut(FromCore):
    """One more of something, so many then, and how long the day is with it."""

    field: str
    count: int
    length_s: int


def day_wish(
    cards: Count = 1,
    makers: Few = 1,
    heat_tools: Few = 1,
    presses: Few = 1,
    cutters: Few = 1,
    stencils: Count = 1,
    masks: Count = 1,
) -> DayWish:
    """What there is to work with; of stencils and masks, how many of each."""
    return DayWish(cards, makers, heat_tools, presses, cutters, stencils, masks)


Wish = Annotated[DayWish, Depends(day_wish)]


@router.get("/cards/{card_id}/day")
def day(
    card_id: CardId,
    store: StoreOfApp,
    wish: Wish,
    deadline_minutes: Deadline = None,
    look: Literal["quick", "longer"] = "quick",
) -> DayOut:
    """The shortest day found for a batch of a card."""
    plan = desk.open_card(store, card_id).revision.plan
    return DayOut.of(plan_day(plan, replace(wish, deadline_minutes=deadline_minutes), EFFORTS[look]))


@router.get("/cards/{card_id}/day/sooner")
def sooner(
    card_id: CardId, store: StoreOfApp, wish: Wish, length_s: Annotated[int, Query(ge=1, le=100_000_000)]
) -> list[SoonerOut]:
    """What one more of would end a day of that length sooner, the most first."""
    plan = desk.open_card(store, card_id).revision.plan
    return [SoonerOut.model_validate(more) for more in what_would_help(plan, wish, length_s)]


@router.get("/cards/{card_id}/day/export", response_class=Response)
def export(card_id: CardId, store: StoreOfApp, wish: Wish, start: datetime, form: Literal["ics", "csv"] = "ics") -> Response:
    """The day as a calendar or a table."""
    plan = desk.open_card(store, card_id).revision.plan
    found = plan_day(plan, wish, EFFORTS["longer"])
    media = "text/calendar" if form == "ics" else "text/csv"
    headers = {"content-disposition": attachment(f"{plan.title} day", form, "attachment")}
    return Response(export_day(plan, found, start, form), media_type=media, headers=headers)
