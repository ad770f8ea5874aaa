"""What drifted on a painting, and what a colour that is tried over it would do, in a painter's words."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.core.progress.comparing import PlaneRead
from kind_distance.core.progress.drift import WARMER, Drift, Way, crossings
from kind_distance.core.wording import Unit, clock, first_upper, say_length
from kind_distance.rows import State
from kind_distance.stages.planes.depth import DepthSurvey
from kind_distance.stages.telling import Said, Told, say

MEAN_IT = ": mean it, or turn it with the next layer."
WAYS = {
    "scumble": "A thin lighter scumble", "glaze": "A thin darker glaze", "lift": "Lift it with clean water",
    "second_layer": "A darker second layer",
}  # fmt: skip


@dataclass(frozen=True)
class _Told(Told):
    unit: Unit
    transparent: bool


def _value(told: _Told) -> Said:
    drift: Drift = told["drift"]
    lost = ""
    if told["lost"] is not None:
        length, other = told["lost"]
        meets = f"{other.name} ({other.painted.value:.1f}) along {say_length(length, told.unit)}"
        lost = f" It now meets {meets}, and the border is lost."
    ahead, way = told["ahead"], told["way"]
    helps = _how(way, told.transparent)
    if ahead is not None:
        helps = f" {first_upper(ahead.said)} is still to come and can bring it there."
    title = f"{'lighten' if drift.off < 0 else 'darken'} {drift.name}"[:60]
    held = round(drift.painted.value, 1)
    return (
        f"{first_upper(drift.name)} {abs(drift.off):.1f} too {'light' if drift.off > 0 else 'dark'}",
        f"It stands at {drift.painted.value:.1f}; by now the plan wants {drift.planned.value:.1f}, "
        f"{drift.final:.1f} in the end.{lost}{helps}",
        (
            Remedy(f"Add that pass to {drift.name}", "add_pass",
                   {"kind": way.kind, "plane": drift.rank, "title": title}),
            # The others make room, what is done stays done.
            Remedy(f"Keep {held:.1f} and plan again", "set_planned_value", {"plane": drift.rank, "value": held}),
        ),
    )  # fmt: skip


def _how(way: Way, transparent: bool) -> str:
    how = "One more wash" if transparent and way.kind == "second_layer" else WAYS[way.kind]
    when = " now" if way.from_min is None else f" when it is touch dry, about {clock(way.from_min)}"
    return f" {how}{when}."


def _warmth(told: _Told) -> Said:
    way = "warmer" if told["more"] else "cooler"
    return _than_planned(told, way, f"Its value holds. Warmth pulls forward, coolness sends back{MEAN_IT}")


def _chroma(told: _Told) -> Said:
    way = "richer" if told["more"] else "greyer"
    return _than_planned(told, way, f"Its value holds. Rich colour comes forward, grey goes back{MEAN_IT}")


def _than_planned(told: _Told, way: str, text: str) -> Said:
    return f"{first_upper(told['drift'].name)} {way} than planned", text, ()


def _detail(told: _Told) -> Said:
    return (
        f"{first_upper(told['drift'].name)} has {told['times']:.0f} times the detail planned by now",
        "Detail calls the eye. Leave it, or draw it together with one broad stroke, and spend detail at the focus.",
        (),
    )


WORDS = {"value": _value, "warmth": _warmth, "chroma": _chroma, "detail": _detail}


def say_drift(finding: Finding, unit: Unit, *, transparent: bool) -> Judgement:
    """Say what left the plan in a plane."""
    told = _Told(finding, unit, transparent)
    return say(finding, "log", WORDS[told["left"]](told))


def say_tried(
    drifts: tuple[Drift, ...], after: dict[int, PlaneRead], rank: int, depth: DepthSurvey, state: State
) -> str:
    """Say what a colour that is tried over a plane does to its value and its borders."""
    before = {each.rank: each.painted.value for each in drifts}
    drift = next(each for each in drifts if each.rank == rank)
    if rank not in after:
        return "Too little of this plane is seen on the photo."
    value = after[rank].value
    said = [f"{first_upper(drift.name)} goes from {before[rank]:.1f} to {value:.1f}; {drift.final:.1f} is planned."]
    for each in crossings(rank, value, before, depth.given.borders, state.brief.gap):
        name, length = state.planes[each.other - 1].name, say_length(each.border.length_cm, state.brief.unit)
        said.append(
            f"It stands clear of {name} again, {each.apart:.1f} along {length}."
            if each.clear
            else f"It comes within {each.apart:.1f} of {name} along {length}: that border goes soft."
        )
    warmer = after[rank].warm - drift.painted.warm
    if abs(warmer) >= WARMER:
        said.append(f"It turns {'warmer' if warmer > 0 else 'cooler'}.")
    return " ".join(said)
