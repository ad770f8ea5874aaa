"""What is found on a composition, in a painter's words: what was measured, why it matters and what can be done."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.core.judgement import Finding, Judgement, Remedy, most_costly_first
from kind_distance.core.picture.composition_audit import SeenThumbnail, audit_composition
from kind_distance.core.picture.horizon import LEVEL_TOLERANCE
from kind_distance.core.wording import say_length, say_minutes
from kind_distance.stages.telling import Said, Told, say

STAGE = "thumbnails"


@dataclass(frozen=True)
class _Told(Told):
    """A finding, and the thumbnail it was made on."""

    given: SeenThumbnail

    def show(self) -> Remedy:
        """Point at the places of a finding."""
        return Remedy("Show where", "show_places", {"places": [list(place) for place in self["places"]]})

    def crops(self) -> Remedy:
        """Offer other crops."""
        return Remedy("Look at other crops", "show_crops", {"source": self.given.source})

    def straighten(self) -> Remedy:
        """Offer to turn the photo level."""
        return Remedy(
            f"Straighten by {abs(self['tilt_deg']):.1f}°", "straighten",
            {"source": self.given.source, "tilt_deg": self["wanted_deg"]},
        )  # fmt: skip

    def plan(self, label: str, kind: str, points: list[tuple[float, float]], reason: str, **more: object) -> Remedy:
        """Offer a departure from the photo."""
        places = [list(point) for point in points]
        change = {"source": self.given.source, "kind": kind, "points": places, "reason": reason}
        return Remedy(label, "add_departure", {**change, **more})


def _where(x: float, y: float) -> str:
    across = "left" if x < 0.36 else "right" if x > 0.64 else "middle"
    down = "upper" if y < 0.36 else "lower" if y > 0.64 else "middle"
    return "in the middle" if across == down == "middle" else f"{down} {across}".replace("middle middle", "middle")


def _focus_cut_off(told: _Told) -> Said:
    return (
        "The focus is cut off",
        "The crop leaves out the place where the eye is to stay. Move the viewfinder over it, or mark another focus.",
        (Remedy("Show the whole photo", "set_thumbnail", {"thumbnail": told.given.number, "whole": True}),),
    )


def _leaning_water(told: _Told) -> Said:
    tilt, known, slope = told["tilt_deg"], told["known"], told["skyline_deg"]
    what = "The water" if told["water"] else "The horizon"
    doubt = "" if known else " If that line is a slope and no horizon, mean it so."
    said = "" if slope is None else f" The skyline's own slope ({abs(slope):.0f}°) is land's to have."
    return (
        f"{what} leans by {abs(tilt):.1f}°" if known else f"Does the horizon lean by {abs(tilt):.1f}°?",
        f"It falls to the {'right' if tilt > 0 else 'left'}. From {LEVEL_TOLERANCE}° on water seems to run out of "
        f"the picture.{said}{doubt}",
        (told.straighten(),),
    )


def _halved(told: _Told) -> Said:
    return (
        "The horizon halves the picture",
        f"It lies at {100 * told['height']:.0f} % of the height. Equal halves compete; a third, less or more "
        "says which of the two the painting is about. A reflection may want just this.",
        (told.crops(),),
    )


def _hot_spots(told: _Told) -> Said:
    spot, count = told["strongest"], told["count"]
    by = (
        f"{spot.step:.0f} more coloured than what is around it"
        if spot.chroma
        else f"{spot.step:.1f} lighter on the value scale than what is around it"
    )
    return (
        f"A spot {_where(spot.x, spot.y)} competes with the focus" + (f", and {count - 1} more" if count > 1 else ""),
        f"It is {by}. Small lights and colours pull the eye as hard as a large one; tone the strongest down, or "
        "join it to a mass; the others may then do.",
        (told.show(),),
    )


def _light_gap(told: _Told) -> Said:
    where, step, count = _where(*told["at"]), told["step"], told["count"]
    if "box" not in told:
        return (
            f"{count} light gaps far off",
            f"The strongest {where}, {step:.1f} lighter than the mass around it. Light through "
            "leaves is lovely near by; far off many gaps bring a plane forward. Keep two or three, close the rest.",
            (told.show(),),
        )
    more = f" One of {count} in the far planes." if count > 1 else ""
    return (
        "A light gap far off",
        f"{where.capitalize()}, {step:.1f} lighter than the mass around it.{more} Scattered lights "
        "bring a far plane forward and break it up.",
        (
            told.plan("Leave it out", "left_out", told["box"], "A light gap in a far plane."),
            Remedy("Show where", "show_places", {"places": [list(told["at"])]}),
        ),
    )


def _leads_out(told: _Told) -> Said:
    first = told["strongest"]
    along = f"{100 * first.at:.0f} % {'along' if first.side in ('top', 'bottom') else 'down'}"
    return (
        "A strong edge leaves the picture",
        f"Over the {first.side} side, {along}, with a step of {first.step:.1f}: as strong as anything at "
        "the focus. The eye follows it out; soften it toward the rim, or let something stand before it.",
        (told.show(),),
    )


def _cut_across(told: _Told) -> Said:
    line, ends = told["line"], told["ends"]
    return (
        "A line cuts the picture",
        f"At {100 * line.height:.0f} % of the height an edge runs {100 * line.length:.0f} % of the width, with a "
        f"step of {line.strength:.1f}. It parts the picture in two; break, bend or soften it somewhere.",
        (
            told.plan("Plan to bend it", "bent", ends, "It cuts the picture from side to side.", shift=[0.0, -0.04]),
            Remedy("Show where", "show_places", {"places": [list(end) for end in ends]}),
        ),
    )


def _one_sided(told: _Told) -> Said:
    return (
        f"The {told['side']} side carries the weight",
        f"{100 * told['share']:.0f} % of what is dark or contrasting lies there. A small strong "
        "thing far on the other side would hold it, or another crop.",
        (told.crops(),),
    )


def _leans_one_way(told: _Told) -> Said:
    return (
        f"Nearly everything leans {told['side']}",
        f"{100 * told['share']:.0f} % of the slanting edges lean that way: branches, slopes, "
        "strokes. A few against it keep the eye inside.",
        (),
    )


def _leaning_uprights(told: _Told) -> Said:
    tilt, level = told["tilt_deg"], told["level"]
    draw = " The horizon is level: do not turn the photo, draw them upright." if level else ""
    return (
        f"Uprights lean by {abs(tilt):.1f}°",
        f"To the {'right' if tilt > 0 else 'left'}. A camera held up or askew does that; walls and masts will "
        f"look as if they fell.{draw}",
        () if level else (told.straighten(),),
    )


def _too_much(told: _Told) -> Said:
    return (
        "More than the time allows",
        f"Its edges are {say_length(told['edges_cm'], told.given.unit)} long on your support; to place every shape "
        f"once takes about {say_minutes(told['minutes'])}, and the sessions have {say_minutes(told['have'])}. Join "
        "shapes, take a simpler crop, or plan more time.",
        (told.crops(),),
    )


def _small_work(told: _Told) -> Said:
    return (
        "Small work for this support",
        f"Half of the shapes are narrower than {say_length(told['typical_cm'], told.given.unit)}. Join them, or "
        "take a larger support.",
        (),
    )


WORDS: dict[str, Callable[[_Told], Said]] = {
    "focus_cut_off": _focus_cut_off,
    "leaning_water": _leaning_water,
    "halved": _halved,
    "hot_spots": _hot_spots,
    "light_gap": _light_gap,
    "leads_out": _leads_out,
    "cut_across": _cut_across,
    "one_sided": _one_sided,
    "leans_one_way": _leans_one_way,
    "leaning_uprights": _leaning_uprights,
    "too_much": _too_much,
    "small_work": _small_work,
}


def say_composition(finding: Finding, given: SeenThumbnail) -> Judgement:
    """Put a finding on a composition into words."""
    return say(finding, STAGE, WORDS[finding.kind](_Told(finding, given)))


def judge_composition(given: SeenThumbnail) -> list[Judgement]:
    """Judge a composition, most costly first."""
    return most_costly_first([say_composition(finding, given) for finding in audit_composition(given)])
