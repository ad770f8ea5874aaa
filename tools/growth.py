"""Many paintings and a long diary: the shelf, one painting's answer, and a search, beside those of a small file.

Run by hand: ``python -m tools.growth``.
"""

from __future__ import annotations

import argparse
import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.demo.seed import seed
from kind_distance.store.database import opened
from tools.running import DEMO_NOW

MOST_SHELF_MS = 50.0
TEA = 3


def grow(file: Path, paintings: int, lines: int = 0) -> None:
    """Copy one painting row by row until there are so many, and write so many lines into its diary."""
    with opened(file) as db:
        tables = [
            name
            for (name,) in db.execute("SELECT name FROM sqlite_schema WHERE type = 'table'")
            if name != "diary" and any(row[1] == "painting_id" for row in db.execute(f'PRAGMA table_info("{name}")'))
        ]
        first = int(db.execute("SELECT max(id) FROM painting").fetchone()[0]) + 1
        columns = [row[1] for row in db.execute("PRAGMA table_info(painting)") if row[1] != "id"]
        db.execute("BEGIN")
        for number in range(first, paintings + 1):
            names = ", ".join(columns)
            db.execute(
                f"INSERT INTO painting (id, {names}) SELECT ?, {names} FROM painting WHERE id = ?", (number, TEA)
            )
            for table in tables:
                rest = ", ".join(
                    f'"{row[1]}"' for row in db.execute(f'PRAGMA table_info("{table}")') if row[1] != "painting_id"
                )
                db.execute(
                    f'INSERT INTO "{table}" (painting_id, {rest}) SELECT ?, {rest} FROM "{table}" WHERE painting_id = ?',
                    (number, TEA),
                )
        db.execute("COMMIT")


def timed(deed: Callable[[], object], times: int) -> list[float]:
    """Milliseconds of each time, the first left out."""
    deed()
    found = []
    for _ in range(times):
        start = time.perf_counter()
        deed()
        found.append(1000 * (time.perf_counter() - start))
    return found


def _measured(file: Path, times: int) -> tuple[list[float], list[float], int]:
    app = create_app(file, lambda: DEMO_NOW)
    with TestClient(app, base_url="http://127.0.0.1") as client:
        shelf = timed(lambda: client.get("/api/paintings"), times)
        one = timed(lambda: client.get(f"/api/paintings/{TEA}"), max(3, times // 4))
        size = len(client.get(f"/api/paintings/{TEA}").content)
    return shelf, one, size


def main() -> int:
    """Measure it; 0 where the bounds hold."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--paintings", type=int, default=1000)
    parser.add_argument("--times", type=int, default=40)
    given = parser.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "paintings.sqlite"
        seed(file, DEMO_NOW)
        small = _measured(file, given.times)
        grow(file, given.paintings)
        large = _measured(file, given.times)
    p95 = statistics.quantiles(large[0], n=20)[-1]
    print(f"shelf: 3 paintings {statistics.median(small[0]):.1f} ms, {given.paintings} "
          f"{statistics.median(large[0]):.1f} ms (median), {p95:.1f} ms (95th percentile, bound {MOST_SHELF_MS:g})")  # fmt: skip
    print(f"one painting: {statistics.median(small[1]):.0f} ms and {small[2] / 1000:.1f} kB, "
          f"{statistics.median(large[1]):.0f} ms and {large[2] / 1000:.1f} kB")  # fmt: skip
    return int(p95 > MOST_SHELF_MS)


if __name__ == "__main__":
    sys.exit(main())
