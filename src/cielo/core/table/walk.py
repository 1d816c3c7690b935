"""A plan walked once, step by step: the moment before each of its steps and the one after the last.

A laying wants w minutes of air (``wants_min``): by kind of ink, how quickly it dries, the stock and how much is laid. While t minutes
pass, whether hands work or ink dries, it wants t less; a way of drying that is f times as fast as air takes f t off. Melted powder
is dry at once. Figures: common practice, no source (``sequence.drying``).
"""

from collections.abc import Iterable
from dataclasses import replace

from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import Brush, LayMask, LiftMask, Plan, Prepare, Pressed, Step, Water, Wipe, same_sheet
from cielo.core.sequence.drying import wants_min
from cielo.core.sequence.durations import passing_min
from cielo.core.simulation.contact import Contact
from cielo.core.table.moment import Lying, Moment, Wet

# What is prepared holds for all that follows.
HOLDS = ("anti-static", "register", "orient")


def walk(plan: Plan, contact: Contact) -> tuple[Moment, ...]:
    """The moments of a plan: ``[i]`` is before step i, the last after all of them."""
    moments = [Moment()]
    for step in plan.steps:
        moments.append(_after(plan, contact, step, moments[-1]))
    return tuple(moments)


def sheet_of(plan: Plan, key: str) -> str:
    """The sheet a mask is a placement of, by the key of the first mask of the plan that is the same sheet laid elsewhere."""
    mask = plan.mask(key)
    return next(other.key for other in plan.masks if other.key == key or same_sheet(other, mask))


def _after(plan: Plan, contact: Contact, step: Step, before: Moment) -> Moment:
    minutes, air_minutes = passing_min(plan, step)
    moment = replace(before, at_min=before.at_min + minutes, wet=_dried(before.wet, air_minutes))
    match step:
        case LayMask():
            kept = tuple(lying for lying in moment.lying if lying.mask != step.mask)
            return replace(moment, lying=(*kept, Lying(step.mask, step.id)))
        case LiftMask():
            return replace(moment, lying=tuple(lying for lying in moment.lying if lying.mask != step.mask))
        case Wipe():
            return replace(
                moment, on_sheets={key: ink for key, ink in moment.on_sheets.items() if key != sheet_of(plan, step.mask)}
            )
        case Brush():
            reached = [sheet_of(plan, key) for key in moment.masks if contact.reaches_mask(step.id, key)]
            if isinstance(step.region, Pressed):
                reached.append(sheet_of(plan, step.region.mask))
            carried = {**moment.on_sheets, **dict.fromkeys(reached, step.id)}
            if plan.ink(step.ink).kind in RESIST_KINDS:
                return replace(moment, laid=(*moment.laid, step.id))
            wet = Wet(step.id, plan.ink(step.ink).kind, wants_min(plan, step))
            return replace(moment, laid=(*moment.laid, step.id), wet=(*moment.wet, wet), on_sheets=carried)
        case Water():
            return replace(moment, wet=(*moment.wet, Wet(step.id, "water", wants_min(plan, step))))
        case Prepare():
            glued = (Wet(step.id, "glue", wants_min(plan, step)),) if step.act == "mount" else ()
            acts = moment.acts | {step.act} if step.act in HOLDS else moment.acts
            return replace(moment, wet=(*moment.wet, *glued), acts=acts)
        case _:
            return moment


def _dried(wet: Iterable[Wet], air_minutes: float) -> tuple[Wet, ...]:
    left = (replace(one, left_min=one.left_min - air_minutes) for one in wet)
    return tuple(one for one in left if one.left_min > 1e-9)
