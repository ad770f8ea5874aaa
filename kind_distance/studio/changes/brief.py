"""Changes of the brief: title, idea, medium, support, ground."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.core.light.wanted import light_wanted
from kind_distance.core.paint.drawing import drawing_detail_of, drawing_medium_of
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.schools import school_of
from kind_distance.core.schedule.deadline import purpose_of
from kind_distance.errors import DomainError, UnsafeOrderError
from kind_distance.store.records import Brief
from kind_distance.studio.changes.desk import Changed, Desk, clean_text
from kind_distance.studio.changes.passes import in_order_of_school
from kind_distance.studio.clock import iso, minute_of

CHANGES = ("set_brief",)
SMALLEST_CM, LARGEST_CM = 2.0, 1000.0


def checked_brief(brief: Brief) -> Brief:
    """Check a brief and bring its texts in order; raise DomainError where it makes no sense."""
    for side, name in ((brief.width_cm, "width"), (brief.height_cm, "height")):
        if not SMALLEST_CM <= side <= LARGEST_CM:
            raise DomainError(
                f"A support with a {name} of {side:g} cm is none one can paint on.",
                f"Enter a {name} between {SMALLEST_CM:g} cm and {LARGEST_CM / 100:g} m.",
            )
    medium_of(brief.medium)
    ground_of(brief.ground)
    school_of(brief.school)
    drawing_medium_of(brief.drawing_medium)
    drawing_detail_of(brief.drawing_detail)
    light_wanted(brief.light, None)
    if brief.deadline_for:
        purpose_of(brief.deadline_for)
    if brief.unit not in ("cm", "in"):
        raise DomainError("Lengths are in cm or in inches.", "Choose one of the two.")
    return replace(
        brief,
        title=clean_text(brief.title, "title", 120),
        idea=clean_text(brief.idea, "main idea", 300, needed=False),
        support=clean_text(brief.support, "support", 40),
    )


def set_brief(
    desk: Desk,
    *,
    title: str | None = None,
    idea: str | None = None,
    medium: str | None = None,
    support: str | None = None,
    width_cm: float | None = None,
    height_cm: float | None = None,
    unit: str | None = None,
    ground: str | None = None,
    school: str | None = None,
    drawing_medium: str | None = None,
    drawing_detail: str | None = None,
    deadline: str | None = None,
    deadline_for: str | None = None,
    light: str | None = None,
) -> Changed:
    """Change what the painter wants; what is not named stays. An empty deadline takes it away."""
    wanted = {
        "title": title,
        "idea": idea,
        "medium": medium,
        "support": support,
        "width_cm": width_cm,
        "height_cm": height_cm,
        "unit": unit,
        "ground": ground,
        "school": school,
        "drawing_medium": drawing_medium,
        "drawing_detail": drawing_detail,
        "deadline": deadline,
        "deadline_for": deadline_for,
        "light": light,
    }
    before = desk.state.brief
    given: dict[str, Any] = {k: v for k, v in wanted.items() if v is not None}
    if deadline is not None:
        given["deadline"] = None if not deadline.strip() else iso(minute_of(deadline))[:10]
        given.setdefault("deadline_for", before.deadline_for or "gift")
    brief = checked_brief(replace(before, **given))
    state = replace(desk.state, brief=brief)
    if brief.medium != before.medium and before.passes_by_hand:
        if any(each.done_end is not None for each in state.passes):
            raise UnsafeOrderError(
                f"Some passes are painted in {medium_of(before.medium).name.lower()} already.",
                "Duplicate the painting to plan it in another medium.",
            )
        state = replace(state, brief=replace(brief, passes_by_hand=False), passes=(), kept_plan=())
    if brief.school != before.school:
        state = in_order_of_school(state, desk)
        return state, f"Order: {school_of(brief.school).name.lower()}"
    names = [key.replace("_cm", "").replace("_", " ") for key, value in wanted.items() if value is not None]
    return state, f"Brief: {', '.join(names)}"
