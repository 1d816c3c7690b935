"""The whole story in the browser: from a first look to the run sheet, at the table, out to a file and in again."""

import json
import re
from itertools import pairwise
from pathlib import Path

import numpy as np
import pytest
from playwright.sync_api import Page, expect
from playwright.sync_api import TimeoutError as PlaywrightTimeout
from pypdf import PdfReader

from tests.e2e.conftest import Server
from tests.e2e.looking import brightness, bring, check_reachable, check_timer_outlives, choose, panel, to_the_timer


def start_card(page: Page, name: str, inks: tuple[str, ...], mask: str = "a moon") -> None:
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    page.get_by_label("Name of the card").fill(name)
    if mask != "no round mask":
        page.get_by_role("button", name="Round mask").click()
        choose(page, mask)
    for ink in inks:
        page.locator(".pick", has_text=ink).click()
        expect(page.locator(".pick", has_text=ink)).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Create the card").click()
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()


def proof(page: Page, number: int):  # type: ignore[no-untyped-def]
    return page.get_by_role("list", name="Run of proofs").get_by_role("button").nth(number - 1)


def test_the_demo_shows_its_cards_in_true_proportion(page: Page) -> None:
    page.goto("/")
    image = page.get_by_alt_text("Dusk over dunes, as predicted")
    expect(image).to_be_visible()
    box = image.bounding_box()
    assert box is not None
    assert box["height"] / box["width"] == pytest.approx(6.75 / 4.75, abs=0.01)
    # Pictures are loaded as they come into view.
    for picture in page.get_by_role("main").get_by_role("img").all():
        picture.scroll_into_view_if_needed()
    page.wait_for_function("() => [...document.images].every((i) => i.complete && i.naturalWidth > 0)")


def test_from_nothing_to_a_gradient_round_a_moon(page: Page) -> None:
    start_card(page, "Evening", ("Yucca 1", "Cholla 3", "Sage 8"))
    rgb = panel(page)
    column = [brightness(rgb, 0.08, down) for down in (0.97, 0.8, 0.6, 0.4, 0.2, 0.03)]
    assert all(above <= below + 4 for below, above in pairwise(column)), "light at the bottom, dark at the top"
    assert column[0] - column[-1] > 60
    moon = rgb[int(rgb.shape[0] * 0.28), int(rgb.shape[1] * 0.66)]
    assert moon == pytest.approx(np.array([241, 241, 243]), abs=2), "the moon is bare stock"
    beside = brightness(rgb, 0.66, 0.28 + 0.145)
    assert beside < brightness(rgb, 0.05, 0.28 + 0.145) - 4, "its halo is deeper than the ground beside it"
    expect(page.get_by_text("No problems found.")).to_be_visible()


def test_words_are_changed_in_place_and_undone(page: Page) -> None:
    start_card(page, "Words", ("Yucca 1", "Ocotillo 5"), "no round mask")
    before = panel(page)
    proof(page, 2).click()
    page.get_by_role("button", name="Passes: 3").click()
    page.get_by_role("button", name="Passes: more").click()
    expect(page.get_by_role("button", name="Passes: 4")).to_be_visible()
    page.keyboard.press("Enter")
    proof(page, 2).click()
    assert panel(page)[:80].mean() < before[:80].mean() - 2, "one more pass is darker at the top"
    page.get_by_role("button", name="Undo").click()
    proof(page, 2).click()
    expect(page.get_by_role("button", name="Passes: 3")).to_be_visible()
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_role("button", name="Passes: 4")).to_be_visible()
    page.get_by_role("button", name="Strongest to: ").click()
    field = page.get_by_role("spinbutton", name="Strongest to")
    field.fill("moon")
    expect(page.get_by_text("That isn't a measurement.")).to_be_visible()
    page.keyboard.press("Escape")


def test_a_side_fades_to_bare_stock_and_the_format_changes(page: Page) -> None:
    start_card(page, "Fade", ("Saltbush 2", "Agave 6"), "no round mask")
    page.get_by_role("button", name="Make a gradient").click()
    page.get_by_role("button", name="Fade: no side").click()
    choose(page, "right edge")
    page.get_by_role("button", name="Replace these steps").click()
    expect(page.get_by_text("fading to bare stock at the right edge").first).to_be_visible()
    rgb = panel(page)
    assert rgb[:, -1].mean() > 235
    assert rgb[:, -1].mean() > rgb[:, 10].mean() + 30
    page.get_by_role("button", name="Card format").click()
    choose(page, "6 × 6 in")
    page.get_by_role("button", name="Fit the steps").click()
    expect(page.get_by_role("button", name="Card format: 6 × 6 in")).to_be_visible()
    square = panel(page)
    assert square.shape[0] == square.shape[1]
    page.get_by_role("button", name="Units").click()
    choose(page, "centimetres")
    expect(page.get_by_role("button", name="Reveal all round: 0.3 cm")).to_be_visible()


