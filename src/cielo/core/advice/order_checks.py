"""Checks on the order of work: dark-before-light, unwiped-mask, wipe-for-the-next, without-its-stencil, mask-left-on, lays-nothing."""

from collections.abc import Iterator
from dataclasses import replace
from functools import partial

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import area, meeting_place
from cielo.core.order.arrange import part_in_order
from cielo.core.order.derive import missing_wipes, with_derived
from cielo.core.order.rules import contact_as_planned, rules_of
from cielo.core.plan import (
    Brush,
    LayMask,
    LiftMask,
    Plan,
    Pressed,
    Purpose,
    Step,
    Tapes,
    Wipe,
    insert_step,
    new_step_id,
    replace_step,
    without_steps,
)
from cielo.core.simulation.contact import A_FEW
from cielo.core.table.marks import comes_last
from cielo.core.table.next_card import carried_to_next
from cielo.core.table.purpose import purpose_of, read_purposes
from cielo.core.table.table import Table
from cielo.errors import BadInput


def dark_before_light(plan: Plan, table: Table) -> Iterator[Finding]:
    """A dark ink is laid before a lighter one it meets while it is damp."""
    known = table.as_planned
    place = {step.id: i for i, step in enumerate(plan.steps)}
    told: set[tuple[str, str]] = set()
    for rule in rules_of(known, contact_as_planned(known)):
        if rule.code != "dark-before-light" or place[rule.first] < place[rule.then]:
            continue
        pale, dark = plan.steps[place[rule.first]], plan.steps[place[rule.then]]
        assert isinstance(pale, Brush)
        assert isinstance(dark, Brush)
        # An ink laid several times over the same dark one is told once.
        if (pale.ink, dark.ink) in told:
            continue
        told.add((pale.ink, dark.ink))
        names = plan.ink(pale.ink).name, plan.ink(dark.ink).name
        yield Finding(
            "dark-before-light",
            "stop",
            pale.id,
            f"{names[0]} comes after {names[1]}, which is darker and which it meets.",
            rule.reason,
            where=meeting_place(table, pale.id, dark.id),
            cure=partial(_light_to_dark, plan, pale, dark),
        )


def _light_to_dark(plan: Plan, pale: Brush, dark: Brush) -> Iterator[Remedy]:
    """The whole order set right, since a step moved alone often only shifts the trouble to the next; or the light one over dry ink."""
    names = plan.ink(pale.ink).name, plan.ink(dark.ink).name
    try:
        order = part_in_order(plan)
        moved = {change.step for change in order.changes if change.did == "moved"}
        if moved:
            yield Remedy(f"Lay {names[0]} before {names[1]}" if len(moved) == 1 else "Lay all inks light to dark", order.plan)
    except BadInput:
        pass
    known = purpose_of(pale)
    over = replace(known, over_dry=(*known.over_dry, dark.id))
    yield Remedy(
        f"Let {names[1]} dry, and lay {names[0]} over it",
        with_derived(replace_step(plan, replace(pale, onto="dry", purpose=over))),
    )


