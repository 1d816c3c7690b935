"""A photograph's bytes to pixels: JPEG, PNG, WebP or HEIC, held the right way up. Hostile files are refused before they are unpacked."""

from functools import cache
from io import BytesIO

import numpy as np
from numpy.typing import NDArray

from cielo.errors import BadInput, TooLarge

LARGEST_BYTES = 25_000_000
MOST_PIXELS = 60_000_000
# What the readers of pictures raise for what they cannot read, each its own.
UNREADABLE = (OSError, SyntaxError, ValueError, EOFError, RuntimeError)
FORMS = ("JPEG", "PNG", "WEBP", "HEIF")
# The tag that says how a camera was held. Source: Exif 2.32, 4.6.4.
ORIENTATION = 0x0112


def write_photo(photo: NDArray[np.uint8]) -> bytes:
    """A photograph as JPEG; nothing of where or when is written into it."""
    from PIL import Image

    out = BytesIO()
    Image.fromarray(photo).save(out, "JPEG", quality=93)
    return out.getvalue()


@cache
def _learn_heic() -> None:
    """Let Pillow read HEIC; such a picture comes the right way up already, whatever its camera says. Without previews and depth, which
    nothing here looks at."""
    from pillow_heif import register_heif_opener

    register_heif_opener(thumbnails=False, depth_images=False, aux_images=False)


# A photograph is kept no larger than this, pixels on its long side.
KEPT_LONGEST = 1600


def as_kept(data: bytes) -> bytes:
    """A photograph as it is kept: upright, no larger than it is looked at, and without what a camera writes beside it, such as where it was
    taken. Raises BadInput or TooLarge."""
    from PIL import Image

    image = Image.fromarray(read_photo(data))
    image.thumbnail((KEPT_LONGEST, KEPT_LONGEST))
    return write_photo(np.asarray(image))


def as_archived(data: bytes) -> bytes:
    """A photograph of an archive: as it is where it is one as Cielo keeps them, else as it would be kept. Raises BadInput or TooLarge."""
    from PIL import Image

    read_photo(data)
    with Image.open(BytesIO(data), formats=FORMS) as image:
        ours = image.format == "JPEG" and not image.getexif() and image.mode == "RGB"
    return data if ours else as_kept(data)


def size_of_photo(data: bytes) -> tuple[int, int]:
    """Columns and rows of a photograph held the right way up, before it was made smaller to be read. Raises BadInput."""
    from PIL import Image

    _learn_heic()
    try:
        with Image.open(BytesIO(data), formats=FORMS) as image:
            turned = image.getexif().get(ORIENTATION, 1) in (5, 6, 7, 8)
            return (image.height, image.width) if turned else (image.width, image.height)
    except (*UNREADABLE, Image.DecompressionBombError) as error:
        raise BadInput(
            "this is no photograph that can be read.", field="photo", mend="Use a JPEG, PNG, WebP or HEIC picture."
        ) from error


def read_photo(data: bytes) -> NDArray[np.uint8]:
    """Pixels, (rows, columns, 3), sRGB. Raises BadInput or TooLarge."""
    from PIL import Image, ImageOps

    _learn_heic()
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the photograph is {len(data) / 1e6:.0f} MB.", mend=f"Cielo reads up to {LARGEST_BYTES // 1_000_000} MB.")
    try:
        with Image.open(BytesIO(data), formats=FORMS) as image:
            if image.width * image.height > MOST_PIXELS:
                raise TooLarge(
                    f"the photograph has {image.width * image.height / 1e6:.0f} million pixels.",
                    mend=f"Take it with up to {MOST_PIXELS // 1_000_000} million.",
                )
            image.draft("RGB", (2400, 2400))
            upright = ImageOps.exif_transpose(image) or image
            return np.asarray(upright.convert("RGB"), dtype=np.uint8)
    except (*UNREADABLE, Image.DecompressionBombError) as error:
        raise BadInput(
            "this is no photograph that can be read.", field="photo", mend="Use a JPEG, PNG, WebP or HEIC picture."
        ) from error
