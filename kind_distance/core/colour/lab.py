"""CIELAB, colour difference, and warm against cool."""

from __future__ import annotations

import numpy as np

from kind_distance.core.colour.srgb import TO_XYZ, FloatArray

WHITE_D65 = TO_XYZ.sum(axis=1)  # XYZ of sRGB white, so that greys are exactly neutral
WARM_AXIS_DEG = 55.0  # hue angle between orange and red that painters call warmest; common practice, no source
LEAST_TEMPERATURE_STEP = 3.0  # a smaller difference of warmth is none; common practice, no source


def lab_from_linear(linear: FloatArray) -> FloatArray:
    """CIELAB (D65) of linear sRGB.

    Parameters
    ----------
    linear : float array, shape (..., 3)
        Linear light, 0-1.

    Returns
    -------
    float array, shape (..., 3)
        L* 0-100, a*, b*.

    References
    ----------
    .. [1] CIE 15:2004, 8.2.1.
    """
    linear = np.asarray(linear)
    xyz = linear @ (TO_XYZ / WHITE_D65[:, None]).T.astype(linear.dtype)
    f = np.where(xyz > (6 / 29) ** 3, np.cbrt(xyz), xyz * (29 / 6) ** 2 / 3 + 4 / 29)
    x, y, z = f[..., 0], f[..., 1], f[..., 2]
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def linear_from_lab(lab: FloatArray) -> FloatArray:
    """Give the linear sRGB of CIELAB (D65), :func:`lab_from_linear` turned round: (..., 3) -> (..., 3).

    A colour that a screen cannot show has channels outside 0-1.
    """
    lab = np.asarray(lab, np.float64)
    y = (lab[..., 0] + 16) / 116
    f = np.stack([y + lab[..., 1] / 500, y, y - lab[..., 2] / 200], axis=-1)
    ratio = np.where(f > 6 / 29, f**3, 3 * (6 / 29) ** 2 * (f - 4 / 29))
    return np.asarray((ratio * WHITE_D65) @ np.linalg.inv(TO_XYZ).T)


def warmth(lab: FloatArray) -> FloatArray:
    """How warm a colour is: chroma along the warm axis; 0 neutral, positive warm, negative cool.

    Parameters
    ----------
    lab : float array, shape (..., 3)

    Returns
    -------
    float array, shape (...)
        In units of CIELAB chroma. Differences under 3 are none (common practice, no source).
    """
    angle = np.radians(WARM_AXIS_DEG)
    return np.asarray(lab[..., 1] * np.cos(angle) + lab[..., 2] * np.sin(angle))


def chroma(lab: FloatArray) -> FloatArray:
    """CIELAB chroma C*: (..., 3) -> (...)."""
    return np.asarray(np.hypot(lab[..., 1], lab[..., 2]))


def ciede2000(one: FloatArray, other: FloatArray) -> FloatArray:
    """Colour difference CIEDE2000 between CIELAB colours.

    Parameters
    ----------
    one, other : float array, shape (..., 3)

    Returns
    -------
    float array, shape (...)

    References
    ----------
    .. [1] G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 color-difference formula: implementation
       notes, supplementary test data, and mathematical observations", 2005.
    """
    one, other = np.asarray(one, float), np.asarray(other, float)
    C_mean7 = ((chroma(one) + chroma(other)) / 2) ** 7
    G = 0.5 * (1 - np.sqrt(C_mean7 / (C_mean7 + 25.0**7)))
    a1, a2 = (1 + G) * one[..., 1], (1 + G) * other[..., 1]
    C1, C2 = np.hypot(a1, one[..., 2]), np.hypot(a2, other[..., 2])
    h1 = np.degrees(np.arctan2(one[..., 2], a1)) % 360
    h2 = np.degrees(np.arctan2(other[..., 2], a2)) % 360
    both = C1 * C2 != 0
    dh = np.where(both, (h2 - h1 + 180) % 360 - 180, 0.0)
    # Exactly opposite hues: the notes take +180 when the second angle is the larger.
    dh = np.where(both & (np.abs(h2 - h1) == 180), h2 - h1, dh)
    dL, dC = other[..., 0] - one[..., 0], C2 - C1
    dH = 2 * np.sqrt(C1 * C2) * np.sin(np.radians(dh) / 2)
    L, C = (one[..., 0] + other[..., 0]) / 2, (C1 + C2) / 2
    far = np.abs(h1 - h2) > 180
    h = np.where(both, (h1 + h2 + np.where(far, np.where(h1 + h2 < 360, 360, -360), 0)) / 2, h1 + h2)
    T = (
        1
        - 0.17 * np.cos(np.radians(h - 30))
        + 0.24 * np.cos(np.radians(2 * h))
        + 0.32 * np.cos(np.radians(3 * h + 6))
        - 0.20 * np.cos(np.radians(4 * h - 63))
    )
    S_L = 1 + 0.015 * (L - 50) ** 2 / np.sqrt(20 + (L - 50) ** 2)
    S_C, S_H = 1 + 0.045 * C, 1 + 0.015 * C * T
    R_T = -2 * np.sqrt(C**7 / (C**7 + 25.0**7)) * np.sin(np.radians(60 * np.exp(-(((h - 275) / 25) ** 2))))
    dl, dc, dh = dL / S_L, dC / S_C, dH / S_H
    return np.asarray(np.sqrt(dl**2 + dc**2 + dh**2 + R_T * dc * dh))
