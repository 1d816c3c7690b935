"""What stands before every request: who may ask, how much they may send, and what a page may do with the answer."""

from collections.abc import MutableMapping
from typing import Any

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from cielo.api.errors import problem
from cielo.errors import BadInput, CieloError, TooLarge

HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]", "testserver"})
LARGEST_BODY = 4_000_000
# A photograph is larger than all else that comes in.
LARGEST_PHOTO, PHOTOS = 25_000_000, ("/api/things/photo",)
POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; "
    "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
)


class Guard:
    """Refuses strange hosts (against rebinding), strange origins (against forged requests) and bodies that are too large;
    sets the content policy: nothing from another host, no inline script."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        most = LARGEST_PHOTO if scope["path"] in PHOTOS else LARGEST_BODY
        refused = _stranger(headers) or _too_large(headers, most)
        if refused is not None:
            await problem(*refused)(scope, receive, _with_policy(send))
            return
        try:
            await self.app(scope, _counted(receive, most), _with_policy(send))
        except TooLarge as error:
            await problem(413, "Too large", error)(scope, receive, _with_policy(send))


def _stranger(headers: Headers) -> tuple[int, str, CieloError] | None:
    host = headers.get("host", "")
    if host.rsplit(":", 1)[0] not in HOSTS and host not in HOSTS:
        error = BadInput(f"Cielo does not answer for the host {host!r}.", mend="Open it at http://127.0.0.1.")
        return 421, "Wrong host", error
    origin = headers.get("origin")
    if origin is not None and origin.split("://", 1)[-1] != host:
        error = BadInput("this request comes from another site.", mend="Use Cielo's own pages.")
        return 403, "Wrong origin", error
    return None


def _too_large(headers: Headers, most: int) -> tuple[int, str, CieloError] | None:
    length = headers.get("content-length", "0")
    if length.isdigit() and int(length) > most:
        return 413, "Too large", _limit(most)
    return None


def _limit(most: int) -> TooLarge:
    return TooLarge(f"Cielo takes at most {most // 1_000_000} MB at a time.", mend="Check that it is the right file.")


def _counted(receive: Receive, most: int) -> Receive:
    taken = 0

    async def counted() -> MutableMapping[str, Any]:
        nonlocal taken
        message = await receive()
        taken += len(message.get("body", b""))
        if taken > most:
            raise _limit(most)
        return message

    return counted


def _with_policy(send: Send) -> Send:
    async def sending(message: Message) -> None:
        if message["type"] == "http.response.start":
            headers = MutableHeaders(scope=message)
            headers.setdefault("content-security-policy", POLICY)
            headers["x-content-type-options"] = "nosniff"
            headers["referrer-policy"] = "no-referrer"
            headers["cross-origin-opener-policy"] = "same-origin"
            headers["cross-origin-resource-policy"] = "same-origin"
        await send(message)

    return sending
