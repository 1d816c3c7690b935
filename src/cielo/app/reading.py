"""A plan read aloud: each step's sentence, why it stands there, what will go wrong, and how light the inks are here."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.finding import Finding
from cielo.core.advice.judge import judge
from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.spreading import coverage
from cielo.core.materials import Lab
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import Brush, Motifs, Plan, Step, masks_on
from cielo.core.sequence.reasons import reasons
from cielo.core.simulation.contact import contact_of
from cielo.core.simulation.contrast import FocalReading, passes_to_stand_out, read_focal, stands_out
from cielo.core.wording import Part, care, fetch, sentence

# An embossed motif that stands out by this much is seen at a glance across the table: common practice, no source.
CLEARLY = 25.0


@dataclass(frozen=True)
class StepReading:
    step: Step
    parts: tuple[Part, ...]
    why: str
    fetch: str
    care: str
    notes: tuple[str, ...]
    masks_on: tuple[str, ...]


@dataclass(frozen=True)
class InkReading:
    """One full application of an ink on the plan's stock."""

    key: str
    lab: Lab


@dataclass(frozen=True)
class MaskReading:
    """A mask as it is called and drawn; ``lines_mm`` are its outlines, each (n, 2)."""

    key: str
    called: str
    lines_mm: tuple[NDArray[np.float64], ...]


@dataclass(frozen=True)
class Reading:
    """``notes`` are sentences on a step beyond its reason: how far a motif stands out, how much a print covers."""

    steps: tuple[StepReading, ...]
    findings: tuple[Finding, ...]
    inks: tuple[InkReading, ...]
    masks: tuple[MaskReading, ...]
    focal: tuple[FocalReading, ...]


def read_aloud(plan: Plan) -> Reading:
    """Everything the Desk, the Bench and the run sheet say about a plan."""
    notes = _notes(plan)
    why = reasons(plan, contact_of(plan).meet)
    steps = tuple(
        StepReading(
            step,
            sentence(plan, step),
            why[step.id],
            fetch(plan, step),
            care(plan, step),
            notes.get(step.id, ()),
            tuple(sorted(on)),
        )
        for step, on in masks_on(plan)
    )
    inks = tuple(InkReading(ink.key, lab_of_stack(plan.stock.paper, {ink.key: ink}, [(ink.key, 1.0)])) for ink in plan.inks)
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    masks = tuple(MaskReading(mask.key, mask.called, outlines_mm(mask, width, height)) for mask in plan.masks)
    focal = tuple(read_focal(plan, piece) for piece in plan.focal)
    return Reading(steps, judge(plan), inks, masks, focal)


def _notes(plan: Plan) -> dict[str, tuple[str, ...]]:
    notes: dict[str, tuple[str, ...]] = {}
    standing = stands_out(plan)
    for at in standing:
        notes[at.step] = (f"After this step the embossed motif stands out by {at.contrast:.0f} (CIEDE2000).",)
    if standing and standing[-1].contrast < CLEARLY:
        need = passes_to_stand_out(plan, CLEARLY)
        step, said = (
            standing[-1].step,
            f"it wants {need[1]} passes here" if need else "no number of passes here will do; take a darker ink",
        )
        notes[step] = (*notes[step], f"To stand out by {CLEARLY:.0f}, {said}.")
    for brush in plan.steps:
        if isinstance(brush, Brush) and isinstance(brush.region, Motifs):
            share = coverage(brush.region, plan.card.panel_width_mm, plan.card.panel_height_mm, brush.seed)
            notes[brush.id] = (*notes.get(brush.id, ()), f"The motifs cover {share:.0%} of the panel.")
    return notes
