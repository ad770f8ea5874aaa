"""What planes and planned values are told of: each finding with its measures. The words stand with the planes."""

from __future__ import annotations

from collections.abc import Iterator

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.colour.srgb import luminance
from kind_distance.core.depth.ladder import Conflict
from kind_distance.core.depth.overlap import audit_overlap
from kind_distance.core.depth.plan import DepthInput, DepthPlan, air_direction, nearest_land
from kind_distance.core.depth.trends import audit_trends
from kind_distance.core.depth.value_room import audit_rooms
from kind_distance.core.judgement import Finding, found_on

LEAST_MERGED_CM = 1.0
WORTH_SAYING = 0.12  # share of the support's width over which a merged border is worth a word
MERGED_SHARE = 0.5  # of a border that differs by less than half a step from which on the planes run together
OPENED_ENOUGH = 1.0  # where the plan parts two planes by so much nobody is misled [V]
FOG_LEFT = 0.5  # behind air that leaves less contrast than this, planes that merge are meant
LEAST_REVERSED_CM = 5.0
REVERSED_BY = 0.3  # measured difference that a forced direction turns round [V]


def _merged_in_photo(given: DepthInput, plan: DepthPlan, width_cm: float) -> Iterator[Finding]:
    """Say once where planes run together in the photo and the plan hardly opens it; in fog that is meant."""
    run = []
    for border, gap in zip(given.borders, plan.gaps, strict=True):
        far, near = plan.planes[border.far - 1], plan.planes[border.near - 1]
        opened = abs(far.value - near.value)
        in_fog = far.contrast_left is not None and far.contrast_left < FOG_LEFT
        mostly = border.merged_cm >= max(MERGED_SHARE * border.length_cm, WORTH_SAYING * width_cm, LEAST_MERGED_CM)
        if mostly and not in_fog and gap.wanted > 0 and opened < OPENED_ENOUGH:
            run.append((border, opened))
    if not run:
        return
    run.sort(key=lambda pair: -pair[0].merged_cm)
    first, opened = run[0]
    pairs = [(border.far, border.near) for border, _ in run]
    measures: dict[str, object] = {"pairs": pairs, "cm": first.merged_cm, "opened": opened}
    yield found_on("merged_photo", "mild", first.merged_cm, (first.far, first.near), **measures)


def _conflict(conflict: Conflict) -> Finding:
    ranks = tuple(i + 1 for i in conflict.planes)
    return found_on("ladder_conflict", "strong", 10 * (conflict.wanted - conflict.granted), ranks, conflict=conflict)


def _turned_round(given: DepthInput, plan: DepthPlan) -> Iterator[Finding]:
    """Say where the air turns round what the photo shows, and once where the painter turns the air round."""
    against = []
    air = float(value_from_luminance(100 * luminance(given.settings.profile.airlight_linear())))
    for border, gap in zip(given.borders, plan.gaps, strict=True):
        by_air = air_direction(given, border, air > nearest_land(given))
        far_lighter = border.difference < 0
        if by_air and gap.sign != by_air:
            against.append((border.far, border.near))
            continue
        reverses = abs(border.difference) >= REVERSED_BY and far_lighter != (gap.sign > 0)
        if by_air and reverses and gap.wanted != 0:
            yield found_on(
                "reversed_pair", "mild" if border.length_cm >= LEAST_REVERSED_CM else "note", border.length_cm,
                (border.far, border.near), border=border, far_lighter=far_lighter,
            )  # fmt: skip
    if against:
        yield Finding("against_veil", "note", measures={"pairs": against})


def _unmarked(given: DepthInput) -> Iterator[Finding]:
    for plane, reading in enumerate(given.readings, start=1):
        if reading is None:
            yield found_on("empty_plane", "strong", 100.0, (plane,))
    guessed = tuple(plane for plane, spec in enumerate(given.specs, start=1) if not spec.marked)
    if guessed:
        whole = len(guessed) == len(given.specs)
        # While everything is guessed, every other finding speaks of the guess.
        yield Finding(
            "guessed_planes", "strong" if whole else "mild", measures={"guessed": guessed, "all": whole},
            weight=1000.0 if whole else float(len(guessed)),
        )  # fmt: skip


def _distances(given: DepthInput) -> Iterator[Finding]:
    known = [(n, s) for n, s in enumerate(given.specs, start=1) if s.kind != "sky" and s.distance_m is not None]
    for (n, far), (m, near) in zip(known, known[1:], strict=False):
        if (near.distance_m or 0.0) > (far.distance_m or 0.0):
            yield found_on("distance_order", "mild", 1.0, (n, m))


def audit_depth(given: DepthInput, plan: DepthPlan, width_cm: float) -> list[Finding]:
    """Judge planes and planned values.

    Parameters
    ----------
    given : DepthInput
    plan : DepthPlan
        From :func:`~kind_distance.core.depth.plan.plan_depth`.
    width_cm : float
        Width of the support. [cm]
    """
    if not any(spec.marked for spec in given.specs):
        return list(_unmarked(given))  # nothing is judged on bands that were only guessed
    return [
        *(_conflict(each) for each in plan.ladder.conflicts),
        *_merged_in_photo(given, plan, width_cm),
        *_turned_round(given, plan),
        *_unmarked(given),
        *_distances(given),
        *audit_rooms(given, plan),
        *audit_overlap(given, plan),
        *audit_trends(given, plan),
    ]
