"""All checks on a plan, in working order."""

from collections.abc import Callable, Iterator

from cielo.core.advice.finding import Finding
from cielo.core.advice.ink_checks import heavy_first_touch, ink_invisible
from cielo.core.advice.order_checks import dark_before_light, mask_on_damp, unwiped_mask, wet_over_wet
from cielo.core.plan import Plan
from cielo.core.simulation.contact import Contact, contact_of

Check = Callable[[Plan, Contact], Iterator[Finding]]

CHECKS: dict[str, Check] = {
    "dark-before-light": dark_before_light,
    "unwiped-mask": unwiped_mask,
    "wet-over-wet": wet_over_wet,
    "mask-on-damp": mask_on_damp,
    "heavy-first-touch": heavy_first_touch,
    "ink-invisible": ink_invisible,
}


def judge(plan: Plan) -> tuple[Finding, ...]:
    """Every finding on a plan, sorted by the step it stands at, then by code."""
    contact = contact_of(plan)
    place = {step.id: i for i, step in enumerate(plan.steps)}
    found = [finding for check in CHECKS.values() for finding in check(plan, contact)]
    return tuple(sorted(found, key=lambda finding: (place[finding.step], finding.code)))
