"""The table of one plan: what its steps touch, and every moment of it. This is what checks, reasons and sentences are given."""

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from cielo.core.materials import FASTER
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Dry, DryingWay, Plan, Step, plan_of_piece
from cielo.core.sequence.drying import in_half_minutes
from cielo.core.simulation.contact import Contact, contact_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.marks import is_figure, is_in_print
from cielo.core.table.moment import Moment
from cielo.core.table.needs import NotDry, not_dry_for
from cielo.core.table.purpose import settled
from cielo.core.table.walk import walk, walk_card


@dataclass(frozen=True, eq=False)
class Table(Contact):
    """A plan's contact, walked. ``walked``: the moments of a piece as the run of the whole card has them."""

    walked: tuple[Moment, ...] | None = None

    @cached_property
    def moments(self) -> tuple[Moment, ...]:
        """``[i]`` is the table before step i; the last is after all steps."""
        return walk(self.plan, self) if self.walked is None else self.walked

    @cached_property
    def as_planned(self) -> Plan:
        """The plan with what each step is for, as it was told or as the steps stand."""
        return settled(self.plan)

    @cached_property
    def finished_lab(self) -> NDArray[np.float64]:
        """The finished panel on the table's grid, CIE Lab: (rows, columns, 3)."""
        return np.asarray(lab_from_xyz(panel_xyz(self.plan, self.grid)))

    @cached_property
    def ground_lab(self) -> NDArray[np.float64]:
        """The finished panel without its words and figures, CIE Lab: (rows, columns, 3)."""
        ground = tuple(step for step in self.plan.steps if not is_figure(step) and not is_in_print(step))
        if len(ground) == len(self.plan.steps):
            return self.finished_lab
        return np.asarray(lab_from_xyz(panel_xyz(replace(self.plan, steps=ground), self.grid)))

    def before(self, step: Step) -> Moment:
        """The table just before a step."""
        return self.moments[self.plan.index_of(step.id)]

    def not_dry_for(self, step: Step) -> tuple[NotDry, ...]:
        """What a step needs dry that is not."""
        return not_dry_for(self.plan, self, step, self.before(step))


def suggested_minutes(plan: Plan, step: Dry, way: DryingWay | None = None) -> float:
    """What a drying wants until nothing is wet any more, minutes, rounded up to halves."""
    wet = table_of(plan).before(step).wet
    return in_half_minutes(max((one.left_min for one in wet), default=0.0) / FASTER[way or step.way])


def tables_of(plan: Plan) -> dict[str, Table]:
    """The table of every part of a card by its key, "" for the panel, walked together."""
    contacts = {"": contact_of(plan), **{piece.key: contact_of(plan_of_piece(plan, piece.key)) for piece in plan.pieces}}
    walked = walk_card(plan, contacts)
    return {part: Table(own.plan, own.grid, own.maps, walked[part]) for part, own in contacts.items()}


def table_of(plan: Plan) -> Table:
    """The table of a plan as its steps stand."""
    contact = contact_of(plan)
    return Table(contact.plan, contact.grid, contact.maps)
