"""Checks on stamps and prints: overprint-shows, front-after-back, stamp-blurs, unprimed-stamp, orientation-untested, register-lost."""

from collections.abc import Iterator
from dataclasses import replace
from math import hypot

import numpy as np

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import (
    TOO_SMALL,
    add_before,
    area,
    before,
    both,
    brushings,
    offered,
    panel_size,
    strongest,
    with_step,
)
from cielo.core.advice.seen import SAME_DEG, SAME_MM, turned_apart
from cielo.core.geometry.printing import MASK_MARGIN_MM, finest_mm, mask_of_prints, moved
from cielo.core.materials import TOOLS, TRANSPARENT_KINDS
from cielo.core.plan import (
    Brush,
    BuiltIn,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Prepare,
    Print,
    Refers,
    Words,
    insert_step,
    move_step,
    new_step_id,
)
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.core.table.marks import decides_way_up, embosses, is_figure, is_in_front
from cielo.core.table.needs import is_for
from cielo.core.table.table import Table
from cielo.core.units import say_fine

# A stamp with parts smaller than this blurs when pressed; one larger than that wants to be primed: common practice, no source.
TINY_MM, BIG_MM, BIG_LETTERS_MM = 8.0, 40.0, 12.0
# Parts finer than this fill up when a stamp is pressed. Judgement.
FINE_MM = 0.5


def _figures(plan: Plan) -> list[Brush]:
    return [step for step in brushings(plan) if is_figure(step)]


def _size_mm(step: Brush) -> float:
    """How large a stamp is: the longer side of an image, the capitals of words, mm."""
    return step.region.height_mm if isinstance(step.region, Words) else getattr(step.region, "size_mm", 0.0)


def _stamp(step: Brush) -> object:
    """What is inked and pressed, wherever it is pressed."""
    match step.region:
        case Motifs():
            return step.region.motif
        case Print(BuiltIn(motif)):
            return motif
        case Print():
            return step.region.image
        case _:
            return step.region


def _masked_between(plan: Plan, first: Brush, then: Brush) -> bool:
    """Whether a mask is laid after the first print and still lies there at the second."""
    steps = plan.steps[plan.index_of(first.id) + 1 : plan.index_of(then.id)]
    lying = {step.mask for step in steps if isinstance(step, LayMask)} - {s.mask for s in steps if isinstance(s, LiftMask)}
    return bool(lying)


def _overlaps(plan: Plan, table: Table) -> Iterator[tuple[Brush, Brush]]:
    """(first, then): figures of which the second is printed over the first with no mask between."""
    figures = _figures(plan)
    for n, then in enumerate(figures):
        for first in figures[:n]:
            if first.region == then.region and first.seed == then.seed:
                continue  # the same print again
            if _slip(first, then) is not None:
                continue  # told as what has lost its register
            if area(both(table, first.id, then.id), 0.15) > TOO_SMALL / 2 and not _masked_between(plan, first, then):
                yield first, then


def overprint_shows(plan: Plan, table: Table) -> Iterator[Finding]:
    """A figure is stamped over another without a mask, in an ink through which the first shows."""
    for first, then in _overlaps(plan, table):
        ink, under = plan.ink(then.ink), plan.ink(first.ink)
        covers = ink.kind not in TRANSPARENT_KINDS
        darker = lightness_on(plan.stock.paper, ink) < lightness_on(plan.stock.paper, under) - 4 * SAME_LIGHTNESS
        over_the_front = is_in_front(first) and not is_in_front(then)
        if is_in_front(then) or _stands_before(then, first) or ((covers or darker) and not over_the_front):
            continue  # the second is meant to be in front, hides the first, or swallows it
        yield Finding(
            "overprint-shows",
            "warn",
            then.id,
            f"The print in {ink.name} goes over the one in {under.name}, which stands in front."
            if over_the_front
            else f"The print in {ink.name} goes over the one in {under.name}, which shows through it.",
            "Two figures printed over each other look like glass. Mask the front one, and print the other behind it.",
            strongest(table, both(table, first.id, then.id)),
            _one_behind_the_other(plan, first, then),
        )


def _stands_before(step: Brush, other: Brush) -> bool:
    """Whether a print is said to stand in front of another."""
    one, two = step.refers, other.refers
    front = one is not None and one.how == "in-front" and one.step == other.id
    return front or (two is not None and two.how == "behind" and two.step == step.id)


