"""Plant small faults in the core one by one, and see whether the tests near them notice.

    python -m tools.mutate [--faults 100] [--seed 1] [--only core/judging]

A fault is a turned sign, a moved boundary (`tools/moved.py`), another constant, or two arguments that change places.
Where the same of two things is compared, the places of two passes say, there is no limit: there it is turned round.
They are chosen by a seed, so that the same seed plants the same faults. Each is planted in a copy of the project, in a
process of its own that already has the large libraries; the tests that import the module of the fault or its package
are run there, the worked paintings and what is recorded. It is run by hand: a hundred faults take about an hour.
"""

from __future__ import annotations

import argparse
import ast
import os
import random
import shutil
import signal
import sys
import tempfile
import unittest
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass
from functools import cache
from multiprocessing import get_context
from pathlib import Path

ROOT = Path(__file__).parents[1]
CORE = Path("kind_distance/core")
LONGEST_S = 150  # a test that runs longer hangs, which whoever runs it would notice
LIMITS = (ast.Lt, ast.LtE, ast.Gt, ast.GtE)
TURNED_ROUND: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.Gt,
    ast.LtE: ast.GtE,
    ast.Gt: ast.Lt,
    ast.GtE: ast.LtE,
}
MOVED = '__import__("tools.moved", fromlist=["moved"]).moved'
SIGNS: dict[type[ast.operator], type[ast.operator]] = {ast.Add: ast.Sub, ast.Sub: ast.Add}
FACTOR = 1.3  # by which a constant is another one
COUNTED_BELOW = 20  # what is counted so far is one more; one more of thousands is none
# What is recorded (tests/record.py) of the packages whose truth nobody can write down by hand.
RECORDS: dict[str, tuple[str, ...]] = {
    "practice": ("scenes", "drills"), "picture": ("pictures", "page"), "depth": ("planes",), "progress": ("painted",),
    "mixing": ("mixing",), "build": ("build",), "schedule": ("plans",), "deriving": ("plans",),
}  # fmt: skip


@dataclass(frozen=True)
class Fault:
    """A fault: where it is planted, what kind it is, and the line before and after."""

    file: Path
    kind: str
    line: int
    before: str
    after: str


def _changed_nodes(tree: ast.Module) -> Iterator[tuple[str, ast.AST, ast.AST]]:
    """Give every node that can be another one, with its kind of fault and the other node."""
    constants = {id(each.value) for each in tree.body if isinstance(each, ast.Assign | ast.AnnAssign) and each.value}
    for node in ast.walk(tree):
        if isinstance(node, ast.Compare) and len(node.ops) == 1 and type(node.ops[0]) in LIMITS:
            yield "boundary", node, _other_boundary(node)
        elif isinstance(node, ast.BinOp) and type(node.op) in SIGNS and not _is_text(node):
            yield "sign", node, ast.BinOp(node.left, SIGNS[type(node.op)](), node.right)
        elif isinstance(node, ast.Call) and len(node.args) == 2 and not node.keywords and _plain_args(node):
            yield "swapped", node, ast.Call(node.func, node.args[::-1], [])
        elif isinstance(node, ast.Constant) and id(node) in constants and type(node.value) in (int, float):
            counts = isinstance(node.value, int) and abs(node.value) < COUNTED_BELOW
            other = node.value + 1 if counts else round(node.value * FACTOR, None if isinstance(node.value, int) else 9)
            yield "constant", node, ast.Constant(other)


def _other_boundary(node: ast.Compare) -> ast.AST:
    """Turn a comparison of the same of two things round; move the limit of any other."""
    one, other = _same_of(node.left), _same_of(node.comparators[0])
    if one and one == other:
        return ast.Compare(node.left, [TURNED_ROUND[type(node.ops[0])]()], node.comparators)
    called, kind = ast.parse(MOVED, mode="eval").body, ast.Constant(type(node.ops[0]).__name__)
    return ast.Call(called, [node.left, kind, *node.comparators], [])


def _same_of(node: ast.AST) -> str:
    """Say what of a thing is compared, as in ``film.at < each.at`` or ``at[one] < at[other]``; empty for the rest."""
    if isinstance(node, ast.Attribute):
        return f".{node.attr}"
    return f"{ast.dump(node.value)}[]" if isinstance(node, ast.Subscript) else ""


def _is_text(node: ast.BinOp) -> bool:
    return any(
        isinstance(each, ast.JoinedStr | ast.List | ast.Tuple | ast.ListComp) for each in (node.left, node.right)
    )


def _plain_args(node: ast.Call) -> bool:
    """Whether the order of two arguments matters: both are names, of a function that is not like max or min."""
    name = node.func.id if isinstance(node.func, ast.Name) else getattr(node.func, "attr", "")
    both = all(isinstance(each, ast.Name | ast.Attribute) for each in node.args)
    both = both and ast.dump(node.args[0]) != ast.dump(node.args[1])
    symmetrical = {
        "max",
        "min",
        "maximum",
        "minimum",
        "isinstance",
        "hypot",
        "logical_and",
        "logical_or",
        "zip",
        "getattr",
    }
    return both and name not in symmetrical


def faults_in(file: Path) -> Iterator[Fault]:
    """List all faults that can be planted in a file, on lines that are no docstring and no message."""
    source = (ROOT / file).read_text("utf-8")
    lines = source.splitlines()
    for kind, node, other in _changed_nodes(ast.parse(source)):
        if node.lineno != node.end_lineno:  # type: ignore[attr-defined]
            continue
        line = lines[node.lineno - 1]  # type: ignore[attr-defined]
        start, end = node.col_offset, node.end_col_offset  # type: ignore[attr-defined]
        as_bytes = line.encode()
        # What is put in brackets keeps its place among what stands around it.
        made = ast.unparse(ast.fix_missing_locations(ast.copy_location(other, node)))
        new = made if kind in ("constant", "swapped") else f"({made})"
        after = (as_bytes[:start] + new.encode() + as_bytes[end:]).decode()
        yield Fault(file, kind, node.lineno, line, after)  # type: ignore[attr-defined]


