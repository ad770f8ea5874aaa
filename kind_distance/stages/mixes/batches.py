"""Batches: which passes share a mix, how much of it they want, when it is mixed and by when it must be used."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass

from kind_distance.core.mixing.quantity import film_of, millilitres
from kind_distance.core.paint.drying import dry
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.work import Work
from kind_distance.follow import step
from kind_distance.rows import State
from kind_distance.rows.mixes import StringPart
from kind_distance.stages.mixes.palette import palette_of
from kind_distance.stages.mixes.strings import Mix

PILE = 3.0  # a pile on the palette beside a usual film; common practice, no source

# Which of a plane's mixes a kind of pass lays, and over what share of the plane. Common practice, no source.
LAID: dict[str, tuple[tuple[StringPart, float], ...]] = {
    "block_in": (("mass", 1.0),),
    "second_layer": (("light", 0.3), ("mass", 0.4), ("dark", 0.3)),
    "scumble": (("light", 0.3),),
    "details": (("dark", 0.08), ("light", 0.08)),
    "lights": (("light", 0.03), ("dark", 0.03)),
}


@dataclass(frozen=True)
class Batch:
    """One mix and all that is painted with it.

    Parameters
    ----------
    parts : tuple of (tube, count)
        Places on the palette.
    strings : tuple of (plane, part)
    passes : tuple of int
        In order.
    ml : float
        With what stays on palette and brush. [ml]
    begin : int or None
        When its first pass begins. [clock min]
    open_min : float or None
        How long a pile of it stays open in the air of that session. [min]
    times : int
        Sessions for which it has to be mixed.
    """

    parts: tuple[tuple[int, int], ...]
    strength: float | None
    strings: tuple[tuple[int, StringPart], ...]
    passes: tuple[int, ...]
    ml: float
    begin: int | None
    open_min: float | None
    times: int


def _laid(each: Pass) -> tuple[tuple[int, StringPart, float], ...]:
    share = 1.0 if each.share is None else each.share
    parts = LAID.get(each.kind, ())
    return tuple((rank, part, share * cover) for rank in each.planes for part, cover in parts)


@step
def batches_of(state: State, mixes: list[Mix], work: Work) -> list[Batch]:
    """Gather what passes share a mix; in the order in which they are mixed."""
    palette = palette_of(state)
    by_string = {(mix.target.plane, mix.target.part): mix for mix in mixes}
    areas = {rank: facts.area_cm2 for rank, facts in enumerate(work.planes, start=1)}
    placed = {each.pass_id: each for each in work.schedule.placements}
    wanted: dict[tuple[tuple[tuple[int, int], ...], float | None], list[tuple[Pass, int, StringPart, float]]] = (
        defaultdict(list)
    )
    begun: set[int] = set()
    for each in work.passes:
        laid = _laid(each)
        if each.kind == "blend":
            # What is laid and blended in one go takes paint; blending what lies there takes none.
            laid = tuple((rank, "mass", 1.0) for rank in each.planes if rank not in begun)
        begun |= set(each.planes)
        for rank, part, cover in laid:
            mix = by_string.get((rank, part))
            if mix is None:
                continue
            film = film_of("watercolour" if palette.transparent else each.paint, each.kind, each.thickness)
            amount = millilitres(areas.get(rank, 0.0), film, coverage=cover)
            wanted[mix.recipe.parts, mix.recipe.strength].append((each, rank, part, amount))
    found = []
    for (parts, strength), uses in wanted.items():
        at = [placed[each.id] for each, *_ in uses if each.id in placed]
        first = min(at, key=lambda each: each.start) if at else None
        open_min = None
        if first is not None:
            paint = next(each.paint for each, *_ in uses if each.id == first.pass_id)
            open_min = dry(paint, first.start, work.problem.weather, PILE).open_until - first.start
        strings = tuple(dict.fromkeys((rank, part) for _, rank, part, _ in uses))
        passes = tuple(dict.fromkeys(each.id for each, *_ in uses))
        found.append(
            Batch(
                parts, strength, strings, passes, sum(amount for *_, amount in uses),
                None if first is None else first.start, open_min, max(1, len({each.session_id for each in at})),
            )
        )  # fmt: skip
    order = {each.id: at for at, each in enumerate(work.passes)}
    return sorted(found, key=lambda batch: order[batch.passes[0]])


def used_ml(batches: list[Batch], tubes: int) -> list[float]:
    """Add up what each tube gives. [ml]."""
    found = [0.0] * tubes
    for batch in batches:
        whole = sum(count for _, count in batch.parts)
        for at, count in batch.parts:
            found[at] += batch.ml * count / whole
    return found
