"""Answers that come late, torn, refused or not at all, held back by the test and let go in any order: what is shown is what is saved, or
the page says that it is not."""

import json
import re
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, Route, expect

from tests.e2e.conftest import Hold, Server
from tests.e2e.looking import panel
from tests.e2e.test_story import proof, start_card
from tests.e2e.test_truth import SAVED, saved_plan

NAME = "Name of the card"
EDITS = r"/api/cards/[^/]+$"


def call_it(page: Page, title: str) -> None:
    page.get_by_label(NAME).fill(title)
    page.get_by_label(NAME).press("Enter")


def saved(page: Page) -> None:
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()


def card(page: Page) -> str:
    return page.url.split("/")[4]


def torn(route: Route) -> None:
    """The server does what is asked; of its answer half comes."""
    answer = route.fetch()
    route.fulfill(status=answer.status, content_type="application/json", body=answer.text()[: len(answer.text()) // 2])


def refused(route: Route, status: int = 422) -> None:
    problem = {"title": "No", "status": status, "reason": "it was refused by the test.", "mend": "", "field": ""}
    route.fulfill(status=status, content_type="application/problem+json", body=json.dumps(problem))


@pytest.mark.parametrize("expected_refusals", [[422]])
def test_undo_of_an_edit_that_was_refused_takes_back_no_other(page: Page, server: Server, hold: Hold) -> None:
    start_card(page, "Undo", ("Yucca 1", "Ocotillo 5"), "no round mask")
    call_it(page, "First")
    saved(page)
    held = hold(EDITS, "PUT")
    call_it(page, "Second")
    held.wait_for()
    page.get_by_role("button", name="Undo").click()
    held.let_go(refused)
    saved(page)
    expect(page.get_by_label(NAME)).to_have_value("First")
    assert saved_plan(page, server)["title"] == "First"


def test_undo_of_what_nobody_has_seen_yet_sends_nothing(page: Page, server: Server, hold: Hold) -> None:
    start_card(page, "Pairs", ("Yucca 1", "Ocotillo 5"), "no round mask")
    held = hold(EDITS, "PUT")
    call_it(page, "One")
    held.wait_for()
    call_it(page, "Two")
    call_it(page, "Three")
    for _ in range(2):
        page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label(NAME)).to_have_value("One")
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_label(NAME)).to_have_value("Two")
    held.let_go()
    saved(page)
    assert saved_plan(page, server)["title"] == "Two"
    card_now: dict[str, Any] = page.request.get(f"{server.address}/api/cards/{card(page)}").json()
    assert card_now["revision"] == 3, "what was taken back before it was sent was never done"


def test_a_torn_answer_is_no_answer_and_the_edit_is_done_once(page: Page, server: Server, hold: Hold) -> None:
    start_card(page, "Torn", ("Yucca 1", "Ocotillo 5"), "no round mask")
    held = hold(EDITS, "PUT")
    call_it(page, "Half an answer")
    held.wait_for()
    held.let_go(torn)
    expect(page.get_by_label(NAME)).to_have_value("Half an answer")
    saved(page)
    now: dict[str, Any] = page.request.get(f"{server.address}/api/cards/{card(page)}").json()
    assert (now["plan"]["title"], now["revision"]) == ("Half an answer", 2)


@pytest.mark.parametrize("expected_refusals", [[500, 502]])
@pytest.mark.parametrize("status", [500, 502])
def test_an_edit_that_met_a_fault_is_kept_told_and_sent_again(
    page: Page, server: Server, hold: Hold, status: int, expected_refusals: list[int]
) -> None:
    start_card(page, f"Fault {status}", ("Yucca 1", "Ocotillo 5"), "no round mask")
    held = hold(EDITS, "PUT")
    call_it(page, "Work of ten minutes")
    held.wait_for()
    html = lambda route: route.fulfill(status=502, content_type="text/html", body="<html>bad gateway")  # noqa: E731
    held.let_go(html if status == 502 else lambda route: refused(route, 500), holding=True)
    expect(page.locator("[data-test=saved]")).to_contain_text("Not saved")
    expect(page.get_by_text("Your changes are kept here")).to_be_visible()
    held.wait_for()
    held.let_go()
    saved(page)
    expect(page.locator("[data-test=notice-store]")).to_have_count(0)
    assert saved_plan(page, server)["title"] == "Work of ten minutes"


