"""The state of the code, as a key: what was worked out by other code is not taken for what this would give."""

import hashlib
from functools import cache
from importlib.metadata import version
from pathlib import Path
from types import ModuleType


@cache
def as_written(package: ModuleType, *libraries: str) -> str:
    """A key of a package's sources, those of its packages too, and of the versions of libraries it works with."""
    digest = hashlib.sha256("".join(map(version, libraries)).encode())
    assert package.__file__ is not None
    for source in sorted(Path(package.__file__).parent.rglob("*.py")):
        digest.update(source.read_bytes())
    return digest.hexdigest()
