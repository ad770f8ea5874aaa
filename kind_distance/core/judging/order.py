"""Faults of the order: what is cut round, buried, forgotten, or finished while the rest is bare."""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.judgement import Finding
from kind_distance.core.judging.model import JudgedBorder, JudgedThing, Scene
from kind_distance.core.judging.reading import Read, cut_round, lays

STRONG_CUT_CM = 25.0
LEAST_CUT_CM = 5.0
LONG_FINE_MIN = 15.0  # fine work worth a word when it is buried or serves nothing; common practice, no source
SHORT_FINE_MIN = 8.0  # and when it is done while the rest is bare
BARE_SHARE = 0.2
BURYING_SHARE = 0.6
HIDDEN_SHARE = 0.5
LIGHTER_BY = 1.0  # light to dark: what is lighter than a nearer plane by more than this comes later all the same [V]
AREA_SCHOOLS = ("area_by_area", "plane_by_plane")


def audit_order(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Judge the order of passes."""
    yield from _cuts(passes, scene)
    yield from _missing(passes, scene)
    buried = list(_buried(passes, scene))
    ahead = list(_ahead(passes, scene))
    yield from buried
    yield from ahead
    told = {number for finding in (*buried, *ahead) for number in finding.passes}
    yield from _serves_nothing(passes, scene, told)


def _excused(scene: Scene, far: int, near: int, passes: tuple[Read, ...], at: int) -> bool:
    """Whether the school of order itself brings a farther plane after a nearer one."""
    school = scene.school
    if school == "one_mix":
        return True
    if school == "sky_last":
        return scene.plane(far).depth == 1
    if school == "focus_first":
        return scene.is_focus(far) or scene.is_focus(near)
    if school in ("light_to_dark", "dark_to_light"):
        sign = 1 if school == "light_to_dark" else -1
        return sign * (scene.plane(far).value - scene.plane(near).value) <= LIGHTER_BY
    if school == "whole_at_once":
        return not any(each.is_fine and near in each.ranks for each in passes if each.at < at)
    return False


def _cuts(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of a farther plane that is covered up to a nearer one that stands already."""
    found: dict[tuple[int, ...], list[tuple[Read, float, tuple[int, ...]]]] = {}
    borders = [
        border
        for border in scene.borders
        if border.edge == "hard" and cut_round(scene, border.far) and cut_round(scene, border.near)
    ]
    for each in passes:
        if each.rough or each.kind == "underpainting" or (not each.opaque and not each.watercolour):
            continue
        cut, far, near = _cut_up_to(borders, each, passes, scene)
        if cut >= LEAST_CUT_CM:
            found.setdefault(near, []).append((each, cut, far))
    for near, cuts in found.items():
        most = max(cm for _, cm, _ in cuts)
        strong = most >= STRONG_CUT_CM and scene.school != "whole_at_once"
        far = tuple(sorted({rank for _, _, ranks in cuts for rank in ranks}))
        yield Finding(
            "far_after_near", "strong" if strong else "mild", tuple(each.id for each, _, _ in cuts), (*far, *near),
            measures={"cm": {each.id: cm for each, cm, _ in cuts}, "far": far, "near": near},
            weight=sum(cm for _, cm, _ in cuts),
        )  # fmt: skip


def _cut_up_to(
    borders: list[JudgedBorder], each: Read, passes: tuple[Read, ...], scene: Scene
) -> tuple[float, tuple[int, ...], tuple[int, ...]]:
    """Say how far a pass is painted up to nearer planes that stand already [cm], and which those planes are."""
    cut, fars, nears = 0.0, set(), set()
    for border in borders:
        far, near = border.far, border.near
        if near in each.ranks or not lays(each, far, passes):
            continue
        stands = any(
            lays(other, near, passes) and not other.rough and other.kind != "underpainting"
            for other in passes
            if other.at < each.at
        )
        again = any(lays(other, near, passes) for other in passes if other.at > each.at)
        if stands and not again and not _excused(scene, far, near, passes, each.at):
            cut += border.cm
            fars.add(far)
            nears.add(near)
    return cut, tuple(sorted(fars)), tuple(sorted(nears))


def painted_of(thing: JudgedThing, passes: tuple[Read, ...]) -> list[Read]:
    """List the passes that paint a thing: those that name it; a drawing unless its line is to go."""
    return [
        each
        for each in passes
        if thing.name in each.painted.given.things
        and (each.kind != "drawing" or each.painted.given.line.meant is not False)
    ]


def _missing(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of things that no pass paints, or fewer of them than wanted; once for each plane."""
    if not passes:
        return
    lost: dict[int | None, list[tuple[JudgedThing, int, tuple[int, ...]]]] = {}
    for thing in scene.things:
        if thing.given_up:
            continue
        own = painted_of(thing, passes)
        counted = [dict(each.painted.given.counts).get(thing.name) for each in own]
        painted = thing.count if any(n is None for n in counted) else sum(n for n in counted if n is not None)
        if not own or painted < thing.count:
            ids = tuple(each.id for each in own)
            lost.setdefault(None if own else thing.rank, []).append((thing, painted if own else 0, ids))
    for things in lost.values():
        for thing, painted, ids in things:
            yield Finding(
                "item_missing", "mild", ids, () if thing.rank is None else (thing.rank,), (thing.number,),
                measures={"painted": painted, "wanted": thing.count},
            )  # fmt: skip


def fine_minutes(each: Read) -> float:
    """Minutes of fine work in a pass."""
    return float(each.painted.given.minutes) if each.is_fine else 0.0


def _laid_over(each: Read, passes: tuple[Read, ...]) -> Iterator[Finding]:
    """Tell of long fine work on whole planes over which all of them are laid in anew."""
    for later in passes:
        if later.at <= each.at or not later.opaque or later.kind not in ("block_in", "blend"):
            continue
        if later.share >= BURYING_SHARE and all(later.covers(rank) for rank in each.ranks):
            yield Finding(
                "effort_buried", "strong", (each.id,), each.ranks,
                measures={"by": later.id, "minutes": fine_minutes(each), "nearer": False}, weight=fine_minutes(each),
            )  # fmt: skip
            return


def _buried(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of long fine work that a later layer, or a nearer plane, covers."""
    for each in passes:
        if fine_minutes(each) < LONG_FINE_MIN:
            continue
        if not each.painted.given.things:
            yield from _laid_over(each, passes)
            continue
        if not each.only_things:
            continue
        mine = {name: scene.thing_named[name] for name in each.painted.given.things if name in scene.thing_named}
        for later in passes:
            if later.at <= each.at or not later.opaque or set(mine) & set(later.painted.given.things):
                continue
            over = [
                rank
                for rank in {thing.rank for thing in mine.values() if thing.rank is not None}
                if later.covers(rank) and later.share >= BURYING_SHARE
            ]
            hidden = [
                rank
                for thing in mine.values()
                for rank, share in thing.hidden_by
                if share >= HIDDEN_SHARE and later.covers(rank)
            ]
            if over or hidden:
                yield Finding(
                    "effort_buried", "strong", (each.id,), tuple(sorted({*each.ranks, *hidden})),
                    tuple(thing.number for thing in mine.values()),
                    measures={"by": later.id, "minutes": fine_minutes(each), "nearer": bool(hidden)},
                    weight=fine_minutes(each),
                )  # fmt: skip
                break


def _ahead(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of details and lights while a large part is bare, so that values cannot be judged."""
    school = scene.school
    if school in (*AREA_SCHOOLS, "focus_first"):
        return
    early, bare_ranks, bare_share = [], set(), 0.0
    begun = _masses_begun(passes)
    for each in passes:
        if not each.is_fine or fine_minutes(each) < SHORT_FINE_MIN:
            continue
        bare = [rank for rank in _bare(each, begun, scene) if not _kept_for_last(scene, rank, each)]
        share = sum(scene.plane(rank).share for rank in bare)
        if share >= BARE_SHARE - 1e-9:
            early.append(each)
            bare_ranks |= set(bare)
            bare_share = max(bare_share, share)
    if early:
        yield Finding(
            "finished_far_ahead", "strong", tuple(each.id for each in early), tuple(sorted(bare_ranks)),
            measures={"bare": tuple(sorted(bare_ranks)), "share": bare_share},
            weight=sum(fine_minutes(each) for each in early),
        )  # fmt: skip


def _masses_begun(passes: tuple[Read, ...]) -> dict[int, int]:
    """Say at which place in the order the mass of each plane is begun; a plane that gets none is not there."""
    begun: dict[int, int] = {}
    for each in passes:
        if each.kind != "underpainting":
            for rank in each.covered:
                begun[rank] = min(each.at, begun.get(rank, each.at))
    return begun


def _bare(each: Read, begun: dict[int, int], scene: Scene) -> list[int]:
    """List the solid planes that are bare when a pass begins: their mass is still to come."""
    return [
        rank
        for rank, at in sorted(begun.items())
        if at > each.at and scene.solid(rank) and (rank not in each.ranks or each.only_things)
    ]


def _kept_for_last(scene: Scene, rank: int, each: Read) -> bool:
    """Whether the school itself leaves a plane for later than this pass."""
    if scene.school == "sky_last":
        return scene.plane(rank).depth == 1
    if scene.school == "far_to_near":
        return scene.plane(rank).depth > max((scene.plane(r).depth for r in each.ranks), default=0)
    return False


def _serves_nothing(passes: tuple[Read, ...], scene: Scene, told: set[int]) -> Iterator[Finding]:
    """Tell once for each plane of long fine work neither in the focus nor near."""
    if scene.focus is None:
        return
    at_focus = sum(fine_minutes(each) for each in passes if scene.focus in each.ranks and each.painted.given.planes)
    by_plane: dict[tuple[int, ...], list[Read]] = {}
    for each in passes:
        if each.kind == "details" and each.id not in told and fine_minutes(each) >= LONG_FINE_MIN:
            by_plane.setdefault(each.ranks, []).append(each)
    for ranks, details in by_plane.items():
        if not all(scene.plane(r).nature == "solid" and scene.far_half(r) and r != scene.focus for r in ranks):
            continue
        all_it_gets = not any(each.is_mass and set(ranks) & set(each.ranks) for each in passes)
        minutes = sum(fine_minutes(each) for each in passes if set(each.ranks) & set(ranks))
        if not all_it_gets and minutes >= at_focus:
            yield Finding(
                "detail_serves_nothing", "mild", tuple(each.id for each in details), ranks,
                tuple(scene.thing_named[n].number for each in details for n in each.painted.given.things
                      if n in scene.thing_named),
                measures={"minutes": minutes, "focus_min": at_focus}, weight=minutes,
            )  # fmt: skip
