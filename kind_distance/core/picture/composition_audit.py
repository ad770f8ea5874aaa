"""Judgements on a composition: each says what was measured, why it matters and what can be done."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.picture.composition import Complexity, Composition, Spot, competing
from kind_distance.core.picture.horizon import LEVEL_TOLERANCE, Horizon
from kind_distance.core.wording import Unit, say_length, say_minutes

STAGE = "thumbnails"
ONE_SIDED = 0.68  # share of the weight on one side that is felt; common practice, no source
HALVED = 0.03  # how near the middle a horizon halves the picture, as a share of the height; common practice, no source
ALL_ONE_WAY = 0.8  # share of slanting edges that lean one way; common practice, no source
TILTED_UPRIGHTS = 1.5  # uprights that lean more are seen to lean [degrees]; common practice (1), no source
SMALL_SHAPE_CM = 0.8  # a typical shape smaller than this is work for a fine brush [cm]; common practice, no source
HELD = 0.7  # of the usual step at the rim that one who keeps the eye inside is told of
GAPS_TOLD = 40
GAPS_LOUD = 1  # more at a time would drown the rest; the next comes when one is answered
MANY_GAPS = 6  # from here on they are one thing to say: light through leaves
SHOWN = 5
GRID = 40  # places are named by a grid this fine, so that a finding keeps its name


@dataclass(frozen=True)
class SeenThumbnail:
    """What a composition is judged by.

    Parameters
    ----------
    number : int
        Number of the thumbnail.
    source : int
        Number of its photo.
    composition : Composition
    horizon : Horizon
    tilt_deg : float
        What was straightened already. [degrees]
    complexity : Complexity
    minutes : int or None
        Minutes of all sessions; None where none is planned.
    focus_step : float or None
        Largest value step at the focus. [V]
    focus_marked : bool
        A focus is marked on the photo.
    focus_inside : bool
        It lies inside the crop.
    by_hand : bool
        The horizon was set by the painter.
    water_tilt : float or None
        Lean of a marked plane of water. [degrees]
    skyline_tilt : float or None
        Lean of the marked sky's lower border. [degrees]
    unit : "cm" or "in"
    height_cm : float
        Of the picture on the support. [cm]
    eye_path : "", "held" or "floating"
        Whether the eye is to be kept inside.
    division : "", "thirds" or "unusual"
        Where the painter likes the horizon.
    """

    number: int
    source: int
    composition: Composition
    horizon: Horizon
    tilt_deg: float
    complexity: Complexity
    minutes: int | None
    focus_step: float | None
    focus_marked: bool
    focus_inside: bool
    by_hand: bool = False
    water_tilt: float | None = None
    skyline_tilt: float | None = None
    unit: Unit = "cm"
    height_cm: float = 0.0
    eye_path: str = ""
    division: str = ""
    to_photo: tuple[float, float, float, float] = field(default=(0.0, 0.0, 1.0, 1.0))

    def on_photo(self, x: float, y: float) -> tuple[float, float]:
        """Carry a place from the thumbnail to its photo."""
        left, top, width, height = self.to_photo
        return round(left + x * width, 4), round(top + y * height, 4)


def _judge(
    given: SeenThumbnail, kind: str, severity: str, title: str, text: str, weight: float, *remedies: Remedy
) -> Judgement:
    return Judgement(f"{kind}:{given.number}", kind, STAGE, severity, title, text, weight, (), remedies)  # type: ignore[arg-type]


def _show(places: list[tuple[float, float]], label: str = "Show where") -> Remedy:
    return Remedy(label, "show_places", {"places": [list(place) for place in places]})


def _named(spot: Spot) -> str:
    return f"{int(spot.x * GRID)}.{int(spot.y * GRID)}"


def _where(x: float, y: float) -> str:
    across = "left" if x < 0.36 else "right" if x > 0.64 else "middle"
    down = "upper" if y < 0.36 else "lower" if y > 0.64 else "middle"
    return "in the middle" if across == down == "middle" else f"{down} {across}".replace("middle middle", "middle")


def _focus(given: SeenThumbnail) -> list[Judgement]:
    if not given.focus_marked or given.focus_inside:
        return []
    whole = Remedy("Show the whole photo", "set_thumbnail", {"thumbnail": given.number, "whole": True})
    return [
        _judge(
            given, "focus_cut_off", "strong", "The focus is cut off",
            "The crop leaves out the place where the eye is to stay. Move the viewfinder over it, or mark "
            "another focus.",
            900.0, whole,
        )
    ]  # fmt: skip


def _tilt(given: SeenThumbnail) -> list[Judgement]:
    line = given.horizon.line
    tilt = given.water_tilt if given.water_tilt is not None else (line.tilt_deg if line else 0.0)
    if abs(tilt) <= LEVEL_TOLERANCE:
        return []
    # Without marked water or the painter's word, a level line may be a hill or a rail: that is asked, not judged.
    known = given.water_tilt is not None or given.by_hand
    what = "The water" if given.water_tilt is not None else "The horizon"
    title = f"{what} leans by {abs(tilt):.1f}°" if known else f"Does the horizon lean by {abs(tilt):.1f}°?"
    doubt = "" if known else " If that line is a slope and no horizon, mean it so."
    wanted = round(given.tilt_deg + tilt, 1)
    level = Remedy(f"Straighten by {abs(tilt):.1f}°", "straighten", {"source": given.source, "tilt_deg": wanted})
    slope = ""
    if given.skyline_tilt is not None and abs(given.skyline_tilt) > LEVEL_TOLERANCE:
        slope = f" The skyline's own slope ({abs(given.skyline_tilt):.0f}°) is land's to have."
    return [
        _judge(
            given, "leaning_water", "mild" if known else "note", title,
            f"It falls to the {'right' if tilt > 0 else 'left'}. From {LEVEL_TOLERANCE}° on water seems to run out of "
            f"the picture.{slope}{doubt}",
            10 * abs(tilt), level,
        )
    ]  # fmt: skip


def _halved(given: SeenThumbnail) -> list[Judgement]:
    line = given.horizon.line
    if line is None or abs(line.height - 0.5) > HALVED or given.division == "unusual":
        return []
    return [
        _judge(
            given, "halved", "mild" if given.division == "thirds" else "note", "The horizon halves the picture",
            f"It lies at {100 * line.height:.0f} % of the height. Equal halves compete; a third, less or more "
            "says which of the two the painting is about. A reflection may want just this.",
            3.0, Remedy("Look at other crops", "show_crops", {"source": given.source}),
        )
    ]  # fmt: skip


def _hot_spots(given: SeenThumbnail) -> list[Judgement]:
    spots = competing(given.composition.hot_spots, given.composition.focus_spot)
    if not given.focus_marked or len(spots) < 1:
        return []
    places = [given.on_photo(s.x, s.y) for s in spots]
    strongest = spots[0]
    by = (
        f"{strongest.step:.0f} more coloured than what is around it"
        if strongest.chroma
        else f"{strongest.step:.1f} lighter on the value scale than what is around it"
    )
    where = _where(strongest.x, strongest.y)
    title = f"A spot {where} competes with the focus" + (f", and {len(spots) - 1} more" if len(spots) > 1 else "")
    return [
        _judge(
            given, "hot_spots", "mild", title,
            f"It is {by}. Small lights and colours pull the eye as hard as a large one; tone the strongest down, or "
            "join it to a mass; the others may then do.",
            5.0 * len(spots), _show(places[:SHOWN]),
        )
    ]  # fmt: skip


def _gaps(given: SeenThumbnail) -> list[Judgement]:
    found = []
    gaps = given.composition.gaps
    if len(gaps) >= MANY_GAPS:
        strongest = max(gaps, key=lambda gap: gap.step)
        x, y = given.on_photo(strongest.x, strongest.y)
        return [
            Judgement(
                f"light_gap:{given.number}:many", "light_gap", STAGE, "note", f"{len(gaps)} light gaps far off",
                f"The strongest {_where(x, y)}, {strongest.step:.1f} lighter than the mass around it. Light through "
                "leaves is lovely near by; far off many gaps bring a plane forward. Keep two or three, close the rest.",
                strongest.step, (), (_show([given.on_photo(g.x, g.y) for g in gaps[:SHOWN]]),),
            )
        ]  # fmt: skip
    for gap in gaps[:GAPS_TOLD]:
        x, y = given.on_photo(gap.x, gap.y)
        half = float(np.clip(0.9 * np.sqrt(gap.share * given.to_photo[2] * given.to_photo[3]), 0.006, 0.06))
        box = [[x - half, y - half], [x + half, y - half], [x + half, y + half], [x - half, y + half]]
        close = Remedy(
            "Leave it out", "add_departure",
            {"source": given.source, "kind": "left_out", "points": box, "reason": "A light gap in a far plane."},
        )  # fmt: skip
        more = f" One of {len(gaps)} in the far planes." if len(gaps) > 1 else ""
        found.append(
            Judgement(
                f"light_gap:{given.number}:{_named(gap)}", "light_gap", STAGE, "note", "A light gap far off",
                f"{_where(x, y).capitalize()}, {gap.step:.1f} lighter than the mass around it.{more} Scattered lights "
                "bring a far plane forward and break it up.",
                gap.step, (), (close, _show([(x, y)])),
            )
        )  # fmt: skip
    return found


def _exits(given: SeenThumbnail) -> list[Judgement]:
    if given.eye_path == "floating":
        return []
    least = max(2.0, given.focus_step or 0.0) * (HELD if given.eye_path == "held" else 1.0)
    strong = [each for each in given.composition.exits if each.step >= least]
    if not strong or not given.focus_marked:
        return []
    places = []
    for each in strong[:4]:
        x = each.at if each.side in ("top", "bottom") else (0.01 if each.side == "left" else 0.99)
        y = each.at if each.side in ("left", "right") else (0.01 if each.side == "top" else 0.99)
        places.append(given.on_photo(x, y))
    first = strong[0]
    along = f"{100 * first.at:.0f} % {'along' if first.side in ('top', 'bottom') else 'down'}"
    return [
        _judge(
            given, "leads_out", "note", "A strong edge leaves the picture",
            f"Over the {first.side} side, {along}, with a step of {first.step:.1f}: as strong as anything at "
            "the focus. The eye follows it out; soften it toward the rim, or let something stand before it.",
            first.step, _show(places),
        )
    ]  # fmt: skip


def _cutting(given: SeenThumbnail) -> list[Judgement]:
    found = []
    for line in given.composition.cutting[:2]:
        fall = float(np.tan(np.deg2rad(line.tilt_deg))) / 2
        ends = [given.on_photo(0.0, line.height - fall), given.on_photo(1.0, line.height + fall)]
        ends = [(x, float(np.clip(y, 0, 1))) for x, y in ends]
        bend = Remedy(
            "Plan to bend it", "add_departure",
            {
                "source": given.source, "kind": "bent", "points": [list(p) for p in ends], "shift": [0.0, -0.04],
                "reason": "It cuts the picture from side to side.",
            },
        )  # fmt: skip
        found.append(
            Judgement(
                f"cut_across:{given.number}:{int(line.height * GRID)}", "cut_across", STAGE, "note",
                "A line cuts the picture",
                f"At {100 * line.height:.0f} % of the height an edge runs {100 * line.length:.0f} % of the "
                "width, with a "
                f"step of {line.strength:.1f}. It parts the picture in two; break, bend or soften it somewhere.",
                line.strength, (), (bend, _show(ends)),
            )
        )  # fmt: skip
    return found


def _sides(given: SeenThumbnail) -> list[Judgement]:
    left = given.composition.left
    found = []
    if max(left, 1 - left) >= ONE_SIDED:
        side = "left" if left > 0.5 else "right"
        found.append(
            _judge(
                given, "one_sided", "note", f"The {side} side carries the weight",
                f"{100 * max(left, 1 - left):.0f} % of what is dark or contrasting lies there. A small strong "
                "thing far on the other side would hold it, or another crop.",
                10 * max(left, 1 - left), Remedy("Look at other crops", "show_crops", {"source": given.source}),
            )
        )  # fmt: skip
    right = given.composition.leaning_right
    if max(right, 1 - right) >= ALL_ONE_WAY:
        side = "right" if right > 0.5 else "left"
        found.append(
            _judge(
                given, "leans_one_way", "note", f"Nearly everything leans {side}",
                f"{100 * max(right, 1 - right):.0f} % of the slanting edges lean that way: branches, slopes, "
                "strokes. A few against it keep the eye inside.",
                5.0,
            )
        )  # fmt: skip
    tilt = given.composition.upright_tilt
    if tilt is not None and TILTED_UPRIGHTS < abs(tilt) < 8:
        line = given.horizon.line
        level = line is not None and abs(line.tilt_deg) <= LEVEL_TOLERANCE
        straighten = Remedy(
            f"Straighten by {abs(tilt):.1f}°", "straighten",
            {"source": given.source, "tilt_deg": round(given.tilt_deg + tilt, 1)},
        )  # fmt: skip
        found.append(
            _judge(
                given, "leaning_uprights", "note", f"Uprights lean by {abs(tilt):.1f}°",
                f"To the {'right' if tilt > 0 else 'left'}. A camera held up or askew does that; walls and masts will "
                "look as if they fell."
                + (" The horizon is level: do not turn the photo, draw them upright." if level else ""),
                abs(tilt), *(() if level else (straighten,)),
            )
        )  # fmt: skip
    return found


def _lonely(given: SeenThumbnail) -> list[Judgement]:
    found = []
    for hue in given.composition.lonely:
        place = given.on_photo(hue.x, hue.y)
        found.append(
            Judgement(
                f"lonely_hue:{given.number}:{hue.hue}", "lonely_hue", STAGE, "note",
                f"{hue.hue.capitalize()} lives in one corner",
                f"It is seen {hue.corner}, on {100 * hue.share:.1f} % of the picture, and nowhere else. A "
                "touch of it elsewhere, greyer or smaller, ties it in; as the only accent it may be meant.",
                100 * hue.share, (), (_show([place]),),
            )
        )  # fmt: skip
    return found


def _complexity(given: SeenThumbnail) -> list[Judgement]:
    c, found = given.complexity, []
    if given.minutes is not None and c.minutes > given.minutes:
        found.append(
            _judge(
                given, "too_much", "strong", "More than the time allows",
                f"Its edges are {say_length(c.edges_cm, given.unit)} long on your support; to place every "
                "shape once takes "
                f"about {say_minutes(c.minutes)}, and the sessions have {say_minutes(given.minutes)}. Join "
                "shapes, take a simpler crop, or plan more time.",
                c.minutes - given.minutes,
                Remedy("Look at other crops", "show_crops", {"source": given.source}),
            )
        )  # fmt: skip
    if 0 < c.typical_cm < SMALL_SHAPE_CM:
        found.append(
            _judge(
                given, "small_work", "mild", "Small work for this support",
                f"Half of the shapes are narrower than {say_length(c.typical_cm, given.unit)}. Join them, or "
                "take a larger support.",
                10 * (SMALL_SHAPE_CM - c.typical_cm),
            )
        )  # fmt: skip
    return found


def audit_composition(given: SeenThumbnail) -> list[Judgement]:
    """Judge a composition, most costly first."""
    parts = (_focus, _tilt, _halved, _hot_spots, _gaps, _exits, _cutting, _sides, _lonely, _complexity)
    return most_costly_first([judgement for part in parts for judgement in part(given)])
