"""What follows from an order and is set anew with it: dryings before what wants dry ink, masks wiped, tools cleaned, the bag."""

from collections.abc import Sequence
from dataclasses import replace

from cielo.core.materials import FASTER, TOOLS
from cielo.core.plan import (
    Brush,
    Dry,
    DryingWay,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    Purpose,
    StickOn,
    Tapes,
    Wipe,
    insert_step,
    new_step_id,
    without_steps,
)
from cielo.core.sequence.brushes import plan_brushes, spoils
from cielo.core.sequence.drying import in_half_minutes
from cielo.core.simulation.contact import Contact, contact_of
from cielo.core.table.moment import Moment, Wet
from cielo.core.table.needs import not_dry_for, stands_in_drops
from cielo.core.table.purpose import purpose_of
from cielo.core.table.walk import thing_of, walk

Added = list[tuple[str, str]]


def derived(plan: Plan, was: Plan) -> tuple[Plan, Added]:
    """A plan, without wipes, with all that follows from its order; what was added and why, by step id.

    Ids of steps of ``was`` that do the same are used again. A drying that has nothing left to dry, where it was for something, is taken
    out.
    """
    plan = _without_idle(plan)
    plan, dried = _with_dryings(plan, was)
    plan, cleaned = _with_cleaning(plan, was)
    plan, wiped = _with_wipes(plan, was)
    old = {step.id for step in was.steps}
    return plan, [one for one in (*dried, *cleaned, *wiped) if one[0] not in old]


def dried_otherwise(plan: Plan, was: Plan) -> Added:
    """Dryings of ``was`` that are done in another way in ``plan``, and why, by step id."""
    ways = {step.id: step.way for step in was.steps if isinstance(step, Dry)}
    changed = [step for step in plan.steps if isinstance(step, Dry) and ways.get(step.id, step.way) != step.way]
    return [
        (step.id, "Drops, glue or solvent stand there in this order, and heat is not for them: it dries in the air.")
        for step in changed
    ]


def missing_wipes(plan: Plan, contact: Contact) -> tuple[tuple[str, Brush, Brush], ...]:
    """(mask, brushing before, brushing after) wherever a sheet still carries an ink that would spoil the next one."""
    missing = []
    steps = {step.id: step for step in plan.steps}
    for step, moment in zip(plan.steps, walk(plan, contact), strict=False):
        if not isinstance(step, Brush):
            continue
        for key in sorted(moment.masks):
            before = steps.get(moment.on_sheets.get(thing_of(plan, key), ""))
            if not isinstance(before, Brush) or not contact.reaches_mask(step.id, key):
                continue
            if spoils(plan.stock.paper, plan.ink(before.ink), plan.ink(step.ink)):
                missing.append((key, before, step))
    return tuple(missing)


def is_ready(plan: Plan) -> bool:
    """Whether a plan as it stands has every drying, wipe and cleaned tool that its order asks for."""
    contact = contact_of(plan)
    moments = walk(plan, contact)
    if any(not_dry_for(plan, contact, step, moment) for step, moment in zip(plan.steps, moments, strict=False)):
        return False
    dirty = plan.schools.strays != "accept" and plan_brushes(plan).cleanings
    return not dirty and not missing_wipes(plan, contact)


def _ids(plan: Plan, was: Plan) -> Plan:
    """Steps of both, so that a new id is free in each."""
    known = {step.id for step in plan.steps}
    return replace(plan, steps=(*plan.steps, *(step for step in was.steps if step.id not in known)))


def _with_wipes(plan: Plan, was: Plan) -> tuple[Plan, Added]:
    spare = {(step.mask, purpose_of(step).to): step for step in was.steps if isinstance(step, Wipe)}
    added: Added = []
    contact = contact_of(plan)
    for mask, before, after in missing_wipes(plan, contact):
        old = spare.pop((mask, after.id), None)
        wipe = old or Wipe(new_step_id(_ids(plan, was)), mask, purpose=Purpose(to=after.id))
        plan = insert_step(plan, wipe, after.id)
        carry = "carry" if isinstance(plan.mask(mask), Tapes) else "carries"
        added.append((wipe.id, f"The {plan.mask(mask).called} still {carry} {plan.ink(before.ink).name}."))
    return plan, added


