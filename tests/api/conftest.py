"""The application with the demo in it."""

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from cielo.api.main import create_app
from cielo.demo.fill import fill
from cielo.store.database import Store


@pytest.fixture
def web(store: Store) -> Iterator[TestClient]:
    """A client of an application that holds the demo."""
    fill(store)
    with TestClient(create_app(store), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        yield client
