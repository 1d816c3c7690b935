"""What would mend each thing that goes wrong with a card, tried before it is offered: apart from the edits, which do not wait for it."""

from collections.abc import Iterator
from dataclasses import dataclass

from cielo.app.cards import Basis, CardOnDesk, card_at, change_card, open_card, whole_id
from cielo.core.advice.judge import judge
from cielo.errors import NotFound
from cielo.store.cards import find_card
from cielo.store.database import Store


@dataclass(frozen=True)
class Offered:
    """The remedy of one finding, in words; a finding is told by its code, its step and what it says."""

    code: str
    step: str | None
    message: str
    remedy: str


def remedies_of(store: Store, card_id: str, revision: int) -> tuple[Offered, ...]:
    """The remedies of a revision of a card. Where the card moves on while they are tried, those found until then."""
    return tuple(_offered(store, card_id, revision))


def _offered(store: Store, card_id: str, revision: int) -> Iterator[Offered]:
    for finding in judge(card_at(store, card_id, revision), open_card(store, card_id).supplies):
        with store.reading() as session:
            if find_card(session, whole_id(card_id)).revision != revision:
                return
        if finding.remedy is not None:
            yield Offered(finding.code, finding.step, finding.message, finding.remedy.label)


def apply_remedy(store: Store, card_id: str, basis: Basis, code: str, step: str | None, label: str | None = None) -> CardOnDesk:
    """Apply the remedy of one finding, where several of a code stand at a step the one of that label.

    Raises NotFound when the plan has no such finding with a remedy.
    """
    plan = card_at(store, card_id, basis.revision)
    remedies = (f.remedy for f in judge(plan, open_card(store, card_id).supplies) if f.code == code and f.step == step)
    remedy = next((r for r in remedies if r is not None and label in (None, r.label)), None)
    if remedy is None:
        raise NotFound("that problem is gone already.", mend="Look at the step again.")
    return change_card(store, card_id, basis, remedy.label[0].lower() + remedy.label[1:], lambda _: remedy.plan)
