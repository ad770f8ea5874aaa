"""Kill the running application at random moments, and see that nothing it had acknowledged is lost.

Each round starts the server on a file, sends changes, presses at the easel, photos and whole paintings from several
senders at once, and kills it with SIGKILL. Then the file is checked by SQLite itself, and every answer that had been
given is looked up again. Seeded; run by hand: ``python -m tools.kills --rounds 200``.
"""

from __future__ import annotations

import argparse
import io
import random
import re
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from contextlib import closing
from dataclasses import dataclass, field
from pathlib import Path

import httpx
import numpy as np
from PIL import Image

from kind_distance.demo.seed import seed
from kind_distance.store.paintings import unowned_pictures
from tools.running import DEMO_NOW

TEA = 3  # the demo's painting that is planned and not begun
STARTS_WITHIN_S = 25.0
PAUSE_S = 0.3
ROUNDS_OF_A_FILE = 6  # later a painting has all the photos and remarks it takes, and no more are acknowledged
Given = tuple[str, int, str]  # what was acknowledged: its kind, the painting, what to look for
SENDERS = ("changes", "easel", "uploads", "imports")


@dataclass
class Tally:
    """What was tried and what of it was lost."""

    rounds: int = 0
    acknowledged: dict[str, int] = field(default_factory=lambda: dict.fromkeys(SENDERS, 0))
    lost: list[str] = field(default_factory=list)
    damaged: int = 0
    unowned: int = 0

    def said(self) -> str:
        """One line for the record."""
        given = ", ".join(f"{count} {name}" for name, count in self.acknowledged.items())
        return (
            f"{self.rounds} kills; acknowledged {given}; lost {len(self.lost)}, damaged files {self.damaged}, "
            f"pictures that nobody owns {self.unowned}"
        )


def _start(file: Path) -> tuple[subprocess.Popen[str], str]:
    command = [sys.executable, "-m", "kind_distance", "serve", "--port", "0", "--file", str(file)]
    process = subprocess.Popen([*command, "--now", "2026-11-28T07:20"], stdout=subprocess.PIPE, text=True)
    assert process.stdout  # noqa: S101
    found = re.search(r"http://\S+", process.stdout.readline())
    assert found  # noqa: S101
    return process, found[0]


def _change(client: httpx.Client, painting: int, action: str, **arguments: object) -> bool:
    """Send a change; True where it was acknowledged."""
    version = client.get(f"/api/paintings/{painting}/version").json()["version"]
    asked = {"version": version, "change": {"action": action, **arguments}}
    return client.post(f"/api/paintings/{painting}/changes", json=asked).status_code == 200


def _photo(rng: random.Random) -> bytes:
    out = io.BytesIO()
    noise = np.random.default_rng(rng.randrange(2**31)).integers(0, 255, (40, 60, 3), np.uint8)
    Image.fromarray(np.kron(noise, np.ones((8, 8, 1), np.uint8))).save(out, "PNG")
    return out.getvalue()


@dataclass
class _Round:
    """What was acknowledged in a round, and every idea that was sent, acknowledged or not, in order."""

    kept: list[Given] = field(default_factory=list)
    ideas: list[str] = field(default_factory=list)


def _send(kind: str, client: httpx.Client, rng: random.Random, round_: _Round, package: bytes) -> None:
    """Send one thing of a kind, and note what was acknowledged: (kind, painting, what to look for)."""
    token, kept = f"k{rng.randrange(10**12)}", round_.kept
    if kind == "changes":
        round_.ideas.append(token)
    if kind == "changes" and _change(client, 1, "set_brief", idea=token):
        kept.append((kind, 1, token))
    elif kind == "easel" and _change(client, TEA, "add_remark", text=token):
        kept.append((kind, TEA, token))
    elif kind == "uploads":
        version = client.get("/api/paintings/2/version").json()["version"]
        answer = client.post("/api/paintings/2/sources", data={"version": version},
                             files={"file": (f"{token}.png", _photo(rng))})  # fmt: skip
        if answer.status_code == 201:
            kept.append((kind, 2, token))
    elif kind == "imports":
        answer = client.post("/api/paintings/brought", files={"file": ("a.zip", package)})
        if answer.status_code == 201:
            kept.append((kind, answer.json()["id"], ""))


def _sender(kind: str, address: str, rng: random.Random, round_: _Round, package: bytes) -> None:
    with httpx.Client(base_url=address, timeout=60) as client:
        while True:
            try:
                _send(kind, client, rng, round_, package)
            except (httpx.HTTPError, ValueError):
                return
            time.sleep(rng.uniform(0.0, PAUSE_S))  # else the quick ones keep the slow ones from being answered


