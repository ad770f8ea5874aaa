"""Many paintings: the shelf, a search on it, and one painting's answer, beside those of a small file.

Run by hand: ``python -m tools.growth``.
"""

from __future__ import annotations

import argparse
import random
import re
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

MOST_MS, MOST_MB = 50.0, 500
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


def held_after(requests: int, seed_: int = 1) -> float:
    """Megabytes that this process holds after so many mixed requests: looks, exports and changes of three paintings."""
    rng = random.Random(seed_)  # noqa: S311  made-up requests
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "paintings.sqlite"
        seed(file, DEMO_NOW)
        app = create_app(file, lambda: DEMO_NOW)
        with TestClient(app, base_url="http://127.0.0.1") as client:
            for _ in range(requests):
                where = f"/api/paintings/{rng.randint(1, 3)}"
                ways = (
                    "", "", "/sources/1.jpg", "/sources/1/look.jpg?way=grey", "/thumbnails/1.png", "/outlines",
                    "/plan.pdf", "/mixes", "/build", "/sessions.ics", "/schools", "/veil.png?veil=mist",
                )  # fmt: skip
                if rng.random() < 0.3:
                    version = client.get(f"{where}/version").json()["version"]
                    change = rng.choice((
                        {"action": "set_depth", "gap": round(rng.uniform(0.3, 1.2), 2)},
                        {"action": "set_brief", "idea": f"Idea {rng.random()}"},
                        {"action": "set_planned_value", "plane": 2, "value": round(rng.uniform(3, 8), 2)},
                    ))  # fmt: skip
                    client.post(f"{where}/changes", json={"version": version, "change": change})
                else:
                    client.get(where + rng.choice(ways))
            status = Path("/proc/self/status").read_text("utf-8")
            found = re.search(r"VmRSS:\s+(\d+) kB", status)
    return int(found[1]) / 1024 if found else 0.0


def main() -> int:
    """Measure it; 0 where the bounds hold."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--paintings", type=int, default=1000)
    parser.add_argument("--times", type=int, default=40)
    parser.add_argument("--requests", type=int, default=0, help="measure memory after so many mixed requests, alone")
    given = parser.parse_args()
    if given.requests:
        held = held_after(given.requests)
        print(f"{held:.0f} MB held after {given.requests} mixed requests (bound {MOST_MB})")
        return int(held > MOST_MB)
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
