"""The readings of a thumbnail in words: what was measured, how, and what it cannot say. None is a mark for beauty."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.picture.composition import (
    CUTS_LENGTH,
    EDGE_CM_PER_MIN,
    EXIT_STEP,
    GAP_STEP,
    SHAPE_MIN,
    SLANTING,
    SPOT_CHROMA,
    SPOT_REACH,
    SPOT_STEP,
    UPRIGHT,
    competing,
)
from kind_distance.core.picture.divisions import DIVISIONS, Division, distance_to, rabatment
from kind_distance.core.picture.horizon import ANGLES, LEVEL_TOLERANCE
from kind_distance.core.picture.thumbnail import KEY_HIGH, KEY_LOW
from kind_distance.core.wording import say_length, say_list, say_minutes
from kind_distance.pictures.plates import framing_of, settings_of, size_on_support
from kind_distance.rows import State, ThumbnailRecord
from kind_distance.stages.thumbnails.reading import Seen

SEEN_LIGHTER = 0.25  # difference of mean values from which on one looks lighter [V]; common practice, no source
FELT = 0.04  # share of weight off the middle that is not felt; common practice, no source


@dataclass(frozen=True)
class Fact:
    """One reading: its name, what was measured, and by which method, within which limits."""

    key: str
    name: str
    said: str
    how: str


def _masses(seen: Seen) -> Fact:
    r = seen.thumbnail.reading
    parts = [
        f"{100 * s:.0f} % at {v:.1f}" for s, v in sorted(zip(r.shares, r.values, strict=True), key=lambda p: -p[1])
    ]
    return Fact(
        "masses", "Masses", f"{say_list(parts)}; {r.key} key.",
        f"Share of the picture in each step and the step's own mean. The key is the median value: under {KEY_LOW} low, "
        f"over {KEY_HIGH} high.",
    )  # fmt: skip


def _shapes(seen: Seen) -> Fact:
    r = seen.thumbnail.reading
    return Fact(
        "shapes", "Shapes",
        f"Reads as {r.effective_shapes:.1f} shapes; the largest holds {100 * r.largest_share:.0f} %. Contours are "
        f"{r.contour:.1f} times width plus height.",
        "As many equal shapes would spread the area alike (exponential of the entropy). It hardly changes "
        "with size or "
        f"compression, as the contour does not; the plain count ({r.shapes}) does, so nothing is judged by it.",
    )  # fmt: skip


def _weight(seen: Seen) -> Fact:
    left = seen.composition.left
    if abs(left - 0.5) <= FELT:
        said = "Left and right weigh the same."
    else:
        side = "left" if left > 0.5 else "right"
        said = f"The {side} weighs more: {100 * max(left, 1 - left):.0f} %."
    return Fact(
        "weight", "Weight", said,
        "Darkness against the picture's own lights, and contrast with what is around. Faces, figures and words "
        "weigh more to the eye than this can know.",
    )  # fmt: skip


def _horizon(seen: Seen) -> Fact:
    line = seen.horizon.line
    if line is None:
        said = "Not sure. Drag it to where it is, or leave it."
    else:
        level = "level" if abs(line.tilt_deg) <= LEVEL_TOLERANCE else f"leaning by {abs(line.tilt_deg):.1f}°"
        said = f"{100 * line.height:.0f} % down, {level}."
    if seen.skyline_tilt is not None:
        said += f" The skyline slopes by {abs(seen.skyline_tilt):.1f}°, which land may."
    if seen.water_tilt is not None:
        said += f" The water's edge lies within {abs(seen.water_tilt):.1f}° of level."
    return Fact(
        "horizon", "Horizon", said,
        f"The longest nearly level change of value, within {ANGLES[-1]:.0f}° of level; sure only where the marked sky "
        "ends there or nothing else comes close. Hills hide the true horizon.",
    )  # fmt: skip


def _spots(seen: Seen) -> Fact:
    spots = seen.composition.hot_spots
    rivals = competing(spots, seen.composition.focus_spot)
    said = f"{len(spots)} outside the focus, {len(rivals) or 'none'} as strong as it."
    return Fact(
        "hot_spots", "Small lights and colours", said,
        f"Places under {100 * SPOT_REACH:.0f} % of the picture's side that are {SPOT_STEP} lighter or "
        f"{SPOT_CHROMA:.0f} more coloured than what surrounds them.",
    )  # fmt: skip


def _gaps(seen: Seen) -> Fact:
    gaps = seen.composition.gaps
    return Fact(
        "gaps", "Light gaps far off", f"{len(gaps) or 'None'} in the far planes.",
        f"Tiny places at least {GAP_STEP} lighter than the mass around them, in marked planes behind the focus. "
        "Without marked planes none is looked for.",
    )  # fmt: skip


def _leads(seen: Seen) -> Fact:
    exits, cutting = seen.composition.exits, seen.composition.cutting
    said = f"{len(exits) or 'No'} strong {'edge leaves' if len(exits) == 1 else 'edges leave'} the picture"
    said += f", {len(cutting) or 'no'} {'line runs' if len(cutting) == 1 else 'lines run'} across all of it."
    return Fact(
        "leads", "Ways out", said,
        f"Steps of {EXIT_STEP} and more on the rim of the thumbnail; level edges along {100 * CUTS_LENGTH:.0f} % of "
        "the width that are not the horizon.",
    )  # fmt: skip


def _leaning(seen: Seen) -> Fact:
    right, upright = seen.composition.leaning_right, seen.composition.upright_tilt
    said = f"{100 * right:.0f} % of slanting edges lean right."
    if upright is not None:
        said += f" Uprights lean by {abs(upright):.1f}°."
    return Fact(
        "leaning", "Direction", said,
        f"Edges of the photo {SLANTING[0]:.0f}° to {SLANTING[1]:.0f}° off the upright, weighed by their contrast; "
        f"uprights are those within {UPRIGHT:.0f}°.",
    )  # fmt: skip


def _hues(seen: Seen) -> Fact:
    told = [f"{hue.name} {hue.corner}, {100 * hue.share:.1f} %" for hue in seen.composition.lonely]
    said = f"{'; '.join(told).capitalize()}." if told else "No colour lives in one corner alone."
    return Fact(
        "hues", "Colours in one corner", said,
        "Colours of the photo that are seen in one quarter and nowhere else. Whether one wants an answer across the "
        "picture is judged beside the mixes, once there is a focus: it may be what the picture is about.",
    )  # fmt: skip


def _effort(seen: Seen, state: State) -> Fact:
    c, unit = seen.complexity, state.brief.unit
    minutes = sum(session.minutes for session in state.sessions)
    have = f" The sessions have {say_minutes(minutes)}." if minutes else ""
    return Fact(
        "effort", "Effort",
        f"{say_length(c.edges_cm, unit)} of edges, a typical shape {say_length(c.typical_cm, unit)} wide: about "
        f"{say_minutes(c.minutes)} to place every shape once.{have}",
        f"{say_length(EDGE_CM_PER_MIN, unit)} of considered edge a minute and {SHAPE_MIN} minutes a shape, from "
        "memory; your own pace rules.",
    )  # fmt: skip


def facts_of(seen: Seen, state: State) -> list[Fact]:
    """Say everything that was read on a thumbnail."""
    parts = [_masses, _shapes, _weight, _horizon, _spots, _gaps, _leads, _leaning, _hues]
    return [*(part(seen) for part in parts), _effort(seen, state)]


def divisions_for(state: State, record: ThumbnailRecord) -> list[tuple[Division, tuple[float, float], float | None]]:
    """List divisions of a thumbnail on its support, with its size [cm] and how far the focus lies from each [cm]."""
    framing = framing_of(state, record)
    width, height = size_on_support(state, framing)
    focus = settings_of(state, record).focus
    found = [*DIVISIONS.values(), rabatment(width, height)]
    return [
        (each, (width, height), None if focus is None else distance_to(each, focus.x, focus.y, width, height))
        for each in found
        if each.across or each.down
    ]


def differs(record: ThumbnailRecord, seen: tuple[float, ...], chosen: ThumbnailRecord, other: tuple[float, ...]) -> str:
    """Say in a few words how a thumbnail differs from the chosen one.

    Parameters
    ----------
    record, chosen : ThumbnailRecord
    seen, other : tuple of float
        Share times value of each step, darkest first, of the two; their sums are the mean values.
    """
    if record.number == chosen.number:
        return ""
    lighter = sum(seen) - sum(other)
    simpler = record.smallest_share > 1.5 * chosen.smallest_share or record.softness > 1.3 * chosen.softness
    finer = record.smallest_share * 1.5 < chosen.smallest_share or record.softness * 1.3 < chosen.softness
    told = (
        (record.source != chosen.source, "another source"),
        (record.steps != chosen.steps, f"{record.steps} values for {chosen.steps}"),
        (record.even != chosen.even, "equal steps" if record.even else "cuts found"),
        (record.crop != chosen.crop, "another crop"),
        (record.key != chosen.key, f"{record.key} key" if record.key else "the photo's own key"),
        (abs(lighter) >= SEEN_LIGHTER, f"{'lighter' if lighter > 0 else 'darker'} by {abs(lighter):.1f}"),
        (simpler, "simpler"),
        (finer and not simpler, "more detail"),
        (record.edits != chosen.edits, "changed by hand" if record.edits else "nothing by hand"),
        (record.departed != chosen.departed, "with departures" if record.departed else "as in the photo"),
    )
    return ", ".join([words for differ, words in told if differ][:3])
