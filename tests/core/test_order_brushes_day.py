"""The order with schools and wishes, the fewest brushes, and the day plan, against brute force and a published instance."""

import os
import subprocess
import sys
from collections.abc import Sequence
from dataclasses import replace
from datetime import UTC, datetime
from itertools import combinations, pairwise, permutations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from icalendar import Calendar

from cielo.app.day import DayPlan, DayWish, export_day, plan_day, what_would_help
from cielo.core.order.arrange import Order, in_order
from cielo.core.plan import (
    Dry,
    Halo,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    Schools,
    Step,
    Water,
    Whole,
    Wipe,
    WipeBeads,
    Wish,
    ensure_sound,
)
from cielo.core.sequence.brushes import family_of, plan_brushes, spoils
from cielo.core.sequence.chains import fewest_chains, fewest_moved
from cielo.core.sequence.durations import seconds_of
from cielo.core.sequence.timetable import CUTTER, HEAT, MAKER, PRESS, Spell, Task, needs_of, schedule, tasks_of_batch
from cielo.core.table.next_card import carried_to_next
from cielo.core.table.table import table_of
from cielo.demo.cards import demo_plans
from cielo.errors import BadInput, Contradiction
from tests.core.plans import gradient
from tests.core.test_every_check import INKS, SMOOTH, lay, low, plan, say, stamp, top
from tests.core.test_grounds import planned

POWDER = lay("powder", tool="dauber", touch="full", passes=1)


def ordered(of: Plan) -> Order:
    return in_order(of)


def standing(of: Plan) -> list[str]:
    return [step.id for step in ordered(of).plan.steps if not isinstance(step, Wipe)]


# Order --------------------------------------------------------------------------------------------------------------------------
@pytest.mark.parametrize("of", demo_plans(), ids=lambda of: of.title)
def test_a_card_of_the_demo_is_in_order_already(of: Plan) -> None:
    assert standing(of) == [step.id for step in of.steps if not isinstance(step, Wipe)]
    assert ordered(of).changes == ()


ORDERS: list[tuple[str, tuple[Step, ...], str, str]] = [
    ("powder before open ink", (lay("pigment", top(60)), POWDER), "s2", "s1"),
    ("beads after the ink", (POWDER, lay("blue"), WipeBeads(""), lay("dark", onto="dry")), "s2", "s3"),
    ("water before an outline it dissolves", (lay("pale"), say("dark"), Water("", "mister", Whole())), "s3", "s2"),
    ("front figures first", (stamp("green"), stamp("red", seed=8, front=True)), "s2", "s1"),
    ("mounting last", (Prepare("", "mount"), lay("pale")), "s2", "s1"),
    ("trimming before mounting", (Prepare("", "mount"), Prepare("", "trim"), lay("pale")), "s2", "s1"),
    ("the halo while its mask lies", (LayMask("", "moon"), LiftMask("", "moon"), lay("pale", Halo("moon", 20))), "s3", "s2"),
    ("light before dark", (lay("dark"), lay("pale")), "s2", "s1"),
]


@pytest.mark.parametrize(("why", "steps", "first", "then"), ORDERS, ids=[case[0] for case in ORDERS])
def test_each_rule_moves_what_stands_wrong_and_says_why(why: str, steps: tuple[Step, ...], first: str, then: str) -> None:
    found = ordered(plan(*steps))
    place = {step.id: at for at, step in enumerate(found.plan.steps)}
    assert place[first] < place[then], why
    if [step.id for step in found.plan.steps if step.id.startswith("s")] != [f"s{n}" for n in range(1, len(steps) + 1)]:
        assert found.changes
        assert all(len(change.reason) > 10 for change in found.changes)
    assert ordered(found.plan).plan == found.plan, "in order is left alone"


