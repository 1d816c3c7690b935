"""Checks on drying by heat, and where nothing dries: heat-on-stencil, heat-on-solvent, heat-on-synthetic, heat-on-drops,
heat-on-embossing, never-dries-here."""

from collections.abc import Iterator

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import add_before, brushings, offered, strongest, with_step
from cielo.core.materials import FASTER, Ink
from cielo.core.plan import Brush, Dry, Plan, Tapes, without_steps
from cielo.core.sequence.drying import in_half_minutes
from cielo.core.sequence.lightness import lightness_on
from cielo.core.table.marks import embosses
from cielo.core.table.needs import stands_in_drops
from cielo.core.table.table import Table

# Heat for longer than this melts what was embossed before once more; so long does no harm, minutes. Judgement.
MELTS_AGAIN_MIN, A_MOMENT_MIN = 3.0, 1.0
# Kinds that dry into a sheet and not in the air: on one that takes nothing up they stay open. Common practice, no source.
WANT_A_STOCK_THAT_SOAKS = ("dye", "hybrid", "pigment", "white", "metallic")


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
            "Alcohol ink dries on its own, in a room that is aired. Go by the sheet of the product and the rules where you are.",
            strongest(table, table.maps[laid.id]),
            Remedy("Let it dry in the air", _in_the_air(plan, step)),
            measure=f"it needs {in_half_minutes(max(one.left_min for one in wet)):g} minutes more",
        )


def heat_on_synthetic(plan: Plan, table: Table) -> Iterator[Finding]:
    """The heat tool comes to a sheet of plastic."""
    if plan.stock.paper.surface != "synthetic":
        return
    for step in _heated(plan):
        yield Finding(
            "heat-on-synthetic",
            "warn",
            step.id,
            f"The heat tool comes to {plan.stock.name}, which is a sheet of plastic.",
            "Plastic cockles and shrinks under heat, and does not lie flat again. Go by the sheet of the product.",
            cure=Remedy("Let it dry in the air", _in_the_air(plan, step)),
        )


def heat_on_drops(plan: Plan, table: Table) -> Iterator[Finding]:
    """The heat tool comes to drops of ink or water that stand there."""
    for step in _heated(plan):
        for wet in table.before(step).wet:
            laid = plan.steps[plan.index_of(wet.step)]
            if not stands_in_drops(plan, wet) or wet.of == "alcohol":
                continue  # of solvent worse is told
            what = plan.ink(laid.ink).name if isinstance(laid, Brush) else "water"
            yield Finding(
                "heat-on-drops",
                "warn",
                step.id,
                f"The heat tool comes while drops of {what} stand there.",
                "Its wind drives them across the panel, and the card cockles under what boils. Let them sink in first, or blot them.",
                strongest(table, table.maps[laid.id]),
                offered(
                    [
                        ("Let it dry in the air", _in_the_air(plan, step)),
                        ("Blot the drops first", add_before(plan, Dry("", "blot", 1.0), step)),
                    ]
                ),
                measure=f"they want {in_half_minutes(wet.left_min):g} minutes more",
            )
            break


def heat_on_embossing(plan: Plan, table: Table) -> Iterator[Finding]:
    """The heat tool stays long over a panel that is embossed."""
    for step in _heated(plan):
        embossed = [one for one in brushings(plan) if embosses(plan, one) and plan.index_of(one.id) < plan.index_of(step.id)]
        if step.minutes <= MELTS_AGAIN_MIN or not embossed:
            continue
        moment = add_before(plan, Dry("", "heat", A_MOMENT_MIN), step)
        rest = in_half_minutes((step.minutes - A_MOMENT_MIN) * FASTER["heat"])
        yield Finding(
            "heat-on-embossing",
            "warn",
            step.id,
            f"{step.minutes:g} minutes of heat melt the embossing in {plan.ink(embossed[-1].ink).name} again.",
            "Molten for long it sinks into the card and goes flat and dull, and fine lines run. A moment of heat does no harm.",
            strongest(table, table.maps[embossed[-1].id]),
            offered(
                [
                    ("Let it dry in the air", _in_the_air(plan, step)),
                    ("A moment of heat, then the air", with_step(moment, step, way="air", minutes=rest)),
                ]
            ),
            measure=f"{step.minutes:g} minutes of heat",
        )


def never_dries_here(plan: Plan, table: Table) -> Iterator[Finding]:
    """Ink that dries by soaking in, on a stock that takes nothing up."""
    if plan.stock.paper.surface != "synthetic":
        return
    told: set[str] = set()
    for step in brushings(plan):
        ink = plan.ink(step.ink)
        if ink.kind not in WANT_A_STOCK_THAT_SOAKS or ink.key in told:
            continue
        told.add(ink.key)
        yield Finding(
            "never-dries-here",
            "warn",
            step.id,
            f"{ink.name} does not dry on {plan.stock.name}.",
            "It dries by soaking in, and this stock takes nothing up: it beads, and smears for days. Alcohol ink dries here by itself.",
            strongest(table, table.maps[step.id]),
            offered(_in_alcohol_ink(plan, ink)),
        )


def _in_alcohol_ink(plan: Plan, ink: Ink) -> Iterator[tuple[str, Plan]]:
    """Every laying of an ink in an alcohol ink of the plan, the nearest in lightness first; or left out."""
    paper = plan.stock.paper
    others = [other for other in plan.inks if other.kind == "alcohol"]
    laid = [step for step in brushings(plan) if step.ink == ink.key]
    for other in sorted(others, key=lambda other: (abs(lightness_on(paper, other) - lightness_on(paper, ink)), other.key)):
        changed = plan
        for step in laid:
            changed = with_step(changed, step, ink=other.key)
        yield f"Take {other.name} for it", changed
    yield f"Leave {ink.name} out", without_steps(plan, {step.id for step in laid})


def _heated(plan: Plan) -> list[Dry]:
    return [step for step in plan.steps if isinstance(step, Dry) and step.way == "heat"]


def _in_the_air(plan: Plan, step: Dry) -> Plan:
    return with_step(plan, step, way="air", minutes=in_half_minutes(step.minutes * FASTER["heat"]))
