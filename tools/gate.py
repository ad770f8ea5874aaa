"""The whole gate: every check of the project, one line each, and a closing line that counts them."""

from __future__ import annotations

import re
import subprocess
import sys
import time
import unittest
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
BIN = ROOT / ".venv" / "bin"
WEB = ROOT / "web"
SUITES = (
    "core",
    "rows",
    "follow",
    "cases",
    "outside",
    "store",
    "exchange",
    "studio",
    "api",
    "sharing",
    "project",
    "browser",
)
# What may run at the same time, on two cores; the browser has the machine to itself.
ABREAST = (("studio", "outside", "core"), ("rows", "follow", "cases", "store", "exchange", "api", "sharing", "project"))


def _command(*words: str, where: Path = ROOT) -> Callable[[], str]:
    """Make a check of a command: empty text when it passed, else what it printed."""

    def run() -> str:
        done = subprocess.run(words, cwd=where, capture_output=True, text=True, check=False)
        return "" if done.returncode == 0 else f"{done.stdout}\n{done.stderr}".strip() or "failed without a word"

    return run


def _generated(command: tuple[str, ...], kept: Path) -> Callable[[], str]:
    """Make a check that a generated file is what its generator prints today."""

    def run() -> str:
        done = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=False)
        if done.returncode:
            return done.stderr
        now = done.stdout
        return "" if now == kept.read_text("utf-8") else f"{kept.name} is not current"

    return run


def _licences() -> str:
    """See that the table of licences names what is installed."""
    from tools import licences

    return "" if licences.TABLE.read_text("utf-8") == licences.table() else "docs/licences.md is not current"


def checks() -> list[tuple[str, Callable[[], str]]]:
    """List the checks that are not tests, the quick ones first."""
    npx = ("npx", "--no-install")
    return [
        ("format", _command(str(BIN / "ruff"), "format", "--check", ".")),
        ("lint", _command(str(BIN / "ruff"), "check", ".")),
        ("import contracts", _command(str(BIN / "lint-imports"))),
        (
            "openapi.json current",
            _generated((sys.executable, "-m", "kind_distance", "openapi"), ROOT / "openapi.json"),
        ),
        ("licences current", _licences),
        # Not kept in the repository: made from openapi.json each time, so they cannot be out of date.
        ("API types made", _command("npm", "run", "--silent", "types", where=WEB)),
        ("front-end format", _command(*npx, "prettier", "--check", "src", "*.ts", "*.js", "index.html", where=WEB)),
        ("front-end lint", _command(*npx, "eslint", ".", where=WEB)),
        ("front-end types", _command(*npx, "vue-tsc", "--noEmit", where=WEB)),
        ("front-end tests", _command("npm", "run", "--silent", "test", where=WEB)),
        ("types", _command(str(BIN / "mypy"))),
    ]


def _tests(suite: str) -> tuple[int, int, int]:
    """Run a folder of tests with warnings as errors; (passed, failed, skipped)."""
    loader = unittest.TestLoader()
    found = loader.discover(str(ROOT / "tests" / suite), top_level_dir=str(ROOT))
    result = unittest.TextTestRunner(verbosity=1, warnings="error", stream=sys.stdout).run(found)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses) + len(loader.errors)
    skipped = len(result.skipped)
    return result.testsRun - failed - skipped, failed, skipped


def _timed(check: Callable[[], str]) -> tuple[str, float]:
    start = time.monotonic()
    return check(), time.monotonic() - start


def _checked() -> tuple[int, int]:
    """Run the checks that are not tests, two at a time; (passed, failed)."""
    passed = failed = 0
    listed = checks()
    made = [each for each in listed if each[0] == "API types made"]  # others read what this writes
    rest = [each for each in listed if each not in made]
    with ThreadPoolExecutor(max_workers=2) as hands:
        done = [(name, _timed(check)) for name, check in made]
        done += zip([name for name, _ in rest], hands.map(_timed, [check for _, check in rest]), strict=True)
    for name, (wrong, took) in done:
        print(f"{'ok  ' if not wrong else 'FAIL'} {name} ({took:.1f} s)", flush=True)
        if wrong:
            print(wrong[-6000:], flush=True)
        passed, failed = passed + (not wrong), failed + bool(wrong)
    return passed, failed


def _abreast() -> tuple[int, int, int]:
    """Run groups of suites at the same time, each in a process of its own; (passed, failed, skipped)."""
    running = [
        subprocess.Popen(
            [sys.executable, "-m", "tools.gate", *group], cwd=ROOT, stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
            text=True,
        )
        for group in ABREAST
    ]  # fmt: skip
    with ThreadPoolExecutor(max_workers=len(running)) as hands:
        said = list(hands.map(lambda process: process.communicate()[0], running))
    counts = [0, 0, 0]
    for process, text in zip(running, said, strict=True):
        print(text, flush=True)
        last = re.search(r"^(\d+) passed, (\d+) failed(?:, (\d+) skipped)?$", text, re.MULTILINE)
        found = [int(each or 0) for each in last.groups()] if last else [0, 1, 0]
        found[1] = max(found[1], int(process.returncode != 0))  # whatever ended it counts as a failure
        counts = [one + other for one, other in zip(counts, found, strict=True)]
    return counts[0], counts[1], counts[2]


def main(wanted: list[str]) -> int:
    """Run all checks and tests, or the suites named; return 0 when all passed."""
    passed = failed = skipped = 0
    alone = wanted or [suite for suite in SUITES if not any(suite in group for group in ABREAST)]
    if not wanted:
        passed, failed = _checked()
        good, bad, skipped = _abreast()
        passed, failed = passed + good, failed + bad
    for suite in alone:
        print(f"-- tests/{suite}", flush=True)
        good, bad, left = _tests(suite)
        passed, failed, skipped = passed + good, failed + bad, skipped + left
    print(f"{passed} passed, {failed} failed" + (f", {skipped} skipped" if skipped else ""), flush=True)
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
