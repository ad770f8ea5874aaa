"""What the easel says of films, and of the ways out when something went wrong. Common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.easel.clocks import FilmClock, FilmState
from kind_distance.core.easel.recovery import Wetness, ways_out
from kind_distance.core.paint.media import Paint
from kind_distance.core.passes.kinds import PassKind
from kind_distance.core.wording import clock, say_minutes, say_range

SOON_MIN = 90  # up to which the hour is told, and not the span
STATES: dict[FilmState, str] = {
    "wet": "wet, may be worked into",
    "tacky": "tacky, leave it alone",
    "touch_dry": "touch dry",
    "dry_through": "dry through",
}
FOLLOWING: dict[FilmState, str] = {"wet": "turns tacky", "tacky": "touch dry", "touch_dry": "dry through"}


def say_film(film: FilmClock, now: float) -> str:
    """Say what a film is at a minute, with the range of what comes next."""
    by = ", by your finger" if film.touched else ""
    if film.early is None or film.late is None:
        return f"{STATES[film.state]}{by}"
    if film.state == "wet":
        # An hour of another day would be taken for one of today.
        left = film.early - now
        when = f"until about {clock(film.early)}" if left < SOON_MIN else f"for about {say_minutes(left)}"
        return f"{STATES['wet']} {when}{by}"
    ahead = say_range(max(0.0, film.early - now), film.late - now)
    return f"{STATES[film.state]}{by}; {FOLLOWING[film.state]} in {ahead}"


@dataclass(frozen=True)
class Card:
    """One way out, in words.

    Parameters
    ----------
    key, name, how : str
    kind : PassKind or None
        The kind of pass that it becomes; None for something done at once.
    """

    key: str
    name: str
    how: str
    kind: PassKind | None = None


WAYS: dict[str, tuple[str, str]] = {
    "lift": ("Lift it", "A clean damp brush or a cloth, from the rim inwards, once; then leave it to dry."),
    "blot": ("Blot it", "Press a dry cloth or paper on it, do not rub. Paint and water come off together."),
    "scrape": ("Scrape it off", "A soft knife, flat, then a cloth. What stays is thin enough to paint over."),
    "wipe": (
        "Wipe it off",
        "A cloth, with a little of what thins the paint. Fresh air; lids on; rags as the label says.",
    ),
    "mist": ("Keep it open", "Mist it from a hand away, twice, then work into it."),
    "wait": ("Leave it alone", "Tacky paint tears. Wait until it is dry; most of it can be mended then."),
    "cover": ("Cover it", "Let it dry, then lay the colour again opaquely over it."),
    "rewet": (
        "Wet it again and lift",
        "Clean water, wait half a minute, blot. A staining pigment stays; test at the rim.",
    ),
    "glaze": ("Glaze it", "Dry through: a thin transparent colour turns hue and deepens, the drawing stays."),
    "scumble": ("Scumble it", "Touch dry: thin opaque paint dragged over it makes it lighter and softer."),
    "light_again": (
        "Set the lost light again",
        "Let it dry, then set the light on top, opaque and thick enough to hold.",
    ),
    "sand": ("Smooth it", "Dry through only: fine paper with water, never dry. A dust mask; wipe up wet."),
}


def cards_for(paint: Paint, wetness: Wetness) -> tuple[Card, ...]:
    """Say the ways out for a paint in a state: the name of each and how it is done."""
    return tuple(Card(way.key, *WAYS[way.key], way.kind) for way in ways_out(paint, wetness))
