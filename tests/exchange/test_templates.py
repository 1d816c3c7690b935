"""Templates at real size: areas and lengths against closed forms and Shapely, files read back by other readers."""

import re
from dataclasses import replace
from io import BytesIO, StringIO
from xml.etree import ElementTree

import ezdxf
import numpy as np
import pytest
from pypdf import PdfReader
from shapely import Polygon, box

from cielo.core.geometry.pieces import Piece, pieces_of, tape_lengths_mm
from cielo.core.geometry.shapes import MARGIN_MM
from cielo.core.plan import Disc
from cielo.core.units import inches
from cielo.exchange.templates import write_dxf, write_pdf, write_svg
from tests.core.plans import MOON, card, plan_of
from tests.core.test_grounds import planned

SVG = "{http://www.w3.org/2000/svg}"


def piece(ground: str, key: str) -> Piece:
    return next(piece for piece in pieces_of(planned(ground)) if piece.key == key)


def area(piece: Piece) -> float:
    outer, *holes = sorted((Polygon(cut).area for cut in piece.cuts), reverse=True)
    return float(outer - sum(holes))


def test_a_base_is_cut_and_scored_as_makers_do() -> None:
    """Common practice (trade.md, Figures): a 6 x 6 in card is a 6 x 12 in sheet scored at 6."""
    base, panel, moon, _ = pieces_of(replace(plan_of(), card=card(6, 6)))
    assert (base.width_mm, base.height_mm) == pytest.approx((inches(12), inches(6)))
    assert base.scores[0][:, 0] == pytest.approx(inches(6))
    assert (panel.width_mm, panel.height_mm) == pytest.approx((inches(5.75), inches(5.75)))
    assert "score at 6 in" in base.note
    assert moon.name == "moon mask"


def test_a_round_mask_is_the_circle_that_falls_out_of_its_stencil() -> None:
    """Closed forms: pi d, and pi d^2 / 4 within the error of a 72-sided outline; one cut makes both."""
    plan = planned("halo-and-moon")
    moon = plan.mask("moon")
    assert isinstance(moon, Disc)
    hole = piece("halo-and-moon", "moon-hole")
    assert all(one.key != "moon" for one in pieces_of(plan))
    assert "falls out" in hole.note
    circle = min(hole.cuts, key=lambda cut: Polygon(cut).area)
    assert np.hypot(*np.diff(circle, axis=0).T).sum() == pytest.approx(np.pi * moon.diameter_mm, rel=1e-3)
    assert Polygon(circle).area == pytest.approx(np.pi * moon.diameter_mm**2 / 4, rel=2e-3)
    sheet = box(0, 0, plan.card.panel_width_mm + 2 * MARGIN_MM, plan.card.panel_height_mm + 2 * MARGIN_MM).area
    assert Polygon(circle).area + area(hole) == pytest.approx(sheet, rel=1e-6)


def test_a_stencil_has_an_opening_for_every_motif_and_a_hill_keeps_what_is_above_it() -> None:
    stencil = piece("stencil-over-blend", "repeat")
    assert len(stencil.cuts) > 20
    hill = piece("hills-in-ranks", "hills-1")
    plan = planned("hills-in-ranks")
    assert hill.width_mm == pytest.approx(plan.card.panel_width_mm + 2 * MARGIN_MM, abs=0.1)
    assert hill.height_mm < plan.card.panel_height_mm
    assert "margin" in hill.note


def test_tapes_cross_the_panel_and_hold_on_beside_it() -> None:
    plan = planned("masked-strip")
    (lengths,) = tape_lengths_mm(plan).values()
    across = (plan.card.panel_width_mm + 2 * MARGIN_MM) / np.cos(np.radians(18))
    assert lengths == pytest.approx((across, across), rel=1e-6)
    assert "strip" not in [piece.key for piece in pieces_of(plan)]


CUT = ("stencil-as-mask", "hills-in-ranks", "emboss-resist")
ALL = [pytest.param(piece, id=f"{ground}-{piece.key}") for ground in CUT for piece in pieces_of(planned(ground))]


@pytest.mark.parametrize("piece", ALL)
def test_svg_is_in_real_units_and_reads_back_equal(piece: Piece) -> None:
    root = ElementTree.fromstring(write_svg(piece))
    assert root.get("width") == f"{piece.width_mm:.3f}mm"
    assert root.get("viewBox") == f"0 0 {piece.width_mm:.3f} {piece.height_mm:.3f}"
    drawn = [path.get("d", "") for path in root.find(f"{SVG}g[@id='cut']") or []]
    for path, cut in zip(drawn, piece.cuts, strict=True):
        points = [[float(v) for v in point.split()] for point in path.strip("MZ").split("L")]
        assert np.array(points) == pytest.approx(cut, abs=6e-4)


@pytest.mark.parametrize("piece", ALL)
def test_dxf_passes_the_audit_and_has_the_same_areas(piece: Piece) -> None:
    """ezdxf's own audit; areas by Shapely."""
    document = ezdxf.read(StringIO(write_dxf(piece).decode()))
    assert document.audit().errors == []
    assert document.units == ezdxf.units.MM
    read = [Polygon([(x, y) for x, y, *_ in line]) for line in document.modelspace().query("LWPOLYLINE[layer=='CUT']")]
    assert sorted(p.area for p in read) == pytest.approx(sorted(Polygon(cut).area for cut in piece.cuts), rel=1e-4, abs=1e-3)


def test_pdf_is_one_to_one_and_tiles_what_is_larger_than_a_page() -> None:
    """Lines are measured in points, 72 to the inch, to 0.1 mm. Letter is 8 1/2 x 11 in, A4 is ISO 216."""
    plan = planned("stencil-over-blend")
    base, panel, *_ = pieces_of(plan)
    small = PdfReader(BytesIO(write_pdf((panel,), "in")))
    assert [float(v) for v in small.pages[0].mediabox[2:]] == pytest.approx([8.5 * 72, 11 * 72], abs=0.1)
    drawn = small.pages[0].get_contents().get_data().decode()  # type: ignore[union-attr]
    xs = [float(x) for x, _ in re.findall(r"(-?[0-9.]+) (-?[0-9.]+) [ml]", drawn)]
    widths = {round(b - a, 1) for a in xs for b in xs if b > a}
    assert any(abs(width - panel.width_mm / 25.4 * 72) < 0.3 for width in widths)
    assert len(PdfReader(BytesIO(write_pdf((base,), "cm"))).pages) == 2, "a 10 x 7 in base takes two sheets"
    large = Piece("l", "large", "card", 500.0, 400.0, (np.array([(0, 0), (500, 0), (500, 400), (0, 400), (0, 0)], dtype=float),))
    tiled = PdfReader(BytesIO(write_pdf((large,), "cm")))
    assert len(tiled.pages) == 3 * 2
    assert "Sheet 6 of 6" in tiled.pages[5].extract_text()
    assert write_pdf((large,), "cm") == write_pdf((large,), "cm"), "the same bytes every time"


def test_the_moon_of_a_plan_lies_at_its_own_place() -> None:
    moon = next(p for p in pieces_of(plan_of()) if p.key == MOON.key)
    assert (moon.width_mm, moon.height_mm) == pytest.approx((MOON.diameter_mm, MOON.diameter_mm), abs=0.05)
    assert moon.cuts[0].min() == pytest.approx(0, abs=1e-9)
