"""Checks on words and figures that are hard to see: focal-lost. It gives its number."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from cielo.core.advice.finding import Finding, Place
from cielo.core.advice.looking import NO_STAMP_INK, brushings, offered, panel_size, with_step
from cielo.core.advice.seen import made_together
from cielo.core.geometry.printing import called_prints, print_shape, with_own_mask
from cielo.core.plan import (
    Brush,
    Focal,
    Motifs,
    Plan,
    Print,
    Words,
)
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.contrast import LOST, READABLE, FocalReading, read_focal, read_prints
from cielo.core.table.marks import embosses, is_figure
from cielo.core.table.table import Table


def focal_lost(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A sentiment or a print too near the ground behind it."""
    last = plan.steps[-1].id if plan.steps else None
    for piece in plan.focal:
        if piece.kind != "sentiment" or not piece.ink:
            continue
        reading = read_focal(plan, piece)
        if not reading.fine:
            yield _lost(last, f"The {piece.name} is", READABLE, reading, _other_inks(plan, piece))
    # A later print without inking again is meant to be pale.
    figures = [s for s in brushings(plan) if is_figure(s) and not embosses(plan, s) and s.touch not in ("second", "third")]
    things = made_together(plan)
    firsts = [
        step for step in figures if not any(other.id in things.get(step.id, ()) for other in figures[: figures.index(step)])
    ]
    for step, reading in zip(firsts, read_prints(plan, firsts, with_=things), strict=True):
        if not reading.fine:
            words = isinstance(step.region, Words)
            yield _lost(step.id, _called(step), READABLE if words else LOST, reading, _printed_in_others(plan, step))


def _lost(step: str | None, called: str, enough: float, reading: FocalReading, cures: Iterator[tuple[str, Plan]]) -> Finding:
    return Finding(
        "focal-lost",
        "warn",
        step,
        f"{called} hard to see where the ground comes nearest to its ink.",
        "What is to be read or looked at has to be clearly darker or lighter than the ground behind it.",
        Place(reading.x_mm, reading.y_mm),
        offered(cures),
        measure=f"{reading.worst:.0f} CIEDE2000 from the ground; {enough:.0f} is easy to see",
    )


def _called(step: Brush) -> str:
    match step.region:
        case Words():
            return f"“{step.region.text.replace(chr(10), ' ')}” is"
        case Print():
            return f"The {called_prints(step.region)} is"
        case Motifs():
            return f"The {called_prints(step.region)} are"
        case _:
            return "The print is"


def _printed_in_others(plan: Plan, step: Brush) -> Iterator[tuple[str, Plan]]:
    """The plan with a print in each of its other inks, the one that stands out most first."""
    others = [
        (ink, with_step(plan, step, ink=ink.key)) for ink in plan.inks if ink.key != step.ink and ink.kind not in NO_STAMP_INK
    ]
    reached = {ink.key: read_prints(changed, [replace(step, ink=ink.key)])[0].worst for ink, changed in others}
    for ink, changed in sorted(others, key=lambda other: (-reached[other[0].key], other[0].key)):
        yield f"Take {ink.name} for it", changed
    if isinstance(step.region, Words):
        left, top, right, bottom = print_shape(step.region, *panel_size(plan), step.seed).bounds
        for x_mm, y_mm in _elsewhere(plan, step.region.x_mm, step.region.y_mm, right - left, bottom - top):
            moved = with_step(plan, step, region=replace(step.region, x_mm=x_mm, y_mm=y_mm))
            if read_prints(moved, [moved.steps[plan.index_of(step.id)]])[0].fine:  # type: ignore[list-item]
                yield "Move it where the ground carries it", moved
    on_bare = _on_bare_card(plan, step)
    if on_bare is not None:
        yield "Cover its place first, so that it stands on bare card", on_bare
        for ink, _ in sorted(others, key=lambda other: (lightness_on(plan.stock.paper, other[0]), other[0].key)):
            yield f"Cover its place first, and take {ink.name} for it", with_step(on_bare, step, ink=ink.key)


# How far the bare card round words or a figure reaches, mm. Judgement.
ROUND_IT_MM = 4.0


def _on_bare_card(plan: Plan, step: Brush) -> Plan | None:
    """The plan with the place of a print, and some card round it, masked until it is printed; None for what is thrown all over."""
    if not isinstance(step.region, Print | Words):
        return None
    return with_own_mask(plan, step.id, plan.steps[0].id, step.id, ROUND_IT_MM)


def _other_inks(plan: Plan, piece: Focal) -> Iterator[tuple[str, Plan]]:
    """The plan with a sentiment in each of its other inks, the most readable first."""
    able = [ink for ink in plan.inks if ink.kind not in NO_STAMP_INK]
    by_reading = sorted(able, key=lambda ink: (-read_focal(plan, replace(piece, ink=ink.key)).worst, ink.key))
    for ink in by_reading:
        if ink.key != piece.ink:
            yield (
                f"Take {ink.name} for it",
                replace(plan, focal=tuple(replace(o, ink=ink.key) if o is piece else o for o in plan.focal)),
            )
    for x_mm, y_mm in _elsewhere(plan, piece.x_mm, piece.y_mm, piece.width_mm, piece.height_mm):
        yield "Move it where the ground carries it", _focal_moved(plan, piece, x_mm, y_mm)


def _focal_moved(plan: Plan, piece: Focal, x_mm: float, y_mm: float) -> Plan:
    """A sentiment elsewhere, and the words that a step stamps there with it."""
    moved = replace(plan, focal=tuple(replace(o, x_mm=x_mm, y_mm=y_mm) if o is piece else o for o in plan.focal))
    for step in brushings(plan):
        words = step.region
        if not isinstance(words, Words) or abs(words.x_mm - piece.x_mm) > piece.width_mm / 2:
            continue
        if abs(words.y_mm - piece.y_mm) <= piece.height_mm / 2:
            moved = with_step(moved, step, region=replace(words, x_mm=x_mm, y_mm=y_mm))
    return moved


# Words and figures are tried at so many places across and down the panel.
ACROSS, DOWN = 3, 7


def _elsewhere(plan: Plan, x_mm: float, y_mm: float, wide_mm: float, tall_mm: float) -> list[tuple[float, float]]:
    """Places on the panel where something so large lies whole, the nearest to where it was first."""
    width, height = panel_size(plan)
    xs = (
        np.linspace(wide_mm / 2 + ROUND_IT_MM, width - wide_mm / 2 - ROUND_IT_MM, ACROSS)
        if wide_mm < width - 2 * ROUND_IT_MM
        else [x_mm]
    )
    ys = (
        np.linspace(tall_mm / 2 + ROUND_IT_MM, height - tall_mm / 2 - ROUND_IT_MM, DOWN)
        if tall_mm < height - 2 * ROUND_IT_MM
        else [y_mm]
    )
    places = {(round(float(x), 1), round(float(y), 1)) for x in (x_mm, *xs) for y in ys}
    return sorted(places, key=lambda at: (abs(at[0] - x_mm) + abs(at[1] - y_mm), at))