def test_schools_let_a_maker_do_it_her_own_way() -> None:
    rim = plan(lay("dark", Halo("moon", 30)), lay("pale"))
    assert standing(rim) == ["s2", "s1"]
    assert standing(replace(rim, schools=Schools(order="dark-rim-first"))) == ["s1", "s2"]
    thin = plan(lay("dark", touch="pale", passes=1), lay("pale"), lay("dark"))
    assert standing(thin)[0] == "s2"
    assert standing(replace(thin, schools=Schools(order="there-and-back"))) == ["s1", "s2", "s3"]
    stamped = plan(POWDER, stamp("dark"))
    assert standing(stamped) == ["s1", "s2"]
    assert standing(replace(stamped, schools=Schools(emboss="last"))) == ["s2", "s1"]


def test_a_wish_is_kept_and_one_that_cannot_be_is_named() -> None:
    of = plan(lay("pale", top(40)), lay("yellow", low(40)), wishes=(Wish("s2", "s1"),))
    assert standing(of) == ["s2", "s1"]
    against = plan(lay("pale"), lay("dark"), wishes=(Wish("s2", "s1"),))
    with pytest.raises(Contradiction, match="Step 2 before step 1: You asked for it") as refused:
        ordered(against)
    assert "Step 1 before step 2" in refused.value.reason
    assert "Drop the wish" in refused.value.mend
    circle = plan(lay("pale", top(20)), lay("yellow", low(20)), wishes=(Wish("s2", "s1"), Wish("s1", "s2")))
    with pytest.raises(Contradiction, match="can't all be kept"):
        ordered(circle)
    with pytest.raises(BadInput, match="no step 'gone'"):
        ensure_sound(plan(lay("pale"), wishes=(Wish("gone", "s1"),)))


@given(st.permutations(range(6)))
@settings(max_examples=12, deadline=None)
def test_whatever_the_order_was_what_comes_out_keeps_every_rule_and_is_always_the_same(order: list[int]) -> None:
    steps: list[Step] = [
        lay("pale"),
        lay("yellow", top(90)),
        lay("dark", low(90)),
        lay("black", low(40)),
        Prepare("", "trim"),
        Prepare("", "mount"),
    ]
    of = plan(*(steps[i] for i in order))
    first, second = ordered(of), ordered(of)
    assert first == second
    names = [getattr(step, "ink", getattr(step, "act", "")) for step in first.plan.steps if not isinstance(step, Dry)]
    assert names.index("pale") < names.index("yellow") < names.index("black")
    assert names[-2:] == ["trim", "mount"]


@st.composite
def rules_among_few(draw: st.DrawFn) -> tuple[int, list[tuple[int, int]]]:
    """Up to six steps and rules among them that close no circle: all agree with some order, which need not be the maker's."""
    count = draw(st.integers(1, 6))
    agreeable = draw(st.permutations(range(count)))
    pairs = draw(st.lists(st.tuples(st.integers(0, count - 1), st.integers(0, count - 1)), max_size=8))
    return count, [(agreeable[min(a, b)], agreeable[max(a, b)]) for a, b in pairs if a != b]


@given(rules_among_few())
@settings(max_examples=150, deadline=None)
def test_no_order_that_keeps_the_rules_moves_fewer_steps(case: tuple[int, list[tuple[int, int]]]) -> None:
    """Against every order there is: the most steps that keep to each other are the longest rising subsequence."""
    count, rules = case

    def unmoved(order: Sequence[int]) -> int:
        return max(k for k in range(count + 1) for some in combinations(order, k) if list(some) == sorted(some))

    order, moved = fewest_moved(rules, count)
    assert all(order.index(first) < order.index(then) for first, then in rules)
    best = max(unmoved(p) for p in permutations(range(count)) if all(p.index(a) < p.index(b) for a, b in rules))
    assert count - len(moved) == best
    assert [i for i in order if i not in moved] == [i for i in range(count) if i not in moved]


