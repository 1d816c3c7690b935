"""What several checks look at: where layings lie, what lies before what, and whether a change cures a finding."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import replace

import numpy as np

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import Brush, Plan, Step, insert_step, move_step, new_step_id, replace_step
from cielo.core.simulation.contact import TRACE
from cielo.core.simulation.laydown import Map
from cielo.core.table.table import Table

Check = Callable[[Plan, Table], Iterator[Finding]]
# Less than this share of the panel is too little to matter: judgement, no source.
TOO_SMALL = 0.004
# What no stamp prints: powder and clear ink for it are melted, paste is spread with a knife.
NO_STAMP_INK = (*RESIST_KINDS, "paste")


def area(laid: Map, above: float = TRACE) -> float:
    """The share of the panel on which a map is above a strength, 0..1."""
    return float((laid > above).mean())


def both(table: Table, step_a: str, step_b: str) -> Map:
    """The lesser of two layings, place by place."""
    return np.asarray(np.minimum(table.maps[step_a], table.maps[step_b]))


def meeting_place(table: Table, step_a: str, step_b: str) -> Place | None:
    """Where two steps meet most strongly; None where they do not."""
    shared = both(table, step_a, step_b)
    return strongest(table, shared) if shared.max() > TRACE else None


def strongest(table: Table, laid: Map) -> Place:
    """Where a map is at its most."""
    row, column = np.unravel_index(int(np.argmax(laid)), laid.shape)
    return Place(float(table.grid.x_mm[column]), float(table.grid.y_mm[row]))


def brushings(plan: Plan) -> list[Brush]:
    """Every laying of ink, powder among them, in working order."""
    return [step for step in plan.steps if isinstance(step, Brush)]


def after(plan: Plan, step: Step) -> tuple[Step, ...]:
    """The steps that come later."""
    return plan.steps[plan.index_of(step.id) + 1 :]


def before(plan: Plan, step: Step) -> tuple[Step, ...]:
    """The steps that come earlier."""
    return plan.steps[: plan.index_of(step.id)]


def add_before(plan: Plan, step: Step, at: Step | None) -> Plan:
    """The plan with a new step, whatever its id, set before another or last."""
    return insert_step(plan, replace(step, id=new_step_id(plan)), at.id if at else None)


def add_after(plan: Plan, step: Step, at: Step) -> Plan:
    """The plan with a new step set after another."""
    later = after(plan, at)
    return add_before(plan, step, later[0] if later else None)


def with_step(plan: Plan, step: Step, **change: object) -> Plan:
    """The plan with some facts of one step changed."""
    return replace_step(plan, replace(step, **change))  # type: ignore[arg-type]


def offered(changes: Iterable[tuple[str, Plan]]) -> Iterator[Remedy]:
    """Changes that may clear a finding, the best first, each with its words; tried in turn when a remedy is asked for."""
    return (Remedy(label, changed) for label, changed in changes)


def panel_size(plan: Plan) -> tuple[float, float]:
    """Width and height of the panel, mm."""
    return plan.card.panel_width_mm, plan.card.panel_height_mm


def moved_before(table: Table, step: Step, other: Step) -> Plan:
    """The plan with a step moved before another, and before the masks laid for that one."""
    here = {lying.laid_by for lying in table.before(step).lying}
    lays = [lying.laid_by for lying in table.before(other).lying if lying.laid_by not in here]
    return move_step(table.plan, step.id, lays[0] if lays else other.id)
