"""The plan file, ``*.cielo.json``: one self-contained JSON document, versioned, with a published schema.

The models mirror the frozen data of core.plan; the core knows nothing of them. Version 2 keeps with each step what it was planned for
(``purpose``); a file of version 1 is brought up when it is read.
"""

import json
from collections.abc import Callable
from typing import Annotated, Any, ClassVar, Literal, Self

from annotated_types import Len
from pydantic import Field, TypeAdapter

from cielo.core.bounds import (
    MOST_STEPS,
    Angle,
    Cover,
    Gap,
    HoldLength,
    HoldWidth,
    Length,
    Letter,
    MarkSize,
    Minutes,
    Offset,
    Owned,
    Passes,
    PatchSize,
    Pitch,
    Place,
    PrintCount,
    Raised,
    Rim,
    Rise,
    Scale,
    Seed,
    Side,
    Size,
    Span,
    Spread,
    Text,
    Trim,
    bounds_of,
)
from cielo.core.plan import (
    MOST_RINGS,
    Act,
    Arrangement,
    Band,
    Brush,
    Card,
    Cut,
    Disc,
    Drawn,
    Dry,
    DryingWay,
    Edge,
    EdgeMask,
    Fade,
    Focal,
    Fold,
    Halo,
    Hold,
    Inside,
    Keeps,
    LayMask,
    LiftMask,
    Mask,
    Mat,
    MotifMask,
    Motifs,
    Onto,
    Patches,
    Plan,
    Prepare,
    Profile,
    Purpose,
    Reveals,
    Schools,
    Slant,
    Stencil,
    Step,
    Tapes,
    Touch,
    Vignette,
    Water,
    WaterAmount,
    WetArea,
    Whole,
    Wipe,
    WipeBeads,
    Wish,
    Words,
    ensure_sound,
)
from cielo.core.table.purpose import settled
from cielo.core.units import Units
from cielo.exchange.materials_model import CrossingModel, InkModel, Key, Name, StockModel, Strict
from cielo.exchange.reading import read_json

EnvelopeKey = Literal["folded", "c6", "dl", "c5", "quarter", "five-seven", "six-square", "slim"]


class RevealsModel(Strict):
    left_mm: Length
    top_mm: Length
    right_mm: Length
    bottom_mm: Length


class MatModel(Strict):
    stock: Name
    reveals: RevealsModel

    def to_core(self) -> Mat:
        return Mat(self.stock, Reveals(**self.reveals.model_dump()))


class CardModel(Strict):
    width_mm: Side
    height_mm: Side
    fold: Fold = "left"
    reveals: RevealsModel
    mats: Annotated[list[MatModel], Field(max_length=4, description="from the panel outwards")] = []
    base_stock: Name = "plain card"
    trim_mm: Annotated[Trim, Field(description="how much larger it is inked all round")] = 0.0
    raised_mm: Annotated[Raised, Field(description="foam tape under the panel")] = 0.0
    envelope: EnvelopeKey = "folded"

    def to_core(self) -> Card:
        return Card(
            self.width_mm,
            self.height_mm,
            self.fold,
            Reveals(**self.reveals.model_dump()),
            tuple(mat.to_core() for mat in self.mats),
            self.base_stock,
            self.trim_mm,
            self.raised_mm,
            self.envelope,
        )


class Mirror(Strict):
    """A model with the fields of one class of core data."""

    core: ClassVar[Callable[..., Any]]

    def to_core(self) -> Any:
        """The core's own object."""
        return self.core(**{name: value.to_core() if isinstance(value, Mirror) else value for name, value in self})


Motif = Literal["leaf", "rosette", "flower", "star", "spines", "stone", "saguaro", "arch", "rays", "dot"]


class MaskModel(Mirror):
    key: Key
    name: Name
    x_mm: Place
    y_mm: Place


class DiscModel(MaskModel):
    core = Disc
    shape: Literal["disc"] = "disc"
    diameter_mm: Span
    keeps: Keeps = "inside"


