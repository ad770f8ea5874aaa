"""The air of a painting: the same scene under another one, and what the photo says of its own."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.colour.srgb import codes_from_linear, luminance
from kind_distance.core.depth.other_veil import Air, distances_for, reveil
from kind_distance.core.depth.veil import profile_of, with_airlight
from kind_distance.core.depth.visibility import Fitted, PlaneLight, fit_visibility
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.depth import DepthSurvey
from kind_distance.stages.planes.strokes import labels_of


def air_of_photo(state: State) -> Air:
    """Return the air in which the main photo was taken: as the painter said, else the painting's own veil."""
    source, brief = main_source(state), state.brief
    if source is not None and source.air_veil is not None:
        return Air(profile_of(source.air_veil), source.air_visibility_km)
    return Air(with_airlight(profile_of(brief.veil), brief.airlight), brief.visibility_km)


def seen_under(file: Path, state: State, veil: str, visibility_km: float | None) -> NDArray[np.uint8]:
    """Show the main photo under another veil: (H, W, 3) uint8 at working size.

    Raises
    ------
    DomainError
        If there are no planes, or no distance is known.
    """
    source, labels = main_source(state), labels_of(file, state)
    if source is None or labels is None:
        raise DomainError("There are no planes yet.", "Mark the planes first: the air is put between them.")
    skies = [plane.kind == "sky" for plane in state.planes]
    distances = distances_for([plane.distance_m for plane in state.planes], skies)
    if all(distance is None for distance in distances):
        raise DomainError("No plane has a distance yet.", "Say roughly how far one or two planes are.")
    picture = darkroom.working(file, plate_of(source))
    now = Air(profile_of(veil), visibility_km)
    was = air_of_photo(state)
    if skies[0] and (labels == 1).any():
        # The sky right above the land is the best that a photo shows of its own air.
        was = replace(was, measured=_low_sky(picture.linear, labels))
    return codes_from_linear(reveil(picture.linear, labels, distances, was, now))


def _low_sky(linear: NDArray[np.float32], labels: NDArray[np.uint8]) -> tuple[float, float, float]:
    """Mean light of the lowest fifth of the sky: linear sRGB."""
    sky = labels == 1
    rows = np.flatnonzero(sky.any(axis=1))
    low = slice(int(rows[int(0.8 * (len(rows) - 1))]), int(rows[-1]) + 1)
    red, green, blue = (float(v) for v in linear[low][sky[low]].mean(axis=0))
    return red, green, blue


def _light(value: float) -> float:
    return float(luminance_from_value(value)) / 100


def fitted_air(file: Path, state: State, depth: DepthSurvey) -> Fitted | None:
    """Say how far one sees in the photo, by the planes whose distance was said and the sky right above the land."""
    source, labels = main_source(state), labels_of(file, state)
    if source is None or labels is None or state.planes[0].kind != "sky" or not (labels == 1).any():
        return None
    lights = [
        PlaneLight(plane.distance_m / 1000, _light(reading.mass), _light(reading.dark))
        for plane, reading in zip(state.planes, depth.given.readings, strict=True)
        if reading is not None and plane.kind == "land" and plane.distance_m is not None and plane.nature == "solid"
    ]
    picture = darkroom.working(file, plate_of(source))
    return fit_visibility(lights, float(luminance(np.array(_low_sky(picture.linear, labels)))))
