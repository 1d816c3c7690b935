"""What the proof after each step depends on, as a key: while that stays the same, the proof does, and need not be drawn or sent again."""

from dataclasses import replace
from hashlib import blake2b

from cielo import core
from cielo.app.as_written import as_written
from cielo.core.plan import Brush, Halo, Inside, LayMask, LiftMask, Plan, Pressed, PutOn, Water, piece_of, plan_of_piece


def proof_keys(plan: Plan) -> tuple[str, ...]:
    """A key for the bare panel and one for the panel after every step, (steps + 1,); equal keys are equal pictures.

    A proof hangs on the code that draws it, on the panel, its stock, what holds masks, what was measured, and the steps done with their
    inks and masks; not on steps to come, nor on what a step was planned for, what the card is called, or what lies beside the panel.
    """
    common = replace(plan, title="", units="in", inks=(), masks=(), steps=(), focal=(), cuts=(), wishes=(), pieces=(), given=0)
    keys = [_key(as_written(core), common)]
    for step in plan.steps:
        things: list[object] = [replace(step, purpose=None)]
        if isinstance(step, Brush):
            things.append(plan.ink(step.ink))
        if isinstance(step, PutOn):
            own = plan_of_piece(plan, step.piece)
            things.append(
                (piece_of(plan, step.piece), replace(own, title="", steps=tuple(replace(s, purpose=None) for s in own.steps)))
            )
        if isinstance(step, LayMask | LiftMask):
            things.append(plan.mask(step.mask))
        elif isinstance(step, Brush | Water) and isinstance(step.region, Halo | Inside | Pressed):
            things.append(plan.mask(step.region.mask))
        keys.append(_key(keys[-1], *things))
    return tuple(keys)


def _key(before: str, *things: object) -> str:
    return blake2b(repr((before, things)).encode(), digest_size=9).hexdigest()
