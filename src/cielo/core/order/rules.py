"""Every rule that binds two steps of a plan, read from what the steps were planned for and from what they touch.

Whether two steps touch is asked with the masks that each step was planned under, wherever it stands now: so the rules of a plan are the
same however it is shuffled.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from enum import IntEnum

from cielo.core.optics.water import STAYS, frees
from cielo.core.plan import (
    Brush,
    Dry,
    Halo,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    PutOn,
    Relation,
    Step,
    StickOn,
    Tapes,
    Vignette,
    Water,
    WipeBeads,
    piece_of,
)
from cielo.core.plan.steps import LAST
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.core.simulation.contact import Contact, contact_of
from cielo.core.table.marks import covers_what_is_below, embosses, is_figure, is_in_front, is_laid_under, rubs
from cielo.core.table.purpose import purpose_of


class Force(IntEnum):
    """How hard a rule binds: of two that contradict each other the one of the lower number holds."""

    MEANT = 0
    RULE = 1
    WISH = 2
    DRYING = 3
    TIE = 4


@dataclass(frozen=True)
class Rule:
    """``first`` must stand before ``then`` (step ids), for the reason given."""

    first: str
    then: str
    code: str
    reason: str
    force: Force = Force.RULE


def contact_as_planned(plan: Plan) -> Contact:
    """What the steps touch with the masks they were planned under."""
    masks = {step.id: step.mask for step in plan.steps if isinstance(step, LayMask)}
    return contact_of(plan, {s.id: frozenset(masks[key] for key in purpose_of(s).under if key in masks) for s in plan.steps})


def rules_of(plan: Plan, contact: Contact) -> tuple[Rule, ...]:
    """Every rule of a plan on which ``contact`` is as planned, the hardest first; of the same force by id, never by place."""
    found = [
        *_masks(plan),
        *_meant(plan),
        *_prints(plan),
        *_prepared(plan),
        *(Rule(wish.first, wish.then, "wish", "You asked for it.", Force.WISH) for wish in plan.wishes),
        *_last(plan),
        *_put_on(plan, contact),
        *_stuck_on(plan),
        *_relief(plan, contact),
        *_light_before_dark(plan, contact),
        *_embossing(plan, contact),
        *_water(plan, contact),
        *_figures(plan, contact),
        *_drying(plan, contact),
        *_ties(plan),
    ]
    known = {step.id for step in plan.steps}
    return tuple(
        sorted((r for r in found if r.first in known and r.then in known), key=lambda r: (r.force, r.code, r.first, r.then))
    )


def _masks(plan: Plan) -> Iterator[Rule]:
    """What goes through or past a mask is done while it lies there."""
    lays = {step.id: step for step in plan.steps if isinstance(step, LayMask)}
    lifts = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    for lay in lays.values():
        if lay.id in lifts:
            mask = plan.mask(lay.mask)
            is_, it_is = ("are", "they are") if isinstance(mask, Tapes) else ("is", "it is")
            yield Rule(lay.id, lifts[lay.id], "mask", f"The {mask.called} {is_} laid before {it_is} lifted.", Force.MEANT)
    for step in plan.steps:
        if isinstance(step, LayMask | LiftMask | Dry):
            continue
        for key in purpose_of(step).under:
            if key not in lays:
                continue
            mask = plan.mask(lays[key].mask)
            lie, they, while_ = ("lie", "they are", "they lie") if isinstance(mask, Tapes) else ("lies", "it is", "it lies")
            built = isinstance(step, Brush) and isinstance(step.region, Halo) and step.region.mask == mask.key
            what = f"A halo is built round the {mask.called} while {while_} there." if built else (
                f"It was planned while the {mask.called} {lie} there."
            )  # fmt: skip
            yield Rule(key, step.id, "mask", what, Force.MEANT)
            if key in lifts:
                yield Rule(step.id, lifts[key], "mask", f"The {mask.called} stays until {they} done with.", Force.MEANT)


def _meant(plan: Plan) -> Iterator[Rule]:
    """What is meant on top stays on top."""
    for step in plan.steps:
        for key in purpose_of(step).keep_over:
            yield Rule(key, step.id, "meant-over", _why_over(plan, key, step), Force.MEANT)
        for key in purpose_of(step).over_dry:
            yield Rule(key, step.id, "meant-over", "It is laid over what was dry by then.", Force.MEANT)


REFERS: dict[Relation, str] = {
    "again": "It is the same print once more.",
    "uninked": "It prints with what that print leaves on the block.",
    "behind": "What stands in front is printed first and masked.",
    "in-front": "What stands in front is printed first and masked.",
}


def _prints(plan: Plan) -> Iterator[Rule]:
    """A print comes after the one it is made with, and what stands in front before what is behind it."""
    for step in plan.steps:
        if isinstance(step, Brush) and step.refers is not None:
            ends = (step.refers.step, step.id) if step.refers.how != "in-front" else (step.id, step.refers.step)
            yield Rule(*ends, "its-print", REFERS[step.refers.how], Force.MEANT)


def _why_over(plan: Plan, below: str, step: Step) -> str:
    under = next((s for s in plan.steps if s.id == below), None)
    if isinstance(step, WipeBeads):
        return "Beads are wiped off when the ink over the powder is laid."
    if isinstance(step, PutOn):
        return f"The {piece_of(plan, step.piece).name} is put on over it."
    if isinstance(under, PutOn):
        return f"It goes over the {piece_of(plan, under.piece).name}, which is on by then."
    if isinstance(under, Prepare):
        return "It goes on the piece as it is trimmed by then."
    if isinstance(step, Water):
        return "Water works on ink that is there and dry."
    if isinstance(step, Prepare):
        return "It belongs to the step before."
    if isinstance(under, Water):
        return "It goes where water was, and after it."
    if isinstance(under, WipeBeads):
        return "It goes onto what is wiped clean."
    if under is not None and embosses(plan, under):
        return "It is laid over the powder, which sheds it."
    if isinstance(step, Brush) and embosses(plan, step):
        return f"{plan.ink(step.ink).name} goes over what was there."
    if isinstance(step, Brush) and covers_what_is_below(plan, step):
        return f"{plan.ink(step.ink).name} is meant on top."
    return "It goes over its seam again."


def _prepared(plan: Plan) -> Iterator[Rule]:
    """What is done for a step stays before it."""
    for step in plan.steps:
        to = purpose_of(step).to
        if isinstance(step, Prepare) and to is not None:
            yield Rule(step.id, to, "prepared", "It is done for the step that follows.", Force.MEANT)


def _last(plan: Plan) -> Iterator[Rule]:
    """Trimming and mounting come last of all."""
    for step in plan.steps:
        if isinstance(step, Prepare) and step.act in LAST:
            rank = LAST.index(step.act)
            why = f"{'Trimming' if step.act == 'trim' else 'Mounting'} comes last."
            for other in plan.steps:
                # A drying stands by what wants it.
                if not isinstance(other, Dry | PutOn | StickOn) and not (isinstance(other, Prepare) and other.act in LAST[rank:]):
                    yield Rule(other.id, step.id, "last", why)


def _stuck_on(plan: Plan) -> Iterator[Rule]:
    """What stands up is stuck on when nothing is laid, wiped or put on any more."""
    for stuck in (step for step in plan.steps if isinstance(step, StickOn)):
        for step in plan.steps:
            if isinstance(step, Brush | Water | WipeBeads | LayMask | LiftMask | PutOn) or (
                isinstance(step, Prepare) and step.act not in LAST
            ):
                yield Rule(step.id, stuck.id, "stuck-last", "What stands up comes after the last sheet, stamp and brush.")


def _relief(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """Paste comes after the last sheet that would lie on it, where nothing under that sheet is meant over the paste."""
    lifts = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    pastes = [step for step in plan.steps if isinstance(step, Brush) and plan.ink(step.ink).kind == "paste"]
    for paste in pastes:
        for lay in (step for step in plan.steps if isinstance(step, LayMask)):
            if lay.id in purpose_of(paste).under or not contact.lies_under(paste.id, lay.mask):
                continue
            under = [purpose_of(step) for step in plan.steps if lay.id in purpose_of(step).under]
            if any(paste.id in (*meant.keep_over, *meant.over_dry) for meant in under):
                continue
            yield Rule(
                lifts.get(lay.id, lay.id),
                paste.id,
                "relief-last",
                "What stands up comes after the last sheet that would lie on it.",
            )


def _put_on(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """What lies under a piece is laid before the piece is put on."""
    for put_on in (step for step in plan.steps if isinstance(step, PutOn)):
        for step in plan.steps:
            if is_laid_under(plan, step) and contact.meet(step.id, put_on.id):
                why = f"The {piece_of(plan, put_on.piece).name} goes on when what lies under it is laid."
                yield Rule(step.id, put_on.id, "put-on", why)


def _light_before_dark(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """An ink comes before every darker ink that it meets while both are damp.

    Free is what was planned over the darker one on purpose: dry, again over its seam, opaque, or with a tool that does not rub. In the
    school "there and back" a first pale pass is free too, in "dark rim first" whatever is built round a mask or in from the edges.
    """
    light = lightness_by_key(plan)
    brushings = [step for step in plan.steps if isinstance(step, Brush) and not embosses(plan, step)]
    for dark in brushings:
        if _is_free(plan, dark):
            continue
        for pale in brushings:
            if light[pale.ink] - light[dark.ink] < SAME_LIGHTNESS or pale.onto == "dry" or not rubs(plan, pale):
                continue
            meant = purpose_of(pale)
            if dark.id in (*meant.keep_over, *meant.over_dry) or covers_what_is_below(plan, pale):
                continue
            if not contact.meet(pale.id, dark.id):
                continue
            yield Rule(
                pale.id,
                dark.id,
                "dark-before-light",
                f"{plan.ink(dark.ink).name} is darker than {plan.ink(pale.ink).name} on {plan.stock.name}; laid first, it "
                "would dirty the lighter pad and brush, and nothing takes it away again.",
            )


def _is_free(plan: Plan, dark: Brush) -> bool:
    """Whether the maker's school lets a dark laying come before lighter ones."""
    match plan.schools.order:
        case "there-and-back":
            return dark.touch == "pale" and dark.passes == 1
        case "dark-rim-first":
            return isinstance(dark.region, Halo | Vignette)
        case _:
            return False


