"""The run sheet of a plan."""

from cielo.app.pictures import panel_png
from cielo.core.plan import Plan
from cielo.core.sequence.reasons import reasons
from cielo.core.simulation.contact import contact_of
from cielo.exchange.run_sheet import write_run_sheet

PROOF_DPI = 40.0


def run_sheet(plan: Plan) -> bytes:
    """The run sheet as PDF; the same plan always gives the same bytes."""
    return write_run_sheet(plan, lambda done: panel_png(plan, PROOF_DPI, done), reasons(plan, contact_of(plan).meet))
