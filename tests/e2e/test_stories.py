"""Six jobs as makers do them, planned from nothing in the browser: with a mouse, by keyboard alone, with a finger. Each in fewer actions than
are too many, put in working order, without alarm, as it should look, and on its run sheet by every name."""

import re
from collections.abc import Iterator
from io import BytesIO

import numpy as np
import pytest
from PIL import Image
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import UNFOLDED, Server
from tests.e2e.looking import panel
from tests.e2e.makers import KeyboardMaker, Maker, TouchMaker


@pytest.fixture
def finger(browser: Browser, server: Server) -> Iterator[Page]:
    """A page on a tablet, 1024 x 768, that is touched."""
    context = browser.new_context(base_url=server.address, viewport={"width": 1024, "height": 768}, has_touch=True)
    context.add_init_script(UNFOLDED)
    yield context.new_page()
    context.close()


def test_moon_and_two_tone_hills_by_keyboard(page: Page) -> None:
    """A moon with two colours built round it, two hills with a rim each, the disc tinted; a lizard, grass, a verse, dots, splatter."""
    maker = KeyboardMaker(page)
    maker.begin("Moon and hills", "5 in square", ("Agave 6", "Cholla 3", "Basalt 8", "Ocotillo 5", "Frost 0"))
    maker.take("Add a mask", "a round mask")
    maker.tap("Use its hole as a stencil")
    maker.saved()
    maker.take("Add a mask", "an edge of hills")
    # The mask is laid by the step that needs it.
    maker.step("Brush round the moon mask")
    maker.step("Brush round the moon mask")
    maker.step("Lift the moon mask")
    maker.step("Brush round the hills mask")
    maker.set("Ink", "Agave 6")
    maker.step("Brush round the hills mask")
    maker.set("Brush", "small brush")
    maker.step("Lift the hills mask")
    maker.tap(re.compile("^Lay the hills mask"))
    maker.set("Repeat it all with", "an edge of hills")
    maker.step("Dab inside the moon stencil")
    maker.step("Lift the moon stencil")
    maker.step("Stamp the lizard")
    maker.take("Places", "one, in the middle")
    maker.step("Stamp the grasses")
    maker.take("Places", "one, in the middle")
    maker.nudge("Print 1", "Shift+ArrowRight", 6)
    maker.step("Draw dots with a pen")
    maker.tap("Take Basalt 8 for it")
    maker.step("Splatter an ink")
    maker.take("Make a piece", "a strip")
    maker.part("strip")
    maker.step("Stamp words")
    maker.part("the panel")
    # Dark over light, a mask not wiped, a print on damp ink: told, and set right at one press.
    expect(page.locator("[data-test=dark-before-light]").first).to_be_visible()
    said = maker.put_right()
    for word in (
        "lizard",
        "grasses",
        "moon mask",
        "moon stencil",
        "hills mask",
        "hills 2 mask",
        "The strip",
        "Thank you",
        "with the pen",
    ):
        assert word in said, word
    page.keyboard.press("Escape")
    page.reload()
    rgb = panel(page)
    row = rgb[int(rgb.shape[0] * 0.43)]
    moon = row[int(rgb.shape[1] * 0.38)]
    assert moon[0] > moon[2] + 20, "the moon is tinted warm"
    assert row[int(rgb.shape[1] * 0.3)].mean() < 200, "colour round it"