def _one_behind_the_other(plan: Plan, first: Brush, then: Brush) -> Iterator[Remedy]:
    """The first masked; the second printed first and masked; the second in an ink that covers; or set beside it."""
    masked = _mask_the_first(plan, first, then)
    if masked is not None:
        yield masked
    turned = _mask_the_first(move_step(plan, then.id, first.id), then, first)
    if turned is not None:
        yield Remedy("Print the second first, and mask it", turned.plan)
    for ink in plan.inks:
        if ink.kind in ("white", "metallic") and ink.key != then.ink:
            yield Remedy(f"Take {ink.name} for it, which covers", with_step(plan, then, ink=ink.key))
    if isinstance(then.region, Print | Words):
        width, height = panel_size(plan)
        far = [(x, y) for x in (0.0, -0.3, 0.3, -0.55, 0.55) for y in (0.0, -0.3, 0.3, -0.55, 0.55) if x or y]
        for x, y in sorted(far, key=lambda shift: abs(shift[0]) + abs(shift[1])):
            aside = moved(then.region, round(x * width, 1), round(y * height, 1))
            yield Remedy("Print it beside the first", with_step(plan, then, region=aside))


def front_after_back(plan: Plan, table: Table) -> Iterator[Finding]:
    """The front figure comes after the one behind it, without a mask."""
    for first, then in _overlaps(plan, table):
        if not _stands_before(then, first) and (not is_in_front(then) or is_in_front(first)):
            continue
        if plan.ink(then.ink).kind not in TRANSPARENT_KINDS:
            continue
        turned = move_step(plan, then.id, first.id)
        remedy = _mask_the_first(turned, then, first)
        yield Finding(
            "front-after-back",
            "warn",
            then.id,
            f"The figures in {plan.ink(then.ink).name} stand in front, but are printed last, over those behind them.",
            "What is in front is printed first and masked; what is behind it then stops at its edge.",
            strongest(table, both(table, first.id, then.id)),
            remedy and Remedy("Print the front first and mask it", remedy.plan),
        )


def _mask_the_first(plan: Plan, first: Brush, then: Brush) -> Remedy | None:
    """A mask cut to the first figures, laid before the second are printed and lifted after."""
    taken = {mask.key for mask in plan.masks}
    key = next(f"figures-{n}" for n in range(1, len(taken) + 2) if f"figures-{n}" not in taken)
    mask = mask_of_prints(plan, first.id, key, margin_mm=MASK_MARGIN_MM)
    masked = replace(plan, masks=(*plan.masks, mask))
    masked = insert_step(masked, LayMask(new_step_id(masked), key), then.id)
    later = masked.steps[masked.index_of(then.id) + 1 :]
    masked = insert_step(masked, LiftMask(new_step_id(masked), key), later[0].id if later else None)
    return Remedy("Mask the first figures", masked)


def stamp_blurs(plan: Plan, table: Table) -> Iterator[Finding]:
    """A tiny stamp, or one of fine parts: touch, do not press. Told once of each stamp."""
    told: set[object] = set()
    for step in _figures(plan):
        if step.tool != "stamp" or _stamp(step) in told or not isinstance(step.region, Print | Motifs | Words):
            continue
        if _size_mm(step) < TINY_MM or finest_mm(step.region) < FINE_MM:
            told.add(_stamp(step))
            yield Finding(
                "stamp-blurs",
                "remind",
                step.id,
                "So fine a stamp blurs when it is pressed.",
                "Touch the ink with it and touch the panel: no more.",
                strongest(table, table.maps[step.id]),
            )


def unprimed_stamp(plan: Plan, table: Table) -> Iterator[Finding]:
    """The first print of a large stamp: stamp off first."""
    seen: set[object] = set()
    for step in _figures(plan):
        stamp = _stamp(step)
        large = _size_mm(step) >= (BIG_LETTERS_MM if isinstance(step.region, Words) else BIG_MM)
        if step.tool == "stamp" and stamp not in seen and large:
            yield Finding(
                "unprimed-stamp",
                "remind",
                step.id,
                "A large stamp takes its ink unevenly the first time.",
                "Ink it and stamp off on scrap until the print is whole.",
                strongest(table, table.maps[step.id]),
            )
        seen.add(stamp)


