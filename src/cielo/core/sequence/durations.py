"""How long a pair of hands is at each step, and what that time is worth to what dries meanwhile. Judgement, no source."""

from cielo.core.materials import FASTER, RESIST_KINDS, TOOLS
from cielo.core.plan import (
    Brush,
    Dry,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Prepare,
    PutOn,
    Step,
    StickOn,
    Water,
    Whole,
    Wipe,
    WipeBeads,
)
from cielo.core.sequence.pace import Work

# How long a pair of hands is at each step, seconds: judgement, no source; what the bench has clocked is reckoned with (plan.pace).
PASS_S, WHOLE_PASS_S, PRINT_S, MASK_S, LIFT_S, WIPE_S, POUR_S = 25, 45, 15, 40, 20, 30, 120


# One small thing picked up, set and pressed. Common practice, no source.
STUCK_S = 6


def work_of(plan: Plan, step: Step) -> Work:
    """Which kind of work a step is."""
    match step:
        case Dry():
            return "dry"
        case Brush():
            if plan.ink(step.ink).kind in RESIST_KINDS:
                return "powder"
            texture = TOOLS[step.tool].texture
            return "stamp" if texture in ("print", "crisp") else "blend" if texture == "even" else "dab"
        case Water():
            return "water"
        case LayMask() | LiftMask():
            return "mask"
        case Wipe() | WipeBeads():
            return "wipe"
        case Prepare() | PutOn() | StickOn():
            return "prepare"


# How a card with a kind of work in it was made.
MADE: dict[Work, str] = {
    "blend": "blended",
    "dab": "dabbed or splattered",
    "stamp": "stamped",
    "powder": "powder or paste",
    "water": "with water",
    "mask": "with masks",
}


def techniques_of(plan: Plan) -> list[str]:
    """How a card was made, in the order of MADE."""
    works = {work_of(plan, step) for step in plan.steps}
    return [made for work, made in MADE.items() if work in works]


def seconds_of(plan: Plan, step: Step) -> int:
    """How long a step takes this maker, seconds; a drying as long as it is planned."""
    work, usual = work_of(plan, step), usual_seconds(plan, step)
    return usual if work == "dry" else max(1, round(usual * getattr(plan.pace, work)))


def usual_seconds(plan: Plan, step: Step) -> int:
    """How long a step usually takes, seconds."""
    match step:
        case Dry():
            return max(1, round(60 * step.minutes))
        case Brush():
            if plan.ink(step.ink).kind in RESIST_KINDS:
                return POUR_S
            if TOOLS[step.tool].texture in ("print", "crisp"):
                count = step.region.count if isinstance(step.region, Motifs) else len(getattr(step.region, "places", (None,)))
                return PRINT_S * max(1, min(count, 10))
            return (WHOLE_PASS_S if isinstance(step.region, Whole) else PASS_S) * step.passes
        case Water():
            return 60
        case LayMask():
            return MASK_S
        case LiftMask():
            return LIFT_S
        case Wipe() | WipeBeads():
            return WIPE_S
        case Prepare():
            return 120 if step.act in ("mount", "cut") else 40
        case PutOn():
            return 60
        case StickOn():
            return STUCK_S * len(step.spots)


def passing_min(plan: Plan, step: Step) -> tuple[float, float]:
    """How long a step takes, and what that is worth in the air to what is wet, minutes."""
    if isinstance(step, Dry):
        return step.minutes, step.minutes * FASTER[step.way]
    minutes = seconds_of(plan, step) / 60
    return minutes, minutes
