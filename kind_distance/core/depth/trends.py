"""How the photo differs from what this veil would give: a difference, never an error.

Judged are only trends that hold on most photographs: dark accents fall toward the viewer, colour and fine edges
grow. The range of values and raw contrast do not hold and are shown without a word.
"""

from __future__ import annotations

from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.depth.readings import PlaneReading
from kind_distance.core.depth.veil import profile_of
from kind_distance.core.judgement import Judgement, Remedy

STAGE = "planes"
DARK_BY = 0.6  # how much darker a farther plane's accents are before it is told [V]
CHROMA_BY, CHROMA_FROM = 1.35, 10.0  # how much more coloured, and from which chroma on
DETAIL_BY, DETAIL_FROM = 1.6, 0.08  # how much more detailed, and from which share of fine edges on
LEFT_APART = 0.1  # planes between which the air takes less than this are as good as one distance


def _land(given: DepthInput, plan: DepthPlan) -> list[tuple[int, PlaneReading]]:
    return [
        (rank, reading)
        for rank, (spec, reading, planned) in enumerate(zip(given.specs, given.readings, plan.planes, strict=True), 1)
        if spec.kind == "land" and spec.nature == "solid" and reading is not None and planned.contrast_left is not None
    ]


def _differs(given: DepthInput, kind: str, far: int, near: int, title: str, text: str, weight: float) -> Judgement:
    return Judgement(
        f"{kind}:{far}:{near}", kind, STAGE, "note", title, text, weight, (far, near),
        (Remedy(f"Choose {given.specs[far - 1].name}", "choose_plane", {"plane": far}),),
    )  # fmt: skip


def _pair(
    given: DepthInput, plan: DepthPlan, far: tuple[int, PlaneReading], near: tuple[int, PlaneReading]
) -> list[Judgement]:
    (m, one), (n, other) = far, near
    left_far, left_near = plan.planes[m - 1].contrast_left or 0.0, plan.planes[n - 1].contrast_left or 0.0
    if left_near - left_far < LEFT_APART:
        return []
    name, nearer = given.specs[m - 1].name, given.specs[n - 1].name
    took = (
        f"The air takes {100 * (1 - left_far):.0f} % of its contrast and {100 * (1 - left_near):.0f} % of {nearer}'s."
    )
    found = []
    if one.dark < other.dark - DARK_BY:
        found.append(
            _differs(
                given, "dark_far", m, n, f"Darker accents in {name} than in {nearer}",
                f"{one.dark:.1f} against {other.dark:.1f} in the photo. {took} Dark accents far off pull a "
                "plane forward; a "
                "dark thing before a light may stand out and still stay back, a little lighter than the near darks.",
                10 * (other.dark - one.dark),
            )
        )  # fmt: skip
    if one.chroma > CHROMA_BY * other.chroma and one.chroma >= CHROMA_FROM:
        found.append(
            _differs(
                given, "coloured_far", m, n, f"{name} is more coloured than {nearer}",
                f"Chroma {one.chroma:.0f} against {other.chroma:.0f}. {took} Under this air the farther one "
                "would be the greyer; a low sun on it may be just the picture.",
                one.chroma - other.chroma,
            )
        )  # fmt: skip
    if one.detail > DETAIL_BY * other.detail and one.detail >= DETAIL_FROM:
        found.append(
            _differs(
                given, "detailed_far", m, n, f"{name} is more detailed than {nearer}",
                f"{100 * one.detail:.0f} % of it lies on fine edges, of {nearer} {100 * other.detail:.0f} %. "
                f"{took} Detail where nobody needs it: say it in masses, unless the focus is there.",
                100 * (one.detail - other.detail),
            )
        )  # fmt: skip
    return found


def audit_trends(given: DepthInput, plan: DepthPlan) -> list[Judgement]:
    """Say where far and near land planes differ from what this veil would give."""
    profile = profile_of(given.settings.veil)
    if profile.darkens:
        return []  # under water and at night farther is darker, and none of these trends is expected
    land = _land(given, plan)
    return [found for far, near in zip(land, land[1:], strict=False) for found in _pair(given, plan, far, near)]
