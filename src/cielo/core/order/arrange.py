"""A plan put in working order, with the fewest steps moved and nothing of its purposes lost.

Symbols
-------
=========  ==================================================================================================
symbol     meaning
=========  ==================================================================================================
i -< j     step i must come before step j: by a rule, or by rules one after another (the transitive closure)
S          a spell: the steps from where a mask is laid to where it is taken off
b not in S a step not planned under S: it comes before all of S or after all of it
=========  ==================================================================================================

Rules are taken in one by one, the hardest first; one that would close a circle with those before it does not hold (a wish that cannot be
kept is named instead). Then every b not in S is set before or after S: where b -< some step of S it goes before, where some step of S
-< b after, and where neither holds it stays on the side it stands on. A rule set so never makes another choice impossible: if c must
come both before and after T only by way of the new rule b -< S, then c -< b and S -< c, so S -< b was known before. Of all orders that
keep what was found, the one with the fewest steps moved is taken (``sequence.chains``). Last, what follows from the order is set anew:
dryings, wipes, tools cleaned (``derive``).
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from cielo.core.order.derive import derived, is_ready
from cielo.core.order.rules import Force, Rule, contact_as_planned, rules_of
from cielo.core.plan import Brush, LayMask, LiftMask, Plan, Water, Wipe, WipeBeads, without_steps
from cielo.core.sequence.chains import fewest_moved
from cielo.core.table.purpose import purpose_of, settled
from cielo.errors import Contradiction


@dataclass(frozen=True)
class Change:
    """What was done to a step to get a plan in order, and the rule that bound it."""

    step: str
    did: str
    reason: str


@dataclass(frozen=True)
class Order:
    """A plan in working order, and every step moved, added or taken out to get there."""

    plan: Plan
    changes: tuple[Change, ...]


def in_order(plan: Plan) -> Order:
    """The plan rearranged to keep every rule with the fewest steps moved; a plan that keeps them comes back as it is.

    The same plan always gives the same order. Raises Contradiction, naming them, when wishes and rules go round in a circle.
    """
    plan = settled(plan)
    bare = without_steps(plan, {step.id for step in plan.steps if isinstance(step, Wipe)})
    rules = rules_of(bare, contact_as_planned(bare))
    before = _Before([step.id for step in bare.steps])
    held = _take_in(plan, before, rules)
    _set_beside_spells(bare, before)
    place = {step.id: i for i, step in enumerate(bare.steps)}
    order, moved = fewest_moved(before.pairs(), len(place))
    arranged = replace(bare, steps=tuple(bare.steps[i] for i in order))
    if not moved and is_ready(plan):
        return Order(plan, ())
    finished, added = derived(arranged, plan)
    broken = [rule for rule in held if place[rule.first] > place[rule.then]]
    changes = []
    for step in (bare.steps[i] for i in sorted(moved)):
        # A step may also give way for rules that bind it only by way of another.
        why = [rule for rule in broken if step.id in (rule.first, rule.then)] or broken[:1]
        reasons = dict.fromkeys(rule.reason for rule in why) or {"It gives way to what it stood between.": None}
        changes += [Change(step.id, "moved", reason) for reason in reasons]
    changes += [Change(key, "added", reason) for key, reason in added]
    gone = [step for step in plan.steps if step.id not in {s.id for s in finished.steps}]
    changes += [Change(step.id, "taken out", "Nothing needs it in this order.") for step in gone]
    return Order(finished, tuple(changes))


def _take_in(plan: Plan, before: "_Before", rules: Sequence[Rule]) -> list[Rule]:
    """Those rules that hold together, the hardest first. Raises Contradiction for a wish among those that do not."""
    held: list[Rule] = []
    for rule in rules:
        if before.knows(rule.then, rule.first) or rule.first == rule.then:
            if rule.force == Force.WISH:
                raise _contradiction(plan, [*held, rule])
            continue
        before.add(rule.first, rule.then)
        held.append(rule)
    return held


def _set_beside_spells(plan: Plan, before: "_Before") -> None:
    """Every step that was not planned under a mask before or after all of that mask's spell."""
    lifts = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    lays = sorted((step for step in plan.steps if isinstance(step, LayMask)), key=lambda step: step.id)
    under = {step.id: set(purpose_of(step).under) for step in plan.steps}
    place = {step.id: i for i, step in enumerate(plan.steps)}
    undecided: list[tuple[str, str, str | None, tuple[str, ...]]] = []
    for lay in lays:
        inside = tuple(key for key, keys in under.items() if lay.id in keys)
        lift = lifts.get(lay.id)
        spell = (lay.id, *inside, *([lift] if lift else []))
        for other in sorted(plan.steps, key=lambda step: step.id):
            touches = isinstance(other, Brush | Water | WipeBeads) and lay.id not in under[other.id]
            again = isinstance(other, LayMask) and other.mask == lay.mask and other.id != lay.id
            if touches or again:
                undecided.append((other.id, lay.id, lift, spell))
    while undecided:
        waiting = []
        for step, first, last, spell in undecided:
            if any(before.knows(step, member) for member in spell):
                before.add(step, first)
            elif last is not None and any(before.knows(member, step) for member in spell):
                before.add(last, step)
            else:
                waiting.append((step, first, last, spell))
        if len(waiting) == len(undecided):
            step, first, last, _ = min(waiting, key=lambda one: (place[one[0]], place[one[1]]))
            if last is None or place[step] < place[first]:
                before.add(step, first)
            else:
                before.add(last, step)
        undecided = waiting


class _Before:
    """Which step is known to come before which, closed transitively; each set of steps is the bits of a number."""

    def __init__(self, ids: Sequence[str]) -> None:
        self._at = {key: i for i, key in enumerate(ids)}
        self._after = [0] * len(ids)  # [i]: all that come after i
        self._pairs: set[tuple[int, int]] = set()

    def knows(self, first: str, then: str) -> bool:
        return bool(self._after[self._at[first]] >> self._at[then] & 1)

    def add(self, first: str, then: str) -> None:
        """Keep that ``first`` comes before ``then``; what would close a circle is left out."""
        i, j = self._at[first], self._at[then]
        if i == j or self._after[j] >> i & 1:
            return
        self._pairs.add((i, j))
        if self._after[i] >> j & 1:
            return
        new = self._after[j] | 1 << j
        for k, after in enumerate(self._after):
            if k == i or after >> i & 1:
                self._after[k] = after | new

    def pairs(self) -> set[tuple[int, int]]:
        """What was kept, by the places of the steps."""
        return self._pairs


def _contradiction(plan: Plan, rules: Sequence[Rule]) -> Contradiction:
    """Which wishes and rules go round in a circle, in words. The last rule closes it."""
    import networkx as nx

    closing = rules[-1]
    graph: nx.DiGraph[str] = nx.DiGraph()
    for rule in rules[:-1]:
        if not graph.has_edge(rule.first, rule.then):
            graph.add_edge(rule.first, rule.then, rule=rule)
    number = {step.id: n for n, step in enumerate(plan.steps, 1)}
    if closing.first == closing.then:
        circle = [closing]
    else:
        path = nx.shortest_path(graph, closing.then, closing.first)
        circle = [closing, *(graph.edges[a, b]["rule"] for a, b in pairwise(path))]
    said = "; ".join(f"step {number[rule.first]} before step {number[rule.then]}: {rule.reason}" for rule in circle)
    wished = [rule for rule in circle if rule.code == "wish"]
    mend = f"Forget the wish that step {number[wished[0].first]} comes before step {number[wished[0].then]}."
    return Contradiction(f"these cannot all be kept: {said}", field="wishes", mend=mend)
