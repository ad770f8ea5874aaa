"""Seeding the demo: the same deeds a painter would do, on pictures that ship with the application."""

from __future__ import annotations

import json
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from importlib import resources
from pathlib import Path
from typing import Any, cast

from kind_distance.core.schedule.model import Placement
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import take_in
from kind_distance.rows import (
    Brief,
    CriterionRecord,
    MendRecord,
    PassRecord,
    PlaneRecord,
    RemarkRecord,
    State,
    StretchRecord,
)
from kind_distance.rows.words import PlaneKind
from kind_distance.stages.passes.work import by_hand
from kind_distance.store.backups import prepare
from kind_distance.store.database import opened
from kind_distance.studio.changes import apply
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.sources import with_sketch, with_source
from kind_distance.studio.paintings import Studio, minutes_now
from kind_distance.studio.survey import survey


@dataclass(frozen=True)
class Scene:
    """One painting of the demo: its picture, what the painter wants, its planes far to near."""

    picture: str
    brief: Brief
    planes: tuple[tuple[str, str, float | None], ...]


TEA = Scene(
    "tea_hillside",
    Brief(
        "Tea terraces, before the mist lifts",
        "Morning light on the drying shed, everything else steps back.",
        "acrylic",
        "board",
        40.0,
        27.0,
        ground="warm_grey",
        school="far_to_near",
        veil="clear",
        visibility_km=21.0,
        gap=0.6,
    ),
    (
        ("Sky", "sky", None),
        ("Far ridges", "land", 8000.0),
        ("Middle ridge", "land", 1900.0),
        ("Woods, mist", "land", 720.0),
        ("Terraces", "land", 45.0),
        ("Tea rows, path", "land", 14.0),
    ),
)
MILL = Scene(
    "tidal_mill",
    Brief(
        "Tidal mill at low water",
        "A bright creek leads to a dull red mill.",
        "watercolour",
        "paper",
        42.0,
        28.0,
        school="light_to_dark",
        veil="clear",
        visibility_km=15.0,
    ),
    (
        ("Sky", "sky", None),
        ("Far trees, dunes", "land", 700.0),
        ("Far marsh", "land", 200.0),
        ("Mill and creek", "land", 65.0),
        ("Near banks", "land", 20.0),
    ),
)
POOL = Scene(
    "slate_pool",
    Brief(
        "Slate pool, birches",
        "Pale trunks against the cold face at dusk.",
        "oil_over_acrylic",
        "canvas",
        60.0,
        40.0,
        ground="umber",
        school="whole_at_once",
        veil="from_sunset",
        visibility_km=9.0,
    ),
    (
        ("Sky", "sky", None),
        ("Far moor", "land", 2000.0),
        ("Quarry face", "land", 75.0),
        ("Pool", "water", 14.0),
        ("Banks, birches", "land", 9.0),
    ),
)


# What is on the palette at the pool: few earths, one strong green, no black.
QUARRY_BOX = ("PW6", "PY3", "PY42", "PR101", "PV19", "PB29", "PB35", "PG18", "PBr7 umber")
SCENES = (TEA, MILL, POOL)


def picture_bytes(name: str) -> bytes:
    """Return one of the demo's pictures."""
    return (resources.files("kind_distance.demo") / "pictures" / f"{name}.jpg").read_bytes()


def strokes_of(name: str) -> list[dict[str, Any]]:
    """Return the strokes that mark the planes of one of the demo's pictures."""
    known: dict[str, list[dict[str, Any]]] = json.loads(
        (resources.files("kind_distance.demo") / "strokes.json").read_text("utf-8")
    )
    return known[name]


def _do(file: Path, state: State, now_min: int, deeds: list[tuple[str, dict[str, Any]]]) -> State:
    for action, arguments in deeds:
        state, _ = apply(Desk(file, state, now_min), action, arguments)
    return state


def _begun(file: Path, scene: Scene, now_min: int) -> State:
    """Bring the photo, name the planes, draw the strokes."""
    picture_hash, facts = take_in(file, picture_bytes(scene.picture), scene.picture)
    state, _, _ = with_source(State(scene.brief), picture_hash, facts, f"{scene.picture}.jpg")
    planes = tuple(
        PlaneRecord(rank, rank, name, cast("PlaneKind", kind), distance)
        for rank, (name, kind, distance) in enumerate(scene.planes, 1)
    )
    state = replace(state, planes=planes)
    return _do(file, state, now_min, [("add_stroke", stroke) for stroke in strokes_of(scene.picture)])


