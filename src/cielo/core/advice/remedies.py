"""A remedy is tried before it is offered: it clears its finding and raises no other."""

from collections import Counter
from collections.abc import Callable
from dataclasses import replace
from functools import partial

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.order.arrange import in_order
from cielo.core.order.derive import with_derived
from cielo.core.plan import Plan

# All that is found of a plan; or, of a finding's sort, what its own check finds where it may stand.
Judging = Callable[[Plan, Finding | None], tuple[Finding, ...]]


def with_tried_remedies(told: tuple[Finding, ...], found: tuple[Finding, ...], judging: Judging) -> tuple[Finding, ...]:
    """The findings told of one plan, each with its remedy tried when it is asked for, against all that is ``found`` of it."""
    return tuple(
        replace(finding, cure=partial(_tried, finding, found, judging)) if finding.cure is not None else finding
        for finding in told
    )


def _tried(finding: Finding, findings: tuple[Finding, ...], judging: Judging) -> Remedy | None:
    """The first cure that leaves less and adds nothing: as it is, with the dryings and wipes it asks for, or put in order."""
    for remedy in finding.cures():
        tried: list[Plan] = []
        for follow in (_as_it_is, with_derived, _in_order):
            plan = follow(remedy.plan)
            if plan in tried:
                continue
            tried.append(plan)
            # Most that do not help do not clear their own finding, which one check tells.
            if _of_its_own(finding, judging(plan, finding)) >= _of_its_own(finding, findings):
                continue
            if not _counted(_troubles(judging(plan, None))) - _counted(_troubles(findings)):
                return Remedy(remedy.label, plan)
    return None


def _of_its_own(finding: Finding, findings: tuple[Finding, ...]) -> int:
    """How many findings there are of its code at its step."""
    return sum((other.code, other.step) == (finding.code, finding.step) for other in findings)


def _troubles(findings: tuple[Finding, ...]) -> tuple[Finding, ...]:
    return tuple(finding for finding in findings if finding.severity != "remind")


def _counted(findings: tuple[Finding, ...]) -> Counter[str]:
    return Counter(finding.code for finding in findings)


def _as_it_is(plan: Plan) -> Plan:
    return plan


def _in_order(plan: Plan) -> Plan:
    return in_order(plan).plan
