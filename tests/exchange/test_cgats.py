"""CGATS text: measured files are read, what is written comes back equal, another reader takes it, hostile text is refused."""

import ctypes
from contextlib import suppress
from pathlib import Path

import PIL
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.errors import BadInput, CieloError, TooLarge
from cielo.exchange.cgats import LARGEST_BYTES, Table, read_cgats, write_cgats
from tests.reference.measured import COATED

REFERENCE = Path(__file__).parents[1] / "reference"
NAMES = st.text(st.characters(blacklist_categories=("Cs", "Cc", "Zl", "Zp"), blacklist_characters="\x85"), max_size=12)


def table(*rows: tuple[str, ...]) -> Table:
    return Table(("SAMPLE_ID", "SAMPLE_NAME", "LAB_L", "LAB_A", "LAB_B"), rows, {"ORIGINATOR": "Cielo", "CIELO_STOCK": "w"})


@pytest.mark.parametrize("name", ["FOGRA39L", "FOGRA29L"])
def test_the_reference_files_are_read_and_come_back_equal(name: str) -> None:
    made = read_cgats((REFERENCE / f"{name}.ti3").read_bytes())
    assert len(made.rows) > 1400
    assert {"CMYK_C", "LAB_L"} <= set(made.fields)
    assert read_cgats(write_cgats(made)) == made
    if name == "FOGRA39L":
        assert made.lab()[:50] == tuple(tuple(row) for row in COATED.lab[:50])


@given(st.lists(st.tuples(NAMES, st.floats(0, 100), st.floats(-120, 120), st.floats(-120, 120)), max_size=8))
@settings(max_examples=60, deadline=None)
def test_what_is_written_is_read_back_equal(samples: list[tuple[str, float, float, float]]) -> None:
    made = table(*((str(n), name, *(f"{v:.2f}" for v in lab)) for n, (name, *lab) in enumerate(samples)))
    assert read_cgats(write_cgats(made)) == made


def test_a_general_reader_accepts_what_is_written() -> None:
    """Little CMS 2 (the colour library that Pillow ships) reads the file by its own CGATS reader."""
    (library,) = Path(PIL.__file__).parents[1].joinpath("pillow.libs").glob("liblcms2*")
    lcms = ctypes.CDLL(str(library))
    lcms.cmsIT8LoadFromMem.restype = ctypes.c_void_p
    lcms.cmsIT8LoadFromMem.argtypes = [ctypes.c_void_p, ctypes.c_char_p, ctypes.c_uint32]
    lcms.cmsIT8GetData.restype = ctypes.c_char_p
    lcms.cmsIT8GetData.argtypes = [ctypes.c_void_p, ctypes.c_char_p, ctypes.c_char_p]
    data = write_cgats(
        table(("1", "Yucca 1 x1", "90.50", "-3.00", "38.00"), ("2", "Yucca 1 + Sage 8", "46.00", "2.00", "-34.00"))
    )
    handle = lcms.cmsIT8LoadFromMem(None, data, len(data))
    assert handle
    assert lcms.cmsIT8GetData(handle, b"1", b"SAMPLE_NAME") == b"Yucca 1 x1"
    assert float(lcms.cmsIT8GetData(handle, b"2", b"LAB_B")) == -34.0


@pytest.mark.parametrize(
    ("text", "words"),
    [
        (b"", "no BEGIN_DATA_FORMAT"),
        (b"hello", "no BEGIN_DATA_FORMAT"),
        (b"CGATS.17\nBEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2\nEND_DATA", "break off"),
        (b"CGATS.17\nNUMBER_OF_SETS 3\nBEGIN_DATA_FORMAT\nA B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2\nEND_DATA", "promise 3 rows"),
    ],
)
def test_what_is_broken_is_refused_in_words(text: bytes, words: str) -> None:
    with pytest.raises(BadInput, match=words):
        read_cgats(text)


def test_colours_that_cannot_be_and_huge_files_are_refused() -> None:
    with pytest.raises(BadInput, match="row 1"):
        table(("1", "x", "nan", "0", "0")).lab()
    with pytest.raises(BadInput, match="row 1"):
        table(("1", "x", "120", "0", "0")).lab()
    with pytest.raises(BadInput, match="no column"):
        Table(("A",), (("1",),)).lab()
    with pytest.raises(TooLarge):
        read_cgats(b" " * (LARGEST_BYTES + 1))


@given(st.binary(max_size=400))
@settings(max_examples=80, deadline=None)
def test_nothing_but_a_refusal_comes_of_garbage(data: bytes) -> None:
    for text in (data, b"CGATS.17\nBEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n" + data):
        with suppress(CieloError):
            read_cgats(text)
