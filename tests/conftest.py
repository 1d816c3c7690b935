"""Shared by all tests."""

from collections.abc import Iterator
from pathlib import Path

import pytest

from cielo.store.database import Store


@pytest.fixture
def store(tmp_path: Path) -> Iterator[Store]:
    """An empty database file."""
    opened = Store(tmp_path / "cielo.sqlite")
    yield opened
    opened.close()
