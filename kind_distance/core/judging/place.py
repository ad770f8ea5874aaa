"""Faults of place and hour: light that has moved, and places where painting is dangerous."""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.judgement import Finding
from kind_distance.core.judging.model import JudgedSession, Scene
from kind_distance.core.judging.reading import Read

SPARE_MIN = 5.0
LIGHT_HOLDS_MIN = 90  # from setting up, where nothing else is told; common practice, no source
LONG_SITTING_MIN = 150  # from here on nobody calls it one light; common practice, no source
DAY = 1440


def audit_place(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Judge hours and places."""
    moved = list(_light(passes, scene))
    yield from moved
    if not moved:
        yield from _long(passes, scene)
    for session in scene.sessions:
        if session.hazards:
            here = tuple(p.given.id for p in scene.passes if p.start is not None and _in(session, p.start))
            yield Finding(
                "unsafe_place", "strong", here, (), (), (session.number,),
                measures={"hazards": session.hazards}, weight=1000.0,
            )  # fmt: skip


def _long(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of a sitting outdoors that is far longer than one light lasts, where nobody says what becomes of it."""
    if scene.light_hours.told or scene.moving_light:
        return
    for session in scene.sessions:
        if not session.outdoors or session.from_life is False:
            continue
        inside = [p for p in passes if p.painted.start is not None and session_of(p) == session]
        ends = [p.painted.end for p in inside if p.painted.end is not None]
        if not ends or len(inside) < 2:
            continue
        spent = max(ends) - min(p.painted.start for p in inside if p.painted.start is not None)
        if spent > LONG_SITTING_MIN:
            yield Finding(
                "long_light", "mild", (), (), (), (session.number,),
                measures={"minutes": float(spent)}, weight=float(spent),
            )  # fmt: skip


def _in(session: JudgedSession, minute: float) -> bool:
    return session.start - 1 <= minute <= session.end


def session_of(each: Read) -> JudgedSession | None:
    """Session in which a pass begins."""
    start = each.painted.start
    return None if start is None else next((s for s in each.scene.sessions if _in(s, start)), None)


def _hours(scene: Scene, session: JudgedSession | None, start: int) -> list[tuple[int, int]]:
    """Hours of the wanted light on the day of a pass; empty where the light does not matter."""
    told = scene.light_hours
    day = start // DAY
    if told.told:
        return [(a, b) for a, b in told.spans if a // DAY == day]
    if session is None or not session.outdoors:
        return []
    begun = min((s.start for s in scene.sessions if s.outdoors), default=session.start)
    first = begun % DAY
    return [(day * DAY + first, day * DAY + first + LIGHT_HOLDS_MIN)]


def _light(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell once a day of what is judged by a light that is gone, from the first pass out of it."""
    # One who goes after the light repaints; one who fixed it in a photo goes by that for the rest of the day.
    follows = scene.moving_light in ("chase", "fix") and not scene.light_hours.told
    if follows:
        return
    out: dict[int, list[tuple[Read, float]]] = {}
    for each in passes:
        start, end, session = each.painted.start, each.painted.end, session_of(each)
        if start is None or end is None or not each.painted.given.in_light:
            continue
        if session is not None and session.from_life is False:
            continue
        hours = _hours(scene, session, start)
        if not hours and not scene.light_hours.told:
            continue
        inside = sum(max(0, min(end, b) - max(start, a)) for a, b in hours)
        outside = (end - start) - inside
        begins_out = not any(a - SPARE_MIN <= start < b for a, b in hours)
        if begins_out or (outside > (end - start) / 2 and outside > SPARE_MIN):
            out.setdefault(start // DAY, []).append((each, float(outside)))
    for found in out.values():
        first = found[0][0]
        yield Finding(
            "light_moved", "strong", tuple(each.id for each, _ in found), first.ranks,
            measures={"outside_min": sum(minutes for _, minutes in found), "start": first.painted.start,
                      "until": _until(scene, first)},
            weight=sum(minutes for _, minutes in found),
        )  # fmt: skip


def _until(scene: Scene, each: Read) -> int | None:
    start = each.painted.start or 0
    ends = [b for _, b in _hours(scene, session_of(each), start)]
    return max(ends, default=None)
