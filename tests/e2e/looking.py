"""Looking at the panel as it stands in the page: its pixels."""

import base64
from io import BytesIO

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from playwright.sync_api import Page, expect

PIXELS = """
async (image) => {
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.naturalWidth; canvas.height = image.naturalHeight;
  canvas.getContext('2d').drawImage(image, 0, 0);
  return canvas.toDataURL('image/png').split(',')[1];
}
"""


def panel(page: Page) -> NDArray[np.float64]:
    """The panel's picture, (rows, columns, 3), 0..255, once it has settled."""
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    image = page.locator("[data-test=panel][data-settled=true]")
    expect(image).to_be_visible()
    data = base64.b64decode(image.evaluate(PIXELS))
    return np.asarray(Image.open(BytesIO(data)).convert("RGB"), dtype=float)


def brightness(rgb: NDArray[np.float64], across: float, down: float) -> float:
    """Mean brightness 0..255 of a small patch at a place given as shares of width and height."""
    row, column = int(rgb.shape[0] * down), int(rgb.shape[1] * across)
    return float(rgb[max(0, row - 3) : row + 4, max(0, column - 3) : column + 4].mean())
