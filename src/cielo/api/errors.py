"""Refusals as application/problem+json (RFC 9457): where, what, and what to do about it."""

import logging
import re
from collections.abc import Mapping
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException
from starlette.requests import ClientDisconnect

from cielo.api.schemas.problem import Problem
from cielo.errors import BadInput, CieloError, NotFound, OutOfDate, Stopped, StoreTrouble, TooLarge
from cielo.exchange.reading import refusal

LOG = logging.getLogger("cielo")

# The first class that an error belongs to decides.
STATUS: tuple[tuple[type[CieloError], int, str], ...] = (
    (TooLarge, 413, "Too large"),
    (NotFound, 404, "Not found"),
    (OutOfDate, 409, "Changed in between"),
    (Stopped, 409, "Stopped"),
    (BadInput, 422, "This cannot be used"),
    (StoreTrouble, 503, "The database"),
)


def install(app: FastAPI) -> None:
    """Answer every refusal of this application as a problem."""

    @app.exception_handler(CieloError)
    async def refused(_request: Request, error: CieloError) -> JSONResponse:
        status, title = next(((s, t) for kind, s, t in STATUS if isinstance(error, kind)), (500, "Something failed"))
        return problem(status, title, error, {"retry-after": "2"} if status == 503 else None)

    @app.exception_handler(ClientDisconnect)
    async def broken_off(_request: Request, _error: ClientDisconnect) -> JSONResponse:
        return problem(422, "This cannot be used", BadInput("the body broke off.", mend="Send it again."))

    @app.exception_handler(RequestValidationError)
    async def invalid(request: Request, error: RequestValidationError) -> JSONResponse:
        errors: list[dict[str, Any]] = [dict(e) for e in error.errors()]
        if any(one["loc"] == ("body",) for one in errors) and "json" not in request.headers.get("content-type", ""):
            mend = "Send it as JSON, with the content type application/json."
            return problem(422, "This cannot be used", BadInput("the body is not sent as JSON.", mend=mend))
        for one in errors:
            one["loc"] = one["loc"][1:]  # without "body", "query", "path"
            if one["type"] == "json_invalid":
                one["loc"], one["msg"] = (), "the body is not whole JSON"
        return problem(422, "This cannot be used", refusal(errors))

    @app.exception_handler(HTTPException)
    async def other(request: Request, error: HTTPException) -> JSONResponse:
        if error.status_code == 400:  # the framework's own word for a body that is no text at all
            return problem(422, "This cannot be used", BadInput("the body is not text that can be read as JSON."))
        headers = {"allow": _allowed(app, request.url.path)} if error.status_code == 405 else error.headers
        return problem(error.status_code, str(error.detail), CieloError(f"{error.detail}."), headers)


def _allowed(app: FastAPI, path: str) -> str:
    """Every method the description has for a path; the framework names those of one route alone (RFC 9110, 10.2.1)."""
    described = sorted(app.openapi()["paths"].items(), key=lambda item: item[0].count("{"))
    for template, methods in described:
        if re.fullmatch(re.sub(r"\{[^}]+\}", "[^/]+", template), path):
            return ", ".join(sorted(method.upper() for method in methods))
    return ""


def problem(status: int, title: str, error: CieloError, headers: Mapping[str, str] | None = None) -> JSONResponse:
    """The response for an error."""
    body = Problem(title=title, status=status, detail=error.sentence, field=error.field, reason=error.reason, mend=error.mend)
    return JSONResponse(body.model_dump(), status, headers, media_type="application/problem+json")


def unforeseen(number: str, method: str, path: str, error: Exception) -> JSONResponse:
    """What no one foresaw: an entry in the log under the request's number, and a sentence in place of a bare 500."""
    LOG.error("%s %s failed", method, path, exc_info=error, extra={"number": number})
    what = CieloError(
        f"something failed in Cielo (number {number}).",
        mend="Nothing was lost: try it again. If it fails again, Cielo's log says more under that number.",
    )
    return problem(500, "Something failed", what)
