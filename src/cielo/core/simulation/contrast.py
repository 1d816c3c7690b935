"""How far things stand out: an embossed motif from its ground after every pass, a sentiment from what lies under it."""

from collections.abc import Mapping, Sequence, Set
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.materials import RESIST_KINDS
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Brush, Focal, InPrint, Plan, Step, Whole, Words, replace_step
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.maps import Map, layings
from cielo.core.simulation.run import panel_xyz

READING_PIXELS_PER_INCH = 30
# Embossed letters are thin: they are looked at closer.
EMBOSSED_PIXELS_PER_INCH = 60
MOST_PASSES = 20
# Motif where at least this share is covered, ground where at most that: the edge between counts for neither.
MOTIF, GROUND = 0.6, 0.05
# What lies so near a motif is its ground, mm; the rest of the panel tells nothing of how it is seen. Judgement.
NEAR_MM = 5.0
# A sentiment nearer to its ground than this is hard to read, an image on ground that varies by more looks lost: common practice, no
# source.
READABLE, BUSY = 20.0, 25.0

Mask = NDArray[np.bool_]


@dataclass(frozen=True)
class StandsOut:
    """How far an embossed motif stands out after a step, CIEDE2000: the mean from the motif of that half of the ground round it which
    differs most. A figure painted inside its outline is seen, and so is a pattern of which the middle is left white on purpose."""

    step: str
    contrast: float


def stands_out(plan: Plan) -> tuple[StandsOut, ...]:
    """The motif's contrast after each laying of ink that follows the first embossing; empty where nothing is embossed."""
    motif, ground, first = _motif_and_ground(plan, grid_of(plan.card, EMBOSSED_PIXELS_PER_INCH))
    if first is None:
        return ()
    after = [i for i, step in enumerate(plan.steps) if i > first and isinstance(step, Brush) and not _embosses(plan, step)]
    return tuple(StandsOut(plan.steps[i].id, _contrast(plan, i + 1, motif, ground)) for i in after)


def passes_to_stand_out(plan: Plan, contrast: float) -> tuple[str, int] | None:
    """The step laid last over the embossing and the passes of it that bring the motif to a contrast.

    None where nothing is embossed, no ink follows, or MOST_PASSES do not reach it.
    """
    motif, ground, first = _motif_and_ground(plan, grid_of(plan.card, EMBOSSED_PIXELS_PER_INCH))
    if first is None:
        return None
    over = [step for step in plan.steps[first + 1 :] if isinstance(step, Brush) and not _embosses(plan, step)]
    if not over:
        return None
    last = over[-1]
    # More ink always takes the ground further from a motif that sheds it, so the passes can be halved in on.
    low, high = 1, MOST_PASSES
    if _contrast(_with_passes(plan, last, high), None, motif, ground) < contrast:
        return None
    while low < high:
        middle = (low + high) // 2
        if _contrast(_with_passes(plan, last, middle), None, motif, ground) >= contrast:
            high = middle
        else:
            low = middle + 1
    return last.id, low


def _with_passes(plan: Plan, step: Brush, passes: int) -> Plan:
    return replace_step(plan, replace(step, passes=passes))


def _embosses(plan: Plan, step: Brush) -> bool:
    return plan.ink(step.ink).kind in RESIST_KINDS


def _motif_and_ground(plan: Plan, grid: Grid) -> tuple[Mask, Mask, int | None]:
    """Where the embossing lies, where near it it surely does not, and the number of the first step that embosses."""
    import cv2

    first = next((i for i, step in enumerate(plan.steps) if isinstance(step, Brush) and _embosses(plan, step)), None)
    laid = [laying.strength for laying in layings(plan, grid) if _embosses(plan, laying.step)]
    most = np.max(laid, axis=0) if laid else np.zeros((grid.rows, grid.columns))
    motif = most >= MOTIF
    near = int(np.ceil(NEAR_MM / grid.pixel_width_mm))
    wide = np.ones((2 * near + 1, 2 * near + 1), np.uint8)
    return motif, (most <= GROUND) & (cv2.dilate(motif.astype(np.uint8), wide) > 0), first