def test_a_stencil_that_becomes_a_mask(page: Page) -> None:
    """Clouds through a stencil, their swirls in a second tone, then the clouds masked while the sky goes on; rays, a strip, a mat."""
    maker = Maker(page)
    maker.begin("Clouds that stay", "4 1/4 × 5 1/2 in", ("Agave 3", "Agave 6", "Yucca 1", "Ocotillo 2", "Frost 0", "Yarrow 0"))
    shelf = page.get_by_role("list", name="Stencils and masks")
    maker.tap("From the shelf")
    maker.press(shelf.get_by_role("button", name="Cloud bank"))
    maker.saved()
    for layer in ("cloud 1, bank", "cloud 2, swirls"):
        maker.step(f"Dab inside the {layer}")
        maker.step(f"Lift the {layer}")
    clouds = panel(page)
    maker.tap("the cloud 1, bank stencil")
    maker.tap("use its piece as a mask")
    maker.saved()
    maker.step("Lay the cloud 1, bank mask")
    maker.step("Brush an ink")
    maker.step("Brush an ink")
    maker.tap("From the shelf")
    maker.press(shelf.get_by_role("button", name="sun rays"))
    maker.saved()
    maker.step("Dab inside the sun rays")
    maker.set("Ink", "Frost 0")
    for step in ("Lift the sun rays", "Lift the cloud 1, bank mask", "Trim the panel", "Mount it"):
        maker.step(step)
    # Paste is not handled before it has set.
    expect(page.locator("[data-test=finish-not-dry], [data-test=packed-wet]").first).to_be_visible()
    maker.take("Make a piece", "a strip")
    maker.part("strip")
    maker.step("Stamp words")
    maker.set("Ink", "Yarrow 0")
    maker.step("Brush it all over")
    maker.write("Passes", "Passes", "8")
    maker.step("Wipe the beads off")
    maker.part("the panel")
    said = maker.put_right()
    for word in (
        "cloud 1, bank stencil",
        "cloud 1, bank mask",
        "sun rays",
        "Frost 0",
        "Trim",
        "Mount",
        "The strip",
        "Yarrow 0",
        "beads",
    ):
        assert word in said, word
    page.reload()
    sky = panel(page)
    coloured = clouds.min(axis=2) < clouds.max() - 40
    assert coloured.mean() > 0.03, "there are clouds"
    assert np.abs(sky - clouds)[coloured].mean() < np.abs(sky - clouds)[~coloured].mean() / 2, "they stay while the sky goes on"


