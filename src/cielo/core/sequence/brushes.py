"""Which brush for which ink: who spoils whom, and the fewest brushes without a dirty crossing.

A brush that has held one ink may take another when what is left in it cannot be seen there: a darker ink of near hue. So the layings
done with one size of brush form a directed graph without cycles (an edge where the later may follow the earlier in one brush), and the
fewest brushes are the fewest paths that cover it: layings less the largest matching between "before" and "after" (Fulkerson 1956; see
chains.py).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from cielo.core.materials import RESIST_KINDS, TOOLS, Ink, Paper
from cielo.core.optics.hue import chroma, hue_apart, hue_degrees
from cielo.core.plan import Brush, Plan, Prepare
from cielo.core.sequence.chains import fewest_chains
from cielo.core.sequence.lightness import SAME_LIGHTNESS, seen_on

# Tools of which a maker has one for each ink or family; the others she has one of.
OWN_FOR_EACH = ("small-brush", "medium-brush", "large-brush", "dauber", "foam")
SHARED = ("sponge", "brayer", "mat", "knife")
# Hues further apart than this dull each other even when the second is darker; below this chroma an ink has no hue to speak of.
FIGHT_DEGREES, GREY_BELOW = 110.0, 15.0
# A darker ink by this much swallows what another left in the brush: judgement, no source.
SWALLOWS = 25.0
# The families makers keep brushes for (trade.md, Schools), by the hue of Lab, degrees.
FAMILIES = ("yellow to light green", "blue to turquoise", "pink, red and purple", "brown, grey and black")


def spoils(stock: Paper, first: Ink, then: Ink) -> bool:
    """Whether what is left of the first ink in a tool would be seen in the second."""
    if first.key == then.key:
        return False
    a, b = seen_on(stock, first), seen_on(stock, then)
    if a[0] < b[0] - SAME_LIGHTNESS:
        return True
    fights = min(chroma(a), chroma(b)) > GREY_BELOW and hue_apart(a, b) > FIGHT_DEGREES
    return fights and b[0] > a[0] - SWALLOWS


def family_of(stock: Paper, ink: Ink) -> str:
    """The family of colours an ink belongs to on a stock."""
    lightness, a, b = seen_on(stock, ink)
    strength = (a * a + b * b) ** 0.5
    if strength < GREY_BELOW or (lightness < 50 and b > 0 and abs(a) < 22):
        return FAMILIES[3]
    hue = hue_degrees((lightness, a, b))
    if 45 <= hue < 165:
        return FAMILIES[0]
    return FAMILIES[1] if 165 <= hue < 285 else FAMILIES[2]


@dataclass(frozen=True)
class DirtyCrossing:
    """A laying whose tool still holds an ink that spoils it: (step id before, step id)."""

    before: str
    then: str


@dataclass(frozen=True)
class BrushOfPlan:
    """One tool of a size and the layings it is taken for, in order."""

    name: str
    tool: str
    steps: tuple[str, ...]
    inks: tuple[str, ...]


@dataclass(frozen=True)
class BrushPlan:
    """Which brush is taken for what; ``cleanings`` are the steps before which one must be cleaned."""

    brushes: tuple[BrushOfPlan, ...]
    cleanings: tuple[DirtyCrossing, ...]


def plan_brushes(plan: Plan) -> BrushPlan:
    """The brushes of a plan by its school, the fewest where it asks for that, and where they must be cleaned."""
    by_tool: dict[str, list[Brush]] = {}
    place = {step.id: at for at, step in enumerate(plan.steps)}
    for step in plan.steps:
        if isinstance(step, Brush) and plan.ink(step.ink).kind not in RESIST_KINDS and step.tool in (*OWN_FOR_EACH, *SHARED):
            by_tool.setdefault(step.tool, []).append(step)
    brushes: list[BrushOfPlan] = []
    dirty: list[DirtyCrossing] = []
    for tool, layings in by_tool.items():
        chains = _chains(plan, tool, layings)
        for n, (chain, cleaned) in enumerate(zip(chains, _cleanings_of(plan, tool, chains), strict=True), 1):
            inks = tuple(dict.fromkeys(step.ink for step in chain))
            several = tool in OWN_FOR_EACH
            brushes.append(
                BrushOfPlan(f"{TOOLS[tool].name} {n}" if several else TOOLS[tool].name, tool, tuple(s.id for s in chain), inks)
            )
            dirty += [
                DirtyCrossing(a.id, b.id)
                for a, b in pairwise(chain)
                if spoils(plan.stock.paper, plan.ink(a.ink), plan.ink(b.ink))
                and not any(place[a.id] < at < place[b.id] for at in cleaned)
            ]
    return BrushPlan(tuple(brushes), tuple(sorted(dirty, key=lambda crossing: place[crossing.then])))


def _cleanings_of(plan: Plan, tool: str, chains: Sequence[Sequence[Brush]]) -> list[list[int]]:
    """Where each brush of a size is cleaned, as places in the plan. A cleaning is of one brush: that of the laying it is for, or of the
    laying that comes next."""
    place = {step.id: at for at, step in enumerate(plan.steps)}
    chain_of = {step.id: n for n, chain in enumerate(chains) for step in chain}
    cleaned: list[list[int]] = [[] for _ in chains]
    for at, step in enumerate(plan.steps):
        if isinstance(step, Prepare) and step.act == "clean-tool" and step.tool == tool:
            to = step.purpose.to if step.purpose else None
            after = min((key for key in chain_of if place[key] > at), key=place.__getitem__, default=None)
            of = to if to in chain_of else after
            if of is not None:
                cleaned[chain_of[of]].append(at)
    return cleaned


def _chains(plan: Plan, tool: str, layings: Sequence[Brush]) -> list[list[Brush]]:
    """The layings of one size of tool, parted among the brushes that are taken for them."""
    if tool in SHARED:
        return [list(layings)]
    if plan.schools.brushes == "as-few-as-stay-clean":
        many = len(layings)
        follows = [(a, b) for a in range(many) for b in range(a + 1, many) if _may_follow(plan, layings[a], layings[b])]
        chains = fewest_chains(follows, many)
        parted = [[layings[i] for i in chain] for chain in chains]
        return _no_more_than(plan, parted)
    groups: dict[str, list[Brush]] = {}
    for step in layings:
        ink = plan.ink(step.ink)
        key = ink.key if plan.schools.brushes == "one-per-ink" else family_of(plan.stock.paper, ink)
        groups.setdefault(key, []).append(step)
    return list(groups.values())


def _may_follow(plan: Plan, first: Brush, then: Brush) -> bool:
    return not spoils(plan.stock.paper, plan.ink(first.ink), plan.ink(then.ink))


def _no_more_than(plan: Plan, chains: list[list[Brush]]) -> list[list[Brush]]:
    """Chains joined until there are no more than the brushes owned of a size; what is then dirty is cleaned between."""
    place = {step.id: at for at, step in enumerate(plan.steps)}
    while len(chains) > plan.schools.owned:
        shortest, next_one = sorted(chains, key=lambda chain: (len(chain), place[chain[0].id]))[:2]
        joined = sorted([*shortest, *next_one], key=lambda step: place[step.id])
        chains = [chain for chain in chains if chain not in (shortest, next_one)] + [joined]
    return sorted(chains, key=lambda chain: place[chain[0].id])
