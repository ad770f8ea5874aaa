"""What a composition is told of: each finding with its measures. The words stand with the thumbnails."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

import numpy as np

from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.picture.composition import Complexity, Composition, Spot, competing
from kind_distance.core.picture.horizon import LEVEL_TOLERANCE, Horizon
from kind_distance.core.wording import Unit

ONE_SIDED = 0.68  # share of the weight on one side that is felt; common practice, no source
HALVED = 0.03  # how near the middle a horizon halves the picture, as a share of the height; common practice, no source
ALL_ONE_WAY = 0.8  # share of slanting edges that lean one way; common practice, no source
TILTED_UPRIGHTS = 1.5  # uprights that lean more are seen to lean [degrees]; common practice (1), no source
SMALL_SHAPE_CM = 0.8  # a typical shape smaller than this is work for a fine brush [cm]; common practice, no source
HELD = 0.7  # of the usual step at the rim that one who keeps the eye inside is told of
GAPS_LOUD = 1  # more at a time would drown the rest; the next comes when one is answered
MANY_GAPS = 6  # from here on they are one thing to say: light through leaves
SHOWN = 5
GRID = 40  # places are named by a grid this fine, so that a finding keeps its name


@dataclass(frozen=True)
class SeenThumbnail:
    """What a composition is judged by.

    Parameters
    ----------
    number : int
        Number of the thumbnail.
    source : int
        Number of its photo.
    composition : Composition
    horizon : Horizon
    tilt_deg : float
        What was straightened already. [degrees]
    complexity : Complexity
    minutes : int or None
        Minutes of all sessions; None where none is planned.
    focus_step : float or None
        Largest value step at the focus. [V]
    focus_marked : bool
        A focus is marked on the photo.
    focus_inside : bool
        It lies inside the crop.
    by_hand : bool
        The horizon was set by the painter.
    water_tilt : float or None
        Lean of a marked plane of water. [degrees]
    skyline_tilt : float or None
        Lean of the marked sky's lower border. [degrees]
    unit : "cm" or "in"
    height_cm : float
        Of the picture on the support. [cm]
    eye_path : "", "held" or "floating"
        Whether the eye is to be kept inside.
    division : "", "thirds" or "unusual"
        Where the painter likes the horizon.
    """

    number: int
    source: int
    composition: Composition
    horizon: Horizon
    tilt_deg: float
    complexity: Complexity
    minutes: int | None
    focus_step: float | None
    focus_marked: bool
    focus_inside: bool
    by_hand: bool = False
    water_tilt: float | None = None
    skyline_tilt: float | None = None
    unit: Unit = "cm"
    height_cm: float = 0.0
    eye_path: str = ""
    division: str = ""
    to_photo: tuple[float, float, float, float] = field(default=(0.0, 0.0, 1.0, 1.0))

    def on_photo(self, x: float, y: float) -> tuple[float, float]:
        """Carry a place from the thumbnail to its photo."""
        left, top, width, height = self.to_photo
        return round(left + x * width, 4), round(top + y * height, 4)


def _found(
    given: SeenThumbnail, kind: str, severity: Severity, weight: float, about: str = "", **measures: object
) -> Finding:
    name = f"{given.number}:{about}" if about else str(given.number)
    return Finding(kind, severity, measures=measures, weight=weight, about=name)


def _named(spot: Spot) -> str:
    return f"{int(spot.x * GRID)}.{int(spot.y * GRID)}"


def _focus(given: SeenThumbnail) -> Iterator[Finding]:
    if given.focus_marked and not given.focus_inside:
        yield _found(given, "focus_cut_off", "strong", 900.0)


def _tilt(given: SeenThumbnail) -> Iterator[Finding]:
    line = given.horizon.line
    tilt = given.water_tilt if given.water_tilt is not None else (line.tilt_deg if line else 0.0)
    if abs(tilt) <= LEVEL_TOLERANCE:
        return
    # Without marked water or the painter's word, a level line may be a hill or a rail: that is asked, not judged.
    known = given.water_tilt is not None or given.by_hand
    slope = given.skyline_tilt
    yield _found(
        given, "leaning_water", "mild" if known else "note", 10 * abs(tilt),
        tilt_deg=tilt, known=known, water=given.water_tilt is not None, wanted_deg=round(given.tilt_deg + tilt, 1),
        skyline_deg=slope if slope is not None and abs(slope) > LEVEL_TOLERANCE else None,
    )  # fmt: skip


def _halved(given: SeenThumbnail) -> Iterator[Finding]:
    line = given.horizon.line
    if line is None or abs(line.height - 0.5) > HALVED or given.division == "unusual":
        return
    yield _found(given, "halved", "mild" if given.division == "thirds" else "note", 3.0, height=line.height)


def _hot_spots(given: SeenThumbnail) -> Iterator[Finding]:
    spots = competing(given.composition.hot_spots, given.composition.focus_spot)
    if not given.focus_marked or not spots:
        return
    places = [given.on_photo(spot.x, spot.y) for spot in spots[:SHOWN]]
    yield _found(given, "hot_spots", "mild", 5.0 * len(spots), strongest=spots[0], count=len(spots), places=places)


def _gaps(given: SeenThumbnail) -> Iterator[Finding]:
    gaps = given.composition.gaps
    if len(gaps) >= MANY_GAPS:
        strongest = max(gaps, key=lambda gap: gap.step)
        places = [given.on_photo(gap.x, gap.y) for gap in gaps[:SHOWN]]
        yield _found(
            given, "light_gap", "note", strongest.step, "many",
            count=len(gaps), at=given.on_photo(strongest.x, strongest.y), step=strongest.step, places=places,
        )  # fmt: skip
        return
    for gap in gaps:
        x, y = given.on_photo(gap.x, gap.y)
        half = float(np.clip(0.9 * np.sqrt(gap.share * given.to_photo[2] * given.to_photo[3]), 0.006, 0.06))
        box = [[x - half, y - half], [x + half, y - half], [x + half, y + half], [x - half, y + half]]
        yield _found(
            given, "light_gap", "note", gap.step, _named(gap), count=len(gaps), at=(x, y), step=gap.step, box=box
        )


def _exits(given: SeenThumbnail) -> Iterator[Finding]:
    if given.eye_path == "floating":
        return
    least = max(2.0, given.focus_step or 0.0) * (HELD if given.eye_path == "held" else 1.0)
    strong = [each for each in given.composition.exits if each.step >= least]
    if not strong or not given.focus_marked:
        return
    places = []
    for each in strong[:4]:
        x = each.at if each.side in ("top", "bottom") else (0.01 if each.side == "left" else 0.99)
        y = each.at if each.side in ("left", "right") else (0.01 if each.side == "top" else 0.99)
        places.append(given.on_photo(x, y))
    yield _found(given, "leads_out", "note", strong[0].step, strongest=strong[0], places=places)


def _cutting(given: SeenThumbnail) -> Iterator[Finding]:
    for line in given.composition.cutting[:2]:
        fall = float(np.tan(np.deg2rad(line.tilt_deg))) / 2
        ends = [given.on_photo(0.0, line.height - fall), given.on_photo(1.0, line.height + fall)]
        ends = [(x, float(np.clip(y, 0, 1))) for x, y in ends]
        yield _found(given, "cut_across", "note", line.strength, str(int(line.height * GRID)), line=line, ends=ends)


def _sides(given: SeenThumbnail) -> Iterator[Finding]:
    left, right = given.composition.left, given.composition.leaning_right
    heavier, leaning = max(left, 1 - left), max(right, 1 - right)
    if heavier >= ONE_SIDED:
        yield _found(given, "one_sided", "note", 10 * heavier, side="left" if left > 0.5 else "right", share=heavier)
    if leaning >= ALL_ONE_WAY:
        yield _found(given, "leans_one_way", "note", 5.0, side="right" if right > 0.5 else "left", share=leaning)
    tilt = given.composition.upright_tilt
    if tilt is not None and TILTED_UPRIGHTS < abs(tilt) < 8:
        line = given.horizon.line
        level = line is not None and abs(line.tilt_deg) <= LEVEL_TOLERANCE
        yield _found(
            given, "leaning_uprights", "note", abs(tilt),
            tilt_deg=tilt, level=level, wanted_deg=round(given.tilt_deg + tilt, 1),
        )  # fmt: skip


def _complexity(given: SeenThumbnail) -> Iterator[Finding]:
    asked = given.complexity
    if given.minutes is not None and asked.minutes > given.minutes:
        yield _found(
            given, "too_much", "strong", asked.minutes - given.minutes,
            edges_cm=asked.edges_cm, minutes=asked.minutes, have=given.minutes,
        )  # fmt: skip
    if 0 < asked.typical_cm < SMALL_SHAPE_CM:
        yield _found(given, "small_work", "mild", 10 * (SMALL_SHAPE_CM - asked.typical_cm), typical_cm=asked.typical_cm)


def audit_composition(given: SeenThumbnail) -> list[Finding]:
    """Judge a composition."""
    parts = (_focus, _tilt, _halved, _hot_spots, _gaps, _exits, _cutting, _sides, _complexity)
    return [finding for part in parts for finding in part(given)]
