"""Changes of the brief: title, idea, medium, support, ground."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.clock import iso, minute_of
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.schools import school_of
from kind_distance.errors import UnsafeOrderError
from kind_distance.rows import Brief
from kind_distance.rows.checking import checked_brief
from kind_distance.studio.changes.arguments import settable
from kind_distance.studio.changes.desk import Changed, Desk, told
from kind_distance.studio.changes.passes import in_order_of_school

CHANGES = ("set_brief",)
SETS = {
    "set_brief": settable(
        Brief, "main_source", "chosen_thumbnail", "passes_by_hand", "focus_x", "focus_y", "focus_reach",
        "veil", "visibility_km", "pull", "key", "gap", "airlight",
    )
}  # fmt: skip
# Fields that may be emptied again; for the others nothing said means nothing changed.
EMPTIED = ("focus_plane", "ground_value", "pace", "return_on")


def set_brief(desk: Desk, **said: Any) -> Changed:  # noqa: ANN401  fields of a brief
    """Change what the painter wants; what is not named stays. An empty deadline takes it away."""
    before = desk.state.brief
    said = {name: value for name, value in said.items() if value is not None or name in EMPTIED}
    deadline = said.get("deadline")
    if deadline is not None:
        said["deadline"] = None if not deadline.strip() else iso(minute_of(deadline))[:10]
        said.setdefault("deadline_for", before.deadline_for or "gift")
    if said.get("return_on"):
        said["return_on"] = iso(minute_of(said["return_on"]))[:10]
    brief = checked_brief(told(desk, before, said))
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
    names = [key.replace("_cm", "").replace("_", " ") for key in said]
    return state, f"Brief: {', '.join(names)}"
