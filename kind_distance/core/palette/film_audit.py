"""What is found of mixes as films: fast oil over slow oil, and a ground that is seen through."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence, Set
from dataclasses import dataclass
from itertools import pairwise

from kind_distance.core.judgement import Finding
from kind_distance.core.paint.drying import dry
from kind_distance.core.paint.underlay import OPAQUE_LAYER, UNDERLAY
from kind_distance.core.palette.coats import coats_over, ground_shows
from kind_distance.core.palette.laid import covers_its_planes, laid_by_all
from kind_distance.core.palette.model import MixingPalette, PlannedMix
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Placement
from kind_distance.core.schedule.work import Work

OFF_OVER_GROUND = 7.0  # CIEDE2000 that a ground may move a mass, and most like it to; by eye, no source
COVERS = 0.5  # share of a plane from which a film is one that others lie on
FASTER = 0.6  # of the drying time below; common practice, no source


@dataclass(frozen=True)
class _OilFilm:
    """A film of oil over most of a plane: how slowly its paint dries as a whole, and its mixes."""

    given: Pass
    slow: float
    mixes: tuple[PlannedMix, ...]


def _slowness(palette: MixingPalette, mix: PlannedMix) -> float:
    """Tell how many times as long as a usual oil a mix takes to dry, by its pigments."""
    return sum(count * palette.slowness[at] for at, count in mix.recipe.parts) / mix.parts


def _oil_films(palette: MixingPalette, mixes: Sequence[PlannedMix], work: Work) -> dict[int, list[_OilFilm]]:
    """Films of oil of each plane, lowest first; accents and things are too small to crack what is under them."""
    by_place = {mix.target.place: mix for mix in mixes}
    films: dict[int, list[_OilFilm]] = {}
    for each, laid in laid_by_all(work.passes, mixes):
        if each.paint != "oil" or each.things:
            continue
        for rank in each.planes:
            own = [(by_place[place], cover) for place, cover in laid if place[0] == rank and place in by_place]
            whole = sum(cover for _, cover in own)
            if whole >= COVERS:
                slow = sum(cover * _slowness(palette, mix) for mix, cover in own) / whole
                films.setdefault(rank, []).append(_OilFilm(each, slow, tuple(mix for mix, _ in own)))
    return films


def _extreme(palette: MixingPalette, film: _OilFilm, way: Callable[..., tuple[int, int]]) -> int:
    """Find the tube of a film that dries slowest (`max`) or fastest (`min`); its place."""
    parts = [part for mix in film.mixes for part in mix.recipe.parts]
    return way(parts, key=lambda part: palette.slowness[part[0]])[0]


def _one_film(lower: Pass, upper: Pass, placed: Mapping[int, Placement], work: Work) -> bool:
    """Whether two films count as one or never meet: laid while the lower is open, or once it is dry through."""
    under, over = placed.get(lower.id), placed.get(upper.id)
    if upper.wants == "dry_through" or under is None or over is None:
        return True  # nobody knows yet when it is painted
    film = dry("oil", float(under.end), work.problem.weather, lower.thickness, lower.aids)
    return over.start < film.open_until or over.start >= film.through_late


def audit_oil_films(palette: MixingPalette, mixes: Sequence[PlannedMix], work: Work) -> list[Finding]:
    """Find the worst oil that dries fast over one that dries slowly; told of none that was made fatter."""
    placed = {each.pass_id: each for each in work.schedule.placements}
    pairs = [
        (upper.slow / lower.slow, lower, upper)
        for films in _oil_films(palette, mixes, work).values()
        for lower, upper in pairwise(films)
        if upper.given.colour.oil != "fat" and not _one_film(lower.given, upper.given, placed, work)
    ]
    ratio, lower, upper = min(pairs, key=lambda each: each[0], default=(1.0, None, None))
    if ratio >= FASTER or lower is None or upper is None:
        return []
    measures: dict[str, object] = {
        "ratio": ratio, "upper": upper.given, "lower": lower.given,
        "fastest_above": _extreme(palette, upper, min), "slowest_below": _extreme(palette, lower, max),
    }  # fmt: skip
    return [
        Finding(
            "fast_over_slow", "note", ranks=upper.given.planes, measures=measures, weight=1 / ratio,
            about=str(upper.given.id),
        )
    ]  # fmt: skip


def audit_ground(
    palette: MixingPalette, mixes: Sequence[PlannedMix], work: Work, ground: float, planes: Sequence[int],
    left_out: Set[int],
) -> Iterator[Finding]:  # fmt: skip
    """Find planes whose mass its planned coats leave far off over this ground.

    Parameters
    ----------
    palette : MixingPalette
    mixes : sequence of PlannedMix
    work : Work
    ground : float
        Value of the ground. [V]
    planes : sequence of int
        Numbers of the planes, farthest first.
    left_out : set of int
        Ranks of planes of which it is told already, or where the ground is meant to be seen.
    """
    if palette.transparent:
        return
    for mix in mixes:
        rank = mix.target.plane
        if mix.target.part != "mass" or rank in left_out:
            continue
        over = [each for each in work.passes if rank in each.planes and not each.things]
        if any(each.title in (UNDERLAY, OPAQUE_LAYER) for each in over):
            continue
        coats = sum(covers_its_planes(each) for each in over)
        off = ground_shows(palette, mix, ground, coats) if coats else 0.0
        if off >= OFF_OVER_GROUND:
            measures: dict[str, object] = {
                "coats": coats, "ground": ground, "off": off, "hidden_by": coats_over(palette, mix, ground),
            }  # fmt: skip
            yield Finding(
                "ground_shows", "mild", ranks=(rank,), measures=measures, weight=off, about=f"p{planes[rank - 1]}"
            )
