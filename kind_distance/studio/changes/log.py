"""Changes of the log: what is to be mended next time, and the sentences by which the painting is finished."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import Field

from kind_distance.core.picture.page import check_corners
from kind_distance.errors import DomainError
from kind_distance.rows import CriterionRecord, MendRecord
from kind_distance.rows.words import Settled, SurfaceFound
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Point, Text
from kind_distance.studio.changes.desk import Changed, Desk, clean_text, find, next_number, put, without
from kind_distance.studio.changes.easel import moment

CHANGES = (
    "add_mend", "settle_mend", "remove_mend", "add_criterion", "settle_criterion", "remove_criterion", "set_corners",
    "set_photo_aside",
)  # fmt: skip
LONGEST = 200
WORDS = {"done": "done", "waived": "waived", "": "open again"}


def set_corners(
    desk: Desk, *, source: Number, corners: Annotated[list[Point], Field(max_length=4)] | None = None
) -> Changed:
    """Say where the painting is on a photo of it, in shares of the photo; without corners they are found again."""
    record = find(desk.state, "source", source)
    if record.kind != "progress":
        raise DomainError(f"{record.name} is no photo of the painting.", "Bring one on Log.")
    given = () if not corners else tuple(check_corners([(x, y) for x, y in corners]))
    said = "found anew" if not given else "set"
    return put(desk.state, replace(record, corners=given)), f"Corners of {record.name}: {said}"


def set_photo_aside(desk: Desk, *, source: Number, aside: bool) -> Changed:
    """Say that what the painter sees counts, and not this photo of the painting; or take it up again."""
    record = find(desk.state, "source", source)
    if record.kind != "progress":
        raise DomainError(f"{record.name} is no photo of the painting.", "Bring one on Log.")
    said = f"{record.name}: what is seen counts" if aside else f"{record.name} counts again"
    return put(desk.state, replace(record, set_aside=aside)), said


def add_mend(
    desk: Desk, *, text: Text, minutes: Annotated[int, Field(ge=1, le=240)] | None = None,
    source: Number | None = None, x: FiniteFloat | None = None, y: FiniteFloat | None = None,
    surface: SurfaceFound = "", reach: Annotated[float, Field(ge=0.005, le=0.5)] | None = None,
) -> Changed:  # fmt: skip
    """Write down what is to be mended next time: its goal, minutes allowed, and its place on the painting.

    The place is in shares of the painting; `source` is the photo of it on which the place was shown. A place that
    shines otherwise than the rest says how, and how wide it is.
    """
    if source is not None:
        find(desk.state, "source", source)
    if (x is None) != (y is None) or not all(0 <= each <= 1 for each in (x, y) if each is not None):
        raise DomainError("That place is outside the painting.", "Press a place on it.")
    if bool(surface) != (reach is not None) or (surface and x is None):
        raise DomainError("A dull or glossy place has its middle and its width.", "Press it on the painting.")
    said = clean_text(text, "goal", LONGEST)
    place = (None, None) if x is None or y is None else (round(x, 5), round(y, 5))
    record = MendRecord(next_number(desk.state, "mend"), said, moment(desk), minutes, source, x=place[0], y=place[1],
                        surface=surface, reach=None if reach is None else round(reach, 4))  # fmt: skip
    return put(desk.state, record), f"To mend: {said[:60]}"


def _reason(settled: str, reason: str) -> str:
    """Check the reason: what is waived says why."""
    said = clean_text(reason, "reason", LONGEST, needed=False)
    if settled == "waived" and not said:
        raise DomainError("What is waived says why.", "Write the reason in a few words.")
    return said


def settle_mend(desk: Desk, *, mend: Number, settled: Settled, reason: Text = "") -> Changed:
    """Say that something is mended, or waived with a reason, or open again."""
    record = replace(find(desk.state, "mend", mend), settled=settled, reason=_reason(settled, reason))
    return put(desk.state, record), f"{record.text[:50]}: {WORDS[settled]}"


def remove_mend(desk: Desk, *, mend: Number) -> Changed:
    """Take back what was to be mended; the diary keeps that it was written."""
    record = find(desk.state, "mend", mend)
    return without(desk.state, "mend", mend), f"Taken back: {record.text[:50]}"


def add_criterion(desk: Desk, *, text: Text) -> Changed:
    """Write down a sentence by which the painting is finished."""
    said = clean_text(text, "criterion", LONGEST)
    if any(each.text.casefold() == said.casefold() for each in desk.state.criteria):
        raise DomainError("This criterion is written already.", "Write another one.")
    return put(desk.state, CriterionRecord(next_number(desk.state, "criterion"), said)), f"Finished when: {said[:60]}"


def settle_criterion(desk: Desk, *, criterion: Number, settled: Settled, reason: Text = "") -> Changed:
    """Say that a criterion is met, or waived with a reason, or open again."""
    record = find(desk.state, "criterion", criterion)
    record = replace(record, settled=settled, reason=_reason(settled, reason))
    return put(desk.state, record), f"{record.text[:50]}: {'met' if settled == 'done' else WORDS[settled]}"


def remove_criterion(desk: Desk, *, criterion: Number) -> Changed:
    """Take a criterion back."""
    record = find(desk.state, "criterion", criterion)
    return without(desk.state, "criterion", criterion), f"Taken back: {record.text[:50]}"
