"""Checks on water and wet ink: water-on-soluble-outline, stock-buckles, overwatered, water-does-nothing, judged-wet."""

from collections.abc import Iterator

import numpy as np

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import TOO_SMALL, after, area, before, moved_before, offered, strongest, with_step
from cielo.core.materials import TOOLS, Ink
from cielo.core.optics.water import frees
from cielo.core.plan import Brush, Dry, InPrint, Plan, Print, Water, WetArea, masks_on, without_steps
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.laydown import Map, water_laid
from cielo.core.table.marks import prints
from cielo.core.table.table import Table
from cielo.core.units import join_words

# What a stock not made for water takes, in washes of the whole panel: judgement, no source.
TAKES = 1.2
WASHES = {"fine": 0.4, "medium": 1.0, "heavy": 2.0}
# Ink of which a drop sets this much free reacts with water.
REACTS = 0.1
# A really wet splatter over more than this share of reactive ink leaves no pattern: judgement, no source.
ALL_OF_IT = 0.3
FOR_WATER = ("rough", "synthetic")


def _wet(plan: Plan, step: Water, table: Table) -> Map:
    on = next(on for other, on in masks_on(plan) if other.id == step.id)
    return water_laid(plan, step, on, table.grid)


def _is_dropped_into(plan: Plan, water: Water) -> bool:
    """Whether water is laid as a bed that the next ink is dropped into."""
    into = next((step for step in after(plan, water) if isinstance(step, Brush)), None)
    return into is not None and (isinstance(into.region, WetArea) or into.onto == "wet")


def water_on_soluble_outline(plan: Plan, table: Table) -> Iterator[Finding]:
    """Water, or ink painted wet, over an outline that water dissolves."""
    yield from _painted_wet(plan, table)
    for water in [step for step in plan.steps if isinstance(step, Water)]:
        wet = _wet(plan, water, table)
        bleed = [
            outline
            for outline in before(plan, water)
            if isinstance(outline, Brush)
            and prints(outline)
            and frees(plan.ink(outline.ink)) >= REACTS
            and area(np.minimum(table.maps[outline.id], wet), 0.05) >= TOO_SMALL / 4
        ]
        if not bleed:
            continue
        names = list(dict.fromkeys(plan.ink(outline.ink).name for outline in bleed))
        changes = [("Bring the water before the print", moved_before(table, water, bleed[0]))]
        for ink in _waterproof(plan, bleed[0]):
            printed = plan
            for outline in bleed:
                printed = with_step(printed, outline, ink=ink.key)
            changes.append((f"Print it in {ink.name}", printed))
        changes.append(("Leave the water out", without_steps(plan, {water.id})))
        yield Finding(
            "water-on-soluble-outline",
            "warn",
            water.id,
            f"Water comes over the print in {join_words(names)}, which is not waterproof.",
            "The line bleeds and carries its colour into what is round it.",
            strongest(table, np.minimum(table.maps[bleed[0].id], wet)),
            offered(changes),
        )


def _painted_wet(plan: Plan, table: Table) -> Iterator[Finding]:
    """A wet pen or wet paint inside an outline that it dissolves."""
    for step in plan.steps:
        if not isinstance(step, Brush) or not isinstance(step.region, InPrint) or frees(plan.ink(step.ink)) < REACTS:
            continue
        if step.onto != "wet" and TOOLS[step.tool].texture != "crisp":
            continue
        outline = plan.steps[plan.index_of(step.region.step)]
        assert isinstance(outline, Brush)
        lined = isinstance(outline.region, Print) and outline.region.line_mm is not None
        if not lined or outline.ink == step.ink or frees(plan.ink(outline.ink)) < REACTS:
            continue
        names = plan.ink(outline.ink).name, plan.ink(step.ink).name
        changes = [(f"Print it in {ink.name}", with_step(plan, outline, ink=ink.key)) for ink in _waterproof(plan, outline)]
        changes.append(
            ("Paint it with a dry brush, in light passes", with_step(plan, step, tool="small-brush", onto="dry", touch="light"))
        )
        yield Finding(
            "water-on-soluble-outline",
            "warn",
            step.id,
            f"{names[1]} is painted wet inside the print in {names[0]}, which is not waterproof.",
            "The line bleeds into the colour inside it, and a pen takes the ink up and dirties its nib.",
            strongest(table, table.maps[step.id]),
            offered(changes),
        )


def _waterproof(plan: Plan, outline: Brush) -> list[Ink]:
    """Inks of the plan that water does not move, those nearest in lightness to an outline's own first."""
    paper, own = plan.stock.paper, lightness_on(plan.stock.paper, plan.ink(outline.ink))
    still = [ink for ink in plan.inks if frees(ink) < REACTS and ink.kind in ("pigment", "alcohol", "dye", "hybrid")]
    return sorted(still, key=lambda ink: abs(lightness_on(paper, ink) - own))


