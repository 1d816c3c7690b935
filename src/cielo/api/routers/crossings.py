"""Crossings: chart, strip, sheets to print, readings in and out."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, Response

from cielo.api.dependencies import FileBody, StoreOfApp
from cielo.api.schemas.crossings import (
    ChartOut,
    ChartWish,
    DropCrossing,
    KeepCrossing,
    StripOut,
    StripWish,
    TakenOut,
)
from cielo.api.schemas.problem import REFUSALS
from cielo.app import crossings
from cielo.core.bounds import Key
from cielo.core.units import Units

router = APIRouter(prefix="/crossings", tags=["crossings"], responses=REFUSALS)

Inks = Annotated[list[Key], Query(alias="ink", min_length=1, max_length=9)]
PDF: dict[str, Any] = {"response_class": Response, "responses": {200: {"content": {"application/pdf": {}}}}}
TEXT: dict[str, Any] = {"response_class": Response, "responses": {200: {"content": {"text/plain": {}}}}}


@router.post("/chart")
def chart(wish: ChartWish, store: StoreOfApp) -> ChartOut:
    """Every chosen ink over every other on a stock, both orders, one and two passes."""
    return ChartOut.of(crossings.chart(store, wish.stock, tuple(wish.inks), wish.light))


@router.post("/strip")
def strip(wish: StripWish, store: StoreOfApp) -> StripOut:
    """A sequence of inks blended: its colours, its steepest place, and what carry would even it out."""
    keys = tuple(wish.inks)
    made = crossings.strip(store, wish.stock, keys, wish.length_mm, wish.carry_mm)
    return StripOut.of(made, crossings.sorted_for(store, wish.stock, keys))


@router.post("/measured", status_code=204)
def keep(body: KeepCrossing, store: StoreOfApp) -> None:
    """Keep a crossing that was measured; it refines what is predicted on that stock."""
    crossings.keep_crossing(store, body.stock, body.bottom, body.top, body.colour.colour)


@router.delete("/measured", status_code=204)
def drop(body: DropCrossing, store: StoreOfApp) -> None:
    """Forget a measured crossing."""
    crossings.drop_crossing(store, body.stock, body.bottom, body.top)


@router.get("/chart.pdf", **PDF)
def chart_pdf(store: StoreOfApp, stock: Key, ink: Inks, light: Key = "daylight", units: Units = "in") -> Response:
    """The chart to print."""
    return Response(crossings.chart_sheet(store, stock, tuple(ink), light, units), media_type="application/pdf")


@router.get("/swatches.pdf", **PDF)
def swatches_pdf(store: StoreOfApp, stock: Key, ink: Inks, units: Units = "in") -> Response:
    """Squares to ink by hand, 1:1."""
    return Response(crossings.swatch_sheet(store, stock, tuple(ink), units), media_type="application/pdf")


@router.get("/readings.txt", **TEXT)
def readings(store: StoreOfApp, stock: Key, ink: Inks) -> Response:
    """What those squares should read, as CGATS text."""
    headers = {"content-disposition": 'attachment; filename="swatches.txt"'}
    return Response(crossings.predicted_readings(store, stock, tuple(ink)), media_type="text/plain", headers=headers)


@router.post(
    "/readings",
    openapi_extra={"requestBody": {"required": True, "content": {"text/plain": {"schema": {"type": "string"}}}}},
)
def take_readings(body: FileBody, store: StoreOfApp, stock: Key) -> TakenOut:
    """Readings of a swatch sheet, CGATS text as the body: new swatches and measured crossings."""
    return TakenOut.of(crossings.take_readings(store, stock, body))
