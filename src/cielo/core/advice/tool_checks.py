"""Checks on tools and kinds of ink: dirty-tool, hybrid-streaks, ink-spent, marker-over-medium, alcohol-on-absorbent, mask-residue."""

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import (
    TOO_SMALL,
    add_after,
    add_before,
    after,
    area,
    before,
    both,
    brushings,
    offered,
    strongest,
    with_step,
)
from cielo.core.geometry.masks import distance_to_cover_mm
from cielo.core.materials import TOOLS
from cielo.core.plan import Brush, LiftMask, Plan, Prepare, Tapes, move_step
from cielo.core.sequence.brushes import plan_brushes
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.laydown import Map
from cielo.core.table.marks import embosses, sticks
from cielo.core.table.table import Table

# Built up beyond this, in full applications, hybrid ink streaks: judgement, no source.
STREAKS_FROM = 1.5
# So much of a pad is laid before it gives less: area of full cover, mm2. Judgement, no source.
SPENT_MM2 = 26_000.0
# Kinds that ruin the nib of an alcohol marker: trade.md, What goes wrong.
RUINS_NIB = ("dye", "hybrid", "pigment", "white", "paste", "powder", "clear")


def dirty_tool(plan: Plan, table: Table) -> Iterator[Finding]:
    """A brush or roller takes an ink that its last one would spoil."""
    if plan.schools.strays == "accept":
        return
    steps = {step.id: step for step in brushings(plan)}
    for crossing in plan_brushes(plan).cleanings:
        first, then = steps[crossing.before], steps[crossing.then]
        names = plan.ink(first.ink).name, plan.ink(then.ink).name
        tool = TOOLS[then.tool].name
        yield Finding(
            "dirty-tool",
            "warn",
            then.id,
            f"The {tool} goes from {names[0]} to {names[1]}.",
            f"What it still holds of {names[0]} shows in {names[1]}, on the panel and on the pad.",
            strongest(table, table.maps[then.id]),
            Remedy(f"Clean the {tool} before {names[1]}", add_before(plan, Prepare("", "clean-tool", then.tool), then)),
        )


def hybrid_streaks(plan: Plan, table: Table) -> Iterator[Finding]:
    """Heavy build-up of hybrid ink in one place with no clean brush swept over it afterwards."""
    for key in dict.fromkeys(step.ink for step in brushings(plan)):
        ink = plan.ink(key)
        laid = [step for step in brushings(plan) if step.ink == key and TOOLS[step.tool].texture == "even"]
        if ink.kind != "hybrid" or not laid:
            continue
        swept = any(isinstance(other, Prepare) and other.act == "sweep" for other in after(plan, laid[-1]))
        built = np.cumsum([table.maps[step.id] for step in laid], axis=0)
        heavy = next((n for n, most in enumerate(built.max(axis=(1, 2))) if most >= STREAKS_FROM - 0.01), None)
        if heavy is None or swept or not _has_room(table, built[heavy] >= STREAKS_FROM - 0.01):
            continue
        yield Finding(
            "hybrid-streaks",
            "warn",
            laid[heavy].id,
            f"So much {ink.name} builds up in streaks.",
            "Hybrid ink is part pigment: it sits on top and shows the way of the brush until a clean one evens it.",
            strongest(table, built[heavy]),
            Remedy("Sweep a clean brush over it", add_after(plan, Prepare("", "sweep"), laid[-1])),
            measure=f"{float(built[-1].max()):.1f} full applications",
        )


# A clean brush is swept in circles where there is so much room for it, mm across. Judgement.
SWEEPS_MM = 12.0


def _has_room(table: Table, heavy: Map | NDArray[np.bool_]) -> bool:
    """Whether a brush finds room to be swept where so much ink lies; in a small opening it finds none, and no streaks are made."""
    import cv2

    half = max(1, round(SWEEPS_MM / 2 / table.grid.pixel_width_mm))
    round_ = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * half + 1, 2 * half + 1))
    return bool(cv2.erode(np.asarray(heavy, np.uint8), round_, borderType=cv2.BORDER_CONSTANT, borderValue=1).any())


