"""The web application and its demo, on this machine alone."""

from pathlib import Path
from typing import Annotated

import typer

from cielo.cli.common import (
    Database,
    Port,
    app,
    data_folder,
)
from cielo.errors import BadInput

WEB_ROOT = Path(__file__).resolve().parents[3] / "web" / "dist"


@app.command()
def demo(db: Database = None, port: Port = 8490, fill_only: Annotated[bool, typer.Option("--fill-only")] = False) -> None:
    """Fill a new database with the demo and serve it."""
    from cielo.demo.fill import fill
    from cielo.store.database import Store

    path = db or data_folder() / "demo.sqlite"
    store = Store(path)
    if fill(store):
        print("The Dry Garden Society's winter show is laid out.", flush=True)
    store.close()
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

    from cielo.app.warm import warm_up

    application = create_app(Store(db or data_folder() / "cielo.sqlite"), web)
    Thread(target=warm_up, daemon=True).start()
    print(f"Cielo is at http://127.0.0.1:{listener.getsockname()[1]}  (Ctrl-C stops it)", flush=True)
    if web is None:
        print("The pages are not built; only the API answers. Build them with: make web", flush=True)
    uvicorn.Server(uvicorn.Config(application, log_level="warning")).run(sockets=[listener])
