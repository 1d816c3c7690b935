"""The web application and its demo, on this machine alone, or with --lan for the tablet at the table."""

import subprocess
import sys
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

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

if TYPE_CHECKING:
    from cielo.api.main import Lan

WEB_ROOT = Path(__file__).resolve().parents[3] / "web" / "dist"


@app.command()
def demo(db: Database = None, port: Port = 8490, fill_only: Annotated[bool, typer.Option("--fill-only")] = False) -> None:
    """Start Cielo with the demo cards in a new database."""
    path = db or data_folder() / "demo.sqlite"
    if not fill_only:
        # By a process of its own, so that what filling takes is not held by the one that serves.
        filling = [sys.executable, "-c", "from cielo.cli import main; main()", "demo", "--db", str(path), "--fill-only"]
        filled = subprocess.run(filling, check=False)
        if filled.returncode:
            raise typer.Exit(filled.returncode)
        serve(path, port)
        return
    from cielo.app.films_kept import begin
    from cielo.demo.fill import fill_file

    begin()
    if fill_file(path):
        print("The Dry Garden Society's winter show is ready.", flush=True)


@app.command()
def serve(
    db: Database = None,
    port: Port = 8490,
    lan: Annotated[bool, typer.Option("--lan", help="let a tablet or phone on your network in, with a code")] = False,
    certificate: Annotated[
        Path | None, typer.Option(help="with --lan: a certificate (PEM), so that nobody can listen in")
    ] = None,
    key: Annotated[Path | None, typer.Option(help="its private key (PEM)")] = None,
) -> None:
    """Start Cielo for this computer, or with --lan for a tablet or phone that you let in with a code."""
    import socket

    import uvicorn

    from cielo.api.gate import Gate
    from cielo.api.main import create_app
    from cielo.store.database import Store

    if (certificate is None) != (key is None) or (certificate is not None and not lan):
        raise BadInput("a certificate goes with its key, and with --lan.", field="--certificate", mend="Give all three.")
    for file, field in ((certificate, "--certificate"), (key, "--key")):
        if file is not None and not file.is_file():
            raise BadInput(f"there is no file {file.name}.", field=field, mend="Give a PEM file.")
    if certificate is not None:
        import ssl

        try:
            ssl.create_default_context(ssl.Purpose.CLIENT_AUTH).load_cert_chain(certificate, key)
        except (ssl.SSLError, OSError) as error:
            raise BadInput(
                "the certificate and its key cannot be used.", field="--certificate", mend="Give both as PEM, of one pair."
            ) from error
    listener = socket.socket()
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        # Without --lan nothing but this machine is answered.
        listener.bind(("0.0.0.0" if lan else "127.0.0.1", port))
    except OSError as error:
        raise BadInput(
            f"port {port} is taken.", field="--port", mend="Stop what uses it, or give another with --port."
        ) from error
    web = WEB_ROOT if (WEB_ROOT / "index.html").is_file() else None
    from threading import Thread

    from cielo.app.films_kept import begin
    from cielo.app.logbook import write_log
    from cielo.app.resting import hold_small
    from cielo.app.warm import warm_up

    path = db or data_folder() / "cielo.sqlite"
    number, scheme = listener.getsockname()[1], "https" if certificate else "http"
    on_lan = _lan(number, scheme) if lan else None
    application = create_app(Store(path), web, on_lan)
    hold_small()
    begin()
    write_log(path)
    Thread(target=warm_up, daemon=True).start()
    print(f"Cielo is at {scheme}://127.0.0.1:{number}  (Ctrl-C stops it)", flush=True)
    if on_lan is not None:
        _tell_how_to_come(on_lan)
    if web is None:
        print("The pages are not built; only the API answers. Build them with: make web", flush=True)
    # Pages that listen for others' edits are let go after a second, and ask again when Cielo is back. No proxy stands before it.
    config = uvicorn.Config(
        application,
        log_level="critical",
        timeout_graceful_shutdown=1,
        proxy_headers=False,
        http=Gate,
        ws="none",
        server_header=False,
        ssl_certfile=certificate,
        ssl_keyfile=key,
    )
    uvicorn.Server(config).run(sockets=[listener])


def _lan(port: int, scheme: str) -> "Lan":
    """Cielo under every address of this machine; other devices open the one it reaches them from."""
    import socket

    from cielo.api.main import Lan
    from cielo.api.pairing import Pairing

    name = socket.gethostname()
    try:
        own = set(socket.gethostbyname_ex(name)[2])
    except OSError:
        own = set()
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # nothing is sent: it only says which way the local network lies (RFC 5737)
            first = probe.getsockname()[0]
        except OSError:
            first = next((address for address in sorted(own) if not address.startswith("127.")), "127.0.0.1")
    hosts = frozenset({*own, first, name, f"{name}.local"})
    return Lan(Pairing(), hosts, f"{scheme}://{first}:{port}")


def _tell_how_to_come(lan: "Lan") -> None:
    """Address, code and QR for the tablet, and the notice that goes with it."""
    import segno

    print(f"\nUse on a tablet: open {lan.address} and type the code {lan.pairing.code}, or scan this:", flush=True)
    segno.make(f"{lan.address}/?code={lan.pairing.code}", error="l").terminal(compact=True)
    print("Devices you let in are listed on the Cards page, where you can remove them.", flush=True)
    if lan.address.startswith("http:"):
        print(
            "What goes to and fro can be read by others on this network: use it at home, or give --certificate and --key.",
            flush=True,
        )


@app.command()
def backup(file: Annotated[Path, typer.Argument(metavar="FILE", help="the file to write")], db: Database = None) -> None:
    """Back up the database to one file, and check it. Cielo can keep running."""
    from cielo.store.backups import backup_to

    backup_to(db or data_folder() / "cielo.sqlite", file)
    print(f"Everything is saved in {file}.")


@app.command()
def restore(file: Annotated[Path, typer.Argument(metavar="FILE", help="a backup")], db: Database = None) -> None:
    """Check a backup and go back to it. The present database is kept beside it. Stop Cielo first."""
    from cielo.store.backups import restore_from

    kept = restore_from(file, db or data_folder() / "cielo.sqlite")
    print("Cielo now uses the backup." + (f" The database before it is kept as {kept.name}." if kept else ""))


@app.command()
def doctor(db: Database = None, as_json: AsJson = False) -> None:
    """Check the database, the fast code, the fonts and the disk, and repair what is safe to repair. Exit code 1 if something is wrong."""
    from cielo.app.doctor import examine

    found = examine(db or data_folder() / "cielo.sqlite", WEB_ROOT)
    if as_json:
        print_json([{"what": one.what, "fine": one.fine, "found": one.found, "mend": one.mend} for one in found])
    else:
        for one in found:
            print(f"{'fine ' if one.fine else 'WRONG'}  {one.what}: {one.found}" + (f" {one.mend}" if one.mend else ""))
    if not all(one.fine for one in found):
        raise typer.Exit(1)
