"""The command line: serve a file of paintings, seed the demo."""

from __future__ import annotations

import argparse
import json
import os
import socket
import sys
from datetime import datetime
from pathlib import Path
from typing import TYPE_CHECKING

from kind_distance.errors import KindDistanceError

if TYPE_CHECKING:
    from collections.abc import Callable

    from fastapi import FastAPI

    from kind_distance.sharing.listening import SharedServer


def data_folder() -> Path:
    """Folder of the user's own paintings; KIND_DISTANCE_DATA names another."""
    named = os.environ.get("KIND_DISTANCE_DATA")
    if named:
        return Path(named)
    base = os.environ.get("XDG_DATA_HOME")
    return (Path(base) if base else Path.home() / ".local" / "share") / "kind-distance"


def _listen(port: int) -> socket.socket:
    """Take the wanted port on loopback, or any free one if it is taken."""
    for wanted in (port, 0):
        listening = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listening.bind(("127.0.0.1", wanted))
            listening.listen(128)  # so that the address answers from the moment it is printed
        except OSError:
            listening.close()
            continue
        return listening
    raise SystemExit("No port on this machine can be listened on.")


def _share(app: FastAPI, file: Path, port: int, wanted: str, clock: Callable[[], datetime]) -> SharedServer:
    """Let other devices in the network take part, by TLS and with a code of one use."""
    from kind_distance.sharing.certificate import certificate_for
    from kind_distance.sharing.codes import Sharing
    from kind_distance.sharing.door import Door
    from kind_distance.sharing.listening import SharedServer, listen, own_address

    address = own_address(wanted)
    kept = certificate_for(file.with_suffix(".sharing.pem"), address)
    listening = listen(address, port + 1)
    app.state.sharing = Sharing(file, f"https://{address}:{listening.getsockname()[1]}", kept.fingerprint)
    print(f"Shared with phones and tablets at {app.state.sharing.address}; the code is on the shelf.", flush=True)
    return SharedServer(Door(app, app.state.sharing, clock), listening, str(kept.file))


def serve(file: Path, port: int, now: datetime | None, share: str | None = None) -> None:
    """Serve a file of paintings until interrupted, to other devices as well where `share` names an address or is ""."""
    import uvicorn

    from kind_distance.api.app import create_app, local_now
    from kind_distance.core.remembering import release_memory_early
    from kind_distance.store.database import opened
    from kind_distance.store.paintings import let_go_of_pictures

    release_memory_early()
    clock = local_now if now is None else lambda: now
    app = create_app(file, clock)
    with opened(file) as db:
        loose = let_go_of_pictures(db)
    listening = _listen(port)
    address = f"http://127.0.0.1:{listening.getsockname()[1]}"
    print(f"Kind Distance is at {address}  (paintings in {file}; Ctrl-C ends it)", flush=True)
    if loose:
        print(f"{loose} {'picture' if loose == 1 else 'pictures'} of something that broke off: deleted.", flush=True)
    shared = None if share is None else _share(app, file, listening.getsockname()[1], share, clock)
    if shared:
        shared.start()
    uvicorn.Server(uvicorn.Config(app, log_level="warning", server_header=False, timeout_graceful_shutdown=2)).run(
        sockets=[listening]
    )
    if shared:
        shared.stop()


def _now(said: str) -> datetime:
    return datetime.fromisoformat(said)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="kind_distance", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    for name, about in (("serve", "serve your own paintings"), ("demo", "serve the demo's paintings")):
        command = commands.add_parser(name, help=about)
        command.add_argument("--port", type=int, default=8765)
        command.add_argument("--file", type=Path, help="file of paintings, if not the usual one")
        command.add_argument("--now", type=_now, help="a fixed present, ISO 8601 local time")
        command.add_argument("--share", nargs="?", const="", metavar="ADDRESS",
                             help="let phones and tablets in the same network take part")  # fmt: skip
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
        file = given.file or data_folder() / ("demo.sqlite" if given.command == "demo" else "paintings.sqlite")
        if given.command == "demo":
            from kind_distance.api.app import local_now
            from kind_distance.demo.seed import seed

            seed(file, given.now or local_now(), fresh=given.fresh)
        serve(file, given.port, given.now, given.share)
    except KindDistanceError as error:
        print(f"{error.message} {error.way_out}".strip(), file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        pass
    return 0
