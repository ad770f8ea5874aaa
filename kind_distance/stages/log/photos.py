"""Photos of the painting held against the plan as it should look by then."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.clock import minute_of
from kind_distance.core.build.model import BuildScene
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.judgement import Judgement
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.progress.comparing import Flat, enlarged, read_planes, take_out, trusted
from kind_distance.core.progress.drift import Drift, Painted, audit_drift
from kind_distance.core.progress.lens import Floats
from kind_distance.core.remembering import remembered
from kind_distance.core.schedule.work import Work
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import Brief, SourceRecord, State
from kind_distance.stages.log.drift_words import say_drift
from kind_distance.stages.planes.depth import DepthSurvey

CORNERS = 4
SOME_GLARE = 0.01  # share of the painting, from which it is told
SLANTED = 0.04  # by which facing sides differ, in logarithms: about 4 %; by eye, no source
EVEN_SIDE = 4000  # long side of a photo from which an even one is made [px]
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


def judge_photo(
    read: PhotoRead, state: State, depth: DepthSurvey, work: Work, number: int, now_min: int
) -> list[Judgement]:
    """Judge what drifted; nothing is judged on a photo that is not to be trusted."""
    if read.flat is None or read.why_not:
        return []
    brief = state.brief
    medium = medium_of(brief.medium)
    planes = tuple(each.number for each in state.planes)
    given = Painted(number, read.drifts, planes, depth.given.borders, brief.gap, medium, work, now_min)
    return [say_drift(each, brief.unit, transparent=medium.transparent) for each in audit_drift(given)]