def test_the_same_steps_give_the_same_order_in_every_process() -> None:
    """Python hashes texts differently in each process, so nothing may hang on the order in a set of them."""
    ask = (
        "from tests.core.test_order_brushes_day import ordered, plan, lay, low, top, plan_brushes, Schools, replace;"
        "of = replace(plan(lay('dark'), lay('green', low(70)), lay('black', low(40)), lay('blue'), lay('pale'), lay('yellow', top(90))),"
        "schools=Schools(brushes='as-few-as-stay-clean'));"
        "found = ordered(of); print([s.id for s in found.plan.steps], found.changes, plan_brushes(of))"
    )
    said = {
        subprocess.run(
            [sys.executable, "-c", ask],
            env={**os.environ, "PYTHONHASHSEED": str(seed)},
            capture_output=True,
            text=True,
            check=True,
        ).stdout
        for seed in (1, 2, 3)
    }
    assert len(said) == 1
    assert "Change" in said.pop()


# Brushes ------------------------------------------------------------------------------------------------------------------------
def test_dark_spoils_light_and_not_the_other_way() -> None:
    ink = {i.key: i for i in INKS}
    assert spoils(SMOOTH.paper, ink["black"], ink["pale"])
    assert not spoils(SMOOTH.paper, ink["pale"], ink["black"])
    assert spoils(SMOOTH.paper, ink["red"], ink["green"]), "near-complements dull each other"
    families = [family_of(SMOOTH.paper, ink[name]) for name in ("yellow", "blue", "red", "black")]
    assert len(set(families)) == 4


def chains_by_brute_force(may_follow: Sequence[tuple[int, int]], count: int) -> int:
    """The fewest chains, by trying every way to give each place a follower."""
    best = count
    for mask in range(1 << len(may_follow)):
        chosen = [pair for n, pair in enumerate(may_follow) if mask >> n & 1]
        if len({a for a, _ in chosen}) == len(chosen) == len({b for _, b in chosen}):
            best = min(best, count - len(chosen))
    return best


@given(
    st.integers(1, 5).flatmap(
        lambda n: st.tuples(st.just(n), st.sets(st.sampled_from([(a, b) for a in range(n) for b in range(a + 1, n)] or [(0, 0)])))
    )
)
@settings(max_examples=60, deadline=None)
def test_the_fewest_chains_are_as_few_as_by_brute_force(case: tuple[int, set[tuple[int, int]]]) -> None:
    count, pairs = case
    may_follow = sorted(pair for pair in pairs if pair[0] < pair[1])
    chains = fewest_chains(may_follow, count)
    assert sorted(i for chain in chains for i in chain) == list(range(count))
    assert all((a, b) in may_follow for chain in chains for a, b in pairwise(chain))
    assert len(chains) == chains_by_brute_force(may_follow, count)


def test_each_school_of_brushes() -> None:
    of = gradient()
    inks = {step.ink for step in of.steps if hasattr(step, "ink")}
    each = plan_brushes(of)
    assert len([b for b in each.brushes if b.tool == "large-brush"]) == len(inks)
    assert each.cleanings == ()
    few = plan_brushes(replace(of, schools=Schools(brushes="as-few-as-stay-clean", owned=9)))
    assert len(few.brushes) <= len(each.brushes)
    assert few.cleanings == ()
    one = plan_brushes(replace(of, schools=Schools(brushes="as-few-as-stay-clean", owned=1)))
    assert len([b for b in one.brushes if b.tool == "large-brush"]) == 1
    assert one.cleanings, "the lighter ink goes over the seams again: the one brush is cleaned before it"


# The day ------------------------------------------------------------------------------------------------------------------------
# Fisher and Thompson 1963, the 6 x 6 instance: (machine, time) for each job. Its optimum is 55.
FT06 = (
    ((2, 1), (0, 3), (1, 6), (3, 7), (5, 3), (4, 6)), ((1, 8), (2, 5), (4, 10), (5, 10), (0, 10), (3, 4)),
    ((2, 5), (3, 4), (5, 8), (0, 9), (1, 1), (4, 7)), ((1, 5), (0, 5), (2, 5), (3, 3), (4, 8), (5, 9)),
    ((2, 9), (1, 3), (4, 5), (5, 4), (0, 3), (3, 1)), ((1, 3), (3, 3), (5, 9), (0, 10), (4, 4), (2, 1)),
)  # fmt: skip


