"""Prints stamped where the panel is tapped, words in real letters, and a card of more than one part."""

import re
from io import BytesIO
from typing import Any

import numpy as np
from playwright.sync_api import Locator, Page, expect
from pypdf import PdfReader

from tests.e2e.looking import check_reachable, choose, panel
from tests.e2e.test_grounds import add_step, start_on


def tap(page: Page, across: float, down: float) -> None:
    box = page.locator("[data-test=panel]").bounding_box()
    assert box
    page.mouse.click(box["x"] + box["width"] * across, box["y"] + box["height"] * down)


def inked_by(before: np.ndarray, after: np.ndarray) -> tuple[float, float]:
    """Where two pictures differ, as shares of width and height: the middle of it."""
    rows, columns = np.nonzero(np.abs(after - before).max(axis=2) > 25)
    return float(columns.mean()) / before.shape[1], float(rows.mean()) / before.shape[0]


def test_an_image_is_stamped_where_the_panel_is_tapped_moved_repeated_and_masked(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    bare = panel(page)
    tap(page, 0.3, 0.4)
    page.get_by_role("button", name="Stamp here").click()
    chosen = page.locator("[data-chosen]")
    expect(chosen).to_contain_text("the snail")
    across, down = inked_by(bare, panel(page))
    assert abs(across - 0.3) < 0.05
    assert abs(down - 0.4) < 0.05

    page.get_by_role("img", name="Print 1; drag it").focus()
    for _ in range(8):
        page.keyboard.press("ArrowRight")
    moved, _ = inked_by(bare, panel(page))
    assert moved > across + 0.05
    page.get_by_role("button", name="Image: snail").click()
    page.get_by_role("combobox", name="Search image").fill("fern")
    choose(page, "fern")
    expect(chosen).to_contain_text("the fern")
    page.get_by_role("button", name="Places: How many, where").click()
    choose(page, "three along the bottom")
    expect(chosen).to_contain_text("at 3 places")
    assert page.get_by_role("img", name="; drag it or use the arrow keys").count() >= 3
    check_reachable(page)

    page.get_by_role("button", name="Paint inside").click()
    choose(page, "in one ink")
    expect(page.locator("[data-chosen] .sentence")).to_contain_text("inside each fern of step")
    page.get_by_role("checkbox", name="Print 2").click()
    expect(page.locator("[data-chosen] .sentence")).to_contain_text("inside one of the fern prints")
    # The print, the wait for it, and what is painted inside it.
    page.get_by_role("list", name="Run of proofs").get_by_role("button").nth(-3).click()
    proofs = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    before = proofs.count()
    page.get_by_role("button", name="Cut its own mask").click()
    expect(page.get_by_text("Lay the fern mask").first).to_be_visible()
    assert proofs.count() >= before + 2


def test_words_stand_in_real_letters_on_two_lines_and_say_how_long_they_are(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("list", name="Run of proofs").get_by_role("button").last.click()
    add_step(page, "Stamp words", page.get_by_role("list", name="Run of proofs").get_by_role("button").count() + 1)
    chosen = page.locator("[data-chosen]")
    expect(chosen).to_contain_text("The words are")
    page.get_by_role("button", name="Words; a stroke / begins a new line: “Thank you”").click()
    page.get_by_role("textbox", name="Words").fill("With love / à Zoë")
    page.keyboard.press("Enter")
    expect(chosen).to_contain_text("“With love / à Zoë”")
    page.get_by_role("button", name="Letters in: script").click()
    choose(page, "roman letters")
    expect(chosen).to_contain_text("in roman letters")
    page.get_by_role("button", name="Words; a stroke / begins a new line").click()
    page.get_by_role("textbox", name="Words").fill("With love from all of us at the winter show")
    page.keyboard.press("Enter")
    expect(page.locator("[data-test=off-the-piece]")).to_contain_text("runs off the panel")
    page.get_by_role("button", name="Set it smaller").click()
    expect(page.locator("[data-test=off-the-piece]")).to_have_count(0)


def test_a_card_of_more_than_one_part_is_made_seen_together_and_on_the_run_sheet(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("button", name="Make a piece: Add a piece").click()
    choose(page, "a strip")
    parts = page.get_by_role("navigation", name="The parts of the card")
    parts.get_by_role("link", name="strip").click()
    expect(page.get_by_text("No steps yet.")).to_be_visible()
    page.get_by_role("button", name="Start: Start with a step").click()
    page.get_by_role("combobox", name="Search start").fill("Stamp words")
    choose(page, "Stamp words")
    expect(page.locator("[data-chosen]")).to_contain_text("“Thank you”")
    rgb = panel(page)
    assert rgb.shape[1] > 4 * rgb.shape[0], "the strip lies in front"
    page.get_by_role("button", name="Turned: ").first.click()
    page.get_by_role("spinbutton", name="Turned").fill("8")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    parts.get_by_role("button", name="the whole card").click()
    expect(page.locator("[data-test=together]")).to_be_visible()
    page.wait_for_function("document.querySelector('[data-test=together]').naturalWidth > 100")
    check_reachable(page)
    href = page.get_by_role("link", name="Run sheet").get_attribute("href")
    sheet = PdfReader(BytesIO(page.request.get(str(href)).body()))
    text = " ".join(" ".join(page_.extract_text() for page_ in sheet.pages).split())
    assert "The strip" in text
    assert "Put the strip on the panel, on foam" in text
    parts.get_by_role("link", name="the panel").click()
    steps = page.get_by_role("list", name="Steps")
    expect(steps.get_by_role("listitem").last).to_contain_text("Put the strip on the panel")
    expect(steps.get_by_role("link", name="On the strip: one step")).to_be_visible()
    wet = page.locator("[data-test=wet-when-put-on]")
    expect(wet).to_have_count(0)
    steps.get_by_role("listitem").last.get_by_role("button").click()
    page.get_by_role("button", name="Move earlier").click()
    expect(wet).to_contain_text("still wet when the strip is put on")
    wet.get_by_role("button", name="Let it dry first").click()
    expect(wet).to_have_count(0)
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    expect(page.get_by_role("list", name="Run of proofs").get_by_role("button").nth(1)).to_be_visible()
    parts.get_by_role("link", name="strip").click()
    page.get_by_role("button", name="Remove the piece").click()
    expect(parts).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(parts.get_by_role("link", name="strip")).to_be_visible()


def potting_shelf(page: Page) -> tuple[Locator, Locator]:
    """The sentence of a step that dabs inside a stencil of eight openings, and those."""
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("button", name="From the shelf").click()
    page.get_by_role("button", name=re.compile("^potting shelf")).click()
    proofs = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    proofs.last.click()
    # The stencil is laid first.
    add_step(page, "Dab inside the potting shelf stencil", proofs.count() + 2)
    openings = page.locator("path.opening")
    expect(openings).to_have_count(8)
    return page.locator("[data-chosen]"), openings


def test_openings_are_stroked_over_named_and_shaded_towards_each_other(page: Page) -> None:
    """Two openings taken by one stroke, one let go, the other called by a name, shaded towards a third: the picture and the words say so."""
    chosen, openings = potting_shelf(page)
    openings.first.press("Enter")
    expect(page.get_by_role("checkbox", checked=True)).to_have_count(4)
    openings.first.press("Enter")
    expect(page.get_by_role("checkbox", checked=True)).to_have_count(0)
    page.get_by_role("button", name=re.compile("^A press takes")).click()
    choose(page, "that opening")
    boxes: dict[int, Any] = {n: openings.nth(n).bounding_box() for n in range(8)}
    pots = [n for n, box in boxes.items() if box["width"] < 2 * box["height"]]
    first, second = sorted(pots, key=lambda n: (boxes[n]["y"] > boxes[pots[0]]["y"] + 40, boxes[n]["x"]))[:2]
    for n, move in ((first, page.mouse.down), (second, page.mouse.up)):
        page.mouse.move(boxes[n]["x"] + boxes[n]["width"] / 2, boxes[n]["y"] + boxes[n]["height"] * 0.7, steps=16)
        move()
    expect(page.get_by_role("checkbox", checked=True)).to_have_count(2)
    expect(chosen).to_contain_text("openings")
    other = str(openings.nth(second).get_attribute("aria-label")).removeprefix("Opening, ")
    openings.nth(second).click()
    expect(page.get_by_role("checkbox", checked=True)).to_have_count(1)
    page.get_by_role("button", name=re.compile("^Name it")).click()
    page.get_by_role("textbox", name=re.compile("^Name it")).fill("barrel")
    page.keyboard.press("Enter")
    expect(chosen).to_contain_text("the barrel opening")
    even = panel(page)
    page.get_by_role("button", name=re.compile("^Strongest")).click()
    choose(page, f"strongest towards: {other}")
    expect(chosen).to_contain_text("strongest towards")
    assert np.abs(panel(page) - even).max() > 20, "one side is paler now"
    page.get_by_role("button", name="Undo").click()
    expect(chosen).to_contain_text("evenly")


def test_a_line_round_openings_takes_them_and_they_get_a_name_together(page: Page) -> None:
    """A press on one of them then takes the others with it."""
    chosen, openings = potting_shelf(page)
    boxes: dict[int, Any] = {n: openings.nth(n).bounding_box() for n in range(8)}
    pots = [n for n, box in boxes.items() if box["width"] < 2 * box["height"]]
    row = sorted(sorted(pots, key=lambda n: boxes[n]["y"])[-3:], key=lambda n: boxes[n]["x"])[:2]
    left, top = min(boxes[n]["x"] for n in row) - 5, min(boxes[n]["y"] for n in row) - 5
    right, bottom = (max(boxes[n][at] + boxes[n][size] for n in row) + 5 for at, size in (("x", "width"), ("y", "height")))
    page.mouse.move(left, top)
    page.mouse.down()
    for corner in ((right, top), (right, bottom), (left, bottom), (left + 2, top + 3)):
        page.mouse.move(*corner, steps=6)
    page.mouse.up()
    taken = page.get_by_role("checkbox", checked=True)
    expect(taken).to_have_count(2)
    page.get_by_role("button", name=re.compile("^Name it")).click()
    page.get_by_role("textbox", name=re.compile("^Name it")).fill("front pots")
    page.keyboard.press("Enter")
    expect(chosen).to_contain_text("through the front pots")
    for count in (0, 2):
        openings.nth(row[0]).press("Enter")
        expect(taken).to_have_count(count)


def test_a_stroke_is_bent_by_keys_and_prints_are_set_along_it(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    steps = page.get_by_role("list", name="Run of proofs").get_by_role("button")
    page.get_by_role("list", name="Run of proofs").get_by_role("button").last.click()
    add_step(page, "Draw a stroke", steps.count() + 1)
    straight = panel(page)
    page.get_by_role("button", name="The middle of the stroke: the arrows move it").focus()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowUp")
    bent = panel(page)
    assert np.abs(bent - straight).max() > 25, "the picture follows"
    add_step(page, "Stamp the snail", steps.count() + 1)
    page.get_by_role("button", name="Places: How many, where").click()
    choose(page, "along the stroke of step")
    expect(page.locator("[data-chosen]")).to_contain_text("at 5 places")
    prints = page.get_by_role("img", name="; drag it or use the arrow keys")
    heights = [box["y"] for n in range(5) if (box := prints.nth(n).bounding_box())]
    assert heights[2] < heights[0] - 5, "the middle of the garland stands higher"


def test_part_is_covered_while_it_is_splattered(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    before = page.get_by_role("list", name="Steps").get_by_role("listitem").count()
    page.get_by_role("list", name="Run of proofs").get_by_role("button").last.click()
    add_step(page, "Splatter an ink", before + 1)
    page.get_by_role("button", name="Cover part meanwhile").click()
    choose(page, "a straight edge of paper")
    expect(page.get_by_role("list", name="Steps").get_by_role("listitem")).to_have_count(before + 3)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("list", name="Steps").get_by_role("listitem")).to_have_count(before + 1)


def test_the_back_is_made_and_the_finished_panel_turned(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    desk = page.url
    page.get_by_role("button", name=re.compile("^Make a piece")).click()
    choose(page, "the back of the panel")
    page.get_by_role("navigation", name="The parts of the card").get_by_role("link", name="back of the panel").click()
    expect(page.get_by_text("as large as the panel")).to_be_visible()
    page.get_by_role("button", name="Start: Start with a step").click()
    page.get_by_role("combobox", name="Search start").fill("Brush an ink")
    choose(page, "Brush an ink")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    page.goto(f"{desk}/pieces")
    page.get_by_role("button", name=re.compile("^Turned")).click()
    choose(page, "upside down")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    page.goto(desk)
    sheet = page.get_by_role("link", name="Run sheet").get_attribute("href")
    text = "\n".join(part.extract_text() for part in PdfReader(BytesIO(page.request.get(str(sheet)).body())).pages)
    assert "back of the panel" in text