def unwiped_mask(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sheet still carries an ink that would spoil the next one."""
    for mask, before, after in missing_wipes(plan, table):
        name = plan.mask(mask).called
        carries = "carry" if isinstance(plan.mask(mask), Tapes) else "carries"
        inks = plan.ink(before.ink).name, plan.ink(after.ink).name
        wipe = Wipe(new_step_id(plan), mask, purpose=Purpose(to=after.id))
        yield Finding(
            "unwiped-mask",
            "warn",
            after.id,
            f"The {name} still {carries} {inks[0]} when {inks[1]} comes.",
            f"The brush picks {inks[0]} up from the mask and drags it into {inks[1]}, onto panel and pad.",
            where=Place(plan.mask(mask).x_mm, plan.mask(mask).y_mm),
            cure=Remedy(f"Wipe the {name} before {inks[1]}", insert_step(plan, wipe, after.id)),
        )


def sheet_for_the_next_card(plan: Plan, table: Table) -> Iterator[Finding]:
    """What a sheet carries when the card is done, and the next card of a batch would find on it."""
    for carried in carried_to_next(plan, table):
        mask, off = carried.mask, carried.off
        wiped = insert_step(plan, Wipe(new_step_id(plan), mask.key), off.id if off else None)
        yield Finding(
            "wipe-for-the-next",
            "remind",
            off.id if off else carried.ink.id,
            f"Of several cards: the {mask.called} comes to the next one with {plan.ink(carried.ink.ink).name} on it.",
            f"{plan.ink(carried.first.ink).name} is laid by it first. Wipe it between one card and the next.",
            Place(mask.x_mm, mask.y_mm),
            Remedy("Wipe it before it comes off", wiped),
        )


def without_its_stencil(plan: Plan, table: Table) -> Iterator[Finding]:
    """A step comes where the mask or stencil it was planned with does not lie."""
    lays = {step.id: step for step in plan.steps if isinstance(step, LayMask)}
    known = table.as_planned
    yield from laid_before_it_is_pressed(plan, table)
    for step, own in zip(plan.steps, known.steps, strict=True):
        if not isinstance(step, Brush) or isinstance(step.region, Pressed):
            continue
        lying = {one.laid_by for one in table.before(step).lying}
        missing = [key for key in purpose_of(own).under if key in lays and key not in lying]
        for key in missing[:1]:
            mask = plan.mask(lays[key].mask)
            lie = "do not lie" if isinstance(mask, Tapes) else "does not lie"
            yield Finding(
                "without-its-stencil",
                "warn",
                step.id,
                f"This was planned with the {mask.called}, which {lie} there now.",
                "Without it the ink goes where it was to be kept off, and its edge is lost.",
                where=Place(mask.x_mm, mask.y_mm),
                cure=partial(_back_with_it, known, step.id),
            )


def laid_before_it_is_pressed(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sheet that prints by its own inked back lies on the panel already when it is to be pressed."""
    for step in plan.steps:
        if not isinstance(step, Brush) or not isinstance(step.region, Pressed):
            continue
        lying = next((one for one in table.before(step).lying if one.mask == step.region.mask), None)
        if lying is None:
            continue
        mask = plan.mask(lying.mask)
        off = next((s.id for s in plan.steps[plan.index_of(step.id) :] if isinstance(s, LiftMask) and s.mask == mask.key), None)
        bare = without_steps(plan, {lying.laid_by, *([off] if off else [])})
        yield Finding(
            "without-its-stencil",
            "warn",
            step.id,
            f"The {mask.called} lies on the panel already, and this is to print with its back.",
            "It is inked on its back beside the panel and then laid down wet side first: a sheet that lies there gets no ink below.",
            Place(mask.x_mm, mask.y_mm),
            Remedy("Ink it beside the panel and lay it then", bare),
        )


def mask_left_on(plan: Plan, table: Table) -> Iterator[Finding]:
    """A mask covers what it was not laid for, or is never taken off."""
    lays = {step.id: step for step in plan.steps if isinstance(step, LayMask)}
    known = table.as_planned
    for step, own in zip(plan.steps, known.steps, strict=True):
        if not isinstance(step, Brush):
            continue
        extra = [one for one in table.before(step).lying if one.laid_by not in purpose_of(own).under]
        for one in extra[:1]:
            mask = plan.mask(one.mask)
            lie = "still lie" if isinstance(mask, Tapes) else "still lies"
            yield Finding(
                "mask-left-on",
                "warn",
                step.id,
                f"The {mask.called} {lie} there, and this was not planned with it.",
                "It keeps the ink off where it was meant to go.",
                where=Place(mask.x_mm, mask.y_mm),
                cure=partial(_back_with_it, known, step.id),
            )
    for one in table.moments[-1].lying:
        mask = plan.mask(one.mask)
        are, they = ("are", "them") if isinstance(mask, Tapes) else ("is", "it")
        lift = LiftMask(new_step_id(plan), one.mask, purpose=Purpose(to=one.laid_by))
        end = next((step.id for step in plan.steps if comes_last(step)), None)
        yield Finding(
            "mask-left-on",
            "warn",
            lays[one.laid_by].id,
            f"The {mask.called} {are} never taken off.",
            f"The card can't be finished with {they} still on, and left on for hours a mask may not come off clean.",
            where=Place(mask.x_mm, mask.y_mm),
            cure=Remedy(f"Take {they} off at the end", insert_step(plan, lift, end)),
        )


def _back_with_it(plan: Plan, step: str) -> Remedy | None:
    """The step back where its masks are as they were planned; where that cannot be, it is meant as it now stands."""
    try:
        order = part_in_order(plan)
    except BadInput:
        return None
    if any(change.did == "moved" for change in order.changes):
        return Remedy("Put it back where it was planned", order.plan)
    at = plan.steps[plan.index_of(step)]
    return Remedy("I mean it this way", replace_step(plan, _with_purpose(plan, at)))


def _with_purpose(plan: Plan, step: Step) -> Step:
    """The step meant under what lies there as it now stands."""
    fresh = read_purposes(plan)[step.id]
    return replace(step, purpose=replace(purpose_of(step), under=fresh.under))


def lays_nothing(plan: Plan, table: Table) -> Iterator[Finding]:
    """A step's ink all falls on what covers the panel, or beside it."""
    for step in plan.steps:
        if not isinstance(step, Brush) or area(table.maps[step.id]) > A_FEW:
            continue
        lying = [plan.mask(one.mask).called for one in table.before(step).lying]
        where = f"on the {lying[-1]}" if lying else "beside the panel"
        yield Finding(
            "lays-nothing",
            "warn",
            step.id,
            f"None of this {plan.ink(step.ink).name} reaches the panel: it all falls {where}.",
            "Nothing is seen of it, and its tool is dirtied for nothing.",
            cure=Remedy("Leave it out", without_steps(plan, {step.id})),
        )
