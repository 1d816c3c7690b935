"""The page says what is so: server away, late or refusing, two windows at once, leaving amid a save, keys and fingers."""

import re
import sqlite3
import time
from collections.abc import Callable
from contextlib import closing

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Route, expect

from tests.e2e.conftest import UNFOLDED, Server
from tests.e2e.looking import AXE, choose, panel, to_the_timer
from tests.e2e.test_story import proof, start_card

SAVED = "Saved"


def open_number(page: Page, label: str) -> None:
    page.get_by_role("button", name=re.compile(f"^{label}:")).click()
    expect(page.get_by_role("spinbutton", name=label)).to_be_focused()


def passes(page: Page) -> str:
    return page.get_by_role("button", name=re.compile("^Passes:")).inner_text()


def saved_plan(page: Page, server: Server) -> dict:  # type: ignore[type-arg]
    card = page.url.split("/")[4]
    return page.request.get(f"{server.address}/api/cards/{card}").json()["plan"]  # type: ignore[no-any-return]


@pytest.fixture
def late(page: Page) -> Callable[[float], None]:
    """Answers of the server come so many seconds late."""

    def make(seconds: float) -> None:
        def hold(route: Route) -> None:
            answer = route.fetch(max_retries=3)
            time.sleep(seconds)
            route.fulfill(response=answer)

        page.route(re.compile(r"/api/cards/[^/]+(/(undo|redo|order|remedy))?$"), hold)

    return make


@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_the_server_stops_amid_editing_and_nothing_is_lost_nor_false_said(
    page: Page, context: BrowserContext, server: Server
) -> None:
    start_card(page, "Away", ("Yucca 1", "Ocotillo 5"), "no round mask")
    proof(page, 2).click()
    panel(page)
    page.evaluate("() => { window.kept = true }")
    server.stop()
    open_number(page, "Passes")
    page.keyboard.press("ArrowUp")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Cielo isn't responding.")).to_be_visible()
    expect(page.get_by_text("Not saved: 1")).to_be_visible()
    expect(page.get_by_text(SAVED, exact=True)).to_have_count(0)
    assert passes(page) == "4", "what she did stays in sight"
    page.get_by_role("button", name="Remove").click()
    expect(page.get_by_text("Not saved: 2")).to_be_visible()
    assert page.get_by_text("Cielo isn't responding.").count() == 1, "said once"
    server.start()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    expect(page.get_by_text("Cielo isn't responding.")).to_have_count(0)
    assert page.evaluate("() => window.kept"), "the page mended itself"
    steps = saved_plan(page, server)["steps"]
    assert len(steps) == page.get_by_role("list", name="Steps").get_by_role("listitem").count()


@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_edits_outlive_a_reload_and_a_server_that_comes_back_later(page: Page, server: Server) -> None:
    start_card(page, "Reloaded", ("Yucca 1", "Ocotillo 5"), "no round mask")
    desk = page.url
    page.route(
        re.compile(r"/api/cards/[^/]+$"), lambda route: route.abort() if route.request.method == "PUT" else route.continue_()
    )
    page.get_by_label("Name of the card").fill("Kept")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Not saved: 1").or_(page.get_by_text("Saving"))).to_be_visible()
    page.unroute_all()
    page.goto("/")
    page.goto(desk)
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    expect(page.get_by_label("Name of the card")).to_have_value("Kept")
    assert saved_plan(page, server)["title"] == "Kept"


def test_late_answers_lose_no_tap_and_never_show_an_older_word(page: Page, server: Server, late: Callable[[float], None]) -> None:
    start_card(page, "Late", ("Yucca 1", "Ocotillo 5"), "no round mask")
    proof(page, 2).click()
    panel(page)
    late(1.2)
    seen = {passes(page)}
    for wanted in ("4", "5", "6"):
        open_number(page, "Passes")
        page.keyboard.press("ArrowUp")
        page.keyboard.press("Enter")
        assert passes(page) == wanted
    deadline = time.monotonic() + 15
    while time.monotonic() < deadline and page.get_by_text(SAVED, exact=True).count() == 0:
        seen.add(passes(page))
        page.wait_for_timeout(60)
    assert passes(page) == "6"
    assert seen <= {"3", "6"}, "it never jumped back"
    assert saved_plan(page, server)["steps"][1]["passes"] == 6


