"""The command line as a maker's script would use it."""

import json
import subprocess
import sys
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import dataclass, replace
from io import StringIO
from pathlib import Path
from unittest.mock import patch

import pytest
from PIL import Image
from pypdf import PdfReader

from cielo.cli import main
from cielo.core.plan import Brush, Wish, move_step
from cielo.demo.cards import demo_plans
from cielo.exchange.plan_file import write_plan
from cielo.store.database import Store
from tests.core.plans import gradient


@dataclass(frozen=True)
class Ran:
    returncode: int
    stdout: str
    stderr: str


def cielo(*arguments: str | Path) -> Ran:
    """A command run as the shell would, but in this process: starting Python anew takes seconds each time."""
    out, err, code = StringIO(), StringIO(), 0
    with patch("sys.argv", ["cielo", *map(str, arguments)]), redirect_stdout(out), redirect_stderr(err):
        try:
            main()
        except SystemExit as ended:
            code = int(ended.code or 0)
    return Ran(code, out.getvalue(), err.getvalue())


def test_the_command_itself_starts() -> None:
    ran = subprocess.run(
        [sys.executable, "-c", "from cielo.cli import main; main()", "--help"], capture_output=True, text=True, check=True
    )
    assert all(command in ran.stdout for command in ("demo", "serve", "predict", "render", "proofs", "check", "order", "schema"))


@pytest.fixture
def plan_file(tmp_path: Path) -> Path:
    path = tmp_path / "dusk.cielo.json"
    path.write_bytes(write_plan(gradient()))
    return path


@pytest.fixture
def bad_order(tmp_path: Path) -> Path:
    plan = gradient()
    path = tmp_path / "bad.cielo.json"
    dark = next(step.id for step in plan.steps if isinstance(step, Brush) and step.ink == "dark")
    path.write_bytes(write_plan(move_step(plan, dark, plan.steps[1].id)))
    return path


def test_check_and_order(plan_file: Path, bad_order: Path) -> None:
    clean = cielo("check", plan_file, "--json")
    assert (clean.returncode, json.loads(clean.stdout)) == (0, [])
    bad = cielo("check", bad_order, "--json")
    assert bad.returncode == 1
    (first, *_) = json.loads(bad.stdout)
    assert set(first) == {"code", "severity", "step", "where", "message", "why", "remedy", "measure"}
    assert "Remedy:" in cielo("check", bad_order).stdout
    order = json.loads(cielo("order", bad_order, "--json").stdout)
    assert order["changes"]
    assert "lightest" in order["steps"][1]["why"]


def test_render(plan_file: Path, tmp_path: Path) -> None:
    out = tmp_path / "x.png"
    assert cielo("render", plan_file, "--out", out, "--dpi", "100", "--step", "2").returncode == 0
    with Image.open(out) as image:
        assert image.size == (475, 675)


def test_proofs_of_every_step(plan_file: Path, tmp_path: Path) -> None:
    out = tmp_path / "proofs"
    made = cielo("proofs", plan_file, "--out", out, "--dpi", "30", "--moving")
    assert made.returncode == 0, made.stderr
    steps = len(gradient().steps)
    assert sorted(path.name for path in out.glob("??.png")) == [f"{n:02d}.png" for n in range(steps + 1)]
    with Image.open(out / "proofs.png") as image:
        assert 5 < image.n_frames <= steps + 1  # type: ignore[attr-defined]
    with Image.open(out / "03.png") as image:
        assert round(image.info["dpi"][0]) == 30


def test_cut(plan_file: Path, tmp_path: Path) -> None:
    told = cielo("cut", plan_file, "--out", tmp_path / "dxf", "--format", "dxf", "--json")
    assert told.returncode == 0, told.stderr
    pieces = json.loads(told.stdout)["pieces"]
    assert [piece["key"] for piece in pieces] == ["base", "panel", "moon", "envelope"]
    assert sorted(path.name for path in (tmp_path / "dxf").iterdir()) == ["base.dxf", "envelope.dxf", "moon.dxf", "panel.dxf"]
    assert "score at 5 in" in cielo("cut", plan_file, "--out", tmp_path / "svg").stdout
    assert cielo("cut", plan_file, "--out", plan_file / "x").returncode == 2


def test_predict(tmp_path: Path) -> None:
    request, out = tmp_path / "in.json", tmp_path / "out.json"
    inks = {"A": {"kind": "dye", "laydown": "film", "swatches": [{"strength": 1.0, "lab": [60, 30, 20]}]}}
    document = {"stock": {"lab": [95, 0, 0], "surface": "uncoated"}, "inks": inks, "stacks": [[["A", 1.0]]]}
    request.write_text(json.dumps(document))
    assert cielo("predict", request, "--out", out).returncode == 0
    assert json.loads(out.read_text())["stacks"][0]["lab"] == pytest.approx([60, 30, 20], abs=0.01)
    request.write_text(json.dumps({**document, "stacks": [[["A", -1]]]}))
    refused = cielo("predict", request)
    assert refused.returncode == 2
    assert "in.json, stacks[0][0][1]" in refused.stderr


def test_schema_is_json_schema() -> None:
    assert json.loads(cielo("schema").stdout)["$schema"].startswith("https://json-schema.org/")


def test_refusals_name_file_and_field(tmp_path: Path, plan_file: Path) -> None:
    broken = tmp_path / "broken.cielo.json"
    broken.write_bytes(write_plan(gradient())[:500])
    for path in (broken, tmp_path / "none.json"):
        refused = cielo("check", path)
        assert refused.returncode == 2
        assert path.name in refused.stderr
        assert "Traceback" not in refused.stderr
    nowhere = cielo("render", plan_file, "--out", tmp_path / "no" / "x.png", "--dpi", "20")
    assert nowhere.returncode == 2
    assert cielo("render", plan_file, "--out", tmp_path / "x.png", "--dpi", "9000").returncode == 2


