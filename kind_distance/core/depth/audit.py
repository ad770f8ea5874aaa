"""Judgements on planes and planned values: what was measured, why it matters, what to do."""

from __future__ import annotations

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.colour.srgb import luminance
from kind_distance.core.depth.ladder import Conflict
from kind_distance.core.depth.overlap import audit_overlap
from kind_distance.core.depth.plan import DepthInput, DepthPlan, air_direction, nearest_land
from kind_distance.core.depth.trends import audit_trends
from kind_distance.core.depth.value_room import audit_rooms
from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.wording import Unit, say_length, say_list, say_value

STAGE = "planes"
LEAST_MERGED_CM = 1.0
WORTH_SAYING = 0.12  # share of the support's width over which a merged border is worth a word
MERGED_SHARE = 0.5  # of a border that differs by less than half a step from which on the planes run together
OPENED_ENOUGH = 1.0  # where the plan parts two planes by so much nobody is misled [V]
FOG_LEFT = 0.5  # behind air that leaves less contrast than this, planes that merge are meant
LEAST_REVERSED_CM = 5.0
REVERSED_BY = 0.3  # measured difference that a forced direction turns round [V]


def _show(far: int, near: int) -> Remedy:
    return Remedy("Show the border", "show_border", {"far": far, "near": near})


def _let_go(far: int, near: int) -> Remedy:
    return Remedy("Let them merge", "set_pair_gap", {"far": far, "near": near, "gap": 0.0})


def _merged_in_photo(given: DepthInput, plan: DepthPlan, unit: Unit, width_cm: float) -> list[Judgement]:
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
        return []
    run.sort(key=lambda pair: -pair[0].merged_cm)
    named = [f"{given.specs[b.far - 1].name} and {given.specs[b.near - 1].name}" for b, _ in run]
    first, opened = run[0]
    return [
        Judgement(
            key="merged_photo",
            kind="merged_photo",
            stage=STAGE,
            severity="mild",
            title="Planes that run together in the photo",
            text=(
                f"{'; '.join(named)}: most of their borders differ by less than half a step in the photo, over "
                f"{say_length(first.merged_cm, unit)} in the longest. The plan opens that to {opened:.1f}. Mix by the "
                "plan there, not by the photo."
            ),
            weight=first.merged_cm,
            planes=(first.far, first.near),
            remedies=(_show(first.far, first.near), _let_go(first.far, first.near)),
        )
    ]


def _conflict(given: DepthInput, plan: DepthPlan, conflict: Conflict) -> Judgement:
    names = [given.specs[i].name for i in conflict.planes]
    ranks = tuple(i + 1 for i in conflict.planes)
    span = f"{say_value(plan.low)} to {say_value(plan.high)}"
    remedies: list[Remedy] = []
    if conflict.locked:
        held = say_list([f"{given.specs[i].name} at {given.specs[i].locked_value:.1f}" for i in conflict.locked])
        why = f"Held by hand: {held}."
        remedies += [
            Remedy(f"Free {given.specs[i].name}", "unlock_plane", {"plane": i + 1}) for i in conflict.locked[:2]
        ]
    else:
        why = f"The {given.settings.key} key leaves {span}."
    if conflict.granted >= 0.1:
        text = (
            f"{why} {len(names)} planes that meet ({say_list(names)}) get {conflict.granted:.2f} steps each; "
            f"you asked for {conflict.wanted:.2f}."
        )
        gap = int(conflict.granted * 20) / 20
        remedies.append(Remedy(f"Gap {gap:.2f}", "set_depth", {"gap": gap}))
    else:
        text = (
            f"{why} Between {say_list(names)} no step is left, or they stand the wrong way round: "
            f"{conflict.granted:.2f} where you asked for {conflict.wanted:.2f}."
        )
    if given.settings.key != "full":
        remedies.append(Remedy("Full key", "set_depth", {"key": "full"}))
    return Judgement(
        key="ladder_conflict:" + ":".join(str(r) for r in ranks),
        kind="ladder_conflict",
        stage=STAGE,
        severity="strong",
        title="The ladder has no room for this",
        text=text,
        weight=10 * (conflict.wanted - conflict.granted),
        planes=ranks,
        remedies=tuple(remedies),
    )


