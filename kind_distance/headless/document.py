"""The open document of a painting: JSON, or a ZIP that holds it as painting.json beside its pictures.

Every field has a plain name and a unit in it; what is left out has its usual value. A fault is named by its place.
"""

from __future__ import annotations

import io
import json
import zipfile
from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from kind_distance.core.paint.media import GROUNDS, MEDIA
from kind_distance.core.passes.kinds import PassKind
from kind_distance.core.passes.schools import SCHOOLS
from kind_distance.errors import DomainError, KindDistanceError

NAME_IN_ZIP = "painting.json"
LARGEST_JSON = 8 * 1024 * 1024
Text = Annotated[str, Field(max_length=240)]
Name = Annotated[str, Field(min_length=1, max_length=60)]
Value = Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)]
Centimetres = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
PaintName = Literal["watercolour", "gouache", "rewettable", "acrylic", "oil", "dry", "varnish"]


class DocumentError(KindDistanceError):
    """A document that cannot be read as a painting; the message names the place of the fault."""

    code = "document"


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class Plane(_Part):
    """A plane; they are listed farthest first."""

    name: Name
    kind: Literal["sky", "land", "water"] = "land"
    nature: Literal["solid", "see_through", "accents"] = "solid"
    distance_m: Annotated[float, Field(gt=0, le=400_000, allow_inf_nan=False)] | None = None
    share: Annotated[float, Field(ge=0, le=1)] | None = Field(
        None, description="Share of the picture; even without it."
    )
    value: Value | None = Field(None, description="Planned mass, Munsell value.")
    dark: Value | None = Field(None, description="Planned dark accent.")
    light: Value | None = Field(None, description="Planned light accent.")
    detail: Annotated[float, Field(ge=0, le=1)] = Field(0.1, description="Share of it on fine edges.")
    contrast_left: Annotated[float, Field(ge=0, le=1)] | None = Field(None, description="What the air leaves.")
    in_focus: Annotated[float, Field(ge=0, le=1)] = Field(0.0, description="Share of the focal area in it.")
    body: Literal["", "thin", "thick"] = ""
    marks: Literal["", "soft", "broken"] = ""
    brush: Annotated[str, Field(max_length=20)] = ""


class Border(_Part):
    """Where two planes meet, by their names, and along how many centimetres of the support."""

    far: Name
    near: Name
    cm: Centimetres


class Element(_Part):
    """A thing in the picture and the plane it belongs to; null for one that has none yet."""

    name: Name
    plane: Name | None = None


class LayerPass(_Part):
    """A pass; those given are taken in the order given."""

    kind: PassKind
    plane: Name | None = None
    title: Annotated[str, Field(max_length=60)] = ""
    paint: PaintName | None = None
    minutes: Annotated[int, Field(ge=1, le=720)] | None = None
    thickness: Annotated[float, Field(ge=0.1, le=20)] = 1.0
    done: tuple[str, str] | None = Field(None, description="Begin and end where it is painted, local ISO 8601.")
    planned_minutes: Annotated[int, Field(ge=1, le=720)] | None = Field(
        None, description="What was planned, where it is painted or follows the painter's own pace."
    )
    brush_mm: Annotated[float, Field(ge=0.5, le=300)] | None = None
    in_light: bool = Field(False, description="Whether it has to be painted in the light of the photo.")
    thing: Name | None = Field(None, description="Name of the element it paints.")
    aid: Literal["", "mist", "dryer"] = Field("", description="What its film is helped with while it is wet.")


class SessionPart(_Part):
    """A spell at the easel with its air."""

    start: Annotated[str, Field(max_length=25)] = Field(description="Local time, ISO 8601 to the minute.")
    minutes: Annotated[int, Field(ge=5, le=720)]
    place: Text = ""
    outdoors: bool = False
    temperature_c: Annotated[float, Field(ge=-20, le=50)] = 20.0
    humidity: Annotated[float, Field(ge=1, le=100)] = 50.0
    wind_m_s: Annotated[float, Field(ge=0, le=25)] = 0.1
    sun_w_m2: Annotated[float, Field(ge=0, le=1200)] = 0.0
    setup_min: Annotated[int, Field(ge=0, le=240)] = 0
    cleanup_min: Annotated[int, Field(ge=0, le=240)] = 0
    unbroken_min: Annotated[int, Field(ge=20, le=240)] | None = Field(
        None, description="Painting without a break that is not gone beyond."
    )


class PlanPart(_Part):
    """Where a pass stands in a plan that was taken; passes and sessions count from 1 in their lists."""

    layer_pass: Annotated[int, Field(ge=1, le=200)]
    session: Annotated[int, Field(ge=1, le=60)]
    start: Annotated[str, Field(max_length=25)] | None = Field(
        None, description="Local time before which it does not begin, ISO 8601."
    )
    by_hand: bool = Field(False, description="It begins just then, whatever the paint says.")


class ReadyBy(_Part):
    """The day by which the painting has to be ready, and for what."""

    day: Annotated[str, Field(max_length=25)]
    purpose: Literal["gift", "trip", "sale"] = "gift"


class Support(_Part):
    """What is painted on. [cm]"""  # noqa: D400, D415  the unit ends the line

    name: Text = "board"
    width_cm: Annotated[float, Field(gt=0, le=1000)] = 30.5
    height_cm: Annotated[float, Field(gt=0, le=1000)] = 22.9


