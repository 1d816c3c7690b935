"""What routes are given."""

from collections.abc import Iterator
from typing import Annotated, Any

from fastapi import Depends, Header, Path, Query, Request

from cielo.app.cards import Basis
from cielo.app.works import Work, under_way
from cielo.exchange.photo import LARGEST_BYTES
from cielo.store.database import Store

KEY = r"^[A-Za-z0-9-]{8,64}$"

# What a route says of its body where it takes more than others do; the guard reads it.
LARGEST_BODY = "x-largest-body"
PHOTO_BODY: dict[str, Any] = {
    "requestBody": {"required": True, "content": {"image/jpeg": {"schema": {"type": "string", "format": "binary"}}}},
    LARGEST_BODY: LARGEST_BYTES,
}


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


async def _file(request: Request) -> bytes:
    """A file sent as the body. Taken here, so that what reads it runs beside the event loop and not on it."""
    return await request.body()


def _basis(
    based_on: Annotated[int, Query(ge=0, le=2**31 - 1)],
    key: Annotated[str | None, Query(pattern=KEY)] = None,
    window: Annotated[str | None, Query(pattern=KEY)] = None,
) -> Basis:
    return Basis(based_on, key, window)


def _work(work: Annotated[str | None, Query(pattern=KEY)] = None) -> Iterator[Work]:
    with under_way(work) as begun:
        yield begun


# Work of a key that whoever asks gives it, to be asked after and stopped (routers/works).
WorkOfRequest = Annotated[Work, Depends(_work)]
# What an edit that comes with a file was made from, where other edits say it in their body.
BasisOfEdit = Annotated[Basis, Depends(_basis)]
# The key of a request that makes something: sent twice, it makes it once.
RequestKey = Annotated[str | None, Header(alias="idempotency-key", pattern=KEY)]
FileBody = Annotated[bytes, Depends(_file)]
StoreOfApp = Annotated[Store, Depends(_store)]
CardId = Annotated[
    str,
    Path(pattern="^[0-9a-f]{12}(~[A-Za-z0-9-]{1,40})?$", description="the id of a card, with ~ and the key of one of its pieces"),
]
