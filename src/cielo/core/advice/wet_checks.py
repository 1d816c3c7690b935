"""Checks on what water and paste do where they lie: seeps-under, paste-left-under."""

from collections.abc import Iterator

import numpy as np

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import strongest, with_step
from cielo.core.plan import Dry, LiftMask, Plan, Tapes, Water, move_step
from cielo.core.simulation.contact import TRACE
from cielo.core.table.table import Table


def seeps_under(plan: Plan, table: Table) -> Iterator[Finding]:
    """Much water against a sheet that lies there."""
    for step in plan.steps:
        if not isinstance(step, Water) or step.amount == "fine" or not np.any(table.maps[step.id] > TRACE):
            continue
        lying = table.before(step).lying
        if not lying:
            continue
        mask = plan.mask(lying[-1].mask)
        yield Finding(
            "seeps-under",
            "warn",
            step.id,
            f"So much water runs under the {mask.called}.",
            "It takes ink along, and the edge that was to be clean is lost. A fine mist stays where it falls.",
            strongest(table, table.maps[step.id]),
            Remedy("A fine mist only", with_step(plan, step, amount="fine")),
        )


def paste_left_under(plan: Plan, table: Table) -> Iterator[Finding]:
    """Paste through a stencil, or against a mask, that is left on while it sets."""
    for step in plan.steps:
        if not isinstance(step, Dry):
            continue
        moment = table.before(step)
        lying = {one.laid_by: one for one in moment.lying}
        for wet in moment.wet:
            laid = plan.steps[plan.index_of(wet.step)]
            if wet.of != "paste":
                continue
            then = table.before(laid).lying
            still = (one for one in reversed(then) if one.laid_by in lying)
            through = next((one for one in still if table.reaches_mask(laid.id, one.mask)), None)
            if through is None:
                continue
            mask = plan.mask(through.mask)
            they = "them" if isinstance(mask, Tapes) else "it"
            lift = next((s for s in plan.steps[plan.index_of(step.id) :] if isinstance(s, LiftMask) and s.mask == mask.key), None)
            yield Finding(
                "paste-left-under",
                "warn",
                step.id,
                f"The paste sets while the {mask.called} {'lie' if isinstance(mask, Tapes) else 'lies'} in it.",
                f"It sets to the sheet too: take {they} off at once, wash {they}, and then let the paste dry.",
                strongest(table, table.maps[laid.id]),
                Remedy(f"Take {they} off first", move_step(plan, lift.id, step.id)) if lift else None,
            )
            return
