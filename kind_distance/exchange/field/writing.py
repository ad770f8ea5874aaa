"""Writing the field sheet: pictures, passes and the script in one file; it asks for nothing outside."""

from __future__ import annotations

import json
from base64 import b64encode
from dataclasses import asdict, dataclass
from html import escape
from importlib import resources

FORMAT = "kind-distance-field-log-1"
POLICY = "default-src 'none'; img-src data:; style-src 'unsafe-inline'; script-src 'unsafe-inline'"


@dataclass(frozen=True)
class FieldTick:
    """Something to be ticked: ``thing:4`` or ``light:2``, and how it is said."""

    key: str
    said: str


@dataclass(frozen=True)
class FieldPass:
    """A pass on the sheet.

    Parameters
    ----------
    number : int
    title, said : str
        As it is kept, and with its place.
    minutes : int
    done : bool
    waits : bool
        Whether it may not follow at once.
    how, dry : str
        Brush and film; when it becomes touch dry.
    mix, colour : str
        The recipe, and its colour as ``#rrggbb``.
    ticks : tuple of FieldTick
    picture : bytes
        JPEG of how it should look; empty without one.
    """

    number: int
    title: str
    said: str
    minutes: int
    done: bool
    waits: bool
    how: str
    dry: str
    mix: str
    colour: str
    ticks: tuple[FieldTick, ...]
    picture: bytes


@dataclass(frozen=True)
class FieldSheet:
    """A session as it goes along.

    Parameters
    ----------
    painting : str
        Tells the painting from all others.
    session : int
    made : str
        When the sheet was made, ISO 8601.
    name, title, goal, when : str
        Name of the file; what is read on top.
    cautions : tuple of str
    passes : tuple of FieldPass
    """

    painting: str
    session: int
    made: str
    name: str
    title: str
    goal: str
    when: str
    cautions: tuple[str, ...]
    passes: tuple[FieldPass, ...]


def _plain(each: FieldPass) -> dict[str, object]:
    told = asdict(each)
    told["picture"] = f"data:image/jpeg;base64,{b64encode(each.picture).decode('ascii')}" if each.picture else ""
    return told


def _json(told: object) -> str:
    """Write JSON that ends no script, whatever is in it."""
    return json.dumps(told, ensure_ascii=True).replace("<", "\\u003c")


def write_field_sheet(sheet: FieldSheet) -> str:
    """Write the sheet as one HTML file."""
    folder = resources.files("kind_distance.exchange.field")
    style, script = (folder.joinpath(name).read_text("utf-8") for name in ("sheet.css", "sheet.js"))
    plan = {
        "format": FORMAT, "painting": sheet.painting, "session": sheet.session, "made": sheet.made, "name": sheet.name,
        "passes": [_plain(each) for each in sheet.passes],
    }  # fmt: skip
    cautions = "".join(f"<li>{escape(each)}</li>" for each in sheet.cautions)
    return f"""<!doctype html>
<html lang="en"><head><meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="{POLICY}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{escape(sheet.title)}</title><style>{style}</style></head>
<body><header><p>{escape(sheet.title)}, {escape(sheet.when)}</p><p>{escape(sheet.goal)}</p></header>
<main id="now"></main>
<footer><h2>All passes</h2><ol id="passes"></ol>
<h2>Beware</h2><ul>{cautions or "<li>Nothing was entered.</li>"}</ul>
<h2>Take it home</h2><p><button type="button" id="save">Save the log</button>
<button type="button" id="page">Save this page with its log</button></p><p id="kept"></p>
<p><small>Drying times are estimates: touch the paint before you trust them. Works without a network; bring the log back
on Log.</small></p></footer>
<script type="application/json" id="plan">{_json(plan)}</script>
<script type="application/json" id="log"></script>
<script>{script}</script></body></html>
"""
