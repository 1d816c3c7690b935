"""A plan in, a picture after any step out.

Symbols
-------
===========  =================  =========================================================================
symbol       shape              meaning
===========  =================  =========================================================================
strengths    (step, row, col)   s of laydown.py for each brush step, bottom first
ink_of       (step,)            which ink each of them lays
group_of     (step,)            which group each belongs to; most have a group of their own
stands       (step,)            whether it stands as beads on melted powder, which sheds all other ink (beads.py)
curves       (ink, KNOTS)       amount x at strengths 0 ... STRONGEST, evenly spaced
densities    (ink + pair, band) D at the picture's bands; behind the inks, for each measured pair, the change of density at full
scatterings  (ink, band)        S at the picture's bands
hindrances   (ink, ink)         h of optics.layering for the row's ink laid over the column's
log_traps    (ink, ink)         h times log tau times q of the row's ink
veils        (ink,)             what a full film of each leaves of the sheet's veil at most
pair_of      (ink, ink)         the row of densities that the row's ink laid over the column's changes by; -1 where not measured
sheet        (band,)            inner reflectance of the bare stock
xyz          (row, col, 3)      colour under D50, Y = 1
===========  =================  =========================================================================

Each pixel is layered exactly as optics.layering does it, in single precision and with the bands of bands.py. Transparent films
multiply, so their densities add, and one exponential a band is enough for all that lie between two films that scatter. The last
pictures are kept with the maps they came from: of a plan that differs in strengths alone, only pixels whose strengths differ are
layered again (``todo``). So what a change costs is the maps of the step that changed and this loop where it touches.

A brush lays films; an ink whose swatches are dabs is brushed as the film of its full swatch. Steps laid wet into each other make one film.
"""

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit, prange
from cielo.core.keeping import KEPT
from cielo.core.materials import TOOLS
from cielo.core.optics.layering import MOST_HINDRANCE
from cielo.core.optics.stock import INTERNAL_REFLECTION, sheet_of
from cielo.core.optics.water import WET_DENSER
from cielo.core.parallel import one_at_a_time
from cielo.core.plan import Brush, Plan, Step
from cielo.core.simulation.bands import EVERY, PICTURE_BANDS, picture_weights
from cielo.core.simulation.beads import beads_standing
from cielo.core.simulation.cover import LARGEST_KEPT
from cielo.core.simulation.fibres import fibres, hidden_by
from cielo.core.simulation.grid import Grid, pooled
from cielo.core.simulation.inks import KNOTS, STRONGEST, inks_of
from cielo.core.simulation.laydown import FAINTEST, Map
from cielo.core.simulation.maps import Laying, layings
from cielo.core.simulation.screen import Rgb, encode

Progress = Callable[[float], None]


def picture(
    plan: Plan, grid: Grid, steps_done: int | None = None, tell: Progress | None = None, *, times: float = 1.0, wet: bool = False
) -> Rgb:
    """The panel as sRGB, (rows, columns, 3), 8 bit, after ``steps_done`` steps (all where None), masks lifted to look; see seen_xyz."""
    return encode(seen_xyz(plan, grid, steps_done, tell, times=times, wet=wet))


def seen_xyz(
    plan: Plan, grid: Grid, steps_done: int | None = None, tell: Progress | None = None, *, times: float = 1.0, wet: bool = False
) -> NDArray[np.float32]:
    """The panel as the eye sees it, CIE XYZ (rows, columns, 3): with its beads, and the fibres of its stock.

    ``tell`` is called with the share done, 0..1; what it raises stops the picture. ``times``: what every strength is taken times (lean.py).
    ``wet``: as it looks before the last ink has dried, denser than it will be (optics.water). Marks too fine for the pixels are drawn
    finer and blended as light, as the eye does from afar: blended as ink they would look darker.
    """
    mixes = grid.mixes if any(_is_fine(step) for step in plan.steps[:steps_done]) else 1
    return pooled(_seen_xyz(plan, grid.finer(mixes), steps_done, tell, times, wet), mixes)


def _is_fine(step: Step) -> bool:
    return isinstance(step, Brush) and TOOLS[step.tool].texture in ("open", "mist", "drops")


def _seen_xyz(
    plan: Plan, grid: Grid, steps_done: int | None, tell: Progress | None, times: float, wet: bool
) -> NDArray[np.float32]:
    xyz = panel_xyz(plan, grid, steps_done, tell, times=times, beads=True, wet=wet)
    if plan.stock.fibres:
        done = plan if steps_done is None else replace(plan, steps=plan.steps[:steps_done])
        f = fibres(grid)
        for rows, strip in grid.strips():
            xyz[rows] *= (1 + (f[rows] - 1) * (1 - hidden_by(plan, layings(done, strip), strip)))[:, :, None]
    return xyz


