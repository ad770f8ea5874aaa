"""Made-up paintings of any size, for measuring: planes in a row that meet, sessions every other day in changing air."""

from __future__ import annotations

import numpy as np

from kind_distance.core.depth.readings import Border
from kind_distance.core.paint.drying import Climate
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.passes.needed import needed_passes
from kind_distance.core.passes.precedence import material_rules, order_rules, touching_planes
from kind_distance.core.passes.schools import school_of
from kind_distance.core.schedule.model import Problem, Session

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
    medium = medium_of("acrylic")
    needed = needed_passes(facts, medium, ground_of("ochre"), school_of("far_to_near"), 1400.0, 100.0)
    rules = (*material_rules(needed, medium, facts), *order_rules(needed, borders, facts))
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
        frozenset(touching_planes(borders)),
        medium.beside,
        spells,
    )
    return problem, facts, borders
