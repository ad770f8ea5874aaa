"""Open many photos in one process and print the memory it holds at the end and the most it took, in MB; for the bench.

python -m tools.memory FILE FOLDER_OF_PHOTOS
"""

from __future__ import annotations

import sys
from pathlib import Path

from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.core.remembering import release_memory_early
from kind_distance.demo.seed import seed
from tools.running import DEMO_NOW

TILTS = 6


def _megabytes(what: str) -> float:
    """Memory of this process by the kernel; `ru_maxrss` of a child begins with what its parent held. [MB]."""
    status = Path("/proc/self/status").read_text()
    return next(int(line.split()[1]) for line in status.splitlines() if line.startswith(what)) * 1024 / 1e6


def main() -> int:
    """Bring photos, thumbnails, marks and tilts, each shown as the pages show it."""
    file, photos = Path(sys.argv[1]), sorted(Path(sys.argv[2]).glob("*.jpg"))
    release_memory_early()
    seed(file, DEMO_NOW)
    with TestClient(create_app(file, lambda: DEMO_NOW), base_url="http://127.0.0.1") as client:
        view = client.get("/api/paintings/1").json()

        def change(**wanted: object) -> None:
            asked = {"version": view["version"], "change": wanted}
            view.update(client.post("/api/paintings/1/changes", json=asked).raise_for_status().json())

        for number, photo in enumerate(photos):
            files = {"file": (photo.name, photo.read_bytes())}
            data = {"version": str(view["version"])}
            taken = client.post("/api/paintings/1/sources", files=files, data=data).raise_for_status().json()
            view.update(taken["painting"])
            source = taken["source"]
            if number < TILTS:
                change(action="straighten", source=source, tilt_deg=1.5)
            for steps in (3, 4):
                change(action="keep_thumbnail", source=source, steps=steps, smallest_share=0.004, softness=0.014)
            for shown in view["sources"]:
                if shown["number"] == source:
                    client.get(shown["image"]).raise_for_status()
        for k in range(10):
            points = [[0.1, 0.05 * k + 0.02], [0.9, 0.05 * k + 0.02]]
            change(action="add_stroke", plane=1 + k % 3, kind="mark", points=points, width=0.01)
    print(*(_megabytes(what) for what in ("VmRSS", "VmHWM")))
    return 0


if __name__ == "__main__":
    sys.exit(main())
