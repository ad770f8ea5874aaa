"""What is found on planes and their planned values, in a painter's words, with what to do about it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.core.depth.audit import audit_depth
from kind_distance.core.depth.elements import Element, audit_elements
from kind_distance.core.depth.overlap import CLUES_WANTED
from kind_distance.core.depth.plan import DepthInput, DepthPlan, PlaneSpec
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve, audit_kept
from kind_distance.core.depth.value_room import AIR, KEY, Room
from kind_distance.core.judgement import Finding, Judgement, Remedy, most_costly_first
from kind_distance.core.paint.handling import Handling, audit_handling, say_handling
from kind_distance.core.paint.media import Ground, Medium
from kind_distance.core.paint.underlay import OPAQUE_LAYER, audit_underlay
from kind_distance.core.wording import Unit, say_area, say_distance, say_length, say_list, say_value
from kind_distance.stages.telling import Said, Told, say

STAGE = "planes"
EDGES: dict[str, str] = {
    "lost": "let it go: the two may flow into each other",
    "soft": "soften it, wet into damp or with a dry brush",
    "firm": "firm, with a place or two let go",
    "hard": "hard and clean: the eye is to stop here",
}
CLUES = {
    "foot": "its foot stands lower",
    "value": "the two differ in value",
    "air": "the air takes less of it",
    "detail": "it shows more detail",
}


@dataclass(frozen=True)
class _Told(Told):
    """A finding, and the planes it was made on."""

    given: DepthInput
    plan: DepthPlan
    unit: Unit

    def spec(self, rank: int) -> PlaneSpec:
        """Give a plane as the painter says it."""
        return self.given.specs[rank - 1]

    def name(self, rank: int) -> str:
        """Name a plane."""
        return self.spec(rank).name

    @property
    def names(self) -> tuple[str, ...]:
        """Names of the planes that the finding names."""
        return tuple(self.name(rank) for rank in self.finding.ranks)

    def show(self) -> Remedy:
        """Point at the border of the two planes."""
        far, near = self.finding.ranks
        return Remedy("Show the border", "show_border", {"far": far, "near": near})

    def let_merge(self, label: str, far: int, near: int) -> Remedy:
        """Let two planes be one mass."""
        return Remedy(label, "set_pair_gap", {"far": far, "near": near, "gap": 0.0})

    def choose(self, rank: int, label: str = "") -> Remedy:
        """Lead to a plane."""
        return Remedy(label or f"Choose {self.name(rank)}", "choose_plane", {"plane": rank})

    def to_value(self, rank: int, value: float) -> Remedy:
        """Plan a plane at a value, to a tenth."""
        change: dict[str, object] = {"plane": rank, "value": round(value, 1)}
        return Remedy(f"{self.name(rank)} to {say_value(value)}", "set_planned_value", change)


def _merged_photo(told: _Told) -> Said:
    named = "; ".join(f"{told.name(far)} and {told.name(near)}" for far, near in told["pairs"])
    return (
        "Planes that run together in the photo",
        f"{named}: most of their borders differ by less than half a step in the photo, over "
        f"{say_length(told['cm'], told.unit)} in the longest. The plan opens that to {told['opened']:.1f}. Mix by the "
        "plan there, not by the photo.",
        (told.show(), told.let_merge("Let them merge", *told.finding.ranks)),
    )


def _ladder_conflict(told: _Told) -> Said:
    conflict, names, key = told["conflict"], list(told.names), told.given.settings.key
    remedies: list[Remedy] = []
    if conflict.locked:
        ranks = [i + 1 for i in conflict.locked]
        held = say_list([f"{told.name(rank)} at {told.spec(rank).locked_value:.1f}" for rank in ranks])
        why = f"Held by hand: {held}."
        remedies += [Remedy(f"Free {told.name(rank)}", "unlock_plane", {"plane": rank}) for rank in ranks[:2]]
    else:
        why = f"The {key} key leaves {say_value(told.plan.low)} to {say_value(told.plan.high)}."
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
    if key != "full":
        remedies.append(Remedy("Full key", "set_depth", {"key": "full"}))
    return "The ladder has no room for this", text, tuple(remedies)


def _reversed_pair(told: _Told) -> Said:
    border, (far, near) = told["border"], told.names
    lighter, darker = (far, near) if told["far_lighter"] else (near, far)
    turn = {"far": border.far, "near": border.near, "direction": 1 if told["far_lighter"] else -1}
    return (
        f"The plan turns {far} and {near} round",
        f"In the photo {lighter} is {abs(border.difference):.1f} steps lighter than {darker} along "
        f"{say_length(border.length_cm, told.unit)}; this veil would have it the other way. Both can be "
        "right: sunlit snow or a lit field stays lighter than the air before it.",
        (Remedy("As in the photo", "set_pair_direction", turn), told.show()),
    )


def _against_veil(told: _Told) -> Said:
    named = "; ".join(f"{told.name(far)} and {told.name(near)}" for far, near in told["pairs"])
    return (
        "You turn the air round",
        f"{named}: by this veil the other one would be the lighter. It is your picture; a low sun "
        "or a cloud's shadow does the same.",
        (),
    )


def _empty_plane(told: _Told) -> Said:
    (rank,) = told.finding.ranks
    return (
        f"{told.name(rank)} holds nothing",
        "No part of the picture belongs to it, so it has no value, no pass and no minutes. "
        "Put a stroke where it is, or take the plane away.",
        (told.choose(rank, "Mark it"), Remedy("Delete", "remove_plane", {"plane": rank})),
    )


def _guessed_planes(told: _Told) -> Said:
    names = [told.name(rank) for rank in told["guessed"]]
    text = f"{say_list(names)}: still where the proposal put it. One stroke along it settles that."
    if told["all"]:
        text = "Sky and bands are only a proposal. One stroke along each plane is enough to begin."
    first = told["guessed"][0]
    return "Guessed, not marked", text, (Remedy(f"Mark {told.name(first)}", "mark_plane", {"plane": first}),)


def _distance_order(told: _Told) -> Said:
    (n, m), (far, near) = told.finding.ranks, told.names
    return (
        f"{near} is said to be farther than {far}",
        f"{near} stands at {told.spec(m).distance_m:.0f} m, {far} behind it at {told.spec(n).distance_m:.0f} m. "
        "The veil works with these distances, so one of them wants another look.",
        (Remedy("Swap the distances", "swap_distances", {"one": n, "other": m}), told.choose(m)),
    )


def _limit(given: DepthInput, by: int, way: str) -> str:
    if by == AIR:
        return "the air lets nothing there be darker"
    if by == KEY:
        return "the key ends"
    return f"{way}, it runs into {given.specs[by - 1].name}"


def say_room(given: DepthInput, room: Room) -> str:
    """Tell both limits of a plane's room and what sets them."""
    low, high = _limit(given, room.low_by, "darker"), _limit(given, room.high_by, "lighter")
    if room.none:
        return f"No room while the others stay: under {say_value(room.low)} {low}; over {say_value(room.high)} {high}."
    return f"Room while the others stay: {say_value(room.low)} ({low}) to {say_value(room.high)} ({high})."


