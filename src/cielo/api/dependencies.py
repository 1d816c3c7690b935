"""What routes are given."""

from typing import Annotated

from fastapi import Depends, Path, Request

from cielo.store.database import Store


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


async def _file(request: Request) -> bytes:
    """A file sent as the body. Taken here, so that what reads it runs beside the event loop and not on it."""
    return await request.body()


FileBody = Annotated[bytes, Depends(_file)]
StoreOfApp = Annotated[Store, Depends(_store)]
CardId = Annotated[
    str,
    Path(pattern="^[0-9a-f]{12}(~[A-Za-z0-9-]{1,40})?$", description="the id of a card, with ~ and the key of one of its pieces"),
]
