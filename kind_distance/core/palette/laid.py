"""Which mixes a pass lays, and over what share of its plane."""

from __future__ import annotations

from collections.abc import Sequence

from kind_distance.core.palette.model import PlannedMix
from kind_distance.core.palette.parts import Place, StringPart
from kind_distance.core.passes.model import Pass

# Which of a plane's mixes a kind of pass lays, and over what share of the plane. Common practice, no source.
LAID: dict[str, tuple[tuple[StringPart, float], ...]] = {
    "block_in": (("mass", 1.0),),
    "second_layer": (("light", 0.3), ("mass", 0.4), ("dark", 0.3)),
    "scumble": (("light", 0.3),),
    "details": (("dark", 0.08), ("light", 0.08)),
    "lights": (("light", 0.03), ("dark", 0.03)),
}
# The same of a thing that has colours of its own, over what its pass touches.
LAID_ON_THINGS: dict[str, tuple[tuple[StringPart, float], ...]] = {
    "block_in": (("base", 1.0),),
    "second_layer": (("pattern", 0.5),),
    "glaze": (("tint", 1.0),),
    "details": (("pattern", 0.2), ("light", 0.1)),
    "lights": (("light", 0.2),),
}
MOSTLY = 0.9  # share of a plane from which a layer covers it
WHOLE_LAYERS = ("block_in", "second_layer", "blend")

Laid = tuple[tuple[Place, float], ...]


def covers_its_planes(each: Pass) -> bool:
    """Whether a pass is a layer over all of its planes."""
    return each.kind in WHOLE_LAYERS and not each.things and (1.0 if each.share is None else each.share) >= MOSTLY


def _laid(each: Pass, things: dict[str, Place]) -> Laid:
    share = 1.0 if each.share is None else each.share
    own = [things[name] for name in each.things if name in things]
    if own and len(own) == len(each.things) and each.kind in LAID_ON_THINGS:
        part_of = share / len(own)
        return tuple(
            ((rank, number, part), part_of * cover)
            for rank, number, _ in own for part, cover in LAID_ON_THINGS[each.kind]
        )  # fmt: skip
    parts = LAID.get(each.kind, ())
    return tuple(((rank, 0, part), share * cover) for rank in each.planes for part, cover in parts)


def laid_by_all(passes: Sequence[Pass], mixes: Sequence[PlannedMix]) -> list[tuple[Pass, Laid]]:
    """Which mixes each pass lays, in order; blending takes none but where it is the first to lay paint."""
    things = {mix.target.name: mix.target.place for mix in mixes if mix.target.element}
    begun: set[int] = set()
    found = []
    for each in passes:
        laid = _laid(each, things)
        if each.kind == "blend":
            laid = tuple(((rank, 0, "mass"), 1.0) for rank in each.planes if rank not in begun)
        begun |= set(each.planes)
        found.append((each, laid))
    return found


def remixes_of(passes: Sequence[Pass], mixes: Sequence[PlannedMix]) -> int:
    """Count how often a mix has to be made again: it was used before, and the pass just before did without it."""
    recipe = {mix.target.place: (mix.recipe.parts, mix.recipe.strength) for mix in mixes}
    made: set[object] = set()
    before: set[object] = set()
    again = 0
    for _, laid in laid_by_all(passes, mixes):
        now: set[object] = {recipe[place] for place, _ in laid if place in recipe}
        if not now:
            continue
        again += len((now & made) - before)
        made |= now
        before = now
    return again


def hidden_by(each: Pass, rank: int, later: Sequence[Pass]) -> bool:
    """Whether what a pass lays on a plane is covered by a whole layer that comes later."""
    return not each.things and any(rank in over.planes and covers_its_planes(over) for over in later)
