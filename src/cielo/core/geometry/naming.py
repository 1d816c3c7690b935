"""What the openings of a sheet are called: by where they lie on the panel, and in rows where several lie near each other."""

from collections import Counter

from cielo.core.geometry.shapes import Opening, openings_of
from cielo.core.keeping import kept
from cielo.core.plan import Mask

DOWN, ACROSS = ("upper", "middle", "lower"), ("left", "middle", "right")
NTH = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth", "eleventh", "twelfth")


@kept
def opening_names(mask: Mask, width_mm: float, height_mm: float) -> dict[str, str]:
    """The names of a sheet's openings, by key: as the maker calls them, or else by where they lie: "upper left", or "second from the
    left in the third row", of which no two are alike."""
    openings = openings_of(mask, width_mm, height_mm)
    places = {opening.key: _place(opening, width_mm, height_mm) for opening in openings}
    alone = Counter(places.values())
    in_rows = _in_rows(openings)
    by_place = {key: place if alone[place] == 1 else in_rows[key] for key, place in places.items()}
    return by_place | {one.opening: one.name for one in mask.named if not one.others and one.opening in by_place}


def _place(opening: Opening, width_mm: float, height_mm: float) -> str:
    """In which ninth of the panel the middle of an opening lies."""
    x, y = opening.shape.centroid.x, opening.shape.centroid.y
    down, across = (min(2, max(0, int(3 * share))) for share in (y / height_mm, x / width_mm))
    if down == across == 1:
        return "middle"
    return f"{DOWN[down]} {ACROSS[across]}"


def _in_rows(openings: tuple[Opening, ...]) -> dict[str, str]:
    """Openings counted from the left in rows from the top; a row holds those whose middles lie within half the height of its first."""
    left = sorted(openings, key=lambda opening: opening.shape.centroid.y)
    names: dict[str, str] = {}
    row = 0
    while left:
        first = left[0]
        high = first.shape.bounds[3] - first.shape.bounds[1]
        here = [o for o in left if o.shape.centroid.y <= first.shape.centroid.y + high / 2]
        for n, opening in enumerate(sorted(here, key=lambda o: o.shape.centroid.x)):
            names[opening.key] = f"{_nth(n)} from the left in the {_nth(row)} row"
        left = [o for o in left if o not in here]
        row += 1
    return names


def _nth(n: int) -> str:
    return NTH[n] if n < len(NTH) else f"{n + 1}th"
