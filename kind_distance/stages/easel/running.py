"""What runs at the easel: the session, the pass, the minutes painted."""

from __future__ import annotations

from kind_distance.core.easel.bells import Span, painted_minutes
from kind_distance.core.easel.clocks import Touch
from kind_distance.rows import SessionRecord, State, StretchRecord


def session_running(state: State) -> SessionRecord | None:
    """Give the session that was begun and not ended yet; the latest where several are."""
    open_ones = [each for each in state.sessions if each.began is not None and each.ended is None]
    return max(open_ones, key=lambda each: each.began or 0, default=None)


def stretch_running(state: State) -> StretchRecord | None:
    """Give the stretch that is painted now."""
    return next((each for each in reversed(state.stretches) if each.end is None), None)


def spans_of(
    state: State, now_min: int, *, layer_pass: int | None = None, session: int | None = None
) -> tuple[Span, ...]:
    """List stretches, of one pass or of one session where that is said; the open one up to now."""
    return tuple(
        Span(each.begin, max(each.begin, now_min) if each.end is None else each.end)
        for each in state.stretches
        if (layer_pass is None or each.layer_pass == layer_pass) and (session is None or each.session == session)
    )


def painted_of(state: State, layer_pass: int, now_min: int) -> int:
    """Minutes that were painted on a pass so far."""
    return painted_minutes(spans_of(state, now_min, layer_pass=layer_pass))


def last_press(state: State) -> int:
    """Give the latest minute at which something was pressed at the easel; 0 before any."""
    minutes = [each.begin for each in state.stretches]
    minutes += [each.end for each in state.stretches if each.end is not None]
    minutes += [each.began for each in state.sessions if each.began is not None]
    return max(minutes, default=0)


def touches_of(state: State) -> dict[int, Touch]:
    """Give the last touch of each pass."""
    return {each.layer_pass: Touch(each.at, each.found) for each in sorted(state.touches, key=lambda t: t.at)}
