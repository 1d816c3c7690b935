"""Fill an empty database with the demo."""

from cielo.app.cards import list_cards, start_card
from cielo.app.shelf import fill_shelf
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import SHELF
from cielo.store.database import Store


def fill(store: Store) -> bool:
    """Put the demo into a store that has no card; False when it already has some."""
    if list_cards(store):
        return False
    fill_shelf(store, SHELF)
    for plan in reversed(demo_plans()):
        start_card(store, plan, f"start {plan.title}")
    return True
