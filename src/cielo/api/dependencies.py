"""What routes are given."""

from typing import Annotated

from fastapi import Depends, Request

from cielo.store.database import Store


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


StoreOfApp = Annotated[Store, Depends(_store)]
