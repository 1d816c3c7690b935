"""Checks on what is not dry yet: wet-over-wet, mask-on-damp, powder-on-open-ink, finish-not-dry, packed-wet,
surface-rubbed-up, wet-when-put-on; and what no waiting helps: solvent-moves-ink. All read the table's moments.

One rule says what a step needs dry (``table.needs``); here it is told, once for each step and kind, with the drying that cures it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import add_before, meeting_place, offered, strongest
from cielo.core.materials import FASTER
from cielo.core.plan import (
    Brush,
    Dry,
    LayMask,
    Plan,
    Prepare,
    PutOn,
    Step,
    Tapes,
    Water,
    move_step,
    new_step_id,
    piece_of,
    plan_of_piece,
    replace_step,
    without_steps,
)
from cielo.core.sequence.drying import in_half_minutes
from cielo.core.table.marks import prints
from cielo.core.table.moment import Wet
from cielo.core.table.needs import NeedCode
from cielo.core.table.table import Table
from cielo.core.units import join_words


def wet_over_wet(plan: Plan, table: Table) -> Iterator[Finding]:
    """A layer meant to be clean goes onto what has not dried."""
    for step, wet in _told(plan, table, "wet-over-wet"):
        assert isinstance(step, Brush)
        below, name = _name(plan, wet[-1]), plan.ink(step.ink).name
        if step.onto == "dry":
            what = f"{name} is meant as a clean layer, but {below} below it is still damp."
            why = "On damp ink it mixes instead of lying on top, and the colour and the edge are lost."
        else:
            what = f"{name} is worked into {below} while that is still damp."
            why = "It takes the dark ink up and goes milky, and the brush and the pad carry that on. On dry ink it stays clean."
        yield Finding(
            "wet-over-wet",
            "warn",
            step.id,
            what,
            why,
            meeting_place(table, wet[-1].step, step.id),
            _let_dry(plan, step, wet),
            _measure(wet),
        )


def solvent_moves_ink(plan: Plan, table: Table) -> Iterator[Finding]:
    """A clean print in alcohol ink over alcohol ink: its solvent frees what lies there, however dry."""
    for at, step in enumerate(plan.steps):
        if not isinstance(step, Brush) or not prints(step) or plan.ink(step.ink).kind != "alcohol":
            continue
        below = [
            other
            for other in plan.steps[:at]
            if isinstance(other, Brush) and plan.ink(other.ink).kind == "alcohol" and table.meet(other.id, step.id)
        ]
        if not below:
            continue
        others = [ink for ink in plan.inks if ink.kind in PRINTS_ON_ALCOHOL]
        first = below[0]
        changes = [(f"Print it in {ink.name}", replace_step(plan, replace(step, ink=ink.key))) for ink in others]
        changes.append(("Print it first, on the bare sheet", move_step(plan, step.id, first.id)))
        changes.append(("Leave it out", without_steps(plan, {step.id})))
        yield Finding(
            "solvent-moves-ink",
            "warn",
            step.id,
            f"{plan.ink(step.ink).name} is printed over {plan.ink(below[-1].ink).name}, which its solvent sets free again.",
            "Alcohol ink moves wherever alcohol comes, dry or not: the print runs out, and takes the ground along.",
            meeting_place(table, below[-1].id, step.id),
            offered(changes),
        )


# What prints on alcohol ink without moving it. Common practice, no source.
PRINTS_ON_ALCOHOL = ("pigment", "metallic", "white")


def mask_on_damp(plan: Plan, table: Table) -> Iterator[Finding]:
    """A mask that sticks is set on damp ink."""
    for step, wet in _told(plan, table, "mask-on-damp"):
        assert isinstance(step, LayMask)
        mask = plan.mask(step.mask)
        laid, hold, come = ("are", "They", "they come") if isinstance(mask, Tapes) else ("is", "It", "it comes")
        yield Finding(
            "mask-on-damp",
            "warn",
            step.id,
            f"The {mask.called} {laid} laid where {_name(plan, wet[-1])} is still damp.",
            f"{hold} will not hold there, ink creeps in below, and ink is lifted when {come} off.",
            Place(mask.x_mm, mask.y_mm),
            _let_dry(plan, step, wet),
            _measure(wet),
        )


def powder_on_open_ink(plan: Plan, table: Table) -> Iterator[Finding]:
    """Embossing powder while a pigment or slow ink elsewhere on the panel is open: it sticks there too."""
    for step, wet in _told(plan, table, "powder-on-open-ink"):
        names = join_words(list(dict.fromkeys(_name(plan, one) for one in wet)))
        yield Finding(
            "powder-on-open-ink",
            "warn",
            step.id,
            f"{names} {'is' if ' and ' not in names else 'are'} still open when the powder falls.",
            "Powder sticks to any ink that is still wet, and melts there too. Powder first, or wait.",
            strongest(table, table.maps[wet[-1].step]),
            _let_dry(plan, step, wet),
            _measure(wet),
        )


def finish_not_dry(plan: Plan, table: Table) -> Iterator[Finding]:
    """Paste, gloss or pen work is handled before it is dry."""
    yield from picked_up_wet(plan, table)
    for step, wet in _told(plan, table, "finish-not-dry"):
        yield Finding(
            "finish-not-dry",
            "warn",
            step.id,
            f"{_name(plan, wet[-1])} is not dry when this comes.",
            "It smears, and takes the print of anything that touches it.",
            strongest(table, table.maps[wet[-1].step]),
            _let_dry(plan, step, wet),
            _measure(wet),
        )


# What the last step leaves wet for longer than this is in the way when the card is picked up, minutes. Judgement.
IN_THE_WAY_MIN = 20.0


def picked_up_wet(plan: Plan, table: Table) -> Iterator[Finding]:
    """The last step leaves something that takes the print of anything that touches it, and nothing says that it dries."""
    if any(isinstance(step, Prepare) and step.act == "mount" for step in plan.steps):
        return  # that it is mounted wet is told there
    drawn = {step.id for step in plan.steps if isinstance(step, Brush) and step.tool == "pen"}
    still = [one for one in table.moments[-1].wet if one.of == "paste" and one.left_min > IN_THE_WAY_MIN]
    wet = [one for one in still if one.step not in drawn]  # a pen leaves little, and that is seen to be wet
    if not wet:
        return
    last = max(wet, key=lambda one: one.left_min)
    laid = plan.steps[plan.index_of(last.step)]
    name = plan.ink(laid.ink).name if isinstance(laid, Brush) else "What is stuck on"
    wait = Dry(new_step_id(plan), "air", in_half_minutes(last.left_min))
    yield Finding(
        "finish-not-dry",
        "warn",
        plan.steps[-1].id,
        f"{name} is wet when the card is done and picked up.",
        "It takes the print of anything that touches it, for hours. Let it lie flat until it is hard.",
        strongest(table, table.maps[laid.id]),
        Remedy("Let it dry", replace(plan, steps=(*plan.steps, wait))),
        measure=f"it needs {in_half_minutes(last.left_min):g} minutes more",
    )


def packed_wet(plan: Plan, table: Table) -> Iterator[Finding]:
    """Mounted before the last wait is over."""
    for step, wet in _told(plan, table, "packed-wet"):
        longest = max(wet, key=lambda one: one.left_min)
        yield Finding(
            "packed-wet",
            "warn",
            step.id,
            f"{_name(plan, longest)} is still drying when the panel is mounted.",
            "Mounted or stacked it cannot dry: it smears, sticks to the next card and cockles.",
            strongest(table, table.maps[longest.step]) if longest.step in table.maps else None,
            _let_dry(plan, step, wet, "Wait until it is dry"),
            _measure(wet),
        )


def wet_when_put_on(plan: Plan, table: Table) -> Iterator[Finding]:
    """A piece is put on while it is wet, or what it covers is."""
    for step, wet in _told(plan, table, "wet-when-put-on"):
        assert isinstance(step, PutOn)
        piece = piece_of(plan, step.piece)
        longest = max(wet, key=lambda one: one.left_min)
        where = f"on the {piece.name}" if longest.part else "under it"
        yield Finding(
            "wet-when-put-on",
            "warn",
            step.id,
            f"{_name(plan, longest)} {where} is still wet when the {piece.name} is put on.",
            "Wet ink smears under the fingers that press it down, and what is stuck over it cannot dry: it cockles and comes off.",
            Place(piece.x_mm, piece.y_mm),
            _let_dry(plan, step, wet),
            _measure(wet),
        )


def surface_rubbed_up(plan: Plan, table: Table) -> Iterator[Finding]:
    """A stock that is not made for water is worked over while water stands on it."""
    for step, wet in _told(plan, table, "surface-rubbed-up"):
        yield Finding(
            "surface-rubbed-up",
            "warn",
            step.id,
            f"{plan.stock.name} is worked over while water stands on it.",
            "Wet card that is not made for it rubs up into crumbs, and takes ink in spots from then on.",
            strongest(table, table.maps[step.id]),
            _let_dry(plan, step, wet),
            _measure(wet),
        )


def _told(plan: Plan, table: Table, code: NeedCode) -> Iterator[tuple[Step, list[Wet]]]:
    """Every step with what of one kind is not dry for it."""
    for step in plan.steps:
        wet = [needed.wet for needed in table.not_dry_for(step) if needed.code == code]
        if wet:
            yield step, wet


def _name(plan: Plan, wet: Wet) -> str:
    part = plan_of_piece(plan, wet.part) if wet.part else plan
    step = part.steps[part.index_of(wet.step)]
    if isinstance(step, Brush):
        return plan.ink(step.ink).name
    return "the water" if isinstance(step, Water) else "the glue"


def _let_dry(plan: Plan, step: Step, wet: Sequence[Wet], label: str = "Let it dry first") -> Remedy:
    left = max(one.left_min for one in wet)
    return Remedy(label, add_before(plan, Dry("", "air", in_half_minutes(left / FASTER["air"])), step))


def _measure(wet: Sequence[Wet]) -> str:
    left = in_half_minutes(max(one.left_min for one in wet))
    return f"{left:g} minutes more in the air"
