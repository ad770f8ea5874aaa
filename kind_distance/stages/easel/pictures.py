"""Pictures at the easel: how it should look by now or after a pass, with only that pass's place lit."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.build.model import BuildScene, BuildStep
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.easel.clocks import FilmState
from kind_distance.core.schedule.work import Work

UNLIT = 0.30  # of the light that is left outside the place of a pass
GREYED = 0.65  # how far colour goes there
HATCH_PX = 9


def steps_by_now(steps: tuple[BuildStep, ...], work: Work, number: int | None) -> tuple[BuildStep, ...]:
    """Give the passes that are painted, in the order they were, and one more at the end.

    Parameters
    ----------
    steps : tuple of BuildStep
        Of all passes.
    work : Work
    number : int or None
        The pass to come; None for the painting as it should stand now.
    """
    by_id = {each.number: each for each in steps}
    painted = [each.pass_id for each in sorted(work.done, key=lambda done: done.end) if each.pass_id in by_id]
    last = [] if number is None or number in painted or number not in by_id else [number]
    return tuple(by_id[each] for each in (*painted, *last))


def lit(codes: NDArray[np.uint8], scene: BuildScene, planes: tuple[int, ...]) -> NDArray[np.uint8]:
    """Light only the planes of a pass; a pass over the whole surface lights all."""
    if not planes:
        return codes
    inside = cv2.GaussianBlur(np.isin(scene.labels, planes).astype(np.float32), (0, 0), 1.0)[..., None]
    linear = linear_from_codes(codes)
    grey = linear @ np.array([0.2126, 0.7152, 0.0722])
    dim = UNLIT * (linear + GREYED * (grey[..., None] - linear))
    return codes_from_linear(dim + inside * (linear - dim))


def wet_map(scene: BuildScene, states: dict[int, FilmState]) -> NDArray[np.uint8]:
    """Draw where paint is wet and tacky over nothing: patterns told apart without hue, (h, w, 4).

    Wet is hatched densely in white on dark, tacky dotted; what is dry or bare is left clear.
    """
    height, width = scene.shape
    down, across = np.mgrid[0:height, 0:width]
    out = np.zeros((height, width, 4), np.uint8)
    for rank, state in states.items():
        if state not in ("wet", "tacky"):
            continue
        inside = scene.labels == rank
        if state == "wet":
            mark = (across + down) % HATCH_PX < HATCH_PX // 2
        else:
            mark = (across % HATCH_PX - 4) ** 2 + (down % HATCH_PX - 4) ** 2 < 7  # noqa: PLR2004  a dot of 5 px
        out[inside] = (16, 16, 16, 110)
        out[inside & mark] = (245, 245, 245, 215)
    return out
