"""Crossings through HTTP: the chart, the strip, sheets to print, readings in and out."""

from io import BytesIO
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from cielo.exchange.cgats import Table, read_cgats, write_cgats

INKS = ["yucca-1", "ocotillo-5", "agave-6"]
COLUMNS = ("SAMPLE_ID", "SAMPLE_NAME", "LAB_L", "LAB_A", "LAB_B")


def chart(web: TestClient, stock: str = "glasshouse-white", light: str = "daylight", inks: list[str] = INKS) -> dict[str, Any]:
    answer: dict[str, Any] = web.post("/api/crossings/chart", json={"stock": stock, "inks": inks, "light": light}).json()
    return answer


def crossing(made: dict[str, Any], bottom: str, top: str, passes: int = 1) -> dict[str, Any]:
    key = (bottom, top, passes)
    found: dict[str, Any] = next(c for c in made["crossings"] if (c["bottom"], c["top"], c["passes"]) == key)
    return found


def test_every_ink_over_every_other_both_orders_one_and_two_passes(web: TestClient) -> None:
    made = chart(web)
    assert len(made["crossings"]) == 3 * 3 * 2
    for order in (("ocotillo-5", "agave-6"), ("agave-6", "ocotillo-5")):
        once, twice = crossing(made, *order), crossing(made, *order, 2)
        assert twice["lab"][0] < once["lab"][0] - 3
        assert "seam-mud" in [mark["code"] for mark in once["marks"] + twice["marks"]]
        assert 0 < once["uncertainty"] < 10


def test_another_stock_and_another_light_move_every_square(web: TestClient) -> None:
    white, kraft, lamp = chart(web), chart(web, "dune-kraft"), chart(web, light="warm-lamp")
    for other, least in ((kraft, 18), (lamp, 15)):
        moved = [a["hex"] != b["hex"] for a, b in zip(white["crossings"], other["crossings"], strict=True)]
        assert sum(moved) >= least
    assert [c["lab"] for c in white["crossings"]] == [c["lab"] for c in lamp["crossings"]]


def test_the_strip_says_where_a_line_shows_and_the_carry_that_cures_it(web: TestClient) -> None:
    wish = {"stock": "glasshouse-white", "inks": ["yucca-1", "sage-8"], "length_mm": 150, "carry_mm": 2}
    made = web.post("/api/crossings/strip", json=wish).json()
    assert made["stark"]
    assert made["steepest_mm"] == pytest.approx(75, abs=8)
    assert made["light_to_dark"] == ["yucca-1", "sage-8"]
    assert len(made["colours"]) == 150 * made["per_mm"]
    cured = web.post("/api/crossings/strip", json={**wish, "carry_mm": made["even_carry_mm"]}).json()
    assert not cured["stark"]
    assert cured["steepest_per_mm"] < made["steepest_per_mm"]


def test_a_reading_is_kept_used_and_taken_back(web: TestClient) -> None:
    before = crossing(chart(web), "yucca-1", "agave-6")
    pair = {"stock": "glasshouse-white", "bottom": "yucca-1", "top": "agave-6"}
    measured = [before["lab"][0] - 4, before["lab"][1] - 3, before["lab"][2] + 5]
    assert web.post("/api/crossings/measured", json={**pair, "colour": {"lab": measured}}).status_code == 204
    after = crossing(chart(web), "yucca-1", "agave-6")
    assert after["measured"]
    assert after["lab"] == pytest.approx(measured, abs=0.3)
    assert after["uncertainty"] < before["uncertainty"]
    assert crossing(chart(web, "dune-kraft"), "yucca-1", "agave-6")["measured"] is False
    web.request("DELETE", "/api/crossings/measured", json=pair)
    assert crossing(chart(web), "yucca-1", "agave-6") == before