def orientation_untested(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sentiment or directed image is printed before top and bottom are decided: more ground follows, and nothing was tried."""
    for step in _figures(plan):
        tried = any(isinstance(other, Prepare) and other.act == "orient" for other in before(plan, step))
        if not tried and any(decides_way_up(plan, other, step) for other in plan.steps[plan.index_of(step.id) + 1 :]):
            yield Finding(
                "orientation-untested",
                "warn",
                step.id,
                "This print has a top and a bottom, and the ground that decides them comes later.",
                "If the ground looks better the other way up, the print stands on its head.",
                strongest(table, table.maps[step.id]),
                Remedy("Decide it and try it on scrap first", add_before(plan, Prepare("", "orient"), step)),
            )


def not_tried(plan: Plan, table: Table) -> Iterator[Finding]:
    """Words are stamped that were never tried on scrap; told once, of the first."""
    for step in _figures(plan):
        if not isinstance(step.region, Words) or TOOLS[step.tool].texture != "print":
            continue
        if not any(isinstance(other, Prepare) and other.act == "orient" for other in before(plan, step)):
            yield Finding(
                "not-tried",
                "remind",
                step.id,
                "The words were never tried on scrap.",
                "One print on scrap shows what the block leaves, and whether it stands straight; on the card it cannot be taken back.",
                strongest(table, table.maps[step.id]),
                Remedy("Try it on scrap first", add_before(plan, Prepare("", "orient"), step)),
            )
        return


# A hair's breadth beside itself, or turned from it, no eye sees, mm and degrees. Judgement.
NO_SLIP_MM, NO_SLIP_DEG = 0.3, 0.5


def _slip(first: Brush, then: Brush) -> tuple[float, float] | None:
    """How far a second print of one image lies beside the first, mm, and turned from it, degrees; None where it was not meant there."""
    if then.refers is not None and then.refers.step == first.id:
        return None
    one, two = first.region, then.region
    if isinstance(one, Words) and isinstance(two, Words):
        if replace(one, x_mm=0.0, y_mm=0.0, angle_deg=0.0) != replace(two, x_mm=0.0, y_mm=0.0, angle_deg=0.0):
            return None
        apart, turned = [hypot(one.x_mm - two.x_mm, one.y_mm - two.y_mm)], [turned_apart(one.angle_deg, two.angle_deg)]
    elif isinstance(one, Print) and isinstance(two, Print) and len(one.places) == len(two.places):
        if (one.image, one.size_mm) != (two.image, two.size_mm):
            return None
        pairs = list(zip(one.places, two.places, strict=True))
        if any((a.flipped, a.size_mm) != (b.flipped, b.size_mm) for a, b in pairs):
            return None
        apart = [hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm) for a, b in pairs]
        turned = [turned_apart(a.angle_deg, b.angle_deg) for a, b in pairs]
    else:
        return None
    slips = max(apart) <= SAME_MM and max(turned) <= SAME_DEG and (max(apart) > NO_SLIP_MM or max(turned) > NO_SLIP_DEG)
    return (max(apart), max(turned)) if slips else None


def slipped_print(plan: Plan, table: Table) -> Iterator[Finding]:
    """The same image printed again a little beside itself."""
    figures = _figures(plan)
    for n, then in enumerate(figures):
        for first in figures[:n]:
            slip = _slip(first, then)
            if slip is None:
                continue
            apart, turned = slip
            far = f"{say_fine(apart, plan.units)} beside" if apart > NO_SLIP_MM else f"turned {turned:.0f}° from"
            again = with_step(plan, then, region=first.region, seed=first.seed, refers=Refers(first.id, "again"))
            marked = any(isinstance(s, Prepare) and s.act == "register" for s in before(plan, first))
            same = again if marked else add_before(again, Prepare("", "register"), first)
            yield Finding(
                "register-lost",
                "warn",
                then.id,
                f"The second print lies {far} the first.",
                "So near it looks like a slip: every line is there twice. In the same place it goes deeper; for a shadow say that it stands "
                "behind the other.",
                strongest(table, table.maps[then.id]),
                offered(
                    [
                        ("Print it in the same place, by corner marks or in the press", same),
                        ("It is a shadow: leave it behind the other", with_step(plan, then, refers=Refers(first.id, "behind"))),
                    ]
                ),
                measure=f"{say_fine(apart, plan.units)} and {turned:.0f}°",
            )
            break


def register_lost(plan: Plan, table: Table) -> Iterator[Finding]:
    """A second print of the same image with no corner mark or press, or beside itself."""
    yield from slipped_print(plan, table)
    figures = _figures(plan)
    for n, then in enumerate(figures):
        first = next((f for f in figures[:n] if f.region == then.region and f.seed == then.seed), None)
        if first is not None and embosses(plan, then) and is_for(table, first.id, then.id):
            continue  # powder is strewn on the wet print, and not printed again
        if first is None or any(isinstance(s, Prepare) and s.act == "register" for s in before(plan, first)):
            continue
        if not np.any(both(table, first.id, then.id) > 0.1):
            continue
        yield Finding(
            "register-lost",
            "warn",
            then.id,
            "The same image is printed a second time, and nothing brings it back to its place.",
            "By eye the second print lands a hair beside the first. Corner marks or a press hold both.",
            strongest(table, both(table, first.id, then.id)),
            Remedy("Mark the corners before the first print", add_before(plan, Prepare("", "register"), first)),
        )
