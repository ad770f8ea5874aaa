"""What to take along to a session, worked out from medium, place, air and the passes that stand in it.

The list reminds; it certifies nothing. All of it is common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from kind_distance.core.judgement import Why, because
from kind_distance.core.passes.model import Pass

COLD_C, HOT_C, WINDY_M_S, DAMP = 12.0, 26.0, 4.0, 85.0
BRUSH_SIZES_MM = (1.0, 2.0, 4.0, 6.0, 10.0, 15.0, 20.0, 30.0, 40.0, 60.0)  # as brushes are usually sold
WIDE_SHARE = 0.22  # of the side of a shape as wide as high that a broad brush has
MARK_SHARE = 0.8  # of the narrowest shape that a small brush has


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


def _paint(wanted: Outfit) -> list[Why]:
    items = [because("support", size=wanted.size_said)]
    if wanted.tubes:
        items.append(because("tubes", names=wanted.tubes))
    if wanted.brushes_mm:
        items.append(because("brushes", widths_mm=wanted.brushes_mm))
    items.append(because("palette", stays_wet=wanted.medium == "acrylic"))
    items.append(because("rags"))
    if "oil" in wanted.paints:
        items += [because("medium"), because("tin")]
    if wanted.paints & {"watercolour", "gouache", "rewettable", "acrylic"}:
        items.append(because("water"))
    if wanted.paints & {"acrylic", "rewettable"} or "mist" in wanted.aids:
        items.append(because("mist"))
    if "dryer" in wanted.aids:
        items.append(because("dryer"))
    if wanted.drawing:
        items.append(because("drawing", medium=wanted.drawing))
    if wanted.masks:
        items.append(because("masks"))
    return items


def _place(wanted: Outfit) -> list[Why]:
    items = [because("sheet"), because("card")]
    if not wanted.outdoors:
        return items
    items += [because("easel"), because("drink"), because("phone"), because("bag")]
    if wanted.wet_home:
        items.append(because("carrier"))
    return items


def _weather(wanted: Outfit) -> list[Why]:
    if not wanted.outdoors:
        return []
    items = []
    if wanted.temperature_c <= COLD_C:
        items.append(because("warm", temperature_c=wanted.temperature_c))
    if wanted.temperature_c >= HOT_C:
        items.append(because("shade", temperature_c=wanted.temperature_c))
    if wanted.sunny:
        items.append(because("sun"))
    if wanted.wind_m_s >= WINDY_M_S:
        items.append(because("weights", wind_m_s=wanted.wind_m_s))
    if wanted.wet:
        items.append(because("rain"))
    if wanted.humidity >= DAMP and wanted.paints & {"watercolour", "gouache", "acrylic", "rewettable"}:
        items.append(because("slow", humidity=wanted.humidity))
    return items


def kit_for(wanted: Outfit) -> list[tuple[str, list[Why]]]:
    """List what to take along, in groups ("paint", "place", "weather"); those with nothing in them are left out."""
    groups = [("paint", _paint(wanted)), ("place", _place(wanted)), ("weather", _weather(wanted))]
    return [(group, items) for group, items in groups if items]
