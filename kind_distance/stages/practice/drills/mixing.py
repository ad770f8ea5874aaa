"""Drills of mixing: what parts make, what a glaze or a scumble does, where a colour could be echoed."""

from __future__ import annotations

from dataclasses import replace

import cv2
import numpy as np

from kind_distance.core.colour.lab import ciede2000, lab_from_linear
from kind_distance.core.colour.munsell import value_from_lightness
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.mixing.film import USUAL_COAT, endless, film_over, scumbled
from kind_distance.core.mixing.recipes import mix_of
from kind_distance.core.mixing.spectrum import lab_of, reflectance_of
from kind_distance.core.mixing.tubes import WHITE, Tube, paint_of, white_paint
from kind_distance.core.practice.canvas import HIGH, WIDE
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.moods import linear
from kind_distance.core.practice.scenes import Scene, is_faultless
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import (
    LETTERS,
    NO_SCENE,
    SEEDS,
    Drill,
    DrillKind,
    Mark,
    Marked,
    Option,
    lettered,
    scene_for,
    swatch,
)

TUBES = (
    ("ultramarine", Tube((20.0, 12.0, -38.0), (62.0, -2.0, -38.0), opacity="ST")),
    ("cadmium yellow", Tube((79.0, 9.0, 84.0), (90.0, -4.0, 52.0), opacity="O")),
    ("burnt sienna", Tube((31.0, 21.0, 25.0), (66.0, 15.0, 20.0), opacity="ST")),
    ("viridian", Tube((24.0, -24.0, 2.0), (68.0, -28.0, 2.0), opacity="T")),
    ("quinacridone rose", Tube((31.0, 46.0, 12.0), (68.0, 38.0, -6.0), opacity="T")),
    ("yellow ochre", Tube((58.0, 14.0, 48.0), (82.0, 6.0, 30.0), opacity="SO")),
)
RATIOS = ((1, 1, 0), (2, 1, 0), (1, 2, 0), (1, 1, 1), (2, 1, 1), (1, 1, 3), (3, 1, 2), (1, 2, 4), (1, 3, 1))
TOLD_APART = 4.0  # CIEDE2000 between two swatches that are offered


def mix_guess(seed: int, level: int) -> Drill:
    """Say what a mix of two paints and white will look like."""
    for more_seeds in range(SEEDS):
        rng = chance(seed + more_seeds, "mix")
        one, other = (int(at) for at in rng.choice(len(TUBES), 2, replace=False))
        tubes = (TUBES[one][1], TUBES[other][1], Tube(WHITE, white=True))
        more, less, white = RATIOS[int(rng.integers(len(RATIOS)))]
        spread = (3, 2, 1)[level - 1]
        recipes = [(more, less, white), (more + spread, less, white), (more, less + spread, white),
                   (more, less, white + 2 * spread)]  # fmt: skip
        made = [mix_of(tubes, tuple((at, count) for at, count in enumerate(parts) if count)) for parts in recipes]
        apart = [float(ciede2000(np.array(made[a]), np.array(made[b]))) for a in range(4) for b in range(a)]
        if min(apart) > TOLD_APART:
            break
    order = [int(at) for at in rng.permutation(4)]
    said = [f"{more} {'part' if more == 1 else 'parts'} of {TUBES[one][0]}", f"{less} of {TUBES[other][0]}"]
    said += [f"{white} of white"] if white else []
    options = tuple(
        Option(LETTERS[n], f"{LETTERS[n]}, value {value_from_lightness(made[at][0]):.1f}", swatch(made[at]))
        for n, at in enumerate(order)
    )
    return Drill(
        "mix_guess", seed, level, f"What do {say_list(said)} make?",
        "The stronger tinter wins by far more than its share; white lightens and greys.", None, "choice",
        LETTERS[order.index(0)], options=options, known={"made": made[0]},
    )  # fmt: skip


def _mark_mix(drill: Drill, given: str) -> Marked:
    light, a, b = drill.known["made"]
    return Marked(
        given == drill.truth, None, f"{drill.truth}: CIELAB {light:.0f}, {a:.0f}, {b:.0f}.",
        "Paints mix by what each takes away and scatters, wavelength by wavelength; the result is darker and duller "
        "than the two on paper lead one to hope.",
        "Predicted from paints by memory; your own tubes differ. Read them in under Mixes.",
    )  # fmt: skip


