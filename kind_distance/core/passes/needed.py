"""What passes a painting needs, and how long each will take."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from kind_distance.core.paint.handling import say_handling
from kind_distance.core.paint.media import Ground, Medium
from kind_distance.core.passes.kinds import KINDS, PassKind, cannot, paint_in, title_in
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts
from kind_distance.core.passes.schools import School, place_in
from kind_distance.core.wording import say_list

# 30.5 x 22.9 cm is finished in 60-90 minutes outdoors: 697 cm2 at 75 min (common practice, no source).
FIELD_AREA_CM2 = 697.0
FIELD_RATE_CM2_MIN = FIELD_AREA_CM2 / 75
MIXING_MIN = 2.0  # to mix a plane's colour and clean the brush [memory]
SECOND_LAYER_RANGE = 1.2  # planned accents this far apart want more than one flat layer [V]; common practice
DETAIL_SHARE = 0.06  # fewer fine edges than this are said in the second layer; common practice
DETAIL_CONTRAST = 0.45  # behind this much veil, detail is air; common practice
DETAIL_DRAWN = 0.3  # share of the photo's fine edges that a painter says at all [memory]
LEAST_MIN = 3
# Against a usual thin layer; later layers of oil are fatter [memory].
THICKNESS: dict[PassKind, float] = {
    "second_layer": 1.2, "details": 1.2, "blend": 0.3, "glaze": 1.2, "scumble": 1.2, "soften": 0.3, "lights": 1.5,
}  # fmt: skip
MASK_DRY_MIN = 15  # masking fluid before anything goes over it; common practice, labels come first


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
    effort = KINDS[kind].effort
    busy = detail * DETAIL_DRAWN if kind == "details" else 0.75 + detail
    minutes = MIXING_MIN + effort * busy * area_cm2 / pace_cm2_min(support_area_cm2)
    return max(LEAST_MIN, round(minutes))


def _wants_second_layer(plane: PlaneFacts, medium: Medium) -> bool:
    if plane.sky and medium.key == "watercolour":
        return False  # one wash, blended while wet, is what keeps a sky clean
    return plane.light - plane.dark >= SECOND_LAYER_RANGE


def _wants_blend(plane: PlaneFacts, medium: Medium) -> bool:
    """Only oil stays open long enough to be laid first and drawn together after; the rest blends as it is laid."""
    return plane.handling.marks == "soft" and medium.first_paint == "oil"


def _wants_details(plane: PlaneFacts) -> bool:
    near_enough = plane.contrast_left is None or plane.contrast_left >= DETAIL_CONTRAST
    return not plane.sky and plane.detail >= DETAIL_SHARE and near_enough


def _plane_passes(plane: PlaneFacts, rank: int, medium: Medium, support: float) -> list[Pass]:
    def make(kind: PassKind, title: str, why: str) -> Pass:
        paint = paint_in(kind, medium)
        thickness = THICKNESS.get(kind, 1.0)
        minutes = estimate_minutes(kind, plane.area_cm2, plane.detail, support)
        minutes = max(LEAST_MIN, round(minutes * plane.handling.pace))
        said = say_handling(plane.handling)
        how = f" Handling: {said}." if said else ""
        return Pass(
            0, kind, (rank,), title, paint, minutes, thickness * plane.handling.thickness, why + how, plane.name
        )

    if plane.nature == "accents":
        why = f"{plane.name}: thin things, placed once when what stands behind them is done."
        return [make("details", "accents", why)]
    if plane.nature == "see_through":
        why = f"{plane.name} is seen through: one thin veil over what lies behind, edges lost. It may come last."
        return [make("glaze" if medium.transparent else "scumble", "veil", why)]
    passes = [
        make(
            "block_in",
            medium.block_in,
            f"Sets {plane.name} at {plane.value:.1f}, its mass, over {plane.area_cm2:.0f} cm².",
        )
    ]
    if _wants_blend(plane, medium):
        why = f"{plane.name} is to have soft marks: drawn into each other while the {medium.block_in} is open."
        passes.append(make("blend", title_in("blend", medium), why))
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


@dataclass(frozen=True)
class Around:
    """What else passes follow from.

    Parameters
    ----------
    kept : tuple of KeptFacts
        Reserved lights.
    support : str
        What is painted on; a canvas has sides.
    drawn : bool
        False where masses are placed straight with the brush.
    """

    kept: tuple[KeptFacts, ...] = ()
    support: str = ""
    drawn: bool = True


def _beginnings(medium: Medium, ground: Ground, whole: float, border_cm: float, around: Around) -> list[Pass]:
    passes = []
    if ground.toned:
        article = "An" if ground.name[0] in "AEIOU" else "A"
        why = f"{article} {ground.name.lower()} ground at {ground.value:.1f} to judge values against."
        minutes = estimate_minutes("ground", whole, 0.25, whole)
        title = f"tone the ground {ground.name.lower()}"
        passes.append(Pass(0, "ground", (), title, medium.first_paint, minutes, 0.7, why))
    if around.drawn:
        drawing = max(LEAST_MIN, round(estimate_minutes("drawing", whole, 0.25, whole) + 0.03 * border_cm))
        reserve = " and mark the lights to be kept" if medium.key == "watercolour" else ""
        why = f"{border_cm:.0f} cm of border between planes to place{reserve}."
        passes.append(Pass(0, "drawing", (), f"draw the planes{reserve}", "dry", drawing, 1.0, why))
    masked = [each.name for each in around.kept if each.way == "masked"]
    if masked and cannot("mask", medium.first_paint) is None:
        minutes = MASK_DRY_MIN + 2 * len(masked)
        why = f"{say_list(masked)}: {KINDS['mask'].why}"
        passes.append(Pass(0, "mask", (), title_in("mask", medium), "dry", minutes, 1.0, why))
        why = f"{say_list(masked)}: {KINDS['unmask'].why}"
        passes.append(Pass(0, "unmask", (), title_in("unmask", medium), "dry", LEAST_MIN + len(masked), 1.0, why))
    return passes


def _lifted(planes: list[PlaneFacts], medium: Medium, whole: float, kept: tuple[KeptFacts, ...]) -> list[Pass]:
    """One pass for each light that is lifted, on the plane that most of it lies in."""
    passes = []
    for light in kept:
        if light.way == "lifted" and light.rank is not None and cannot("lift", medium.later_paint) is None:
            minutes = estimate_minutes("lift", light.area_cm2, 0.5, whole)
            why = f"{light.name}: {KINDS['lift'].why}"
            place = planes[light.rank - 1].name
            passes.append(Pass(0, "lift", (light.rank,), f"lift {light.name}", "dry", minutes, 1.0, why, place))
    return passes


def _endings(medium: Medium, whole: float, support: str) -> list[Pass]:
    lights = "lift and add the last lights and darks" if medium.key == "watercolour" else "lights and accents"
    minutes = estimate_minutes("lights", whole, 0.25, whole)
    why = "The lightest light and the darkest dark, last and few, where the eye is to stay."
    passes = [Pass(0, "lights", (), lights, medium.later_paint, minutes, 1.5, why)]
    if "canvas" in support.casefold():
        minutes = estimate_minutes("sides", whole, 0.25, whole)
        passes.append(Pass(0, "sides", (), "sides of the canvas", medium.later_paint, minutes, 0.8,
                           "Seen when it hangs unframed; painted on, or kept clean."))  # fmt: skip
    why = "Signed before anything seals the surface; judged from a distance before it counts as done."
    passes.append(Pass(0, "finish", (), "sign and check from three metres", medium.later_paint, LEAST_MIN, 0.5, why))
    if medium.varnished:
        passes.append(Pass(0, "varnish", (), "varnish", "varnish", 15, 1.0, KINDS["varnish"].why))
    return passes


def needed_passes(
    planes: list[PlaneFacts],
    medium: Medium,
    ground: Ground,
    school: School,
    support_area_cm2: float,
    border_cm: float,
    around: Around = Around(),
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
    around : Around

    Returns
    -------
    list of Pass
        Ids count from 1 in the order given.
    """
    whole = support_area_cm2
    passes = _beginnings(medium, ground, whole, border_cm, around)
    for rank, plane in enumerate(planes, start=1):
        passes += _plane_passes(plane, rank, medium, whole)
    passes += _lifted(planes, medium, whole, around.kept)
    passes += _endings(medium, whole, around.support)
    passes.sort(key=lambda each: place_in(school, each.kind, each.plane, planes))
    return [replace(each, id=n) for n, each in enumerate(passes, start=1)]
