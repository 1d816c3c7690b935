"""A whole job as makers do it, planned from nothing in the browser: a moon, hills, a figure on the crest, a strip with words."""

import re
from io import BytesIO

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.e2e.looking import choose, panel

# What is tapped or typed counts as one action; more than this is too much for one card (the issue's own figure).
MOST_ACTIONS = 60


class Maker:
    """Hands on the page: every tap, choice and number is counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.actions = page, 0

    def tap(self, name: str | re.Pattern[str], exact: bool = False) -> None:
        self.actions += 1
        self.page.get_by_role("button", name=name, exact=exact).first.click()

    def take(self, word: str, choice: str, search: str = "") -> None:
        """Open a word and take one of its choices."""
        self.tap(re.compile(f"^{word}"))
        self.actions += 1
        if search:
            self.page.get_by_role("combobox", name=re.compile("^Search")).fill(search)
        choose(self.page, choice)
        self.saved()

    def write(self, word: str, label: str, number: str) -> None:
        """Open a number of the chosen step and write it."""
        self.page.locator("[data-chosen]").get_by_role("button", name=re.compile(f"^{word}")).first.click()
        self.page.get_by_role("spinbutton", name=label).fill(number)
        self.page.keyboard.press("Enter")
        self.actions += 1
        self.saved()

    def step(self, name: str) -> None:
        """Add a step after the one in hand."""
        first = self.page.get_by_role("button", name="Begin: Begin with a step")
        self.actions += 2
        first.or_(self.page.get_by_role("button", name="Add: Add after")).click()
        self.page.get_by_role("combobox", name=re.compile("^Search")).fill(name)
        choose(self.page, name)
        self.saved()
        expect(self.page.locator("[data-chosen] .sentence")).not_to_contain_text("being written")

    def saved(self) -> None:
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()


def test_moon_and_two_tone_hills_from_nothing(page: Page) -> None:
    page.goto("/")
    maker = Maker(page)
    maker.tap("Start a new card")
    page.get_by_label("Name of the card").fill("Moon and hills")
    maker.tap(re.compile("^Card format"))
    choose(page, "5 in square")
    for ink in ("Agave 6", "Cholla 3", "Basalt 8", "Ocotillo 5"):
        maker.actions += 1
        page.locator(".pick", has_text=ink).first.click()
    maker.tap("Begin with nothing laid")
    expect(page.get_by_text("Nothing is planned yet.")).to_be_visible()

    maker.take("Add a mask", "a round mask")
    maker.take("Add a mask", "an edge of hills")
    maker.step("Lay the moon mask")
    maker.step("Brush round the moon mask")
    maker.write("Fading over", "Fading over", "1")
    maker.step("Brush round the moon mask")
    page.locator("[data-chosen]").get_by_role("button", name=re.compile("^Ink")).click()
    choose(page, "Cholla 3")
    maker.actions += 2
    maker.write("Fading over", "Fading over", "1 1/4")
    maker.step("Let it dry")
    maker.step("Lift the moon mask")
    maker.step("Lay the hills mask")
    maker.step("Brush round the hills mask")
    maker.step("Lift the hills mask")
    maker.step("Stamp an image")
    maker.take("Image", "lizard", "lizard")
    maker.take("Meant", "it stands")
    expect(page.locator("[data-test=figure-floats]")).to_be_visible()
    maker.tap("Stand it on the land")
    expect(page.locator("[data-test=figure-floats]")).to_have_count(0)
    page.locator("[data-chosen]").get_by_role("button", name=re.compile("^Ink")).click()
    choose(page, "Basalt 8")
    maker.actions += 2
    maker.take("Make a piece", "a strip")
    page.get_by_role("navigation", name="The parts of the card").get_by_role("link", name="strip").click()
    maker.actions += 1
    maker.step("Stamp words")
    # The panel is asked for anew, for the strip has changed the card meanwhile.
    with page.expect_response(lambda answer: re.search(r"/api/cards/[0-9a-f]{12}$", answer.url) is not None):
        page.get_by_role("navigation", name="The parts of the card").get_by_role("link", name="the panel").click()
    # Dark over light, a mask not wiped, a print on damp ink: told, and set right at one tap.
    expect(page.locator("[data-test=dark-before-light]")).to_be_visible()
    maker.tap("Put it in working order")
    expect(page.get_by_text("Nothing will go wrong that Cielo knows of.")).to_be_visible()
    assert maker.actions <= MOST_ACTIONS, maker.actions
    assert_it_is_as_planned(page)


def assert_it_is_as_planned(page: Page) -> None:
    """A bare moon with colour round it, and a run sheet that names everything."""
    rgb = panel(page)
    row = rgb[int(rgb.shape[0] * 0.43)]
    moon = row[int(rgb.shape[1] * 0.38)]
    assert moon.min() > 225, "the moon is bare beside the figure"
    assert row[int(rgb.shape[1] * 0.25)].mean() < moon.mean() - 15, "colour round it"
    href = page.get_by_role("link", name="Run sheet").get_attribute("href")
    text = "\n".join(part.extract_text() for part in PdfReader(BytesIO(page.request.get(str(href)).body())).pages)
    for said in ("lizard", "moon mask", "hills mask", ": strip", "Thank you"):
        assert said in text
