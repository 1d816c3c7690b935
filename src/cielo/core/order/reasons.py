"""Why each step stands where it stands, in a sentence a maker would say."""

import numpy as np

from cielo.core.optics.water import STAYS, frees
from cielo.core.order.rules import REFERS, lightness_by_key
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
    last_water,
    piece_of,
)
from cielo.core.sequence.lightness import SAME_LIGHTNESS
from cielo.core.simulation.contact import TRACE
from cielo.core.table.marks import OPAQUE, covers_what_is_below, embosses, is_figure, is_in_print
from cielo.core.table.purpose import purpose_of
from cielo.core.table.table import Table
from cielo.core.units import join_words, sentence

ACT_REASONS: dict[Act, str] = {
    "anti-static": "Powder clings to anything charged or damp; the bag takes that away.",
    "clean-tool": "What the last ink left in it would spoil the next one.",
    "sweep": "Hybrid ink streaks where it is built up; a clean brush evens it while it is workable.",
    "register": "A second print meets the first only if panel and image come back to exactly the same place.",
    "turn": "The hand works best from the top downwards; turned round, the other side is worked the same way.",
    "orient": "A print that has a top and a bottom cannot be turned afterwards.",
    "cut": "When the ink is dry: a wet edge smears and tears under the blade.",
    "trim-down": "Here on purpose: what comes after it is meant on the smaller piece.",
    "trim": "Last, when no ink can creep under the edge.",
    "mount": "Last of all, when everything is dry.",
}


def reasons(table: Table) -> dict[str, str]:
    """A reason for every step of a plan, by step id: of the rule that binds it where one does."""
    plan = table.as_planned
    return {step.id: sentence(_reason(plan, table, at, step)) for at, step in enumerate(plan.steps)}


def _reason(plan: Plan, table: Table, at: int, step: Step) -> str:
    match step:
        case LayMask():
            mask = plan.mask(step.mask)
            goes, under = ("go", "them") if isinstance(mask, Tapes) else ("goes", "it")
            first = not any(isinstance(other, Brush | Water | LayMask) for other in plan.steps[:at])
            return f"The {mask.called} {goes} on {'first' if first else 'now'}, so that what lies under {under} stays as it is."
        case Wipe():
            return (
                f"The next ink meets the {plan.mask(step.mask).called}: what the last one left on it would be "
                "dragged onto the panel."
            )
        case LiftMask():
            mask = plan.mask(step.mask)
            off = "they" if isinstance(mask, Tapes) else "it"
            pasted = [wet.step for wet in table.before(step).wet if wet.of == "paste"]
            if any(table.reaches_mask(laid, step.mask) for laid in pasted):
                come, them = ("come", "them") if isinstance(mask, Tapes) else ("comes", "it")
                return f"The {mask.called} {come} off at once, before the paste sets to {them}."
            again = any(isinstance(other, LayMask) and other.mask == step.mask for other in plan.steps[at:])
            return f"Nothing more is laid round the {mask.called}{' for now' if again else ''}, so {off} can come off."
        case Dry():
            return _dry_reason(plan, table, step)
        case Water():
            return _water_reason(plan, table, at, step)
        case Prepare():
            return ACT_REASONS[step.act]
        case PutOn():
            name = piece_of(plan, step.piece).name
            moment = table.before(step)
            if any(table.meet(wet.step, step.id) for wet in moment.wet if wet.of != "glue") or moment.beside.get(step.piece):
                return f"The {name} goes on when it and what it covers are dry, which they are not yet."
            return f"The {name} goes on now that it is done and dry, and what it covers is: round a piece that is on nothing can be blended."
        case StickOn():
            return "Raised things come once no sheet, stamp or brush goes over them."
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
        case _ if table.before(step).wet or table.before(step).beside:
            return "Ink that is still damp smears when the panel is handled, mounted or stacked."
        case _:
            return "Nothing is damp by then: you can skip this wait."


