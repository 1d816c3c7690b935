"""The plan file, ``*.cielo.json``: one self-contained JSON document, versioned, with a published schema.

The models mirror the frozen data of core.plan; the core knows nothing of them.
"""

import json
from typing import Annotated, Any, Literal, Self

from pydantic import Field

from cielo.core.plan import (
    Band,
    Brush,
    Card,
    Disc,
    Dry,
    DryingWay,
    Edge,
    Fade,
    Halo,
    LayMask,
    LiftMask,
    Onto,
    Plan,
    Region,
    Reveals,
    Step,
    Touch,
    Whole,
    Wipe,
    ensure_sound,
)
from cielo.core.units import Units
from cielo.exchange.materials_model import InkModel, Key, Name, StockModel, Strict
from cielo.exchange.reading import read_json

FORMAT = "cielo.plan"
VERSION = 1

Length = Annotated[float, Field(ge=0, le=1000, description="millimetres")]
Size = Annotated[float, Field(gt=0, le=1000, description="millimetres")]
Place = Annotated[float, Field(ge=-1000, le=2000, description="millimetres from the panel's top left corner")]


class RevealsModel(Strict):
    left_mm: Length
    top_mm: Length
    right_mm: Length
    bottom_mm: Length


class CardModel(Strict):
    width_mm: Annotated[float, Field(ge=20, le=600)]
    height_mm: Annotated[float, Field(ge=20, le=600)]
    fold: Literal["left", "top"] = "left"
    reveals: RevealsModel

    def to_core(self) -> Card:
        return Card(self.width_mm, self.height_mm, self.fold, Reveals(**self.reveals.model_dump()))


class DiscModel(Strict):
    key: Key
    name: Name
    x_mm: Place
    y_mm: Place
    diameter_mm: Annotated[float, Field(ge=2, le=600)]

    def to_core(self) -> Disc:
        return Disc(**self.model_dump())


class WholeModel(Strict):
    over: Literal["whole"] = "whole"

    def to_core(self) -> Whole:
        return Whole()


class BandModel(Strict):
    over: Literal["band"] = "band"
    edge: Edge
    start_mm: Length
    end_mm: Length
    lead_in_mm: Length = 0.0
    carry_mm: Length = 0.0

    def to_core(self) -> Band:
        return Band(**self.model_dump())


class HaloModel(Strict):
    over: Literal["halo"] = "halo"
    mask: Key
    reach_mm: Size

    def to_core(self) -> Halo:
        return Halo(**self.model_dump())


RegionModel = Annotated[WholeModel | BandModel | HaloModel, Field(discriminator="over")]


class FadeModel(Strict):
    edge: Edge
    width_mm: Size


class BrushModel(Strict):
    do: Literal["brush"] = "brush"
    id: Key
    ink: Key
    tool: Key
    region: RegionModel
    touch: Touch = "light"
    passes: Annotated[int, Field(ge=1, le=20)] = 1
    onto: Onto = "damp"
    fade: FadeModel | None = None

    def to_core(self) -> Brush:
        region: Region = self.region.to_core()
        fade = Fade(self.fade.edge, self.fade.width_mm) if self.fade else None
        return Brush(self.id, self.ink, self.tool, region, self.touch, self.passes, self.onto, fade)


class LayMaskModel(Strict):
    do: Literal["lay-mask"] = "lay-mask"
    id: Key
    mask: Key

    def to_core(self) -> LayMask:
        return LayMask(self.id, self.mask)


class LiftMaskModel(Strict):
    do: Literal["lift-mask"] = "lift-mask"
    id: Key
    mask: Key

    def to_core(self) -> LiftMask:
        return LiftMask(self.id, self.mask)


class WipeModel(Strict):
    do: Literal["wipe"] = "wipe"
    id: Key
    mask: Key

    def to_core(self) -> Wipe:
        return Wipe(self.id, self.mask)


class DryModel(Strict):
    do: Literal["dry"] = "dry"
    id: Key
    way: DryingWay = "air"
    minutes: Annotated[float, Field(gt=0, le=1440)]

    def to_core(self) -> Dry:
        return Dry(self.id, self.way, self.minutes)


StepModel = Annotated[BrushModel | LayMaskModel | LiftMaskModel | WipeModel | DryModel, Field(discriminator="do")]


class PlanModel(Strict):
    """A plan as it is stored, sent and exported."""

    format: Literal["cielo.plan"] = "cielo.plan"
    version: Literal[1] = 1
    title: Name
    units: Units = "in"
    card: CardModel
    stock: StockModel
    inks: Annotated[list[InkModel], Field(max_length=24)]
    masks: Annotated[list[DiscModel], Field(max_length=24)] = []
    steps: Annotated[list[StepModel], Field(max_length=200)] = []

    def to_core(self) -> Plan:
        """The plan as core data. Raises BadInput when its parts do not refer to each other or do not fit."""
        plan = Plan(
            self.title,
            self.units,
            self.card.to_core(),
            self.stock.to_core(),
            tuple(ink.to_core() for ink in self.inks),
            tuple(mask.to_core() for mask in self.masks),
            tuple(_step(step) for step in self.steps),
        )
        ensure_sound(plan)
        return plan

    @classmethod
    def of(cls, plan: Plan) -> Self:
        parts: dict[str, Any] = {
            "card": CardModel.model_validate(plan.card),
            "stock": StockModel.of(plan.stock),
            "inks": [InkModel.of(ink) for ink in plan.inks],
            "masks": [DiscModel.model_validate(mask) for mask in plan.masks],
            "steps": [_step_model(step) for step in plan.steps],
        }
        return cls(title=plan.title, units=plan.units, **parts)


STEP_MODELS: dict[type[Step], type[Strict]] = {
    Brush: BrushModel,
    LayMask: LayMaskModel,
    LiftMask: LiftMaskModel,
    Wipe: WipeModel,
    Dry: DryModel,
}


def _step(model: StepModel) -> Step:
    return model.to_core()


def _step_model(step: Step) -> Strict:
    return STEP_MODELS[type(step)].model_validate(step)


def read_plan(data: bytes) -> Plan:
    """The bytes of a plan file to a plan. Raises BadInput or TooLarge, naming the field."""
    return read_json(PlanModel, data, what="plan file").to_core()


def write_plan(plan: Plan) -> bytes:
    """A plan to the bytes of its file; the same plan always gives the same bytes."""
    document = PlanModel.of(plan).model_dump(mode="json", exclude_none=True)
    return (json.dumps(document, indent=2, ensure_ascii=False) + "\n").encode()


def plan_schema() -> dict[str, Any]:
    """The JSON Schema of a plan file."""
    schema = PlanModel.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema, "title": "Cielo plan, version 1"}
