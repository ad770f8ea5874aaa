"""Record what the application answers, so that a change of its structure can be held against what it said before.

    python -m tools.answers record FOLDER    every view and export of the demo, and the plans of its documents
    python -m tools.answers compare OLD NEW  what differs, by its path within each answer

Answers that are data are kept as sorted JSON; files by the hash of their bytes.
"""

from __future__ import annotations

import hashlib
import io
import json
import sys
import tempfile
import zipfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.cli import main as command_line
from kind_distance.demo.seed import seed
from tools.running import DEMO_NOW

PAINTINGS = (1, 2, 3)
MOST_TOLD = 60


def _asked(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Ask every route that only wants a painting, or nothing."""
    for path, routes in client.get("/api/openapi.json").json()["paths"].items():
        wanted = [p["name"] for p in routes.get("get", {}).get("parameters", []) if p.get("required")]
        if "get" not in routes or set(wanted) - {"painting_id"}:
            continue
        for number in PAINTINGS if wanted else (0,):
            answer = client.get(path.replace("{painting_id}", str(number)))
            yield f"{path} {number}".replace("/", "_"), _kept(answer.headers.get("content-type", ""), answer.content)


def _kept(kind: str, content: bytes) -> Any:  # noqa: ANN401  whatever was answered
    if kind.startswith("application/json"):
        return json.loads(content)
    if kind.startswith("application/zip"):
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            return {name: _kept("application/json" if name.endswith("json") else "", archive.read(name))
                    for name in archive.namelist()}  # fmt: skip
    if kind.startswith("text/"):
        return content.decode().splitlines()
    return hashlib.sha256(content).hexdigest()


def record(folder: Path) -> None:
    """Record all answers of a fresh demo into a folder, one file each."""
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as made:
        file = Path(made) / "demo.sqlite"
        seed(file, DEMO_NOW)
        client = TestClient(create_app(file, lambda: DEMO_NOW), base_url="http://127.0.0.1:8765")
        for name, answer in _asked(client):
            (folder / f"{name}.json").write_text(json.dumps(answer, indent=1, sort_keys=True))
        for number in PAINTINGS:
            document = Path(made) / f"{number}.zip"
            document.write_bytes(client.get(f"/api/paintings/{number}/document.zip").content)
            before, sys.stdout = sys.stdout, io.StringIO()
            try:
                command_line(["plan", str(document), "--json"])
                (folder / f"plan {number}.json").write_text(sys.stdout.getvalue())
            finally:
                sys.stdout = before


def _differences(one: Any, other: Any, at: str = "") -> Iterator[str]:  # noqa: ANN401  any JSON
    if isinstance(one, dict) and isinstance(other, dict):
        for key in sorted({*one, *other}):
            if key not in one or key not in other:
                yield f"{at}.{key}: only {'after' if key in other else 'before'}"
            else:
                yield from _differences(one[key], other[key], f"{at}.{key}")
    elif isinstance(one, list) and isinstance(other, list):
        if len(one) != len(other):
            yield f"{at}: {len(one)} before, {len(other)} after"
        for n, (a, b) in enumerate(zip(one, other, strict=False)):
            yield from _differences(a, b, f"{at}[{n}]")
    elif one != other:
        yield f"{at}: {str(one)[:90]!r} before, {str(other)[:90]!r} after"


def compare(old: Path, new: Path) -> int:
    """Print what differs between two recordings; return how many answers do."""
    count = 0
    for name in sorted({each.name for folder in (old, new) for each in folder.iterdir()}):
        if not (old / name).exists() or not (new / name).exists():
            found = ["only in one of the two"]
        else:
            found = list(_differences(*(json.loads((folder / name).read_text()) for folder in (old, new))))
        if found:
            count += 1
            print(name, *found[:MOST_TOLD], sep="\n  ")
    print(f"{count} answers differ")
    return count


if __name__ == "__main__":
    if sys.argv[1:2] == ["record"]:
        record(Path(sys.argv[2]))
    elif sys.argv[1:2] == ["compare"]:
        sys.exit(min(1, compare(Path(sys.argv[2]), Path(sys.argv[3]))))
    else:
        print(__doc__)
        sys.exit(2)
