"""Honest colour: a card, mat or tape of known colour in the photo takes the light's colour out of it.

The correction is a gain per channel in linear light (von Kries in the camera's own channels). Several places of
one reference show whether the light is even; a cast from coloured things nearby is not.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.hues import hue_degrees, hue_name
from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.errors import DomainError

LUMINANCE = np.array([0.2126, 0.7152, 0.0722], dtype=np.float32)  # IEC 61966-2-1
PATCH = 0.012  # half width of the place that is read, as a share of the picture's width
CLIPPED, DROWNED = 254, 1  # codes at which a channel says nothing more
NEARLY_GREY = 34.0  # what is more coloured is so of itself, even under a lamp [CIELAB chroma]; tried on photographs
STRONGEST_GAIN = 8.0
STRONGEST_CAST = 5.0  # ratio of two channels under candlelight is about 4; more is a coloured thing, no grey one
UNEVEN = 4.0  # difference of casts over one reference that is seen, in CIELAB units; common practice, no source
SEEN_CAST = 5.0  # chroma of a grey that is seen as coloured, in CIELAB units; common practice, no source
MOST_PLACES = 6


@dataclass(frozen=True)
class Reference:
    """A thing of known colour that painters have at hand.

    Parameters
    ----------
    key, name : str
    value : float or None
        Its Munsell value where that is known; None takes out the cast and leaves the brightness alone.
    """

    key: str
    name: str
    value: float | None


# A grey card reflects 18 % (Munsell 4.95 by ASTM D1535); a white card about 90 %: common practice, no source.
REFERENCES = {
    each.key: each
    for each in (
        Reference("grey_card", "grey card", 4.95),
        Reference("white_card", "white card", 9.5),
        Reference("mat", "white mat or paper", None),
        Reference("tape", "tape or another grey thing", None),
    )
}


@dataclass(frozen=True)
class Place:
    """A place of the reference: where it is (shares of width and height) and what to multiply each channel by there."""

    x: float
    y: float
    red: float
    green: float
    blue: float


@dataclass(frozen=True)
class Cast:
    """A colour cast: how strong (CIELAB chroma of what should be grey) and which way it leans."""

    strength: float
    leans: str


def reference_of(key: str) -> Reference:
    """Find a reference by its key; raise DomainError if it is none."""
    try:
        return REFERENCES[key]
    except KeyError:
        raise DomainError("This is no reference for colour.", "Choose a card, a mat or tape.") from None


def _patch(codes: NDArray[np.uint8], x: float, y: float) -> NDArray[np.uint8]:
    height, width = codes.shape[:2]
    half = max(1, round(PATCH * width))
    row, column = round(y * height), round(x * width)
    return codes[max(0, row - half) : row + half + 1, max(0, column - half) : column + half + 1]


def read_place(codes: NDArray[np.uint8], x: float, y: float, value: float | None) -> Place:
    """Measure the reference at one place and say what would make it neutral.

    Parameters
    ----------
    codes : uint8 array, shape (H, W, 3)
        The photo as it came, sRGB.
    x, y : float
        Where the reference is, as shares of width and height.
    value : float or None
        Munsell value it should have; None keeps its brightness.

    Raises
    ------
    DomainError
        If the place is outside, has lost a channel, or is too coloured or uneven to be a reference.
    """
    if not (0 <= x <= 1 and 0 <= y <= 1):
        raise DomainError("The card is pressed outside the picture.", "Press it inside.")
    if value is not None and not 1 <= value <= 10:
        raise DomainError("A card's value lies between 1 and 10.", "Enter the value printed on the card.")
    patch = _patch(codes, x, y)
    if np.mean((patch >= CLIPPED).any(axis=2)) > 0.25:
        raise DomainError(
            "The photo is burnt out there: a channel is at its end and says nothing of the light.",
            "Press a greyer card, or a shaded part of it.",
        )
    light = linear_from_codes(patch).reshape(-1, 3)
    middle = np.median(light, axis=0)
    if middle.min() < 0.004:
        raise DomainError("It is too dark there to read the light's colour.", "Press a lighter part of the card.")
    spread = np.percentile(light @ LUMINANCE, (10, 90))
    if spread[1] > 1.6 * spread[0]:
        raise DomainError(
            "Light and dark meet there, so it is not all card.", "Press the middle of the card, away from its edges."
        )
    own = float(middle @ LUMINANCE)
    goal = own if value is None else float(luminance_from_value(np.array(value))) / 100
    gains = goal / middle
    too_coloured = gains.max() > STRONGEST_CAST * gains.min()
    if too_coloured or gains.max() > STRONGEST_GAIN or gains.min() < 1 / STRONGEST_GAIN:
        raise DomainError(
            "That is too far from neutral, or from its value, to be the card.", "Press the card, or give its value."
        )
    return Place(round(x, 4), round(y, 4), *(round(float(g), 5) for g in gains))


def balanced(codes: NDArray[np.uint8], places: tuple[Place, ...]) -> NDArray[np.uint8]:
    """Take the cast out of a photo: (H, W, 3) uint8 -> (H, W, 3) uint8.

    One place gives the same gain all over; two or more give gains that change evenly from one to the other.
    """
    if not places:
        return codes
    light = linear_from_codes(codes)
    return codes_from_linear(np.clip(light * _gains(codes.shape[0], codes.shape[1], places), 0, 1))


def _gains(height: int, width: int, places: tuple[Place, ...]) -> NDArray[np.float32]:
    """Gain of every pixel, (H, W, 3) or (3,): a plane through the logarithms, held level where nothing is known."""
    logs = np.log([[p.red, p.green, p.blue] for p in places])
    if len(places) == 1:
        return np.asarray(np.exp(logs[0]), dtype=np.float32)
    points = np.array([[1, p.x - 0.5, p.y - 0.5] for p in places])
    held = np.diag([1e-9, 2e-3, 2e-3]) * len(places)
    slope = np.linalg.solve(points.T @ points + held, points.T @ logs)
    x = (np.arange(width) + 0.5) / width - 0.5
    y = (np.arange(height) + 0.5) / height - 0.5
    field = slope[0] + x[None, :, None] * slope[1] + y[:, None, None] * slope[2]
    return np.asarray(np.exp(field), dtype=np.float32)


def _leaning(lab: NDArray[np.floating]) -> str:
    return hue_name(float(hue_degrees(lab)))


def cast_of_gains(place: Place) -> Cast:
    """Say what cast a place of the reference had, as chroma of a light grey under it."""
    gains = np.array([place.red, place.green, place.blue])
    seen = 0.5 / gains * (float(LUMINANCE @ gains))
    lab = np.asarray(lab_from_linear(np.clip(seen, 0, 1)[None, None].astype(np.float32)))[0, 0]
    return Cast(float(np.hypot(lab[1], lab[2])), _leaning(lab))


def unevenness(places: tuple[Place, ...]) -> float:
    """How far the casts at the places of one reference lie apart, in CIELAB units; 0 with fewer than two."""
    tones = []
    for place in places:
        gains = np.array([place.red, place.green, place.blue])
        seen = 0.4 / gains * float(LUMINANCE @ gains)
        tones.append(np.asarray(lab_from_linear(np.clip(seen, 0, 1)[None, None].astype(np.float32)))[0, 0, 1:])
    return max((float(np.hypot(*(a - b))) for a in tones for b in tones), default=0.0)


def guessed_cast(lab: NDArray[np.float32]) -> Cast | None:
    """Notice a cast without a card: the lightest nearly grey things of a photo lean one way together.

    Parameters
    ----------
    lab : float32 array, shape (H, W, 3)
        CIELAB.

    Returns
    -------
    Cast or None
        None where nothing light is nearly grey, or where it does not lean. A sunset leans too: this asks, it
        does not judge.
    """
    lightness, chroma = lab[..., 0], np.hypot(lab[..., 1], lab[..., 2])
    light = (lightness >= max(45.0, float(np.percentile(lightness, 70)))) & (lightness < 97) & (chroma < NEARLY_GREY)
    if light.mean() < 0.02:
        return None
    middle = np.median(lab[light].reshape(-1, 3), axis=0).astype(np.float64)
    strength = float(np.hypot(middle[1], middle[2]))
    # A sky is blue of itself; only what is not sky-blue can say anything of the light.
    if strength < SEEN_CAST or 220 < np.degrees(np.arctan2(middle[2], middle[1])) % 360 < 300:
        return None
    return Cast(strength, _leaning(middle))


@dataclass(frozen=True)
class Clipping:
    """Where the camera has lost darks and lights: masks (H, W) and shares of the picture."""

    darks: NDArray[np.bool_]
    lights: NDArray[np.bool_]

    @cached_property
    def dark_share(self) -> float:
        """Share of the picture whose darks are lost."""
        return float(self.darks.mean())

    @cached_property
    def light_share(self) -> float:
        """Share of the picture whose lights are lost."""
        return float(self.lights.mean())


def find_clipping(codes: NDArray[np.uint8]) -> Clipping:
    """Find lost darks (all channels at the bottom) and lights (all at the top): (H, W, 3) uint8 as it came."""
    return Clipping(np.asarray((codes <= DROWNED + 2).all(axis=2)), np.asarray((codes >= CLIPPED - 1).all(axis=2)))
