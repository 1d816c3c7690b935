"""A translucent sheet over something: laws of light, and the card put together."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from cielo.core.optics.spectra import srgb_linear
from cielo.core.optics.translucent import WHITE, seen_through
from cielo.core.plan import Piece
from cielo.core.simulation.assembled import assembled
from tests.core.test_every_check import SMOOTH, lay, low, plan, top

share = st.floats(0.02, 0.99)
VELLUM = replace(SMOOTH, key="vellum", translucent=True)
GROUND = plan(lay("pale", top(90)), lay("blue", low(90), passes=3))
STRIP = Piece("strip", "strip", VELLUM, 90.0, 40.0, 60.0, 120.0)


@given(share, share, share)
def test_over_white_it_is_its_own_colour_and_never_brighter_than_over_something_brighter(
    bare: float, ink: float, below: float
) -> None:
    p, o = np.full(3, bare), np.full(3, bare * ink)
    assert np.allclose(seen_through(o, p, np.full(3, WHITE)), o, atol=1e-9)
    darker, brighter = (seen_through(o, p, np.full(3, b)) for b in (below * 0.9, below))
    assert (darker <= brighter + 1e-12).all()
    assert (seen_through(o, p, np.zeros(3)) >= 0).all()
    assert (seen_through(o, p, np.ones(3)) <= 1).all()


@pytest.mark.parametrize("raised", [0.0, 1.5])
def test_what_lies_below_shows_through_a_translucent_strip_and_not_through_another(raised: float) -> None:
    strip = replace(STRIP, raised_mm=raised)
    bare, opaque, vellum = (
        assembled(replace(GROUND, pieces=pieces), 40) for pieces in ((), (replace(strip, stock=SMOOTH),), (strip,))
    )
    card = GROUND.card
    row = round((card.panel_top_mm + 120.0) / card.height_mm * len(bare))
    column = round((card.panel_left_mm + 60.0) / card.width_mm * bare.shape[1])
    below, over, through = (srgb_linear(one[row, column] / 255.0) for one in (bare, opaque, vellum))
    assert (through < over - 0.01).all()
    # The ground under the strip changes down the panel, and so does what shows through it.
    rows = slice(row - 12, row + 13)
    assert np.ptp(opaque[rows, column].astype(int), axis=0).max() <= 1
    if np.ptp(bare[rows, column].astype(int), axis=0).max() > 4:
        assert np.ptp(vellum[rows, column].astype(int), axis=0).max() > 1
    assert np.abs(through - below).max() > 0.005
