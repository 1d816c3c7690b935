"""The one run of work for a card, read aloud: every step of the panel and of its pieces in the order in which they are done."""

from dataclasses import dataclass

from cielo.core.order.reasons import reasons
from cielo.core.plan import Plan, run_of
from cielo.core.say import say
from cielo.core.table.table import tables_of


@dataclass(frozen=True)
class Line:
    """A step of the run.

    part, name : the key and the name of the piece it is done on; "" and "panel" for the panel.
    step, number : its id, and which step of its part it is, from 1.
    says, why : its sentence, and why it stands where it stands.
    """

    part: str
    name: str
    step: str
    number: int
    says: str
    why: str


def run_aloud(plan: Plan) -> tuple[Line, ...]:
    """Every step of a card in the order of its run."""
    tables = tables_of(plan)
    why = {part: reasons(table) for part, table in tables.items()}
    names = {"": "panel", **{piece.key: piece.name for piece in plan.pieces}}
    lines, done = [], dict.fromkeys(tables, 0)
    for one in run_of(plan):
        done[one.part] += 1
        table = tables[one.part]
        said = say(table.plan, one.step, table)
        lines.append(Line(one.part, names[one.part], one.step.id, done[one.part], said, why[one.part][one.step.id]))
    return tuple(lines)
