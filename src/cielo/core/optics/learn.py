"""From measured crossings to a Refinement."""

from collections.abc import Mapping, Sequence

import numpy as np

from cielo.core.materials import Ink, MeasuredCrossing, Paper
from cielo.core.optics.layering import reflectance_of_stack
from cielo.core.optics.refine import HIGHEST_TRAPPING, LOWEST_TRAPPING, NOTHING_MEASURED, Refinement, usual_trapping
from cielo.core.optics.spectra import BANDS, Array, lab_from_reflectance, lab_from_xyz, weights, xyz_from_lab
from cielo.core.optics.stock import INTERNAL_REFLECTION, put_on_surface, sheet_of, take_off_surface

# Nearer than this (CIELAB distance) a reading counts as reached: judgement.
REACHED = 5.0


def learn(paper: Paper, inks: Mapping[str, Ink], crossings: Sequence[MeasuredCrossing]) -> Refinement:
    """What crossings measured on a stock teach. Raises BadInput for an ink that is not in ``inks``."""
    if not crossings:
        return NOTHING_MEASURED
    by_pair = {(c.bottom, c.top): _trapping(paper, inks, c) for c in crossings}
    usual = usual_trapping(list(by_pair.values()))
    first = Refinement(usual, by_pair)
    changes, unreached = {}, {}
    for crossing in crossings:
        pair = (crossing.bottom, crossing.top)
        change, off = _change(paper, inks, crossing, first)
        if off < REACHED:
            changes[pair] = change
        else:
            unreached[pair] = off
    return Refinement(usual, by_pair, changes, unreached)


def _trapping(paper: Paper, inks: Mapping[str, Ink], crossing: MeasuredCrossing) -> float:
    """The trapping that brings the prediction nearest to the crossing."""
    from scipy.optimize import minimize_scalar

    pair = (crossing.bottom, crossing.top)
    stack = [(crossing.bottom, 1.0), (crossing.top, 1.0)]

    def distance(trapping: float) -> float:
        seen = reflectance_of_stack(paper, inks, stack, measured=Refinement(by_pair={pair: trapping}))
        return float(np.linalg.norm(lab_from_reflectance(seen) - np.array(crossing.lab)))

    return float(minimize_scalar(distance, bounds=(LOWEST_TRAPPING, HIGHEST_TRAPPING), method="bounded").x)


def _change(paper: Paper, inks: Mapping[str, Ink], crossing: MeasuredCrossing, known: Refinement) -> tuple[Array, float]:
    """The change of density with the least bend that makes the crossing exact, (31,), of either sign; and how far off it stays."""
    sheet = sheet_of(paper)
    stack = [(crossing.bottom, 1.0), (crossing.top, 1.0)]
    inner = take_off_surface(reflectance_of_stack(paper, inks, stack, measured=known), sheet.veil)
    target = xyz_from_lab(crossing.lab)
    w = weights()
    bend = np.diff(np.eye(BANDS), 2, axis=0)
    stiffness = bend.T @ bend + 1e-3 * np.eye(BANDS)
    change = np.zeros(BANDS)
    for _ in range(30):
        g = np.clip(inner * np.exp(-change), 1e-6, 0.999)
        slope = -g * (1 - sheet.veil) * (1 - INTERNAL_REFLECTION) / (1 - INTERNAL_REFLECTION * g) ** 2
        jacobian = (w * slope[:, None]).T
        goal = target - put_on_surface(g, sheet.veil) @ w + jacobian @ change
        system = np.block([[stiffness, jacobian.T], [jacobian, np.zeros((3, 3))]])
        found = np.linalg.lstsq(system, np.concatenate([np.zeros(BANDS), goal]), rcond=None)[0][:BANDS]
        move = found - change
        change = change + move * min(1.0, 0.5 / max(float(np.abs(move).max()), 1e-9))
        if np.abs(move).max() < 1e-9:
            break
    reached = lab_from_xyz(put_on_surface(np.clip(inner * np.exp(-change), 0, 1), sheet.veil) @ w)
    return change, float(np.linalg.norm(reached - np.array(crossing.lab)))