class EdgeMaskModel(MaskModel):
    core = EdgeMask
    shape: Literal["edge"] = "edge"
    profile: Profile
    angle_deg: Angle = 0.0
    height_mm: Rise = 8.0
    seed: Seed = 0
    flipped: bool = False
    keeps: Keeps = "inside"


class TapesModel(MaskModel):
    core = Tapes
    shape: Literal["tapes"] = "tapes"
    angle_deg: Angle
    width_mm: Span
    keeps: Keeps = "outside"


class StencilModel(MaskModel):
    core = Stencil
    shape: Literal["stencil"] = "stencil"
    motif: Motif
    size_mm: Span
    pitch_mm: Span
    angle_deg: Angle = 0.0
    staggered: bool = True
    spread_mm: Spread = 0.0
    flipped: bool = False
    keeps: Keeps = "outside"


class MotifMaskModel(MaskModel):
    core = MotifMask
    shape: Literal["motif"] = "motif"
    motif: Motif
    size_mm: Span
    angle_deg: Angle = 0.0
    spread_mm: Spread = 0.0
    flipped: bool = False
    keeps: Keeps = "inside"


class DrawnModel(MaskModel):
    core = Drawn
    shape: Literal["drawn"] = "drawn"
    rings: Annotated[
        list[Annotated[list[tuple[Offset, Offset]], Field(min_length=3, max_length=4100)]],
        Field(min_length=1, max_length=MOST_RINGS),
    ]
    scale: Scale = 1.0
    angle_deg: Angle = 0.0
    flipped: bool = False
    spread_mm: Spread = 0.0
    pitch_mm: Annotated[Pitch, Field(description="0 lays it once")] = 0.0
    staggered: bool = False
    keeps: Keeps = "outside"

    def to_core(self) -> Drawn:
        plain = {name: value for name, value in self if name not in ("rings", "shape")}
        return Drawn(rings=tuple(tuple(ring) for ring in self.rings), **plain)


AnyMask = Annotated[
    DiscModel | EdgeMaskModel | TapesModel | StencilModel | MotifMaskModel | DrawnModel, Field(discriminator="shape")
]


class WholeModel(Mirror):
    core = Whole
    over: Literal["whole"] = "whole"


class BandModel(Mirror):
    core = Band
    over: Literal["band"] = "band"
    edge: Edge
    start_mm: Length
    end_mm: Length
    lead_in_mm: Length = 0.0
    carry_mm: Length = 0.0


class SlantModel(Mirror):
    core = Slant
    over: Literal["slant"] = "slant"
    angle_deg: Angle
    start_mm: Length
    end_mm: Length
    lead_in_mm: Length = 0.0
    carry_mm: Length = 0.0


class HaloModel(Mirror):
    core = Halo
    over: Literal["halo"] = "halo"
    mask: Key
    reach_mm: Size


class VignetteModel(Mirror):
    core = Vignette
    over: Literal["vignette"] = "vignette"
    reach_mm: Size
    origin: Literal["edges", "corners"] = "edges"


class PatchesModel(Mirror):
    core = Patches
    over: Literal["patches"] = "patches"
    size_mm: PatchSize
    cover: Annotated[Cover, Field(description="share of the panel")]


OpeningKey = Annotated[str, Field(pattern=r"^(r-?[0-9]{1,4}c-?[0-9]{1,4}|o[0-9]{1,4})$")]


class InsideModel(Mirror):
    core = Inside
    over: Literal["inside"] = "inside"
    mask: Key
    shaded_from: Edge | None = None
    openings: Annotated[tuple[OpeningKey, ...], Field(max_length=200)] = ()
    covered: bool = False


class MotifsModel(Mirror):
    core = Motifs
    over: Literal["motifs"] = "motifs"
    motif: Motif
    size_mm: MarkSize
    count: PrintCount
    gap_mm: Gap = 1.0
    arrangement: Arrangement = "scattered"
    front: bool = False


