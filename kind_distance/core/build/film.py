"""The build as a film: the picture after every pass, worked out once and kept, begun anew only from what changed."""

from __future__ import annotations

from dataclasses import dataclass
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.build.aims import Aims
from kind_distance.core.build.model import BuildScene, BuildStep, Canvas, Floats
from kind_distance.core.build.passes import bare, painted
from kind_distance.core.build.tone import distance, highest, value
from kind_distance.core.colour.srgb import codes_from_linear

KEPT_EVERY = 4  # passes between canvases that are kept, to go on from
RIM_PX = 3  # so near a border between planes lies its rim
MOST_CANVASES, MOST_STAGES = 8, 48  # of one film; 7 MB a canvas and 1 MB a stage


@dataclass(frozen=True)
class Stage:
    """The picture after a pass.

    Parameters
    ----------
    codes : uint8 array, shape (H, W, 3)
        sRGB.
    values : tuple of float
        Median value that each plane then has, farthest first. [V]
    bare : float
        Share of the surface on which no plane's paint lies.
    rims : float
        Share of the borders between planes along which the ground still shows.
    changed : float
        Share of the picture that the pass changed to be seen.
    """

    codes: NDArray[np.uint8]
    values: tuple[float, ...]
    bare: float
    rims: float
    changed: float


class Film:
    """All stages of one plan; stages of another order are found from the last pass that both share."""

    def __init__(self, scene: BuildScene) -> None:
        self.scene = scene
        self.name = scene.name
        self.aims = Aims(scene)
        self._canvases: dict[tuple[BuildStep, ...], Canvas] = {}
        self._stages: dict[tuple[BuildStep, ...], Stage] = {}
        self._lock = Lock()
        labels = scene.labels
        border = np.zeros(scene.shape, bool)
        border[:, 1:] |= labels[:, 1:] != labels[:, :-1]
        border[1:] |= labels[1:] != labels[:-1]
        self._rims = distance(border) < RIM_PX
        self._places = [np.flatnonzero(labels == rank) for rank in range(1, len(scene.planes) + 1)]

    def stage(self, steps: tuple[BuildStep, ...]) -> Stage:
        """Give the picture after these passes."""
        with self._lock:
            if steps in self._stages:
                return self._stages[steps]
            known = next((at for at in range(len(steps), 0, -1) if steps[:at] in self._canvases), 0)
            canvas = self._canvases[steps[:known]].copy() if known else bare(self.aims)
            before = canvas.seen
            for at in range(known, len(steps)):
                before = canvas.seen
                canvas = painted(canvas, self.aims, steps[at])
                done = steps[: at + 1]
                self._stages[done] = self._seen(canvas, before)
                if (at + 1) % KEPT_EVERY == 0 or at + 1 == len(steps):
                    self._keep(done, canvas)
            if not steps:
                self._stages[steps] = self._seen(canvas, before)
            return self._stages[steps]

    def _keep(self, done: tuple[BuildStep, ...], canvas: Canvas) -> None:
        self._canvases[done] = canvas
        while len(self._canvases) > MOST_CANVASES:
            # Of canvases no longer on the way to this one, the oldest goes first; then the earliest.
            gone = next((each for each in self._canvases if done[: len(each)] != each), next(iter(self._canvases)))
            del self._canvases[gone]
        while len(self._stages) > MOST_STAGES:
            del self._stages[next(iter(self._stages))]

    def _seen(self, canvas: Canvas, before: Floats) -> Stage:
        values = value(canvas.seen).ravel()
        naked = canvas.owner == 0
        return Stage(
            codes_from_linear(canvas.seen),
            tuple(float(np.median(values[places])) if len(places) else 0.0 for places in self._places),
            float(naked.mean()),
            float((naked & self._rims).sum() / max(1, int(self._rims.sum()))),
            float((highest(np.abs(canvas.seen - before)) > 0.01).mean()),
        )
