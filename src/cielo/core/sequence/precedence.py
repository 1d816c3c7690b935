"""What must come before what, and why; and the order that honours it with the fewest moves.

Whether two brushings touch is a matter of the picture, so the answer is passed in as a function.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.optics.water import frees
from cielo.core.plan import (
    Brush,
    Dry,
    Halo,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Prepare,
    Vignette,
    Water,
    Wipe,
    WipeBeads,
    Words,
    masks_on,
    new_step_id,
    without_steps,
)
from cielo.core.sequence.chains import fewest_moved
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.errors import Contradiction

# Tools that are worked over the panel; the others drop, print or draw.
RUBBING = ("even", "fine", "open", "streaks")

# Things done when all ink is laid, in this order.
LAST = ("trim", "mount")

Meets = Callable[[str, str], bool]
Touches = Callable[[str, str], bool]


@dataclass(frozen=True)
class Precedence:
    """``first`` must stand before ``then`` (step ids), for the reason given."""

    first: str
    then: str
    code: str
    reason: str


@dataclass(frozen=True)
class Move:
    """A step that was taken elsewhere, and why."""

    step: str
    reason: str


@dataclass(frozen=True)
class Order:
    """A plan in working order and what was moved to get there."""

    plan: Plan
    moves: tuple[Move, ...]


def precedences(plan: Plan, meets: Meets) -> tuple[Precedence, ...]:
    """Every rule that binds two steps of this plan, the maker's own wishes last."""
    return (
        *_light_before_dark(plan, meets),
        *_masks(plan),
        *_drying(plan, meets),
        *_embossing(plan, meets),
        *_water(plan, meets),
        *_prints(plan, meets),
        *_prepared(plan),
        *(Precedence(wish.first, wish.then, "wish", "You asked for it.") for wish in plan.wishes),
    )


def _light_before_dark(plan: Plan, meets: Meets) -> list[Precedence]:
    """The first laying of an ink comes before every darker ink that it meets.

    A later laying of it over the darker one is the school "lighter again over the seam", and free. So is a layer that is meant for
    dry ink, and one whose tool does not rub on the panel. In the school "there and back" a first pale pass is free too, in "dark rim
    first" whatever is built round a mask or in from the edges.
    """
    light = lightness_by_key(plan)
    brushings = [step for step in plan.steps if isinstance(step, Brush)]
    first: dict[str, Brush] = {}
    for step in brushings:
        first.setdefault(step.ink, step)
    rules = []
    for dark in brushings:
        if plan.ink(dark.ink).kind in RESIST_KINDS or _is_free(plan, dark):
            continue
        for pale in first.values():
            if pale.onto == "dry" or not rubs(plan, pale):
                continue
            if light[pale.ink] - light[dark.ink] < SAME_LIGHTNESS or not meets(pale.id, dark.id):
                continue
            reason = (
                f"{plan.ink(dark.ink).name} is darker than {plan.ink(pale.ink).name} on {plan.stock.name} "
                f"(lightness {light[dark.ink]:.0f} against {light[pale.ink]:.0f}); laid first, it would dirty the lighter "
                "pad and brush, and nothing takes it away again."
            )
            rules.append(Precedence(pale.id, dark.id, "dark-before-light", reason))
    return rules


def _is_free(plan: Plan, dark: Brush) -> bool:
    """Whether the maker's school lets a dark laying come before lighter ones."""
    match plan.schools.order:
        case "there-and-back":
            return dark.touch == "pale" and dark.passes == 1
        case "dark-rim-first":
            return isinstance(dark.region, Halo | Vignette)
        case _:
            return False


def _drying(plan: Plan, meets: Meets) -> list[Precedence]:
    """What is meant for dry ink stays behind the drying before it, and that behind the ink it dries."""
    rules = []
    for at, step in enumerate(plan.steps):
        if not (isinstance(step, LayMask) or (isinstance(step, Brush) and step.onto == "dry")):
            continue
        dry = next((s for s in reversed(plan.steps[:at]) if isinstance(s, Dry)), None)
        if dry is None:
            continue
        what = "A clean layer" if isinstance(step, Brush) else "A mask"
        rules.append(Precedence(dry.id, step.id, "dry-first", f"{what} goes onto dry ink."))
        for below in plan.steps[: plan.index_of(dry.id)]:
            if isinstance(below, Brush) and (isinstance(step, LayMask) or meets(below.id, step.id)):
                rules.append(Precedence(below.id, dry.id, "dry-first", "It is dried before what comes on top."))
    return rules


