"""Routes of the backup: when the last one was, and one to take along. On this machine alone."""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path

from fastapi import APIRouter, Request
from fastapi.responses import FileResponse
from pydantic import BaseModel, Field
from starlette.background import BackgroundTask

from kind_distance.api.context import Here
from kind_distance.clock import say_date, say_moment
from kind_distance.errors import DomainError
from kind_distance.sharing.door import DEVICE
from kind_distance.store import backups
from kind_distance.studio.paintings import minutes_now

router = APIRouter(prefix="/api/backup", tags=["shelf"])


class BackupView(BaseModel):
    """The backups of this file of paintings."""

    said: str = Field(description="When the last daily one was made.")
    folder: str = Field(description="Where the daily ones are kept; empty for a device.")


@router.get("", summary="Say when the last backup was made")
def backup(here: Here, request: Request) -> BackupView:
    """Say it; a device learns no path of this machine."""
    file = here.studio.file
    last = backups.last_backup(file)
    said = "Not backed up yet."
    if last is not None:
        said = f"Backed up {say_moment(minutes_now(backups.made_at(last)), here.now_min)}."
    return BackupView(said=said, folder="" if DEVICE in request.scope else str(backups.folder_of(file)))


@router.get("/paintings.sqlite", response_class=FileResponse, summary="Take all paintings along in one file")
def backup_out(here: Here, request: Request) -> FileResponse:
    """Give a copy of the whole file as it stands at this moment."""
    if DEVICE in request.scope:
        raise DomainError("A backup is taken on the machine that holds the paintings.", "Do it there.")
    folder = tempfile.mkdtemp()  # for nobody else on this machine to read
    try:
        copy = backups.back_up(here.studio.file, Path(folder) / "paintings.sqlite")
    except BaseException:
        shutil.rmtree(folder, ignore_errors=True)
        raise
    name = f"Kind Distance, {say_date(here.now_min)}.sqlite"
    return FileResponse(copy, media_type="application/vnd.sqlite3", filename=name,
                        background=BackgroundTask(shutil.rmtree, folder, ignore_errors=True))  # fmt: skip
