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
    """

    key: str
    name: str
    shows_through: bool


DRAWING_MEDIA = {
    each.key: each
    for each in (
        DrawingMedium("pencil", "pencil", True),
        DrawingMedium("pale_pencil", "pale coloured pencil", False),
        DrawingMedium("water_soluble", "water-soluble pencil", False),
        DrawingMedium("charcoal", "charcoal, brushed off", False),
        DrawingMedium("thin_paint", "thin paint and a brush", False),
        DrawingMedium("pen", "waterproof pen", True),
        DrawingMedium("none", "no drawing", False),
    )
}


@dataclass(frozen=True)
class DrawingDetail:
    """How much is drawn: the smallest shape whose outline is drawn, as a share of the picture."""

    key: str
    name: str
    least_share: float


DRAWING_DETAILS = {
    each.key: each
    for each in (
        DrawingDetail("masses", "masses only", 0.02),
        DrawingDetail("shapes", "all shapes", 0.004),
        DrawingDetail("careful", "careful", 0.0),
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
