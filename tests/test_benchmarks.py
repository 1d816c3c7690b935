"""Every benchmark runs, for a moment: one that ends in an error tells nobody anything. Nothing of what they print is asserted."""

from pathlib import Path

import pytest
from benchmarks import commands, fuzz, order, panel, prove, solvers


def test_pictures(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.setattr(panel, "TIMES", 2)
    panel.main()
    assert "one pass changed" in capsys.readouterr().out


def test_order(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.setattr(order, "TIMES", 1)
    order.main()
    assert "put in order" in capsys.readouterr().out


def test_commands(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    monkeypatch.setattr(commands, "TIMES", 1)
    monkeypatch.setattr(commands, "PLANS", tmp_path)
    commands.main()
    assert "--help" in capsys.readouterr().out


def test_solvers(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.setattr(solvers, "COUNTS", (4, 6))
    monkeypatch.setattr(solvers, "CARDS", 1)
    solvers.main()
    assert "trainer" in capsys.readouterr().out


@pytest.mark.parametrize("kind", list(fuzz.IMPORTERS))
def test_harmed_files(kind: str) -> None:
    assert fuzz.fuzz(kind, 12) == 0


def test_kills(tmp_path: Path) -> None:
    assert prove.imports_killed(2, tmp_path) == 0
