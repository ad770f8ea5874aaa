"""A palette and its mixes, as they are laid by passes and judged."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.mixing.recipes import Recipe
from kind_distance.core.mixing.tubes import Tube
from kind_distance.core.palette.parts import Place, StringPart

Lab = tuple[float, float, float]


@dataclass(frozen=True, kw_only=True)
class MixingPalette:
    """A palette as mixing wants it.

    Parameters
    ----------
    tubes : tuple of Tube
        In the order of the palette.
    barred : frozenset of int
        Places of those that stay in the box.
    transparent : bool
        Washes on paper.
    slowness : tuple of float
        How many times as long as a usual oil each tube takes to dry.
    """

    tubes: tuple[Tube, ...]
    barred: frozenset[int] = frozenset()
    transparent: bool = False
    slowness: tuple[float, ...] = ()

    @property
    def whites(self) -> frozenset[int]:
        """Places of the whites."""
        return frozenset(at for at, each in enumerate(self.tubes) if each.white)

    @property
    def has_white(self) -> bool:
        """Whether a white lies on it."""
        return bool(self.whites - self.barred)

    @property
    def allowed(self) -> tuple[int, ...]:
        """Places of the tubes that may be used."""
        return tuple(at for at in range(len(self.tubes)) if at not in self.barred)


@dataclass(frozen=True)
class Target:
    """A colour that is wanted.

    Parameters
    ----------
    plane : int
        Rank.
    part : StringPart
        Of a plane light, mass or dark; of a thing light, base, pattern or tint.
    value : float
        Planned, dry. [V]
    lab : (L*, a*, b*)
    name : str
        Of the plane, or of the thing.
    element : int
        Number of the thing; 0 for the plane itself.
    """

    plane: int
    part: StringPart
    value: float
    lab: Lab
    name: str
    element: int = 0

    @property
    def place(self) -> Place:
        """Where it belongs."""
        return self.plane, self.element, self.part


@dataclass(frozen=True)
class PlannedMix:
    """A colour that is wanted, with its recipe."""

    target: Target
    recipe: Recipe

    def share_of(self, tubes: frozenset[int]) -> float:
        """Share of some tubes in it, by parts."""
        return sum(count for at, count in self.recipe.parts if at in tubes) / self.parts

    @property
    def parts(self) -> int:
        """Parts of all its tubes together."""
        return sum(count for _, count in self.recipe.parts)
