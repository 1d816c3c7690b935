"""A stencil of the shelf as JSON, as it is kept."""

from typing import Annotated, Self

from pydantic import Field

from cielo.core.bounds import Key, Name
from cielo.core.geometry.designs import Design
from cielo.core.plan import Drawn
from cielo.exchange.materials_model import Strict


class DesignModel(Strict):
    """One drawing of the maker's own."""

    key: Key
    name: Name
    hint: Annotated[str, Field(max_length=200)] = ""
    drawing: Drawn

    def to_core(self) -> Design:
        return Design(self.key, self.name, "drawing", self.hint, (self.drawing,), own=True)

    @classmethod
    def of(cls, design: Design) -> Self:
        (drawing,) = design.masks
        assert isinstance(drawing, Drawn)
        return cls(key=design.key, name=design.name, hint=design.hint, drawing=drawing)