def _embossing(plan: Plan, meets: Meets) -> list[Precedence]:
    """Beads are wiped after the ink over the powder; in the school "emboss first" powder comes before open ink, in "last" after prints."""
    rules = []
    brushings = [step for step in plan.steps if isinstance(step, Brush)]
    powders = [step for step in brushings if plan.ink(step.ink).kind in RESIST_KINDS]
    for powder in powders:
        at = plan.index_of(powder.id)
        over = [s for s in brushings if plan.index_of(s.id) > at and s not in powders and meets(powder.id, s.id)]
        for wipe in [s for s in plan.steps if isinstance(s, WipeBeads)]:
            rules.append(Precedence(powder.id, wipe.id, "beads-last", "Beads stand only on powder that is there."))
            rules += [
                Precedence(ink.id, wipe.id, "beads-last", "Beads are wiped off when the ink over the powder is laid.")
                for ink in over
                if plan.index_of(ink.id) < plan.index_of(wipe.id)
            ]
        for other in brushings:
            dried = any(isinstance(s, Dry) for s in plan.steps[plan.index_of(other.id) : at])
            if plan.schools.emboss == "first" and plan.ink(other.ink).stays_open and not dried:
                why = f"Powder would stick to {plan.ink(other.ink).name} wherever it is still open: emboss first."
                rules.append(Precedence(powder.id, other.id, "emboss-first", why))
            if plan.schools.emboss == "last" and is_print(plan, other) and meets(powder.id, other.id):
                why = "Emboss last: a stamp does not reach the panel beside a ridge."
                rules.append(Precedence(other.id, powder.id, "emboss-last", why))
    return rules


def _water(plan: Plan, meets: Meets) -> list[Precedence]:
    """Water stays behind the ink it moves, and comes before prints that it would dissolve."""
    rules = []
    for water in [step for step in plan.steps if isinstance(step, Water)]:
        at = plan.index_of(water.id)
        for step in plan.steps[:at]:
            if not isinstance(step, Brush):
                continue
            if is_print(plan, step) and frees(plan.ink(step.ink)) > 0.1:
                why = f"Water would dissolve the print in {plan.ink(step.ink).name}."
                rules.append(Precedence(water.id, step.id, "water-before-outline", why))
            elif frees(plan.ink(step.ink)) > 0.1:
                rules.append(Precedence(step.id, water.id, "ink-before-water", "Water works on ink that is there and dry."))
    return rules


def _prints(plan: Plan, meets: Meets) -> list[Precedence]:
    """Figures in front are printed before those behind them."""
    figures = [step for step in plan.steps if isinstance(step, Brush) and is_print(plan, step)]
    return [
        Precedence(front.id, behind.id, "front-first", "What stands in front is printed first and masked.")
        for front in figures
        for behind in figures
        if isinstance(front.region, Motifs)
        and front.region.front
        and not (isinstance(behind.region, Motifs) and behind.region.front)
        and meets(front.id, behind.id)
    ]


def _prepared(plan: Plan) -> list[Precedence]:
    """What is done for the next step stays before it; trimming and mounting come last of all."""
    rules = []
    for at, step in enumerate(plan.steps):
        if not isinstance(step, Prepare):
            continue
        later = [s for s in plan.steps[at + 1 :] if isinstance(s, Brush)]
        match step.act:
            case "anti-static":
                then = next((s for s in later if plan.ink(s.ink).kind in RESIST_KINDS), None)
            case "clean-tool":
                then = next((s for s in later if s.tool == step.tool), None)
            case "register" | "orient":
                then = next((s for s in later if is_print(plan, s)), None)
            case _:
                then = None
        if then is not None:
            rules.append(Precedence(step.id, then.id, "prepared", "It is done for the step that follows."))
        if step.act in ("sweep", "clean-tool") and at and isinstance(plan.steps[at - 1], Brush):
            rules.append(Precedence(plan.steps[at - 1].id, step.id, "prepared", "It belongs to the step before."))
        if step.act in LAST:
            rank = LAST.index(step.act)
            rules += [
                Precedence(other.id, step.id, "last", f"{'Trimming' if step.act == 'trim' else 'Mounting'} comes last.")
                for other in plan.steps
                if not (isinstance(other, Prepare) and other.act in LAST[rank:])
            ]
    return rules


def rubs(plan: Plan, step: Brush) -> bool:
    """Whether a step's tool goes over what lies there, so that it picks it up."""
    return TOOLS[step.tool].texture in RUBBING and plan.ink(step.ink).kind not in RESIST_KINDS


def is_print(plan: Plan, step: Brush) -> bool:
    """Whether a step prints or draws figures or words."""
    return TOOLS[step.tool].texture in ("print", "crisp") and isinstance(step.region, Motifs | Words)


