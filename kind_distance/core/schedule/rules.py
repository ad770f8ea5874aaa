"""Which pass has to stand before which, how dry what lies under it has to be, and why.

Read just as the judge reads: what overlaps follows the order of the list, wetness is asked of what really lies under a
pass, and a wet neighbour counts in watercolour alone, across an edge that is to stay hard. Kinds have no order of their
own.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from kind_distance.core.depth.readings import Border
from kind_distance.core.judgement import because
from kind_distance.core.judging.model import MASS, VEILS, JudgedBorder, JudgedPlane, Painted, Scene
from kind_distance.core.judging.order import AREA_SCHOOLS
from kind_distance.core.judging.reading import Read, lays, read_all, under_of
from kind_distance.core.judging.wetness import beside_of
from kind_distance.core.paint.media import Dryness, Medium
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.passes.model import Pass, PlaneFacts, Precedence

FIRST_MASSES = ("block_in", "blend")
LAST = ("finish", "varnish", "isolating", "sides")
NEEDS: dict[str, Dryness] = {
    "any": "done",
    "damp": "done",
    "wet": "not_tacky",
    "open_or_dry": "not_tacky",
    "touch_dry": "touch_dry",
    "dry_through": "through_dry",
}


def listed(scene: Scene, passes: list[Pass]) -> Scene:
    """Lay passes before the judge in the order of their list, without times."""
    return replace(scene, passes=tuple(Painted(each) for each in passes))


def plain_scene(planes: list[PlaneFacts], borders: list[Border], medium: Medium, school: str) -> Scene:
    """Read a painting of which only planes and borders are known."""
    known = [
        JudgedPlane(
            rank, rank, each.name, each.nature, "sky" if each.sky else "land", each.value, each.dark, each.light,
            0.0, each.area_cm2, in_focus=each.in_focus,
        )
        for rank, each in enumerate(planes, start=1)
    ]  # fmt: skip
    met = [JudgedBorder(each.far, each.near, each.length_cm, "hard") for each in borders]
    return Scene(tuple(known), tuple(met), (), (), (), (), (), medium, school, 9.5)


def need_of(each: Read, film: Read) -> Dryness:
    """Say how dry a film has to be for the pass that goes over it."""
    if each.kind in ("finish", "sides"):
        return "done"
    over_acrylic = film.painted.given.paint == "acrylic" and each.painted.given.paint == "oil"
    if over_acrylic or (each.kind in ("glaze", "unify") and each.painted.given.paint != "oil"):
        return "firm"
    return NEEDS[each.wants]


def rules_of(scene: Scene, passes: list[Pass]) -> list[Precedence]:
    """Derive what the list of passes asks for.

    Parameters
    ----------
    scene : Scene
        Planes, borders and things; its own passes are not asked for.
    passes : list of Pass
        In the painter's order.
    """
    read = read_all(listed(scene, passes))
    found: dict[tuple[int, int], Precedence] = {}
    for each in read:
        for rule in (
            *_lying(each, read),
            *_first(each, read),
            *_beside(each, read),
            *_over_edges(each, read),
            *_by_school(each, read),
        ):
            found.setdefault((rule.before, rule.after), rule)
    return list(found.values())


def _lying(each: Read, read: tuple[Read, ...]) -> Iterator[Precedence]:
    """Ask of every film that lies under a pass that it is there, and as dry as the pass wants it."""
    for film in under_of(each, read):
        needs = need_of(each, film)
        given = each.painted.given
        if each.kind in ("finish", "sides"):
            why = because(each.kind)
        elif each.kind == "varnish":
            why = because("varnish", under=film.painted.given.said)
        else:
            why = because("lies_on", title=given.title, place=given.place, needs=needs)
        yield Precedence(film.id, each.id, needs, why)


def _first(each: Read, read: tuple[Read, ...]) -> Iterator[Precedence]:
    """Let what leaves no film, and what ends a painting, keep its place in the list on what it touches."""
    for other in read:
        if other.at >= each.at or not set(other.ranks or each.ranks) & set(each.ranks or other.ranks):
            continue
        if other.kind in ("drawing", "mask"):
            yield Precedence(other.id, each.id, "done", because("under_the_paint", kind=other.kind))
        elif each.kind in LAST and other.kind not in LAST:
            yield Precedence(other.id, each.id, "done", because("comes_last"))
        elif each.kind in ("varnish", "isolating") or other.kind in ("unmask", "isolating") or each.kind == "unmask":
            yield Precedence(other.id, each.id, "done", because("shuts_in"))


def _beside(each: Read, read: tuple[Read, ...]) -> Iterator[Precedence]:
    if each.wants != "touch_dry":
        return  # it is painted beside wet paint on purpose
    for film in beside_of(each, read):
        yield Precedence(film.id, each.id, "touch_dry", because("wet_across_edge"))


def _over_edges(each: Read, read: tuple[Read, ...]) -> Iterator[Precedence]:
    """Turn the order of the list into reasons where planes meet along hard edges."""
    scene = each.scene
    if each.kind not in LAYERS and each.kind != "blend":
        return
    for border in scene.borders:
        if border.edge != "hard" or border.cm <= 0 or len({border.far, border.near} & set(each.ranks)) != 1:
            continue
        mine = border.far if border.far in each.ranks else border.near
        other_rank = border.near if mine == border.far else border.far
        for other in read:
            if (
                other.at >= each.at
                or other_rank not in other.ranks
                or other.painted.given.level > each.painted.given.level
            ):
                continue
            if not (lays(each, mine, read) and lays(other, other_rank, read)):
                continue
            near, far = scene.plane(border.near).name, scene.plane(border.far).name
            if mine == border.near:
                kind = "over_edge"
            elif other.painted.given.level < each.painted.given.level:
                continue  # a near plane's lower layer before a far one's upper one is the order of layers
            else:
                kind = "cut_in_round"
            why = because(kind, near=near, far=far, border_cm=border.cm)
            yield Precedence(other.id, each.id, "done", why, material=False, border_cm=border.cm)


def _by_school(each: Read, read: tuple[Read, ...]) -> Iterator[Precedence]:
    """Keep what a school or a veil is about: areas one after the other, and a veil after all that is listed before."""
    scene = each.scene
    veil = any(scene.plane(rank).nature in VEILS and scene.plane(rank).over for rank in each.ranks)
    # Later layers of a plane may wait for days while the next one is begun; areas are finished in their masses.
    binds = FIRST_MASSES if scene.school == "plane_by_plane" else MASS
    by_area = scene.school in AREA_SCHOOLS and each.kind in binds
    if not veil and not by_area:
        return
    for other in read:
        if other.at >= each.at or set(other.ranks) == set(each.ranks) or other.kind in LAST:
            continue
        if veil and (other.is_mass or other.is_fine):
            yield Precedence(other.id, each.id, "done", because("veil_last"), material=False)
        elif by_area and other.kind in binds and not other.rough:
            name = each.painted.given.place
            yield Precedence(other.id, each.id, "done", because("area_begun", name=name), material=False)


def direct_rules(rules: list[Precedence], passes: dict[int, Pass]) -> list[Precedence]:
    """Leave out what follows from two other precedences, so that a pass names only what it waits for itself.

    What lies right under a pass on its own plane is always named: how dry it has to be is a demand of its own.
    """
    after: dict[int, set[int]] = {}
    for rule in rules:
        after.setdefault(rule.before, set()).add(rule.after)
    direct = []
    for rule in rules:
        between = after.get(rule.before, set())
        through = [middle for middle in between if middle != rule.after and rule.after in after.get(middle, set())]
        plane = passes[rule.after].plane
        own = plane is not None and passes[rule.before].plane == plane
        if not through or (own and not any(passes[middle].plane == plane for middle in through)):
            direct.append(rule)
    return direct
