"""What must come before what, and why; and the order that honours it with the fewest moves.

Whether two brushings touch is a matter of the picture, so the answer is passed in as a function.
"""

import heapq
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.plan import Brush, Halo, LayMask, LiftMask, Plan, Step, Wipe, masks_on, new_step_id
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.errors import BadInput

# Tools that are worked over the panel; the others drop, print or draw.
RUBBING = ("even", "fine", "open", "streaks")

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
    """Every rule that binds two steps of this plan."""
    return (*_light_before_dark(plan, meets), *_masks(plan))


def _light_before_dark(plan: Plan, meets: Meets) -> list[Precedence]:
    """The first laying of an ink comes before every darker ink that it meets.

    A later laying of it over the darker one is the school "lighter again over the seam", and free. So is a layer that is meant for
    dry ink, and one whose tool does not rub on the panel.
    """
    light = lightness_by_key(plan)
    brushings = [step for step in plan.steps if isinstance(step, Brush)]
    first: dict[str, Brush] = {}
    for step in brushings:
        first.setdefault(step.ink, step)
    rules = []
    for dark in brushings:
        if plan.ink(dark.ink).kind in RESIST_KINDS:
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


def rubs(plan: Plan, step: Brush) -> bool:
    """Whether a step's tool goes over what lies there, so that it picks it up."""
    return TOOLS[step.tool].texture in RUBBING and plan.ink(step.ink).kind not in RESIST_KINDS


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
    """The plan rearranged to honour every precedence, keeping the maker's own order wherever it can.

    Among the steps free to come next the one that stood first is taken, so the same plan always gives the same order. Wipes
    are set anew, since where one is needed follows from the order. Raises BadInput when wishes contradict each other.
    """
    bare = replace(plan, steps=tuple(step for step in plan.steps if not isinstance(step, Wipe)))
    rules = precedences(bare, meets)
    waiting = {step.id: {rule.first for rule in rules if rule.then == step.id} for step in bare.steps}
    place = {step.id: i for i, step in enumerate(bare.steps)}
    ready = [(place[key], key) for key, first in waiting.items() if not first]
    heapq.heapify(ready)
    done: list[str] = []
    while ready:
        _, key = heapq.heappop(ready)
        done.append(key)
        for other, first in waiting.items():
            if key in first:
                first.remove(key)
                if not first:
                    heapq.heappush(ready, (place[other], other))
    if len(done) < len(place):
        stuck = sorted(key for key, first in waiting.items() if first)
        raise BadInput(f"these steps each ask to come after the other: {', '.join(stuck)}.", field="steps")
    by_id: dict[str, Step] = {step.id: step for step in bare.steps}
    arranged = with_wipes(replace(bare, steps=tuple(by_id[key] for key in done)), touches_mask, spare=plan)
    standing = {key: i for i, key in enumerate(done)}
    moves = tuple(
        Move(rule.first, rule.reason)
        for rule in rules
        if place[rule.first] > place[rule.then] and standing[rule.first] < standing[rule.then]
    )
    return Order(arranged, moves)


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
