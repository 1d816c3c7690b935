"""What the web sends about prints."""

from cielo.api.schemas.cards import Edit
from cielo.core.bounds import Key


class PrintDesign(Edit):
    """Print an image of the shelf after a step; None prints it first of all."""

    design: Key
    after: Key | None = None
