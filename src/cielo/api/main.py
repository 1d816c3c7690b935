"""The web application: routers on the API, the built front end beside it."""

import re
from collections.abc import AsyncIterator, Iterator
from contextlib import asynccontextmanager
from dataclasses import dataclass
from pathlib import Path

from fastapi import APIRouter, FastAPI
from fastapi.responses import FileResponse, Response
from fastapi.routing import APIRoute
from starlette.middleware.gzip import GZipMiddleware
from starlette.staticfiles import StaticFiles

from cielo.api import errors
from cielo.api.dependencies import LARGEST_BODY
from cielo.api.guard import Guard
from cielo.api.pairing import Pairing
from cielo.api.routers import (
    backups,
    bench,
    cards,
    crossings,
    cutting,
    day,
    devices,
    events,
    grounds,
    journal,
    pieces,
    predict,
    prints,
    shelf,
    solving,
    stencils,
    things,
    training,
    versions,
    works,
)
from cielo.app.films_kept import keep_on
from cielo.app.keeping_safe import keep_safe
from cielo.app.timetabling import end_solvers_for_good
from cielo.app.walled import end_readers_for_good
from cielo.errors import NotFound
from cielo.store.database import Store

ROUTERS = tuple(
    part.router
    for part in (
        shelf,
        things,
        cards,
        devices,
        backups,
        events,
        stencils,
        prints,
        pieces,
        cutting,
        day,
        bench,
        crossings,
        grounds,
        journal,
        solving,
        training,
        versions,
        works,
        predict,
    )
)


@dataclass(frozen=True)
class Lan:
    """Cielo on the local network: who is let in, under which hosts it answers, and the address other devices open."""

    pairing: Pairing
    hosts: frozenset[str]
    address: str


def create_app(store: Store, web_root: Path | None = None, lan: Lan | None = None) -> FastAPI:
    """Cielo on a store; serves the built front end from ``web_root`` where one is given, to other devices too with ``lan``."""

    @asynccontextmanager
    async def running(_app: FastAPI) -> AsyncIterator[None]:
        ended = keep_safe(store)
        yield
        ended.set()
        keep_on()
        end_readers_for_good()
        end_solvers_for_good()
        store.close()

    app = FastAPI(
        title="Cielo", version="0.1.0", docs_url=None, redoc_url=None, openapi_url="/api/openapi.json", lifespan=running
    )
    app.state.store = store
    app.state.lan = lan
    app.add_middleware(GZipMiddleware, minimum_size=1024)
    errors.install(app)
    for router in ROUTERS:
        app.include_router(router, prefix="/api")
    larger = dict(found for router in ROUTERS for found in _larger(router, "/api"))
    app.add_middleware(Guard, pairing=lan.pairing if lan else None, hosts=lan.hosts if lan else frozenset(), larger=larger)
    if web_root is not None:
        _serve_web(app, web_root.resolve())
    return app


def _larger(router: APIRouter, prefix: str = "") -> Iterator[tuple[re.Pattern[str], int]]:
    """The paths of routes that say they take larger bodies than the rest, and how large."""
    for route in router.routes:
        if isinstance(route, APIRoute):
            most = (route.openapi_extra or {}).get(LARGEST_BODY)
            if most is not None:
                yield re.compile(f"^{re.escape(prefix)}{route.path_regex.pattern.removeprefix('^')}"), most
        elif (inner := getattr(route, "original_router", None)) is not None:
            yield from _larger(inner, prefix)


def _serve_web(app: FastAPI, root: Path) -> None:
    app.mount("/assets", StaticFiles(directory=root / "assets"), name="assets")

    @app.api_route("/{path:path}", methods=["GET", "HEAD"], include_in_schema=False)
    def page(path: str) -> Response:
        if path.startswith("api/"):
            raise NotFound("there is no such address.")
        try:
            file = (root / path).resolve()
            found = bool(path) and file.is_relative_to(root) and file.is_file()
        except (OSError, ValueError):  # a name that no file can have
            found = False
        if found:
            return FileResponse(file)
        return FileResponse(root / "index.html", headers={"cache-control": "no-cache"})
