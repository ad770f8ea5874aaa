"""Reserved lights: areas where the ground, or a light, is kept while all around is painted.

In transparent paint a light that is lost is lost; in opaque paint it can be set on top. Either way it shines only
before something darker, and at a distance only as light as the air leaves it.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.marking import Stroke
from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.picture.parts import part_of
from kind_distance.errors import DomainError

WAYS = {
    "ground": "the ground is left bare",
    "masked": "masked, and freed at the end",
    "lifted": "lifted out while the paint still gives",
    "added": "added on top at the end, opaque",
}
SHINES = 1.0  # value step to its surroundings without which a light does not shine [V]; common practice, no source
TOO_LIGHT = 0.9  # so much above the lightest accent of its plane a light comes forward [V]; common practice, no source
LIFTED_LOSS = 0.8  # lifting leaves a stain: so much darker than the ground [V]; from memory
LEAST_SHARE = 2e-5  # of the picture: what is smaller is no light that anyone can keep; common practice, no source
LEAST_MIXED = 1.5  # no plane is darkened below this [V]


@dataclass(frozen=True)
class Reserve:
    """A reserved light on the main picture.

    Parameters
    ----------
    number : int
    name : str
    way : "ground", "masked", "lifted" or "added"
    points : tuple of (float, float)
        Its outline in shares of the picture.
    """

    number: int
    name: str
    way: str
    points: tuple[tuple[float, float], ...]

    def __post_init__(self) -> None:
        if self.way not in WAYS:
            raise DomainError("A light is left, masked, lifted or added.", "Choose one of the four.")
        Stroke("area", 1, self.points)  # checks the outline

    def mask(self, height: int, width: int) -> NDArray[np.bool_]:
        """Pixels of the light: (height, width) bool."""
        return Stroke("area", 1, self.points).raster(height, width)


@dataclass(frozen=True)
class KeptLight:
    """A reserved light as measured.

    Parameters
    ----------
    share : float
        Of the picture, 0-1.
    planes : tuple of (int, float)
        Ranks it lies in with the share of the light in each, largest first.
    photo : float
        What the photo shows there. [V]
    value : float
        What will be seen there when it is kept this way. [V]
    around : float
        Planned value of what stands around it. [V]
    """

    share: float
    planes: tuple[tuple[int, float], ...]
    photo: float
    value: float
    around: float


def measure_kept(
    reserve: Reserve,
    labels: NDArray[np.uint8],
    value: NDArray[np.float32],
    planned: list[float],
    added: list[float],
    ground: float,
) -> KeptLight | None:
    """Measure a reserved light; None where nothing of it lies on the picture.

    Parameters
    ----------
    reserve : Reserve
    labels : uint8 array, shape (H, W)
    value : float32 array, shape (H, W)
        Of the photo. [V]
    planned, added : list of float
        Planned mass of each plane, and how light a light is that is put on top in it. [V]
    ground : float
        Value of the bare ground. [V]
    """
    inside = reserve.mask(*labels.shape)
    count, size = int(inside.sum()), labels.size
    if count < LEAST_SHARE * size:
        return None
    reach = max(5, round(0.35 * float(np.sqrt(count)))) | 1
    # Only the light and what stands around it are looked at.
    part = part_of(inside, reach)
    if part is None:
        return None
    inside, labels, value = np.ascontiguousarray(inside[part]), labels[part], value[part]
    held = np.bincount(labels[inside], minlength=len(planned) + 1)[1:]
    planes = tuple((int(n) + 1, float(held[n] / count)) for n in np.argsort(-held, kind="stable") if held[n])
    photo = float(np.percentile(value[inside], 90))
    ring = cv2.dilate(inside.view(np.uint8), cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (reach, reach))) > 0
    ring &= ~inside
    around = np.bincount(labels[ring], minlength=len(planned) + 1)[1:].astype(float)
    total = float(around.sum())
    surroundings = float((around * np.array(planned)).sum() / total) if total else planned[planes[0][0] - 1]
    seen = {"ground": ground, "masked": ground, "lifted": ground - LIFTED_LOSS}.get(reserve.way)
    if seen is None:
        # Paint on top is as light as it is mixed, whatever the photo has there: a lamp is put on black.
        seen = min(9.5, added[planes[0][0] - 1])
    return KeptLight(count / size, planes, photo, seen, surroundings)


def audit_kept(
    kept: list[tuple[Reserve, KeptLight]], lights: list[float], far: list[bool], *, transparent: bool
) -> list[Finding]:
    """Judge reserved lights: whether they shine, whether they stay in their plane, whether the way suits the paint.

    Parameters
    ----------
    kept : list of (Reserve, KeptLight)
    lights : list of float
        Lightest accent that is planned for each plane. [V]
    far : list of bool
        Planes whose lights the air dims.
    transparent : bool
        The paint cannot cover: what is lost is lost.
    """
    found = []
    for reserve, light in kept:
        plane = light.planes[0][0]
        lacks, over = SHINES - (light.value - light.around), light.value - lights[plane - 1]
        if lacks > 0:
            wanted = round(light.value - SHINES - 0.1, 1)
            darker = wanted if wanted >= LEAST_MIXED else None
            found.append(_told("light_dull", "mild", 10 * lacks, reserve, light, darker=darker))
        if far[plane - 1] and over > TOO_LIGHT:
            found.append(_told("light_forward", "mild", over, reserve, light, lightest=lights[plane - 1]))
        if transparent and reserve.way == "added":
            found.append(_told("light_way", "note", light.share, reserve, light))
    return found


def _told(
    kind: str, severity: Severity, weight: float, reserve: Reserve, light: KeptLight, **measures: object
) -> Finding:
    known: dict[str, object] = {"reserve": reserve, "light": light, **measures}
    ranks = (light.planes[0][0],)
    return Finding(kind, severity, ranks=ranks, measures=known, weight=weight, about=f"r{reserve.number}")
