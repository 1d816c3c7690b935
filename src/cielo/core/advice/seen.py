"""Everything on the finished card that someone looks at or reads: prints, words, figures, pieces, each with its true outline where it lies
when the card is put together.

Places are mm on the panel as it is worked on, from its top left corner, whatever piece a thing is on; what is on a piece lies where the
piece lies. A thing that is made by several steps, stamped twice or stamped and filled, is one thing.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from shapely import affinity, box
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.lettering import words_shape
from cielo.core.geometry.motifs import STANDING
from cielo.core.geometry.printing import called_prints, image_name, prints_of, shape_at
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.plan import (
    Brush,
    Motifs,
    Piece,
    Plan,
    Print,
    PutOn,
    Words,
    plan_of_piece,
    put_on_in_turn,
)
from cielo.core.table.marks import is_directed, is_figure

# Two prints of one image no further apart and turned no further than this are the same thing, meant twice. Judgement.
SAME_MM, SAME_DEG = 2.0, 4.0

Kind = Literal["words", "figure", "piece"]
Bounds = tuple[float, float, float, float]


@dataclass(frozen=True)
class Seen:
    """A thing that is looked at.

    kind : "words" are read; "figure" and "piece" are looked at.
    part : the key of the piece it is on, "" for the panel; of a piece that is itself looked at, its own.
    steps : the ids of the steps of that part that made it, the first first.
    place : which print of its step it is, from 0.
    shape : its outline where it lies on the panel, mm.
    turned_deg : how far it is turned clockwise from upright as the panel is worked on.
    directed : whether it has a top and a bottom.
    """

    kind: Kind
    name: str
    part: str
    steps: tuple[str, ...]
    place: int
    shape: BaseGeometry
    turned_deg: float
    directed: bool


# Several checks look over one list; a few plans, since a remedy makes others of it.
@lru_cache(maxsize=16)
def seen_on_card(plan: Plan) -> tuple[Seen, ...]:
    """Every thing on the front of a card, in the order in which it comes to lie there: the panel's own, then piece by piece."""
    things = list(_merged(_of_part(plan, "")))
    for piece in put_on_in_turn(plan):
        own = plan_of_piece(plan, piece.key)
        things += [replace(thing, **_put_on(thing, piece)) for thing in _merged(_of_part(own, piece.key))]  # type: ignore[arg-type]
        standing = piece.outline in STANDING and piece.used == "whole"
        things.append(Seen("piece", piece.name, piece.key, (), 0, piece_shape(plan, piece.key), piece.angle_deg, standing))
    return tuple(things)


def made_together(plan: Plan) -> dict[str, frozenset[str]]:
    """Of every step of the panel that prints something made by others too, all the steps that make it, by step id."""
    made: dict[str, frozenset[str]] = {}
    for thing in _merged(_of_part(plan, "")):
        if len(thing.steps) > 1:
            for step in thing.steps:
                made[step] = made.get(step, frozenset()) | frozenset(thing.steps)
    return made


def put_on_step(plan: Plan, part: str) -> str | None:
    """The step of the panel that puts a piece on; None for the panel itself, and for a piece that none does."""
    return next((step.id for step in plan.steps if isinstance(step, PutOn) and step.piece == part), None)


def on_top(plan: Plan) -> Iterator[tuple[Seen, Seen]]:
    """Every thing that a piece put on later touches from above, with that piece."""
    things = seen_on_card(plan)
    for n, thing in enumerate(things):
        for over in things[n + 1 :]:
            if over.kind == "piece" and over.part != thing.part and over.shape.intersects(thing.shape):
                yield thing, over


def _of_part(plan: Plan, part: str) -> Iterator[Seen]:
    """The prints of one part as they lie on it."""
    size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
    for step in plan.steps:
        if not isinstance(step, Brush) or not is_figure(step):
            continue
        match step.region:
            case Words() as words:
                called = f"“{words.text.replace(chr(10), ' ')}”"
                yield Seen("words", called, part, (step.id,), 0, words_shape(words), words.angle_deg, True)
            case Print() as region:
                for n, at in enumerate(region.places):
                    name = image_name(region.image)
                    yield Seen("figure", name, part, (step.id,), n, shape_at(region, at), at.angle_deg, is_directed(step))
            case Motifs() as motifs:
                for n, shape in enumerate(prints_of(motifs, *size, step.seed)):
                    yield Seen("figure", called_prints(motifs), part, (step.id,), n, shape, 0.0, False)


def _merged(things: Iterator[Seen]) -> Iterator[Seen]:
    """Things made by several steps as one."""
    found: list[Seen] = []
    bounds: dict[tuple[Kind, str], list[tuple[int, Bounds]]] = {}
    for thing in things:
        lies = thing.shape.bounds
        alike = bounds.setdefault((thing.kind, thing.name), [])
        same = next((n for n, other in alike if _is_same(found[n], other, thing, lies)), None)
        if same is None:
            alike.append((len(found), lies))
            found.append(thing)
        else:
            found[same] = replace(found[same], steps=tuple(dict.fromkeys((*found[same].steps, *thing.steps))))
    yield from found


def _is_same(one: Seen, lies: Bounds, other: Seen, there: Bounds) -> bool:
    """Whether two prints of one image are as large and nearly in the same place."""
    return all(abs(x - y) <= SAME_MM for x, y in zip(lies, there, strict=True)) and (
        turned_apart(one.turned_deg, other.turned_deg) <= SAME_DEG
    )


def turned_apart(one_deg: float, other_deg: float) -> float:
    """How far two things are turned from each other, degrees, 0..180."""
    return abs((one_deg - other_deg + 180) % 360 - 180)


def _put_on(thing: Seen, piece: Piece) -> dict[str, object]:
    """Where a thing on a piece lies on the panel, and how it is turned there."""
    at = affinity.translate(thing.shape, piece.x_mm - piece.width_mm / 2, piece.y_mm - piece.height_mm / 2)
    turned = affinity.rotate(at, piece.angle_deg, origin=(piece.x_mm, piece.y_mm))
    return {"shape": turned, "turned_deg": thing.turned_deg + piece.angle_deg}


def front_of_card(plan: Plan) -> BaseGeometry:
    """The front of the card, mm on the panel."""
    card = plan.card
    return box(-card.panel_left_mm, -card.panel_top_mm, card.width_mm - card.panel_left_mm, card.height_mm - card.panel_top_mm)