def test_resist_spotlights(page: Page) -> None:
    """Trees and a greeting printed; the same trees in white resist on a second print rolled dark; three squares cut from it, in register."""
    maker = Maker(page)
    maker.begin("Spotlights", "5 in square", ("Sage 8", "Yarrow 0"))
    maker.step("Stamp the tree line")
    maker.write("Size", "Size", "4")
    maker.take("Make a piece", "a second print")
    maker.part("second print")
    maker.tap(re.compile("^Stamp Sage 8"))
    maker.set("Ink", "Yarrow 0")
    maker.step("Brush it all over")
    maker.write("Passes", "Passes", "6")
    maker.step("Wipe the beads off")
    maker.take("Cut from it", "three squares")
    expect(page.get_by_text("are cut from it; put on is")).to_be_visible()
    maker.part("the panel")
    maker.step("Stamp words")
    maker.write("From the top", "From the top", "5/8")
    # A square would come over them: told, and set right at a tap.
    maker.tap("Move the words clear of it")
    maker.saved()
    said = maker.put_right()
    for word in ("The second print", "tree line", "Yarrow 0", "beads", "in register", "square 3", "Thank you"):
        assert word in said, word
    card = page.request.get(f"/api/cards/{page.url.rsplit('/', 1)[-1]}").json()
    together = page.request.get(f"/api/cards/{card['id']}/assembled.png?revision={card['revision']}").body()
    front = np.asarray(Image.open(BytesIO(together)).convert("RGB"), dtype=float)
    side = front.shape[0]
    assert front[side // 2, side // 2].mean() < 160 < front[side // 4, 3 * side // 4].mean(), "dark only where a square lies"


def test_resist_and_vignette_by_keyboard(page: Page) -> None:
    """Powder through a stencil, coral from the edges, the centre left white, darker at the edges; trimmed; a figure on the envelope."""
    maker = KeyboardMaker(page)
    maker.begin("Coral vignette", "6 × 6 in", ("Cholla 3", "Cholla 7", "Yarrow 0"))
    maker.take("Add a mask", "a repeat stencil")
    for step in ("Use the anti-static bag", "Lay the", "Emboss", "Lift the"):
        maker.step(step)
    for ink in ("Cholla 3", "Cholla 7"):
        maker.step("Darken the edges")
        maker.set("Ink", ink)
    maker.step("Wipe the beads off")
    maker.step("Splatter water")
    maker.step("Trim the panel")
    maker.take("Make a piece", "the front of the envelope")
    maker.part("envelope")
    maker.step("Stamp the snail")
    maker.set("Ink", "Yarrow 0")
    maker.press(maker.word("Line"))
    maker.saved()
    maker.take("Painted", "in one ink")
    maker.tap("Repeat")
    maker.saved()
    maker.set("Ink", "Cholla 7")
    maker.step("Wipe the beads off")
    maker.tap("Sort the steps")
    maker.saved()
    maker.part("the panel")
    said = maker.put_right()
    for word in ("anti-static", "Yarrow 0", "Cholla 7", "beads", "Trim the panel", "envelope", "snail", "inside"):
        assert word in said, word
    page.reload()
    rgb = panel(page)
    middle = rgb[rgb.shape[0] // 2, rgb.shape[1] // 2]
    assert middle.mean() > rgb[4, rgb.shape[1] // 2].mean() + 30, "the centre is left light"


def test_a_sunrise_over_land_by_finger(finger: Page) -> None:
    """Black powder on the land's edge first; yellow in the sun, a glow round it, pink and blue to mauve, red low, the land filled, firs."""
    maker = TouchMaker(finger)
    maker.begin("Sunrise", "5 in square", ("Yucca 4", "Cholla 3", "Agave 6", "Ocotillo 5", "Basalt 8"))
    maker.take("Add a mask", "a round mask")
    maker.tap("Use its hole as a stencil")
    maker.saved()
    maker.take("Add a mask", "an edge of hills")
    maker.step("Dab inside the moon stencil")
    maker.step("Lift the moon stencil")
    maker.step("Brush round the moon mask")
    maker.set("Ink", "Yucca 4")
    maker.step("Darken the edges")
    maker.set("Ink", "Cholla 3")
    maker.step("Brush an ink")
    maker.step("Lift the moon mask")
    maker.step("Dab inside the hills mask")
    maker.set("Ink", "Basalt 8")
    maker.step("Lift the hills mask")
    maker.step("Stamp the fir")
    maker.take("Places", "three along the bottom")
    # The middle one only just touches the sun: told, and set right at a tap.
    maker.tap("Move it clear of the moon")
    maker.saved()
    maker.step("Draw an image with a pen")
    maker.take("Image", "birds", "birds")
    said = maker.put_right()
    for word in ("moon mask", "moon stencil", "hills mask", "Basalt 8", "Agave 6", "fir", "birds"):
        assert word in said, word


def test_motif_by_motif_and_stripes_on_blue(page: Page) -> None:
    """Single openings of a stencil of flowers, each in its own two tones; a vase in two tones; water; white; stripes on a blue base."""
    maker = Maker(page)
    maker.begin("Motif by motif", "5 × 7 in", ("Yucca 1", "Cholla 3", "Cholla 7", "Juniper 5", "Frost 0"))
    maker.take("Stock", "Gravel watercolour")
    maker.tap("From the shelf")
    maker.press(page.get_by_role("list", name="Stencils and masks").get_by_role("button", name="meadow"))
    maker.saved()
    row = "from the left in the sixth row"
    for places in ((f"second {row}", f"third {row}"), (f"first {row}",), (f"fourth {row}",)):
        maker.step("Dab inside the meadow stencil")
        if places[0].startswith("second"):
            maker.take("A press takes", "that opening")
        for place in places:
            opening = page.get_by_role("checkbox", name=f"Opening, {place}", exact=True)
            maker.actions += 1
            opening.press("Space")
            expect(opening).to_be_checked()
            maker.saved()
        # The next flower is nearer than the dauber is wide.
        maker.press(page.locator("[data-chosen]").get_by_role("button", name="Cover the neighbours"))
        maker.saved()
    maker.step("Lift the meadow stencil")
    maker.step("Splatter water")
    maker.step("Stamp the clay jar")
    maker.take("Painted", "in one ink")
    maker.step("Draw a stroke")
    maker.set("Ink", "Frost 0")
    maker.take("Make a piece", "the front of the base")
    maker.part("front of the base")
    maker.take("Stock", "Rose quartz")
    maker.take("Add a mask", "two tapes")
    maker.step("Lay the")
    maker.step("Darken the edges")
    maker.step("Lift the")
    maker.part("the panel")
    said = maker.put_right()
    for word in (f"second {row}", "neighbours covered", "Cholla 7", "watercolour", "front of the base", "clay jar", "Frost 0"):
        assert word in said, word
