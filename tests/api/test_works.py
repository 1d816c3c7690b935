"""Work that takes a while: asked after while it goes on, stopped at the server too, and as good as ever when it is asked for again."""

import time
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from io import BytesIO
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image

from cielo.app.works import Work, share_done, stop, under_way
from cielo.core.keeping import KEPT
from cielo.errors import Stopped

KEY = "work-of-a-test"


def first_card(web: TestClient) -> dict[str, Any]:
    card: dict[str, Any] = web.get(f"/api/cards/{web.get('/api/cards').json()[0]['id']}").json()
    return card


def test_work_is_told_and_stopped_and_forgotten() -> None:
    with under_way(KEY) as work:
        work(0.25)
        assert share_done(KEY) == 0.25
        stop(KEY)
        with pytest.raises(Stopped):
            work(0.5)
    assert share_done(KEY) is None
    stop(KEY)
    assert Work() == work
    assert hash(Work()) == hash(work), "an answer is kept whoever asked for it"


def sky() -> bytes:
    """A photograph with more colours than the shelf has inks near them, so that it is looked at for a while."""
    down = np.linspace(0, 1, 900)[:, None, None]
    colours = (1 - down) * np.array([80, 110, 180]) + down * np.array([250, 205, 130])
    picture = BytesIO()
    Image.fromarray(np.repeat(colours, 600, axis=1).astype(np.uint8)).save(picture, "PNG")
    return picture.getvalue()


ASKED: dict[str, Callable[[TestClient, dict[str, Any]], Any]] = {
    "colourways": lambda web, card: web.get(
        f"/api/cards/{card['id']}/colourways", params={"revision": card["revision"], "count": 8, "work": KEY}
    ),
    "even": lambda web, card: web.post(
        f"/api/cards/{card['id']}/even", params={"work": KEY}, json={"based_on": card["revision"]}
    ),
    "from a picture": lambda web, card: web.post(
        f"/api/cards/{card['id']}/from-picture",
        params={"work": KEY, "based_on": card["revision"]},
        content=sky(),
        headers={"content-type": "image/png"},
    ),
}


def asked_and_stopped(web: TestClient, ask: Callable[[], Any]) -> tuple[Any, list[float]]:
    """What is answered where it is stopped as soon as it has told anything, and the shares it told."""
    with ThreadPoolExecutor(1) as beside:
        answer = beside.submit(ask)
        shares = []
        while not answer.done():
            share = web.get(f"/api/works/{KEY}").json()["share"]
            if share is not None:
                shares.append(share)
            if share:
                assert web.delete(f"/api/works/{KEY}").status_code == 204
            time.sleep(0.005)
        return answer.result(), shares


def test_looking_at_a_photograph_is_stopped_and_nothing_of_it_is_kept(web: TestClient) -> None:
    card = first_card(web)
    web.get(f"/api/cards/{card['id']}/bench/1")
    entry = web.post("/api/journal/made", json={"card": card["id"], "number": 1}).json()
    before = web.get("/api/journal").json()
    ask = partial(web.post, f"/api/journal/{entry['id']}/practice-photo", params={"work": KEY}, json={"hand": 1.4, "seed": 9})
    stopped, shares = asked_and_stopped(web, ask)
    assert shares == sorted(shares)
    assert stopped.status_code == 409
    assert web.get("/api/journal").json() == before
    assert ask().json()["comparison"]


@pytest.mark.parametrize("what", ASKED)
def test_a_solver_tells_how_far_it_is_and_stops_when_it_is_told_to(web: TestClient, what: str) -> None:
    card = first_card(web)
    ask = partial(ASKED[what], web, card)
    KEPT.clear()
    stopped, shares = asked_and_stopped(web, ask)
    assert shares == sorted(shares)
    assert all(0 <= share <= 1 for share in shares)
    assert stopped.status_code == 409
    assert "stopped" in stopped.json()["detail"]
    assert web.get(f"/api/works/{KEY}").json() == {"share": None}
    assert first_card(web)["revision"] == card["revision"], "nothing of it is done"
    again = ask()
    assert again.status_code == 200
    assert again.json(), "what was stopped is not kept as an answer"