@pytest.mark.parametrize("expected_refusals", [[409]])
def test_two_windows_keep_both_their_edits_and_undo_only_their_own(page: Page, context: BrowserContext, server: Server) -> None:
    start_card(page, "Ours", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)
    other = context.new_page()
    other.goto(page.url)
    expect(other.get_by_text(SAVED, exact=True)).to_be_visible()
    other.get_by_role("button", name=re.compile("^Units:")).click()
    choose(other, "centimetres")
    expect(other.get_by_text(SAVED, exact=True)).to_be_visible()
    page.get_by_label("Name of the card").fill("Theirs and ours")
    page.keyboard.press("Enter")
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    plan = saved_plan(page, server)
    assert (plan["units"], plan["title"]) == ("cm", "Theirs and ours"), "made again on what the other window made"
    expect(other.get_by_label("Name of the card")).to_have_value("Theirs and ours")  # seen without asking for it
    other.get_by_role("button", name="Undo").click()
    expect(other.get_by_text("this card was changed in another window").or_(other.get_by_text("” didn't work"))).to_be_visible()
    expect(other.get_by_label("Name of the card")).to_have_value("Theirs and ours")
    assert saved_plan(page, server)["title"] == "Theirs and ours"
    other.close()


def test_leaving_amid_a_save_and_a_nudge_loses_neither(page: Page, server: Server, late: Callable[[float], None]) -> None:
    start_card(page, "Left", ("Yucca 1", "Cholla 3", "Sage 8"))
    panel(page)
    before = saved_plan(page, server)["masks"][0]["x_mm"]
    late(1.0)
    moon = page.get_by_role("img", name="moon mask")
    moon.focus()
    moon.press("ArrowLeft")
    moon.press("ArrowLeft")
    page.get_by_role("link", name="Pieces").click()
    page.get_by_role("button", name="Add a mat").click()
    page.get_by_role("button", name="Leave the steps").click()
    page.get_by_role("link", name="Day", exact=True).click()
    page.get_by_role("link", name="Desk", exact=True).click()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    plan = saved_plan(page, server)
    assert plan["masks"][0]["x_mm"] == pytest.approx(before - 2 * 25.4 / 16)
    assert len(plan["card"]["mats"]) == 1


def test_escape_over_a_valid_text_changes_nothing(page: Page, server: Server) -> None:
    start_card(page, "Escape", ("Yucca 1", "Ocotillo 5"), "no round mask")
    proof(page, 1).click()
    before = saved_plan(page, server)
    open_number(page, "Strongest to")
    page.keyboard.type("2 1/2")
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name=re.compile("^Strongest to:"))).to_be_focused()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    assert saved_plan(page, server) == before


