"""What goes wrong, as problem documents (RFC 9457): one table from our errors to HTTP."""

from __future__ import annotations

import logging
import secrets
from collections.abc import Sequence
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel, Field
from starlette.exceptions import HTTPException

from kind_distance import errors
from kind_distance.api.headers import seal
from kind_distance.errors import KindDistanceError

MEDIA_TYPE = "application/problem+json"
STATUS: dict[type[KindDistanceError], int] = {
    errors.DomainError: 422,
    errors.DocumentError: 422,
    errors.PictureError: 422,
    errors.NotAPictureError: 415,
    errors.EmptyPictureError: 422,
    errors.BrokenPictureError: 422,
    errors.PictureTooLargeError: 413,
    errors.PictureTooSmallError: 422,
    errors.NotFoundError: 404,
    errors.InUseError: 409,
    errors.ChangedElsewhereError: 409,
    errors.NothingToUndoError: 409,
    errors.UnsafeOrderError: 409,
    errors.StorageError: 503,
    errors.DiskFullError: 507,
    errors.DamagedFileError: 503,
    errors.OpenElsewhereError: 503,
    errors.DamagedPaintingError: 422,
}
HTTP_SAID = {
    400: ("not_understood", "This request cannot be understood.", "Reload the page."),
    404: ("not_found", "There is nothing at this address.", "Go back to the shelf."),
    413: (
        "too_large",
        "This is more than is taken in at once: 200 MB for a picture, 2 GB for a painting with its photos.",
        "Save it at a smaller size.",
    ),
    405: ("not_allowed", "This cannot be done at this address.", "Reload the page."),
}


def problem(status: int, code: str, message: str, way_out: str = "", **more: object) -> JSONResponse:
    """Make a problem document."""
    body = {
        "type": f"urn:kind-distance:problem:{code}",
        "title": message,
        "status": status,
        "detail": f"{message} {way_out}".strip(),
        "code": code,
        "way_out": way_out,
        **more,
    }
    return JSONResponse(body, status, media_type=MEDIA_TYPE)


def _status_of(error: KindDistanceError) -> int:
    for kind in type(error).__mro__:
        if kind in STATUS:
            return STATUS[kind]
    return 500


def _field(place: Sequence[Any]) -> str:
    """Name the field that is wrong, as the painter knows it."""
    names = [
        str(part) for part in place if part not in ("body", "query", "path", "change") and not isinstance(part, int)
    ]
    return (names[-1] if names else "entry").replace("_", " ")


def _say_invalid(found: Sequence[Any]) -> str:
    first = found[0]
    field, message = _field(first["loc"]), str(first["msg"])
    if first["type"] == "missing":
        return f"The {field} is missing."
    if first["type"].startswith(("greater_than", "less_than", "int_", "float_", "finite_number")):
        return f"The {field} does not fit: {message[:1].lower()}{message[1:]}."
    return f"The {field} cannot be used: {message[:1].lower()}{message[1:]}."


class ProblemView(BaseModel):
    """What went wrong, and the way out (RFC 9457)."""

    type: str
    title: str = Field(description="What is wrong, in the painter's words.")
    status: int
    detail: str
    code: str = Field(description="Stable, for machines.")
    way_out: str
    fields: list[str] = Field(default_factory=list, description="Entries that cannot be used.")


# Every route may answer with any of them; OpenAPI's "default" says so once a route.
DECLARED: dict[int | str, dict[str, Any]] = {
    "default": {
        "description": "A problem document",
        "content": {MEDIA_TYPE: {"schema": {"$ref": "#/components/schemas/ProblemView"}}},
    }
}


def _describe(app: FastAPI) -> None:
    """Add the problem document to the description of the API."""
    plain = app.openapi

    def described() -> dict[str, Any]:
        found = plain()
        found["components"]["schemas"]["ProblemView"] = ProblemView.model_json_schema()
        return found

    app.openapi = described  # type: ignore[method-assign]


def install(app: FastAPI) -> None:
    """Let every error leave as a problem document."""
    _describe(app)

    @app.exception_handler(KindDistanceError)
    def _ours(_: Request, error: KindDistanceError) -> JSONResponse:
        return problem(_status_of(error), error.code, error.message, error.way_out)

    @app.exception_handler(RequestValidationError)
    def _invalid(_: Request, error: RequestValidationError) -> JSONResponse:
        found = error.errors()
        return problem(
            422,
            "invalid_entry",
            _say_invalid(found),
            "Correct it; nothing was changed.",
            fields=sorted({_field(each["loc"]) for each in found}),
        )

    @app.exception_handler(HTTPException)
    def _http(_: Request, error: HTTPException) -> JSONResponse:
        code, message, way_out = HTTP_SAID.get(
            error.status_code,
            ("http", str(error.detail) or "Something is wrong with this request.", "Reload the page."),
        )
        answer = problem(error.status_code, code, message, way_out)
        answer.headers.update(error.headers or {})  # a refused method says which ones there are
        return answer

    @app.exception_handler(Exception)
    def _unexpected(request: Request, error: Exception) -> JSONResponse:
        logging.getLogger("kind_distance").error("unexpected at %s", request.url.path, exc_info=error)
        answer = problem(
            500,
            "unexpected",
            "Something went wrong inside Kind Distance.",
            "Nothing was half-saved. Try again; if it stays, the terminal shows what happened.",
        )
        seal(answer.headers, secrets.token_urlsafe(16))  # it leaves outside of the guard
        return answer
