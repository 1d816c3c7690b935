"""Even a gradient: gentler on the picture itself, its colours kept, as near to the best as a global search comes."""

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from scipy.optimize import differential_evolution

from cielo.app.card_sizes import card_of
from cielo.core.advice.judge import checked, troubles
from cielo.core.geometry.formats import FORMATS
from cielo.core.materials import Ink
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Band, Brush, Plan, ensure_sound, replace_step
from cielo.core.sequence.grounds import lay_out
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.solvers.even import between, even_gradient
from cielo.demo.shelf import INKS, STOCKS

INK = {ink.key: ink for ink in INKS}
SETS = [
    ("yucca-4", "cholla-7", "sage-8"),
    ("yucca-1", "ocotillo-2"),
    ("saltbush-2", "agave-6"),
    ("yucca-4", "ocotillo-5", "manzanita-5"),
]


def gradient(*keys: str, ground: str = "banded-gradient", format_key: str = "five-seven") -> Plan:
    return lay_out("Even", "in", card_of(FORMATS[format_key]), STOCKS[0], [INK[key] for key in keys], ground)


def steepest_on_the_picture(plan: Plan) -> float:
    """The steepest change down the middle of the panel as it is drawn, CIEDE2000 per mm."""
    grid = grid_of(plan.card, 101.6)
    lab = lab_from_xyz(panel_xyz(plan, grid))
    line = lab[4:-4, lab.shape[1] // 3 : -lab.shape[1] // 3].mean(axis=1)
    return float((ciede2000(line[2:], line[:-2]) / (2 * grid.pixel_height_mm)).max())


@pytest.mark.parametrize("keys", SETS, ids=["-".join(keys) for keys in SETS])
@pytest.mark.parametrize("ground", ["banded-gradient", "there-and-back"])
def test_it_is_gentler_on_the_picture_and_keeps_its_colours(keys: tuple[str, ...], ground: str) -> None:
    plan = gradient(*keys, ground=ground)
    evened = even_gradient(plan)
    ensure_sound(evened.plan)
    assert evened.after <= evened.before + 1e-9
    assert evened.after >= evened.floor - 1e-9, "nothing goes below the way from end to end"
    assert steepest_on_the_picture(evened.plan) <= steepest_on_the_picture(plan) * 1.02
    assert [(s.id, getattr(s, "ink", "")) for s in evened.plan.steps] == [(s.id, getattr(s, "ink", "")) for s in plan.steps]
    known = {(finding.code, finding.message) for finding in troubles(checked(plan))}
    assert {(finding.code, finding.message) for finding in troubles(checked(evened.plan))} <= known
    again = even_gradient(evened.plan)
    assert again.after <= evened.after + 1e-9


def test_a_blunt_gradient_is_evened_by_half() -> None:
    plan = gradient("yucca-4", "cholla-7", "sage-8")
    blunt = plan
    for step in plan.steps:
        if isinstance(step, Brush) and isinstance(step.region, Band):
            region = step.region
            short = replace(region, lead_in_mm=min(region.lead_in_mm, 6.35), carry_mm=min(region.carry_mm, 6.35))
            blunt = replace_step(blunt, replace(step, region=short))
    evened = even_gradient(blunt)
    assert evened.after < 0.6 * evened.before


def test_it_comes_near_the_best_that_a_global_search_finds() -> None:
    """Two inks, one seam: where it lies and how far each is carried, against scipy's differential evolution over the same measures."""
    plan = gradient("yucca-1", "ocotillo-2", ground="there-and-back")
    evened = even_gradient(plan)
    span = plan.card.panel_height_mm

    def laid(x: np.ndarray) -> Plan:
        seam, carry = float(x[0]), float(x[1])
        of = plan
        for step in plan.steps:
            if isinstance(step, Brush) and isinstance(step.region, Band):
                region = step.region
                moved = (
                    replace(region, end_mm=max(0.0, seam - carry / 2), carry_mm=carry)
                    if region.start_mm == 0
                    else replace(region, start_mm=min(span, seam + carry / 2), lead_in_mm=min(carry, seam + carry / 2))
                )
                of = replace_step(of, replace(step, region=moved))
        return of

    def steepest(x: np.ndarray) -> float:
        return even_steepest(laid(x))

    bounds: Any = [(span * 0.25, span * 0.75), (span * 0.1, span * 0.5)]
    best = differential_evolution(steepest, bounds, seed=3, maxiter=12, popsize=6, polish=False)
    assert evened.after <= float(best.fun) * 1.15


def even_steepest(plan: Plan) -> float:
    from cielo.core.table.ways import change_along, ways_of

    return float(change_along(plan, ways_of(plan)[0]).max())


def test_a_plan_without_bands_is_left_alone() -> None:
    plan = gradient("yucca-1", "ocotillo-2", ground="smoosh-dry")
    assert even_gradient(plan).plan is plan


def test_an_ink_between_two_leaves_a_smaller_step_than_there_is() -> None:
    plan = gradient("yucca-4", "sage-8")
    helped = between(plan, INK["yucca-4"], INK["sage-8"], INKS)
    steps = [step for _, step in helped]
    assert steps
    assert steps == sorted(steps)
    assert all(isinstance(ink, Ink) and ink.key not in ("yucca-4", "sage-8") for ink, _ in helped)
