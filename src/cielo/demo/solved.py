"""Cards of the demo that were worked out: the dusk in other inks, a card from a wish, moths spread evenly, and what the dusk left over.

They are kept as plan files beside this one, so that the demo begins at once; ``python -m cielo.demo.solved`` works them out anew.
"""

from dataclasses import replace
from pathlib import Path

from cielo.app.cutting import lay_out_pieces
from cielo.core.order.derive import with_derived
from cielo.core.plan import At, Brush, BuiltIn, Plan, Print
from cielo.core.solvers.colourways import colourways
from cielo.core.solvers.place import spread_evenly
from cielo.core.solvers.use_up import second_cards
from cielo.core.solvers.wish import Wish, blank_of, grounds_for
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS
from cielo.exchange.plan_file import read_plan, write_plan

FOLDER = Path(__file__).with_name("plans")


def solved_plans() -> tuple[Plan, ...]:
    """The solvers' answers on the demo's own shelf, as a maker would take them."""
    return tuple(read_plan(path.read_bytes()) for path in sorted(FOLDER.glob("*.cielo.json")))


def work_out() -> tuple[Plan, ...]:
    """Them anew, from the demo's own cards and shelf."""
    dusk = next(plan for plan in demo_plans() if plan.title == "Dusk over dunes")
    (other,) = colourways(dusk, INKS, 1)
    wished = grounds_for(Wish("a quiet sea", minutes=30, focal="dark"), blank_of(dusk), INKS)[0]
    offcuts = [
        offcut
        for stock in lay_out_pieces(dusk, 2, "twelve").stocks
        if stock.of == dusk.stock.name
        for nested in stock.sheets
        for offcut in nested.offcuts
    ]
    second = second_cards(dusk, offcuts, {"cholla-7": 4}, INKS)[0]
    return (
        replace(other.plan, title="Dusk, in other inks"),
        replace(wished.plan, title="A quiet sea, as wished"),
        _moths(replace(wished.plan, title="Moths, spread evenly")),
        replace(second.proposed.plan, title="What the dusk left over"),
    )


def _moths(plan: Plan) -> Plan:
    """Five moths on a wished ground, as far from each other and the edges as it lets them be."""
    darkest = plan.inks[-1]
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    places = tuple(At(width * 0.3 + 6 * n, height * 0.4, 40.0 * n - 70) for n in range(5))
    moths = Brush("moths", darkest.key, "stamp", Print(BuiltIn("moth"), 24.0, places), "first", 1, "dry")
    return spread_evenly(with_derived(replace(plan, steps=(*plan.steps, moths))), "moths").plan


def write_all() -> None:
    """Work them out and write them."""
    FOLDER.mkdir(exist_ok=True)
    for number, plan in enumerate(work_out(), 1):
        (FOLDER / f"{number}.cielo.json").write_bytes(write_plan(plan))


if __name__ == "__main__":
    write_all()
