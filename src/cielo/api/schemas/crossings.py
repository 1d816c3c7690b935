"""What the web sends and gets about crossings."""

from typing import Annotated, Self

from pydantic import BaseModel, Field

from cielo.api.schemas.cards import Body
from cielo.app.crossings import Chart, Taken
from cielo.core.advice.crossing_checks import Mark
from cielo.core.bounds import Key
from cielo.core.materials import Ink
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.optics.hue import say_colour
from cielo.core.optics.layering import reflectance_of_stack
from cielo.core.optics.lights import LIGHTS
from cielo.core.optics.sight import SIGHTS, taken_for_one
from cielo.core.optics.water import frees, reflectance_after_water, reflectance_while_wet
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.strip import PER_MM, Strip
from cielo.exchange.materials_model import ColourModel

InkKeys = Annotated[list[Key], Field(min_length=1, max_length=9)]


class ChartWish(Body):
    stock: Key
    inks: InkKeys
    light: Key = "daylight"


class MarkOut(BaseModel):
    code: str
    words: str

    @classmethod
    def of(cls, mark: Mark) -> Self:
        return cls(code=mark.code, words=mark.words)


class CrossingOut(BaseModel):
    """Every ``hex`` is the colour by the chosen light; ``lab`` is of daylight. ``wet_apart``: CIEDE2000 to laying them wet."""

    bottom: str
    top: str
    passes: int
    hex: str
    lab: tuple[float, float, float]
    words: str
    uncertainty: float
    wet_hex: str
    wet_apart: float
    measured: bool
    marks: list[MarkOut]


class InkFactsOut(BaseModel):
    """An ink by itself on the stock; ``wet_hex`` before it dries, ``water_hex`` in the middle of a blotted drop."""

    key: str
    name: str
    kind: str
    lightness: float
    hex: str
    wet_hex: str
    water_hex: str
    water_words: str
    note: str


class LightOut(BaseModel):
    key: str
    name: str


class AlikeOut(BaseModel):
    """Two inks, by key, that eyes of some kinds take for one where usual eyes tell them apart at a glance."""

    first: str
    second: str
    eyes: str


class ChartOut(BaseModel):
    stock: str
    stock_name: str
    stock_hex: str
    light: str
    lights: list[LightOut]
    inks: list[InkFactsOut]
    crossings: list[CrossingOut]
    warnings: list[str]
    alike: list[AlikeOut]

    @classmethod
    def of(cls, chart: Chart) -> Self:
        alone = {c.top: c.lab for c in chart.crossings if c.bottom == c.top and c.passes == 1}
        return cls(
            stock=chart.stock.key,
            stock_name=chart.stock.name,
            stock_hex=chart.hex_of(reflectance_of_stack(chart.stock.paper, {}, [])),
            light=chart.light,
            lights=[LightOut(key=known.key, name=known.name) for known in LIGHTS.values()],
            inks=[_facts(chart, ink) for ink in chart.inks],
            crossings=[
                CrossingOut(
                    bottom=c.bottom,
                    top=c.top,
                    passes=c.passes,
                    hex=chart.hex_of(c.reflectance),
                    lab=c.lab,
                    words=say_colour(c.lab),
                    uncertainty=c.uncertainty,
                    wet_hex=chart.hex_of(c.wet_reflectance),
                    wet_apart=round(c.wet_apart, 1),
                    measured=c.measured,
                    marks=[MarkOut.of(mark) for mark in c.marks],
                )
                for c in chart.crossings
            ],
            warnings=list(chart.warnings),
            alike=[
                AlikeOut(first=first, second=second, eyes=" or ".join(SIGHTS[sight].name for sight in sights))
                for first, second, sights in taken_for_one(alone)
            ],
        )


NOTES = {
    "metallic": "Its base colour alone is predicted: glitter and shine are not.",
    "white": "Hides best when it goes on thick and last.",
    "powder": "Melted powder; sheds the ink laid over it.",
    "clear": "Clear and glossy; keeps what is under it, sheds what comes later.",
    "alcohol": "For sheets that do not soak it up; dries lighter than it looks wet.",
    "pigment": "Sits on top; its order matters.",
    "hybrid": "Part dye, part pigment; water makes it bloom.",
}


def _facts(chart: Chart, ink: Ink) -> InkFactsOut:
    paper = chart.stock.paper
    free = frees(ink)
    note = NOTES.get(ink.kind, "")
    if ink.over_black is None and ink.kind in ("pigment", "hybrid", "white", "metallic"):
        note += " How well it hides is guessed; a swatch over black would tell."
    return InkFactsOut(
        key=ink.key,
        name=ink.name,
        kind=ink.kind,
        lightness=lightness_on(paper, ink),
        hex=chart.hex_of(reflectance_of_stack(paper, {ink.key: ink}, [(ink.key, 1.0)])),
        wet_hex=chart.hex_of(reflectance_while_wet(paper, ink, 1.0)),
        water_hex=chart.hex_of(reflectance_after_water(paper, ink, 1.0)),
        water_words=f"water lifts about {free:.0%} of it" if free else "water does not move it",
        note=note.strip(),
    )


class StripWish(Body):
    """Inks in the order they are blended."""

    stock: Key
    inks: Annotated[list[Key], Field(min_length=2, max_length=9)]
    length_mm: Annotated[float, Field(ge=20, le=400)] = 150
    carry_mm: Annotated[float, Field(ge=0, le=200)] = 20


class StripOut(BaseModel):
    """``colours`` every 1 / ``per_mm`` mm. ``even_carry_mm``: the shortest carry that shows no line, where this one does."""

    colours: list[str]
    per_mm: int
    seams_mm: list[float]
    steepest_per_mm: float
    steepest_mm: float
    stark: bool
    even_carry_mm: float | None
    light_to_dark: list[str]

    @classmethod
    def of(cls, strip: Strip, light_to_dark: tuple[str, ...]) -> Self:
        return cls(
            colours=[hex_from_lab(lab) for lab in strip.colours],
            per_mm=PER_MM,
            seams_mm=list(strip.seams_mm),
            steepest_per_mm=strip.steepest_per_mm,
            steepest_mm=strip.steepest_mm,
            stark=strip.stark,
            even_carry_mm=strip.even_carry_mm,
            light_to_dark=list(light_to_dark),
        )


class KeepCrossing(Body):
    stock: Key
    bottom: Key
    top: Key
    colour: ColourModel


class DropCrossing(Body):
    stock: Key
    bottom: Key
    top: Key


class TakenOut(BaseModel):
    inks: list[str]
    crossings: int
    warnings: list[str]

    @classmethod
    def of(cls, taken: Taken) -> Self:
        return cls(inks=list(taken.inks), crossings=taken.crossings, warnings=list(taken.warnings))
