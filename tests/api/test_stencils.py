"""The shelf of stencils and the pieces of a card through the API: the whole way a maker's own drawing goes."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api.test_api import first_card

SVG = """<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">
<rect width="20" height="20"/><circle cx="45" cy="20" r="10"/></svg>"""


def start(web: TestClient, ground: str = "stencil-over-blend") -> Any:
    body = {"title": "New", "format": "five-seven", "stock": "glasshouse-white", "ground": ground,
            "inks": ["yucca-1", "ocotillo-2", "cholla-7"]}  # fmt: skip
    answer = web.post("/api/cards/on-ground", json=body)
    assert answer.status_code == 201, answer.text
    return answer.json()


def mask(card: Any, key: str) -> Any:
    return next(mask for mask in card["plan"]["masks"] if mask["key"] == key)


def test_a_drawing_goes_on_the_shelf_on_a_card_and_off_the_shelf_again(web: TestClient) -> None:
    shipped = web.get("/api/stencils").json()
    assert len(shipped) >= 12
    assert {"repeat", "edge", "scene", "motif", "set", "discs", "strips"} <= {design["sort"] for design in shipped}
    kept = web.post("/api/stencils?name=two%20holes", content=SVG, headers={"content-type": "image/svg+xml"})
    assert kept.status_code == 201
    design = kept.json()
    assert web.get("/api/stencils").json()[0] == design
    assert any("open" in fact for fact in design["facts"])
    card = start(web)
    laid = web.post(f"/api/cards/{card['id']}/stencil", json={"based_on": card["revision"], "stencil": design["key"]}).json()
    assert [m["called"] for m in laid["reading"]["masks"]][-1] == "two holes stencil"
    assert len(laid["reading"]["masks"][-1]["openings"]) == 2
    assert web.post(f"/api/stencils/{design['key']}/put-away").status_code == 204
    assert design["key"] not in [d["key"] for d in web.get("/api/stencils").json()]
    assert web.post(f"/api/stencils/{design['key']}/bring-back").status_code == 204
    assert web.post("/api/stencils/agave-repeat/put-away").status_code == 404
    assert web.post(f"/api/cards/{card['id']}/stencil", json={"based_on": laid["revision"], "stencil": "none"}).status_code == 404


def test_centre_hold_and_use_as_a_mask_are_each_one_change(web: TestClient) -> None:
    card = start(web)
    path = f"/api/cards/{card['id']}"
    plan = card["plan"]
    plan["masks"][0]["x_mm"] += 3.6
    card = web.put(path, json={"based_on": card["revision"], "said": "slip", "plan": plan}).json()
    assert "uneven-repeat" in [f["code"] for f in card["reading"]["findings"]]
    card = web.post(f"{path}/masks/repeat/centre", json={"based_on": card["revision"]}).json()
    assert "uneven-repeat" not in [f["code"] for f in card["reading"]["findings"]]
    assert card["undoes"] == "centre the agave stencil"
    card = web.post(f"{path}/masks/repeat/hold", json={"based_on": card["revision"], "kind": "magnet"}).json()
    assert [hold["called"] for hold in card["reading"]["holds"]] == ["magnet"]
    card = web.post(f"{path}/masks/repeat/counterpart", json={"based_on": card["revision"]}).json()
    assert mask(card, "repeat-mask")["keeps"] == "inside"
    assert mask(card, "repeat-mask")["spread_mm"] > 0
    card = web.post(f"{path}/masks/repeat-mask/counterpart", json={"based_on": card["revision"]}).json()
    assert mask(card, "repeat-mask-hole")["keeps"] == "outside"
    plan = {
        **card["plan"],
        "masks": [*card["plan"]["masks"], {"shape": "tapes", "key": "t", "name": "two", "x_mm": 50, "y_mm": 50}],
    }
    plan["masks"][-1] |= {"angle_deg": 0, "width_mm": 20}
    card = web.put(path, json={"based_on": card["revision"], "said": "tapes", "plan": plan}).json()
    answer = web.post(f"{path}/masks/t/counterpart", json={"based_on": card["revision"]})
    assert answer.status_code == 422
    assert "not cut from one sheet" in answer.json()["reason"]
    assert web.post(f"{path}/masks/none/centre", json={"based_on": card["revision"]}).status_code == 404


RING = """<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">
<path fill-rule="evenodd" d="M2 2 H38 V38 H2 Z M12 12 H28 V28 H12 Z"/></svg>"""


def test_a_middle_that_would_fall_out_is_told_and_bridged(web: TestClient) -> None:
    card = start(web)
    path = f"/api/cards/{card['id']}"
    query = f"based_on={card['revision']}&name=frame"
    card = web.post(f"{path}/drawing?{query}", content=RING, headers={"content-type": "image/svg+xml"}).json()
    frame = card["reading"]["masks"][-1]
    assert frame["islands"] == 1
    assert any("falls out" in fact for fact in frame["facts"])
    card = web.post(f"{path}/masks/{frame['key']}/bridges", json={"based_on": card["revision"]}).json()
    frame = card["reading"]["masks"][-1]
    assert frame["islands"] == 0
    assert len(frame["openings"]) == 2
    assert not any("falls out" in fact for fact in frame["facts"])
    first = card["plan"]["masks"][0]["key"]
    assert web.post(f"{path}/masks/{first}/bridges", json={"based_on": card["revision"]}).status_code == 422


def test_what_runs_out_is_told_on_the_card_and_mended_with_one_tap(web: TestClient) -> None:
    card = start(web)
    path = f"/api/cards/{card['id']}"
    takes = {(s["kind"], s["key"]): s for s in web.get(f"{path}/supplies?cards=6").json()}
    assert takes["stock", "glasshouse-white"]["wanted"] == 6
    assert all(supply["lasts"] and supply["left"] is None for supply in takes.values())
    assert "not-on-shelf" not in [f["code"] for f in card["reading"]["findings"]]
    note = {"kind": "ink", "key": "cholla-7", "left": 2}
    assert web.put("/api/shelf/left", json=note).status_code == 204
    web.post(f"{path}/bench/batch", json={"cards": 6})
    finding = next(f for f in web.get(path).json()["reading"]["findings"] if f["code"] == "not-on-shelf")
    assert finding["message"] == "Cholla 7 runs out within the batch."
    mended = web.post(
        f"{path}/remedy", json={"based_on": card["revision"], "code": "not-on-shelf", "step": finding["step"]}
    ).json()
    assert "cholla-7" not in [step.get("ink") for step in mended["plan"]["steps"]]
    assert "not-on-shelf" not in [f["code"] for f in mended["reading"]["findings"]]
    assert web.put("/api/shelf/left", json={**note, "left": None}).status_code == 204
    assert web.put("/api/shelf/left", json={**note, "key": "no-such-ink"}).status_code == 404
    assert web.put("/api/shelf/left", json={**note, "left": -1}).status_code == 422


def test_a_strip_is_fitted_round_its_motif(web: TestClient) -> None:
    card = start(web, "masked-strip")
    path = f"/api/cards/{card['id']}/masks/strip/strip"
    fitted = web.post(path, json={"based_on": card["revision"], "motif": "rosette", "margin_mm": 6}).json()
    assert mask(fitted, "strip")["width_mm"] == pytest.approx(mask(card, "rosette")["size_mm"] + 12, rel=0.03)
    assert "Tear two tapes" in fitted["reading"]["masks"][0]["facts"][0]
    assert web.post(path, json={"based_on": fitted["revision"], "motif": "strip"}).status_code == 422


def test_the_pieces_of_a_batch(web: TestClient) -> None:
    card = start(web)
    path = f"/api/cards/{card['id']}/pieces"
    pieces = web.get(path, params={"count": 8, "sheet": "twelve"}).json()
    assert [piece["key"] for piece in pieces["pieces"]] == ["base", "panel", "repeat", "envelope"]
    assert pieces["envelope"]["sheet"] == "9 1/2 in"
    panels = next(stock for stock in pieces["stocks"] if stock["of"] == "Glasshouse white")
    laid = sum(len(sheet["laid"]) * sheet["alike"] for sheet in panels["sheets"])
    assert laid == 8
    assert (
        not next(piece for piece in pieces["pieces"] if piece["key"] == "base")["cutter_can"]
        or pieces["pieces"][0]["width_mm"] < 300
    )
    assert web.get(path, params={"sheet": "none"}).status_code == 422
    for form, starts in (("svg", b"<?xml"), ("pdf", b"%PDF"), ("dxf", b"  0"), ("hpgl", b"IN;")):
        answer = web.get(f"{path}/repeat/template", params={"form": form})
        assert answer.content.startswith(starts)
    assert web.get(f"{path}/panel/cut-sheet.svg").content.startswith(b"<?xml")
    assert web.get(f"{path}/none/template").status_code == 404


def test_a_file_for_the_cutter(web: TestClient) -> None:
    answer = web.post("/api/cutter?name=mine.svg", content=SVG, headers={"content-type": "application/octet-stream"})
    assert answer.status_code == 200, answer.text
    assert answer.json()["cut_mm"] == pytest.approx(4 * 20 + 2 * 3.14159 * 10, rel=0.01)
    refused = web.post("/api/cutter?name=mine.plt", content=b"hello", headers={"content-type": "application/octet-stream"})
    assert refused.status_code == 422


def test_sizes_that_do_not_go_together_are_mended_with_one_tap(web: TestClient) -> None:
    card = start(web)
    plan = card["plan"]
    plan["card"]["envelope"] = "quarter"
    card = web.put(f"/api/cards/{card['id']}", json={"based_on": card["revision"], "said": "envelope", "plan": plan}).json()
    (finding, *_) = [f for f in card["reading"]["findings"] if f["code"] == "does-not-fit"]
    assert finding["step"] is None
    mended = web.post(f"/api/cards/{card['id']}/remedy", json={"based_on": card["revision"], "code": "does-not-fit"}).json()
    assert mended["plan"]["card"]["envelope"] == "folded"
    assert not [f for f in mended["reading"]["findings"] if f["code"] == "does-not-fit"]


def test_the_mask_that_is_one_too_many_is_refused_in_words(web: TestClient) -> None:
    card = web.post(
        "/api/cards/on-ground",
        json={
            "title": "Many",
            "format": "five-seven",
            "stock": "glasshouse-white",
            "inks": ["yucca-4", "agave-6"],
            "ground": "stencil-over-blend",
        },
    ).json()
    stencil = card["plan"]["masks"][0]
    plan = {**card["plan"], "masks": [{**stencil, "key": f"m{n}"} for n in range(23)] + [stencil]}
    path = f"/api/cards/{card['id']}"
    card = web.put(path, json={"based_on": card["revision"], "said": "many", "plan": plan}).json()
    answer = web.post(f"{path}/masks/{stencil['key']}/counterpart", json={"based_on": card["revision"]})
    assert answer.status_code == 422
    assert "at most 24" in answer.json()["reason"]


def test_a_sheet_of_the_shelf_is_laid_by_a_new_step_or_in_place_of_another(web: TestClient) -> None:
    """In place of another it is wiped, worked round and lifted with it; nothing that has to do with the other sheets changes."""
    card = first_card(web)
    path = f"/api/cards/{card['id']}"
    lay = next(step for step in card["plan"]["steps"] if step["do"] == "lay-mask")
    body = {"based_on": card["revision"], "stencil": "agave-repeat", "instead": lay["id"]}
    now = web.post(f"{path}/stencil", json=body).json()
    new = ({mask["key"] for mask in now["plan"]["masks"]} - {mask["key"] for mask in card["plan"]["masks"]}).pop()
    of = [step.get("mask") or step.get("region", {}).get("mask") for step in now["plan"]["steps"]]
    was = [step.get("mask") or step.get("region", {}).get("mask") for step in card["plan"]["steps"]]
    assert of == [new if mask == lay["mask"] else mask for mask in was]
    after = now["plan"]["steps"][-1]["id"]
    more = web.post(
        f"{path}/stencil", json={"based_on": now["revision"], "stencil": "agave-repeat", "lay": True, "after": after}
    ).json()
    last = more["plan"]["steps"][-1]
    assert (last["do"], last["mask"]) == ("lay-mask", more["plan"]["masks"][-1]["key"])
    begun = web.post(f"{path}/stencil", json={"based_on": more["revision"], "stencil": "agave-repeat", "lay": True}).json()
    first = begun["plan"]["steps"][0]
    assert (first["do"], first["mask"]) == ("lay-mask", begun["plan"]["masks"][-1]["key"])
    gone = {"based_on": begun["revision"], "stencil": "agave-repeat", "lay": True, "after": "s999"}
    assert web.post(f"{path}/stencil", json=gone).status_code == 422


def test_what_openings_are_called_is_kept_with_the_stencil_and_comes_with_it_onto_the_next_card(web: TestClient) -> None:
    design = next(d for d in web.get("/api/stencils").json() if d["key"] == "potting-shelf")
    card = start(web)
    laid = web.post(f"/api/cards/{card['id']}/stencil", json={"based_on": card["revision"], "stencil": design["key"]}).json()
    a, b, *_ = (one["key"] for one in laid["reading"]["masks"][-1]["openings"])
    named = [{"opening": a, "name": "pots", "others": [b]}]
    assert web.put("/api/stencils/named", json={"name": design["name"], "named": named}).status_code == 204
    facts = next(t["facts"] for t in web.get("/api/things").json() if (t["kind"], t["key"]) == ("stencil", design["key"]))
    assert facts["named"] == named
    other = start(web)
    on = web.post(f"/api/cards/{other['id']}/stencil", json={"based_on": other["revision"], "stencil": design["key"]}).json()
    assert on["plan"]["masks"][-1]["named"] == named
    # What else is told of the stencil does not take the names away, and a sheet that is not on the shelf has none kept.
    body = {"facts": {**facts, "note": "lent to the growers"}}
    assert web.put(f"/api/things/stencil/{design['key']}", json=body).status_code == 200
    facts = next(t["facts"] for t in web.get("/api/things").json() if (t["kind"], t["key"]) == ("stencil", design["key"]))
    assert (facts["note"], facts["named"]) == ("lent to the growers", named)
    assert web.put("/api/stencils/named", json={"name": "no such sheet", "named": named}).status_code == 204
