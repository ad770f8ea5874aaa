"""Many paintings: the shelf, a search on it, and one painting's answer, beside those of a small file.

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

MOST_MS = 50.0
TEA = 3


def grow(file: Path, paintings: int) -> None:
    """Copy one painting row by row until there are so many."""
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
                f"INSERT INTO painting (id, {names}) "  # noqa: S608
                f"SELECT ?, {names} FROM painting WHERE id = ?",
                (number, TEA),
            )
            for table in tables:
                rest = ", ".join(
                    f'"{row[1]}"' for row in db.execute(f'PRAGMA table_info("{table}")') if row[1] != "painting_id"
                )
                db.execute(
                    f'INSERT INTO "{table}" (painting_id, {rest}) '  # noqa: S608
                    f'SELECT ?, {rest} FROM "{table}" WHERE painting_id = ?',
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


def _measured(file: Path, times: int) -> dict[str, tuple[list[float], int]]:
    """Milliseconds of each time, and bytes of the answer, by what is asked."""
    app = create_app(file, lambda: DEMO_NOW)
    found = {}
    with TestClient(app, base_url="http://127.0.0.1") as client:
        for name, path in (
            ("shelf", "/api/paintings"),
            ("shelf, sought by words", "/api/paintings?word=tea+mist&order=progress"),
            ("one painting", f"/api/paintings/{TEA}"),
        ):
            size = len(client.get(path).content)
            found[name] = (timed(lambda path=path: client.get(path), times), size)
    return found


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
    slow = False
    for name, (took, size) in large.items():
        p95 = statistics.quantiles(took, n=20)[-1]
        slow = slow or p95 > MOST_MS
        print(
            f"{name}: 3 paintings {statistics.median(small[name][0]):.0f} ms and {small[name][1] / 1000:.1f} kB; "
            f"{given.paintings} {statistics.median(took):.0f} ms (median), {p95:.0f} ms (95th percentile, bound "
            f"{MOST_MS:g}), {size / 1000:.1f} kB"
        )
    return int(slow)


if __name__ == "__main__":
    sys.exit(main())
