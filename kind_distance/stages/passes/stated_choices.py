"""What follows from the sides a painter takes, where it is told rather than planned."""

from __future__ import annotations

from kind_distance.clock import minute_of, say_date
from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.media import medium_of
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import say_list
from kind_distance.rows import State
from kind_distance.stages.sessions.session_words import judge_momentum, judge_return

HALFWAY = 0.5
DAY = 1440


def judge_choices(state: State, work: Work, now_min: int) -> list[Judgement]:
    """Judge rest or momentum, and whether the photo is followed as wanted."""
    brief, found = state.brief, []
    if brief.rest_or_go == "rest":
        back = None if brief.return_on is None else minute_of(brief.return_on)
        found += judge_return(work.problem, work.schedule, back, "" if back is None else say_date(back))
    elif brief.rest_or_go == "momentum":
        found += judge_momentum(work.problem)
    return [
        *found,
        *_fidelity(state, work),
        *_against_medium(state),
        *_named_late(state),
        *_nothing_next(state, work, now_min),
    ]


def _named_late(state: State) -> list[Judgement]:
    """Tell of things that were named after painting had begun."""
    late = [each for each in state.elements if each.named_late and not each.given_up]
    if not late:
        return []
    rank = {plane.number: plane.rank for plane in state.planes}
    first = next((rank[each.plane] for each in late if each.plane is not None), 1)
    return [
        Judgement(
            "named_late:" + "-".join(str(each.number) for each in late), "named_late", "planes", "note",
            f"{say_list([each.name for each in late])} came after painting had begun",
            "What comes late changes what is there: look again at where the eye goes, at the values around its place, "
            "and at which plane stands before it, before you paint it.", 5.0, (first,),
            (Remedy("Show its plane", "choose_plane", {"plane": first}),),
        )
    ]  # fmt: skip


def _nothing_next(state: State, work: Work, now_min: int) -> list[Judgement]:
    """Tell of a painting that was begun and has neither a session ahead nor a day to be ready by."""
    open_passes = [each for each in work.passes if each.id not in {done.pass_id for done in work.done}]
    ahead = any(session.end > now_min for session in work.sessions)
    dated = state.brief.deadline is not None or state.brief.return_on is not None
    if not work.done or not open_passes or ahead or dated:
        return []
    remedies: tuple[Remedy, ...] = ()
    if work.sessions:
        last = work.sessions[-1]
        days = max(1, -(-(now_min + DAY - last.start) // DAY))
        remedies = (
            Remedy("A session tomorrow", "copy_session",
                   {"session": last.id, "minutes": last.whole_min, "days": days, "times": 1}),
        )  # fmt: skip
    return [
        Judgement(
            "no_next", "no_next", "sessions", "note", "Nothing is planned for it any more",
            f"{len(open_passes)} passes are open, next {open_passes[0].said}; there is no session ahead and no day by "
            "which it is to be ready. Plan a session, say a day of return, or call it finished.",
            4.0, (), remedies,
        )
    ]  # fmt: skip


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
