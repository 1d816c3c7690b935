"""What each step is planned for, read once from the table as it is planned, and kept with the step from then on.

A pair of steps that meet has an order that is seen. Where that order is meant (``keep_over``: on top by its nature, again over its own
seam, through water or resist; ``over_dry``: over what was dry by then) no rule overrules it; else (``over``) it only breaks ties.
"""

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from cielo.core.materials import RESIST_KINDS
from cielo.core.optics.water import STAYS, frees
from cielo.core.plan import (
    Bare,
    Brush,
    Dry,
    Halo,
    InPrint,
    Inside,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    Purpose,
    PutOn,
    Step,
    StickOn,
    Water,
    Wipe,
    WipeBeads,
    plan_of_piece,
    with_piece,
)
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.contact import TRACE, Contact, contact_of
from cielo.core.table.marks import (
    covers_what_is_below,
    decides_way_up,
    embosses,
    is_figure,
    is_in_front,
    is_laid_under,
)
from cielo.core.table.moment import Moment
from cielo.core.table.needs import is_for, not_dry_for
from cielo.core.table.walk import walk

NOTHING = Purpose()


def purpose_of(step: Step) -> Purpose:
    """What a step was planned for; nothing where it was not told yet."""
    return step.purpose or NOTHING


def settled(plan: Plan) -> Plan:
    """The plan with a purpose on every step of the panel and its pieces that has none, as the table stands."""
    for piece in plan.pieces:
        if any(step.purpose is None for step in piece.steps):
            plan = with_piece(plan, replace(piece, steps=settled(plan_of_piece(plan, piece.key)).steps))
    if all(step.purpose is not None for step in plan.steps):
        return plan
    fresh = read_purposes(plan)
    return replace(
        plan, steps=tuple(step if step.purpose is not None else replace(step, purpose=fresh[step.id]) for step in plan.steps)
    )


def read_purposes(plan: Plan) -> dict[str, Purpose]:
    """The purpose of every step as the steps stand, by step id."""
    contact = contact_of(plan)
    moments = walk(plan, contact)
    light = {ink.key: lightness_on(plan.stock.paper, ink) for ink in plan.inks}
    found = {}
    for at, step in enumerate(plan.steps):
        over, keep_over, over_dry = [], [], []
        for below in plan.steps[:at]:
            if comes_after_by_name(below, step):
                continue
            if _goes_by(below, step):
                keep_over.append(below.id)
                continue
            if not _order_is_seen(contact, below, step):
                if decides_way_up(plan, below, step) or _is_thin_first(contact, below, step):
                    over.append(below.id)
                continue
            if _is_meant(plan, contact, light, below, step):
                keep_over.append(below.id)
            elif isinstance(below, Brush) and not moments[at].left_of(below.id) and _dried_between(plan, below, at):
                over_dry.append(below.id)
            else:
                over.append(below.id)
        if isinstance(step, Dry):
            over = [wet.step for wet in moments[at].wet]
        if isinstance(step, Prepare) and step.act == "sweep":
            keep_over = [s.id for s in plan.steps[max(0, at - 1) : at] if isinstance(s, Brush)]
        found[step.id] = Purpose(
            _under(plan, at, step, moments[at]),
            tuple(over),
            tuple(keep_over),
            tuple(over_dry),
            _helps(plan, contact, at, step, moments),
        )
    return found


def _dried_between(plan: Plan, below: Step, at: int) -> bool:
    """Whether a drying was planned after a step and before place ``at``: what only happens to be dry was not meant to be."""
    return any(isinstance(step, Dry) for step in plan.steps[plan.index_of(below.id) : at])


def _goes_by(below: Step, above: Step) -> bool:
    """Whether a step goes where another left the stock bare, or the other went where it was bare before this one, or the one is done on the
    piece as the other trimmed it: neither may be swapped."""
    if _trims_down(below) or _trims_down(above):
        return isinstance(below, Brush | Water | WipeBeads) or isinstance(above, Brush | Water | WipeBeads)
    both = isinstance(below, Brush) and isinstance(above, Brush)
    return both and (isinstance(above.region, Bare) or isinstance(below.region, Bare))  # type: ignore[union-attr]


def _trims_down(step: Step) -> bool:
    return isinstance(step, Prepare) and step.act == "trim-down"


def _order_is_seen(contact: Contact, below: Step, above: Step) -> bool:
    """Whether it matters to the picture which of two steps comes first: they meet, and not in the same ink."""
    same = isinstance(below, Brush) and isinstance(above, Brush) and below.ink == above.ink
    return not same and contact.overlap(below.id, above.id) > 0


