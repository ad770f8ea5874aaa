"""The command line: serve a file of paintings, seed the demo, plan and measure, back up and restore."""

from __future__ import annotations

import argparse
import json
import os
import sys
from datetime import datetime
from pathlib import Path

import platformdirs

from kind_distance import __version__
from kind_distance.clock import local_now, minute_of, say_date
from kind_distance.errors import KindDistanceError, NotFoundError


def data_folder() -> Path:
    """Folder of the painter's own paintings, as the system has it; KIND_DISTANCE_DATA names another."""
    named = os.environ.get("KIND_DISTANCE_DATA")
    if named:
        return Path(named)
    return platformdirs.user_data_path("kind-distance", appauthor=False)


def _say(line: str) -> None:
    print(line, flush=True)


def _now(said: str) -> datetime:
    return datetime.fromisoformat(said)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="kind-distance", description=__doc__)
    parser.add_argument("--version", action="version", version=f"Kind Distance {__version__}")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, about in (("serve", "serve your own paintings"), ("demo", "serve the demo's paintings")):
        command = commands.add_parser(name, help=about)
        command.add_argument("--port", type=int, default=8765)
        command.add_argument("--file", type=Path, help="file of paintings, if not the usual one")
        command.add_argument("--now", type=_now, help="a fixed present, ISO 8601 local time")
        command.add_argument("--share", nargs="?", const="", metavar="ADDRESS",
                             help="let phones and tablets in the same network take part")  # fmt: skip
        command.add_argument("--no-browser", action="store_true", help="leave the browser closed")
        if name == "demo":
            command.add_argument("--fresh", action="store_true", help="begin the demo anew")
    commands.add_parser("openapi", help="print the API's description")
    planning = commands.add_parser("plan", help="plan an open document, without a server")
    planning.add_argument("file", type=Path, help="painting.json, or the ZIP that holds it")
    planning.add_argument("--json", action="store_true", help="print data instead of text")
    measuring = commands.add_parser("measure", help="measure the values of a photo")
    measuring.add_argument("file", type=Path, help="a picture")
    measuring.add_argument("--json", action="store_true", help="print data instead of text")
    measuring.add_argument("--steps", type=int, default=4, help="values of the thumbnail, 2 to 7")
    commands.add_parser("schema", help="print the JSON Schema of the open document")
    for name, about, what in (
        ("backup", "copy all paintings into one file, also while they are open", "file or folder of the copy"),
        ("restore", "bring a backup back; what it replaces is kept", "the backup"),
    ):
        command = commands.add_parser(name, help=about)
        command.add_argument("copy", type=Path, nargs="?" if name == "backup" else None, metavar="FILE", help=what)
        command.add_argument("--of", type=Path, dest="file", metavar="PAINTINGS",
                             help="file of paintings, if not the usual one")  # fmt: skip
    return parser


def _headless(given: argparse.Namespace) -> str:
    """Plan or measure without a server; return what is printed."""
    from kind_distance.exchange.document import reading
    from kind_distance.headless import measure, plan

    if given.command == "schema":
        return json.dumps(reading.json_schema(), indent=1, ensure_ascii=False)
    data, name = reading.read_file(given.file), given.file.name
    if given.command == "measure":
        found = measure.measure_photo(data, name, given.steps)
        return json.dumps(found, indent=1, ensure_ascii=False) if given.json else measure.as_text(found)
    planned = plan.plan_bytes(data, name)
    return json.dumps(plan.as_data(planned), indent=1, ensure_ascii=False) if given.json else plan.as_text(planned)


def _paintings(count: int) -> str:
    return f"{count} {'painting' if count == 1 else 'paintings'}"


def _copied(given: argparse.Namespace, now: datetime) -> str:
    """Make a backup or bring one back; return what is printed."""
    from kind_distance.store import backups

    file = given.file or data_folder() / "paintings.sqlite"
    if given.command == "restore":
        done = backups.restore(file, given.copy, now)
        latest = f", the last change on {say_date(minute_of(done.held.changed_at))}" if done.held.changed_at else ""
        kept = f" What was there before is kept as {done.replaced}." if done.replaced else ""
        return f"Brought back: {_paintings(done.held.paintings)}{latest}.{kept}"
    if not file.is_file():
        raise NotFoundError("file of paintings", file)
    name = f"{file.stem}-{now:%Y-%m-%d-%H%M%S}.sqlite"
    copy = given.copy or backups.folder_of(file) / name
    target = backups.back_up(file, copy / name if copy.is_dir() else copy)
    return f"Backed up: {_paintings(backups.examine(target).paintings)}, in {target}."


def main(arguments: list[str] | None = None) -> int:
    """Run a command; return the exit code."""
    given = _parser().parse_args(arguments)
    try:
        if given.command == "openapi":
            import tempfile

            from kind_distance.api.app import create_app

            with tempfile.TemporaryDirectory() as folder:
                description = create_app(Path(folder) / "none.sqlite").openapi()
            print(json.dumps(description, indent=1, ensure_ascii=False))
            return 0
        if given.command in ("plan", "measure", "schema"):
            print(_headless(given))
            return 0
        if given.command in ("backup", "restore"):
            print(_copied(given, local_now()))
            return 0
        file = given.file or data_folder() / ("demo.sqlite" if given.command == "demo" else "paintings.sqlite")
        from kind_distance.serving import serve

        def fill() -> None:
            from kind_distance.demo.seed import seed

            seed(file, given.now or local_now(), fresh=given.fresh)

        clock = local_now if given.now is None else lambda: given.now
        serve(
            file,
            given.port,
            clock,
            given.share,
            _say,
            fill=fill if given.command == "demo" else None,
            browser=not given.no_browser,
        )
    except KindDistanceError as error:
        print(f"{error.message} {error.way_out}".strip(), file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        pass
    return 0
