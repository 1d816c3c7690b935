"""Checks on the end of the work: glue-shows."""

from collections.abc import Iterator

from cielo.core.advice.finding import Finding
from cielo.core.plan import Plan
from cielo.core.table.table import Table


def glue_shows(plan: Plan, _table: Table) -> Iterator[Finding]:
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
