"""Faults on the sheet: kept lights that are crossed, lines that show, brushes too wide."""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.judgement import Finding
from kind_distance.core.judging.model import Scene
from kind_distance.core.judging.reading import Read

PAPER_MARGIN = 0.5  # a plane that may hold nothing darker than this under the paper is a kept light itself [V]
PAPER_TOO_DARK = 1.0  # a wash over it that much darker than it may be [V]
WIDER_BY = 1.01  # a mark may be so much wider than the narrowest one wanted
EDGE_OF_FLAT = 9.0  # where only the brush is known: the edge of a flat makes marks an eighth as wide; common practice
CROSSING = ("ground", "underpainting", "block_in", "blend", "second_layer", "glaze", "scumble", "unify")
BRUSHED_OFF = ("chalk", "charcoal")
HEAVY = ("marker", "pen", "pencil")


def audit_surface(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    """Judge what runs over kept lights, what shows through, and what brushes can make."""
    yield from _crossed(passes, scene)
    yield from _lines(passes, scene)
    yield from _brushes(passes, scene)


def _crossed(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    for each in passes:
        if each.kind not in CROSSING or each.only_things or each.painted.given.planes == ():
            continue
        crossed = [
            light
            for light in scene.lights
            if light.kept_bare
            and set(light.ranks) & set(each.ranks)
            and each.painted.given.spares is not None
            and light.name not in each.painted.given.spares
        ]
        bare = _paper_crossed(each, scene)
        ranks = tuple(sorted({r for light in crossed for r in light.ranks if r in each.ranks} | set(bare)))
        if ranks:
            yield Finding(
                "reserve_crossed", "strong", (each.id,), ranks,
                measures={"lights": tuple(light.name for light in crossed), "paper": bare}, weight=50.0,
            )  # fmt: skip


def _paper_crossed(each: Read, scene: Scene) -> tuple[int, ...]:
    """Planes that are a kept light themselves, and that a wash runs over too dark."""
    value = each.painted.given.colour.value
    if not each.watercolour or value is None:
        return ()
    return tuple(
        rank
        for rank in each.ranks
        for dark in [scene.plane(rank).dark]
        if dark is not None and dark >= scene.ground_value - PAPER_MARGIN and value < dark - PAPER_TOO_DARK
    )


def _line_stays(each: Read) -> bool:
    """Whether a drawing leaves an unmeant line on the sheet."""
    line = each.painted.given.line
    if each.kind != "drawing" or line.meant or line.medium in ("thin_paint", "none"):
        return False
    if line.meant is None and each.watercolour_sheet:
        return False
    removed = line.removed or ("brushed_off" if line.medium in BRUSHED_OFF else "none")
    if removed != "none":
        return False
    weight = line.weight or ("heavy" if line.medium in HEAVY[:2] else "faint")
    return not (weight == "faint" and each.watercolour_sheet)


def _lines(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    for each in passes:
        if not _line_stays(each):
            continue
        shown, covers = [], []
        for rank in each.ranks:
            later = [other for other in passes if other.at > each.at and other.covers(rank)]
            if later and not any(other.hides_line for other in later):
                shown.append(rank)
                covers.append(later[-1].id)
        if shown:
            yield Finding(
                "line_shows_through", "strong", (each.id, *dict.fromkeys(covers)), tuple(shown),
                measures={"medium": each.painted.given.line.medium},
                weight=100 * sum(scene.plane(rank).share for rank in shown),
            )  # fmt: skip


def _brushes(passes: tuple[Read, ...], scene: Scene) -> Iterator[Finding]:
    for each in passes:
        if each.is_mass or each.kind in ("drawing", "ground", "varnish", "sides", "finish"):
            continue
        if scene.hand == "chance" and not any(scene.is_focus(rank) for rank in each.ranks):
            continue  # left to the brush
        given = each.painted.given
        mark = given.mark_mm if given.mark_mm is not None else given.brush_mm
        if mark is None:
            continue
        spare = WIDER_BY if given.mark_mm is not None else EDGE_OF_FLAT
        named = [scene.thing_named[name] for name in given.things if name in scene.thing_named]
        too_fine = [thing for thing in named if thing.smallest_mm is not None and mark > spare * thing.smallest_mm]
        if too_fine:
            narrow = min(thing.smallest_mm or mark for thing in too_fine)
            yield Finding(
                "brush_too_wide", "mild", (each.id,), tuple(sorted({t.rank for t in too_fine if t.rank is not None})),
                tuple(thing.number for thing in too_fine),
                measures={"mark_mm": mark, "narrowest_mm": narrow}, weight=mark / narrow,
            )  # fmt: skip
