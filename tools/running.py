"""The application running on this machine, and a browser before it, for tests and screenshots."""

from __future__ import annotations

import socket
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import datetime
from pathlib import Path

import uvicorn
from fastapi import FastAPI
from playwright.sync_api import Browser, sync_playwright

from kind_distance.api.app import create_app

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--use-fake-device-for-media-stream",  # a camera of the browser's own making
]
DEMO_NOW = datetime(2026, 11, 26, 9, 42)  # noqa: DTZ001  the demo's present for pictures and tests


_RUNNING: dict[str, FastAPI] = {}


def serving_app(address: str) -> FastAPI:
    """Give the application that runs at an address."""
    return _RUNNING[address]


@contextmanager
def serving(file: Path, clock: Callable[[], datetime] = lambda: DEMO_NOW) -> Iterator[str]:
    """Serve a file of paintings from a thread; yields the address."""
    listening = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    listening.bind(("127.0.0.1", 0))
    app = create_app(file, clock)
    address = f"http://127.0.0.1:{listening.getsockname()[1]}"
    _RUNNING[address] = app
    server = uvicorn.Server(uvicorn.Config(app, log_level="warning"))
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listening]}, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)
    try:
        yield address
    finally:
        del _RUNNING[address]
        server.should_exit = True
        thread.join(timeout=10)
        listening.close()


@contextmanager
def browsing() -> Iterator[Browser]:
    """Open a headless browser."""
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        try:
            yield browser
        finally:
            browser.close()
