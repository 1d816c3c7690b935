"""Why each step stands where it stands, in a sentence a maker would say."""

import numpy as np

from cielo.core.order.rules import lightness_by_key
from cielo.core.plan import (
    Act,
    Brush,
    Dry,
    Halo,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    PutOn,
    Step,
    StickOn,
    Tapes,
    Water,
    WetArea,
    Wipe,
    WipeBeads,
    piece_of,
)
from cielo.core.sequence.lightness import SAME_LIGHTNESS
from cielo.core.simulation.contact import TRACE
from cielo.core.table.marks import covers_what_is_below, embosses, is_figure
from cielo.core.table.purpose import purpose_of
from cielo.core.table.table import Table
from cielo.core.units import join_words

ACT_REASONS: dict[Act, str] = {
    "anti-static": "Powder clings to anything charged or damp; the bag takes that away.",
    "clean-tool": "What the last ink left in it would spoil the next one.",
    "sweep": "Hybrid ink streaks where it is built up; a clean brush evens it while it is workable.",
    "register": "A second print meets the first only if panel and image come back to exactly the same place.",
    "turn": "The hand works best from the top downwards; turned round, the other side is worked the same way.",
    "orient": "A print that has a top and a bottom cannot be turned afterwards.",
    "cut": "When the ink is dry: a wet edge smears and tears under the blade.",
    "trim-down": "Here on purpose: what comes after it is meant on the smaller piece.",
    "trim": "Last, when no ink can creep under the edge any more.",
    "mount": "Last of all, when everything is dry.",
}


def reasons(table: Table) -> dict[str, str]:
    """A reason for every step of a plan, by step id: of the rule that binds it where one does."""
    plan = table.as_planned
    return {step.id: _reason(plan, table, at, step) for at, step in enumerate(plan.steps)}


def _reason(plan: Plan, table: Table, at: int, step: Step) -> str:
    match step:
        case LayMask():
            mask = plan.mask(step.mask)
            goes, under = ("go", "them") if isinstance(mask, Tapes) else ("goes", "it")
            return f"The {mask.called} {goes} on first, so that what lies under {under} stays as it is."
        case Wipe():
            return (
                f"The next ink meets the {plan.mask(step.mask).called}: what the last one left on it would be "
                "dragged onto the panel."
            )
        case LiftMask():
            mask = plan.mask(step.mask)
            off = "they" if isinstance(mask, Tapes) else "it"
            return f"Nothing more is laid round the {mask.called}, so {off} can come off."
        case Dry():
            return _dry_reason(plan, table, step)
        case Water():
            return "Water sets ink free that is dry and can move; what the cloth does not take dries as a rim."
        case Prepare():
            return ACT_REASONS[step.act]
        case PutOn():
            return (
                f"The {piece_of(plan, step.piece).name} goes on when what it covers is laid and dry, and it is dry itself: round a piece "
                "that is on, nothing can be blended."
            )
        case StickOn():
            return "What stands up comes when no sheet, stamp or brush goes over it any more."
        case WipeBeads():
            return "Ink stands in beads on melted powder; left there, it dulls the motif and smears."
        case Brush():
            return _brush_reason(plan, table, at, step)


def _dry_reason(plan: Plan, table: Table, step: Dry) -> str:
    """What wants the drying, and what it is that is dried."""
    to = purpose_of(step).to
    wanted = next((other for other in plan.steps if other.id == to), None)
    wet = [other for one in table.before(step).wet for other in plan.steps if other.id == one.step]
    inks = list(dict.fromkeys(plan.ink(other.ink).name for other in wet if isinstance(other, Brush)))
    inks = inks[-2:]
    what = join_words(inks) if inks else "The water" if wet else ""
    it = "them" if len(inks) > 1 else "it"
    match wanted:
        case LayMask() if what:
            return f"{what} must be dry before the {plan.mask(wanted.mask).called} can lie on {it}."
        case Brush() if what:
            over = "more of it" if inks == [plan.ink(wanted.ink).name] else plan.ink(wanted.ink).name
            return f"{what} must be dry before {over} comes over {it if over != 'more of it' else 'the first'}."
        case _:
            return "Ink that is still damp smears when the panel is handled, mounted or stacked."


