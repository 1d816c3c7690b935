"""One run of work for the panel and every piece of a card: what is done after what, whichever of them it is done on.

Each part keeps the order of its own steps; ``Plan.run`` says how the parts follow on each other, as far as that was ever chosen. Where it
was not, a piece is made just before it is put on the panel and before the wait for that, the front and the inside of the base before the
panel is mounted, the back of the panel and the envelope last. So a step that is added, moved or taken out anywhere needs no other list
set right.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import takewhile

from cielo.core.plan.edits import insert_step, without_steps
from cielo.core.plan.given import new_step_id
from cielo.core.plan.pieces import Piece
from cielo.core.plan.steps import LAST, Dry, Prepare, PutOn, Step, Wipe
from cielo.core.plan.whole import Plan

# Between the key of a piece and the id of one of its steps, in what the step is kept under.
OF_PIECE = "~"


@dataclass(frozen=True)
class Done:
    """A step of the run, and the part it is done on: the key of a piece, "" for the panel."""

    part: str
    step: Step

    @property
    def kept(self) -> str:
        """What it is kept under at the bench and in the run."""
        return kept_under(self.part, self.step.id)


def kept_under(part: str, step_id: str) -> str:
    """What a step of a part is kept under, "" being the panel."""
    return f"{part}{OF_PIECE}{step_id}" if part else step_id


def run_of(plan: Plan) -> tuple[Done, ...]:
    """Every step of the panel and of every piece, in the order in which they are done."""
    if not any(piece.steps for piece in plan.pieces):
        return tuple(Done("", step) for step in plan.steps)
    usual = _usual(plan)
    return _as_chosen(plan, usual) if plan.run else usual


def put_on_in_turn(plan: Plan) -> tuple[Piece, ...]:
    """The pieces that are put on the panel, in the order in which they are: what comes later lies on top."""
    pieces = {piece.key: piece for piece in plan.pieces if piece.belongs == "panel"}
    turns = [step.piece for step in plan.steps if isinstance(step, PutOn) and step.piece in pieces]
    return tuple(pieces[key] for key in dict.fromkeys((*turns, *pieces)))


def with_all_put_on(plan: Plan) -> Plan:
    """The plan with one step that puts each piece of the panel on it: where none does, last, before the panel is trimmed or mounted."""
    wanted = [piece.key for piece in plan.pieces if piece.belongs == "panel"]
    there: set[str] = set()
    steps: list[Step] = []
    for step in plan.steps:
        if isinstance(step, PutOn):
            if step.piece not in wanted or step.piece in there:
                continue
            there.add(step.piece)
        steps.append(step)
    if len(steps) != len(plan.steps):
        plan = without_steps(plan, {step.id for step in plan.steps} - {step.id for step in steps})
    for key in (key for key in wanted if key not in there):
        plan = insert_step(plan, PutOn(new_step_id(plan), key), _the_end(plan))
    return plan


def _the_end(plan: Plan) -> str | None:
    """The step before which a piece is put on that nobody has said anything of: what comes last of all, or nothing."""
    last = len(plan.steps)
    while last and isinstance(end := plan.steps[last - 1], Prepare) and end.act in LAST:
        last -= 1
    return plan.steps[last].id if last < len(plan.steps) else None


def with_run(plan: Plan, run: Sequence[Done]) -> Plan:
    """The plan done in the order of ``run``, each part's own steps as they follow on each other there; nothing is kept of what is usual."""
    steps = {part: tuple(done.step for done in run if done.part == part) for part in ("", *(p.key for p in plan.pieces))}
    pieces = tuple(replace(piece, steps=steps[piece.key]) for piece in plan.pieces)
    there = replace(plan, steps=steps[""], pieces=pieces, run=())
    return there if tuple(run) == run_of(there) else replace(there, run=tuple(done.kept for done in run))


def _usual(plan: Plan) -> tuple[Done, ...]:
    """The run where nothing else was chosen."""
    made: set[str] = set()
    run: list[Done] = []

    def make(*pieces: Piece) -> Iterator[Done]:
        for piece in pieces:
            if piece.key not in made:
                made.add(piece.key)
                yield from (Done(piece.key, step) for step in piece.steps)

    belongs = {name: [p for p in plan.pieces if p.belongs == name] for name in ("base", "inside", "back", "envelope", "panel")}
    put_on = {step.piece for step in plan.steps if isinstance(step, PutOn)}
    never_put_on = [piece for piece in belongs["panel"] if piece.key not in put_on]
    for at, step in enumerate(plan.steps):
        if isinstance(step, PutOn | Dry):
            soon = waited_for(plan, at)
            run += make(*(piece for piece in plan.pieces if piece.key in soon))
        if isinstance(step, Prepare) and step.act == "mount":
            run += make(*never_put_on, *belongs["base"], *belongs["inside"], *belongs["back"])
        run.append(Done("", step))
    run += make(*belongs["panel"], *belongs["base"], *belongs["inside"], *belongs["back"], *belongs["envelope"])
    return tuple(run)


def waited_for(plan: Plan, at: int) -> frozenset[str]:
    """The pieces that a wait, or a putting on, of the panel is for: those put on next, with nothing but waits between."""
    return frozenset(step.piece for step in takewhile(_waits_or_puts_on, plan.steps[at:]) if isinstance(step, PutOn))


def _waits_or_puts_on(step: Step) -> bool:
    return isinstance(step, PutOn | Dry)


def _as_chosen(plan: Plan, usual: Sequence[Done]) -> tuple[Done, ...]:
    """The run as it was chosen: each part's steps in their own order at the places its steps were given; a step that is new after the one
    before it on its part, or where it only helps (a wait, a wipe) before the one after it; a whole part that is new where it usually
    comes."""
    place = {kept: n for n, kept in enumerate(plan.run)}
    steps = {done.kept: done.step for done in usual}
    at: dict[str, tuple[float, int]] = {}
    for part in dict.fromkeys(done.part for done in usual):
        own = [done.kept for done in usual if done.part == part]
        given = sorted(place[kept] for kept in own if kept in place)
        known = [kept for kept in own if kept in place]
        if not known:
            continue
        slots: dict[str, float] = dict(zip(known, map(float, given), strict=True))
        here = slots[known[0]] - 0.5
        for n, kept in enumerate(own):
            follows = next((slots[other] - 0.5 for other in own[n:] if other in slots), here)
            here = max(here, slots.get(kept, follows if isinstance(steps[kept], Dry | Wipe | Prepare) else here))
            at[kept] = (here, n)
    run: list[Done] = sorted((done for done in usual if done.kept in at), key=lambda done: at[done.kept])
    for n, done in enumerate(usual):
        if done.kept not in at:
            before = usual[n - 1].kept if n else None
            run.insert(next((i + 1 for i, other in enumerate(run) if other.kept == before), 0), done)
    return tuple(run)
