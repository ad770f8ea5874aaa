"""The hand-over sheet of a finished painting: what it is, when it dries, how to care for it."""

from __future__ import annotations

from kind_distance.clock import say_date
from kind_distance.core.paint.media import medium_of
from kind_distance.core.wording import first_upper, say_list, say_size
from kind_distance.errors import DomainError
from kind_distance.exchange.handover import HandOver, draw_hand_over
from kind_distance.rows import State
from kind_distance.stages.log.record import varnish_span
from kind_distance.studio.survey import Survey

# How to care for a painting. Common practice, no source; a conservator knows more, and labels come first.
CARE: dict[str, tuple[str, ...]] = {
    "paper": (
        "Behind glass, with a mat or spacers so that the paint does not touch it; out of direct sun and damp.",
        "Never wipe it, wet or dry.",
    ),
    "oil": (
        "Let air to it until it is dry through; nothing is laid or leaned on it, and it is not wrapped in plastic.",
        "Out of direct sun, away from heaters. Dust it with a soft dry brush, never with water or cleaner.",
    ),
    "acrylic": (
        "Not below 5 °C and not hot: the film grows brittle in the cold and sticky in heat.",
        "Nothing is laid face to face on it. Dust it with a soft dry brush.",
    ),
}


def open_before_handing_over(state: State, found: Survey) -> list[str]:
    """List what stands against handing a painting over: what is neither painted, met nor waived with a reason."""
    done = {each.pass_id for each in found.work.done}
    left = [each for each in found.work.passes if each.id not in done and each.kind != "varnish"]
    said = [] if not left else [f"{len(left)} {'pass is' if len(left) == 1 else 'passes are'} not painted yet."]
    said += [f"Not met: {each.text}" for each in state.criteria if not each.settled]
    return said + [f"To mend: {each.text}" for each in state.to_mend if not each.settled]


def hand_over_sheet(state: State, found: Survey, now_min: int) -> bytes:
    """Draw the sheet.

    Raises
    ------
    DomainError
        While something that is required is open: it is finished, or waived with a reason, first.
    """
    still = open_before_handing_over(state, found)
    if still:
        raise DomainError(
            f"It is not finished: {still[0]}", "Paint it, or waive it with a reason under “Before it is finished”."
        )
    brief, work = state.brief, found.work
    medium = medium_of(brief.medium)
    span = varnish_span(work, now_min)
    painted = sorted(each.end for each in work.done)
    dates = []
    if painted:
        first, last = say_date(painted[0]), say_date(painted[-1])
        dates.append(f"Painted {'on ' + first if first == last else f'from {first} to {last}'} (by the log).")
    if span is not None:
        early, late = say_date(span[0]), say_date(span[1])
        when = f"from {late} on" if early == late else f"between {early} and {late}"
        dates.append(
            f"Dry through {when}: an estimate from the air it was painted in, later where paint lies thick. "
            "The label of a varnish comes first."
        )
    if any(each.kind == "varnish" and each.id in {d.pass_id for d in work.done} for each in work.passes):
        dates.append("It is varnished.")
    paints = {medium.later_paint, *(each.paint for each in work.passes)}
    care = CARE["acrylic"]
    if medium.transparent or "gouache" in paints:
        care = CARE["paper"]
    elif "oil" in paints:
        care = CARE["oil"]
    hazards = sorted({each.hazard for each in state.tubes if each.hazard and not each.barred})
    notes = [
        f"After a picture by {each.maker}: {each.permission or 'no permission is noted'}."
        for each in state.sources
        if each.maker.strip()
    ]
    waived = [f"{each.text} (left so: {each.reason})" for each in state.criteria if each.settled == "waived"]
    waived += [f"{each.text} (left so: {each.reason})" for each in state.to_mend if each.settled == "waived"]
    layers = [first_upper(each.said) for each in work.passes if each.id in {d.pass_id for d in work.done}]
    parts = [
        ("Dates", tuple(dates)),
        ("How it is made", (f"{medium.name} on {brief.support}, in {len(layers)} layers: {say_list(layers[:8])}"
                            f"{' and more' if len(layers) > 8 else ''}.",)),
        ("Care", (*care, *(f"Its paints: {each}" for each in hazards[:4]))),
        ("Whose it is", tuple(notes)),
        ("Left so on purpose", tuple(waived)),
    ]  # fmt: skip
    facts = f"{say_size(brief.width_cm, brief.height_cm, brief.unit)}. {brief.idea}".strip()
    return draw_hand_over(HandOver(brief.title, facts, tuple((head, lines) for head, lines in parts if lines)))