def test_the_published_job_shop_is_solved_to_its_known_optimum() -> None:
    """Fisher, H. and Thompson, G. L. (1963), Probabilistic learning combinations of local job-shop scheduling rules: FT06, 55."""
    tasks = [
        Task(f"{j}-{o}", seconds, (f"machine {machine}",), (f"{j}-{o - 1}",) if o else ())
        for j, job in enumerate(FT06)
        for o, (machine, seconds) in enumerate(job)
    ]
    found = schedule(tasks, {f"machine {m}": 1 for m in range(6)}, effort=5.0)
    assert (found.length_s, found.shortest, found.bound_s) == (55, True, 55)


def shortest_by_brute_force(tasks: Sequence[Task], spells: Sequence[Spell] = ()) -> int:
    """With one maker and one of each thing held: every order of the tasks that keeps what comes before what, each as early as it can be."""
    best = sum(task.seconds for task in tasks)
    for order in permutations(tasks):
        free, ends, holders, free_again = 0, dict[str, int](), set[str](), dict[str, int]()
        for task in order:
            taken = [spell.resource for spell in spells if spell.first == task.key]
            if any(other not in ends for other in task.after) or holders & set(taken):
                break
            waits = [ends[o] for o in task.after] + [free_again.get(name, 0) for name in taken]
            begin = max(waits + ([free] if task.needs else []) + [0])
            ends[task.key] = begin + task.seconds
            free = ends[task.key] if task.needs else free
            holders |= set(taken)
            for spell in spells:
                if spell.last == task.key:
                    holders.discard(spell.resource)
                    free_again[spell.resource] = ends[task.key]
        else:
            best = min(best, max(ends.values()))
    return best


@given(st.lists(st.tuples(st.integers(1, 9), st.booleans(), st.integers(0, 9)), min_size=1, max_size=6))
@settings(max_examples=15, deadline=None)
def test_small_days_are_as_short_as_by_brute_force(drawn: list[tuple[int, bool, int]]) -> None:
    tasks = [
        Task(f"t{n}", seconds, (MAKER,) if hands else (), (f"t{before}",) if before < n else ())
        for n, (seconds, hands, before) in enumerate(drawn)
    ]
    found = schedule(tasks, {MAKER: 1})
    assert found.shortest
    assert found.length_s == shortest_by_brute_force(tasks)


@given(
    st.lists(st.lists(st.tuples(st.integers(1, 9), st.booleans()), min_size=1, max_size=3), min_size=2, max_size=2),
    st.lists(st.tuples(st.sampled_from(("moon", "hill")), st.integers(0, 2), st.integers(0, 2)), max_size=2),
)
@settings(max_examples=25, deadline=None)
def test_days_with_one_of_each_mask_are_as_short_as_by_brute_force(
    cards: list[list[tuple[int, bool]]], held: list[tuple[str, int, int]]
) -> None:
    """Two cards; a mask that lies on one is not laid on the other until it is lifted, and none waits for ever."""
    tasks = [
        Task(f"{card}:{n}", seconds, (MAKER,) if hands else (), (f"{card}:{n - 1}",) if n else ())
        for card, steps in enumerate(cards)
        for n, (seconds, hands) in enumerate(steps)
    ]
    of_mask = {mask: (min(i, j), max(i, j)) for mask, i, j in held}
    spells = [
        Spell(mask, f"{card}:{min(first, len(steps) - 1)}", f"{card}:{min(last, len(steps) - 1)}")
        for mask, (first, last) in of_mask.items()
        for card, steps in enumerate(cards)
    ]
    found = schedule(tasks, {MAKER: 1, "moon": 1, "hill": 1}, spells=spells)
    assert found.shortest
    assert found.length_s == shortest_by_brute_force(tasks, spells)