def test_a_card_planned_before_a_reading_takes_it_in_when_the_maker_says_so(web: TestClient) -> None:
    body = {"title": "New", "format": "five-seven", "stock": "glasshouse-white", "ground": "meeting-blend",
            "inks": ["yucca-4", "agave-6"]}  # fmt: skip
    card = web.post("/api/cards/on-ground", json=body).json()
    path = f"/api/cards/{card['id']}"
    assert card["measured"] == []
    kept = {"stock": "glasshouse-white", "bottom": "yucca-4", "top": "agave-6", "colour": {"lab": [48.0, -34.0, 6.0]}}
    assert web.post("/api/crossings/measured", json=kept).status_code == 204
    assert web.get(path).json()["measured"] == ["Agave 6 over Yucca 4"]
    before = web.get(f"{path}/picture.png?revision={card['revision']}").content
    now = web.post(f"{path}/measured", json={"based_on": card["revision"]}).json()
    assert now["measured"] == []
    assert now["plan"]["crossings"] == [{"inks": ["yucca-4", "agave-6"], "lab": [48.0, -34.0, 6.0], "hex": None}]
    assert web.get(f"{path}/picture.png?revision={now['revision']}").content != before
    assert web.post(f"{path}/undo", json={"based_on": now["revision"]}).json()["measured"] == ["Agave 6 over Yucca 4"]
    # A new card has it from the start; its file carries it, and comes in again with it.
    new = web.post("/api/cards/on-ground", json=body).json()
    assert len(new["plan"]["crossings"]) == 1
    file = web.get(f"/api/cards/{new['id']}/export").content
    assert web.post("/api/cards/import", content=file).json()["plan"]["crossings"] == new["plan"]["crossings"]
    # Another stock: nothing was measured there.
    plan = {
        **new["plan"],
        "stock": next(s["stock"] for s in web.get("/api/shelf").json()["stocks"] if s["stock"]["key"] == "dune-kraft"),
    }
    other = web.put(f"/api/cards/{new['id']}", json={"based_on": new["revision"], "said": "kraft", "plan": plan}).json()
    assert other["plan"]["crossings"] == []


def test_sheets_to_print_are_to_scale_and_name_every_square(web: TestClient) -> None:
    query = {"stock": "glasshouse-white", "ink": INKS, "units": "cm"}
    sheet = PdfReader(BytesIO(web.get("/api/crossings/swatches.pdf", params=query).content))
    text = "".join(page.extract_text() for page in sheet.pages)
    assert "Agave 6 x3" in text
    assert "Yucca 1 + Ocotillo 5" in text
    width, height = (float(v) / 72 * 25.4 for v in sheet.pages[0].mediabox[2:])
    assert (width, height) == pytest.approx((210, 297), abs=0.1), "A4, ISO 216"
    drawn = sheet.pages[0].get_contents().get_data().decode()  # type: ignore[union-attr]
    assert f" {22 / 25.4 * 72:.3f}".rstrip("0") in drawn, "squares of 22 mm"
    printed = PdfReader(BytesIO(web.get("/api/crossings/chart.pdf", params={**query, "light": "cool-led"}).content))
    assert "cool LED" in printed.pages[0].extract_text()


def test_readings_go_out_and_come_in_again(web: TestClient) -> None:
    query: dict[str, Any] = {"stock": "glasshouse-white", "ink": INKS}
    predicted = read_cgats(web.get("/api/crossings/readings.txt", params=query).content)
    assert len(predicted.rows) == 3 * 3 + 3
    rows = tuple((n, name, f"{float(lightness) - 2:.2f}", a, b) for n, name, lightness, a, b in predicted.rows)
    shifted = write_cgats(Table(COLUMNS, rows))
    taken = web.post("/api/crossings/readings", params={"stock": "glasshouse-white"}, content=shifted).json()
    assert taken == {"inks": ["Yucca 1", "Ocotillo 5", "Agave 6"], "crossings": 3, "warnings": []}
    again = chart(web)
    for _, name, *lab in rows:
        if name == "Ocotillo 5 x1":
            assert crossing(again, "ocotillo-5", "ocotillo-5")["lab"] == pytest.approx([float(v) for v in lab], abs=0.3)
    assert crossing(again, "yucca-1", "agave-6")["measured"]


@pytest.mark.parametrize(
    ("name", "words"),
    [("Nobody 9 x1", "not on the shelf"), ("Yucca 1 x0", "is called"), ("Yucca 1 + Nobody 9", "not on the shelf")],
)
def test_bad_readings_are_refused_by_row_and_nothing_is_stored(web: TestClient, name: str, words: str) -> None:
    before = web.get("/api/shelf").json()
    text = write_cgats(Table(COLUMNS, (("1", "Yucca 1 x1", "80", "0", "30"), ("2", name, "50", "0", "0"))))
    answer = web.post("/api/crossings/readings", params={"stock": "glasshouse-white"}, content=text)
    assert answer.status_code == 422
    assert answer.json()["field"] == "row 2"
    assert words in answer.json()["reason"]
    assert web.get("/api/shelf").json() == before


