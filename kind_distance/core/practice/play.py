"""A playground: the passes of a practice scene in any order, wait, thickness and air, and what comes of it.

Nothing is scored. What is told is read off the build that is painted, beside the same passes by the book: far to near,
with every layer dry.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.build.film import Stage
from kind_distance.core.build.model import BuildPlane, BuildScene, BuildStep
from kind_distance.core.build.wetness import Found, Laid, found_by
from kind_distance.core.judgement import Why, because
from kind_distance.core.paint.drying import Climate, Weather, dry
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.practice.airs import AIRS
from kind_distance.core.practice.canvas import WIDE
from kind_distance.core.practice.orders import WIDE_CM, largest_planes, passes_of_scene
from kind_distance.core.practice.scenes import Scene, paint_scene
from kind_distance.core.schedule.rules import rules_of
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError

PLANES, MOST_PASSES = 4, 9
MEDIA = {"watercolour": "paper", "gouache": "paper", "acrylic": "board", "oil": "canvas"}
WAITS = (0, 10, 30, 120, 1440, 10_080, 40_320)  # minutes before a pass
FILMS = (0.6, 1.0, 2.0)  # of the usual thickness
EVERY = 2  # of the scene's pixels, which a build is worked out on
SEEN_OFF, SEEN_RIMS = 0.3, 0.02  # of value [V] and of the borders, from which it is told
WHITE_GROUND = (0.86, 0.86, 0.83)  # linear sRGB; by eye, no source
RUNS = ("watercolour", "gouache")


@dataclass(frozen=True)
class Move:
    """What is done with a pass: its place in the order by the book, and which wait and film of the lists."""

    at: int
    wait: int = 0
    film: int = 1


@dataclass(frozen=True)
class Played:
    """A build that was played.

    Parameters
    ----------
    steps : tuple of BuildStep
    found : tuple of Found
    minutes : float
        From the first stroke to the last.
    broken : tuple of Precedence
        What the order goes against.
    """

    steps: tuple[BuildStep, ...]
    found: tuple[Found, ...]
    minutes: float
    broken: tuple[Precedence, ...]


@dataclass(frozen=True)
class Playground:
    """A scene to play with.

    Parameters
    ----------
    seed : int
    medium : str
    scene : BuildScene
    passes : tuple of Pass
        By the book.
    rules : tuple of Precedence
    borders_cm : dict of (int, int) to float
        Length of the borders between planes, both ways round. [cm]
    """

    seed: int
    medium: str
    scene: BuildScene
    passes: tuple[Pass, ...]
    rules: tuple[Precedence, ...]
    borders_cm: dict[tuple[int, int], float]

    def played(self, moves: Sequence[Move], air: Climate) -> Played:
        """Paint in an order, with waits and films of one's own.

        Raises
        ------
        DomainError
            If a pass is missing or named twice.
        """
        if sorted(move.at for move in moves) != list(range(len(self.passes))):
            raise DomainError("Each pass has to come once.", "Begin anew with this scene.")
        found, now = self._found(moves, air)
        steps = tuple(_step(move, self.passes[move.at], finds) for move, finds in zip(moves, found, strict=True))
        place = {self.passes[move.at].id: n for n, move in enumerate(moves)}
        broken = tuple(rule for rule in self.rules if place[rule.before] > place[rule.after])
        return Played(steps, tuple(found), now, broken)

    def _found(self, moves: Sequence[Move], air: Climate) -> tuple[list[Found], float]:
        """Tell what each pass finds, and when the last one ends. [min]."""
        weather, now, laid = Weather(((0.0, air),)), 0.0, []
        for move in moves:
            each = self.passes[move.at]
            now += WAITS[move.wait]
            begin, now = now, now + each.minutes
            leaves = each.kind not in ("ground", "drawing", "mask", "unmask", "finish")
            thick = each.thickness * FILMS[move.film]
            laid.append(Laid(each.planes, begin, dry(each.paint, now, weather, thick) if leaves else None, each.planes))
        return found_by(laid, self.borders_cm.keys(), transparent=medium_of(self.medium).transparent), now

    def by_the_book(self, air: Climate) -> tuple[Move, ...]:
        """Give the order far to near, with the shortest waits after which every pass finds all dry in this air."""
        moves: list[Move] = []
        for at in range(len(self.passes)):
            for wait in range(len(WAITS)):
                tried = (*moves, Move(at, wait))
                if self._found(tried, air)[0][-1] == Found() or wait == len(WAITS) - 1:
                    break
            moves.append(tried[-1])
        return tuple(moves)


def _step(move: Move, each: Pass, finds: Found) -> BuildStep:
    share = 1.0 if each.share is None else each.share
    return BuildStep(
        move.at + 1, each.kind, each.planes, each.thickness * FILMS[move.film], under=finds.under,
        beside=finds.beside, damp=finds.damp, share=share,
    )  # fmt: skip


def _labels(scene: Scene, ranks: list[int]) -> NDArray[np.uint8]:
    """Planes of a build: the largest, each with what smaller stands on it."""
    turned = np.zeros(256, np.uint8)
    for rank in range(1, 256):
        under = [n for n, each in enumerate(ranks, start=1) if each <= rank]
        turned[rank] = under[-1] if under else 1
    turned[0] = 1
    return np.ascontiguousarray(turned[scene.labels[::EVERY, ::EVERY]])


def playground(seed: int, medium: str) -> Playground:
    """Lay out a scene to play with.

    Raises
    ------
    DomainError
        If there is no such medium.
    """
    if medium not in MEDIA:
        raise DomainError("There is no such paint to play with.", "Choose one of the list.")
    scene = paint_scene(seed)
    largest = largest_planes(scene, PLANES)
    plain, passes = passes_of_scene(scene, medium, MEDIA[medium], largest)
    kept = tuple(passes[:MOST_PASSES])
    rank = {plane.rank: n for n, plane in enumerate(largest, start=1)}
    borders = {
        pair: each.length_px * WIDE_CM / WIDE
        for each in scene.borders
        if each.far in rank and each.near in rank
        for pair in ((rank[each.far], rank[each.near]), (rank[each.near], rank[each.far]))
    }
    white = ground_of("white").value
    planes = tuple(
        BuildPlane(
            first_upper(plane.name), max(1.2, plane.value - 1.2), plane.value, min(white, plane.value + 0.9),
            plane.kind == "sky",
        )
        for plane in largest
    )  # fmt: skip
    codes = np.ascontiguousarray(scene.codes[::EVERY, ::EVERY])
    build = BuildScene(
        codes, _labels(scene, [plane.rank for plane in largest]), planes, medium_of(medium).transparent,
        WHITE_GROUND, seed=seed,
    )  # fmt: skip
    return Playground(seed, medium, build, kept, tuple(rules_of(plain, list(kept))), borders)


def air_of(at: int) -> Climate:
    """Give the air of a place in :data:`AIRS`."""
    return AIRS[at]


def outcomes(ground: Playground, played: Played, now: Stage, book: Stage) -> list[Why]:
    """Find what came of it, the worst first: what cannot be painted, mud, bleeding, blooms, rims, values that moved."""
    names = {rank: plane.name for rank, plane in enumerate(ground.scene.planes, start=1)}
    found = _buried(ground, played) + _met_wet(ground, played, names)
    cut = sum(rule.border_cm for rule in played.broken if not rule.material)
    if cut:
        found.append(because("cut_round", border_cm=cut))
    if now.rims - book.rims > SEEN_RIMS:
        found.append(because("ground_shows", rims=now.rims, rims_by_book=book.rims))
    moved = tuple(
        (names[rank], mine - other)
        for rank, (mine, other) in enumerate(zip(now.values, book.values, strict=True), start=1)
        if abs(mine - other) > SEEN_OFF
    )
    if moved:
        found.append(because("values_moved", by=moved))
    return found


def _buried(ground: Playground, played: Played) -> list[Why]:
    """Find which passes came after what has to lie over them."""
    said = {each.id: each.said for each in ground.passes}
    over: dict[int, list[str]] = {}
    for rule in played.broken:
        if rule.material and said[rule.after] not in over.setdefault(rule.before, []):
            over[rule.before].append(said[rule.after])
    return [because("buried", lower=said[before], upper=tuple(later)) for before, later in over.items()]


def _met_wet(ground: Playground, played: Played, names: dict[int, str]) -> list[Why]:
    """Find what met wet paint, once for each way in which that shows."""
    pairs = list(zip(played.steps, played.found, strict=True))

    def passes_on(under: str) -> tuple[str, ...]:
        return tuple(ground.passes[step.number - 1].said for step, each in pairs if each.under == under)

    into_wet, into_tacky = passes_on("wet"), passes_on("tacky")
    met = {
        (min(rank, mine), max(rank, mine))
        for step, each in pairs for rank in each.beside for mine in step.planes if (rank, mine) in ground.borders_cm
    }  # fmt: skip
    damp = sorted({rank for _, each in pairs for rank in each.damp})
    found = []
    if into_wet:
        found.append(because("on_wet_wash" if ground.scene.transparent else "into_wet", upper=into_wet))
    if into_tacky:
        found.append(because("into_tacky", upper=into_tacky))
    if met:
        length = sum(ground.borders_cm[pair] for pair in met)
        between = tuple((names[far], names[near]) for far, near in sorted(met))
        found.append(because("ran_across", border_cm=length, runs=ground.medium in RUNS, between=between))
    if damp:
        found.append(because("bloomed", planes=tuple(names[rank] for rank in damp)))
    return found
