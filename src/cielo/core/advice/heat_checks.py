"""Checks on drying by heat, and where there is no drying without it: heat-on-stencil, heat-on-solvent, never-dries-here."""

from collections.abc import Iterator

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import add_before, brushings, strongest, with_step
from cielo.core.materials import FASTER
from cielo.core.plan import Brush, Dry, Plan, Tapes
from cielo.core.sequence.drying import in_half_minutes, ink_wants
from cielo.core.table.marks import comes_last
from cielo.core.table.table import Table

# Kinds that dry into a sheet and not in the air: on one that takes nothing up they stay open. Common practice, no source.
WANT_A_STOCK_THAT_SOAKS = ("pigment", "white", "metallic")


def heat_on_stencil(plan: Plan, table: Table) -> Iterator[Finding]:
    """The heat tool comes to a panel on which a sheet lies."""
    for step in _heated(plan):
        lying = table.before(step).lying
        if not lying:
            continue
        mask = plan.mask(lying[-1].mask)
        warp = "warp, and their glue runs" if isinstance(mask, Tapes) else "warps, and what is below it smears"
        yield Finding(
            "heat-on-stencil",
            "warn",
            step.id,
            f"The heat tool comes while the {mask.called} {'lie' if isinstance(mask, Tapes) else 'lies'} there.",
            f"Under heat a thin sheet {warp}.",
            cure=Remedy("Let it dry in the air", _in_the_air(plan, step)),
        )


def heat_on_solvent(plan: Plan, table: Table) -> Iterator[Finding]:
    """The heat tool comes to alcohol ink that is still wet."""
    for step in _heated(plan):
        wet = [one for one in table.before(step).wet if one.of == "alcohol"]
        if not wet:
            continue
        laid = plan.steps[plan.index_of(wet[-1].step)]
        assert isinstance(laid, Brush)
        yield Finding(
            "heat-on-solvent",
            "stop",
            step.id,
            f"{plan.ink(laid.ink).name} is still wet when the heat tool comes: its solvent burns.",
            "Alcohol ink dries by itself, in a room that is aired. Go by the sheet of the product and the rules where you are.",
            strongest(table, table.maps[laid.id]),
            Remedy("Let it dry in the air", _in_the_air(plan, step)),
            measure=f"it wants {in_half_minutes(max(one.left_min for one in wet)):g} minutes more",
        )


def never_dries_here(plan: Plan, table: Table) -> Iterator[Finding]:
    """Ink that dries by soaking in, on a stock that takes nothing up, and nothing sets it by heat."""
    surface = plan.stock.paper.surface
    if surface != "synthetic":
        return
    told: set[str] = set()
    for step in brushings(plan):
        ink = plan.ink(step.ink)
        later = plan.steps[plan.index_of(step.id) :]
        if ink.kind not in WANT_A_STOCK_THAT_SOAKS or ink.key in told or any(s in later for s in _heated(plan)):
            continue
        told.add(ink.key)
        heat = Dry("", "heat", in_half_minutes(ink_wants(ink, surface) / FASTER["heat"]))
        end = next((s for s in plan.steps if comes_last(s)), None)
        yield Finding(
            "never-dries-here",
            "warn",
            step.id,
            f"{ink.name} does not dry on {plan.stock.name} by itself.",
            "It dries by soaking in, and this stock takes nothing up: left alone it smears for days. Heat sets it.",
            strongest(table, table.maps[step.id]),
            Remedy("Set it with heat", add_before(plan, heat, end)),
        )


def _heated(plan: Plan) -> list[Dry]:
    return [step for step in plan.steps if isinstance(step, Dry) and step.way == "heat"]


def _in_the_air(plan: Plan, step: Dry) -> Plan:
    return with_step(plan, step, way="air", minutes=in_half_minutes(step.minutes * FASTER["heat"]))
