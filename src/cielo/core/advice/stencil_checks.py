"""Checks on stencils and what holds them: tape-over-openings, uneven-repeat, stencil-may-shift, loose-middle, ink-through-neighbour."""

from collections.abc import Iterator
from dataclasses import replace
from functools import partial

import numpy as np
from shapely import Polygon

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import panel_size
from cielo.core.geometry.bridges import with_bridges
from cielo.core.geometry.holding import is_stencil, openings_under, place_tape, reach_through_mm, stencil_facts
from cielo.core.geometry.placing import UNEVEN, centre_repeat, cut_shares, is_repeat, moved_with_its_like
from cielo.core.geometry.shapes import inside_of, openings_of, shape_of_hold
from cielo.core.materials import TOOLS
from cielo.core.plan import (
    Brush,
    Drawn,
    Inside,
    LayMask,
    Mask,
    Plan,
    Stencil,
    free_key,
    masks_laid,
    masks_on,
    replace_mask,
    replace_step,
)
from cielo.core.table.table import Table, table_of
from cielo.core.units import say_length
from cielo.errors import BadInput

# Less ink than this in an opening is none.
INKED = 0.05


def tape_over_openings(plan: Plan, table: Table) -> Iterator[Finding]:
    """Tape or a magnet covers openings that were to print."""
    steps = {mask.key: step for step, mask in masks_laid(plan)}
    for hold in plan.holds:
        covered = openings_under(plan, hold)
        if not covered or hold.mask not in steps:
            continue
        rest = replace(plan, holds=tuple(other for other in plan.holds if other.key != hold.key))
        without = table_of(rest).maps
        if not any(np.any(without[s.id] - table.maps[s.id] > INKED) for s in plan.steps if isinstance(s, Brush)):
            continue  # no ink is meant to come through there
        elsewhere = place_tape(rest, hold.mask, hold.key, hold.kind)
        if elsewhere is None:
            remedy = Remedy(f"Take the {hold.kind} off", rest)
        else:
            remedy = Remedy(f"Move the {hold.kind} to the rim", replace(rest, holds=(*rest.holds, elsewhere)))
        many = "an opening" if len(covered) == 1 else f"{len(covered)} openings"
        yield Finding(
            "tape-over-openings",
            "warn",
            steps[hold.mask].id,
            f"The {hold.kind} that holds the {plan.mask(hold.mask).called} covers {many}.",
            "No ink comes through there, and the bare spot shows when the stencil is lifted.",
            Place(hold.x_mm, hold.y_mm),
            remedy,
        )


