"""Watercolour from its own washes: absorption and scattering of a paint that was brushed out in several dilutions.

A wash is a film over the paper, whose thickness is how much paint is in it. Nothing measures that thickness, so it is
fitted with the paint: the strongest wash counts as paint as it comes from the tube, each weaker one as less.
"""

from __future__ import annotations

import numpy as np

from kind_distance.core.mixing.film import FULL_STRENGTH, PAPER_LAB, Floats, film_over
from kind_distance.core.mixing.spectrum import BANDS, lab_of, reflectance_of
from kind_distance.core.remembering import remembered

Lab = tuple[float, float, float]
STIFF = 12.0  # how closely the washes are met against how smooth K and S are
WEAKEST = 0.004  # of full strength
SMALL = 1e-6


@remembered
def paint_of_washes(washes: tuple[Lab, ...], usual_scatter: float) -> tuple[Floats, Floats, tuple[float, ...]]:
    """Fit a paint to two or more of its washes on white paper, strongest first.

    Parameters
    ----------
    washes : tuple of (L*, a*, b*)
    usual_scatter : float
        What a paint of this opacity usually scatters, beside titanium white's 1: washes alone say little of it.

    Returns
    -------
    K and S, (36,) each, and how thick the paint lies in each wash (:mod:`film`), the first at full strength.
    """
    paper, wanted, weaker = reflectance_of(np.array(PAPER_LAB)), np.array(washes), len(washes) - 1

    step = np.diff(np.eye(BANDS), axis=0)
    smooth = np.zeros((2 * BANDS - 1, 2 * BANDS + weaker))
    smooth[: BANDS - 1, :BANDS], smooth[BANDS - 1 : -1, BANDS : 2 * BANDS] = step, 6 * step
    smooth[-1, BANDS : 2 * BANDS] = 3 / BANDS
    level = np.concatenate([np.zeros(2 * BANDS - 2), [3 * np.log(usual_scatter)]])

    def parts_of(x: Floats) -> tuple[Floats, Floats, Floats]:
        shares = np.concatenate([np.zeros((*x.shape[:-1], 1)), np.cumsum(x[..., 2 * BANDS :], axis=-1)], axis=-1)
        return np.exp(x[..., :BANDS]), np.exp(x[..., BANDS : 2 * BANDS]), np.exp(shares)

    def seen_as(x: Floats) -> Floats:
        k, s, shares = parts_of(x)
        made = lab_of(film_over(paper, k[..., None, :], s[..., None, :], FULL_STRENGTH * shares[..., None]))
        return STIFF * made.reshape(*x.shape[:-1], -1)

    def misfit(x: Floats) -> Floats:
        return np.concatenate([smooth @ x - level, seen_as(x) - STIFF * wanted.ravel()])

    def slopes(x: Floats) -> Floats:
        # All small steps at once: one by one they take ten times as long.
        by_step = (seen_as(x + SMALL * np.eye(len(x))) - seen_as(x)) / SMALL
        return np.concatenate([smooth, by_step.T])

    seen = np.clip(reflectance_of(np.array(washes[0])), 0.01, 0.95)
    first = np.clip(np.log(np.maximum(-np.log(seen / paper) / (2 * FULL_STRENGTH), 0.002)), -7, 4)
    begin = np.concatenate([first, np.full(BANDS, np.log(usual_scatter)), np.full(weaker, -1.0)])
    low = np.concatenate([np.full(2 * BANDS, -9.0), np.full(weaker, np.log(WEAKEST))])
    high = np.concatenate([np.full(2 * BANDS, 6.0), np.full(weaker, -0.02)])
    from scipy.optimize import least_squares

    found = least_squares(misfit, begin, slopes, bounds=(low, high), x_scale="jac", max_nfev=60, xtol=1e-5, ftol=1e-6).x
    k, s, shares = parts_of(found)
    return k, s, tuple(float(FULL_STRENGTH * each) for each in shares)
