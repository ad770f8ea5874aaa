"""Who may take part: codes of one use, tokens of devices, and patience with those who guess."""

from __future__ import annotations

import hashlib
import hmac
import secrets
import threading
import time
from collections import deque
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime
from pathlib import Path

from kind_distance.errors import DomainError
from kind_distance.rows.checking import clean_text
from kind_distance.store.database import opened, transaction
from kind_distance.store.devices import Device, add_device, find_device, list_devices, remove_device, seen_device

LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"  # none that can be taken for another
LENGTH = 8  # of 31 letters: 8.5e11 codes, of which five may be tried
LASTS_S = 600.0
WRONG_CODES = 5
MOST_DEVICES = 12
MOST_NAME = 40
SEEN_EVERY_S = 60.0


def hash_of(token: str) -> bytes:
    """Hash a device's token: 256 random bits need no salt."""
    return hashlib.sha256(token.encode()).digest()


def tidy_name(name: str) -> str:
    """Make a device's name of what it gave: one line of printable letters, at most forty."""
    return clean_text(name[: 10 * MOST_NAME], "name", 10 * MOST_NAME, needed=False)[:MOST_NAME] or "A phone"


@dataclass
class Allowance:
    """So many deeds in so many seconds for each who asks; the oldest askers are forgotten first.

    Parameters
    ----------
    most : int
        Deeds allowed in a span.
    span_s : float
        Its length. [s]
    """

    most: int
    span_s: float
    known: dict[str, deque[float]] = field(default_factory=dict)

    def allows(self, who: str, now: float) -> bool:
        """Count a deed, and say whether it is allowed."""
        times = self.known.pop(who, deque())
        while times and now - times[0] > self.span_s:
            times.popleft()
        allowed = len(times) < self.most
        if allowed:
            times.append(now)
        self.known[who] = times
        while len(self.known) > 1000:
            self.known.pop(next(iter(self.known)))
        return allowed


class Sharing:
    """What is shared while the application runs: the address, the one open code, the devices.

    Parameters
    ----------
    file : Path
        The file of paintings, which keeps the devices.
    address : str
        Where a phone finds it: ``https://192.168.1.20:8766``.
    fingerprint : str
        Of the certificate.
    clock : callable
        Seconds that only go forward.
    """

    def __init__(self, file: Path, address: str, fingerprint: str, clock: Callable[[], float] = time.monotonic) -> None:
        self.file, self.address, self.fingerprint = file, address, fingerprint
        self._clock = clock
        self._lock = threading.Lock()
        self._code: tuple[str, float] | None = None
        self._wrong = 0
        self._seen: dict[int, float] = {}
        self.strangers = Allowance(30, 60.0)
        self.devices = Allowance(600, 10.0)

    def new_code(self) -> str:
        """Make a code of one use; the one before it is void."""
        with self._lock:
            self._code = ("".join(secrets.choice(LETTERS) for _ in range(LENGTH)), self._clock() + LASTS_S)
            self._wrong = 0
            return self._code[0]

    def withdraw_code(self) -> None:
        """Make the open code void."""
        with self._lock:
            self._code = None

    def seconds_left(self) -> int:
        """Seconds for which the open code still lets a device in; 0 if there is none."""
        with self._lock:
            return 0 if self._code is None else max(0, int(self._code[1] - self._clock()))

    def _take(self, code: str) -> bool:
        """Use the code up if it is the right one; five wrong ones make it void."""
        with self._lock:
            if self._code is None or self._clock() > self._code[1]:
                self._code = None
                return False
            if hmac.compare_digest(code.strip().upper().encode(), self._code[0].encode()):
                self._code = None
                return True
            self._wrong += 1
            if self._wrong >= WRONG_CODES:
                self._code = None
            return False

    def pair(self, code: str, name: str, now: datetime) -> str:
        """Let a device in for a code, which is used up; return its token.

        Raises
        ------
        DomainError
            If the code is wrong, used, void or too old, or too many devices take part.
        """
        if not self._take(code):
            raise DomainError(
                "This code lets nobody in: it is wrong, too old, or was used already.",
                "Ask for a new one on the machine that shares.",
            )
        token = secrets.token_urlsafe(32)
        with opened(self.file) as db, transaction(db):
            if len(list_devices(db)) >= MOST_DEVICES:
                raise DomainError(f"{MOST_DEVICES} devices take part already.", "Shut one out on the machine.")
            add_device(db, tidy_name(name), hash_of(token), now.isoformat(timespec="minutes"))
        return token

    def device_of(self, token: str, now: datetime) -> Device | None:
        """Find the device of a token, and note that it was here, once a minute."""
        if not token:
            return None
        with opened(self.file) as db:
            found = find_device(db, hash_of(token))
            if found is None:
                return None
            at = self._clock()
            if at - self._seen.get(found.number, -1e9) > SEEN_EVERY_S:
                self._seen[found.number] = at
                with transaction(db):
                    seen_device(db, found.number, now.isoformat(timespec="minutes"))
            return found

    def listed(self) -> list[Device]:
        """List the devices that may take part."""
        with opened(self.file) as db:
            return list_devices(db)

    def shut_out(self, number: int) -> None:
        """Shut a device out, from its next request on."""
        with opened(self.file) as db, transaction(db):
            remove_device(db, number)
