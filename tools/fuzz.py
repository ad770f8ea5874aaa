"""Every change and every address, asked with what fits and what does not: no answer may be a fault of our own.

Values come from the API's own description, with bounds, what lies beyond them, and hostile texts. After each run of
changes the painting is opened, exported, and brought in again: what the application made it must also take. Seeded;
run by hand: ``python -m tools.fuzz --requests 5000 --seed 2``.
"""

from __future__ import annotations

import argparse
import json
import random
import sys
import tempfile
import time
import zipfile
from dataclasses import dataclass, field
from io import BytesIO
from pathlib import Path
from typing import Any

import httpx2
from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.demo.seed import seed as seed_demo
from tools.running import DEMO_NOW

SLOW_S = 10.0
CHANGES_A_RUN = 25
TEXTS = (
    "", " ", "Ridge", "x" * 5000, "<script>alert(1)</script>", "'; DROP TABLE painting; --", "\u202eabc", "\0",
    "é" * 61,
    "../../etc/passwd", "{{7*7}}", "=1+1", "\ud7ff", "2026-12-05T10:00", "2026-12-05", "9999-99-99", "1", "null",
)  # fmt: skip
# What fits a text, by what its field is called.
FITS: dict[str, tuple[str, ...]] = {
    "start": ("2026-12-05T10:00", "2026-11-28T07:00"), "at": ("2026-11-20T10:00", "2026-11-26T09:40"),
    "day": ("2026-12-05",), "deadline": ("2026-12-24",), "return_on": ("2026-12-09",), "begin": ("2026-11-20T09:00",),
    "end": ("2026-11-20T10:00",), "medium": ("watercolour", "gouache", "acrylic", "oil", "oil_over_acrylic"),
    "school": ("far_to_near", "dark_to_light", "plane_by_plane", "whole_at_once"), "ground": ("white", "warm_grey"),
    "veil": ("clear", "haze", "mist", "night"), "key": ("full", "high", "middle", "low"),
}  # fmt: skip
NAMES = ("Ridge", "The far bank", "Shed", "Willow", "Evening", "A second look")
WHOLE = (0, -1, 1, 2, 3, 4, 5, 6, 9, 12, 99, 2**31, 2**63, -(2**63) - 1, 10**30)
Schema = dict[str, Any]


@dataclass
class Tally:
    """What was asked, and what came out of it that must not."""

    asked: int = 0
    changed: int = 0
    failed: list[str] = field(default_factory=list)
    poisoned: list[str] = field(default_factory=list)
    slow: list[str] = field(default_factory=list)
    actions: dict[str, int] = field(default_factory=dict)
    refused: dict[str, str] = field(default_factory=dict)

    def said(self) -> str:
        """One line for the record."""
        return (
            f"{self.asked} requests, {self.changed} changes accepted of {len(self.actions)} kinds; "
            f"{len(self.failed)} faults of our own, {len(self.poisoned)} paintings poisoned, "
            f"{len(self.slow)} answers over {SLOW_S:g} s"
        )


