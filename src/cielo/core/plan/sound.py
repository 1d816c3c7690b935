"""What cannot be a plan is refused here, naming the field."""

import numpy as np

from cielo.core.bounds import ensure_within
from cielo.core.materials import TOOLS, WATER_TOOLS
from cielo.core.plan.beside import plan_of_piece
from cielo.core.plan.pieces import Piece
from cielo.core.plan.placements import LEAST_PITCH_MM, MOST_OFFSET_MM, MOST_POINTS, MOST_RINGS, Disc, Drawn, MotifMask
from cielo.core.plan.prints import MOST_PRINT_POINTS, InPrint, Motifs, OwnImage, Print, Words
from cielo.core.plan.regions import Band, Halo, Inside, Pressed, Slant, WetArea, span_mm
from cielo.core.plan.steps import Brush, LayMask, LiftMask, Prepare, PutOn, Step, Water, Wipe
from cielo.core.plan.whole import Plan, last_water
from cielo.core.units import Units, say_length
from cielo.errors import BadInput

# A panel and a strip beside it are no narrower.
NARROWEST_PANEL_MM, NARROWEST_STRIP_MM = 10.0, 2.0
# A sheet that can be cut and laid; ink worked over all steps together; letters printed in all. More is no card.
LARGEST_SHEET_MM, MOST_WORKED_CM2, MOST_LETTERS = 600.0, 60_000.0, 400


def ensure_sound(plan: Plan, *, beside: bool = False) -> None:
    """Raise BadInput, naming the field, when the parts of a plan do not refer to each other or do not fit. ``beside``: it is a piece made
    beside the panel, which may be a narrow strip.

    What is merely unwise is not refused here: that is for advice.
    """
    ensure_within(plan, plan.units)
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    if min(width, height) < (NARROWEST_STRIP_MM if beside else NARROWEST_PANEL_MM):
        raise BadInput(
            f"the reveals leave a panel of {say_length(width, plan.units)} by {say_length(height, plan.units)}.",
            field="card.reveals",
            mend="Make the strip wider."
            if beside
            else "Make the reveals smaller or the card larger; a panel is at least 1 cm each way.",
        )
    _ensure_distinct("inks", [ink.key for ink in plan.inks])
    _ensure_distinct("masks", [mask.key for mask in plan.masks])
    _ensure_distinct("steps", [step.id for step in plan.steps])
    _ensure_masks_sound(plan)
    _ensure_distinct("holds", [hold.key for hold in plan.holds])
    _ensure_distinct("cuts", [cut.key for cut in plan.cuts])
    for i, cut in enumerate(plan.cuts):
        _ensure_image_sound(cut.outline, f"cuts[{i}].outline")
    for i, hold in enumerate(plan.holds):
        _ensure_known("mask", hold.mask, [mask.key for mask in plan.masks], f"holds[{i}].mask")
    _ensure_distinct("focal", [piece.key for piece in plan.focal])
    for i, piece in enumerate(plan.focal):
        if piece.ink is not None:
            _ensure_known("ink", piece.ink, [ink.key for ink in plan.inks], f"focal[{i}].ink")
    for i, step in enumerate(plan.steps):
        _ensure_step_sound(plan, step, f"steps[{i}]")
    _ensure_workable(plan)
    _ensure_pieces_sound(plan)
    parts: list[tuple[Plan | Piece, str]] = [(plan, ""), *((piece, f"pieces[{i}].") for i, piece in enumerate(plan.pieces))]
    for part, at in parts:
        steps = [step.id for step in part.steps]
        for i, wish in enumerate(part.wishes):
            for end in ("first", "then"):
                _ensure_known("step", getattr(wish, end), steps, f"{at}wishes[{i}].{end}")


def _ensure_masks_sound(plan: Plan) -> None:
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    for i, mask in enumerate(plan.masks):
        if isinstance(mask, Drawn):
            _ensure_drawing_sound(mask, f"masks[{i}]", plan.units)
        if not isinstance(mask, Disc | MotifMask):
            continue
        radius = (mask.diameter_mm if isinstance(mask, Disc) else mask.size_mm) / 2
        if not (-radius < mask.x_mm < width + radius and -radius < mask.y_mm < height + radius):
            raise BadInput(
                f"the {mask.called} lies off the panel.",
                field=f"masks[{i}]",
                mend=f"Put its centre within {say_length(width, plan.units)} by {say_length(height, plan.units)}.",
            )


def _ensure_workable(plan: Plan) -> None:
    """More than anyone makes, and more than can be drawn while she waits, is refused."""
    inked = sum(isinstance(step, Brush | Water) for step in plan.steps)
    area_cm2 = plan.card.panel_width_mm * plan.card.panel_height_mm / 100
    if inked * area_cm2 > MOST_WORKED_CM2:
        raise BadInput(
            f"{inked} steps of ink or water on a panel of {area_cm2:.0f} cm2 are more than Cielo draws.",
            field="steps",
            mend=f"Take {int(MOST_WORKED_CM2 / area_cm2)} or fewer, or a smaller card.",
        )
    letters = sum(len(step.region.text) for step in plan.steps if isinstance(step, Brush) and isinstance(step.region, Words))
    if letters > MOST_LETTERS:
        raise BadInput(
            f"the plan prints {letters} letters.", field="steps", mend=f"Cielo draws {MOST_LETTERS} on a card: shorten the words."
        )


def _ensure_pieces_sound(plan: Plan) -> None:
    _ensure_distinct("pieces", [piece.key for piece in plan.pieces])
    for i, beside in enumerate(plan.pieces):
        _ensure_image_sound(beside.outline, f"pieces[{i}].outline")
        _ensure_piece_sound(plan, beside, f"pieces[{i}]")
    for belongs in ("base", "inside", "back", "envelope"):
        if sum(piece.belongs == belongs for piece in plan.pieces) > 1:
            raise BadInput(f"the card has one {belongs} alone.", field="pieces", mend=f"Work on the {belongs} that is there.")


