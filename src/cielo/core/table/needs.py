"""What must be dry before a step, and is not: read from the moment before it. One rule for orders, dryings and checks."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from cielo.core.materials import TOOLS
from cielo.core.plan import Brush, LayMask, Plan, Prepare, PutOn, Step, Water, WetArea, WipeBeads
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.contact import TRACE, Contact
from cielo.core.table.marks import OPAQUE, embosses, prints, rubs, sticks
from cielo.core.table.moment import Moment, Wet

NeedCode = Literal[
    "wet-over-wet", "powder-on-open-ink", "mask-on-damp", "finish-not-dry", "packed-wet", "surface-rubbed-up", "wet-when-put-on"
]
# A surface that is not made for water rubs up when it is worked this often while water stands on it. Judgement.
RUBS_UP, TENDER = 3, ("uncoated", "calendered")
# Water left for less than this is as good as gone, minutes. Judgement.
SOAKED_MIN = 1.0
# A covering ink that is lighter by so much than what is still wet goes milky with it, CIE L*. Judgement.
MILKY = 30.0
# A wet print that shares so much of its place with the powder, and the powder with it, is what the powder is to stick to. Judgement.
ITS_OWN = 0.7


@dataclass(frozen=True)
class NotDry:
    """Something a step needs dry that still wants to dry."""

    code: NeedCode
    wet: Wet


def not_dry_for(plan: Plan, contact: Contact, step: Step, moment: Moment) -> tuple[NotDry, ...]:
    """Everything that should be dry before ``step`` and is not in the ``moment`` before it, in the order it was laid."""
    found = tuple(NotDry(code, wet) for wet in moment.wet if (code := _why(plan, contact, step, wet)) is not None)
    if isinstance(step, PutOn):
        found += tuple(NotDry("wet-when-put-on", wet) for wet in moment.beside.get(step.piece, ()) if wet.of != "glue")
    return found


def _why(plan: Plan, contact: Contact, step: Step, wet: Wet) -> NeedCode | None:
    if wet.of == "glue":
        return None
    if _is_finish(plan, wet) and _handles(plan, contact, step, wet):
        return "finish-not-dry"
    match step:
        case LayMask() if sticks(plan.mask(step.mask)) and contact.lies_under(wet.step, step.mask):
            return "mask-on-damp"
        case Brush() if embosses(plan, step):
            laid = plan.steps[plan.index_of(wet.step)]
            still_open = isinstance(laid, Brush) and plan.ink(laid.ink).stays_open
            return "powder-on-open-ink" if still_open and not is_for(contact, wet.step, step.id) else None
        case Brush(onto="damp") if _goes_milky(plan, contact, step, wet):
            return "wet-over-wet"
        case Brush(onto="dry") if contact.meet(wet.step, step.id) and not _again(plan, wet, step):
            return "wet-over-wet"
        case Brush() if wet.of == "water" and _rubs_up(plan, contact, step, wet):
            return "surface-rubbed-up"
        case PutOn() if contact.meet(wet.step, step.id):
            return "wet-when-put-on"
        case Prepare(act="mount"):
            return "packed-wet"
        case _:
            return None


def _goes_milky(plan: Plan, contact: Contact, step: Brush, wet: Wet) -> bool:
    """Whether an ink that covers is worked with a brush or a dauber into a much darker one that is still wet, and takes it up."""
    laid = plan.steps[plan.index_of(wet.step)]
    if plan.ink(step.ink).kind not in OPAQUE or not rubs(plan, step) or not isinstance(laid, Brush) or wet.left_min <= SOAKED_MIN:
        return False
    lighter = lightness_on(plan.stock.paper, plan.ink(step.ink)) - lightness_on(plan.stock.paper, plan.ink(laid.ink))
    return lighter > MILKY and contact.meet(wet.step, step.id)


def _again(plan: Plan, wet: Wet, step: Brush) -> bool:
    """Whether a print is pressed again where it was, in the same ink, to make it deeper: that it is wet is no harm."""
    laid = plan.steps[plan.index_of(wet.step)]
    return (
        isinstance(laid, Brush)
        and laid.ink == step.ink
        and laid.region == step.region
        and laid.seed == step.seed
        and prints(step)
    )


def _is_finish(plan: Plan, wet: Wet) -> bool:
    """Whether something wet is a finish that takes the print of anything that touches it: paste, or a white or metallic pen."""
    step = plan.steps[plan.index_of(wet.step)]
    pen = isinstance(step, Brush) and TOOLS[step.tool].texture == "crisp" and wet.of in ("white", "metallic")
    return wet.of == "paste" or pen


def _handles(plan: Plan, contact: Contact, step: Step, wet: Wet) -> bool:
    match step:
        case LayMask():
            return contact.lies_under(wet.step, step.mask)
        case WipeBeads():
            return True
        case Brush():
            return (rubs(plan, step) or prints(step)) and contact.meet(wet.step, step.id)
        case Prepare():
            return step.act == "trim"
        case _:
            return False


def _rubs_up(plan: Plan, contact: Contact, step: Brush, wet: Wet) -> bool:
    """Whether a stock that is not made for water is worked over while water stands on it, and not to let ink run there."""
    if plan.stock.paper.surface not in TENDER or step.passes < RUBS_UP or not rubs(plan, step):
        return False
    meant = step.onto == "wet" or isinstance(step.region, WetArea)
    return not meant and wet.left_min > SOAKED_MIN and contact.meet(wet.step, step.id)


# Drops that still want so long stand on the panel, minutes. Judgement.
STANDS_MIN = 1.0


def stands_in_drops(plan: Plan, wet: Wet) -> bool:
    """Whether something wet stands in drops on the panel, which wind or a hand would drive about: thrown, and not blotted."""
    laid = next((step for step in plan.steps if step.id == wet.step), None) if not wet.part else None
    thrown = isinstance(laid, Brush | Water) and TOOLS[laid.tool].texture == "drops"
    blotted = isinstance(laid, Water) and laid.blot
    return thrown and not blotted and wet.left_min >= STANDS_MIN


def is_for(contact: Contact, wet: str, powder: str) -> bool:
    """Whether powder falls on a wet print because it is to stick to it."""
    below, falls = contact.maps[wet] > TRACE, contact.maps[powder] > TRACE
    return bool(np.count_nonzero(below & falls) > ITS_OWN * max(np.count_nonzero(below), np.count_nonzero(falls)))
