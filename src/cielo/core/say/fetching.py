"""What to have at hand for a step and for a whole card, and the usual cautions."""

from collections.abc import Iterator

from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.optics.water import STAYS, frees
from cielo.core.plan import (
    Brush,
    Dry,
    Inside,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    PutOn,
    Step,
    StickOn,
    Water,
    Wipe,
    WipeBeads,
    piece_of,
)
from cielo.core.say.words import (
    ACT_WORDS,
    ON_PADS,
    several,
)


def fetch(plan: Plan, step: Step) -> str:
    """What to have at hand for a step."""
    match step:
        case Brush():
            ink, tool = plan.ink(step.ink), TOOLS[step.tool]
            if ink.kind in RESIST_KINDS:
                return f"watermark ink, {tool.name}, anti-static bag, {_powder(ink.name)}, heat tool"
            extra = {
                "even": ", scrap paper to off-load on", "drops": ", a sheet to shield what stays clean",
                "blots": ", mister", "print": ", scrap to stamp off on",
            }.get(tool.texture, "")  # fmt: skip
            pad = " pad" if tool.texture in ON_PADS and ink.kind not in ("alcohol", "paste") else ""
            return f"{ink.name}{pad}, {tool.name}{extra}{_for_what_strays(plan, step)}"
        case LayMask():
            return f"the {plan.mask(step.mask).called}"
        case LiftMask():
            return f"scrap paper to lay {'them' if several(plan, step) else 'it'} on"
        case Wipe():
            return "a damp cloth and a dry one"
        case WipeBeads():
            return "a dry cloth"
        case Water():
            return f"clean water, {TOOLS[step.tool].name}{', a cloth to blot with' if step.blot else ''}"
        case Prepare():
            return f"a damp cloth for the {TOOLS[step.tool or ''].name}" if step.act == "clean-tool" else ACT_WORDS[step.act][1]
        case PutOn():
            piece = piece_of(plan, step.piece)
            return f"the {piece.name}, {'foam tape' if piece.raised_mm else 'glue'}{', trimmer' if piece.flush else ''}"
        case StickOn():
            with_ = "a needle to prick bubbles" if step.thing == "drops" else "tweezers, a damp stick to pick them up"
            return f"{len(step.spots)} {step.colour} {step.thing}, {with_}"
        case Dry():
            return {"air": "a clean flat place", "blot": "a sheet of blotting paper", "heat": "the heat tool"}[step.way]


def _powder(name: str) -> str:
    """A powder by its name, called one once."""
    return name if "powder" in name.lower() else f"{name} powder"


# Stock as light as this is mended with a white pen, L*.
AS_WHITE = 85.0


def _for_what_strays(plan: Plan, step: Brush) -> str:
    """Motif by motif ink strays over the rim: what lifts it while it is fresh, or covers it, on that stock. Common practice, no source."""
    if not (isinstance(step.region, Inside) and step.region.openings):
        return ""
    paper = plan.stock.paper
    if paper.surface == "rough" and frees(plan.ink(step.ink)) > STAYS:
        return ", a damp wipe to lift what strays at once"
    return ", a white pen for what strays" if paper.lab[0] >= AS_WHITE else ""


def care(plan: Plan, step: Step) -> str:
    """The usual caution for a step, or nothing. It defers to the product's own sheet and to local rules."""
    return " ".join(dict.fromkeys(_cares(plan, step)))


def _cares(plan: Plan, step: Step) -> Iterator[str]:
    after = "Follow its own sheet and your local rules."
    if isinstance(step, Dry) and step.way == "heat":
        alcohol = any(isinstance(s, Brush) and plan.ink(s.ink).kind == "alcohol" for s in plan.steps)
        if alcohol:
            yield "Never a heat tool on wet alcohol ink: it burns. Let it dry in the air."
        yield f"The heat tool burns skin and scorches card: keep it moving and from children. {after}"
    if isinstance(step, Prepare) and step.act in ("cut", "trim-down", "trim"):
        yield "Blade away from the hand, on a mat; keep it from children."
    if isinstance(step, Brush):
        kind, texture = plan.ink(step.ink).kind, TOOLS[step.tool].texture
        if kind in RESIST_KINDS:
            yield f"Powder is not for breathing, and the heat tool burns skin and scorches card. {after}"
        if kind == "alcohol":
            yield f"Alcohol ink burns and its fumes want air: open a window, no flame, no heat tool while it is wet. {after}"
        if texture == "mist":
            yield f"Mist is not for breathing: spray away from your face, with air. {after}"
