"""Checks on shapes and sizes: tape-over-openings, uneven-repeat, stencil-may-shift, ink-through-neighbour, rank-repeats,
horizon-crosses-sun, figure-floats, does-not-fit."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import combinations
from math import hypot

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Polygon, box

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.geometry.envelopes import THICKEST_MM, envelope_troubles, pile_mm
from cielo.core.geometry.holding import is_stencil, openings_under, place_tape, reach_through_mm, stencil_facts
from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.placing import centre_repeat, cut_shares, is_repeat
from cielo.core.geometry.shapes import inside_of, openings_of, shape_of_cut, shape_of_hold
from cielo.core.materials import TOOLS
from cielo.core.plan import (
    Band,
    Brush,
    Disc,
    Drawn,
    EdgeMask,
    Inside,
    LayMask,
    Mask,
    MotifMask,
    Plan,
    Stencil,
    free_key,
    masks_on,
    replace_mask,
    replace_step,
    same_sheet,
)
from cielo.core.table.table import Table, table_of
from cielo.core.units import say_length

# Opposite sides that cut their motifs this much more unequally than they could are seen to: common practice, no source.
UNEVEN = 0.12
# Two ranks whose edges rise and fall together this closely look like the same mask again: judgement, no source.
ALIKE = 0.97
# A sun cut within these shares looks as if it were setting on purpose: judgement, no source.
SETTING = (0.35, 0.65)
# A disc touched by less than this share of it is not seen to be cut: judgement, no source.
GRAZED = 0.02
# A band that fades within this is an edge; a softer one is sky: judgement, no source.
CRISP_MM = 8.0
# How far the ground may lie under or behind a foot, as a share of the figure, or in mm: judgement, no source.
BEHIND, UNDER_MM = 0.45, 4.0
STANDING = ("saguaro",)


def _size(plan: Plan) -> tuple[float, float]:
    return plan.card.panel_width_mm, plan.card.panel_height_mm


def _laid(plan: Plan) -> list[tuple[LayMask, Mask]]:
    """Each mask that is laid, with the first step that lays it."""
    first: dict[str, LayMask] = {}
    for step in plan.steps:
        if isinstance(step, LayMask):
            first.setdefault(step.mask, step)
    return [(step, plan.mask(key)) for key, step in first.items()]


# Less ink than this in an opening is none.
INKED = 0.05
# The same edge moved no further aside than this repeats, mm. Judgement.
SLIPS_MM = 8


def tape_over_openings(plan: Plan, table: Table) -> Iterator[Finding]:
    """Tape or a magnet covers openings that were to print."""
    steps = {mask.key: step for step, mask in _laid(plan)}
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
    size = _size(plan)
    for step, mask in _laid(plan):
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
        # What is registered with it moves with it.
        moved = tuple(
            replace(other, x_mm=other.x_mm + shift[0], y_mm=other.y_mm + shift[1])
            if (other.x_mm, other.y_mm, other.shape) == (mask.x_mm, mask.y_mm, mask.shape)
            else other
            for other in plan.masks
        )
        yield Finding(
            "uneven-repeat",
            "warn",
            step.id,
            f"The {mask.called} is cut unequally: its motifs lose {sides[1]:.0%} at the {sides[0]} and {sides[3]:.0%} at the {sides[2]}.",
            "A repeat looks placed when opposite sides cut it alike, and slipped when they do not.",
            Place(0.0 if sides[1] > sides[3] else size[0], size[1] / 2),
            Remedy(f"Move it {_say_shift(shift, plan)}", replace(plan, masks=moved)),
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
    for step, mask in _laid(plan):
        if not is_stencil(mask) or mask.key in held:
            continue
        facts = stencil_facts(mask, *_size(plan))
        if facts.lies_still:
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


def ink_through_neighbour(plan: Plan, _table: Table) -> Iterator[Finding]:
    """Some openings are inked one by one with a tool wider than the gap to the next, and nothing covers that one."""
    size = _size(plan)
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
    covers = [inside_of(plan.mask(key), *_size(plan)) for key in sorted(on) if plan.mask(key).keeps == "inside"]
    covers += [shape_of_hold(hold) for hold in plan.holds]
    return any(cover.intersection(shape).area > 0.6 * shape.area for cover in covers)


def rank_repeats(plan: Plan, _table: Table) -> Iterator[Finding]:
    """The same mask in nearly the same place twice: ranks whose edges run alike, or one shape a little beside itself."""
    for (_, first), (step, second) in combinations(_laid(plan), 2):
        if first.keeps != second.keeps:
            continue
        if isinstance(first, EdgeMask) and isinstance(second, EdgeMask):
            alike = _edges_alike(plan, first, second)
            if alike is None:
                continue
            turned = replace(second, flipped=not second.flipped, x_mm=second.x_mm + _size(plan)[0] / 5)
            message = f"The {second.called} rises and falls as the {first.called} does."
            why = "Ranks that repeat look cut by the same mask; turned over and shifted they look like land."
            remedy: Remedy | None = Remedy("Turn it over and shift it", replace_mask(plan, turned))
            measure = f"the two edges agree to {alike:.0%}"
        elif _same_shape(first, second):
            apart = hypot(first.x_mm - second.x_mm, first.y_mm - second.y_mm)
            across = _across(first)
            if not 0.4 < apart < 0.12 * across:
                continue
            message = f"The {second.called} lies {say_length(apart, plan.units)} beside the {first.called}, the same shape."
            why = "So small a shift looks like a slip of the hand."
            remedy = Remedy(
                "Lay it in exactly the same place", replace_mask(plan, replace(second, x_mm=first.x_mm, y_mm=first.y_mm))
            )
            measure = f"{apart:.1f} mm apart"
        else:
            continue
        yield Finding("rank-repeats", "warn", step.id, message, why, Place(second.x_mm, second.y_mm), remedy, measure)


def _edges_alike(plan: Plan, first: EdgeMask, second: EdgeMask) -> float | None:
    """How closely two edges rise and fall together across the panel, 0..1; None where they do not, or are the same edge or straight."""
    if "straight" in (first.profile, second.profile):
        return None
    width, height = _size(plan)
    xs = np.linspace(0, width, 60)
    lines = [_heights(outlines_mm(mask, width, height)[0], xs) for mask in (first, second)]
    if lines[0] is None or lines[1] is None or np.abs(lines[0] - lines[1]).mean() < 0.3:
        return None
    if min(np.std(lines[0]), np.std(lines[1])) < 0.5:
        return None
    if _slipped(first, second):
        return 1.0
    alike = float(np.corrcoef(lines[0], lines[1])[0, 1])
    return alike if alike > ALIKE else None


def _slipped(first: EdgeMask, second: EdgeMask) -> bool:
    """Whether the same edge lies again, not turned or turned over, so little aside that the eye takes it for the same line."""
    turned = first.flipped != second.flipped or first.angle_deg != second.angle_deg
    return same_sheet(first, second) and not turned and abs(first.x_mm - second.x_mm) <= SLIPS_MM


def _heights(line: NDArray[np.float64], xs: NDArray[np.float64]) -> NDArray[np.float64] | None:
    """y of a line at places across, where it runs across the panel."""
    forward = line if line[-1, 0] > line[0, 0] else line[::-1]
    if np.any(np.diff(forward[:, 0]) <= 0):
        return None
    return np.interp(xs, forward[:, 0], forward[:, 1])


def _same_shape(first: Mask, second: Mask) -> bool:
    if not isinstance(first, Disc | MotifMask | Drawn | Stencil) or isinstance(first, EdgeMask):
        return False
    placed = {"key": "", "name": "", "x_mm": 0.0, "y_mm": 0.0}
    return type(first) is type(second) and replace(first, **placed) == replace(second, **placed)  # type: ignore[arg-type]


def _across(mask: Mask) -> float:
    match mask:
        case Disc():
            return mask.diameter_mm
        case MotifMask():
            return mask.size_mm
        case Stencil():
            return mask.pitch_mm
        case Drawn():
            points = np.array([point for ring in mask.rings for point in ring]) * mask.scale
            return float(max(np.ptp(points, axis=0)))
        case _:
            return 0.0


def horizon_crosses_sun(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A hill or horizon edge crosses a disc, and not as if it were setting."""
    size = _size(plan)
    panel = box(0, 0, *size)
    discs = [(step, mask) for step, mask in _laid(plan) if isinstance(mask, Disc) and mask.keeps == "inside"]
    for _, disc in discs:
        sun = inside_of(disc, *size).intersection(panel)
        for step_id, name, land in _lands(plan):
            cut = sun.intersection(land).area / sun.area if sun.area else 0.0
            cut = min(cut, 1 - cut) if cut > SETTING[1] else cut
            if not GRAZED < cut < SETTING[0]:
                continue
            lift = disc.y_mm + disc.diameter_mm / 2 - land.intersection(_column(disc, size)).bounds[1] + 3.0
            clear = replace(disc, y_mm=round(disc.y_mm - lift, 1))
            room = clear.y_mm - clear.diameter_mm / 2 > -1
            moved = tuple(
                replace(mask, x_mm=clear.x_mm, y_mm=clear.y_mm)
                if isinstance(mask, Disc) and (mask.x_mm, mask.y_mm) == (disc.x_mm, disc.y_mm)
                else mask
                for mask in plan.masks
            )
            yield Finding(
                "horizon-crosses-sun",
                "warn",
                step_id,
                f"{name} crosses the {disc.name}, and cuts {cut:.0%} of it.",
                "A sliver cut off a disc looks like a slip; clear of it, or half of it gone, looks meant.",
                Place(disc.x_mm, disc.y_mm + disc.diameter_mm / 2),
                Remedy(f"Raise the {disc.name} clear of it", replace(plan, masks=moved)) if room else None,
                measure=f"{cut:.0%} of the disc",
            )
            break


