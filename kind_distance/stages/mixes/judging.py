"""What is judged of the mixes of a painting, and which usual tubes would help it."""

from __future__ import annotations

from pathlib import Path

from kind_distance.core.judgement import Finding, Judgement, most_costly_first
from kind_distance.core.mixing.tubes import Tube
from kind_distance.core.palette.film_audit import audit_ground, audit_oil_films
from kind_distance.core.palette.mix_audit import Judged, audit_mixes
from kind_distance.core.palette.mix_audit import reaching_tubes as reaching
from kind_distance.core.palette.model import Lab
from kind_distance.core.schedule.work import Work
from kind_distance.follow import step
from kind_distance.rows import State
from kind_distance.stages.mixes.hues import Unanswered, unanswered_hue
from kind_distance.stages.mixes.mix_words import say_mixes
from kind_distance.stages.mixes.nominal import PIGMENTS
from kind_distance.stages.mixes.palette import Palette, palette_of
from kind_distance.stages.mixes.strings import Mix, ground_value, strings_of, targets_of
from kind_distance.stages.passes.judging import darkens
from kind_distance.stages.passes.worked import judge_ground
from kind_distance.stages.planes.depth import DepthSurvey


def usual_tubes(palette: Palette) -> tuple[tuple[str, Tube], ...]:
    """List usual tubes that the painter does not have, by Colour Index name."""
    known = {each.name.casefold() for each in palette.records}
    return tuple(
        (each.index, Tube(each.masstone, each.tint, 10.0, each.opacity, each.white))
        for each in PIGMENTS
        if each.name.casefold() not in known
    )


def reaching_tubes(palette: Palette, target: Lab, best: float) -> list[tuple[str, float]]:
    """Find usual tubes with which a target would be reached: Colour Index name and the distance left."""
    return reaching(palette, usual_tubes(palette), target, best)


def _judged(state: State, palette: Palette, mixes: list[Mix]) -> Judged:
    return Judged(
        palette,
        mixes,
        tuple(each.number for each in state.planes),
        usual_tubes(palette),
        black_is_meant=darkens(state.brief.veil) or state.brief.black_use == "used",
    )


def _on_the_ground(state: State, told: list[Judgement]) -> set[int]:
    """Ranks of planes where a ground that is seen needs no word: Planes tells it already, or it is meant to be seen."""
    known = {rank for each in told if each.kind == "shows_through" for rank in each.planes}
    return known | {each.rank for each in state.planes if each.ground_shown == "gaps"}


def _lonely(found: Unanswered | None) -> list[Finding]:
    if found is None:
        return []
    ranks = () if found.plane is None else (found.plane,)
    measures: dict[str, object] = {"hue": found.hue, "corner": found.corner}
    return [Finding("lonely_hue", "note", ranks=ranks, measures=measures, weight=found.hue.share)]


@step
def judge_mixes(file: Path, state: State, depth: DepthSurvey, work: Work) -> list[Judgement]:
    """Judge the mixes of a painting; what the painter means so comes last."""
    palette, mixes = palette_of(state), strings_of(state, targets_of(file, state, depth))
    seen_through = _on_the_ground(state, judge_ground(state, depth, work))
    planes = [each.number for each in state.planes]
    found = [
        say_mixes(each, state, palette)
        for each in (
            *audit_mixes(_judged(state, palette, mixes)),
            *audit_oil_films(palette, mixes, work),
            *audit_ground(palette, mixes, work, ground_value(state), planes, seen_through),
            *_lonely(unanswered_hue(file, state)),
        )
    ]
    silenced = {each.key for each in state.meant_so}
    loud = most_costly_first([each for each in found if each.key not in silenced])
    return [*loud, *(each for each in found if each.key in silenced)]
