"""Where a device of the local network stands before it is let in: one small page, without script, that asks for the code."""

from html import escape
from urllib.parse import parse_qs

import anyio
from starlette.datastructures import Headers
from starlette.requests import cookie_parser
from starlette.responses import HTMLResponse, RedirectResponse, Response
from starlette.types import Receive, Scope, Send

from cielo.api.errors import problem
from cielo.api.pairing import COOKIE, SESSION_LASTS_S, Pairing
from cielo.errors import CieloError

PAGE = """<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Cielo: at the door</title><style>
body {{ margin: 0 auto; max-width: 26rem; padding: 3rem 1.4rem; background: #f6ede0; color: #1e2a47;
  font: 1.2rem/1.5 system-ui, sans-serif; }}
input, button {{ font: inherit; padding: 0.7rem 0.9rem; border: 2px solid #1e2a47; background: #fdf8ef; color: inherit; }}
input {{ width: 9.5em; letter-spacing: 0.15em; }}
button {{ margin-left: 0.4rem; }}
</style></head><body><h1>Cielo</h1><p>{told}</p>
<form method="post" action="/pair"><label for="code">The eight digits shown on the computer</label><br>
<input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="12" required autofocus value="{code}">
<button>Let me in</button></form></body></html>"""
POLICY = "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"
# A form that asks for a code is no larger than this.
LARGEST_FORM = 2_000
# Codes that are looked at in the same moment; more are asked to come again.
MOST_AT_ONCE = 8
ASKS = "This device is not let in yet."


def is_of_this_machine(scope: Scope) -> bool:
    """Whether a request comes from the computer that Cielo runs on."""
    client = scope.get("client")
    return client is not None and client[0] in ("127.0.0.1", "::1")


def token_of(headers: Headers) -> str | None:
    """The token that a request brings along."""
    return cookie_parser(headers.get("cookie", "")).get(COOKIE)


async def answer_at_the_door(pairing: Pairing, scope: Scope, receive: Receive, send: Send) -> None:
    """Answer a device that is not let in: the page that asks, or what comes of the code it gives; the API says in words why not."""
    path = scope["path"]
    if path == "/pair" and scope["method"] == "POST":
        answer: Response = await _tried(pairing, scope, receive)
    elif path.startswith("/api/"):
        error = CieloError(
            "this device is not let in.", mend="Open Cielo's first page, and give the code that the computer shows."
        )
        await problem(401, "Not let in", error)(scope, receive, send)
        return
    else:
        given = parse_qs(scope.get("query_string", b"").decode("latin-1")).get("code", [""])[0]
        answer = _page(ASKS, given[:12])
    await answer(scope, receive, send)


async def _tried(pairing: Pairing, scope: Scope, receive: Receive) -> Response:
    body = b""
    while len(body) <= LARGEST_FORM:
        message = await receive()
        body += message.get("body", b"")
        if not message.get("more_body"):
            break
    if pairing.trying >= MOST_AT_ONCE:
        return _page("Others are trying codes at this moment. Try again.", status=429)
    pairing.trying += 1
    try:
        await anyio.sleep(pairing.slowed_s)
        code = parse_qs(body[:LARGEST_FORM].decode("latin-1")).get("code", [""])[0]
        token = pairing.let_in(code, _name(Headers(scope=scope)))
    finally:
        pairing.trying -= 1
    if token is None:
        return _page("That is not the code that the computer shows now.", status=403)
    answer = RedirectResponse("/", status_code=303)
    answer.set_cookie(
        COOKIE, token, max_age=int(SESSION_LASTS_S), httponly=True, samesite="strict", secure=scope["scheme"] == "https", path="/"
    )
    return answer


def _name(headers: Headers) -> str:
    """What a device calls itself, as far as a maker would tell it by."""
    agent = headers.get("user-agent", "")
    kinds = (("Tablet", "tablet"), ("Pad", "tablet"), ("Mobile", "phone"), ("Phone", "phone"))
    return next((word for sign, word in kinds if sign in agent), "computer")


def _page(told: str, code: str = "", status: int = 200) -> Response:
    digits = "".join(sign for sign in code if sign.isascii() and sign.isdigit())
    page = PAGE.format(told=escape(told), code=digits)
    # Without a referrer its form would be sent as from nowhere, and be refused as from another site.
    headers = {"content-security-policy": POLICY, "cache-control": "no-store", "referrer-policy": "same-origin"}
    return HTMLResponse(page, status, headers)
