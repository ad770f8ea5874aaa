"""The parts of a string of mixes."""

from __future__ import annotations

from typing import Literal

StringPart = Literal[
    "light", "mass", "dark", "base", "pattern", "tint"
]  # of a plane the first three, of a thing its light and the rest
Place = tuple[int, int, StringPart]  # rank of the plane, number of the thing or 0, part