def ink_spent(plan: Plan, table: Table) -> Iterator[Finding]:
    """Vibrancy falls over a long area: re-ink."""
    cell = table.grid.pixel_width_mm * table.grid.pixel_height_mm
    for step in brushings(plan):
        laid = float(table.maps[step.id].sum()) * cell
        if laid > SPENT_MM2 and not embosses(plan, step):
            yield Finding(
                "ink-spent",
                "remind",
                step.id,
                f"{plan.ink(step.ink).name} goes far here: the colour falls off before the end.",
                "Load the tool again half way, and press an old pad harder or re-ink it.",
                measure=f"{laid / 645:.0f} square inches of full cover",
            )


def marker_over_medium(plan: Plan, table: Table) -> Iterator[Finding]:
    """An alcohol marker over water-based or hybrid ink, paste or embossing ruins its nib."""
    for step in brushings(plan):
        if plan.ink(step.ink).kind != "alcohol" or step.tool != "pen":
            continue
        for other in before(plan, step):
            if not isinstance(other, Brush) or plan.ink(other.ink).kind not in RUINS_NIB:
                continue
            crossing = both(table, other.id, step.id)
            if not np.any(crossing > 0.1):
                continue
            yield Finding(
                "marker-over-medium",
                "warn",
                step.id,
                f"The alcohol marker runs over {plan.ink(other.ink).name}.",
                "Its solvent takes that up, and the nib is ruined. Marker first, or a gel pen on top.",
                strongest(table, crossing),
                _marker_first(plan, step, other),
            )
            break


def _marker_first(plan: Plan, marker: Brush, under: Brush) -> Iterator[Remedy]:
    earliest = next(
        (s for s in brushings(plan) if plan.ink(s.ink).kind in RUINS_NIB and plan.index_of(s.id) < plan.index_of(marker.id)),
        under,
    )
    moved = move_step(plan, marker.id, earliest.id)
    paper, own = plan.stock.paper, lightness_on(plan.stock.paper, plan.ink(marker.ink))
    pens = sorted(
        (ink for ink in plan.inks if ink.kind in ("dye", "pigment", "hybrid")),
        key=lambda ink: abs(lightness_on(paper, ink) - own),
    )
    others = [(f"Draw it in {ink.name}", with_step(plan, marker, ink=ink.key)) for ink in pens]
    return offered([("Draw with the marker first", moved), *others])


def alcohol_on_absorbent(plan: Plan, table: Table) -> Iterator[Finding]:
    """Alcohol ink is to flow on a stock that soaks it up."""
    if plan.stock.paper.surface == "synthetic":
        return
    for step in brushings(plan):
        if plan.ink(step.ink).kind == "alcohol" and TOOLS[step.tool].texture == "pools":
            yield Finding(
                "alcohol-on-absorbent",
                "warn",
                step.id,
                f"{plan.ink(step.ink).name} cannot flow on {plan.stock.name}: it soaks in where it falls.",
                "Pushing and re-dissolving want a sheet that takes nothing up. On card it can only be dabbed.",
                strongest(table, table.maps[step.id]),
                Remedy("Dab it with the foam", with_step(plan, step, tool="foam")),
            )


def mask_residue(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sticky mask is lifted and ink comes there later: residue takes it darker."""
    told: set[str] = set()
    for step in plan.steps:
        if not isinstance(step, LiftMask) or step.mask in told:
            continue
        mask = plan.mask(step.mask)
        if not sticks(mask) and not isinstance(mask, Tapes):
            continue
        under = distance_to_cover_mm(mask, table.grid.x_mm, table.grid.y_mm) < -1
        later = [
            s for s in after(plan, step) if isinstance(s, Brush) and area(np.where(under, table.maps[s.id], 0), 0.1) > TOO_SMALL
        ]
        if not later:
            continue
        told.add(step.mask)
        what = "tape" if isinstance(mask, Tapes) else "a sticky mask"
        yield Finding(
            "mask-residue",
            "remind",
            step.id,
            f"Where {what} lay, ink takes darker if any of its glue stayed.",
            "Touch the spot, rub off what is tacky, and try a pale touch first.",
        )
