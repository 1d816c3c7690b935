"""The journal, as a maker comes to it: from the Bench with a card just made, and back to the Desk with what it taught."""

import re
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from cielo.app.photographs import photographed
from cielo.core.plan import Pad
from cielo.exchange.plan_file import PlanModel
from tests.e2e.looking import AXE, bring, panel
from tests.e2e.test_grounds import start_on

INKS = ("Yucca 1", "Ocotillo 2", "Cholla 7")


def make_it(page: Page) -> None:
    """Every step at the Bench, two of them done differently, until it is made."""
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.locator(".count")).to_be_visible()
    changed = 0
    for _ in range(40):
        if changed < 2 and re.search(r"\d light pass", page.locator("main .spoken").first.inner_text()):
            page.get_by_role("button", name="Done differently").click()
            page.get_by_role("button", name="5", exact=True).click()
            expect(page.get_by_text(re.compile("in 5 passes"))).to_have_count(changed + 1)
            changed += 1
        if page.get_by_role("button", name="Done, it's finished").is_visible():
            break
        step = page.locator(".count").inner_text()
        page.get_by_role("button", name="Done, next step").click()
        expect(page.locator(".count")).not_to_have_text(step)
    page.get_by_role("button", name="Done, it's finished").click()
    page.get_by_role("button", name="How was it?").click()
    expect(page).to_have_url(re.compile(r"/journal\?entry="))


def test_a_card_goes_on_record_is_photographed_and_teaches_the_next(page: Page) -> None:
    start_on(page, "Banded gradient", INKS)
    usual = panel(page)
    make_it(page)
    page.get_by_role("button", name="Try a simulated photo").click()
    expect(page.get_by_role("progressbar", name="Reading the photograph …")).to_be_visible()
    expect(page.get_by_text(re.compile("^Your hand was .*stronger than planned"))).to_be_visible(timeout=40_000)
    expect(page.get_by_alt_text("The panel as photographed")).to_be_visible()
    line = page.get_by_role("slider", name=re.compile("Photographed on the left"))
    line.press("ArrowRight")
    page.get_by_role("button", name="Show where they differ").click()
    expect(page.get_by_alt_text(re.compile("Where the two differ"))).to_be_visible()
    page.get_by_role("button", name="Use it").click()
    expect(page.get_by_role("article").get_by_role("button", name="Undo", exact=True)).to_be_visible()
    page.get_by_role("radio", name="5 of 5").click()
    expect(page.get_by_role("radio", name="5 of 5")).to_be_checked()
    page.get_by_role("button", name=re.compile("^Next time:")).click()
    page.get_by_role("textbox", name="Next time").fill("Off-load the darker ink more")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name=re.compile("Next time: Off-load"))).to_be_visible()
    page.evaluate(AXE.read_text())
    found = page.evaluate("async () => (await axe.run(document)).violations.map((v) => [v.id, v.nodes.map((n) => n.html)])")
    assert not found
    # The next card knows it: her hand, why, and the note at its step.
    start_on(page, "Banded gradient", INKS)
    expect(page.get_by_text(re.compile("Predicted for your hand, .* stronger than usual"))).to_be_visible()
    stronger = panel(page)
    assert stronger.shape == usual.shape
    assert stronger.mean() < usual.mean() - 0.5
    expect(page.locator("[data-test=remembered]").filter(has_text="Off-load the darker ink more")).to_be_visible()
    # Taken back, the card after that is predicted as ever.
    page.get_by_role("link", name="Journal", exact=True).first.click()
    page.get_by_role("region", name="What you've learned").get_by_role("button").first.click()
    page.get_by_role("article").get_by_role("button", name="Undo", exact=True).click()
    expect(page.get_by_role("button", name="Use it")).to_be_visible()
    start_on(page, "Banded gradient", INKS)
    expect(page.get_by_text(re.compile("Predicted for your hand"))).to_be_hidden()
    assert np.abs(panel(page) - usual).mean() < 1
    # What it taught is not left to the other tests.
    page.get_by_role("link", name="Journal", exact=True).first.click()
    tiles = page.get_by_role("list", name="Cards that were made").get_by_role("button")
    expect(tiles.first).to_be_visible()
    made = tiles.count()
    tiles.first.click()
    page.get_by_role("button", name="Delete").click()
    page.get_by_role("button", name="Yes, delete").click()
    expect(tiles).to_have_count(made - 1)


