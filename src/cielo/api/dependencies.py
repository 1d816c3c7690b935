"""What routes are given."""

from typing import Annotated

from fastapi import Depends, Path, Request

from cielo.store.database import Store


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


StoreOfApp = Annotated[Store, Depends(_store)]
CardId = Annotated[
    str,
    Path(pattern="^[0-9a-f]{12}(~[A-Za-z0-9-]{1,40})?$", description="the id of a card, with ~ and the key of one of its pieces"),
]