def _embossing(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """In the school "emboss first" powder comes before open ink elsewhere, in "last" after the prints it meets."""
    brushings = [step for step in plan.steps if isinstance(step, Brush)]
    for powder in (step for step in brushings if embosses(plan, step)):
        meant = {*purpose_of(powder).over_dry, *purpose_of(powder).keep_over}
        for other in brushings:
            if embosses(plan, other):
                continue
            ink = plan.ink(other.ink)
            if plan.schools.emboss == "first" and ink.stays_open and other.id not in meant:
                yield Rule(
                    powder.id,
                    other.id,
                    "emboss-first",
                    f"Powder would stick to {ink.name} wherever it is still open: emboss first.",
                )
            meets = contact.meet(powder.id, other.id)
            if plan.schools.emboss == "last" and is_figure(other) and meets and powder.id not in purpose_of(other).keep_over:
                why = "Emboss last: a stamp does not reach the panel beside a ridge."
                yield Rule(other.id, powder.id, "emboss-last", why)


def _water(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """Water comes before prints that it would dissolve."""
    for water in (step for step in plan.steps if isinstance(step, Water)):
        for step in plan.steps:
            if not isinstance(step, Brush) or frees(plan.ink(step.ink)) <= STAYS:
                continue
            if is_figure(step) and contact.meet(water.id, step.id) and step.id not in purpose_of(water).keep_over:
                why = f"Water would dissolve the print in {plan.ink(step.ink).name}."
                yield Rule(water.id, step.id, "water-before-outline", why)


def _figures(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """Figures in front are printed before those behind them."""
    figures = [step for step in plan.steps if isinstance(step, Brush) and is_figure(step)]
    for front in figures:
        for behind in figures:
            if is_in_front(front) and not is_in_front(behind) and contact.meet(front.id, behind.id):
                yield Rule(front.id, behind.id, "front-first", "What stands in front is printed first and masked.")


def _drying(plan: Plan, contact: Contact) -> Iterator[Rule]:
    """A drying comes after what it dries, and before what wants it dry; paste dries when every sheet that it lies against is off."""
    steps = {step.id: step for step in plan.steps}
    lifts = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    for dry in (step for step in plan.steps if isinstance(step, Dry)):
        meant = purpose_of(dry)
        for key in meant.over:
            yield Rule(key, dry.id, "dry-first", "It is dried before what comes on top.", Force.DRYING)
            laid = steps.get(key)
            past = purpose_of(laid).under if isinstance(laid, Brush) and plan.ink(laid.ink).kind == "paste" else ()
            for lay in (steps[lay] for lay in past if lay in lifts):
                if isinstance(lay, LayMask) and contact.reaches_mask(key, lay.mask):
                    yield Rule(lifts[lay.id], dry.id, "lift-at-once", "Paste sets to a stencil that is left on it.", Force.DRYING)
        if meant.to is not None:
            yield Rule(dry.id, meant.to, "dry-first", "It goes onto dry ink.", Force.DRYING)
        for step in plan.steps:
            if set(meant.over) & set(purpose_of(step).over_dry):
                yield Rule(dry.id, step.id, "dry-first", "It goes onto dry ink.", Force.DRYING)


def _ties(plan: Plan) -> Iterator[Rule]:
    """What nothing else decides stays as it was planned."""
    for step in plan.steps:
        if isinstance(step, Dry):
            continue
        for key in purpose_of(step).over:
            yield Rule(key, step.id, "planned-over", "It was planned over it.", Force.TIE)
    lays = {step.id: step for step in plan.steps if isinstance(step, LayMask)}
    lifts = {purpose_of(step).to: step for step in plan.steps if isinstance(step, LiftMask)}
    for upper in lays.values():
        for lower in purpose_of(upper).under:
            if lower not in lays:
                continue
            yield Rule(lower, upper.id, "planned-over", "It was laid over it.", Force.TIE)
            off = lifts.get(upper.id)
            if off is not None and lower in purpose_of(off).under and lower in lifts:
                yield Rule(off.id, lifts[lower].id, "planned-over", "What lies on top comes off first.", Force.TIE)


def lightness_by_key(plan: Plan) -> Mapping[str, float]:
    """L* of one full application of each of the plan's inks on its stock."""
    return {ink.key: lightness_on(plan.stock.paper, ink) for ink in plan.inks}
