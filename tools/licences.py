"""The licences of all that is used: a table for the record, and the texts of what ships inside the front end.

Python packages are named by their own metadata, front-end packages by the lock file and their folders. Run by hand
after packages changed: ``python -m tools.licences``; the gate looks whether the table is current.
"""

from __future__ import annotations

import json
import re
import sys
from importlib import metadata
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
TABLE = ROOT / "docs" / "licences.md"
TEXTS = ROOT / "web" / "public" / "licences.txt"
HEAD = """# Licences

Kind Distance uses these packages; `python -m tools.licences` writes this table from their own metadata. The texts of
what ships inside the front end stand in `/licences.txt` of the running application, those of Python packages in each
package's own folder. The typefaces are under the SIL Open Font License 1.1 (`kind_distance/exchange/fonts/OFL.txt`).

## Python

Known vulnerabilities are asked of the package index's own advisories by hand before a release (`pip-audit -r
requirements/run.lock`, `npm audit --omit=dev` in `web`) and kept in `requirements/advisories.txt`. When this was asked
last, the index answered for the newest version of each package only, and for nothing of the front end: an empty field
was not answered.

| Package | Version | Licence | Known vulnerabilities |
| --- | --- | --- | --- |
"""


def _python_licence(name: str) -> str:
    found = metadata.metadata(name)
    said = found.get("License-Expression") or ""
    if not said:
        classed = [
            each.rsplit(" :: ", 1)[1] for each in found.get_all("Classifier") or [] if each.startswith("License")
        ]
        plain = (found.get("License") or "").strip().splitlines()
        said = ", ".join(each for each in classed if each != "OSI Approved") or (plain[0][:60] if plain else "")
    return said or "see its folder"


def python_packages() -> list[tuple[str, str, str]]:
    """List what the application needs to run: name, version, licence."""
    lock = (ROOT / "requirements" / "run.lock").read_text("utf-8")
    named = re.findall(r"^([A-Za-z0-9_.-]+)==([^ ;\\]+)", lock, re.MULTILINE)
    return [(name, version, _python_licence(name)) for name, version in named]


def advisories() -> dict[tuple[str, str], str]:
    """Give what is known of a package in a version: ids or none, and the day on which it was asked."""
    lines = (ROOT / "requirements" / "advisories.txt").read_text("utf-8").splitlines()
    rows = [line.split(" ", 3) for line in lines if line and not line.startswith("#")]
    return {(name, version): f"{known} ({day})" for name, version, day, known in rows}


def front_end_packages() -> list[tuple[str, str, str]]:
    """List what is built into the front end: name, version, licence."""
    lock = json.loads((ROOT / "web" / "package-lock.json").read_text("utf-8"))["packages"]
    return sorted(
        (place.removeprefix("node_modules/"), each["version"], each.get("license", "see its folder"))
        for place, each in lock.items()
        if place.startswith("node_modules/") and not each.get("dev") and not each.get("optional")
    )


def table() -> str:
    """Write the table."""
    known = advisories()
    lines = [
        f"| {name} | {version} | {said} | {known.get((name, version), '')} |"
        for name, version, said in python_packages()
    ]
    web = [f"| {name} | {version} | {said} |" for name, version, said in front_end_packages()]
    head = "\n## Front end\n\n| Package | Version | Licence |\n| --- | --- | --- |\n"
    return HEAD + "\n".join(lines) + "\n" + head + "\n".join(web) + "\n"


def texts() -> str:
    """Put together the licence texts of the front end's packages."""
    parts = []
    for name, version, said in front_end_packages():
        folder = ROOT / "web" / "node_modules" / name
        found = sorted(
            each for each in folder.glob("*") if re.match(r"(?i)(licen[cs]e|notice|ofl)", each.name) and each.is_file()
        )
        body = "\n\n".join(each.read_text("utf-8", "replace").strip() for each in found) or f"Licence: {said}"
        parts.append(f"{name} {version}\n{'=' * 72}\n{body}\n")
    return "\n\n".join(parts)


def main() -> int:
    """Write both."""
    TABLE.write_text(table(), "utf-8")
    TEXTS.write_text(texts(), "utf-8")
    print(f"{len(python_packages())} Python packages, {len(front_end_packages())} of the front end")
    return 0


if __name__ == "__main__":
    sys.exit(main())
