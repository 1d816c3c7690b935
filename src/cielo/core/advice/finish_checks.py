"""Checks on the end of the work: finish-not-dry, packed-wet, glue-shows."""

from collections.abc import Iterator

import numpy as np

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import add_before, both, brushings, dried_minutes, strongest, wants_minutes
from cielo.core.materials import TOOLS
from cielo.core.plan import Brush, Dry, LayMask, Plan, Prepare, WipeBeads
from cielo.core.sequence.drying import in_half_minutes
from cielo.core.sequence.precedence import rubs
from cielo.core.simulation.contact import Contact


def finish_not_dry(plan: Plan, contact: Contact) -> Iterator[Finding]:
    """Paste, gloss or pen work is followed by handling before it is dry."""
    for step in brushings(plan):
        ink = plan.ink(step.ink)
        if not (ink.kind == "paste" or (ink.kind in ("white", "metallic") and TOOLS[step.tool].texture == "crisp")):
            continue
        waited = 0.0
        for later in plan.steps[plan.index_of(step.id) + 1 :]:
            if isinstance(later, Dry):
                waited += dried_minutes((later,))
            touches = (
                isinstance(later, LayMask | WipeBeads)
                or (isinstance(later, Brush) and rubs(plan, later) and bool(np.any(both(contact, step.id, later.id) > 0.05)))
                or (isinstance(later, Prepare) and later.act == "trim")
            )
            if touches and waited < wants_minutes(plan, step):
                wait = Dry("", "air", in_half_minutes(wants_minutes(plan, step) - waited))
                yield Finding(
                    "finish-not-dry",
                    "warn",
                    later.id,
                    f"{ink.name} is not dry when this comes.",
                    "It smears, and takes the print of whatever touches it.",
                    strongest(contact, contact.maps[step.id]),
                    Remedy("Let it dry first", add_before(plan, wait, later)),
                    measure=f"{waited:.0f} of {wants_minutes(plan, step):.0f} minutes",
                )
                break
            if waited >= wants_minutes(plan, step):
                break


def packed_wet(plan: Plan, contact: Contact) -> Iterator[Finding]:
    """Mounted before the last wait is over."""
    for mount in plan.steps:
        if not isinstance(mount, Prepare) or mount.act != "mount":
            continue
        earlier = plan.steps[: plan.index_of(mount.id)]
        worst: tuple[float, Brush] | None = None
        for at, step in enumerate(earlier):
            if isinstance(step, Brush):
                missing = wants_minutes(plan, step) - dried_minutes(earlier[at + 1 :])
                if missing > 0 and (worst is None or missing > worst[0]):
                    worst = (missing, step)
        if worst is None:
            continue
        missing, step = worst
        yield Finding(
            "packed-wet",
            "warn",
            mount.id,
            f"{plan.ink(step.ink).name} is still drying when the panel is mounted.",
            "Mounted or stacked it cannot dry: it smears, sticks to the next card and cockles.",
            strongest(contact, contact.maps[step.id]),
            Remedy("Wait until it is dry", add_before(plan, Dry("", "air", in_half_minutes(missing)), mount)),
            measure=f"{missing:.0f} minutes more",
        )


def glue_shows(plan: Plan, _contact: Contact) -> Iterator[Finding]:
    """Adhesive behind a translucent sheet."""
    if plan.stock.translucent:
        last = plan.steps[-1].id if plan.steps else None
        yield Finding(
            "glue-shows",
            "remind",
            last,
            f"Glue shows through {plan.stock.name}.",
            "Put it where ink or another piece hides it, or use brads or a slit.",
        )