@pytest.mark.parametrize("expected_refusals", [[422]])
def test_a_refused_drag_goes_back_and_says_so(page: Page, server: Server) -> None:
    start_card(page, "Refused", ("Yucca 1", "Cholla 3", "Sage 8"))
    panel(page)
    page.route(
        re.compile(r"/api/cards/[^/]+$"),
        lambda route: (
            route.fulfill(status=422, json={"reason": "the moon mask lies off the panel.", "mend": "Put it nearer.", "field": ""})
            if route.request.method == "PUT"
            else route.continue_()
        ),
    )
    rim = page.get_by_role("img", name="moon mask").locator(".rim")
    before = rim.bounding_box()
    assert before is not None
    x, y = before["x"] + before["width"] / 2, before["y"] + before["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 60, y + 80, steps=5)
    page.mouse.up()
    expect(page.get_by_text("“Move the moon mask” didn't work. The moon mask lies off the panel. Put it nearer.")).to_be_visible()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    assert rim.bounding_box() == pytest.approx(before, abs=1.5), "the outline is where the mask is"
    page.get_by_label("Name of the card").hover()
    page.unroute_all()
    page.get_by_role("button", name="Try again").click()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: move the moon mask")


def test_a_cancelled_touch_and_the_right_button_move_nothing(page: Page, server: Server) -> None:
    start_card(page, "Cancelled", ("Yucca 1", "Cholla 3", "Sage 8"))
    panel(page)
    before = saved_plan(page, server)
    rim = page.get_by_role("img", name="moon mask").locator(".rim")
    box = rim.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down(button="right")
    page.mouse.move(x + 50, y, steps=4)
    page.mouse.up(button="right")
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 50, y, steps=4)
    page.get_by_role("img", name="moon mask").dispatch_event("pointercancel", {"pointerId": 1, "bubbles": True})
    page.mouse.move(x + 120, y + 40, steps=4)
    page.mouse.up()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    assert saved_plan(page, server) == before
    assert rim.bounding_box() == pytest.approx(box, abs=1.5)


@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_nobody_answers_and_the_page_says_neither_none_nor_saved(page: Page, server: Server) -> None:
    page.route(re.compile(r"/api/cards(\?|$)"), lambda route: route.abort())
    page.goto("/")
    expect(page.get_by_text("Can't load your cards right now")).to_be_visible()
    expect(page.get_by_text("No cards yet")).to_have_count(0)
    page.unroute_all()
    expect(page.get_by_alt_text("Dusk over dunes, as predicted")).to_be_visible()


@pytest.mark.parametrize("expected_refusals", [[503]])
def test_put_away_is_said_only_when_it_was_done(page: Page, server: Server) -> None:
    page.goto("/")
    page.route(
        "**/put-away",
        lambda route: route.fulfill(status=503, json={"reason": "the database is locked.", "mend": "", "field": ""}),
    )
    card = page.get_by_role("listitem").filter(has_text="Night opening")
    card.get_by_role("button", name="Archive", exact=True).click()
    expect(page.get_by_text("The database is locked.")).to_be_visible()
    expect(page.get_by_text("Night opening is archived")).to_have_count(0)
    expect(card).to_have_count(1)


@pytest.mark.parametrize("expected_refusals", [[404]])
def test_an_address_that_is_not_there_says_so_and_leads_home(page: Page) -> None:
    for address in ("/nowhere/at/all", "/desk/000000000000", "/bench/000000000000", "/desk/000000000000/day"):
        page.goto(address)
        expect(page.get_by_text(re.compile("^Can't find"))).to_be_visible()
        page.get_by_role("button", name="See all cards").click()
        expect(page.get_by_alt_text("Dusk over dunes, as predicted")).to_be_visible()


def test_every_place_leads_to_every_place_and_says_where_one_is(page: Page) -> None:
    page.goto("/")
    page.get_by_text("Dusk over dunes", exact=True).click()
    for place in (
        "Pieces",
        "Day",
        "Crossings",
        "Stencils",
        "Pieces",
        "Crossings",
        "Day",
        "Bench",
        "Day",
        "Desk",
        "Stencils",
        "Desk",
    ):
        page.get_by_role("link", name=place, exact=True).click()
        expect(page).to_have_title(re.compile(place, re.IGNORECASE))
    expect(page.get_by_label("Name of the card")).to_have_value("Dusk over dunes")
    page.get_by_role("link", name="Day", exact=True).click()
    page.get_by_role("link", name="Bench", exact=True).click()
    page.get_by_role("link", name="Back to Day").click()
    expect(page).to_have_title(re.compile("day"))