def _turned_round(given: DepthInput, plan: DepthPlan, unit: Unit) -> list[Judgement]:
    """Say where the air turns round what the photo shows, and once where the painter turns the air round."""
    found, against = [], []
    air = float(value_from_luminance(100 * luminance(given.settings.profile.airlight_linear())))
    for border, gap in zip(given.borders, plan.gaps, strict=True):
        by_air = air_direction(given, border, air > nearest_land(given))
        photo_has_far_lighter = border.difference < 0
        far, near = given.specs[border.far - 1], given.specs[border.near - 1]
        if by_air and gap.sign != by_air:
            against.append(f"{far.name} and {near.name}")
            continue
        reverses = abs(border.difference) >= REVERSED_BY and photo_has_far_lighter != (gap.sign > 0)
        if not by_air or not reverses or gap.wanted == 0:
            continue
        lighter, darker = (far, near) if photo_has_far_lighter else (near, far)
        found.append(
            Judgement(
                key=f"reversed_pair:{border.far}:{border.near}",
                kind="reversed_pair",
                stage=STAGE,
                severity="mild" if border.length_cm >= LEAST_REVERSED_CM else "note",
                title=f"The plan turns {far.name} and {near.name} round",
                text=(
                    f"In the photo {lighter.name} is {abs(border.difference):.1f} steps lighter than {darker.name} "
                    f"along {say_length(border.length_cm, unit)}; this veil would have it the other way. Both can be "
                    "right: sunlit snow or a lit field stays lighter than the air before it."
                ),
                weight=border.length_cm,
                planes=(border.far, border.near),
                remedies=(
                    Remedy(
                        "As in the photo",
                        "set_pair_direction",
                        {"far": border.far, "near": border.near, "direction": 1 if photo_has_far_lighter else -1},
                    ),
                    _show(border.far, border.near),
                ),
            )
        )
    if against:
        found.append(
            Judgement(
                "against_veil", "against_veil", STAGE, "note", "You turn the air round",
                f"{'; '.join(against)}: by this veil the other one would be the lighter. It is your picture; a low sun "
                "or a cloud's shadow does the same.",
                1.0,
            )
        )  # fmt: skip
    return found


def _unmarked(given: DepthInput) -> list[Judgement]:
    found = []
    for plane, (spec, reading) in enumerate(zip(given.specs, given.readings, strict=True), start=1):
        if reading is None:
            found.append(
                Judgement(
                    key=f"empty_plane:{plane}",
                    kind="empty_plane",
                    stage=STAGE,
                    severity="strong",
                    title=f"{spec.name} holds nothing",
                    text="No part of the picture belongs to it, so it has no value, no pass and no minutes. "
                    "Put a stroke where it is, or take the plane away.",
                    weight=100.0,
                    planes=(plane,),
                    remedies=(
                        Remedy("Mark it", "choose_plane", {"plane": plane}),
                        Remedy("Delete", "remove_plane", {"plane": plane}),
                    ),
                )
            )
    guessed = [spec.name for spec in given.specs if not spec.marked]
    if guessed and len(guessed) == len(given.specs):
        text = "Sky and bands are only a proposal. One stroke along each plane is enough to begin."
    elif guessed:
        text = f"{say_list(guessed)}: still where the proposal put it. One stroke along it settles that."
    else:
        return found
    first = next(n for n, spec in enumerate(given.specs, start=1) if not spec.marked)
    found.append(
        Judgement(
            key="guessed_planes",
            kind="guessed_planes",
            stage=STAGE,
            # While everything is guessed, every other finding speaks of the guess.
            severity="strong" if len(guessed) == len(given.specs) else "mild",
            title="Guessed, not marked",
            text=text,
            weight=1000.0 if len(guessed) == len(given.specs) else float(len(guessed)),
            remedies=(Remedy(f"Mark {given.specs[first - 1].name}", "mark_plane", {"plane": first}),),
        )
    )
    return found


def _distances(given: DepthInput) -> list[Judgement]:
    found = []
    known = [(n, s) for n, s in enumerate(given.specs, start=1) if s.kind != "sky" and s.distance_m is not None]
    for (n, far), (m, near) in zip(known, known[1:], strict=False):
        if far.distance_m is None or near.distance_m is None or near.distance_m <= far.distance_m:
            continue
        found.append(
            Judgement(
                key=f"distance_order:{n}:{m}",
                kind="distance_order",
                stage=STAGE,
                severity="mild",
                title=f"{near.name} is said to be farther than {far.name}",
                text=f"{near.name} stands at {near.distance_m:.0f} m, {far.name} behind it at {far.distance_m:.0f} m. "
                "The veil works with these distances, so one of them wants another look.",
                weight=1.0,
                planes=(n, m),
                remedies=(
                    Remedy("Swap the distances", "swap_distances", {"one": n, "other": m}),
                    Remedy(f"Choose {near.name}", "choose_plane", {"plane": m}),
                ),
            )
        )
    return found


def audit_depth(given: DepthInput, plan: DepthPlan, unit: Unit, width_cm: float) -> list[Judgement]:
    """Judge planes and planned values, most costly first.

    Parameters
    ----------
    given : DepthInput
    plan : DepthPlan
        From :func:`~kind_distance.core.depth.plan.plan_depth`.
    unit : "cm" or "in"
        In which lengths are said.
    width_cm : float
        Width of the support. [cm]
    """
    if not any(spec.marked for spec in given.specs):
        return _unmarked(given)  # nothing is judged on bands that were only guessed
    return most_costly_first(
        [
            *(_conflict(given, plan, c) for c in plan.ladder.conflicts),
            *_merged_in_photo(given, plan, unit, width_cm),
            *_turned_round(given, plan, unit),
            *_unmarked(given),
            *_distances(given),
            *audit_rooms(given, plan),
            *audit_overlap(given, plan, unit),
            *audit_trends(given, plan),
        ]
    )
