"""Keys: which part of paint's range of values a picture keeps to."""

from __future__ import annotations

from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.errors import DomainError

# Shares of the range of paint; common practice, no source.
KEYS: dict[str, tuple[float, float]] = {
    "full": (0.0, 1.0),
    "high": (0.45, 1.0),
    "middle": (0.25, 0.80),
    "low": (0.0, 0.55),
}


def key_range(key: str) -> tuple[float, float]:
    """Darkest and lightest value a key allows; raise DomainError for an unknown key."""
    if key not in KEYS:
        raise DomainError(f"There is no key called {key[:40]}.", "Choose full, high, middle or low.")
    low, high = KEYS[key]
    span = PAINT_LIGHTEST - PAINT_DARKEST
    return PAINT_DARKEST + low * span, PAINT_DARKEST + high * span
