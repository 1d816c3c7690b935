"""The headless contract: stock, inks and stacks in, colours out. The same JSON by command line and by web."""

from typing import Annotated

from pydantic import Field

from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.spectra import hex_from_lab, is_in_gamut
from cielo.errors import NotYet
from cielo.exchange.materials_model import ColourModel, InkFacts, Key, PaperModel, Strict

Strength = Annotated[float, Field(ge=0, le=20)]


class CrossingModel(ColourModel):
    """A measured crossing of two inks, each one full application, bottom first."""

    inks: tuple[Key, Key]


class PredictRequest(Strict):
    stock: PaperModel
    inks: Annotated[dict[Key, InkFacts], Field(max_length=200)]
    crossings: Annotated[list[CrossingModel], Field(max_length=1000)] = []
    stacks: Annotated[list[Annotated[list[tuple[Key, Strength]], Field(max_length=40)]], Field(max_length=5000)]
    wet: bool = False


class PredictedColour(Strict):
    lab: tuple[float, float, float]
    hex: str
    in_gamut: bool


class PredictResponse(Strict):
    stacks: list[PredictedColour]


def predict(request: PredictRequest) -> PredictResponse:
    """Answer the contract. Raises NotYet for what cannot be predicted so far, BadInput for an unknown ink."""
    if request.crossings:
        raise NotYet("measured crossings cannot refine a prediction so far.", field="crossings", mend="Leave it out.")
    if request.wet:
        raise NotYet("inks laid wet into wet cannot be predicted so far.", field="wet", mend="Leave it out.")
    paper = request.stock.to_core()
    inks = {key: facts.as_ink(key, key) for key, facts in request.inks.items()}
    labs = [lab_of_stack(paper, inks, stack) for stack in request.stacks]
    return PredictResponse(stacks=[PredictedColour(lab=lab, hex=hex_from_lab(lab), in_gamut=is_in_gamut(lab)) for lab in labs])
