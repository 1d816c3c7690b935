"""Sheets to print for a plan: the run sheet, and templates to cut."""

from cielo.app.pictures import panel_png
from cielo.core.geometry.pieces import pieces_of
from cielo.core.plan import Plan
from cielo.core.sequence.reasons import reasons
from cielo.core.simulation.contact import contact_of
from cielo.exchange.run_sheet import write_run_sheet
from cielo.exchange.templates import write_pdf

PROOF_DPI = 40.0


def run_sheet(plan: Plan) -> bytes:
    """The run sheet as PDF; the same plan always gives the same bytes."""
    return write_run_sheet(plan, lambda done: panel_png(plan, PROOF_DPI, done), reasons(plan, contact_of(plan).meet))


def templates(plan: Plan) -> bytes:
    """All pieces of a plan as one PDF, 1:1."""
    return write_pdf(pieces_of(plan), plan.units)
