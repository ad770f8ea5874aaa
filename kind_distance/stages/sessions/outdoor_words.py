"""What is found of sessions outdoors and of passes that need their light, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime

from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.core.light.station import sun_apart
from kind_distance.core.light.sun import wind
from kind_distance.core.light.wanted import NAMES, LightWanted
from kind_distance.core.schedule.outdoors import TWILIGHT_DEG, InLight, Outing, audit_in_light, audit_outings
from kind_distance.core.wording import first_upper, say_minutes
from kind_distance.stages.telling import Said, Told, say

STAGE = "sessions"


def _light(wanted: LightWanted) -> str:
    """Say the light that is wanted, within a sentence."""
    if wanted.sun is not None:
        return f"the photo's light, {wanted.sun.height_deg:.0f}° high in the {wind(wanted.sun.bearing_deg)}"
    return NAMES[wanted.key]


def _moved(outing: Outing, start: datetime, label: str) -> Remedy:
    return Remedy(label, "set_session", {"session": outing.number, "start": start.isoformat(timespec="minutes")})


def _ways_out(told: Told) -> tuple[Remedy, ...]:
    outing, fair = told["outing"], told["fair"]
    inside = Remedy("Paint it indoors", "set_session", {"session": outing.number, "outdoors": False})
    if fair is None:
        return (inside,)
    return _moved(outing, fair, f"To {fair:%A} {fair.day} {fair:%B}"), inside


def _by(told: Told) -> str:
    return "You expect" if told["seen"].own else "The made-up station of this application, no forecast, has"


def _rain(told: Told) -> Said:
    outing, seen = told["outing"], told["seen"]
    what = f"up to {seen.rain:.1f} mm an hour"
    if seen.own:
        what = "a storm" if outing.air.sky == "storm" else "rain"
    return (
        f"Rain on {outing.name}",
        f"{_by(told)} {what}. Water-borne paint runs, paper buckles, and a storm is no place to stand: look at the "
        "official weather, and leave early.",
        _ways_out(told),
    )


def _heat(told: Told) -> Said:
    return (
        f"Heat on {told['outing'].name}",
        f"{_by(told)} {told['seen'].heat:.0f} °C. Shade, water, hat, breaks; know the signs of heat illness from your "
        "health service. Acrylic dries in a minute or two.",
        _ways_out(told),
    )


def _blow(told: Told) -> Said:
    return (
        f"Wind on {told['outing'].name}",
        f"{_by(told)} {told['seen'].wind:.0f} m/s. An easel catches it like a sail: weigh it down, keep away from "
        "edges and water, or stay in.",
        _ways_out(told),
    )


def _dark(told: Told) -> Said:
    return (
        f"It is dark on {told['outing'].name}",
        f"For {100 * told['share']:.0f} % of it the sun stands more than {-TWILIGHT_DEG:.0f}° under the horizon. "
        "A night painting wants a lamp, a companion and a way home that you know; else begin in daylight.",
        (),
    )


def _other_light(told: Told) -> Said:
    outing, wanted, first, last = told["outing"], told["wanted"], told["first"], told["last"]
    said = "On that day it never stands so."
    if told["window"] is not None:
        begin, end = told["window"]
        span = say_minutes((end - begin).total_seconds() / 60)
        said = f"On that day it does from {begin:%H:%M} to {end:%H:%M}, {span}."
    then = " Follow the photo's light from memory, or make a second study." if wanted.sun is not None else ""
    room = told["begin"]
    return (
        f"Another light on {outing.name}",
        f"You want {_light(wanted)}; here the sun goes from {first.height_deg:.0f}° in the {wind(first.bearing_deg)} "
        f"to {last.height_deg:.0f}° in the {wind(last.bearing_deg)}, so shadows fall elsewhere. {said}{then}",
        () if room is None else (_moved(outing, room.replace(second=0), f"Begin at {room:%H:%M}"),),
    )


def _out_of_light(told: Told) -> Said:
    each, sun, wanted = told["pass"], told["sun"], told["wanted"]
    said = "It stands indoors, where the sun does not come."
    if sun is not None:
        apart = f", {sun_apart(sun, wanted.sun):.0f}° from it." if wanted.sun is not None else "."
        said = f"There the sun stands {sun.height_deg:.0f}° high in the {wind(sun.bearing_deg)}{apart}"
    remedies = []
    if told["place"] is not None:
        other, begin = told["place"]
        minute = int((begin - datetime(1970, 1, 1)).total_seconds() // 60)  # noqa: DTZ001  local wall time
        change: dict[str, object] = {"number": each.number, "session": other.number, "start": minute}
        remedies.append(Remedy(f"At {begin:%H:%M}, {other.name}", "place_pass", change))
    any_light: dict[str, object] = {"number": each.number, "in_light": False}
    return (
        f"{first_upper(each.said)} stands outside its light",
        f"You want it painted in {_light(wanted)}. {said} Shadows and colour of light are other ones then.",
        (*remedies, Remedy("It needs no certain light", "set_pass", any_light)),
    )


WORDS: dict[str, Callable[[Told], Said]] = {
    "rain": _rain,
    "heat": _heat,
    "blow": _blow,
    "dark": _dark,
    "other_light": _other_light,
    "out_of_light": _out_of_light,
}


def _said(found: list[Finding]) -> list[Judgement]:
    return [say(each, STAGE, WORDS[each.kind](Told(each))) for each in found]


def judge_outings(outings: list[Outing], wanted: LightWanted | None, now: datetime) -> list[Judgement]:
    """Judge sessions outdoors that are still to come."""
    return _said(audit_outings(outings, wanted, now))


def judge_in_light(passes: list[InLight], outings: list[Outing], wanted: LightWanted | None) -> list[Judgement]:
    """Judge passes that need the light of the photo and are painted in another."""
    return _said(audit_in_light(passes, outings, wanted))