class WordsModel(Mirror):
    core = Words
    over: Literal["words"] = "words"
    text: Text
    x_mm: Place
    y_mm: Place
    height_mm: Letter


class WetAreaModel(Mirror):
    core = WetArea
    over: Literal["wet-area"] = "wet-area"


RegionModel = Annotated[
    WholeModel | BandModel | SlantModel | HaloModel | VignetteModel | PatchesModel | InsideModel | MotifsModel | WordsModel
    | WetAreaModel,
    Field(discriminator="over"),
]  # fmt: skip


class FadeModel(Mirror):
    core = Fade
    edge: Edge
    width_mm: Size


StepKeys = Annotated[tuple[Key, ...], Field(max_length=MOST_STEPS)]


class PurposeModel(Mirror):
    core = Purpose
    under: Annotated[StepKeys, Field(description="steps that laid the masks it goes through or past")] = ()
    over: Annotated[StepKeys, Field(description="steps it comes over, where no rule says otherwise")] = ()
    keep_over: Annotated[StepKeys, Field(description="steps it is meant over")] = ()
    over_dry: Annotated[StepKeys, Field(description="steps it is meant over once they are dry")] = ()
    to: Annotated[Key | None, Field(description="the step it helps; of a mask taken off, the step that laid it")] = None


class BrushModel(Mirror):
    core = Brush
    do: Literal["brush"] = "brush"
    id: Key
    ink: Key
    tool: Key
    region: RegionModel
    touch: Touch = "light"
    passes: Passes = 1
    onto: Onto = "damp"
    fade: FadeModel | None = None
    seed: Seed = 0
    purpose: PurposeModel | None = None


class WaterModel(Mirror):
    core = Water
    do: Literal["water"] = "water"
    id: Key
    tool: Key
    region: RegionModel
    amount: WaterAmount = "medium"
    blot: bool = True
    seed: Seed = 0
    purpose: PurposeModel | None = None


class LayMaskModel(Mirror):
    core = LayMask
    do: Literal["lay-mask"] = "lay-mask"
    id: Key
    mask: Key
    purpose: PurposeModel | None = None


class LiftMaskModel(Mirror):
    core = LiftMask
    do: Literal["lift-mask"] = "lift-mask"
    id: Key
    mask: Key
    purpose: PurposeModel | None = None


class WipeModel(Mirror):
    core = Wipe
    do: Literal["wipe"] = "wipe"
    id: Key
    mask: Key
    purpose: PurposeModel | None = None


class WipeBeadsModel(Mirror):
    core = WipeBeads
    do: Literal["wipe-beads"] = "wipe-beads"
    id: Key
    purpose: PurposeModel | None = None


class DryModel(Mirror):
    core = Dry
    do: Literal["dry"] = "dry"
    id: Key
    way: DryingWay = "air"
    minutes: Minutes
    purpose: PurposeModel | None = None


class PrepareModel(Mirror):
    core = Prepare
    do: Literal["prepare"] = "prepare"
    id: Key
    act: Act
    tool: Key | None = None
    purpose: PurposeModel | None = None


StepModel = Annotated[
    BrushModel | WaterModel | LayMaskModel | LiftMaskModel | WipeModel | WipeBeadsModel | DryModel | PrepareModel,
    Field(discriminator="do"),
]


class FocalModel(Mirror):
    core = Focal
    key: Key
    name: Name
    kind: Literal["image", "sentiment"]
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    ink: Key | None = None
    stands: bool = False


class HoldModel(Mirror):
    core = Hold
    key: Key
    kind: Literal["tape", "magnet"]
    mask: Key
    x_mm: Place
    y_mm: Place
    length_mm: HoldLength = 30.0
    width_mm: HoldWidth = 15.0
    angle_deg: Angle = 0.0


class CutModel(Mirror):
    core = Cut
    key: Key
    name: Name
    use: Literal["window", "frame", "spotlight", "strip", "sentiment"]
    outline: Literal["rectangle", "round"] | Motif
    x_mm: Place
    y_mm: Place
    width_mm: Span
    height_mm: Span
    angle_deg: Angle = 0.0
    rim_mm: Rim = 6.0