def test_a_step_moved_where_it_does_harm_says_so_and_one_tap_mends_it(page: Page) -> None:
    start_card(page, "Order", ("Yucca 1", "Ocotillo 2", "Cholla 7"), "no round mask")
    proof(page, 2).drag_to(proof(page, 1), target_position={"x": 4, "y": 60})
    finding = page.locator("[data-test=dark-before-light]")
    expect(finding).to_contain_text("Yucca 1 comes after Ocotillo 2, which is darker and which it meets.")
    expect(finding).to_contain_text("dirty the lighter pad")
    finding.get_by_role("button", name="Lay Yucca 1 before Ocotillo 2").click()
    expect(finding).to_have_count(0)
    expect(page.get_by_text("No problems found.")).to_be_visible()


def test_wet_over_wet_and_the_unwiped_mask(page: Page) -> None:
    start_card(page, "Wet", ("Yucca 1", "Cholla 7"))
    wipe = page.get_by_role("button", name="Wipe the moon mask clean where it lies.").first
    wipe.click()
    page.get_by_role("button", name="Remove").click()
    expect(page.locator("[data-test=unwiped-mask]").first).to_contain_text("still carries")
    page.locator("[data-test=unwiped-mask]").first.get_by_role("button").click()
    expect(page.locator("[data-test=unwiped-mask]")).to_have_count(0)
    page.get_by_role("list", name="Steps").get_by_role("button", name="Brush Cholla 7").first.click()
    page.get_by_role("button", name=re.compile("^On: ")).click()
    choose(page, "as a clean layer on dry ink")
    expect(page.locator("[data-test=wet-over-wet]").first).to_contain_text("is still damp")
    page.locator("[data-test=wet-over-wet]").first.get_by_role("button", name="Let it dry first").click()
    expect(page.locator("[data-test=wet-over-wet]")).to_have_count(0)


def test_asking_the_panel_and_moving_the_moon(page: Page) -> None:
    start_card(page, "Ask", ("Yucca 1", "Cholla 3", "Sage 8"))
    panel(page)
    over = page.locator("[data-test=over]")
    box = over.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 20, box["y"] + box["height"] - 8)
    expect(page.get_by_text("Bottom first: Yucca 1")).to_be_visible()
    x, y = box["x"] + box["width"] * 0.66, box["y"] + box["height"] * 0.28
    page.mouse.move(x, y)
    expect(page.get_by_text("Bare stock: Glasshouse white")).to_be_visible()
    page.mouse.down()
    page.mouse.move(x - 60, y + 100, steps=6)
    page.mouse.up()
    expect(page.get_by_role("button", name="Undo")).to_be_enabled()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: move the moon mask")
    rgb = panel(page)
    assert brightness(rgb, 0.66 - 60 / box["width"], 0.28 + 100 / box["height"]) > 235
    mask = page.get_by_role("img", name="moon mask")
    mask.focus()
    mask.press("ArrowLeft")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()


# The server is killed under way: what was asked of it just then gets no answer.
@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_at_the_bench_with_a_timer_that_runs_on(page: Page, server: Server) -> None:
    start_card(page, "Bench", ("Yucca 1", "Cholla 7"))
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.get_by_text("Lay the moon mask and press its rim down.")).to_be_visible()
    page.get_by_role("button", name="Done, next step").click()
    expect(page.get_by_text("Yucca 1 pad, large brush")).to_be_visible()
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_text("Step 1 of")).to_be_visible()
    to_the_timer(page)
    page.get_by_role("button", name="Start the timer").click()
    check_timer_outlives(page, server.restart)
    page.get_by_role("button", name="Back", exact=True).click()
    expect(page.get_by_text("Drying from step")).to_be_visible()


def test_out_to_a_file_and_in_again_and_the_run_sheet(page: Page, tmp_path: Path, server: Server) -> None:
    start_card(page, "Travels", ("Yucca 4", "Ocotillo 5"), "a sun")
    with page.expect_download() as download:
        page.get_by_role("link", name="Plan file").click()
    path = tmp_path / "travels.cielo.json"
    download.value.save_as(path)
    document = json.loads(path.read_text())
    assert (document["format"], document["title"]) == ("cielo.plan", "Travels")
    sheet = page.request.get(page.get_by_role("link", name="Run sheet").get_attribute("href") or "")
    (tmp_path / "sheet.pdf").write_bytes(sheet.body())
    assert "Travels" in PdfReader(tmp_path / "sheet.pdf").pages[0].extract_text()
    path.write_text(json.dumps({**document, "title": "Back again"}))
    page.goto("/")
    bring(page, "Open a plan file", path)
    expect(page.get_by_label("Name of the card")).to_have_value("Back again")


