"""A stencil of the shelf as JSON, as it is kept."""

from typing import Annotated, Self

from pydantic import Field

from cielo.core.geometry.designs import Design
from cielo.exchange.materials_model import Key, Name, Strict
from cielo.exchange.plan_file import DrawnModel


class DesignModel(Strict):
    """One drawing of the maker's own."""

    key: Key
    name: Name
    hint: Annotated[str, Field(max_length=200)] = ""
    drawing: DrawnModel

    def to_core(self) -> Design:
        return Design(self.key, self.name, "drawing", self.hint, (self.drawing.to_core(),), own=True)

    @classmethod
    def of(cls, design: Design) -> Self:
        drawing = DrawnModel.model_validate(design.masks[0])
        return cls(key=design.key, name=design.name, hint=design.hint, drawing=drawing)
