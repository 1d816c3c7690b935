"""A ground as it is first laid: with all its order asks for, and with every alarm taken away that a remedy of its own takes away."""

from collections.abc import Iterator

from cielo.core.advice.finding import Finding
from cielo.core.advice.judge import judge, troubles
from cielo.core.order.derive import with_derived
from cielo.core.plan import Plan

# So many remedies are tried at most; a ground wants one or two.
MOST_TRIED = 12


# What lies in the inks chosen is told, and not cured behind the maker's back: a gap in a gradient is another idea.
OF_THE_INKS = ("seam-mud", "primaries-brown", "never-dries-here", "ink-invisible")


def laid_fresh(plan: Plan) -> tuple[Plan, tuple[Finding, ...]]:
    """The plan without the alarms that can be helped, and those that remain: what the inks or the stock chosen cannot give."""
    plan = with_derived(plan)
    left = troubles(judge(plan))
    for _ in range(MOST_TRIED):
        better = next(((remedied, found) for remedied, found in _helped(left) if len(found) < len(left)), None)
        if better is None:
            break
        plan, left = better
    return plan, left


def _helped(findings: tuple[Finding, ...]) -> Iterator[tuple[Plan, tuple[Finding, ...]]]:
    """The plan each remedy leads to and what it leaves, one after another: the next is looked for only when it is wanted."""
    for finding in findings:
        if finding.code not in OF_THE_INKS and (remedy := finding.remedy) is not None:
            yield remedy.plan, troubles(judge(remedy.plan))
