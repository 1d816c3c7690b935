"""A proof has an address by what it depends on: the same address is the same picture, and what is not changed keeps its own."""

from dataclasses import replace

import pytest
from fastapi.testclient import TestClient

from cielo.app.pictures import panel_png
from cielo.app.proofs import proof_keys
from cielo.core.plan import Brush, Plan, PutOn
from cielo.demo.cards import demo_plans

DEMO = demo_plans()


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
def test_keys_change_where_the_picture_does_and_nowhere_else(plan: Plan) -> None:
    """Of every brushing of every demo card, one pass more: earlier proofs keep their keys, and an equal key is an equal picture."""
    keys = proof_keys(plan)
    assert len(set(keys)) == len(keys) == len(plan.steps) + 1
    assert proof_keys(replace(plan, title="Another", wishes=(), focal=(), cuts=())) == keys
    put_on = {step.piece: n for n, step in enumerate(plan.steps) if isinstance(step, PutOn)}
    beside = replace(plan, pieces=tuple(piece for piece in plan.pieces if piece.key in put_on))
    assert proof_keys(beside) == keys, "what is never put on the panel is not seen on it"
    for piece in beside.pieces:
        turned = replace(beside, pieces=tuple(replace(p, angle_deg=p.angle_deg + 5) if p is piece else p for p in beside.pieces))
        after, at = proof_keys(turned), put_on[piece.key] + 1
        assert after[:at] == keys[:at]
        assert after[at] != keys[at]
    brushes = [n for n, step in enumerate(plan.steps) if isinstance(step, Brush)]
    for n in brushes:
        step = plan.steps[n]
        assert isinstance(step, Brush)
        changed = replace(plan, steps=(*plan.steps[:n], replace(step, passes=step.passes % 6 + 1), *plan.steps[n + 1 :]))
        after = proof_keys(changed)
        assert after[: n + 1] == keys[: n + 1]
        assert all(a != b for a, b in zip(after[n + 1 :], keys[n + 1 :], strict=True))
    n = brushes[-1]
    moved = replace(plan, steps=(*plan.steps[:n], *plan.steps[n + 1 :]))
    for done, key in enumerate(proof_keys(moved)):
        if key in keys:
            assert panel_png(moved, 12, done) == panel_png(plan, 12, keys.index(key))


@pytest.mark.parametrize("change", ["card", "stock", "inks", "masks"])
def test_keys_hang_on_all_that_is_seen(change: str) -> None:
    plan = next(plan for plan in DEMO if plan.masks)
    keys = proof_keys(plan)
    if change == "card":
        other = replace(plan, card=replace(plan.card, width_mm=plan.card.width_mm + 3))
    elif change == "stock":
        other = replace(plan, stock=replace(plan.stock, paper=replace(plan.stock.paper, surface="synthetic")))
    elif change == "inks":
        inks = tuple(replace(ink, dye_share=0.11, hiding=ink.hiding * 1.3) for ink in plan.inks)
        other = replace(plan, inks=inks)
    else:
        other = replace(plan, masks=tuple(replace(mask, x_mm=mask.x_mm + 1) for mask in plan.masks))
    assert proof_keys(other)[-1] != keys[-1]


def test_a_proof_is_kept_by_its_key_and_one_that_is_out_of_date_is_not(web: TestClient) -> None:
    card = web.get("/api/cards").json()[0]
    reading = web.get(f"/api/cards/{card['id']}").json()["reading"]
    last = len(reading["steps"])
    address = f"/api/cards/{card['id']}/proof/{reading['steps'][-1]['proof']}.png?steps={last}"
    kept = web.get(address)
    assert "immutable" in kept.headers["cache-control"]
    assert kept.content.startswith(b"\x89PNG")
    stale = web.get(f"/api/cards/{card['id']}/proof/{'0' * 18}.png?steps={last}")
    assert stale.headers["cache-control"] == "no-store"
    assert stale.content == kept.content


def test_tilted_to_a_lamp_and_refused_where_that_is_no_place(web: TestClient) -> None:
    card = web.get("/api/cards").json()[0]
    address = f"/api/cards/{card['id']}/picture.png?revision={card['revision']}&dpi=20"
    flat, tilted = web.get(address), web.get(f"{address}&lamp=20,30.5")
    assert flat.status_code == tilted.status_code == 200
    refused = web.get(f"{address}&lamp=here")
    assert refused.status_code == 422
    assert "lamp" in refused.json()["field"]
