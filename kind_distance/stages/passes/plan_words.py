"""What is found of materials, of the plan, of passes put by hand and of a day to be ready by, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from kind_distance.core.judgement import Finding, Judgement, Remedy, most_costly_first
from kind_distance.core.paint.media import SAID, Medium
from kind_distance.core.passes.kinds import KINDS
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.passes.order import audit_passes
from kind_distance.core.passes.wanted import Wanted, audit_wanted
from kind_distance.core.schedule.deadline import Deadline, GivenUp, audit_deadline, next_day, say_iso
from kind_distance.core.schedule.model import Help, Placement, Problem
from kind_distance.core.schedule.placed_by_hand import audit_by_hand
from kind_distance.core.schedule.plan import Schedule
from kind_distance.core.schedule.wet import audit_wet
from kind_distance.core.schedule.work import Easel, Work
from kind_distance.core.wording import Unit, clock, first_upper, say_area, say_length, say_list, say_minutes
from kind_distance.stages.passes.pass_words import say_cannot
from kind_distance.stages.passes.schedule_words import say_conflict, say_help, say_rule, say_unplaced
from kind_distance.stages.passes.wanted_words import say_seen_to
from kind_distance.stages.telling import Said, Told, say

NO_SINGLE_HELP = " No longer session and no few more of the same kind would hold it: thin the plan, or add sessions."
MOST_NAMED = 3
HALF_DAY_MIN = 12 * 60
SayDay = Callable[[float], str]


# -- passes and their materials ---------------------------------------------------------------------------------------


def _unsafe_order(told: Told, _medium: Medium, _unit: Unit) -> Said:
    lower, upper = told["lower"], told["upper"]
    remedies = []
    if told["isolates"]:
        coat: dict[str, object] = {"kind": "isolating", "before": upper.id}
        remedies.append(Remedy("An isolating coat between", "add_pass", coat))
    same: dict[str, object] = {"number": upper.id, "paint": lower.paint}
    remedies.append(Remedy(f"{first_upper(upper.said)} in {SAID[lower.paint]}", "set_pass", same))
    if told["turns"]:
        first: dict[str, object] = {"number": upper.id, "before": lower.id}
        remedies.append(Remedy(f"{first_upper(upper.said)} first", "move_before", first))
    return (
        f"{first_upper(upper.said)} does not hold on {lower.said}",
        f"{first_upper(SAID[upper.paint])} over {SAID[lower.paint]}, as pass {told['number']} and a later "
        f"one. {say_cannot(told['why'])} If you know better, say in writing why.",
        tuple(remedies),
    )


def _no_pass(told: Told, medium: Medium, unit: Unit) -> Said:
    plane, (rank,) = told["plane"], told.finding.ranks
    add: dict[str, object] = {"plane": rank, "kind": "block_in"}
    return (
        f"Nothing paints {plane.name}",
        f"{say_area(plane.area_cm2, unit)} would stay bare ground.",
        (Remedy(f"Add its {medium.block_in}", "add_pass", add),),
    )


OF_PASSES: dict[str, Callable[[Told, Medium, Unit], Said]] = {"unsafe_order": _unsafe_order, "no_pass": _no_pass}


def judge_passes(
    passes: list[Pass],
    planes: list[PlaneFacts],
    medium: Medium,
    finished: set[int] | None = None,
    unit: Unit = "cm",
) -> list[Judgement]:
    """Judge a list of passes by its materials, most costly first; see ``audit_passes``."""
    found = audit_passes(passes, planes, finished)
    return most_costly_first([say(each, "passes", OF_PASSES[each.kind](Told(each), medium, unit)) for each in found])


def judge_wanted(wanted: list[Wanted], passes: list[Pass]) -> list[Judgement]:
    """Judge which kept lights no pass sees to."""
    found = []
    for finding in audit_wanted(wanted, passes):
        told = Told(finding)
        name, said = told["wanted"].name, say_seen_to(told["wanted"].how)
        text = f"{name} is on the list of what you want. {said} What has no pass is forgotten at the easel."
        add = Remedy("Add lights and accents", "add_pass", {"kind": "lights"})
        found.append(say(finding, "passes", (f"No pass sees to {name}", text, (add,))))
    return found


# -- what is done in wet paint ----------------------------------------------------------------------------------------


def judge_wet(problem: Problem, placements: Sequence[Placement]) -> list[Judgement]:
    """Judge what was to be done in wet paint and comes when it has closed."""
    found = []
    for finding in audit_wet(problem, placements):
        told = Told(finding)
        own, base, gone = told["pass"], told["base"], told["expired"]
        dry_kind = KINDS[own.kind].dry_form
        dry_name = KINDS[dry_kind].name if dry_kind else ""
        remedies = [Remedy(f"Make it dry: {dry_name}", "make_dry", {"number": own.id})]
        if told["fits"]:
            right_after: dict[str, object] = {"number": own.id, "session": gone.base_session, "start": gone.base_end}
            remedies.insert(0, Remedy(f"Right after it, at {clock(gone.base_end)}", "place_pass", right_after))
        text = (
            f"{first_upper(base.said)} stays open until about {clock(gone.open_until)}; this ends at "
            f"{clock(told['end'])}. Then nothing blends any more: it becomes {dry_name} over dry paint, "
            f"and takes about {told['more_min']} min more."
        )
        title = f"{first_upper(own.said)} comes when the paint has closed"
        found.append(say(finding, "sessions", (title, text, tuple(remedies))))
    return found


# -- passes put by hand -----------------------------------------------------------------------------------------------

# Title, state of what lies there, and why it matters; a glaze wants it firm, or dry through where it was told so.
# Common practice, no source.
OF_FILMS = {
    "undry": ("goes on wet paint", "wet", "What lies there is picked up by the brush and goes to mud."),
    "tacky": (
        "is painted into tacky paint", "tacky", "Half-dry paint tears and lifts in patches: wait, or be quicker.",
    ),
    "glaze_early": (
        "comes before what it lies on is {wanted}", "not {wanted}",
        "A glaze over paint that is not firm lifts it or drags it.",
    ),
    "varnish_early": (
        "comes before the painting is dry through", "not dry through",
        "Varnish shuts the film: what still dries under it clouds and cracks. Labels come first.",
    ),
    "undry_through": (
        "comes before what it lies on is dry through", "not dry through",
        "The upper layer shuts the lower one, which still moves.",
    ),
}  # fmt: skip


def _by_hand(told: Told, unit: Unit) -> tuple[str, str]:
    kind = told.finding.kind
    if kind in OF_FILMS:
        title, state, why = OF_FILMS[kind]
        wanted = "firm" if told["needs"] == "firm" else "dry through"
        title, state = title.format(wanted=wanted), state.format(wanted=wanted)
        short, ready = told["short_min"], told["ready"]
        when = clock(ready) if short < HALF_DAY_MIN else f"{say_minutes(short)} later"
        lower = first_upper(told["lower"].said)
        return title, f"{lower} is {state} until about {when}: {say_minutes(short)} too soon. {why}"
    names = say_list([each.said for each in told["before"]])
    if kind == "before_base":
        return "stands before what it lies on", f"It stands before {names}. {say_rule(told['why'])}"
    cut = f"By your order {names} comes first: {say_length(told['cm'], unit)} of border would be cut round later."
    return "comes out of your order", cut


def judge_by_hand(problem: Problem, schedule: Schedule, unit: Unit = "cm") -> list[Judgement]:
    """Judge the passes that were put by hand; see ``audit_by_hand``."""
    found = []
    for finding in audit_by_hand(problem, schedule):
        told = Told(finding)
        each, placement = told["pass"], told["placement"]
        remedies = [Remedy("Let the plan find its place", "free_pass", {"number": each.id})]
        if told["place"] is not None:
            session, start = told["place"]
            where = "" if session.id == placement.session_id else f"{session.name}, "
            there: dict[str, object] = {"number": each.id, "session": session.id, "start": start}
            remedies.insert(0, Remedy(f"Begin at {where}{clock(start)}", "place_pass", there))
        title, text = _by_hand(told, unit)
        said = f"{first_upper(each.said)} {title}", f"You put it at {clock(placement.start)}. {text}", tuple(remedies)
        found.append(say(finding, "sessions", said))
    return found


# -- the day it has to be ready by ------------------------------------------------------------------------------------

READY_MEANS = {
    "gift": "touch dry, and signed",
    "trip": "dry through where that takes days; oil touch dry, in a rack that touches nothing",
    "sale": "varnished, and the varnish dry",
}
DRY_SAID = {False: "touch dry", True: "dry enough to be packed"}


def _given_up(thing: GivenUp) -> Remedy:
    if thing.each is None:
        return Remedy("Give it away unvarnished, and varnish later", "set_brief", {"deadline_for": "gift"})
    if thing.what == "pass":
        return Remedy(f"Leave out {thing.each.said}", "remove_pass", {"number": thing.each.id})
    thin: dict[str, object] = {"number": thing.each.id, "thickness": thing.thickness}
    return Remedy(f"{first_upper(thing.each.said)} in a thin film", "set_pass", thin)


def _too_late(told: Told, say_day: SayDay) -> Said:
    deadline = told["deadline"]
    title = f"Not ready for {deadline.purpose.name} on {say_day(deadline.day)}"
    if "ready" not in told:
        return (
            title,
            f"{say_minutes(told['left_min'])} of painting have no place, so no day can be promised; your sessions "
            f"before then hold {say_minutes(told['hold_min'])}. Give them a place first.",
            (),
        )
    ready = told["ready"]
    last = ready.last
    state = "ready" if last.paint == "dry" else "dry through" if ready.varnish else DRY_SAID[deadline.purpose.through]
    backward = (
        f"Counted backward, it would have to be on by {say_day(told['latest'])}."
        if told["can"]
        else "Counted backward, it would have to be on already: no plan of yours makes that day."
    )
    varnish = " and the varnish a day more" if ready.varnish else ""
    move: dict[str, object] = {"deadline": say_iso(ready.minute)}
    return (
        title,
        f"The last stroke of {last.said} is on {say_day(ready.painted_at)}; it needs up to "
        f"{say_minutes(told['needs_min'])} to be {state}{varnish}: {say_day(ready.minute)}, "
        f"{say_minutes(told['late_min'])} too late. {backward}",
        (
            *(_given_up(each) for each in told["give_up"]),
            Remedy(f"Move the day to {say_day(next_day(ready.minute))}", "set_brief", move),
        ),
    )


def judge_deadline(problem: Problem, schedule: Schedule, deadline: Deadline, say_day: SayDay) -> list[Judgement]:
    """Judge a plan against the day it has to be ready by; `say_day` says a clock minute as a day."""
    found = audit_deadline(problem, schedule, deadline)
    return [say(each, "sessions", _too_late(Told(each), say_day)) for each in found]


# -- what finds no place ----------------------------------------------------------------------------------------------


def _remedy(problem: Problem, offer: Help) -> Remedy:
    label = first_upper(say_help(problem, offer))
    if offer.days == 0:
        return Remedy(label, "set_session", {"session": offer.session_id, "minutes": offer.minutes})
    more: dict[str, object] = {
        "session": offer.session_id, "minutes": offer.minutes, "days": offer.days, "times": offer.times,
    }  # fmt: skip
    return Remedy(label, "copy_session", more)


def judge_unplaced(problem: Problem, schedule: Schedule, *, taken: bool) -> list[Judgement]:
    """Say what found no place, once, with what would help; `taken` where it is a plan the painter took."""
    if not schedule.unplaced or not problem.sessions:
        return []
    by_id = {each.id: each for each in problem.passes}
    left = [by_id[each.pass_id] for each in schedule.unplaced]
    minutes, titles, offers = sum(each.minutes for each in left), [each.said for each in left], schedule.helps
    more = f" and {len(titles) - MOST_NAMED} more" if len(titles) > MOST_NAMED else ""
    said = first_upper(say_list(titles[:MOST_NAMED]) + more)
    if taken:
        would = " It is the plan you took that leaves it; worked out afresh, it may fit."
        remedies = [Remedy("Discard the plan", "let_plan_go"), Remedy("Plan it anew", "take_plan", {"way": "anew"})]
    else:
        knot = say_conflict(problem, schedule.conflict)
        help_said = (
            f" What would do: {' or '.join(say_help(problem, offer) for offer in offers)}."
            if offers
            else NO_SINGLE_HELP
        )
        would = f" {knot}{help_said}"
        remedies = [_remedy(problem, offer) for offer in offers]
        for number in schedule.conflict.give_up:
            each = by_id[number]
            label = f"Leave out {each.said} ({each.minutes} min)"
            remedies.append(Remedy(label, "remove_pass", {"number": number}))
    title = f"{len(left)} {'pass finds' if len(left) == 1 else 'passes find'} no place"
    text = f"{said}: {minutes} min. {say_unplaced(schedule.unplaced[0].why)}{would}"
    return [say(Finding("does_not_fit", "strong", weight=float(minutes)), "sessions", (title, text, tuple(remedies)))]


def judge_work(work: Work, easel: Easel) -> list[Judgement]:
    """Judge passes that were put to work: materials, wet paint, what was put by hand, what fits, the day."""
    finished = {each.pass_id for each in easel.done}
    late = [] if easel.deadline is None else judge_deadline(work.problem, work.schedule, easel.deadline, easel.say_day)
    return [
        *judge_passes(work.passes, work.planes, easel.medium, finished, easel.unit),
        *judge_wet(work.problem, work.schedule.placements),
        *judge_by_hand(work.problem, work.schedule, easel.unit),
        *judge_unplaced(work.problem, work.schedule, taken=bool(easel.kept)),
        *late,
    ]
