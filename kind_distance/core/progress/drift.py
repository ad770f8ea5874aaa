"""The planes of a painting beside the plan as they should look by now: which drifted, what that loses, what helps."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from kind_distance.core.depth.readings import Border
from kind_distance.core.easel.clocks import clock_of
from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.paint.media import REWETS, Medium
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.passes.model import Pass
from kind_distance.core.progress.comparing import PlaneRead
from kind_distance.core.schedule.work import Work

OFF = 0.4  # by which a plane has to stand off the plan to be told [V]
FAR_OFF = 1.0  # from which it is more than a note though a layer is still to come; by eye, no source [V]
DULL = 8.0  # CIELAB chroma
WARMER = 6.0  # CIELAB along the warm axis
BUSIER = 1.8  # times as much detail
LEAST_FINE = 0.12  # V; under it nobody counts detail
LOST = 0.5  # share of the gap that two planes need, under which the border between them is lost


@dataclass(frozen=True)
class Drift:
    """A plane on the painting beside the plan as it should look by then, and the plan for the end.

    Parameters
    ----------
    rank : int
    name : str
    painted, planned : PlaneRead
    final : float
        Planned value when all is painted. [V]
    begun : bool
        Whether a layer lay on it by then.
    """

    rank: int
    name: str
    painted: PlaneRead
    planned: PlaneRead
    final: float
    begun: bool

    @property
    def off(self) -> float:
        """By how much it is lighter (or darker, below nothing) than it should look by then. [V]."""
        return self.painted.value - self.planned.value


@dataclass(frozen=True)
class Painted:
    """What drifted planes are judged by.

    Parameters
    ----------
    photo : int
        Number of the photo they were read on.
    drifts : sequence of Drift
    planes : tuple of int
        Numbers of the planes, farthest first.
    borders : sequence of Border
    gap : float
        Value step that keeps planes apart. [V]
    medium : Medium
    work : Work
    now_min : int
    """

    photo: int
    drifts: Sequence[Drift]
    planes: tuple[int, ...]
    borders: Sequence[Border]
    gap: float
    medium: Medium
    work: Work
    now_min: int


@dataclass(frozen=True)
class Way:
    """What brings a plane back: a kind of pass, and the minute from which it may begin; None for now."""

    kind: str
    from_min: float | None


def _lost_border(given: Painted, drift: Drift) -> tuple[float, Drift] | None:
    """Find the longest border along which a plane now runs into a neighbour that the plan keeps apart; [cm], whose."""
    by_rank = {each.rank: each for each in given.drifts}
    found = []
    for border in given.borders:
        other = by_rank.get(border.near if border.far == drift.rank else border.far)
        if drift.rank not in (border.far, border.near) or other is None or not other.begun:
            continue
        apart = abs(drift.painted.value - other.painted.value)
        if apart < LOST * given.gap and abs(drift.final - other.final) >= given.gap:
            found.append((border.length_cm, other))
    return max(found, key=lambda each: (each[0], each[1].name), default=None)


def _way(given: Painted, drift: Drift) -> Way:
    """Find what brings a plane back: opaque paint goes either way, a wash is lifted or laid once more."""
    work, medium = given.work, given.medium
    planes = {each.id: each.planes for each in work.passes}
    films = work.films_by_pass()
    last = [each for each in sorted(work.done, key=lambda done: done.end) if drift.rank in planes.get(each.pass_id, ())]
    film = films[last[-1].pass_id] if last else None
    soft = film is not None and clock_of(film, given.now_min).state in ("wet", "tacky")
    kind = "scumble" if drift.off < 0 else "glaze"
    if medium.transparent:
        kind = "lift" if drift.off < 0 else "second_layer"
    elif drift.off > 0 and medium.later_paint not in REWETS:
        kind = "second_layer"
    return Way(kind, film.touch_late if film is not None and soft else None)


def _mended_by(given: Painted, drift: Drift) -> Pass | None:
    """Find a layer still to come that can bring a plane back: painters lay in darker or lighter on purpose.

    A wash only darkens, so one that is too dark already is not mended by the next.
    """
    done = {each.pass_id for each in given.work.done}
    ahead = (
        each for each in given.work.passes
        if each.id not in done and drift.rank in each.planes and each.kind in LAYERS and not each.things
    )  # fmt: skip
    return None if given.medium.transparent and drift.off < 0 else next(ahead, None)


def _value(given: Painted, drift: Drift) -> tuple[Severity, dict[str, object]]:
    lost, ahead = _lost_border(given, drift), _mended_by(given, drift)
    severity: Severity = "strong" if lost else "mild"
    if ahead is not None:
        severity = "note" if abs(drift.off) < FAR_OFF else "mild"
    return severity, {"left": "value", "lost": lost, "ahead": ahead, "way": _way(given, drift)}


def _colour(drift: Drift) -> dict[str, object] | None:
    """Find what of a plane left the plan though its value holds: warmth, chroma or detail."""
    painted, planned = drift.painted, drift.planned
    if abs(painted.warm - planned.warm) >= WARMER:
        return {"left": "warmth", "more": painted.warm > planned.warm}
    if abs(painted.chroma - planned.chroma) >= DULL:
        return {"left": "chroma", "more": painted.chroma > planned.chroma}
    if painted.fine > LEAST_FINE and painted.fine > BUSIER * max(planned.fine, LEAST_FINE / 2):
        return {"left": "detail", "times": painted.fine / max(planned.fine, 0.01)}
    return None


def audit_drift(given: Painted) -> list[Finding]:
    """Judge what drifted, one finding for each plane: value first, else colour or detail; never how good it is.

    Of a plane that no layer lies on yet nothing is said.
    """
    found = []
    for each in given.drifts:
        if not each.begun:
            continue
        off = abs(each.off) >= OFF
        severity: Severity = "note"
        measures = None if off else _colour(each)
        if off:
            severity, measures = _value(given, each)
        if measures is not None:
            found.append(
                Finding(
                    "drift", severity, ranks=(each.rank,), measures={"drift": each} | measures,
                    weight=abs(each.off) if off else 0.1, about=f"s{given.photo}:p{given.planes[each.rank - 1]}",
                )
            )  # fmt: skip
    return sorted(found, key=lambda one: (one.severity != "strong", one.severity == "note", -one.weight))


@dataclass(frozen=True)
class Crossing:
    """A border that goes soft, or stands clear again, by another value of one of its planes: how far apart [V]."""

    border: Border
    other: int
    clear: bool
    apart: float


def crossings(
    rank: int, value: float, before: Mapping[int, float], borders: Sequence[Border], gap: float
) -> list[Crossing]:
    """Find the borders of a plane that another value would lose, or win back.

    Parameters
    ----------
    rank : int
    value : float
        Of the plane, tried. [V]
    before : mapping of int to float
        Values of the planes as they are, by rank. [V]
    borders : sequence of Border
    gap : float
        Value step that keeps planes apart. [V]
    """
    found = []
    for border in borders:
        other = border.near if border.far == rank else border.far
        if rank not in (border.far, border.near) or other not in before:
            continue
        was, now = abs(before[rank] - before[other]), abs(value - before[other])
        if (was >= gap) != (now >= gap):
            found.append(Crossing(border, other, now >= gap, now))
    return found