def _contrast(plan: Plan, steps_done: int | None, motif: Mask, ground: Mask) -> float:
    if not motif.any() or not ground.any():
        return 0.0
    xyz = panel_xyz(plan, grid_of(plan.card, EMBOSSED_PIXELS_PER_INCH), steps_done)
    apart = np.sort(ciede2000(lab_from_xyz(xyz[motif].mean(axis=0)), lab_from_xyz(xyz[ground])))
    return float(apart[apart.size // 2 :].mean())


@dataclass(frozen=True)
class FocalReading:
    """What lies under a focal piece.

    worst : of a sentiment, the least CIEDE2000 between its print and the ground; of an image, how far the ground varies under it.
    fine : whether that is far enough, or quiet enough.
    x_mm, y_mm : the worst spot.
    """

    key: str
    worst: float
    fine: bool
    x_mm: float
    y_mm: float


def read_focal(plan: Plan, piece: Focal) -> FocalReading:
    """The worst spot under a focal piece, words stamped by the plan itself left aside."""
    grid = grid_of(plan.card, READING_PIXELS_PER_INCH)
    bare = replace(plan, steps=tuple(s for s in plan.steps if not (isinstance(s, Brush) and isinstance(s.region, Words))))
    zone = (abs(grid.x_mm[None, :] - piece.x_mm) <= piece.width_mm / 2) & (
        abs(grid.y_mm[:, None] - piece.y_mm) <= piece.height_mm / 2
    )
    if not zone.any():
        return FocalReading(piece.key, 0.0, piece.ink is None, piece.x_mm, piece.y_mm)
    under = lab_from_xyz(panel_xyz(bare, grid)[zone])
    if piece.ink is not None:
        stamped = replace(bare, steps=(*bare.steps, Brush("focal", piece.ink, "stamp", Whole(), "first", 1, "dry")))
        apart = ciede2000(lab_from_xyz(panel_xyz(stamped, grid)[zone]), under)
        at = int(np.argmin(apart))
    else:
        apart = ciede2000(np.broadcast_to(np.median(under, axis=0), under.shape), under)
        at = int(np.argmax(apart))
    rows, columns = np.nonzero(zone)
    worst = float(apart[at])
    fine = worst >= READABLE if piece.ink is not None else worst <= BUSY
    return FocalReading(piece.key, worst, fine, float(grid.x_mm[columns[at]]), float(grid.y_mm[rows[at]]))


# Of words the worst twentieth decides, for a letter lost is a word lost; of an image its half, which must stand out by LOST. Judgement.
WORDS_AT, IMAGE_AT, LOST = 5, 50, 8.0


def read_prints(
    plan: Plan,
    steps: Sequence[Brush],
    pixels_per_inch: float = READING_PIXELS_PER_INCH,
    with_: Mapping[str, Set[str]] | None = None,
) -> tuple[FocalReading, ...]:
    """How far each print stands out from its ground over its true shape, in the finished picture: CIEDE2000 between with it and without.

    ``with_``: the ids of the steps that make the same thing as a step of that id, itself among them (stamped twice, powder on wet ink);
    they are taken out together. Prints that meet no other are all looked at against one picture without any of them.
    """
    if not steps:
        return ()
    grid = grid_of(plan.card, pixels_per_inch)
    strengths = {laying.step.id: laying.strength for laying in layings(plan, grid)}
    shapes = {step.id: _printed_where(step, strengths[step.id]) for step in steps}
    made = {step.id: frozenset((with_ or {}).get(step.id, {step.id})) for step in steps}
    finished = panel_xyz(plan, grid)
    bare = panel_xyz(_without(plan, frozenset().union(*made.values())), grid)
    readings = []
    for step in steps:
        shape = shapes[step.id]
        meets = any(np.any(shape & shapes[other.id]) for other in steps if other.id not in made[step.id])
        ground = panel_xyz(_without(plan, made[step.id]), grid) if meets else bare
        readings.append(_reading(step, shape, finished, ground, grid))
    return tuple(readings)


def ground_under(plan: Plan, step: Brush, pixels_per_inch: float = READING_PIXELS_PER_INCH) -> Lab:
    """The mean colour that lies where a step lays, in the finished picture without it; of the whole panel where it lays nothing."""
    grid = grid_of(plan.card, pixels_per_inch)
    shape = next((_printed_where(step, one.strength) for one in layings(plan, grid) if one.step.id == step.id), None)
    ground = panel_xyz(_without(plan, {step.id}), grid)
    seen = ground[shape] if shape is not None and shape.any() else ground.reshape(-1, 3)
    light, a, b = lab_from_xyz(seen.mean(axis=0))
    return float(light), float(a), float(b)


def _printed_where(step: Brush, strength: Map) -> Mask:
    """Where a print surely lies; of one finer than a pixel where it lies at all."""
    surely = np.asarray(strength >= max(MOTIF * step.strength, 1e-6))
    return surely if surely.any() else np.asarray(strength >= max(float(strength.max()) / 2, 1e-6))


def _reading(step: Brush, shape: Mask, finished: NDArray[np.float32], ground: NDArray[np.float32], grid: Grid) -> FocalReading:
    if not shape.any():
        return FocalReading(step.id, READABLE, True, 0.0, 0.0)
    apart = ciede2000(*(lab_from_xyz(xyz[shape]) for xyz in (finished, ground)))
    words = isinstance(step.region, Words)
    worst = float(np.percentile(apart, WORDS_AT if words else IMAGE_AT))
    rows, columns = np.nonzero(shape)
    at = int(np.argmin(apart))
    fine = worst >= (READABLE if words else LOST)
    return FocalReading(step.id, worst, fine, float(grid.x_mm[columns[at]]), float(grid.y_mm[rows[at]]))


def _without(plan: Plan, gone: Set[str]) -> Plan:
    """The plan without some prints and what goes into them."""
    return replace(plan, steps=tuple(other for other in plan.steps if not _goes_with(other, gone)), wishes=())


def _goes_with(other: Step, prints: Set[str]) -> bool:
    """Whether a step is one of some prints, or goes into one."""
    region = getattr(other, "region", None)
    return other.id in prints or (isinstance(region, InPrint) and region.step in prints)
