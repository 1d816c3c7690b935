"""Every step as a sentence of plain words."""

from collections.abc import Iterator

from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.plan import (
    Brush,
    Dry,
    Fade,
    LayMask,
    LiftMask,
    Motifs,
    Patches,
    Plan,
    Prepare,
    PutOn,
    Step,
    StickOn,
    Water,
    Wipe,
    WipeBeads,
    called_here,
    piece_of,
)
from cielo.core.plan.beside import OUTLINE
from cielo.core.say.part import Part, said, say_minutes, softly
from cielo.core.say.places import say_places
from cielo.core.say.putting_on import say_put_on
from cielo.core.say.region import region_parts
from cielo.core.say.words import (
    ACT_WORDS,
    AMOUNT_WORDS,
    EDGE_WORDS,
    FADING,
    ONTO_WORDS,
    PRINT_WORDS,
    RELATION_WORDS,
    STUCK_ONE,
    THROWN,
    TOUCH_WORDS,
    TURNED_WORDS,
    WAY_WORDS,
    several,
)
from cielo.core.table.marks import sticks
from cielo.core.table.table import Table, table_of
from cielo.core.units import Units, join_words, say_fine, say_length, say_size


def sentence(plan: Plan, step: Step, table: Table | None = None) -> tuple[Part, ...]:
    """The sentence of a step, as parts in reading order. ``table``: the plan's, where many sentences are asked for."""
    return tuple(_parts(table or table_of(plan), step))


def say(plan: Plan, step: Step, table: Table | None = None) -> str:
    """The sentence of a step as one string."""
    return "".join(part.text for part in sentence(plan, step, table))


def lies_turned(plan: Plan, step: Step) -> str:
    """A sentence where the panel lies turned round while a step is done, as the hand sees it then; empty where it lies as planned."""
    before = plan.steps[: plan.index_of(step.id)]
    turns = sum(isinstance(other, Prepare) and other.act == "turn" for other in before)
    if turns % 2 == 0 or isinstance(step, Dry | Prepare):
        return ""
    return "The panel lies turned round: its top, as it is said here, is nearest to you."


def _say_onto(table: Table, step: Brush) -> str:
    """What a step is laid onto, as the table stands when it comes: nothing is dry or damp where nothing lies."""
    moment = table.before(step)
    if step.onto == "wet":
        return ONTO_WORDS["wet"]
    if step.onto == "dry":
        return ONTO_WORDS["dry"] if any(table.meet(laid, step.id) for laid in moment.laid) else "on the bare card"
    if any(table.meet(wet.step, step.id) for wet in moment.wet):
        return ONTO_WORDS["damp"]
    return "on dry ink" if any(table.meet(laid, step.id) for laid in moment.laid) else "on the bare card"


def _parts(table: Table, step: Step) -> Iterator[Part]:
    plan = table.plan
    match step:
        case Brush():
            yield from _brush(table, step)
        case Water():
            yield from _water(plan, step)
        case LayMask():
            yield Part("Lay the ")
            yield Part(plan.mask(step.mask).called, "mask", "mask")
            yield Part(_laid(plan, step))
        case LiftMask():
            yield Part("Lift the ")
            yield Part(plan.mask(step.mask).called, "mask", "mask")
            yield Part(" off.")
        case Wipe():
            yield Part("Wipe the ")
            yield Part(plan.mask(step.mask).called, "mask", "mask")
            yield Part(" clean where they lie." if several(plan, step) else " clean where it lies.")
        case Prepare():
            yield from _prepare(plan, step)
        case PutOn():
            yield Part(say_put_on(plan, piece_of(plan, step.piece)))
        case StickOn():
            yield from _stick_on(plan, step)
        case WipeBeads():
            yield Part("Wipe the beads off the embossing, so that the motif shows.")
        case Dry():
            yield Part("Let it dry ")
            yield Part(WAY_WORDS[step.way], "way", "way")
            yield Part(" for ")
            yield Part(say_minutes(step.minutes), "minutes", "minutes")
            yield Part(".")


def _laid(plan: Plan, step: LayMask) -> str:
    """How a sheet is made to lie still: pressed down where it sticks, held or weighted where it does not."""
    mask = plan.mask(step.mask)
    if several(plan, step):
        return " and press their edges down."
    if mask.held == "magnets":
        return " and set the magnets on it."
    if sticks(mask):
        return " and press its rim down."
    taped = mask.held is not None and mask.held != "hand"
    return (
        " and tape it down."
        if taped or any(hold.mask == mask.key for hold in plan.holds)
        else " and hold it down while you work."
    )


def _prepare(plan: Plan, step: Prepare) -> Iterator[Part]:
    match step.act:
        case "clean-tool":
            yield Part("Clean the ")
            yield Part(TOOLS[step.tool or ""].name, "tool", "tool")
            yield Part(" before the next ink.")
        case "mount":
            on = "its mats and base" if plan.card.mats else "its base"
            yield Part(f"Mount the panel on {on}{TURNED_WORDS[plan.card.turned_deg]}.")
        case "cut" if cuts := [cut.name for cut in plan.cuts if cut.use != "frame" and cut.key != OUTLINE]:
            yield Part(f"Cut {join_words([f'the {name}' for name in cuts])} out of it, now that it is dry.")
        case "trim" if plan.card.trim_mm:
            size = say_size(plan.card.panel_width_mm, plan.card.panel_height_mm, plan.units)
            yield Part(f"Trim {say_length(plan.card.trim_mm, plan.units)} off each side: the {called_here(plan)} is then {size}.")
        case act:
            yield Part(ACT_WORDS[act][0].format(here=called_here(plan)))


