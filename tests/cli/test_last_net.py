"""Whatever happens in a command: one sentence, an exit code that means just that, and nothing half done."""

import os
import stat
from pathlib import Path
from unittest.mock import patch

import pytest

from cielo.app.loops_kept import hers_alone
from cielo.core.plan import Brush
from cielo.exchange.plan_file import write_plan
from tests.cli.test_cli import cielo
from tests.core.plans import gradient


@pytest.fixture
def plan(tmp_path: Path) -> Path:
    path = tmp_path / "plan.cielo.json"
    path.write_bytes(write_plan(gradient()))
    return path


def test_what_nobody_foresaw_is_a_sentence_a_log_and_an_exit_code_of_its_own(
    plan: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("XDG_STATE_HOME", str(tmp_path / "state"))
    with patch("cielo.core.advice.judge.judge", side_effect=ZeroDivisionError("a fault of ours")):
        ran = cielo("check", plan)
    assert ran.returncode == 3
    assert "Traceback" not in ran.stderr
    assert len(ran.stderr.strip().splitlines()) == 1
    (log,) = (tmp_path / "state").rglob("commands.log")
    assert "a fault of ours" in log.read_text()
    assert stat.S_IMODE(log.stat().st_mode) == 0o600


@pytest.mark.parametrize(
    "command",
    [
        ("schedule", "PLAN", "--start", "9999-12-31T23:59:00"),
        ("schedule", "PLAN", "--start", "0001-01-01T00:00:00"),
        ("wish", "PLAN", "--out", "out", "--use-up", "nothing"),
        ("wish", "PLAN", "--out", "out", "--minutes", "99999999999"),
        ("wish", "PLAN", "--out", "out", "--minutes", "nan"),
        ("show", "PLAN", "--step", "STEP", "--out", "x.json", "--contrast", "nan"),
        ("show", "PLAN", "--step", "STEP", "--out", "x.json", "--contrast", "1e9"),
        ("render", "PLAN", "--out", "x.png", "--dpi", "nan"),
        ("render", "PLAN", "--out", "x.png", "--step", "-5"),
        ("unpack", "PLAN", "--db", "new.sqlite"),
        ("import", "PLAN", "missing.csv", "--db", "new.sqlite", "--preview"),
        ("photograph", "PLAN", "--out", "x.jpg", "--hand", "nan"),
    ],
    ids=" ".join,
)
def test_bad_input_is_refused_in_a_sentence(
    command: tuple[str, ...], plan: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.chdir(tmp_path)
    step = next(step.id for step in gradient().steps if isinstance(step, Brush))
    ran = cielo(*({"PLAN": str(plan), "STEP": step}.get(part, part) for part in command))
    assert ran.returncode == 2, ran.stderr
    assert "Traceback" not in ran.stderr


@pytest.mark.parametrize("form", ["ics", "csv"])
def test_a_title_of_two_lines_is_one_in_a_calendar(tmp_path: Path, form: str) -> None:
    import json

    path = tmp_path / "plan.cielo.json"
    document = json.loads(write_plan(gradient()))
    document["title"] = "Dusk\r\nBEGIN:VALARM"
    path.write_text(json.dumps(document))
    out = tmp_path / f"day.{form}"
    ran = cielo("schedule", path, "--out", out)
    assert ran.returncode == 0, ran.stderr
    assert b"\nBEGIN:VALARM" not in out.read_bytes()


def test_loops_are_taken_from_no_folder_that_others_could_write_in(tmp_path: Path) -> None:
    mine = tmp_path / "loops"
    assert hers_alone(mine) == mine
    assert stat.S_IMODE(mine.stat().st_mode) == 0o700
    mine.chmod(0o770)
    other = hers_alone(mine)
    assert other != mine
    assert stat.S_IMODE(other.stat().st_mode) == 0o700
    linked = tmp_path / "link"
    linked.symlink_to(tmp_path)
    assert hers_alone(linked) != linked, "a link is not followed: who made it may turn it elsewhere"
    strange = tmp_path / "strange"
    strange.mkdir(mode=0o700)
    with patch("os.getuid", return_value=os.getuid() + 1):
        assert hers_alone(strange) != strange


@pytest.mark.parametrize("version", [4, 99, 10**9])
def test_a_plan_of_a_later_version_is_told_as_one(plan: Path, version: int) -> None:
    import json

    document = json.loads(plan.read_text())
    document |= {"version": version, "something_new": [1, 2]}
    plan.write_text(json.dumps(document))
    ran = cielo("check", plan)
    assert ran.returncode == 2
    assert "written by a newer Cielo" in ran.stderr
