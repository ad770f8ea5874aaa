"""Judgements on planes and planned values: what was measured, why it matters, what to do."""

from __future__ import annotations

from kind_distance.core.depth.ladder import Conflict
from kind_distance.core.depth.overlap import audit_overlap
from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.depth.readings import MERGED_BELOW, Border
from kind_distance.core.depth.room import audit_rooms
from kind_distance.core.depth.trends import audit_trends
from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.wording import Unit, say_length, say_list, say_value

STAGE = "planes"
LEAST_MERGED_CM = 1.0
WORTH_SAYING = 0.12  # share of the support's width over which a merged border is worth a word
REVERSED_BY = 0.3  # measured difference that a forced direction turns round [V]


def _set(given: DepthInput, plane: int, value: float) -> Remedy:
    name = given.specs[plane - 1].name
    return Remedy(f"{name} to {say_value(value)}", "set_planned_value", {"plane": plane, "value": round(value, 1)})


def _show(far: int, near: int) -> Remedy:
    return Remedy("Show the border", "show_border", {"far": far, "near": near})


def _let_go(far: int, near: int) -> Remedy:
    return Remedy("Let them merge", "set_pair_gap", {"far": far, "near": near, "gap": 0.0})


def _apart(given: DepthInput, plan: DepthPlan, border: Border, sign: int, gap: float) -> list[Remedy]:
    """Offer to move either plane so far that the border reads again."""
    far, near = plan.planes[border.far - 1].value, plan.planes[border.near - 1].value
    remedies = []
    moved_far, moved_near = near + sign * gap, far - sign * gap
    if plan.low <= moved_far <= plan.high:
        remedies.append(_set(given, border.far, moved_far))
    if plan.low <= moved_near <= plan.high:
        remedies.append(_set(given, border.near, moved_near))
    return remedies


def _merged_in_plan(given: DepthInput, plan: DepthPlan, unit: Unit) -> list[Judgement]:
    found = []
    for border, gap in zip(given.borders, plan.gaps, strict=True):
        if any({border.far - 1, border.near - 1} <= set(conflict.planes) for conflict in plan.ladder.conflicts):
            continue  # the conflict says it, with the remedies that help
        far, near = given.specs[border.far - 1], given.specs[border.near - 1]
        v_far, v_near = plan.planes[border.far - 1].value, plan.planes[border.near - 1].value
        if abs(v_far - v_near) >= MERGED_BELOW - 0.005 or border.length_cm < LEAST_MERGED_CM:
            continue
        wished = gap.wanted == 0
        found.append(
            Judgement(
                key=f"merged_plan:{border.far}:{border.near}",
                kind="merged_plan",
                stage=STAGE,
                severity="note" if wished else "strong",
                title=f"{far.name} and {near.name} {'may merge' if wished else 'are planned too close'}",
                text=(
                    f"{far.name} ({say_value(v_far)}) meets {near.name} ({say_value(v_near)}) along "
                    f"{say_length(border.length_cm, unit)}: planned {abs(v_far - v_near):.1f} steps apart, the edge "
                    + (
                        "will be lost, as you wanted it."
                        if wished
                        else "will be lost. Half a step is the least that reads."
                    )
                ),
                weight=border.length_cm,
                planes=(border.far, border.near),
                remedies=(
                    *_apart(given, plan, border, gap.sign, max(MERGED_BELOW + 0.1, given.settings.gap)),
                    _show(border.far, border.near),
                    *(() if wished else (_let_go(border.far, border.near),)),
                ),
            )
        )
    return found


def _merged_in_photo(given: DepthInput, plan: DepthPlan, unit: Unit, width_cm: float) -> list[Judgement]:
    found = []
    for border, gap in zip(given.borders, plan.gaps, strict=True):
        opened = abs(plan.planes[border.far - 1].value - plan.planes[border.near - 1].value)
        if border.merged_cm < max(LEAST_MERGED_CM, WORTH_SAYING * width_cm) or gap.wanted == 0 or opened < MERGED_BELOW:
            continue
        far, near = given.specs[border.far - 1], given.specs[border.near - 1]
        found.append(
            Judgement(
                key=f"merged_photo:{border.far}:{border.near}",
                kind="merged_photo",
                stage=STAGE,
                severity="mild",
                title=f"{far.name} and {near.name} run together in the photo",
                text=(
                    f"They meet along {say_length(border.length_cm, unit)}; over "
                    f"{say_length(border.merged_cm, unit)} of it they differ by less than half a step in the photo. "
                    f"The plan opens that to {opened:.1f}: mix by the plan there, not by the photo."
                ),
                weight=border.merged_cm,
                planes=(border.far, border.near),
                remedies=(_show(border.far, border.near), _let_go(border.far, border.near)),
            )
        )
    return found


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


def _reversed_pairs(given: DepthInput, plan: DepthPlan, unit: Unit) -> list[Judgement]:
    found = []
    for border, gap in zip(given.borders, plan.gaps, strict=True):
        photo_has_far_lighter = border.difference < 0
        if abs(border.difference) < REVERSED_BY or photo_has_far_lighter == (gap.sign > 0) or gap.wanted == 0:
            continue
        far, near = given.specs[border.far - 1], given.specs[border.near - 1]
        lighter, darker = (far, near) if photo_has_far_lighter else (near, far)
        found.append(
            Judgement(
                key=f"reversed_pair:{border.far}:{border.near}",
                kind="reversed_pair",
                stage=STAGE,
                severity="mild",
                title=f"The plan turns {far.name} and {near.name} round",
                text=(
                    f"In the photo {lighter.name} is {abs(border.difference):.1f} steps lighter than {darker.name} "
                    "along "
                    f"{say_length(border.length_cm, unit)}; this veil would have it the other way. Both can be right: "
                    "sunlit snow or a lit field stays lighter than the air before it."
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
                        Remedy("Take it away", "remove_plane", {"plane": plane}),
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
            remedies=(Remedy(f"Mark {given.specs[first - 1].name}", "choose_plane", {"plane": first}),),
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
    return most_costly_first(
        [
            *(_conflict(given, plan, c) for c in plan.ladder.conflicts),
            *_merged_in_plan(given, plan, unit),
            *_merged_in_photo(given, plan, unit, width_cm),
            *_reversed_pairs(given, plan, unit),
            *_unmarked(given),
            *_distances(given),
            *audit_rooms(given, plan),
            *audit_overlap(given, plan, unit),
            *audit_trends(given, plan),
        ]
    )
