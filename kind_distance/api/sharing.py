"""Routes of sharing: the code that is shown on this machine, and the devices that take part. Devices reach none."""

from __future__ import annotations

from typing import Annotated

import segno
from fastapi import APIRouter, Depends, Request
from fastapi.responses import Response
from pydantic import BaseModel, Field

from kind_distance.api.context import Here, PathNumber
from kind_distance.clock import minute_of, say_moment
from kind_distance.errors import DomainError
from kind_distance.sharing.codes import Sharing
from kind_distance.sharing.door import DEVICE

router = APIRouter(prefix="/api/sharing", tags=["sharing"])
OFF = ("No device may take part just now.", "Start the application with kind-distance serve --share.")


class DeviceView(BaseModel):
    """A device that takes part."""

    number: int
    name: str
    said: str = Field(description="Since when, and when it was last here.")


class SharingView(BaseModel):
    """What is shared."""

    here: bool = Field(description="Whether this is the machine that shares, where devices are let in.")
    on: bool
    address: str
    fingerprint: str
    seconds_left: int = Field(description="Of the open code.")
    devices: list[DeviceView]


class CodeView(BaseModel):
    """A code of one use."""

    code: str
    address: str = Field(description="With the code: what the square picture holds.")
    picture: str = Field(description="QR code as a data address.")
    seconds_left: int


def _sharing(request: Request) -> Sharing:
    """Give what is shared, to this machine alone."""
    if DEVICE in request.scope:
        raise DomainError("Devices are let in and shut out on the machine that shares.", "Do it there.")
    found: Sharing | None = request.app.state.sharing
    if found is None:
        raise DomainError(*OFF)
    return found


Shared = Annotated[Sharing, Depends(_sharing)]


@router.get("", summary="Tell what is shared, and with whom")
def shared(here: Here, request: Request) -> SharingView:
    """Tell what is shared; a device learns nothing of the others."""
    found: Sharing | None = request.app.state.sharing
    if found is None or DEVICE in request.scope:
        return SharingView(here=DEVICE not in request.scope, on=found is not None, address="", fingerprint="",
                           seconds_left=0, devices=[])  # fmt: skip
    now = here.now_min
    return SharingView(
        here=True, on=True, address=found.address, fingerprint=found.fingerprint, seconds_left=found.seconds_left(),
        devices=[
            DeviceView(
                number=each.number, name=each.name,
                said=f"since {say_moment(minute_of(each.paired_at), now)}, "
                     f"last here {say_moment(minute_of(each.seen_at), now)}",
            )
            for each in found.listed()
        ],
    )  # fmt: skip


@router.post("/codes", summary="Make a code of one use", status_code=201)
def new_code(sharing: Shared) -> CodeView:
    """Make a code that lets one device in; the one before it is void."""
    code = sharing.new_code()
    address = f"{sharing.address}/pair?code={code}"
    picture = segno.make(address, error="m", micro=False).svg_data_uri(border=4, dark="#000", light="#fff")
    return CodeView(code=code, address=address, picture=picture, seconds_left=sharing.seconds_left())


@router.delete("/codes", summary="Make the open code void", status_code=204)
def withdraw_code(sharing: Shared) -> Response:
    """Make the open code void."""
    sharing.withdraw_code()
    return Response(status_code=204)


@router.delete("/devices/{number}", summary="Shut a device out", status_code=204)
def shut_out(sharing: Shared, number: PathNumber) -> Response:
    """Shut a device out, from its next request on."""
    sharing.shut_out(number)
    return Response(status_code=204)
