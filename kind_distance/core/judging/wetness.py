"""Faults of wet paint: what lies under a pass is not as the pass wants it.

A wet neighbour counts in watercolour alone, across an edge that is to stay hard. In acrylic, gouache and oil planes are
painted side by side while wet: that is ordinary practice. Within the range of an estimate nothing is said.
"""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.judgement import Finding
from kind_distance.core.judging.films import (
    CLOSED_FROM,
    DRY_FROM,
    dry_dose,
    open_dose,
    open_minutes,
    paint_of,
    through_minutes,
    touch_minutes,
)
from kind_distance.core.judging.reading import COVERS_FROM, Read, under_of
from kind_distance.core.paint.drying import SOAKED

TACKY_BELOW = 0.8  # dose at which paint that is only to be touch dry no longer pulls
TACKY_WET_BELOW = 1.33  # and where it was to be open still
BLEND_SPARE_MIN = 3.0  # a blend may outlast its paint by so much
OLD_FILM_MIN = 17 * 60.0  # a film that was laid in an earlier sitting
# Wet layers on one another from which on they mix to mud: how many, and how thick together; common practice, no source.
MUD_LAYERS, MUD_THICKNESS = 4, 6.0
FATNESS = {"lean": 0, "tube": 1, "fat": 2}


def fatness(each: Read) -> int:
    """How fat a layer of oil is: as told, else by its kind."""
    told = each.painted.given.colour.oil
    if told:
        return FATNESS[told]
    if each.kind in ("ground", "underpainting", "drawing"):
        return 0
    if each.kind == "glaze":
        return 2
    return 1  # how thick it lies says nothing of its oil


def audit_wetness(passes: tuple[Read, ...]) -> Iterator[Finding]:
    """Judge every pass against the films under it."""
    muddy: set[int] = set()
    for each in passes:
        under = under_of(each, passes)
        dosed = _measured(each, under)
        yield from _too_wet(each, dosed, passes)
        yield from _tacky(each, under)
        yield from _outlasts(each)
        yield from _varnished(each, under)
        yield from _lean(each, under)
        for found in _mud(each, dosed):
            if not muddy & set(found.ranks):
                yield found
            muddy |= set(found.ranks)


def _mud(each: Read, dosed: list[tuple[float, Read]]) -> Iterator[Finding]:
    """Tell of opaque paint that goes on many layers which all still give."""
    if each.watercolour or each.painted.start is None or not each.is_mass or each.only_things:
        return
    wet = [film for dose, film in dosed if dose < DRY_FROM and film.share >= COVERS_FROM and film.leaves_film]
    thick = sum(film.painted.given.thickness for film in (*wet, each))
    if len(wet) + 1 >= MUD_LAYERS and thick >= MUD_THICKNESS:
        yield Finding(
            "wet_load", "strong", (each.id, *(film.id for film in wet)), each.ranks,
            measures={"layers": len(wet) + 1, "thickness": thick}, weight=thick,
        )  # fmt: skip


def _measured(each: Read, films: list[Read]) -> list[tuple[float, Read]]:
    start = each.painted.start
    if start is None:
        return []
    found = [(dry_dose(film, start), film) for film in films]
    return sorted(((dose, film) for dose, film in found if dose is not None), key=lambda pair: pair[0])


def beside_of(each: Read, passes: tuple[Read, ...]) -> list[Read]:
    """List the wet neighbours of a wash across edges that are to stay hard."""
    if not each.watercolour or not each.is_mass or each.only_things or each.share < COVERS_FROM:
        return []  # darks within a plane keep off its edges
    hard = {
        (border.near if border.far in each.ranks else border.far)
        for border in each.scene.borders
        if border.edge == "hard" and len({border.far, border.near} & set(each.ranks)) == 1
    }
    return [
        film
        for film in passes
        if film.at < each.at and film.leaves_film and not film.only_things and film.is_mass
        and hard & set(film.ranks) and not set(film.ranks) & set(each.ranks)
    ]  # fmt: skip


