"""What routes are given."""

from typing import Annotated

from fastapi import Depends, Path, Request

from cielo.store.database import Store


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


StoreOfApp = Annotated[Store, Depends(_store)]
CardId = Annotated[str, Path(pattern="^[0-9a-f]{12}$", description="the id of a card")]
