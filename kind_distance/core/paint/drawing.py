"""The drawing under a painting: what it is drawn with, and how much of it."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.errors import DomainError

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
