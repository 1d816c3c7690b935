"""All checks on a plan, in working order. The codes are those of the trade's table (trade.md, What goes wrong)."""

from collections.abc import Callable, Iterator
from dataclasses import replace

from cielo.core.advice import (
    colour_checks,
    dry_checks,
    figure_checks,
    finish_checks,
    fit_checks,
    focal_checks,
    ground_checks,
    heat_checks,
    hidden_checks,
    ink_checks,
    lying_checks,
    order_checks,
    piece_checks,
    repeat_checks,
    resist_checks,
    seam_checks,
    stamp_checks,
    stencil_checks,
    tool_checks,
    wasted_checks,
    water_checks,
    wet_checks,
)
from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.remedies import with_tried_remedies
from cielo.core.advice.supplies import Supplies, not_on_shelf
from cielo.core.plan import Piece, Plan, with_piece_plan
from cielo.core.table.table import Table, tables_of
from cielo.core.units import sentence

Check = Callable[[Plan, Table], Iterator[Finding]]

# Every check that is read from the plan alone; ``not-on-shelf`` wants to know the shelf too.
CHECKS: dict[str, Check] = {
    "dark-before-light": order_checks.dark_before_light,
    "heavy-first-touch": ink_checks.heavy_first_touch,
    "stark-seam": seam_checks.stark_seam,
    "seam-mud": colour_checks.seam_mud,
    "primaries-brown": colour_checks.primaries_brown,
    "tape-over-openings": stencil_checks.tape_over_openings,
    "uneven-repeat": stencil_checks.uneven_repeat,
    "stencil-may-shift": stencil_checks.stencil_may_shift,
    "loose-middle": stencil_checks.loose_middle,
    "ink-through-neighbour": stencil_checks.ink_through_neighbour,
    "unwiped-mask": order_checks.unwiped_mask,
    "wipe-for-the-next": order_checks.sheet_for_the_next_card,
    "without-its-stencil": order_checks.without_its_stencil,
    "mask-left-on": order_checks.mask_left_on,
    "lays-nothing": order_checks.lays_nothing,
    "heat-on-stencil": heat_checks.heat_on_stencil,
    "heat-on-solvent": heat_checks.heat_on_solvent,
    "never-dries-here": heat_checks.never_dries_here,
    "light-over-dark-vanishes": hidden_checks.light_over_dark_vanishes,
    "covered-by-later": hidden_checks.covered_by_later,
    "off-the-piece": hidden_checks.off_the_piece,
    "seeps-under": wet_checks.seeps_under,
    "surface-rubbed-up": dry_checks.surface_rubbed_up,
    "paste-left-under": wet_checks.paste_left_under,
    "dirty-tool": tool_checks.dirty_tool,
    "mask-on-damp": dry_checks.mask_on_damp,
    "mask-residue": tool_checks.mask_residue,
    "wet-over-wet": dry_checks.wet_over_wet,
    "powder-on-open-ink": dry_checks.powder_on_open_ink,
    "static-on-dark": resist_checks.static_on_dark,
    "unmelted-powder": resist_checks.unmelted_powder,
    "stamp-over-ridge": resist_checks.stamp_over_ridge,
    "resist-not-wiped": resist_checks.resist_not_wiped,
    "resist-too-pale": resist_checks.resist_too_pale,
    "water-on-soluble-outline": water_checks.water_on_soluble_outline,
    "stock-buckles": water_checks.stock_buckles,
    "overwatered": water_checks.overwatered,
    "water-does-nothing": water_checks.water_does_nothing,
    "marker-over-medium": tool_checks.marker_over_medium,
    "alcohol-on-absorbent": tool_checks.alcohol_on_absorbent,
    "ink-invisible": ink_checks.ink_invisible,
    "hybrid-streaks": tool_checks.hybrid_streaks,
    "ink-spent": tool_checks.ink_spent,
    "judged-wet": water_checks.judged_wet,
    "rank-repeats": repeat_checks.rank_repeats,
    "overprint-shows": stamp_checks.overprint_shows,
    "front-after-back": stamp_checks.front_after_back,
    "stamp-blurs": stamp_checks.stamp_blurs,
    "unprimed-stamp": stamp_checks.unprimed_stamp,
    "orientation-untested": stamp_checks.orientation_untested,
    "focal-lost": focal_checks.focal_lost,
    "figure-over-disc": figure_checks.figure_over_disc,
    "motif-cut": figure_checks.motif_cut,
    "figure-floats": figure_checks.figure_floats,
    "busy-behind-words": ground_checks.busy_behind_words,
    "bare-spots": ground_checks.bare_spots,
    "one-lightness": ground_checks.one_lightness,
    "darks-merge": colour_checks.darks_merge,
    "horizon-crosses-sun": figure_checks.horizon_crosses_sun,
    "finish-not-dry": dry_checks.finish_not_dry,
    "register-lost": stamp_checks.register_lost,
    "does-not-fit": fit_checks.does_not_fit,
    "packed-wet": dry_checks.packed_wet,
    "wet-when-put-on": dry_checks.wet_when_put_on,
    "heat-on-synthetic": heat_checks.heat_on_synthetic,
    "heat-on-drops": heat_checks.heat_on_drops,
    "heat-on-embossing": heat_checks.heat_on_embossing,
    "solvent-moves-ink": dry_checks.solvent_moves_ink,
    "left-lying": lying_checks.left_lying,
    "falls-on-covered": lying_checks.falls_on_covered,
    "wet-not-wet": wet_checks.wet_not_wet,
    "bare-line": seam_checks.bare_line,
    "rubbed-through": ground_checks.rubbed_through,
    "not-tried": stamp_checks.not_tried,
    "glue-shows": finish_checks.glue_shows,
    "wasted-ink": wasted_checks.wasted_ink,
}