def _too_dark_far(told: _Told) -> Said:
    (rank,), room, remedies = told.finding.ranks, told["room"], list[Remedy]()
    spec, wanted = told.spec(rank), told["wanted"]
    if wanted is None:
        both = "No value does both."
        if room.high_by > 0:
            remedies.append(told.let_merge("Let them merge", *sorted((rank, room.high_by))))
    else:
        both = f"Between {say_value(room.low)} and {say_value(room.high)} it stands out and stays far."
        remedies.append(told.to_value(rank, wanted + 0.049))
    into = f"Over {say_value(room.high)} it runs into {told.name(room.high_by)}. " if room.high_by > 0 else ""
    return (
        f"{spec.name} is planned darker than its distance",
        f"Planned {say_value(told['value'])}; at {say_distance(spec.distance_m, spec.kind)} this air lifts "
        f"even black to {say_value(told['floor'])}, as far as you follow it. Darker, it comes forward. {into}{both}",
        (*remedies, Remedy("Do not follow the air", "set_depth", {"pull": 0.0})),
    )


def _too_light_far(told: _Told) -> Said:
    (rank,), cap = told.finding.ranks, told["cap"]
    spec = told.spec(rank)
    return (
        f"{spec.name} is held lighter than its distance",
        f"You hold it at {say_value(told['value'])}; at {say_distance(spec.distance_m, spec.kind)} this air "
        f"dims even white to {say_value(cap)}, as far as you follow it. Whiter, it comes forward.",
        (told.to_value(rank, cap), Remedy(f"Free {spec.name}", "unlock_plane", {"plane": rank})),
    )


