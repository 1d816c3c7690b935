"""What no hand can do, by command: a colour found, a gradient evened, a seam bridged, the same card in other inks."""

import sys
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any

import typer

from cielo.cli.common import About, AsJson, PlanFile, app, make_folder, plan_of, print_json, read_file, write_file
from cielo.cli.inks import Shelf, inks_of, inks_or_usual, lab_of, stock_or_usual
from cielo.errors import BadInput

if TYPE_CHECKING:
    from cielo.core.plan import Plan


@app.command()
def find(
    plan: PlanFile,
    lab: Annotated[str, typer.Option(help="the colour you want, as L,a,b in daylight")],
    shelf: Shelf = None,
    most: Annotated[int, typer.Option(min=1, max=40, help="how many recipes, at most")] = 8,
    as_json: AsJson = False,
) -> None:
    """Find recipes of one to three inks for a colour on the plan's stock, the closest first."""
    from cielo.core.solvers.find import find_colour

    wanted = lab_of(lab)
    with About(plan):
        document: Plan = plan_of(plan)
    from cielo.core.simulation.measured import measured_of

    inks = inks_of(document, shelf)
    found = find_colour(wanted, document.stock, inks, most, measured_of(document))
    if as_json:
        print_json(
            {
                "recipes": [
                    {
                        "laid": [[key, strength] for key, strength in recipe.laid],
                        "lab": [round(v, 3) for v in recipe.lab],
                        "difference": recipe.difference,
                        "band": recipe.band,
                    }
                    for recipe in found.recipes
                ],
                "reachable": found.reachable,
            }
        )
        return
    named = {ink.key: ink.name for ink in inks}
    for recipe in found.recipes:
        parts = [
            f"{named[key]}, {count} {'strong' if touch == 'full' else touch} pass{'es' if count > 1 else ''}"
            for (key, _), (touch, count) in zip(recipe.laid, recipe.passes, strict=True)
        ]
        print(f"{recipe.difference:4.1f} away (sure to {recipe.band:.1f}): {'; dry; then '.join(parts)}.")
    if not found.recipes:
        print("None of these inks can be brushed on.")
    elif not found.reachable:
        print("These inks can't reach that colour on this stock; these are the closest.")


@app.command()
def even(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the plan file to write")],
    as_json: AsJson = False,
) -> None:
    """Smooth the gradient: move its bands and overlaps until it changes evenly."""
    from cielo.core.solvers.even import even_gradient
    from cielo.exchange.plan_file import write_plan

    with About(plan), typer.progressbar(length=100, label="Evening", file=sys.stderr) as bar:
        evened = even_gradient(plan_of(plan), lambda share: bar.update(round(100 * share) - bar.pos))
    write_file(out, write_plan(evened.plan))
    if as_json:
        print_json({"before": round(evened.before, 4), "after": round(evened.after, 4), "floor": round(evened.floor, 4)})
    elif evened.after < evened.before:
        print(f"The steepest change is now {evened.after:.1f} per mm (before: {evened.before:.1f}). Saved to {out}.")
    else:
        print(f"Already as smooth as it gets: {evened.before:.1f} per mm at the steepest. Saved to {out}.")


@app.command()
def bridge(
    plan: PlanFile,
    between: Annotated[str, typer.Option(help="two inks of the plan, as KEY,KEY")],
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Keep two inks lively where they meet: with an ink between, white, or a gap."""
    from cielo.core.solvers.bridge import bridges

    with About(plan):
        document: Plan = plan_of(plan)
    keys = [key.strip() for key in between.split(",")]
    known = {ink.key: ink for ink in document.inks}
    if len(keys) != 2 or any(key not in known for key in keys):
        raise BadInput("two inks of the plan are wanted.", field="--between", mend=f"It has: {', '.join(known)}.")
    ways = bridges(document.stock, known[keys[0]], known[keys[1]], inks_of(document, shelf))
    if as_json:
        print_json(
            [
                {"kind": way.kind, "ink": way.ink.key if way.ink else None, "liveliness": way.liveliness, "steepest": way.steepest,
                 "colours": [[round(v, 2) for v in lab] for lab in way.colours]}
                for way in ways
            ]
        )  # fmt: skip
        return
    for way in ways:
        named = f" ({way.ink.name})" if way.ink else ""
        print(f"{way.kind}{named}: its dullest place keeps {min(way.liveliness, 1):.0%} of the colour of the duller ink.")


@app.command()
def colourways(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the folder to write plans into")],
    count: Annotated[int, typer.Option(min=1, max=20, help="how many")] = 3,
    on: Annotated[str | None, typer.Option(help="another stock of the shelf, by its key")] = None,
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Try the card in other inks, as light and dark as it is. Without a shelf: in its own inks and the basic ones."""
    from cielo.core.solvers.colourways import colourways as worked_out
    from cielo.exchange.plan_file import write_plan

    with About(plan):
        document: Plan = plan_of(plan)
    inks = inks_or_usual(document, shelf)
    stock = stock_or_usual(on, shelf) if on else None
    with typer.progressbar(length=100, label="Colourways", file=sys.stderr) as bar:
        ways = worked_out(document, inks, count, lambda share: bar.update(round(100 * share) - bar.pos), stock)
    make_folder(out)
    listed: list[dict[str, Any]] = []
    for number, way in enumerate(ways, 1):
        file = out / f"colourway-{number}.cielo.json"
        write_file(file, write_plan(way.plan))
        listed.append({"file": str(file), "inks": dict(way.inks), "apart": way.apart, "lightness_off": way.lightness_off})
    if as_json:
        print_json(listed)
        return
    named = {ink.key: ink.name for ink in inks}
    for line in listed:
        changed = ", ".join(f"{named[new]} for {named[old]}" for old, new in line["inks"].items() if old != new)
        print(f"{line['file']}: {changed}. {line['apart']:.0f} from the nearest of the others.")
    if len(ways) < count:
        print(f"Only {len(ways)} of {count} differ clearly and keep the card's light and dark; more inks would give more.")


@app.command()
def from_picture(
    plan: PlanFile,
    photo: Annotated[Path, typer.Argument(metavar="PHOTO", help="a photograph of a sky, a cloth, a wall")],
    out: Annotated[Path, typer.Option(help="the plan file to write")],
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Make a ground from a photograph: its colours and how they run, in the closest inks, on the plan's card and stock."""
    from cielo.app.solving import picture_to_ground
    from cielo.exchange.photo import LARGEST_BYTES
    from cielo.exchange.plan_file import write_plan

    with About(plan):
        document: Plan = plan_of(plan)
    with About(photo):
        made = picture_to_ground(document, read_file(photo, LARGEST_BYTES), inks_of(document, shelf))
    write_file(out, write_plan(made.plan))
    colours = [
        {"lab": [round(v, 2) for v in seen.lab], "share": round(seen.share, 3), "ink": ink.key, "difference": off}
        for seen, ink, off in zip(made.seen, made.inks, made.off, strict=True)
    ]
    if as_json:
        print_json({"way": made.way, "colours": colours})
        return
    for seen, ink, off in zip(made.seen, made.inks, made.off, strict=True):
        print(f"{seen.share:.0%} of it in {ink.name}, {off:.1f} away.")
    print(f"{'Patches' if made.way == 'patches' else f'Bands that run {made.way}'}, saved to {out}.")
