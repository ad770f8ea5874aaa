"""How numbers are said to a painter: values to one decimal, lengths in cm or inches, plain times."""

from __future__ import annotations

from fractions import Fraction
from typing import Literal

Unit = Literal["cm", "in"]
MM_PER_INCH = 25.4
CM_PER_INCH = 2.54


def first_upper(said: str) -> str:
    """Begin a sentence with what is said, e.g. ``"Block-in of Sky"``."""
    return said[:1].upper() + said[1:]


def say_value(value: float) -> str:
    """Say a Munsell value with one decimal, e.g. ``"4.6"``."""
    return f"{value:.1f}"


def say_inches(inches: float) -> str:
    """Say a length in inches in whole numbers and sixteenths, e.g. ``"4 5/16 in"``."""
    sixteenths = round(inches * 16)
    whole, rest = divmod(sixteenths, 16)
    if rest == 0:
        return f"{whole} in"
    part = Fraction(rest, 16)
    said = f"{part.numerator}/{part.denominator} in"
    return f"{whole} {said}" if whole else said


def say_remixes(count: int) -> str:
    """How many mixes have to be made again."""
    return "1 remix" if count == 1 else f"{count} remixes"


def say_length(length_cm: float, unit: Unit = "cm") -> str:
    """Say a length on the support in the painter's unit: whole cm from 10 on, else one decimal."""
    if unit == "in":
        return say_inches(length_cm / CM_PER_INCH)
    return f"{length_cm:.0f} cm" if length_cm >= 9.95 else f"{length_cm:.1f} cm"


def say_length_fine(length_cm: float, unit: Unit = "cm") -> str:
    """Say a length that is to be marked with a ruler: cm with one decimal, or inches in sixteenths."""
    if unit == "in":
        return say_inches(length_cm / CM_PER_INCH)
    return f"{length_cm:.1f} cm"


def say_size(width_cm: float, height_cm: float, unit: Unit = "cm") -> str:
    """Say the size of a support in the painter's unit, e.g. ``"40 x 27 cm"`` or ``"12 x 9 in"``."""
    if unit == "in":
        width, height = (say_inches(side / CM_PER_INCH) for side in (width_cm, height_cm))
        return f"{width.removesuffix(' in')} x {height}"
    return f"{width_cm:g} x {height_cm:g} cm"


def say_distance(distance_m: float | None, kind: str) -> str:
    """Say how far a plane stands."""
    if kind == "sky":
        return "sky"
    if distance_m is None:
        return "not said"
    return f"{distance_m / 1000:.3g} km" if distance_m >= 1000 else f"{distance_m:.3g} m"


def say_area(area_cm2: float, unit: Unit = "cm") -> str:
    """Say an area on the support in the painter's unit, e.g. ``"4.0 cm²"`` or ``"0.6 in²"``."""
    if unit == "in":
        return f"{area_cm2 / CM_PER_INCH**2:.1f} in²"
    return f"{area_cm2:.1f} cm²" if area_cm2 < 9.95 else f"{area_cm2:.0f} cm²"


def say_minutes(minutes: float) -> str:
    """Say a span of time plainly: minutes, hours and minutes, or days."""
    whole = round(minutes)
    if whole < 90:
        return f"{whole} min"
    if whole < 36 * 60:
        hours, rest = divmod(whole, 60)
        return f"{hours} h {rest} min" if rest else f"{hours} h"
    days = whole / 1440
    return f"{days:.0f} days" if days >= 9.5 or abs(days - round(days)) < 0.05 else f"{days:.1f} days"


def say_range(low_min: float, high_min: float) -> str:
    """Say a range of times in one unit, e.g. ``"11 to 16 min"`` or ``"2 to 4 days"``."""
    if high_min < 90:
        low, high, unit = round(low_min), round(high_min), "min"
    elif high_min < 36 * 60:
        low, high, unit = round(low_min / 60), round(high_min / 60), "h"
    else:
        low, high, unit = round(low_min / 1440), round(high_min / 1440), "days"
    return f"{low} to {high} {unit}" if low != high else f"about {high} {unit}"


def say_list(words: list[str]) -> str:
    """Join words as one says them: ``"a, b and c"``."""
    if len(words) < 2:
        return "".join(words)
    return ", ".join(words[:-1]) + " and " + words[-1]


def clock(minute: float) -> str:
    """Say a clock minute as a time of day, e.g. ``"8:19"``."""
    day = int(minute) % 1440
    return f"{day // 60}:{day % 60:02d}"