class Document(_Part):
    """A painting as an open document."""

    format: Literal["kind-distance-painting"]
    version: Literal[1]
    title: Text = "Untitled"
    idea: Text = ""
    medium: str = "acrylic"
    ground: str = "white"
    school: str | None = None
    unit: Literal["cm", "in"] = "cm"
    support: Support = Support()
    planes: Annotated[tuple[Plane, ...], Field(max_length=9)] = ()
    borders: Annotated[tuple[Border, ...], Field(max_length=80)] = ()
    elements: Annotated[tuple[Element, ...], Field(max_length=120)] = ()
    passes: Annotated[tuple[LayerPass, ...], Field(max_length=200)] = ()
    sessions: Annotated[tuple[SessionPart, ...], Field(max_length=60)] = ()
    plan: Annotated[tuple[PlanPart, ...], Field(max_length=200)] = Field(
        (), description="A plan that was taken, in order of time; without it one is worked out."
    )
    ready_by: ReadyBy | None = None
    now: str | None = Field(None, max_length=25, description="The present; nothing is planned before it.")
    meant_so: dict[str, Text] = Field(default_factory=dict, description="Judgements silenced, each with its reason.")
    pictures: tuple[Text, ...] = Field((), description="Names of the pictures beside it in a ZIP.")


def _place(at: tuple[int | str, ...]) -> str:
    said = ""
    for part in at:
        said += f"[{part}]" if isinstance(part, int) else f"{'.' if said else ''}{part}"
    return said or "the document"


def _known(document: Document) -> list[str]:
    """List what is named in a document and stands nowhere in it, each by its place."""
    faults = []
    for what, value, known in (
        ("medium", document.medium, MEDIA),
        ("ground", document.ground, GROUNDS),
        ("school", document.school, SCHOOLS),
    ):
        if value is not None and value not in known:
            faults.append(f"{what}: there is no {value!r}; it is one of {', '.join(known)}")
    names = [plane.name for plane in document.planes]
    twice = sorted({name for name in names if names.count(name) > 1})
    faults += [f"planes: two are called {name!r}" for name in twice]
    named: list[tuple[str, str | None]] = []
    for at, border in enumerate(document.borders):
        named += [(f"borders[{at}].far", border.far), (f"borders[{at}].near", border.near)]
        if border.far in names and border.near in names and names.index(border.far) >= names.index(border.near):
            faults.append(f"borders[{at}]: {border.far!r} does not stand behind {border.near!r} in planes")
    named += [(f"elements[{at}].plane", each.plane) for at, each in enumerate(document.elements)]
    named += [(f"passes[{at}].plane", each.plane) for at, each in enumerate(document.passes)]
    things = [each.name for each in document.elements]
    faults += [
        f"passes[{at}].thing: no element is called {each.thing!r}"
        for at, each in enumerate(document.passes)
        if each.thing is not None and each.thing not in things
    ]
    for at, each in enumerate(document.plan):
        if each.layer_pass > len(document.passes):
            faults.append(f"plan[{at}].layer_pass: there are {len(document.passes)} passes")
        if each.session > len(document.sessions):
            faults.append(f"plan[{at}].session: there are {len(document.sessions)} sessions")
    twice_placed = {each.layer_pass for each in document.plan}
    if len(twice_placed) < len(document.plan):
        faults.append("plan: a pass stands in it twice")
    faults += [
        f"{place}: no plane is called {name!r}" for place, name in named if name is not None and name not in names
    ]
    return faults


def read_document(data: bytes, name: str) -> Document:
    """Read a painting from JSON or from a ZIP that holds it.

    Raises
    ------
    DocumentError
        If it is none; every fault is named by its place.
    """
    if data[:4] == b"PK\x03\x04":
        data = _from_zip(data, name)
    if len(data) > LARGEST_JSON:
        raise DocumentError(f"{name} is larger than any painting's document.", "Give the JSON of one painting.")
    try:
        found = json.loads(data.decode("utf-8"))
    except UnicodeDecodeError:
        raise DocumentError(f"{name} is no text in UTF-8.", "Give JSON, or a ZIP with painting.json in it.") from None
    except json.JSONDecodeError as error:
        raise DocumentError(
            f"{name}, line {error.lineno}, column {error.colno}: {error.msg}.", "Mend the JSON there."
        ) from None
    except RecursionError:
        raise DocumentError(f"{name} is nested deeper than any painting.", "Give the JSON of one painting.") from None
    try:
        document = Document.model_validate_json(json.dumps(found))
    except ValidationError as error:
        faults = [f"{_place(each['loc'])}: {each['msg'][0].lower()}{each['msg'][1:]}" for each in error.errors()]
        raise DocumentError(f"{name}: " + "; ".join(faults[:12]) + ".", "Mend these places.") from None
    faults = _known(document)
    if faults:
        raise DocumentError(f"{name}: " + "; ".join(faults[:12]) + ".", "Mend these places.")
    return document


def _from_zip(data: bytes, name: str) -> bytes:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            info = archive.getinfo(NAME_IN_ZIP)
            if info.file_size > LARGEST_JSON:
                raise DocumentError(f"{NAME_IN_ZIP} in {name} unpacks to more than any painting.", "Give another ZIP.")
            with archive.open(info) as packed:
                return packed.read(LARGEST_JSON + 1)
    except KeyError:
        raise DocumentError(f"{name} holds no {NAME_IN_ZIP}.", "Give a ZIP that this application wrote.") from None
    except (zipfile.BadZipFile, OSError, RuntimeError, NotImplementedError, EOFError, ValueError) as error:
        raise DocumentError(f"{name} is a damaged ZIP ({error}).", "Fetch it once more.") from None


def read_file(path: Path) -> bytes:
    """Read a file; raise DomainError in plain words where it cannot be."""
    try:
        return path.read_bytes()
    except OSError as error:
        raise DomainError(f"{path} cannot be read: {error.strerror or error}.", "Give the path of a file.") from None


def json_schema() -> dict[str, Any]:
    """Return the JSON Schema of the document."""
    return Document.model_json_schema()
