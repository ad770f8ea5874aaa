"""Cautions before a session: what is entered of place, company, air, paint and tools, and the sentences for it."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.clock import minute_of, moment_of
from kind_distance.core.light.station import sun_over
from kind_distance.core.passes.model import Pass
from kind_distance.core.safety.cautions import Caution, Circumstances, cautions_of
from kind_distance.core.schedule.work import Work
from kind_distance.pictures.plates import main_source
from kind_distance.rows import SessionRecord, State

LOW_SUN_DEG = 15.0  # a sun that one looks into; common practice, no source
DARK_DEG = -3.0
TOWARD_SUN = ("toward_sunset",)
LOW_LIGHT = ("dawn", "dusk", "low_morning", "low_evening")
# Kinds of danger as a painter names them.
DANGERS = {
    "road": "a road without a footway",
    "from_a_car": "seen from a car",
    "edge": "a drop, a cliff, a quay edge",
    "water": "water, tide or a boat",
    "uphill": "a long carry uphill",
    "wildlife": "animals or insects",
    "remote": "far from help",
    "storm_damage": "storm or flood damage",
    "private_land": "private land",
    "protected": "a protected place",
    "drone": "a drone is flown",
    "living_things": "plants, reef, sea life",
}
GRAVE = ("road", "edge", "storm_damage")  # a place where nobody should set up an easel as it is
COMPANY = {"alone": "nobody else", "children": "children", "pets": "pets", "crowd": "many people"}
USES = {
    "solvent": "solvent or thinner",
    "spray": "spray, fixative, varnish",
    "paint_mist": "sprayed paint",
    "bare_fingers": "bare fingers",
    "dust": "sanding, charcoal, pastel",
    "sharp_tools": "blades and scrapers",
    "mains": "mains current",
    "natural_water": "water from a stream or pond",
    "heavy_gear": "heavy gear",
}
SKIES = {"": "weather not said", "dry": "dry", "rain": "rain", "storm": "a storm"}
# What is said, once a session. Common practice, no source.
SAID: dict[str, str] = {
    "road": "Traffic: do not stand on or beside a carriageway without a footway; park where it is allowed, wear "
    "high-visibility clothing, and look for another spot first.",
    "from_a_car": "Whoever drives takes no pictures: a passenger does, or you stop where stopping is allowed.",
    "edge": "A drop: keep several steps back from the edge, also when you step back to look; mind loose ground and "
    "leave in daylight.",
    "water": "Water: look up tide and weather before, keep your footing, know the way back, and wear a life jacket "
    "where one is required.",
    "storm": "Storm or damage: official warnings decide. Leave before it comes, and stay out of places that are "
    "damaged or closed.",
    "heat": "Heat and sun: shade, water, a hat and breaks. Your health service says which signs of heat illness to "
    "watch for; an easel umbrella is not enough.",
    "alone": "Alone or in the dark: tell somebody where you are and when you are back, and take a torch and a charged "
    "phone.",
    "wild": "Animals, insects, far from help: keep your distance, follow the local rules on food, and leave word of "
    "route and hour.",
    "sun_glare": "Low sun ahead: never look into it, shade your eyes, and paint its place from memory.",
    "solvent": "Solvent: fresh air, lids on, no flame, gloves as the safety data sheet says. Its label comes first.",
    "oil_rags": "Rags with oil can catch fire by themselves: put them in a lidded metal can with water, or spread them "
    "flat outdoors to dry; never in a heap. Follow the label and your fire service.",
    "spray": "Varnish, masking fluid, fixative or spray: air the room, no spark or flame, a mask as the safety data "
    "sheet says.",
    "paint_mist": "Sprayed paint: low pressure, away from faces, a mask as the safety data sheet says.",
    "bare_fingers": "Bare fingers in paint: some pigments are poisonous. Wear gloves or take a tool, do not eat, and "
    "wash after.",
    "dust": "Dust of charcoal, pastel or sanding: wipe it up wet, do not blow, and wear a dust mask.",
    "electric": "Wet hands and current: keep water off plugs and screens; no mains outdoors without proper protection.",
    "sharp": "Blades, scrapers and brush ends: cap them, cut away from yourself, and pack them in a sheath.",
    "children_pets": "Children or pets near: paints, water jars and solvents out of reach, labelled; give a painting "
    "away only when it is dry through.",
    "public": "Many people: keep cables and easel legs out of the way, stand where it is agreed, and ask before you "
    "picture anybody.",
    "permission": "Private or protected ground, or a drone: ask first, and keep to the local rules.",
    "living_things": "Plants, reef, sea life: look, do not touch or move; take your detail from references.",
    "natural_water": "Rinse water: carry it home and let it settle; nothing into ground, water or drains, by your "
    "local rules for waste. Water from nature is not for drinking.",
    "lifting": "Carrying: two loads instead of one, or a trolley, and warm up first.",
    "long_sitting": "Long sitting: get up every hour, change hands, and rest your eyes.",
    "stepping_back": "Stepping back: clear the floor behind you first, and mark how far you can go.",
}


@dataclass(frozen=True)
class CautionSaid:
    """One sentence of caution, its kind, and the passes it belongs to."""

    kind: str
    said: str
    passes: tuple[int, ...]


def cautions_of_place(dangers: tuple[str, ...]) -> list[str]:
    """Give the cautions of a place by its kinds of danger alone, for its card."""
    card = SessionRecord(1, "2000-01-01T10:00", 30, outdoors=True)
    seen = _laid_out(card, dangers, (), 0.0, {}, toward=False, dark=False)
    return [each.said for each in _in_words(cautions_of(seen))]


def dangers_of(state: State, session: SessionRecord) -> tuple[str, ...]:
    """Kinds of danger of a session's place: as said, else outdoors those on the main photo's place card."""
    if session.dangers is not None:
        return session.dangers
    source = main_source(state)
    return source.dangers if session.outdoors and source is not None else ()


def grave_dangers(state: State, session: SessionRecord) -> tuple[str, ...]:
    """Name what makes a session's place one where nobody should stand: as written, and of the kinds that are grave."""
    return (*session.hazards, *(DANGERS[each] for each in dangers_of(state, session) if each in GRAVE))


