"""What is judged of the mixes: what is out of reach, what nobody will tell apart, what runs away with a pale one."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from itertools import combinations, pairwise
from pathlib import Path

import numpy as np

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.judging.films import OIL_CLASS
from kind_distance.core.mixing.film import SHOWS
from kind_distance.core.mixing.recipes import find_recipe, mixes_of
from kind_distance.core.mixing.tubes import Tube, paint_of, role_of
from kind_distance.core.paint.drying import dry
from kind_distance.core.paint.underlay import OPAQUE_LAYER, UNDERLAY
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Placement
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import first_upper, say_list
from kind_distance.follow import step
from kind_distance.rows import State
from kind_distance.stages.mixes.batches import MOSTLY, WHOLE_LAYERS, laid_by_all
from kind_distance.stages.mixes.hues import Unanswered, unanswered_hue
from kind_distance.stages.mixes.nominal import PIGMENTS, Pigment
from kind_distance.stages.mixes.palette import Palette, missing_parts, palette_of
from kind_distance.stages.mixes.strings import (
    Mix,
    coats_over,
    ground_shows,
    ground_value,
    strings_of,
    targets_of,
)
from kind_distance.stages.passes.judging import darkens
from kind_distance.stages.passes.worked import judge_ground
from kind_distance.stages.planes.depth import DepthSurvey

STAGE = "mixes"
STRONG_K = 30.0  # absorption from which a tube runs away with a pale mix; phthalos and some yellows have it
PALE_VALUE = 6.5  # [V]
SAME_TO_THE_EYE = 1.0  # CIEDE2000 that nobody tells apart in two places of a picture; common practice, no source
BLACK_SHARE = 0.34  # of a mix from which it is a black one
TRIED = 2  # tubes that are offered where one is missing
OFF_OVER_GROUND = 7.0  # CIEDE2000 that a ground may move a mass, and most like it to; by eye, no source
COVERS = 0.5  # share of a plane from which a film is one that others lie on
FASTER = 0.6  # of the drying time below; common practice, no source


def is_strong(tube: Tube) -> bool:
    """Whether a tube takes over a pale mix by the least part too much."""
    return not tube.white and float(paint_of(tube)[0].max()) >= STRONG_K


def _pigment_tube(pigment: Pigment) -> Tube:
    return Tube(pigment.masstone, pigment.tint, 10.0, pigment.opacity, pigment.white)


def reaching_tubes(palette: Palette, target: tuple[float, float, float], best: float) -> list[tuple[str, float]]:
    """Find usual tubes with which a target would be reached: Colour Index name and the distance left."""
    known = {each.name.casefold() for each in palette.records}
    allowed = [at for at in range(len(palette.tubes)) if at not in palette.barred]
    found = []
    for pigment in PIGMENTS:
        if pigment.name.casefold() in known or (
            pigment.white and (palette.transparent or palette.whites - palette.barred)
        ):
            continue
        # With it and any two of the others: enough to see whether it helps.
        tubes = (*(palette.tubes[at] for at in allowed[:9]), _pigment_tube(pigment))
        away = find_recipe(tubes, mixes_of(tubes, transparent=palette.transparent), target).recipe.difference
        if away < best - 1:
            found.append((pigment.index, away))
    return sorted(found, key=lambda each: each[1])[:TRIED]


def _no_white(palette: Palette, mixes: list[Mix]) -> list[Judgement]:
    """Opaque paint without a white reaches no pale colour: said once, and not again of every plane."""
    if palette.transparent or palette.whites - palette.barred or not mixes:
        return []
    pale = [each for each in mixes if each.recipe.lab[0] < each.target.lab[0] - 4]
    if not pale:
        return []
    barred = [each for each in palette.records if each.white]
    remedy = (
        Remedy(f"Take {barred[0].name.lower()} out of the box", "set_tube", {"tube": barred[0].number, "barred": False})
        if barred
        else Remedy("Add titanium white", "add_tubes", {"pigments": ["PW6"]})
    )
    planes = tuple(sorted({each.target.plane for each in pale}))
    return [
        Judgement(
            "no_white", "no_white", STAGE, "strong" if 2 * len(pale) > len(mixes) else "mild",
            "No white on the palette",
            f"{len(pale)} of {len(mixes)} colours are lighter than these tubes make. White lightens opaque paint.",
            float(len(pale)), planes, (remedy,),
        )
    ]  # fmt: skip


def _out_of_reach(state: State, palette: Palette, mixes: list[Mix]) -> list[Judgement]:
    """Say what the palette does not reach: one judgement for each plane or thing, with the worst of its string."""
    found = []
    numbers = {plane.rank: plane.number for plane in state.planes}
    for rank, element in dict.fromkeys((each.target.plane, each.target.element) for each in mixes):
        far = [
            each for each in mixes
            if (each.target.plane, each.target.element) == (rank, element) and each.recipe.reach == "out_of_reach"
        ]  # fmt: skip
        if not far:
            continue
        worst = max(far, key=lambda each: each.recipe.difference)
        wanted, made = worst.target.lab, worst.recipe.lab
        chroma, reached = float(np.hypot(*wanted[1:])), float(np.hypot(*made[1:]))
        if worst.recipe.lab[0] > wanted[0] + 5:
            why = f"it is to be {worst.target.value:.1f}, and the darkest of that colour here is lighter"
        elif chroma > reached + 2:
            why = f"it wants chroma {chroma:.0f}, and these tubes reach {reached:.0f} there"
        else:
            why = "no mix of these tubes comes near"
        helps = reaching_tubes(palette, wanted, worst.recipe.difference)
        named = {each.index: each.name for each in PIGMENTS}
        remedies = [Remedy(f"Add {named[index].lower()}", "add_tubes", {"pigments": [index]}) for index, _ in helps]
        tail = f" {say_list([named[index] for index, _ in helps])} would bring it nearer." if helps else ""
        found.append(
            Judgement(
                f"out_of_reach:{f'e{element}' if element else f'p{numbers[rank]}'}", "out_of_reach", STAGE, "mild",
                f"{worst.target.name}, {worst.target.part}: out of this palette's reach",
                f"The nearest mix is {worst.recipe.difference:.0f} away: {why}.{tail} Or plan it duller: what lies "
                "beside it decides how bright it looks.",
                worst.recipe.difference, (rank,), tuple(remedies),
            )
        )  # fmt: skip
    return found


def _told_apart(state: State, mixes: list[Mix]) -> list[Judgement]:
    """Name mixes of different planes that nobody will tell apart, though they are mixed differently."""
    alike = []
    for one, other in combinations([each for each in mixes if not each.target.element], 2):
        if one.target.plane == other.target.plane or one.recipe.parts == other.recipe.parts:
            continue
        away = float(ciede2000(np.array([one.recipe.lab]), np.array([other.recipe.lab]))[0])
        if away < SAME_TO_THE_EYE:
            alike.append((one, other))
    if not alike:
        return []
    name = {plane.rank: plane.name for plane in state.planes}
    said = [
        f"{name[a.target.plane]}, {a.target.part}, and {name[b.target.plane]}, {b.target.part}" for a, b in alike[:3]
    ]
    one, other = alike[0]
    remedy = Remedy(
        "Mix them once", "take_recipe",
        {"plane": other.target.plane, "part": other.target.part, "of_plane": one.target.plane,
         "of_part": one.target.part},
    )  # fmt: skip
    return [
        Judgement(
            "alike_mixes", "alike_mixes", STAGE, "note",
            "Two mixes nobody will tell apart" if len(alike) == 1 else f"{len(alike)} pairs of mixes as good as one",
            f"{'; '.join(said)}: less than the eye tells across a picture. One pile does for both.",
            float(len(alike)), (one.target.plane, other.target.plane), (remedy,),
        )
    ]  # fmt: skip


def _strong_in_pale(state: State, palette: Palette, mixes: list[Mix]) -> list[Judgement]:
    strong = {at for at, tube in enumerate(palette.tubes) if is_strong(tube)}
    used = [
        each for each in mixes
        if each.target.value >= PALE_VALUE and strong & each.recipe.tubes and not palette.transparent
    ]  # fmt: skip
    if not used:
        return []
    tubes = sorted({at for each in used for at in strong & each.recipe.tubes})
    name = {plane.rank: plane.name for plane in state.planes}
    planes = tuple(sorted({each.target.plane for each in used}))
    records = [palette.records[at] for at in tubes]
    remedies = tuple(
        Remedy(f"Leave {each.name.lower()} in the box", "set_tube", {"tube": each.number, "barred": True})
        for each in records[:2]
    )
    return [
        Judgement(
            "strong_in_pale", "strong_in_pale", STAGE, "note",
            f"{say_list([each.name for each in records])} in pale {say_list([name[rank] for rank in planes])}",
            "A tube this strong takes over a pale mix by a speck too much. Mix the base tint first and try it on a "
            "scrap; a weaker tube of that hue forgives more.",
            1.0, planes, remedies,
        )
    ]  # fmt: skip


def _black_far(state: State, palette: Palette, mixes: list[Mix]) -> list[Judgement]:
    if darkens(state.brief.veil) or state.brief.black_use == "used":
        return []  # in the dark, black is what far things are; and who paints with black knows it
    blacks = {at for at, tube in enumerate(palette.tubes) if role_of(tube) == "black"}
    nearest = max((plane.rank for plane in state.planes), default=0)
    found = []
    for each in mixes:
        whole = sum(count for _, count in each.recipe.parts)
        black = sum(count for at, count in each.recipe.parts if at in blacks) / whole
        if each.target.part == "mass" and each.target.plane < nearest and black >= BLACK_SHARE:
            plane = next(p for p in state.planes if p.rank == each.target.plane)
            record = palette.records[min(blacks)]
            found.append(
                Judgement(
                    f"black_far:p{plane.number}", "black_far", STAGE, "note", f"Much black in {plane.name}",
                    f"{black:.0%} of its mass is black. Some painters use it and some mix their darks; as much as "
                    "this, so far off, looks like a hole in the air. A dark of blue and earth keeps some.",
                    black, (plane.rank,),
                    (Remedy("Leave black in the box", "set_tube", {"tube": record.number, "barred": True}),),
                )
            )  # fmt: skip
    return found


def _missing(state: State, palette: Palette) -> list[Judgement]:
    missing = [each for each in missing_parts(palette) if each != "a white"]
    if not missing or not palette.tubes:
        return []
    wanted = {"a white": "PW6", "a yellow": "PY42", "a red": "PV19", "a blue": "PB29", "a warm dark": "PR101",
              "a cool dark": "PB29"}  # fmt: skip
    named = {each.index: each.name for each in PIGMENTS}
    remedies = tuple(
        Remedy(f"Add {named[wanted[part]].lower()}", "add_tubes", {"pigments": [wanted[part]]}) for part in missing[:2]
    )
    return [
        Judgement(
            "missing_part", "missing_part", STAGE, "note", f"Nothing here makes {' or '.join(missing)}",
            "A palette can do without on purpose; then the range is narrower, and the picture holds together more.",
            float(len(missing)), (), remedies,
        )
    ]  # fmt: skip


def _slowness(palette: Palette, mix: Mix) -> float:
    """Tell how many times as long as a usual oil a mix takes to dry, by its pigments."""
    whole = sum(count for _, count in mix.recipe.parts)
    return sum(count * OIL_CLASS[palette.records[at].dries] for at, count in mix.recipe.parts) / whole


@dataclass(frozen=True)
class _OilFilm:
    """A film of oil over most of a plane: how slowly its paint dries as a whole, and its mixes."""

    given: Pass
    slow: float
    mixes: tuple[Mix, ...]


def _oil_films(palette: Palette, mixes: list[Mix], work: Work) -> dict[int, list[_OilFilm]]:
    """Films of oil of each plane, lowest first; accents and things are too small to crack what is under them."""
    by_place = {mix.target.place: mix for mix in mixes}
    films: dict[int, list[_OilFilm]] = {}
    for each, laid in laid_by_all(work.passes, mixes):
        if each.paint != "oil" or each.things:
            continue
        for rank in each.planes:
            own = [(by_place[place], cover) for place, cover in laid if place[0] == rank and place in by_place]
            whole = sum(cover for _, cover in own)
            if whole >= COVERS:
                slow = sum(cover * _slowness(palette, mix) for mix, cover in own) / whole
                films.setdefault(rank, []).append(_OilFilm(each, slow, tuple(mix for mix, _ in own)))
    return films


def _extreme(palette: Palette, film: _OilFilm, way: Callable[..., tuple[int, int]]) -> str:
    """Name the tube of a film that dries slowest (`max`) or fastest (`min`)."""
    parts = [part for mix in film.mixes for part in mix.recipe.parts]
    at, _ = way(parts, key=lambda part: OIL_CLASS[palette.records[part[0]].dries])
    return palette.records[at].name.lower()


def _fast_over_slow(palette: Palette, mixes: list[Mix], work: Work) -> list[Judgement]:
    """Name the worst oil that dries fast over one that dries slowly; told of none that was made fatter."""
    placed = {each.pass_id: each for each in work.schedule.placements}
    pairs = [
        (upper.slow / lower.slow, lower, upper)
        for films in _oil_films(palette, mixes, work).values()
        for lower, upper in pairwise(films)
        if upper.given.colour.oil != "fat" and not _one_film(lower.given, upper.given, placed, work)
    ]
    ratio, lower, upper = min(pairs, key=lambda each: each[0], default=(1.0, None, None))
    if ratio >= FASTER or lower is None or upper is None:
        return []
    return [
        Judgement(
            f"fast_over_slow:{upper.given.id}", "fast_over_slow", STAGE, "note",
            f"{first_upper(upper.given.said)} dries faster than what it lies on",
            f"By its pigments ({_extreme(palette, upper, min)} above, {_extreme(palette, lower, max)} below) it takes "
            f"about {ratio:.0%} of the time of {lower.given.said}. A firm skin over a film that still moves may "
            "crack: a little more oil, or a slower pigment, evens it out.",
            1 / ratio, upper.given.planes,
            (Remedy("With more oil", "set_pass", {"number": upper.given.id, "oil": "fat"}),),
        )
    ]  # fmt: skip


def _one_film(lower: Pass, upper: Pass, placed: Mapping[int, Placement], work: Work) -> bool:
    """Whether two films count as one or never meet: laid while the lower is open, or once it is dry through."""
    under, over = placed.get(lower.id), placed.get(upper.id)
    if upper.wants == "dry_through" or under is None or over is None:
        return True  # nobody knows yet when it is painted
    film = dry("oil", float(under.end), work.problem.weather, lower.thickness, lower.aids)
    return over.start < film.open_until or over.start >= film.through_late


def _ground_shows(
    state: State, palette: Palette, mixes: list[Mix], work: Work, told: list[Judgement]
) -> list[Judgement]:
    """Name planes whose mass its planned coats leave far off over this ground; what Planes tells is not said again."""
    if palette.transparent:
        return []
    known = {rank for each in told if each.kind == "shows_through" for rank in each.planes}
    ground, found = ground_value(state), []
    for mix in mixes:
        rank = mix.target.plane
        plane = next((each for each in state.planes if each.rank == rank), None)
        if mix.target.part != "mass" or plane is None or rank in known or plane.ground_shown == "gaps":
            continue
        over = [each for each in work.passes if rank in each.planes and not each.things]
        if any(each.title in (UNDERLAY, OPAQUE_LAYER) for each in over):
            continue
        coats = sum(
            each.kind in WHOLE_LAYERS and (1.0 if each.share is None else each.share) >= MOSTLY for each in over
        )
        off = ground_shows(palette, mix, ground, coats) if coats else 0.0
        if off >= OFF_OVER_GROUND:
            hides = coats_over(palette, mix, ground)
            wanted = f"{hides} coats hide it" if hides else "no number of thin coats hides it"
            found.append(
                Judgement(
                    f"ground_shows:p{plane.number}", "ground_shows", STAGE, "mild",
                    f"The ground will be seen through {plane.name}",
                    f"After {'one coat' if coats == 1 else f'{coats} coats'} of its mass over a ground of {ground:.1f} "
                    f"it stands {off:.0f} away from the mix, and {SHOWS:.0f} is seen: {wanted}. A white or mid "
                    "underlay, dry first, helps; or leave the ground in gaps and let it be seen.",
                    off, (rank,), (Remedy("Add an underlay", "add_underlay", {"plane": rank}),),
                )
            )  # fmt: skip
    return found


def _lonely(found: Unanswered | None, state: State) -> list[Judgement]:
    if found is None:
        return []
    hue = found.hue
    plane = next((each for each in state.planes if each.rank == found.echo_plane), None)
    where = f"in {plane.name}, {hue.opposite}" if plane is not None else hue.opposite
    return [
        Judgement(
            "lonely_hue", "lonely_hue", STAGE, "note", f"{hue.name.capitalize()} only in the {hue.corner}",
            f"{hue.share:.1%} of the picture, far from the focus, and nowhere else: the eye goes there and stays. A "
            f"duller, paler touch of it {where}, ties the picture together.",
            hue.share, () if plane is None else (plane.rank,),
            (Remedy("I vary colours on purpose", "set_brief", {"echo_hues": "vary"}),),
        )
    ]  # fmt: skip


@step
def judge_mixes(file: Path, state: State, depth: DepthSurvey, work: Work) -> list[Judgement]:
    """Judge the mixes of a painting; what the painter means so comes last."""
    mixes = strings_of(state, targets_of(file, state, depth))
    palette = palette_of(state)
    no_white = _no_white(palette, mixes)
    found = [
        *(no_white or _out_of_reach(state, palette, mixes)),
        *_strong_in_pale(state, palette, mixes),
        *_told_apart(state, mixes),
        *_black_far(state, palette, mixes),
        *_missing(state, palette),
        *_fast_over_slow(palette, mixes, work),
        *_ground_shows(state, palette, mixes, work, judge_ground(state, depth, work)),
        *_lonely(unanswered_hue(file, state), state),
    ]
    silenced = {each.key for each in state.meant_so}
    loud = most_costly_first([each for each in found if each.key not in silenced])
    return loud + [each for each in found if each.key in silenced]
