"""Take the pictures of docs/screenshots/ from the demo: ``make screenshots``."""

import re
from io import BytesIO
from pathlib import Path
from tempfile import mkdtemp

import numpy as np
import pypdfium2
from PIL import Image
from playwright.sync_api import Page, sync_playwright
from scipy import ndimage

from tests.e2e.conftest import CHROMIUM_ARGUMENTS, Server

OUT = Path(__file__).parents[2] / "docs" / "screenshots"


# A card of the demo for each family of grounds, and the proof to show.
GROUNDS = (
    ("Spines", 5, "tilted"),
    ("Meadow, petal by petal", 7, "stencil"),
)


def settle(page: Page) -> None:
    # The Desk listens for others' edits, so that its net is never idle.
    page.wait_for_timeout(1500)
    page.wait_for_function('() => [...document.images].every((image) => image.complete || image.loading === "lazy")')


def take(page: Page, address: str) -> None:
    page.goto(address)
    page.locator(".cards img").first.wait_for()
    settle(page)
    page.screenshot(path=OUT / "cards.png")
    page.get_by_text("Dusk over dunes", exact=True).click()
    page.wait_for_selector("[data-test=panel]")
    page.locator(".proof").nth(5).click()
    box = page.locator("[data-test=over]").bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] * 0.3, box["y"] + box["height"] * 0.55)
    settle(page)
    page.screenshot(path=OUT / "desk.png")
    page.get_by_role("link", name="Crossings", exact=True).click()
    page.wait_for_selector(".square")
    page.locator("[data-test='ocotillo-2/sage-8']").click()
    settle(page)
    page.screenshot(path=OUT / "crossings.png")
    page.go_back()
    page.get_by_role("link", name="Bench", exact=True).click()
    page.get_by_role("button", name="Done, next step").click()
    page.get_by_role("button", name="Done, next step").click()
    settle(page)
    page.screenshot(path=OUT / "bench.png")
    page.goto(address)
    page.get_by_text("Cool border", exact=True).click()
    page.get_by_role("link", name="circle", exact=True).click()
    page.wait_for_selector("[data-test=panel]")
    page.get_by_role("button", name="the whole card").click()
    page.wait_for_selector("[data-test=together]")
    settle(page)
    page.screenshot(path=OUT / "desk-together.png")
    for title, proof, name in GROUNDS:
        page.goto(address)
        page.get_by_text(title, exact=True).click()
        page.wait_for_selector("[data-test=panel]")
        page.locator(".proof").nth(proof).click()
        if name == "tilted":
            page.get_by_role("button", name="Tilt it to the light").click()
            over = page.locator("[data-test=over]").bounding_box()
            assert over is not None
            page.mouse.move(over["x"] + over["width"] * 0.45, over["y"] + over["height"] * 0.4)
        settle(page)
        page.screenshot(path=OUT / f"desk-{name}.png")