def uneven_repeat(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A repeat is cut unequally at opposite sides, and could be cut evenly."""
    size = panel_size(plan)
    for step, mask in masks_laid(plan):
        if not isinstance(mask, Stencil | Drawn) or not is_repeat(mask):
            continue
        shares, better = cut_shares(mask, *size), centre_repeat(mask, *size)
        if shares.unevenness - cut_shares(better, *size).unevenness < UNEVEN:
            continue
        if abs(shares.left - shares.right) >= abs(shares.top - shares.bottom):
            sides = ("left", shares.left, "right", shares.right)
        else:
            sides = ("top", shares.top, "bottom", shares.bottom)
        shift = (better.x_mm - mask.x_mm, better.y_mm - mask.y_mm)
        yield Finding(
            "uneven-repeat",
            "warn",
            step.id,
            f"The {mask.called} is cut unequally: its motifs lose {sides[1]:.0%} at the {sides[0]} and {sides[3]:.0%} at the {sides[2]}.",
            "A repeat looks placed when opposite sides cut it alike, and slipped when they do not.",
            Place(0.0 if sides[1] > sides[3] else size[0], size[1] / 2),
            Remedy(f"Move it {_say_shift(shift, plan)}", moved_with_its_like(plan, mask, *shift)),
            measure=f"{abs(sides[1] - sides[3]):.0%} of a motif more at one side than at the other",
        )


def _say_shift(shift: tuple[float, float], plan: Plan) -> str:
    words = []
    for mm, (less, more) in zip(shift, (("left", "right"), ("up", "down")), strict=True):
        if abs(mm) > 0.3:
            words.append(f"{say_length(abs(mm), plan.units)} {more if mm > 0 else less}")
    return " and ".join(words) or "a hair"


def stencil_may_shift(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A stencil too open to lie still, and nothing holds it."""
    held = {hold.mask for hold in plan.holds}
    for step, mask in masks_laid(plan):
        if not is_stencil(mask) or mask.key in held or mask.held not in (None, "hand"):
            continue
        facts = stencil_facts(mask, *panel_size(plan))
        if facts.lies_still:
            if facts.strip_mm > LONG_STRIP_MM:
                yield _strip_slips(plan, step, mask, facts.strip_mm)
            continue
        tape = place_tape(plan, mask.key, free_key("tape", {hold.key for hold in plan.holds}))
        yield Finding(
            "stencil-may-shift",
            "warn",
            step.id,
            f"The {mask.called} is {facts.open_share:.0%} open and nothing holds it.",
            "So open a sheet is dragged along by the brush; mostly solid ones lie still by themselves.",
            Place(mask.x_mm, mask.y_mm),
            Remedy("Tape it down where no opening is covered", replace(plan, holds=(*plan.holds, tape))) if tape else None,
            measure=f"{facts.open_share:.0%} of the sheet is open",
        )


# A strip of sheet between two openings that is longer than this bends aside under a brush. Judgement.
LONG_STRIP_MM = 80.0


def _strip_slips(plan: Plan, step: LayMask, mask: Mask, long_mm: float) -> Finding:
    long = say_length(long_mm, plan.units)
    stuck = replace_mask(plan, replace(mask, held="back"))
    return Finding(
        "stencil-may-shift",
        "warn",
        step.id,
        f"The {mask.called} has strips {long} long that hang free between its openings.",
        "A brush pushes so long and thin a strip aside, and ink goes under it. Stuck down it lies; or dab straight down.",
        Place(mask.x_mm, mask.y_mm),
        Remedy("Stick it down, with low tack on its back", stuck),
        measure=f"{long} between what holds it",
    )


def loose_middle(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A stencil with a middle that nothing holds: cut out, it falls out."""
    for step, mask in masks_laid(plan):
        if not is_stencil(mask) or not (loose := stencil_facts(mask, *panel_size(plan)).islands):
            continue
        many = "One middle" if loose == 1 else f"{loose} middles"
        yield Finding(
            "loose-middle",
            "warn",
            step.id,
            f"{many} of the {mask.called} {'is' if loose == 1 else 'are'} held by nothing.",
            "Cut out it falls out, and the opening prints solid. A bridge holds it, or it is laid in by hand each time.",
            Place(mask.x_mm, mask.y_mm),
            partial(_bridged, plan, mask),
            measure=f"{many.lower()} without a bridge",
        )


def _bridged(plan: Plan, mask: Mask) -> Remedy | None:
    try:
        return Remedy("Bridge it", with_bridges(plan, mask)) if isinstance(mask, Drawn) else None
    except BadInput:
        return None


def ink_through_neighbour(plan: Plan, _table: Table) -> Iterator[Finding]:
    """Some openings are inked one by one with a tool wider than the gap to the next, and nothing covers that one."""
    size = panel_size(plan)
    for step, on in masks_on(plan):
        if not isinstance(step, Brush) or not isinstance(step.region, Inside) or not step.region.openings or step.region.covered:
            continue
        region, mask = step.region, plan.mask(step.region.mask)
        bare = tuple(
            o.key
            for o in openings_of(mask, *size)
            if o.key not in region.openings and not _is_covered(plan, o.shape, on - {mask.key})
        )
        everyone = tuple(o.key for o in openings_of(mask, *size))
        safe = tuple(key for key in everyone if key not in bare)  # what is covered may be gone over
        tool = TOOLS[step.tool]
        reach = reach_through_mm(mask, tuple(k for k in region.openings if k in safe), tool, *size) if bare else 0.0
        if reach <= 0 or tool.width_mm == 0:
            continue
        gap = tool.width_mm - reach
        narrow = next((t for t in ("small-brush", "dauber") if TOOLS[t].width_mm <= gap), None)
        if narrow is not None:
            remedy = Remedy(f"Take the {TOOLS[narrow].name}", replace_step(plan, replace(step, tool=narrow)))
        else:
            remedy = Remedy("Cover the neighbours", replace_step(plan, replace(step, region=replace(region, covered=True))))
        opening = next(o for o in openings_of(mask, *size) if o.key in region.openings)
        yield Finding(
            "ink-through-neighbour",
            "warn",
            step.id,
            f"The {tool.name} is {say_length(tool.width_mm, plan.units)} wide, and the next opening is {say_length(gap, plan.units)} away.",
            "Ink goes through the neighbour too, in the wrong colour.",
            Place(opening.shape.centroid.x, opening.shape.centroid.y),
            remedy,
            measure=f"it reaches {say_length(reach, plan.units)} over it",
        )


def _is_covered(plan: Plan, shape: Polygon, on: frozenset[str]) -> bool:
    covers = [inside_of(plan.mask(key), *panel_size(plan)) for key in sorted(on) if plan.mask(key).keeps == "inside"]
    covers += [shape_of_hold(hold) for hold in plan.holds]
    return any(cover.intersection(shape).area > 0.6 * shape.area for cover in covers)
