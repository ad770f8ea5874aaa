"""View models of passes and sessions."""

from __future__ import annotations

from typing import Any, cast

from kind_distance.api import models as m
from kind_distance.api.row_views import shown
from kind_distance.clock import say_date, say_moment
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve
from kind_distance.core.paint.media import WATER_BORNE
from kind_distance.core.passes.model import Pass
from kind_distance.core.passes.order import OrderCost
from kind_distance.core.passes.pace import Pace, own_paces, pace_for
from kind_distance.core.passes.wanted import Wanted
from kind_distance.core.schedule.deadline import next_day, purpose_of, ready_at
from kind_distance.core.schedule.model import Placement, Session
from kind_distance.core.schedule.other_paintings import find_waits
from kind_distance.core.schedule.plan import Board
from kind_distance.core.schedule.reasons import Reason
from kind_distance.core.schedule.rules import direct_rules
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import Unit, clock, say_length, say_list, say_minutes, say_range, say_remixes
from kind_distance.follow import step
from kind_distance.rows import SessionRecord, State
from kind_distance.stages.easel.guide import lights_kept
from kind_distance.stages.passes.plan_words import READY_MEANS
from kind_distance.stages.passes.schedule_words import say_milestone, say_reason, say_rule, say_unplaced, say_wait
from kind_distance.stages.passes.wanted_words import say_seen_to
from kind_distance.stages.passes.work import deadline_of, pass_records
from kind_distance.stages.planes.depth import DepthSurvey
from kind_distance.stages.sessions.calendar import following_of, log_of, others_of
from kind_distance.stages.sessions.cautions import CautionSaid, cautions_by_session, dangers_of
from kind_distance.stages.sessions.outdoors import say_sky
from kind_distance.store.records import OtherPaintings, OtherSession, PaintedPass

LONG_WAIT_MIN = 10  # from here on a dryer is offered
LEAST_BURIED = 0.5  # fine work covered again that is worth a word [min]
NEEDS_SAID = {
    "done": "painted",
    "not_tacky": "open or touch dry, never tacky",
    "touch_dry": "touch dry",
    "firm": "firm: touch dry for about as long again",
    "through_dry": "dry through",
}


def cost_view(cost: OrderCost, unit: Unit) -> m.CostView:
    """Show what an order costs."""
    return m.CostView(
        cut_round_said=say_length(cost.cut_round_cm, unit) if cost.cut_round_cm else "nothing",
        cut_round_cm=round(cost.cut_round_cm, 1),
        remixes_said=say_remixes(cost.remixes),
        wait_min=round(cost.wait_min, 1),
        wait_said=say_minutes(cost.wait_min),
        buried_min=round(cost.buried_min, 1),
        buried_said=say_minutes(cost.buried_min) if cost.buried_min >= LEAST_BURIED else "nothing",
        painting_min=cost.painting_min,
        painting_said=say_minutes(cost.painting_min),
    )


def keep_clear(each: Pass, kept: list[tuple[Reserve, KeptLight]]) -> str:
    """Name the lights on a pass's plane that are kept until the end, as it is painted round them."""
    names = [reserve.name for reserve in lights_kept(each, kept)]
    return f"Keep clear: {say_list(names)}." if names else ""


def _smallest(each: Pass, work: Work) -> float | None:
    narrow = None if each.plane is None else work.planes[each.plane - 1].smallest_mm
    return None if narrow is None else round(narrow, 1)


def _passes(state: State, work: Work, kept: list[tuple[Reserve, KeptLight]]) -> list[m.PassView]:
    unit = state.brief.unit
    records = {each.number: each for each in pass_records(state, work.passes)}
    by_id = {each.id: each for each in work.passes}
    waits: dict[int, list[m.WaitView]] = {}
    for rule in direct_rules(work.rules, by_id):
        before = by_id[rule.before]
        waits.setdefault(rule.after, []).append(
            m.WaitView(
                number=rule.before,
                title=before.said,
                needs_said=NEEDS_SAID[rule.needs],
                reason=say_rule(rule.why, unit),
                material=rule.material,
            )
        )
    finished = {each.pass_id for each in work.done}
    return [
        m.PassView(
            **shown(records[each.id], m.PassShown),
            place=place,
            plane=each.plane,
            keeps=keep_clear(each, kept),
            smallest_mm=_smallest(each, work),
            aid=cast("Any", each.aids[0] if each.aids else ""),
            thing=", ".join(each.things),
            planes=list(each.planes),
            done=each.id in finished,
            waits_for=waits.get(each.id, []),
        )
        for place, each in enumerate(work.passes, start=1)
    ]