class Fuzzer:
    """One seed over one file of the demo's paintings."""

    def __init__(self, client: TestClient, seed: int) -> None:
        self.client, self.rng, self.seed = client, random.Random(seed), seed  # noqa: S311  made-up requests
        self.tally = Tally()
        self.hostile = 0.0  # how much of what is asked does not fit
        self.described: Schema = client.get("/api/openapi.json").json()

    def _resolved(self, schema: Schema) -> Schema:
        while "$ref" in schema:
            schema = self.described["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]]
        return schema

    def value(self, schema: Schema, depth: int = 0, name: str = "") -> Any:  # noqa: ANN401  JSON
        """Make a value for a schema: mostly one that fits, sometimes one that does not."""
        schema, rng = self._resolved(schema), self.rng
        if rng.random() < 0.1 * self.hostile:
            return rng.choice([None, True, [], {}, "x", -1, 1e308, *TEXTS])
        for several in ("anyOf", "oneOf"):
            if several in schema:
                return self.value(rng.choice(schema[several]), depth, name)
        if "const" in schema or "enum" in schema:
            return (
                rng.choice(schema.get("enum", [schema.get("const")]))
                if rng.random() > 0.1 * self.hostile
                else rng.choice(TEXTS)
            )
        kind = schema.get("type")
        if kind == "object":
            return self._object(schema, depth)
        if kind == "array":
            items = schema.get("prefixItems") or [schema.get("items", {})] * rng.choice((0, 1, 2, 2, 3, 5))
            return [self.value(each, depth + 1) for each in items] if depth < 5 else []
        if kind == "string":
            return rng.choice(FITS.get(name, NAMES) if rng.random() > 0.5 * self.hostile else TEXTS)
        if kind == "boolean":
            return rng.random() < 0.5
        return self._number(schema, whole=kind == "integer")

    def _object(self, schema: Schema, depth: int) -> Any:  # noqa: ANN401
        needed, few = set(schema.get("required", ())), self.rng.choice((0.0, 0.15, 0.6))
        return {
            name: self.value(each, depth + 1, name)
            for name, each in schema.get("properties", {}).items()
            if name in needed or self.rng.random() < few
        }

    def _number(self, schema: Schema, *, whole: bool) -> float:
        low = schema.get("minimum", schema.get("exclusiveMinimum"))
        high = schema.get("maximum", schema.get("exclusiveMaximum"))
        rng = self.rng
        if rng.random() < 0.3 * self.hostile:
            return rng.choice(WHOLE) if whole else rng.choice((-1e-9, 1e-300, -1.0, 1e18, 1e308))
        if low is not None and rng.random() < 0.1:
            return float(low) if not whole else int(low)
        low = 0 if low is None else low
        high = 12 if high is None else high
        if whole:
            return rng.randint(int(low), int(min(high, low + 12)))
        return rng.uniform(low, min(high, low + rng.choice((1, 10, 1000))))

    def ask(self, method: str, path: str, **more: Any) -> httpx2.Response | None:  # noqa: ANN401
        """Send a request, and hold the answer against what every answer must be."""
        tally = self.tally
        tally.asked += 1
        start = time.monotonic()
        try:
            answer = self.client.request(method, path, **more)
        except (httpx2.InvalidURL, UnicodeError, ValueError):  # no address at all: it never left
            return None
        took = time.monotonic() - start
        what = f"seed {self.seed}: {method} {path} {str(more)[:300]}"
        if took > SLOW_S:
            tally.slow.append(f"{took:.0f} s, {what}")
        plain = answer.headers.get("content-type", "")
        if answer.status_code >= 500 or (answer.status_code >= 400 and plain != "application/problem+json"):
            tally.failed.append(f"{answer.status_code}, {what}")
        return answer

    def read_anything(self) -> None:
        """Ask one address with what it takes, or with what it does not."""
        self.hostile = 1.0
        paths = [path for path, methods in self.described["paths"].items() if "get" in methods]
        path = self.rng.choice(paths)
        query = {}
        for each in self.described["paths"][path]["get"].get("parameters", []):
            said = self.value(each["schema"])
            if each["in"] == "path":
                fits = "painting_id" in each["name"] and self.rng.random() < 0.9
                word = str(self.rng.randint(1, 3) if fits else said) or "0"
                path = path.replace("{" + each["name"] + "}", word.replace("/", "%2f").replace("?", "%3f")[:300])
            elif each.get("required") or self.rng.random() < 0.7:
                query[each["name"]] = "" if said is None else str(said)[:3000]
        self.ask("GET", path, params=query)

    def change_something(self, painting: int) -> None:
        """Make one change of any kind, most of them such as fit."""
        self.hostile = self.rng.choice((0.0, 0.0, 0.0, 0.5, 1.0))
        schema = self._resolved({"$ref": "#/components/schemas/ChangeRequest"})
        kind = self._resolved(self.rng.choice(self._resolved(schema["properties"]["change"])["oneOf"]))
        change = self._object(kind, 0)
        action = kind["properties"]["action"]["const"]
        change["action"] = action
        version = self.client.get(f"/api/paintings/{painting}/version").json()["version"]
        answer = self.ask("POST", f"/api/paintings/{painting}/changes", json={"version": version, "change": change})
        done = answer is not None and answer.status_code == 200
        self.tally.changed += done
        self.tally.actions[action] = self.tally.actions.get(action, 0) + done
        if answer is not None and not done:
            self.tally.refused[action] = answer.json().get("detail", "")[:110]

    def see_that_all_is_well(self, painting: int) -> None:
        """Open the painting, export it, bring the export in, and hold its plan against the first."""
        opened = self.client.get(f"/api/paintings/{painting}")
        if opened.status_code != 200:
            self.tally.poisoned.append(f"seed {self.seed}: painting {painting}: {opened.text[:300]}")
            return
        packed = self.client.get(f"/api/paintings/{painting}/document.zip", params={"originals": True})
        brought = self.client.post("/api/paintings/brought", files={"file": ("own.zip", packed.content)})
        if brought.status_code != 201:
            self.tally.poisoned.append(f"seed {self.seed}: own export refused: {brought.text[:300]}")
            return
        number = brought.json()["id"]
        again = self.client.get(f"/api/paintings/{number}/document.zip", params={"originals": True})
        first, second = (
            json.loads(zipfile.ZipFile(BytesIO(each.content)).read("painting.json")) for each in (packed, again)
        )
        if first != second:
            self.tally.poisoned.append(
                f"seed {self.seed}: own export of {painting} comes back as another: {_difference(first, second)}"
            )
        self.client.post(f"/api/paintings/{number}/bin")
        self.client.delete(f"/api/paintings/{number}")


def _difference(one: Any, other: Any, where: str = "") -> str:  # noqa: ANN401  JSON
    """Say where two documents differ first."""
    if isinstance(one, dict) and isinstance(other, dict):
        pairs = [(name, one.get(name), other.get(name)) for name in sorted({*one, *other})]
    elif isinstance(one, list) and isinstance(other, list) and len(one) == len(other):
        pairs = [(str(at), *both) for at, both in enumerate(zip(one, other, strict=True))]
    else:
        return f"{where}: {str(one)[:200]} and {str(other)[:200]}"
    return next((_difference(a, b, f"{where}.{name}") for name, a, b in pairs if a != b), where)


def fuzz(requests: int, seed: int = 1) -> Tally:
    """Ask so many times over a fresh demo."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "paintings.sqlite"
        seed_demo(file, DEMO_NOW)
        app = create_app(file, lambda: DEMO_NOW)
        with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
            fuzzer = Fuzzer(client, seed)
            while fuzzer.tally.asked < requests:
                painting = fuzzer.rng.randint(1, 3)
                for _ in range(CHANGES_A_RUN):
                    if fuzzer.rng.random() < 0.6:
                        fuzzer.change_something(painting)
                    else:
                        fuzzer.read_anything()
                fuzzer.see_that_all_is_well(painting)
            return fuzzer.tally


def main() -> int:
    """Run it; 0 where nothing failed."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--requests", type=int, default=3000)
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args()
    tally = fuzz(given.requests, given.seed)
    print(tally.said())
    never = sorted(name for name, count in tally.actions.items() if not count)
    print("never accepted, and the last reason:")
    for name in never:
        print(f"  {name}: {tally.refused.get(name, '')}")
    for each in tally.failed + tally.poisoned + tally.slow:
        print(" ", each)
    return int(bool(tally.failed or tally.poisoned))


if __name__ == "__main__":
    sys.exit(main())
