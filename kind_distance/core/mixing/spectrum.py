"""Reflectance in 36 bands of 10 nm, from 380 to 730 nm: its colour, and the smoothest one that has a colour.

References
----------
.. [1] CIE 1931 2 degree colour matching functions and CIE illuminant D65, at 10 nm (CIE 015:2018, tables 1 and 6).
.. [2] S. A. Burns, "Numerical methods for smoothest reflectance reconstruction", Color Research and Application 45
   (2020), doi:10.1002/col.22437: least slope squared of the hyperbolic tangent's argument.
"""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.floating[Any]]
BANDS = 36
NANOMETRES: list[int] = list(range(380, 731, 10))

_X = (
    "0.001368 0.004243 0.01431 0.04351 0.13438 0.2839 0.34828 0.3362 0.2908 0.19536 0.09564 0.03201 0.0049 0.0093 "
    "0.06327 0.1655 0.2904 0.43345 0.5945 0.7621 0.9163 1.0263 1.0622 1.0026 0.85445 0.6424 0.4479 0.2835 0.1649 "
    "0.0874 0.04677 0.0227 0.0113592 0.00579035 0.00289933 0.00143997"
)
_Y = (
    "0.000039 0.00012 0.000396 0.00121 0.004 0.0116 0.023 0.038 0.06 0.09098 0.13902 0.20802 0.323 0.503 0.71 0.862 "
    "0.954 0.99495 0.995 0.952 0.87 0.757 0.631 0.503 0.381 0.265 0.175 0.107 0.061 0.032 0.017 0.00821 0.004102 "
    "0.002091 0.001047 0.00052"
)
_Z = (
    "0.00645 0.02005 0.06785 0.2074 0.6456 1.3856 1.74706 1.77211 1.6692 1.28764 0.81295 0.46518 0.272 0.1582 0.07825 "
    "0.04216 0.0203 0.00875 0.0039 0.0021 0.00165 0.0011 0.0008 0.00034 0.00019 0.00005 0.00002 0 0 0 0 0 0 0 0 0"
)
_D65 = (
    "49.9755 54.6482 82.7549 91.486 93.4318 86.6823 104.865 117.008 117.812 114.861 115.923 108.811 109.354 107.802 "
    "104.79 107.689 104.405 104.046 100 96.3342 95.788 88.6856 90.0062 89.5991 87.6987 83.2886 83.6992 80.0268 80.2146 "
    "82.2778 78.2842 69.7213 71.6091 74.349 61.604 69.8856"
)


def _row(text: str) -> NDArray[np.float64]:
    return np.array([float(each) for each in text.split()])


_weighted = np.stack([_row(each) for each in (_X, _Y, _Z)]) * _row(_D65)
WEIGHTS: NDArray[np.float64] = _weighted / _weighted[1].sum()  # (3, 36): XYZ of a reflectance under D65, Y 0-1
WHITE_XYZ: NDArray[np.float64] = WEIGHTS.sum(axis=1)
_NORMED = WEIGHTS / WHITE_XYZ[:, None]

LEAST, MOST = 0.002, 0.985  # reflectances that paint and paper have
STEPS = 40


def lab_of(reflectance: Floats) -> Floats:
    """CIELAB (D65, 2 degrees) of reflectances: (..., 36) -> (..., 3)."""
    ratio = np.asarray(reflectance @ _NORMED.T.astype(np.asarray(reflectance).dtype))
    f = np.where(ratio > (6 / 29) ** 3, np.cbrt(ratio), ratio * (29 / 6) ** 2 / 3 + 4 / 29)
    x, y, z = f[..., 0], f[..., 1], f[..., 2]
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def lab_slope(reflectance: NDArray[np.float64]) -> NDArray[np.float64]:
    """How CIELAB changes with each band of one reflectance: (36,) -> (3, 36)."""
    ratio = _NORMED @ reflectance
    slope = np.where(ratio > (6 / 29) ** 3, np.cbrt(np.maximum(ratio, 1e-9)) ** -2 / 3, (29 / 6) ** 2 / 3)
    x, y, z = slope[:, None] * _NORMED
    return np.stack([116 * y, 500 * (x - y), 200 * (y - z)])


def xyz_of_lab(lab: Floats) -> NDArray[np.float64]:
    """XYZ under D65 of a CIELAB colour, Y 0-1: (3,) -> (3,)."""
    y = (float(lab[0]) + 16) / 116
    f = np.array([y + float(lab[1]) / 500, y, y - float(lab[2]) / 200])
    ratio = np.where(f > 6 / 29, f**3, 3 * (6 / 29) ** 2 * (f - 4 / 29))
    return np.asarray(np.maximum(ratio, 1e-5) * WHITE_XYZ)


def _slopes() -> NDArray[np.float64]:
    """Twice the quadratic form of the slope between neighbouring bands: (36, 36)."""
    step = np.diff(np.eye(BANDS), axis=0)
    return np.asarray(2 * step.T @ step)


_SMOOTH = _slopes()


def reflectance_of(lab: Floats) -> NDArray[np.float64]:
    """Give the smoothest reflectance that has a colour [2]_: (3,) CIELAB -> (36,), within what paint and paper have.

    A colour that no reflectance has gives the nearest that was come upon.
    """
    wanted = xyz_of_lab(lab)
    z, pull = np.zeros(BANDS), np.zeros(3)
    for _ in range(STEPS):
        tanh = np.tanh(z)
        slope = (1 - tanh**2) / 2
        missed = WEIGHTS @ ((tanh + 1) / 2) - wanted
        force = WEIGHTS.T @ pull
        residual = np.concatenate([_SMOOTH @ z + slope * force, missed])
        if np.abs(residual).max() < 1e-8:
            break
        system = np.zeros((BANDS + 3, BANDS + 3))
        system[:BANDS, :BANDS] = _SMOOTH + np.diag(-2 * slope * tanh * force)
        system[:BANDS, BANDS:] = slope[:, None] * WEIGHTS.T
        system[BANDS:, :BANDS] = WEIGHTS * slope
        move = np.linalg.lstsq(system, -residual, rcond=None)[0]
        share = min(1.0, 2.0 / max(1e-9, float(np.abs(move[:BANDS]).max())))
        z, pull = z + share * move[:BANDS], pull + share * move[BANDS:]
    return np.asarray(np.clip((np.tanh(z) + 1) / 2, LEAST, MOST))