# Those on the card put together, which look at every part of it.
CARD_CHECKS: dict[str, Check] = {
    "piece-covers": piece_checks.piece_covers,
    "hangs-over": piece_checks.hangs_over,
    "upside-down": piece_checks.upside_down,
    "cut-through": piece_checks.cut_through,
    "out-of-register": piece_checks.out_of_register,
    "falls-on-piece": piece_checks.falls_on_piece,
}


def judge(plan: Plan, supplies: Supplies | None = None) -> tuple[Finding, ...]:
    """Every finding on a plan: on the card as a whole first, then by the step it stands at, then by code.

    With supplies, what is missing of them or runs out within the batch too.
    """
    place: dict[str | None, int] = {None: -1, **{step.id: i for i, step in enumerate(plan.steps)}}
    all_of_it = _all_found(plan)
    found = with_tried_remedies(_one_for_each_cause(all_of_it), all_of_it, _all_found)
    if supplies is not None:
        found = (*found, *not_on_shelf(plan, supplies))
    return tuple(sorted(found, key=lambda finding: (place[finding.step], finding.code)))


# What is not seen at all is told once: not also as hard to see, or as something that lies badly.
SAYS_IT_ALL: dict[str, tuple[str, ...]] = {
    "lays-nothing": ("focal-lost", "ink-invisible", "light-over-dark-vanishes", "wasted-ink"),
    "light-over-dark-vanishes": ("focal-lost", "ink-invisible", "wasted-ink"),
    "ink-invisible": ("focal-lost", "wasted-ink"),
    "off-the-piece": ("lays-nothing", "focal-lost"),
}


def checked(plan: Plan) -> tuple[Finding, ...]:
    """What the checks find, check by check, one for each cause, their remedies not yet tried."""
    return _one_for_each_cause(_all_found(plan))


def _one_for_each_cause(found: tuple[Finding, ...]) -> tuple[Finding, ...]:
    told = {(code, finding.step) for finding in found for code in SAYS_IT_ALL.get(finding.code, ())}
    return tuple(finding for finding in found if finding.step is None or (finding.code, finding.step) not in told)


def _all_found(plan: Plan, like: Finding | None = None) -> tuple[Finding, ...]:
    """What is found of a card and its pieces; ``like``: by that one's check alone, and of pieces only where it is of the whole card."""
    tables, only = tables_of(plan), like.code if like else None
    pieces = plan.pieces if like is None or like.step is None else ()
    return (
        *_found(plan, tables[""], only),
        *(_spoken(found) for code, check in CARD_CHECKS.items() if only in (None, code) for found in check(plan, tables[""])),
        *(finding for piece in pieces for finding in _of_piece(plan, piece, tables[piece.key], only)),
    )


def _found(plan: Plan, table: Table, only: str | None) -> tuple[Finding, ...]:
    return tuple(_spoken(found) for code, check in CHECKS.items() if only in (None, code) for found in check(plan, table))


def _spoken(found: Finding) -> Finding:
    return replace(found, message=sentence(found.message), why=sentence(found.why))


def _of_piece(plan: Plan, piece: Piece, table: Table, only: str | None) -> Iterator[Finding]:
    """What goes wrong with a piece, told of the card as a whole; what is only to be remembered is told where the piece is worked on."""
    for finding in troubles(_found(table.plan, table, only)):
        cures = (Remedy(cure.label, with_piece_plan(plan, piece.key, cure.plan)) for cure in finding.cures())
        yield replace(finding, step=None, message=f"The {piece.name}: {finding.message}", where=None, cure=cures)


def troubles(findings: tuple[Finding, ...]) -> tuple[Finding, ...]:
    """The findings that will go wrong; what is only to be remembered at the bench is left aside."""
    return tuple(finding for finding in findings if finding.severity != "remind")
