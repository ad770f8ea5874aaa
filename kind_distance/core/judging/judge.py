"""The judge: all rules over one scene."""

from __future__ import annotations

from kind_distance.core.judgement import Finding
from kind_distance.core.judging.model import Scene
from kind_distance.core.judging.order import audit_order
from kind_distance.core.judging.place import audit_place
from kind_distance.core.judging.reading import read_all
from kind_distance.core.judging.surface import audit_surface
from kind_distance.core.judging.values import audit_values
from kind_distance.core.judging.wetness import audit_wetness


def judge(scene: Scene) -> list[Finding]:
    """Judge an order of passes: as painted, as listed, or derived.

    Parameters
    ----------
    scene : Scene
        Passes in the order in which they are painted, with their times where those are known.

    Returns
    -------
    list of Finding
        One for each cause; only of what can still be changed.
    """
    passes = read_all(scene)
    finished = {each.id for each in passes if each.painted.finished}
    found = [
        *audit_wetness(passes),
        *audit_order(passes, scene),
        *audit_values(passes, scene),
        *audit_surface(passes, scene),
        *audit_place(passes, scene),
    ]
    if finished == {each.id for each in passes}:
        return found  # a painting that is done is judged as it was painted
    return [each for each in found if not each.passes or not set(each.passes) <= finished]
