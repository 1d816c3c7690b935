"""The cutter and its files: round trips, lengths against closed forms, refusals; hostile files never get further than a sentence."""

from collections.abc import Callable
from io import BytesIO
from math import pi
from xml.etree import ElementTree

import numpy as np
import pypdfium2
import pypdfium2.raw as pdfium
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app.cutting import cut_file
from cielo.core.geometry.pieces import Piece, pieces_of
from cielo.devices.cutter import Cutter, CutterLimits, SimulatedCutter
from cielo.errors import BadInput, CieloError, TooLarge
from cielo.exchange.hpgl import read_hpgl, write_hpgl
from cielo.exchange.svg_drawing import read_svg
from cielo.exchange.templates import write_pdf, write_svg
from tests.core.plans import plan_of
from tests.core.test_grounds import planned

Array = np.ndarray


def circle(radius: float, x: float = 50.0, y: float = 50.0, points: int = 721) -> Array:
    angle = np.linspace(0, 2 * pi, points)
    return np.stack([x + radius * np.cos(angle), y + radius * np.sin(angle)], axis=1)


def square(side: float, x: float = 10.0, y: float = 10.0) -> Array:
    return np.array([(x, y), (x + side, y), (x + side, y + side), (x, y + side), (x, y)])


# One suite for every cutter; a real driver is added here.
CUTTERS: list[Callable[[], Cutter]] = [SimulatedCutter, lambda: SimulatedCutter(CutterLimits(200.0, 150.0, 1.2))]


@pytest.mark.parametrize("make", CUTTERS)
def test_a_cutter_reports_the_length_it_cut(make: Callable[[], Cutter]) -> None:
    """Closed forms: 2 pi r and 4 a."""
    report = make().cut([circle(20), square(30, 80.0)])
    assert report.cut_mm == pytest.approx(2 * pi * 20 + 4 * 30, rel=1e-4)
    assert report.travel_mm == pytest.approx(np.hypot(70, 50) + np.hypot(10, 40), rel=1e-6)
    assert report.seconds > make().cut([square(30, 80.0)]).seconds > 0


@pytest.mark.parametrize("make", CUTTERS)
def test_a_cutter_refuses_what_its_mat_or_blade_cannot_do(make: Callable[[], Cutter]) -> None:
    limits = make().limits
    for lines, words in (
        ([square(limits.mat_width_mm)], "mat"),
        ([square(limits.finest_mm * 0.9)], "narrower"),
        ([square(30), square(30 + 1.6 * limits.finest_mm, 10 - 0.8 * limits.finest_mm, 10 - 0.8 * limits.finest_mm)], "apart"),
        ([], "nothing"),
    ):
        with pytest.raises(BadInput, match=words):
            make().cut(lines)
    make().cut([square(30), square(30 + 2.4 * limits.finest_mm, 10 - 1.2 * limits.finest_mm, 10 - 1.2 * limits.finest_mm)])


coordinates = st.tuples(st.floats(0, 300), st.floats(0, 300))


@given(st.lists(st.lists(coordinates, min_size=2, max_size=12), min_size=1, max_size=5))
@settings(max_examples=60, deadline=None)
def test_hpgl_reads_back_equal_to_half_a_plotter_unit(drawn: list[list[tuple[float, float]]]) -> None:
    lines = [np.array(line) for line in drawn]
    back = read_hpgl(write_hpgl(lines, 300.0))
    assert len(back) == len(lines)
    for line, read in zip(lines, back, strict=True):
        assert np.abs(read * [1, -1] + [0, 300.0] - line).max() <= 1 / 80 + 1e-9


def test_hpgl_moves_by_places_and_by_steps() -> None:
    (line,) = read_hpgl(b"IN;SP1;PU0,0;PD400,0;PR;PD0,400,-400,0;PA;PU;SP0;")
    assert line == pytest.approx(np.array([(0, 0), (10, 0), (10, 10), (0, 10)]))


@pytest.mark.parametrize(
    ("wide", "high"), [(100, 100), (120, 160), (160, 120), (195, 100), (200, 150), (300, 20), (20, 300), (148, 198)]
)
def test_what_a_cutter_says_of_a_piece_that_does_not_go_on_its_mat_is_so(wide: float, high: float) -> None:
    """Whether turning helps, and whether it is the rim that is wanting, by cutting it turned and without the rim."""
    cutter, rim = SimulatedCutter(CutterLimits(200.0, 150.0, 1.2)), 5.0

    def goes(across: float, down: float, free: float) -> str:
        try:
            cutter.cut([np.array([[0, 0], [across, 0], [across, down], [0, down], [0, 0]]) + free])
        except BadInput as refused:
            return refused.sentence
        return ""

    said = goes(wide, high, rim)
    assert (said == "") == (wide + rim <= 200 and high + rim <= 150)
    assert ("Turned" in said) == (said != "" and goes(high, wide, rim) == "")
    assert ("stay free" in said) == (said != "" and "Turned" not in said and goes(wide, high, 0) == "")


