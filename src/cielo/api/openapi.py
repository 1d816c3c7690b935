"""Print the API's description: ``python -m cielo.api.openapi``; the front end's types are generated from it."""

import json
from pathlib import Path
from tempfile import TemporaryDirectory

from cielo.api.main import create_app
from cielo.store.database import Store


def description() -> str:
    """The OpenAPI document as JSON text."""
    with TemporaryDirectory() as folder:
        store = Store(Path(folder) / "empty.sqlite")
        try:
            return json.dumps(create_app(store).openapi(), indent=1, ensure_ascii=False) + "\n"
        finally:
            store.close()


if __name__ == "__main__":
    print(description(), end="")
