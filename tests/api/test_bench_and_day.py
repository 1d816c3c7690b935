"""At the bench and the day of a batch, through HTTP."""

from datetime import UTC, datetime, timedelta
from typing import Any

from fastapi.testclient import TestClient

from tests.api.test_api import first_card


def test_a_card_of_the_batch_is_made_with_timers_by_the_servers_clock(web: TestClient) -> None:
    card = first_card(web)
    path = f"/api/cards/{card['id']}/bench"
    steps = card["plan"]["steps"]
    drying = next(step for step in steps if step["do"] == "dry")
    assert web.get(f"{path}/1").json()["step"] == steps[0]["id"]
    assert set(web.post(f"{path}/batch", json={"cards": 3}).json()["places"]) == {"1", "2", "3"}
    asked = datetime.now(UTC)
    state: dict[str, Any] = web.post(f"{path}/2/timer", json={"step": drying["id"]}).json()
    answered = datetime.now(UTC)
    assert asked <= datetime.fromisoformat(state["now"]) <= answered
    (timer,) = state["timers"]
    assert (timer["number"], timer["step"], state["step"]) == (2, drying["id"], drying["id"])
    ends = datetime.fromisoformat(timer["ends_at"]) - timedelta(minutes=drying["minutes"])
    assert asked <= ends <= answered
    assert web.get(f"{path}/1").json()["timers"] == [timer], "seen from every card of the batch"
    assert web.delete(f"{path}/2/timer/{drying['id']}").json()["timers"] == []
    for wrong, status in (({"step": steps[0]["id"]}, 422), ({"step": "s99"}, 422)):
        assert web.post(f"{path}/1/timer", json=wrong).status_code == status
    assert web.get(f"{path}/9").status_code == 404


def test_done_differently_is_pictured_and_read_from_there_on(web: TestClient) -> None:
    card = first_card(web)
    path = f"/api/cards/{card['id']}/bench/1"
    brushing = next(step for step in card["plan"]["steps"] if step["do"] == "brush")
    last = {"steps": len(card["plan"]["steps"]), "dpi": 30}
    planned = web.get(f"{path}/picture.png", params=last).content
    more = {"step": brushing["id"], "how": "passes", "value": str(brushing["passes"] + 3)}
    state = web.post(f"{path}/differently", json=more).json()
    (difference,) = state["differences"]
    assert web.get(f"{path}/picture.png", params=last).content != planned
    assert web.get(f"/api/cards/{card['id']}").json()["plan"] == card["plan"], "the plan itself stays"
    web.delete(f"{path}/differently/{difference['id']}")
    assert web.get(f"{path}/picture.png", params=last).content == planned
    refused = web.post(f"{path}/differently", json={**more, "value": "lots"})
    assert refused.status_code == 422


def test_the_day_and_what_one_more_of_would_help(web: TestClient) -> None:
    card = first_card(web)
    path = f"/api/cards/{card['id']}/day"
    wish = {"cards": 4, "makers": 2, "masks": 1}
    day = web.get(path, params=wish).json()
    assert len(day["entries"]) == 4 * len(card["plan"]["steps"])
    sooner = web.get(f"{path}/sooner", params={**wish, "length_s": day["length_s"]}).json()
    assert [more["field"] for more in sooner] == ["masks"], "two makers and one moon mask"
    assert web.get(path, params={**wish, "masks": 2}).json()["length_s"] <= sooner[0]["length_s"] < day["length_s"]
    assert web.get(f"{path}/sooner", params={"length_s": 1}).json() == []
    for name, value in (("cards", 0), ("cards", 61), ("makers", 10), ("masks", 0)):
        refused = web.get(path, params={name: value})
        assert refused.status_code == 422
        assert refused.json()["field"].endswith(name)
