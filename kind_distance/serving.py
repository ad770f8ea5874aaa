"""Serving a file of paintings on this machine: one program a file, a backup a day, a browser before it, a clean end."""

from __future__ import annotations

import os
import socket
import sys
import threading
import webbrowser
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from datetime import datetime
from pathlib import Path
from typing import TYPE_CHECKING

from kind_distance.errors import KindDistanceError, OpenElsewhereError
from kind_distance.store import backups

if TYPE_CHECKING:
    from fastapi import FastAPI

    from kind_distance.sharing.listening import SharedServer

Say = Callable[[str], None]
BACKED_UP_EVERY_S = 3600.0


def _listen(port: int) -> socket.socket:
    """Take the wanted port on loopback, or any free one if it is taken."""
    for wanted in (port, 0):
        listening = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
        # On Windows the same word lets two programs take one port.
        if os.name == "posix":
            listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listening.bind(("127.0.0.1", wanted))
            listening.listen(128)  # so that the address answers from the moment it is printed
        except (OSError, OverflowError):
            listening.close()
            continue
        return listening
    raise SystemExit("No port on this machine can be listened on.")


def _share(app: FastAPI, file: Path, port: int, wanted: str, clock: Callable[[], datetime], say: Say) -> SharedServer:
    """Let other devices in the network take part, by TLS and with a code of one use."""
    from kind_distance.sharing.certificate import certificate_for
    from kind_distance.sharing.codes import Sharing
    from kind_distance.sharing.door import Door
    from kind_distance.sharing.listening import SharedServer, listen, own_address

    address = own_address(wanted)
    kept = certificate_for(file.with_suffix(".sharing.pem"), address)
    listening = listen(address, port + 1)
    app.state.sharing = Sharing(file, f"https://{address}:{listening.getsockname()[1]}", kept.fingerprint)
    say(f"Shared with phones and tablets at {app.state.sharing.address}; the code is on the shelf.")
    return SharedServer(Door(app, app.state.sharing, clock), listening, str(kept.file))


def _back_up(file: Path, clock: Callable[[], datetime], say: Say) -> None:
    """Make the backup of the day; what stands in its way is said, and keeps nobody from painting."""
    try:
        backups.back_up_daily(file, clock())
    except KindDistanceError as error:
        say(f"No backup could be made. {error.message} {error.way_out}")


@contextmanager
def _backed_up(file: Path, clock: Callable[[], datetime], say: Say) -> Iterator[None]:
    """Back up each day that the application is used: at the start, each hour in which something changed, at the end."""
    ended = threading.Event()

    def keep() -> None:
        _back_up(file, clock, say)
        while not ended.wait(BACKED_UP_EVERY_S):
            _back_up(file, clock, say)

    threading.Thread(target=keep, daemon=True).start()
    try:
        yield
    finally:
        ended.set()
        _back_up(file, clock, say)


def has_screen() -> bool:
    """Whether a browser can be opened here."""
    if sys.platform in ("darwin", "win32"):
        return True
    return any(os.environ.get(name) for name in ("DISPLAY", "WAYLAND_DISPLAY"))


def _said_if_gone(file: Path, say: Say) -> None:
    """Say where the last backup is when there are backups and no paintings: the file was moved or lost."""
    last = backups.last_backup(file)
    if last is not None and (not file.exists() or file.stat().st_size == 0):
        say(f"There are no paintings in {file}; a new file is begun. The last backup is {last}.")


@contextmanager
def _held(file: Path, address: str, *, browser: bool) -> Iterator[None]:
    """Hold the file; where it is open already, show the painter where."""
    try:
        with backups.held(file, address):
            yield
    except OpenElsewhereError as error:
        if browser and error.address and has_screen():
            webbrowser.open(error.address)
        raise


def serve(
    file: Path,
    port: int,
    clock: Callable[[], datetime],
    share: str | None = None,
    say: Say = print,
    *,
    fill: Callable[[], None] | None = None,
    browser: bool = True,
) -> None:
    """Serve a file of paintings until interrupted.

    Parameters
    ----------
    file : Path
    port : int
        Wanted port on loopback; another one is taken where it is taken.
    clock : callable
        Gives the present as local wall time.
    share : str or None
        Address at which other devices take part, "" for the machine's own; None for this machine alone.
    say : callable
        Takes a line for the terminal.
    fill : callable or None
        Puts paintings into the file before it is served.
    browser : bool
        Open the painter's browser, where there is a screen.

    Raises
    ------
    KindDistanceError
        If the file cannot be used, or is open already.
    """
    import uvicorn

    from kind_distance.api.app import create_app
    from kind_distance.core.remembering import release_memory_early
    from kind_distance.store.database import opened
    from kind_distance.store.paintings import let_go_of_pictures

    release_memory_early()
    _said_if_gone(file, say)
    backups.make_room(file)
    listening = _listen(port)
    taken = listening.getsockname()[1]
    address = f"http://127.0.0.1:{taken}"
    with closing(listening), _held(file, address, browser=browser):
        if fill:
            fill()
        app = create_app(file, clock)
        with opened(file) as db:
            loose = let_go_of_pictures(db)
        say(f"Kind Distance is at {address}  (paintings in {file}; Ctrl-C ends it)")
        if port not in (0, taken):
            say(f"Port {port} is taken by another program.")
        if loose:
            say(f"{loose} {'picture' if loose == 1 else 'pictures'} of something that broke off: deleted.")
        shared = None if share is None else _share(app, file, taken, share, clock, say)
        with _backed_up(file, clock, say):
            if shared:
                shared.start()
            if browser and has_screen():
                threading.Timer(0.5, webbrowser.open, [address]).start()
            config = uvicorn.Config(app, log_level="warning", server_header=False, timeout_graceful_shutdown=2)
            try:
                uvicorn.Server(config).run(sockets=[listening])
            finally:
                if shared:
                    shared.stop()
