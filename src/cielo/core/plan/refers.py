"""What a print is to the print of another step, kept true: again in the same place, without inking again, behind it or in front of it."""

from dataclasses import replace

from cielo.core.plan.prints import Motifs, Print, Words
from cielo.core.plan.steps import Brush, Refers, Step, Touch
from cielo.core.plan.whole import Plan

# What a block prints when it is pressed once more without ink, by what it printed last.
PALER: dict[Touch, Touch] = {"second": "third", "third": "third"}


def with_prints_as_referred(plan: Plan) -> Plan:
    """The plan, and its pieces, with every print as what it refers to makes it.

    Again lies where that lies, in the same image; not inked again is in its ink, by its tool, a print paler. What refers to a print that
    is gone, to itself, or round in a circle, refers to none.
    """
    pieces = tuple(replace(piece, steps=_as_referred(piece.steps)) for piece in plan.pieces)
    return replace(plan, steps=_as_referred(plan.steps), pieces=pieces)


def _as_referred(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    if not any(isinstance(step, Brush) and step.refers for step in steps):
        return steps
    printed = {step.id: step for step in steps if isinstance(step, Brush) and isinstance(step.region, Print | Motifs | Words)}
    made: dict[str, Brush] = {}

    def make(step: Brush, through: frozenset[str]) -> Brush:
        if step.id in made:
            return made[step.id]
        refers = step.refers
        if refers is not None:
            known = step.id in printed and refers.step in printed and refers.step not in through | {step.id}
            step = _as(step, make(printed[refers.step], through | {step.id})) if known else replace(step, refers=None)
        made[step.id] = step
        return step

    return tuple(make(step, frozenset()) if isinstance(step, Brush) else step for step in steps)


def _as(step: Brush, other: Brush) -> Brush:
    """A print as the one it refers to makes it."""
    match step.refers:
        case Refers(how="again"):
            return replace(step, region=other.region, seed=other.seed)
        case Refers(how="uninked"):
            return replace(step, ink=other.ink, tool=other.tool, touch=PALER.get(other.touch, "second"), passes=1)
        case _:
            return step
