"""The headless contract by web."""

from fastapi import APIRouter

from cielo.api.schemas.problem import REFUSALS
from cielo.exchange.predict_contract import PredictRequest, PredictResponse, predict

router = APIRouter(tags=["predict"], responses=REFUSALS)


@router.post("/predict")
def predict_stacks(request: PredictRequest) -> PredictResponse:
    """The colour of each stack of inks on a stock."""
    return predict(request)