def panel_xyz(
    plan: Plan,
    grid: Grid,
    steps_done: int | None = None,
    tell: Progress | None = None,
    *,
    times: float = 1.0,
    beads: bool = False,
    wet: bool = False,
) -> NDArray[np.float32]:
    """The panel's colour, XYZ of D50, (rows, columns, 3), after ``steps_done`` steps; ``tell`` and ``times`` as in picture.

    ``beads``: with the ink that stands on melted powder and is to be wiped off, which is no part of the ground. ``wet`` as in picture.
    """
    done = plan if steps_done is None else replace(plan, steps=plan.steps[:steps_done])
    index = {ink.key: i for i, ink in enumerate(plan.inks)}
    inks = inks_of(plan)
    sheet = sheet_of(plan.stock.paper)
    inner, veil = sheet.inner[::EVERY].astype(np.float32), np.float32(sheet.veil)
    weights = np.ascontiguousarray(picture_weights().T, dtype=np.float32)
    xyz = np.empty((grid.rows, grid.columns, 3), dtype=np.float32)
    for rows, strip in grid.strips():
        laid = [*layings(done, strip), *(beads_standing(done, strip) if beads else ())]
        strengths = [_while_wet(plan, laying) if wet and laying.still_wet else laying.strength for laying in laid]
        ink_of = tuple(index[laying.step.ink] for laying in laid)
        groups = tuple(groups_of(laid))
        stands = tuple(laying.stands for laying in laid)
        kept = _Kept((plan.stock, plan.inks, plan.crossings, ink_of, groups, stands, strip, times), strengths, xyz[rows])
        todo = kept.take_over()
        if todo.any():
            stack = np.stack(strengths) if strengths else np.zeros((0, strip.rows, strip.columns), np.float32)
            with one_at_a_time:
                _layer(
                    stack if times == 1 else stack * np.float32(times), np.array(ink_of, dtype=np.int64),
                    np.array(groups, dtype=np.int64), np.array(stands, dtype=np.bool_), *inks, inner, veil, weights, todo, xyz[rows],
                )  # fmt: skip
        kept.remember()
        if tell is not None:
            tell(rows.stop / grid.rows)
    return xyz


def _while_wet(plan: Plan, laying: Laying) -> Map:
    return np.asarray(laying.strength * np.float32(WET_DENSER[plan.ink(laying.step.ink).kind]))


class _Kept:
    """A picture beside those drawn last, so that what has not changed can be taken over from them."""

    def __init__(self, key: Any, strengths: list[Map], xyz: NDArray[np.float32]) -> None:
        self.key, self.strengths, self.xyz = key, strengths, xyz

    def take_over(self) -> NDArray[np.bool_]:
        """Fill in what an earlier picture of the same inks, order and grid has in common; True where it has not."""
        before = KEPT.get(("picture", self.key))
        todo = np.full(self.xyz.shape[:2], before is None)
        if before is not None:
            self.xyz[:] = before[1]
            for now, then in zip(self.strengths, before[0], strict=True):
                if now is not then:
                    todo |= now != then
        return todo

    def remember(self) -> None:
        """Keep this one for the next."""
        if self.xyz.shape[0] * self.xyz.shape[1] <= LARGEST_KEPT:
            KEPT.put(("picture", self.key), (self.strengths, self.xyz.copy()))


def groups_of(laid: Sequence[Laying]) -> list[int]:
    """A number for each laying, the same for those laid wet into each other."""
    groups: list[int] = []
    for at, laying in enumerate(laid):
        groups.append(groups[-1] if at and laying.into_wet else at)
    return groups


