"""The words of this package: a pass, and what passes are made from."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.judgement import Why
from kind_distance.core.paint.drying import Aid
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import Dryness, Paint
from kind_distance.core.passes.kinds import LEVEL, PassKind
from kind_distance.core.wording import say_list

# What a pass wants of the paint under it; empty where its kind and the medium say it.
Wants = Literal["", "any", "wet", "damp", "open_or_dry", "touch_dry", "dry_through"]


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
class Line:
    """The line that a drawing leaves.

    Parameters
    ----------
    medium : str
        What it is drawn with.
    weight : "", "faint", "firm" or "heavy"
    removed : "", "none", "brushed_off", "rubbed_out" or "washed_off"
    meant : bool or None
        Whether it is meant to be seen.
    """

    medium: str = ""
    weight: str = ""
    removed: str = ""
    meant: bool | None = None


@dataclass(frozen=True)
class Colour:
    """The colour that a pass lays, as far as it is told.

    Parameters
    ----------
    mix : str
        What it is called on the palette.
    value : float or None
        When dry. [V]
    chroma : "", "low", "mid" or "high"
    hue : str
    opacity : "", "transparent", "semi_transparent", "semi_opaque" or "opaque"
    hides_line : bool or None
        Whether one coat hides a line.
    oil : "", "lean", "tube" or "fat"
    dries : "", "fast", "medium" or "slow"
        Oil: by its pigments.
    """

    mix: str = ""
    value: float | None = None
    chroma: str = ""
    hue: str = ""
    opacity: str = ""
    hides_line: bool | None = None
    oil: str = ""
    dries: str = ""


@dataclass(frozen=True)
class Pass:
    """One layer pass.

    Parameters
    ----------
    id : int
    kind : PassKind
    planes : tuple of int
        Ranks of its planes, 1 = farthest; empty for the whole surface.
    title : str
    paint : Paint
    minutes : int
        Painting minutes. [min]
    thickness : float
        Against a usual thin layer.
    why : tuple of Why
        What this pass is needed for.
    place : str
        Names of its planes, empty for the whole surface.
    brush_mm, mark_mm : float or None
        Width of the brush, and of the narrowest mark made with it; None for the usual one. [mm]
    in_light : bool
        Whether it has to be painted in the light of the subject.
    things : tuple of str
        Names of the things it paints.
    aids : tuple of Aid
        What its film is helped with.
    share : float or None
        Share of its planes that it touches; None for the usual one of its kind.
    other_sheet : bool
        It happens in a sketchbook.
    wants : Wants
        What it wants of the paint under it; empty for what is usual.
    spares : tuple of str or None
        Names of the kept lights it goes round; None where nobody said.
    colour : Colour
    line : Line
    counts : tuple of (str, int)
        Of a thing wanted several times, how many it paints.
    """

    id: int
    kind: PassKind
    planes: tuple[int, ...]
    title: str
    paint: Paint
    minutes: int
    thickness: float = 1.0
    why: tuple[Why, ...] = ()
    place: str = ""
    brush_mm: float | None = None
    in_light: bool = False
    things: tuple[str, ...] = ()
    aids: tuple[Aid, ...] = ()
    mark_mm: float | None = None
    share: float | None = None
    other_sheet: bool = False
    wants: Wants = ""
    spares: tuple[str, ...] | None = None
    colour: Colour = Colour()
    line: Line = Line()
    counts: tuple[tuple[str, int], ...] = ()

    @property
    def plane(self) -> int | None:
        """Rank of its first plane; None for the whole surface."""
        return self.planes[0] if self.planes else None

    @property
    def said(self) -> str:
        """Say the pass with its place, e.g. ``"block-in of Sky"``."""
        if self.things:
            return f"{self.title} of {say_list(list(self.things))}"
        return f"{self.title} of {self.place}" if self.place else self.title

    @property
    def level(self) -> int:
        """Stage of the painting it belongs to."""
        return LEVEL[self.kind]


def covers(one: Pass, other: Pass) -> bool:
    """Whether two passes lie on the same place: the whole surface is every plane, other things are another place."""
    if one.things and other.things and not set(one.things) & set(other.things):
        return False
    return not one.planes or not other.planes or bool(set(one.planes) & set(other.planes))


@dataclass(frozen=True)
class Precedence:
    """One pass has to stand before another.

    Parameters
    ----------
    before, after : int
        Ids of passes.
    needs : Dryness
        What the earlier layer must be when the later one begins.
    why : Why
    material : bool
        True where turning it round would not hold together; False for an order of choice.
    border_cm : float
        Border the two share, where that is the reason. [cm]
    """

    before: int
    after: int
    needs: Dryness
    why: Why = Why("")
    material: bool = True
    border_cm: float = 0.0
