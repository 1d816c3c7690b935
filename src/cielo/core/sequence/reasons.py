"""Why each step stands where it stands, in a sentence a maker would say."""

from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import (
    Act,
    Brush,
    Dry,
    Halo,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Prepare,
    Step,
    Tapes,
    Water,
    WetArea,
    Wipe,
    WipeBeads,
    Words,
)
from cielo.core.sequence.lightness import SAME_LIGHTNESS
from cielo.core.sequence.precedence import Meets, lightness_by_key

ACT_REASONS: dict[Act, str] = {
    "anti-static": "Powder clings to anything charged or damp; the bag takes that away.",
    "clean-tool": "What the last ink left in it would spoil the next one.",
    "sweep": "Hybrid ink streaks where it is built up; a clean brush evens it while it is workable.",
    "register": "A second print meets the first only if panel and image come back to exactly the same place.",
    "orient": "A print that has a top and a bottom cannot be turned afterwards.",
    "trim": "Last, when no ink can creep under the edge any more.",
    "mount": "Last of all, when everything is dry.",
}


def reasons(plan: Plan, meets: Meets) -> dict[str, str]:
    """A reason for every step, by step id."""
    return {step.id: _reason(plan, at, step, meets) for at, step in enumerate(plan.steps)}


def _reason(plan: Plan, at: int, step: Step, meets: Meets) -> str:
    match step:
        case LayMask():
            mask = plan.mask(step.mask)
            under = "them" if isinstance(mask, Tapes) else "it"
            return f"First the {mask.called}, so that what lies under {under} stays as it is."
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
            later = plan.steps[at + 1 :]
            if any(isinstance(other, Brush) for other in later):
                return "What comes next wants dry ink below it."
            return "Ink that is still damp smears when the panel is handled, mounted or stacked."
        case Water():
            return "Water sets ink free that is dry and can move; what the cloth does not take dries as a rim."
        case Prepare():
            return ACT_REASONS[step.act]
        case WipeBeads():
            return "Ink stands in beads on melted powder; left there, it dulls the motif and smears."
        case Brush():
            return _brush_reason(plan, at, step, meets)


def _brush_reason(plan: Plan, at: int, step: Brush, meets: Meets) -> str:
    light = lightness_by_key(plan)
    ink = plan.ink(step.ink)
    earlier = [other for other in plan.steps[:at] if isinstance(other, Brush) and plan.ink(other.ink).kind not in RESIST_KINDS]
    met = [other for other in earlier if other.ink != step.ink and meets(other.id, step.id)]
    darker = sorted(
        (other for other in met if light[other.ink] < light[step.ink] - SAME_LIGHTNESS),
        key=lambda other: (-light[other.ink], other.id),
    )
    if ink.kind in RESIST_KINDS:
        return f"{ink.name} before the ink that it is to shed, and while nothing else on the panel is open."
    if isinstance(step.region, WetArea):
        return f"{ink.name} runs only where the water stands, and no further."
    if step.onto == "wet":
        return f"{ink.name} goes into what is still wet, so that the two mix and do not lie over each other."
    if isinstance(step.region, Motifs | Words):
        return f"{ink.name} on top, when the ground is done: a print stays crisp only if nothing is worked over it."
    if isinstance(step.region, Halo):
        return (
            f"{ink.name} builds up against the {plan.mask(step.region.mask).called} while it lies there; when it "
            "comes off, its edge stands clear."
        )
    if darker and any(other.ink == step.ink for other in earlier):
        return f"{ink.name} again, over its seam with {plan.ink(darker[0].ink).name}: the lighter ink closes the line."
    if darker:
        return (
            f"{ink.name} is lighter than {plan.ink(darker[0].ink).name}, which it meets and which is already down: it "
            "belongs before it."
        )
    lighter = [other for other in met if round(light[other.ink]) > round(light[ink.key])]
    if lighter:
        last = max(lighter, key=earlier.index)
        return (
            f"After {plan.ink(last.ink).name}, because {ink.name} is darker on {plan.stock.name} "
            f"(lightness {light[ink.key]:.0f} against {light[last.ink]:.0f}): light pads and brushes stay clean."
        )
    if met:
        last = max(met, key=earlier.index)
        return f"{ink.name} and {plan.ink(last.ink).name}, which it meets, are about equally light: either may come first."
    lightest = max(light.values()) <= light[ink.key]
    if not earlier and lightest and len(plan.inks) > 1:
        return f"{ink.name} first: it is the lightest on {plan.stock.name} (lightness {light[ink.key]:.0f})."
    return f"{ink.name} meets no other ink so far, so it may stand here."
