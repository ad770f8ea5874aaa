"""What passes a painting needs, and how long each will take."""

from __future__ import annotations

import math
from dataclasses import replace

from kind_distance.core.paint.handling import say_handling
from kind_distance.core.paint.media import Ground, Medium
from kind_distance.core.passes.model import Pass, PassKind, PlaneFacts
from kind_distance.core.passes.schools import School, place_in

# 30.5 x 22.9 cm is finished in 60-90 minutes outdoors: 697 cm2 at 75 min (common practice, no source).
FIELD_AREA_CM2 = 697.0
FIELD_RATE_CM2_MIN = FIELD_AREA_CM2 / 75
# Share of the whole painting time that each kind takes on a plane of usual detail [memory].
EFFORT = {"block_in": 0.38, "second_layer": 0.34, "details": 1.1, "ground": 0.05, "drawing": 0.09, "lights": 0.09}
MIXING_MIN = 2.0  # to mix a plane's colour and clean the brush [memory]
SECOND_LAYER_RANGE = 1.2  # planned accents this far apart want more than one flat layer [V]; common practice
DETAIL_SHARE = 0.06  # fewer fine edges than this are said in the second layer; common practice
DETAIL_CONTRAST = 0.45  # behind this much veil, detail is air; common practice
DETAIL_DRAWN = 0.3  # share of the photo's fine edges that a painter says at all [memory]
LEAST_MIN = 3


def pace_cm2_min(support_area_cm2: float) -> float:
    """Area painted per minute; a larger support takes larger brushes, so pace grows with its side. [cm2/min]."""
    return FIELD_RATE_CM2_MIN * math.sqrt(max(support_area_cm2, 1.0) / FIELD_AREA_CM2)


def estimate_minutes(kind: PassKind, area_cm2: float, detail: float, support_area_cm2: float) -> int:
    """Estimate the painting minutes of a pass.

    Parameters
    ----------
    kind : PassKind
    area_cm2 : float
        Area it covers. [cm2]
    detail : float
        Share of that area on fine edges, 0-1.
    support_area_cm2 : float
        Area of the whole painting. [cm2]

    Returns
    -------
    int
        Whole minutes, at least 3; mixing included.
    """
    effort = EFFORT.get(kind, 0.03)
    busy = detail * DETAIL_DRAWN if kind == "details" else 0.75 + detail
    minutes = MIXING_MIN + effort * busy * area_cm2 / pace_cm2_min(support_area_cm2)
    return max(LEAST_MIN, round(minutes))


def _wants_second_layer(plane: PlaneFacts, medium: Medium) -> bool:
    if plane.sky and medium.key == "watercolour":
        return False  # one wash, blended while wet, is what keeps a sky clean
    return plane.light - plane.dark >= SECOND_LAYER_RANGE


def _wants_details(plane: PlaneFacts) -> bool:
    near_enough = plane.contrast_left is None or plane.contrast_left >= DETAIL_CONTRAST
    return not plane.sky and plane.detail >= DETAIL_SHARE and near_enough


def _plane_passes(plane: PlaneFacts, rank: int, medium: Medium, support: float) -> list[Pass]:
    def make(kind: PassKind, title: str, why: str) -> Pass:
        paint = medium.first_paint if kind == "block_in" else medium.later_paint
        thickness = {"block_in": 1.0, "second_layer": 1.2, "details": 1.2}[kind]
        minutes = estimate_minutes(kind, plane.area_cm2, plane.detail, support)
        minutes = max(LEAST_MIN, round(minutes * plane.handling.pace))
        said = say_handling(plane.handling)
        how = f" Handling: {said}." if said else ""
        return Pass(0, kind, rank, title, paint, minutes, thickness * plane.handling.thickness, why + how, plane.name)

    if plane.nature == "accents":
        why = f"{plane.name}: thin things, placed once when what stands behind them is done."
        return [make("details", "accents", why)]
    if plane.nature == "see_through":
        why = f"{plane.name} is seen through: one thin veil over what lies behind, edges lost. It may come last."
        return [make("second_layer", "veil", why)]
    passes = [
        make(
            "block_in",
            medium.block_in,
            f"Sets {plane.name} at {plane.value:.1f}, its mass, over {plane.area_cm2:.0f} cm².",
        )
    ]
    spread = plane.light - plane.dark
    if _wants_second_layer(plane, medium):
        passes.append(
            make(
                "second_layer",
                medium.second_layer,
                f"{plane.name} runs from {plane.dark:.1f} to {plane.light:.1f}: {spread:.1f} steps are more "
                "than one flat layer says.",
            )
        )
    if _wants_details(plane):
        share = f"{100 * plane.detail:.0f} % of {plane.name} lies on fine edges"
        left = (
            "."
            if plane.contrast_left is None
            else f" and the air leaves {100 * plane.contrast_left:.0f} % of their contrast."
        )
        passes.append(make("details", "details", share + left))
    return passes


def needed_passes(
    planes: list[PlaneFacts],
    medium: Medium,
    ground: Ground,
    school: School,
    support_area_cm2: float,
    border_cm: float,
) -> list[Pass]:
    """Derive the passes this painting needs, in the order of the school.

    Parameters
    ----------
    planes : list of PlaneFacts
        Far to near.
    medium : Medium
    ground : Ground
    school : School
    support_area_cm2 : float
        Area of the support. [cm2]
    border_cm : float
        Length of all borders between planes: what has to be drawn. [cm]

    Returns
    -------
    list of Pass
        Ids count from 1 in the order given.
    """
    passes: list[Pass] = []
    whole = support_area_cm2
    if ground.toned:
        paint = medium.first_paint
        article = "An" if ground.name[0] in "AEIOU" else "A"
        why = f"{article} {ground.name.lower()} ground at {ground.value:.1f} to judge values against."
        passes.append(
            Pass(
                0,
                "ground",
                None,
                f"tone the ground {ground.name.lower()}",
                paint,
                estimate_minutes("ground", whole, 0.25, whole),
                0.7,
                why,
            )
        )
    drawing = max(LEAST_MIN, round(estimate_minutes("drawing", whole, 0.25, whole) + 0.03 * border_cm))
    reserve = " and mark the lights to be kept" if medium.key == "watercolour" else ""
    passes.append(
        Pass(
            0,
            "drawing",
            None,
            f"draw the planes{reserve}",
            "dry",
            drawing,
            1.0,
            f"{border_cm:.0f} cm of border between planes to place{reserve}.",
        )
    )
    for rank, plane in enumerate(planes, start=1):
        passes += _plane_passes(plane, rank, medium, support_area_cm2)
    lights = "lift and add the last lights and darks" if medium.key == "watercolour" else "lights and accents"
    passes.append(
        Pass(
            0,
            "lights",
            None,
            lights,
            medium.later_paint,
            estimate_minutes("lights", whole, 0.25, whole),
            1.5,
            "The lightest light and the darkest dark, last and few, where the eye is to stay.",
        )
    )
    passes.append(
        Pass(
            0,
            "finish",
            None,
            "sign and check from three metres",
            medium.later_paint,
            LEAST_MIN,
            0.5,
            "Signed before anything seals the surface; judged from a distance before it counts as done.",
        )
    )
    if medium.varnished:
        passes.append(
            Pass(
                0,
                "varnish",
                None,
                "varnish",
                "varnish",
                15,
                1.0,
                "Evens the surface and protects it. Follow the label and its safety sheet; ventilate.",
            )
        )
    passes.sort(key=lambda each: place_in(school, each.kind, each.plane, planes))
    return [replace(each, id=n) for n, each in enumerate(passes, start=1)]
