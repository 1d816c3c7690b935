"""A length is said by one rounding, on the pages and on the sheets: both are held to the cases in ``web/src/testing/lengths.json``."""

import json
from pathlib import Path

from cielo.core.units import say_length

CASES = Path(__file__).parents[2] / "web/src/testing/lengths.json"


def test_a_length_is_said_on_the_sheets_as_on_the_pages() -> None:
    cases = json.loads(CASES.read_text("utf-8"))
    assert len(cases) > 30
    for mm, said in cases:
        assert say_length(mm, "in") == said
