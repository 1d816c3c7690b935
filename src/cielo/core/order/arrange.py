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
kept is named instead). After each, every b not in S is set before all of S where b -< some step of S, and after all of it where some
step of S -< b; at the end, where neither holds, on the side it stands on. What is set so never makes another choice impossible: if c
must come both before and after T only by way of a new rule b -< S, then c -< b and S -< c, so S -< b was known before. Of all orders that
keep what was found, the one with the fewest steps moved is taken (``sequence.chains``). Where that lays a sheet while another still lies
that no step needs beside it, and moved one of the two to get there, the two are set one after the other as well; a maker's own plan that
does so, to lay a cut-out into its stencil say, is right and stays. Last, what follows from the order is set anew: dryings, wipes, tools
cleaned (``derive``).
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import TYPE_CHECKING

from cielo.core.order.derive import derived, dried_otherwise, is_ready
from cielo.core.order.rules import Force, Rule, contact_as_planned, rules_of
from cielo.core.plan import (
    Brush,
    Dry,
    LayMask,
    LiftMask,
    Plan,
    PutOn,
    Water,
    Wipe,
    WipeBeads,
    plan_of_piece,
    run_of,
    with_piece_plan,
    with_run,
    without_steps,
)
from cielo.core.sequence.chains import fewest_moved
from cielo.core.table.marks import is_laid_under
from cielo.core.table.purpose import moved_between, purpose_of, settled
from cielo.errors import Contradiction

if TYPE_CHECKING:
    import networkx as nx


@dataclass(frozen=True)
class Change:
    """What was done to a step to get a plan in order, and the rule that bound it; ``part``: the key of the piece it is of, "" for the
    panel."""

    step: str
    did: str
    reason: str
    part: str = ""


# Panel and pieces are set to each other in so many rounds at most; one is wanted where no run was ever chosen.
MOST_ROUNDS = 4


@dataclass(frozen=True)
class Order:
    """A plan in working order, and every step moved, added, changed or taken out to get there."""

    plan: Plan
    changes: tuple[Change, ...]


def in_order(plan: Plan) -> Order:
    """The card rearranged to keep every rule with the fewest steps moved, its pieces first, then the panel, and every piece done before it
    is put on; one that keeps them comes back as it is.

    The same card always gives the same order. Raises Contradiction, naming them, when wishes and rules go round in a circle.
    """
    plan = settled(plan)
    changes: list[Change] = []
    for piece in plan.pieces:
        try:
            own = part_in_order(plan_of_piece(plan, piece.key))
        except Contradiction as error:
            raise Contradiction(f"of the {piece.name}, {error.reason}", field=error.field, mend=error.mend) from error
        if own.changes:
            plan = with_piece_plan(plan, piece.key, own.plan)
            changes += [replace(change, part=piece.key) for change in own.changes]
    for _ in range(MOST_ROUNDS):
        plan, late = _done_before_they_are_put_on(plan)
        panel = part_in_order(plan)
        plan = with_run(panel.plan, run_of(panel.plan)) if panel.plan.run else panel.plan
        changes += [*late, *panel.changes]
        # A panel in another order may put a piece on earlier than it was, and that piece is then to be done earlier.
        if not plan.run or not (late or panel.changes):
            break
    return Order(plan, tuple(changes))


def _done_before_they_are_put_on(plan: Plan) -> tuple[Plan, list[Change]]:
    """The card with what is blended, embossed or wetted on a piece done before the piece is put on, wherever the run had it."""
    if not plan.run:
        return plan, []
    run, changes = list(run_of(plan)), []
    for put_on in [done for done in run if isinstance(done.step, PutOn)]:
        at, own = run.index(put_on), plan_of_piece(plan, put_on.step.piece)  # type: ignore[union-attr]
        late = [done for done in run[at:] if done.part == put_on.step.piece]  # type: ignore[union-attr]
        last = max((n for n, done in enumerate(late) if is_laid_under(own, done.step)), default=-1)
        if last >= 0:
            early = late[: last + 1]
            run = [*run[:at], *early, put_on, *(done for done in run[at + 1 :] if done not in early)]
            why = "It is done before the piece is on: round its edge ink would go onto the panel."
            changes += [Change(done.step.id, "moved", why, done.part) for done in early]
    return with_run(plan, run), changes


