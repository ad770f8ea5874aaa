"""Made-up paintings of any size, for measuring: planes in a row that meet, sessions every other day in changing air."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from kind_distance.core.depth.readings import Border
from kind_distance.core.deriving.needed import Around, needed_passes
from kind_distance.core.paint.drying import Climate
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.schedule.model import Problem, Session
from kind_distance.core.schedule.rules import plain_scene, rules_of

DAY = 1440


def made_up(passes: int, sessions: int, minutes: int, seed: int = 1) -> tuple[Problem, list[PlaneFacts], list[Border]]:
    """Make a painting of about so many passes, at most, in so many sessions."""
    rng = np.random.default_rng(seed)
    count = max(3, -(-passes // 3))
    facts = [
        PlaneFacts(
            f"Plane {n}",
            float(rng.uniform(60, 260)),
            float(rng.uniform(0.1, 0.5)),
            8.5 - 5.5 * n / count,
            7.5 - 5.5 * n / count,
            9.0 - 5.5 * n / count,
            0.9,
        )
        for n in range(count)
    ]
    borders = [Border(n, n + 1, float(rng.uniform(8, 40)), 0.0, 0.0, 1.0) for n in range(1, count)]
    scene = plain_scene(facts, borders, medium_of("acrylic"), "far_to_near")
    scene = replace(scene, planes=tuple(replace(each, share=1 / count) for each in scene.planes), support_cm2=1400.0)
    needed = needed_passes(scene, facts, Around((), "board", ground_of("ochre")))
    rules = rules_of(scene, needed)
    chosen: list[Pass] = needed[:passes]
    kept = {each.id for each in chosen}
    spells = tuple(
        Session(
            n + 1,
            f"Session {n + 1}",
            2 * DAY * n + 540,
            minutes,
            bool(n % 2),
            Climate(float(rng.uniform(12, 26)), float(rng.uniform(40, 85)), 0.3, float(rng.choice([0, 100, 300]))),
        )
        for n in range(sessions)
    )
    problem = Problem(
        tuple(chosen),
        tuple(rule for rule in rules if rule.before in kept and rule.after in kept),
        frozenset(),
        "done",
        spells,
    )
    return problem, facts, borders