def _is_thin_first(contact: Contact, below: Step, above: Step) -> bool:
    """Whether a thin pass of an ink is laid for a heavier one of it that follows: the other way round the heavy touch would come first."""
    both = isinstance(below, Brush) and isinstance(above, Brush)
    same = both and below.ink == above.ink and below.strength < above.strength  # type: ignore[union-attr]
    return same and contact.meet(below.id, above.id)


def _is_meant(plan: Plan, contact: Contact, light: Mapping[str, float], below: Step, above: Step) -> bool:
    """Whether a step is over another by its nature: water, wiping, resist, an opaque or drawn laying, an ink again over its seam."""
    if _is_astray(plan, contact, below, above):
        return False
    if isinstance(below, WipeBeads) and isinstance(above, Brush):
        return False  # beads are wiped off again when it is laid sooner
    if not isinstance(below, Brush) or not isinstance(above, Brush):
        return True
    if isinstance(above.region, InPrint) and above.region.step == below.id:
        return True
    if plan.ink(below.ink).kind in RESIST_KINDS or embosses(plan, above) or covers_what_is_below(plan, above):
        return True
    before = plan.steps[: plan.index_of(below.id)]
    again = any(isinstance(s, Brush) and s.ink == above.ink and _goes_again(contact, s, above) for s in before)
    return again and light[below.ink] < light[above.ink]


# An ink goes again over its own ground where it was there before on so much of it. Judgement.
THERE_BEFORE = 0.8


def _goes_again(contact: Contact, first: Brush, again: Brush) -> bool:
    """Whether a laying goes over an earlier one of its ink, and not beyond it: no more than that one, or where that one lies."""
    if not contact.meet(first.id, again.id):
        return False
    was, now = contact.maps[first.id], contact.maps[again.id]
    there = int(np.count_nonzero((was > TRACE) & (now > TRACE)))
    share = there / max(1, int(np.count_nonzero(now > TRACE)))
    return float(now.sum()) <= float(was.sum()) or share >= THERE_BEFORE


def _is_astray(plan: Plan, contact: Contact, below: Step, above: Step) -> bool:
    """Whether a step over another is more likely a slip than a wish: it would harm what lies there."""
    if isinstance(below, StickOn):
        return True  # nothing goes over what stands up
    if isinstance(below, PutOn):
        return is_laid_under(plan, above)
    if not isinstance(below, Brush):
        return False
    if isinstance(above, Water):
        return is_figure(below) and frees(plan.ink(below.ink)) > STAYS
    if not isinstance(above, Brush):
        return False
    if embosses(plan, above):
        return plan.ink(below.ink).stays_open and not is_for(contact, below.id, above.id)
    if embosses(plan, below):
        return plan.schools.emboss == "last" and is_figure(above)
    return is_in_front(above) and is_figure(below) and not is_in_front(below)


def comes_after_by_name(step: Step, other: Step) -> bool:
    """Whether a print is said to come after another: made with it, or behind it."""
    one = getattr(step, "refers", None)
    two = getattr(other, "refers", None)
    after = one is not None and one.step == other.id and one.how != "in-front"
    return after or (two is not None and two.step == step.id and two.how == "in-front")


def _under(plan: Plan, at: int, step: Step, moment: Moment) -> tuple[str, ...]:
    """The layings of masks a step is done under. One built round or inside a mask that does not lie there means the nearest laying of it."""
    if isinstance(step, PutOn | StickOn):
        return ()  # a piece lies on what is there; no sheet is between
    lying = tuple(lying.laid_by for lying in moment.lying if not isinstance(step, LiftMask | Wipe) or lying.mask != step.mask)
    region = getattr(step, "region", None)
    if isinstance(region, Halo | Inside) and region.mask not in moment.masks:
        lays = [(abs(i - at), s.id) for i, s in enumerate(plan.steps) if isinstance(s, LayMask) and s.mask == region.mask]
        if lays:
            return (*lying, min(lays)[1])
    return lying


def _helps(plan: Plan, contact: Contact, at: int, step: Step, moments: tuple[Moment, ...]) -> str | None:
    """The step that a helping step is for; of a mask taken off the step that laid it."""
    later = plan.steps[at + 1 :]
    match step:
        case LiftMask():
            lay = next((lying.laid_by for lying in moments[at].lying if lying.mask == step.mask), None)
            return lay or next((s.id for s in plan.steps if isinstance(s, LayMask) and s.mask == step.mask), None)
        case Wipe():
            return next((s.id for s in later if isinstance(s, Brush) and contact.reaches_mask(s.id, step.mask)), None)
        case Dry():
            wet = moments[at].wet
            return next((s.id for s in later if not_dry_for(plan, contact, s, Moment(wet=wet))), None)
        case Prepare(act="anti-static"):
            return next((s.id for s in later if embosses(plan, s)), None)
        case Prepare(act="clean-tool"):
            return next((s.id for s in later if isinstance(s, Brush) and s.tool == step.tool), None)
        case Prepare(act="turn"):
            return next((s.id for s in later if isinstance(s, Brush | Water)), None)
        case Prepare(act="register" | "orient"):
            return next((s.id for s in later if is_figure(s)), None)
        case _:
            return None