def _by_nature(plan: Plan, step: Brush, met: list[Brush]) -> str:
    """The reason of a laying that has no turn from light to dark; empty where it has one."""
    ink = plan.ink(step.ink)
    if embosses(plan, step):
        return f"{ink.name} before the ink that it is to shed, and while nothing else on the panel is open."
    if isinstance(step.region, WetArea):
        return f"{ink.name} runs only where the water stands, and no further."
    if step.onto == "wet":
        return f"{ink.name} goes into what is still wet, so that the two mix and do not lie over each other."
    if is_figure(step):
        return f"{ink.name} on top, when the ground is done: a print stays crisp only if nothing is worked over it."
    if covers_what_is_below(plan, step):
        if not met:
            return f"{ink.name} covers whatever lies below it, so it may come when it is wanted."
        return f"{ink.name} over {plan.ink(met[-1].ink).name}: it lies on top and covers what is there."
    if isinstance(step.region, Halo):
        return (
            f"{ink.name} builds up against the {plan.mask(step.region.mask).called} while it lies there; when it "
            "comes off, its edge stands clear."
        )
    return ""


# A laying that covers so much of the place where two others run into each other goes over their seam. Judgement.
MOST_OF_IT = 0.5


def _closes(table: Table, step: Brush, own: Brush, other: Brush) -> bool:
    """Whether a laying goes over the seam of an earlier one of its own ink with another."""
    seam = np.minimum(table.maps[own.id], table.maps[other.id]) > TRACE
    return bool(seam.any() and (table.maps[step.id][seam] > TRACE).mean() > MOST_OF_IT)


def _brush_reason(plan: Plan, table: Table, at: int, step: Brush) -> str:
    light = lightness_by_key(plan)
    ink, meant = plan.ink(step.ink), purpose_of(step)
    earlier = [other for other in plan.steps[:at] if isinstance(other, Brush) and not embosses(plan, other)]
    met = [other for other in earlier if other.ink != step.ink and table.meet(other.id, step.id)]
    darker = sorted(
        (other for other in met if light[other.ink] < light[step.ink] - SAME_LIGHTNESS),
        key=lambda other: (-light[other.ink], other.id),
    )
    by_nature = _by_nature(plan, step, met)
    if by_nature:
        return by_nature
    closed = [other for other in darker if any(own.ink == step.ink and _closes(table, step, own, other) for own in earlier)]
    if closed:
        return f"{ink.name} again, over its seam with {plan.ink(closed[0].ink).name}: the lighter ink closes the line."
    still_wet = {wet.step for wet in table.before(step).wet}
    dry = [other for other in darker if other.id in meant.over_dry or other.id not in still_wet]
    if dry:
        return f"{ink.name} is lighter than {plan.ink(dry[0].ink).name}, but that is dry by now and stays where it is."
    if darker:
        return (
            f"{ink.name} is lighter than {plan.ink(darker[0].ink).name}, which it meets and which is already down: it "
            "belongs before it."
        )
    lighter = [other for other in met if round(light[other.ink]) > round(light[ink.key])]
    if lighter:
        last = max(lighter, key=earlier.index)
        return (
            f"After {plan.ink(last.ink).name}, because {ink.name} is darker on {plan.stock.name}: light pads and brushes "
            "stay clean."
        )
    if met:
        last = max(met, key=earlier.index)
        return f"{ink.name} and {plan.ink(last.ink).name}, which it meets, are about equally light: either may come first."
    if any(embosses(plan, other) and table.meet(other.id, step.id) for other in plan.steps[:at]):
        return f"{ink.name} over the embossing, which sheds it: the darker the ground round it, the more it stands out."
    lightest = max(light.values()) <= light[ink.key]
    if not earlier and lightest and len(plan.inks) > 1:
        return f"{ink.name} first: it is the lightest on {plan.stock.name}."
    return f"{ink.name} meets no other ink so far, so it may stand here."
