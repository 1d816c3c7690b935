"""Films kept between runs: they come back exactly, answer for one state of the optics, and no harmed file is believed."""

import json
import os
import subprocess
import sys
from dataclasses import fields, replace
from pathlib import Path

import numpy as np
import pytest

from cielo.app import films_kept
from cielo.core.materials import Ink, Paper, Swatch
from cielo.core.optics import films
from cielo.core.optics.films import WORKED_OUT, Film, film_of

PAPER = Paper((94.0, 0.0, 3.0), "calendered")
ONE = Ink("one", "One", "dye", (Swatch(1.0, (62.0, 30.0, -12.0)),))
MORE = Ink(
    "more", "More", "dye", (Swatch(0.5, (80.0, 10.0, 30.0)), Swatch(1.0, (70.0, 18.0, 48.0)), Swatch(2.0, (61.0, 26.0, 58.0)))
)
OPAQUE = Ink("white", "White", "white", (Swatch(1.0, (95.5, 0.0, 1.0)),))
INKS = (ONE, MORE, OPAQUE)


def same(a: Film, b: Film) -> bool:
    return all(np.array_equal(getattr(a, part.name), getattr(b, part.name)) for part in fields(Film))


def forget() -> None:
    WORKED_OUT.clear()
    film_of.cache_clear()


@pytest.fixture
def kept(tmp_path: Path) -> Path:
    """A file with the films of three inks."""
    forget()
    for ink in INKS:
        film_of(ink, PAPER)
    path = tmp_path / "films.json"
    films_kept.keep(path, frozenset())
    return path


@pytest.mark.parametrize("ink", INKS, ids=lambda ink: ink.key)
def test_a_film_comes_back_as_it_was(kept: Path, ink: Ink, monkeypatch: pytest.MonkeyPatch) -> None:
    before = film_of(ink, PAPER)
    forget()
    assert len(films_kept.bring_back(kept)) == 3
    monkeypatch.setattr(films, "_fit", lambda *_: pytest.fail("it was fitted again"))
    assert same(film_of(ink, PAPER), before)
    strengths = np.linspace(0, 5, 101)
    assert np.array_equal(film_of(ink, PAPER).amount(strengths), before.amount(strengths))


def test_another_swatch_or_paper_is_another_film(kept: Path) -> None:
    forget()
    films_kept.bring_back(kept)
    known = set(WORKED_OUT)
    film_of(replace(ONE, swatches=(Swatch(1.0, (62.0, 30.0, -12.01)),)), PAPER)
    film_of(ONE, Paper((94.0, 0.0, 3.1), "calendered"))
    assert len(set(WORKED_OUT) - known) == 2


def test_another_state_of_the_optics_believes_none_of_it(kept: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    forget()
    monkeypatch.setattr(films_kept, "_state", lambda: "another")
    assert films_kept.bring_back(kept) == frozenset()
    assert not WORKED_OUT


def harms(text: str) -> list[str]:
    told = json.loads(text)
    key = next(iter(told["films"]))

    def with_film(**parts: object) -> str:
        return json.dumps({**told, "films": {key: {**told["films"][key], **parts}}})

    return [
        "",
        text[: len(text) // 2],
        "[" * 100_000,
        "[]",
        json.dumps({"of": told["of"]}),
        json.dumps({"of": told["of"], "films": [1]}),
        json.dumps({"of": told["of"], "films": {key: None}}),
        with_film(density=[0.1] * 30),
        with_film(density=["x"] * 31),
        with_film(density=[[0.1] * 31]),
        with_film(density=[float("nan")] * 31),
        with_film(density=3),
        with_film(strengths=[0.0]),
        with_film(amounts=[0.0, 1.0, 2.0, 3.0, 4.0, 5.0]),
        with_film(veil="much"),
    ]


@pytest.mark.parametrize("number", range(15))
def test_a_harmed_file_is_as_if_nothing_had_been_kept(kept: Path, number: int) -> None:
    kept.write_text(harms(kept.read_text())[number])
    forget()
    assert films_kept.bring_back(kept) == frozenset()
    assert not WORKED_OUT
    film_of(ONE, PAPER)
    films_kept.keep(kept, frozenset())
    forget()
    assert len(films_kept.bring_back(kept)) == 1, "and is written anew"


def test_what_cannot_be_written_is_not_kept_and_nothing_is_said(tmp_path: Path) -> None:
    film_of(ONE, PAPER)
    (tmp_path / "file").write_text("")
    films_kept.keep(tmp_path / "file" / "films.json", frozenset())


def test_only_the_newest_are_kept(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    forget()
    monkeypatch.setattr(films_kept, "MOST_KEPT", 2)
    for ink in INKS:
        film_of(ink, PAPER)
    films_kept.keep(tmp_path / "films.json", frozenset())
    newest = list(WORKED_OUT)[-2:]
    forget()
    assert films_kept.bring_back(tmp_path / "films.json") == frozenset(newest)


def test_a_second_check_of_a_plan_loads_no_library_that_fits(tmp_path: Path) -> None:
    plan = Path(__file__).parents[2] / "src" / "cielo" / "demo" / "plans" / "2.cielo.json"
    code = (
        "import sys, atexit; atexit.register(lambda: print(sorted(m for m in sys.modules if m.startswith('scipy.'))))\n"
        "from cielo.cli import main; main()"
    )

    def check() -> str:
        return subprocess.run(
            [sys.executable, "-c", code, "check", str(plan)],
            env={**os.environ, "XDG_CACHE_HOME": str(tmp_path)},
            capture_output=True,
            text=True,
            check=False,
        ).stdout

    first, second = check(), check()
    assert "scipy.optimize" in first
    assert not {"scipy.optimize", "scipy.linalg", "scipy.ndimage", "scipy.special"} & set(second.split("'"))
    assert first.splitlines()[:-1] == second.splitlines()[:-1]