def _column(disc: Disc, size: tuple[float, float]) -> Polygon:
    return box(disc.x_mm - disc.diameter_mm / 2, 0, disc.x_mm + disc.diameter_mm / 2, size[1])


def _lands(plan: Plan) -> Iterator[tuple[str, str, Polygon]]:
    """What lies below each edge that runs across: of masks, and of bands that end crisply."""
    size = _size(plan)
    for step, mask in _laid(plan):
        if isinstance(mask, EdgeMask) and abs((mask.angle_deg + 90) % 180 - 90) < 35:
            inside = inside_of(replace(mask, keeps="inside"), *size)
            upside_down = abs((mask.angle_deg + 180) % 360 - 180) > 90
            land = box(0, 0, *size).difference(inside) if upside_down else inside
            yield step.id, f"The edge of the {mask.called}", land
    for brush in plan.steps:
        if not isinstance(brush, Brush) or not isinstance(brush.region, Band):
            continue
        band = brush.region
        if band.edge == "bottom" and band.start_mm == 0 and band.carry_mm < CRISP_MM and band.end_mm < size[1] - 1:
            yield brush.id, f"The edge of {plan.ink(brush.ink).name}", box(0, size[1] - band.end_mm - band.carry_mm / 2, *size)


def figure_floats(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A standing figure with no ground under it."""
    for step, mask in _laid(plan):
        if isinstance(mask, MotifMask) and mask.motif in STANDING and mask.keeps == "outside" and abs(mask.angle_deg) < 20:
            foot, height = mask.y_mm + mask.size_mm / 2, mask.size_mm
            if not _has_ground(plan, mask.x_mm, foot, height):
                lower = plan.card.panel_height_mm + 2 - foot
                moved = tuple(
                    replace(other, y_mm=round(other.y_mm + lower, 1))
                    if isinstance(other, MotifMask)
                    and (other.motif, other.x_mm, other.y_mm) == (mask.motif, mask.x_mm, mask.y_mm)
                    else other
                    for other in plan.masks
                )
                yield _floats(plan, step.id, mask.name, mask.x_mm, foot, replace(plan, masks=moved))
    last = plan.steps[-1].id if plan.steps else None
    for piece in plan.focal:
        foot = piece.y_mm + piece.height_mm / 2
        if piece.stands and not _has_ground(plan, piece.x_mm, foot, piece.height_mm):
            lowered = replace(piece, y_mm=round(piece.y_mm + plan.card.panel_height_mm + 2 - foot, 1))
            focal = tuple(lowered if other.key == piece.key else other for other in plan.focal)
            yield _floats(plan, last, piece.name, piece.x_mm, foot, replace(plan, focal=focal))


def _floats(plan: Plan, step: str | None, name: str, x_mm: float, foot_mm: float, grounded: Plan) -> Finding:
    return Finding(
        "figure-floats",
        "warn",
        step,
        f"The {name} stands on nothing.",
        "A standing figure wants a hill, a floor or the panel's edge under its foot; hung over the edge and trimmed flush it does not float.",
        Place(x_mm, min(foot_mm, plan.card.panel_height_mm)),
        Remedy("Let it run off the bottom edge", grounded),
    )


def _has_ground(plan: Plan, x_mm: float, foot_mm: float, height_mm: float) -> bool:
    height = plan.card.panel_height_mm
    if foot_mm >= height - 1.5:
        return True
    column = LineString([(x_mm, -height), (x_mm, 2 * height)])
    for _, _, land in _lands(plan):
        top = land.intersection(column)
        if not top.is_empty and foot_mm - BEHIND * height_mm <= top.bounds[1] <= foot_mm + UNDER_MM:
            return True
    return False


def does_not_fit(plan: Plan, _table: Table) -> Iterator[Finding]:
    """Panel, pieces, pile and envelope that do not go together."""
    for trouble in envelope_troubles(plan):
        card = plan.card
        remedy = None
        flat = replace(plan, card=replace(card, raised_mm=0.0))
        folded = replace(plan, card=replace(card, envelope="folded"))
        if pile_mm(plan) > THICKEST_MM and pile_mm(flat) <= THICKEST_MM:
            remedy = Remedy("Mount the panel flat", flat)
        elif card.envelope != "folded" and pile_mm(plan) <= THICKEST_MM:
            remedy = Remedy("Fold an envelope to measure", folded)
        why = "A card that is forced into its envelope creases, or the flap springs open in the post."
        yield Finding(
            "does-not-fit", "warn", None, trouble, why, cure=remedy, measure=f"the pile is {pile_mm(plan):.1f} mm thick"
        )
    panel = box(0, 0, *_size(plan))
    for cut in plan.cuts:
        shape = shape_of_cut(cut)
        reach = shape.buffer(cut.rim_mm) if cut.use == "frame" else shape
        if panel.buffer(0.1).contains(reach) or cut.use in ("strip", "sentiment"):
            continue
        yield Finding(
            "does-not-fit",
            "warn",
            None,
            f"The {cut.name} reaches over the panel's edge.",
            "Cut there, the panel falls in two, or the frame hangs over.",
            Place(cut.x_mm, cut.y_mm),
            Remedy("Move it inside", _moved_inside(plan, cut.key)),
        )


def _moved_inside(plan: Plan, key: str) -> Plan:
    """The plan with a cut moved, and where it must made smaller, to lie on the panel."""
    width, height = _size(plan)
    cut = next(cut for cut in plan.cuts if cut.key == key)
    left, top, right, bottom = shape_of_cut(cut).buffer(cut.rim_mm if cut.use == "frame" else 0.0).bounds
    fit = min(1.0, (width - 2) / (right - left), (height - 2) / (bottom - top))
    half = ((right - left) * fit / 2 + 1, (bottom - top) * fit / 2 + 1)
    moved = replace(
        cut,
        x_mm=round(min(max(cut.x_mm, half[0]), width - half[0]), 2),
        y_mm=round(min(max(cut.y_mm, half[1]), height - half[1]), 2),
        width_mm=cut.width_mm * fit,
        height_mm=cut.height_mm * fit,
        rim_mm=cut.rim_mm * fit,
    )
    return replace(plan, cuts=tuple(moved if other.key == key else other for other in plan.cuts))
