"""Work that takes a while: how far it is, and stopped."""

from typing import Annotated

from fastapi import APIRouter, Path
from pydantic import BaseModel

from cielo.api.schemas.cards import EditKey
from cielo.api.schemas.problem import REFUSALS
from cielo.app import works

router = APIRouter(prefix="/works/{key}", tags=["works"], responses=REFUSALS)

WorkKey = Annotated[EditKey, Path()]


class WorkOut(BaseModel):
    """How much of it is done, 0 to 1; None where it is not under way, any more or yet."""

    share: float | None


@router.get("")
def how_far(key: WorkKey) -> WorkOut:
    """How far a piece of work is."""
    return WorkOut(share=works.share_done(key))


@router.delete("", status_code=204)
def stop(key: WorkKey) -> None:
    """Stop a piece of work; one that is done already stays done."""
    works.stop(key)
