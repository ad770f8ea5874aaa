"""Cast shadows on level ground, drawn in perspective by the eye level; one sun for all of them.

With the eye at height 1 over level ground and the horizon at a height in the picture, a point of the ground seen at
(x, y) lies at depth 1 / (y - horizon) and sideways (x - 0.5) times that. An upright's height follows from the same
rule, and its shadow is that height times one vector for the whole picture, whatever lens was used.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from kind_distance.core.judgement import Finding
from kind_distance.core.light.sun import Sun
from kind_distance.core.picture.perspective import FRAME_MM
from kind_distance.errors import DomainError

CONTRARY_DEG = 15.0  # a cast shadow that turns more from the others contradicts them; common practice, no source
LEAST_BELOW = 0.01  # a foot nearer to the horizon says nothing of depth [share of the height]
Place = tuple[float, float]


@dataclass(frozen=True)
class CastShadow:
    """A drawn cast shadow: from the foot of what throws it to its end, in shares of the picture."""

    number: int
    name: str
    foot: Place
    end: Place


def _ground(at: Place, horizon: float, aspect: float) -> Place:
    """Sideways and depth on the ground, in heights of the eye (depth in units of the lens)."""
    below = at[1] - horizon
    if below < LEAST_BELOW:
        raise DomainError("A shadow lies on the ground, below the horizon.", "Draw it from the foot to its end.")
    depth = 1 / below
    return (at[0] - 0.5) * aspect * depth, depth


def _seen(ground: Place, horizon: float, aspect: float) -> Place | None:
    sideways, depth = ground
    if depth <= 1e-3:
        return None  # behind the viewer
    return 0.5 + sideways / (depth * aspect), horizon + 1 / depth


def per_height(foot: Place, top_y: float, end: Place, horizon: float, aspect: float) -> Place:
    """Shadow of an upright of the eye's height, on the ground, from one drawn shadow.

    Parameters
    ----------
    foot, end : (float, float)
        Foot of the upright and end of its shadow.
    top_y : float
        Height of the upright's top in the picture.
    horizon : float
    aspect : float
        Width over height.
    """
    start, stop = _ground(foot, horizon, aspect), _ground(end, horizon, aspect)
    height = (foot[1] - top_y) / (foot[1] - horizon)
    if height <= 0.01:
        raise DomainError("Its top has to stand above its foot.", "Mark the upright from its foot to its top.")
    return (stop[0] - start[0]) / height, (stop[1] - start[1]) / height


def from_sun(sun: Sun, facing_deg: float, focal_35_mm: float) -> Place | None:
    """Shadow of an upright of the eye's height, on the ground, by the sun; None where it is too low.

    Parameters
    ----------
    sun : Sun
    facing_deg : float
        Where one looks. [degrees clockwise from north]
    focal_35_mm : float
        Lens, as for the 35 mm frame; the short side of the frame is the picture's height.
    """
    ratio = sun.shadow_ratio
    if ratio is None:
        return None
    away = math.radians(sun.shadow_bearing_deg - facing_deg)
    return ratio * math.sin(away), ratio * math.cos(away) / (focal_35_mm / FRAME_MM)


def cast(foot: Place, top_y: float, shadow: Place, horizon: float, aspect: float) -> Place | None:
    """Where the shadow of an upright ends; None where it would end behind the viewer."""
    start = _ground(foot, horizon, aspect)
    height = (foot[1] - top_y) / (foot[1] - horizon)
    return _seen((start[0] + shadow[0] * height, start[1] + shadow[1] * height), horizon, aspect)


def _bearing(shadow: CastShadow, horizon: float, aspect: float) -> float:
    """Direction of a shadow on the ground. [degrees]; depth counted in the lens's own units."""
    start, stop = _ground(shadow.foot, horizon, aspect), _ground(shadow.end, horizon, aspect)
    return math.degrees(math.atan2(stop[0] - start[0], stop[1] - start[1]))


def _apart(one: float, other: float) -> float:
    turn = abs(one - other) % 360
    return min(turn, 360 - turn)


def audit_shadows(
    shadows: list[CastShadow], horizon: float | None, aspect: float, light_deg: float | None
) -> list[Finding]:
    """Judge drawn cast shadows against each other, and against the arrow of the light.

    Parameters
    ----------
    shadows : list of CastShadow
    horizon : float or None
        Height of the horizon as a share; None where it is not known: then only left and right are compared.
    aspect : float
        Width over height.
    light_deg : float or None
        Where the light comes from, clockwise from the picture's top. [degrees]
    """
    found = _toward_light(shadows, aspect, light_deg)
    if horizon is None or len(shadows) < 2:
        return found
    usable = [s for s in shadows if min(s.foot[1], s.end[1]) - horizon >= LEAST_BELOW]
    bearings = [_bearing(each, horizon, aspect) for each in usable]
    for each, own in zip(usable, bearings, strict=True):
        others = [b for s, b in zip(usable, bearings, strict=True) if s.number != each.number]
        against = [b for b in others if _apart(own, b) > CONTRARY_DEG]
        # Of two that differ the later drawn is named; of more, the one that most others contradict.
        first = each.number == min(s.number for s in usable)
        if len(against) * 2 <= len(others) or (len(usable) == 2 and first):
            continue
        turn = max(_apart(own, b) for b in against)
        measures: dict[str, object] = {"shadow": each, "turn_deg": turn, "others": len(others)}
        found.append(Finding("shadow_contrary", "mild", measures=measures, weight=turn, about=f"n{each.number}"))
    return found


def _toward_light(shadows: list[CastShadow], aspect: float, light_deg: float | None) -> list[Finding]:
    found = []
    sideways = math.sin(math.radians(light_deg)) if light_deg is not None else 0.0
    for each in shadows:
        across, down = (each.end[0] - each.foot[0]) * aspect, each.end[1] - each.foot[1]
        if abs(sideways) > 0.35 and abs(across) > 0.4 * abs(down) and across * sideways > 0:
            measures: dict[str, object] = {"shadow": each, "side": "right" if sideways > 0 else "left"}
            found.append(Finding("shadow_to_light", "mild", measures=measures, weight=5.0, about=f"n{each.number}"))
    return found