def test_a_photograph_tells_of_one_pad_and_the_next_card_with_that_ink_knows_it(page: Page, tmp_path: Path) -> None:
    start_on(page, "Banded gradient", INKS)
    usual = panel(page)
    card = page.request.get(f"/api/cards/{page.url.split('/desk/')[1][:12]}").json()
    plan = PlanModel.model_validate(card["plan"]).to_core()
    ink = next(ink for ink in plan.inks if ink.name == "Ocotillo 2")
    photo = tmp_path / "card.jpg"
    photo.write_bytes(photographed(replace(plan, pads=(Pad(ink.key, 1.5),)), 4, 1.0))
    entry = page.request.post("/api/journal/made", data={"card": card["id"], "number": 1}).json()
    page.goto(f"/journal?entry={entry['id']}")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Add its photograph").click()
    chooser.value.set_files(photo)
    told = page.locator("[data-test=pad]")
    expect(told).to_contain_text(
        re.compile(r"Your Ocotillo 2 laid about (4|5)\d % more than planned, beside your others"), timeout=40_000
    )
    told.get_by_role("button", name="Use it").click()
    expect(told.get_by_role("button", name="Undo", exact=True)).to_be_visible()
    expect(page.get_by_text("Your hand was as strong as planned")).to_be_visible()
    start_on(page, "Banded gradient", INKS)
    expect(page.get_by_text(re.compile(r"Predicted for your pads: Ocotillo 2, \d\d % stronger than usual"))).to_be_visible()
    stronger = panel(page)
    assert stronger.shape == usual.shape
    assert np.abs(stronger - usual).mean() > 0.5
    page.get_by_role("link", name="Journal", exact=True).first.click()
    learnt = page.get_by_role("region", name="What you've learned")
    learnt.locator("p", has_text="Your Ocotillo 2 lays about").get_by_role("button").click()
    page.locator("[data-test=pad]").get_by_role("button", name="Undo", exact=True).click()
    expect(page.locator("[data-test=pad]").get_by_role("button", name="Use it")).to_be_visible()
    # What it took is taken off the shelf where it is counted, and put back.
    took = page.locator("[data-test=used]")
    expect(took).to_contain_text("It took a panel of Glasshouse white")
    page.request.put("/api/shelf/left", data={"kind": "ink", "key": ink.key, "left": 30})
    took.get_by_role("button", name="Deduct from my stock").click()
    expect(took).to_contain_text("Deducted from your stock")
    took.get_by_role("button", name="Put it back").click()
    expect(took.get_by_role("button", name="Deduct from my stock")).to_be_visible()
    page.request.put("/api/shelf/left", data={"kind": "ink", "key": ink.key, "left": None})
    # What it taught is not left to the other tests.
    page.get_by_role("button", name="Delete").click()
    page.get_by_role("button", name="Yes, delete").click()


def test_a_card_made_before_cielo_is_put_on_record_searched_and_taken_out(page: Page) -> None:
    page.goto("/journal")
    page.get_by_placeholder("What it is called").fill("Blue hour, by feel")
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("heading", name=re.compile("Blue hour"))).to_be_visible()
    expect(page.get_by_role("button", name="Try a simulated photo")).to_be_hidden()
    page.get_by_role("button", name="Close").click()
    search = page.get_by_placeholder("Search the journal")
    search.fill("nothing like it")
    tiles = page.get_by_role("list", name="Cards that were made").get_by_role("button")
    expect(tiles).to_have_count(0)
    search.fill("blue feel")
    expect(tiles).to_have_count(1)
    tiles.first.click()
    page.get_by_role("button", name="Delete").click()
    page.get_by_role("button", name="Cancel").click()
    page.get_by_role("button", name="Delete").click()
    page.get_by_role("button", name="Yes, delete").click()
    expect(tiles).to_have_count(0)