def _found(client: httpx.Client, round_: _Round) -> list[str]:
    """Look up what was acknowledged; return what is missing.

    The painting has one idea: the last one acknowledged, or one that was kept while its answer was cut off.
    """
    missing: list[str] = []
    seen: dict[tuple[str, int], str] = {}
    last = {kind: token for kind, _, token in round_.kept if kind == "changes"}
    for kind, painting, token in round_.kept:
        if kind == "changes" and token != last[kind]:
            continue  # a later one took its place; each is in the history
        where = f"/api/paintings/{painting}" + ("/diary.csv" if kind == "easel" else "")
        if (kind, painting) not in seen:
            answer = client.get(where)
            seen[kind, painting] = answer.text if answer.status_code == 200 else ""
        wanted = round_.ideas[round_.ideas.index(token) :] if kind == "changes" else [token]
        if not seen[kind, painting] or not any(each in seen[kind, painting] for each in wanted):
            missing.append(f"{kind} {painting} {token}")
    return missing


class _Server:
    """The application as a process that is killed and started again."""

    def __init__(self, file: Path) -> None:
        self.file = file
        self.process, self.address = _start(file)

    def kill(self) -> None:
        self.process.kill()
        self.process.wait()
        if self.process.stdout:
            self.process.stdout.close()

    def again(self) -> None:
        self.process, self.address = _start(self.file)


def _round(server: _Server, rng: random.Random, package: bytes, tally: Tally) -> None:
    """Let all senders send, kill in the middle of it, and look everything up again."""
    round_ = _Round()
    kept = round_.kept
    threads = [
        threading.Thread(target=_sender, args=(kind, server.address, random.Random(rng.random()), round_, package))  # noqa: S311
        for kind in SENDERS
    ]
    for thread in threads:
        thread.start()
    begun = time.monotonic()
    # A cold application takes seconds for its first answers: a kill before them tries nothing.
    while len({kind for kind, _, _ in kept}) < len(SENDERS) and time.monotonic() - begun < STARTS_WITHIN_S:
        time.sleep(0.02)
    time.sleep(rng.uniform(0.0, 3.0))
    server.kill()
    for thread in threads:
        thread.join()
    with closing(sqlite3.connect(server.file)) as db:
        tally.damaged += db.execute("PRAGMA integrity_check").fetchone()[0] != "ok"
    server.again()
    with closing(sqlite3.connect(server.file)) as db:
        tally.unowned += len(unowned_pictures(db))
    with httpx.Client(base_url=server.address, timeout=30) as client:
        tally.lost += _found(client, round_)
        for kind, painting, _ in kept:
            if kind == "imports":  # so that the shelf does not grow without end
                client.post(f"/api/paintings/{painting}/bin")
                client.delete(f"/api/paintings/{painting}")
    tally.rounds += 1
    for kind in SENDERS:
        tally.acknowledged[kind] += sum(one[0] == kind for one in kept)


def _begun(server: _Server) -> bytes:
    """Begin a session at the easel; return a painting as it is brought in again and again."""
    with httpx.Client(base_url=server.address, timeout=30) as client:
        package = client.get("/api/paintings/1/document.zip").content
        first = client.get(f"/api/paintings/{TEA}/easel").json()["start"][0]["session"]
        if not _change(client, TEA, "begin_session", session=first):
            raise RuntimeError("The session did not begin.")
    return package


def kill_rounds(rounds: int, seed_: int, say: Callable[[str], object] = print) -> Tally:
    """Kill the application so many times; return what was lost."""
    rng, tally = random.Random(seed_), Tally()  # noqa: S311
    while tally.rounds < rounds:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "paintings.sqlite"
            seed(file, DEMO_NOW, fresh=True)
            server = _Server(file)
            try:
                package = _begun(server)
                for _ in range(min(ROUNDS_OF_A_FILE, rounds - tally.rounds)):
                    _round(server, rng, package, tally)
                    say(tally.said())
            finally:
                server.kill()
    return tally


def main() -> int:
    """Run it by hand."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--rounds", type=int, default=20)
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args()
    tally = kill_rounds(given.rounds, given.seed)
    for each in tally.lost:
        print("lost:", each)
    return 1 if tally.lost or tally.damaged else 0


if __name__ == "__main__":
    raise SystemExit(main())