def test_swatches_that_get_paler_with_more_passes_are_taken_with_a_warning(web: TestClient) -> None:
    text = write_cgats(Table(COLUMNS, (("1", "Agave 6 x1", "54", "-28", "-20"), ("2", "Agave 6 x2", "70", "-16", "-10"))))
    taken = web.post("/api/crossings/readings", params={"stock": "glasshouse-white"}, content=text).json()
    assert "more passes look paler" in taken["warnings"][0]


@pytest.mark.parametrize(
    ("change", "status"),
    [({"stock": "nowhere"}, 404), ({"inks": ["yucca-1", "nobody"]}, 404), ({"inks": ["yucca-1", "yucca-1"]}, 422),
     ({"inks": []}, 422), ({"light": "moonlight"}, 422)],
)  # fmt: skip
def test_what_is_not_there_is_refused_in_words(web: TestClient, change: dict[str, Any], status: int) -> None:
    wish = {"stock": "glasshouse-white", "inks": INKS, "light": "daylight", **change}
    answer = web.post("/api/crossings/chart", json=wish)
    assert answer.status_code == status
    assert answer.json()["reason"]


def test_predict_takes_everything_of_the_contract(web: TestClient) -> None:
    request = {
        "stock": {"lab": [18, 0, -1], "surface": "uncoated"},
        "inks": {
            "W": {
                "kind": "white",
                "measured_on": {"lab": [95, 0, -1], "surface": "uncoated"},
                "swatches": [{"strength": 1.0, "lab": [95, 0, 0.5]}],
                "over_black": {"strength": 1.0, "lab": [72, -1, -3]},
            },
            "D": {
                "kind": "dye",
                "measured_on": {"hex": "#f4f2ee", "surface": "coated"},
                "swatches": [{"strength": 0.5, "hex": "#f0b8c4"}, {"strength": 1.0, "hex": "#e0708c"}],
            },
            "B": {"kind": "pigment", "laydown": "broken", "measured_on": {"lab": [95, 0, -1], "surface": "rough"},
                  "swatches": [{"strength": 0.5, "lab": [75, -10, -15]}, {"strength": 1.0, "lab": [50, -20, -30]}]},
        },
        "crossings": [{"inks": ["W", "D"], "lab": [55, 30, 0]}],
        "stacks": [[["D", 1.0]], [["W", 1.0]], [["W", 1.0], ["D", 1.0]], [["W", 1.0], ["D", 1.0], ["B", 0.4]], []],
        "wet": False,
    }  # fmt: skip
    answer = web.post("/api/predict", json=request)
    assert answer.status_code == 200
    dye, white, crossed, _broken, bare = (s["lab"] for s in answer.json()["stacks"])
    assert dye[0] < 22, "a dye vanishes on black"
    assert white[0] > 60
    assert crossed == pytest.approx([55, 30, 0], abs=1.5), "the measured crossing is met"
    assert bare == pytest.approx([18, 0, -1], abs=1e-3)
    wet = web.post("/api/predict", json={**request, "wet": True, "crossings": []}).json()
    assert wet["stacks"][2]["lab"] != crossed


@pytest.mark.parametrize(
    ("ink", "field"),
    [
        ({"kind": "white", "swatches": [{"lab": [80, 0, 0]}], "over_black": {"lab": [90, 0, 0]}}, "inks.A.over_black"),
        ({"kind": "pigment", "swatches": []}, "inks.A.swatches"),
        ({"kind": "glitter", "swatches": [{"lab": [80, 0, 0]}]}, "inks.A.kind"),
        ({"kind": "dye", "swatches": [{"lab": [101, 0, 0]}]}, "inks.A.swatches[0].lab[0]"),
        ({"kind": "dye", "swatches": [{"strength": -1, "lab": [50, 0, 0]}]}, "inks.A.swatches[0].strength"),
    ],
)
def test_predict_names_the_field_of_a_bad_ink(web: TestClient, ink: dict[str, Any], field: str) -> None:
    body = {"stock": {"lab": [95, 0, 0], "surface": "coated"}, "inks": {"A": ink}, "stacks": [[["A", 1.0]]]}
    answer = web.post("/api/predict", json=body)
    assert answer.status_code == 422
    assert answer.json()["field"] == field


def test_a_reading_that_no_film_can_give_is_refused_in_words_and_not_dropped(web: TestClient) -> None:
    vivid = {"stock": "glasshouse-white", "bottom": "yucca-4", "top": "agave-6", "colour": {"lab": [60.0, 90.0, -90.0]}}
    answer = web.post("/api/crossings/measured", json=vivid)
    assert answer.status_code == 422
    assert "cannot look like that" in answer.json()["reason"]
    assert answer.json()["mend"]
