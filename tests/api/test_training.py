"""The trainer over the web: asked, answered, kept, and told what to practise next."""

import json
from io import BytesIO
from pathlib import Path
from zipfile import ZipFile

import pytest
from fastapi.testclient import TestClient

from cielo.app.archive import archive_all, unpack_all
from cielo.app.training import practice
from cielo.core.solvers.trainer import KIND_WORDS
from cielo.store.database import Store
from cielo.store.practice import MOST_KEPT


@pytest.fixture
def stock(web: TestClient) -> str:
    return str(web.get("/api/shelf").json()["stocks"][0]["stock"]["key"])


def answer(web: TestClient, stock: str, kind: str, seed: int, right: bool = True) -> dict:  # type: ignore[type-arg]
    question = web.get("/api/trainer/question", params={"stock": stock, "seed": seed, "kind": kind}).json()
    count = len(question["choices"])
    body = {"stock": stock, "kind": kind, "seed": seed, "given": list(range(count)) if question["ordering"] else [0]}
    marked = web.post("/api/trainer/answer", json=body).json()
    if right and marked["score"] < 1:
        marked = web.post("/api/trainer/answer", json={**body, "given": marked["truth"]}).json()
    return marked  # type: ignore[no-any-return]


@pytest.mark.parametrize("kind", KIND_WORDS)
def test_a_question_is_asked_marked_and_counted(web: TestClient, stock: str, kind: str) -> None:
    before = web.get("/api/trainer").json()
    assert before["answered"] == 0
    assert {one["score"] for one in before["kinds"]} == {None}
    marked = answer(web, stock, kind, 5)
    assert (marked["score"], marked["off"]) == (1, 0)
    after = web.get("/api/trainer").json()
    assert after["answered"] in (1, 2)
    assert next(one["score"] for one in after["kinds"] if one["kind"] == kind) is not None


def test_without_a_kind_it_asks_what_wants_practice_most(web: TestClient, stock: str) -> None:
    for kind in KIND_WORDS:
        wanted = web.get("/api/trainer").json()["next"]
        assert wanted == kind, "those not tried yet come in their order"
        asked = web.get("/api/trainer/question", params={"stock": stock, "seed": 3}).json()
        assert asked["kind"] == wanted
        answer(web, stock, kind, 3)


def test_what_is_not_so_is_refused_in_words_and_not_counted(web: TestClient, stock: str) -> None:
    body = {"stock": stock, "kind": "crossing", "seed": 1, "given": [9]}
    assert web.post("/api/trainer/answer", json=body).status_code == 422
    assert web.post("/api/trainer/answer", json={**body, "given": [0] * 50}).status_code == 422
    assert web.post("/api/trainer/answer", json={**body, "kind": "taste"}).status_code == 422
    assert web.get("/api/trainer/question", params={"stock": "none", "seed": 1}).status_code == 404
    assert web.get("/api/trainer").json()["answered"] == 0


def test_it_is_begun_anew_and_goes_with_the_archive(web: TestClient, stock: str, store: Store, tmp_path: Path) -> None:
    answer(web, stock, "order", 2)
    archive = archive_all(store)
    with ZipFile(BytesIO(archive)) as packed:
        assert json.loads(packed.read("tables/practice.json"))
    other = Store(tmp_path / "other.sqlite")
    unpack_all(other, archive)
    assert practice(other) == practice(store)
    other.close()
    assert web.post("/api/trainer/begin-anew").status_code == 204
    assert practice(store).answered == 0


def test_no_more_answers_are_kept_than_are_of_use(store: Store) -> None:
    from cielo.core.solvers.trainer import Answered
    from cielo.store.practice import add_answer, read_answers

    with store.transaction() as session:
        for n in range(MOST_KEPT + 30):
            add_answer(session, Answered("mud", float(n), 0.5))
        kept = read_answers(session)
    assert len(kept) == MOST_KEPT
    assert kept[-1].off == MOST_KEPT + 29
