"""What is found of the references on the board: lights that disagree, somebody else's pictures, casts, what is lost."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations

from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.light.station import sun_apart
from kind_distance.core.light.sun import Sun
from kind_distance.core.picture.balance import SEEN_CAST, UNEVEN, Cast, Place, cast_of_gains, unevenness

LIGHT_APART = 45.0  # light directions that differ more are seen to; common practice, no source
LOST_TOLD = 0.004  # share of the picture from which on lost darks or lights are told
OWN = ("", "me", "i", "myself", "own")


@dataclass(frozen=True)
class Reference:
    """A picture on the board.

    Parameters
    ----------
    number : int
    light_deg : float or None
        Where the light comes from, as drawn on it. [degrees]
    sun : Sun or None
        Over its place at its hour, where both are known.
    texture : bool
        Only its texture is taken.
    maker, permission : str
        Whose it is, and what was agreed with them.
    places : tuple of Place
        Where a card was pressed.
    cast : Cast or None
        Noticed without a card.
    lost_darks, lost_lights : float
        Shares of it that the camera has lost.
    """

    number: int
    light_deg: float | None = None
    sun: Sun | None = None
    texture: bool = False
    maker: str = ""
    permission: str = ""
    places: tuple[Place, ...] = ()
    cast: Cast | None = None
    lost_darks: float = 0.0
    lost_lights: float = 0.0


def light_apart(one: float, other: float) -> float:
    """Angle between two light directions, 0-180. [degrees]."""
    turn = abs(one - other) % 360
    return min(turn, 360 - turn)


def _found(kind: str, severity: Severity, about: object, **measures: object) -> Finding:
    return Finding(kind, severity, measures=measures, about=str(about))


def _lights(board: Sequence[Reference]) -> Iterator[Finding]:
    lit = [(each, each.light_deg) for each in board if each.light_deg is not None]
    for (one, first), (other, second) in combinations(lit, 2):
        apart = light_apart(first, second)
        if apart > LIGHT_APART:
            about = f"{one.number}-{other.number}"
            yield _found("light_conflict", "mild", about, sources=(one.number, other.number), apart_deg=apart)


def _suns(board: Sequence[Reference]) -> Iterator[Finding]:
    """Compare the suns of photos whose place and hour are known, where no light is drawn on both."""
    known = [(each, each.sun) for each in board if each.sun is not None and each.sun.height_deg > 0]
    for (one, first), (other, second) in combinations(known, 2):
        if (one.light_deg is not None and other.light_deg is not None) or one.texture or other.texture:
            continue
        apart = sun_apart(first, second)
        if apart > LIGHT_APART:
            about = f"{one.number}-{other.number}"
            sources = (one.number, other.number)
            yield _found("suns_differ", "mild", about, sources=sources, suns=(first, second), apart_deg=apart)


def _permission(board: Sequence[Reference]) -> Iterator[Finding]:
    unclear = [each.number for each in board if each.maker.strip().lower() not in OWN and not each.permission.strip()]
    if unclear:
        yield _found("permission", "mild", "-".join(map(str, unclear)), sources=unclear)


def _casts(each: Reference) -> Iterator[Finding]:
    if each.places:
        apart = unevenness(each.places)
        if apart > UNEVEN:
            strongest = max((cast_of_gains(place) for place in each.places), key=lambda cast: cast.strength)
            yield _found("uneven_cast", "mild", each.number, source=each.number, apart=apart, leans=strongest.leans)
    elif each.cast is not None and each.cast.strength >= SEEN_CAST:
        yield _found("cast", "note", each.number, source=each.number, cast=each.cast)


def _lost(each: Reference) -> Iterator[Finding]:
    for kind, share in (("lost_darks", each.lost_darks), ("lost_lights", each.lost_lights)):
        if share >= LOST_TOLD:
            yield _found(kind, "note", each.number, source=each.number, share=share)


def audit_references(board: Sequence[Reference]) -> list[Finding]:
    """Judge the references of a painting."""
    each_by_itself = (finding for each in board for part in (_casts, _lost) for finding in part(each))
    return [*_lights(board), *_suns(board), *_permission(board), *each_by_itself]
