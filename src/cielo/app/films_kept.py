"""Films kept from one run of Cielo to the next, so that an ink whose swatches have not changed is not fitted again.

They lie in one JSON file among what may go at any time; numbers are written so that they come back exactly. The file answers for one
state of the optics and of the library that fits; another state, and whatever cannot be read, is as if nothing had been kept.
"""

import atexit
import contextlib
import json
import os
from dataclasses import fields
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np

from cielo.app.as_written import as_written
from cielo.core import optics
from cielo.core.optics.films import WORKED_OUT, Film
from cielo.core.optics.spectra import BANDS, Array

# So many of the newest are kept, about 4 kB each.
MOST_KEPT = 400
_ARRAYS = frozenset(part.name for part in fields(Film) if part.type == Array)
_SIZES = {"density": BANDS, "scattering": BANDS}


@cache
def begin() -> tuple[Path, frozenset[str]]:
    """Take in what earlier runs kept, and keep what this one works out, when it ends. The file, and the films that stood in it."""
    from platformdirs import user_cache_path

    path = user_cache_path("cielo", appauthor=False) / "films.json"
    atexit.register(keep_on)
    return path, bring_back(path)


def keep_on() -> None:
    """Keep what was worked out up to now, where it was begun: a process that is told to end may get no further."""
    if begin.cache_info().currsize:
        keep(*begin())


def bring_back(path: Path) -> frozenset[str]:
    """Take in the films of a file, and say which; none where it is not there, harmed, or of another state of the optics."""
    try:
        told = json.loads(path.read_bytes())
        if told["of"] != _state():
            return frozenset()
        films = {key: _read(film) for key, film in told["films"].items()}
    except (OSError, ValueError, TypeError, KeyError, AttributeError, RecursionError):
        return frozenset()
    WORKED_OUT.update(films)
    return frozenset(films)


def keep(path: Path, known: frozenset[str]) -> None:
    """Write the films worked out so far, if there are others than those ``known``. Where it cannot be written, nothing is kept."""
    films = dict(list(dict(WORKED_OUT).items())[-MOST_KEPT:])
    if films.keys() <= known:
        return
    beside = path.with_name(f"{path.name}.{os.getpid()}")
    with contextlib.suppress(OSError):
        path.parent.mkdir(parents=True, exist_ok=True)
        try:
            beside.write_text(json.dumps({"of": _state(), "films": {key: _told(film) for key, film in films.items()}}))
            os.replace(beside, path)
        finally:
            beside.unlink(missing_ok=True)


def _told(film: Film) -> dict[str, Any]:
    values = {part.name: getattr(film, part.name) for part in fields(Film)}
    return {name: value.tolist() if isinstance(value, np.ndarray) else value for name, value in values.items()}


def _read(told: dict[str, Any]) -> Film:
    """Raises ValueError, TypeError or KeyError where it is no film."""
    values: dict[str, Any] = {}
    for part in fields(Film):
        value = told[part.name]
        if part.name in _ARRAYS:
            value = np.array(value, dtype=float)
            if value.ndim != 1 or not np.all(np.isfinite(value)) or len(value) != _SIZES.get(part.name, len(value)):
                raise ValueError(part.name)
        values[part.name] = value
    values["warnings"] = tuple(str(line) for line in told["warnings"])
    many = {len(values[name]) for name in ("strengths", "amounts", "areas", "amount_slopes", "area_slopes")}
    if len(many) != 1 or min(many) < 2:
        raise ValueError("knots")
    return Film(**{**values, "saturation": float(values["saturation"]), "veil": float(values["veil"])})


def _state() -> str:
    """What the films depend on besides ink and paper: the optics as they are written, and the library that fits."""
    return as_written(optics, "scipy")
