"""Sessions, placements and what did not fit. All times are clock minutes (whole, local time)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from kind_distance.core.judgement import Why
from kind_distance.core.paint.drying import STUDIO, Climate, Drying, Weather
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.errors import DomainError

LONGEST_SESSION_MIN = 12 * 60
BREAK_MIN = 10  # what a break takes, and what counts as one; common practice, no source


@dataclass(frozen=True)
class Session:
    """One spell at the easel.

    Parameters
    ----------
    id : int
    name : str
        As said on screen, e.g. ``"Saturday 28 November"``.
    start : int
        Clock minute at which painting can begin. [min]
    minutes : int
        Time for painting. [min] 5 to 720.
    outdoors : bool
    climate : Climate
    setup_min, cleanup_min : int
        Time before and after it that belongs to the session and not to painting. [min]
    unbroken_min : int or None
        Painting without a break that is not gone beyond; None without a cap. [min]
    """

    id: int
    name: str
    start: int
    minutes: int
    outdoors: bool = False
    climate: Climate = STUDIO
    setup_min: int = 0
    cleanup_min: int = 0
    unbroken_min: int | None = None

    def __post_init__(self) -> None:
        if not 5 <= self.minutes <= LONGEST_SESSION_MIN:
            raise DomainError(
                f"A session of {self.minutes} minutes is no session.", "Enter between 5 minutes and 12 hours."
            )

    @property
    def end(self) -> int:
        """Clock minute at which painting ends."""
        return self.start + self.minutes

    @property
    def from_door(self) -> int:
        """Clock minute at which setting up begins."""
        return self.start - self.setup_min

    @property
    def to_door(self) -> int:
        """Clock minute at which all is cleaned up."""
        return self.end + self.cleanup_min

    @property
    def whole_min(self) -> int:
        """All of it, with setting up and cleaning up. [min]."""
        return self.to_door - self.from_door


@dataclass(frozen=True)
class Done:
    """A pass that is painted already: when it ended. [clock min]."""

    pass_id: int
    start: int
    end: int


@dataclass(frozen=True)
class Placement:
    """Where a pass stands.

    Parameters
    ----------
    pass_id, session_id : int
    start, end : int
        Clock minutes.
    drying : Drying
        What its film does afterwards.
    """

    pass_id: int
    session_id: int
    start: int
    end: int
    drying: Drying


@dataclass(frozen=True)
class Help:
    """One change of the sessions with which every pass finds a place.

    Parameters
    ----------
    session_id : int
        The session that is made longer, or that the added ones are like.
    minutes : int
        Its new length, or that of each added one. [min]
    days : int
        How long after it (and after each other) sessions are added; 0 where it is made longer. [days]
    times : int
        How many are added.
    """

    session_id: int
    minutes: int
    days: int
    times: int


@dataclass(frozen=True)
class Unplaced:
    """A pass that found no place, and why."""

    pass_id: int
    why: Why


@dataclass(frozen=True)
class Milestone:
    """A pass that is a date rather than a part of a session, such as varnishing.

    Parameters
    ----------
    pass_id : int
    earliest : float
        [clock min]
    waits_on : int or None
        The pass whose paint it waits for.
    """

    pass_id: int
    earliest: float
    waits_on: int | None


@dataclass(frozen=True)
class Problem:
    """All that a schedule is made from.

    Parameters
    ----------
    passes : tuple of Pass
        In the painter's order.
    rules : tuple of Precedence
        Material rules and the painter's order.
    touching : frozenset of (int, int)
        Pairs of planes that meet, far first.
    beside : Dryness
        What a pass needs of a wet neighbour.
    sessions : tuple of Session
        In order of time, not overlapping.
    done : tuple of Done
    not_before : int or None
        The present: nothing is placed earlier. [clock min]
    fixed : frozenset of int
        Passes that the painter put where they stand by hand: they begin then, whatever the paint says.
    """

    passes: tuple[Pass, ...]
    rules: tuple[Precedence, ...]
    touching: frozenset[tuple[int, int]]
    beside: str
    sessions: tuple[Session, ...]
    done: tuple[Done, ...] = ()
    not_before: int | None = None
    fixed: frozenset[int] = frozenset()

    def __post_init__(self) -> None:
        for one, other in zip(self.sessions, self.sessions[1:], strict=False):
            if other.from_door < one.to_door:
                raise DomainError(
                    f"{one.name} and {other.name} overlap; you have one pair of hands.",
                    "Move or shorten one of the two sessions.",
                )

    @property
    def free_from(self) -> float:
        """Minute from which something new can begin: the present, and the end of what is painted already."""
        present = float("-inf") if self.not_before is None else float(self.not_before)
        return max([present, *(float(done.end) for done in self.done)])

    @cached_property
    def weather(self) -> Weather:
        """The air over the painting: each session's own, the studio's between them."""
        spells: list[tuple[float, Climate]] = [(float("-inf"), STUDIO)]
        for session in self.sessions:
            spells += [(session.start, session.climate), (session.end, STUDIO)]
        return Weather(tuple(spells))

    def meet(self, one: Pass, other: Pass) -> bool:
        """Whether two passes lie on the same place or on planes that meet."""
        if one.plane is None or other.plane is None or one.plane == other.plane:
            return True
        return (min(one.plane, other.plane), max(one.plane, other.plane)) in self.touching
