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
    Mask,
    Plan,
    Prepare,
    PutOn,
    Step,
    StickOn,
    Tapes,
    Water,
    Wipe,
    WipeBeads,
    is_one_thing,
    piece_of,
)
from cielo.core.say.words import (
    ACT_WORDS,
    ON_PADS,
    several,
)
from cielo.core.units import say_fine


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


def to_fetch(plan: Plan) -> tuple[str, ...]:
    """What to lay out for a whole card, a line each, every thing once, in the order in which it is first used. Brushes with their inks are
    told beside it, by which of them are shared (sequence.brushes)."""
    inks, laid, stuck = [], [], []
    hand: list[str] = []
    for step in plan.steps:
        hand += _to_hand(plan, step)
        match step:
            case Brush():
                inks.append(plan.ink(step.ink).name)
            case LayMask():
                laid.append(plan.mask(step.mask))
            case StickOn():
                stuck.append(f"{len(step.spots)} {step.colour} {step.thing} of {say_fine(step.size_mm, plan.units)}")
    rows = (("Inks", inks), ("Masks and stencils", _sheets(laid)), ("To stick on, counted off", stuck), ("To hand", hand))
    return tuple(f"{what}, as they are used: {', '.join(dict.fromkeys(names))}." for what, names in rows if names)


def _to_hand(plan: Plan, step: Step) -> tuple[str, ...]:
    """What else a step wants within reach, beside its ink, its tool and its sheet."""
    match step:
        case Brush() if plan.ink(step.ink).kind in RESIST_KINDS:
            return ("anti-static bag", "watermark ink", "a tray for the powder", "heat tool")
        case Dry(way="heat"):
            return ("heat tool",)
        case Dry(way="blot"):
            return ("blotting paper",)
        case Wipe():
            return ("a damp cloth", "a dry cloth")
        case WipeBeads():
            return ("a dry cloth",)
        case Water():
            return ("clean water", *(("a cloth to blot with",) if step.blot else ()))
        case Prepare(act="clean-tool"):
            return ("a damp cloth",)
        case Prepare(act="turn"):
            return ()
        case Prepare(act=act):
            return (ACT_WORDS[act][1],)
        case PutOn():
            piece = piece_of(plan, step.piece)
            return ("foam tape" if piece.raised_mm else "glue", *(("trimmer",) if piece.flush else ()))
        case StickOn():
            return ("a needle",) if step.thing == "drops" else ("tweezers",)
        case _:
            return ()


def _sheets(laid: list[Mask]) -> list[str]:
    """The sheets to fetch: one that is laid at several places once, with how often; tape is torn off anew."""
    spells: list[list[Mask]] = []
    for mask in laid:
        same = next((spell for spell in spells if is_one_thing(spell[0], mask) and not isinstance(mask, Tapes)), None)
        if same is None:
            spells.append([mask])
        else:
            same.append(mask)
    return [f"{spell[0].called} ({len(spell)} times)" if len(spell) > 1 else spell[0].called for spell in spells]


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
