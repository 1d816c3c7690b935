"""Cards from nothing on four grounds: blended, smooshed, resist, stencilled; and the Desk's words for all that is in them."""

import re
from pathlib import Path

import numpy as np
import pytest
from playwright.sync_api import Page, expect

from tests.e2e.looking import brightness, bring, check_reachable, choose, panel, write


def start_on(page: Page, ground: str, inks: tuple[str, ...], stock: str = "") -> None:
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    page.get_by_label("Name of the card").fill(f"My {ground}")
    if stock:
        page.get_by_role("button", name="Stock:").click()
        choose(page, stock)
    for ink in inks:
        page.locator(".pick", has_text=ink).click()
        expect(page.locator(".pick", has_text=ink)).to_have_attribute("aria-pressed", "true")
    page.get_by_role("list", name="Grounds").get_by_role("button", name=ground).click()
    page.get_by_role("button", name="Create the card").click()
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    expect(page.get_by_text("No problems found.")).to_be_visible()


def add_step(page: Page, name: str, place: int) -> None:
    """Add a step after the chosen one, and wait until it stands there and is chosen."""
    page.get_by_role("button", name="Add: Add after").click()
    page.get_by_role("combobox", name="Search add").fill(name)
    choose(page, name)
    steps = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    expect(steps.nth(place - 1)).to_have_attribute("aria-current", "step")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()


def whiteness(rgb: np.ndarray) -> float:
    """The share of the panel that is nearly bare white stock."""
    return float((rgb.min(axis=2) > 232).mean())