def _too_wet(each: Read, films: list[tuple[float, Read]], passes: tuple[Read, ...]) -> Iterator[Finding]:
    glaze = each.kind == "glaze"
    if each.wants not in ("touch_dry", "dry_through") or each.kind == "varnish":
        return
    asked = 2 * DRY_FROM if each.wants == "dry_through" else DRY_FROM
    beside = _measured(each, beside_of(each, passes)) if each.wants == "touch_dry" else []
    found = min([*films[:1], *beside[:1]], key=lambda pair: pair[0], default=None)
    if found is None or found[0] >= asked:
        return
    dose, film = found
    yield Finding(
        "glaze_too_early" if glaze else "wet_under",
        "strong",
        (each.id,),
        each.ranks,
        tuple(each.scene.thing_named[n].number for n in each.painted.given.things if n in each.scene.thing_named),
        measures=_wait_of(each, film, dose, asked) | {"beside": film in [other for _, other in beside]},
        weight=(asked - dose) * touch_minutes(film),
    )


def _wait_of(each: Read, film: Read, dose: float, asked: float) -> dict[str, object]:
    """Say what was measured of a film: how long it has had, and how long it wants."""
    usual = touch_minutes(film)
    since = float((each.painted.start or 0) - (film.painted.end or 0))
    return {"under": film.id, "since_min": since, "wants_min": usual * max(1.0, asked / DRY_FROM), "dose": dose}


def _tacky(each: Read, under: list[Read]) -> Iterator[Finding]:
    if each.wants not in ("open_or_dry", "wet") or each.watercolour or each.painted.start is None:
        return
    films = [film for film in under if film.painted.end is not None]
    if not films:
        return
    latest = max(films, key=lambda film: float(film.painted.end or 0))
    dry, opened = dry_dose(latest, each.painted.start), open_dose(latest, each.painted.start)
    below = TACKY_BELOW if each.wants == "open_or_dry" else TACKY_WET_BELOW
    if dry is None or opened is None or opened <= CLOSED_FROM or dry >= below:
        return
    yield Finding(
        "tacky_rework", "strong", (each.id,), each.ranks,
        measures=_wait_of(each, latest, dry, DRY_FROM) | {"open_min": touch_minutes(latest) * dry / opened},
        weight=touch_minutes(latest),
    )  # fmt: skip


def _outlasts(each: Read) -> Iterator[Finding]:
    stays = open_minutes(each)
    if each.kind != "blend" or stays is None or paint_of(each) == "oil":
        return
    # A soaked sheet is usual for a blend in watercolour where no aid is told.
    if each.watercolour and not each.painted.given.aids and each.painted.given.wants == "":
        stays *= max(1.0, SOAKED / each.painted.given.thickness)
    minutes = float(each.painted.given.minutes)
    if stays >= DRY_FROM * minutes or minutes - stays <= BLEND_SPARE_MIN:
        return
    yield Finding(
        "blend_outlasts_paint", "strong", (each.id,), each.ranks,
        measures={"minutes": minutes, "open_min": stays}, weight=minutes - stays,
    )  # fmt: skip


def _varnished(each: Read, under: list[Read]) -> Iterator[Finding]:
    if each.kind != "varnish" or each.painted.start is None:
        return
    wettest: tuple[float, Read] | None = None
    for film in under:
        if film.painted.end is None or film.kind == "varnish":
            continue
        left = through_minutes(film) - (each.painted.start - film.painted.end)
        if left > 0.25 * through_minutes(film) and (wettest is None or left > wettest[0]):
            wettest = left, film
    if wettest is not None:
        left, film = wettest
        yield Finding(
            "varnish_too_early", "strong", (each.id,), film.ranks,
            measures={"under": film.id, "left_min": left, "wants_min": through_minutes(film)}, weight=left,
        )  # fmt: skip


def _lean(each: Read, under: list[Read]) -> Iterator[Finding]:
    """Tell of a leaner layer on a fatter film of an earlier sitting."""
    if paint_of(each) != "oil" or each.kind in ("drawing", "finish", "varnish", "sides", "scratch", "lift", "soften"):
        return
    start = each.painted.start
    for film in under:
        if paint_of(film) != "oil" or film.kind in ("drawing", "finish", "varnish") or fatness(film) <= fatness(each):
            continue
        if each.as_painted and not (each.painted.given.colour.oil and film.painted.given.colour.oil):
            continue  # of what is painted already nobody said how fat it was
        if not each.as_painted and each.wants in ("wet", "any", "open_or_dry"):
            continue  # it is planned into the wet film
        if start is not None and film.painted.end is not None:
            if start - film.painted.end <= OLD_FILM_MIN:
                continue
        elif each.wants in ("wet", "any", "open_or_dry"):
            continue
        yield Finding("lean_over_fat", "strong", (each.id,), each.ranks, measures={"under": film.id}, weight=100.0)
        return
