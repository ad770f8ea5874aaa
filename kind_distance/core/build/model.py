"""What a build is made from: the photo with its planes and plan, and the passes with what each finds."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.passes.kinds import PassKind

Under = Literal["wet", "tacky", "dry"]
Linear = tuple[float, float, float]
Floats = NDArray[np.floating[Any]]


@dataclass(frozen=True)
class BuildPlane:
    """A plane as planned. Values in V; `name` as said."""

    name: str
    dark: float
    mass: float
    light: float
    sky: bool = False


@dataclass(frozen=True)
class BuildStep:
    """A pass as the build sees it.

    Parameters
    ----------
    number : int
        Of the pass.
    kind : PassKind
    planes : tuple of int
        Ranks, farthest first; empty for the whole surface.
    thickness : float
        Against a usual film.
    opacity : float
        Scattering against titanium white's 1: .15 transparent to .8 opaque.
    under : "wet", "tacky" or "dry"
        What it finds on its own planes.
    beside : tuple of int
        Planes whose paint is wet where they meet.
    damp : tuple of int
        Planes whose wash is half dry.
    brush : float or None
        Width of the brush as a share of the picture's width.
    tint : linear sRGB or None
        Of a ground, glaze or veil.
    share : float
        How much of it: strength of a veil or glaze, 0-1.
    """

    number: int
    kind: PassKind
    planes: tuple[int, ...]
    thickness: float = 1.0
    opacity: float = 0.7
    under: Under = "dry"
    beside: tuple[int, ...] = ()
    damp: tuple[int, ...] = ()
    brush: float | None = None
    tint: Linear | None = None
    share: float = 1.0


@dataclass(frozen=True, eq=False)
class BuildScene:
    """What does not change from pass to pass.

    Parameters
    ----------
    codes : uint8 array, shape (H, W, 3)
        The photo, sRGB.
    labels : uint8 array, shape (H, W)
        Plane of each pixel, 1 = farthest.
    planes : tuple of BuildPlane
    transparent : bool
        Washes on paper.
    ground : linear sRGB
    focus : (x, y, reach) or None
        In shares of the width and height, and of the width.
    kept : float32 array, shape (H, W), or None
        Lights that are masked or lifted, 0-1.
    seed : int
    """

    codes: NDArray[np.uint8]
    labels: NDArray[np.uint8]
    planes: tuple[BuildPlane, ...]
    transparent: bool
    ground: Linear
    focus: tuple[float, float, float] | None = None
    kept: Floats | None = None
    seed: int = 7

    @cached_property
    def name(self) -> str:
        """Short name of all that it holds."""
        told = hashlib.sha256(repr((self.planes, self.transparent, self.ground, self.focus, self.seed)).encode())
        for each in (self.codes, self.labels, self.kept):
            told.update(b"" if each is None else np.ascontiguousarray(each).tobytes())
        return told.hexdigest()[:16]

    @property
    def shape(self) -> tuple[int, int]:
        """Rows and columns."""
        height, width = self.labels.shape
        return int(height), int(width)


@dataclass
class Canvas:
    """The painting as it stands.

    Parameters
    ----------
    seen : float32 array, shape (H, W, 3)
        Linear light that comes back.
    film : float32 array, shape (H, W, 3)
        Masstone of the uppermost paint: what mixes where it is wet.
    owner : uint8 array, shape (H, W)
        Rank of the plane whose paint lies on top; 0 where none does.
    base : float32 array, shape (H, W, 3)
        The ground.
    masked : bool
        Whether the reserved lights are under a mask.
    """

    seen: Floats
    film: Floats
    owner: NDArray[np.uint8]
    base: Floats
    masked: bool = False
    times: dict[tuple[str, int], int] = field(default_factory=dict)

    def copy(self) -> Canvas:
        """Give another one that can be painted on."""
        return Canvas(self.seen.copy(), self.film.copy(), self.owner.copy(), self.base, self.masked, dict(self.times))
