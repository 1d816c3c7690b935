"""The web application and its demo, on this machine alone."""

from pathlib import Path
from typing import Annotated

import typer

from cielo.cli.common import (
    AsJson,
    Database,
    Port,
    app,
    data_folder,
    print_json,
)
from cielo.errors import BadInput

WEB_ROOT = Path(__file__).resolve().parents[3] / "web" / "dist"


@app.command()
def demo(db: Database = None, port: Port = 8490, fill_only: Annotated[bool, typer.Option("--fill-only")] = False) -> None:
    """Fill a new database with the demo and serve it."""
    from cielo.demo.fill import fill_file

    path = db or data_folder() / "demo.sqlite"
    if fill_file(path):
        print("The Dry Garden Society's winter show is laid out.", flush=True)
    if not fill_only:
        serve(path, port)


@app.command()
def serve(db: Database = None, port: Port = 8490) -> None:
    """Serve Cielo on this machine alone."""
    import socket

    import uvicorn

    from cielo.api.main import create_app
    from cielo.store.database import Store

    listener = socket.socket()
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind(("127.0.0.1", port))
    except OSError as error:
        raise BadInput(
            f"port {port} is taken.", field="--port", mend="Stop what uses it, or give another with --port."
        ) from error
    web = WEB_ROOT if (WEB_ROOT / "index.html").is_file() else None
    from threading import Thread

    from cielo.app.logbook import write_log
    from cielo.app.warm import warm_up

    path = db or data_folder() / "cielo.sqlite"
    application = create_app(Store(path), web)
    write_log(path)
    Thread(target=warm_up, daemon=True).start()
    print(f"Cielo is at http://127.0.0.1:{listener.getsockname()[1]}  (Ctrl-C stops it)", flush=True)
    if web is None:
        print("The pages are not built; only the API answers. Build them with: make web", flush=True)
    # Pages that listen for others' edits are let go after a second, and ask again when Cielo is back.
    uvicorn.Server(uvicorn.Config(application, log_level="critical", timeout_graceful_shutdown=1)).run(sockets=[listener])


@app.command()
def backup(file: Annotated[Path, typer.Argument(metavar="FILE", help="the file to write")], db: Database = None) -> None:
    """A whole copy of the database as one file, checked; Cielo may be running meanwhile."""
    from cielo.store.backups import backup_to

    backup_to(db or data_folder() / "cielo.sqlite", file)
    print(f"Everything is in {file}.")


@app.command()
def restore(file: Annotated[Path, typer.Argument(metavar="FILE", help="a backup")], db: Database = None) -> None:
    """Put a backup in the place of the database, once it is checked; what stood there is kept beside it. Stop Cielo first."""
    from cielo.store.backups import restore_from

    kept = restore_from(file, db or data_folder() / "cielo.sqlite")
    print("The backup is in its place." + (f" What stood there is kept as {kept.name}." if kept else ""))


@app.command()
def doctor(db: Database = None, as_json: AsJson = False) -> None:
    """What Cielo finds of its database, loops, letters and room, and mends what it safely can; exit code 1 when something is wrong."""
    from cielo.app.doctor import examine

    found = examine(db or data_folder() / "cielo.sqlite", WEB_ROOT)
    if as_json:
        print_json([{"what": one.what, "fine": one.fine, "found": one.found, "mend": one.mend} for one in found])
    else:
        for one in found:
            print(f"{'fine ' if one.fine else 'WRONG'}  {one.what}: {one.found}" + (f" {one.mend}" if one.mend else ""))
    if not all(one.fine for one in found):
        raise typer.Exit(1)