def part_in_order(plan: Plan) -> Order:
    """The panel of a card, or a piece as a plan of its own, rearranged; the other parts stay. Raises Contradiction."""
    plan = settled(plan)
    bare = without_steps(plan, {step.id for step in plan.steps if isinstance(step, Wipe)})
    rules = rules_of(bare, contact_as_planned(bare))
    place = {step.id: i for i, step in enumerate(bare.steps)}
    apart: frozenset[tuple[str, str]] = frozenset()
    while True:
        before = _Before([step.id for step in bare.steps])
        held = _take_in(bare, before, rules, apart, numbered=plan)
        order, moved = fewest_moved(before.pairs(), len(place))
        arranged = replace(bare, steps=tuple(bare.steps[i] for i in order))
        needless = _needlessly_together(arranged, frozenset(bare.steps[i].id for i in moved)) - apart
        if not needless:
            break
        apart |= needless
    if not moved and is_ready(plan):
        return Order(plan, ())
    finished, added = derived(arranged, plan)
    changes = []
    for step in (bare.steps[i] for i in sorted(moved)):
        changes += [Change(step.id, "moved", reason) for reason in _why_moved(step.id, held, place, arranged)]
    changes += [Change(key, "added", reason) for key, reason in added]
    changes += [Change(key, "changed", reason) for key, reason in dried_otherwise(finished, plan)]
    gone = [step for step in plan.steps if step.id not in {s.id for s in finished.steps}]
    changes += [Change(step.id, "taken out", "Nothing needs it in this order.") for step in gone]
    told = {change.step for change in changes}
    followed = moved_between(without_steps(plan, told), without_steps(finished, told))
    changes += [Change(step.id, "moved", "It stays with the step it is for.") for step in plan.steps if step.id in followed]
    return Order(finished, tuple(changes))


def _why_moved(step: str, held: Sequence[Rule], place: Mapping[str, int], arranged: Plan) -> Iterable[str]:
    """The reasons a step was moved for: of the rules it broke where it stood; or, where it only gives way, of the shortest path of rules
    between it and a step that it changed places with. A step that keeps to a sheet's spell is bound by no rule of its own."""
    import networkx as nx

    broken = [rule for rule in held if step in (rule.first, rule.then) and place[rule.first] > place[rule.then]]
    if broken:
        return dict.fromkeys(rule.reason for rule in broken)
    graph = _graph_of(held)
    now = {there.id: n for n, there in enumerate(arranged.steps)}
    paths = []
    for other, at in now.items():
        if other != step and (place[other] < place[step]) != (at < now[step]):
            ends = (other, step) if at < now[step] else (step, other)
            if all(end in graph for end in ends) and nx.has_path(graph, *ends):
                paths.append(nx.shortest_path(graph, *ends))
    if not paths:
        return ("It is kept out from under a sheet that it was not planned under.",)
    path = min(paths, key=lambda keys: (len(keys), keys))
    rules = [graph.edges[edge]["rule"] for edge in pairwise(path)]
    return dict.fromkeys(rule.reason for rule in rules if place[rule.first] > place[rule.then]) or (rules[0].reason,)


def _graph_of(held: Sequence[Rule]) -> "nx.DiGraph[str]":
    """The rules as a graph, an edge from what comes first; of several on one edge the hardest."""
    import networkx as nx

    graph: nx.DiGraph[str] = nx.DiGraph()
    for rule in held:
        if not graph.has_edge(rule.first, rule.then):
            graph.add_edge(rule.first, rule.then, rule=rule)
    return graph


def _needlessly_together(plan: Plan, moved: frozenset[str]) -> frozenset[tuple[str, str]]:
    """Pairs of sheets, by the steps that lay them, both ways round, of which the second is laid while the first lies though no step needs
    both, where one of the steps moved brought that about."""
    lifts = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    needed = [frozenset(purpose_of(step).under) for step in plan.steps]
    lying: list[str] = []
    pairs: set[tuple[str, str]] = set()
    for step in plan.steps:
        if isinstance(step, LiftMask):
            lying = [lay for lay in lying if lifts.get(lay) != step.id]
        elif isinstance(step, LayMask):
            for lay in lying:
                by_moving = moved & {lay, step.id, lifts.get(lay, "")}
                if lay in lifts and by_moving and not any({lay, step.id} <= both for both in needed):
                    pairs |= {(lay, step.id), (step.id, lay)}
            lying.append(step.id)
    return frozenset(pairs)


@dataclass(frozen=True)
class _Beside:
    """A step that was not planned under a mask, and that mask's spell: where it is laid and taken off, and all its steps as bits."""

    step: str
    first: str
    last: str | None
    spell: int


