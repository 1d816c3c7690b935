"""Work that takes a while: asked after while it goes on, stopped at the server too, and as good as ever when it is asked for again."""

import time
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest
from fastapi.testclient import TestClient

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


def test_a_solver_tells_how_far_it_is_and_stops_when_it_is_told_to(web: TestClient) -> None:
    card = first_card(web)
    asked = f"/api/cards/{card['id']}/colourways"
    query = {"revision": card["revision"], "count": 8, "work": KEY}
    KEPT.clear()
    with ThreadPoolExecutor(1) as beside:
        answer = beside.submit(web.get, asked, params=query)
        shares = []
        while not answer.done():
            share = web.get(f"/api/works/{KEY}").json()["share"]
            if share is not None:
                shares.append(share)
            if share:
                assert web.delete(f"/api/works/{KEY}").status_code == 204
            time.sleep(0.005)
        stopped = answer.result()
    assert shares == sorted(shares)
    assert all(0 <= share <= 1 for share in shares)
    assert stopped.status_code == 409
    assert "stopped" in stopped.json()["detail"]
    assert web.get(f"/api/works/{KEY}").json() == {"share": None}
    again = web.get(asked, params=query)
    assert again.status_code == 200
    assert again.json(), "what was stopped is not kept as an answer"
