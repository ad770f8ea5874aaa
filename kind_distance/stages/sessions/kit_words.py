"""What to take along to a session, in words: each thing with its name and why, where that is not plain."""

from __future__ import annotations

from collections.abc import Callable

from kind_distance.core.judgement import Why
from kind_distance.core.wording import say_list

Said = str | Callable[[Why], str]

GROUPS = {"paint": "To paint with", "place": "For the place", "weather": "For the weather"}
KIT: dict[str, tuple[Said, Said]] = {
    "support": (lambda why: str(why["size"]), ""),
    "tubes": (lambda why: f"Tubes: {say_list(list(why['names']))}", "what the passes of this session take"),
    "brushes": (
        lambda why: f"Brushes of {say_list([f'{each:g}' for each in why['widths_mm']])} mm",
        "by the widest and the narrowest shapes",
    ),
    "palette": (lambda why: "Palette that stays wet, and its cover" if why["stays_wet"] else "Palette", ""),
    "rags": ("Rags or paper", ""),
    "medium": ("Oil or medium, in a cup that closes", ""),
    "tin": ("A metal tin with water and a lid for oily rags", "they can catch fire by themselves"),
    "water": ("Water to paint with, two jars", "one to wash, one that stays clean"),
    "mist": ("A mister", ""),
    "dryer": ("A hair dryer, where there is power", ""),
    "drawing": (lambda why: f"To draw with: {why['medium']}", ""),
    "masks": ("Masking fluid or tape, and what takes it off", ""),
    "sheet": ("The sheet for the easel, printed", ""),
    "card": ("A white or grey card for the photo", ""),
    "easel": ("Easel and something to sit on", ""),
    "drink": ("Water to drink, something to eat", ""),
    "phone": ("A charged phone; somebody knows where you are", "weather turns, ankles do too"),
    "bag": ("A bag to carry everything out again", "nothing is poured into ground or water"),
    "carrier": ("A box that carries it wet", "it will not be dry when you leave"),
    "warm": ("Warm layers, gloves without tips, something hot", lambda why: f"{why['temperature_c']:.0f} °C"),
    "shade": ("Shade, a hat, more water", lambda why: f"{why['temperature_c']:.0f} °C"),
    "sun": ("Hat, sun cream, an umbrella for the panel", "sun on the panel hides its values"),
    "weights": ("Weights and clips", lambda why: f"wind of {why['wind_m_s']:.0f} m/s"),
    "rain": ("Rainwear, a cover for the painting", ""),
    "slow": ("More time than usual", lambda why: f"at {why['humidity']:.0f} % humidity paint dries slowly"),
}


def say_item(item: Why) -> tuple[str, str]:
    """Name a thing to take along, and say why."""
    name, why = (said if isinstance(said, str) else said(item) for said in KIT[item.kind])
    return name, why