Lab = tuple[float, float, float]
GLAZE_COAT = 0.018  # of a brushed coat: paint let down with much medium; by eye, no source
DARKENS = 4.0  # L* by which a glaze shows that it does
SCUMBLED = 0.4  # share of the area that a dragged brush covers; by eye, no source
BASES: tuple[tuple[str, Lab], ...] = (
    ("pale ochre", (80.0, 5.0, 28.0)), ("grey green", (55.0, -9.0, 14.0)), ("dull red", (42.0, 30.0, 18.0)),
    ("dark violet", (28.0, 12.0, -16.0)), ("blue grey", (62.0, -3.0, -11.0)), ("warm cream", (86.0, 2.0, 16.0)),
)  # fmt: skip
SEE_THROUGH = ("T", "ST")


def _lab(reflectance: object) -> Lab:
    light, a, b = (float(each) for each in lab_of(np.asarray(reflectance)))
    return light, a, b


def _glazed(below: Lab, tube: Tube, coats: float) -> Lab:
    k, s = paint_of(tube)
    return _lab(film_over(reflectance_of(np.array(below)), k, s, coats * USUAL_COAT))


def _tinted(tube: Tube, parts: float) -> Lab:
    """Give what is scumbled with: a paint with white, so that it covers."""
    k, s = paint_of(tube)
    white_k, white_s = white_paint()
    return _lab(endless(k + parts * white_k, s + parts * white_s))


def _broken(below: Lab, over: Lab, share: float) -> Lab:
    return _lab(scumbled(reflectance_of(np.array(over)), reflectance_of(np.array(below)), share))


def film_guess(seed: int, level: int) -> Drill:
    """Say what a glaze or a scumble makes of what lies below."""
    apart = (9.0, 6.5, TOLD_APART)[level - 1]
    for more in range(SEEDS):
        rng = chance(seed + more, "film")
        base_said, base = BASES[int(rng.integers(len(BASES)))]
        said, tube = TUBES[int(rng.integers(len(TUBES)))]
        glaze = tube.opacity in SEE_THROUGH
        if glaze:
            over = _glazed((96.0, 0.0, 2.0), tube, GLAZE_COAT)  # as it looks on white paper
            made = [_glazed(base, tube, GLAZE_COAT), _glazed(base, tube, 6 * GLAZE_COAT),
                    _broken(base, over, 0.5), _tinted(tube, 4)]  # fmt: skip
        else:
            over = _tinted(tube, 6)
            made = [_broken(base, over, SCUMBLED), over, _broken(base, over, 0.1),
                    _glazed(base, tube, GLAZE_COAT)]  # fmt: skip
        gaps = [float(ciede2000(np.array(made[a]), np.array(made[b]))) for a in range(4) for b in range(a)]
        if min(gaps) > apart and (not glaze or made[0][0] < base[0] - DARKENS):
            break
    else:
        raise DomainError(*NO_SCENE)
    order, letters = lettered(4, rng)
    options = tuple(
        Option(letters[at], f"{letters[at]}, value {value_from_lightness(made[at][0]):.1f}", swatch(made[at]))
        for at in order
    )
    what = f"A thin glaze of {said}" if glaze else f"A scumble of {said} with six parts of white, broken,"
    shown = (
        Option("below", f"below: {base_said}", swatch(base)),
        Option("over", f"over: {said}{' on white paper' if glaze else ' with white'}", swatch(over)),
    )
    return Drill(
        "film_guess", seed, level, f"{what} lies over dry {base_said}. What does one see?",
        "A glaze only takes light away: what is below stays, darker. A scumble lays light over: what is below shows "
        "between.", None, "choice", letters[0], options=options, shown=shown,
        facts={"way": "glaze" if glaze else "scumble"}, known={"below": base[0], "made": made[0][0]},
    )  # fmt: skip


def _mark_film(drill: Drill, given: str) -> Marked:
    below, made = (value_from_lightness(drill.known[key]) for key in ("below", "made"))
    rule = (
        "A glaze filters: light goes through it twice, so that it darkens and pulls towards its own hue; it never "
        "lightens. What is below has to be lighter than what is wanted."
        if drill.facts["way"] == "glaze"
        else "A scumble is broken: areas add up, so that it stands between the two; light over dark turns cool and "
        "chalky, which is what it is used for, far off and in mist."
    )
    return Marked(
        given == drill.truth, None, f"{drill.truth}: value {below:.1f} below, {made:.1f} with it.", rule,
        "Predicted from paints by memory, at a usual thickness; your own tubes and hand differ. A strip of each on a "
        "scrap says more.",
        "Some paint glazes over a light grisaille, others mix each colour at once; both come there.",
    )  # fmt: skip


ACCENTS = (("red", "b8302a"), ("orange", "d9772b"), ("blue", "2f5fa8"), ("violet", "73358a"))
SAME_HUE_DEG, LEAST_CHROMA, MOST_SHARE = 30.0, 12.0, 0.0004  # by eye, no source: from which a colour is there already
NOWHERE = "none"


