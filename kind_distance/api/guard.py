"""Who may speak to the application, and how much: checks before any route is reached.

The server listens on loopback only; a page from elsewhere that guesses the port is kept out by its Host or
Origin, and nothing is loaded from outside by a strict Content-Security-Policy. A device that the door of `sharing`
let in comes with the host it was asked for by.
"""

from __future__ import annotations

import secrets
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from kind_distance.api.problems import HTTP_SAID, problem
from kind_distance.sharing.door import HOST

LOOPBACK = {"127.0.0.1", "localhost", "[::1]"}
MOST_UPLOAD_BYTES = 201 * 1024 * 1024
MOST_BODY_BYTES = 1024 * 1024
# A painting with its photos comes as one file; it is spooled to disk, and one picture at a time is read from it.
BRING, MOST_PAINTING_BYTES = "/api/paintings/brought", 2 * 1024**3
SAFE = {"GET", "HEAD", "OPTIONS"}


def policy(nonce: str) -> str:
    """Content-Security-Policy: everything from here, styles made at run time only with the page's nonce."""
    return (
        "default-src 'none'; script-src 'self'; connect-src 'self'; font-src 'self'; manifest-src 'self'; "
        f"img-src 'self' data: blob:; style-src 'self' 'nonce-{nonce}'; "
        "base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    )


def _host_name(host: str) -> str:
    return host.rsplit(":", 1)[0] if not host.endswith("]") else host


def _refusal(method: str, headers: Headers, shared_host: str | None) -> tuple[int, str, str] | None:
    host = headers.get("host", "")
    if host != shared_host and _host_name(host) not in LOOPBACK:
        return 421, "wrong_host", "Kind Distance answers only on this machine."
    origin = headers.get("origin")
    if origin is not None and (urlsplit(origin).netloc != host or origin == "null"):
        return 403, "wrong_origin", "This request comes from another site's page."
    if method not in SAFE and headers.get("sec-fetch-site", "same-origin") not in ("same-origin", "none"):
        return 403, "wrong_origin", "This request comes from another site's page."
    return None


class Guard:
    """ASGI middleware: refuses strangers and oversized bodies, adds security headers."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, or refuse it."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        refused = _refusal(scope["method"], headers, scope.get(HOST))
        if refused is not None:
            await problem(refused[0], refused[1], refused[2], "Open the address that the terminal shows.")(
                scope, receive, send
            )
            return
        nonce = secrets.token_urlsafe(16)
        scope.setdefault("state", {})["nonce"] = nonce
        await self._limited(scope, receive, send, headers, nonce)

    async def _limited(self, scope: Scope, receive: Receive, send: Send, headers: Headers, nonce: str) -> None:
        is_upload = headers.get("content-type", "").startswith("multipart/form-data")
        most_upload = MOST_PAINTING_BYTES if scope["path"] == BRING else MOST_UPLOAD_BYTES
        limit, taken = (most_upload if is_upload else MOST_BODY_BYTES), 0

        async def counted() -> Message:
            nonlocal taken
            message = await receive()
            taken += len(message.get("body", b""))
            if taken > limit:
                raise HTTPException(413)
            return message

        async def sealed(message: Message) -> None:
            if message["type"] == "http.response.start":
                _seal(MutableHeaders(scope=message), nonce)
            await send(message)

        length = headers.get("content-length", "0")
        if length.isdigit() and int(length) <= limit:
            await self.app(scope, counted, sealed)
        else:
            await problem(413, *HTTP_SAID[413])(scope, receive, sealed)


def _seal(headers: MutableHeaders, nonce: str) -> None:
    headers["Content-Security-Policy"] = policy(nonce)
    headers["X-Content-Type-Options"] = "nosniff"
    headers["Referrer-Policy"] = "no-referrer"
    headers["Cross-Origin-Resource-Policy"] = "same-origin"
    headers["Cross-Origin-Opener-Policy"] = "same-origin"
    if "cache-control" not in headers:
        headers["Cache-Control"] = "no-store"
