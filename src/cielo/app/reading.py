"""A plan read aloud: each step's sentence, why it stands there, what will go wrong, and how light the inks are here."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from cielo.app.proofs import proof_keys
from cielo.core.advice.finding import Finding
from cielo.core.advice.judge import judge
from cielo.core.advice.supplies import Supplies
from cielo.core.bounds import Lab
from cielo.core.geometry.bridges import islands
from cielo.core.geometry.holding import is_stencil, reach_through_mm
from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.naming import opening_names
from cielo.core.geometry.opening_groups import Groups, opening_groups
from cielo.core.geometry.printing import prints_of
from cielo.core.geometry.shapes import openings_of, rings_mm, shape_of_cut, shape_of_hold
from cielo.core.geometry.sticking import shapes_stuck
from cielo.core.materials import TOOLS
from cielo.core.order.reasons import reasons
from cielo.core.plan import Brush, Drawn, Inside, LayMask, Mask, Motifs, Plan, Print, Stencil, Step, StickOn, Words, masks_on
from cielo.core.say import Part, brief, care, fetch, lies_turned, mask_facts, print_facts, say_apart, sentence, where_to_lay
from cielo.core.sequence.lightness import seen_on
from cielo.core.simulation.contrast import FocalReading, passes_to_stand_out, read_focal, stands_out
from cielo.core.table.table import table_of
from cielo.core.units import say_fine

# An embossed motif that stands out by this much is seen at a glance across the table: common practice, no source.
CLEARLY = 25.0


Lines = tuple[NDArray[np.float64], ...]


@dataclass(frozen=True)
class StepReading:
    """A step read aloud; ``prints`` are the outlines of what it prints, print by print; ``proof`` is the key of its proof (proofs.py)."""

    step: Step
    parts: tuple[Part, ...]
    brief: tuple[str, ...]
    why: str
    fetch: str
    care: str
    notes: tuple[str, ...]
    prints: tuple[Lines, ...]
    masks_on: tuple[str, ...]
    proof: str


@dataclass(frozen=True)
class InkReading:
    """One full application of an ink on the plan's stock."""

    key: str
    lab: Lab


@dataclass(frozen=True)
class DrawnReading:
    """Tape, a magnet, an opening, a window or a strip as it is called and drawn."""

    key: str
    called: str
    lines_mm: tuple[NDArray[np.float64], ...]


@dataclass(frozen=True)
class OpeningReading(DrawnReading):
    """An opening that can be inked by itself, with what it belongs to."""

    groups: Groups


@dataclass(frozen=True)
class MaskReading:
    """A mask as it is called and drawn; ``lines_mm`` are its outlines, each (n, 2); ``facts`` what to know of it, in sentences.

    ``openings`` are those of a stencil that can be inked one by one, by key; ``islands`` how many of its middles nothing holds.
    """

    key: str
    called: str
    lines_mm: tuple[NDArray[np.float64], ...]
    facts: tuple[str, ...]
    openings: tuple[OpeningReading, ...]
    islands: int


@dataclass(frozen=True)
class Reading:
    """``notes`` are sentences on a step beyond its reason: how far a motif stands out, how much a print covers."""

    steps: tuple[StepReading, ...]
    findings: tuple[Finding, ...]
    inks: tuple[InkReading, ...]
    masks: tuple[MaskReading, ...]
    focal: tuple[FocalReading, ...]
    holds: tuple[DrawnReading, ...]
    cuts: tuple[DrawnReading, ...]


def read_aloud(plan: Plan, supplies: Supplies | None = None) -> Reading:
    """Everything the Desk and the Bench say about a plan; with supplies also what is missing."""
    notes = _notes(plan)
    table = table_of(plan)
    why = reasons(table)
    steps = tuple(
        StepReading(
            step,
            sentence(plan, step, table),
            brief(plan, step, table),
            why[step.id],
            fetch(plan, step),
            care(plan, step),
            notes.get(step.id, ()),
            _prints(plan, step),
            tuple(sorted(on)),
            proof,
        )
        for (step, on), proof in zip(masks_on(plan), proof_keys(plan)[1:], strict=True)
    )
    inks = tuple(InkReading(ink.key, seen_on(plan.stock.paper, ink)) for ink in plan.inks)
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    masks = tuple(
        MaskReading(
            mask.key,
            mask.called,
            outlines_mm(mask, width, height),
            mask_facts(plan, mask),
            _openings(mask, width, height),
            islands(mask, width, height) if is_stencil(mask) else 0,
        )
        for mask in plan.masks
    )
    focal = tuple(read_focal(plan, piece) for piece in plan.focal)
    holds = tuple(DrawnReading(hold.key, hold.kind, rings_mm(shape_of_hold(hold))) for hold in plan.holds)
    cuts = tuple(DrawnReading(cut.key, cut.name, rings_mm(shape_of_cut(cut))) for cut in plan.cuts)
    return Reading(steps, judge(plan, supplies), inks, masks, focal, holds, cuts)


def _prints(plan: Plan, step: Step) -> tuple[Lines, ...]:
    """The outlines of every print of a step, or of what it sticks on, in the order of its places."""
    if isinstance(step, StickOn):
        return tuple(rings_mm(shape) for shape in shapes_stuck(step))
    if not isinstance(step, Brush) or not isinstance(step.region, Print | Motifs | Words):
        return ()
    shapes = prints_of(step.region, plan.card.panel_width_mm, plan.card.panel_height_mm, step.seed)
    return tuple(rings_mm(shape) for shape in shapes)


def _openings(mask: Mask, width_mm: float, height_mm: float) -> tuple[OpeningReading, ...]:
    """A stencil's openings where it has more than one."""
    if mask.keeps == "inside" or not isinstance(mask, Stencil | Drawn):
        return ()
    openings = openings_of(mask, width_mm, height_mm)
    if len(openings) < 2:
        return ()
    names = opening_names(mask, width_mm, height_mm)
    groups = opening_groups(mask, width_mm, height_mm)
    return tuple(OpeningReading(one.key, names[one.key], rings_mm(one.shape), groups[one.key]) for one in openings)


def _notes(plan: Plan) -> dict[str, tuple[str, ...]]:
    notes: dict[str, tuple[str, ...]] = {}
    standing = stands_out(plan)
    for at in standing:
        notes[at.step] = (f"After this step the embossed motif stands out {say_apart(at.contrast)}.",)
    if standing and standing[-1].contrast < CLEARLY:
        need = passes_to_stand_out(plan, CLEARLY)
        last, said = (
            standing[-1].step,
            f"it needs {need[1]} passes here" if need else "no number of passes is enough here; use a darker ink",
        )
        notes[last] = (*notes[last], f"To stand out clearly, {said}.")
    for step in plan.steps:
        if turned := lies_turned(plan, step):
            notes[step.id] = (turned,)
        if isinstance(step, LayMask):
            notes[step.id] = (*notes.get(step.id, ()), where_to_lay(plan, plan.mask(step.mask)))
        if isinstance(step, Brush) and isinstance(step.region, Print | Motifs | Words):
            notes[step.id] = (*notes.get(step.id, ()), *print_facts(plan, step))
        if isinstance(step, Brush) and isinstance(step.region, Inside) and step.region.openings:
            size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
            reach = reach_through_mm(plan.mask(step.region.mask), step.region.openings, TOOLS[step.tool], *size)
            said = f"reaches {say_fine(reach, plan.units)} over" if reach > 0 else "stays clear of"
            notes[step.id] = (*notes.get(step.id, ()), f"The {TOOLS[step.tool].name} {said} the next opening.")
    return notes
