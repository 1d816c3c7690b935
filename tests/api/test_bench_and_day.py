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


def a_card_with_a_strip(web: TestClient) -> tuple[str, str]:
    """The id of a card with a strip of its own steps, a drying among them, and the id of the strip."""
    card = first_card(web)
    path = f"/api/cards/{card['id']}"
    body = {"based_on": card["revision"], "kind": "strip", "stock": card["plan"]["stock"]["key"]}
    made = web.post(f"{path}/beside", json=body).json()
    strip = f"{card['id']}~{made['plan']['pieces'][-1]['key']}"
    ink = card["plan"]["inks"][0]["key"]
    steps = [
        {
            "do": "brush",
            "id": "s1",
            "ink": ink,
            "tool": "small-brush",
            "region": {"over": "whole"},
            "touch": "light",
            "passes": 2,
        },
        {"do": "dry", "id": "s2", "way": "air", "minutes": 8},
    ]
    own = web.get(f"/api/cards/{strip}").json()
    laid = {"based_on": own["revision"], "said": "ink the strip", "plan": {**own["plan"], "steps": steps}}
    assert web.put(f"/api/cards/{strip}", json=laid).status_code == 200
    return card["id"], strip


def test_the_bench_of_a_piece_has_its_own_steps_and_the_card_is_made_when_all_parts_are(web: TestClient) -> None:
    """Steps of one id in two parts are two steps: what is done, dried and noted of the one says nothing of the other."""
    card, path = a_card_with_a_strip(web)
    panel, strip = (web.get(f"/api/cards/{one}/bench/1").json() for one in (card, path))
    assert [part["name"] for part in panel["parts"]] == ["panel", "strip"]
    shared = {step["id"] for step in panel["plan"]["steps"]} & {step["id"] for step in strip["plan"]["steps"]}
    assert shared, "the two parts have steps of one id"
    last = panel["plan"]["steps"][-1]["id"]
    web.post(f"/api/cards/{card}/bench/1/step", json={"step": last})
    drying = next(step for step in strip["plan"]["steps"] if step["do"] == "dry")
    run = web.post(f"/api/cards/{path}/bench/1/timer", json={"step": drying["id"]}).json()
    assert [(t["part"], t["step"]) for t in run["timers"]] == [(strip["part"], drying["id"])]
    seen = web.get(f"/api/cards/{card}/bench/1").json()
    assert [t["part"] for t in seen["timers"]] == [strip["part"]], "a timer is seen from every part"
    assert seen["step"] == last, "the panel stands where it stood: what was done stays done"
    assert not seen["made"]
    noted = web.post(
        f"/api/cards/{path}/bench/1/differently", json={"step": strip["plan"]["steps"][0]["id"], "how": "passes", "value": "2"}
    ).json()
    assert len(noted["differences"]) == 1
    assert web.get(f"/api/cards/{card}/bench/1").json()["differences"] == []
    made = web.post(f"/api/cards/{path}/bench/1/made").json()
    assert [(part["name"], part["made"]) for part in made["parts"]] == [("panel", False), ("strip", True)]
    again = web.post(f"/api/cards/{card}/bench/1/again").json()
    assert not any(part["made"] for part in again["parts"])
    assert web.get(f"/api/cards/{card}~gone/bench/1").status_code == 404
