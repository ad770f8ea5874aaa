"""Headers that every answer carries, also one of an error: what a page may load, and who may read it."""

from __future__ import annotations

from starlette.datastructures import MutableHeaders


def policy(nonce: str) -> str:
    """Content-Security-Policy: everything from here, styles made at run time only with the page's nonce."""
    return (
        "default-src 'none'; script-src 'self'; connect-src 'self'; font-src 'self'; manifest-src 'self'; "
        f"img-src 'self' data: blob:; style-src 'self' 'nonce-{nonce}'; "
        "base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    )


def seal(headers: MutableHeaders, nonce: str) -> None:
    """Set them."""
    headers["Content-Security-Policy"] = policy(nonce)
    headers["X-Content-Type-Options"] = "nosniff"
    headers["Referrer-Policy"] = "no-referrer"
    headers["Cross-Origin-Resource-Policy"] = "same-origin"
    headers["Cross-Origin-Opener-Policy"] = "same-origin"
    if "cache-control" not in headers:
        headers["Cache-Control"] = "no-store"
