"""Judgements on a value thumbnail: what was measured, why it matters, what to do."""

from __future__ import annotations

from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.picture.cuts import FEWEST, MOST
from kind_distance.core.picture.focus import LEAST_STEP
from kind_distance.core.picture.thumbnail import SMALLEST_RANGE, USUAL_SMALLEST, ThumbnailSettings
from kind_distance.core.picture.thumbnail import Reading as ThumbnailReading
from kind_distance.core.wording import Unit, say_area, say_value

STAGE = "thumbnails"
GREAT_MASS = 0.6  # a step that holds more than this leaves little to say; common practice (60/30/10), no source
FAINT_STEP = 0.02  # a step with less than this is an accent, not a mass; common practice, no source
HARD_TO_MIX = 0.8  # values closer than this are hard to keep apart while painting [V]; common practice, no source
MANY_SHAPES = 12.0  # more shapes' worth than the eye holds together; common practice, no source


def _steps(number: int, steps: int) -> Remedy:
    return Remedy(f"{steps} steps", "set_thumbnail", {"thumbnail": number, "steps": steps})


def _one_great_mass(number: int, settings: ThumbnailSettings, reading: ThumbnailReading) -> list[Judgement]:
    share, value = max(zip(reading.shares, reading.values, strict=True))
    if share <= GREAT_MASS:
        return []
    return [
        Judgement(
            key=f"one_step_holds:{number}",
            kind="one_step_holds",
            stage=STAGE,
            severity="mild",
            title="One step holds most of it",
            text=f"{100 * share:.0f} % of the picture lies in one step ({say_value(value)}). What should stand apart "
            "inside it will not. One step more may part it; a low or high key may want just this.",
            weight=100 * share,
            remedies=(_steps(number, settings.steps + 1),) if settings.steps < MOST else (),
        )
    ]


def _faint_steps(number: int, settings: ThumbnailSettings, reading: ThumbnailReading) -> list[Judgement]:
    faint = [(s, v) for s, v in zip(reading.shares, reading.values, strict=True) if s < FAINT_STEP]
    if not faint:
        return []
    share, value = min(faint)
    return [
        Judgement(
            key=f"faint_step:{number}",
            kind="faint_step",
            stage=STAGE,
            severity="note",
            title="A step almost nothing uses",
            text=f"{say_value(value)} covers {100 * share:.1f} % of the picture: an accent, not a mass. "
            "One step fewer says the same with less mixing.",
            weight=1.0,
            remedies=(_steps(number, settings.steps - 1),) if settings.steps > FEWEST else (),
        )
    ]


def _close_steps(number: int, settings: ThumbnailSettings, reading: ThumbnailReading) -> list[Judgement]:
    close = [(b - a, a, b) for a, b in zip(reading.values, reading.values[1:], strict=False) if b - a < HARD_TO_MIX]
    if not close:
        return []
    apart, dark, light = min(close)
    return [
        Judgement(
            key=f"close_steps:{number}",
            kind="close_steps",
            stage=STAGE,
            severity="mild",
            title="Two steps are hard to keep apart",
            text=f"{say_value(dark)} and {say_value(light)} lie {apart:.1f} apart on the value scale. "
            f"Under {HARD_TO_MIX} they drift together on the palette.",
            weight=10 * (HARD_TO_MIX - apart),
            remedies=(_steps(number, settings.steps - 1),) if settings.steps > FEWEST else (),
        )
    ]


def _many_shapes(
    number: int, settings: ThumbnailSettings, reading: ThumbnailReading, area_cm2: float, unit: Unit
) -> list[Judgement]:
    if reading.effective_shapes <= MANY_SHAPES:
        return []
    larger = min(SMALLEST_RANGE[1], max(USUAL_SMALLEST, settings.smallest_share) * 2)
    said = say_area(larger * area_cm2, unit)
    join = Remedy(f"Join what is under {said}", "set_thumbnail", {"thumbnail": number, "smallest_share": larger})
    return [
        Judgement(
            key=f"many_shapes:{number}",
            kind="many_shapes",
            stage=STAGE,
            severity="mild",
            title=f"{reading.effective_shapes:.0f} shapes' worth",
            text=f"{reading.shapes} shapes are drawn and the eye counts about {reading.effective_shapes:.0f}. "
            "A few large, joined shapes carry farther.",
            weight=reading.effective_shapes,
            remedies=(join,) if larger > settings.smallest_share else (),
        )
    ]


def _lost_focus(number: int, reading: ThumbnailReading, remedies: tuple[Remedy, ...]) -> list[Judgement]:
    if reading.focus_step is None or reading.focus_step >= LEAST_STEP:
        return []
    left = (
        f"dark and light lie only {reading.focus_step:.1f} apart on the value scale"
        if reading.focus_step
        else "no edge at all is left"
    )
    return [
        Judgement(
            key=f"focus_lost:{number}",
            kind="focus_lost",
            stage=STAGE,
            severity="strong",
            title="The focus is lost",
            text=f"What is marked there does not read any more: {left}; {LEAST_STEP:.0f} is the least that holds the "
            "eye. Simplify everything else, not this.",
            weight=1000.0,
            remedies=remedies,
        )
    ]


def audit_thumbnail(
    number: int,
    settings: ThumbnailSettings,
    reading: ThumbnailReading,
    area_cm2: float,
    unit: Unit,
    focus_remedies: tuple[Remedy, ...] = (),
) -> list[Judgement]:
    """Judge a value thumbnail, most costly first.

    Parameters
    ----------
    number : int
        Number of the thumbnail, for the remedies.
    settings : ThumbnailSettings
    reading : Reading
    area_cm2 : float
        Area of the picture on the support. [cm2]
    unit : "cm" or "in"
    focus_remedies : tuple of Remedy
        What brings a lost focus back, tried beforehand.
    """
    return most_costly_first(
        [
            *_lost_focus(number, reading, focus_remedies),
            *_one_great_mass(number, settings, reading),
            *_close_steps(number, settings, reading),
            *_many_shapes(number, settings, reading, area_cm2, unit),
            *_faint_steps(number, settings, reading),
        ]
    )
