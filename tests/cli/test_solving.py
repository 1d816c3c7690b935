"""What no hand can do, as a maker's script would ask for it."""

import json
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from cielo.core.optics.difference import ciede2000
from cielo.core.plan import ensure_sound
from cielo.demo.cards import demo_plans
from cielo.exchange.plan_file import read_plan, write_plan
from tests.cli.test_cli import cielo
from tests.core.plans import gradient


@pytest.fixture
def plan_file(tmp_path: Path) -> Path:
    path = tmp_path / "dusk.cielo.json"
    path.write_bytes(write_plan(gradient()))
    return path


def test_find_answers_by_its_contract_and_predict_agrees(plan_file: Path, tmp_path: Path) -> None:
    ran = cielo("find", plan_file, "--lab", "80,10,30", "--json")
    assert ran.returncode == 0
    answer = json.loads(ran.stdout)
    assert set(answer) == {"recipes", "reachable"}
    document = json.loads(plan_file.read_bytes())
    stacks = [recipe["laid"] for recipe in answer["recipes"]]
    request = tmp_path / "in.json"
    facts = {ink["key"]: {k: v for k, v in ink.items() if k in ("kind", "swatches")} for ink in document["inks"]}
    stock = document["stock"]["paper"]
    request.write_text(json.dumps({"stock": stock, "inks": facts, "stacks": stacks}))
    predicted = json.loads(cielo("predict", request).stdout)["stacks"]
    for recipe, colour in zip(answer["recipes"], predicted, strict=True):
        assert set(recipe) == {"laid", "lab", "difference", "band"}
        assert float(ciede2000(recipe["lab"], colour["lab"])) < 0.01
        assert abs(float(ciede2000((80.0, 10.0, 30.0), colour["lab"])) - recipe["difference"]) <= 0.06
    assert "pass" in cielo("find", plan_file, "--lab", "80,10,30").stdout


@pytest.mark.parametrize("lab", ["red", "1,2", "200,0,0", "50,nan,0", "50,1e9,0"])
def test_a_colour_that_is_none_is_refused_in_words(plan_file: Path, lab: str) -> None:
    ran = cielo("find", plan_file, "--lab", lab)
    assert ran.returncode == 2
    assert "--lab" in ran.stderr


def test_even_writes_a_gentler_plan(plan_file: Path, tmp_path: Path) -> None:
    out = tmp_path / "even.cielo.json"
    answer = json.loads(cielo("even", plan_file, "--out", out, "--json").stdout)
    assert answer["after"] <= answer["before"]
    evened = read_plan(out.read_bytes())
    ensure_sound(evened)
    again = json.loads(cielo("even", out, "--out", tmp_path / "again.cielo.json", "--json").stdout)
    assert again["before"] == pytest.approx(answer["after"], abs=1e-3)


def test_colourways_are_written_as_plans(plan_file: Path, tmp_path: Path) -> None:
    dusk = tmp_path / "demo.cielo.json"
    dusk.write_bytes(write_plan(next(iter(demo_plans()))))
    listed = json.loads(cielo("colourways", dusk, "--count", "2", "--out", tmp_path / "ways", "--json").stdout)
    assert 1 <= len(listed) <= 2
    for line in listed:
        other = read_plan(Path(line["file"]).read_bytes())
        ensure_sound(other)
        assert {ink.key for ink in other.inks} >= set(line["inks"].values())
        assert line["apart"] >= 10
    cream = json.loads(cielo("colourways", dusk, "--count", "1", "--on", "cream", "--out", tmp_path / "cream", "--json").stdout)
    assert all(read_plan(Path(line["file"]).read_bytes()).stock.key == "cream" for line in cream)
    refused = cielo("colourways", dusk, "--on", "nothing", "--out", tmp_path / "none")
    assert refused.returncode
    assert "there is no stock" in refused.stderr


def test_bridge_names_ways_across_and_refuses_inks_the_plan_has_not(plan_file: Path) -> None:
    ways = json.loads(cielo("bridge", plan_file, "--between", "pale,dark", "--json").stdout)
    assert [way["kind"] for way in ways][:2] == ["as it is", "a gap"]
    refused = cielo("bridge", plan_file, "--between", "pale,other")
    assert refused.returncode == 2
    assert "--between" in refused.stderr


def test_a_photograph_is_taken_and_compared_by_its_contract(tmp_path: Path) -> None:
    plan = tmp_path / "demo.cielo.json"
    plan.write_bytes(write_plan(next(iter(demo_plans()))))
    photo = tmp_path / "card.jpg"
    assert cielo("photograph", plan, "--out", photo, "--seed", "5", "--hand", "1.25").returncode == 0
    answer = json.loads(cielo("compare", plan, photo, "--json").stdout)
    assert set(answer) == {"corners", "regions", "hand", "mean_difference"}
    assert len(answer["corners"]) == 4
    assert abs(answer["hand"] - 1.25) < 0.08
    assert {"where", "predicted", "photographed", "difference"} == set(answer["regions"][0])
    assert "came out" in cielo("compare", plan, photo).stdout
    (tmp_path / "no.jpg").write_bytes(b"\xff\xd8\xff no picture at all")
    refused = cielo("compare", plan, tmp_path / "no.jpg")
    assert refused.returncode == 2
    assert "no.jpg" in refused.stderr


def test_a_photograph_becomes_a_plan(plan_file: Path, tmp_path: Path) -> None:
    photo = tmp_path / "sky.jpg"
    down = np.linspace(0, 1, 200)[:, None, None]
    sky = (1 - down) * np.array([70, 110, 190]) + down * np.array([245, 200, 120])
    Image.fromarray(np.repeat(sky, 150, axis=1).astype(np.uint8)).save(photo)
    out = tmp_path / "sky.cielo.json"
    answer = json.loads(cielo("from-picture", plan_file, photo, "--out", out, "--json").stdout)
    assert answer["way"] == "down"
    assert sum(colour["share"] for colour in answer["colours"]) == pytest.approx(1, abs=0.01)
    made = read_plan(out.read_bytes())
    ensure_sound(made)
    assert {colour["ink"] for colour in answer["colours"]} <= {ink.key for ink in made.inks}
    assert cielo("from-picture", plan_file, plan_file, "--out", out).returncode == 2