def stock_buckles(plan: Plan, table: Table) -> Iterator[Finding]:
    """Much water on a stock that is not made for it."""
    if plan.stock.paper.surface in FOR_WATER:
        return
    taken, steps = 0.0, [step for step in plan.steps if isinstance(step, Water)]
    for step in steps:
        taken += WASHES[step.amount] * area(_wet(plan, step, table), 0.02) ** 0.5
    if taken <= TAKES:
        return
    wettest = max(steps, key=lambda step: WASHES[step.amount])
    less = {"heavy": "medium", "medium": "fine", "fine": "fine"}[wettest.amount]
    spare = plan
    for step in steps:
        spare = with_step(spare, step, amount="fine")
    candidates = [("Take less water", with_step(plan, wettest, amount=less)), ("Only a few drops each time", spare)]
    yield Finding(
        "stock-buckles",
        "warn",
        wettest.id,
        f"That is much water for {plan.stock.name}.",
        "A stock that is not made for water cockles and its surface rubs up; a watercolour stock takes it.",
        strongest(table, _wet(plan, wettest, table)),
        offered(candidates),
        measure=f"{taken:.1f} washes of the whole panel; {TAKES} are safe",
    )


def overwatered(plan: Plan, table: Table) -> Iterator[Finding]:
    """More water than the ink can take: all of it bleaches."""
    for step in plan.steps:
        if not isinstance(step, Water) or step.amount != "heavy" or _is_dropped_into(plan, step):
            continue
        wet = _wet(plan, step, table)
        reactive = [table.maps[b.id] for b in before(plan, step) if isinstance(b, Brush) and frees(plan.ink(b.ink)) > 0.3]
        if not reactive:
            continue
        bleached = np.minimum(wet, np.max(reactive, axis=0))
        if area(bleached, 0.1) < ALL_OF_IT:
            continue
        yield Finding(
            "overwatered",
            "warn",
            step.id,
            "So much water bleaches all of the ink it meets, and no pattern is left.",
            "Reactive ink shows drops by the ink that stays between them; a fine sprinkle leaves some.",
            strongest(table, bleached),
            Remedy("A good sprinkle, not more", with_step(plan, step, amount="medium")),
            measure=f"{area(bleached, 0.1):.0%} of the panel is inked and really wet",
        )


# Water that moves less than so much of what it could is no use to it. Judgement.
OF_WHAT_LIES = 0.02


def water_does_nothing(plan: Plan, table: Table) -> Iterator[Finding]:
    """Water on ink that does not react to it, and nothing is dropped into it either."""
    for step in plan.steps:
        if not isinstance(step, Water):
            continue
        if _is_dropped_into(plan, step):
            continue
        wet = _wet(plan, step, table)
        loose = [frees(plan.ink(b.ink)) * np.minimum(table.maps[b.id], 1) for b in before(plan, step) if isinstance(b, Brush)]
        # Of small flowers little can be moved, and that little is meant: it is measured by what lies there.
        if any(
            area(np.asarray(ink * wet, np.float32), 0.01) > min(TOO_SMALL, OF_WHAT_LIES * area(np.asarray(ink, np.float32), 0.01))
            for ink in loose
        ):
            continue
        yield Finding(
            "water-does-nothing",
            "warn",
            step.id,
            "No ink that water moves lies where this water falls.",
            "Dried pigment, alcohol ink and melted powder stay as they are; only dye and hybrid ink react.",
            strongest(table, wet),
            Remedy("Leave the water out", without_steps(plan, {step.id, *_its_own_drying(plan, step)})),
        )


def _its_own_drying(plan: Plan, water: Water) -> set[str]:
    """The drying right after water that is there for it alone: what lies under it was dried before."""
    at = plan.index_of(water.id)
    around = plan.steps[at - 1 : at + 2] if at else ()
    return {around[2].id} if len(around) == 3 and isinstance(around[0], Dry) and isinstance(around[2], Dry) else set()


def judged_wet(plan: Plan, table: Table) -> Iterator[Finding]:
    """Alcohol ink and wet watercolour dry lighter: wait before adding."""
    told: set[str] = set()
    for first, then in zip(plan.steps, plan.steps[1:], strict=False):
        if isinstance(then, Dry) or not isinstance(then, Brush):
            continue
        alcohol = isinstance(first, Brush) and plan.ink(first.ink).kind == "alcohol"
        washed = isinstance(first, Water) and plan.stock.paper.surface == "rough"
        what = "alcohol" if alcohol else "water"
        if not (alcohol or washed) or what in told:
            continue
        told.add(what)
        yield Finding(
            "judged-wet",
            "remind",
            then.id,
            f"{'Alcohol ink' if alcohol else 'A wet wash'} dries lighter than it looks now.",
            "Wait until it is dry before you judge whether it needs more.",
            strongest(table, table.maps[then.id]),
        )
