"""Where a rule begins to speak: sought by halving, to be held against the number of the trade; and what is refused."""

from collections.abc import Callable

from kind_distance.errors import DomainError


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


def refused(call: Callable[[], object]) -> bool:
    """Whether a call is refused in the painter's words."""
    try:
        call()
    except DomainError:
        return True
    return False
