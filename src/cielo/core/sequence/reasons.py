"""Why each step stands where it stands, in a sentence a maker would say."""

from cielo.core.plan import Brush, Dry, Halo, LayMask, LiftMask, Plan, Step, Wipe
from cielo.core.sequence.lightness import SAME_LIGHTNESS
from cielo.core.sequence.precedence import Meets, lightness_by_key


def reasons(plan: Plan, meets: Meets) -> dict[str, str]:
    """A reason for every step, by step id."""
    return {step.id: _reason(plan, at, step, meets) for at, step in enumerate(plan.steps)}


def _reason(plan: Plan, at: int, step: Step, meets: Meets) -> str:
    match step:
        case LayMask():
            return f"First the {plan.mask(step.mask).name} mask, so that what lies under it stays as it is."
        case Wipe():
            return (
                f"The next ink meets the {plan.mask(step.mask).name} mask: what the last one left on it would be "
                "dragged onto the panel."
            )
        case LiftMask():
            return f"Nothing more is laid round the {plan.mask(step.mask).name} mask, so it can come off."
        case Dry():
            later = plan.steps[at + 1 :]
            if any(isinstance(other, Brush) for other in later):
                return "What comes next wants dry ink below it."
            return "Ink that is still damp smears when the panel is handled, mounted or stacked."
        case Brush():
            return _brush_reason(plan, at, step, meets)


def _brush_reason(plan: Plan, at: int, step: Brush, meets: Meets) -> str:
    light = lightness_by_key(plan)
    ink = plan.ink(step.ink)
    earlier = [other for other in plan.steps[:at] if isinstance(other, Brush)]
    met = [other for other in earlier if other.ink != step.ink and meets(other.id, step.id)]
    darker = sorted(
        (other for other in met if light[other.ink] < light[step.ink] - SAME_LIGHTNESS),
        key=lambda other: (-light[other.ink], other.id),
    )
    if isinstance(step.region, Halo):
        return (
            f"{ink.name} builds up against the {plan.mask(step.region.mask).name} mask while it lies there; when it "
            "comes off, the disc glows."
        )
    if darker and any(other.ink == step.ink for other in earlier):
        return f"{ink.name} again, over its seam with {plan.ink(darker[0].ink).name}: the lighter ink closes the line."
    if darker:
        return (
            f"{ink.name} is lighter than {plan.ink(darker[0].ink).name}, which it meets and which is already down: it "
            "belongs before it."
        )
    if met:
        last = max(met, key=earlier.index)
        return (
            f"After {plan.ink(last.ink).name}, because {ink.name} is darker on {plan.stock.name} "
            f"(lightness {light[ink.key]:.0f} against {light[last.ink]:.0f}): light pads and brushes stay clean."
        )
    lightest = max(light.values()) <= light[ink.key]
    if not earlier and lightest and len(plan.inks) > 1:
        return f"{ink.name} first: it is the lightest on {plan.stock.name} (lightness {light[ink.key]:.0f})."
    return f"{ink.name} meets no other ink so far, so it may stand here."
