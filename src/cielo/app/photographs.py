"""Photographs of cards: taken by the camera stand-in, and compared with what was predicted."""

from dataclasses import replace

import numpy as np

from cielo.app.walled import walled
from cielo.core.optics.spectra import srgb_encoded
from cielo.core.photo.card import Corners
from cielo.core.photo.compare import Compared, card_picture, compare
from cielo.core.plan import Plan
from cielo.devices.camera import SimulatedCamera
from cielo.exchange.photo import read_photo, size_of_photo, write_photo


def photographed(plan: Plan, seed: int, hand: float) -> bytes:
    """A JPEG of the predicted card as the stand-in sees it; ``hand``: what all strengths are taken times."""
    card = np.round(255 * srgb_encoded(card_picture(plan, hand))).astype(np.uint8)
    return write_photo(SimulatedCamera(card, seed).photograph())


def compared_with(plan: Plan, photo: bytes, corners: Corners | None = None) -> Compared:
    """A photograph beside the plan's prediction; corners, given or answered, in pixels of the photograph held upright.

    Raises BadInput for what is no photograph, shows no card, or has no bare border; TooLarge.
    """
    pixels = walled(read_photo, photo)
    across, _ = size_of_photo(photo)
    scale = across / pixels.shape[1]
    seen = compare(plan, pixels, None if corners is None else corners / scale)
    return replace(seen, corners=seen.corners * scale)