def _ensure_piece_sound(plan: Plan, piece: Piece, field: str) -> None:
    try:
        ensure_sound(plan_of_piece(plan, piece.key), beside=True)
    except BadInput as error:
        raise BadInput(error.reason, field=f"{field}.{error.field}", mend=error.mend) from error


def _ensure_drawing_sound(mask: Drawn, field: str, units: Units) -> None:
    points = sum(len(ring) for ring in mask.rings)
    if not 1 <= len(mask.rings) <= MOST_RINGS or points > MOST_POINTS or any(len(ring) < 3 for ring in mask.rings):
        raise BadInput(
            f"the drawing has {len(mask.rings)} outlines of {points} points.",
            field=f"{field}.rings",
            mend=f"Cielo takes 1 to {MOST_RINGS} outlines, of three points each or more, {MOST_POINTS} in all.",
        )
    if any(abs(value) > MOST_OFFSET_MM for ring in mask.rings for point in ring for value in point):
        raise BadInput(
            f"the drawing reaches further than {say_length(MOST_OFFSET_MM, units)} from its middle.",
            field=f"{field}.rings",
            mend="Draw it smaller.",
        )
    across, down = (np.ptp([point[axis] for ring in mask.rings for point in ring]) * mask.scale for axis in range(2))
    if max(across, down) > LARGEST_SHEET_MM:
        raise BadInput(
            f"the {mask.called} is {say_length(float(across), units)} by {say_length(float(down), units)}.",
            field=f"{field}.scale",
            mend=f"Make it smaller: a sheet is at most {say_length(LARGEST_SHEET_MM, units)}.",
        )
    if 0 < mask.pitch_mm < LEAST_PITCH_MM:
        raise BadInput(
            f"a repeat closer than {say_length(LEAST_PITCH_MM, units)} cannot be cut.",
            field=f"{field}.pitch_mm",
            mend="Set its motifs further apart, or lay it once.",
        )


def _ensure_step_sound(plan: Plan, step: Step, field: str) -> None:
    masks = [mask.key for mask in plan.masks]
    match step:
        case LayMask() | LiftMask() | Wipe():
            _ensure_known("mask", step.mask, masks, f"{field}.mask")
        case Brush():
            _ensure_known("ink", step.ink, [ink.key for ink in plan.inks], f"{field}.ink")
            _ensure_known("tool", step.tool, list(TOOLS), f"{field}.tool")
            _ensure_region_sound(plan, step, f"{field}.region")
        case Water():
            _ensure_known("tool", step.tool, list(WATER_TOOLS), f"{field}.tool")
            _ensure_region_sound(plan, step, f"{field}.region")
        case PutOn():
            _ensure_known("piece", step.piece, [p.key for p in plan.pieces if p.belongs == "panel"], f"{field}.piece")
        case Prepare():
            if step.tool is not None or step.act == "clean-tool":
                _ensure_known("tool", step.tool or "", list(TOOLS), f"{field}.tool")


def _ensure_region_sound(plan: Plan, step: Brush | Water, field: str) -> None:
    region = step.region
    if isinstance(region, Halo | Inside | Pressed):
        _ensure_known("mask", region.mask, [mask.key for mask in plan.masks], f"{field}.mask")
    if isinstance(region, InPrint):
        printing = next((s for s in plan.steps if s.id == region.step), None)
        if not isinstance(printing, Brush) or not isinstance(printing.region, Print | Motifs | Words):
            raise BadInput(
                "the prints it goes into are not printed by any step.",
                field=f"{field}.step",
                mend="Choose a step that stamps or draws, or take this step out too.",
            )
    if isinstance(region, Words) and not region.text.strip():
        raise BadInput("there are no words.", field=f"{field}.text", mend="Write some.")
    if isinstance(region, Print):
        _ensure_image_sound(region.image, f"{field}.image")
    if isinstance(region, WetArea) and last_water(plan, step) is None:
        raise BadInput("no water comes before this step.", field=field, mend="Set a step of water before it.")
    if isinstance(region, Band | Slant):
        if region.end_mm < region.start_mm:
            raise BadInput(
                "the band ends before it starts.",
                field=f"{field}.end_mm",
                mend=f"Let it end at {say_length(region.start_mm, plan.units)} or further.",
            )
        span = span_mm(plan.card, region)
        if region.start_mm - region.lead_in_mm >= span:
            raise BadInput(
                f"the band starts beyond the panel, which is {say_length(span, plan.units)} that way.",
                field=f"{field}.start_mm",
                mend="Start it nearer to where it is measured from.",
            )


def _ensure_image_sound(image: object, field: str) -> None:
    """An image of the maker's own has no more points than can be drawn while she waits."""
    points = sum(len(ring) for ring in image.rings) if isinstance(image, OwnImage) else 0
    if points > MOST_PRINT_POINTS:
        raise BadInput(
            f"the image has {points} points; Cielo takes up to {MOST_PRINT_POINTS}.",
            field=f"{field}.rings",
            mend="Draw it with fewer points.",
        )


def _ensure_known(what: str, key: str, known: list[str], field: str) -> None:
    if key not in known:
        raise BadInput(f"the plan has no {what} {key!r}.", field=field, mend=f"It has: {', '.join(known) or 'none'}.")


def _ensure_distinct(field: str, keys: list[str]) -> None:
    twice = sorted({key for key in keys if keys.count(key) > 1})
    if twice:
        raise BadInput(f"{twice[0]!r} stands there twice.", field=field, mend="Give each its own.")
