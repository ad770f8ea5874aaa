"""Rows of posts that were marked as equally long and named alike: their bays, and whether each stands upright."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from kind_distance.core.judgement import Finding
from kind_distance.core.picture.perspective import bays_by_height, lean_deg, leans_apart

LEAST_IN_ROW = 4  # equal posts of one name that are taken for a row
BAY_APART = 1.5  # a bay so many times another one is seen to be uneven; common practice, no source
LEANS_DEG = 1.5  # uprights that lean more are seen to lean; common practice (1), no source
STANDS = 0.4  # a mark no wider than this share of its height stands upright

Place = tuple[float, float]


@dataclass(frozen=True)
class Post:
    """A marked upright.

    Parameters
    ----------
    number : int
        Of the mark.
    name : str
    length_m : float or None
        What it is said to measure. [m]
    top, foot : (float, float)
        In shares of the picture.
    """

    number: int
    name: str
    length_m: float | None
    top: Place
    foot: Place


def as_post(number: int, name: str, length_m: float | None, ends: tuple[Place, Place], aspect: float) -> Post | None:
    """Take a mark for an upright, whichever end was drawn first; None for one that lies rather than stands.

    Parameters
    ----------
    ends : (start, end)
        In shares of the picture.
    aspect : float
        Width over height.
    """
    top, foot = sorted(ends, key=lambda at: at[1])
    stands = abs(foot[0] - top[0]) * aspect < STANDS * (foot[1] - top[1])
    return Post(number, name, length_m, top, foot) if stands else None


def _rows(posts: Iterable[Post]) -> Iterator[tuple[str, list[Post]]]:
    """Put posts of one name and length into rows, from left to right; a number after the name tells them apart."""
    rows: dict[tuple[str, float | None], list[Post]] = {}
    for post in posts:
        name = post.name.strip().rstrip("0123456789 ").lower()
        if post.name.strip():
            rows.setdefault((name, post.length_m), []).append(post)
    for (name, _), row in rows.items():
        if len(row) >= LEAST_IN_ROW:
            yield name, sorted(row, key=lambda post: post.foot[0])


def audit_post_rows(posts: Sequence[Post], aspect: float, source: int) -> list[Finding]:
    """Judge rows of posts.

    Parameters
    ----------
    posts : sequence of Post
    aspect : float
        Width of the picture over its height.
    source : int
        Number of the source they are marked on.
    """
    found = []
    for name, row in _rows(posts):
        about = f"{source}-{row[0].number}"
        bays = bays_by_height([post.foot[1] - post.top[1] for post in row])
        if bays is not None and max(bays) / min(bays) > BAY_APART:
            measures: dict[str, object] = {
                "name": name, "bays": len(bays), "times": max(bays) / min(bays), "posts": [post.number for post in row],
            }  # fmt: skip
            found.append(Finding("uneven_bays", "note", measures=measures, weight=max(bays) / min(bays), about=about))
        leans = leans_apart([post.foot[0] for post in row], [lean_deg(post.top, post.foot, aspect) for post in row])
        worst = max(leans, key=abs)
        if abs(worst) > LEANS_DEG:
            measures = {"name": name, "lean_deg": worst, "posts": [row[leans.index(worst)].number]}
            found.append(Finding("row_leans", "note", measures=measures, weight=abs(worst), about=about))
    return found
