"""Bells: step back, a break, the end of the light. They are told once and can be silenced; none stops the painter."""

from __future__ import annotations

from dataclasses import dataclass

BREATH_MIN = 5  # minutes away from the brush that count as a break; common practice, no source
HOT_C, HOT_CAP_MIN = 28.0, 30  # from here on shade and water are told, this often; common practice, no source
STEP_BACK_MIN = 2  # what a step back takes


@dataclass(frozen=True)
class Span:
    """A stretch of painting. [clock min]."""

    begin: int
    end: int


def unbroken_since(stretches: tuple[Span, ...], now: int) -> int | None:
    """Minute since when the brush was down for less than a break; None where none is painted now."""
    since: int | None = None
    later = now
    for each in sorted(stretches, key=lambda span: span.end, reverse=True):
        if later - each.end >= BREATH_MIN:
            break
        since, later = each.begin, min(later, each.begin)
    return since


def painted_minutes(stretches: tuple[Span, ...]) -> int:
    """Add stretches up; those that overlap count once. [min]."""
    total, until = 0, -1
    for each in sorted(stretches, key=lambda span: (span.begin, span.end)):
        begin = max(each.begin, until)
        if each.end > begin:
            total += each.end - begin
            until = each.end
    return total


@dataclass(frozen=True)
class Bells:
    """When the bells ring. [clock min]; None for a bell that does not."""

    step_back: int | None
    rest: int | None
    shade: int | None


def bells_of(
    stretches: tuple[Span, ...], now: int, *, began: int, step_back_min: int, unbroken_min: int | None, hot: bool
) -> Bells:
    """Say when to step back, when a break is due, and when shade and water are.

    Parameters
    ----------
    stretches : tuple of Span
        Painted in this session; the open one up to now.
    now, began : int
        [clock min]
    step_back_min : int
        0 for no bell.
    unbroken_min : int or None
        The cap on unbroken painting.
    hot : bool
        Whether it is hot enough to fetch shade and water.
    """
    since = unbroken_since(stretches, now)
    step_back = None
    if step_back_min and since is not None:
        # At every so many minutes of the brush, counted since the last break.
        step_back = since + max(1, -(-(now - since) // step_back_min)) * step_back_min
    rest = since + unbroken_min if since is not None and unbroken_min else None
    shade = began + max(1, -(-(now - began) // HOT_CAP_MIN)) * HOT_CAP_MIN if hot else None
    return Bells(step_back, rest, shade)
