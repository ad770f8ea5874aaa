"""Where a rule begins to speak: sought by halving, to be held against the number of the trade."""

from collections.abc import Callable


def begins(speaks: Callable[[float], bool], quiet: float, loud: float) -> float:
    """Find the place between a quiet and a loud one from which on a rule speaks, to a millionth."""
    if speaks(quiet) or not speaks(loud):
        raise AssertionError(f"It speaks at {quiet}." if speaks(quiet) else f"It is silent at {loud}.")
    while abs(loud - quiet) > 1e-6 * max(1.0, abs(loud)):
        middle = (quiet + loud) / 2
        if speaks(middle):
            loud = middle
        else:
            quiet = middle
    return (quiet + loud) / 2
