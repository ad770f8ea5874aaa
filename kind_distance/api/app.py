"""Making the application: routes, errors, guard."""

from __future__ import annotations

import importlib
import threading
from collections.abc import AsyncIterator, Callable
from contextlib import asynccontextmanager
from datetime import datetime
from pathlib import Path

from fastapi import FastAPI

from kind_distance import __version__
from kind_distance.api import (
    backup,
    build,
    catalogue,
    easel,
    exports,
    log,
    mixes,
    pages,
    paintings,
    picture_previews,
    pictures,
    plan_previews,
    play,
    practice,
    problems,
    sharing,
    shelf,
)
from kind_distance.api.context import Context
from kind_distance.api.guard import Guard
from kind_distance.clock import local_now
from kind_distance.store.backups import prepare
from kind_distance.store.database import kept_open
from kind_distance.studio.paintings import Studio

# Installed from a wheel the built front end lies inside the package, in a clone where it was built.
_INSIDE = Path(__file__).resolve().parents[1] / "front_end"
DIST = _INSIDE if _INSIDE.is_dir() else Path(__file__).resolve().parents[2] / "web" / "dist"


def _warm_up() -> None:
    """Load what the first painting will need while the shelf is already being looked at."""
    for name in (
        "scipy.optimize",
        "scipy.spatial",
        "scipy.stats",
        "scipy.sparse.linalg",
        "scipy.ndimage",
        "skimage.segmentation",
    ):
        importlib.import_module(name)


@asynccontextmanager
async def _lifespan(app: FastAPI) -> AsyncIterator[None]:
    threading.Thread(target=_warm_up, daemon=True).start()
    with kept_open(app.state.context.studio.file):
        yield


def create_app(file: Path, clock: Callable[[], datetime] = local_now, dist: Path = DIST) -> FastAPI:
    """Make the application over one file of paintings.

    Parameters
    ----------
    file : Path
        SQLite file; made if it is not there.
    clock : callable
        Gives the present as local wall time.
    dist : Path
        Folder of the built front end.
    """
    prepare(file)
    app = FastAPI(
        title="Kind Distance",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        lifespan=_lifespan,
        openapi_url="/api/openapi.json",
        responses=problems.DECLARED,
        generate_unique_id_function=lambda route: route.name,
    )
    app.state.context = Context(Studio(file), clock)
    app.state.sharing = None  # set by the command line where other devices may take part
    problems.install(app)
    for each in (
        shelf,
        backup,
        catalogue,
        paintings,
        pictures,
        picture_previews,
        plan_previews,
        mixes,
        build,
        easel,
        log,
        exports,
        sharing,
        play,
        practice,
    ):
        app.include_router(each.router)
    pages.install(app, dist)
    app.add_middleware(Guard)
    return app
