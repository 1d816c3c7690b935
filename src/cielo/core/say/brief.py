"""A step in one line, for a list in which it is to be found again: what, where, how much. The whole is said by its sentence."""

from cielo.core.geometry.printing import called_prints, image_name
from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.plan import (
    RUNS_OFF_MM,
    Band,
    Bare,
    Brush,
    Halo,
    InPrint,
    Inside,
    Motifs,
    Patches,
    Plan,
    Pressed,
    Print,
    PutOn,
    Region,
    Slant,
    Step,
    StickOn,
    Stroke,
    Vignette,
    Water,
    WetArea,
    Whole,
    Words,
    piece_of,
    span_mm,
)
from cielo.core.say.part import shown, softly
from cielo.core.say.region import ACROSS, stencils_on
from cielo.core.say.step import say
from cielo.core.say.words import STUCK_ONE, THROWN, TOUCH_WORDS
from cielo.core.table.table import Table

PRINTS = {"first": "", "second": "second print", "third": "third print"}


def brief(plan: Plan, step: Step, table: Table | None = None) -> tuple[str, ...]:
    """A step in one line, in one to four parts: ``Cholla 7``, ``4 to 4 3/8 in from the bottom``, ``3 light``. ``table``: the plan's,
    where many are asked for."""
    parts: tuple[str, ...]
    match step:
        case Brush():
            tool = TOOLS[step.tool]
            thrown = tool.name if tool.texture in THROWN else ""
            parts = (plan.ink(step.ink).name, thrown, _where(plan, step.region, step.id), _how(plan, step))
        case Water():
            parts = (
                "Water",
                TOOLS[step.tool].name,
                _where(plan, step.region, step.id),
                "blotted" if step.blot else "left to dry",
            )
        case StickOn():
            many = len(step.spots)
            parts = (f"{many if many > 1 else 'One'} {step.colour} {step.thing if many > 1 else STUCK_ONE[step.thing]}",)
        case PutOn():
            parts = (f"Put the {piece_of(plan, step.piece).name} on",)
        case _:
            parts = (say(plan, step, table).partition(". ")[0].rstrip("."),)
    return tuple(part for part in parts if part)


def _how(plan: Plan, step: Brush) -> str:
    if plan.ink(step.ink).kind in RESIST_KINDS:
        return "melted"
    if step.touch in PRINTS:
        return PRINTS[step.touch]
    return f"{step.passes} {TOUCH_WORDS[step.touch]}"


def _where(plan: Plan, region: Region, step_id: str) -> str:
    match region:
        case Band():
            return _along(plan, region)
        case Slant():
            return f"slanting at {region.angle_deg:g}°"
        case Halo():
            return f"round the {plan.mask(region.mask).called}"
        case Vignette():
            return f"from the {region.origin}, over {softly(region.reach_mm, plan.units)}"
        case Patches():
            return f"in patches, {region.cover:.0%}"
        case Inside():
            many = len(region.openings)
            some = f", {many} opening{'s' if many > 1 else ''}" if many else ""
            return f"inside the {plan.mask(region.mask).called}{some}"
        case Print() | Motifs() | Words() | InPrint():
            return _printed(plan, region)
        case Pressed():
            return f"off the back of the {plan.mask(region.mask).called}"
        case Stroke():
            return f"a stroke, {softly(region.width_mm, plan.units)} wide"
        case Bare():
            return "where it is still bare"
        case WetArea():
            return "where the water stands"
        case Whole():
            through = stencils_on(plan, step_id)
            return f"through the {' and the '.join(through)}" if through else "all over"


def _printed(plan: Plan, region: Print | Motifs | Words | InPrint) -> str:
    match region:
        case Print():
            return f"the {image_name(region.image)}" + (f", {len(region.places)} times" if len(region.places) > 1 else "")
        case Motifs():
            return str(called_prints(region))
        case Words():
            return f"“{' '.join(region.text.split())}”"
        case InPrint():
            return f"inside the prints of step {plan.index_of(region.step) + 1}"


def _along(plan: Plan, band: Band) -> str:
    """Where a band is strongest, from its own side; its measures come first."""
    units, across = plan.units, ACROSS[band.edge]
    far = band.end_mm > span_mm(plan.card, band) - RUNS_OFF_MM
    end = softly(band.end_mm, units)
    if not shown(band.start_mm, units):
        if far:
            return f"from the {band.edge} to the {across}"
        return f"first {end} from the {band.edge}" if shown(band.end_mm, units) else f"at the {band.edge} rim"
    start = softly(band.start_mm, units)
    if far:
        return f"{start} from the {band.edge} to the {across}"
    unit = end.rpartition("\u00a0")[2]
    begin = start.removesuffix(f"\u00a0{unit}")
    return f"{begin} to {end} from the {band.edge}"
