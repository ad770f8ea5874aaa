"""What a pass does, read with the usual values of its kind where the painter says nothing."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from kind_distance.core.judging.model import FINE, MASS, NO_FILM, VEILS, Painted, Scene
from kind_distance.core.passes.model import Wants

COVERS_FROM = 0.45  # share of a plane from which on a mass pass covers it; common practice, no source
ONLY_THINGS_BELOW = 0.5  # a pass that names things and touches less of their planes paints only those
THINGS_SHARE = {"second_layer": 0.5, "glaze": 0.4, "details": 0.2, "lights": 0.2, "scumble": 0.2, "lift": 0.2}
ROUGH_PLANES = 3  # a mass over more planes than this, and over half of them, finishes nothing
TRANSPARENT_KINDS = ("glaze",)


@dataclass(frozen=True)
class Read:
    """A pass as the judge reads it, at its place in the order."""

    scene: Scene
    at: int
    painted: Painted

    @property
    def id(self) -> int:
        """Number of the pass."""
        return self.painted.given.id

    @property
    def kind(self) -> str:
        """Kind of pass."""
        return self.painted.given.kind

    @cached_property
    def ranks(self) -> tuple[int, ...]:
        """Planes that it paints; all of them where it belongs to the whole surface."""
        told = self.painted.given.planes
        if told or self.kind in ("finish", "sides"):
            return told
        held = {self.scene.rank_of_thing.get(name) for name in self.painted.given.things}
        return tuple(sorted(r for r in held if r)) or tuple(plane.rank for plane in self.scene.planes)

    @cached_property
    def share(self) -> float:
        """Share of its planes that it touches."""
        told = self.painted.given.share
        if told is not None:
            return told
        if not self.painted.given.planes and self.kind in FINE:
            return THINGS_SHARE[self.kind]
        return THINGS_SHARE.get(self.kind, 1.0) if self.painted.given.things else 1.0

    @cached_property
    def is_mass(self) -> bool:
        """Whether it lays masses."""
        return self.kind in MASS

    @cached_property
    def is_fine(self) -> bool:
        """Whether it is fine work."""
        return self.kind in FINE

    @cached_property
    def only_things(self) -> bool:
        """Whether it paints only the things that it names."""
        return bool(self.painted.given.things) and self.share <= ONLY_THINGS_BELOW

    @property
    def rough(self) -> bool:
        """Whether it is a rough lay-in of most of the painting."""
        return self.is_mass and len(self.ranks) > max(ROUGH_PLANES, len(self.scene.planes) / 2)

    def covers(self, rank: int) -> bool:
        """Whether it covers a plane."""
        return rank in self.covered

    @cached_property
    def covered(self) -> frozenset[int]:
        """Planes that it covers."""
        whole = self.is_mass and not self.only_things and self.share >= COVERS_FROM
        return frozenset(self.ranks if whole else ())

    @property
    def watercolour(self) -> bool:
        """Whether it is painted in watercolour."""
        return self.painted.given.paint == "watercolour"

    @property
    def watercolour_sheet(self) -> bool:
        """Whether the painting itself is in watercolour, whatever this pass is made with."""
        return self.scene.medium.transparent

    @property
    def transparent(self) -> bool:
        """Whether what lies under it shows through."""
        told = self.painted.given.colour.opacity
        if told:
            return told == "transparent"
        return self.watercolour or self.kind in TRANSPARENT_KINDS

    @property
    def opaque(self) -> bool:
        """Whether it covers what lies under it."""
        told = self.painted.given.colour.opacity
        if told:
            return told in ("opaque", "semi_opaque")
        return not self.watercolour and self.kind not in ("glaze", "scumble")

    @property
    def hides_line(self) -> bool:
        """Whether one coat of it hides a line."""
        told = self.painted.given.colour
        if told.hides_line is not None:
            return told.hides_line
        return told.opacity in ("", "opaque") and self.opaque

    @cached_property
    def leaves_film(self) -> bool:
        """Whether it leaves a film that dries."""
        return not self.painted.given.other_sheet and self.kind not in NO_FILM

    @cached_property
    def wants(self) -> Wants:
        """What it wants of the paint under it: as told, else what is usual."""
        told = self.painted.given.wants
        return told or (_unsaid(self) if self.as_painted else usual_wants(self))

    @property
    def as_painted(self) -> bool:
        """Whether it is painted already: then nothing is supposed of what the painter did not say."""
        return self.painted.finished


def _unsaid(each: Read) -> Wants:
    """Say what a pass that is painted already must have wanted: to go over tacky paint is what nobody wants."""
    if each.kind in ("glaze", "varnish"):
        return usual_wants(each)
    return "any" if each.watercolour or each.kind in ("drawing", "finish", "sides", "ground", "mask") else "open_or_dry"


def usual_wants(each: Read) -> Wants:
    """Say what is usual for a kind of pass in its medium. Common practice, no source."""
    kind, scene = each.kind, each.scene
    if kind in ("drawing", "sides", "finish", "mask", "ground"):
        return "any"
    at_once = scene.medium.key == "oil_at_once"
    if kind == "scratch":
        return "wet"
    if kind == "varnish":
        return "dry_through"
    if kind in ("lift", "soften"):
        return "open_or_dry"
    if kind in ("blend",):
        return "any" if not _laid_before(each) else "open_or_dry"
    if at_once:
        return "any"
    if kind in ("block_in", "underpainting"):
        toned = any(r.kind in ("ground", "underpainting") and set(r.ranks) & set(each.ranks) for r in _before(each))
        return "touch_dry" if each.watercolour or toned else "any"
    return "touch_dry"


def _before(each: Read) -> list[Read]:
    return [Read(each.scene, at, painted) for at, painted in enumerate(each.scene.passes[: each.at])]


def _laid_before(each: Read) -> bool:
    return any(before.is_mass and set(before.ranks) & set(each.ranks) for before in _before(each))


def read_all(scene: Scene) -> tuple[Read, ...]:
    """Read all passes that are painted on the painting itself, in their order."""
    return tuple(Read(scene, at, painted) for at, painted in enumerate(scene.passes) if not painted.given.other_sheet)


def under_of(each: Read, passes: tuple[Read, ...]) -> list[Read]:
    """List the earlier passes whose film lies under one.

    Under lies what is on its planes and on what its veils, glass and thin things are over; under work on single things
    what they stand on and cross, and earlier coats of them.
    """
    scene, mine = each.scene, set(each.painted.given.things)
    places = set(each.ranks)
    if each.only_things:
        places = {r for name in mine for r in (scene.rank_of_thing.get(name),) if r} or set(each.ranks)
        places |= {rank for name in mine if name in scene.thing_named for rank in scene.thing_named[name].over}
    # What a veil or thin things lie over counts where it is laid as a mass: a single thing there is hardly ever met.
    behind = {other for rank in places if scene.plane(rank).nature != "solid" for other in scene.plane(rank).over}
    found = []
    for before in passes:
        if before.at >= each.at or not before.leaves_film:
            continue
        if each.only_things and before.only_things and not mine & set(before.painted.given.things):
            continue
        if places & set(before.ranks) or (behind & set(before.ranks) and not before.only_things):
            found.append(before)
    return found


def lays(each: Read, rank: int, passes: tuple[Read, ...]) -> bool:
    """Whether a pass lays a plane: covers it, or is the fine pass that is all a solid plane ever gets."""
    if each.covers(rank):
        return True
    if not each.is_fine or rank not in each.ranks or not each.scene.solid(rank):
        return False
    return not any(other.is_mass and rank in other.ranks for other in passes)


def cut_round(scene: Scene, rank: int) -> bool:
    """Whether a plane is a film of its own to be cut round: no veil, no glass, no thin things."""
    return scene.solid(rank) and scene.plane(rank).nature not in (*VEILS, "accents")