def _with_accent(scene: Scene, column: float, row: float, colour: str) -> Scene:
    """Set a small awning in a pure colour into a scene, on a light wall."""
    codes, wide = scene.codes.copy(), 26
    for tone, places in (
        ("d8d0c2", ((-wide, 0), (wide, 0), (wide, -26), (-wide, -26))),
        (colour, ((-wide - 5, -24), (wide + 5, -24), (wide - 4, -46), (-wide + 4, -46))),
    ):  # fmt: skip
        points = np.array([(column + dx, row + dy) for dx, dy in places])
        painted = codes_from_linear(np.clip(linear(tone)[None, None], 0, 1))[0, 0]
        cv2.fillPoly(codes, [np.round(points * 8).astype(np.int32)], [int(each) for each in painted], cv2.LINE_AA, 3)
    return replace(scene, codes=codes)


def _missing(scene: Scene) -> list[tuple[str, str]]:
    """Accents of a colour that is nowhere in a scene: a roof of its hue would echo it already."""
    lab = lab_from_linear(linear_from_codes(scene.codes[::4, ::4]).reshape(-1, 3))
    hue, pure = np.arctan2(lab[:, 2], lab[:, 1]), np.hypot(lab[:, 1], lab[:, 2]) > LEAST_CHROMA
    found = []
    for said, colour in ACCENTS:
        own = lab_from_linear(linear(colour)[None].astype(float))[0]
        apart = np.abs((hue - np.arctan2(own[2], own[1]) + np.pi) % (2 * np.pi) - np.pi)
        if float((pure & (apart < np.radians(SAME_HUE_DEG))).mean()) < MOST_SHARE:
            found.append((said, colour))
    return found


def echo(seed: int, level: int) -> Drill:
    """Say where a colour that stands alone could be echoed, if at all."""
    scene = scene_for(seed, lambda each: is_faultless(each) and bool(_missing(each)))
    rng = chance(seed, "echo")
    missing = _missing(scene)
    said, colour = missing[int(rng.integers(len(missing)))]
    side = float(rng.choice([-1, 1]))
    x, y = 0.5 + side * rng.uniform(0.16, 0.24), rng.uniform(0.66, 0.74)
    picture = _with_accent(scene, x * WIDE, y * HIGH, colour)
    places = [
        (0.5 - side * rng.uniform(0.16, 0.26), y + float(rng.choice([-0.08, 0.12]))),  # across
        (x + side * 0.09, y + 0.02),  # beside it
        (0.5 - side * 0.475, 0.93),  # at the rim, in the corner
        (0.5 + side * 0.47, y - 0.16),  # at the rim on its own side
    ]
    order, letters = lettered(len(places), rng)
    marks = tuple(Mark(letters[at], places[at][0] * WIDE, places[at][1] * HIGH, 9) for at in order)
    return Drill(
        "echo", seed, level, f"The {said} stands alone. Where would a small, duller touch of it tie the picture "
        "together?", "Or would you leave it alone?", picture, "choice", letters[0], marks, also=(NOWHERE,),
        options=(*(Option(letters[at], letters[at]) for at in order), Option(NOWHERE, "Nowhere: it may stand alone")),
        known={"beside": letters[1], "corner": letters[2], "rim": letters[3]},
    )  # fmt: skip


def _mark_echo(drill: Drill, given: str) -> Marked:
    place = {mark.key: mark for mark in drill.marks}[str(drill.truth)]
    why = {
        drill.known["beside"]: "Beside it the two become one larger spot.",
        drill.known["corner"]: "In the corner it takes the eye out of the picture.",
        drill.known["rim"]: "At the rim on the same side it leaves all of the colour on one half.",
    }.get(given, "")
    return Marked(
        given == drill.truth or given in drill.also, None,
        f"{drill.truth} lies across from it at {place.x / WIDE:.0%} of the width, well inside. {why}".strip(),
        "A colour that comes again across the picture, smaller and duller and at another value, leads the eye from one "
        "side to the other and makes it belong.", "A rule of thumb; common practice, no source.",
        "Some vary every hue instead of repeating it, and want the one spot to stay alone: then nowhere is right.",
    )  # fmt: skip


KINDS = (
    DrillKind("mix_guess", "Mixing", "What will it make?", mix_guess, _mark_mix),
    DrillKind("film_guess", "Mixing", "Glaze or scumble", film_guess, _mark_film),
    DrillKind("echo", "Mixing", "Where to echo it?", echo, _mark_echo),
)
