"""A plan sought while the painter looks on: how far it is, the best so far, and a way to stop."""

from __future__ import annotations

import threading
from collections.abc import Callable
from dataclasses import dataclass, field, replace

from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.offers import Difference, Offer, difference_to, offer_plans
from kind_distance.core.schedule.search import Listed
from kind_distance.core.schedule.seek import sought
from kind_distance.errors import NotFoundError

MOST = 8  # searches remembered; the oldest are forgotten


@dataclass
class Seeking:
    """One search; written by its own thread, read by whoever asks.

    Parameters
    ----------
    number, painting : int
    problem : Problem
    kept : tuple of (pass, session, minute)
        The plan that stands.
    """

    number: int
    painting: int
    problem: Problem
    kept: Listed
    tries: int = 0
    listed: Listed = ()
    cost: float = float("inf")
    offers: list[Offer] = field(default_factory=list)
    failed: bool = False
    _stop: threading.Event = field(default_factory=threading.Event)
    _ended: threading.Event = field(default_factory=threading.Event)
    _hooks: list[Callable[[], None]] = field(default_factory=list)

    @property
    def running(self) -> bool:
        """Whether it still looks."""
        return not self._ended.is_set()

    def report(self, tries: int, listed: Listed, cost: float) -> None:
        """Note the plans tried and the best of them."""
        self.tries = max(self.tries, tries)
        if cost < self.cost:
            self.listed, self.cost = listed, cost

    def stopped(self) -> bool:
        """Say whether the best so far will do."""
        return self._stop.is_set()

    def when_stopped(self, stop: Callable[[], None]) -> None:
        """Keep what to call when it is stopped; called at once where it is stopped already."""
        self._hooks.append(stop)
        if self._stop.is_set():
            stop()

    def stop(self) -> None:
        """Stop looking; what was found so far stays."""
        self._stop.set()
        for hook in self._hooks:
            hook()

    def wait(self, seconds: float) -> bool:
        """Wait until it has ended, or so long; say whether it has."""
        return self._ended.wait(seconds)

    def run(self) -> None:
        """Look, and lay out the offers."""
        try:
            found = sought(replace(self.problem, fixed=frozenset()), watch=self)
            if self.stopped() and self.listed:
                found = self.listed
            self.listed = found
            self.offers = offer_plans(self.problem, self.kept, found)
        except Exception:
            self.failed = True
            raise
        finally:
            self._ended.set()

    @property
    def difference(self) -> Difference | None:
        """What the best plan so far would change."""
        return difference_to(self.problem, self.kept, self.listed) if self.listed else None


class Seekers:
    """The searches of one application: at most one runs for a painting."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._all: dict[int, Seeking] = {}
        self._next = 1

    def begin(self, painting: int, problem: Problem, kept: Listed) -> Seeking:
        """Begin a search; one that still runs for the same painting is stopped."""
        with self._lock:
            for each in self._all.values():
                if each.painting == painting and each.running:
                    each.stop()
            seeking = Seeking(self._next, painting, problem, kept)
            self._all[self._next] = seeking
            self._next += 1
            for number in list(self._all)[:-MOST]:
                self._all.pop(number).stop()
        threading.Thread(target=seeking.run, name=f"seeking-{seeking.number}", daemon=True).start()
        return seeking

    def of(self, painting: int, number: int) -> Seeking:
        """Return a search; raise NotFoundError where it is forgotten."""
        with self._lock:
            found = self._all.get(number)
        if found is None or found.painting != painting:
            raise NotFoundError("search", number)
        return found
