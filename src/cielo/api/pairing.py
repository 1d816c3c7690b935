"""The tablet at the table: other devices on the local network, let in by a short code shown on the computer, and sent away again.

A code is eight digits, holds for CODE_LASTS_S and is spent once used. Wrong ones slow all strangers together and change no code: with so few
answered at once (doorstep.py) no more than a thousand can be tried while it holds, of a hundred million. A device let in keeps a session, a
random token of which only the hash is kept here (SHA-256), in memory: sessions end when Cielo is stopped.
"""

import hmac
import secrets
from collections import deque
from collections.abc import Callable
from dataclasses import dataclass, replace
from hashlib import sha256
from threading import Lock
from time import monotonic

DIGITS, CODE_LASTS_S = 8, 600.0
# Of the wrong codes of the last minute so many are free; each further one holds back every answer so long, up to so long.
MINUTE_S, FREE, SLOWED_S, SLOWEST_S, MOST_REMEMBERED = 60.0, 3, 0.5, 5.0, 200
MOST_DEVICES, SESSION_LASTS_S = 12, 30 * 24 * 3600.0
COOKIE = "cielo-device"


@dataclass(frozen=True)
class Device:
    """A device that was let in. ``key`` names it here and lets nobody in; ``seen_s``: when it asked last."""

    key: str
    name: str
    since_s: float
    seen_s: float
    hashed: bytes


class Pairing:
    """Codes, and the devices let in. ``now``: seconds that only go on."""

    def __init__(self, now: Callable[[], float] = monotonic) -> None:
        self._now = now
        self._lock = Lock()
        self._devices: dict[str, Device] = {}
        self._wrong: deque[float] = deque(maxlen=MOST_REMEMBERED)
        self.trying = 0  # codes that are looked at just now; of the event loop alone
        self._new_code()

    def _new_code(self) -> None:
        self._code = "".join(secrets.choice("0123456789") for _ in range(DIGITS))
        self._made = self._now()

    @property
    def code(self) -> str:
        """The code that lets the next device in."""
        with self._lock:
            if self._now() - self._made > CODE_LASTS_S:
                self._new_code()
            return self._code

    @property
    def slowed_s(self) -> float:
        """How long the answer to a code is held back now, whoever gives it: the longer, the more wrong ones came in the last minute. The
        right one is let in meanwhile too, so that nobody's guessing keeps her own tablet out."""
        with self._lock:
            since = self._now() - MINUTE_S
            self._wrong = deque((at for at in self._wrong if at > since), MOST_REMEMBERED)
            return min(SLOWEST_S, SLOWED_S * max(0, len(self._wrong) - FREE))

    def let_in(self, code: str, name: str) -> str | None:
        """The token of a device that knows the code; None for a wrong one."""
        given = "".join(sign for sign in code if sign.isascii() and sign.isdigit())
        with self._lock:
            expired = self._now() - self._made > CODE_LASTS_S
            if expired or not hmac.compare_digest(given.encode(), self._code.encode()):
                self._wrong.append(self._now())
                return None
            self._new_code()
            token = secrets.token_urlsafe(32)
            key = secrets.token_hex(6)
            if len(self._devices) >= MOST_DEVICES:
                del self._devices[min(self._devices, key=lambda one: self._devices[one].seen_s)]
            self._devices[key] = Device(key, name[:60] or "a device", self._now(), self._now(), _hashed(token))
            return token

    def knows(self, token: str | None) -> bool:
        """Whether a token is of a device that was let in and not sent away."""
        if not token:
            return False
        hashed = _hashed(token)
        with self._lock:
            for device in list(self._devices.values()):
                if self._now() - device.since_s > SESSION_LASTS_S:
                    del self._devices[device.key]
                elif hmac.compare_digest(device.hashed, hashed):
                    self._devices[device.key] = replace(device, seen_s=self._now())
                    return True
        return False

    @property
    def devices(self) -> tuple[Device, ...]:
        """Those let in, the first first."""
        with self._lock:
            return tuple(self._devices.values())

    def ago_s(self, at_s: float) -> float:
        """How long ago something was."""
        return max(0.0, self._now() - at_s)

    def send_away(self, key: str) -> bool:
        """End the session of a device; False where there is none."""
        with self._lock:
            return self._devices.pop(key, None) is not None


def _hashed(token: str) -> bytes:
    return sha256(token.encode()).digest()
