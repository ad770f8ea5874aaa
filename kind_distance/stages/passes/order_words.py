"""What the judge of an order found, in a painter's words: one entry for each kind, with what to do about it.

A sentence says what was measured and why it matters; each remedy is a change that one press makes.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.clock import say_date
from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.core.judging.model import Scene
from kind_distance.core.passes.model import Pass
from kind_distance.core.wording import Unit, first_upper, say_length, say_list, say_minutes, say_value
from kind_distance.stages.telling import Said, Told

MOST_NAMED = 3
DAY_MIN = 1440.0
PLANE_KINDS = ("borders_merge", "near_contrast_above_focus", "near_contrast_too_low")
SESSION_KINDS = ("unsafe_place", "light_moved", "long_light")


@dataclass(frozen=True)
class _Told(Told):
    """A finding with all that its words name.

    Parameters
    ----------
    finding : Finding
    scene : Scene
    unit : "cm" or "in"
    """

    scene: Scene
    unit: Unit

    def pass_of(self, number: int) -> Pass:
        """Find a pass by its number."""
        return next(each.given for each in self.scene.passes if each.given.id == number)

    @property
    def first(self) -> Pass:
        """The pass that the finding speaks of first."""
        return self.pass_of(self.finding.passes[0])

    def plane(self, rank: int) -> str:
        """Name a plane."""
        return self.scene.plane(rank).name

    def planes(self, ranks: tuple[int, ...] | None = None) -> str:
        """Name planes, or those of the finding."""
        return _some([self.plane(rank) for rank in (self.finding.ranks if ranks is None else ranks)])

    def passes(self, numbers: tuple[int, ...] | None = None) -> str:
        """Name passes, or those of the finding."""
        return _some([self.pass_of(n).said for n in (self.finding.passes if numbers is None else numbers)])

    def things(self) -> str:
        """Name the things of the finding."""
        return _some([each.name for each in self.scene.things if each.number in self.finding.things])

    def start_of(self, number: int) -> int | None:
        """When a pass begins. [clock min]."""
        return next(each.start for each in self.scene.passes if each.given.id == number)


def _some(names: list[str]) -> str:
    named = list(dict.fromkeys(names))
    if len(named) <= MOST_NAMED + 1:
        return say_list(named)
    return f"{', '.join(named[:MOST_NAMED])} and {len(named) - MOST_NAMED} more"


def _span(minutes: float) -> str:
    """Say a time in the unit one would use: minutes, hours or days."""
    if minutes >= 2 * DAY_MIN:
        return f"{minutes / DAY_MIN:.0f} days"
    return say_minutes(minutes)


Say = Callable[[_Told], Said]


def _wet_under(told: _Told) -> Said:
    under, each = told.pass_of(told["under"]), told.first
    where = "beside it, across an edge that is to stay hard," if told["beside"] else "under it"
    left = max(1.0, told["wants_min"] - told["since_min"])
    return (
        f"{first_upper(each.said)} comes while the paint {'beside' if told['beside'] else 'under'} it is wet",
        f"{first_upper(under.said)} {where} has had {_span(told['since_min'])} and wants about "
        f"{_span(told['wants_min'])} to touch dry. Crisp or covering paint on it is dragged or runs. "
        f"Wait about {_span(left)} more, or paint it wet into wet on purpose.",
        (
            Remedy("It is meant wet into wet", "set_pass", {"number": each.id, "wants": "any"}),
            *_dryer(under),
        ),
    )


def _dryer(under: Pass) -> tuple[Remedy, ...]:
    if under.paint in ("oil", "dry", "varnish") or "dryer" in under.aids:
        return ()
    return (Remedy(f"Dry {under.said} with a dryer", "set_pass", {"number": under.id, "aids": ["dryer"]}),)


def _glaze(told: _Told) -> Said:
    under, each = told.pass_of(told["under"]), told.first
    return (
        f"{first_upper(each.said)} comes before the paint under it is firm",
        f"{first_upper(under.said)} has had {_span(told['since_min'])} and wants about "
        f"{_span(told['wants_min'])}. A transparent coat on paint that is not firm lifts it or drags it. "
        "Wait about as long again as it takes to touch dry.",
        _dryer(under),
    )


def _tacky(told: _Told) -> Said:
    under, each = told.pass_of(told["under"]), told.first
    return (
        f"{first_upper(each.said)} goes over paint that has closed and is not dry",
        f"{first_upper(under.said)} stays open about {_span(told['open_min'])} and wants about "
        f"{_span(told['wants_min'])} to touch dry; this comes after {_span(told['since_min'])}. "
        "The brush pulls it up. Go over it at once, or when it is dry.",
        (Remedy("Wait until it is dry", "set_pass", {"number": each.id, "wants": "touch_dry"}), *_dryer(under)),
    )


def _blend(told: _Told) -> Said:
    each = told.first
    remedies = []
    if "mist" not in each.aids:
        remedies.append(Remedy("Mist it", "set_pass", {"number": each.id, "aids": [*each.aids, "mist"]}))
    if each.paint == "watercolour" and "wetted" not in each.aids:
        remedies.insert(0, Remedy("Soak the sheet first", "set_pass", {"number": each.id, "aids": ["wetted"]}))
    remedies.append(Remedy("In two parts", "split_pass", {"number": each.id}))
    return (
        f"{first_upper(each.said)} outlasts its paint",
        f"It takes {say_minutes(told['minutes'])}; in that air its paint stays open about "
        f"{say_minutes(told['open_min'])}. What was laid first closes before the last is blended into it. "
        "Keep it wet, or blend it in parts that end at an edge.",
        tuple(remedies),
    )


def _varnish(told: _Told) -> Said:
    under, each = told.pass_of(told["under"]), told.first
    start = told.start_of(each.id)
    ready = "" if start is None else f" From {say_date(start + told['left_min'])} on it is safe."
    return (
        "The varnish comes before the paint under it is dry through",
        f"{first_upper(under.said)} is dry on its skin, not under it: it wants about "
        f"{_span(told['wants_min'])} in all.{ready} Varnish shuts in what has not dried, which then "
        "clouds or cracks. The label of the varnish comes first.",
        (),
    )


def _lean(told: _Told) -> Said:
    under, each = told.pass_of(told["under"]), told.first
    return (
        f"{first_upper(each.said)} is leaner than what it lies on",
        f"{first_upper(under.said)} holds more oil and goes on moving as it hardens; a thinned layer over it "
        "dries first and cracks. Use paint from the tube, or with a little more oil.",
        (
            Remedy("From the tube", "set_pass", {"number": each.id, "oil": "tube"}),
            Remedy("With more oil", "set_pass", {"number": each.id, "oil": "fat"}),
        ),
    )


def _far_after_near(told: _Told) -> Said:
    cm: dict[int, float] = told["cm"]
    far, near = told.planes(told["far"]), told.planes(told["near"])
    cuts = [f"{told.pass_of(n).said}: {say_length(length, told.unit)}" for n, length in cm.items()]
    first = min(
        (each.given.id for each in told.scene.passes if set(each.given.planes) & set(told["near"])),
        default=told.first.id,
    )
    return (
        f"{far} {'come' if len(told['far']) > 1 else 'comes'} after {near}",
        f"{near} {'stand' if len(told['near']) > 1 else 'stands'} already, and "
        f"{say_length(sum(cm.values()), told.unit)} of hard edge {'have' if len(cm) else 'has'} to be cut round "
        f"({_some(cuts)}). Farther first, the nearer plane simply goes over that edge.",
        tuple(
            Remedy(f"{first_upper(told.pass_of(n).said)} first", "move_before", {"number": n, "before": first})
            for n in list(cm)[:2]
            if n != first
        ),
    )


def _item_missing(told: _Told) -> Said:
    name, painted, wanted = told.things(), told["painted"], told["wanted"]
    number = told.finding.things[0]
    thing = next(each for each in told.scene.things if each.number == number)
    remedies: tuple[Remedy, ...] = (
        Remedy("Give it passes", "add_recipe", {"element": number}),
        Remedy("No longer wanted", "set_element", {"element": number, "given_up": "No longer wanted."}),
    )
    if painted:
        return (
            f"{painted} of {wanted} {name}",
            f"You want {wanted}; {told.passes()} paints {painted}. What has no pass is forgotten at the easel.",
            remedies[1:],
        )
    if thing.rank is None:
        remedies = remedies[1:]
    own = [each.given for each in told.scene.passes if thing.rank in each.given.planes and each.given.kind == "details"]
    if own:
        within = Remedy(f"It is painted with {own[0].said}", "name_in_pass", {"number": own[0].id, "element": number})
        remedies = (within, *remedies)
    return (
        f"No pass paints {name}",
        f"{name} is on your list, and no pass names it. What has no pass is forgotten at the easel.",
        remedies,
    )


def _buried(told: _Told) -> Said:
    each, by = told.first, told.pass_of(told["by"])
    how = "stands before most of it" if told["nearer"] else "goes over the same place"
    return (
        f"{first_upper(each.said)} will be covered",
        f"{say_minutes(told['minutes'])} of fine work; {by.said} {how} later. Do the fine work after it, "
        "or leave out what nobody will see.",
        (Remedy(f"{first_upper(by.said)} first", "move_before", {"number": by.id, "before": each.id}),),
    )


def _ahead(told: _Told) -> Said:
    bare = told.planes(told["bare"])
    return (
        f"Fine work while {bare} {'are' if len(told['bare']) > 1 else 'is'} bare",
        f"{first_upper(told.passes())} {'come' if len(told.finding.passes) > 1 else 'comes'} while "
        f"{100 * told['share']:.0f} % of the surface has no paint yet. Details and lights are judged against "
        "what is around them, and there is nothing yet: bring the masses up first.",
        tuple(
            Remedy(
                f"{first_upper(each.given.said)} first", "move_before",
                {"number": each.given.id, "before": told.finding.passes[0]},
            )
            for each in told.scene.passes
            if each.given.kind in ("block_in", "blend") and set(each.given.planes) & set(told["bare"])
        )[:2],
    )  # fmt: skip


def _serves_nothing(told: _Told) -> Said:
    focus = told.scene.focus
    there = "" if focus is None else f"; {told.plane(focus)}, which it is about, gets {_span(told['focus_min'])}"
    return (
        f"Fine work far off: {told.planes()}",
        f"{first_upper(told.passes())}: {_span(told['minutes'])} of fine work{there}. Sharp detail far "
        "from the focus pulls it forward. A hint of a few minutes is enough there.",
        (Remedy("Make it five minutes", "set_pass", {"number": told.first.id, "minutes": 5}),),
    )


def _merged(told: _Told) -> Said:
    far, near = told.finding.ranks
    return (
        f"{told.plane(far)} and {told.plane(near)} are planned too close",
        f"They meet along {say_length(told['cm'], told.unit)} at {say_value(told['far_value'])} and "
        f"{say_value(told['near_value'])}, {told['apart']:.1f} apart: the edge that is to part them "
        "is lost. Half a step is the least that reads.",
        (
            *_apart(told, far, near),
            Remedy("Show the border", "show_border", {"far": far, "near": near}),
            Remedy("A soft edge is meant", "set_pair_edge", {"far": far, "near": near, "edge": "soft"}),
        ),
    )


def _apart(told: _Told, far: int, near: int) -> tuple[Remedy, ...]:
    """Offer to move either plane so far that the border reads again."""
    values = {far: told["far_value"], near: told["near_value"]}
    found = []
    for moved, stays in ((near, far), (far, near)):
        way = 0.6 if values[moved] >= values[stays] else -0.6
        wanted = round(values[stays] + way, 1)
        if not 1.8 <= wanted <= 9.4:
            wanted = round(values[stays] - way, 1)
        arguments: dict[str, object] = {"plane": moved, "value": wanted}
        found.append(Remedy(f"{told.plane(moved)} to {say_value(wanted)}", "set_planned_value", arguments))
    return tuple(found)


def _too_dark(told: _Told) -> Said:
    each, darkest = told.first, told["darkest"]
    return (
        f"{first_upper(each.said)} is too dark for where it stands",
        f"Its mix lies at {say_value(told['value'])}; {told.planes()} may go down to {say_value(darkest)}. "
        "Darker than its distance lets it be, it comes forward. Lighten the mix.",
        (Remedy(f"Mix it at {say_value(darkest)}", "set_pass", {"number": each.id, "value": round(darkest, 1)}),),
    )


def _above_focus(told: _Told) -> Said:
    near, focus = told.finding.ranks[0], told["focus_rank"]
    return (
        f"{told.plane(near)} has more contrast than {told.plane(focus)}",
        f"It spans {told['range']:.1f} steps; {told.plane(focus)}, which the painting is about, "
        f"{told['focus']:.1f}. The eye goes where contrast is strongest. Draw its lights and darks together, "
        "or let the focus have more.",
        (Remedy(f"Choose {told.plane(near)}", "choose_plane", {"plane": near}),),
    )


def _too_flat(told: _Told) -> Said:
    near = told.finding.ranks[0]
    return (
        f"{told.plane(near)} is flat for the nearest plane",
        f"It spans {told['range']:.1f} steps where planes behind it span up to "
        f"{told['behind']:.1f}: it stands there like a card. Give it darker darks or a light or two, unless "
        "it is meant as a plain frame.",
        (Remedy(f"Choose {told.plane(near)}", "choose_plane", {"plane": near}),),
    )


def _underlay(told: _Told) -> Said:
    each = told.first
    plane = each.planes[0] if each.planes else told.finding.ranks[0]
    return (
        f"{first_upper(each.said)} will not shine on what is under it",
        f"It is to be {say_value(told['value'])} in clear paint on {say_value(told['under'])}: what is "
        "dark comes through, and the colour goes dull or green. A pale opaque base under it keeps it bright.",
        (
            Remedy("Add a pale base", "add_base", {"number": each.id}),
            Remedy("It is opaque paint", "set_pass", {"number": each.id, "opacity": "opaque"}),
        )
        if plane
        else (),
    )


def _reserve(told: _Told) -> Said:
    each, lights = told.first, list(told["lights"])
    what = say_list(lights) if lights else f"{told.planes()}, which stays nearly as light as the ground,"
    return (
        f"{first_upper(each.said)} runs over {say_list(lights) if lights else told.planes()}",
        f"{what} {'are' if len(lights) > 1 else 'is'} to stay free, and this pass goes over {told.planes()} without "
        "naming it. A light that is lost in transparent paint does not come back. Go round it.",
        (Remedy("It goes round", "spare_lights", {"number": each.id}),) if lights else (),
    )


def _line(told: _Told) -> Said:
    each = told.first
    return (
        f"The drawn line stays visible in {told.planes()}",
        f"Nothing that covers {told.planes()} afterwards hides a line in one coat. Draw it fainter there, "
        "brush it off, or draw with thin paint.",
        (
            Remedy("It will be brushed off", "set_pass", {"number": each.id, "line_removed": "brushed_off"}),
            Remedy("Draw with thin paint", "set_pass", {"number": each.id, "drawing_medium": "thin_paint"}),
            Remedy("The line is meant", "set_pass", {"number": each.id, "line_meant": True}),
        ),
    )


def _brush(told: _Told) -> Said:
    each, narrow = told.first, told["narrowest_mm"]
    return (
        f"The brush for {each.said} is too wide",
        f"Its mark is {told['mark_mm']:g} mm; {told.things()} "
        f"{'want' if len(told.finding.things) > 1 else 'wants'} {narrow:g} mm. Put a finer brush out before you begin.",
        (Remedy(f"A mark of {narrow:g} mm", "set_pass", {"number": each.id, "mark_mm": narrow}),),
    )


def _light_moved(told: _Told) -> Said:
    until = told["until"]
    gone = (
        "The light you want is not there then" if until is None else f"The light you want is there until {_hour(until)}"
    )
    return (
        f"{first_upper(told.passes())}: the light has moved",
        f"{gone}; {say_minutes(told['outside_min'])} of what is judged by it lie outside. Colours chased "
        "after light that has gone no longer agree. Fix the light by a photo, stop, or come back at the same hours.",
        (Remedy("It does not hang on the light", "set_pass", {"number": told.first.id, "in_light": False}),),
    )


def _long_light(told: _Told) -> Said:
    session = next(each for each in told.scene.sessions if each.number == told.finding.sessions[0])
    return (
        f"{session.name}: {say_minutes(told['minutes'])} in one light",
        "In about an hour and a half the sun goes on by more than twenty degrees: shadows and colours at the end are "
        "other ones than at the start. Fix the light in a photo, paint its masses first and stop, or come back at the "
        "same hour.",
        (
            Remedy("Fix it in a photo", "set_brief", {"moving_light": "fix"}),
            Remedy("I go after the light", "set_brief", {"moving_light": "chase"}),
        ),
    )


def _mud(told: _Told) -> Said:
    each = told.first
    wait = Remedy("Wait until it is dry", "set_pass", {"number": each.id, "wants": "touch_dry"})
    return (
        f"{first_upper(each.said)}: {told['layers']} wet layers on one another",
        f"Together about {told['thickness']:.0f} times a usual film, and all of it still gives: each stroke "
        "takes up what is under it, and colours go to mud. Let it dry, scrape it down, or lay it thinner.",
        (wait, *_dryer(told.pass_of(told.finding.passes[-1]))),
    )


def _hour(minute: float) -> str:
    return f"{int(minute) % 1440 // 60}:{int(minute) % 60:02d}"


def _unsafe(told: _Told) -> Said:
    session = next(each for each in told.scene.sessions if each.number == told.finding.sessions[0])
    return (
        f"{session.name}: a dangerous place to stand",
        f"{first_upper(say_list(list(session.hazards)))}. No picture is worth it: look for another spot, and keep to "
        "local rules and official warnings.",
        (
            Remedy("Another spot is found", "set_session", {"session": session.number, "hazards": [], "dangers": []}),
            Remedy(
                "Paint it indoors",
                "set_session",
                {"session": session.number, "outdoors": False, "hazards": [], "dangers": []},
            ),
        ),
    )


WORDS: dict[str, Say] = {
    "wet_under": _wet_under,
    "glaze_too_early": _glaze,
    "tacky_rework": _tacky,
    "blend_outlasts_paint": _blend,
    "varnish_too_early": _varnish,
    "lean_over_fat": _lean,
    "far_after_near": _far_after_near,
    "item_missing": _item_missing,
    "effort_buried": _buried,
    "finished_far_ahead": _ahead,
    "detail_serves_nothing": _serves_nothing,
    "borders_merge": _merged,
    "dark_too_far_back": _too_dark,
    "near_contrast_above_focus": _above_focus,
    "near_contrast_too_low": _too_flat,
    "needs_underlay": _underlay,
    "reserve_crossed": _reserve,
    "line_shows_through": _line,
    "brush_too_wide": _brush,
    "light_moved": _light_moved,
    "unsafe_place": _unsafe,
    "long_light": _long_light,
    "wet_load": _mud,
}


def say_finding(finding: Finding, scene: Scene, unit: Unit, number_of: dict[int, int]) -> Judgement:
    """Put a finding into words.

    Parameters
    ----------
    finding : Finding
    scene : Scene
    unit : "cm" or "in"
    number_of : dict of int to int
        Number of each plane by its rank: it stays when planes change places.
    """
    title, text, remedies = WORDS[finding.kind](_Told(finding, scene, unit))
    stage = "planes" if finding.kind in PLANE_KINDS else "sessions" if finding.kind in SESSION_KINDS else "passes"
    names = [
        *(f"n{number}" for number in finding.passes[:1]),
        *(f"p{number_of[rank]}" for rank in (finding.ranks if finding.kind in PLANE_KINDS else ())),
        *(f"e{number}" for number in (finding.things if finding.kind == "item_missing" else ())),
        *(f"d{number}" for number in finding.sessions),
    ]
    return Judgement(
        ":".join([finding.kind, *names]),
        finding.kind,
        stage,
        finding.severity,
        title,
        text,
        finding.weight,
        finding.ranks,
        remedies,
        finding.passes,
        finding.things,
        finding.sessions,
    )
