"""What to take along to a session, worked out from medium, place, air and the passes that stand in it.

The list reminds; it certifies nothing. All of it is common practice, no source, except where a line says otherwise.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from kind_distance.core.passes.model import Pass
from kind_distance.core.wording import say_list

COLD_C, HOT_C, WINDY_M_S, DAMP = 12.0, 26.0, 4.0, 85.0
BRUSH_SIZES_MM = (1.0, 2.0, 4.0, 6.0, 10.0, 15.0, 20.0, 30.0, 40.0, 60.0)  # as brushes are usually sold
WIDE_SHARE = 0.22  # of the side of a shape as wide as high that a broad brush has
MARK_SHARE = 0.8  # of the narrowest shape that a small brush has


@dataclass(frozen=True)
class Item:
    """A thing to take along: its key, its name, and why, where that is not plain."""

    key: str
    name: str
    why: str = ""


@dataclass(frozen=True)
class Outfit:
    """What a session asks for.

    Parameters
    ----------
    medium : str
        Key of the medium.
    paints : frozenset of str
        Paints of its passes.
    size_said : str
        Support and its size.
    tubes : tuple of str
        Names of the tubes that its passes take.
    brushes_mm : tuple of float
        Widths that its passes want, widest first. [mm]
    outdoors : bool
    temperature_c, wind_m_s, humidity : float
        [degrees C, m/s, %]
    sunny, wet : bool
        Sun on the panel; rain or storm expected.
    drawing : str
        What is drawn with; "" where nothing is drawn in it.
    masks : bool
        Whether a light is masked or a border taped.
    aids : frozenset of str
        What films are helped with.
    wet_home : bool
        Whether the painting is still wet when the session ends.
    """

    medium: str
    paints: frozenset[str]
    size_said: str
    tubes: tuple[str, ...]
    brushes_mm: tuple[float, ...]
    outdoors: bool = False
    temperature_c: float = 20.0
    wind_m_s: float = 0.1
    humidity: float = 50.0
    sunny: bool = False
    wet: bool = False
    drawing: str = ""
    masks: bool = False
    aids: frozenset[str] = frozenset()
    wet_home: bool = False


def brush_of(width_mm: float) -> float:
    """Give the brush that is usually sold and comes nearest below a width. [mm]."""
    fitting = [size for size in BRUSH_SIZES_MM if size <= width_mm * 1.05]
    return fitting[-1] if fitting else BRUSH_SIZES_MM[0]


def brushes_for(passes: Iterable[Pass], areas_cm2: dict[int, float], narrowest_mm: dict[int, float]) -> list[float]:
    """List the brushes that passes want, widest first: as told, else by the largest and the narrowest shape. [mm].

    Parameters
    ----------
    passes : iterable of Pass
    areas_cm2 : dict of rank to float
        Area of each plane.
    narrowest_mm : dict of rank to float
        Width of its narrowest shape.
    """
    found: set[float] = set()
    for each in passes:
        if each.kind in ("drawing", "varnish", "mask", "unmask"):
            continue
        if each.brush_mm is not None:
            found.add(brush_of(each.brush_mm))
            continue
        fine = each.kind in ("details", "lights") or bool(each.things)
        for rank in each.planes:
            if fine and rank in narrowest_mm:
                found.add(brush_of(MARK_SHARE * narrowest_mm[rank]))
            elif not fine and areas_cm2.get(rank):
                found.add(brush_of(WIDE_SHARE * 10 * areas_cm2[rank] ** 0.5))
    return sorted(found, reverse=True)


def _paint(wanted: Outfit) -> list[Item]:
    items = [Item("support", wanted.size_said)]
    if wanted.tubes:
        items.append(Item("tubes", f"Tubes: {say_list(list(wanted.tubes))}", "what the passes of this session take"))
    if wanted.brushes_mm:
        sizes = say_list([f"{each:g}" for each in wanted.brushes_mm])
        items.append(Item("brushes", f"Brushes of {sizes} mm", "by the widest and the narrowest shapes"))
    items.append(Item("palette", "Palette" if wanted.medium != "acrylic" else "Palette that stays wet, and its cover"))
    items.append(Item("rags", "Rags or paper"))
    if "oil" in wanted.paints:
        items.append(Item("medium", "Oil or medium, in a cup that closes"))
        items.append(Item("tin", "A metal tin with water and a lid for oily rags", "they can catch fire by themselves"))
    if wanted.paints & {"watercolour", "gouache", "rewettable", "acrylic"}:
        items.append(Item("water", "Water to paint with, two jars", "one to wash, one that stays clean"))
    if wanted.paints & {"acrylic", "rewettable"} or "mist" in wanted.aids:
        items.append(Item("mist", "A mister"))
    if "dryer" in wanted.aids:
        items.append(Item("dryer", "A hair dryer, where there is power"))
    if wanted.drawing:
        items.append(Item("drawing", f"To draw with: {wanted.drawing}"))
    if wanted.masks:
        items.append(Item("masks", "Masking fluid or tape, and what takes it off"))
    return items


def _place(wanted: Outfit) -> list[Item]:
    items = [Item("sheet", "The sheet for the easel, printed"), Item("card", "A white or grey card for the photo")]
    if not wanted.outdoors:
        return items
    items += [
        Item("easel", "Easel and something to sit on"),
        Item("drink", "Water to drink, something to eat"),
        Item("phone", "A charged phone; somebody knows where you are", "weather turns, ankles do too"),
        Item("bag", "A bag to carry everything out again", "nothing is poured into ground or water"),
    ]
    if wanted.wet_home:
        items.append(Item("carrier", "A box that carries it wet", "it will not be dry when you leave"))
    return items


def _weather(wanted: Outfit) -> list[Item]:
    if not wanted.outdoors:
        return []
    items = []
    if wanted.temperature_c <= COLD_C:
        items.append(Item("warm", "Warm layers, gloves without tips, something hot", f"{wanted.temperature_c:.0f} °C"))
    if wanted.temperature_c >= HOT_C:
        items.append(Item("shade", "Shade, a hat, more water", f"{wanted.temperature_c:.0f} °C"))
    if wanted.sunny:
        items.append(Item("sun", "Hat, sun cream, an umbrella for the panel", "sun on the panel hides its values"))
    if wanted.wind_m_s >= WINDY_M_S:
        items.append(Item("weights", "Weights and clips", f"wind of {wanted.wind_m_s:.0f} m/s"))
    if wanted.wet:
        items.append(Item("rain", "Rainwear, a cover for the painting"))
    if wanted.humidity >= DAMP and wanted.paints & {"watercolour", "gouache", "acrylic", "rewettable"}:
        items.append(Item("slow", "More time than usual", f"at {wanted.humidity:.0f} % humidity paint dries slowly"))
    return items


def kit_for(wanted: Outfit) -> list[tuple[str, list[Item]]]:
    """List what to take along, in groups; empty ones are left out."""
    groups = [
        ("To paint with", _paint(wanted)),
        ("For the place", _place(wanted)),
        ("For the weather", _weather(wanted)),
    ]
    return [(title, items) for title, items in groups if items]
