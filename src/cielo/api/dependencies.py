"""What routes are given."""

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Path, Query, Request

from cielo.app.works import Work, under_way
from cielo.store.database import Store


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


async def _file(request: Request) -> bytes:
    """A file sent as the body. Taken here, so that what reads it runs beside the event loop and not on it."""
    return await request.body()


def _work(work: Annotated[str | None, Query(pattern=r"^[A-Za-z0-9-]{8,64}$")] = None) -> Iterator[Work]:
    with under_way(work) as begun:
        yield begun


# Work of a key that whoever asks gives it, to be asked after and stopped (routers/works).
WorkOfRequest = Annotated[Work, Depends(_work)]
FileBody = Annotated[bytes, Depends(_file)]
StoreOfApp = Annotated[Store, Depends(_store)]
CardId = Annotated[
    str,
    Path(pattern="^[0-9a-f]{12}(~[A-Za-z0-9-]{1,40})?$", description="the id of a card, with ~ and the key of one of its pieces"),
]
