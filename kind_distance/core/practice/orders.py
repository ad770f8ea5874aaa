"""Puzzles of order: passes of a scene to be put in order; every order that breaks no rule of the paint counts."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.depth.readings import Border
from kind_distance.core.deriving.needed import Around, needed_passes
from kind_distance.core.deriving.order import in_order
from kind_distance.core.judging.model import Scene as JudgedScene
from kind_distance.core.paint.drying import REFERENCE, Drying, Weather, dry
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.model import Pass, PlaneFacts, Precedence
from kind_distance.core.passes.order import ready_at
from kind_distance.core.practice.canvas import WIDE
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.scenes import Scene, ScenePlane, paint_scene
from kind_distance.core.schedule.rules import plain_scene, rules_of
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError

MEDIA = (("watercolour", "paper", "watercolour"), ("acrylic", "board", "acrylic"), ("oil", "canvas", "oil"))
WIDE_CM, HIGH_CM = 40.0, 26.7
PLANES = 3
LEFT_OUT = ("finish", "sides", "varnish", "isolating", "mask", "unmask", "ground")
SEEDS = 60
INDOORS = Weather(((0.0, REFERENCE),))


@dataclass(frozen=True)
class Puzzle:
    """Passes in an order that holds, and what the paint and the borders ask of any order.

    Parameters
    ----------
    scene : Scene
    medium : str
    passes : tuple of Pass
    rules : tuple of Precedence
        Those of the material must hold; the others cost centimetres that are cut round.
    """

    scene: Scene
    medium: str
    passes: tuple[Pass, ...]
    rules: tuple[Precedence, ...]

    def broken(self, order: list[int]) -> list[Precedence]:
        """List the rules that an order of passes, by their ids, breaks."""
        at = {number: place for place, number in enumerate(order)}
        return [rule for rule in self.rules if at[rule.before] > at[rule.after]]

    def holds(self, order: list[int]) -> bool:
        """Whether an order can be painted at all."""
        return not any(rule.material for rule in self.broken(order))

    def waits_min(self, order: list[int]) -> float:
        """Minutes in which an order has to wait for paint to dry, indoors at 20 °C and 50 %. [min]."""
        passes = {each.id: each for each in self.passes}
        now, waited = 0.0, 0.0
        films: dict[int, Drying] = {}
        for number in order:
            each, begin = passes[number], now
            for rule in self.rules:
                if rule.after == number and rule.before in films:
                    film = films[rule.before]
                    until = (film.open_until, film.touch, film.through_late, film.firm)
                    begin = max(begin, ready_at(rule.needs, until, begin, each.minutes))
            waited += begin - now
            now = begin + each.minutes
            if each.kind != "drawing":
                films[number] = dry(each.paint, now, INDOORS, each.thickness)
        return waited

    def mixed_again(self, order: list[int]) -> int:
        """How many times an order comes back to a plane whose colours were left for another's."""
        places = [each.planes for number in order for each in self.passes if each.id == number and each.planes]
        runs = [place for at, place in enumerate(places) if not at or place != places[at - 1]]
        return len(runs) - len(set(runs))

    def cut_round_cm(self, order: list[int]) -> float:
        """Centimetres of border that an order cuts round. [cm]."""
        return sum(rule.border_cm for rule in self.broken(order) if not rule.material)


def largest_planes(scene: Scene, count: int = PLANES) -> list[ScenePlane]:
    """Choose the largest planes of a scene, far to near."""
    return sorted(sorted(scene.planes, key=lambda plane: -plane.share)[:count], key=lambda plane: plane.rank)


def _facts(scene: Scene, largest: list[ScenePlane]) -> tuple[list[PlaneFacts], list[Border]]:
    """Read planes of a scene as those of a small painting."""
    rank = {plane.rank: at for at, plane in enumerate(largest, start=1)}
    facts = [
        PlaneFacts(
            first_upper(plane.name), plane.share * WIDE_CM * HIGH_CM, 0.15, plane.value, plane.value - 1.2,
            plane.value + 0.9, sky=plane.kind == "sky",
        )
        for plane in largest
    ]  # fmt: skip
    borders = [
        Border(rank[b.far], rank[b.near], b.length_px * WIDE_CM / WIDE, b.contrast, 0.0, 1.0)
        for b in scene.borders
        if b.far in rank and b.near in rank
    ]
    return facts, borders


def passes_of_scene(
    scene: Scene, medium: str, support: str, largest: list[ScenePlane] | None = None
) -> tuple[JudgedScene, list[Pass]]:
    """Derive the passes that painting a scene needs, as for any painting, in an order that holds."""
    facts, borders = _facts(scene, largest_planes(scene) if largest is None else largest)
    plain = plain_scene(facts, borders, medium_of(medium), "far_to_near")
    derived = needed_passes(plain, facts, Around((), support, ground_of("white")))
    return plain, [each for each in in_order(derived, plain, facts) if each.kind not in LEFT_OUT]


def order_puzzle(seed: int, level: int) -> Puzzle:
    """Make a puzzle of four to six passes from the scene of a seed, or of one of the next.

    Raises
    ------
    DomainError
        If no scene asks for so many.
    """
    count = 3 + level
    for more in range(SEEDS):
        scene, rng = paint_scene(seed + 104_729 * more), chance(seed + more, "passes")
        name, support, key = MEDIA[int(rng.integers(len(MEDIA)))]
        plain, passes = passes_of_scene(scene, key, support)
        if len(passes) < count:
            continue
        kept = sorted(int(at) for at in rng.choice(len(passes), count, replace=False))
        chosen = [passes[at] for at in kept]
        rules = rules_of(plain, chosen)
        if any(rule.material for rule in rules):
            return Puzzle(scene, name, tuple(chosen), tuple(rules))
    raise DomainError("No scene fits this drill.", "Take another seed.")