def _kept(
    steps: int,
    smallest: float,
    softness: float,
    *,
    source: int = 1,
    name: str = "",
    **more: Any,  # noqa: ANN401
) -> tuple[str, dict[str, Any]]:
    given = {"source": source, "steps": steps, "smallest_share": smallest, "softness": softness, "name": name}
    return "keep_thumbnail", {**given, **more}


def _day(now: datetime, weekday: int, hour: int, minute: int) -> datetime:
    """Next such weekday (0 = Monday) that is not today."""
    days = (weekday - now.weekday()) % 7 or 7
    return (now + timedelta(days=days)).replace(hour=hour, minute=minute, second=0, microsecond=0)


def _session(start: datetime, minutes: int, place: str, **air: Any) -> tuple[str, dict[str, Any]]:  # noqa: ANN401
    return ("add_session", {"start": start.isoformat(timespec="minutes"), "minutes": minutes, "place": place, **air})


def _with_page(file: Path, state: State) -> State:
    """Bring the page from the sketchbook and cut the thumbnail out of it."""
    picture_hash, facts = take_in(file, picture_bytes("sketch_page"), "sketch_page")
    state, page, _ = with_source(state, picture_hash, facts, "sketch_page.jpg")
    corners = max(darkroom.page_frames(file, picture_hash), key=lambda frame: frame.confidence).corners
    cut, facts = darkroom.cut_sketch(file, picture_hash, corners)
    return with_sketch(state, page, cut, facts, corners, "Sketch on the hill")[0]


def _looked_at() -> list[tuple[str, dict[str, Any]]]:
    """Say what the painter noted on the sources of the tea hillside."""
    tree = [[0.862, 0.115], [0.995, 0.105], [0.995, 0.335], [0.93, 0.35], [0.895, 0.31], [0.858, 0.245]]
    path = [[0.66, 0.645], [0.7, 0.635], [0.725, 0.7], [0.69, 0.8], [0.635, 0.84], [0.64, 0.74]]
    return [
        ("set_source", {"source": 1, "standing": "The bend above the second gate, facing the valley.",
                        "access": "Wet clay after rain; the gate is shut at dusk."}),
        ("set_light", {"source": 1, "light_deg": 300.0}),
        ("set_source", {"source": 2, "name": "Page from the sketchbook", "purpose": "light"}),
        ("set_light", {"source": 3, "light_deg": 310.0}),
        ("link_source", {"source": 1, "made_from": 3}),
        ("add_note", {"source": 1, "kind": "colour", "x": 0.32, "y": 0.47, "text": "Roof: a warmer dull rose."}),
        ("add_note", {"source": 1, "kind": "memory", "x": 0.56, "y": 0.42, "text": "Mist thinner on the left."}),
        ("add_note", {"source": 1, "kind": "scale", "x": 0.252, "y": 0.552, "x2": 0.392, "y2": 0.556, "length_m": 14.0,
                      "text": "Front of the shed"}),
        ("add_element", {"name": "Drying shed", "plane": 5, "x": 0.32, "y": 0.52}),
        ("add_element", {"name": "Path", "plane": 6, "x": 0.7, "y": 0.8}),
        ("set_element", {"element": 1, "marks": "soft", "brush": "flat"}),
        ("set_plane", {"plane": 2, "body": "thin", "marks": "soft"}),
        ("set_plane", {"plane": 6, "marks": "broken", "brush": "worn"}),
        ("add_reserve", {"name": "Light on the path", "way": "added",
                         "points": path}),
        ("add_departure", {"source": 1, "kind": "left_out", "points": tree, "reason": "The tree leads the eye out."}),
    ]  # fmt: skip


def _tea(file: Path, now: datetime) -> State:
    saturday = _day(now, 5, 7, 10)
    outside = {"outdoors": True, "temperature_c": 14.0, "humidity": 78.0, "wind_m_s": 2.0, "sun_w_m2": 60.0}
    return _do(
        file,
        _with_page(file, _begun(file, TEA, minutes_now(now))),
        minutes_now(now),
        [
            *_looked_at(),
            _kept(4, 0.004, 0.014),
            _kept(3, 0.008, 0.02, name="3 steps, large shapes"),
            _kept(5, 0.002, 0.008, name="5 steps, closer"),
            _kept(4, 0.006, 0.014, even=True),
            _kept(4, 0.0005, 0.014, source=3, name="From the sketch"),
            _kept(4, 0.004, 0.014, name="Square, shed alone", crop=[150, 250, 1200, 1200]),
            _kept(4, 0.006, 0.014, name="After dark", key="low", later="A night version, the lamp lit in the shed."),
            ("set_focus", {"x": 0.315, "y": 0.5, "reach": 0.12}),
            ("take_usual_box", {}),
            _session(saturday, 110, "on the hill", **outside),
            _session(saturday.replace(hour=14, minute=0) + timedelta(days=1), 210, "studio"),
        ],
    )


