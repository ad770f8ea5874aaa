"""What is found of drawn gazes, lines, cast shadows and rows of posts, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable

from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.stages.telling import Said, Told, say

STAGE = "sources"


def _show(source: int, number: int) -> Remedy:
    return Remedy("Show where", "show_notes", {"source": source, "notes": [number]})


def _take_off(what: str, number: int) -> Remedy:
    return Remedy(f"Take the {what} off", "remove_note", {"note": number})


def _looks_out(told: Told, source: int) -> Said:
    arrow = told["arrow"]
    return (
        f"{arrow.name or 'A figure'} looks out of the picture",
        f"Before it lie {100 * told['before']:.0f} % of the width, behind it {100 * told['behind']:.0f} %, and it does "
        "not look toward the focus. The eye follows a gaze before any line: turn the figure, give it room, or "
        "let something stand in its way.",
        (
            _show(source, arrow.number),
            Remedy("Look at other crops", "show_crops", {"source": source}),
            _take_off("arrow", arrow.number),
        ),
    )


def _line_out(told: Told, source: int) -> Said:
    arrow = told["arrow"]
    bend = {
        "source": source, "kind": "bent", "points": [list(arrow.start), list(arrow.end)],
        "shift": [0.0, -0.06], "reason": "It leads out of the picture.",
    }  # fmt: skip
    return (
        f"{arrow.name or 'A line'} leads out of the picture",
        f"It ends {100 * told['ahead']:.0f} % of the width from the rim and points outward, away from the focus. Let "
        "it end sooner, bend it back, or let something dark stand at its end.",
        (
            Remedy("Plan to bend it", "add_departure", bend),
            _show(source, arrow.number),
            Remedy("Look at other crops", "show_crops", {"source": source}),
            _take_off("arrow", arrow.number),
        ),
    )


def _shadow_to_light(told: Told, source: int) -> Said:
    shadow, side = told["shadow"], told["side"]
    return (
        f"{shadow.name or 'A cast shadow'} falls toward the light",
        f"The arrow says light from the {side}; this shadow runs to the {side}. One of the two is drawn the wrong way.",
        (_show(source, shadow.number), _take_off("shadow", shadow.number)),
    )


def _shadow_contrary(told: Told, source: int) -> Said:
    shadow = told["shadow"]
    return (
        f"{shadow.name or 'A cast shadow'} belongs to another sun",
        f"On the ground it turns {told['turn_deg']:.0f}° from {'the other' if told['others'] == 1 else 'most others'}. "
        "Shadows of one sun run side by side on level ground and meet at the horizon.",
        (_show(source, shadow.number), _take_off("shadow", shadow.number)),
    )


def _show_posts(told: Told, source: int) -> tuple[Remedy, ...]:
    return (Remedy("Show where", "show_notes", {"source": source, "notes": told["posts"]}),)


def _uneven_bays(told: Told, source: int) -> Said:
    return (
        f"{told['name'].capitalize()}: the bays are uneven",
        f"By their heights the widest of {told['bays']} bays is {told['times']:.1f} times the narrowest. Equal posts "
        "that stand equally far apart shrink as one over their distance; the tool for bays says where the next ones "
        "stand.",
        _show_posts(told, source),
    )


def _row_leans(told: Told, source: int) -> Said:
    lean = told["lean_deg"]
    return (
        f"{told['name'].capitalize()}: not all stand upright",
        f"One leans by {abs(lean):.1f}° to the {'right' if lean > 0 else 'left'}. Draw them upright, or straighten the "
        "photo where all of them lean alike.",
        _show_posts(told, source),
    )


WORDS: dict[str, Callable[[Told, int], Said]] = {
    "looks_out": _looks_out,
    "line_out": _line_out,
    "shadow_to_light": _shadow_to_light,
    "shadow_contrary": _shadow_contrary,
    "uneven_bays": _uneven_bays,
    "row_leans": _row_leans,
}


def say_arrows(found: list[Finding], source: int) -> list[Judgement]:
    """Put what was found of arrows, shadows and posts into words, for a source by its number."""
    return [say(each, STAGE, WORDS[each.kind](Told(each), source)) for each in found]
