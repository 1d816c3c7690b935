"""Versions of a card, and two of them compared."""

from datetime import datetime

from cielo.api.schemas.reading import FromCore


class VersionOut(FromCore):
    """A plan a card had: ``number`` is its revision, ``said`` what was done to get there."""

    number: int
    said: str
    made_at: datetime


class StandingOut(FromCore):
    """What will go wrong with a version, in words, and how long it takes, as a sentence."""

    troubles: list[str]
    takes: str


class ComparisonOut(FromCore):
    """Two versions; ``differences`` are sentences on what is otherwise in the second."""

    was: StandingOut
    now: StandingOut
    differences: list[str]
