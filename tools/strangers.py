"""Devices that were not let in: every way in that a stranger in the network may try at the shared door.

Codes guessed, used twice, out of time and void; made-up, altered and revoked tokens; foreign hosts and sites; every
address of the API without a token; large and odd bodies. Run by hand: ``python -m tools.strangers``.
"""

from __future__ import annotations

import random
import sys
import tempfile
from pathlib import Path
from typing import Any

import httpx2
from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.sharing.codes import LENGTH, LETTERS, Sharing
from kind_distance.sharing.door import COOKIE, Door
from tools.running import DEMO_NOW
from tools.tally import Tally

HOST = "192.0.2.7:8766"
SITE = f"https://{HOST}"
METHODS = ("get", "post", "put", "patch", "delete", "head", "options")


class Strangers:
    """A shared application, and one stranger after the other before its door."""

    def __init__(self, folder: Path, seed: int) -> None:
        self.rng, self.tally, self.seconds = random.Random(seed), Tally(), 0.0  # noqa: S311  made-up codes
        self.app = create_app(folder / "paintings.sqlite", lambda: DEMO_NOW, dist=folder)
        self.sharing = Sharing(folder / "paintings.sqlite", SITE, "AA:BB", lambda: self.seconds)
        self.app.state.sharing = self.sharing
        # What the limit of thirty requests a minute keeps out is tried first; the rest is what stands behind it.
        self.limit, self.sharing.strangers.most = self.sharing.strangers.most, 10**9
        self.door = Door(self.app, self.sharing, lambda: DEMO_NOW)

    def device(self, token: str = "") -> TestClient:
        """Stand before the door as another device, with a token or without."""
        client = TestClient(self.door, base_url=SITE, follow_redirects=False, raise_server_exceptions=False)
        if token:
            client.cookies.set(COOKIE, token)
        return client

    def judge(self, what: str, answer: httpx2.Response) -> None:
        """Count an answer that must refuse."""
        self.tally.tried += 1
        if answer.status_code >= 500:
            self.tally.failed.append(f"{what}: {answer.status_code}")
        elif answer.status_code < 400 or COOKIE in answer.headers.get("set-cookie", ""):
            self.tally.lost.append(f"{what}: {answer.status_code}")

    def pair(self, what: str, code: str, **more: Any) -> None:  # noqa: ANN401
        """Try a code that must not let in."""
        headers = {"Origin": SITE, **more.pop("headers", {})}
        self.judge(what, self.device().post("/pair", data={"code": code, "name": "X"}, headers=headers, **more))

    def flood(self, count: int) -> None:
        """Ask much more often than a person would."""
        self.sharing.strangers.most = self.limit
        client = self.device()
        answers = [client.get("/pair").status_code for _ in range(count)]
        self.sharing.strangers.most = 10**9
        self.tally.tried += count
        if answers.count(200) > self.limit:
            self.tally.lost.append(f"flood: {answers.count(200)} answered of {count}")

    def codes(self, guesses: int) -> None:
        """Guess, replay, come late."""
        for at in range(guesses):
            right = self.sharing.new_code() if at % 7 == 0 else ""
            guess = "".join(self.rng.choice(LETTERS) for _ in range(LENGTH))
            self.pair("guessed", guess if guess != right else "A")
        for odd in ("", " ", "0", "A" * 5000, "\0" * 8, "' OR 1=1 --", "％" * 8, "*" * 8):
            self.sharing.new_code()
            self.pair("odd", odd)
        for _ in range(20):
            code = self.sharing.new_code()
            first = self.device().post("/pair", data={"code": code, "name": "First"}, headers={"Origin": SITE})
            if first.status_code != 303:
                self.tally.failed.append(f"the right code was refused: {first.status_code}")
            self.pair("used twice", code)
            self.sharing.shut_out(self.sharing.listed()[0].number)
            late = self.sharing.new_code()
            self.seconds += 601
            self.pair("out of time", late)
            old = self.sharing.new_code()
            self.sharing.new_code()
            self.pair("replaced by the next", old)
            void = self.sharing.new_code()
            for _ in range(5):
                self.pair("guessed", "A" * LENGTH)
            self.pair("void after five wrong ones", void)
            foreign = self.sharing.new_code()
            self.pair("from another site", foreign, headers={"Origin": "https://evil.example"})

    def tokens(self, count: int) -> None:
        """Make up tokens, alter a right one, come again after being shut out."""
        right = self.sharing.pair(self.sharing.new_code(), "Phone", DEMO_NOW)
        altered = [right[:-1], right + "A", right.swapcase(), right[1:] + right[0], right[: len(right) // 2]]
        made = ["".join(self.rng.choice("abcdefghij-_0123456789") for _ in range(43)) for _ in range(count)]
        for token in [*altered, *made, "x" * 10000, '"', "%00", "a=b; c=d"]:
            self.judge("made-up token", self.device(token).get("/api/paintings"))
        self.sharing.shut_out(self.sharing.listed()[0].number)
        for path in ("/", "/api/paintings", "/api/backup/paintings.sqlite", "/api/sharing"):
            self.judge("shut out", self.device(right).get(path))

    def addresses(self) -> None:
        """Ask every address without a token, and those of the machine alone with one."""
        stranger = self.device()
        for path, methods in self.app.openapi()["paths"].items():
            real = path.replace("{painting_id}", "1").replace("{number}", "1")
            for method in {*methods, "get", "post"}:
                self.judge(f"{method} {path}", stranger.request(method, real, headers={"Origin": SITE}))
        for method in METHODS:
            for path in ("/", "//api/paintings", "/api/../api/paintings", "/pair/../api/paintings", "/API/paintings",
                         "/%61pi/paintings", "/assets/../api/paintings"):  # fmt: skip
                answer = stranger.request(method, path, headers={"Origin": SITE})
                self.judge(f"{method} {path}", answer)
        for host in ("127.0.0.1:8766", "localhost", "evil.example", ""):
            self.judge(f"host {host}", stranger.get("/api/paintings", headers={"Host": host}))
        known = self.device(self.sharing.pair(self.sharing.new_code(), "Phone", DEMO_NOW))
        for method, path in (("POST", "/api/sharing/codes"), ("DELETE", "/api/sharing/codes"),
                             ("DELETE", "/api/sharing/devices/1"),
                             ("GET", "/api/backup/paintings.sqlite")):  # fmt: skip
            self.judge(f"device: {method} {path}", known.request(method, path, headers={"Origin": SITE}))
        for body in (b"x" * 3000, b"code=" + b"A" * 2500, b"\xff\xfe" * 100, b"&" * 1900):
            self.judge("odd form", stranger.post("/pair", content=body, headers={"Origin": SITE}))


def try_strangers(guesses: int = 300, seed: int = 1) -> Tally:
    """Try all of it."""
    with tempfile.TemporaryDirectory() as folder:
        found = Strangers(Path(folder), seed)
        found.flood(100)
        found.addresses()
        found.codes(guesses)
        found.tokens(guesses)
        return found.tally


def main() -> int:
    """Run it; 0 where nobody got in."""
    tally = try_strangers(2000)
    print(tally.said())
    for each in tally.lost + tally.failed:
        print(" ", each)
    return int(bool(tally.lost or tally.failed))


if __name__ == "__main__":
    sys.exit(main())
