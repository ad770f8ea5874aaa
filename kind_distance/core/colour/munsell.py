"""Value: the painter's scale from 0 (black) to 10 (white), as Munsell value from luminance."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.srgb import FloatArray, luminance

# ASTM D1535-08, eq. 2: Y (0-100, on the scale where the perfect diffuser is 100) as a quintic in V.
D1535 = np.array([0.0, 1.1914, -0.22533, 0.23352, -0.020484, 0.00081939])
PAINT_DARKEST = 1.75  # darkest a painted surface gets [memory]
PAINT_LIGHTEST = 9.5  # bare white paint [memory]


def luminance_from_value(value: FloatArray | float) -> FloatArray:
    """Give the luminance factor Y (0-100) of a Munsell value 0-10.

    References
    ----------
    .. [1] ASTM D1535-08, eq. 2.
    """
    return np.asarray(np.polynomial.polynomial.polyval(np.asarray(value, dtype=float), D1535))


@lru_cache(maxsize=1)
def _knots() -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    knots = np.linspace(0, 10, 513)
    return knots, np.asarray(luminance_from_value(knots))


def value_from_luminance(Y: FloatArray | float) -> FloatArray:
    """Give the Munsell value of a luminance factor.

    Parameters
    ----------
    Y : float array, any shape
        Luminance factor 0-100; clipped to that range.

    Returns
    -------
    float array, same shape
        Munsell value 0-10.

    References
    ----------
    .. [1] ASTM D1535-08, eq. 2, solved by Newton's method.
    """
    Y = np.clip(np.asarray(Y, dtype=float), 0.0, 100.0)
    # Start from the table's interpolation, then three Newton steps reach rounding error.
    knots, at_knots = _knots()
    V = np.interp(Y, at_knots, knots)
    slope = np.polynomial.polynomial.polyder(D1535)
    for _ in range(3):
        V = V - (luminance_from_value(V) - Y) / np.polynomial.polynomial.polyval(V, slope)
    return np.asarray(np.clip(V, 0.0, 10.0))


def lightness_from_value(value: float) -> float:
    """CIELAB L* of a grey of a Munsell value."""
    y = float(luminance_from_value(np.array([value]))[0]) / 100
    return float(116 * np.cbrt(y) - 16 if y > (6 / 29) ** 3 else y * (29 / 3) ** 3)


def value_from_lightness(lightness: float) -> float:
    """Munsell value of a CIELAB L*: both say how light a colour is, whatever its hue."""
    y = ((lightness + 16) / 116) ** 3 if lightness > 8 else lightness * (3 / 29) ** 3
    return float(value_from_luminance(np.array([100 * y]))[0])


@lru_cache(maxsize=1)
def _value_table() -> NDArray[np.float32]:
    # Indexed by the square root of luminance, so that the darks get as many entries as the lights.
    return value_from_luminance(100 * (np.arange(65536) / 65535) ** 2).astype(np.float32)


def value_map(linear: FloatArray) -> NDArray[np.float32]:
    """Value of every pixel of a picture in linear light: (H, W, 3) 0-1 -> (H, W) float32, 0-10."""
    Y = np.sqrt(np.clip(luminance(linear), 0.0, 1.0))
    return np.take(_value_table(), np.asarray(Y * 65535 + 0.5, dtype=np.uint16), mode="clip")


def grey_code(value: FloatArray | float) -> NDArray[np.uint8]:
    """8-bit sRGB grey that shows a value: same shape, 0-255."""
    from kind_distance.core.colour.srgb import codes_from_linear

    return codes_from_linear(np.asarray(luminance_from_value(value)) / 100)


INK_BLACK, INK_WHITE = "#111111", "#ffffff"
INK_FROM = 5.0  # from here on black has more contrast than white (W3C, WCAG 2.2, "contrast ratio") [V]


def ink_on(value: float) -> str:
    """Say in which colour words are read best on a value, black or white."""
    return INK_BLACK if value >= INK_FROM else INK_WHITE