def test_bad_files_are_refused_in_words_and_nothing_is_lost(
    page: Page, tmp_path: Path, expected_refusals: list[int | str]
) -> None:
    expected_refusals.append(422)
    page.goto("/")
    expect(page.get_by_text("Dusk over dunes")).to_be_visible()
    before = page.get_by_role("listitem").count()
    broken, large = tmp_path / "broken.cielo.json", tmp_path / "large.cielo.json"
    broken.write_text('{"format": "cielo.plan", "title": "Half')
    with large.open("wb") as file:
        file.truncate(200_000_000)
    bring(page, "Open a plan file", broken)
    expect(page.get_by_text("breaks off or is damaged at line 1")).to_be_visible()
    bring(page, "Open a plan file", large)
    expect(page.get_by_text("is 200 MB. Cielo opens plan files up to 2 MB")).to_be_visible()
    page.reload()
    expect(page.get_by_text("Dusk over dunes")).to_be_visible()
    assert page.get_by_role("listitem").count() == before


def test_a_card_put_away_can_be_brought_back(page: Page) -> None:
    start_card(page, "For a while", ("Yucca 1", "Agave 3"), "no round mask")
    page.goto("/")
    card = page.get_by_role("listitem").filter(has_text="For a while")
    card.get_by_role("button", name="Archive", exact=True).click()
    expect(card).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(card).to_have_count(1)


def test_no_page_has_an_accessibility_fault_that_axe_can_find(page: Page) -> None:
    page.goto("/")
    expect(page.get_by_text("Dusk over dunes")).to_be_visible()
    pages = ["/"]
    page.get_by_text("Dusk over dunes").click()
    expect(page.get_by_role("list", name="Steps")).to_be_visible()
    pages += [page.url, page.url.replace("/desk/", "/bench/")]
    for address in pages:
        page.goto(address)
        expect(page.get_by_role("heading", level=1).first).to_be_visible()
        expect(page.locator(".waiting")).to_have_count(0)
        check_reachable(page)


def check_nothing_runs_off_the_side(page: Page) -> None:
    """Letters still on their way may be wider for a moment; what stays wide is told by its place and its words."""
    try:
        page.wait_for_function("() => document.documentElement.scrollWidth <= innerWidth", timeout=8_000)
    except PlaywrightTimeout:
        wide = page.evaluate(
            """() => [...document.querySelectorAll("body *")]
                .filter((it) => it.getBoundingClientRect().right > innerWidth + 1)
                .map((it) => `${it.tagName}.${it.className}: ${it.textContent.trim().slice(0, 40)}`)"""
        )
        pytest.fail(f"{page.url} runs off the side: {wide[:12]}")


@pytest.mark.parametrize(
    "size", [(1024, 768), (820, 1180), (390, 844), (640, 400)], ids=["across", "tablet", "phone", "at 200 %"]
)
def test_nothing_runs_off_the_side_and_the_card_keeps_its_name(page: Page, size: tuple[int, int]) -> None:
    page.set_viewport_size({"width": size[0], "height": size[1]})
    page.goto("/")
    page.get_by_text("Dusk over dunes").click()
    expect(page.get_by_role("list", name="Steps")).to_be_visible()
    desk = page.url
    pages = ["/", desk, desk.replace("/desk/", "/bench/"), *(f"{desk}/{part}" for part in ("pieces", "day"))]
    for address in [*pages, "/stencils", "/crossings"]:
        page.goto(address)
        # A page that is still empty runs off nowhere; one that listens for others' edits is never idle.
        expect(page.locator("main").first).to_be_visible()
        page.wait_for_timeout(1200)
        check_nothing_runs_off_the_side(page)
        if address in pages[2:]:
            expect(page.get_by_role("heading", name="Dusk over dunes")).to_be_visible()
        if "/bench/" in address:
            expect(page.get_by_role("button", name="Done, next step")).to_be_in_viewport(ratio=1)
    page.goto(desk)
    name = page.get_by_label("Name of the card")
    expect(name).to_have_value("Dusk over dunes")
    box = name.bounding_box()
    assert box is not None
    assert box["width"] > 180