def _mill(file: Path, now: datetime) -> State:
    state = _begun(file, MILL, minutes_now(now))
    state = _do(
        file,
        state,
        minutes_now(now),
        [
            _kept(4, 0.004, 0.014),
            _kept(3, 0.01, 0.022, name="3 steps, big sky"),
            ("set_focus", {"x": 0.615, "y": 0.555}),
            ("take_usual_box", {}),
        ],
    )
    return replace(state, brief=replace(state.brief, chosen_thumbnail=None))


def _pool(file: Path, now: datetime) -> State:
    """Paint what the first two sessions held, as planned, days ago."""
    first = (now - timedelta(days=6)).replace(hour=18, minute=30, second=0, microsecond=0)
    second = first + timedelta(days=3)
    ahead = _day(now, 3, 18, 30)
    before = minutes_now(first) - 60
    state = _do(
        file,
        _begun(file, POOL, before),
        before,
        [
            _kept(5, 0.004, 0.012, name="5 steps"),
            _kept(3, 0.01, 0.02),
            ("add_tubes", {"pigments": list(QUARRY_BOX)}),
            _session(first, 150, "studio", temperature_c=18.0, humidity=55.0),
            _session(second, 120, "studio", temperature_c=18.0, humidity=55.0),
            _session(ahead, 120, "studio", temperature_c=18.0, humidity=55.0),
            _session(ahead + timedelta(days=7), 120, "studio", temperature_c=18.0, humidity=55.0),
            _session(ahead + timedelta(days=14), 90, "studio", temperature_c=18.0, humidity=55.0),
        ],
    )
    work = survey(file, state, before).work
    painted = {p.pass_id: p for p in work.schedule.placements if p.end < minutes_now(now)}
    state = by_hand(state, work.passes)

    def marked(record: PassRecord) -> PassRecord:
        placement = painted.get(record.number)
        return record if placement is None else replace(record, done_start=placement.start, done_end=placement.end)

    return _logged(replace(state, passes=tuple(marked(record) for record in state.passes)), list(painted.values()))


def _logged(state: State, painted: list[Placement]) -> State:
    """Write the log of what was painted: sessions begun and ended, stretches, a note, what is to be mended."""
    by_session: dict[int, list[Placement]] = {}
    for each in sorted(painted, key=lambda placement: placement.start):
        by_session.setdefault(each.session_id, []).append(each)
    sessions = tuple(
        replace(each, began=by_session[each.number][0].start, ended=by_session[each.number][-1].end)
        if each.number in by_session else each
        for each in state.sessions
    )  # fmt: skip
    stretches = tuple(
        StretchRecord(at, each.pass_id, each.session_id, each.start, each.end)
        for at, each in enumerate(sorted(painted, key=lambda placement: placement.start), start=1)
    )
    last = max(painted, key=lambda placement: placement.end)
    return replace(
        state, sessions=sessions, stretches=stretches,
        remarks=(
            RemarkRecord(1, last.start + 6, "note", "The pool leans too blue beside the slate", last.session_id),
            RemarkRecord(2, last.end, "failed_test", "Mars black in the slate went dead: ultramarine, umber instead."),
        ),
        to_mend=(MendRecord(1, "Far trees: one soft edge more against the sky", last.end, 10),),
        criteria=(
            CriterionRecord(1, "The eye goes to the birches, then into the pool."),
            CriterionRecord(2, "The far slope stays one quiet mass."),
        ),
    )  # fmt: skip


def seed(file: Path, now: datetime, *, fresh: bool = False) -> None:
    """Put the demo's three paintings into a file of their own, unless they are there.

    Parameters
    ----------
    file : Path
    now : datetime
        The present; sessions lie around it.
    fresh : bool
        Begin anew: what was in the file before is thrown away.
    """
    if fresh:
        for ending in ("", "-wal", "-shm"):
            Path(f"{file}{ending}").unlink(missing_ok=True)
    prepare(file)
    with opened(file) as db:
        if db.execute("SELECT 1 FROM painting").fetchone():
            return
    studio = Studio(file)
    for at, make in enumerate((_pool, _mill, _tea)):
        studio.create(make(file, now), now - timedelta(minutes=20 - 8 * at), "Begun")