class SchoolsModel(Mirror):
    core = Schools
    order: Literal["light-to-dark", "there-and-back", "dark-rim-first"] = "light-to-dark"
    brushes: Literal["one-per-ink", "one-per-family", "as-few-as-stay-clean"] = "one-per-ink"
    emboss: Literal["first", "last"] = "first"
    strays: Literal["clean", "accept"] = "clean"
    owned: Owned = 3


class WishModel(Mirror):
    core = Wish
    first: Key
    then: Key


def most(field: str) -> Any:
    """How many a plan may have of something, as the core has it."""
    bound = bounds_of(Plan)[field]
    assert isinstance(bound, Len)
    return Field(max_length=bound.max_length)


class PlanModel(Strict):
    """A plan as it is stored, sent and exported."""

    format: Literal["cielo.plan"] = "cielo.plan"
    version: Literal[1, 2] = 2
    title: Name
    units: Units = "in"
    card: CardModel
    stock: StockModel
    inks: Annotated[list[InkModel], most("inks")]
    masks: Annotated[list[AnyMask], most("masks")] = []
    steps: Annotated[list[StepModel], most("steps")] = []
    focal: Annotated[list[FocalModel], most("focal")] = []
    holds: Annotated[list[HoldModel], most("holds")] = []
    cuts: Annotated[list[CutModel], most("cuts")] = []
    schools: SchoolsModel = SchoolsModel()
    wishes: Annotated[list[WishModel], most("wishes")] = []
    crossings: Annotated[list[CrossingModel], most("crossings")] = []

    def to_core(self) -> Plan:
        """The plan as core data; one of version 1 is walked once for what each step is for. Raises BadInput when its parts do not refer
        to each other or do not fit."""
        plan = Plan(
            self.title,
            self.units,
            self.card.to_core(),
            self.stock.to_core(),
            tuple(ink.to_core() for ink in self.inks),
            tuple(mask.to_core() for mask in self.masks),
            tuple(step.to_core() for step in self.steps),
            tuple(piece.to_core() for piece in self.focal),
            tuple(hold.to_core() for hold in self.holds),
            tuple(cut.to_core() for cut in self.cuts),
            self.schools.to_core(),
            tuple(wish.to_core() for wish in self.wishes),
            tuple(crossing.to_core() for crossing in self.crossings),
        )
        ensure_sound(plan)
        return settled(plan) if self.version == 1 else plan

    @classmethod
    def of(cls, plan: Plan) -> Self:
        parts: dict[str, Any] = {
            "card": CardModel.model_validate(plan.card),
            "stock": StockModel.of(plan.stock),
            "inks": [InkModel.of(ink) for ink in plan.inks],
            "masks": [mask_model(mask) for mask in plan.masks],
            "steps": [step_model(step) for step in plan.steps],
            "focal": [FocalModel.model_validate(piece) for piece in plan.focal],
            "holds": [HoldModel.model_validate(hold) for hold in plan.holds],
            "cuts": [CutModel.model_validate(cut) for cut in plan.cuts],
            "schools": SchoolsModel.model_validate(plan.schools),
            "wishes": [WishModel.model_validate(wish) for wish in plan.wishes],
            "crossings": [CrossingModel.of(crossing) for crossing in plan.crossings],
        }
        return cls(title=plan.title, units=plan.units, **parts)


_masks: TypeAdapter[Any] = TypeAdapter(AnyMask)
_steps: TypeAdapter[Any] = TypeAdapter(StepModel)


def mask_model(mask: Mask) -> Mirror:
    """The model of a mask."""
    return _masks.validate_python(mask, from_attributes=True)  # type: ignore[no-any-return]


def step_model(step: Step) -> Mirror:
    """The model of a step."""
    return _steps.validate_python(step, from_attributes=True)  # type: ignore[no-any-return]


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
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema, "title": "Cielo plan, version 2"}
