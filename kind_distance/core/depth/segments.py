"""Superpixels: the small even-coloured patches on which strokes spread."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.working import WorkingPicture

SEGMENTS = 1500
COMPACTNESS = 12.0
LAB_SPREAD = 8.0  # difference of colour at which strokes stop spreading freely [CIELAB]
LEAST_WEIGHT = 2e-4  # keeps every patch reachable, however sharp the edge
ACROSS_LINE = 1e-3  # ease of passing a line that the painter drew


@dataclass(frozen=True)
class Segments:
    """The patches of a picture and how easily a stroke passes from one to the next.

    Parameters
    ----------
    ids : int32 array, shape (H, W)
        Patch of each pixel, from 0.
    edges : int array, shape (E, 2)
        Pairs of touching patches.
    weights : float array, shape (E,)
        Ease of passing; large inside a surface, small across an edge.
    """

    ids: NDArray[np.int32]
    edges: NDArray[np.int64]
    weights: NDArray[np.float64]

    @cached_property
    def halved(self) -> NDArray[np.intp]:
        """Patch of every other pixel, both ways; as wide as places in an array are, since it is used as such."""
        return self.ids[::2, ::2].astype(np.intp, order="C")

    @cached_property
    def _extents(self) -> NDArray[np.int64]:
        """First and last row and column of each patch in the halved picture, shape (P, 4); none where it falls out."""
        from scipy.ndimage import find_objects

        nowhere = (slice(self.halved.shape[0], 0), slice(self.halved.shape[1], 0))
        found = find_objects(self.halved + 1, max_label=self.count)
        return np.array([(a.start, a.stop, b.start, b.stop) for a, b in (box or nowhere for box in found)])

    def around(self, chosen: NDArray[np.bool_], margin: int) -> tuple[slice, slice]:
        """Part of the halved picture in which some patches lie, with a margin; empty for none."""
        if not chosen.any():
            return slice(0, 0), slice(0, 0)
        extents = self._extents[chosen]
        top, left = (max(0, int(extents[:, at].min()) - margin) for at in (0, 2))
        return slice(top, int(extents[:, 1].max()) + margin), slice(left, int(extents[:, 3].max()) + margin)

    @cached_property
    def count(self) -> int:
        """Number of patches."""
        return int(self.ids.max()) + 1


def segment_ids(picture: WorkingPicture) -> NDArray[np.int32]:
    """Divide a picture into about 1500 patches: (H, W) int32 from 0. Takes 0.2-0.6 s; do it once.

    References
    ----------
    .. [1] R. Achanta et al., "SLIC superpixels compared to state-of-the-art superpixel methods", 2012.
    """
    from skimage.segmentation import slic

    wanted = max(1, min(SEGMENTS, picture.width * picture.height // 16))
    found = slic(
        picture.lab.astype(np.float64),
        n_segments=wanted,
        compactness=COMPACTNESS,
        max_num_iter=5,
        convert2lab=False,
        start_label=0,
        channel_axis=-1,
    )
    # The library may leave gaps in the numbering; a graph needs none.
    return np.unique(found, return_inverse=True)[1].reshape(found.shape).astype(np.int32)


def build_segments(
    picture: WorkingPicture, ids: NDArray[np.int32], sides: list[NDArray[np.uint8]] | None = None
) -> Segments:
    """Join the patches to a graph weighted by likeness of colour and length of shared border.

    Parameters
    ----------
    picture : WorkingPicture
    ids : int32 array, shape (H, W)
        From :func:`segment_ids`.
    sides : list of uint8 array, shape (H, W), or None
        For each drawn line, 1 above and 2 below it, 0 beyond its ends; patches are cut at a line and hardly
        anything passes across it.
    """
    sides = sides or []
    if sides:
        cut = ids.astype(np.int64)
        for side in sides:
            cut = cut * 3 + side
        ids = np.unique(cut, return_inverse=True)[1].reshape(ids.shape).astype(np.int32)
    count = int(ids.max()) + 1
    area = np.maximum(np.bincount(ids.ravel(), minlength=count), 1)
    means = np.stack(
        [np.bincount(ids.ravel(), weights=picture.lab[..., k].ravel(), minlength=count) / area for k in range(3)],
        axis=-1,
    )
    keys, passing = [], []
    for here, there in ((np.s_[:, :-1], np.s_[:, 1:]), (np.s_[:-1], np.s_[1:])):
        one, other = ids[here], ids[there]
        differs = one != other
        a, b = one[differs].astype(np.int64), other[differs].astype(np.int64)
        keys.append(np.minimum(a, b) * count + np.maximum(a, b))
        ease = np.ones(a.size)
        for side in sides:
            across = (side[here] + side[there] == 3) & (side[here] != side[there])
            ease[across[differs]] = ACROSS_LINE
        passing.append(ease)
    found, where = np.unique(np.concatenate(keys), return_inverse=True)
    border = np.bincount(where, weights=np.concatenate(passing))
    edges = np.stack([found // count, found % count], axis=-1)
    apart = np.sum((means[edges[:, 0]] - means[edges[:, 1]]) ** 2, axis=-1)
    weights = (np.exp(-apart / (2 * LAB_SPREAD**2)) + LEAST_WEIGHT) * border
    return Segments(ids, edges, weights)
