"""The field sheet of a session, made of a painting."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.clock import iso, say_moment
from kind_distance.core.build.model import BuildScene
from kind_distance.core.passes.model import Pass
from kind_distance.core.wording import first_upper, say_range
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.exchange.field.writing import FieldPass, FieldSheet, FieldTick
from kind_distance.exchange.pictures import jpeg
from kind_distance.output.mixing import mixes_of_painting
from kind_distance.rows import State
from kind_distance.stages.easel.guide import goal_of, lights_kept, say_how
from kind_distance.stages.easel.pictures import lit
from kind_distance.stages.mixes.palette import palette_of
from kind_distance.stages.mixes.strings import Mix, part_of
from kind_distance.stages.mixes.words import hex_of, say_recipe
from kind_distance.stages.sessions.cautions import cautions_by_session
from kind_distance.studio.survey import Survey

WIDE, QUALITY = 520, 68  # of a picture on the sheet: small enough to be sent to a phone
Shown = Callable[[int], NDArray[np.uint8]]


def painting_key(painting_id: int, created_at: str) -> str:
    """Tell a painting from all others, on this machine and on others, without saying what it is."""
    return hashlib.sha256(f"{painting_id} {created_at}".encode()).hexdigest()[:20]


def _mix_of(each: Pass, mixes: list[Mix]) -> Mix | None:
    place = (each.plane, 0, part_of(each))
    return next((mix for mix in mixes if mix.target.place == place), None)


def _ticks(state: State, found: Survey, each: Pass) -> tuple[FieldTick, ...]:
    things = [w for w in found.wanted if w.sort == "thing" and each.id in w.passes]
    lights = lights_kept(each, found.depth.kept)
    return tuple(
        [FieldTick(f"thing:{w.number}", first_upper(w.name)) for w in things]
        + [FieldTick(f"light:{light.number}", f"{first_upper(light.name)} left clear") for light in lights]
    )


def field_sheet(
    file: Path, state: State, found: Survey, named: tuple[str, str], session: int | None, now_min: int,
    pictures: tuple[BuildScene, Shown] | None,
) -> FieldSheet:  # fmt: skip
    """Make the field sheet of a session, else of the next one.

    Parameters
    ----------
    named : (str, str)
        The key of :func:`painting_key`, and the name of the file.
    pictures : (BuildScene, callable) or None
        What gives the picture after a pass, by its number; None where there is no picture.
    """
    work = found.work
    ahead = [each for each in work.sessions if each.end > now_min] or list(work.sessions)
    chosen = next((each for each in work.sessions if each.id == session), None) if session else next(iter(ahead), None)
    if chosen is None and session:
        raise NotFoundError("session", session)
    if chosen is None:
        raise DomainError("There is no session to take along.", "Add a session first.")
    by_id = {each.id: each for each in work.passes}
    placed = sorted((p for p in work.schedule.placements if p.session_id == chosen.id), key=lambda each: each.start)
    if not placed:
        raise DomainError("Nothing is planned in this session.", "Choose another one, or let a plan be worked out.")
    mixes, palette, passes, free = mixes_of_painting(file, state, found), palette_of(state), [], placed[0].start
    for place in placed:
        each, film = by_id[place.pass_id], place.drying
        mix = _mix_of(each, mixes)
        dries = film.touch_late > film.painted_at
        passes.append(
            FieldPass(
                each.id, each.title, first_upper(each.said), each.minutes, False, place.start > free + 1,
                say_how(each, found.depth.kept),
                f"Touch dry in {say_range(film.touch_early - film.painted_at, film.touch_late - film.painted_at)}."
                if dries else "",
                "" if mix is None else f"{say_recipe(mix.recipe, palette)}, {mix.target.value:.1f}",
                "" if mix is None else hex_of(mix.recipe.lab), _ticks(state, found, each),
                b"" if pictures is None else _picture(pictures[1](each.id), pictures[0], each.planes),
            )
        )  # fmt: skip
        free = place.end
    cautions = tuple(each.said for each in cautions_by_session(state, work)[chosen.id])
    return FieldSheet(
        named[0], chosen.id, iso(now_min), named[1], state.brief.title, goal_of(work, chosen.id),
        say_moment(chosen.from_door), cautions, tuple(passes),
    )  # fmt: skip


def _picture(codes: NDArray[np.uint8], scene: BuildScene, planes: tuple[int, ...]) -> bytes:
    shown = lit(codes, scene, planes)
    height, width = shown.shape[:2]
    scale = min(1.0, WIDE / max(width, height))
    size = (max(1, round(width * scale)), max(1, round(height * scale)))
    return jpeg(np.ascontiguousarray(cv2.resize(shown, size, interpolation=cv2.INTER_AREA)), QUALITY)
