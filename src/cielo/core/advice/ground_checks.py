"""Checks on the finished ground as it is seen and felt: busy-behind-words, bare-spots, one-lightness, rubbed-through."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.finding import Finding, Place
from cielo.core.advice.looking import NO_STAMP_INK, TOO_SMALL, area, brushings, offered, panel_size, strongest, with_step
from cielo.core.geometry.lettering import words_shape
from cielo.core.geometry.masks import distance_to_cover_mm
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.materials import TOOLS, Surface
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import (
    TOUCH_STRENGTH,
    Brush,
    LayMask,
    Patches,
    Plan,
    Touch,
    Vignette,
    Whole,
    Words,
    plan_of_piece,
    put_on_in_turn,
)
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.contact import TRACE
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.simulation.smooth import softened
from cielo.core.table.marks import embosses, is_figure, rubs
from cielo.core.table.table import Table

Array = NDArray[np.float64]

# Words are disturbed where the ground under them rises and falls by more than this share of their own contrast: judgement, no source.
DISTURBS = 0.3
# Ink of less than this leaves the stock as it is; bare spots count up to this size and this share of the panel: judgement, no source.
BARE, SPOT_MM2, FEW_SPOTS = 0.04, 90.0, 0.01
# A ground whose light and dark lie nearer together than this in L* is flat in any light: judgement, no source.
FLAT, TOO_DARK = 5.0, 40.0
# What is lighter or darker than the rest by so much L*, on so much of the panel, keeps it from being flat. Judgement.
CLEARLY, ENOUGH = 12.0, 0.015
# How often each surface can be gone over before it comes off. Judgement, no source.
MOST_PASSES: dict[Surface, int] = {"uncoated": 32, "calendered": 32, "coated": 48, "rough": 26, "synthetic": 80}
STRONGER: tuple[Touch, ...] = ("medium", "full")


def busy_behind_words(plan: Plan, table: Table) -> Iterator[Finding]:
    """Words on a ground that rises and falls as finely as they do."""
    printed = [
        step for step in brushings(plan) if isinstance(step.region, Words) and is_figure(step) and not embosses(plan, step)
    ]
    if not printed:
        return
    lightness = table.ground_lab[..., 0]
    for step in printed:
        words = step.region
        assert isinstance(words, Words)
        restless = np.abs(lightness - _smoothed(lightness, table, words.height_mm))
        share = _disturbed(plan, table, lightness, restless, step, words)
        if share <= DISTURBS:
            continue
        elsewhere = sorted(_places(plan, words), key=lambda w: _disturbed(plan, table, lightness, restless, step, w))
        yield Finding(
            "busy-behind-words",
            "warn",
            step.id,
            f"The ground is restless behind “{words.text}”.",
            "Marks as fine as the letters are read with them. Set words where the ground is quiet, or on a strip of their own.",
            Place(words.x_mm, words.y_mm),
            offered([("Set them where it is quietest", with_step(plan, step, region=place)) for place in elsewhere[:3]]),
            measure=f"the ground changes by {share:.0%} of what sets the letters off from it; up to {DISTURBS:.0%} is quiet",
        )


def _smoothed(lightness: Array, table: Table, height_mm: float) -> Array:
    return softened(lightness, height_mm / 2 / table.grid.pixel_height_mm, height_mm / 2 / table.grid.pixel_width_mm)


def _disturbed(plan: Plan, table: Table, lightness: Array, restless: Array, step: Brush, words: Words) -> float:
    """How far the ground rises and falls under words, as a share of their contrast with it."""
    left, top, right, bottom = words_shape(words).bounds
    x_mm, y_mm = table.grid.x_mm[None, :], table.grid.y_mm[:, None]
    zone = (x_mm >= left) & (x_mm <= right) & (y_mm >= top) & (y_mm <= bottom)
    if not zone.any():
        return 0.0
    contrast = abs(float(lightness[zone].mean()) - lightness_on(plan.stock.paper, plan.ink(step.ink)))
    return float(np.percentile(restless[zone], 90)) / max(contrast, 1.0)


def _places(plan: Plan, words: Words) -> list[Words]:
    """Words at other heights of the panel, where they fit."""
    _, height = panel_size(plan)
    return [replace(words, y_mm=round(height * share, 1)) for share in np.linspace(0.1, 0.9, 9)]


def bare_spots(plan: Plan, table: Table) -> Iterator[Finding]:
    """Dabs that were to cover the panel leave a few spots of bare stock."""
    import cv2

    dabs = [step for step in brushings(plan) if isinstance(step.region, Patches) and not embosses(plan, step)]
    if not dabs:
        return
    laid = np.sum([table.maps[step.id] for step in brushings(plan)], axis=0)
    bare = laid < BARE
    for step in plan.steps:
        if isinstance(step, LayMask):
            bare &= distance_to_cover_mm(plan.mask(step.mask), table.grid.x_mm, table.grid.y_mm) > 0
    if not bare.any() or area(bare.astype(np.float32), 0.5) > FEW_SPOTS:
        return
    _, spots = cv2.connectedComponents(bare.astype(np.uint8), connectivity=4)
    sizes = np.bincount(spots.ravel())[1:] * table.grid.pixel_width_mm * table.grid.pixel_height_mm
    # One pixel of bare stock is the edge of a dab.
    seen = np.flatnonzero((sizes > 4.0) & (sizes < SPOT_MM2)) + 1
    if not len(seen):
        return
    rows, columns = np.nonzero(spots == seen[int(np.argmax(sizes[seen - 1]))])
    last = dabs[-1]
    region = last.region
    assert isinstance(region, Patches)
    fuller = [share for share in (0.9, 0.97, 0.99, 0.999) if share > region.cover]
    yield Finding(
        "bare-spots",
        "warn",
        last.id,
        f"{'A spot' if len(seen) == 1 else f'{len(seen)} spots'} of bare stock {'is' if len(seen) == 1 else 'are'} left between the dabs.",
        "A ground that is covered but for a few spots looks unfinished; dab until none is left, or leave plainly more.",
        Place(float(table.grid.x_mm[columns].mean()), float(table.grid.y_mm[rows].mean())),
        offered([("Dab until none is left", with_step(plan, last, region=replace(region, cover=share))) for share in fuller]),
        measure=f"{area(bare.astype(np.float32), 0.5):.1%} of the panel",
    )


def _something_stands_out(plan: Plan, table: Table, lightness: Array) -> bool:
    """Whether prints on the ground, or pieces put on it, are so much lighter or darker that it is not flat as a whole."""
    usual = float(np.median(lightness))
    printed = np.abs(table.finished_lab[..., 0] - usual) > CLEARLY
    apart = float(printed.mean())
    for piece in put_on_in_turn(plan):
        own = plan_of_piece(plan, piece.key)
        seen = lab_from_xyz(panel_xyz(own, grid_of(own.card, 6)))[..., 0]
        share = float(np.mean(np.abs(seen - usual) > CLEARLY))
        apart += share * piece_shape(plan, piece.key).area / (plan.card.panel_width_mm * plan.card.panel_height_mm)
    return apart > ENOUGH


def rubbed_through(plan: Plan, table: Table) -> Iterator[Finding]:
    """A place is gone over so often that the surface of the card comes off."""
    worked = [step for step in brushings(plan) if rubs(plan, step) and TOOLS[step.tool].texture == "even"]
    most = MOST_PASSES[plan.stock.paper.surface]
    if sum(step.passes for step in worked) <= most:
        return
    gone_over = np.sum([np.where(table.maps[step.id] > TRACE, step.passes, 0) for step in worked], axis=0)
    often = gone_over > most
    if float(often.mean()) < TOO_SMALL:
        return
    heaviest = max(worked, key=lambda step: (step.passes, step.id))
    yield Finding(
        "rubbed-through",
        "warn",
        heaviest.id,
        f"Some of it is gone over {int(gone_over.max())} times: {plan.stock.name} comes off in crumbs.",
        "Every pass rubs the surface too. Stronger passes lay as much ink in fewer of them; a rest between lets the card recover.",
        strongest(table, gone_over.astype(np.float32)),
        offered(_in_fewer(plan, worked)),
        measure=f"{int(gone_over.max())} passes; this surface bears about {most}",
    )


def _in_fewer(plan: Plan, worked: list[Brush]) -> Iterator[tuple[str, Plan]]:
    """As much ink in fewer, stronger passes; or fewer of them."""
    for touch in STRONGER:
        changed = plan
        for step in worked:
            passes = max(1, round(step.strength / TOUCH_STRENGTH[touch]))
            if passes < step.passes:
                changed = with_step(changed, step, touch=touch, passes=passes)
        yield "As much ink in fewer, stronger passes", changed
    half = plan
    for step in worked:
        half = with_step(half, step, passes=max(1, step.passes // 2))
    yield "Half as many passes", half


def _deeper(plan: Plan, inked: list[Brush]) -> Iterator[tuple[str, Plan]]:
    """One of the layings in one of the darkest of the plan's inks, or paler, or round the edges alone."""
    able = [ink for ink in plan.inks if ink.kind not in (*NO_STAMP_INK, "white")]
    for ink in sorted(able, key=lambda ink: (lightness_on(plan.stock.paper, ink), ink.key))[:2]:
        for step in reversed(inked):
            if step.ink != ink.key:
                yield f"Take {ink.name} instead of {plan.ink(step.ink).name}", with_step(plan, step, ink=ink.key)
    for step in inked:
        for touch in ("pale", "light"):
            yield f"Lay {plan.ink(step.ink).name} paler", with_step(plan, step, touch=touch, passes=1)
    for step in reversed(inked):
        if len(inked) > 1 and isinstance(step.region, Whole):
            from_edges = Vignette(round(min(panel_size(plan)) / 3, 1))
            yield f"Lay {plan.ink(step.ink).name} round the edges alone", with_step(plan, step, region=from_edges, touch="full")