def _masks(plan: Plan) -> list[Precedence]:
    rules = []
    for mask in plan.masks:
        lays = [step.id for step in plan.steps if isinstance(step, LayMask) and step.mask == mask.key]
        lifts = [step.id for step in plan.steps if isinstance(step, LiftMask) and step.mask == mask.key]
        halos = [
            step.id
            for step in plan.steps
            if isinstance(step, Brush) and isinstance(step.region, Halo) and step.region.mask == mask.key
        ]
        for halo in halos:
            if lays:
                why = f"A halo is built round the {mask.called} while it lies there."
                rules.append(Precedence(lays[0], halo, "halo-needs-mask", why))
            if lifts:
                why = f"The {mask.called} stays until its halo is done."
                rules.append(Precedence(halo, lifts[-1], "halo-needs-mask", why))
        if lays and lifts:
            rules.append(Precedence(lays[0], lifts[-1], "mask", f"The {mask.called} is laid before it is lifted."))
    return rules


def lightness_by_key(plan: Plan) -> Mapping[str, float]:
    """L* of one full application of each of the plan's inks on its stock."""
    return {ink.key: lightness_on(plan.stock.paper, ink) for ink in plan.inks}


def in_order(plan: Plan, meets: Meets, touches_mask: Touches) -> Order:
    """The plan rearranged to honour every precedence with the fewest steps moved.

    The same plan always gives the same order. Wipes are set anew, since where one is needed follows from the order. Raises
    Contradiction, naming them, when wishes and rules go round in a circle.
    """
    bare = without_steps(plan, {step.id for step in plan.steps if isinstance(step, Wipe)})
    rules = precedences(bare, meets)
    place = {step.id: i for i, step in enumerate(bare.steps)}
    order, moved = fewest_moved(((place[rule.first], place[rule.then]) for rule in rules), len(place))
    if len(order) < len(place):
        done = {bare.steps[i].id for i in order}
        raise _contradiction(plan, [rule for rule in rules if rule.then not in done])
    arranged = with_wipes(replace(bare, steps=tuple(bare.steps[i] for i in order)), touches_mask, spare=plan)
    broken = [rule for rule in rules if place[rule.first] > place[rule.then]]
    moves = []
    for step in (bare.steps[i] for i in sorted(moved)):
        # A step may also give way for rules that bind it only by way of another.
        why = [rule for rule in broken if step.id in (rule.first, rule.then)] or broken[:1]
        moves += [Move(step.id, rule.reason) for rule in why]
    return Order(arranged, tuple(moves))


def _contradiction(plan: Plan, rules: list[Precedence]) -> Contradiction:
    """Which wishes and rules go round in a circle, in words."""
    import networkx as nx

    graph: nx.DiGraph[str] = nx.DiGraph()
    for rule in sorted(rules, key=lambda rule: (rule.code != "wish", rule.first, rule.then)):
        if not graph.has_edge(rule.first, rule.then):
            graph.add_edge(rule.first, rule.then, rule=rule)
    number = {step.id: n for n, step in enumerate(plan.steps, 1)}
    circle = [graph.edges[edge[0], edge[1]]["rule"] for edge in nx.find_cycle(graph)]
    said = "; ".join(f"step {number[rule.first]} before step {number[rule.then]}: {rule.reason}" for rule in circle)
    wished = [rule for rule in circle if rule.code == "wish"]
    mend = (
        f"Forget the wish that step {number[wished[0].first]} comes before step {number[wished[0].then]}."
        if wished
        else "Let one of these steps lie elsewhere, or choose another school."
    )
    return Contradiction(f"these cannot all be kept: {said}", field="wishes" if wished else "steps", mend=mend)


def missing_wipes(plan: Plan, touches_mask: Touches) -> tuple[tuple[str, Brush, Brush], ...]:
    """(mask, brushing before, brushing after) wherever a mask goes from one ink to another without a wipe."""
    inked: dict[str, Brush] = {}
    missing = []
    for step, on in masks_on(plan):
        if isinstance(step, Wipe | LiftMask | LayMask):
            inked.pop(step.mask, None)
        if isinstance(step, Brush):
            for mask in sorted(on):
                if not touches_mask(step.id, mask):
                    continue
                before = inked.get(mask)
                if before is not None and before.ink != step.ink:
                    missing.append((mask, before, step))
                inked[mask] = step
    return tuple(missing)


def with_wipes(plan: Plan, touches_mask: Touches, spare: Plan | None = None) -> Plan:
    """The plan with a wipe set wherever one is missing. Ids are free in ``spare`` too, where one is given."""
    ids = spare or plan
    for mask, _, after in missing_wipes(plan, touches_mask):
        wipe = Wipe(new_step_id(ids), mask)
        ids = replace(ids, steps=(*ids.steps, wipe))
        at = plan.index_of(after.id)
        plan = replace(plan, steps=(*plan.steps[:at], wipe, *plan.steps[at:]))
    return plan
