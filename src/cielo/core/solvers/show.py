"""Show it: the ink and the passes that make a motif, words, a resist or an outline stand out by the contrast that is wanted.

The contrast is the one the checks read (simulation.contrast.read_prints): CIEDE2000 between the picture with the step and without it, over
its true shape; of words at their worst twentieth, of everything else at the half. Every ink that suits and every amount is tried on a small
picture; the nearest are then read as the checks do, and only those are kept that bring no new finding. Of melted powder, which takes no more
colour, the ink laid over it last is what changes.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from cielo.core.advice.judge import checked, troubles
from cielo.core.materials import RESIST_KINDS, TOOLS, Ink
from cielo.core.optics.hue import chroma, hue_apart
from cielo.core.order.arrange import in_order
from cielo.core.plan import Brush, Plan, Touch, replace_step
from cielo.core.sequence.lightness import seen_on
from cielo.core.simulation.contrast import ground_under, read_prints
from cielo.errors import BadInput

# How far it is to stand out, CIEDE2000. Judgement: tone on tone is seen in a raking look, plainly is the least of readable words.
Level = Literal["tone on tone", "softly", "plainly", "strongly"]
LEVELS: dict[Level, float] = {"tone on tone": 7.0, "softly": 14.0, "plainly": 25.0, "strongly": 45.0}
# Tone on tone keeps to the hue of its ground, degrees; greys have none.
SAME_HUE_DEG, GREY = 35.0, 8.0
PRINTED: tuple[tuple[Touch, int], ...] = (("first", 1), ("second", 1), ("third", 1))
PASSES = (1, 2, 3, 4, 6, 8)
# So many of the nearest are read and judged as the checks do.
MOST_JUDGED = 12
# Kinds that a print or a stroke may be in, whatever it was in before.
FREELY = frozenset({"dye", "pigment", "hybrid", "white", "metallic"})
TRIED_PER_IN = 15.0


@dataclass(frozen=True)
class Shown:
    """One way: a step's ink, touch and passes, and how far the thing then stands out, CIEDE2000."""

    plan: Plan
    step: str
    ink: Ink
    touch: Touch
    passes: int
    contrast: float


def show_it(
    plan: Plan,
    step_id: str,
    wanted: float,
    shelf: Sequence[Ink],
    tone: bool = False,
    most: int = 4,
    tell: Callable[[float], None] | None = None,
) -> tuple[Shown, ...]:
    """Ways to have what a step lays stand out by ``wanted``, the nearest first, no ink twice.

    ``tone``: only in inks of its ground's own hue. ``tell`` is called with the share done. Raises BadInput for a step
    that is not there or lays nothing to be seen.
    """
    thing = plan.steps[plan.index_of(step_id)]
    if not isinstance(thing, Brush):
        raise BadInput("that step lays nothing that could stand out.", field="step", mend="Choose one that stamps or brushes.")
    changes = _laid_over(plan, thing) if plan.ink(thing.ink).kind in RESIST_KINDS else thing
    tried: list[tuple[float, int, str, Plan, Ink, Brush]] = []
    ways = list(_ways(plan, changes, shelf, tone))
    for n, (ink, step) in enumerate(ways):
        other = _with(plan, ink, step)
        apart = read_prints(other, [_in(other, thing.id)], TRIED_PER_IN)[0].worst
        tried.append((abs(apart - wanted), step.passes, ink.key, other, ink, step))
        if tell is not None:
            tell(0.7 * (n + 1) / len(ways))
    tried.sort(key=lambda one: (round(one[0], 1), one[1], one[2]))
    known = {finding.code for finding in troubles(checked(plan))}
    shown: list[Shown] = []
    per_ink = {one[2]: one for one in reversed(tried)}
    nearest = sorted(per_ink.values(), key=lambda one: (round(one[0], 1), one[1], one[2]))[:MOST_JUDGED]
    # What the small picture finds near is read as the checks do before it is chosen among.
    read = [(read_prints(other, [_in(other, thing.id)])[0].worst, other, ink, step) for _, _, _, other, ink, step in nearest]
    read.sort(key=lambda one: (round(abs(one[0] - wanted), 1), one[3].passes, one[2].key))
    for n, (_, other, ink, step) in enumerate(read):
        if len(shown) == most:
            break
        ordered = in_order(other).plan
        if {finding.code for finding in troubles(checked(ordered))} <= known:
            worst = read_prints(ordered, [_in(ordered, thing.id)])[0].worst
            shown.append(Shown(ordered, step.id, ink, step.touch, step.passes, round(worst, 1)))
        if tell is not None:
            tell(0.7 + 0.3 * (n + 1) / len(read))
    return tuple(sorted(shown, key=lambda one: (round(abs(one.contrast - wanted), 1), one.passes, one.ink.key)))


def _laid_over(plan: Plan, powder: Brush) -> Brush:
    """The ink laid last over melted powder. Raises BadInput where none is."""
    later = plan.steps[plan.index_of(powder.id) + 1 :]
    over = [step for step in later if isinstance(step, Brush) and plan.ink(step.ink).kind not in RESIST_KINDS]
    if not over:
        raise BadInput("no ink is laid over the powder yet.", field="step", mend="Brush an ink over it first.")
    return over[-1]


def _ways(plan: Plan, step: Brush, shelf: Sequence[Ink], tone: bool) -> Iterator[tuple[Ink, Brush]]:
    """Every ink that suits, in every amount that the tool gives."""
    own = plan.ink(step.ink)
    freely = TOOLS[step.tool].texture in ("print", "crisp") and own.kind in FREELY
    ground = ground_under(plan, step, TRIED_PER_IN)
    for ink in (own, *(ink for ink in shelf if ink.key != own.key)):
        if not (ink.kind == own.kind or (freely and ink.kind in FREELY)):
            continue
        seen = seen_on(plan.stock.paper, ink)
        if tone and chroma(ground) > GREY and (chroma(seen) <= GREY or hue_apart(seen, ground) > SAME_HUE_DEG):
            continue
        for touch, passes in PRINTED if step.touch in ("first", "second", "third") else [(step.touch, n) for n in PASSES]:
            yield ink, replace(step, ink=ink.key, touch=touch, passes=passes)


def _with(plan: Plan, ink: Ink, step: Brush) -> Plan:
    inks = plan.inks if any(known.key == ink.key for known in plan.inks) else (*plan.inks, ink)
    changed = replace_step(replace(plan, inks=inks), step)
    used = {other.ink for other in changed.steps if isinstance(other, Brush)} | {ink.key}
    before = {other.ink for other in plan.steps if isinstance(other, Brush)}
    # The ink that nothing is laid in any more is put back, but not one that the maker only laid ready.
    return replace(changed, inks=tuple(known for known in changed.inks if known.key in used or known.key not in before))


def _in(plan: Plan, step_id: str) -> Brush:
    step = plan.steps[plan.index_of(step_id)]
    assert isinstance(step, Brush)
    return step