def test_a_blended_card_from_nothing(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    rgb = panel(page)
    assert rgb[20, :, 0].mean() > rgb[20, :, 2].mean() + 60, "yellow above"
    assert rgb[-20, :, 2].mean() > rgb[-20, :, 0].mean() + 60, "turquoise below"
    middle = rgb[int(rgb.shape[0] * 0.5)].mean(axis=0)
    assert middle[1] > middle[0], "green where they meet"


def test_a_smooshed_card_from_nothing_and_another_scatter(page: Page) -> None:
    start_on(page, "Smoosh, dried between", ("Yucca 4", "Ocotillo 2", "Cholla 3"))
    before = panel(page)
    assert 0.005 < whiteness(before) < 0.5, "bare gaps between the blots"
    page.get_by_role("list", name="Run of proofs").get_by_role("button").first.click()
    thrown = panel(page)
    page.get_by_role("button", name="another scatter").click()
    assert np.abs(panel(page) - thrown).mean() > 5
    page.get_by_role("button", name="Undo").click()
    assert np.array_equal(panel(page), thrown), "the same throw, the same picture"


def test_a_resist_card_from_nothing_and_how_far_it_stands_out(page: Page) -> None:
    start_on(page, "Emboss resist", ("Agave 3", "Agave 6", "Sage 8"))
    rgb = panel(page)
    middle = rgb[rgb.shape[0] // 2, rgb.shape[1] // 2]
    assert middle.min() > 200, "the spines stay white"
    assert brightness(rgb, 0.02, 0.02) < 120
    page.get_by_role("list", name="Steps").get_by_role("button", name="Brush Sage 8").click()
    expect(page.get_by_text("the embossed motif stands out")).to_be_visible()
    page.get_by_role("list", name="Steps").get_by_role("button", name=re.compile("cover it with Yarrow 0")).click()
    expect(page.get_by_text("Powder is not for breathing")).to_be_visible()


def test_a_stencilled_card_on_kraft_from_nothing(page: Page) -> None:
    start_on(page, "On coloured stock", ("Mesquite 6",), "Dune kraft")
    rgb = panel(page)
    kraft = np.array([186, 156, 121])
    assert np.abs(rgb - kraft).sum(axis=2).min() < 40, "bare kraft between the motifs"
    assert rgb.max() > 190, "white shows on kraft"
    expect(page.get_by_text("through the leaf stencil").first).to_be_visible()
    mask = page.get_by_role("img", name="leaf stencil")
    mask.focus()
    mask.press("ArrowRight")
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: move the leaf stencil")


def test_masks_words_water_and_a_sentiment_are_added_in_place(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("button", name="Add a mask").click()
    choose(page, "a repeat stencil")
    expect(page.get_by_text("every").first).to_be_visible()
    page.get_by_role("list", name="Run of proofs").get_by_role("button").last.click()
    add_step(page, "Lay the agave stencil", 5)
    add_step(page, "Brush it all over", 6)
    expect(page.get_by_text("through the agave stencil").first).to_be_visible()
    add_step(page, "Splatter water", 7)
    page.get_by_role("button", name="Water: a good sprinkle").click()
    choose(page, "really wet")
    expect(page.get_by_role("button", name="Water: really wet")).to_be_visible()
    add_step(page, "Stamp words", 8)
    page.get_by_role("button", name=re.compile("^Words.*“Thank you”")).click()
    page.get_by_role("textbox", name="Words").fill("Dry Garden")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Words.*“Dry Garden”"))).to_be_visible()
    page.get_by_role("button", name="Add a focal piece").click()
    choose(page, "a sentiment")
    expect(
        page.get_by_text("from the ground at its worst spot").or_(page.get_by_text("hard to read at its worst spot")).first
    ).to_be_visible()
    check_reachable(page)


def test_another_ground_in_place_of_the_steps(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("button", name="Another ground").click()
    page.get_by_role("list", name="Grounds").get_by_role("button", name="Water drops").click()
    expect(page.get_by_text("Splatter water with the coarse splatter brush").first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("Splatter water")).to_have_count(0)


def test_a_drawing_of_ones_own_becomes_a_stencil_is_moved_and_cut(page: Page, tmp_path: Path) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    drawing = tmp_path / "barrel cactus.svg"
    drawing.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><circle cx="25" cy="25" r="20"/></svg>'
    )
    bring(page, "From a drawing", drawing)
    expect(page.get_by_text("The barrel cactus stencil").first).to_be_visible()
    page.get_by_role("button", name="The barrel cactus stencil from the left").click()
    write(page, "The barrel cactus stencil from the left", "1 1/2")
    page.get_by_role("list", name="Run of proofs").get_by_role("button").last.click()
    add_step(page, "Lay the barrel cactus stencil", 5)
    before = panel(page)
    add_step(page, "Brush it all over", 6)
    after = panel(page)
    changed = np.abs(after - before).sum(axis=2) > 6
    _, columns = np.nonzero(changed)
    assert abs(columns.mean() / changed.shape[1] - 38.1 / 120.65) < 0.02, "ink only where the opening lies"
    assert 0.02 < changed.mean() < 0.12
    page.get_by_role("link", name="Pieces").click()
    address = page.get_by_role("link", name="All templates").get_attribute("href")
    assert page.request.get(page.url.split("/desk")[0] + str(address)).body().startswith(b"%PDF")


@pytest.mark.parametrize("expected_refusals", [[422]])
def test_a_drawing_that_cannot_be_read_is_refused_in_words(page: Page, tmp_path: Path) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    broken = tmp_path / "broken.svg"
    broken.write_text("<svg")
    bring(page, "From a drawing", broken)
    expect(page.get_by_text("This is no SVG")).to_be_visible()


def test_another_format_fits_the_steps_and_a_mask_is_replaced_wherever_it_lies(page: Page) -> None:
    start_on(page, "Hills in ranks", ("Yucca 4", "Ocotillo 2", "Cholla 3"))
    proofs = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    steps = proofs.count()
    page.get_by_role("button", name="Card format:").click()
    choose(page, "4 1/4 × 5 1/2 in")
    asked = page.get_by_role("group", name="The panel changes its size")
    expect(asked).to_contain_text("The panel becomes 4 in by 5 1/4 in; the steps were planned for 4 3/4 in by 6 3/4 in.")
    expect(asked.get_by_role("button", name="Fit the steps")).to_be_focused()
    asked.get_by_role("button", name="Keep the old size").click()
    expect(page.get_by_role("button", name="Card format: 5 × 7 in")).to_be_visible()
    page.get_by_role("button", name="Card format:").click()
    choose(page, "4 1/4 × 5 1/2 in")
    asked.get_by_role("button", name="Fit the steps").click()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    assert panel(page).shape[0] / panel(page).shape[1] == pytest.approx(5.25 / 4, abs=0.01)
    assert proofs.count() == steps

    page.get_by_role("button", name="the farthest hill mask", exact=True).click()
    before = panel(page)
    page.get_by_role("button", name="Swap for: Swap for another").click()
    choose(page, "a straight edge")
    expect(page.get_by_role("button", name="the straight mask", exact=True)).to_be_visible()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    assert np.abs(panel(page) - before).mean() > 0.3, "it lies wherever the hills lay"
    assert proofs.count() == steps


def test_a_step_becomes_another_kind_and_keeps_its_ink(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    proofs = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    steps = proofs.count()
    proofs.nth(1).click()
    chosen = page.locator("[data-chosen] .sentence")
    ink = chosen.get_by_role("button").first.inner_text()
    page.get_by_role("button", name=re.compile("^Swap for")).click()
    choose(page, "Dab patches at random")
    expect(chosen).to_contain_text("in patches")
    expect(chosen).to_contain_text(ink)
    assert proofs.count() == steps
