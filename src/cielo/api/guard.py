"""What stands before every request: who may ask, how much they may send, and what a page may do with the answer."""

import re
from collections.abc import Mapping, MutableMapping
from time import perf_counter
from typing import Any
from uuid import uuid4

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from cielo.api.doorstep import answer_at_the_door, is_of_this_machine, token_of
from cielo.api.errors import LOG, problem, unforeseen
from cielo.api.pairing import Pairing
from cielo.errors import BadInput, CieloError, TooLarge

HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]"})
LARGEST_BODY = 4_000_000
# What other devices may not ask, however they were let in.
AT_THE_COMPUTER = ("/api/devices", "/api/backups")
# Requests at work at once; a browser asks for six. What is beyond waits outside, and its memory with it.
MOST_AT_ONCE = 64
POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; "
    "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
)
# What a page may ask the browser for: nothing but full screen and sharing.
PERMISSIONS = "camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=(), midi=(), display-capture=()"


class Guard:
    """Refuses strange hosts (against rebinding), other sites (against forged requests) and bodies that are too large, said or not;
    sets the content policy: nothing from another host, no inline script; answers HEAD as GET without its body; and lets no answer of the
    API be kept that does not say that it may be. With ``pairing`` it answers for ``hosts`` too, and lets devices of the local network in that
    were paired; all others stand at the door. ``larger``: paths that take larger bodies than the rest, and how large."""

    def __init__(
        self,
        app: ASGIApp,
        pairing: Pairing | None = None,
        hosts: frozenset[str] = frozenset(),
        larger: Mapping[re.Pattern[str], int] | None = None,
    ) -> None:
        self.app, self.pairing, self.hosts = app, pairing, HOSTS | {host.lower() for host in hosts}
        self.larger = larger or {}
        self.at_work = 0

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        most = next((most for path, most in self.larger.items() if path.match(scope["path"])), LARGEST_BODY)
        number, began = uuid4().hex[:8], perf_counter()
        dressed = _dressed(send, scope["path"], number, head=scope["method"] == "HEAD")
        refused = (
            self._stranger(headers, scope["scheme"])
            or self._not_for_others(scope)
            or _too_large(headers, most)
            or self._too_much(scope["path"])
        )
        if refused is not None:
            status, title, error = refused
            wait = {"retry-after": "2"} if status == 503 else None
            await problem(status, title, error, wait)(scope, receive, dressed)
            return
        if self.pairing is not None and not is_of_this_machine(scope) and not self.pairing.knows(token_of(headers)):
            await answer_at_the_door(self.pairing, scope, receive, dressed)
            return
        if scope["method"] == "HEAD":
            scope = {**scope, "method": "GET"}
        counting = _Counting(receive, most)
        answer = _Answer(counting.answering(dressed, scope))
        # A page that only listens is not at work.
        working = not scope["path"].endswith("/events")
        self.at_work += working
        try:
            await self.app(scope, counting, answer)
        except Exception as error:
            if answer.begun:
                raise
            await unforeseen(number, scope["method"], scope["path"], error)(scope, receive, answer)
        finally:
            self.at_work -= working
            took_ms = round(1000 * (perf_counter() - began))
            facts = {"number": number, "status": answer.status, "took_ms": took_ms}
            LOG.info("%s %s", scope["method"], scope["path"], extra=facts)

    def _stranger(self, headers: Headers, scheme: str) -> tuple[int, str, CieloError] | None:
        host = headers.get("host", "").lower()  # names of hosts are of no case (RFC 9110, 4.2.3)
        if host.rsplit(":", 1)[0] not in self.hosts and host not in self.hosts:
            error = BadInput(f"Cielo does not answer for the host {host!r}.", mend="Open it at http://127.0.0.1.")
            return 421, "Wrong host", error
        origin = headers.get("origin")
        elsewhere = headers.get("sec-fetch-site") == "cross-site" and headers.get("sec-fetch-mode") != "navigate"
        if elsewhere or (origin is not None and origin.lower() != f"{scheme}://{host}"):
            error = BadInput("this request comes from another site.", mend="Use Cielo's own pages.")
            return 403, "Wrong origin", error
        return None

    def _not_for_others(self, scope: Scope) -> tuple[int, str, CieloError] | None:
        """Who is let in, and what everything is brought back to, is decided at the computer alone."""
        if self.pairing is None or is_of_this_machine(scope) or not scope["path"].startswith(AT_THE_COMPUTER):
            return None
        return (
            403,
            "Not from here",
            CieloError("this is done at the computer alone.", mend="Look at the computer that Cielo runs on."),
        )

    def _too_much(self, path: str) -> tuple[int, str, CieloError] | None:
        if self.at_work < MOST_AT_ONCE or path == "/api/health":
            return None
        return 503, "Busy", CieloError("Cielo has more to do than it can.", mend="Wait a moment, and ask again.")


def _too_large(headers: Headers, most: int) -> tuple[int, str, CieloError] | None:
    length = headers.get("content-length", "0")
    if length.isdigit() and int(length) > most:
        return 413, "Too large", _limit(most)
    return None


def _limit(most: int) -> TooLarge:
    return TooLarge(f"Cielo takes at most {most // 1_000_000} MB at a time.", mend="Check that it is the right file.")


class _Answer:
    """Passes an answer on, and knows whether it has begun, and as what."""

    def __init__(self, send: Send) -> None:
        self.send, self.begun, self.status = send, False, 0

    async def __call__(self, message: Message) -> None:
        self.begun = True
        self.status = message.get("status", self.status)
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


def _dressed(send: Send, path: str, number: str, *, head: bool) -> Send:
    async def sending(message: Message) -> None:
        if message["type"] == "http.response.start":
            headers = MutableHeaders(scope=message)
            headers.setdefault("content-security-policy", POLICY)
            headers["x-request-id"] = number
            headers["x-content-type-options"] = "nosniff"
            headers.setdefault("referrer-policy", "no-referrer")
            headers["cross-origin-opener-policy"] = "same-origin"
            headers["cross-origin-resource-policy"] = "same-origin"
            headers["permissions-policy"] = PERMISSIONS
            if path.startswith("/api/"):
                headers.setdefault("cache-control", "no-store")
        elif head and message["type"] == "http.response.body":
            message = {**message, "body": b""}
        await send(message)

    return sending
