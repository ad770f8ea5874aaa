"""What the shelf shows of a painting, made when it is changed so that the shelf reads no picture."""

from __future__ import annotations

import json
from types import NoneType
from typing import Any

from kind_distance.clock import say_moment
from kind_distance.core.colour.srgb import codes_from_linear
from kind_distance.core.wording import first_upper, say_range
from kind_distance.pictures.plates import chosen_thumbnail, framing_of, source_of
from kind_distance.rows import SourceRecord, State, ThumbnailRecord
from kind_distance.studio.survey import Survey


def hex_colour(linear: tuple[float, float, float]) -> str:
    """Write a colour in linear light as the screen wants it."""
    import numpy as np

    red, green, blue = (int(c) for c in codes_from_linear(np.array(linear)))
    return f"#{red:02x}{green:02x}{blue:02x}"


def _sessions(found: Survey) -> list[dict[str, Any]]:
    said = {each.id: each.said for each in found.work.passes}
    listed = []
    for session in found.work.sessions:
        here = [p for p in found.work.schedule.placements if p.session_id == session.id]
        listed.append(
            {
                "start": session.from_door,
                "minutes": session.whole_min,
                "outdoors": session.outdoors,
                "temperature_c": session.climate.temperature_c,
                "humidity": session.climate.humidity,
                "passes": [said[placement.pass_id] for placement in here],
            }
        )
    return listed


def _next(found: Survey) -> dict[str, Any] | None:
    """Say what would be painted next, so that another painting's waits can offer it room."""
    finished = {done.pass_id for done in found.work.done}
    placed = [each.pass_id for each in found.work.schedule.placements]
    listed = [*placed, *(each.id for each in found.work.passes if each.id not in placed)]
    by_id = {each.id: each for each in found.work.passes}
    for number in listed:
        if number not in finished and by_id[number].kind != "varnish":
            return {"said": by_id[number].said, "minutes": by_id[number].minutes}
    return None


_PARTS: dict[str, type | tuple[type, ...]] = {
    "planes": list, "thumbnail": (int, NoneType), "chosen": bool, "thumbnails": int, "picture": (str, NoneType),
    "aspect": (int, float, NoneType), "passes": int, "done": int, "minutes": (int, float), "minutes_done": (int, float),
    "sessions": list, "drying": list,
}  # fmt: skip


def is_summary(said: str) -> bool:
    """Whether this is a summary as :func:`summarise` writes one; what is not is made anew."""
    try:
        found = json.loads(said)
    except ValueError:
        return False
    return isinstance(found, dict) and all(isinstance(found.get(name), kind) for name, kind in _PARTS.items())


def summarise(state: State, found: Survey) -> str:
    """Write the summary of a painting as JSON."""
    shares = [0.0 if r is None else r.share for r in found.depth.given.readings]
    chosen = chosen_thumbnail(state)
    shown = chosen or next((t for t in state.thumbnails if t.later is None), None)
    main = None if state.brief.main_source is None else source_of(state, state.brief.main_source)
    finished = {done.pass_id for done in found.work.done}
    return json.dumps(
        {
            "planes": [
                {"name": spec.name, "value": round(plan.value, 2), "colour": hex_colour(plan.colour), "share": share}
                for spec, plan, share in zip(found.depth.given.specs, found.depth.plan.planes, shares, strict=True)
            ],
            "thumbnail": None if shown is None else shown.number,
            "chosen": chosen is not None,
            "thumbnails": len(state.thumbnails),
            "picture": None if main is None else main.picture_hash,
            "aspect": _aspect(state, shown, main),
            "passes": len(found.work.passes),
            "done": len(finished),
            "minutes": sum(p.minutes for p in found.work.passes),
            "minutes_done": sum(p.minutes for p in found.work.passes if p.id in finished),
            "unplaced": len(found.work.schedule.unplaced) if state.sessions else 0,
            "sessions": _sessions(found),
            "next": _next(found),
            "drying": _drying(found),
        }
    )


def _aspect(state: State, shown: ThumbnailRecord | None, main: SourceRecord | None) -> float | None:
    if shown is not None:
        return float(framing_of(state, shown).aspect)
    return None if main is None else float(main.width_px / main.height_px)


def _drying(found: Survey) -> list[dict[str, Any]]:
    """List the films of what is painted already, with the range in which each becomes touch dry."""
    return [
        {"title": title, "touch_early": film.touch_early, "touch_late": film.touch_late, "painted": film.painted_at}
        for title, film in found.work.films_now()
    ]


def _say_ahead(session: dict[str, Any], now_min: int) -> tuple[str, str]:
    head = say_moment(session["start"], now_min)
    head = f"{first_upper(head)}, {'outdoors' if session['outdoors'] else 'indoors'}"
    passes = session["passes"]
    said = ", then ".join(passes[:2]) if passes else "Nothing is planned in it yet"
    more = f" and {len(passes) - 2} more" if len(passes) > 2 else ""
    air = f"{session['minutes']} minutes at {session['temperature_c']:g}\u00a0°C and {session['humidity']:g}\u00a0%."
    return head, f"{first_upper(said)}{more}. {air}"


def _say_idle(summary: dict[str, Any]) -> str:
    """Say what comes next for a painting that waits for nothing but its painter."""
    open_passes = summary["passes"] - summary["done"]
    steps = (
        (not summary["picture"], "It wants a photo to begin with."),
        (summary["thumbnail"] is None, "It has a photo; a value thumbnail comes next."),
        (
            not summary["chosen"] and summary["thumbnails"] > 1,
            f"Nothing is drying. {summary['thumbnails']} thumbnails wait for a choice.",
        ),
        (not summary["planes"], "Its values are seen; the planes are not named yet."),
        (not summary["sessions"], f"Nothing is drying. {open_passes} passes wait for a session."),
    )
    return next(
        (said for holds, said in steps if holds), f"Its sessions are over; {open_passes} passes are still open."
    )


def say_next(summary: dict[str, Any], now_min: int) -> tuple[str, str]:
    """Say what is next for a painting and when: a short heading and a sentence.

    Parameters
    ----------
    summary : dict
        What :func:`summarise` wrote.
    now_min : int
        The present. [clock min]
    """
    if summary["passes"] and summary["done"] == summary["passes"]:
        return "Finished", "Every pass is painted."
    ahead = [s for s in summary["sessions"] if s["start"] + s["minutes"] > now_min]
    if ahead:
        return _say_ahead(ahead[0], now_min)
    wet = [d for d in summary["drying"] if d["touch_late"] > now_min]
    if wet:
        last = max(wet, key=lambda d: float(d["touch_late"]))
        span = say_range(max(0.0, last["touch_early"] - now_min), last["touch_late"] - now_min)
        return f"Not before {say_moment(last['touch_late'], now_min)}", f"{last['title']} is touch dry in {span}."
    return "When you like", _say_idle(summary)