def tab_to(page: Page, name: str, most: int = 60) -> None:
    """Go on by Tab, in a row of inks or steps by the arrows, until the thing of that name has the focus."""
    more = "() => { const e = document.activeElement; return !!e?.matches('.pick') && !!e.nextElementSibling?.matches('.pick') }"
    for _ in range(most):
        page.keyboard.press("ArrowRight" if page.evaluate(more) else "Tab")
        focused = page.evaluate(
            "() => { const e = document.activeElement; const read = e.querySelector('.visually-hidden');"
            " return e.getAttribute('aria-label') || (e.matches('.line') && read?.innerText) || e.innerText || '' }"
        )
        if focused.strip().startswith(name):
            return
    raise AssertionError(f"no {name} within {most} tabs")


def test_the_first_card_by_keyboard_alone(page: Page, server: Server) -> None:
    page.goto("/")
    expect(page.get_by_alt_text("Dusk over dunes, as predicted")).to_be_visible()
    tab_to(page, "Start a new card", 10)
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the card")).to_be_focused()
    page.keyboard.type("By keys")
    for ink in ("Yucca 1", "Ocotillo 5"):
        tab_to(page, ink)
        page.keyboard.press("Space")
    tab_to(page, "Create the card", 120)
    page.keyboard.press("Enter")
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    tab_to(page, "Card format", 30)
    page.keyboard.press("ArrowDown")
    page.keyboard.type("6")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Fit the steps")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Card format: 6 × 6"))).to_be_visible()
    tab_to(page, "Brush Yucca 1", 60)
    page.keyboard.press("Enter")
    tab_to(page, "Passes", 8)
    page.keyboard.press("Space")
    page.keyboard.press("ArrowUp")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Passes: 4")).to_be_focused()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    assert saved_plan(page, server)["steps"][0]["passes"] == 4
    page.keyboard.press("Shift+Tab")
    page.get_by_role("link", name="Bench", exact=True).focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("Step 1 of")).to_be_visible()
    page.locator("body").press("ArrowRight")
    expect(page.get_by_text("Step 2 of")).to_be_visible()


def test_space_on_a_link_of_the_bench_does_not_turn_the_step(page: Page) -> None:
    start_card(page, "Space", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.get_by_text("Step 1 of")).to_be_visible()
    page.get_by_role("link", name="Cards", exact=True).focus()
    page.keyboard.press("Space")
    page.wait_for_timeout(300)
    expect(page.get_by_text("Step 1 of")).to_be_visible()


def test_the_bench_keeps_the_card_in_hand_though_an_answer_comes_late(page: Page) -> None:
    start_card(page, "Rotation", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_role("link", name="Bench", exact=True).click()
    more = page.get_by_role("button", name="One card more")
    more.click()
    more.click()
    chips = page.get_by_role("navigation", name="Cards of the batch").get_by_role("button", name=re.compile("^Card "))
    expect(chips).to_have_count(3)

    def slowly(route: Route) -> None:
        time.sleep(1.5)
        route.continue_()

    page.route(re.compile(r"/bench/1/step$"), slowly)
    page.get_by_role("button", name="Done, next step").click()
    page.get_by_role("button", name="Card 2 ").click()
    page.wait_for_timeout(2500)
    expect(page.get_by_role("button", name="Card 2 ")).to_have_attribute("aria-current", "true")
    expect(page.get_by_role("button", name="Card 1 at step 2")).to_be_visible()


def test_one_ink_makes_no_empty_card(page: Page, server: Server) -> None:
    before = len(page.request.get(f"{server.address}/api/cards").json())
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    page.locator(".pick", has_text="Yucca 1").click()
    expect(page.get_by_role("button", name="Create the card")).to_be_disabled()
    expect(page.get_by_text("Banded gradient takes 2 to 5 colours")).to_be_visible()
    assert len(page.request.get(f"{server.address}/api/cards").json()) == before


def test_what_was_measured_is_taken_back_for_its_own_pair(page: Page, server: Server) -> None:
    # A pair of its own: the readings another test brings in stay on the shelf they share.
    page.goto("/crossings?stock=glasshouse-white&inks=cholla-3,sage-8,agave-6")
    page.locator("[data-test='cholla-3/sage-8']").click()
    page.get_by_role("button", name="Add my reading").click()
    for axis, value in (("L", "50"), ("a", "44"), ("b", "30")):
        page.get_by_label(f"Measured {axis}").fill(value)
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.locator("[data-test='cholla-3/sage-8']")).to_contain_text("read")
    page.locator("[data-test='cholla-3/agave-6']").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-test='cholla-3/sage-8']")).not_to_contain_text("read")


