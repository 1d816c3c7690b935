"""What stands before every request: who may ask, how much they may send, and what a page may do with the answer."""

from collections.abc import MutableMapping
from typing import Any

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from cielo.api.errors import problem, unforeseen
from cielo.errors import BadInput, CieloError, TooLarge

HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]"})
LARGEST_BODY = 4_000_000
# A photograph is larger than all else that comes in.
LARGEST_PHOTO, PHOTOS = 25_000_000, ("/api/things/photo",)
POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; "
    "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
)


class Guard:
    """Refuses strange hosts (against rebinding), other sites (against forged requests) and bodies that are too large, said or not;
    sets the content policy: nothing from another host, no inline script; answers HEAD as GET without its body; and lets no answer of the
    API be kept that does not say that it may be."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        most = LARGEST_PHOTO if scope["path"] in PHOTOS else LARGEST_BODY
        dressed = _dressed(send, scope["path"], head=scope["method"] == "HEAD")
        refused = _stranger(headers) or _too_large(headers, most)
        if refused is not None:
            await problem(*refused)(scope, receive, dressed)
            return
        if scope["method"] == "HEAD":
            scope = {**scope, "method": "GET"}
        counting = _Counting(receive, most)
        answer = _Answer(counting.answering(dressed, scope))
        try:
            await self.app(scope, counting, answer)
        except Exception as error:
            if answer.begun:
                raise
            await unforeseen(scope["method"], scope["path"], error)(scope, receive, answer)


def _stranger(headers: Headers) -> tuple[int, str, CieloError] | None:
    host = headers.get("host", "")
    if host.rsplit(":", 1)[0] not in HOSTS and host not in HOSTS:
        error = BadInput(f"Cielo does not answer for the host {host!r}.", mend="Open it at http://127.0.0.1.")
        return 421, "Wrong host", error
    origin = headers.get("origin")
    elsewhere = headers.get("sec-fetch-site") == "cross-site" and headers.get("sec-fetch-mode") != "navigate"
    if elsewhere or (origin is not None and origin not in (f"http://{host}", f"https://{host}")):
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


class _Answer:
    """Passes an answer on, and knows whether it has begun."""

    def __init__(self, send: Send) -> None:
        self.send, self.begun = send, False

    async def __call__(self, message: Message) -> None:
        self.begun = True
        await self.send(message)


class _Counting:
    """Takes a body piece by piece; beyond ``most`` bytes it breaks off, and whatever is answered becomes the refusal."""

    def __init__(self, receive: Receive, most: int) -> None:
        self.receive, self.most, self.taken = receive, most, 0

    @property
    def over(self) -> bool:
        return self.taken > self.most

    async def __call__(self) -> MutableMapping[str, Any]:
        message = await self.receive()
        self.taken += len(message.get("body", b""))
        return {"type": "http.disconnect"} if self.over else message

    def answering(self, send: Send, scope: Scope) -> Send:
        refused = False

        async def sending(message: Message) -> None:
            nonlocal refused
            if not self.over:
                await send(message)
            elif not refused:
                refused = True
                await problem(413, "Too large", _limit(self.most))(scope, self.receive, send)

        return sending


def _dressed(send: Send, path: str, *, head: bool) -> Send:
    async def sending(message: Message) -> None:
        if message["type"] == "http.response.start":
            headers = MutableHeaders(scope=message)
            headers.setdefault("content-security-policy", POLICY)
            headers["x-content-type-options"] = "nosniff"
            headers["referrer-policy"] = "no-referrer"
            headers["cross-origin-opener-policy"] = "same-origin"
            headers["cross-origin-resource-policy"] = "same-origin"
            if path.startswith("/api/"):
                headers.setdefault("cache-control", "no-store")
        elif head and message["type"] == "http.response.body":
            message = {**message, "body": b""}
        await send(message)

    return sending
