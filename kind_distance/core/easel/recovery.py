"""What helps when it went wrong, by paint and by how wet it still is. Common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.easel.clocks import FilmState
from kind_distance.core.paint.media import REWETS, Paint
from kind_distance.core.passes.kinds import PassKind, cannot

Wetness = Literal["wet", "tacky", "dry"]


@dataclass(frozen=True)
class WayOut:
    """One way out.

    Parameters
    ----------
    key : str
    kind : PassKind or None
        The kind of pass that it becomes; None for something done at once.
    """

    key: str
    kind: PassKind | None = None


LIFT, REWET = WayOut("lift", "lift"), WayOut("rewet", "lift")
BLOT, WIPE, SCRAPE, SAND = WayOut("blot"), WayOut("wipe"), WayOut("scrape"), WayOut("sand")
MIST, WAIT = WayOut("mist"), WayOut("wait")
COVER, RESET = WayOut("cover", "second_layer"), WayOut("light_again", "lights")
GLAZE, SCUMBLE = WayOut("glaze", "glaze"), WayOut("scumble", "scumble")


def wetness_of(state: FilmState) -> Wetness:
    """Say how wet a film is, as far as mending goes."""
    return {"wet": "wet", "tacky": "tacky"}.get(state, "dry")  # type: ignore[return-value]


def ways_out(paint: Paint, wetness: Wetness) -> tuple[WayOut, ...]:
    """List the ways out for a paint in a state, the gentlest first; none that the paint cannot do."""
    if paint in ("dry", "varnish"):
        return ()
    watery = paint in REWETS
    if wetness == "wet":
        listed = [BLOT, LIFT] if watery else [WIPE, SCRAPE] if paint == "oil" else [BLOT, WIPE, MIST]
        if watery:
            listed.append(MIST)
        listed.append(COVER if paint not in ("watercolour",) else RESET)
    elif wetness == "tacky":
        listed = [WAIT, SCRAPE] if paint == "oil" else [WAIT]
    else:
        listed = [REWET] if watery else [SAND] if paint in ("acrylic", "oil") else []
        listed += [GLAZE] if paint == "watercolour" else [SCUMBLE, GLAZE, COVER]
        listed.append(RESET)
    return tuple(each for each in listed if each.kind is None or cannot(each.kind, paint) is None)