def take_the_rest(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_text("Dusk over dunes", exact=True).click()
    page.wait_for_selector("[data-test=panel]")
    page.get_by_role("link", name="Day", exact=True).click()
    page.get_by_text("Done at").wait_for(timeout=60_000)
    page.get_by_text("Looking for").wait_for(state="hidden", timeout=60_000)
    page.locator(".block").nth(20).hover()
    settle(page)
    page.screenshot(path=OUT / "day.png")
    page.get_by_role("link", name="Desk", exact=True).click()
    sheet = page.request.get(f"{address}{page.get_by_role('link', name='Run sheet').get_attribute('href')}").body()
    pypdfium2.PdfDocument(sheet)[0].render(scale=1.3).to_pil().save(OUT / "run-sheet.png")
    page.goto(f"{address}/stencils")
    page.wait_for_selector(".picture svg")
    settle(page)
    page.screenshot(path=OUT / "stencils.png")
    page.goto(address)
    page.get_by_text("Woven strip", exact=True).click()
    page.get_by_role("link", name="Pieces", exact=True).click()
    page.get_by_role("button", name="Add a mat").click()
    page.wait_for_selector(".sheets svg")
    settle(page)
    page.screenshot(path=OUT / "pieces.png")
    page.goto(address)
    page.get_by_role("button", name="Start a new card").click()
    for ink in ("Yucca 1", "Ocotillo 2", "Cholla 7", "Sage 8"):
        page.locator(".pick", has_text=ink).click()
    page.locator(".tiles img").last.wait_for()
    page.locator(".tiles").evaluate("(e) => window.scrollTo(0, e.getBoundingClientRect().top - 90)")
    settle(page)
    page.wait_for_timeout(2500)
    page.screenshot(path=OUT / "grounds.png")


def take_the_shelf(page: Page, address: str) -> None:
    page.goto(f"{address}/shelf")
    page.locator(".tile", has_text="Yucca 1").first.click()
    settle(page)
    page.screenshot(path=OUT / "shelf.png")
    page.get_by_role("button", name="Add an ink").click()
    page.get_by_label("Name of the ink").fill("Agave")
    field = page.locator("[data-test=field]")
    box = field.bounding_box()
    assert box is not None
    field.click(position={"x": box["width"] * 0.42, "y": box["height"] * 0.45})
    page.get_by_role("region", name="A new ink").scroll_into_view_if_needed()
    settle(page)
    page.screenshot(path=OUT / "add-an-ink.png")


def take_what_no_hand_can_do(page: Page, address: str) -> None:
    """A colour found; and a card that was made, photographed by the stand-in and compared."""
    page.goto(address)
    page.get_by_text("Night opening", exact=True).click()
    page.wait_for_selector("[data-test=panel]")
    page.get_by_role("button", name=re.compile("Change the card")).click()
    page.get_by_role("button", name="Find a colour").click()
    page.get_by_role("button", name="Add these steps").first.wait_for(timeout=60_000)
    page.get_by_role("list", name="Recipes, nearest first").scroll_into_view_if_needed()
    settle(page)
    page.screenshot(path=OUT / "desk-find.png")
    page.get_by_role("link", name="Bench", exact=True).click()
    page.locator(".count").wait_for()
    while not page.get_by_role("button", name="Done, it's finished").is_visible():
        page.get_by_role("button", name="Done, next step").click()
        page.wait_for_timeout(400)
    page.get_by_role("button", name="Done, it's finished").click()
    page.get_by_role("button", name="How was it?").click()
    page.get_by_role("button", name="Try a simulated photo").click()
    page.get_by_alt_text("The panel as photographed").wait_for(timeout=60_000)
    page.get_by_role("radio", name="4 of 5").click()
    settle(page)
    page.wait_for_timeout(2500)
    page.screenshot(path=OUT / "journal.png")


def dusk() -> bytes:
    """A made-up photograph of an evening sky: blue to rose to straw, with streaks of cloud."""
    chance = np.random.default_rng(5)
    down = np.linspace(0, 1, 360)[:, None, None]
    stops = np.array([[58, 92, 140], [120, 140, 178], [214, 150, 150], [240, 196, 128]], dtype=float)
    sky = np.stack([np.interp(down[:, 0, 0], [0, 0.4, 0.75, 1], stops[:, band]) for band in range(3)], axis=-1)[:, None, :]
    streaks = ndimage.gaussian_filter(chance.normal(size=(360, 300)), (4, 40))[..., None]
    seen = np.clip(sky + 320 * streaks * (1 - abs(down - 0.55)), 0, 255)
    picture = BytesIO()
    Image.fromarray(seen.astype(np.uint8)).save(picture, "PNG")
    return picture.getvalue()


def take_the_solvers(page: Page, address: str) -> None:
    """The same card in other inks, and a question of the trainer answered."""
    page.goto(address)
    page.get_by_text("Dusk over dunes", exact=True).click()
    page.wait_for_selector("[data-test=panel]")
    folded = page.get_by_role("button", name=re.compile("Change the card"))
    if folded.is_visible():
        folded.click()
    page.get_by_role("button", name="Try other colours").click()
    page.locator(".proposals img").first.wait_for(timeout=60_000)
    page.locator(".proposals").scroll_into_view_if_needed()
    settle(page)
    page.screenshot(path=OUT / "desk-colourways.png")
    page.get_by_role("button", name="Try other colours").click()
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="From a picture").click()
    chooser.value.set_files({"name": "dusk.png", "mimeType": "image/png", "buffer": dusk()})
    beside = page.get_by_role("region", name="Your picture and the ground made from it")
    beside.wait_for(timeout=60_000)
    beside.scroll_into_view_if_needed()
    settle(page)
    page.screenshot(path=OUT / "desk-picture.png")
    page.goto(f"{address}/trainer")
    page.get_by_role("button", name=re.compile("^What to practise")).click()
    page.get_by_role("option", name="spot the mud").click()
    page.locator(".choices button").nth(1).click()
    settle(page)
    page.screenshot(path=OUT / "trainer.png")


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    server = Server(Path(mkdtemp()) / "demo.sqlite")
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM_ARGUMENTS)
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            take(page, server.address)
            take_the_rest(page, server.address)
            take_the_shelf(page, server.address)
            take_what_no_hand_can_do(page, server.address)
            take_the_solvers(page, server.address)
            browser.close()
    finally:
        server.stop()


if __name__ == "__main__":
    main()