def test_where_each_holds_what_the_other_waits_for_a_day_is_found_all_the_same() -> None:
    """Card 1 takes the moon and then the hill, card 2 the other way round: laid as each comes free, neither could go on."""
    tasks = [Task(f"{card}:{n}", 5, (MAKER,), (f"{card}:{n - 1}",) if n else ()) for card in (1, 2) for n in range(4)]
    spells = [Spell("moon", "1:0", "1:3"), Spell("hill", "1:1", "1:2"), Spell("hill", "2:0", "2:3"), Spell("moon", "2:1", "2:2")]
    found = schedule(tasks, {MAKER: 2, "moon": 1, "hill": 1}, spells=spells)
    assert (found.length_s, found.shortest) == (35, True), "card 2 begins when card 1 lifts the hill, and waits for nothing then"


@pytest.mark.parametrize(("masks", "cards"), [(1, 3), (2, 3), (3, 3)])
def test_no_more_cards_lie_under_a_mask_than_there_are_masks(masks: int, cards: int) -> None:
    of = gradient()
    lay, lift = (next(s.id for s in of.steps if isinstance(s, kind)) for kind in (LayMask, LiftMask))
    day = plan_day(of, DayWish(cards, makers=3, masks=masks))
    begins = {e.card: e.start_s for e in day.entries if e.step == lay}
    ends = {e.card: e.end_s for e in day.entries if e.step == lift}
    for now in begins.values():
        assert sum(begins[card] <= now < ends[card] for card in begins) <= masks
    more = plan_day(of, DayWish(cards, makers=3, masks=cards))
    assert day.timetable.length_s >= more.timetable.length_s
    assert (day.timetable.length_s > more.timetable.length_s) == (masks < cards)
    help_ = {more.field: more for more in what_would_help(of, DayWish(cards, makers=3, masks=masks), day.timetable.length_s)}
    assert ("masks" in help_) == (masks < cards)
    assert "heat_tools" not in help_, "nothing of this card wants heat"
    assert all(
        plan_day(of, replace(DayWish(cards, 3, masks=masks), **{f: m.count})).timetable.length_s <= m.length_s
        for f, m in help_.items()
    )


@pytest.mark.parametrize(
    ("ground", "counted"),
    [
        ("hills-in-ranks", {"makers", "masks"}),
        ("stencil-shaded", {"makers", "stencils"}),
        ("meeting-blend", {"makers"}),
    ],
)
def test_only_what_a_card_takes_is_counted_and_an_edge_is_a_mask_whichever_side_it_covers(ground: str, counted: set[str]) -> None:
    assert set(plan_day(planned(ground), DayWish()).counted) == counted


@pytest.mark.parametrize(("cards", "makers"), [(1, 1), (3, 2)])
def test_a_day_keeps_every_order_and_nobody_is_in_two_places(cards: int, makers: int) -> None:
    of = replace(planned("emboss-resist"))
    of = replace(of, steps=(*of.steps, Prepare("trim", "trim"), Prepare("mount", "mount")))
    day = plan_day(of, DayWish(cards, makers))
    by_card = {n: [e for e in day.entries if e.card == n] for n in range(1, cards + 1)}
    for entries in by_card.values():
        assert [e.number for e in entries] == list(range(1, len(of.steps) + 1))
        assert all(a.end_s <= b.start_s for a, b in pairwise(entries))
    begun = [by_card[n][0].start_s for n in sorted(by_card)]
    assert begun == sorted(begun), "cards are numbered as they are begun"
    for who in {name for entry in day.entries for name in entry.by}:
        own = sorted((e for e in day.entries if who in e.by), key=lambda e: e.start_s)
        assert all(a.end_s <= b.start_s for a, b in pairwise(own)), who
    names = {name for entry in day.entries for name in entry.by}
    assert {HEAT, CUTTER} <= names
    alone = sum(seconds_of(of, step) for step in of.steps)
    assert day.timetable.length_s <= cards * alone
    if cards == 1:
        assert day.timetable.length_s == alone
    assert plan_day(of, DayWish(cards, makers)) == day, "the same plan gives the same day"


