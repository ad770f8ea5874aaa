"""The smallest shape of each plane: what a brush has to be able to set."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray


def smallest_widths(steps: NDArray[np.uint8], labels: NDArray[np.uint8], count: int) -> list[float | None]:
    """Measure the narrowest shape of each plane on a thumbnail.

    The width of a shape is that of the largest circle inside it: what a round brush sets in one touch.

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
        Step of each pixel of the thumbnail.
    labels : uint8 array, shape (H, W)
        Rank of the plane of each pixel, 1 = farthest; 0 where there is none.
    count : int
        Number of planes.

    Returns
    -------
    list of float or None
        Width by plane, farthest first; None for a plane without a shape of its own. [px]
    """
    found: list[float | None] = [None] * count
    for step in np.unique(steps):
        mask = (steps == step).astype(np.uint8)
        # A rim of nothing round it, so that a shape at the edge is as wide as what is seen of it.
        inside = cv2.distanceTransform(cv2.copyMakeBorder(mask, 1, 1, 1, 1, cv2.BORDER_CONSTANT), cv2.DIST_L2, 5)
        number, shapes = cv2.connectedComponents(mask, connectivity=4)
        for shape in range(1, number):
            here = shapes == shape
            rank = int(np.bincount(labels[here], minlength=count + 1).argmax())
            if not 1 <= rank <= count:
                continue
            width = 2 * float(inside[1:-1, 1:-1][here].max())
            known = found[rank - 1]
            found[rank - 1] = width if known is None else min(known, width)
    return found