def _brush(table: Table, step: Brush) -> Iterator[Part]:
    plan = table.plan
    tool, ink = TOOLS[step.tool], plan.ink(step.ink)
    if ink.kind in RESIST_KINDS:
        yield from _emboss(plan, step)
        return
    if tool.verb.lower() == tool.name:
        yield Part(tool.verb, "tool", "tool")
        yield Part(" ")
        yield Part(ink.name, "ink", "ink")
    else:
        yield Part(f"{tool.verb} ")
        yield Part(ink.name, "ink", "ink")
        yield Part(" with the ")
        yield Part(tool.name, "tool", "tool")
    yield from region_parts(plan, step.region, step.id)
    if step.refers is not None:
        yield Part(", ")
        yield Part(RELATION_WORDS[step.refers.how], "refers.how", "relation")
        yield Part(" ")
        yield Part(f"step {plan.index_of(step.refers.step) + 1}", "refers.step", "printed")
        marked = any(isinstance(other, Prepare) and other.act == "register" for other in plan.steps[: plan.index_of(step.id)])
        if step.refers.how == "again" and marked:
            yield Part(", by its corner marks")
    yield Part(", ")
    if step.touch in PRINT_WORDS:
        yield Part(PRINT_WORDS[step.touch], "touch", "print")
    else:
        yield Part(str(step.passes), "passes", "count")
        yield Part(" ")
        yield Part(TOUCH_WORDS[step.touch], "touch", "touch")
        yield Part(" pass" if step.passes == 1 else " passes")
    if step.fade is not None or (tool.texture == "even" and isinstance(step.region, FADING)):
        yield from _fade(step.fade, plan.units)
    yield Part(", ")
    yield Part(_say_onto(table, step), "onto", "onto")
    if tool.texture in THROWN or isinstance(step.region, Patches | Motifs):
        yield SCATTER
    yield Part(".")


# Marks that fall by chance: nothing is said of how they fall, but on the Desk another scatter can be asked for.
SCATTER = Part("", "seed", "throw")


def _emboss(plan: Plan, step: Brush) -> Iterator[Part]:
    """Watermark ink, powder, melt: one step of the hand."""
    tool = TOOLS[step.tool]
    if tool.verb.lower() == tool.name:
        yield Part(tool.verb, "tool", "tool")
        yield Part(" watermark ink")
    else:
        yield Part(f"{tool.verb} watermark ink with the ")
        yield Part(tool.name, "tool", "tool")
    yield from region_parts(plan, step.region, step.id)
    yield Part(", cover it with ")
    yield Part(plan.ink(step.ink).name, "ink", "ink")
    yield Part(", tap it off and melt it")
    if tool.texture in THROWN or isinstance(step.region, Patches | Motifs):
        yield SCATTER
    yield Part(".")


def _stick_on(plan: Plan, step: StickOn) -> Iterator[Part]:
    many = len(step.spots)
    yield Part("Set " if step.thing == "drops" else "Stick on ")
    yield Part(str(many) if many > 1 else "one", "spots", "spots")
    yield Part(" ")
    yield Part(step.colour, "colour", "stuck-colour")
    yield Part(" ")
    yield Part(step.thing if many > 1 else STUCK_ONE[step.thing], "thing", "stuck")
    yield Part(", ")
    yield Part(say_fine(step.size_mm, plan.units), "size_mm", "length")
    yield Part(" across and ")
    yield Part(say_fine(step.raised_mm, plan.units), "raised_mm", "length")
    yield Part(" high")
    if many == 1:
        yield Part(", ")
        yield Part(said(step.spots[0].x_mm, plan.units), "spots.0.x_mm", "length")
        yield Part(" from the left and ")
        yield Part(said(step.spots[0].y_mm, plan.units), "spots.0.y_mm", "length")
        yield Part(" from the top")
    elif told := say_places(plan.card, [(spot.x_mm, spot.y_mm) for spot in step.spots], plan.units):
        yield Part(f" ({told})")
    yield Part(".")


def _water(plan: Plan, step: Water) -> Iterator[Part]:
    tool = TOOLS[step.tool]
    if tool.key == "mister":
        yield Part("Mist", "tool", "water-tool")
        yield Part(" water")
    else:
        yield Part("Splatter water with the " if tool.texture == "drops" else "Brush water with the ")
        yield Part(tool.name, "tool", "water-tool")
    yield from region_parts(plan, step.region, step.id)
    yield Part(", ")
    yield Part(AMOUNT_WORDS[step.amount], "amount", "amount")
    yield Part("; wait a few seconds, then ")
    yield Part("blot it" if step.blot else "let it dry where it stands", "blot", "blot")
    if tool.texture == "drops":
        yield SCATTER
    yield Part(".")


def _fade(fade: Fade | None, units: Units) -> Iterator[Part]:
    """Where ink is let die away; nothing is said where it goes out to every edge."""
    if fade is None:
        yield Part("", "fade", "fade")
        return
    yield Part(", fading to bare stock at the ")
    yield Part(EDGE_WORDS[fade.edge], "fade", "fade")
    yield Part(" over ")
    yield Part(softly(fade.width_mm, units), "fade.width_mm", "length")
