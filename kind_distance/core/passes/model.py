"""The words of this package: a pass, and what passes are made from."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.paint.drying import Aid
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import Dryness, Paint
from kind_distance.core.passes.kinds import LEVEL, PassKind


@dataclass(frozen=True)
class PlaneFacts:
    """What the passes need to know of a plane.

    Parameters
    ----------
    name : str
    area_cm2 : float
        Area on the support. [cm2]
    detail : float
        Share of it on fine edges, 0-1.
    value, dark, light : float
        Planned mass and accents. [V]
    contrast_left : float or None
        Share of contrast the veil leaves; None where no distance is known.
    sky : bool
    nature : "solid", "see_through" or "accents"
    handling : Handling
    in_focus : float
        Share of the focal area that lies in it, 0-1.
    at_x : float
        Where its middle lies, as a share of the width.
    chroma, hue_deg : float
        CIELAB, of its mean colour.
    smallest_mm : float or None
        Width of its smallest planned shape; None where no thumbnail is chosen. [mm]
    """

    name: str
    area_cm2: float
    detail: float
    value: float
    dark: float
    light: float
    contrast_left: float | None = None
    sky: bool = False
    nature: str = "solid"
    handling: Handling = Handling()
    in_focus: float = 0.0
    at_x: float = 0.5
    chroma: float = 0.0
    hue_deg: float = 0.0
    smallest_mm: float | None = None


@dataclass(frozen=True)
class KeptFacts:
    """What passes need to know of a reserved light.

    Parameters
    ----------
    name : str
    way : "ground", "masked", "lifted" or "added"
    rank : int or None
        Plane that most of it lies in.
    area_cm2 : float
        [cm2]
    """

    name: str
    way: str
    rank: int | None
    area_cm2: float


@dataclass(frozen=True)
class Pass:
    """One layer pass.

    Parameters
    ----------
    id : int
    kind : PassKind
    plane : int or None
        Rank of its plane, 1 = farthest; None for the whole surface.
    title : str
    paint : Paint
    minutes : int
        Painting minutes. [min]
    thickness : float
        Against a usual thin layer.
    why : str
        What this pass is needed for.
    place : str
        Name of its plane, empty for the whole surface.
    brush_mm : float or None
        Width of the brush; None for the usual one. [mm]
    in_light : bool
        Whether it has to be painted in the light of the photo.
    thing : str
        Name of the thing it belongs to.
    aid : "", "mist" or "dryer"
        What its film is helped with.
    """

    id: int
    kind: PassKind
    plane: int | None
    title: str
    paint: Paint
    minutes: int
    thickness: float = 1.0
    why: str = ""
    place: str = ""
    brush_mm: float | None = None
    in_light: bool = False
    thing: str = ""
    aid: Aid = ""

    @property
    def said(self) -> str:
        """Say the pass with its place, e.g. ``"block-in of Sky"``."""
        if self.thing:
            return f"{self.title} of {self.thing}"
        return f"{self.title} of {self.place}" if self.place else self.title

    @property
    def level(self) -> int:
        """Stage of the painting it belongs to."""
        return LEVEL[self.kind]


def covers(one: Pass, other: Pass) -> bool:
    """Whether two passes lie on the same place: the whole surface is every plane, two things are never one place."""
    if one.thing and other.thing and one.thing != other.thing:
        return False
    return one.plane is None or other.plane is None or one.plane == other.plane


@dataclass(frozen=True)
class Precedence:
    """One pass has to stand before another.

    Parameters
    ----------
    before, after : int
        Ids of passes.
    needs : Dryness
        What the earlier layer must be when the later one begins.
    reason : str
        In the painter's words.
    material : bool
        True where turning it round would not hold together; False for an order of choice.
    border_cm : float
        Border the two share, where that is the reason. [cm]
    """

    before: int
    after: int
    needs: Dryness
    reason: str
    material: bool = True
    border_cm: float = 0.0
