"""Where the sun stood, in words."""

from __future__ import annotations

from kind_distance.core.light.sun import Sun, wind


def say_sun(sun: Sun) -> str:
    """Say where the sun stood and how long shadows were."""
    if sun.height_deg < -0.8:
        below = "in twilight" if sun.height_deg > -12 else "at night"
        return f"The sun was down ({below})."
    said = f"The sun stood {sun.height_deg:.0f}° high in the {wind(sun.bearing_deg)}"
    ratio = sun.shadow_ratio
    if ratio is None:
        return f"{said}, too low for a shadow with an end."
    return f"{said}; on level ground shadows were {ratio:.1f} times as long as things are high, to the " + (
        f"{wind(sun.shadow_bearing_deg)}."
    )
