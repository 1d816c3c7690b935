"""What to lay out before a card is made: every thing once, in the groups of a table, in the order of first use."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from cielo.core.geometry.motifs import NAMES
from cielo.core.geometry.pieces import MASK_STOCK, pieces_of, tape_lengths_mm
from cielo.core.geometry.printing import image_name
from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.plan import (
    Brush,
    Dry,
    DryingWay,
    LayMask,
    Mask,
    Motifs,
    Plan,
    Prepare,
    Print,
    PutOn,
    Step,
    StickOn,
    Tapes,
    Water,
    Wipe,
    WipeBeads,
    Words,
    is_one_thing,
    piece_of,
    plan_of_piece,
    run_of,
)
from cielo.core.say.part import said
from cielo.core.say.words import ACT_WORDS
from cielo.core.sequence.brushes import BrushOfPlan, plan_brushes
from cielo.core.units import join_words, say_fine, say_length, say_size


@dataclass(frozen=True)
class Group:
    """Things of one sort that lie together on the table."""

    name: str
    things: tuple[str, ...]

    @property
    def said(self) -> str:
        """The group as one line."""
        return f"{self.name}: {', '.join(self.things)}."


def laid_out(plan: Plan, sheets: Sequence[str] = ()) -> tuple[Group, ...]:
    """What to lay out for a whole card, its pieces with it. ``sheets``: the sheets that it is cut from, in words."""
    steps = [(plan_of_piece(plan, done.part) if done.part else plan, done.step) for done in run_of(plan)]
    groups = (
        ("To cut", [*_to_cut(plan), *(f"from {sheet}" for sheet in sheets)] if steps else []),
        ("Inks and pads", [name for of, step in steps for name in _ink(of, step)]),
        ("Brushes and daubers", _brushes(plan)),
        ("Masks and stencils", _sheets([of.mask(step.mask) for of, step in steps if isinstance(step, LayMask)])),
        ("Stamps", [name for of, step in steps for name in _stamp(of, step)]),
        ("Tape", _tapes(plan, steps)),
        ("Powder", _powder(steps)),
        ("To hand", [thing for of, step in steps for thing in _to_hand(of, step)]),
        ("To stick on, counted off", [thing for of, step in steps for thing in _stuck(of, step)]),
    )
    told: set[str] = set()
    made = []
    for name, things in groups:
        new = tuple(thing for thing in dict.fromkeys(things) if thing not in told)
        told |= set(new)
        if new:
            made.append(Group(name, new))
    return tuple(made)


def _to_cut(plan: Plan) -> Iterator[str]:
    """What is cut of card, with its size; sheets that mask are told with the sheets."""
    for piece in pieces_of(plan):
        if piece.of != MASK_STOCK and piece.width_mm > 0 and not piece.from_panel:
            yield f"{piece.name} {say_size(piece.width_mm, piece.height_mm, plan.units)}"


def _ink(plan: Plan, step: Step) -> Iterator[str]:
    if isinstance(step, Brush) and (ink := plan.ink(step.ink)).kind not in RESIST_KINDS:
        yield ink.name


def _brushes(plan: Plan) -> list[str]:
    """Each brush and dauber with the inks it takes in turn; one that serves the panel serves a piece too where it holds those inks."""
    names = {ink.key: ink.name for ink in plan.inks}
    parts = (plan, *(plan_of_piece(plan, piece.key) for piece in plan.pieces))
    brushes: list[BrushOfPlan] = []
    for part in parts:
        for brush in plan_brushes(part).brushes:
            if not any(brush.tool == other.tool and set(brush.inks) <= set(other.inks) for other in brushes):
                brushes.append(brush)
    told = []
    for tool in dict.fromkeys(brush.tool for brush in brushes):
        of_tool = [brush for brush in brushes if brush.tool == tool]
        for n, brush in enumerate(of_tool, 1):
            number = f" {n}" if len(of_tool) > 1 else ""
            told.append(f"{TOOLS[tool].name}{number} ({', then '.join(names[key] for key in brush.inks)})")
    known = {brush.tool for brush in brushes}
    used = [
        step for part in parts for step in part.steps if isinstance(step, Brush | Water) and TOOLS[step.tool].texture != "print"
    ]
    others = [
        TOOLS[step.tool].name
        for step in used
        if step.tool not in known and not (isinstance(step, Water) and step.tool == "mister")
    ]
    return [*told, *others]


def _sheets(laid: Sequence[Mask]) -> list[str]:
    """The sheets to fetch: one that is laid at several places once, with how often; the hole and what fell out of it are two things."""
    spells: list[list[Mask]] = []
    for mask in laid:
        if isinstance(mask, Tapes):
            continue  # torn off anew
        same = next((spell for spell in spells if is_one_thing(spell[0], mask)), None)
        if same is None:
            spells.append([mask])
        else:
            same.append(mask)
    return [f"{spell[0].called} ({len(spell)} times)" if len(spell) > 1 else spell[0].called for spell in spells]


def _stamp(plan: Plan, step: Step) -> Iterator[str]:
    """A stamp by its name and size."""
    if not isinstance(step, Brush) or step.tool != "stamp":
        return
    match step.region:
        case Print(image=image, size_mm=size):
            yield f"{image_name(image)} of {said(size, plan.units)}"
        case Motifs(motif=motif, size_mm=size):
            yield f"{NAMES[motif]} of {said(size, plan.units)}"
        case Words(text=text):
            yield f"“{text.replace(chr(10), ' / ')}”"
        case _:
            pass


def _tapes(plan: Plan, steps: Sequence[tuple[Plan, Step]]) -> list[str]:
    """Lengths of tape to tear off for each strip or border, and what sheets are held down with."""
    made = []
    for of, step in steps:
        if isinstance(step, LayMask) and isinstance(mask := of.mask(step.mask), Tapes):
            lengths = tape_lengths_mm(of)[mask.key]
            long = join_words(list(dict.fromkeys(say_length(mm, plan.units) for mm in lengths)))
            made.append(f"{len(lengths)} of {long} for the {mask.called.removesuffix(' tapes')}")
        elif isinstance(step, LayMask) and any(hold.mask == step.mask and hold.kind == "tape" for hold in of.holds):
            made.append("low-tack tape to hold sheets down")
    return made


def _powder(steps: Sequence[tuple[Plan, Step]]) -> list[str]:
    powders = [ink.name for of, step in steps if isinstance(step, Brush) and (ink := of.ink(step.ink)).kind in RESIST_KINDS]
    return ["anti-static bag", "watermark ink", *dict.fromkeys(powders), "a tray to catch it", "heat tool"] if powders else []


# What a tool wants beside it, by its mark; what a drying wants.
BESIDE_TOOL = {"even": ("scrap paper",), "drops": ("a sheet to shield what stays clean",), "blots": ("mister",)}
BESIDE_DRYING: dict[DryingWay, tuple[str, ...]] = {"air": (), "blot": ("blotting paper",), "heat": ("heat tool",)}


def _to_hand(plan: Plan, step: Step) -> tuple[str, ...]:
    """What else a step wants within reach, beside its ink, its tool and its sheet."""
    match step:
        case Dry(way=way):
            return BESIDE_DRYING[way]
        case Brush(tool=tool) if plan.ink(step.ink).kind not in RESIST_KINDS:
            return BESIDE_TOOL.get(TOOLS[tool].texture, ())
        case Wipe():
            return ("a damp cloth", "a dry cloth")
        case WipeBeads():
            return ("a dry cloth",)
        case Water():
            mister = ("mister",) if step.tool == "mister" else ()
            return (*mister, "clean water", *(("a cloth to blot with",) if step.blot else ()))
        case Prepare(act="clean-tool"):
            return ("a damp cloth",)
        case Prepare(act=act) if act != "turn":
            return (ACT_WORDS[act][1].removeprefix("the "),)
        case PutOn():
            piece = piece_of(plan, step.piece)
            return ("foam tape" if piece.raised_mm else "glue", *(("trimmer",) if piece.flush else ()))
        case StickOn():
            return ("a needle",) if step.thing == "drops" else ("tweezers",)
        case _:
            return ()


def _stuck(plan: Plan, step: Step) -> Iterator[str]:
    if isinstance(step, StickOn):
        yield f"{len(step.spots)} {step.colour} {step.thing} of {say_fine(step.size_mm, plan.units)}"