def _sun(state: State, session: SessionRecord) -> tuple[bool, bool | None]:
    """Whether one may look into a low sun, and whether it is dark; None where nobody knows."""
    source = main_source(state)
    toward = state.brief.veil in TOWARD_SUN or state.brief.light in LOW_LIGHT
    if source is None or source.latitude is None or source.longitude is None:
        return toward, None
    begin = moment_of(minute_of(session.start))
    heights = [sun.height_deg for _, sun in sun_over(source.latitude, source.longitude, begin, session.minutes, 15)]
    low = any(0 <= height <= LOW_SUN_DEG for height in heights)
    return low and (toward or source.light_deg is None), any(height < DARK_DEG for height in heights)


def circumstances_of(state: State, session: SessionRecord, passes: tuple[Pass, ...]) -> Circumstances:
    """Lay out what is known of a session."""
    toward, dark = _sun(state, session)
    area = state.brief.width_cm * state.brief.height_cm
    brushes = {plane.rank: plane.brush for plane in state.planes}
    return _laid_out(session, dangers_of(state, session), passes, area, brushes, toward=toward, dark=dark)


def _laid_out(
    session: SessionRecord,
    dangers: tuple[str, ...],
    passes: tuple[Pass, ...],
    area_cm2: float,
    brushes: dict[int, str],
    *,
    toward: bool,
    dark: bool | None,
) -> Circumstances:
    start = minute_of(session.start)
    return Circumstances(
        start,
        start + session.minutes,
        session.outdoors,
        session.temperature_c,
        session.wind_m_s,
        session.sun_w_m2,
        session.sky,
        frozenset(dangers),
        frozenset(session.company),
        frozenset(session.uses),
        session.unbroken_min,
        toward,
        dark,
        area_cm2,
        passes,
        brushes,
    )


def _in_words(found: list[Caution]) -> list[CautionSaid]:
    return [CautionSaid(each.kind, SAID[each.kind], each.passes) for each in found]


def cautions_by_session(state: State, work: Work) -> dict[int, list[CautionSaid]]:
    """Give the cautions of every session, the gravest first; what the place card says of the way there leads."""
    by_id = {each.id: each for each in work.passes}
    found: dict[int, list[CautionSaid]] = {}
    source = main_source(state)
    for session in state.sessions:
        placed = [by_id[p.pass_id] for p in work.schedule.placements if p.session_id == session.number]
        done = [
            by_id[each.pass_id]
            for each in work.done
            if minute_of(session.start) <= each.start < minute_of(session.start) + session.minutes
        ]
        said = _in_words(cautions_of(circumstances_of(state, session, (*done, *placed))))
        if session.outdoors and source is not None and source.access:
            said.insert(0, CautionSaid("place_card", f"From your place card: {source.access.rstrip('.')}.", ()))
        found[session.number] = said
    return found


def cautions_unplaced(state: State, work: Work) -> list[CautionSaid]:
    """Give the cautions of paint and tools where no session is planned yet."""
    if state.sessions:
        return []
    indoors = SessionRecord(1, "2000-01-01T10:00", 60)
    return _in_words(cautions_of(circumstances_of(state, indoors, tuple(work.passes))))