def chosen(count: int, seed: int, only: str) -> list[Fault]:
    """Choose faults: a quarter of each kind, as far as there are, one on a line."""
    files = sorted(p.relative_to(ROOT) for p in (ROOT / CORE).rglob("*.py") if only in str(p))
    known = list({(f.file, f.line): f for file in files for f in faults_in(file)}.values())
    hand = random.Random(seed)  # noqa: S311  no secret: the same seed plants the same faults
    found = []
    for kind in ("sign", "boundary", "constant", "swapped"):
        of_kind = [each for each in known if each.kind == kind]
        found += hand.sample(of_kind, min(len(of_kind), -(-count // 4)))
    return found


@cache
def _imports_of(file: Path) -> frozenset[str]:
    """Modules and names that a test imports, itself and by what tests share (`tests.ordering`, say)."""
    found = [n for n in ast.walk(ast.parse(file.read_text("utf-8"))) if isinstance(n, ast.ImportFrom) and n.module]
    named = {str(n.module) for n in found} | {f"{n.module}.{each.name}" for n in found for each in n.names}
    shared = [ROOT / f"{each.replace('.', '/')}.py" for each in named if each.startswith("tests.")]
    return frozenset(named.union(*(_imports_of(each) for each in shared if each.is_file() and each != file)))


def tests_near(file: Path) -> list[str]:
    """Name the test modules near a module: those that import it, those that import its package, cases and records."""
    module, package = ".".join(file.with_suffix("").parts), ".".join(file.parent.parts)
    tests = sorted((ROOT / "tests").rglob("test_*.py"), key=lambda each: (each.parent.name != "core", each))
    tests = [test for test in tests if "browser" not in test.parts and test.stem != "test_record"]
    near = [test for test in tests if module in _imports_of(test)]
    if package != ".".join(CORE.parts):
        of_package = [t for t in tests if t.parent.name == "core" and any(package in n for n in _imports_of(t))]
        near += [test for test in of_package if test not in near]
    parts = RECORDS.get(file.relative_to(CORE).parts[0], ())
    recorded = [f"tests.core.test_record.Records.test_{part}" for part in parts]
    names = [".".join(test.relative_to(ROOT).with_suffix("").parts) for test in near]
    return [*names, "tests.cases.test_cases", *recorded]


class _Watched(unittest.TextTestResult):
    """Results of tests each of which is ended where it hangs."""

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's name
        signal.alarm(LONGEST_S)
        super().startTest(test)


def _run_tests(place: Path, tests: list[str]) -> int:
    """Run tests of a copy of the project in this process; 0 where all pass."""
    os.chdir(place)
    sys.path[0] = str(place)
    with Path(os.devnull).open("w") as nowhere:
        suite = unittest.defaultTestLoader.loadTestsFromNames(tests)
        runner = unittest.TextTestRunner(nowhere, failfast=True, resultclass=_Watched)
        return 0 if runner.run(suite).wasSuccessful() else 1


def noticed(fault: Fault) -> bool:
    """Plant a fault in a copy and say whether the tests near it notice."""
    with tempfile.TemporaryDirectory() as folder:
        place = Path(folder)
        for part in ("kind_distance", "tests", "tools"):
            shutil.copytree(ROOT / part, place / part, ignore=shutil.ignore_patterns("__pycache__"))
        for part in ("docs", "web", "pyproject.toml", "openapi.json", "README.md", "kd"):
            (place / part).symlink_to(ROOT / part)
        target = place / fault.file
        lines = target.read_text("utf-8").splitlines(keepends=True)
        lines[fault.line - 1] = fault.after + "\n"
        target.write_text("".join(lines), "utf-8")
        child = os.fork()
        if child == 0:
            code = 1
            try:
                code = _run_tests(place, tests_near(fault.file))
            finally:
                os._exit(code)
        _, status = os.waitpid(child, 0)
        return status != 0


def main() -> int:
    """Plant the faults two at a time; print each and the share that was noticed."""
    given = argparse.ArgumentParser(description=__doc__)
    given.add_argument("--faults", type=int, default=100)
    given.add_argument("--seed", type=int, default=1)
    given.add_argument("--only", default="")
    asked = given.parse_args()
    import cv2  # noqa: F401  the children have what takes long to load
    import skimage.segmentation  # noqa: F401

    cv2.setNumThreads(1)
    faults = chosen(asked.faults, asked.seed, asked.only)
    results = []
    with ProcessPoolExecutor(2, get_context("fork")) as hands:
        for fault, found in zip(faults, hands.map(noticed, faults), strict=True):
            results.append(found)
            if not found:
                print(f"NOT NOTICED  {fault.kind:9}{fault.file}:{fault.line}")
                print(f"    {fault.before.strip()}\n    {fault.after.strip()}", flush=True)
    for kind in sorted({each.kind for each in faults}):
        of_kind = [found for fault, found in zip(faults, results, strict=True) if fault.kind == kind]
        print(f"{kind}: {sum(of_kind)} of {len(of_kind)} noticed")
    print(f"all: {sum(results)} of {len(results)} noticed, {100 * sum(results) / max(1, len(results)):.0f} %")
    return 0


if __name__ == "__main__":
    sys.exit(main())
