"""A server with the demo and a browser that notices everything: console errors, failures, requests to other hosts."""

import os
import re
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, Route, expect

# The machines that run this are shared: what is right is waited for a little longer.
expect.set_options(timeout=15_000)

CHROMIUM_ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1",
]


UNFOLDED = "if (!localStorage.getItem('cielo-facts-open')) localStorage.setItem('cielo-facts-open', 'true')"


class Server:
    """Cielo on a free port with a database of its own."""

    command = "demo"

    def __init__(self, database: Path) -> None:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.address = f"http://127.0.0.1:{self.port}"
        self.database = database
        self.start()

    def start(self) -> None:
        command = "from cielo.cli import main; main()"
        arguments = [self.command, "--db", str(self.database), "--port", str(self.port)]
        self.process = subprocess.Popen([sys.executable, "-c", command, *arguments], env=os.environ)
        for _ in range(1200):
            try:
                urllib.request.urlopen(f"{self.address}/api/health").read()
                return
            except OSError:
                time.sleep(0.1)
        raise RuntimeError("the server did not start")

    def stop(self) -> None:
        self.process.kill()
        self.process.wait()

    def restart(self) -> None:
        self.stop()
        self.start()


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    started = Server(tmp_path_factory.mktemp("demo") / "demo.sqlite")
    yield started
    started.stop()


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return {"executable_path": "/usr/bin/chromium", "args": CHROMIUM_ARGUMENTS}


@pytest.fixture(scope="session")
def browser_context_args(server: Server) -> dict[str, Any]:
    # What is kept for when the server is away has a test of its own; elsewhere it would answer in the server's place.
    return {
        "viewport": {"width": 1280, "height": 800},
        "base_url": server.address,
        "accept_downloads": True,
        "service_workers": "block",
    }


@pytest.fixture
def context(context: BrowserContext) -> BrowserContext:
    """A maker who has left what the card is unfolded on her Desk; how it is folded at first has tests of its own."""
    context.add_init_script(UNFOLDED)
    return context


@pytest.fixture
def expected_refusals() -> list[int | str]:
    """Statuses that a test provokes on purpose; "net" where the server is not to be reached for a while."""
    return []


@pytest.fixture
def page(context: BrowserContext, server: Server, expected_refusals: list[int | str]) -> Iterator[Page]:
    trouble: list[str] = []
    opened = context.new_page()

    def console(message: Any) -> None:
        silent = "net" in expected_refusals and "net::ERR" in message.text
        if (
            message.type == "error"
            and not silent
            and not any(f"status of {status}" in message.text for status in expected_refusals)
        ):
            trouble.append(f"console: {message.text}")

    def response(answer: Any) -> None:
        if answer.status >= 400 and answer.status not in expected_refusals:
            trouble.append(f"{answer.status}: {answer.url}")

    def request(asked: Any) -> None:
        if not asked.url.startswith((server.address, "blob:", "data:")):
            trouble.append(f"another host: {asked.url}")

    opened.on("console", console)
    opened.on("pageerror", lambda error: trouble.append(f"page: {error}"))
    opened.on("response", response)
    opened.on("request", request)
    yield opened
    # Whatever a test held or turned aside is let go first, and waited for: nothing of it goes on when the test is over.
    opened.unroute_all(behavior="wait")
    assert trouble == []


class Held:
    """Requests that are held back until the test lets them go, so that answers come late, torn, refused or never, and in any order.
    A route that sleeps would hold the test up itself, and hide what such answers do."""

    def __init__(self, page: Page, pattern: str, methods: tuple[str, ...]) -> None:
        self.page, self.pattern, self.methods = page, re.compile(pattern), methods
        self.waiting: list[Route] = []
        self.holds = True
        page.route(self.pattern, self._take)

    def _take(self, route: Route) -> None:
        if self.holds and route.request.method in self.methods:
            self.waiting.append(route)
        else:
            route.fallback()

    def wait_for(self, count: int = 1) -> None:
        """Until so many are held."""
        deadline = time.monotonic() + 20
        while len(self.waiting) < count and time.monotonic() < deadline:
            self.page.wait_for_timeout(20)
        assert len(self.waiting) >= count, f"{len(self.waiting)} of {count} came"

    def let_go(self, how: Callable[[Route], None] | None = None, *, holding: bool = False) -> None:
        """Answer what is held, as the server does or as ``how`` says; with ``holding`` what comes next is held too."""
        self.holds = holding
        waiting, self.waiting = self.waiting, []
        for route in waiting:
            (how or (lambda one: one.continue_()))(route)


Hold = Callable[..., Held]


@pytest.fixture
def hold(page: Page) -> Iterator[Hold]:
    """Holds back what matches a pattern of addresses, of those methods."""
    made: list[Held] = []

    def holding(pattern: str, *methods: str) -> Held:
        made.append(Held(page, pattern, methods or ("GET", "PUT", "POST", "DELETE")))
        return made[-1]

    yield holding
    for one in made:
        one.let_go()