def test_axe_finds_nothing_with_words_open(page: Page) -> None:
    start_card(page, "Axe", ("Yucca 1", "Cholla 3"))
    proof(page, 2).click()
    page.evaluate(AXE.read_text())
    for word in ("Card format", "Stock", "Add a mask", "Passes", "Strongest to", "Brush", "Ink"):
        page.get_by_role("region", name="The card").or_(page.get_by_role("list", name="Steps")).get_by_role(
            "button", name=re.compile(f"^{word}:")
        ).first.click()
        page.wait_for_timeout(120)
        found = page.evaluate(
            "async () => (await axe.run(document)).violations.map((v) => [v.id, v.impact, v.nodes.map((n) => n.html)])"
        )
        assert not found, f"{word}: {found}"
        page.keyboard.press("Escape")


def test_by_touch_words_open_and_masks_are_dragged(browser: Browser, server: Server) -> None:
    context = browser.new_context(base_url=server.address, has_touch=True, viewport={"width": 1180, "height": 820})
    context.add_init_script(UNFOLDED)
    page = context.new_page()
    start_card(page, "Touch", ("Yucca 1", "Cholla 3", "Sage 8"))
    proof(page, 2).tap()
    page.get_by_role("button", name="Passes: 3").tap()
    page.get_by_role("button", name="Passes: more").tap()
    page.get_by_role("button", name="Passes: more").tap()
    page.get_by_role("heading", name="Touch").dispatch_event("pointerdown")
    expect(page.get_by_role("button", name="Passes: 5")).to_be_visible()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    rim = page.get_by_role("img", name="moon mask").locator(".rim")
    box = rim.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    touch = context.new_cdp_session(page)
    touch.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
    for i in range(1, 6):
        touch.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [{"x": x - 8 * i, "y": y + 10 * i}]})
    touch.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: move the moon mask")
    moved = rim.bounding_box()
    assert moved is not None
    assert (moved["x"] - box["x"], moved["y"] - box["y"]) == pytest.approx((-40, 50), abs=8)
    context.close()


def test_after_undo_the_inks_are_shown_on_the_stock_that_is_back(page: Page) -> None:
    start_card(page, "Stock", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)

    def offered() -> list[str]:
        page.get_by_role("button", name="Choose inks").click()
        expect(page.locator(".pick .stock").first).to_be_visible()
        page.wait_for_timeout(400)
        seen = page.locator(".pick .stock, .pick .dab").evaluate_all("all => all.map((e) => getComputedStyle(e).background)")
        page.get_by_role("button", name="Done").click()
        return list(seen)

    white = offered()
    page.get_by_role("button", name=re.compile("^Stock:")).click()
    choose(page, "Dune kraft")
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    assert offered() != white
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Stock: Glasshouse white")).to_be_visible()
    assert offered() == white


def test_sides_that_differ_are_said_apart_after_undo_and_redo(page: Page) -> None:
    start_card(page, "Sides", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_role("button", name="set each side").click()
    open_number(page, "Reveal left")
    page.keyboard.type("1")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Fit the steps").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Redo")).to_be_enabled()
    page.reload()
    expect(page.get_by_role("button", name="Reveal all round: 1/8 in")).to_be_visible()
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_role("button", name="Reveal left: 1 in")).to_be_visible()
    expect(page.get_by_text("all round")).to_have_count(0)


