"""Backups, as she makes and brings them back. Only the computer that Cielo runs on may ask."""

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel, Field

from cielo.api.dependencies import StoreOfApp
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.reading import FromCore
from cielo.app import keeping_safe
from cielo.store.backups import all_backups, backups_of

router = APIRouter(prefix="/backups", tags=["backups"], responses=REFUSALS)


class BackupOut(FromCore):
    """A whole copy of everything; ``name``: of its file."""

    name: str
    made_at: datetime
    size_bytes: int


class BackupsOut(BaseModel):
    """The copies there are, the newest first, and the folder they are in."""

    folder: str
    backups: list[BackupOut]


class Restore(BaseModel):
    name: Annotated[str, Field(max_length=200)]


@router.get("")
def list_backups(store: StoreOfApp) -> BackupsOut:
    """The backups there are."""
    found = [BackupOut.model_validate(one) for one in all_backups(store.path)]
    return BackupsOut(folder=str(backups_of(store.path)), backups=found)


@router.post("", status_code=201)
def back_up_now(store: StoreOfApp) -> BackupsOut:
    """Copy everything whole, now."""
    keeping_safe.backup_by_hand(store)
    return list_backups(store)


@router.post("/restore", status_code=204)
def restore(body: Restore, store: StoreOfApp) -> None:
    """Put a backup in the place of everything; what stood there is backed up first."""
    keeping_safe.restore(store, body.name)
