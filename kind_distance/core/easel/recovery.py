"""What helps when it went wrong, by paint and by how wet it still is. Common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.easel.clocks import FilmState
from kind_distance.core.paint.media import REWETS, Paint
from kind_distance.core.passes.kinds import PassKind, cannot

Wetness = Literal["wet", "tacky", "dry"]


@dataclass(frozen=True)
class Card:
    """One way out.

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


LIFT = Card(
    "lift", "Lift it", "A clean damp brush or a cloth, from the rim inwards, once; then leave it to dry.", "lift"
)
BLOT = Card("blot", "Blot it", "Press a dry cloth or paper on it, do not rub. Paint and water come off together.")
SCRAPE = Card("scrape", "Scrape it off", "A soft knife, flat, then a cloth. What stays is thin enough to paint over.")
WIPE = Card("wipe", "Wipe it off", "A cloth, with a little of what thins the paint. Fresh air; lids on; rags as the "
            "label says.")  # fmt: skip
MIST = Card("mist", "Keep it open", "Mist it from a hand away, twice, then work into it.")
WAIT = Card("wait", "Leave it alone", "Tacky paint tears. Wait until it is dry; most of it can be mended then.")
COVER = Card("cover", "Cover it", "Let it dry, then lay the colour again opaquely over it.", "second_layer")
REWET = Card("rewet", "Wet it again and lift",
             "Clean water, wait half a minute, blot. A staining pigment stays; test at the rim.", "lift")  # fmt: skip
GLAZE = Card("glaze", "Glaze it", "Dry through: a thin transparent colour turns hue and deepens, the drawing stays.",
             "glaze")  # fmt: skip
SCUMBLE = Card("scumble", "Scumble it", "Touch dry: thin opaque paint dragged over it makes it lighter and softer.",
               "scumble")  # fmt: skip
RESET = Card("light_again", "Set the lost light again",
             "Let it dry, then set the light on top, opaque and thick enough to hold.", "lights")  # fmt: skip
SAND = Card("sand", "Smooth it", "Dry through only: fine paper with water, never dry. A dust mask; wipe up wet.")


def wetness_of(state: FilmState) -> Wetness:
    """Say how wet a film is, as far as mending goes."""
    return {"wet": "wet", "tacky": "tacky"}.get(state, "dry")  # type: ignore[return-value]


def cards_for(paint: Paint, wetness: Wetness) -> tuple[Card, ...]:
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