def test_an_older_answer_never_takes_the_place_of_a_newer_one(page: Page, server: Server, hold: Hold) -> None:
    start_card(page, "Order", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)
    address, held = f"{server.address}/api/cards/{card(page)}", hold(EDITS, "GET")

    def theirs(title: str) -> None:
        now = page.request.get(address).json()
        body = {"based_on": now["revision"], "said": "name", "window": "another-window", "plan": {**now["plan"], "title": title}}
        assert page.request.put(address, data=body).ok

    theirs("Theirs one")
    older = page.request.get(address).text()
    held.wait_for()
    theirs("Theirs two")
    held.let_go(lambda route: route.fulfill(status=200, content_type="application/json", body=older))
    expect(page.get_by_label(NAME)).to_have_value("Theirs two")
    page.reload()
    expect(page.get_by_label(NAME)).to_have_value("Theirs two")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("this card was changed in another window")).to_be_visible()
    assert saved_plan(page, server)["title"] == "Theirs two", "what another window did is not taken back after a reload either"


def test_the_bench_acts_on_the_card_it_shows(page: Page, server: Server, hold: Hold) -> None:
    start_card(page, "Late", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_role("link", name="Bench", exact=True).click()
    page.get_by_role("button", name="One card more").click()
    chips = page.get_by_role("navigation", name="Cards of the batch")
    expect(chips.get_by_role("button", name=re.compile("^Card 2"))).to_be_visible()
    done = page.get_by_role("button", name="Done, next step")
    done.click()
    expect(page.locator(".count")).to_contain_text("2")
    held = hold(r"/bench/2(\?|$)", "GET")
    chips.get_by_role("button", name=re.compile("^Card 2")).click()
    held.wait_for()
    expect(chips.locator("[aria-current=true]")).to_contain_text("1")
    done.click()
    expect(page.locator(".count")).to_contain_text("3")
    held.let_go()
    expect(chips.locator("[aria-current=true]")).to_contain_text("2")
    expect(page.locator(".count")).to_contain_text("1")
    address = f"{server.address}/api/cards/{card(page)}/bench/1"

    def places() -> dict[str, int]:
        state = page.request.get(address).json()
        return {number: [step["id"] for step in state["plan"]["steps"]].index(at) for number, at in state["places"].items()}

    # The page shows the next step before the server has kept it.
    for _ in range(50):
        if places() == {"1": 2, "2": 0}:
            break
        page.wait_for_timeout(100)
    assert places() == {"1": 2, "2": 0}


@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_a_picture_that_did_not_come_is_asked_for_again_and_its_caption_is_of_it(page: Page, hold: Hold) -> None:
    start_card(page, "Pictures", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)
    shown = page.locator("[data-test=panel]")
    whole = shown.get_attribute("data-of")
    held = hold(r"/picture\.png.*steps=2(&|$)", "GET")
    proof(page, 2).click()
    held.wait_for()
    assert shown.get_attribute("data-of") == whole, "what is said is of what is seen"
    held.let_go(lambda route: route.abort())
    expect(shown).to_have_attribute("data-of", "2")
    expect(shown).to_have_attribute("data-settled", "true")


@pytest.mark.parametrize("expected_refusals", [["net"]])
def test_no_proof_stays_broken(page: Page, hold: Hold) -> None:
    start_card(page, "Proofs", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)
    held = hold(r"/proof/", "GET")
    page.reload()
    held.wait_for(2)
    held.let_go(lambda route: route.abort())
    broken = "() => [...document.querySelectorAll('.proof img')].every((it) => it.complete && it.naturalWidth)"
    page.wait_for_function(broken)


def test_a_double_tap_makes_one_card(page: Page, server: Server, hold: Hold) -> None:
    start_card(page, "Twice", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.goto("/")
    count = len(page.request.get(f"{server.address}/api/cards").json())
    held = hold(r"/copy$", "POST")
    again = page.locator("li", has_text="Twice").first.get_by_role("button", name="Make a copy")
    again.dblclick()
    held.wait_for()
    page.wait_for_timeout(200)
    assert len(held.waiting) == 1
    held.let_go()
    page.wait_for_url(re.compile("/desk/"))
    assert len(page.request.get(f"{server.address}/api/cards").json()) == count + 1


FULL = "() => { Storage.prototype.setItem = () => { throw new DOMException('full', 'QuotaExceededError') } }"
BLOCKED = """for (const name of ['localStorage', 'sessionStorage'])
  Object.defineProperty(window, name, { get() { throw new DOMException('blocked', 'SecurityError') } })"""


@pytest.mark.parametrize("expected_refusals", [["net", 503]])
def test_where_storage_is_full_the_page_says_that_this_window_alone_keeps_it(page: Page, hold: Hold, server: Server) -> None:
    start_card(page, "Full", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.evaluate(FULL)
    held = hold(EDITS, "PUT")
    call_it(page, "Not kept")
    held.wait_for()
    held.let_go(lambda route: refused(route, 503))
    expect(page.get_by_text("in this window only")).to_be_visible()
    saved(page)
    assert saved_plan(page, server)["title"] == "Not kept"


def test_a_browser_that_keeps_nothing_works_all_the_same(context: BrowserContext, server: Server) -> None:
    blocked = context.browser.new_context(viewport={"width": 1280, "height": 800}, base_url=server.address)  # type: ignore[union-attr]
    blocked.add_init_script(BLOCKED)
    page = blocked.new_page()
    faults: list[str] = []
    page.on("pageerror", lambda error: faults.append(str(error)))
    page.goto("/")
    page.locator("ul.cards a").first.click()
    expect(page.get_by_text(SAVED, exact=True)).to_be_visible()
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.get_by_role("button", name=re.compile("^(Done, next step|Made)"))).to_be_visible()
    assert faults == []
    blocked.close()


def test_a_stored_edit_that_is_none_empties_no_desk(page: Page, server: Server) -> None:
    start_card(page, "Stored", ("Yucca 1", "Ocotillo 5"), "no round mask")
    key = f"cielo.outbox.{card(page)}"
    for change in ({"do": "mask"}, {"do": "add-step"}, {"do": "nothing known"}, {"do": "word", "step": "s1"}):
        edits = [{"key": "0" * 16, "said": "X", "change": change}]
        page.evaluate("([key, text]) => localStorage.setItem(key, text)", [key, json.dumps({"version": 2, "edits": edits})])
        page.reload()
        expect(page.locator(".proof").first).to_be_visible()
        saved(page)
    page.evaluate("(key) => localStorage.setItem(key, '{\"version\": 99}')", key)
    page.reload()
    expect(page.get_by_text("are kept aside")).to_be_visible()
    expect(page.locator(".proof").first).to_be_visible()


def test_a_name_is_kept_when_the_page_is_left_while_it_is_written(page: Page, server: Server) -> None:
    start_card(page, "Written", ("Yucca 1", "Ocotillo 5"), "no round mask")
    page.get_by_label(NAME).fill("Half written")
    page.evaluate("() => document.querySelector('a.home').click()")
    page.wait_for_url(re.compile(r"/$"))
    expect(page.get_by_role("link", name="Half written")).to_be_visible()


def test_back_shows_what_was_seen(page: Page) -> None:
    start_card(page, "Backwards", ("Yucca 1", "Ocotillo 5"), "no round mask")
    panel(page)
    proof(page, 2).click()
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.locator(".count")).to_be_visible()
    assert page.evaluate("() => document.activeElement.tagName") == "H1", "and focus is at the new page's beginning"
    page.go_back()
    expect(page.locator("[data-chosen]")).to_be_visible()
    page.goto("/")
    page.get_by_label("Search the cards").fill("Backwards")
    page.locator("ul.cards a").first.click()
    panel(page)
    page.go_back()
    expect(page.get_by_label("Search the cards")).to_have_value("Backwards")


@pytest.mark.parametrize("name", ["W" * 80, "🌵" * 40, "a" * 39 + " " + "b" * 40])
def test_a_name_without_a_space_widens_no_page(page: Page, server: Server, name: str) -> None:
    start_card(page, "Wide", ("Yucca 1", "Ocotillo 5"), "no round mask")
    call_it(page, name)
    saved(page)
    here = card(page)
    for path in (f"/desk/{here}", f"/bench/{here}", f"/desk/{here}/pieces", f"/desk/{here}/day", "/", "/journal"):
        page.goto(path)
        page.locator("h1").first.wait_for(state="attached")
        page.wait_for_timeout(500)
        assert page.evaluate("() => document.documentElement.scrollWidth <= innerWidth"), path


@pytest.mark.parametrize("expected_refusals", [[404, 422]])
def test_an_address_that_names_nothing_says_so_and_leads_home(page: Page) -> None:
    for path in ("/desk/000000000000", "/desk/nothing", "/bench/000000000000", "/bench/nothing", "/nowhere"):
        page.goto(path)
        page.get_by_role("button", name="See all cards").first.click()
        page.wait_for_url(re.compile(r"/$"))