def _beside_spells(plan: Plan, before: "_Before", apart: frozenset[tuple[str, str]]) -> list[_Beside]:
    """Every step that comes before or after all of a spell, for every spell, by id; ``apart``: sheets that are not to lie together."""
    lifts = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    under = {step.id: set(purpose_of(step).under) for step in plan.steps}
    found = []
    for lay in (step for step in plan.steps if isinstance(step, LayMask)):
        inside = [key for key, keys in under.items() if lay.id in keys]
        last = lifts.get(lay.id)
        spell = before.bits([lay.id, *inside, *([last] if last else [])])
        for other in plan.steps:
            heats = isinstance(other, Dry) and other.way == "heat"
            touches = (isinstance(other, Brush | Water | WipeBeads) or heats) and lay.id not in under[other.id]
            again = isinstance(other, LayMask) and other.mask == lay.mask and other.id != lay.id
            if touches or again or (lay.id, other.id) in apart:
                found.append(_Beside(other.id, lay.id, last, spell))
    return sorted(found, key=lambda one: (one.step, one.first))


def _take_in(
    plan: Plan, before: "_Before", rules: Sequence[Rule], apart: frozenset[tuple[str, str]], numbered: Plan
) -> list[Rule]:
    """Those rules that hold together and beside the spells, the hardest first. Raises Contradiction for a wish among those that do not."""
    held: list[Rule] = []
    undecided = _beside_spells(plan, before, apart)
    for rule in rules:
        if before.knows(rule.then, rule.first) or rule.first == rule.then:
            if rule.force == Force.WISH:
                raise _contradiction(numbered, held, rule)
            continue
        before.add(rule.first, rule.then)
        held.append(rule)
        undecided = _decide(before, undecided)
    place = {step.id: i for i, step in enumerate(plan.steps)}
    while undecided:
        one = min(undecided, key=lambda one: (place[one.step], place[one.first]))
        if one.last is None or place[one.step] < place[one.first]:
            before.add(one.step, one.first)
        else:
            before.add(one.last, one.step)
        undecided = _decide(before, [other for other in undecided if other is not one])
    return held


def _decide(before: "_Before", undecided: list[_Beside]) -> list[_Beside]:
    """Set before or after a spell what is known to come before or after some step of it; what is left is still free."""
    while True:
        left = []
        for one in undecided:
            if before.comes_before_any(one.step, one.spell):
                before.add(one.step, one.first)
            elif one.last is not None and before.comes_after_any(one.step, one.spell):
                before.add(one.last, one.step)
            else:
                left.append(one)
        if len(left) == len(undecided):
            return left
        undecided = left


class _Before:
    """Which step is known to come before which, closed transitively; each set of steps is the bits of a number."""

    def __init__(self, ids: Sequence[str]) -> None:
        self._at = {key: i for i, key in enumerate(ids)}
        self._after = [0] * len(ids)  # [i]: all that come after i
        self._before = [0] * len(ids)  # [i]: all that come before i
        self._pairs: set[tuple[int, int]] = set()

    def bits(self, steps: Sequence[str]) -> int:
        return sum(1 << self._at[key] for key in set(steps))

    def knows(self, first: str, then: str) -> bool:
        return bool(self._after[self._at[first]] >> self._at[then] & 1)

    def comes_before_any(self, step: str, steps: int) -> bool:
        return bool(self._after[self._at[step]] & steps)

    def comes_after_any(self, step: str, steps: int) -> bool:
        return bool(self._before[self._at[step]] & steps)

    def add(self, first: str, then: str) -> None:
        """Keep that ``first`` comes before ``then``; what would close a circle is left out."""
        i, j = self._at[first], self._at[then]
        if i == j or self._after[j] >> i & 1:
            return
        self._pairs.add((i, j))
        if self._after[i] >> j & 1:
            return
        later, earlier = self._after[j] | 1 << j, self._before[i] | 1 << i
        for k in range(len(self._after)):
            if earlier >> k & 1:
                self._after[k] |= later
            if later >> k & 1:
                self._before[k] |= earlier

    def pairs(self) -> set[tuple[int, int]]:
        """What was kept, by the places of the steps."""
        return self._pairs


def _contradiction(plan: Plan, held: Sequence[Rule], wish: Rule) -> Contradiction:
    """Which rules a wish goes round in a circle with, in words."""
    import networkx as nx

    graph = _graph_of(held)
    number = {step.id: n for n, step in enumerate(plan.steps, 1)}
    circle = [wish]
    if graph.has_node(wish.then) and graph.has_node(wish.first) and nx.has_path(graph, wish.then, wish.first):
        path = nx.shortest_path(graph, wish.then, wish.first)
        circle += [graph.edges[a, b]["rule"] for a, b in pairwise(path)]
        said = " ".join(f"Step {number[rule.first]} before step {number[rule.then]}: {rule.reason}" for rule in circle)
    else:
        said = (
            f"Step {number[wish.first]} before step {number[wish.then]}: {wish.reason} "
            "One of them was planned under a mask that the other is not to be under."
        )
    mend = f"Drop the wish that step {number[wish.first]} comes before step {number[wish.then]}."
    return Contradiction(f"these can't all be kept. {said}", field="wishes", mend=mend)
