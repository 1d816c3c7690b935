"""Photographs as cameras write them: every form read the same and the right way up, nothing of where kept, bad ones refused in words."""

from io import BytesIO

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image
from pillow_heif import register_heif_opener

from cielo.errors import CieloError
from cielo.exchange.photo import FORMS, MOST_PIXELS, ORIENTATION, as_kept, read_photo, size_of_photo

register_heif_opener()
GPS, MAKE = 0x8825, 0x010F
# How a camera was held (Exif 2.32, 4.6.4), and the turns that put the picture right, by NumPy.
TURNED = {1: 0, 3: 2, 6: 3, 8: 1}


def scene() -> np.ndarray[tuple[int, ...], np.dtype[np.uint8]]:
    """Four corners of four colours, wider than high."""
    made = np.zeros((64, 96, 3), np.uint8)
    made[:32, :48], made[:32, 48:], made[32:, :48], made[32:, 48:] = (230, 40, 40), (40, 200, 60), (40, 60, 220), (240, 230, 60)
    return made


def taken(form: str, held: int = 1) -> bytes:
    image, out = Image.fromarray(scene()), BytesIO()
    exif = image.getexif()
    exif[ORIENTATION], exif[MAKE] = held, "a camera of my own"
    exif.get_ifd(GPS)[1] = "N"
    image.save(out, form, quality=95, exif=exif.tobytes())
    return out.getvalue()


@pytest.mark.parametrize("held", TURNED)
@pytest.mark.parametrize("form", FORMS)
def test_every_form_comes_the_right_way_up(form: str, held: int) -> None:
    photo = taken(form, held)
    upright = np.rot90(scene(), TURNED[held])
    seen = read_photo(photo)
    assert seen.shape == upright.shape
    assert size_of_photo(photo) == (upright.shape[1], upright.shape[0])
    for row, column in ((8, 8), (8, -8), (-8, 8), (-8, -8)):
        assert np.abs(seen[row, column].astype(int) - upright[row, column]).max() < 14, (form, held)


@pytest.mark.parametrize("form", FORMS)
def test_nothing_of_where_and_with_what_it_was_taken_is_kept(form: str) -> None:
    kept = as_kept(taken(form, 6))
    with Image.open(BytesIO(kept)) as image:
        assert not dict(image.getexif())
        assert image.size == (64, 96)
    assert b"a camera of my own" not in kept


@pytest.mark.parametrize("form", FORMS)
@settings(max_examples=25, deadline=None)
@given(cut=st.floats(0, 0.98), flips=st.lists(st.tuples(st.floats(0, 0.999), st.integers(1, 255)), max_size=6))
def test_harmed_photographs_are_read_or_refused_in_words(form: str, cut: float, flips: list[tuple[float, int]]) -> None:
    harmed = bytearray(taken(form))
    for at, by in flips:
        harmed[int(at * len(harmed))] ^= by
    for data in (bytes(harmed), bytes(harmed[: int(cut * len(harmed))])):
        try:
            assert read_photo(data).shape[2] == 3
        except CieloError as error:
            assert error.mend  # noqa: PT017


def test_one_of_more_pixels_than_can_be_looked_at_is_refused_before_it_is_unpacked() -> None:
    out = BytesIO()
    Image.new("1", (20_000, MOST_PIXELS // 20_000 + 1)).save(out, "PNG")
    with pytest.raises(CieloError, match="million pixels"):
        read_photo(out.getvalue())
