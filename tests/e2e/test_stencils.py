"""A stencil of the maker's own: brought to the shelf, laid on a card, centred, shifted as a mask, held, cut; openings one by one."""

from io import BytesIO
from pathlib import Path

import numpy as np
import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from tests.e2e.looking import bring, check_reachable, choose, panel, write
from tests.e2e.test_grounds import add_step, start_on

FISH = """<svg xmlns="http://www.w3.org/2000/svg" width="2in" height="40mm" viewBox="0 0 50.8 40">
<path d="M2 20 C12 4 30 4 40 20 C30 36 12 36 2 20 Z"/><path d="M42 20 l7 -9 v18 z"/></svg>"""


@pytest.fixture
def drawing(tmp_path: Path) -> Path:
    path = tmp_path / "bat fish.svg"
    path.write_text(FISH)
    return path


def ink_inside(page: Page, stencil: str, ink: str, *, over: str) -> None:
    """Lay a stencil at the end of the card and dab four passes of an ink inside it, changed from the ink offered."""
    steps = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    steps.last.click()
    count = steps.count()
    add_step(page, f"Lay the {stencil} stencil", count + 1)
    add_step(page, f"Dab inside the {stencil} stencil", count + 2)
    page.get_by_role("button", name=f"Ink: {over}. Change it").click()
    choose(page, ink)
    expect(page.get_by_role("button", name=f"Ink: {ink}. Change it")).to_be_visible()
    page.get_by_role("button", name="Passes: 2. Change it").click()
    page.get_by_role("button", name="Passes: more").click()
    page.get_by_role("button", name="Passes: more").click()
    expect(page.get_by_role("button", name="Passes: 4. Change it")).to_be_visible()
    page.keyboard.press("Escape")


