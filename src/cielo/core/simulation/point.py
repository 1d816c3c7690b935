"""Ask the panel: what lies at one place, what it looks like, and what one more pass would do."""

from dataclasses import dataclass, replace

from cielo.core.materials import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import Brush, Plan, masks_on
from cielo.core.simulation.grid import point_grid
from cielo.core.simulation.laydown import strength_laid
from cielo.errors import BadInput

# Less ink than this, in full applications, is not worth naming.
WORTH_NAMING = 0.02


@dataclass(frozen=True)
class LaidHere:
    """One brushing as it arrives at a place: full applications laid."""

    step: str
    ink: str
    strength: float


@dataclass(frozen=True)
class Answer:
    """The inks at a place, bottom first, and the colour they give.

    one_more : CIEDE2000 that one more pass of the topmost ink, as its step lays it, would change; 0 on bare stock.
    """

    laid: tuple[LaidHere, ...]
    lab: Lab
    one_more: float


def ask(plan: Plan, x_mm: float, y_mm: float, steps_done: int | None = None) -> Answer:
    """What lies at a place after ``steps_done`` steps (all where None). Raises BadInput off the panel."""
    if not (0 <= x_mm <= plan.card.panel_width_mm and 0 <= y_mm <= plan.card.panel_height_mm):
        raise BadInput("that place is off the panel.", field="x_mm, y_mm")
    done = plan if steps_done is None else replace(plan, steps=plan.steps[:steps_done])
    grid = point_grid(plan.card, x_mm, y_mm)
    arrived = []
    for step, on in masks_on(done):
        if isinstance(step, Brush):
            strength = float(strength_laid(done, step, on, grid)[0, 0])
            arrived.append(LaidHere(step.id, step.ink, strength))
    inks = {ink.key: ink for ink in plan.inks}
    stack = [(here.ink, here.strength) for here in arrived]
    laid = [here for here in arrived if here.strength >= WORTH_NAMING]
    lab = lab_of_stack(plan.stock.paper, inks, stack)
    one_more = 0.0
    if laid:
        top = plan.steps[plan.index_of(laid[-1].step)]
        assert isinstance(top, Brush)
        more = lab_of_stack(plan.stock.paper, inks, [*stack, (top.ink, laid[-1].strength / top.passes)])
        one_more = float(ciede2000(lab, more))
    return Answer(tuple(laid), lab, one_more)
