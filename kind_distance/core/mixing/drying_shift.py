"""What a colour does as it dries: how light it has to be mixed so that it dries right.

No sign is fixed. Painters hold two schools of acrylic; each begins with the curve of theirs, and own pairs of wet and
dry swatches move it. All curves are from memory, to be replaced by the painter's own.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

AT = (1.75, 5.5, 9.5)  # values at which a shift is told [V]
TRUST = 1.5  # pairs of swatches that the usual curve is worth
WET_PAPER = 0.25  # share of its distance from the paper that a wash loses as it dries
USUAL_ERROR = 0.25  # of a curve from memory [V]

# Dry less wet, at dark, middle and light [V].
CURVES: dict[str, tuple[float, float, float]] = {
    "oil": (0.0, 0.0, 0.0),
    "acrylic_darker": (-0.3, -0.5, -0.15),
    "acrylic_both": (0.3, 0.0, -0.4),
    "gouache": (0.6, 0.1, -0.4),
}


@dataclass(frozen=True)
class Shift:
    """How values change from wet to dry.

    Parameters
    ----------
    at : (float, float, float)
        Dry less wet where :data:`AT` says. [V]
    paper : float or None
        For washes: the value of the paper, towards which they dry.
    error : float
        How far a prediction is usually off. [V]
    pairs : int
        Own pairs of swatches that it rests on.
    """

    at: tuple[float, float, float]
    paper: float | None = None
    error: float = USUAL_ERROR
    pairs: int = 0

    def dry(self, wet: float) -> float:
        """Value when dry of what is mixed to a value. [V]."""
        shift = float(np.interp(wet, AT, self.at))
        towards = 0.0 if self.paper is None else WET_PAPER * max(0.0, self.paper - wet)
        return wet + shift + towards

    def wet(self, dry: float) -> float | None:
        """Value to mix to, so that it dries to `dry`; None where no mix can. [V]."""
        tried = np.linspace(1.0, 10.0, 181)
        dried = np.array([self.dry(float(each)) for each in tried])
        near = int(np.argmin(np.abs(dried - dry)))
        if abs(float(dried[near]) - dry) > 0.06:
            return None
        return float(tried[near])


def usual_shift(medium: str, school: str = "", paper: float = 9.4) -> Shift:
    """Give the curve that a medium begins with; acrylic by the painter's school: "darker" or "both"."""
    if medium == "watercolour":
        return Shift((0.0, 0.0, 0.0), paper)
    if medium == "gouache":
        return Shift(CURVES["gouache"])
    if medium == "acrylic":
        return Shift(CURVES["acrylic_both" if school == "both" else "acrylic_darker"])
    return Shift(CURVES["oil"])


def fitted(usual: Shift, pairs: list[tuple[float, float]]) -> Shift:
    """Move a curve by own pairs of wet and dry values; few pairs move it little (ridge regression).

    Parameters
    ----------
    usual : Shift
        What it begins with.
    pairs : list of (wet, dry)
        [V]
    """
    if not pairs:
        return usual
    wet = np.array([pair[0] for pair in pairs])
    missed = np.array([pair[1] - usual.dry(pair[0]) for pair in pairs])
    basis = np.stack([np.interp(wet, AT, np.eye(3)[at]) for at in range(3)], axis=1)
    moved = np.linalg.solve(basis.T @ basis + TRUST * np.eye(3) / 3, basis.T @ missed)
    left = missed - basis @ moved
    error = float(np.sqrt((left @ left + TRUST * USUAL_ERROR**2) / (len(pairs) + TRUST)))
    a, b, c = (float(v) for v in np.array(usual.at) + moved)
    return Shift((a, b, c), usual.paper, error, len(pairs))