def test_a_load_of_crossings_asks_for_one_chart(page: Page) -> None:
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url) if request.url.endswith("/chart") else None)
    page.goto("/crossings?stock=glasshouse-white&inks=yucca-4,ocotillo-5,agave-6")
    expect(page.locator(".square").first).to_be_visible()
    page.wait_for_timeout(600)
    assert len(asked) == 1


@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_ways_go_on_while_the_server_is_away(page: Page, server: Server) -> None:
    start_card(page, "Ways", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)
    page.wait_for_timeout(500)
    server.stop()
    page.get_by_role("link", name="Pieces", exact=True).click()
    expect(page.get_by_text("Cielo isn't responding.")).to_be_visible()
    expect(page).to_have_title(re.compile("pieces"))
    server.start()
    expect(page.get_by_text("Everything fits")).to_be_visible()


def test_the_ring_of_a_remedy_goes_with_it(page: Page) -> None:
    start_card(page, "Ring", ("Yucca 1", "Ocotillo 2", "Cholla 7"), "no round mask")
    proof(page, 2).drag_to(proof(page, 1), target_position={"x": 4, "y": 60})
    finding = page.locator("[data-test=dark-before-light]")
    finding.hover()
    expect(page.locator("[data-test=mark]")).to_be_visible()
    finding.get_by_role("button").click()
    expect(finding).to_have_count(0)
    expect(page.locator("[data-test=mark]")).to_have_count(0)


def test_quick_taps_count_each_at_the_bench(page: Page) -> None:
    start_card(page, "Quick", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_role("link", name="Bench", exact=True).click()
    more = page.get_by_role("button", name="One card more")
    expect(more).to_be_visible()
    for _ in range(4):
        more.click(no_wait_after=True)
    chips = page.get_by_role("navigation", name="Cards of the batch").get_by_role("button", name=re.compile("^Card "))
    expect(chips).to_have_count(5)


def test_the_ticking_clock_is_in_no_live_region(page: Page) -> None:
    start_card(page, "Clock", ("Yucca 1", "Cholla 7"))
    page.get_by_role("link", name="Bench", exact=True).click()
    to_the_timer(page)
    page.get_by_role("button", name="Start the timer").click()
    timer = page.get_by_role("timer")
    expect(timer).to_be_visible()
    live = timer.evaluate("e => e.closest('[aria-live]:not([aria-live=off]), [role=status], [role=alert]') !== null")
    assert not live


def test_every_ink_of_the_shelf_is_offered_at_the_bench(page: Page, server: Server) -> None:
    count = len(page.request.get(f"{server.address}/api/shelf").json()["inks"])
    start_card(page, "All inks", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_role("link", name="Bench", exact=True).click()
    page.get_by_role("button", name="Done differently").click()
    page.get_by_role("button", name=re.compile("^Another ink")).click()
    expect(page.get_by_role("option")).to_have_count(count - 1)


@pytest.mark.parametrize("expected_refusals", [[503]])
def test_a_database_in_use_by_another_program_loses_nothing_and_nothing_false_is_said(page: Page, server: Server) -> None:
    start_card(page, "In use", ("Yucca 1", "Ocotillo 5"), "no round mask")
    proof(page, 2).click()
    panel(page)
    with closing(sqlite3.connect(server.database, isolation_level=None)) as other:
        other.execute("begin immediate")
        open_number(page, "Passes")
        page.keyboard.press("ArrowUp")
        page.keyboard.press("Enter")
        expect(page.get_by_text("The database is in use by another program.")).to_be_visible(timeout=40_000)
        expect(page.get_by_text(SAVED, exact=True)).to_have_count(0)
        expect(page.get_by_text("Not saved: 1")).to_be_visible()
        assert passes(page) == "4", "what she did stays in sight"
        other.execute("rollback")
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible(timeout=40_000)
    expect(page.get_by_text("The database is in use")).to_have_count(0)
    assert saved_plan(page, server)["steps"][1]["passes"] == 4
