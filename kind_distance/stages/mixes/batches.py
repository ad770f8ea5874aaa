"""Batches: which passes share a mix, how much of it they want, when it is mixed and by when it must be used."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass

from kind_distance.core.mixing.quantity import film_of, millilitres
from kind_distance.core.paint.drying import dry
from kind_distance.core.palette.laid import hidden_by, laid_by_all
from kind_distance.core.palette.parts import Place
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.work import Work
from kind_distance.follow import step
from kind_distance.rows import State
from kind_distance.stages.mixes.palette import palette_of
from kind_distance.stages.mixes.strings import Mix

PILE = 3.0  # a pile on the palette beside a usual film; common practice, no source

LEAST_CHEAP_ML = 1.0


@dataclass(frozen=True)
class Batch:
    """One mix and all that is painted with it.

    Parameters
    ----------
    parts : tuple of (tube, count)
        Places on the palette.
    strings : tuple of (plane, thing or 0, part)
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
    hidden_ml : float
        How much of it later layers cover. [ml]
    """

    parts: tuple[tuple[int, int], ...]
    strength: float | None
    strings: tuple[Place, ...]
    passes: tuple[int, ...]
    ml: float
    begin: int | None
    open_min: float | None
    times: int
    hidden_ml: float = 0.0


@step
def batches_of(state: State, mixes: list[Mix], work: Work) -> list[Batch]:
    """Gather what passes share a mix; in the order in which they are mixed."""
    palette = palette_of(state)
    by_string = {mix.target.place: mix for mix in mixes}
    areas = {rank: facts.area_cm2 for rank, facts in enumerate(work.planes, start=1)}
    placed = {each.pass_id: each for each in work.schedule.placements}
    wanted: dict[tuple[tuple[tuple[int, int], ...], float | None], list[tuple[Pass, Place, float]]] = defaultdict(list)
    for each, laid in laid_by_all(work.passes, mixes):
        for place, cover in laid:
            mix = by_string.get(place)
            if mix is None:
                continue
            film = film_of("watercolour" if palette.transparent else each.paint, each.kind, each.thickness)
            amount = millilitres(areas.get(place[0], 0.0), film, coverage=cover)
            wanted[mix.recipe.parts, mix.recipe.strength].append((each, place, amount))
    later = {each.id: work.passes[at + 1 :] for at, each in enumerate(work.passes)}
    found = []
    for (parts, strength), uses in wanted.items():
        at = [placed[each.id] for each, *_ in uses if each.id in placed]
        first = min(at, key=lambda each: each.start) if at else None
        open_min = None
        if first is not None:
            paint = next(each.paint for each, *_ in uses if each.id == first.pass_id)
            open_min = dry(paint, first.start, work.problem.weather, PILE).open_until - first.start
        strings = tuple(dict.fromkeys(place for _, place, _ in uses))
        passes = tuple(dict.fromkeys(each.id for each, *_ in uses))
        found.append(
            Batch(
                parts, strength, strings, passes, sum(amount for *_, amount in uses),
                None if first is None else first.start, open_min, max(1, len({each.session_id for each in at})),
                sum(amount for each, (rank, *_), amount in uses if hidden_by(each, rank, later[each.id])),
            )
        )  # fmt: skip
    order = {each.id: at for at, each in enumerate(work.passes)}
    return sorted(found, key=lambda batch: order[batch.passes[0]])


def say_cheap(state: State, batch: Batch) -> str:
    """Say how much of a batch may be cheap paint, for who lays it below; empty for others, and where it is little."""
    if state.brief.cheap_below != "yes" or batch.hidden_ml < LEAST_CHEAP_ML:
        return ""
    return (
        f"{batch.hidden_ml:.0f} of {batch.ml:.0f} ml lie under later layers: cheap paint of the same kind does for that"
    )


def used_ml(batches: list[Batch], tubes: int) -> list[float]:
    """Add up what each tube gives. [ml]."""
    found = [0.0] * tubes
    for batch in batches:
        whole = sum(count for _, count in batch.parts)
        for at, count in batch.parts:
            found[at] += batch.ml * count / whole
    return found