def resettled(before: Plan, after: Plan) -> Plan:
    """A plan after an edit: what was made anew or changed gets its purpose from the table, the rest keeps its own.

    A step moved by itself keeps what it goes through and past, but comes over what it now stands after. A mask laid, taken off or moved
    anew covers what now stands between. Steps all moved about keep everything.
    """
    was = {step.id: step for step in before.steps}
    now = {step.id for step in after.steps}
    anew = {
        s.id
        for s in after.steps
        if s.purpose is None or s.id not in was or replace(s, purpose=None) != replace(was[s.id], purpose=None)
    }
    moved = moved_between(before, after)
    hand = moved if len(moved) <= MOVED_BY_HAND else set()
    kinds = {step.id: step for step in (*before.steps, *after.steps)}
    masks = {step.mask for key in anew | hand | (set(was) - now) if isinstance(step := kinds[key], LayMask | LiftMask)}
    if before == after:
        return after
    fresh = read_purposes(after)
    spells = {s.id: s.mask for s in after.steps if isinstance(s, LayMask)}
    known = {frozenset((step.id, key)) for step in after.steps for key in _below(purpose_of(step))}
    place, there = ({step.id: i for i, step in enumerate(plan.steps)} for plan in (before, after))
    steps = []
    for step in after.steps:
        own, new = step.purpose, fresh[step.id]
        if own is None or step.id in anew:
            steps.append(replace(step, purpose=new))
            continue
        # Of a step moved by itself only what it was moved past is new.
        passed = now if step.id in hand else hand
        touched = anew | {key for key in passed if _was_moved_past(place, there, key, step.id)}
        touched |= {key for key in now if frozenset((step.id, key)) not in known}
        steps.append(replace(step, purpose=_merged(own, new, touched, now, spells, masks)))
    return replace(after, steps=tuple(steps))


def _was_moved_past(before: Mapping[str, int], after: Mapping[str, int], one: str, other: str) -> bool:
    """Whether two steps of both plans, by their places, have changed their order."""
    both = one in before and other in before
    return both and (before[one] < before[other]) != (after[one] < after[other])


# A maker drags one step at a time, with its mask at most. Steps moved about in greater number were not moved by hand.
MOVED_BY_HAND = 3


def _below(purpose: Purpose) -> tuple[str, ...]:
    return (*purpose.over, *purpose.keep_over, *purpose.over_dry)


def _merged(own: Purpose, new: Purpose, touched: set[str], now: set[str], spells: Mapping[str, str], masks: set[str]) -> Purpose:
    """A purpose with what it says of touched steps, and of masks laid anew, as it is now; the rest as it was."""

    def part(old: tuple[str, ...], fresh: tuple[str, ...]) -> tuple[str, ...]:
        kept = [key for key in old if key in now and key not in touched]
        return (*kept, *(key for key in fresh if key in touched and key not in kept))

    under = (
        *(key for key in own.under if key in spells and spells[key] not in masks),
        *(key for key in new.under if spells[key] in masks),
    )
    to = own.to if own.to in now else new.to
    return Purpose(under, part(own.over, new.over), part(own.keep_over, new.keep_over), part(own.over_dry, new.over_dry), to)


def moved_between(before: Plan, after: Plan) -> set[str]:
    """The fewest steps of both plans that changed their place among the others."""
    place = {step.id: i for i, step in enumerate(before.steps)}
    there = [step.id for step in after.steps if step.id in place]
    # The longest run that kept its order, by patience sorting's quadratic form; a plan has 200 steps at most.
    best: list[tuple[int, int]] = []  # (length of the longest rising run that ends here, where it came from)
    for i, key in enumerate(there):
        length, came = 1, -1
        for j in range(i):
            if place[there[j]] < place[key] and best[j][0] + 1 > length:
                length, came = best[j][0] + 1, j
        best.append((length, came))
    kept: set[str] = set()
    at = max(range(len(there)), key=lambda i: (best[i][0], -i), default=-1)
    while at >= 0:
        kept.add(there[at])
        at = best[at][1]
    return set(there) - kept
