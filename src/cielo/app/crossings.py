"""Crossings: the chosen inks over each other on the chosen stock, as a chart, a strip, sheets and readings."""

from dataclasses import dataclass, replace

from cielo.app.shelf import find_inks, find_stock
from cielo.core.advice.crossing_checks import Crossing, cross_all
from cielo.core.bounds import Lab
from cielo.core.materials import Ink, MeasuredCrossing, Stock, Swatch
from cielo.core.optics.films import film_of
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.optics.hue import say_colour
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.learn import learn
from cielo.core.optics.lights import LIGHTS, lab_under
from cielo.core.optics.spectra import Array
from cielo.core.sequence.lightness import light_to_dark
from cielo.core.simulation.strip import Strip, gradient_strip
from cielo.core.units import Units
from cielo.errors import BadInput, NotFound
from cielo.exchange.cgats import Table, read_cgats, write_cgats
from cielo.exchange.swatch_pdf import Patch, write_sheet
from cielo.store.database import Store
from cielo.store.shelf import (
    forget_crossing,
    put_on_shelf,
    read_crossings,
    read_inks,
    read_stocks,
    write_crossing,
)

MOST_INKS = 9
STRENGTHS = (1, 2, 3)


@dataclass(frozen=True, eq=False)
class Chart:
    """Every crossing of some inks on a stock, to be seen by a light."""

    stock: Stock
    light: str
    inks: tuple[Ink, ...]
    crossings: tuple[Crossing, ...]
    warnings: tuple[str, ...]

    def hex_of(self, reflectance: Array) -> str:
        """A reflectance, (31,), as it is seen by the chart's light."""
        return hex_from_lab(lab_under(reflectance, self.light))


def chart(store: Store, stock_key: str, ink_keys: tuple[str, ...], light: str) -> Chart:
    """The chart. Raises NotFound for what is not on the shelf, BadInput for too many inks or an unknown light."""
    if light not in LIGHTS:
        raise BadInput(f"there is no light {light!r}.", field="light", mend=f"Choose one of: {', '.join(LIGHTS)}.")
    stock, inks = _choose(store, stock_key, ink_keys)
    with store.reading() as session:
        kept = read_crossings(session, stock_key)
    known = {ink.key: ink for ink in inks}
    measured = learn(stock.paper, known, [c for c in kept if c.bottom in known and c.top in known])
    crossings = cross_all(stock.paper, inks, measured)
    names = {ink.key: ink.name for ink in inks}
    warnings = (
        *(warning for ink in inks for warning in film_of(ink, stock.paper).warnings),
        *(
            f"The reading of {names[top]} over {names[bottom]} is left aside: nothing of the two comes nearer than {off:.0f}."
            for (bottom, top), off in measured.unreached.items()
        ),
    )
    return Chart(stock, light, inks, crossings, warnings)


def strip(store: Store, stock_key: str, ink_keys: tuple[str, ...], length_mm: float, carry_mm: float) -> Strip:
    """A gradient strip of inks in the order given. Raises NotFound and BadInput."""
    stock, inks = _choose(store, stock_key, ink_keys)
    if len(inks) < 2:
        raise BadInput("a gradient takes two inks at least.", field="inks", mend="Choose another ink.")
    with store.reading() as session:
        crossings = read_crossings(session, stock_key)
    return gradient_strip(stock, inks, length_mm, carry_mm, crossings=crossings)


def sorted_for(store: Store, stock_key: str, ink_keys: tuple[str, ...]) -> tuple[str, ...]:
    """The inks' keys, light to dark on a stock."""
    stock, inks = _choose(store, stock_key, ink_keys)
    return tuple(ink.key for ink in light_to_dark(stock.paper, inks))


def keep_crossing(store: Store, stock_key: str, bottom: str, top: str, lab: Lab) -> None:
    """Keep a crossing the maker measured. Raises NotFound for what is not on the shelf, BadInput for an ink over itself."""
    if bottom == top:
        raise BadInput("an ink over itself is no crossing.", field="top", mend="Choose two inks.")
    stock, inks = _choose(store, stock_key, (bottom, top))
    learnt = learn(stock.paper, {ink.key: ink for ink in inks}, [MeasuredCrossing(bottom, top, lab)])
    if learnt.unreached:
        names = {ink.key: ink.name for ink in inks}
        raise BadInput(
            f"{names[top]} over {names[bottom]} on {stock.name} cannot look like that: no film of the two comes nearer than "
            f"{learnt.unreached[bottom, top]:.0f} (CIELAB).",
            field="colour",
            mend="Read it again, dry and on that stock, or correct the swatches of the two inks.",
        )
    with store.transaction() as session:
        write_crossing(session, stock_key, MeasuredCrossing(bottom, top, lab))


def drop_crossing(store: Store, stock_key: str, bottom: str, top: str) -> None:
    """Forget a measured crossing."""
    with store.transaction() as session:
        forget_crossing(session, stock_key, bottom, top)


def chart_sheet(store: Store, stock_key: str, ink_keys: tuple[str, ...], light: str, units: Units) -> bytes:
    """The predicted chart as PDF."""
    made = chart(store, stock_key, ink_keys, light)
    names = {ink.key: ink.name for ink in made.inks}
    patches = [
        Patch(
            names[c.top] if c.bottom == c.top else f"{names[c.top]} over {names[c.bottom]}",
            f"{c.passes} pass{'es' if c.passes > 1 else ''}, {say_colour(c.lab)}" + ("  !" if c.marks else ""),
            made.hex_of(c.reflectance),
        )
        for c in made.crossings
    ]
    lines = [
        f"On {made.stock.name}, seen by {LIGHTS[light].name}, dry between the inks.",
        "Predicted, not measured, and a printer alters colours: trust the screen before this sheet.",
        "A ! marks a crossing that turns dull, brown, or does not show.",
    ]
    return write_sheet("Crossings", lines, patches, units)