def say_air(record: SessionRecord) -> str:
    """Say what dries the paint in a session."""
    wind = "still air" if record.wind_m_s < 0.5 else "a light breeze" if record.wind_m_s < 4 else "wind"
    sun = "" if record.sun_w_m2 < 50 else ", some sun" if record.sun_w_m2 < 300 else ", full sun"
    return f"{record.temperature_c:g} °C, {record.humidity:g} %, {wind}{sun}"


def _caution(each: CautionSaid) -> m.CautionView:
    return m.CautionView(kind=each.kind, said=each.said, passes=list(each.passes))


def _sessions(state: State, work: Work, now_min: int) -> list[m.SessionView]:
    views, cautions = [], cautions_by_session(state, work)
    for record, session in zip(state.sessions, work.sessions, strict=True):
        used = sum(p.end - p.start for p in work.schedule.placements if p.session_id == session.id)
        views.append(
            m.SessionView(
                **shown(record, m.SessionShown)
                | {
                    "minutes": session.whole_min,
                    "dangers": list(dangers_of(state, record)),
                },
                name=session.name,
                start_min=session.from_door,
                end_min=session.to_door,
                air_said=say_air(record),
                sky_said=say_sky(state, record),
                cautions=[_caution(each) for each in cautions[record.number]],
                over=session.end <= now_min,
                used_min=used,
            )
        )
    return views


def _placed(
    placement: Placement,
    session: int | None,
    reason: Reason | None,
    unit: Unit,
    *,
    by_hand: bool = False,
    dryer_for: int | None = None,
) -> m.PlacementView:
    film = placement.drying
    dry = ""
    if film.touch_late > film.painted_at:
        dry = f"touch dry in {say_range(film.touch_early - film.painted_at, film.touch_late - film.painted_at)}"
    return m.PlacementView(
        number=placement.pass_id,
        session=session,
        start_min=placement.start,
        end_min=placement.end,
        open_until=film.open_until,
        touch_early=film.touch_early,
        touch_late=film.touch_late,
        through_late=film.through_late,
        span_said=f"{clock(placement.start)} to {clock(placement.end)}",
        dry_said=dry,
        done=reason is None,
        by_hand=by_hand,
        kind="done" if reason is None else reason.kind,
        not_earlier="" if reason is None else say_reason(reason.not_earlier, unit),
        not_session_before="" if reason is None else say_reason(reason.not_session_before, unit),
        wait_min=0 if reason is None else reason.wait_min,
        dryer_for=dryer_for,
    )


def _session_at(sessions: tuple[Session, ...], start: int, end: int) -> int | None:
    for session in sessions:
        if session.start <= start and end <= session.end:
            return session.id
    return None


def _placements(work: Work, unit: Unit) -> list[m.PlacementView]:
    board = Board(work.problem)
    painted = [
        _placed(
            Placement(d.pass_id, -1, d.start, d.end, board.films[d.pass_id]),
            _session_at(work.sessions, d.start, d.end),
            None,
            unit,
        )
        for d in sorted(work.done, key=lambda done: done.start)
    ]
    reasons = {reason.pass_id: reason for reason in work.reasons}
    by_id = {each.id: each for each in work.passes}
    return painted + [
        _placed(
            p,
            p.session_id,
            reasons[p.pass_id],
            unit,
            by_hand=p.pass_id in work.problem.fixed,
            dryer_for=_dryer_for(reasons[p.pass_id], by_id),
        )
        for p in work.schedule.placements
    ]


def _dryer_for(reason: Reason, passes: dict[int, Pass]) -> int | None:
    """Name the pass a dryer would help with: a long wait for paint that water leaves."""
    under = None if reason.waits_on is None else passes[reason.waits_on]
    if under is None or reason.wait_min < LONG_WAIT_MIN or under.paint not in WATER_BORNE or "dryer" in under.aids:
        return None
    return under.id


def _drying(work: Work, now_min: int) -> list[str]:
    said = []
    for title, film in work.films_now():
        if film.touch_late > now_min:
            left = say_range(max(0.0, film.touch_early - now_min), film.touch_late - now_min)
            said.append(f"{title}: touch dry in {left}")
    return said


