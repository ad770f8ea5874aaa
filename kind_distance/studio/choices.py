"""What follows from the sides a painter takes, where it is told rather than planned."""

from __future__ import annotations

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.media import medium_of
from kind_distance.core.schedule.rest import audit_momentum, audit_return
from kind_distance.core.schedule.work import Work
from kind_distance.rows import State
from kind_distance.studio.clock import minute_of, say_date

HALFWAY = 0.5


def judge_choices(state: State, work: Work) -> list[Judgement]:
    """Judge rest or momentum, and whether the photo is followed as wanted."""
    brief, found = state.brief, []
    if brief.rest_or_go == "rest":
        back = None if brief.return_on is None else minute_of(brief.return_on)
        found += audit_return(work.problem, work.schedule, back, "" if back is None else say_date(back))
    elif brief.rest_or_go == "momentum":
        found += audit_momentum(work.problem)
    return [*found, *_fidelity(state, work), *_against_medium(state)]


def _against_medium(state: State) -> list[Judgement]:
    """Ask about darks first in a paint that cannot cover them."""
    brief = state.brief
    if not medium_of(brief.medium).transparent or brief.school != "dark_to_light":
        return []
    return [
        Judgement(
            "dark_first", "dark_first", "passes", "mild", "Dark to light in watercolour",
            "Transparent paint cannot lighten what is dark: a pale wash beside a dark one picks it up, and over it "
            "does not show. The palest planes first keep clean; darks first want every light kept free.", 20.0, (),
            (Remedy("Light to dark", "set_brief", {"school": "light_to_dark"}),),
        )
    ]  # fmt: skip


def _fidelity(state: State, work: Work) -> list[Judgement]:
    wish = state.brief.fidelity
    if wish == "follow":
        bare = [each for each in state.departures if not each.reason.strip()]
        if bare:
            remedy = Remedy("Show where", "choose_source", {"source": bare[0].source})
            return [
                Judgement(
                    "departs", "departs", "sources", "note",
                    "A departure without a reason" if len(bare) == 1 else f"{len(bare)} departures without a reason",
                    "You follow the photo here. Write why it is left, or leave the departure out.", 2.0, (), (remedy,),
                )
            ]  # fmt: skip
    halfway = work.passes and len(work.done) >= HALFWAY * len(work.passes)
    if wish == "depart" and halfway and not state.departures:
        return [
            Judgement(
                "literal", "literal", "passes", "note", "Half is painted, and nothing departs from the photo",
                "You wanted to depart from it: what could be left out, moved or exaggerated from here on?", 4.0, (),
            )
        ]  # fmt: skip
    return []
