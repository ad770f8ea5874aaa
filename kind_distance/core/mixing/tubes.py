"""Tubes of paint: what is known of one, and its absorption and scattering fitted to its swatches."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.hues import hue_degrees, hue_name
from kind_distance.core.colour.lab import LEAST_TEMPERATURE_STEP, WARM_AXIS_DEG
from kind_distance.core.mixing.film import INSIDE, OUTSIDE, below_surface, endless
from kind_distance.core.mixing.spectrum import BANDS, lab_of, lab_slope, reflectance_of
from kind_distance.core.mixing.washes import paint_of_washes
from kind_distance.core.remembering import remembered

OpacityClass = Literal["T", "ST", "SO", "O"]
Lab = tuple[float, float, float]

# Scattering beside titanium white's 1, by the opacity printed on tubes: transparent to opaque; by eye, no source.
SCATTERS: dict[str, float] = {"T": 0.15, "ST": 0.3, "SO": 0.5, "O": 0.8}
WHITE: Lab = (96.5, -0.6, 2.2)  # titanium white, from memory
STIFF = 30.0  # how closely the swatches are met against how smooth K and S are


@dataclass(frozen=True)
class Tube:
    """A tube of paint as far as mixing goes.

    Parameters
    ----------
    masstone : (L*, a*, b*)
        A film so thick that nothing shows through.
    tint : (L*, a*, b*) or None
        Of `tint_parts` parts of titanium white to one, by volume; None where no tint was read.
    opacity : "T", "ST", "SO" or "O"
    white : bool
        Whether it is what tints are made with.
    washes : tuple of (L*, a*, b*)
        Watercolour: what was read of two or more dilutions on white paper, strongest first; they then say what the
        paint is, and masstone and tint follow from them.
    """

    masstone: Lab
    tint: Lab | None = None
    tint_parts: float = 10.0
    opacity: str = "SO"
    white: bool = False
    washes: tuple[Lab, ...] = ()


def _ratio(reflectance: NDArray[np.float64]) -> NDArray[np.float64]:
    inner = np.clip(below_surface(reflectance), 1e-4, 0.9999)
    return np.asarray((1 - inner) ** 2 / (2 * inner))


@remembered
def white_paint(masstone: Lab = WHITE) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """K and S of a white: it scatters 1 in every band: (36,), (36,)."""
    return _ratio(reflectance_of(np.array(masstone))), np.ones(BANDS)


def _endless_with_slope(k: NDArray[np.float64], s: NDArray[np.float64]) -> tuple[NDArray[np.float64], ...]:
    """Reflectance as seen of an endless film, and how it changes with the ratio of K to S."""
    ratio = k / s
    root = np.sqrt(ratio * ratio + 2 * ratio)
    inner = 1 + ratio - root
    passed = (1 - OUTSIDE) * (1 - INSIDE)
    rise = passed / (1 - INSIDE * inner) ** 2
    return passed * inner / (1 - INSIDE * inner), rise * (1 - (ratio + 1) / np.maximum(root, 1e-9)), ratio


def _misfit(
    k: NDArray[np.float64], s: NDArray[np.float64], white: tuple[NDArray[np.float64], ...], parts: float, wanted: Lab
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Distance in CIELAB of the paint with so much white from what is wanted, and its slopes: (3,), (3, 72)."""
    mixed_k, mixed_s = k + parts * white[0], s + parts * white[1]
    reflectance, rise, ratio = _endless_with_slope(mixed_k, mixed_s)
    to_lab = lab_slope(reflectance)
    by_k = to_lab * (rise * k / mixed_s)
    by_s = to_lab * (-rise * ratio * s / mixed_s)
    return lab_of(reflectance) - np.array(wanted), np.concatenate([by_k, by_s], axis=1)


@remembered
def paint_of(tube: Tube) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Fit K and S of a tube to its masstone and tint: (36,), (36,), beside titanium white's S of 1.

    The smoothest pair, in logarithms, that meets both swatches; without a tint the scattering stays what its opacity
    says. Two constants: with one alone a blue and a yellow would make blue.
    """
    if tube.white:
        return white_paint(tube.masstone)
    if tube.washes:
        k, s, _ = paint_of_washes(tube.washes, SCATTERS[tube.opacity])
        return k.astype(np.float64), s.astype(np.float64)
    white, usual = white_paint(), float(np.log(SCATTERS[tube.opacity]))
    swatches = [(0.0, tube.masstone)] + ([] if tube.tint is None else [(tube.tint_parts, tube.tint)])
    step = np.diff(np.eye(BANDS), axis=0)
    none = np.zeros_like(step)
    rules = np.concatenate(
        [
            np.concatenate([step, none], axis=1),
            np.concatenate([none, 6 * step], axis=1),
            np.concatenate([np.zeros(BANDS), np.full(BANDS, 3 / BANDS)])[None],
        ]
    )
    level = np.concatenate([np.zeros(len(rules) - 1), [3 * usual]])

    def parts_of(x: NDArray[np.float64]) -> list[tuple[NDArray[np.float64], NDArray[np.float64]]]:
        k, s = np.exp(x[:BANDS]), np.exp(x[BANDS:])
        return [_misfit(k, s, white, parts, wanted) for parts, wanted in swatches]

    def residual(x: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.concatenate([rules @ x - level, *(STIFF * missed for missed, _ in parts_of(x))])

    def slopes(x: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.concatenate([rules, *(STIFF * slope for _, slope in parts_of(x))])

    first = np.log(_ratio(reflectance_of(np.array(tube.masstone)))) + usual
    begin = np.concatenate([np.clip(first, -9, 6), np.full(BANDS, usual)])
    from scipy.optimize import least_squares

    found = least_squares(residual, begin, slopes, method="lm", max_nfev=80, xtol=1e-6, ftol=1e-6).x
    return np.exp(found[:BANDS]), np.exp(found[BANDS:])


def tinted(k: NDArray[np.float64], s: NDArray[np.float64], parts: float) -> NDArray[np.float64]:
    """Reflectance of a paint with so many parts of titanium white: (36,)."""
    white = white_paint()
    return endless(k + parts * white[0], s + parts * white[1]).astype(np.float64)


def role_of(tube: Tube) -> str:
    """Say what a tube is for on a palette, by its masstone and tint."""
    light, a, b = tube.masstone
    if tube.white or light > 88:
        return "white"
    tinted = tube.tint or tube.masstone
    chroma, hue = float(np.hypot(*tinted[1:])), float(hue_degrees(np.array(tinted)))
    if chroma < 6 and light < 35:
        return "black"
    full = float(np.hypot(a, b))
    if full < 32 and chroma < 30 and (hue < 115 or hue > 330):
        return "earth"
    name = hue_name(hue)
    # A rose is the palette's cool red, and a viridian its green.
    return {"magenta": "red", "yellow-green": "green", "blue-green": "green"}.get(name, name)


def warmth_of(tube: Tube) -> Literal["warm", "cool", "neutral"]:
    """Whether a tube is warm or cool, by its tint where there is one."""
    _, a, b = tube.tint or tube.masstone
    angle = np.radians(WARM_AXIS_DEG)
    along = a * np.cos(angle) + b * np.sin(angle)
    return "neutral" if abs(along) < LEAST_TEMPERATURE_STEP else "warm" if along > 0 else "cool"
