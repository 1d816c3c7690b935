"""The shelf by files: brought in and written out."""

from pathlib import Path
from typing import Annotated, Any

import typer

from cielo.cli.common import AsJson, Database, app, data_folder, make_folder, print_json, read_file, write_file
from cielo.errors import BadInput, CieloError


@app.command(name="import")
def bring_in(
    files: Annotated[
        list[Path], typer.Argument(metavar="FILE...", help="plan files, CSV of the shelf, palettes (GPL), readings (CGATS)")
    ],
    db: Database = None,
    stock: Annotated[str | None, typer.Option(help="the stock of a palette or readings, by its key")] = None,
    preview: Annotated[bool, typer.Option("--preview", help="show what would change, and change nothing")] = False,
    as_json: AsJson = False,
) -> None:
    """Import files into a database. Exit code 1 if rows are skipped, 2 if a file can't be used."""
    from cielo.store.database import Store

    store = Store(db or data_folder() / "cielo.sqlite")
    told: list[dict[str, Any]] = []
    try:
        for path in files:
            try:
                told.append({"file": path.name, **_take(store, path, stock, not preview)})
            except CieloError as error:
                field = f"{path.name}, {error.field}" if error.field else path.name
                raise BadInput(error.reason, field=field, mend=error.mend) from error
    finally:
        store.close()
    if as_json:
        print_json(told)
    else:
        for one in told:
            print(f"{one['file']}: {one['said']}")
            for row in one.get("wrong", []):
                print(f"    row {row['row']}, {row['field']}: {row['why']} {row['mend']}")
    if any(one.get("wrong") for one in told):
        raise typer.Exit(1)


def _take(store: Any, path: Path, stock: str | None, take: bool) -> dict[str, Any]:
    from cielo.app.cards import import_card
    from cielo.app.crossings import take_readings
    from cielo.app.shelf import find_stock, look_at_shelf
    from cielo.app.shelf_files import import_csv, import_palette, kind_of_file
    from cielo.exchange.plan_file import read_plan

    data, ending = read_file(path), path.suffix.lower()
    if ending == ".json":
        title = import_card(store, data).revision.plan.title if take else read_plan(data).title
        return {"said": f"the card {title}{'' if take else ' would come'}", "card": title}
    stocks = look_at_shelf(store).stocks
    on = stock or (stocks[0].key if stocks else "")
    if ending in (".txt", ".cgats", ".ti3"):
        if not take:
            raise BadInput("readings cannot be previewed.", mend="Leave --preview out.")
        taken = take_readings(store, on, data)
        return {
            "said": f"swatches for {', '.join(taken.inks) or 'no ink'}, {taken.crossings} crossings",
            "inks": list(taken.inks),
        }
    if ending == ".gpl":
        found = import_palette(store, data, stock=find_stock(store, on).paper, take=take)
    elif ending == ".csv":
        found = import_csv(store, kind_of_file(path.name, data), data, take=take)
    else:
        raise BadInput("this kind of file is not known.", mend="Bring in .cielo.json, .csv, .gpl, or readings as .txt.")
    counts = {does: sum(row.does == does for row in found.rows) for does in ("add", "change", "same", "wrong")}
    verb = "added" if take else "to add"
    said = f"{counts['add']} {verb}, {counts['change']} changed, {counts['same']} as they were, {counts['wrong']} wrong"
    return {"said": said, "kind": found.kind, **counts, "wrong": [vars(row) for row in found.rows if row.does == "wrong"]}


@app.command()
def export(
    out: Annotated[Path, typer.Option(help="the folder to write into")],
    db: Database = None,
    as_json: AsJson = False,
) -> None:
    """Export everything: every card as a plan file, the shelf as CSV, the inks as a palette."""
    from cielo.app.cards import list_cards
    from cielo.app.shelf_files import KINDS, export_csv, export_palette
    from cielo.exchange.plan_file import write_plan
    from cielo.exchange.shelf_csv import key_of
    from cielo.store.database import Store

    path = db or data_folder() / "cielo.sqlite"
    if not path.is_file():
        raise BadInput("there is no such database.", field="--db", mend="Give the file that cielo serve or cielo demo uses.")
    store = Store(path)
    make_folder(out)
    written: list[str] = []
    try:
        for kind in KINDS:
            write_file(out / f"{kind}s.csv", export_csv(store, kind))
            written.append(f"{kind}s.csv")
        write_file(out / "inks.gpl", export_palette(store))
        written.append("inks.gpl")
        for card in list_cards(store):
            plan = card.revision.plan
            name = f"{key_of(plan.title)}-{card.revision.card_id[:6]}.cielo.json"
            write_file(out / name, write_plan(plan))
            written.append(name)
    finally:
        store.close()
    if as_json:
        print_json({"folder": str(out), "files": written})
    else:
        print(f"{len(written)} files in {out}.")


@app.command()
def archive(
    file: Annotated[Path, typer.Argument(metavar="FILE", help="the archive to write, *.zip")], db: Database = None
) -> None:
    """Save everything in one archive: cards with their history, shelf, stencils, bench."""
    from cielo.app.archive import archive_all
    from cielo.store.database import Store

    path = db or data_folder() / "cielo.sqlite"
    if not path.is_file():
        raise BadInput("there is no such database.", field="--db", mend="Give the file that cielo serve or cielo demo uses.")
    store = Store(path)
    try:
        write_file(file, archive_all(store), hers_alone=True)
    finally:
        store.close()
    print(f"Everything is saved in {file}.")


@app.command()
def unpack(file: Annotated[Path, typer.Argument(metavar="FILE", help="an archive, *.zip")], db: Database = None) -> None:
    """Load an archive into an empty database."""
    from cielo.app.archive import put_all, read_all
    from cielo.exchange.archive import LARGEST_BYTES
    from cielo.store.database import Store

    found = read_all(read_file(file, LARGEST_BYTES))  # before there is a database, so that what is no archive leaves none
    path = db or data_folder() / "cielo.sqlite"
    new = not path.exists()
    store = Store(path)
    try:
        came = put_all(store, found)
    except CieloError:
        store.close()
        if new:
            path.unlink(missing_ok=True)
        raise
    store.close()
    print(f"Loaded {came} cards, the shelf and everything that belongs to them.")
