"""Where things go on the panel and its pieces, each step a template at its real size: the corners of what it is laid on, a cross to prick
through at each place, numbered in the order in which they are told, and the outline of what comes there."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from shapely import LineString, box
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.pieces import Array, Mark, Piece
from cielo.core.geometry.printing import called_prints, prints_of
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.geometry.shapes import rings_mm
from cielo.core.plan import (
    Brush,
    LayMask,
    Motifs,
    Plan,
    Print,
    PutOn,
    Step,
    StickOn,
    Stroke,
    Words,
    called_here,
    piece_of,
    plan_of_piece,
    run_of,
)
from cielo.core.units import sentence

# What a template is made of, as a name for its sort; it is cut of nothing.
PAPER = "plain paper"


def placings_of(plan: Plan, only: str | None = None) -> tuple[Piece, ...]:
    """A template for every step of the card that is done at a place, in the order of the run; ``only``: for that step of the panel."""
    made = []
    for done in run_of(plan):
        if only is not None and (done.part or done.step.id != only):
            continue
        part = plan_of_piece(plan, done.part) if done.part else plan
        placing = _placing(part, part.steps[part.index_of(done.step.id)])
        if placing is not None:
            made.append(replace(placing, key=f"{done.part or 'panel'}-{done.step.id}"))
    return tuple(made)


def _placing(plan: Plan, step: Step) -> Piece | None:
    what, marks, lines = _places(plan, step)
    if not lines:
        return None
    card, spare = plan.card, plan.card.trim_mm
    width, height = card.panel_width_mm + 2 * spare, card.panel_height_mm + 2 * spare
    here = called_here(plan)
    return Piece(
        "",
        f"{sentence(here)}, step {plan.index_of(step.id) + 1}: {what}",
        PAPER,
        width,
        height,
        (np.asarray(box(0, 0, width, height).exterior.coords, dtype=float),),
        tuple(part for line in lines for part in _on_panel(line + spare, width, height)),
        f"Its outline is the {here}{' before it is trimmed' if spare else ''}: lay corner on corner and prick through the crosses.",
        marks=tuple(Mark(x + spare, y + spare, called) for x, y, called in marks),
    )


def _places(plan: Plan, step: Step) -> tuple[str, list[tuple[float, float, str]], list[Array]]:
    """What is placed, its crosses with what is said at each, and its outlines; no outline where nothing is."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    match step:
        case Brush(region=Print() | Motifs() | Words() as region):
            shapes = prints_of(region, width, height, step.seed)
            middles = [(at.x_mm, at.y_mm) for at in region.places] if isinstance(region, Print) else [_middle(s) for s in shapes]
            return called_prints(region), _numbered(middles), [line for shape in shapes for line in rings_mm(shape)]
        case Brush(region=Stroke(points=points)):
            ends = [(*points[0], "from"), (*points[-1], "to")]
            return "a stroke", ends, [np.asarray(points, dtype=float)]
        case StickOn(spots=spots, thing=thing):
            rounds = [_round(spot.x_mm, spot.y_mm, step.size_mm / 2) for spot in spots]
            return thing, _numbered([(spot.x_mm, spot.y_mm) for spot in spots]), rounds
        case LayMask(mask=key):
            mask = plan.mask(key)
            lines = [np.asarray(line, dtype=float) for line in outlines_mm(mask, width, height)]
            inside = 0 <= mask.x_mm <= width and 0 <= mask.y_mm <= height
            return mask.called, [(mask.x_mm, mask.y_mm, "middle")] if inside else [], lines
        case PutOn(piece=key):
            shape = piece_shape(plan, key)
            piece = piece_of(plan, key)
            return piece.name, [(piece.x_mm, piece.y_mm, "middle")], list(rings_mm(shape))
        case _:
            return "", [], []


def _numbered(places: list[tuple[float, float]]) -> list[tuple[float, float, str]]:
    return [(x, y, str(n)) for n, (x, y) in enumerate(places, 1)]


def _middle(shape: BaseGeometry) -> tuple[float, float]:
    left, top, right, bottom = shape.bounds
    return (left + right) / 2, (top + bottom) / 2


def _round(x: float, y: float, radius: float) -> Array:
    turn = np.linspace(0, 2 * np.pi, 33)
    return np.stack([x + radius * np.cos(turn), y + radius * np.sin(turn)], axis=-1)


def _on_panel(line: Array, width: float, height: float) -> Iterator[Array]:
    """What of a line lies on what is worked on."""
    met = LineString(line).intersection(box(0, 0, width, height))
    for part in getattr(met, "geoms", [met]):
        if isinstance(part, LineString) and not part.is_empty:
            yield np.asarray(part.coords, dtype=float)
