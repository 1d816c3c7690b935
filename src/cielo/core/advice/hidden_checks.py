"""Checks on what will not be seen: light-over-dark-vanishes, covered-by-later, off-the-piece."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from shapely import box
from shapely.geometry.base import BaseGeometry

from cielo.core.advice.difference_made import COUNTS, SEES, made_at_once
from cielo.core.advice.finding import Finding, Place
from cielo.core.advice.looking import after, area, both, brushings, moved_before, offered, strongest, with_step
from cielo.core.geometry.lettering import words_shape
from cielo.core.geometry.printing import Printed, called_prints, moved, print_shape, with_own_mask
from cielo.core.geometry.shapes import shape_of_cut
from cielo.core.keeping import kept
from cielo.core.materials import TOOLS, TRANSPARENT_KINDS, Ink, Paper
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import Brush, InPrint, Plan, Print, Words, move_step, without_steps
from cielo.core.plan.beside import OUTLINE
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.core.table.marks import covers_what_is_below, embosses, is_figure
from cielo.core.table.purpose import purpose_of
from cielo.core.table.table import Table
from cielo.core.units import join_words

# A print of which so much is covered is spoilt. Judgement.
SPOILT = 0.12
# Of words so much lost is the end of a letter; of an image so much, and it lies beside the panel. Judgement.
A_LETTER, BESIDE = 0.004, 0.9
# Words keep so far from the edge of the panel, mm. Judgement.
CLEAR_MM = 1.0


def light_over_dark_vanishes(plan: Plan, table: Table) -> Iterator[Finding]:
    """A transparent ink over darker ink, where nothing is seen of it."""
    known = table.as_planned
    for step, own in zip(plan.steps, known.steps, strict=True):
        if not isinstance(step, Brush) or plan.ink(step.ink).kind not in TRANSPARENT_KINDS:
            continue
        light = lightness_on(plan.stock.paper, plan.ink(step.ink))
        below = {*purpose_of(own).over, *purpose_of(own).keep_over, *purpose_of(own).over_dry}
        dark = [s for s in brushings(plan) if s.id in below and lightness_on(plan.stock.paper, plan.ink(s.ink)) < light - 10]
        laid = table.maps[step.id] > COUNTS
        if not dark or embosses(plan, step) or not laid.any():
            continue
        if _surely_seen(plan, step, dark):
            continue
        covered = np.max([table.maps[s.id] for s in dark], axis=0) > COUNTS
        if np.count_nonzero(laid & covered) < 0.9 * np.count_nonzero(laid):
            continue  # it is seen beside the dark, and goes over it only where they meet
        seen = made_at_once(plan, step)
        if seen >= SEES:
            continue
        name, under = plan.ink(step.ink).name, plan.ink(dark[-1].ink).name
        yield Finding(
            "light-over-dark-vanishes",
            "warn",
            step.id,
            f"Nothing is seen of {name} over {under}.",
            "A transparent ink can only take light away, and there is too little left for it to take. Lay it first, or take a white or "
            "opaque one.",
            strongest(table, table.maps[step.id]),
            offered(
                [
                    (f"Lay {name} before {under}", moved_before(table, step, dark[0])),
                    *((f"Take {ink.name} for it", with_step(plan, step, ink=ink.key)) for ink in _opaque(plan, light)),
                    ("Leave it out", without_steps(plan, {step.id})),
                ],
            ),
            measure=f"{seen:.1f} CIEDE2000 is all that it changes; under {SEES:.0f} the eye sees nothing",
        )


def _opaque(plan: Plan, lightness: float) -> list[Ink]:
    """Inks of the plan that are seen on a dark ground, those nearest to a lightness first."""
    seen = [ink for ink in plan.inks if ink.kind in ("white", "metallic")]
    return sorted(seen, key=lambda ink: abs(lightness_on(plan.stock.paper, ink) - lightness))


def _surely_seen(plan: Plan, step: Brush, dark: list[Brush]) -> bool:
    """Whether a laying changes even the most of each dark one that lies below it so much that no picture need be looked at."""
    paper, ink = plan.stock.paper, plan.ink(step.ink)
    return min(_changes(paper, plan.ink(s.ink), max(s.strength, 0.1), ink, step.strength) for s in dark) > 3 * SEES


@kept
def _changes(paper: Paper, below: Ink, below_strength: float, above: Ink, strength: float) -> float:
    """How much one ink changes another that it covers, CIEDE2000; strengths in full applications."""
    inks, under = {below.key: below, above.key: above}, (below.key, below_strength)
    alone, over = (lab_of_stack(paper, inks, stack) for stack in ([under], [under, (above.key, strength)]))
    return float(ciede2000(alone, over))


def covered_by_later(plan: Plan, table: Table) -> Iterator[Finding]:
    """Something laid over finished prints, which it hides or spoils."""
    laid = brushings(plan)
    for at, later in enumerate(laid):
        if is_figure(later) or embosses(plan, later):
            continue
        spoilt = [
            figure
            for figure in laid[:at]
            if is_figure(figure) and not embosses(plan, figure) and _spoils(plan, table, later, figure)
        ]
        if not spoilt:
            continue
        name = plan.ink(later.ink).name
        what = join_words([_print(plan, figure) for figure in spoilt])
        falls = "falls" if TOOLS[later.tool].texture == "drops" else "goes"
        worst = max(spoilt, key=lambda figure: _share_covered(table, figure, later))
        last = plan
        for figure in spoilt:
            last = move_step(last, figure.id, _next(last, later))
        yield Finding(
            "covered-by-later",
            "warn",
            later.id,
            f"{name} {falls} over {what}, which should show.",
            "What is printed last stays whole. Lay this before the print, or cover the print while it is done.",
            strongest(table, both(table, worst.id, later.id)),
            offered(
                [
                    ("Do it before the print", moved_before(table, later, spoilt[0])),
                    ("Print last", last),
                    ("Cover it with its own mask meanwhile", with_own_mask(plan, worst.id, later.id, _next(plan, later))),
                ]
            ),
            measure=f"{_share_covered(table, worst, later):.0%} of it",
        )


def _print(plan: Plan, figure: Brush) -> str:
    match figure.region:
        case Words():
            return "the words"
        case Print():
            return f"the {called_prints(figure.region)}"
        case _:
            return f"the print in {plan.ink(figure.ink).name}"


def _spoils(plan: Plan, table: Table, later: Brush, figure: Brush) -> bool:
    """Whether a laying hides a print or swallows it, over so much of it that it is spoilt."""
    if later.ink == figure.ink or (isinstance(later.region, InPrint) and later.region.step == figure.id):
        return False  # the same again, or colour inside its own outline
    light = lightness_on(plan.stock.paper, plan.ink(figure.ink))
    swallows = lightness_on(plan.stock.paper, plan.ink(later.ink)) < light - SAME_LIGHTNESS and later.strength > 0.5
    return (covers_what_is_below(plan, later) or swallows) and _share_covered(table, figure, later) >= SPOILT


def _share_covered(table: Table, figure: Brush, later: Brush) -> float:
    """How much of a print a laying comes over, 0..1."""
    printed = area(table.maps[figure.id], COUNTS)
    return area(both(table, figure.id, later.id), COUNTS) / printed if printed else 0.0


def _next(plan: Plan, step: Brush) -> str | None:
    """The id of the step after one, or None where it is the last."""
    later = after(plan, step)
    return later[0].id if later else None


def off_the_piece(plan: Plan, table: Table) -> Iterator[Finding]:
    """Words of which part runs off the panel, and prints that lie beside it."""
    outline = next((cut for cut in plan.cuts if cut.key == OUTLINE), None)
    panel = shape_of_cut(outline) if outline else box(0, 0, plan.card.panel_width_mm, plan.card.panel_height_mm)
    for step in brushings(plan):
        region = step.region
        if not isinstance(region, Print | Words) or not is_figure(step):
            continue
        shape = print_shape(region, plan.card.panel_width_mm, plan.card.panel_height_mm, step.seed)
        words = isinstance(region, Words)
        within = panel.buffer(-CLEAR_MM if words else 0.0)
        lost = shape.difference(within).area / max(shape.area, 1e-9)
        if (words and lost < A_LETTER) or (not words and lost < BESIDE):
            continue
        called = (
            f"“{region.text}” runs off the panel."
            if isinstance(region, Words)
            else f"The {called_prints(region)} lies beside the panel."
        )
        x_mm, y_mm = shape.centroid.x, shape.centroid.y
        yield Finding(
            "off-the-piece",
            "warn",
            step.id,
            called,
            "What lies beyond the edge is not printed, and words are lost at their ends.",
            Place(min(max(x_mm, 0.0), plan.card.panel_width_mm), min(max(y_mm, 0.0), plan.card.panel_height_mm)),
            offered(_onto_the_panel(plan, step, region, shape)),
            measure=f"{lost:.0%} of it is lost",
        )


def _onto_the_panel(plan: Plan, step: Brush, region: Print | Words, shape: BaseGeometry) -> Iterator[tuple[str, Plan]]:
    """The print moved so that all of it lies on the panel, and words made smaller where they are longer than it."""
    width, height = plan.card.panel_width_mm - 2 * CLEAR_MM, plan.card.panel_height_mm - 2 * CLEAR_MM
    yield "Move it onto the panel", with_step(plan, step, region=_within(region, shape, plan))
    if isinstance(region, Words):
        left, top, right, bottom = shape.bounds
        share = min(1.0, width / max(right - left, 1e-9), height / max(bottom - top, 1e-9))
        smaller = replace(region, height_mm=max(2.0, int(10 * region.height_mm * share) / 10))
        yield "Set it smaller", with_step(plan, step, region=_within(smaller, words_shape(smaller), plan))


def _within(region: Print | Words, shape: BaseGeometry, plan: Plan) -> Printed:
    """A print moved the shortest way to lie on the panel, or to its middle where it is larger."""
    shifts = []
    left, top, right, bottom = shape.bounds
    for low, high, size in ((left, right, plan.card.panel_width_mm), (top, bottom, plan.card.panel_height_mm)):
        spare = 2 * CLEAR_MM
        if high - low > size - 2 * spare:
            shifts.append(size / 2 - (low + high) / 2)
        else:
            shifts.append(max(0.0, spare - low) - max(0.0, high - size + spare))
    return moved(region, round(shifts[0], 1), round(shifts[1], 1))