def _next(state: State, work: Work, now_min: int) -> str:
    begun = {each.number for each in state.sessions if each.began is not None}
    ahead = [s for s in work.sessions if s.end > now_min and s.id not in begun]
    if not ahead:
        return "No session ahead" if work.sessions else "No session yet"
    first = ahead[0]
    where = "outdoors" if first.outdoors else "indoors"
    return f"{say_moment(first.from_door, now_min)}, {where}, {first.whole_min} min"


def _ready(state: State, work: Work) -> m.ReadyView:
    """Say by which day the painting is to be ready, and when it is."""
    brief, wanted = state.brief, deadline_of(state)
    purpose = purpose_of(brief.deadline_for or "gift")
    ready = ready_at(work.problem, work.schedule, purpose) if work.sessions or work.done else None
    said = ""
    if ready is not None:
        day = next_day(ready.minute)
        said = f"Ready for {purpose.name} from {say_date(day)} on"
        if wanted is not None and ready.minute <= wanted.minute:
            spare = (wanted.minute - ready.minute) / 1440
            said += f", {spare:.0f} days before it is wanted" if spare >= 1.5 else ", just in time"
        said += f": {READY_MEANS[purpose.key]}."
    return m.ReadyView(day=brief.deadline, purpose=purpose.key, said=said, light=brief.light)


def _pace(others: OtherPaintings, passes: list[Pass], done: set[int]) -> m.PaceView | None:
    """Say what the log of all paintings says of the painter's pace; None while it is too short."""
    paces = own_paces(log_of(others))
    if not paces:
        return None
    whole = paces[""]
    left = [each for each in passes if each.id not in done]
    ranges = [m.PassRangeView(number=each.id, said=_range_said(paces, each)) for each in left]
    return m.PaceView(
        factor=round(whole.factor, 2),
        said=f"By your log of {whole.count} painted passes you take {whole.factor:.1f} times as long as was planned; "
        f"two of three lie between {whole.low:.1f} and {whole.high:.1f}.",
        ranges=ranges,
    )


def _range_said(paces: dict[str, Pace], each: Pass) -> str:
    pace = pace_for(paces, each.kind)
    if pace is None:
        return ""
    low, likely, high = pace.minutes(each.minutes)
    return f"{low} to {high} min by your log, most likely {likely}"


def _around(work: Work, others: OtherPaintings) -> m.AroundView:
    """Show what else lies on the calendar, and what may be painted while this one dries."""
    waits = find_waits(work.problem, work.schedule, following_of(others))
    ahead = [each for each in others_of(others) if each.end > work.problem.free_from]
    return m.AroundView(
        waits=[m.WaitingView(session=each.session, start_min=each.start, end_min=each.end, said=say_wait(each))
               for each in waits],
        others=[
            m.OtherSessionView(
                painting=each.painting, title=each.title, start_min=each.start, end_min=each.end,
                said=f"{say_moment(each.start)}, {each.minutes} min",
            )
            for each in ahead
        ],
    )  # fmt: skip


@step
def work_view(
    state: State,
    work: Work,
    depth: DepthSurvey,
    wanted: list[Wanted],
    now_min: int,
    around: tuple[tuple[OtherSession, ...], tuple[tuple[int, str, str, int], ...], tuple[PaintedPass, ...]],
) -> m.WorkView:
    """Show passes, sessions and where they stand, with what the other paintings say to this one."""
    others = OtherPaintings(*around)
    unit = state.brief.unit
    by_id = {each.id: each for each in work.passes}
    return m.WorkView(
        passes=_passes(state, work, depth.kept),
        wanted=[
            m.WantedView(
                sort=each.sort, number=each.number, name=each.name, passes=list(each.passes), said=say_seen_to(each.how)
            )
            for each in wanted
        ],
        pace=_pace(others, work.passes, {each.pass_id for each in work.done}),
        around=_around(work, others),
        cost=cost_view(work.cost, unit),
        sessions=_sessions(state, work, now_min),
        placements=_placements(work, unit),
        milestones=[
            m.MilestoneView(
                number=each.pass_id,
                earliest_min=each.earliest,
                earliest_said=say_date(each.earliest),
                because=say_milestone(each, by_id),
            )
            for each in work.schedule.milestones
        ],
        unplaced=[
            m.UnplacedView(number=u.pass_id, title=by_id[u.pass_id].said, why=say_unplaced(u.why))
            for u in work.schedule.unplaced
        ],
        now_min=now_min,
        drying=_drying(work, now_min),
        next_said=_next(state, work, now_min),
        plan_kept=bool(state.kept_plan),
        ready=_ready(state, work),
    )