def _unclear_overlap(told: _Told) -> Said:
    (far, near), holding = told.finding.ranks, told["holding"]
    v_far, v_near = (say_value(told.plan.planes[rank - 1].value) for rank in (far, near))
    remedies = []
    # Only what would bring the second clue is offered as if it helped.
    almost, near_m = len(holding) == CLUES_WANTED - 1, told.spec(near).distance_m
    if almost and not told["clues"]["value"]:
        remedies.append(Remedy("A step between them", "set_pair_gap", {"far": far, "near": near, "gap": 1.0}))
    if almost and told.spec(far).distance_m is not None and near_m is not None:
        thrice: dict[str, object] = {"plane": far, "distance_m": float(f"{3 * near_m:.2g}")}
        remedies.append(Remedy(f"{told.name(far)} three times as far", "set_plane", thrice))
    remedies += [told.let_merge("Let them be one mass", far, near), told.show()]
    return (
        f"Which is in front, {told.name(far)} or {told.name(near)}?",
        f"They meet along {say_length(told['cm'], told.unit)} at {v_far} and {v_near}; "
        f"{f'only that {CLUES[holding[0]]}' if holding else 'nothing'} tells the nearer. Two clues of four make it "
        "sure: foot, value, air, detail.",
        tuple(remedies),
    )


def _took(told: _Told) -> str:
    far, near = 100 * (1 - told["left_far"]), 100 * (1 - told["left_near"])
    return f"The air takes {far:.0f} % of its contrast and {near:.0f} % of {told.names[1]}'s."


def _dark_far(told: _Told) -> Said:
    far, near = told.names
    return (
        f"Darker accents in {far} than in {near}",
        f"{told['far']:.1f} against {told['near']:.1f} in the photo. {_took(told)} Dark accents far off pull a "
        "plane forward; a dark thing before a light may stand out and still stay back, a little lighter than the near "
        "darks.",
        (told.choose(told.finding.ranks[0]),),
    )


def _coloured_far(told: _Told) -> Said:
    far, near = told.names
    return (
        f"{far} is more coloured than {near}",
        f"Chroma {told['far']:.0f} against {told['near']:.0f}. {_took(told)} Under this air the farther one "
        "would be the greyer; a low sun on it may be just the picture.",
        (told.choose(told.finding.ranks[0]),),
    )


def _detailed_far(told: _Told) -> Said:
    far, near = told.names
    return (
        f"{far} is more detailed than {near}",
        f"{100 * told['far']:.0f} % of it lies on fine edges, of {near} {100 * told['near']:.0f} %. "
        f"{_took(told)} Detail where nobody needs it: say it in masses, unless the focus is there.",
        (told.choose(told.finding.ranks[0]),),
    )


WORDS: dict[str, Callable[[_Told], Said]] = {
    "merged_photo": _merged_photo,
    "ladder_conflict": _ladder_conflict,
    "reversed_pair": _reversed_pair,
    "against_veil": _against_veil,
    "empty_plane": _empty_plane,
    "guessed_planes": _guessed_planes,
    "distance_order": _distance_order,
    "too_dark_far": _too_dark_far,
    "too_light_far": _too_light_far,
    "unclear_overlap": _unclear_overlap,
    "dark_far": _dark_far,
    "coloured_far": _coloured_far,
    "detailed_far": _detailed_far,
}


def say_depth(found: list[Finding], given: DepthInput, plan: DepthPlan, unit: Unit) -> list[Judgement]:
    """Put findings on planes into words, most costly first."""
    return most_costly_first(
        [say(each, STAGE, WORDS[each.kind](_Told(each, given, plan, unit))) for each in found],
    )


def judge_depth(given: DepthInput, plan: DepthPlan, unit: Unit, width_cm: float) -> list[Judgement]:
    """Judge planes and planned values, most costly first; lengths are said in the painter's unit."""
    return say_depth(audit_depth(given, plan, width_cm), given, plan, unit)


