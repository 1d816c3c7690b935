"""Checks on what is wet where it lies: seeps-under, paste-left-under, wet-not-wet."""

from collections.abc import Iterator

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import add_before, after, before, offered, strongest, with_step
from cielo.core.advice.lying_checks import lies_on_relief
from cielo.core.materials import TOOLS
from cielo.core.plan import TOUCH_STRENGTH, Brush, Dry, LiftMask, Plan, Tapes, Water, WetArea, Whole, move_step
from cielo.core.table.table import Table

# More than so many full applications sprayed at once stands wet at a rim. Judgement.
RUNS_FROM = 0.6


def seeps_under(plan: Plan, table: Table) -> Iterator[Finding]:
    """Much water against a sheet that lies there, or a wet spray."""
    yield from _sprayed_under(plan, table)
    yield from lies_on_relief(plan, table)
    for step in plan.steps:
        if not isinstance(step, Water) or step.amount == "fine":
            continue
        reached = [one for one in table.before(step).lying if table.reaches_mask(step.id, one.mask)]
        if not reached:
            continue
        mask = plan.mask(reached[-1].mask)
        yield Finding(
            "seeps-under",
            "warn",
            step.id,
            f"So much water runs under the {mask.called}.",
            "It takes ink along, and the edge that was to be clean is lost. A fine mist stays where it falls.",
            strongest(table, table.maps[step.id]),
            Remedy("A fine mist only", with_step(plan, step, amount="fine")),
        )


def _sprayed_under(plan: Plan, table: Table) -> Iterator[Finding]:
    """So much sprayed through a stencil that it stands and runs under."""
    for step in plan.steps:
        if not isinstance(step, Brush) or TOOLS[step.tool].texture != "mist" or step.strength <= RUNS_FROM:
            continue
        reached = [one for one in table.before(step).lying if table.reaches_mask(step.id, one.mask)]
        if not reached:
            continue
        mask = plan.mask(reached[-1].mask)
        thin = TOUCH_STRENGTH["light"]
        yield Finding(
            "seeps-under",
            "warn",
            step.id,
            f"So much {plan.ink(step.ink).name} sprayed at once runs under the {mask.called}.",
            "A wet spray stands at the rim and creeps below it. One thin pass, dried, and another keep the edge.",
            strongest(table, table.maps[step.id]),
            Remedy("One thin pass", with_step(plan, step, touch="light", passes=max(1, int(RUNS_FROM / thin)))),
        )


def wet_not_wet(plan: Plan, table: Table) -> Iterator[Finding]:
    """A laying that is meant to mix with what is wet comes where nothing is wet any more."""
    for step in plan.steps:
        if not isinstance(step, Brush) or step.onto != "wet" or isinstance(step.region, WetArea):
            continue
        if any(wet.of != "glue" and table.meet(wet.step, step.id) for wet in table.before(step).wet):
            continue
        below = [other for other in before(plan, step) if isinstance(other, Brush | Water) and table.meet(other.id, step.id)]
        name = plan.ink(step.ink).name
        yield Finding(
            "wet-not-wet",
            "warn",
            step.id,
            f"{name} is meant to run into what is wet, but nothing is wet there{' any more' if below else ''}.",
            "Only where ink or water still stands do two colours run together; on dry card the second lies on the first with an edge.",
            strongest(table, table.maps[step.id]),
            offered(_into_the_wet(plan, step, below)),
        )


def _into_the_wet(plan: Plan, step: Brush, below: list[Brush | Water]) -> Iterator[tuple[str, Plan]]:
    """Right after what it is to run into; onto water brushed there first; or as a layer of its own."""
    for other in reversed(below):
        later = after(plan, other)
        if later and later[0].id != step.id:
            yield "Do it while that is still wet", move_step(plan, step.id, later[0].id)
    yield "Wet it first with a fine mist", add_before(plan, Water("", "mister", Whole(), "fine", blot=False), step)
    yield "Lay it on what is dry", with_step(plan, step, onto="dry")


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
