"""Photos of the painting held against the plan as it should look by then: what drifted, what that loses, what helps."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.clock import minute_of
from kind_distance.core.build.model import BuildScene
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.easel.clocks import clock_of
from kind_distance.core.judgement import Judgement, Remedy, Severity
from kind_distance.core.paint.media import REWETS, medium_of
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.progress.comparing import Flat, PlaneRead, enlarged, read_planes, take_out, trusted
from kind_distance.core.progress.lens import Floats
from kind_distance.core.remembering import remembered
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import clock, first_upper, say_length
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import Brief, SourceRecord, State
from kind_distance.stages.planes.depth import DepthSurvey

OFF = 0.4  # by which a plane has to stand off the plan to be told [V]
FAR_OFF = 1.0  # from which it is more than a note though a layer is still to come; by eye, no source [V]
DULL = 8.0  # CIELAB chroma
WARMER = 6.0  # CIELAB along the warm axis
BUSIER = 1.8  # times as much detail
LEAST_FINE = 0.12  # V; under it nobody counts detail
CORNERS = 4
SOME_GLARE = 0.01  # share of the painting, from which it is told
SLANTED = 0.04  # by which facing sides differ, in logarithms: about 4 %; by eye, no source
EVEN_SIDE = 4000  # long side of a photo from which an even one is made [px]
MEAN_IT = ": mean it, or turn it with the next layer."
WHY_NOT = {
    "corners": "The painting's corners are not sure on this photo: drag them to where they are, or take another one "
    "with a white border all round.",
    "glare": "Too much of it shines. Turn the painting away from the lamp or the window and take another photo.",
    "light": "Nothing white round the painting says what the light is. Values are told as they came; lay a white card "
    "beside it for the next one.",
    "aside": "You set this photo aside: what you see before the painting counts. Nothing is judged by it.",
    "nothing": "No painting was found on this photo: put its four corners yourself.",
}


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
class PhotoRead:
    """A photo of the painting, read.

    Parameters
    ----------
    flat : Flat or None
        None where no painting was found.
    planned : (h, w, 3) array
        As it should look by then, linear.
    why_not : str
        Key of :data:`WHY_NOT`; empty where it is trusted.
    drifts : tuple of Drift
    """

    flat: Flat | None
    planned: Floats
    why_not: str
    drifts: tuple[Drift, ...]


@remembered
def _taken_out(file: Path, source: SourceRecord, size: tuple[int, int]) -> Flat | None:
    linear = linear_from_codes(darkroom.view_codes(file, plate_of(source)))
    corners = None
    if len(source.corners) == CORNERS:
        corners = np.array(source.corners, float) * np.array([linear.shape[1], linear.shape[0]])
    return take_out(linear, size, corners)


def taken_min(source: SourceRecord, now_min: int) -> int:
    """Minute at which a photo was taken; now where it does not say."""
    return now_min if source.taken_at is None else minute_of(source.taken_at[:16])


def painted_by(work: Work, minute: int) -> list[int]:
    """List what was painted by a minute, in the order it was."""
    return [each.pass_id for each in sorted(work.done, key=lambda done: done.end) if each.end <= minute + 1]


def begun_by(work: Work, passes: list[int]) -> set[int]:
    """Give the ranks of the planes that a layer lies on after these passes."""
    layers = {each.id: each.planes for each in work.passes if each.kind in LAYERS or each.kind == "blend"}
    return {rank for number in passes for rank in layers.get(number, ())}


def read_photo(
    file: Path, state: State, depth: DepthSurvey, work: Work, source: SourceRecord, scene: BuildScene,
    stage: Callable[[list[int]], NDArray[np.uint8]], now_min: int,
) -> PhotoRead:  # fmt: skip
    """Read a photo of the painting and hold it against the plan as it should look by then.

    Parameters
    ----------
    scene : BuildScene
        The plan laid before the simulator; the painting is read at its size.
    stage : callable
        Gives the picture after the passes named, as codes.
    """
    height, width = scene.shape
    flat = _taken_out(file, source, (width, height))
    by_then = painted_by(work, taken_min(source, now_min))
    planned = linear_from_codes(stage(by_then))
    if flat is None:
        return PhotoRead(None, planned, "nothing", ())
    painted, told = (read_planes(each, scene.labels, flat.hidden) for each in (flat.linear, planned))
    begun = begun_by(work, by_then)
    drifts = tuple(
        Drift(
            rank, state.planes[rank - 1].name, painted[rank], told[rank], depth.plan.planes[rank - 1].value,
            rank in begun,
        )
        for rank in sorted(painted)
        if rank in told and rank <= len(state.planes)
    )  # fmt: skip
    return PhotoRead(flat, planned, "aside" if source.set_aside else trusted(flat), drifts)


def checks_of(read: PhotoRead, brief: Brief) -> list[str]:
    """Say what to hold against the painting itself before a photo is believed: shine, light, angle, what was left out.

    A camera sees otherwise than the eye; where the two differ, the painter says which one counts.
    """
    flat = read.flat
    if flat is None:
        return []
    glare = float(flat.hidden.mean())
    shine = f"{glare:.0%} of it shines and is left out" if glare >= SOME_GLARE else "nothing on it shines"
    light = "read off the white round it, and taken out" if flat.lit else "not known: nothing white lies round it"
    sides = np.linalg.norm(flat.corners - np.roll(flat.corners, -1, axis=0), axis=1)
    lean = max(abs(float(np.log(sides[0] / sides[2]))), abs(float(np.log(sides[1] / sides[3]))))
    angle = "straight before it" if lean < SLANTED else "from a slant, which was straightened"
    gloss = (
        " Dark oil and varnish mirror the room: look at the darks from where the camera stood."
        if medium_of(brief.medium).later_paint == "oil" else ""
    )  # fmt: skip
    return [
        f"Shine: {shine}.{gloss}",
        f"Light: {light}. Is the painting's white as white to you as here?",
        f"Angle: taken {angle}.",
        "Hold the lightest and the darkest place of the painting beside the picture: the same to your eye?",
    ]


def even_photo(
    file: Path, state: State, source: SourceRecord, shape: tuple[int, int], part: tuple[float, float, float] | None
) -> NDArray[np.uint8]:
    """Give a photo of the painting as one would print it: straight, in even light, only the painting or a part of it.

    Parameters
    ----------
    shape : (int, int)
        Height and width at which photos of this painting are read. [px]
    part : (x, y, size) or None
        A detail round a place, all in shares of the painting; None for the whole.

    Returns
    -------
    (H, W, 3) uint8 array, in the proportions of the painting

    Raises
    ------
    DomainError
        If the painting was not found, or its corners are not sure.
    """
    flat = _taken_out(file, source, (shape[1], shape[0]))
    why = "nothing" if flat is None else trusted(flat)
    if flat is None or why in ("nothing", "corners"):
        raise DomainError(WHY_NOT[why], "Put them under “Its corners on the photo”.")
    photo = darkroom.view_codes(file, plate_of(source))
    large = darkroom.large_codes(file, plate_of(source), EVEN_SIDE)
    sides = np.linalg.norm(flat.corners - np.roll(flat.corners, -1, axis=0), axis=1) * large.shape[1] / photo.shape[1]
    wide = max(sides[0], sides[2], max(sides[1], sides[3]) * state.brief.width_cm / state.brief.height_cm)
    size = (round(float(wide)), max(1, round(float(wide) * state.brief.height_cm / state.brief.width_cm)))
    out = enlarged(flat, linear_from_codes(photo), linear_from_codes(large), size)
    if part is not None:
        x, y, share = part
        high, width = round(share * size[1]), round(share * size[0])
        left = int(np.clip(round(x * size[0]) - width // 2, 0, size[0] - width))
        top = int(np.clip(round(y * size[1]) - high // 2, 0, size[1] - high))
        out = out[top : top + high, left : left + width]
    return codes_from_linear(out)


def _lost_edges(drift: Drift, drifts: tuple[Drift, ...], depth: DepthSurvey, state: State) -> str:
    """Say along which border a plane that drifted now runs into its neighbour, where the plan keeps them apart."""
    by_rank = {each.rank: each for each in drifts}
    gap, found = state.brief.gap, []
    for border in depth.given.borders:
        other = by_rank.get(border.near if border.far == drift.rank else border.far)
        if drift.rank not in (border.far, border.near) or other is None or not other.begun:
            continue
        apart = abs(drift.painted.value - other.painted.value)
        if apart < gap / 2 and abs(drift.final - other.final) >= gap:
            found.append((border.length_cm, f"{other.name} ({other.painted.value:.1f})"))
    if not found:
        return ""
    length, name = max(found)
    return f" It now meets {name} along {say_length(length, state.brief.unit)}, and the border is lost."


def _remedy(drift: Drift, work: Work, state: State, now_min: int) -> tuple[str, Remedy]:
    """Say what brings a plane back, and when it may begin."""
    films, rank = work.films_by_pass(), drift.rank
    last = [each for each in sorted(work.done, key=lambda done: done.end)
            if rank in (next((p.planes for p in work.passes if p.id == each.pass_id), ()))]  # fmt: skip
    film = clock_of(films[last[-1].pass_id], now_min) if last else None
    medium = medium_of(state.brief.medium)
    kind, how = ("scumble", "A thin lighter scumble") if drift.off < 0 else ("glaze", "A thin darker glaze")
    if medium.transparent:
        kind, how = ("lift", "Lift it with clean water") if drift.off < 0 else ("second_layer", "One more wash")
    elif drift.off > 0 and medium.later_paint not in REWETS:
        kind, how = "second_layer", "A darker second layer"
    when = " now"
    if film is not None and film.state in ("wet", "tacky") and film.late is not None:
        when = f" when it is touch dry, about {clock(film.late)}"
    title = f"{'lighten' if drift.off < 0 else 'darken'} {drift.name}"[:60]
    remedy = Remedy(f"Add that pass to {drift.name}", "add_pass", {"kind": kind, "plane": rank, "title": title})
    return f" {how}{when}.", remedy


def judge_photo(
    read: PhotoRead, state: State, depth: DepthSurvey, work: Work, number: int, now_min: int
) -> list[Judgement]:
    """Judge what drifted, one judgement for each plane: value first, else colour or detail; never how good it is.

    Nothing is judged on a photo that is not to be trusted, nor on a plane that no layer lies on yet.
    """
    if read.flat is None or read.why_not:
        return []
    found = []
    for each in read.drifts:
        if not each.begun:
            continue
        plane = state.planes[each.rank - 1]
        key = f"drift:s{number}:p{plane.number}"
        if abs(each.off) >= OFF:
            way = "light" if each.off > 0 else "dark"
            lost = _lost_edges(each, read.drifts, depth, state)
            how, remedy = _remedy(each, work, state, now_min)
            ahead = _mended_later(each, work, state)
            severity: Severity = "strong" if lost else "mild"
            if ahead:
                severity = "note" if abs(each.off) < FAR_OFF else "mild"
            found.append(
                Judgement(
                    key, "drift", "log", severity,
                    f"{first_upper(each.name)} {abs(each.off):.1f} too {way}",
                    f"It stands at {each.painted.value:.1f}; by now the plan wants {each.planned.value:.1f}, "
                    f"{each.final:.1f} in the end.{lost}{ahead or how}",
                    abs(each.off), (each.rank,), (remedy, _plan_on(each)),
                )
            )  # fmt: skip
            continue
        told = _colour(each)
        if told:
            found.append(Judgement(key, "drift", "log", "note", told[0], told[1], 0.1, (each.rank,)))
    return sorted(found, key=lambda one: (one.severity != "strong", one.severity == "note", -one.weight))


def _mended_later(drift: Drift, work: Work, state: State) -> str:
    """Say that a layer still to come can bring a plane back: painters lay in darker or lighter on purpose.

    Opaque paint goes either way; a wash only darkens, so one that is too dark already is not mended by the next.
    """
    done = {each.pass_id for each in work.done}
    ahead = [
        each for each in work.passes
        if each.id not in done and drift.rank in each.planes and each.kind in LAYERS and not each.things
    ]  # fmt: skip
    if not ahead or (medium_of(state.brief.medium).transparent and drift.off < 0):
        return ""
    return f" {first_upper(ahead[0].said)} is still to come and can bring it there."


def _plan_on(drift: Drift) -> Remedy:
    """Offer to hold the plane where it is: the others make room, what is done stays done."""
    value = round(drift.painted.value, 1)
    return Remedy(f"Keep {value:.1f} and plan again", "set_planned_value", {"plane": drift.rank, "value": value})


def _colour(each: Drift) -> tuple[str, str] | None:
    """Tell a plane whose value holds but whose colour or detail left the plan."""
    painted, planned, name = each.painted, each.planned, first_upper(each.name)
    if abs(painted.warm - planned.warm) >= WARMER:
        way = "warmer" if painted.warm > planned.warm else "cooler"
        return f"{name} {way} than planned", f"Its value holds. Warmth pulls forward, coolness sends back{MEAN_IT}"
    if abs(painted.chroma - planned.chroma) >= DULL:
        way = "richer" if painted.chroma > planned.chroma else "greyer"
        return f"{name} {way} than planned", f"Its value holds. Rich colour comes forward, grey goes back{MEAN_IT}"
    if painted.fine > LEAST_FINE and painted.fine > BUSIER * max(planned.fine, LEAST_FINE / 2):
        return (
            f"{name} has {painted.fine / max(planned.fine, 0.01):.0f} times the detail planned by now",
            "Detail calls the eye. Leave it, or draw it together with one broad stroke, and spend detail at the focus.",
        )
    return None


def say_tried(read: PhotoRead, after: dict[int, PlaneRead], rank: int, depth: DepthSurvey, state: State) -> str:
    """Say what a colour that is tried over a plane does to its value and its borders."""
    before = {each.rank: each.painted.value for each in read.drifts}
    drift = next(each for each in read.drifts if each.rank == rank)
    if rank not in after:
        return "Too little of this plane is seen on the photo."
    value, gap = after[rank].value, state.brief.gap
    said = [f"{first_upper(drift.name)} goes from {before[rank]:.1f} to {value:.1f}; {drift.final:.1f} is planned."]
    for border in depth.given.borders:
        if rank not in (border.far, border.near):
            continue
        other = border.near if border.far == rank else border.far
        if other not in before:
            continue
        was, now = abs(before[rank] - before[other]), abs(value - before[other])
        name, length = state.planes[other - 1].name, say_length(border.length_cm, state.brief.unit)
        if was >= gap > now:
            said.append(f"It comes within {now:.1f} of {name} along {length}: that border goes soft.")
        elif was < gap <= now:
            said.append(f"It stands clear of {name} again, {now:.1f} along {length}.")
    warmer = after[rank].warm - drift.painted.warm
    if abs(warmer) >= WARMER:
        said.append(f"It turns {'warmer' if warmer > 0 else 'cooler'}.")
    return " ".join(said)
