"""How much paint a mix wants, and for how long it may lie on the palette."""

from __future__ import annotations

# Wet films [micrometres]; common practice, no source.
FILMS = {"wash": 40.0, "glaze": 40.0, "opaque": 120.0, "oil": 200.0, "impasto": 1000.0}
LOSS = 0.25  # left on palette and brush; common practice, no source


def millilitres(
    area_cm2: float, film_um: float, coats: float = 1.0, coverage: float = 1.0, loss: float = LOSS
) -> float:
    """Paint that an area wants. [ml].

    Parameters
    ----------
    area_cm2 : float
        [cm2]
    film_um : float
        Wet film. [micrometre]
    coats : float
    coverage : float
        Share of the area that is painted, 0-1.
    loss : float
        Share that is left on palette and brush, below 1.
    """
    return area_cm2 * 1e-4 * film_um * coats * coverage / (1 - loss)


def film_of(paint: str, kind: str, thickness: float) -> float:
    """Wet film of a pass by its paint, its kind and how thick it is laid. [micrometre]."""
    if paint in ("watercolour", "rewettable") or kind == "wash":
        return FILMS["wash"]
    if kind in ("glaze", "unify", "veil"):
        return FILMS["glaze"] * thickness
    usual = FILMS["oil"] if paint == "oil" else FILMS["opaque"]
    return min(usual * thickness, 2 * FILMS["impasto"])
