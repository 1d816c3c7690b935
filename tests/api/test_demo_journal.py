"""The demo's journal: what is kept beside it is what taking it anew gives, and every entry can be opened, looked at and learnt from."""

from io import BytesIO
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from cielo.api.main import create_app
from cielo.demo.fill import fill_file
from cielo.demo.made import FOLDER, MADE, take_anew
from cielo.exchange.journal_file import JournalModel
from cielo.store.database import Store


@pytest.mark.parametrize("number", range(1, len(MADE) + 1))
def test_what_is_kept_is_what_taking_it_anew_gives(number: int) -> None:
    kept = JournalModel.model_validate_json((FOLDER / f"{number}.json").read_bytes())
    anew, _ = take_anew(number)
    assert anew.plan == kept.plan
    assert anew.took == kept.took
    assert kept.comparison is not None
    assert anew.comparison is not None
    assert anew.comparison.hand == pytest.approx(kept.comparison.hand, abs=0.02)
    assert kept.comparison.hand == pytest.approx(MADE[number - 1][1], abs=0.08), (
        "the hand that made it is read off its photograph"
    )


def test_the_journal_of_the_demo_is_looked_through_and_learnt_from(tmp_path: Path) -> None:
    path = tmp_path / "demo.sqlite"
    assert fill_file(path)
    store = Store(path)
    with TestClient(create_app(store), base_url="http://127.0.0.1") as web:
        entries = web.get("/api/journal").json()
        assert [entry["facts"]["title"] for entry in entries] == [
            "First light, invitation",
            "Dusk over dunes",
            "Frost on the pots",
        ]
        assert [entry["photographed"] for entry in entries] == [True, True, False]
        for entry in entries[:2]:
            assert entry["card"] is not None
            assert entry["clocked"]
            assert web.get(f"/api/journal/{entry['id']}/photo.jpg").status_code == 200
            page = PdfReader(BytesIO(web.get(f"/api/journal/{entry['id']}/page.pdf").content))
            assert entry["facts"]["next_time"].split(".")[0] in "".join(sheet.extract_text() for sheet in page.pages)
            assert web.get(f"/api/journal/{entry['id']}/panel.png", params={"side": "predicted"}).status_code == 200
        web.put(f"/api/cards/{entries[1]['card']}/group", json={"group": "Winter show"})
        assert [entry["group"] for entry in web.get("/api/journal").json()] == ["", "Winter show", ""]
        assert not web.get("/api/journal/learnt").json()["cards"], "nothing is learnt before she agrees"
        assert "Blended: 2 of the 2 cards you like." in web.get("/api/journal/learnt").json()["liked"]
        sold = web.put(f"/api/journal/{entries[0]['id']}", json={**entries[0]["facts"], "rating": 1, "sold": True}).json()
        assert sold["facts"]["sold"]
        assert "Yucca 1: 2 of the 2 cards you like or sold." in web.get("/api/journal/learnt").json()["liked"]
        web.post(f"/api/journal/{entries[1]['id']}/lesson", json={"taken_in": True})
        assert web.get("/api/journal/learnt").json()["hand"] > 1
    store.close()
