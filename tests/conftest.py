"""Shared by all tests."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from hypothesis import settings

from cielo.store.database import Store

# The same examples every time: what fails here fails everywhere.
settings.register_profile("steady", derandomize=True, deadline=None)
settings.load_profile("steady")


@pytest.fixture
def store(tmp_path: Path) -> Iterator[Store]:
    """An empty database file."""
    opened = Store(tmp_path / "cielo.sqlite")
    yield opened
    opened.close()
