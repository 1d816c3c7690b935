"""Files in and out: what is written is read back equal, and hostile input is refused in words."""

import json
from io import BytesIO
from pathlib import Path

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image
from pypdf import PdfReader

from cielo.app.pictures import deep_png, panel_png
from cielo.app.sheets import run_sheet
from cielo.core.plan import Fade
from cielo.core.sequence.gradient import GradientWish
from cielo.errors import BadInput, CieloError, TooLarge
from cielo.exchange.plan_file import plan_schema, read_plan, write_plan
from cielo.exchange.reading import LARGEST_BYTES, field_path
from tests.core.plans import MOON, gradient

ROOT = Path(__file__).parents[2]
DOCUMENT = json.loads(write_plan(gradient()))


@pytest.mark.parametrize("edge", ["top", "bottom", "left", "right"])
@pytest.mark.parametrize("fade", [None, Fade("right", 30.0)])
def test_plans_come_back_equal(edge: str, fade: Fade | None) -> None:
    plan = gradient(GradientWish(edge, disc=MOON, fade=fade))  # type: ignore[arg-type]
    assert read_plan(write_plan(plan)) == plan
    assert write_plan(read_plan(write_plan(plan))) == write_plan(plan)


def test_a_picture_says_that_it_is_srgb_and_how_large() -> None:
    made = Image.open(BytesIO(panel_png(gradient(), 30)))
    assert made.info["srgb"] == 0
    assert made.info["dpi"] == pytest.approx((30, 30), abs=0.02)


def test_a_deep_picture_is_the_same_picture_in_finer_steps() -> None:
    """Read back by OpenCV, which did not write it."""
    deep = cv2.imdecode(np.frombuffer(deep_png(gradient(), 20), np.uint8), cv2.IMREAD_UNCHANGED)
    plain = cv2.imdecode(np.frombuffer(panel_png(gradient(), 20), np.uint8), cv2.IMREAD_UNCHANGED)
    assert deep is not None
    assert plain is not None
    assert deep.dtype == np.uint16
    assert np.abs(deep / 257 - plain).max() <= 1.02
    assert len(np.unique(deep)) > 4 * len(np.unique(plain))
    assert Image.open(BytesIO(deep_png(gradient(), 20))).info["srgb"] == 0


def test_the_published_schema_is_the_one_the_code_has() -> None:
    assert json.loads((ROOT / "docs" / "plan.schema.json").read_text()) == plan_schema()


def changed(path: list[str | int], value: object) -> bytes:
    document = json.loads(json.dumps(DOCUMENT))
    at = document
    for key in path[:-1]:
        at = at[key]
    at[path[-1]] = value
    return json.dumps(document).encode()


BAD: list[tuple[bytes, str, str]] = [
    (changed(["masks", 0, "diameter_mm"], -3), "masks[0].diameter_mm", "at least 0.2 cm (1/8 in)"),
    (changed(["masks", 0, "x_mm"], 900), "masks[0]", "lies off the panel"),
    (changed(["steps", 1, "ink"], "nowhere"), "steps[1].ink", "no ink 'nowhere'"),
    (changed(["steps", 1, "region", "carry_mm"], -1), "steps[1].region.carry_mm", "at least"),
    (changed(["steps", 1, "passes"], 2.5), "steps[1].passes", "a whole number"),
    (changed(["steps", 1, "passes"], 10**9), "steps[1].passes", "at most 20"),
    (changed(["steps", 1, "colour"], "red"), "steps[1].colour", "nothing called “colour”"),
    (changed(["inks", 0, "swatches", 0, "lab"], [101, 0, 0]), "inks[0].swatches[0].lab[0]", "at most 100"),
    (changed(["inks", 0, "swatches"], []), "inks[0].swatches", "nothing in it"),
    (changed(["version"], 99), "version", "written by a newer Cielo"),
    (changed(["format"], "something.else"), "format", "cielo.plan"),
    (changed(["title"], "x" * 500), "title", "80"),
    (write_plan(gradient()).replace(b'"diameter_mm": 36.0', b'"diameter_mm": NaN'), "", "NaN"),
    (write_plan(gradient()).replace(b'"diameter_mm": 36.0', b'"diameter_mm": 1e999'), "masks[0].diameter_mm", "ordinary number"),
    (write_plan(gradient())[:-400], "", "line"),
    (b"", "", "line 1"),
    (b"[]", "", "a group of values"),
    (b"\xff\xfe\x00", "", "UTF-8"),
    (b"[" * 200_000, "", "nested"),
]


@pytest.mark.parametrize(("data", "field", "words"), BAD)
def test_what_is_wrong_is_said_with_its_field(data: bytes, field: str, words: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_plan(data)
    assert refused.value.field == field
    assert words in refused.value.reason


def test_a_file_that_is_too_large_is_not_even_parsed() -> None:
    with pytest.raises(TooLarge, match="MB"):
        read_plan(b" " * (LARGEST_BYTES + 1))


JSON = st.recursive(
    st.none() | st.booleans() | st.floats() | st.text(max_size=8) | st.integers(),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)


@given(st.sampled_from(list(DOCUMENT)), JSON)
@settings(max_examples=120, deadline=None)
def test_no_value_anywhere_does_more_than_be_refused(key: str, value: object) -> None:
    try:
        plan = read_plan(json.dumps({**DOCUMENT, key: value}).encode())
    except CieloError:
        return
    assert read_plan(write_plan(plan)) == plan


def test_field_paths_read_like_paths() -> None:
    assert field_path(("inks", "A", "swatches", 0, "lab")) == "inks.A.swatches[0].lab"


def test_a_png_has_its_resolution_and_size() -> None:
    with Image.open(BytesIO(panel_png(gradient(), 150))) as image:
        assert image.size == (713, 1012)
        assert image.info["dpi"] == pytest.approx((150, 150), abs=0.1)
    assert panel_png(gradient(), 60) == panel_png(gradient(), 60)
    for dpi in (0, 5000, float("nan")):
        with pytest.raises(BadInput):
            panel_png(gradient(), dpi)
    with pytest.raises(BadInput, match="steps"):
        panel_png(gradient(), 60, 99)


def test_the_run_sheet_says_every_step_and_is_the_same_every_time() -> None:
    data = run_sheet(gradient())
    text = " ".join(page.extract_text() for page in PdfReader(BytesIO(data)).pages)
    words = " ".join(text.split())
    assert "Lay the moon mask and press its rim down." in words
    assert "from the left and" in words, "and where it goes"
    assert "Dry in the air, 5 min: ___:___ to ___:___" in words
    for number in range(1, len(gradient().steps) + 1):
        assert f"{number}." in words
    assert run_sheet(gradient()) == data
