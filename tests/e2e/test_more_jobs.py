"""Jobs as makers do them, planned from nothing in the browser, each in fewer taps than are too many, put right and on the run sheet."""

import re
from io import BytesIO

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.e2e.looking import choose, panel
from tests.e2e.test_a_job_from_nothing import MOST_ACTIONS, Maker


def begin(page: Page, name: str, card_format: str, inks: tuple[str, ...]) -> Maker:
    page.goto("/")
    maker = Maker(page)
    maker.tap("Start a new card")
    page.get_by_label("Name of the card").fill(name)
    maker.tap(re.compile("^Card format"))
    choose(page, card_format)
    for ink in inks:
        maker.actions += 1
        page.locator(".pick", has_text=ink).first.click()
    maker.tap("Begin with nothing laid")
    expect(page.get_by_text("Nothing is planned yet.")).to_be_visible()
    return maker


def take_ink(maker: Maker, ink: str) -> None:
    page = maker.page
    page.locator("[data-chosen]").get_by_role("button", name=re.compile("^Ink")).click()
    choose(page, ink)
    maker.actions += 2
    maker.saved()


def put_right(maker: Maker) -> str:
    """In working order, without alarm, in few enough taps; the words of the run sheet."""
    page = maker.page
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    maker.tap("Put it in working order")
    expect(page.get_by_text("Nothing will go wrong that Cielo knows of.")).to_be_visible()
    assert maker.actions <= MOST_ACTIONS, maker.actions
    href = page.get_by_role("link", name="Run sheet").get_attribute("href")
    sheet = PdfReader(BytesIO(page.request.get(str(href)).body()))
    return "\n".join(part.extract_text() for part in sheet.pages)


def test_resist_and_vignette(page: Page) -> None:
    """Powder through a stencil, coral from the edges, the centre left white, darker at the edges; trimmed, on a mat."""
    maker = begin(page, "Coral vignette", "6 × 6 in", ("Cholla 3", "Cholla 7", "Yarrow 0"))
    maker.take("Add a mask", "a repeat stencil")
    for step in ("Use the anti-static bag", "Lay the", "Emboss", "Lift the"):
        maker.step(step)
    for ink in ("Cholla 3", "Cholla 7"):
        maker.step("Darken the edges")
        take_ink(maker, ink)
    maker.step("Wipe the beads off")
    maker.step("Trim the panel")
    maker.take("Make a piece", "the front of the envelope")
    said = put_right(maker)
    for word in ("anti-static", "Yarrow 0", "Cholla 7", "beads", "Trim the panel", "envelope"):
        assert word in said, word
    rgb = panel(page)
    middle = rgb[rgb.shape[0] // 2, rgb.shape[1] // 2]
    assert middle.mean() > rgb[4, rgb.shape[1] // 2].mean() + 30, "the centre is left light"


def test_resist_spotlights(page: Page) -> None:
    """Trees embossed in white on a ground rolled dark, squares cut from it, glued on the same trees printed."""
    maker = begin(page, "Spotlights", "5 in square", ("Sage 8", "Yarrow 0"))
    maker.step("Stamp an image")
    maker.take("Image", "tree line", "tree")
    maker.step("Let it dry")
    maker.step("Stamp words")
    maker.take("Make a piece", "a square")
    parts = page.get_by_role("navigation", name="The parts of the card")
    parts.get_by_role("link", name="square").click()
    maker.actions += 1
    maker.step("Use the anti-static bag")
    maker.step("Stamp an image")
    take_ink(maker, "Yarrow 0")
    maker.step("Brush it all over")
    take_ink(maker, "Sage 8")
    maker.write("Passes", "Passes", "6")
    maker.step("Wipe the beads off")
    with page.expect_response(lambda answer: re.search(r"/api/cards/[0-9a-f]{12}$", answer.url) is not None):
        parts.get_by_role("link", name="the panel").click()
    maker.actions += 1
    said = put_right(maker)
    for word in (": square", "tree line", "Yarrow 0", "beads"):
        assert word in said, word


def test_a_sunrise_over_land(page: Page) -> None:
    """The sun masked, a glow round it, pink from the edges in, three firs along the foot."""
    maker = begin(page, "Sunrise", "5 in square", ("Yucca 4", "Cholla 3", "Basalt 8"))
    maker.take("Add a mask", "a round mask")
    maker.step("Lay the")
    maker.step("Brush round the")
    maker.step("Darken the edges")
    take_ink(maker, "Cholla 3")
    maker.step("Lift the")
    maker.step("Stamp an image")
    maker.take("Image", "fir", "fir")
    maker.take("Places", "three along the bottom")
    # The middle one only just touches the sun: told, and set right at a tap.
    maker.tap("Move it clear of the moon")
    maker.saved()
    said = put_right(maker)
    for word in ("moon mask", "Basalt 8", "fir"):
        assert word in said, word
