"""Who may speak to the application, and how much: checks before any route is reached.

The server listens on loopback only; a page from elsewhere that guesses the port is kept out by its Host or
Origin, and nothing is loaded from outside by a strict Content-Security-Policy. A device that the door of `sharing`
let in comes with the host it was asked for by.
"""

from __future__ import annotations

import re
import secrets
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from kind_distance.api.headers import seal
from kind_distance.api.problems import HTTP_SAID, problem
from kind_distance.sharing.door import HOST

MOST_UPLOAD_BYTES = 201 * 1024 * 1024
MOST_BODY_BYTES = 1024 * 1024
# A painting with its photos comes as one file; it is spooled to disk, and one picture at a time is read from it.
BRING, MOST_PAINTING_BYTES = "/api/paintings/brought", 2 * 1024**3
SAFE = {"GET", "HEAD", "OPTIONS"}


_HOST = re.compile(r"(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?")


def _is_own_page(origin: str, host: str) -> bool:
    """Whether a request comes from a page of this very address; an origin that is no address is nobody's."""
    try:
        return origin != "null" and urlsplit(origin).netloc == host
    except ValueError:
        return False


def _refusal(method: str, headers: Headers, shared_host: str | None) -> tuple[int, str, str] | None:
    host = headers.get("host", "")
    if host != shared_host and not _HOST.fullmatch(host):
        return 421, "wrong_host", "Kind Distance answers only on this machine."
    origin = headers.get("origin")
    if origin is not None and not _is_own_page(origin, host):
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
        nonce = secrets.token_urlsafe(16)
        scope.setdefault("state", {})["nonce"] = nonce

        async def sealed(message: Message) -> None:
            if message["type"] == "http.response.start":
                seal(MutableHeaders(scope=message), nonce)
            await send(message)

        refused = _refusal(scope["method"], headers, scope.get(HOST))
        if refused is not None:
            await problem(refused[0], refused[1], refused[2], "Open the address that the terminal shows.")(
                scope, receive, sealed
            )
            return
        await self._limited(scope, receive, sealed, headers)

    async def _limited(self, scope: Scope, receive: Receive, sealed: Send, headers: Headers) -> None:
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

        length = headers.get("content-length", "0")
        if length.isdigit() and int(length) <= limit:
            await self.app(scope, counted, sealed)
        else:
            await problem(413, *HTTP_SAID[413])(scope, receive, sealed)
