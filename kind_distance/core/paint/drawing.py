"""The drawing under a painting: what it is drawn with, how much of it, and whether it shows through the first layer."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.media import Medium
from kind_distance.errors import DomainError

PALE = 7.0  # a first layer lighter than this hides no grey line [V]; common practice, no source
SEEN_SHARE = 0.05  # share of the picture from which on a pale area counts
STAGE = "thumbnails"
LINE_CM_PER_MIN = 18.0  # how fast a line is drawn with care [cm/min]; from memory


@dataclass(frozen=True)
class DrawingMedium:
    """What a drawing is made with.

    Parameters
    ----------
    key, name : str
    shows_through : bool
        A dark line that pale thin paint does not hide.
    said : str
        What it does under paint. Common practice, no source; labels rule.
    """

    key: str
    name: str
    shows_through: bool
    said: str


DRAWING_MEDIA = {
    each.key: each
    for each in (
        DrawingMedium(
            "pencil", "pencil", True, "Stays under the paint and can't be rubbed out once paint lies over it."
        ),
        DrawingMedium("pale_pencil", "pale coloured pencil", False, "Close to the first layer, so that it sinks in."),
        DrawingMedium(
            "water_soluble", "water-soluble pencil", False, "Goes off in the first wash and tints it a little."
        ),
        DrawingMedium(
            "charcoal", "charcoal, brushed off", False, "Leaves a ghost of a line; fix it or brush it off well."
        ),
        DrawingMedium("thin_paint", "thin paint and a brush", False, "Part of the painting from the start."),
        DrawingMedium("pen", "waterproof pen", True, "Stays for good and is meant to be seen."),
        DrawingMedium("none", "no drawing", False, "Masses are placed straight with the brush."),
    )
}


@dataclass(frozen=True)
class DrawingDetail:
    """How much is drawn: the smallest shape whose outline is drawn, as a share of the picture, and what follows."""

    key: str
    name: str
    least_share: float
    said: str


DRAWING_DETAILS = {
    each.key: each
    for each in (
        DrawingDetail("masses", "masses only", 0.02, "Few lines: edges stay open and are found with the brush."),
        DrawingDetail(
            "shapes", "all shapes", 0.004, "Every shape of the thumbnail has its line; less is left to chance."
        ),
        DrawingDetail(
            "careful", "careful", 0.0, "All that is there is drawn: accurate, slow, and paint follows the line."
        ),
    )
}


def drawing_medium_of(key: str) -> DrawingMedium:
    """Find what a drawing is made with; raise DomainError if it is none."""
    try:
        return DRAWING_MEDIA[key]
    except KeyError:
        raise DomainError(
            "That is nothing to draw with here.", "Choose pencil, charcoal or another from the list."
        ) from None


def drawing_detail_of(key: str) -> DrawingDetail:
    """Find how much is drawn; raise DomainError if it is no such choice."""
    try:
        return DRAWING_DETAILS[key]
    except KeyError:
        raise DomainError("The drawing is of masses, of all shapes, or careful.", "Choose one of the three.") from None


def drawing_minutes(lines_cm: float) -> float:
    """Time to draw so much line. [min]."""
    return lines_cm / LINE_CM_PER_MIN


def audit_drawing(
    medium: Medium, drawing: DrawingMedium, values: tuple[float, ...], shares: tuple[float, ...]
) -> list[Judgement]:
    """Judge the drawing against the first layer.

    Parameters
    ----------
    medium : Medium
    drawing : DrawingMedium
    values, shares : tuple of float
        Value of each step of the chosen thumbnail [V], and what it takes of the picture.
    """
    pale = [
        (value, share) for value, share in zip(values, shares, strict=True) if value >= PALE and share >= SEEN_SHARE
    ]
    if not drawing.shows_through or not pale:
        return []
    thin = "A wash" if medium.first_paint == "watercolour" else "A thin first layer"
    lightest = max(pale)
    if drawing.key == "pencil":
        remedies = tuple(
            Remedy(DRAWING_MEDIA[key].name.capitalize(), "set_brief", {"drawing_medium": key})
            for key in (
                ("pale_pencil", "water_soluble") if medium.first_paint == "watercolour" else ("charcoal", "thin_paint")
            )
        )
        return [
            Judgement(
                "drawing_shows", "drawing_shows", STAGE, "mild", "Pencil will show through the pale areas",
                f"{thin} at {lightest[0]:.1f}, which covers {100 * sum(s for _, s in pale):.0f} % of the "
                "picture, does not "
                "hide graphite, and what is under paint can't be rubbed out. Keep it off the lights, or draw "
                "with something else.",
                100 * lightest[1], (), remedies,
            )
        ]  # fmt: skip
    return [
        Judgement(
            "drawing_shows", "drawing_shows", STAGE, "note", "The pen line stays in the pale areas",
            f"{thin} at {lightest[0]:.1f} leaves it in full. If it is part of the picture, mean it so.",
            1.0, (), (Remedy("Pale pencil", "set_brief", {"drawing_medium": "pale_pencil"}),),
        )
    ]  # fmt: skip
