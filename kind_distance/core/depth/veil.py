"""The veil: what the air between the eye and a plane does to its light.

Everything happens in linear light. A plane keeps the share `transmission` of its own light and takes the
rest from the airlight, so that contrast falls exponentially with distance.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.colour.srgb import FloatArray, decode, luminance
from kind_distance.errors import DomainError

# Contrast left at the visibility limit: 2 % after Koschmieder, 5 % for WMO's meteorological optical range.
EXTINCTION_AT_2_PERCENT = -np.log(0.02)
EXTINCTION_AT_5_PERCENT = -np.log(0.05)
# Effective wavelengths of the three channels of linear sRGB [nm]; fitted to a 36-band computation.
CHANNELS_NM = np.array([638.0, 539.0, 444.0])
RAYLEIGH_550_PER_KM = 0.01149
RAYLEIGH_EXPONENT = 4.09
SCALE_HEIGHT_KM = 8.4
DARK_AIR = 0.12  # luminance of the airlight under which a veil darkens what is far


def rayleigh_per_km(wavelength_nm: FloatArray | float, height_km: float = 0.0) -> FloatArray:
    """Extinction by clean air alone.

    Parameters
    ----------
    wavelength_nm : float array, any shape
        Wavelength. [nm] Above 0.
    height_km : float
        Height above the sea. [km]

    Returns
    -------
    float array, same shape
        Extinction. [1/km]

    References
    ----------
    .. [1] B. A. Bodhaine et al., "On Rayleigh optical depth calculations", 1999 (the power law is a fit to it).
    """
    ratio = 550.0 / np.asarray(wavelength_nm, dtype=float)
    return np.asarray(RAYLEIGH_550_PER_KM * ratio**RAYLEIGH_EXPONENT * np.exp(-height_km / SCALE_HEIGHT_KM))


def contrast_left(distance_km: FloatArray | float, visibility_km: float) -> FloatArray:
    """Say how much of its own contrast a plane keeps at a distance.

    Parameters
    ----------
    distance_km : float array, any shape
        Distance from the eye. [km] 0 or more.
    visibility_km : float
        Distance at which 2 % of the contrast is left. [km] Above 0.

    Returns
    -------
    float array, same shape
        Share of the contrast that is left, 1 at the eye. [-]

    Raises
    ------
    DomainError
        If a distance is negative or the visibility is not positive.

    References
    ----------
    .. [1] H. Koschmieder, "Theorie der horizontalen Sichtweite", 1924.
    """
    distance = np.asarray(distance_km, dtype=float)
    if visibility_km <= 0 or np.any(distance < 0):
        raise DomainError("Distances and visibility are above zero.", "Enter how far one can see, in km.")
    return np.asarray(np.exp(-EXTINCTION_AT_2_PERCENT * distance / visibility_km))


@dataclass(frozen=True)
class VeilProfile:
    """A kind of air.

    Parameters
    ----------
    key : str
        Name in the data.
    name : str
        Name on screen.
    visibility_km : float
        Distance at which 2 % of the contrast is left at 550 nm. [km]
    alpha : float
        Exponent by which the aerosol thins toward red; 0 for fog and coarse dust.
    airlight : (int, int, int)
        8-bit sRGB of the air itself at great distance.
    ratios : (float, float, float) or None
        Extinction of the three channels against the middle one, where it is no air that scatters (water); None for air.
    light : float
        Light on things under it, against a clear day.
    """

    key: str
    name: str
    visibility_km: float
    alpha: float
    airlight: tuple[int, int, int]
    ratios: tuple[float, float, float] | None = None
    light: float = 1.0

    @property
    def darkens(self) -> bool:
        """Whether it is darker than most of what lies behind it, so that farther is darker."""
        return float(luminance(self.airlight_linear())) < DARK_AIR

    def extinction_per_km(self, visibility_km: float | None = None) -> FloatArray:
        """Extinction in the red, green and blue channel: (3,) [1/km]."""
        visibility = self.visibility_km if visibility_km is None else visibility_km
        if visibility <= 0:
            raise DomainError("One can see farther than zero.", "Enter how far one can see, in km.")
        total = EXTINCTION_AT_2_PERCENT / visibility
        if self.ratios is not None:
            return np.asarray(total * np.array(self.ratios))
        aerosol = max(total - RAYLEIGH_550_PER_KM, 0.0)
        return np.asarray(rayleigh_per_km(CHANNELS_NM) + aerosol * (CHANNELS_NM / 550.0) ** -self.alpha)

    def airlight_linear(self) -> FloatArray:
        """Linear light of the air: (3,), 0-1."""
        return decode(np.array(self.airlight) / 255.0)

    def seen(self, own: FloatArray, distance_m: float, visibility_km: float | None = None) -> FloatArray:
        """Linear light of a surface seen through this air; `own` is (..., 3), the distance in metres."""
        left = np.exp(-self.extinction_per_km(visibility_km) * distance_m / 1000)
        return np.asarray(np.asarray(own) * left + self.airlight_linear() * (1 - left))


# Every number here is a starting value from general knowledge [memory]; the painter may change it.
PROFILES: dict[str, VeilProfile] = {
    p.key: p
    for p in (
        VeilProfile("mountain_air", "Clear mountain air", 120.0, 1.3, (0xCF, 0xE0, 0xEE)),
        VeilProfile("clear", "Clear", 50.0, 1.3, (0xD3, 0xE0, 0xEA)),
        VeilProfile("hazy", "Hazy", 12.0, 1.0, (0xD6, 0xDD, 0xE0)),
        VeilProfile("mist", "Mist", 1.5, 0.0, (0xD5, 0xD9, 0xDA), light=0.8),
        VeilProfile("toward_sunset", "Toward the low sun", 30.0, 1.3, (0xF3, 0xC7, 0x9A), light=0.7),
        VeilProfile("from_sunset", "Away from the low sun", 30.0, 1.3, (0xB7, 0xB3, 0xC9), light=0.75),
        VeilProfile("storm", "Storm", 8.0, 0.6, (0x8B, 0x92, 0x96), light=0.5),
        VeilProfile("dust", "Dust", 6.0, 0.1, (0xD9, 0xC6, 0xA5), light=0.85),
        VeilProfile("backlit_room", "Room against a window", 0.08, 0.0, (0xE6, 0xDC, 0xC6), light=0.6),
        # Beam attenuation about twice the diffuse one of coastal water, 0.42, 0.13 and 0.19 per metre.
        VeilProfile("deep_water", "Deep water", 0.015, 0.0, (0x12, 0x3A, 0x45), (3.23, 1.0, 1.46), 0.3),
        VeilProfile("night", "Night", 20.0, 1.0, (0x1D, 0x27, 0x34), light=0.05),
    )
}


def profile_of(key: str) -> VeilProfile:
    """Return a veil profile by its name; raise DomainError if there is none."""
    if key not in PROFILES:
        raise DomainError(f"There is no veil called {key}.", "Choose one of the list.")
    return PROFILES[key]


def with_airlight(profile: VeilProfile, picked: str | None) -> VeilProfile:
    """Give a profile an airlight that was picked, as ``"#rrggbb"``; raise DomainError if that is no colour."""
    if picked is None:
        return profile
    digits = picked.removeprefix("#")
    if len(digits) != 6 or any(c not in "0123456789abcdefABCDEF" for c in digits):
        raise DomainError("That is no colour of the air.", "Pick it on the photo, at the horizon.")
    red, green, blue = (int(digits[i : i + 2], 16) for i in (0, 2, 4))
    return replace(profile, airlight=(red, green, blue))


def value_seen(profile: VeilProfile, own: FloatArray, distance_m: float, visibility_km: float | None = None) -> float:
    """Munsell value of a surface (linear light, (3,)) seen at a distance through a veil."""
    return float(value_from_luminance(100 * luminance(profile.seen(own, distance_m, visibility_km))))
