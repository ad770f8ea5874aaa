"""What a drill is: a question, what may be answered, what is true, and an answer once it is marked.

Each module beside this one holds the drills of a skill: how one is made, and how an answer to it is marked.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Literal

import numpy as np

from kind_distance.core.colour.lab import linear_from_lab
from kind_distance.core.colour.srgb import codes_from_linear
from kind_distance.core.practice.canvas import Box
from kind_distance.core.practice.scenes import Scene, paint_scene
from kind_distance.errors import DomainError

AnswerKind = Literal["number", "choice", "order", "cuts", "frames", "done"]
LETTERS = "ABCDEF"
NO_SCENE = ("No scene fits this drill.", "Take another seed.")
TOO_LITTLE = ("Too little is marked on your picture for this drill.", "Mark more planes, or take another.")
SEEDS = 400  # neighbouring seeds that are looked through for a scene that fits


@dataclass(frozen=True)
class Mark:
    """A place on the picture with its letter; what is ringed has a radius. [px]."""

    key: str
    x: float
    y: float
    radius: float = 0.0


@dataclass(frozen=True)
class Option:
    """What may be chosen; a swatch where it is a colour."""

    key: str
    said: str
    colour: str = ""


@dataclass(frozen=True)
class Drill:
    """A question over a picture.

    Parameters
    ----------
    kind : str
        Key of :data:`DRILLS`.
    seed, level : int
    question, how : str
    scene : Scene or None
        None where there is no picture.
    marks : tuple of Mark
    answer : AnswerKind
    low, high, step : float
        Of a number.
    unit : str
        "V" shows a grey beside, "step" a number alone, "row" a line over the picture, "turn" one that leans by so many
        degrees, "line" a place between the first and the last mark.
    options : tuple of Option
    truth : Any
        A number, a key or keys in order; of cuts how many shapes there may be.
    also : tuple of str
        Keys that are as right.
    within : float
        How far off a number may be.
    facts : dict
        What may bias an answer: band of value, hue, surround. It is kept with the answer.
    known : dict
        What marking needs beside the truth.
    shown : tuple of Option
        Colours that are shown with the question.
    minutes : int
        Of an exercise by the clock; 0 without.
    horizon : float
        Row of the eye level where it is shown; 0 elsewhere. [px]
    """

    kind: str
    seed: int
    level: int
    question: str
    how: str
    scene: Scene | None
    answer: AnswerKind
    truth: Any
    marks: tuple[Mark, ...] = ()
    low: float = 0.0
    high: float = 10.0
    step: float = 0.5
    unit: str = ""
    options: tuple[Option, ...] = ()
    also: tuple[str, ...] = ()
    shown: tuple[Option, ...] = ()
    within: float = 0.0
    facts: dict[str, str] = field(default_factory=dict)
    known: dict[str, Any] = field(default_factory=dict)
    minutes: int = 0
    horizon: float = 0.0


@dataclass(frozen=True)
class Marked:
    """An answer, marked.

    Parameters
    ----------
    right : bool
    off : float or None
        By how much a number was off, given less true.
    measured, rule, sure, otherwise : str
    box : Box or None
        Where to look on the picture.
    place : (x, y) or None
        Where the true place lies. [px]
    """

    right: bool
    off: float | None
    measured: str
    rule: str
    sure: str
    otherwise: str = ""
    box: Box | None = None
    place: tuple[float, float] | None = None


@dataclass(frozen=True)
class DrillKind:
    """A kind of drill.

    Parameters
    ----------
    key, skill, name : str
    make : callable
        Makes the drill of a seed and a level; of a painter's own picture as well where `own` is True.
    mark : callable
        Marks an answer that has been checked to be one.
    own : bool
    scored : bool
    """

    key: str
    skill: str
    name: str
    make: Callable[..., Drill]
    mark: Callable[[Drill, Any], Marked]
    own: bool = False
    scored: bool = True


def scene_for(seed: int, fits: Callable[[Scene], bool], own: Scene | None = None) -> Scene:
    """Paint the first scene from a seed on that fits a drill; a painter's own picture fits or does not."""
    if own is not None:
        if fits(own):
            return own
        raise DomainError(*TOO_LITTLE)
    for more in range(SEEDS):
        scene = paint_scene(seed + 104_729 * more)
        if fits(scene):
            return scene
    raise DomainError(*NO_SCENE)


def off_by(drill: Drill, given: float) -> float:
    """How far off a number is: given less true."""
    return round(given - float(drill.truth), 4)


def told_off(off: float, ways: tuple[str, str]) -> str:
    """Tell how far off a number was; `ways` are what more and less than true are called."""
    return f"You said {abs(off):.1f} too {ways[0] if off > 0 else ways[1]}." if abs(off) >= 0.05 else "Exactly."  # noqa: PLR2004


def lettered(count: int, rng: np.random.Generator) -> tuple[list[int], dict[int, str]]:
    """Shuffle so many things; return which stands where, and the letter of each."""
    order = [int(at) for at in rng.permutation(count)]
    return order, {at: LETTERS[n] for n, at in enumerate(order)}


def swatch(lab: tuple[float, float, float]) -> str:
    """Give a CIELAB colour as it is shown, clipped to what a screen can."""
    codes = codes_from_linear(np.clip(linear_from_lab(np.array([[lab]])), 0, 1))[0, 0]
    return "#" + "".join(f"{int(each):02x}" for each in codes)
