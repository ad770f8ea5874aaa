"""What a learner shows, in words."""

from __future__ import annotations

from kind_distance.core.practice.learning import WHOLE, Bias, Group

SEEN: dict[Group, str] = {
    WHOLE: "values",
    ("band", "dark"): "darks",
    ("band", "middle"): "middle values",
    ("band", "light"): "lights",
    ("hue", "warm"): "warm colours",
    ("hue", "cool"): "cool colours",
    ("hue", "grey"): "greys",
    ("round", "among lights"): "places among lights",
    ("round", "among darks"): "places among darks",
    ("round", "among its like"): "places among their like",
}


def say_bias(group: Group, bias: Bias) -> str:
    """Say a bias with its interval and how many answers it rests on."""
    way = "too light" if bias.mean > 0 else "too dark"
    low, high = sorted((abs(bias.low), abs(bias.high)))
    return f"You see {SEEN[group]} {abs(bias.mean):.1f} {way} ({low:.1f} to {high:.1f}, by {bias.count} answers)."
