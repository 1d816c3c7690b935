"""Colours, papers, swatches, inks and stocks as they stand in JSON: strict, with words for what is wrong."""

from typing import Annotated, Any, Self

from pydantic import BaseModel, ConfigDict, Field, model_validator

from cielo.core.bounds import Hiding, Key, Lab, Name, Share, Strength, Thickness
from cielo.core.materials import Dries, Ink, InkKind, InWater, Laydown, MeasuredCrossing, Paper, Stock, Surface, Swatch
from cielo.core.optics.spectra import lab_from_hex


def say_units(schema: dict[str, Any]) -> None:
    """In the published schema a field says what its name measures in."""
    for name, field in schema.get("properties", {}).items():
        for ending, unit in (("_mm", "millimetres"), ("_deg", "degrees, clockwise")):
            if name.endswith(ending):
                field.setdefault("description", unit)


class Strict(BaseModel):
    """Unknown keys, NaN and infinities are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, from_attributes=True, frozen=True, json_schema_extra=say_units)


class ColourModel(Strict):
    """A colour: ``lab`` (CIE Lab of D50, 2 degrees) or ``hex`` (sRGB, adapted to D50)."""

    lab: Lab | None = None
    hex: str | None = None

    @model_validator(mode="after")
    def _one_of_both(self) -> Self:
        if (self.lab is None) == (self.hex is None):
            raise ValueError("give the colour either as lab or as hex, one of the two.")
        return self

    @property
    def colour(self) -> Lab:
        if self.lab is not None:
            return self.lab
        value = lab_from_hex(self.hex or "")
        return (float(value[0]), float(value[1]), float(value[2]))


class PaperModel(ColourModel):
    surface: Surface

    def to_core(self) -> Paper:
        return Paper(self.colour, self.surface)

    @classmethod
    def of(cls, paper: Paper) -> Self:
        return cls(lab=paper.lab, surface=paper.surface)


class SwatchModel(ColourModel):
    strength: Strength = 1.0

    def to_core(self) -> Swatch:
        return Swatch(self.strength, self.colour)

    @classmethod
    def of(cls, swatch: Swatch) -> Self:
        return cls(strength=swatch.strength, lab=swatch.lab)


class CrossingModel(ColourModel):
    """A measured crossing of two inks, each one full application, bottom first."""

    inks: tuple[Key, Key]

    def to_core(self) -> MeasuredCrossing:
        return MeasuredCrossing(self.inks[0], self.inks[1], self.colour)

    @classmethod
    def of(cls, crossing: MeasuredCrossing) -> Self:
        return cls(inks=(crossing.bottom, crossing.top), lab=crossing.lab)


class InkFacts(Strict):
    """What is known of an ink, whatever it is called. ``dye_share`` counts for hybrids alone: how much of the colour soaks in."""

    kind: InkKind
    laydown: Laydown = "film"
    measured_on: PaperModel | None = None
    swatches: Annotated[list[SwatchModel], Field(min_length=1, max_length=50)]
    over_black: SwatchModel | None = None
    dye_share: Share = 0.5
    hiding: Hiding = 1.0
    water: InWater = "usual"
    dries: Dries = "usual"

    def as_ink(self, key: str, name: str) -> Ink:
        return Ink(
            key,
            name,
            self.kind,
            tuple(swatch.to_core() for swatch in self.swatches),
            self.laydown,
            self.measured_on.to_core() if self.measured_on else None,
            self.over_black.to_core() if self.over_black else None,
            self.dye_share,
            self.hiding,
            self.water,
            self.dries,
        )


class InkModel(InkFacts):
    key: Key
    name: Name

    def to_core(self) -> Ink:
        return self.as_ink(self.key, self.name)

    @classmethod
    def of(cls, ink: Ink) -> Self:
        facts: dict[str, Any] = {
            "swatches": [SwatchModel.of(swatch) for swatch in ink.swatches],
            "measured_on": PaperModel.of(ink.measured_on) if ink.measured_on else None,
            "over_black": SwatchModel.of(ink.over_black) if ink.over_black else None,
        }
        plain = {name: getattr(ink, name) for name in ("key", "name", "kind", "laydown", "dye_share", "hiding", "water", "dries")}
        return cls(**plain, **facts)


class StockModel(Strict):
    key: Key
    name: Name
    paper: PaperModel
    thickness_mm: Thickness = 0.3
    translucent: bool = False
    fibres: bool = False

    def to_core(self) -> Stock:
        return Stock(self.key, self.name, self.paper.to_core(), self.thickness_mm, self.translucent, self.fibres)

    @classmethod
    def of(cls, stock: Stock) -> Self:
        paper = PaperModel.of(stock.paper)
        own = {name: getattr(stock, name) for name in ("key", "name", "thickness_mm", "translucent", "fibres")}
        return cls(paper=paper, **own)
