"""A plan read aloud: each step's sentence, why it stands there, what will go wrong, and how light the inks are here."""

from dataclasses import dataclass

from cielo.core.advice.finding import Finding
from cielo.core.advice.judge import judge
from cielo.core.materials import Lab
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import Plan, Step, masks_on
from cielo.core.sequence.reasons import reasons
from cielo.core.simulation.contact import contact_of
from cielo.core.wording import Part, care, fetch, sentence


@dataclass(frozen=True)
class StepReading:
    step: Step
    parts: tuple[Part, ...]
    why: str
    fetch: str
    care: str
    masks_on: tuple[str, ...]


@dataclass(frozen=True)
class InkReading:
    """One full application of an ink on the plan's stock."""

    key: str
    lab: Lab


@dataclass(frozen=True)
class Reading:
    steps: tuple[StepReading, ...]
    findings: tuple[Finding, ...]
    inks: tuple[InkReading, ...]


def read_aloud(plan: Plan) -> Reading:
    """Everything the Desk, the Bench and the run sheet say about a plan."""
    why = reasons(plan, contact_of(plan).meet)
    steps = tuple(
        StepReading(step, sentence(plan, step), why[step.id], fetch(plan, step), care(step), tuple(sorted(on)))
        for step, on in masks_on(plan)
    )
    inks = tuple(InkReading(ink.key, lab_of_stack(plan.stock.paper, {ink.key: ink}, [(ink.key, 1.0)])) for ink in plan.inks)
    return Reading(steps, judge(plan), inks)
