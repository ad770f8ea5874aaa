"""The door for other devices: before the application, on the shared listener only.

Nobody passes without a device's token, and a token is given only for a code of one use that was shown on the
machine itself. What reaches the application still goes through its own guard.
"""

from __future__ import annotations

import asyncio
import html
import secrets
from collections.abc import Callable
from datetime import datetime
from http.cookies import CookieError, SimpleCookie
from urllib.parse import parse_qs, urlsplit

from anyio.to_thread import run_sync
from starlette.datastructures import Headers
from starlette.requests import Request
from starlette.responses import HTMLResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from kind_distance.errors import DomainError
from kind_distance.sharing.codes import Sharing

COOKIE = "kind_distance_device"
HOST, DEVICE = "kind_distance.host", "kind_distance.device"  # what the door tells the application in its scope
YEAR_S = 365 * 24 * 3600
BODY_WAIT_S = 30.0  # for the next piece of what a device sends
MOST_FORM_BYTES = 2000
PAGE = """<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Take part · Kind Distance</title><style nonce="{nonce}">
body {{ font: 20px/1.5 serif; max-width: 26em; margin: 12vh auto; padding: 0 1em; background: #e4e4e4; color: #1a1a1a }}
input, button {{ font: inherit; padding: .6em; width: 100%; box-sizing: border-box; margin: .3em 0 1em;
  border: 2px solid #1a1a1a; background: #fff; color: #1a1a1a }} button {{ background: #1a1a1a; color: #fff }}
</style><h1>Take part</h1><p role="status">{said}</p><form method="post" action="/pair">
<label>Code <input name="code" value="{code}" maxlength="12" autocomplete="off" required></label>
<label>What is this device called? <input name="name" value="{name}" maxlength="40"></label>
<button>Let this device take part</button></form></html>"""
SAID = "The code stands beside the square picture, on the machine that shares."


def _page(said: str, status: int, code: str = "", name: str = "My phone") -> Response:
    nonce = secrets.token_urlsafe(16)
    body = PAGE.format(nonce=nonce, said=html.escape(said), code=html.escape(code), name=html.escape(name))
    # With no referrer at all a browser sends the form from "null", and the form could not be told from a foreign one.
    return HTMLResponse(body, status, headers={
        "Content-Security-Policy": f"default-src 'none'; style-src 'nonce-{nonce}'; form-action 'self'; "
                                   "base-uri 'none'; frame-ancestors 'none'",
        "Cache-Control": "no-store", "Referrer-Policy": "same-origin", "X-Content-Type-Options": "nosniff",
    })  # fmt: skip


def _token(headers: Headers) -> str:
    try:
        found = SimpleCookie(headers.get("cookie", "")).get(COOKIE)
    except CookieError:
        return ""
    return "" if found is None else found.value


class Door:
    """ASGI middleware of the shared listener.

    Parameters
    ----------
    app : ASGI application
    sharing : Sharing
    clock : callable
        Gives the present as local wall time.
    """

    def __init__(self, app: ASGIApp, sharing: Sharing, clock: Callable[[], datetime]) -> None:
        self.app, self.sharing, self.clock = app, sharing, clock
        self.host = urlsplit(sharing.address).netloc

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Let a device pass, or show the way in."""
        if scope["type"] != "http":
            return
        headers = Headers(scope=scope)
        # Another name in the Host header is another site's page that was led here.
        if headers.get("host", "") != self.host:
            await Response("Open the address that the machine shows.", 421)(scope, receive, send)
            return
        device = await run_sync(self.sharing.device_of, _token(headers), self.clock())
        who = f"device {device.number}" if device else str((scope.get("client") or ("?",))[0])
        allowance = self.sharing.devices if device else self.sharing.strangers
        if not allowance.allows(who, asyncio.get_running_loop().time()):
            await Response("Too many requests. Wait a minute.", 429, headers={"Retry-After": "60"})(
                scope, receive, send
            )
        elif scope["path"] == "/pair":
            await (await self._pair(Request(scope, receive), headers))(scope, receive, send)
        elif device is None:
            await _page(SAID, 401)(scope, receive, send)
        else:
            await self.app({**scope, HOST: self.host, DEVICE: device.number}, _patient(receive), send)

    async def _pair(self, request: Request, headers: Headers) -> Response:
        """Answer the page where a code is given: shown by GET, which uses nothing up; taken by POST."""
        if request.method == "GET":
            return _page(SAID, 200, request.query_params.get("code", "")[:12])
        if request.method != "POST" or headers.get("origin", "null") != f"https://{self.host}":
            return Response("This request comes from another site's page.", 403)
        body = b""
        async for piece in request.stream():
            body += piece
            if len(body) > MOST_FORM_BYTES:
                return Response("This is more than a code and a name.", 413)
        told = parse_qs(body.decode("utf-8", "replace"))
        code, name = told.get("code", [""])[0], told.get("name", [""])[0]
        try:
            token = await run_sync(self.sharing.pair, code, name, self.clock())
        except DomainError as refused:
            return _page(f"{refused.message} {refused.way_out}", 403, name=name[:40])
        answer = RedirectResponse("/", 303)
        answer.set_cookie(COOKIE, token, max_age=YEAR_S, secure=True, httponly=True, samesite="strict", path="/")
        return answer


def _patient(receive: Receive) -> Receive:
    """Wait for the next piece of a body only so long."""

    async def waited() -> Message:
        try:
            return await asyncio.wait_for(receive(), BODY_WAIT_S)
        except TimeoutError:
            return {"type": "http.disconnect"}

    return waited