def swatch_sheet(store: Store, stock_key: str, ink_keys: tuple[str, ...], units: Units) -> bytes:
    """A sheet to print on the stock and ink by hand, then read: the swatches this stock's predictions want."""
    stock, inks = _choose(store, stock_key, ink_keys)
    patches = [Patch(name, note, None) for name, note, _ in _wanted(inks)]
    lines = [
        f"Print 1:1 on {stock.name}, ink each square as it says, let it dry, and read it under D50.",
        "One full pass is straight from the pad until the square is even. Off-load nothing; keep the brush clean.",
    ]
    return write_sheet("Swatches to ink", lines, patches, units)


def _wanted(inks: tuple[Ink, ...]) -> list[tuple[str, str, tuple[tuple[str, int], ...]]]:
    """The squares of a swatch sheet: name, what to do, and the stack."""
    alone = [(f"{ink.name} x{n}", f"{n} full pass{'es' if n > 1 else ''}", ((ink.key, n),)) for ink in inks for n in STRENGTHS]
    crossed = [
        (f"{a.name} + {b.name}", f"{a.name}, dry, {b.name}", ((a.key, 1), (b.key, 1)))
        for i, a in enumerate(inks)
        for b in inks[i + 1 :]
    ]
    return [*alone, *crossed]


def predicted_readings(store: Store, stock_key: str, ink_keys: tuple[str, ...]) -> bytes:
    """What the swatch sheet should read, as CGATS: predictions, to be compared or overwritten with readings."""
    stock, inks = _choose(store, stock_key, ink_keys)
    known = {ink.key: ink for ink in inks}
    rows = []
    for number, (name, _, stack) in enumerate(_wanted(inks), 1):
        lab = lab_of_stack(stock.paper, known, [(key, float(n)) for key, n in stack])
        rows.append((str(number), name, *(f"{value:.2f}" for value in lab)))
    keywords = {
        "ORIGINATOR": "Cielo",
        "DESCRIPTOR": f"Predicted swatches on {stock.name}",
        "INSTRUMENTATION": "predicted, D50, 2 degrees",
        "CIELO_STOCK": stock.key,
    }
    return write_cgats(Table(("SAMPLE_ID", "SAMPLE_NAME", "LAB_L", "LAB_A", "LAB_B"), tuple(rows), keywords))


@dataclass(frozen=True)
class Taken:
    """What readings changed: names of inks with new swatches, how many crossings, and what was odd."""

    inks: tuple[str, ...]
    crossings: int
    warnings: tuple[str, ...]


def take_readings(store: Store, stock_key: str, data: bytes) -> Taken:
    """Readings of a swatch sheet made on a stock: new swatches for its inks, and measured crossings.

    Raises BadInput naming the row or ink when anything is wrong; then nothing is stored.
    """
    table = read_cgats(data)
    names, colours = table.column("SAMPLE_NAME"), table.lab()
    with store.transaction() as session:
        on_shelf = {ink.name: ink for ink in read_inks(session)}
        stock = next((s for s in read_stocks(session) if s.key == stock_key), None)
        if stock is None:
            raise NotFound(f"no stock {stock_key!r} is on the shelf.", field="stock", mend="Choose one that is.")
        swatches: dict[str, list[Swatch]] = {}
        crossed: list[MeasuredCrossing] = []
        for row, (name, lab) in enumerate(zip(names, colours, strict=True), 1):
            if " + " in name:
                bottom, top = (_named(on_shelf, part, row) for part in name.split(" + ", 1))
                crossed.append(MeasuredCrossing(bottom.key, top.key, lab))
                continue
            ink_name, _, count = name.rpartition(" x")
            ink = _named(on_shelf, ink_name or name, row)
            if not (count.isdigit() and 1 <= int(count) <= 20):
                raise BadInput(f"row {row} is called {name!r}.", field=f"row {row}", mend="Write it as: Yucca 1 x2.")
            swatches.setdefault(ink.name, []).append(Swatch(float(count), lab))
        renewed = [replace(on_shelf[name], swatches=tuple(found), measured_on=stock.paper) for name, found in swatches.items()]
        warnings = tuple(warning for ink in renewed for warning in film_of(ink, stock.paper).warnings)
        merged = {**on_shelf, **{ink.name: ink for ink in renewed}}
        put_on_shelf(session, tuple(merged.values()), ())
        for crossing in crossed:
            write_crossing(session, stock_key, crossing)
    return Taken(tuple(swatches), len(crossed), warnings)


def _named(on_shelf: dict[str, Ink], name: str, row: int) -> Ink:
    if name not in on_shelf:
        raise BadInput(f"row {row} names {name!r}, which is not on the shelf.", field=f"row {row}", mend="Check its name.")
    return on_shelf[name]


def _choose(store: Store, stock_key: str, ink_keys: tuple[str, ...]) -> tuple[Stock, tuple[Ink, ...]]:
    if len(ink_keys) > MOST_INKS or len(set(ink_keys)) < len(ink_keys):
        raise BadInput(f"choose up to {MOST_INKS} different inks.", field="inks")
    return find_stock(store, stock_key), find_inks(store, ink_keys)
