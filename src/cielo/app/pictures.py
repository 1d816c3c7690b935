"""Pictures of a plan as PNG."""

from collections.abc import Iterator
from typing import Literal

import numpy as np

from cielo.core.plan import Plan, PutOn, StickOn
from cielo.core.simulation.as_made import as_made
from cielo.core.simulation.assembled import assembled
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.lean import Lean, times_for
from cielo.core.simulation.relief import tilted
from cielo.core.simulation.run import Progress, seen_xyz
from cielo.core.simulation.screen import encode_deep
from cielo.errors import BadInput
from cielo.exchange.png import write_deep_png, write_moving_png, write_png

Look = Lean | Literal["wet"]

LOWEST_DPI, HIGHEST_DPI = 4, 1200


def panel_png(
    plan: Plan,
    dots_per_inch: float,
    steps_done: int | None = None,
    *,
    tell: Progress | None = None,
    look: Look | None = None,
    lamp_mm: tuple[float, float] | None = None,
) -> bytes:
    """The panel after ``steps_done`` steps (all where None); ``tell`` as in simulation.run; ``look``: at the edge of what Cielo believes
    (simulation.lean), or before the last ink has dried; ``lamp_mm``: tilted to a light above that place (simulation.relief).

    Raises BadInput for a resolution or a step out of range.
    """
    _can_be_drawn(plan, dots_per_inch, steps_done)
    grid = grid_of(plan.card, dots_per_inch)
    times = times_for(plan, look) if look in ("paler", "stronger") else 1.0
    if lamp_mm is not None:
        seen = tilted(plan, grid, *lamp_mm, steps_done, times=times, wet=look == "wet")
        return write_png(seen, dots_per_inch)
    rgb = as_made(plan, grid, steps_done, tell, times=times, wet=look == "wet")
    return write_png(rgb, dots_per_inch)


def deep_png(plan: Plan, dots_per_inch: float, steps_done: int | None = None, *, tell: Progress | None = None) -> bytes:
    """panel_png with 16 bits to a channel, for print. Raises BadInput as that does, and where a piece or a shape is put on by then."""
    _can_be_drawn(plan, dots_per_inch, steps_done)
    if any(isinstance(step, PutOn | StickOn) for step in plan.steps[:steps_done]):
        raise BadInput(
            "something is put on by then, and 16 bits are for the ground alone.",
            field="step",
            mend="Stop at a step before it is put on.",
        )
    return write_deep_png(encode_deep(seen_xyz(plan, grid_of(plan.card, dots_per_inch), steps_done, tell)), dots_per_inch)


def _can_be_drawn(plan: Plan, dots_per_inch: float, steps_done: int | None) -> None:
    if not LOWEST_DPI <= dots_per_inch <= HIGHEST_DPI:
        raise BadInput(
            f"{dots_per_inch:g} dots to the inch cannot be drawn.",
            field="dpi",
            mend=f"Use {LOWEST_DPI} to {HIGHEST_DPI}; 300 is right for print.",
        )
    if steps_done is not None and not 0 <= steps_done <= len(plan.steps):
        raise BadInput(f"the plan has {len(plan.steps)} steps.", field="step", mend=f"Use 0 to {len(plan.steps)}.")


# What a step leaves as it was is shown in grey, so far towards white; with less ink nearly white, and its own colours paler too.
PALE, PALER, HALF = 0.55, 0.92, 0.5
# Eight-bit steps of a channel by which a change is surely seen.
SEEN = 12.0


def change_png(plan: Plan, dots_per_inch: float, step: int, *, saving: bool = False) -> bytes:
    """What the ``step``th step changes, from 1: its own colours where it changes the panel, the rest as it was before in pale grey."""
    grid = grid_of(plan.card, dots_per_inch)
    before, after = (as_made(plan, grid, done).astype(np.float32) for done in (step - 1, step))
    grey = before.mean(axis=-1, keepdims=True)
    pale = grey + (255.0 - grey) * (PALER if saving else PALE)
    changed = np.clip(np.abs(after - before).max(axis=-1, keepdims=True) / SEEN, 0, 1)
    if saving:
        after += (255.0 - after) * HALF
    return write_png(np.asarray(pale + (after - pale) * changed + 0.5, np.uint8), dots_per_inch)


def assembled_png(plan: Plan, dots_per_inch: float) -> bytes:
    """The whole card put together, with its pieces. Raises BadInput for a resolution out of range."""
    if not LOWEST_DPI <= dots_per_inch <= HIGHEST_DPI // 4:
        raise BadInput(
            f"{dots_per_inch:g} dots to the inch cannot be drawn.",
            field="dpi",
            mend=f"Use {LOWEST_DPI} to {HIGHEST_DPI // 4}.",
        )
    return write_png(assembled(plan, dots_per_inch), dots_per_inch)


def proofs(plan: Plan, dots_per_inch: float) -> Iterator[tuple[int, bytes]]:
    """The bare panel and the panel after every step, as (steps done, PNG)."""
    for done in range(len(plan.steps) + 1):
        yield done, panel_png(plan, dots_per_inch, done)


def proofs_moving(plan: Plan, dots_per_inch: float) -> bytes:
    """The run of proofs as a moving picture (APNG): a second a step, the last held longer."""
    grid = grid_of(plan.card, dots_per_inch)
    frames = [as_made(plan, grid, done) for done in range(len(plan.steps) + 1)]
    return write_moving_png(frames, dots_per_inch, [1000] * (len(frames) - 1) + [3000])