def _water_reason(plan: Plan, table: Table, at: int, step: Water) -> str:
    dropped = [other for other in plan.steps[at:] if isinstance(other, Brush) and isinstance(other.region, WetArea)]
    if any(last_water(plan, other) is step for other in dropped):
        return "Water first: the ink that is dropped into it runs as far as it stands."
    loose = [
        other
        for other in plan.steps[:at]
        if isinstance(other, Brush) and frees(plan.ink(other.ink)) > STAYS and table.meet(other.id, step.id)
    ]
    if loose:
        taken = "what the cloth does not take dries as a rim" if step.blot else "where it dries it leaves a rim"
        return f"Water sets {plan.ink(loose[-1].ink).name} free, which can move; {taken}."
    return "Water wets the card here for what comes next."


def _by_nature(plan: Plan, table: Table, step: Brush, met: list[Brush]) -> str:
    """The reason of a laying that has no turn from light to dark; empty where it has one."""
    ink = plan.ink(step.ink)
    if embosses(plan, step):
        return _emboss_reason(plan, table, step)
    if isinstance(step.region, WetArea):
        return f"{ink.name} runs only where the water stands, and no further."
    if step.onto == "wet":
        return f"{ink.name} goes into what is still wet, so that the two mix and do not lie over each other."
    if is_figure(step):
        return _print_reason(plan, table, step)
    if covers_what_is_below(plan, step):
        if not met:
            covers = "covers everything below it" if ink.kind in OPAQUE else "meets nothing here"
            return f"{ink.name} {covers}, so it may come when it is wanted."
        hides = "it lies on top and covers what is there" if ink.kind in OPAQUE else "it comes last and stays as it falls"
        return f"{ink.name} over {plan.ink(met[-1].ink).name}: {hides}."
    if isinstance(step.region, Halo):
        return (
            f"{ink.name} builds up against the {plan.mask(step.region.mask).called} while it lies there; when it "
            "comes off, its edge stands clear."
        )
    return ""


def _emboss_reason(plan: Plan, table: Table, step: Brush) -> str:
    at, name = plan.index_of(step.id), plan.ink(step.ink).name
    sheds = any(
        isinstance(other, Brush) and not embosses(plan, other) and table.meet(other.id, step.id) for other in plan.steps[at + 1 :]
    )
    is_open = any(wet.of != "glue" for wet in table.before(step).wet)
    what = "before the ink that it is to shed" if sheds else "on what is there, where it stands up and shines"
    return f"{name} {what}." if is_open else f"{name} {what}, and while nothing on the panel is open that it would stick to."


def _print_reason(plan: Plan, table: Table, step: Brush) -> str:
    at, name = plan.index_of(step.id), plan.ink(step.ink).name
    if step.refers is not None and step.refers.how != "in-front":
        return REFERS[step.refers.how]

    def met_ground(steps: tuple[Step, ...]) -> bool:
        ground = (other for other in steps if isinstance(other, Brush) and not is_figure(other) and not is_in_print(other))
        return any(table.meet(other.id, step.id) for other in ground)

    if met_ground(plan.steps[at + 1 :]):
        return f"{name} before the ground that is laid over it."
    if met_ground(plan.steps[:at]):
        return f"{name} on top, when the ground is done: a print stays crisp only if nothing is worked over it."
    return f"{name} on what is bare here, and nothing is worked over it."


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
    by_nature = _by_nature(plan, table, step, met)
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
        if is_in_print(step):
            return f"{ink.name} inside the embossed outline, which stands up and holds it in."
        return f"{ink.name} over the embossing, which sheds it: the darker the ground round it, the more it stands out."
    lightest = max(light.values()) <= light[ink.key]
    if not earlier and lightest and len(plan.inks) > 1:
        return f"{ink.name} first: it is the lightest on {plan.stock.name}."
    return f"{ink.name} meets no other ink so far, so it can go here."