def _with_dryings(plan: Plan, was: Plan) -> tuple[Plan, Added]:
    """A drying before every step that needs something dry which is not; a drying that stands there already is made long enough."""
    added: Added = []
    contact = contact_of(plan)
    moments = walk(plan, contact)
    at = 0
    while at < len(plan.steps):
        step = plan.steps[at]
        if isinstance(step, Dry) and step.way == "heat" and purpose_of(step).to is not None:
            unfit = [one for one in moments[at].wet if _not_for_heat(plan, one)]
            if unfit:
                # What it was for when it was planned stood there dry; what stands there now, heat would burn or drive about.
                step = replace(step, way="air", minutes=in_half_minutes(max(one.left_min for one in moments[at].wet)))
                plan = replace(plan, steps=(*plan.steps[:at], step, *plan.steps[at + 1 :]))
                moments = walk(plan, contact)
        wet = [needed.wet for needed in not_dry_for(plan, contact, step, moments[at])]
        if wet:
            # What is laid on the panel for this step waits with it: ink is dried before the sheet comes over it. A piece is waited for
            # when it is made, which may be while the sheet lies.
            on, beside = at, any(one.part for one in wet)
            while not beside and on and isinstance(plan.steps[on - 1], LayMask):
                on -= 1
            moment = moments[on]
            left = max(one.left_min if one.part else moment.left_of(one.step) for one in wet)
            waits = _waits_already(plan, on, wet, moments)
            if waits is not None:
                dries = plan.steps[waits]
                assert isinstance(dries, Dry)
                longer = replace(dries, minutes=in_half_minutes(dries.minutes + left / FASTER[dries.way]))
                plan = replace(plan, steps=(*plan.steps[:waits], longer, *plan.steps[waits + 1 :]))
            else:
                over = tuple(one.step for one in moment.wet)
                in_the_air = moment.lying or left <= SHORT_MIN or any(_not_for_heat(plan, one) for one in moment.wet)
                in_the_air = in_the_air or any(one.part for one in wet)
                way: DryingWay = "air" if in_the_air else "heat"
                dry = Dry(
                    new_step_id(_ids(plan, was)), way, in_half_minutes(left / FASTER[way]), purpose=Purpose(over=over, to=step.id)
                )
                plan = replace(plan, steps=(*plan.steps[:on], dry, *plan.steps[on:]))
                what = "a mask" if isinstance(step, LayMask) else "what comes next"
                added.append((dry.id, f"It is not dry yet for {what}."))
                at += 1
            moments = walk(plan, contact)
        at += 1
    return plan, added


def _not_for_heat(plan: Plan, wet: Wet) -> bool:
    """Whether the heat tool would harm what is wet: solvent burns, drops run before its wind, glue and what sets foams up."""
    stuck = any(isinstance(step, StickOn) and step.id == wet.step for step in plan.steps)
    return wet.of == "alcohol" or stuck or stands_in_drops(plan, wet)


def _waits_already(plan: Plan, at: int, wet: Sequence[Wet], moments: Sequence[Moment]) -> int | None:
    """Where a drying stands whose ink is not dry yet ``at`` a step: with nothing between but sheets that come off and acts that touch no
    ink, it is made longer, for one long wait is better than two. None where there is none, or where a piece was not made yet."""
    on_panel = {one.step for one in wet if not one.part}
    beside = {(one.part, one.step) for one in wet if one.part}
    for before in range(at - 1, -1, -1):
        step = plan.steps[before]
        if isinstance(step, Dry):
            there = {(part, one.step) for part, wets in moments[before].beside.items() for one in wets}
            return before if beside <= there else None
        if step.id in on_panel or not isinstance(step, LiftMask | Prepare):
            return None
    return None


# Less than this is waited for in the air; more is dried with the heat tool where nothing forbids it. Judgement.
SHORT_MIN = 3.0


def _without_idle(plan: Plan) -> Plan:
    """Without dryings that were for a step and dry nothing any more."""
    contact = contact_of(plan)
    idle = set()
    for step, moment in zip(plan.steps, walk(plan, contact), strict=False):
        if isinstance(step, Dry) and purpose_of(step).to is not None and not moment.wet and not moment.beside:
            idle.add(step.id)
    return without_steps(plan, idle)


def _with_cleaning(plan: Plan, was: Plan) -> tuple[Plan, Added]:
    """A shared tool cleaned before an ink that its last one would spoil, where it is not cleaned already."""
    added: Added = []
    if plan.schools.strays == "accept":
        return plan, added
    steps = {step.id: step for step in plan.steps}
    for crossing in plan_brushes(plan).cleanings:
        then, first = steps[crossing.then], steps[crossing.before]
        assert isinstance(then, Brush)
        assert isinstance(first, Brush)
        clean = Prepare(new_step_id(_ids(plan, was)), "clean-tool", then.tool, purpose=Purpose(to=then.id))
        plan = insert_step(plan, clean, then.id)
        added.append((clean.id, f"The {TOOLS[then.tool].name} still holds {plan.ink(first.ink).name}."))
    return plan, added


def with_derived(plan: Plan) -> Plan:
    """The plan as it stands with what its order asks for: dryings, cleaned tools and wipes."""
    bare = without_steps(plan, {step.id for step in plan.steps if isinstance(step, Wipe)})
    return derived(bare, plan)[0]
