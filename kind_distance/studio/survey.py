"""Everything that follows from a painting's state: readings, plan, passes, schedule, judgements.

Nothing here is kept; it is worked out afresh, and remembered only as long as what it follows from is the same.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from kind_distance.core.judgement import Judgement, most_costly_first
from kind_distance.core.judging.model import Scene
from kind_distance.core.passes.model import KeptFacts
from kind_distance.core.passes.wanted import Wanted
from kind_distance.core.picture.thumbnail import Thumbnail, ThumbnailSettings
from kind_distance.core.schedule.other_paintings import Other
from kind_distance.core.schedule.work import Work
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import chosen_thumbnail, framing_of, settings_of
from kind_distance.rows import State
from kind_distance.stages.passes.judging import judge_painting
from kind_distance.stages.passes.plan_words import judge_wanted
from kind_distance.stages.passes.stated_choices import judge_choices
from kind_distance.stages.passes.work import (
    present_for,
    sessions_of,
)
from kind_distance.stages.passes.worked import judge_ground, survey_work, wanted_of
from kind_distance.stages.planes import strokes
from kind_distance.stages.planes.depth import DepthSurvey, survey_depth
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.sessions.calendar import others_of
from kind_distance.stages.sessions.outdoors import judge_outdoors
from kind_distance.stages.sessions.session_words import judge_hands
from kind_distance.stages.sources.arrows import judge_arrows
from kind_distance.stages.sources.references import judge_sources
from kind_distance.stages.thumbnails import smallest_shapes
from kind_distance.stages.thumbnails.proportions import judge_proportions
from kind_distance.stages.thumbnails.reading import look_at
from kind_distance.store.records import OtherPaintings

NO_OTHERS = OtherPaintings()


@dataclass(frozen=True)
class Survey:
    """All that follows from a state, stage by stage."""

    thumbnails: dict[int, Thumbnail]
    depth: DepthSurvey
    work: Work
    judgements: list[Judgement]
    wanted: list[Wanted]
    kept: tuple[KeptFacts, ...]
    scene: Scene


@step
def _printed(file: Path, wanted: tuple[tuple[int, darkroom.Framing, ThumbnailSettings], ...]) -> dict[int, Thumbnail]:
    return {number: darkroom.thumbnail(file, framing, settings) for number, framing, settings in wanted}


def _thumbnails(file: Path, state: State) -> dict[int, Thumbnail]:
    """Print the thumbnails; told apart by what each is made of, so that one more photo makes none of them anew."""
    wanted = tuple((each.number, framing_of(state, each), settings_of(state, each)) for each in state.thumbnails)
    return _printed(file, wanted)


@step
def _judge_chosen(file: Path, state: State) -> list[Judgement]:
    chosen = chosen_thumbnail(state)
    if chosen is None:
        return []
    seen = look_at(file, state, chosen, labels_of(file, state))
    return list(seen.judgements)


_judged_sources = step(judge_sources)
_judged_arrows = step(judge_arrows)
_judged_proportions = step(judge_proportions)
_judged_outdoors = step(judge_outdoors)
_judged_choices = step(judge_choices)
_judged_painting = step(judge_painting)


@step
def _judged_hands(work: Work, others: tuple[Other, ...]) -> list[Judgement]:
    return judge_hands(work.problem, others)


@step
def _judged_wanted(wanted: list[Wanted], work: Work) -> list[Judgement]:
    return judge_wanted(wanted, work.passes)


@step
def _in_order(state: State, settled: bool, *found: list[Judgement]) -> list[Judgement]:  # noqa: FBT001  of the planes
    """Put the judgements of all stages in one order: what costs most first, what the painter means so last."""
    silenced = {each.key for each in state.meant_so}
    every = [each for some in found[:-1] for each in some]
    every += [each for each in found[-1] if each.stage != "planes" or settled]
    loud = most_costly_first([each for each in every if each.key not in silenced])
    return loud + [each for each in every if each.key in silenced]


def prepare(file: Path, state: State) -> None:
    """Find what the first stroke on an opened painting will want, while nobody waits for it."""
    strokes.prepare(file, state)
    chosen = chosen_thumbnail(state)
    if chosen is not None:
        smallest_shapes.prepare(file, state)
        look_at(file, state, chosen, labels_of(file, state))


def survey(file: Path, state: State, now_min: int, others: OtherPaintings = NO_OTHERS) -> Survey:
    """Work out everything that follows from a state; only those steps are done anew of which something changed.

    Parameters
    ----------
    file : Path
        The file of paintings, where the pictures are.
    state : State
    now_min : int
        The present. [clock min]
    others : OtherPaintings
        What the painter's other paintings say to this one.
    """
    depth = survey_depth(file, state)
    worked = survey_work(file, state, depth, present_for(sessions_of(state), now_min))
    work = worked.work
    wanted = wanted_of(file, state, depth, work)
    judgements = _in_order(
        state,
        depth.settled,
        _judged_sources(file, state),
        _judged_arrows(file, state),
        _judged_proportions(state, depth.fit, depth.area_cm2),
        _judge_chosen(file, state),
        depth.judgements,
        judge_ground(state, depth, work),
        worked.judgements,
        _judged_outdoors(state, work, now_min),
        _judged_hands(work, others_of(others)),
        _judged_choices(state, work, now_min),
        _judged_wanted(wanted, work),
        _judged_painting(worked.scene, work, state),
    )
    return Survey(_thumbnails(file, state), depth, work, judgements, wanted, worked.kept, worked.scene)
