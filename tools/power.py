"""Power loss: the write-ahead log cut at any byte that may not have reached the disk.

SQLite flushes the log at each commit (``synchronous=FULL``): what was acknowledged lies below the length that the log
had then, and only what lies above may be missing, cut anywhere, or rubbish. Each such file must open, be sound, and
hold all that was acknowledged. Run by hand: ``python -m tools.power --cuts 2000``.
"""

from __future__ import annotations

import argparse
import random
import shutil
import sqlite3
import sys
import tempfile
from contextlib import closing
from pathlib import Path

from kind_distance.rows import Brief, State
from kind_distance.store import paintings as kept
from kind_distance.store.backups import examine, prepare
from kind_distance.store.database import opened
from tools.tally import Tally


def _log_of(file: Path) -> Path:
    return Path(f"{file}-wal")


def _written(file: Path, count: int) -> tuple[Path, list[int]]:
    """Write paintings one by one; a copy of the file and its log, and the length of the log at each commit."""
    prepare(file)
    lengths = []
    with opened(file) as reader:  # keeps the log from being folded into the file
        reader.execute("BEGIN")
        reader.execute("SELECT count(*) FROM painting").fetchone()
        with opened(file) as db:
            for at in range(count):
                kept.create(db, State(Brief(title=f"Painting {at}", idea="x" * (37 * at))), "2026-11-28T10:00:00", "-")
                lengths.append(_log_of(file).stat().st_size)
        copy = file.with_name("copy.sqlite")
        shutil.copy(file, copy)
        shutil.copy(_log_of(file), _log_of(copy))
    return copy, lengths


def try_cuts(cuts: int, seed: int = 1) -> Tally:
    """Cut the log so many times, at the ends of commits, beside them, and anywhere."""
    rng, tally = random.Random(seed), Tally()  # noqa: S311  made-up cuts
    with tempfile.TemporaryDirectory() as folder:
        whole, lengths = _written(Path(folder) / "paintings.sqlite", 24)
        log = _log_of(whole).read_bytes()
        for number in range(cuts):
            at = rng.choice(
                [rng.randrange(len(log) + 1), rng.choice(lengths), rng.choice(lengths) - rng.randint(1, 40)]
            )
            tail = rng.choice([b"", b"", bytes(rng.randint(1, 9000)), rng.randbytes(rng.randint(1, 9000))])
            file = Path(folder) / f"cut-{number}.sqlite"
            shutil.copy(whole, file)
            _log_of(file).write_bytes(log[:at] + tail)
            acknowledged = sum(length <= at for length in lengths)
            tally.tried += 1
            try:
                with opened(file) as db:
                    found = int(db.execute("SELECT count(*) FROM painting").fetchone()[0])
                examine(file)
            except Exception as error:  # noqa: BLE001  any damage
                tally.failed.append(f"cut at {at}: {type(error).__name__} {error}")
                continue
            if found < acknowledged:
                tally.lost.append(f"cut at {at}: {found} of {acknowledged}")
            with closing(sqlite3.connect(file)) as db:
                db.execute("PRAGMA journal_mode=DELETE")
            file.unlink()
    return tally


def main() -> int:
    """Run it; 0 where nothing was lost."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--cuts", type=int, default=500)
    tally = try_cuts(parser.parse_args().cuts)
    print(tally.said())
    for each in tally.failed + tally.lost:
        print(" ", each)
    return int(bool(tally.failed or tally.lost))


if __name__ == "__main__":
    sys.exit(main())