def test_a_colour_is_found_and_laid_other_colours_are_taken_and_a_gradient_evened(page: Page) -> None:
    start_on(page, "There and back", INKS)
    before = panel(page)
    page.get_by_role("button", name="Smooth the gradient").click()
    told = page.get_by_text(re.compile("% gentler|as even as it gets"))
    expect(told).to_be_visible(timeout=40_000)
    edits = 3 if "gentler" in told.inner_text() else 2
    evened = panel(page)
    assert np.abs(np.diff(evened.mean(axis=(1, 2)))).max() <= np.abs(np.diff(before.mean(axis=(1, 2)))).max() * 1.1
    page.get_by_role("button", name="Try other colours").click()
    ways = page.get_by_role("region", name="Try other colours").get_by_role("listitem").get_by_role("button")
    expect(ways.first).to_be_visible(timeout=40_000)
    # On another stock, and back on its own.
    region = page.get_by_role("region", name="Try other colours")
    for stock in ("Linen cream", "Glasshouse white"):
        region.get_by_role("button", name=re.compile("^Stock")).click()
        page.get_by_role("option", name=stock).click()
        expect(region.get_by_role("button", name=re.compile(f"^Stock: {stock}"))).to_be_visible()
        expect(ways.first).to_be_visible(timeout=40_000)
    ways.first.click()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    other = panel(page)
    assert np.abs(other - evened).mean() > 8, "clearly other colours"
    assert abs(other.mean() - evened.mean()) < 30, "the light and dark stay"
    steps = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    count = steps.count()
    page.get_by_role("button", name="Find a colour").click()
    recipes = page.get_by_role("list", name="Recipes, nearest first").get_by_role("button", name="Add these steps")
    expect(recipes.first).to_be_enabled(timeout=40_000)
    recipes.first.click()
    expect(steps.nth(count)).to_be_visible()
    for _ in range(edits):
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        page.get_by_role("button", name="Undo").click()
    expect(steps).to_have_count(count)
    assert np.abs(panel(page) - before).mean() < 1


@pytest.mark.parametrize("expected_refusals", [[409]])
def test_a_search_tells_how_far_it_is_and_stopped_it_leaves_the_card_as_it_was(page: Page) -> None:
    cards = page.request.get("/api/cards").json()
    card = next(card for card in cards if card["title"] == "Night opening")
    page.goto(f"/desk/{card['id']}")
    before = page.request.get(f"/api/cards/{card['id']}").json()["revision"]
    page.get_by_role("button", name="Smooth the gradient").click()
    working = page.get_by_role("status").filter(has_text="Trying where the bands meet")
    expect(working.get_by_role("progressbar")).to_be_visible()
    working.get_by_role("button", name="Stop").click()
    expect(working).to_have_count(0)
    expect(page.get_by_role("button", name="Smooth the gradient")).to_be_enabled()
    assert page.request.get(f"/api/cards/{card['id']}").json()["revision"] == before


def test_a_photograph_of_a_sky_becomes_a_ground(page: Page, tmp_path: Path) -> None:
    start_on(page, "Smoosh, dried between", INKS)
    down = np.linspace(0, 1, 300)[:, None, None]
    sky = (1 - down) * np.array([80, 110, 180]) + down * np.array([250, 205, 130])
    photo = tmp_path / "sky.jpg"
    Image.fromarray(np.repeat(sky, 200, axis=1).astype(np.uint8)).save(photo)
    before = panel(page)
    bring(page, "From a picture", photo)
    expect(page.get_by_role("button", name=re.compile("from the top edge")).first).to_be_visible(timeout=40_000)
    beside = page.get_by_role("region", name="Your picture and the ground made from it")
    expect(beside.get_by_alt_text("Your picture")).to_be_visible()
    expect(beside.get_by_alt_text("The ground made from it")).to_be_visible()
    laid = panel(page)
    top, bottom = laid[10:30].mean(axis=(0, 1)), laid[-30:-10].mean(axis=(0, 1))
    assert top[2] > bottom[2]
    assert bottom[0] > top[0], "cool above, warm below, as in the picture"
    page.get_by_role("button", name="Undo").click()
    assert np.abs(panel(page) - before).mean() < 1
