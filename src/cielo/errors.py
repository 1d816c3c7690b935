"""The error tree. Every refusal Cielo makes is one of these.

    CieloError
    |-- BadInput        what was given cannot be used (exit code 2, HTTP 422)
    |   |-- TooLarge    it is larger than Cielo will read (HTTP 413)
    |   `-- Contradiction  wishes and rules that cannot all be kept; nothing is wrong with the form of them
    |-- NotFound        nothing has that name here (HTTP 404)
    |-- OutOfDate       someone changed it in between (HTTP 409)
    |-- Stopped         whoever asked for it stopped it (HTTP 409)
    `-- StoreTrouble    the database cannot be read or written; nothing was changed (exit code 2, HTTP 503)

Facts are fields; the sentence is built from them: where, what, and what to do about it.
"""


class CieloError(Exception):
    """A refusal in plain words.

    Attributes
    ----------
    field : where in the input, as a dotted path ("inks.A.swatches[0].lab"); "" when it is the whole.
    reason : what is wrong, one sentence.
    mend : what to do about it, one sentence.
    """

    def __init__(self, reason: str, *, field: str = "", mend: str = "") -> None:
        self.field = field
        self.reason = reason
        self.mend = mend
        super().__init__(self.sentence)

    @property
    def sentence(self) -> str:
        place = f"{self.field}: " if self.field else ""
        return " ".join(part for part in (f"{place}{self.reason}", self.mend) if part)


class BadInput(CieloError):
    """What was given cannot be used."""


class TooLarge(BadInput):
    """What was given is larger than Cielo will read."""


class Contradiction(BadInput):
    """Wishes and rules that cannot all be kept."""


class NotFound(CieloError):
    """Nothing here has that name."""


class OutOfDate(CieloError):
    """The thing was changed by someone else since it was read."""


class Stopped(CieloError):
    """Whoever asked for it stopped it."""


class StoreTrouble(CieloError):
    """The database cannot be read or written: in use, full, read-only, damaged, or no database of this Cielo. Nothing was changed."""
