"""What is bounded before a request is one: how long its head may be and how long it may take to come, and how many connections a strange
address, and all of them together, may hold. The application's guard sees nothing of what is stopped here.
"""

import asyncio
from typing import Any

from uvicorn.protocols.http.httptools_impl import STATUS_LINE, HttpToolsProtocol

# A head with all its fields; a browser's is about two.
LARGEST_HEAD = 16_000
# A head that has not come whole after so long, and a body of which nothing came for so long, are for nobody.
LONGEST_S = 10.0
# Connections that other devices may hold: each, and all together. A browser opens six; this machine is never kept waiting for them.
MOST_OF_ADDRESS, MOST_FOREIGN = 24, 200
HERE = ("127.0.0.1", "::1")
END_OF_HEAD = b"\r\n\r\n"


class Gate(HttpToolsProtocol):
    """A connection that keeps to those bounds, or is closed."""

    foreign: dict[str, int] = {}

    def __init__(self, *args: Any, **named: Any) -> None:
        super().__init__(*args, **named)
        self._head_seen = 0
        self._tail = b""
        self._in_head = True
        self._late: asyncio.TimerHandle | None = None
        self._counted: str | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        address = self.client[0] if self.client else "?"
        if address not in HERE:
            held = Gate.foreign.get(address, 0)
            if held >= MOST_OF_ADDRESS or sum(Gate.foreign.values()) >= MOST_FOREIGN:
                transport.abort()
                return
            Gate.foreign[address] = held + 1
            self._counted = address
        self._wait()

    def connection_lost(self, exc: Exception | None) -> None:
        self._wait_no_longer()
        if self._counted is not None:
            held = Gate.foreign[self._counted] - 1
            if held:
                Gate.foreign[self._counted] = held
            else:
                del Gate.foreign[self._counted]
            self._counted = None
        super().connection_lost(exc)

    def data_received(self, data: bytes) -> None:
        if self.transport.is_closing():
            return
        if self._in_head and not self._head_fits(data):
            self._refuse(431, "The head of this request is longer than Cielo reads.")
            return
        if not self._in_head:
            self._wait()  # something of the body came
        super().data_received(data)

    def on_message_begin(self) -> None:
        super().on_message_begin()
        if self._late is None:
            self._wait()

    def on_headers_complete(self) -> None:
        self._in_head = False
        super().on_headers_complete()

    def on_message_complete(self) -> None:
        super().on_message_complete()
        self._wait_no_longer()
        self._in_head, self._head_seen, self._tail = True, 0, b""

    def _head_fits(self, data: bytes) -> bool:
        """Whether the head with what came now is no longer than may be; what stands behind it is no head any more."""
        near = self._tail + data[: LARGEST_HEAD + len(END_OF_HEAD)]
        end = near.find(END_OF_HEAD)
        self._head_seen += len(data) if end < 0 else max(0, end - len(self._tail))
        self._tail = near[-3:]
        return self._head_seen <= LARGEST_HEAD

    def _wait(self) -> None:
        self._wait_no_longer()
        self._late = self.loop.call_later(LONGEST_S, self._come_too_late)

    def _wait_no_longer(self) -> None:
        if self._late is not None:
            self._late.cancel()
            self._late = None

    def _come_too_late(self) -> None:
        self._late = None
        if self._in_head and not self._head_seen:
            self.transport.close()  # opened for later, as browsers do
        elif not self._in_head and self.flow.read_paused:
            self._wait()  # it is we who take no more for now
        elif self.cycle is not None and not self.cycle.response_complete and self.cycle.response_started:
            self.transport.abort()
        else:
            self._refuse(408, "This request did not come whole in time.")

    def _refuse(self, status: int, words: str) -> None:
        self._wait_no_longer()
        body = words.encode()
        self.transport.write(
            STATUS_LINE[status]
            + b"content-type: text/plain; charset=utf-8\r\nconnection: close\r\ncontent-length: "
            + str(len(body)).encode()
            + END_OF_HEAD
            + body
        )
        self.transport.close()
