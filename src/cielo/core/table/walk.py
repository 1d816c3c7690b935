"""A card walked once, step by step of its one run: the moment before each step of the panel and of every piece, and the one after the last.

While hands work on one part, and while it dries, the others dry too.

A laying wants w minutes of air (``wants_min``): by kind of ink, how quickly it dries, the stock and how much is laid. While t minutes
pass, whether hands work or ink dries, it wants t less; a way of drying that is f times as fast as air takes f t off. Melted powder
is dry at once. Figures: common practice, no source (``sequence.drying``).
"""

from collections.abc import Iterable, Mapping
from dataclasses import replace

from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import (
    Brush,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    Pressed,
    PutOn,
    Step,
    StickOn,
    Water,
    Wipe,
    is_one_thing,
    plan_of_piece,
    run_of,
)
from cielo.core.sequence.drying import wants_min
from cielo.core.sequence.durations import passing_min
from cielo.core.simulation.contact import Contact, contact_of
from cielo.core.table.moment import Lying, Moment, Wet

# What is prepared holds for all that follows.
HOLDS = ("anti-static", "register", "orient")


def walk(plan: Plan, contact: Contact) -> tuple[Moment, ...]:
    """The moments of a plan's panel: ``[i]`` is before its step i, the last after all of the card."""
    if any(piece.steps for piece in plan.pieces):
        beside = {piece.key: contact_of(plan_of_piece(plan, piece.key)) for piece in plan.pieces}
        return walk_card(plan, {"": contact, **beside})[""]
    moments = [Moment()]
    for step in plan.steps:
        moments.append(_after(plan, contact, step, moments[-1]))
    return tuple(moments)


def walk_card(plan: Plan, contacts: Mapping[str, Contact]) -> dict[str, tuple[Moment, ...]]:
    """The moments of every part of a card by its key, "" for the panel, in the order of its run; ``contacts``: of each part as a plan of
    its own."""
    moments = {part: [Moment()] for part in contacts}
    now = {part: Moment() for part in contacts}  # as it stands, whatever part was worked on last
    for done in run_of(plan):
        own = contacts[done.part]
        part = plan if not done.part else own.plan
        if not done.part:
            beside = {key: tuple(replace(w, part=key) for w in moment.wet) for key, moment in now.items() if key and moment.wet}
            now[""] = replace(now[""], beside=beside)
        moments[done.part][-1] = now[done.part]
        minutes, _ = passing_min(part, done.step)
        for key, moment in now.items():
            passed = replace(moment, at_min=moment.at_min + minutes, wet=_dried(moment.wet, minutes))
            now[key] = _after(part, own, done.step, moment) if key == done.part else passed
        moments[done.part].append(now[done.part])
    return {part: (*walked[:-1], now[part]) for part, walked in moments.items()}


def thing_of(plan: Plan, key: str) -> str:
    """The thing a mask is a placement of, by the key of the first mask of the plan that is the same thing."""
    mask = plan.mask(key)
    return next(other.key for other in plan.masks if is_one_thing(other, mask))


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
                moment, on_sheets={key: ink for key, ink in moment.on_sheets.items() if key != thing_of(plan, step.mask)}
            )
        case Brush():
            reached = [thing_of(plan, key) for key in moment.masks if contact.reaches_mask(step.id, key)]
            if isinstance(step.region, Pressed):
                reached.append(thing_of(plan, step.region.mask))
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
        case PutOn():
            wants = wants_min(plan, step)
            glued = (Wet(step.id, "glue", wants),) if wants else ()
            return replace(moment, wet=(*moment.wet, *glued), put_on=(*moment.put_on, step.piece))
        case StickOn():
            wants = wants_min(plan, step)
            return replace(moment, wet=(*moment.wet, Wet(step.id, "paste", wants))) if wants else moment
        case _:
            return moment


def _dried(wet: Iterable[Wet], air_minutes: float) -> tuple[Wet, ...]:
    left = (replace(one, left_min=one.left_min - air_minutes) for one in wet)
    return tuple(one for one in left if one.left_min > 1e-9)
