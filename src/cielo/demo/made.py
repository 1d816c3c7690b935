"""Cards of the demo that were made: how each came out, photographed by the camera stand-in, and one that was made before Cielo.

Photographs and what they told are kept beside this file, so that the demo begins at once; ``python -m cielo.demo.made`` takes them anew.
"""

import base64
from datetime import UTC, datetime
from pathlib import Path

from cielo.app.journal import told_of
from cielo.app.photographs import compared_with, photographed
from cielo.core.photo.compare import lesson_of
from cielo.core.sequence.durations import usual_seconds, work_of
from cielo.demo.cards import demo_plans
from cielo.exchange.journal_file import JournalModel, MadeFacts, TookModel
from cielo.exchange.plan_file import PlanModel
from cielo.store.cards import all_cards, read_revision
from cielo.store.database import Store
from cielo.store.journal import Entry, add_entry

FOLDER = Path(__file__).with_name("made")

# What she says of each, how strong her hand was, and how long she took beside the usual time.
DUSK = MadeFacts(
    title="Dusk over dunes",
    rating=5,
    notes="The rim of the moon came out crisp. The blue is a shade stronger than on screen.",
    next_time="One pass of orange less: it took over the yellow.",
    lies="The show box, first row",
    for_whom="The invitation table",
)
LIGHT = MadeFacts(
    title="First light, invitation",
    rating=4,
    notes="Quick to make, and the one that was asked for most.",
    lies="The show box, second row",
    for_whom="The growers' bench",
)
BEFORE = MadeFacts(
    title="Frost on the pots",
    rating=3,
    notes="Made two winters ago, without a plan: white patted over a dusk on a scrap.",
    next_time="Leave the top third bare.",
    lies="The drawer under the press",
)
MADE = ((DUSK, 1.15, 1.3, datetime(2026, 1, 9, 16, 20, tzinfo=UTC)), (LIGHT, 1.1, 1.2, datetime(2026, 1, 12, 10, 5, tzinfo=UTC)))
MADE_BEFORE = datetime(2026, 1, 6, 9, 30, tzinfo=UTC)


def fill_journal(store: Store) -> None:
    """Put what was made on record, beside the cards it was made as."""
    with store.transaction() as session:
        known = {read_revision(session, card.id, card.revision).plan.title: card.id for card in all_cards(session)}
        add_entry(session, Entry("d0" * 6, MADE_BEFORE, JournalModel(facts=BEFORE), False))
        for number, (facts, _, _, made_at) in enumerate(MADE, 1):
            document = JournalModel.model_validate_json((FOLDER / f"{number}.json").read_bytes())
            document = document.model_copy(update={"facts": facts, "card": known.get(facts.title)})
            photo = base64.b64encode((FOLDER / f"{number}.jpg").read_bytes()).decode()
            add_entry(session, Entry(f"d{number}" * 6, made_at, document, True, photo))


def take_anew(number: int) -> tuple[JournalModel, bytes]:
    """One of them made, clocked and photographed anew, as its entry and its photograph."""
    facts, hand, slower, _ = MADE[number - 1]
    plan = next(plan for plan in demo_plans() if plan.title == facts.title)
    photo = photographed(plan, seed=number, hand=hand)
    seen = compared_with(plan, photo)
    took = tuple(
        TookModel(
            work=work_of(plan, step), usual_s=usual_seconds(plan, step), took_s=round(slower * usual_seconds(plan, step), 1)
        )
        for step in plan.steps
    )
    return JournalModel(facts=facts, plan=PlanModel.of(plan), comparison=told_of(seen, lesson_of(plan, seen)), took=took), photo


def write_all() -> None:
    """Take them anew and write them."""
    FOLDER.mkdir(exist_ok=True)
    for number in range(1, len(MADE) + 1):
        document, photo = take_anew(number)
        (FOLDER / f"{number}.json").write_text(document.model_dump_json(indent=1, exclude_none=True) + "\n")
        (FOLDER / f"{number}.jpg").write_bytes(photo)


if __name__ == "__main__":
    write_all()