def test_what_stays_damp_is_followed_in_time_and_drying_needs_nobody() -> None:
    of = gradient()
    tasks = {task.key: task for task in tasks_of_batch(of, 2)}
    day = schedule(list(tasks.values()), {MAKER: 1, HEAT: 1, PRESS: 1, CUTTER: 1})
    at = {slot.key: slot for slot in day.slots}
    for task in tasks.values():
        if task.within_s is not None:
            assert at[task.key].start_s - at[task.after[0]].end_s <= task.within_s
    assert needs_of(of, Dry("d", "air", 5)) == ()
    assert needs_of(of, Dry("d", "heat", 2)) == (MAKER, HEAT)


def test_a_deadline_that_cannot_be_kept_and_what_cannot_be_are_told() -> None:
    of = gradient()
    assert plan_day(of, DayWish(2, 1, deadline_minutes=5)).late_by_s > 0
    assert plan_day(of, DayWish(1, 1, deadline_minutes=600)).late_by_s == 0
    for tasks, words in (
        ([Task("a", 5, ("kiln",))], "needs a kiln"),
        ([Task("a", 5, after=("b",))], "not there"),
        ([Task("a", 5, after=("b",)), Task("b", 5, after=("a",))], "wait for each other"),
        ([Task("a", 5), Task("a", 6)], "same key"),
    ):
        with pytest.raises(BadInput, match=words):
            schedule(tasks, {MAKER: 1})
    with pytest.raises(BadInput, match="no steps"):
        plan_day(replace(of, steps=()), DayWish())


def test_the_day_goes_out_as_calendar_and_table() -> None:
    """Read back by icalendar's own parser (RFC 5545)."""
    of = gradient()
    day = plan_day(of, DayWish(2, 2))
    start = datetime(2026, 12, 5, 9, 0, tzinfo=UTC)
    events = Calendar.from_ical(export_day(of, day, start, "ics")).walk("VEVENT")
    assert len(events) == 2 * len(of.steps)
    assert min(event.decoded("dtstart") for event in events) == start
    assert (max(event.decoded("dtend") for event in events) - start).total_seconds() == day.timetable.length_s
    rows = export_day(of, day, start, "csv").decode().splitlines()
    assert rows[0] == "card,step,from,to,by,what"
    assert len(rows) == 1 + 2 * len(of.steps)
    assert export_day(of, day, start, "ics") == export_day(of, plan_day(of, DayWish(2, 2)), start, "ics")


@pytest.mark.parametrize("of", [plan for plan in demo_plans() if carried_to_next(plan, table_of(plan))], ids=lambda of: of.title)
def test_one_sheet_for_many_cards_is_wiped_between_them(of: Plan) -> None:
    """Each card then takes longer by a wipe, and says so; where every card has a sheet of its own none is wiped."""
    wiped = {carried.off.id for carried in carried_to_next(of, table_of(of)) if carried.off is not None}
    one, few, own = (plan_day(of, DayWish(cards=cards, masks=masks, stencils=masks)) for cards, masks in ((1, 1), (3, 1), (3, 3)))

    def took(day: DayPlan, step: str) -> set[int]:
        return {entry.end_s - entry.start_s for entry in day.entries if entry.step == step}

    for step in wiped:
        assert all(shared > alone for shared in took(few, step) for alone in took(one, step) | took(own, step))
        assert all("Wipe it for the next card." in entry.says for entry in few.entries if entry.step == step)
        assert not any("Wipe it for" in entry.says for day in (one, own) for entry in day.entries)
