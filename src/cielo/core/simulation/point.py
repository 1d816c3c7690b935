"""Ask the panel: what lies at one place, what it looks like, and what one more pass would do."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from cielo.core.bounds import Lab
from cielo.core.materials import Ink
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.layering import reflectance_of_layers
from cielo.core.optics.spectra import lab_from_reflectance
from cielo.core.plan import Brush, Plan
from cielo.core.simulation.grid import point_grid
from cielo.core.simulation.maps import Laying, layings
from cielo.core.simulation.measured import measured_of
from cielo.core.simulation.run import groups_of
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

    band : half width of the 90 % band of that colour, CIEDE2000; 0 on bare stock.
    one_more : CIEDE2000 that one more pass of the topmost ink, as its step lays it, would change; 0 on bare stock.
    """

    laid: tuple[LaidHere, ...]
    lab: Lab
    band: float
    one_more: float


def ask(plan: Plan, x_mm: float, y_mm: float, steps_done: int | None = None) -> Answer:
    """What lies at a place after ``steps_done`` steps (all where None). Raises BadInput off the panel."""
    if not (0 <= x_mm <= plan.card.panel_width_mm and 0 <= y_mm <= plan.card.panel_height_mm):
        raise BadInput("that place is off the panel.", field="x_mm, y_mm")
    done = plan if steps_done is None else replace(plan, steps=plan.steps[:steps_done])
    grid = point_grid(plan.card, x_mm, y_mm)
    lying = layings(done, grid)
    arrived = [LaidHere(laying.step.id, laying.step.ink, float(laying.strength[0, 0])) for laying in lying]
    inks = {ink.key: replace(ink, laydown="film") for ink in plan.inks}
    layers = _layers(lying, arrived)
    laid = [here for here in arrived if here.strength >= WORTH_NAMING]
    lab = _lab(plan, inks, layers)
    one_more = 0.0
    if laid:
        top = plan.steps[plan.index_of(laid[-1].step)]
        assert isinstance(top, Brush)
        one_more = float(ciede2000(lab, _lab(plan, inks, [*layers, [(top.ink, laid[-1].strength / top.passes)]])))
    stack = [one for layer in layers for one in layer if one[1] >= WORTH_NAMING]
    wet = any(len(layer) > 1 for layer in layers)
    band = uncertainty(plan.stock.paper, inks, stack, wet=wet, measured=measured_of(plan))
    return Answer(tuple(laid), lab, band, one_more)


def _layers(lying: Sequence[Laying], arrived: Sequence[LaidHere]) -> list[list[tuple[str, float]]]:
    """What arrived at a place as layers, those laid wet into each other as one."""
    layers: list[list[tuple[str, float]]] = []
    before = -1
    for here, group in zip(arrived, groups_of(lying), strict=True):
        if group != before:
            layers.append([])
        layers[-1].append((here.ink, here.strength))
        before = group
    return layers


def _lab(plan: Plan, inks: dict[str, Ink], layers: list[list[tuple[str, float]]]) -> Lab:
    lab = lab_from_reflectance(reflectance_of_layers(plan.stock.paper, inks, layers, measured=measured_of(plan)))
    return (float(lab[0]), float(lab[1]), float(lab[2]))
