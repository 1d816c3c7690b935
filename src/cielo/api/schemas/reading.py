"""What the web gets read aloud of a plan: sentences, findings, masks, prints, focal pieces."""

from typing import Any, Literal, Self

from pydantic import BaseModel, ConfigDict

from cielo.app.reading import Reading
from cielo.core.optics.gamut import hex_from_lab
from cielo.exchange.plan_file import PlanModel


class FromCore(BaseModel):
    """What goes out, read from core data."""

    model_config = ConfigDict(from_attributes=True)


class PartOut(FromCore):
    text: str
    field: str
    kind: str | None


class StepReadingOut(FromCore):
    """A step read aloud; ``prints`` are what it prints, print by print, as SVG paths in mm.

    ``proof`` is what the picture after it depends on: while it stays the same, so does that picture.
    """

    id: str
    parts: list[PartOut]
    brief: list[str]
    why: str
    fetch: str
    care: str
    notes: list[str]
    prints: list[str]
    masks_on: list[str]
    proof: str


class PlaceOut(FromCore):
    x_mm: float
    y_mm: float


class FindingOut(FromCore):
    """``curable``: whether a remedy may be found for it (the card's remedies)."""

    code: str
    severity: Literal["stop", "warn", "remind"]
    step: str | None
    message: str
    why: str
    where: PlaceOut | None
    curable: bool
    measure: str
    source: str


class InkOnStockOut(BaseModel):
    """One full application of an ink on the plan's stock."""

    key: str
    hex: str
    lightness: float


class DrawnOut(BaseModel):
    """Tape, a magnet, an opening, a window or a strip: how it is called, and its outline as an SVG path in mm."""

    key: str
    called: str
    path: str


class OpeningOut(DrawnOut):
    """An opening that can be inked by itself, and what it belongs to, by the key of the first of each group."""

    flower: str
    shape: str
    size: str


class MaskOut(BaseModel):
    """A mask on the panel: how it is called, its outlines as an SVG path in mm, what to know of it, and the middles nothing holds."""

    key: str
    called: str
    path: str
    facts: list[str]
    openings: list[OpeningOut]
    islands: int


class FocalOut(BaseModel):
    """``worst``: of a sentiment the least CIEDE2000 to its ground, of an image how far the ground varies; and where.

    ``fine``: whether it can be read, or is quiet enough.
    """

    key: str
    worst: float
    fine: bool
    x_mm: float
    y_mm: float


class ReadingOut(BaseModel):
    panel_width_mm: float
    panel_height_mm: float
    stock_hex: str
    steps: list[StepReadingOut]
    findings: list[FindingOut]
    inks: list[InkOnStockOut]
    masks: list[MaskOut]
    focal: list[FocalOut]
    holds: list[DrawnOut]
    cuts: list[DrawnOut]

    @classmethod
    def of(cls, plan: PlanModel, reading: Reading) -> Self:
        card = plan.to_core().card
        return cls(
            panel_width_mm=card.panel_width_mm,
            panel_height_mm=card.panel_height_mm,
            stock_hex=hex_from_lab(plan.stock.paper.colour),
            steps=[
                StepReadingOut(
                    id=step.step.id,
                    parts=[PartOut.model_validate(part) for part in step.parts],
                    brief=list(step.brief),
                    why=step.why,
                    fetch=step.fetch,
                    care=step.care,
                    notes=list(step.notes),
                    prints=[path_of(lines) for lines in step.prints],
                    masks_on=list(step.masks_on),
                    proof=step.proof,
                )
                for step in reading.steps
            ],
            findings=[
                FindingOut(
                    code=f.code,
                    severity=f.severity,
                    step=f.step,
                    message=f.message,
                    why=f.why,
                    where=PlaceOut.model_validate(f.where) if f.where else None,
                    curable=f.cure is not None,
                    measure=f.measure,
                    source=f.source,
                )
                for f in reading.findings
            ],
            inks=[InkOnStockOut(key=i.key, hex=hex_from_lab(i.lab), lightness=i.lab[0]) for i in reading.inks],
            masks=[
                MaskOut(
                    key=m.key,
                    called=m.called,
                    path=path_of(m.lines_mm),
                    facts=list(m.facts),
                    openings=[
                        OpeningOut(key=o.key, called=o.called, path=path_of(o.lines_mm), **vars(o.groups)) for o in m.openings
                    ],
                    islands=m.islands,
                )
                for m in reading.masks
            ],
            holds=[DrawnOut(key=h.key, called=h.called, path=path_of(h.lines_mm)) for h in reading.holds],
            cuts=[DrawnOut(key=c.key, called=c.called, path=path_of(c.lines_mm)) for c in reading.cuts],
            focal=[FocalOut(key=f.key, worst=f.worst, fine=f.fine, x_mm=f.x_mm, y_mm=f.y_mm) for f in reading.focal],
        )


def path_of(lines_mm: tuple[Any, ...]) -> str:
    """Lines as the data of an SVG path, to a hundredth."""
    return " ".join("M" + "L".join(f"{x:.2f} {y:.2f}" for x, y in line) for line in lines_mm)