@pytest.mark.parametrize("data", [b"hello", b"PD1;", b"AA0,0,90;", "PU0,0;ü".encode(), b"PD1e99,0;", b"PDx,y;"])
def test_what_is_not_hpgl_is_refused_in_words(data: bytes) -> None:
    with pytest.raises(BadInput):
        read_hpgl(data)


def test_too_much_hpgl_is_refused() -> None:
    with pytest.raises(TooLarge):
        read_hpgl(b"PD" + b"1,1," * 60_000 + b"1,1;")
    with pytest.raises(TooLarge):
        read_hpgl(b" " * 1_000_001)


@given(
    st.one_of(st.binary(max_size=300), st.text("PUDARIN;0123456789,.-e ", max_size=200).map(str.encode)),
    st.sampled_from(["a.plt", "a.svg"]),
)
@settings(max_examples=150, deadline=None)
def test_no_file_gets_further_than_a_sentence(data: bytes, name: str) -> None:
    try:
        report, sheet = cut_file(data, name)
    except CieloError as refused:
        told = refused.sentence
        assert len(told) > 10
    else:
        assert report.cut_mm > 0
        assert sheet.startswith(b"<?xml")


def test_a_mask_is_cut_from_its_own_template_whichever_the_format() -> None:
    moon = next(piece for piece in pieces_of(plan_of()) if piece.key == "moon")
    as_svg, sheet = cut_file(write_svg(moon), "moon.svg")
    as_hpgl, _ = cut_file(write_hpgl(moon.cuts, moon.height_mm), "moon.plt")
    assert as_svg.cut_mm == pytest.approx(moon.cut_length_mm, rel=2e-3)
    assert as_hpgl.cut_mm == pytest.approx(moon.cut_length_mm, rel=2e-3)
    root = ElementTree.fromstring(sheet)
    assert (root.get("width"), root.get("viewBox")) == ("305.0mm", "0 0 305.0 305.0")


def test_a_template_brought_back_in_is_the_same_shape() -> None:
    saguaro = next(piece for piece in pieces_of(planned("stencil-as-mask")) if piece.key == "saguaro-mask")
    drawing = read_svg(write_svg(saguaro))
    assert (drawing.width_mm, drawing.height_mm) == pytest.approx((saguaro.width_mm, saguaro.height_mm), abs=0.05)


def drawn_sizes_mm(pdf: bytes) -> list[tuple[float, float]]:
    """Width and height of every path on the first page, by pdfium: points, 72 to the inch."""
    page = pypdfium2.PdfDocument(BytesIO(pdf))[0]
    sizes = []
    for item in page.get_objects(filter=[pdfium.FPDF_PAGEOBJ_PATH]):
        left, bottom, right, top = item.get_bounds()
        sizes.append(((right - left) / 72 * 25.4, (top - bottom) / 72 * 25.4))
    return sizes


@pytest.mark.parametrize("units", ["in", "cm"])
@pytest.mark.parametrize(
    "piece", [p for p in pieces_of(planned("stencil-as-mask")) if p.key in ("panel", "saguaro-mask", "base")], ids=lambda p: p.key
)
def test_pdf_lines_are_as_long_as_they_say_to_a_tenth_of_a_millimetre(piece: Piece, units: str) -> None:
    """Measured by pdfium, whose bounds stand out by a line's width, 0.3 pt, at either side of a path."""
    line = 2 * 0.3 / 72 * 25.4
    sizes = drawn_sizes_mm(write_pdf((piece,), units))  # type: ignore[arg-type]
    outline = np.concatenate(piece.cuts)
    want = np.ptp(outline, axis=0)
    if piece.key == "base" and units == "cm":
        return  # a 10 in base is tiled on A4
    assert any(abs(w - line - want[0]) < 0.1 and abs(h - line - want[1]) < 0.1 for w, h in sizes), (want, sizes)


def test_a_base_that_fits_across_is_laid_across() -> None:
    base = pieces_of(plan_of())[0]
    document = pypdfium2.PdfDocument(BytesIO(write_pdf((base,), "in")))
    assert len(document) == 1
    assert document[0].get_size() == pytest.approx((11 * 72, 8.5 * 72), abs=0.1)
