"""One part of one card of a batch at the bench: as it is planned, as it is made, and what its steps are kept under."""

from sqlalchemy.orm import Session

from cielo.core.materials import Ink
from cielo.core.plan import OF_PIECE, Plan, run_of
from cielo.core.sequence.made import Difference, as_made
from cielo.core.sequence.timetable import parts_of_card
from cielo.errors import BadInput, NotFound
from cielo.exchange.attempt_file import AttemptModel
from cielo.store.bench import KeptDifference, now, read_attempts
from cielo.store.cards import find_card, read_revision
from cielo.store.shelf import read_inks


class AtBench:
    """One part of one card of the batch, as it is planned, and how its steps are kept."""

    def __init__(self, session: Session, card_id: str, number: int) -> None:
        self.session, self.number = session, number
        self.card, _, self.piece = card_id.partition(OF_PIECE)
        card = find_card(session, self.card)
        whole = read_revision(session, self.card, card.revision).plan
        # What every step of the card is kept under, in the order in which they are done.
        self.run = tuple(done.kept for done in run_of(whole))
        self.parts = {key.removesuffix(OF_PIECE): (plan, _name_of(whole, key)) for key, plan in parts_of_card(whole)}
        if self.piece not in self.parts:
            raise NotFound("that piece is no longer on the card.", mend="Choose another piece.")
        self.plan = self.parts[self.piece][0]
        if not self.plan.steps:
            raise BadInput("this card has no steps yet.", mend="Plan it on the Desk first.")
        self.attempts = read_attempts(session, self.card)
        self.attempt = self.attempts.get(number, AttemptModel())

    def again(self) -> "AtBench":
        """The same, as it is kept now."""
        return AtBench(self.session, f"{self.card}{OF_PIECE}{self.piece}" if self.piece else self.card, self.number)

    def begun(self) -> AttemptModel:
        """A card that is begun now."""
        return AttemptModel(step=self.kept(self.plan.steps[0].id), since=now())

    def made_of(self, attempt: AttemptModel) -> tuple[Plan, frozenset[int], tuple[KeptDifference, ...]]:
        """This part as it is made with an attempt's differences, those that it cannot be made with, and all of them."""
        kept = tuple(
            KeptDifference(one.id, Difference(own, one.how, one.value))
            for one in attempt.differences
            if (own := self.own(one.step)) is not None
        )
        return *_as_far_as_can_be(self.plan, kept, read_inks(self.session)), kept

    def kept(self, step: str, piece: str | None = None) -> str:
        """What a step of a part is kept under."""
        of = self.piece if piece is None else piece
        return f"{of}{OF_PIECE}{step}" if of else step

    def own(self, kept: str) -> str | None:
        """The id of a step by what it is kept under; None where it is of another part."""
        piece, of, step = kept.rpartition(OF_PIECE)
        return step if piece == self.piece and bool(of) == bool(self.piece) else None

    def done(self, number: int, step: str, piece: str | None = None) -> bool:
        attempt = self.attempts.get(number)
        return attempt is not None and self.kept(step, piece) in attempt.booked


def made_differently(plan: Plan, difference: Difference, shelf: tuple[Ink, ...]) -> Plan:
    try:
        made = as_made(plan, [difference], shelf)
    except BadInput as error:
        if difference.how != "skipped":
            raise
        raise BadInput(
            f"a later step leans on it: {error.reason}", field="step", mend="Skip that one first, or do this one as planned."
        ) from error
    if not made.steps:
        raise BadInput("nothing would be left to do.", field="step", mend="Do this one, or plan the card again on the Desk.")
    return made


def _as_far_as_can_be(plan: Plan, kept: tuple[KeptDifference, ...], shelf: tuple[Ink, ...]) -> tuple[Plan, frozenset[int]]:
    """The plan with the differences it can still be made with, and the ids of the others: a plan changed on the Desk never locks
    the bench."""
    set_aside = set()
    for one in kept:
        try:
            plan = made_differently(plan, one.difference, shelf)
        except BadInput:
            set_aside.add(one.id)
    return plan, frozenset(set_aside)


def _name_of(plan: Plan, key: str) -> str:
    return next((piece.name for piece in plan.pieces if key == f"{piece.key}{OF_PIECE}"), "panel")