def test_a_drawing_goes_from_the_shelf_to_a_mask_and_a_template(page: Page, drawing: Path, tmp_path: Path) -> None:
    page.goto("/stencils")
    expect(page.get_by_role("region", name="Repeats").get_by_role("img")).to_have_count(7)
    bring(page, "Import a drawing", drawing)
    own = page.get_by_role("region", name="Your own")
    expect(own.get_by_role("img", name="bat fish")).to_be_visible()
    expect(own.get_by_text("lies still")).to_be_visible()
    check_reachable(page)

    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    before = panel(page)
    page.get_by_role("button", name="From the shelf").click()
    page.get_by_role("list", name="Stencils and masks").get_by_role("button", name="bat fish").click()
    expect(page.get_by_role("img", name="bat fish stencil; drag it")).to_be_visible()

    # Moved off by hand, and centred again by one tap.
    stencil = page.get_by_role("img", name="bat fish stencil; drag it")
    stencil.focus()
    for _ in range(5):
        page.keyboard.press("ArrowRight")
    from_left = page.get_by_role("button", name="The bat fish stencil from the left:")
    expect(from_left).not_to_have_text("2 3/8 in")
    page.get_by_role("button", name="centre it").click()
    expect(from_left).to_have_text("2 3/8 in")

    # Inked, then its piece shifted to serve as a mask.
    ink_inside(page, "bat fish", "Agave 6", over="Yucca 4")
    page.get_by_role("button", name="use its piece as a mask").click()
    page.get_by_role("button", name="The bat fish mask from the left:").click()
    page.get_by_role("button", name="The bat fish mask from the left: more").click()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Margin:")).to_be_visible()
    after = panel(page)
    rows, columns, _ = after.shape
    middle = (slice(rows // 2 - 8, rows // 2 + 8), slice(columns // 2 - 30, columns // 2 + 10))
    assert np.abs(after[middle] - before[middle]).mean() > 6, "the fish is printed"
    assert np.abs(after[:20] - before[:20]).mean() < 3, "and nothing beside it"

    # The pieces, and the template of the mask 1:1.
    page.get_by_role("link", name="Pieces").click()
    mask = page.get_by_role("listitem").filter(has=page.get_by_role("img", name="bat fish mask"))
    expect(mask.get_by_text("Cutter:")).to_be_visible()
    with page.expect_download() as got:
        mask.get_by_role("link", name="SVG").click()
    saved = tmp_path / "mask.svg"
    got.value.save_as(saved)
    assert 'width="49.400mm"' in saved.read_text(), "47 mm and the margin on either side"
    printed = page.request.get(page.get_by_role("link", name="All templates").get_attribute("href") or "")
    assert printed.body().startswith(b"%PDF")
    check_reachable(page)


def test_openings_are_chosen_on_the_panel_and_the_neighbours_covered(page: Page) -> None:
    start_on(page, "Shaded stencil", ("Yucca 4", "Agave 6"))
    page.get_by_role("button", name="Brush Agave 6 with the medium brush inside").click()
    whole = panel(page)
    openings = page.get_by_role("checkbox")
    assert openings.count() > 12
    openings.nth(7).press("Enter")
    expect(openings.nth(7)).to_be_checked()
    expect(page.get_by_role("button", name="all of them")).to_be_visible()
    one = panel(page)
    assert np.abs(one - whole).mean() > 0.5, "the others are not shaded now"
    finding = page.locator("[data-test=ink-through-neighbour]")
    expect(finding).to_be_visible()
    finding.get_by_role("button").click()
    expect(finding).to_be_hidden()
    page.get_by_role("button", name="all of them").click()
    assert np.abs(panel(page) - whole).mean() < 0.5


def test_sizes_that_go_together_and_some_that_do_not(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("link", name="Pieces").click()
    expect(page.get_by_text("Everything fits")).to_be_visible()
    page.get_by_role("button", name="Add a mat").click()
    page.get_by_role("button", name="Fit the steps").click()
    expect(page.get_by_role("img", name="mat, 4 3/4 × 6 3/4 in")).to_be_visible()
    page.get_by_role("button", name="Cards: one card. Change it").click()
    write(page, "Cards", "6")
    expect(page.get_by_role("button", name="Cards: 6 cards")).to_be_visible()
    page.get_by_role("button", name="Cut: Cut something from it").click()
    choose(page, "a frame")
    expect(page.get_by_role("img", name="frame,")).to_be_visible()
    page.get_by_role("button", name="Envelope: an envelope folded to size").click()
    choose(page, "5 3/4 × 4 3/8 in")
    expect(page.locator("[data-test=does-not-fit]").first).to_be_visible()
    page.get_by_role("button", name="Fold an envelope to measure").first.click()
    expect(page.get_by_text("Everything fits")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-test=does-not-fit]").first).to_be_visible()


def test_base_and_mat_look_like_the_stock_they_are_cut_of(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("link", name="Pieces").click()
    page.get_by_role("button", name="Base, from the shelf").click()
    choose(page, "Night slate")
    expect(page.get_by_role("button", name="Base: Night slate")).to_be_visible()
    page.get_by_role("button", name="Add a mat").click()
    page.get_by_role("button", name="Fit the steps").click()
    page.get_by_role("button", name="Mat 1: mat card").click()
    page.get_by_role("textbox", name="Mat 1").fill("gold foil card")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Mat 1: gold foil card")).to_be_visible()
    page.get_by_role("button", name="Mat 1, from the shelf").click()
    choose(page, "Dune kraft")
    expect(page.get_by_role("button", name="Mat 1: Dune kraft")).to_be_visible()
    page.get_by_role("link", name="Desk", exact=True).click()
    panel(page)
    card = page.request.get(f"/api/cards/{page.url.split('/desk/')[1][:12]}").json()
    whole = page.request.get(f"/api/cards/{card['id']}/assembled.png?revision={card['revision']}&dpi=50").body()
    rgb = np.asarray(Image.open(BytesIO(whole)).convert("RGB"), dtype=float)
    assert rgb[2, 2].mean() < 60, "the base is black"
    kraft = rgb[rgb.shape[0] // 2, round(4.5 / 25.4 * 50)]
    assert kraft[0] > kraft[2] + 40, "the mat is kraft"
    shown = page.locator(".mat").evaluate_all("(all) => all.map((one) => getComputedStyle(one).backgroundColor)")
    assert len(shown) == 2
    assert all("rgba(0, 0, 0, 0)" not in colour for colour in shown)
    page.get_by_role("link", name="Pieces").click()
    page.get_by_role("button", name="Base: Night slate").click()
    choose(page, "something else")
    expect(page.get_by_role("button", name="Base: plain card")).to_be_visible()


def test_a_dragged_mask_rests_on_the_middle_and_tape_is_moved_off_an_opening(page: Page) -> None:
    start_on(page, "Stencil over a blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("region", name="The card").get_by_role("button", name="stencil", exact=False).first.click()
    page.get_by_role("button", name="Hold it with: Hold it").click()
    choose(page, "tape at the rim")
    tape = page.get_by_role("img", name="tape; drag it")
    expect(tape).to_be_visible()
    tape.focus()
    for _ in range(18):
        page.keyboard.press("ArrowDown")
    covered = page.locator("[data-test=tape-over-openings]")
    expect(covered).to_be_visible()
    covered.get_by_role("button", name="Move the tape to the rim").click()
    expect(covered).to_be_hidden()
    page.get_by_role("button", name="Add a mask").click()
    choose(page, "a round mask")
    moon = page.get_by_role("img", name="moon mask; drag it")
    box = moon.locator(".rim").bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 60, y + 40, steps=4)
    page.mouse.move(x + 3, y + 50, steps=4)
    expect(page.get_by_text("the middle", exact=True)).to_be_visible()
    page.mouse.up()
    expect(page.get_by_role("button", name="The moon mask from the left: 2 3/8 in")).to_be_visible()
