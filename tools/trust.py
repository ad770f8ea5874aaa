"""All that is tried to break the application, in one table: ``python -m tools.trust`` writes docs/trust.md.

It takes about a quarter of an hour on two cores. Each row is one of the programs beside this one; a short form of each
is in the gate.
"""

from __future__ import annotations

import argparse
import sqlite3
import sys
import tempfile
import time
from collections.abc import Callable
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path

# What is tried is imported where it is: each large picture is read by a process that begins as this one does.
TRUST = Path(__file__).resolve().parents[1] / "docs" / "trust.md"


@dataclass(frozen=True)
class Row:
    """A line of the table."""

    what: str
    tried: str
    failed: int
    lost: int
    more: str = ""


def _good(folder: str) -> Path:
    from kind_distance.demo.seed import seed
    from tools.running import DEMO_NOW

    good = Path(folder) / "good.sqlite"
    seed(good, DEMO_NOW)
    with closing(sqlite3.connect(good)) as db:
        db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    return good


def _kills(rounds: int) -> Row:
    from tools import kills

    tally = kills.kill_rounds(rounds, 1)
    given = ", ".join(f"{count} {name}" for name, count in tally.acknowledged.items())
    return Row("Killed (SIGKILL) under changes, easel presses, uploads and imports", f"{tally.rounds} kills; {given}",
               tally.damaged, len(tally.lost) + tally.unowned)  # fmt: skip


def _power(cuts: int) -> Row:
    from tools import power

    tally = power.try_cuts(cuts)
    return Row("Power gone while writing", f"{tally.tried} logs cut", len(tally.failed), len(tally.lost))


def _starts() -> Row:
    from tools import disk

    with tempfile.TemporaryDirectory() as folder:
        tally = disk.try_starts(_good(folder))
    return Row("Files that cannot be used at a start", str(tally.tried), len(tally.failed), len(tally.lost))


def _painting() -> Row:
    from tools import disk

    with tempfile.TemporaryDirectory() as folder:
        good = _good(folder)
        tally, disks = disk.try_while_painting(good), disk.try_disks(good)
    return Row("The disk full, held, gone or garbled while painting; small and read-only disks",
               f"{tally.tried} deeds, {disks.tried} disks", len(tally.failed + disks.failed),
               len(tally.lost + disks.lost))  # fmt: skip


def _large() -> Row:
    from tools import hostile

    tally = hostile.try_large()
    return Row("Pictures made to take too much", str(tally.tried), len(tally.failed), 0,
               f"at most {tally.most_mb:.0f} MB (bound {hostile.MOST_MB}) and {tally.most_s:.1f} s "
               f"(bound {hostile.MOST_S:g})")  # fmt: skip


def _damaged(count: int) -> Row:
    from tools import hostile

    tally = hostile.try_damaged(count)
    return Row("Damaged pictures", str(tally.tried), len(tally.failed), 0)


def _documents(count: int) -> Row:
    from tools import hostile

    tally = hostile.try_documents(count)
    return Row("Painting files changed at random", f"{tally.tried}, {tally.taken} taken", len(tally.failed), 0,
               f"at most {tally.most_s:.1f} s (bound {hostile.MOST_S:g})")  # fmt: skip


def _strangers(guesses: int) -> Row:
    from tools import strangers

    tally = strangers.try_strangers(guesses)
    return Row("Devices that were not let in: codes, tokens, hosts, sites, every address", str(tally.tried),
               len(tally.failed), len(tally.lost))  # fmt: skip


def _fuzz(requests: int) -> Row:
    from tools import fuzz

    tally = fuzz.fuzz(requests, seed=4)
    accepted = sum(bool(count) for count in tally.actions.values())
    return Row("Every change and address, asked with what fits and what does not",
               f"{tally.asked} requests, {tally.changed} changes accepted, of {accepted} kinds", len(tally.failed),
               len(tally.poisoned), f"{len(tally.slow)} answers over {fuzz.SLOW_S:g} s")  # fmt: skip


HEAD = """# Trust

What is tried to break Kind Distance, and what came of it. `python -m tools.trust` makes this table; the programs stand
in `tools/`, a short form of each runs with every `./kd test`. Failed: not told in words, or a fault of our own. Lost:
something acknowledged is gone, altered or left behind, or somebody got in.

| What | Tried | Failed | Lost | |
| --- | --- | --- | --- | --- |
"""
FOOT = """
## What it rests on

- **One file.** All paintings and pictures are in one SQLite file, written ahead with `synchronous=FULL`: what was
  acknowledged is on the disk. One program at a time serves it (a lock beside it); a second one says where the first is.
- **Backups** are made by SQLite's own backup: one for each day the application is used, renewed hourly and at the end,
  the last seven kept beside the file in `backups`; one before each upgrade; one on request (`kind-distance backup`, or
  the foot of the shelf). `kind-distance restore` checks first and keeps what it replaces. A plain copy of the file is
  no backup while the application runs.
- **Damage stays where it is.** A painting whose rows cannot be read is told as damaged; the others work, and what can
  be read of it can be exported and copied. Working copies and lines of the shelf are made anew.
- **Nobody else gets in.** The server answers on this machine alone, to its own pages alone; other devices take part by
  TLS, by a code of one use (`docs/architecture.md`). Nothing is asked of the network.
- **Nothing goes out unasked.** What is given away holds no place, name or way there that was typed, unless it is ticked
  in a list that shows it word by word; photos are developed and hold nothing a camera wrote.
- **Nothing takes too much.** Pictures are read one at a time, strip by strip; what would need more than the bounds
  above is refused before it is decoded.

## What it does not do

The file is not encrypted: who can read your disk can read your paintings. A shared device sees all paintings. Backups
on the same disk do not help when the disk dies: save one elsewhere now and then.
"""


def main() -> int:
    """Run all; 0 where every row is zero."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--kills", type=int, default=25)
    parser.add_argument("--cuts", type=int, default=600)
    parser.add_argument("--requests", type=int, default=1500)
    parser.add_argument("--documents", type=int, default=300)
    parser.add_argument("--guesses", type=int, default=1000)
    parser.add_argument("--damaged", type=int, default=3000)
    given = parser.parse_args()
    deeds: list[Callable[[], Row]] = [
        _starts, _painting, lambda: _power(given.cuts), _large, lambda: _damaged(given.damaged),
        lambda: _documents(given.documents), lambda: _strangers(given.guesses),
        lambda: _fuzz(given.requests), lambda: _kills(given.kills),
    ]  # fmt: skip
    rows = []
    for deed in deeds:
        start = time.monotonic()
        rows.append(deed())
        print(f"{time.monotonic() - start:.0f} s: {rows[-1]}", flush=True)
    lines = [f"| {row.what} | {row.tried} | {row.failed} | {row.lost} | {row.more} |" for row in rows]
    TRUST.write_text(HEAD + "\n".join(lines) + "\n" + FOOT, "utf-8")
    return int(any(row.failed or row.lost for row in rows))


if __name__ == "__main__":
    sys.exit(main())
