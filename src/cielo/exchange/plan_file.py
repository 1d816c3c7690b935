"""The plan file, ``*.cielo.json``: one self-contained JSON document, versioned, with a published schema.

A plan's nouns are read and written as the core declares them (core.plan); only colours stand otherwise in files, where they may be given
as Lab or as sRGB (materials_model). Version 2 keeps with each step what it was planned for (``purpose``). Version 3 has one run of
work: putting a piece on is a step (``put-on``), and ``run`` says how the work on the parts follows on each other. A file of an earlier
version is brought up when it is read.
"""

import json
from dataclasses import fields, replace
from typing import Annotated, Any, Literal, Self

from annotated_types import Len
from pydantic import Field

from cielo.core.bounds import Given, Hand, Name, RunKey, bounds_of
from cielo.core.plan import (
    Card,
    Cut,
    Focal,
    Hold,
    Mask,
    Pace,
    Pad,
    Piece,
    Plan,
    Schools,
    Step,
    Wish,
    ensure_sound,
    with_all_put_on,
    with_prints_as_referred,
    with_sheets_named,
)
from cielo.core.table.purpose import settled
from cielo.core.units import Units
from cielo.errors import BadInput
from cielo.exchange.materials_model import CrossingModel, InkModel, StockModel, Strict, say_units
from cielo.exchange.reading import read_json


def most(field: str) -> Any:
    """How many a plan may have of something, as the core has it."""
    bound = bounds_of(Plan)[field]
    assert isinstance(bound, Len)
    return Field(max_length=bound.max_length)


NEWEST = 3


class PlanModel(Strict):
    """A plan as it is stored, sent and exported."""

    format: Literal["cielo.plan"] = "cielo.plan"
    version: Literal[1, 2, 3] = 3
    title: Name
    units: Units = "in"
    card: Card
    stock: StockModel
    inks: Annotated[tuple[InkModel, ...], most("inks")]
    masks: Annotated[tuple[Mask, ...], most("masks")] = ()
    steps: Annotated[tuple[Step, ...], most("steps")] = ()
    focal: Annotated[tuple[Focal, ...], most("focal")] = ()
    holds: Annotated[tuple[Hold, ...], most("holds")] = ()
    cuts: Annotated[tuple[Cut, ...], most("cuts")] = ()
    schools: Schools = Schools()
    wishes: Annotated[tuple[Wish, ...], most("wishes")] = ()
    crossings: Annotated[tuple[CrossingModel, ...], most("crossings")] = ()
    pieces: Annotated[tuple[Piece, ...], most("pieces")] = ()
    run: Annotated[tuple[RunKey, ...], most("run")] = ()
    hand: Hand = 1.0
    pads: Annotated[tuple[Pad, ...], most("pads")] = ()
    pace: Pace = Pace()
    given: Given = 0

    def to_core(self) -> Plan:
        """The plan as core data; one of an earlier version puts its pieces on last, and is walked once for what each step is for. Raises
        BadInput when its parts do not refer to each other or do not fit."""
        parts = {part.name: getattr(self, part.name) for part in fields(Plan)}
        parts["stock"] = self.stock.to_core()
        parts["inks"] = tuple(ink.to_core() for ink in self.inks)
        parts["crossings"] = tuple(crossing.to_core() for crossing in self.crossings)
        plan = Plan(**parts)
        ensure_sound(plan)
        plan = with_prints_as_referred(plan)
        return settled(with_all_put_on(_sheets_named(plan))) if self.version < NEWEST else plan

    @classmethod
    def of(cls, plan: Plan) -> Self:
        parts = {part.name: getattr(plan, part.name) for part in fields(Plan)}
        parts["stock"] = StockModel.of(plan.stock)
        parts["inks"] = tuple(InkModel.of(ink) for ink in plan.inks)
        parts["crossings"] = tuple(CrossingModel.of(crossing) for crossing in plan.crossings)
        return cls(**parts)


def _sheets_named(plan: Plan) -> Plan:
    """A plan of an earlier version, which did not say which of its masks are of one sheet."""
    pieces = tuple(replace(piece, masks=with_sheets_named(piece.masks)) for piece in plan.pieces)
    return replace(plan, masks=with_sheets_named(plan.masks), pieces=pieces)


def read_plan(data: bytes) -> Plan:
    """The bytes of a plan file to a plan. Raises BadInput or TooLarge, naming the field."""
    try:
        return read_json(PlanModel, data, what="plan file").to_core()
    except BadInput as error:
        if _is_newer(data):
            raise BadInput(
                "this plan was written by a newer Cielo.",
                field="version",
                mend="Open it with that one, or bring Cielo up to date.",
            ) from error
        raise


def _is_newer(data: bytes) -> bool:
    """Whether what cannot be read is a plan of a version that this Cielo does not know yet."""
    try:
        document = json.loads(data)
    except (ValueError, RecursionError):
        return False
    if not isinstance(document, dict) or document.get("format") != "cielo.plan":
        return False
    version = document.get("version")
    return type(version) is int and version > NEWEST


def write_plan(plan: Plan) -> bytes:
    """A plan to the bytes of its file; the same plan always gives the same bytes."""
    document = PlanModel.of(plan).model_dump(mode="json", exclude_none=True)
    if plan.hand == 1:
        del document["hand"]
    if plan.pace == Pace():
        del document["pace"]
    for name in ("pads", "given", "pieces", "run"):  # a plain card never meets the words
        if not document[name]:
            del document[name]
    for stock in [document["stock"], *(piece["stock"] for piece in document.get("pieces", []))]:
        if not stock["fibres"]:
            del stock["fibres"]
    for piece in document.get("pieces", []):
        if not piece["cuts"]:  # nor one that nothing is cut from
            del piece["cuts"], piece["used"]
        if not piece["wishes"]:
            del piece["wishes"]
    for mask in [*document["masks"], *(mask for piece in document.get("pieces", []) for mask in piece["masks"])]:
        _leave_out_the_usual(mask)
    return (json.dumps(document, indent=2, ensure_ascii=False) + "\n").encode()


def _leave_out_the_usual(mask: dict[str, Any]) -> None:
    """Drops from a mask of a plan file what says nothing: no names, no others of a name, a sheet that is not a part."""
    for one in mask["named"]:
        if not one["others"]:
            del one["others"]
    if not mask["named"]:
        del mask["named"]
    if mask["part"] == "itself":
        del mask["part"]


def plan_schema() -> dict[str, Any]:
    """The JSON Schema of a plan file."""
    schema = PlanModel.model_json_schema()
    for noun in schema["$defs"].values():
        say_units(noun)
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema, "title": f"Cielo plan, version {NEWEST}"}
