"""Checks on the card put together: piece-covers, hangs-over, upside-down, cut-through, out-of-register, falls-on-piece.

All go through the one list of what is seen (``seen``), on whatever part it is.
"""

from collections.abc import Iterator
from dataclasses import replace
from itertools import combinations
from math import hypot

from shapely import affinity, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.advice.finding import Finding, Place
from cielo.core.advice.looking import brushings, moved_before, offered, panel_size, strongest, with_step
from cielo.core.advice.seen import Seen, front_of_card, on_top, put_on_step, seen_on_card
from cielo.core.geometry.printing import moved, shape_at
from cielo.core.geometry.shapes import shape_of_cut
from cielo.core.plan import (
    Brush,
    Cut,
    Piece,
    Plan,
    Print,
    PutOn,
    Words,
    piece_of,
    plan_of_piece,
    put_on_in_turn,
    with_piece,
)
from cielo.core.plan.beside import OUTLINE
from cielo.core.table.marks import is_figure, is_laid_under
from cielo.core.table.table import Table
from cielo.core.units import say_fine, say_length

# Of words so much hidden or cut is the end of a letter; a single figure is spoilt where so much is hidden, and where more than this is gone
# it was the ground under a piece. A figure that is printed more often than so is a ground. Judgement.
A_LETTER, SPOILT, GONE, SINGLE = 0.004, 0.35, 0.97, 3
# Less than this beyond the front of the card is a hair of the knife, mm.
A_HAIR_MM = 0.6
# Turned further than this from upright, what has a top and a bottom stands on its head. Judgement.
ON_ITS_HEAD_DEG = 120.0
# A print of the same image that lies further off than the first of these and nearer than the second was to meet the other, mm. Judgement.
IN_REGISTER_MM, WAS_MEANT_MM = 0.4, 8.0
CLEAR_MM = 2.0


