"""A card as it stood before: every plan once, told apart in words, brought back to the last figure, begun from."""

from typing import Any

from fastapi.testclient import TestClient


def first_card(web: TestClient) -> dict[str, Any]:
    card: dict[str, Any] = web.get(f"/api/cards/{web.get('/api/cards').json()[0]['id']}").json()
    return card


def save(web: TestClient, card: dict[str, Any], plan: dict[str, Any], said: str) -> dict[str, Any]:
    answer = web.put(f"/api/cards/{card['id']}", json={"based_on": card["revision"], "said": said, "plan": plan})
    assert answer.status_code == 200, answer.text
    changed: dict[str, Any] = answer.json()
    return changed


def test_every_plan_is_listed_once_and_brought_back_whole(web: TestClient) -> None:
    card = first_card(web)
    was, whole = card["plan"], f"/api/cards/{card['id']}"
    for title in ("Bluer", "Bluer still", was["title"]):
        card = save(web, card, {**card["plan"], "title": title}, f"call it {title}")
    listed = web.get(f"{whole}/versions").json()
    assert [one["said"] for one in listed[:3]] == [f"call it {was['title']}", "call it Bluer still", "call it Bluer"]
    assert len({one["number"] for one in listed}) == len(listed)
    assert sum(one["said"] == "start" for one in listed) == 0, "the first plan came again, and is listed where it came last"
    bluer = listed[2]["number"]
    body = {"based_on": card["revision"], "key": "bring-it-back"}
    back = web.post(f"{whole}/versions/{bluer}/take", json=body).json()
    assert back["plan"] == {**was, "title": "Bluer"}
    assert web.post(f"{whole}/versions/{bluer}/take", json=body).json()["revision"] == back["revision"], "sent twice, done once"
    undone = web.post(f"{whole}/undo", json={"based_on": back["revision"]}).json()
    assert undone["plan"] == was
    late = web.post(f"{whole}/versions/{bluer}/take", json={"based_on": 0})
    assert late.status_code == 409
    assert web.post(f"{whole}/versions/999/take", json={"based_on": undone["revision"]}).status_code == 404
    varied = web.post(f"{whole}/versions/{bluer}/vary")
    assert varied.status_code == 201
    assert varied.json()["plan"] == {**was, "title": "Bluer, varied", "hand": varied.json()["plan"].get("hand", 1.0)}


def test_two_versions_are_told_apart_by_what_a_maker_would_name(web: TestClient) -> None:
    card = first_card(web)
    steps = card["plan"]["steps"]
    brush = next(step for step in steps if step["do"] == "brush")
    fewer = {**card["plan"], "steps": [step for step in steps if step["id"] != brush["id"]]}
    now = save(web, card, fewer, "take a step out")
    told = web.get(f"/api/cards/{card['id']}/versions/{card['revision']}/compared", params={"now": now["revision"]}).json()
    assert any(said.startswith("Not done: ") for said in told["differences"])
    assert told["was"]["troubles"] == []
    assert told["was"]["takes"] != told["now"]["takes"]
    same = web.get(f"/api/cards/{card['id']}/versions/{card['revision']}/compared", params={"now": card["revision"]}).json()
    assert same["differences"] == []


def test_a_piece_has_only_the_versions_it_was_there_in(web: TestClient) -> None:
    card = first_card(web)
    stock = card["plan"]["stock"]["key"]
    with_it = web.post(
        f"/api/cards/{card['id']}/beside", json={"based_on": card["revision"], "kind": "strip", "stock": stock}
    ).json()
    piece = with_it["pieces"][-1]["key"]
    listed = web.get(f"/api/cards/{card['id']}~{piece}/versions").json()
    assert len(listed) == 1
    assert len(web.get(f"/api/cards/{card['id']}/versions").json()) == 2
    picture = web.get(f"/api/cards/{card['id']}~{piece}/picture.png", params={"revision": listed[0]["number"], "dpi": 20})
    assert picture.status_code == 200
