"""Things that stand out, figures spread, wishes and what is left, as a maker's script would ask for them."""

import json
from dataclasses import replace
from pathlib import Path

import pytest

from cielo.core.advice.judge import checked, troubles
from cielo.core.plan import At, BuiltIn, Piece, Plan, Print, ensure_sound
from cielo.exchange.plan_file import read_plan, write_plan
from tests.cli.test_cli import cielo
from tests.core.test_every_check import AIR, SMOOTH, lay, plan, top

STARS = Print(BuiltIn("star"), 22.0, (At(30.0, 40.0), At(40.0, 44.0), At(90.0, 150.0)))


@pytest.fixture
def plan_file(tmp_path: Path) -> Path:
    stamped = plan(lay("pale", top(160)), AIR, lay("dark", STARS, "stamp", touch="first", passes=1, onto="dry"))
    strip = Piece("strip", "strip", SMOOTH, 100.0, 16.0, 60.0, 40.0)
    path = tmp_path / "stars.cielo.json"
    path.write_bytes(write_plan(replace(stamped, pieces=(strip,))))
    return path


def read(path: Path) -> Plan:
    document = read_plan(path.read_bytes())
    ensure_sound(document)
    return document


def test_show_writes_the_nearest_way_and_tells_the_others(plan_file: Path, tmp_path: Path) -> None:
    step = read(plan_file).steps[-1].id
    out = tmp_path / "shown.cielo.json"
    ways = json.loads(cielo("show", plan_file, "--step", step, "--contrast", "14", "--out", out, "--json").stdout)
    assert [abs(way["contrast"] - 14) for way in ways] == sorted(abs(way["contrast"] - 14) for way in ways)
    changed = next(s for s in read(out).steps if s.id == step)
    assert (changed.ink, changed.touch) == (ways[0]["ink"], ways[0]["touch"])  # type: ignore[union-attr]
    assert "stands out by" in cielo("show", plan_file, "--step", step, "--out", out).stdout
    refused = cielo("show", plan_file, "--step", "nowhere", "--out", out)
    assert refused.returncode == 2


def test_place_spreads_or_threads(plan_file: Path, tmp_path: Path) -> None:
    step = read(plan_file).steps[-1].id
    out = tmp_path / "placed.cielo.json"
    answer = json.loads(cielo("place", plan_file, "--step", step, "--out", out, "--json").stdout)
    assert answer["after"] > answer["before"]
    assert read(out).steps[-1] != read(plan_file).steps[-1]
    told = json.loads(cielo("place", plan_file, "--piece", "strip", "--out", out, "--json").stdout)
    assert read(out).pieces[0].y_mm == told["y_mm"] != 40.0
    assert cielo("place", plan_file, "--out", out).returncode == 2
    assert cielo("place", plan_file, "--piece", "none", "--out", out).returncode == 2


def test_a_wish_is_answered_with_plans_and_why(plan_file: Path, tmp_path: Path) -> None:
    ran = cielo("wish", plan_file, "--words", "dusk", "--minutes", "30", "--focal", "dark", "--out", tmp_path / "wish", "--json")
    listed = json.loads(ran.stdout)
    assert 1 <= len(listed) <= 3
    for line in listed:
        document = read(Path(line["file"]))
        assert troubles(checked(document)) == ()
        assert document.stock == read(plan_file).stock
        assert line["minutes"] <= 30
        assert line["why"]
    assert cielo("wish", plan_file, "--words", "flurbly", "--out", tmp_path / "w").returncode == 2
    assert cielo("wish", plan_file, "--focal", "blue", "--out", tmp_path / "w").returncode == 2


def test_what_is_left_makes_a_second_card(plan_file: Path, tmp_path: Path) -> None:
    listed = json.loads(cielo("use-up", plan_file, "--sheet", "twelve", "--out", tmp_path / "left", "--json").stdout)
    assert listed
    for line in listed:
        assert read(Path(line["file"])).stock == read(plan_file).stock
        assert any("offcut" in said for said in line["why"])
    assert cielo("use-up", plan_file, "--sheet", "none", "--out", tmp_path / "left").returncode == 2


def test_the_trainer_asks_and_marks(plan_file: Path) -> None:
    for kind in ("crossing", "order", "passes"):
        asked = json.loads(cielo("trainer", plan_file, "--kind", kind, "--seed", "4", "--json").stdout)
        count = len(asked["choices"])
        given = ",".join(str(n) for n in range(1, count + 1)) if kind == "order" else "1"
        told = json.loads(cielo("trainer", plan_file, "--kind", kind, "--seed", "4", "--answer", given, "--json").stdout)
        right = ",".join(str(n) for n in told["truth"])
        assert "Right." in cielo("trainer", plan_file, "--kind", kind, "--seed", "4", "--answer", right).stdout
    assert cielo("trainer", plan_file, "--kind", "taste").returncode == 2
    assert cielo("trainer", plan_file, "--answer", "x").returncode == 2
