"""What the scheduler says of a plan, in a painter's words: rules, reasons, what finds no place, offers, waits."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from kind_distance.core.judgement import Why
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.conflict import Conflict
from kind_distance.core.schedule.critical_path import Slack
from kind_distance.core.schedule.model import BREAK_MIN, Help, Milestone, Problem
from kind_distance.core.schedule.offers import Difference
from kind_distance.core.schedule.other_paintings import Wait
from kind_distance.core.wording import Unit, clock, first_upper, say_length, say_list, say_minutes

MOST_NAMED = 6  # passes of a knot that are named
DAY_MIN = 1440
LONG_MIN = 12 * 60  # a wait as long is told as a span, and not by the clock

WANTS = {
    "done": "lies on it",
    "not_tacky": "goes into open paint or onto dry paint, never into what is tacky",
    "touch_dry": "goes over paint that is touch dry",
    "firm": "goes over paint that has been touch dry about as long again",
    "through_dry": "goes over paint that is dry through",
}
OFFERS = {
    "order": "Keep my order",
    "few": "Move as little as helps",
    "anew": "Plan it anew",
}

RULES: dict[str, Callable[[Why, Unit], str]] = {
    "finish": lambda _why, _unit: "The last look needs everything in place.",
    "sides": lambda _why, _unit: "Sides follow the edges.",
    "varnish": lambda why, _unit: f"Varnish goes on when {why['under']} is dry through.",
    "lies_on": lambda why, _unit: (
        f"{first_upper(why['title'])} of {why['place'] or 'the whole surface'} {WANTS[why['needs']]}."
    ),
    "under_the_paint": lambda why, _unit: f"The {why['kind']} lies under the paint.",
    "comes_last": lambda _why, _unit: "It comes when everything else is in place.",
    "shuts_in": lambda _why, _unit: "It shuts in, or frees, what lies there.",
    "wet_across_edge": lambda _why, _unit: "Wet paint beside it would run across a hard edge.",
    "wet_beside": lambda _why, _unit: "Wet paint beside it would run or drag.",
    "over_edge": lambda why, unit: (
        f"{why['near']} goes over the edge of {why['far']}: {say_length(why['border_cm'], unit)} of border."
    ),
    "cut_in_round": lambda why, unit: (
        f"By your order {why['far']} is cut in round {why['near']}: {say_length(why['border_cm'], unit)} of border."
    ),
    "veil_last": lambda _why, _unit: "A veil comes when all it lies before is done.",
    "area_begun": lambda why, _unit: f"By your order what stands before it is laid when {why['name']} is begun.",
    "": lambda _why, _unit: "",
}


def say_rule(why: Why, unit: Unit = "cm") -> str:
    """Say why one pass has to stand before another."""
    return RULES[why.kind](why, unit)


def _film(why: Why, unit: Unit) -> str:
    lower, painted, until = first_upper(why["lower"]), why["painted_at"], why["until"]
    rule = say_rule(why["why"], unit)
    if until - painted > LONG_MIN:
        return f"{lower} needs up to {say_minutes(until - painted)} to dry. {rule}"
    state = "tacky" if why["needs"] == "not_tacky" else "wet"
    when = clock(until) if until // DAY_MIN == painted // DAY_MIN else "the next day"
    return f"{lower} is {state} until about {when}. {rule}"


def _session(why: Why, _unit: Unit) -> str:
    after = f", {why['setup_min']} min after you come" if why["setup_min"] else ""
    return f"{why['name']} begins at {clock(why['start'])}{after}."


def _busy(why: Why, unit: Unit) -> str:
    on: Pass = why["on"]
    said = f"the {on.said}" if on.place else f"'{on.said}'"
    rule = "" if why["rule"] is None else f" {say_rule(why['rule'], unit)}"
    return f"You are on {said} until {clock(why['until'])}.{rule}"


REASONS: dict[str, Callable[[Why, Unit], str]] = {
    "hand": lambda _why, _unit: "You put it there by hand.",
    "session": _session,
    "film": _film,
    "break": lambda why, _unit: (
        f"You have painted for {why['painted_min']:.0f} min: step back for {BREAK_MIN}, look from three metres."
    ),
    "still_on_it": lambda _why, _unit: "You are still on what was begun before.",
    "busy": _busy,
    "follows_in_session": lambda why, _unit: f"It follows {why['before']}, which stands in the same session.",
    "came_first": lambda why, _unit: f"What was painted last in {why['session']} came first in your order.",
    "no_room": lambda why, _unit: f"It takes {why['minutes']} min; {why['session']} had {why['left_min']} left.",
    "not_ready": lambda why, _unit: (
        f"{first_upper(why['lower'])} was not ready in time: {why['session']} ends at {clock(why['end'])}."
    ),
}


def say_reason(why: Why | None, unit: Unit = "cm") -> str:
    """Say why a pass does not stand a minute, or a session, earlier; nothing in the first session."""
    return "" if why is None else REASONS[why.kind](why, unit)


UNPLACED: dict[str, Callable[[Why], str]] = {
    "no_session": lambda _why: "There is no session yet.",
    "waits_for_unplaced": lambda why: f"It waits for {why['before']}, which found no place.",
    "all_over": lambda _why: "All your sessions are over.",
    "longer_than_any": lambda why: f"It takes {why['minutes']} min; your longest session has {why['longest_min']}.",
    "ready_late": lambda why: (
        f"It takes {why['minutes']} min, and {why['lower']} is ready {say_minutes(why['wait_min'])} after "
        f"{why['session']} begins."
    ),
    "none_free": lambda why: f"It takes {why['minutes']} min; no session has so many free after what comes before it.",
}


def say_unplaced(why: Why) -> str:
    """Say why a pass finds no place."""
    return UNPLACED[why.kind](why)


def say_help(problem: Problem, offer: Help) -> str:
    """Say a change of the sessions with which every pass finds a place."""
    if offer.days == 0:
        session = next(each for each in problem.sessions if each.id == offer.session_id)
        return f"{session.name} {offer.minutes - session.whole_min} min longer"
    count = "one more session" if offer.times == 1 else f"{offer.times} more sessions"
    when = ("a day" if offer.days == 1 else f"{offer.days} days") + (" later" if offer.times == 1 else " apart")
    return f"{count} of {offer.minutes} min, {when}"


def say_milestone(milestone: Milestone, passes: Mapping[int, Pass]) -> str:
    """Say what a date hangs on."""
    if milestone.waits_on is None:
        return ""
    return f"{passes[milestone.waits_on].said} is dry through by then at the latest"


def say_conflict(problem: Problem, conflict: Conflict) -> str:
    """Say a conflict with its arithmetic."""
    by_id = {each.id: each for each in problem.passes}
    ahead = [session for session in problem.sessions if session.end > problem.free_from]
    hold = sum(session.end - max(session.start, problem.free_from) for session in ahead)
    named = [by_id[number] for number in conflict.passes]
    if not named or len(named) > MOST_NAMED:
        done = {each.pass_id for each in problem.done}
        wanted = sum(p.minutes for p in problem.passes if p.id not in done and p.kind != "varnish")
        return f"In all {say_minutes(wanted)} of painting and its waits stand against {say_minutes(hold)} of sessions."
    parts = say_list([f"{each.said} ({each.minutes} min)" for each in named])
    minutes = sum(each.minutes for each in named)
    if len(named) == 1:
        return f"{first_upper(parts)} alone finds no session long enough."
    waits = " The waits between them do the rest." if minutes <= hold else ""
    return (
        f"The smallest knot: {parts} cannot all stand; they take {say_minutes(minutes)} and the sessions hold "
        f"{say_minutes(hold)}.{waits}"
    )


def _count(number: int, one: str, many: str) -> str:
    return one if number == 1 else f"{number} {many}"


def say_difference(than: Difference) -> str:
    """Say what a plan would change against the one that stands."""
    parts = []
    if than.placed_min:
        more = "less" if than.placed_min > 0 else "more"
        parts.append(f"{say_minutes(abs(than.placed_min))} {more} find a place")
    if than.sessions:
        saves = "saves" if than.sessions > 0 else "costs"
        parts.append(f"{saves} {_count(abs(than.sessions), 'a session', 'sessions')}")
    if than.sooner_min and not than.placed_min:
        sooner = "sooner" if than.sooner_min > 0 else "later"
        parts.append(f"done {say_minutes(abs(than.sooner_min))} {sooner} at the easel")
    if than.remixes:
        parts.append(f"{'saves' if than.remixes > 0 else 'costs'} {_count(abs(than.remixes), 'a remix', 'remixes')}")
    if than.moved:
        parts.append(f"{_count(than.moved, 'one pass', 'passes')} in another session")
    if parts:
        return ", ".join(parts)
    return "as it stands" if than.same_order else "the same sessions and end, in another order"


def say_slack(slack: Slack, names: Mapping[int, str]) -> str:
    """Say how much later a pass may begin.

    Parameters
    ----------
    names : mapping of int to str
        What each pass is called.
    """
    path = "The end of the plan hangs on it. " if slack.critical else ""
    if slack.into_wet:
        late = f" more than {say_minutes(slack.minutes)}" if slack.minutes else ""
        held = names.get(slack.held_by or 0, "")
        return f"{path}It cannot begin{late} later: the paint of {held} would be tacky."
    if slack.minutes == 0:
        first = "its session ends" if slack.held_by is None else f"{names[slack.held_by]} waits for it"
        return f"{path}It cannot begin later: {first}."
    until = "its session ends" if slack.held_by is None else f"{names[slack.held_by]} would have to wait"
    return f"{path}It may begin up to {say_minutes(slack.minutes)} later, until {until}."


def say_wait(wait: Wait) -> str:
    """Say a wait within a session, and what of another painting has room in it."""
    name = wait.until.said if wait.until.place else f"“{wait.until.title}”"
    other = wait.room_for
    use = "" if other is None else f" Room for “{other.title}”: {other.said}, {other.minutes} min."
    return f"{clock(wait.start)} to {clock(wait.end)}: {wait.end - wait.start} min until {name} can begin.{use}"


BROKEN: dict[str, Callable[[Why], str]] = {
    "painted_twice": lambda why: f"{why['title']} is painted twice",
    "other_minutes": lambda why: f"{why['title']} does not get its {why['minutes']} minutes",
    "outside_session": lambda why: f"{why['title']} lies outside {why['session']}",
    "in_the_past": lambda why: f"{why['title']} lies in the past",
    "no_break": lambda why: f"{why['session']} has no break",
    "two_at_once": lambda why: f"{why['title']} and {why['other']} want the painter at once",
    "lost": lambda why: f"{why['title']} is lost",
    "before_unplaced": lambda why: f"{why['title']} stands before {why['other']}, which has no place",
    "before_its_base": lambda why: f"{why['title']} stands before {why['other']}",
    "not_dry": lambda why: f"{why['title']}: {why['other']} is not {why['needs'].replace('_', ' ')}",
    "beside_not_dry": lambda why: f"{why['title']}: {why['other']} beside it is not {why['needs'].replace('_', ' ')}",
}


def say_broken(why: Why) -> str:
    """Say which rule a plan breaks."""
    return BROKEN[why.kind](why)
