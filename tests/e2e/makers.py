"""Hands on the page: with a mouse, by keyboard alone, or with a finger. Whatever is done is counted."""

import re
from io import BytesIO

from playwright.sync_api import Locator, Page, expect
from pypdf import PdfReader

# What is tapped or typed counts as one action; more than this is too much for one card (the issue's own figure).
MOST_ACTIONS = 60
# So many times Tab is pressed at most to come to something; a page has fewer things to press.
MOST_TABS = 400

CHOSEN_HERE = "(it) => it === document.activeElement || it.contains(document.activeElement)"


class Maker:
    """With a mouse."""

    def __init__(self, page: Page) -> None:
        self.page, self.actions = page, 0

    def press(self, what: Locator) -> None:
        """Press a button, a word or a link: one action."""
        self.actions += 1
        what.first.click()

    def pick(self, name: str | re.Pattern[str], search: str = "") -> None:
        """Take one of the choices of the open word: one action."""
        self.actions += 1
        if search:
            self.page.get_by_role("combobox", name=re.compile("^Search")).fill(search)
        self.choice(name).first.click()

    def choice(self, name: str | re.Pattern[str]) -> Locator:
        return self.page.get_by_role("option", name=name).or_(self.page.get_by_role("menuitem", name=name))

    def tap(self, name: str | re.Pattern[str]) -> None:
        self.press(self.page.get_by_role("button", name=name))

    def word(self, name: str) -> Locator:
        """A word of the chosen step."""
        return self.page.locator("[data-chosen]").get_by_role("button", name=re.compile(f"^{name}"))

    def take(self, word: str, choice: str, search: str = "") -> None:
        """Open a word, wherever it stands, and take one of its choices."""
        self.tap(re.compile(f"^{word}"))
        self.pick(choice, search)
        self.saved()

    def set(self, word: str, choice: str, search: str = "") -> None:
        """Open a word of the chosen step and take one of its choices."""
        self.press(self.word(word))
        self.pick(choice, search)
        self.saved()

    def write(self, word: str, label: str, number: str) -> None:
        """Open a number of the chosen step and write it: one action more."""
        self.press(self.word(word))
        self.page.get_by_role("spinbutton", name=label).fill(number)
        self.page.keyboard.press("Enter")
        self.saved()

    def nudge(self, thing: str, keys: str, times: int) -> None:
        """Move a thing on the panel by the arrow keys: one action."""
        self.actions += 1
        it = self.page.get_by_role("img", name=re.compile(f"^{thing}"))
        self._come_to(it)
        for _ in range(times):
            self.page.keyboard.press(keys)
        self.saved()

    def _come_to(self, what: Locator) -> None:
        what.focus()

    def step(self, name: str) -> None:
        """Add a step after the one in hand."""
        first = self.page.get_by_role("button", name="Start: Start with a step")
        self.press(first.or_(self.page.get_by_role("button", name=re.compile("^Add: Add (after|a step)"))))
        self.pick(name, name)
        self.saved()
        expect(self.page.locator("[data-chosen] .sentence")).not_to_contain_text("Adding this step")

    def part(self, name: str) -> None:
        """Go to the panel or a piece of the card. It is asked for anew, for it may have changed meanwhile."""
        parts = self.page.get_by_role("navigation", name="The parts of the card")
        with self.page.expect_response(lambda answer: re.search(r"/api/cards/[0-9a-f]{12}(~|%7E|$)", answer.url) is not None):
            self.press(parts.get_by_role("link", name=name))

    def saved(self) -> None:
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()

    def begin(self, title: str, card_format: str, inks: tuple[str, ...]) -> None:
        """A card with nothing laid, its inks beside it."""
        self.page.goto("/")
        self.tap("Start a new card")
        self.page.get_by_label("Name of the card").fill(title)
        self.tap(re.compile("^Card format"))
        self.pick(card_format)
        for ink in inks:
            pick = self.page.locator(".pick", has_text=ink).first
            self.press(pick)
            expect(pick).to_have_attribute("aria-pressed", "true")
        self.tap("Start blank")
        expect(self.page.get_by_text("No steps yet.")).to_be_visible()

    def put_right(self) -> str:
        """In working order, without alarm, in few enough actions; the words of the run sheet."""
        self.saved()
        self.tap("Sort the steps")
        expect(self.page.get_by_text("No problems found.")).to_be_visible()
        assert self.actions <= MOST_ACTIONS, self.actions
        href = self.page.get_by_role("link", name="Run sheet").get_attribute("href")
        sheet = PdfReader(BytesIO(self.page.request.get(str(href)).body()))
        return " ".join(" ".join(part.extract_text() for part in sheet.pages).split())


class KeyboardMaker(Maker):
    """By Tab, arrows, Enter and what is typed; the mouse is not touched."""

    def press(self, what: Locator) -> None:
        self.actions += 1
        expect(what.first).to_be_visible()
        self._come_to(what.first)
        self.page.keyboard.press("Enter")

    def _come_to(self, what: Locator) -> None:
        """Tab on, round the page if need be, until it is there; within a list that is one stop, by the arrows."""
        beside = (
            "(it) => it.tabIndex < 0 && document.activeElement?.tagName === it.tagName"
            " && !!it.closest('ul, ol, [role=group]')?.contains(document.activeElement)"
        )
        for _ in range(MOST_TABS):
            if what.evaluate("(it) => it === document.activeElement"):
                return
            if what.evaluate(beside):
                self.page.keyboard.press("Home")
                while not what.evaluate("(it) => it === document.activeElement"):
                    assert what.evaluate(beside), f"{what} is not come to by arrows"
                    self.page.keyboard.press("ArrowRight")
                return
            self.page.keyboard.press("Tab")
        raise AssertionError(f"{what} is not come to by Tab")

    def pick(self, name: str | re.Pattern[str], search: str = "") -> None:
        self.actions += 1
        wanted = self.choice(name).first
        expect(self.choice(re.compile("")).first).to_be_visible()
        if search:
            self.page.keyboard.type(search)
        expect(wanted).to_be_visible()
        for _ in range(120):
            at = self.page.evaluate(
                "() => { const it = document.activeElement; const id = it?.getAttribute('aria-activedescendant');"
                " return (id ? document.getElementById(id) : it)?.id ?? ''; }"
            )
            if at and at == wanted.get_attribute("id"):
                break
            self.page.keyboard.press("ArrowDown")
        else:
            raise AssertionError(f"{name} is not come to by arrows")
        self.page.keyboard.press("Enter")


class TouchMaker(Maker):
    """With a finger."""

    def press(self, what: Locator) -> None:
        self.actions += 1
        what.first.tap()

    def pick(self, name: str | re.Pattern[str], search: str = "") -> None:
        self.actions += 1
        self.choice(name).first.tap()
