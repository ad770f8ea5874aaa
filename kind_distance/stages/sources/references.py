"""Judgements on the shelf of references: whose pictures they are, and whether their light agrees."""

from __future__ import annotations

import itertools
from functools import lru_cache
from pathlib import Path

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.light.station import sun_apart
from kind_distance.core.light.sun import Sun, wind
from kind_distance.core.picture.balance import (
    SEEN_CAST,
    UNEVEN,
    Cast,
    Clipping,
    cast_of_gains,
    find_clipping,
    guessed_cast,
    unevenness,
)
from kind_distance.core.remembering import remembered
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import SourceRecord, State
from kind_distance.stages.sources.arrows import sun_of

STAGE = "sources"
LIGHT_APART = 45.0  # light directions that differ more are seen to; common practice, no source
LOST_TOLD = 0.004  # share of the picture from which on lost darks or lights are told
OWN = ("", "me", "i", "myself", "own")


def light_apart(one: float, other: float) -> float:
    """Angle between two light directions, 0-180. [degrees]."""
    turn = abs(one - other) % 360
    return min(turn, 360 - turn)


@remembered
def clipping_of(file: Path, picture_hash: str) -> Clipping:
    """Find where the camera has lost darks and lights of a picture."""
    return find_clipping(darkroom.original_codes(file, picture_hash))


@lru_cache(maxsize=256)
def lost_shares(file: Path, picture_hash: str) -> tuple[float, float]:
    """Shares of a picture whose darks and whose lights are lost; asked for each photo whenever one is judged."""
    found = clipping_of(file, picture_hash)
    return found.dark_share, found.light_share


@lru_cache(maxsize=16)
def cast_noticed(file: Path, plate: Plate) -> Cast | None:
    """Notice a cast on a developed picture without a card."""
    return guessed_cast(darkroom.working(file, plate).lab)


def _judge(kind: str, ident: str, severity: str, title: str, text: str, *remedies: Remedy) -> Judgement:
    return Judgement(f"{kind}:{ident}", kind, STAGE, severity, title, text, 1.0, (), remedies)  # type: ignore[arg-type]


def _choose(source: SourceRecord, label: str = "Choose it") -> Remedy:
    return Remedy(label, "choose_source", {"source": source.number})


def _light(state: State) -> list[Judgement]:
    lit = [source for source in state.sources if source.light_deg is not None]
    found = []
    for one, other in itertools.combinations(lit, 2):
        apart = light_apart(one.light_deg or 0.0, other.light_deg or 0.0)
        if apart > LIGHT_APART:
            found.append(
                _judge(
                    "light_conflict", f"{one.number}-{other.number}", "mild", "Two references, two lights",
                    f"In {one.name} and {other.name} the light comes from directions {apart:.0f}° apart. "
                    "Shadows taken from "
                    "both will contradict each other: follow one, and take only shapes and colours from the other.",
                    _choose(one, f"Choose {one.name}"), _choose(other, f"Choose {other.name}"),
                )
            )  # fmt: skip
    return found + _suns(state)


def _sun(source: SourceRecord) -> Sun | None:
    try:
        return sun_of(source)
    except DomainError:
        return None


def _suns(state: State) -> list[Judgement]:
    """Compare the suns of photos whose place and hour are known, where no light is drawn on both."""
    found = []
    known = [(source, sun) for source in state.sources if (sun := _sun(source)) is not None and sun.height_deg > 0]
    for (one, first), (other, second) in itertools.combinations(known, 2):
        if one.light_deg is not None and other.light_deg is not None:
            continue
        if "texture" in (one.purpose, other.purpose):
            continue
        apart = sun_apart(first, second)
        if apart > LIGHT_APART:
            found.append(
                _judge(
                    "suns_differ", f"{one.number}-{other.number}", "mild", "Two references, two suns",
                    f"Over {one.name} the sun stood {first.height_deg:.0f}° high in the {wind(first.bearing_deg)}, "
                    f"over {other.name} {second.height_deg:.0f}° in the {wind(second.bearing_deg)}: {apart:.0f}° "
                    "apart. Their shadows contradict each other: follow one, take only shapes from the other.",
                    _choose(one, f"Choose {one.name}"), _choose(other, f"Choose {other.name}"),
                )
            )  # fmt: skip
    return found


def _permission(state: State) -> list[Judgement]:
    unclear = [s for s in state.sources if s.maker.strip().lower() not in OWN and not s.permission.strip()]
    if not unclear:
        return []
    return [
        _judge(
            "permission", "-".join(str(s.number) for s in unclear), "mild", "No permission is noted",
            f"{say_list([s.name for s in unclear])} {'is' if len(unclear) == 1 else 'are'} by someone else. "
            "Before a painting "
            "after another's picture is shown or sold, ask; note here what was agreed. Law differs from place "
            "to place.",
            _choose(unclear[0]),
        )
    ]  # fmt: skip


def _casts(file: Path, source: SourceRecord) -> list[Judgement]:
    if source.kind in ("sketch", "page"):
        return []
    places = plate_of(source).places
    if places:
        apart = unevenness(places)
        if apart <= UNEVEN:
            return []
        casts = [cast_of_gains(place) for place in places]
        strongest = max(casts, key=lambda cast: cast.strength)
        return [
            _judge(
                "uneven_cast", str(source.number), "mild", f"{source.name}: the cast is not even",
                f"The same card differs by {apart:.0f} from place to place and leans {strongest.leans} most. Something "
                "coloured stood near: clothes, grass, a wall. The correction changes evenly between the places "
                "pressed.",
                _choose(source),
            )
        ]  # fmt: skip
    cast = cast_noticed(file, plate_of(source))
    if cast is None or cast.strength < SEEN_CAST:
        return []
    return [
        _judge(
            "cast", str(source.number), "note", f"{source.name} leans {cast.leans}",
            f"Its light greys are off neutral by {cast.strength:.0f} (from 5 on it is seen). If a card, mat or "
            "tape is in the picture, press it and the cast goes. If the light itself was so, mean it so.",
            Remedy("Press a card", "press_card", {"source": source.number}),
        )
    ]  # fmt: skip


def _lost(file: Path, source: SourceRecord) -> list[Judgement]:
    if source.kind in ("sketch", "page"):
        return []
    darks, lights = lost_shares(file, source.picture_hash)
    found = []
    for share, what, kind in ((darks, "darks", "lost_darks"), (lights, "lights", "lost_lights")):
        if share >= LOST_TOLD:
            end = "black" if what == "darks" else "white"
            found.append(
                _judge(
                    kind, str(source.number), "note", f"{source.name}: the camera has lost {what}",
                    f"{100 * share:.1f} % of it is plain {end}. The eye saw more there: don't copy these "
                    f"{what}; keep them "
                    f"{'lighter and of a colour' if what == 'darks' else 'a little darker, with a colour'}.",
                    Remedy("Show where", "show_lost", {"source": source.number}),
                )
            )  # fmt: skip
    return found


def judge_sources(file: Path, state: State) -> list[Judgement]:
    """Judge the references of a painting."""
    found = [*_light(state), *_permission(state)]
    for source in state.sources:
        if source.kind == "progress":
            continue  # the painting itself: its light is corrected when it is read
        found += [*_casts(file, source), *_lost(file, source)]
    return found