def one_lightness(plan: Plan, table: Table) -> Iterator[Finding]:
    """A ground of several inks that are all as light as each other."""
    inked = [
        step
        for step in brushings(plan)
        if not is_figure(step) and not embosses(plan, step) and area(table.maps[step.id], 0.1) > 0.1
    ]
    if len({step.ink for step in inked}) < 2 or plan.stock.paper.lab[0] < TOO_DARK:
        return  # of inks that are lost on a dark stock each is told as such
    lightness = table.ground_lab[..., 0]
    low, high = (float(x) for x in np.percentile(lightness, (5, 95)))
    if high - low >= FLAT or _something_stands_out(plan, table, lightness):
        return
    dark = min(inked, key=lambda step: float(lightness[table.maps[step.id] > 0.1].mean()))
    more = [passes for passes in (dark.passes + 2, dark.passes + 4, dark.passes + 8) if passes <= 20]
    yield Finding(
        "one-lightness",
        "warn",
        dark.id,
        "All of it is as light as the rest: nothing stands back and nothing comes forward.",
        "Colours of one lightness run together across the room, and a photograph in grey shows an empty panel. Let one of them be deeper.",
        None,
        offered(
            [
                *((f"Build {plan.ink(dark.ink).name} up", with_step(plan, dark, passes=passes)) for passes in more),
                *_deeper(plan, inked),
            ]
        ),
        measure=f"{high - low:.0f} of L* from its darkest to its lightest parts",
    )