def piece_covers(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A piece lies over words, or over so much of a figure or of another piece that it is spoilt."""
    for thing, over in on_top(plan):
        lies = over.shape
        hidden = thing.shape.intersection(lies).area / max(thing.shape.area, 1e-9)
        piece = piece_of(plan, over.part)
        if _spoils(plan, thing, piece, hidden):
            what = thing.name if thing.kind == "words" else f"the {thing.name}"
            middle = thing.shape.intersection(lies).centroid
            yield Finding(
                "piece-covers",
                "warn",
                put_on_step(plan, piece.key),
                f"The {piece.name} lies over {what}.",
                "What is put on hides what lies under it. What is to be read or looked at needs a place that stays free.",
                Place(middle.x, middle.y),
                offered(_clear_of(plan, piece, lies, thing)),
                measure=f"{hidden:.0%} of it is hidden",
            )


def _spoils(plan: Plan, thing: Seen, piece: Piece, hidden: float) -> bool:
    """Whether a thing of which so much is hidden by a piece is lost. Pieces lie over each other on purpose, and what is cut from a second
    print lies on the first."""
    if thing.kind == "words":
        return hidden >= A_LETTER
    if thing.kind == "piece":
        return hidden > GONE
    if not SPOILT <= hidden <= GONE:
        return False
    part = plan_of_piece(plan, thing.part) if thing.part else plan
    made_by = [step for step in brushings(part) if step.id in thing.steps]
    often = max((len(step.region.places) if isinstance(step.region, Print) else SINGLE + 1 for step in made_by), default=0)
    in_register = {step.region for step in brushings(plan_of_piece(plan, piece.key))} & {step.region for step in made_by}
    return often <= SINGLE and not in_register


def _clear_of(plan: Plan, piece: Piece, lies: BaseGeometry, thing: Seen) -> Iterator[tuple[str, Plan]]:
    """The piece moved off a thing the shortest ways, or the thing moved from under it."""
    left, top, right, bottom = thing.shape.bounds
    west, north, east, south = lies.bounds
    shifts = [
        (0.0, top - CLEAR_MM - south),
        (0.0, bottom + CLEAR_MM - north),
        (left - CLEAR_MM - east, 0.0),
        (right + CLEAR_MM - west, 0.0),
    ]
    front = front_of_card(plan).buffer(0.1)
    for across, down in sorted(shifts, key=lambda shift: abs(shift[0]) + abs(shift[1])):
        if front.contains(affinity.translate(lies, across, down)) or not front.contains(lies):
            there = replace(piece, x_mm=round(piece.x_mm + across, 1), y_mm=round(piece.y_mm + down, 1))
            yield f"Put the {piece.name} clear of it", with_piece(plan, there)
    step = next((s for s in plan.steps if s.id in thing.steps), None) if not thing.part else None
    if isinstance(step, Brush) and isinstance(step.region, Words):
        for across, down in sorted(((-a, -d) for a, d in shifts), key=lambda shift: abs(shift[0]) + abs(shift[1])):
            yield "Move the words clear of it", with_step(plan, step, region=moved(step.region, round(across, 1), round(down, 1)))
    size = min(piece.width_mm, piece.height_mm)
    if size > 20:
        smaller = replace(piece, width_mm=round(piece.width_mm * 0.7, 1), height_mm=round(piece.height_mm * 0.7, 1))
        yield f"Cut the {piece.name} smaller", with_piece(plan, smaller)


def hangs_over(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A piece reaches beyond the card and is not trimmed flush."""
    front = front_of_card(plan)
    for thing in (one for one in seen_on_card(plan) if one.kind == "piece"):
        beyond = thing.shape.difference(front.buffer(A_HAIR_MM))
        if beyond.is_empty:
            continue
        piece = piece_of(plan, thing.part)
        west, north, east, south = thing.shape.bounds
        left, top, right, bottom = front.bounds
        across = max(0.0, left - west) - max(0.0, east - right)
        down = max(0.0, top - north) - max(0.0, south - bottom)
        far = max(left - west, east - right, top - north, south - bottom)
        within = replace(piece, x_mm=round(piece.x_mm + across, 1), y_mm=round(piece.y_mm + down, 1))
        yield Finding(
            "hangs-over",
            "warn",
            put_on_step(plan, piece.key),
            f"The {piece.name} reaches {say_length(far, plan.units)} beyond the card, and is not trimmed.",
            "What stands out over the edge bends in the envelope and catches. Trim it flush, or put it on within the edge.",
            Place(beyond.centroid.x, beyond.centroid.y),
            offered(
                [
                    ("Trim it flush", with_piece(plan, replace(piece, flush=True))),
                    ("Put it on within the edge", with_piece(plan, within)),
                ]
            ),
            measure=f"{say_length(far, plan.units)} beyond the edge",
        )


def upside_down(plan: Plan, _table: Table) -> Iterator[Finding]:
    """Words, or a figure with a top and a bottom, stand on their head when the card is put together."""
    told: set[tuple[str, str]] = set()
    for thing in seen_on_card(plan):
        turned = abs((thing.turned_deg + plan.card.turned_deg + 180) % 360 - 180)
        if not thing.directed or turned < ON_ITS_HEAD_DEG or (thing.part, thing.name) in told:
            continue
        told.add((thing.part, thing.name))
        what = thing.name if thing.kind == "words" else f"The {thing.name}"
        yield Finding(
            "upside-down",
            "warn",
            put_on_step(plan, thing.part) if thing.part else thing.steps[0],
            f"{what} {'are' if thing.kind == 'words' else 'is'} upside down on the finished card.",
            "What has a top and a bottom is read and seen as the card stands.",
            Place(thing.shape.centroid.x, thing.shape.centroid.y),
            offered(_upright(plan, thing)),
            measure=f"turned by {turned:.0f}°",
        )


def _upright(plan: Plan, thing: Seen) -> Iterator[tuple[str, Plan]]:
    """Whatever turns a thing over, turned back."""
    if thing.part:
        piece = piece_of(plan, thing.part)
        yield f"Turn the {piece.name} round", with_piece(plan, replace(piece, angle_deg=_round(piece.angle_deg)))
    if plan.card.turned_deg == 180:
        yield "Mount the panel as it is", replace(plan, card=replace(plan.card, turned_deg=0))
    step = next((s for s in plan.steps if not thing.part and s.id in thing.steps), None)
    if isinstance(step, Brush) and isinstance(step.region, Words):
        region = replace(step.region, angle_deg=_round(step.region.angle_deg))
        yield "Print them the other way up", with_step(plan, step, region=region)
    elif isinstance(step, Brush) and isinstance(step.region, Print):
        at = step.region.places[thing.place]
        there = replace(at, angle_deg=_round(at.angle_deg))
        places = (*step.region.places[: thing.place], there, *step.region.places[thing.place + 1 :])
        yield "Print it the other way up", with_step(plan, step, region=replace(step.region, places=places))


def _round(angle_deg: float) -> float:
    return round((angle_deg + 360) % 360 - 180, 1)


def cut_through(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A cut goes through words, through a figure that is to stay whole, or through another cut; or a window takes them out."""
    things = [thing for thing in seen_on_card(replace(plan, pieces=())) if thing.kind != "piece"]
    out = [cut for cut in plan.cuts if cut.use in ("window", "spotlight", "frame") and cut.key != OUTLINE]
    for one, other in combinations(out, 2):
        if one.use == other.use and _cross(shape_of_cut(one), shape_of_cut(other)):
            yield _through(plan, other, f"the {one.name}", shape_of_cut(one))
    for cut in out:
        for thing in things:
            # A spotlight is cut through the figures of its ground on purpose; words are lost by it.
            hole = shape_of_cut(cut)
            lost = cut.use == "window" and hole.contains(thing.shape)
            if lost or ((cut.use != "spotlight" or thing.kind == "words") and _cross(hole, thing.shape)):
                yield _through(plan, cut, thing.name if thing.kind == "words" else f"the {thing.name}", thing.shape)


def _cross(hole: BaseGeometry, shape: BaseGeometry) -> bool:
    """Whether the line of a cut parts a shape: some of it lies within, and some without."""
    within = float(hole.intersection(shape).area / max(shape.area, 1e-9))
    return 2 * A_LETTER < within < 1 - 2 * A_LETTER


def _off(plan: Plan, cut: Cut, shape: BaseGeometry) -> Iterator[tuple[str, Plan]]:
    """The cut moved off a shape the shortest ways, where it still lies on its part."""
    left, top, right, bottom = shape.bounds
    west, north, east, south = shape_of_cut(cut).bounds
    width, height = panel_size(plan)
    shifts = [
        (0.0, top - CLEAR_MM - south),
        (0.0, bottom + CLEAR_MM - north),
        (left - CLEAR_MM - east, 0.0),
        (right + CLEAR_MM - west, 0.0),
    ]
    for across, down in sorted(shifts, key=lambda shift: abs(shift[0]) + abs(shift[1])):
        if west + across >= 0 and east + across <= width and north + down >= 0 and south + down <= height:
            there = replace(cut, x_mm=round(cut.x_mm + across, 1), y_mm=round(cut.y_mm + down, 1))
            yield f"Move the {cut.name} off it", replace(plan, cuts=tuple(there if c.key == cut.key else c for c in plan.cuts))


def _through(plan: Plan, cut: Cut, what: str, shape: BaseGeometry) -> Finding:
    at = shape.intersection(shape_of_cut(cut)).centroid
    return Finding(
        "cut-through",
        "warn",
        None,
        f"The {cut.name} is cut through {what}.",
        "A knife goes round what is to stay whole, or takes all of it.",
        Place(at.x, at.y),
        offered(_off(plan, cut, shape)),
    )


def out_of_register(plan: Plan, _table: Table) -> Iterator[Finding]:
    """What is cut from a second print lies a little beside the same image on the panel."""
    prints = _prints(plan)
    for piece in put_on_in_turn(plan):
        if piece.used != "cuts" or not piece.cuts:
            continue
        own = plan_of_piece(plan, piece.key)
        aside = _aside(prints, _prints(own), piece)
        if aside is None or not IN_REGISTER_MM < hypot(*aside) < WAS_MEANT_MM:
            continue
        there = replace(piece, x_mm=round(piece.x_mm + aside[0], 1), y_mm=round(piece.y_mm + aside[1], 1))
        taken = union_all([shape_of_cut(cut) for cut in piece.cuts])
        yield Finding(
            "out-of-register",
            "warn",
            put_on_step(plan, piece.key),
            f"What is cut from the {piece.name} comes {say_fine(hypot(*aside), plan.units)} beside the same print on the panel.",
            "Put on in register it carries the picture on; a little beside it every line is broken at the cut.",
            Place(piece.x_mm - piece.width_mm / 2 + taken.centroid.x, piece.y_mm - piece.height_mm / 2 + taken.centroid.y),
            offered([("Put it on in register", with_piece(plan, there))]),
            measure=f"{say_fine(hypot(*aside), plan.units)} beside it",
        )


Placed = tuple[object, float, float]


def _prints(plan: Plan) -> list[Placed]:
    """Every print of a part: the image, and its middle on the part, mm."""
    found: list[Placed] = []
    for step in brushings(plan):
        if isinstance(step.region, Print) and is_figure(step):
            for at in step.region.places:
                middle = shape_at(step.region, at).centroid
                found.append(((step.region.image, at.size_mm or step.region.size_mm), middle.x, middle.y))
    return found


def _aside(below: list[Placed], own: list[Placed], piece: Piece) -> tuple[float, float] | None:
    """How far the prints of a piece would have to be moved to lie on the same images of the panel, mm; None where there are none."""
    shifts = [
        (x - (px - piece.width_mm / 2 + piece.x_mm), y - (py - piece.height_mm / 2 + piece.y_mm))
        for image, px, py in own
        for other, x, y in below
        if image == other
    ]
    return min(shifts, key=lambda shift: hypot(*shift), default=None)


def falls_on_piece(plan: Plan, table: Table) -> Iterator[Finding]:
    """Ground, powder or water comes over a piece that is already on."""
    for step in plan.steps:
        if not isinstance(step, Brush) and step.do != "water":
            continue
        if not is_laid_under(plan, step):
            continue
        for key in table.before(step).put_on:
            put_on = next(s for s in plan.steps if isinstance(s, PutOn) and s.piece == key)
            if not table.meet(step.id, put_on.id):
                continue
            name = piece_of(plan, key).name
            what = f"{plan.ink(step.ink).name} goes" if isinstance(step, Brush) else "Water goes"
            yield Finding(
                "falls-on-piece",
                "warn",
                step.id,
                f"{what} over the {name}, which is already on.",
                "Round a piece that is on nothing can be blended: its edge stops the brush, and it is inked too. Put it on last.",
                strongest(table, table.maps[put_on.id]),
                offered([("Do it before the piece is put on", moved_before(table, step, put_on))]),
            )
