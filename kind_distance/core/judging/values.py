"""Faults of value: planes that merge, darks too far back, a near plane too flat or too loud, bright paint on dark."""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.judgement import Finding
from kind_distance.core.judging.model import VEILS, JudgedPlane, Scene
from kind_distance.core.judging.reading import Read, under_of

MERGES_BELOW = 0.35  # planned values that read as one across a hard edge [V]; common practice, no source
TOO_DARK_FAR, TOO_DARK_NEAR = 0.75, 1.5  # under the darkest a plane may hold [V]
ABOVE_FOCUS = 0.5  # a near plane may have so much more contrast than the focus [V]
FLAT_SHARE = 0.4  # of the widest range behind, under which the nearest plane is a card
SILHOUETTE = 2.5  # a near plane this dark is meant as a silhouette [V]
GLOWS_OVER = {"transparent": 1.2, "semi_transparent": 2.0}  # so much lighter than what is under it [V]


def audit_values(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Judge planned values, and the values of mixes where they lie."""
    yield from _merged(scene)
    yield from _too_dark(passes, scene)
    yield from _nearest(passes, scene)
    yield from _underlays(passes, scene)


def _merged(scene: Scene) -> Iterator[Finding]:
    for border in scene.borders:
        far, near = scene.plane(border.far), scene.plane(border.near)
        apart = abs(far.value - near.value)
        if border.edge == "hard" and apart < MERGES_BELOW and scene.solid(border.far) and scene.solid(border.near):
            yield Finding(
                "borders_merge", "strong", (), (border.far, border.near),
                measures={"apart": apart, "cm": border.cm, "far_value": far.value, "near_value": near.value},
                weight=border.cm,
            )  # fmt: skip


def _too_dark(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of a mix that is clearly darker than the darkest a plane may hold."""
    if scene.darkening_veil:
        return
    for each in passes:
        value = each.painted.given.colour.value
        if value is None or each.kind in ("drawing", "ground", "underpainting", "finish", "sides"):
            continue
        ranks = tuple(rank for rank in each.ranks if _is_too_dark(scene.plane(rank), value, scene))
        if ranks:
            darkest = min(scene.plane(rank).dark or 0.0 for rank in ranks)
            yield Finding(
                "dark_too_far_back", "strong", (each.id,), ranks,
                measures={"value": value, "darkest": darkest}, weight=darkest - value,
            )  # fmt: skip


def _is_too_dark(plane: JudgedPlane, value: float, scene: Scene) -> bool:
    if plane.dark is None or plane.nature != "solid" or scene.is_focus(plane.rank):
        return False
    if plane.depth == scene.nearest_depth:
        return False
    return value < plane.dark - (TOO_DARK_FAR if scene.far_half(plane.rank) else TOO_DARK_NEAR)


def _contrast(scene: Scene, rank: int) -> float | None:
    """Contrast of a plane: its own range or, if more, how far it lies in value from a plane it borders on."""
    own = scene.plane(rank).range
    beside = [
        abs(scene.plane(border.far).value - scene.plane(border.near).value)
        for border in scene.borders
        if rank in (border.far, border.near)
    ]
    known = [each for each in (own, *beside) if each is not None]
    return max(known) if known else None


def _nearest(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    solid = [plane for plane in scene.planes if plane.nature == "solid"]
    if not solid or scene.focus is None:
        return
    near = max(solid, key=lambda plane: (plane.depth, plane.rank))
    own, focus = near.range, _contrast(scene, scene.focus)
    if own is None or scene.is_focus(near.rank):
        return
    if focus is not None and own > focus + ABOVE_FOCUS:
        bring = tuple(each.id for each in passes if each.is_fine and near.rank in each.ranks)
        yield Finding(
            "near_contrast_above_focus", "strong", bring, (near.rank,),
            measures={"range": own, "focus": focus, "focus_rank": scene.focus}, weight=own - focus,
        )  # fmt: skip
    behind = [
        plane.range
        for plane in solid
        if plane.rank != near.rank and not scene.is_focus(plane.rank) and plane.range is not None
    ]
    if not behind or scene.against_light or near.value <= SILHOUETTE or scene.foreground in ("plain", "dark_frame"):
        return
    if own < FLAT_SHARE * max(behind):
        yield Finding(
            "near_contrast_too_low", "note" if scene.measured else "mild", (), (near.rank,),
            measures={"range": own, "behind": max(behind)}, weight=max(behind) - own,
        )  # fmt: skip


def _underlays(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Tell of clear, bright paint on something much darker with no pale base under it."""
    for each in passes:
        colour, limit = each.painted.given.colour, _glow_limit(each)
        if limit is None or colour.value is None or colour.chroma == "low":
            continue
        under, value = _value_under(each, passes, scene)
        if value is None or colour.value - value <= limit or _has_base(each, passes, scene):
            continue
        yield Finding(
            "needs_underlay", "strong", (each.id,), tuple(sorted({*each.ranks, *under})),
            tuple(scene.thing_named[n].number for n in each.painted.given.things if n in scene.thing_named),
            measures={"value": colour.value, "under": value}, weight=colour.value - value,
        )  # fmt: skip


def _glow_limit(each: Read) -> float | None:
    """How much lighter than what is under it a paint may be before it does not cover; None where it covers."""
    if each.watercolour or each.kind in ("scumble", "drawing", "finish", "sides", "varnish", "ground"):
        return None
    told = each.painted.given.colour
    if told.opacity:
        return GLOWS_OVER.get(told.opacity)
    if each.kind == "glaze":
        return GLOWS_OVER["transparent"]
    return GLOWS_OVER["semi_transparent"] if told.hides_line is False else None


def _value_under(each: Read, passes: tuple[Read, ...], scene: Scene) -> tuple[tuple[int, ...], float | None]:
    """Give the latest film under a pass: its planes and its value; the ground where there is none."""
    films = [film for film in under_of(each, passes) if film.kind not in ("glaze", "scumble", "varnish")]
    if not films:
        return (), scene.ground_value
    latest = films[-1]
    told = latest.painted.given.colour.value
    ranks = tuple(rank for rank in latest.ranks if rank in each.ranks or rank in _behind(each, scene))
    if told is not None:
        return ranks, told
    planned = [scene.plane(rank).value for rank in ranks]
    return ranks, min(planned) if planned else None


def _behind(each: Read, scene: Scene) -> set[int]:
    found = {rank for own in each.ranks for rank in scene.plane(own).over}
    for name in each.painted.given.things:
        if name in scene.thing_named:
            found |= set(scene.thing_named[name].over)
    return found


def _has_base(each: Read, passes: tuple[Read, ...], scene: Scene) -> bool:
    """Whether a pale base for its colour was laid before, or a veil asks for none."""
    before = {other.id for other in passes if other.at < each.at}
    asked = [
        one for one in scene.underlays
        if set(one.ranks) & set(each.ranks) or set(one.things) & set(each.painted.given.things)
    ]  # fmt: skip
    if any(set(one.passes) & before for one in asked):
        return True
    return not asked and all(scene.plane(rank).nature in VEILS for rank in each.ranks)
