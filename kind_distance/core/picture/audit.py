"""What a value thumbnail is told of: each finding with its measures. The words stand with the thumbnails."""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.picture.focus import LEAST_STEP
from kind_distance.core.picture.thumbnail import SMALLEST_RANGE, USUAL_SMALLEST, ThumbnailSettings
from kind_distance.core.picture.thumbnail import Reading as ThumbnailReading

GREAT_MASS = 0.6  # a step that holds more than this leaves little to say; common practice (60/30/10), no source
FAINT_STEP = 0.02  # a step with less than this is an accent, not a mass; common practice, no source
HARD_TO_MIX = 0.8  # values closer than this are hard to keep apart while painting [V]; common practice, no source
MANY_SHAPES = 12.0  # more shapes' worth than the eye holds together; common practice, no source


def _found(number: int, kind: str, severity: Severity, weight: float, **measures: object) -> Finding:
    return Finding(kind, severity, measures=measures, weight=weight, about=str(number))


def _shares(number: int, reading: ThumbnailReading) -> Iterator[Finding]:
    share, value = max(zip(reading.shares, reading.values, strict=True))
    if share > GREAT_MASS:
        yield _found(number, "one_step_holds", "mild", 100 * share, share=share, value=value)
    faint = [(s, v) for s, v in zip(reading.shares, reading.values, strict=True) if s < FAINT_STEP]
    if faint:
        share, value = min(faint)
        yield _found(number, "faint_step", "note", 1.0, share=share, value=value)


def _close_steps(number: int, reading: ThumbnailReading) -> Iterator[Finding]:
    close = [(b - a, a, b) for a, b in zip(reading.values, reading.values[1:], strict=False) if b - a < HARD_TO_MIX]
    if close:
        apart, dark, light = min(close)
        yield _found(number, "close_steps", "mild", 10 * (HARD_TO_MIX - apart), apart=apart, dark=dark, light=light)


def _many_shapes(number: int, settings: ThumbnailSettings, reading: ThumbnailReading) -> Iterator[Finding]:
    if reading.effective_shapes > MANY_SHAPES:
        larger = min(SMALLEST_RANGE[1], max(USUAL_SMALLEST, settings.smallest_share) * 2)
        yield _found(
            number, "many_shapes", "mild", reading.effective_shapes,
            drawn=reading.shapes, seen=reading.effective_shapes, larger=larger,
        )  # fmt: skip


def _lost_focus(number: int, reading: ThumbnailReading) -> Iterator[Finding]:
    if reading.focus_step is not None and reading.focus_step < LEAST_STEP:
        yield _found(number, "focus_lost", "strong", 1000.0, step=reading.focus_step)


def audit_thumbnail(number: int, settings: ThumbnailSettings, reading: ThumbnailReading) -> list[Finding]:
    """Judge a value thumbnail by its number, its settings and what was read on it."""
    return [
        *_lost_focus(number, reading),
        *_shares(number, reading),
        *_close_steps(number, reading),
        *_many_shapes(number, settings, reading),
    ]
