"""The second listener: TLS, on one address of this machine, in a thread of its own."""

from __future__ import annotations

import asyncio
import ipaddress
import socket
import threading

import uvicorn
from starlette.types import ASGIApp
from uvicorn.protocols.http.h11_impl import H11Protocol

from kind_distance.errors import DomainError

HEAD_WAIT_S = 15.0  # within which a request's head has to be here
MOST_AT_ONCE = 64


def own_address(wanted: str = "") -> str:
    """Give the address by which other devices in the network reach this machine.

    Nothing is sent: a datagram socket that is connected only asks for the route.

    Raises
    ------
    DomainError
        If the machine is in no network, or the named address is none.
    """
    if wanted:
        try:
            found = ipaddress.ip_address(wanted)
        except ValueError as cause:
            raise DomainError(f"{wanted} is no address of a network.", "Name one like 192.168.1.20.") from cause
        if found.version != 4 or found.is_unspecified or found.is_multicast:
            raise DomainError(f"{wanted} is no address of this machine.", "Name one like 192.168.1.20.")
        return str(found)
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asking:
        try:
            asking.connect(("192.0.2.1", 9))  # RFC 5737: an address for documentation, never reached
            found = ipaddress.ip_address(asking.getsockname()[0])
        except OSError:
            found = ipaddress.ip_address("127.0.0.1")
    if found.is_loopback:
        raise DomainError(
            "This machine is in no network that a phone could reach.",
            "Join the same network as the phone, or name the address: --share 192.168.1.20.",
        )
    return str(found)


def listen(address: str, port: int) -> socket.socket:
    """Take a port on one address, or any free one if it is taken.

    Raises
    ------
    DomainError
        If the address is not one of this machine's.
    """
    for wanted in (port, 0):
        listening = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listening.bind((address, wanted))
            listening.listen(MOST_AT_ONCE)
        except OSError:
            listening.close()
            continue
        return listening
    raise DomainError(f"{address} is not an address of this machine.", "Leave it out, and the usual one is taken.")


class _Patient(H11Protocol):
    """A connection whose next request has to be there in time: a slow one must not hold a place for ever."""

    _late: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        self._wait()

    def data_received(self, data: bytes) -> None:
        super().data_received(data)
        if not self._waits_for_head() and self._late is not None:
            self._late.cancel()
            self._late = None
        elif self._late is None:
            self._wait()

    def _wait(self) -> None:
        self._late = self.loop.call_later(HEAD_WAIT_S, self._close_if_waiting)

    def _waits_for_head(self) -> bool:
        return self.cycle is None or self.cycle.response_complete

    def _close_if_waiting(self) -> None:
        self._late = None
        if self._waits_for_head() and not self.transport.is_closing():
            self.transport.close()

    def connection_lost(self, exc: Exception | None) -> None:
        if self._late is not None:
            self._late.cancel()
        super().connection_lost(exc)


class SharedServer:
    """Serves an application by TLS until it is stopped.

    Parameters
    ----------
    app : ASGI application
    listening : socket
    certificate : str
        File with key and certificate.
    """

    def __init__(self, app: ASGIApp, listening: socket.socket, certificate: str) -> None:
        config = uvicorn.Config(
            app, log_level="warning", server_header=False, lifespan="off", ssl_certfile=certificate, http=_Patient,
            limit_concurrency=MOST_AT_ONCE, timeout_keep_alive=10, timeout_graceful_shutdown=2, access_log=False,
        )  # fmt: skip
        self._server = uvicorn.Server(config)
        self._thread = threading.Thread(target=self._server.run, kwargs={"sockets": [listening]}, daemon=True)

    def start(self) -> None:
        """Begin to serve."""
        self._thread.start()

    def stop(self) -> None:
        """End it, and wait for what is being answered."""
        self._server.should_exit = True
        self._thread.join(timeout=5)