@njit(parallel=True, fastmath=True, cache=True)
def _layer(  # pragma: no cover - compiled
    strengths: Any, ink_of: Any, group_of: Any, stands: Any, curves: Any, densities: Any, scatterings: Any, hindrances: Any, log_traps: Any,
    pair_of: Any, resists: Any, veils: Any, sheet: Any, sheet_veil: Any, weights: Any, todo: Any, xyz: Any,
) -> None:  # fmt: skip
    steps, rows, columns = strengths.shape
    inks = curves.shape[0]
    learned = densities.shape[0] > inks
    bands = PICTURE_BANDS  # a constant lets the compiler unroll
    one = np.float32(1)
    per_knot = np.float32((KNOTS - 1) / STRONGEST)
    ri = np.float32(INTERNAL_REFLECTION)
    covers = np.zeros(inks, np.bool_)
    for ink in range(inks):
        covers[ink] = scatterings[ink].max() > 0
    # A group with any ink that scatters is laid as one film once its last step is reached.
    mixes = np.zeros(steps, np.bool_)
    last = np.zeros(steps, np.bool_)
    for step in range(steps):
        last[step] = step == steps - 1 or group_of[step + 1] != group_of[step]
        for other in range(steps):
            mixes[step] |= group_of[other] == group_of[step] and covers[ink_of[other]]
    for row in prange(rows):
        laid = np.empty(inks, np.float32)
        below = np.empty(inks, np.float32)  # what lay there when the group began, full applications, 1 at most
        taken_up = np.empty(inks, np.float32)  # the curve's amount at laid
        amounts = np.empty(densities.shape[0], np.float32)
        density = np.empty(bands, np.float32)
        mixed_density = np.zeros(bands, np.float32)
        mixed_scattering = np.zeros(bands, np.float32)
        inner = np.empty(bands, np.float32)
        for column in range(columns):
            if not todo[row, column]:
                continue
            laid[:] = 0
            taken_up[:] = 0
            below[:] = 0
            amounts[:] = 0
            inner[:] = sheet
            veil = sheet_veil
            waiting = False
            gained = np.float32(0)
            for step in range(steps):
                strength = strengths[step, row, column]
                alone = last[step] and (step == 0 or group_of[step] != group_of[step - 1])
                if step == 0 or group_of[step] != group_of[step - 1]:
                    for other in range(inks):
                        below[other] = min(laid[other], one)
                if strength >= np.float32(FAINTEST):
                    ink = ink_of[step]
                    log_taken = np.float32(0)
                    hindered = np.float32(0)
                    bare = one
                    for other in range(inks):
                        if other != ink and not stands[step]:
                            log_taken += below[other] * log_traps[ink, other]
                            hindered += below[other] * hindrances[ink, other]
                            if resists[other]:
                                bare -= bare * below[other]
                    if hindered > np.float32(MOST_HINDRANCE):
                        log_taken *= np.float32(MOST_HINDRANCE) / hindered
                    gained = min(laid[ink] + strength, one) - min(laid[ink], one)
                    laid[ink] += strength
                    amount = _at(curves[ink], laid[ink] * per_knot)
                    added = (amount - taken_up[ink]) * bare * _fade_out(-log_taken)
                    taken_up[ink] = amount
                    veil += (min(veil, veils[ink]) - veil) * min(strength, one)
                    if not mixes[step]:
                        amounts[ink] += added
                        if learned and alone:
                            _cross(amounts, pair_of[ink], below, gained)
                    else:
                        waiting = True
                        for band in range(bands):
                            mixed_density[band] += added * densities[ink, band]
                            mixed_scattering[band] += added * scatterings[ink, band]
                if not (waiting and last[step]):
                    continue
                waiting = False
                _darken(inner, amounts, densities, density)
                for band in range(bands):
                    s = max(mixed_scattering[band], np.float32(1e-6))
                    a = one + mixed_density[band] / (2 * s)
                    b = np.sqrt(max(a * a - one, np.float32(0)))
                    u = b * s
                    e = _fade_out(2 * u)
                    thin = one / s + b * u * np.float32(1 / 3)
                    thick = b * (one + e) / max(one - e, np.float32(1e-6))
                    b_coth = thin if u < np.float32(0.03) else thick
                    g = inner[band]
                    inner[band] = (one - g * (a - b_coth)) / (a - g + b_coth)
                    mixed_density[band] = 0
                    mixed_scattering[band] = 0
                if learned and alone:
                    _cross(amounts, pair_of[ink_of[step]], below, gained)
            _darken(inner, amounts, densities, density)
            through = (one - veil) * (one - ri)
            x = np.float32(0)
            y = np.float32(0)
            z = np.float32(0)
            for band in range(bands):
                seen = veil + through * inner[band] / (one - ri * inner[band])
                x += seen * weights[0, band]
                y += seen * weights[1, band]
                z += seen * weights[2, band]
            xyz[row, column, 0] = x
            xyz[row, column, 1] = y
            xyz[row, column, 2] = z


@njit(fastmath=True, cache=True, inline="always")
def _cross(amounts: Any, pairs: Any, below: Any, gained: Any) -> None:  # pragma: no cover - compiled
    """What was measured of the ink laid now over each that lies below; its change waits as if it were an ink's amount."""
    for other in range(len(pairs)):
        if pairs[other] >= 0:
            amounts[pairs[other]] += gained * below[other]


@njit(fastmath=True, cache=True, inline="always")
def _darken(inner: Any, amounts: Any, densities: Any, density: Any) -> None:  # pragma: no cover - compiled
    """Lay all transparent films that wait; their amounts become 0."""
    bands = PICTURE_BANDS
    density[:] = 0
    for ink in range(densities.shape[0]):
        amount = amounts[ink]
        if amount > 0:
            for band in range(bands):
                density[band] += amount * densities[ink, band]
            amounts[ink] = 0
    for band in range(bands):
        inner[band] *= _fade_out(max(density[band], np.float32(0)))


@njit(fastmath=True, cache=True, inline="always")
def _fade_out(density: Any) -> Any:  # pragma: no cover - compiled
    """exp(-density) for 0 <= density, as the 64th power of a short series: relative error below 2e-4 up to 12.

    Written with products alone because the compiler then does several bands at once; it cannot with the library's exp.
    """
    u = min(density, np.float32(16)) * np.float32(1 / 64)
    e = 1 - u * (1 - u * np.float32(1 / 2) * (1 - u * np.float32(1 / 3) * (1 - u * np.float32(1 / 4))))
    e = e * e
    e = e * e
    e = e * e
    e = e * e
    e = e * e
    return e * e


@njit(fastmath=True, cache=True)
def _at(curve: Any, position: Any) -> Any:  # pragma: no cover - compiled
    if position >= KNOTS - 1:
        return curve[KNOTS - 1]
    below = int(position)
    part = position - np.float32(below)
    return curve[below] * (1 - part) + curve[below + 1] * part
