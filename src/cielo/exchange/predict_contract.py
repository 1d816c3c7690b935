"""The headless contract: stock, inks and stacks in, colours out. The same JSON by command line and by web."""

from typing import Annotated

from pydantic import Field

from cielo.core.bounds import Key
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.films import film_of
from cielo.core.optics.gamut import hex_from_lab, is_in_gamut
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.learn import learn
from cielo.exchange.materials_model import CrossingModel, InkFacts, PaperModel, Strict

Strength = Annotated[float, Field(ge=0, le=20)]


class PredictRequest(Strict):
    stock: PaperModel
    inks: Annotated[dict[Key, InkFacts], Field(max_length=200)]
    crossings: Annotated[list[CrossingModel], Field(max_length=1000)] = []
    stacks: Annotated[list[Annotated[list[tuple[Key, Strength]], Field(max_length=40)]], Field(max_length=5000)]
    wet: bool = False


class PredictedColour(Strict):
    """``uncertainty``: nine in ten true colours lie within this many CIEDE2000."""

    lab: tuple[float, float, float]
    hex: str
    in_gamut: bool
    uncertainty: float


class PredictResponse(Strict):
    stacks: list[PredictedColour]
    warnings: list[str] = []


def predict(request: PredictRequest) -> PredictResponse:
    """Answer the contract. Raises BadInput for an unknown ink or swatches that contradict each other."""
    paper = request.stock.to_core()
    inks = {key: facts.as_ink(key, key) for key, facts in request.inks.items()}
    measured = learn(paper, inks, [crossing.to_core() for crossing in request.crossings])
    stacks = {tuple(stack): stack for stack in request.stacks}  # the same stack asked twice is worked out once
    known = {}
    for key, stack in stacks.items():
        lab = lab_of_stack(paper, inks, stack, wet=request.wet, measured=measured)
        sure = uncertainty(paper, inks, stack, wet=request.wet, measured=measured)
        known[key] = PredictedColour(lab=lab, hex=hex_from_lab(lab), in_gamut=is_in_gamut(lab), uncertainty=sure)
    return PredictResponse(
        stacks=[known[tuple(stack)] for stack in request.stacks],
        warnings=[warning for ink in inks.values() for warning in film_of(ink, paper).warnings],
    )
