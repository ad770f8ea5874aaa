"""The front end's files, and the documentation of the API, all from this machine."""

from __future__ import annotations

from pathlib import Path

from fastapi import APIRouter, FastAPI, Request, Response
from fastapi.responses import FileResponse, HTMLResponse
from starlette.exceptions import HTTPException
from starlette.staticfiles import StaticFiles

from kind_distance.api.context import FOREVER

NONCE = "__NONCE__"
DOCS = """<!doctype html><html lang="en"><meta charset="utf-8"><title>Kind Distance, HTTP API</title>
<link rel="stylesheet" href="/apidocs/swagger-ui.css"><div id="swagger-ui"></div>
<script src="/apidocs/swagger-ui-bundle.js"></script><script src="/apidocs/start.js"></script></html>"""
router = APIRouter(include_in_schema=False)


@router.get("/api/docs")
def docs() -> HTMLResponse:
    """Show the API's documentation."""
    return HTMLResponse(DOCS)


class _Assets(StaticFiles):
    """Files whose names hold a hash of their content."""

    def file_response(self, *args: object, **more: object) -> Response:
        response = super().file_response(*args, **more)  # type: ignore[arg-type]
        response.headers["Cache-Control"] = FOREVER
        return response


def install(app: FastAPI, dist: Path) -> None:
    """Serve a built front end; any address that is no file and no API is one of its pages."""
    app.include_router(router)
    if not (dist / "index.html").exists():
        return
    page = (dist / "index.html").read_text("utf-8")
    app.mount("/assets", _Assets(directory=dist / "assets"))
    app.mount("/apidocs", StaticFiles(directory=dist / "apidocs"))

    @app.get("/favicon.svg", include_in_schema=False)
    def favicon() -> FileResponse:
        return FileResponse(dist / "favicon.svg")

    if (dist / "licences.txt").exists():

        @app.get("/licences.txt", include_in_schema=False)
        def licences() -> FileResponse:
            return FileResponse(dist / "licences.txt", media_type="text/plain; charset=utf-8")

    @app.get("/{address:path}", include_in_schema=False)
    def front_end(request: Request, address: str) -> HTMLResponse:
        if address.startswith(("api/", "assets/", "apidocs/")):
            raise HTTPException(404)
        return HTMLResponse(page.replace(NONCE, request.state.nonce))
