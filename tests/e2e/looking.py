"""Looking at a page: the panel's pixels, the bench's steps and clock, and whether everyone can use it."""

import base64
import re
import time
from collections.abc import Callable
from io import BytesIO
from pathlib import Path

import numpy as np
import pytest
from numpy.typing import NDArray
from PIL import Image
from playwright.sync_api import Page, expect

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"

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


def choose(page: Page, name: str) -> None:
    """Take one of the choices of the open word."""
    choice = page.get_by_role("option", name=name).or_(page.get_by_role("menuitem", name=name))
    choice.first.click()


def write(page: Page, label: str, text: str) -> None:
    """Write a number into the open word, and keep it."""
    page.get_by_role("spinbutton", name=label, exact=True).fill(text)
    page.keyboard.press("Enter")


def bring(page: Page, button: str, file: Path) -> None:
    """Bring in a file by the dialog that a button opens."""
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name=button).click()
    chooser.value.set_files(file)


def brightness(rgb: NDArray[np.float64], across: float, down: float) -> float:
    """Mean brightness 0..255 of a small patch at a place given as shares of width and height."""
    row, column = int(rgb.shape[0] * down), int(rgb.shape[1] * across)
    return float(rgb[max(0, row - 3) : row + 4, max(0, column - 3) : column + 4].mean())


def next_step(page: Page) -> None:
    """Done with this step of the bench; comes back once the next one is in hand, so that no step is passed over unseen."""
    step = page.locator(".count").inner_text()
    page.get_by_role("button", name="Done, next step").click()
    expect(page.locator(".count")).not_to_have_text(step)


def to_the_timer(page: Page) -> None:
    """From step to step of the bench until one has a timer to start."""
    while page.get_by_role("button", name="Start the timer").count() == 0:
        next_step(page)


def seconds_left(page: Page) -> int:
    """What the timer of the bench shows."""
    timer = page.get_by_role("timer")
    expect(page).to_have_title(re.compile(r"^\d+:\d\d "), timeout=30_000)
    expect(timer).to_have_text(re.compile(r"^\d+:\d\d$"), timeout=30_000)
    minutes, seconds = timer.inner_text().split(":")
    return 60 * int(minutes) + int(seconds)


def check_timer_outlives(page: Page, stop_and_start: Callable[[], None]) -> None:
    """The timer has run on by the clock while the server was down and the page was loaded anew."""
    seconds_left(page)
    page.wait_for_function('() => [...document.images].every((image) => image.complete || image.loading === "lazy")')
    before, began = seconds_left(page), time.monotonic()
    stop_and_start()
    page.reload()
    after, took = seconds_left(page), time.monotonic() - began
    assert before - after == pytest.approx(took, abs=5), "it neither stood still nor began anew"


def check_reachable(page: Page) -> None:
    """No accessibility fault that axe can find."""
    page.wait_for_function('() => [...document.images].every((image) => image.complete || image.loading === "lazy")')
    page.evaluate(AXE.read_text())
    found = page.evaluate(
        "async () => (await axe.run(document)).violations.map((v) => [v.id, v.nodes.map((n) => n.html + n.failureSummary)])"
    )
    assert not found, f"{page.url}: {found}"