def test_cut_with_everything_it_can_tell(plan_file: Path, tmp_path: Path) -> None:
    told = cielo(
        "cut", plan_file, "--out", tmp_path, "--format", "hpgl", "--count", "4", "--sheet", "twelve", "--cutter", "--json"
    )
    answer = json.loads(told.stdout)
    assert answer["envelope"]["sheet_mm"] == pytest.approx(241.3)
    panels = next(stock for stock in answer["stocks"] if stock["of"] == "White")
    assert sum(len(sheet["laid"]) for sheet in panels["sheets"]) == 4
    moon = next(one for one in answer["cutter"] if one["key"] == "moon")
    assert moon["cut_mm"] > 100
    assert (tmp_path / "moon.cut-sheet.svg").read_bytes().startswith(b"<?xml")
    said = cielo("cut", plan_file, "--out", tmp_path, "--cutter").stdout
    assert "Cutter: moon takes" in said
    assert "one sheet of 8 1/2 × 11 in" in said
    assert cielo("cut", plan_file, "--out", tmp_path, "--sheet", "napkin").returncode == 2


def test_schedule_and_sheet(plan_file: Path, tmp_path: Path) -> None:
    told = cielo("schedule", plan_file, "--cards", "2", "--makers", "2", "--json")
    assert told.returncode == 0, told.stderr
    assert len(json.loads(told.stdout)["entries"]) == 2 * len(gradient().steps)
    roomy = cielo("schedule", plan_file, "--cards", "2", "--makers", "2", "--masks", "2", "--json")
    assert json.loads(roomy.stdout)["length_s"] < json.loads(told.stdout)["length_s"], "nobody waits for the one moon mask"
    late = cielo("schedule", plan_file, "--cards", "3", "--start", "2026-12-05T09:00:00", "--deadline", "2026-12-05T09:05:00")
    assert late.returncode == 1
    assert "Late by" in late.stdout
    assert cielo("schedule", plan_file, "--out", tmp_path / "day.ics").returncode == 0
    assert (tmp_path / "day.ics").read_text().startswith("BEGIN:VCALENDAR")
    assert cielo("schedule", plan_file, "--out", tmp_path / "day.doc").returncode == 2
    backwards = cielo("schedule", plan_file, "--start", "2026-12-05T09:00:00", "--deadline", "2026-12-04T09:00:00")
    assert backwards.returncode == 2
    assert cielo("sheet", plan_file, "--out", tmp_path / "sheet.pdf").returncode == 0
    text = PdfReader(tmp_path / "sheet.pdf").pages[0].extract_text()
    assert "Lay out before you begin" in text
    assert "(Pale)" in " ".join(text.split())
    assert cielo("sheet", plan_file, "--out", tmp_path / "small.pdf", "--paper", "a5", "--less-ink").returncode == 0
    assert PdfReader(tmp_path / "small.pdf").pages[0].mediabox.width < 430
    assert cielo("sheet", plan_file, "--out", tmp_path / "odd.pdf", "--paper", "a3").returncode == 2
    assert cielo("where", plan_file, "--out", tmp_path / "where.pdf").returncode == 0
    assert "middle" in PdfReader(tmp_path / "where.pdf").pages[0].extract_text()
    nothing = cielo("where", plan_file, "--out", tmp_path / "none.pdf", "--step", "s999")
    assert nothing.returncode == 2
    assert "nothing is placed there" in nothing.stderr


def test_check_against_a_shelf_and_wishes_that_contradict(plan_file: Path, tmp_path: Path) -> None:
    shelf = tmp_path / "mine.sqlite"
    Store(shelf).close()
    lacking = cielo("check", plan_file, "--shelf", shelf, "--json")
    assert lacking.returncode == 1
    assert {finding["code"] for finding in json.loads(lacking.stdout)} >= {"not-on-shelf"}
    assert cielo("check", plan_file, "--shelf", tmp_path / "none").returncode == 2
    plan = gradient()
    inked = [step.id for step in plan.steps if isinstance(step, Brush)]
    wished = tmp_path / "wished.cielo.json"
    wished.write_bytes(write_plan(replace(plan, wishes=(Wish(inked[0], inked[1]), Wish(inked[1], inked[0])))))
    refused = cielo("order", wished)
    assert refused.returncode == 1
    assert "You asked for it" in refused.stderr


def test_a_piece_and_the_whole_card_are_drawn(tmp_path: Path) -> None:
    plan = next(plan for plan in demo_plans() if plan.pieces)
    path, piece = tmp_path / "card.cielo.json", plan.pieces[0]
    path.write_bytes(write_plan(plan))
    together, alone = tmp_path / "together.png", tmp_path / "alone.png"
    assert cielo("render", path, "--out", together, "--dpi", "50", "--together").returncode == 0
    assert cielo("render", path, "--out", alone, "--dpi", "50", "--piece", piece.key).returncode == 0
    with Image.open(together) as front, Image.open(alone) as own:
        assert front.size == (round(plan.card.width_mm / 25.4 * 50), round(plan.card.height_mm / 25.4 * 50))
        assert own.size == (round(piece.width_mm / 25.4 * 50), round(piece.height_mm / 25.4 * 50))
    refused = cielo("render", path, "--out", alone, "--piece", "nowhere")
    assert refused.returncode == 2
    assert "no longer on the card" in refused.stderr