# -- things -----------------------------------------------------------------------------------------------------------


def _element_missing(told: Told, planes: list[str]) -> Said:
    lost = told["lost"]
    first = lost[0]
    into = first.stands_in or len(planes)
    change = {"element": first.number, "plane": into}
    return (
        f"{say_list([each.name for each in lost])} {'is' if len(lost) == 1 else 'are'} in no plane",
        "What belongs to no plane gets no value, no place in the order and is forgotten, or painted over what "
        "stands before it.",
        (Remedy(f"{first.name} into {planes[into - 1]}", "set_element", change),) if planes else (),
    )


def _element_elsewhere(told: Told, planes: list[str]) -> Said:
    thing = told["thing"]
    own, there = planes[thing.plane - 1], planes[thing.stands_in - 1]
    return (
        f"{thing.name} stands where {there} is marked",
        f"You put it into {own}. Its value and its turn follow {own}; if a part of the picture is to "
        "go with it, mark it there too.",
        (
            Remedy(f"Into {there}", "set_element", {"element": thing.number, "plane": thing.stands_in}),
            Remedy(f"Choose {own}", "choose_plane", {"plane": thing.plane}),
        ),
    )


OF_THINGS: dict[str, Callable[[Told, list[str]], Said]] = {
    "element_missing": _element_missing,
    "element_elsewhere": _element_elsewhere,
}


def judge_elements(elements: list[Element], planes: list[str]) -> list[Judgement]:
    """Judge which plane each thing is in, by the names of the planes, farthest first."""
    return [say(each, STAGE, OF_THINGS[each.kind](Told(each), planes)) for each in audit_elements(elements)]


# -- handling and ground ----------------------------------------------------------------------------------------------


def _percent(left: float | None) -> str:
    return "all" if left is None else f"{100 * left:.0f} %"


def judge_handling(
    names: list[str], handlings: list[Handling], contrast_left: list[float | None], in_focus: list[float]
) -> list[Judgement]:
    """Judge whether a farther plane is handled so that it comes before a nearer one."""
    found = []
    for finding in audit_handling(handlings, contrast_left, in_focus):
        told = Told(finding)
        (far, near), (own, other), (left, nearer) = finding.ranks, told["handlings"], told["left"]
        text = (
            f"{names[far - 1]}: {say_handling(own)}; {names[near - 1]}: {say_handling(other) or 'as usual'}. The air "
            f"leaves {_percent(left)} and {_percent(nearer)} of their contrast, but thick and broken paint catches "
            "the light and comes forward, whatever its value."
        )
        thin: dict[str, object] = {"plane": far, "body": "thin", "marks": "soft"}
        thick: dict[str, object] = {"plane": near, "body": "thick", "marks": "broken"}
        remedies = (
            Remedy(f"{names[far - 1]} thin and soft", "set_plane", thin),
            Remedy(f"{names[near - 1]} thick and broken", "set_plane", thick),
        )
        found.append(say(finding, STAGE, (f"{names[far - 1]} is handled before {names[near - 1]}", text, remedies)))
    return found


def _ground(told: Told, name: str) -> Said:
    value, ground, (rank,) = told["value"], told["ground"], told.finding.ranks
    if told.finding.kind == "ground_too_dark":
        return (
            f"{name} is lighter than its ground",
            f"Planned {value:.1f}, on {ground.name.lower()} of {ground.value:.1f}: transparent paint "
            "only darkens. Take white paper, or say it with body colour.",
            (Remedy("White ground", "set_brief", {"ground": "white"}),),
        )
    if told["begun"]:
        helps = "It is begun: cover it once more, opaque."
        layer: dict[str, object] = {"kind": "second_layer", "plane": rank, "title": OPAQUE_LAYER}
        remedy = Remedy("Add an opaque layer", "add_pass", layer)
    else:
        helps = "A white or mid underlay, dry before the colour, helps."
        remedy = Remedy("Add an underlay", "add_underlay", {"plane": rank})
    return (
        f"The ground will show through {name}",
        f"Planned {value:.1f} over a ground of {ground.value:.1f}. Yellows and oranges cover "
        f"badly: one layer will look dull or green. {helps}",
        (remedy,),
    )


def judge_underlay(
    medium: Medium,
    ground: Ground,
    planes: list[tuple[int, str, float, tuple[float, float, float]]],
    begun: frozenset[int] = frozenset(),
) -> list[Judgement]:
    """Judge what of the ground would show through planes: rank, name, planned value, planned colour."""
    names = {rank: name for rank, name, _, _ in planes}
    found = audit_underlay(medium, ground, [(rank, value, linear) for rank, _, value, linear in planes], begun)
    return [say(each, STAGE, _ground(Told(each), names[each.ranks[0]])) for each in found]


# -- reserved lights --------------------------------------------------------------------------------------------------


@dataclass(frozen=True)
class _Kept(Told):
    """A finding on a reserved light; names of the planes, area of the picture [cm2], and how to say it."""

    names: list[str]
    transparent: bool
    area_cm2: float
    unit: Unit

    @property
    def reserve(self) -> Reserve:
        """The light."""
        reserve: Reserve = self["reserve"]
        return reserve

    @property
    def size(self) -> str:
        """How large it is."""
        return say_area(self["light"].share * self.area_cm2, self.unit)

    def way(self, label: str, way: str) -> Remedy:
        """Keep it another way."""
        return Remedy(label, "set_reserve", {"reserve": self.reserve.number, "way": way})

    def added(self, label: str) -> tuple[Remedy, ...]:
        """Offer to put it on top where that can be."""
        return () if self.reserve.way == "added" or self.transparent else (self.way(label, "added"),)

    def give_up(self) -> Remedy:
        """Take it away."""
        return Remedy("Give it up", "remove_reserve", {"reserve": self.reserve.number})


def _light_dull(told: _Kept) -> Said:
    light, (plane,), darker = told["light"], told.finding.ranks, told["darker"]
    where = say_list([told.names[rank - 1] for rank, share in light.planes if share >= 0.1])
    lower = []
    if darker is not None:
        change: dict[str, object] = {"plane": plane, "value": darker}
        lower = [Remedy(f"{told.names[plane - 1]} to {say_value(darker)}", "set_planned_value", change)]
    return (
        f"{told.reserve.name} will not shine",
        f"{told.size} in {where}: kept at {say_value(light.value)} before {say_value(light.around)}, "
        f"{light.value - light.around:.1f} apart. A light is made by the dark around it; from one step on "
        "it is seen as light.",
        (*lower, *told.added("Add it on top"), told.give_up()),
    )


def _light_forward(told: _Kept) -> Said:
    (plane,) = told.finding.ranks
    return (
        f"{told.reserve.name} comes out of its distance",
        f"Kept at {say_value(told['light'].value)}; the lightest planned for {told.names[plane - 1]} is "
        f"{say_value(told['lightest'])}. Bare ground that far off jumps forward: glaze it down, or let it be small.",
        (*told.added("Add it on top, as light as the air leaves it"), told.give_up()),
    )


def _light_way(told: _Kept) -> Said:
    return (
        f"{told.reserve.name} can be kept instead",
        f"{told.size} of opaque light on transparent paint looks chalky to many; left paper glows. Opaque "
        "lights last are a school of their own: mean it so if it is yours.",
        (told.way("Leave the paper", "ground"), told.way("Mask it", "masked")),
    )


OF_LIGHTS: dict[str, Callable[[_Kept], Said]] = {
    "light_dull": _light_dull,
    "light_forward": _light_forward,
    "light_way": _light_way,
}


def say_kept(
    kept: list[tuple[Reserve, KeptLight]],
    names: list[str],
    lights: list[float],
    far: list[bool],
    *,
    transparent: bool,
    area_cm2: float,
    unit: Unit,
) -> list[Judgement]:
    """Judge reserved lights; see :func:`~kind_distance.core.depth.reserved_lights.audit_kept`.

    Parameters
    ----------
    names : list of str
        Planes, farthest first.
    area_cm2 : float
        Of the picture on its support. [cm2]
    unit : "cm" or "in"
    """
    found = audit_kept(kept, lights, far, transparent=transparent)
    return [say(each, STAGE, OF_LIGHTS[each.kind](_Kept(each, names, transparent, area_cm2, unit))) for each in found]
