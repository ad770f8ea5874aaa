"""Every plan of a small painting: each order the rules allow, each cut between sessions, each begun as soon as it can be or
when a film has become dry.

Branches are left only where no plan in them can be better than one that was found: plain branch and bound, to hold the
application's search against. It shares the board and the cost with it, and nothing else.
"""

from itertools import pairwise
from math import ceil

from kind_distance.core.schedule.cost import LEFT_WEIGHT, REMIX_WEIGHT, SESSION_WEIGHT, TURN_WEIGHT, plan_cost
from kind_distance.core.schedule.model import Placement
from kind_distance.core.schedule.plan import Board


class Exhaustive:
    """The least cost of a problem's plans, and how many branches were looked at."""

    def __init__(self, problem):
        self.problem = problem
        self.board = Board(problem)
        self.passes = {p.id: p for p in problem.passes if p.kind != "varnish" and p.id not in self.board.films}
        self.rank = {p.id: at for at, p in enumerate(problem.passes)}
        self.gone = [0]
        for session in problem.sessions:
            self.gone.append(self.gone[-1] + session.minutes)
        self.best = float("inf")
        self.placements = []
        self.branches = 0
        self._go(frozenset(self.passes), 0, max(problem.sessions[0].start, problem.free_from))

    def _now_cost(self, at, now):
        """Cost of what is placed, ending now: sessions, mixes, turns, and the clock."""
        planes = [self.passes[p.pass_id].plane for p in self.placements if self.passes[p.pass_id].plane is not None]
        mixed, current, remixes = set(), None, 0
        for plane in planes:
            remixes += plane != current and plane in mixed
            mixed.add(plane)
            current = plane
        turns = sum(self.rank[b.pass_id] < self.rank[a.pass_id] for a, b in pairwise(self.placements))
        used = len({p.session_id for p in self.placements})
        clock = self.gone[at] + now - self.problem.sessions[at].start
        return SESSION_WEIGHT * used + REMIX_WEIGHT * remixes + TURN_WEIGHT * turns, clock

    def _starts(self, each, now, session):
        """As soon as it can be; or so that it begins, or ends, when a film becomes dry: sooner is tacky sooner."""
        latest = session.end - each.minutes
        soonest, _ = self.board.earliest(each, now, session)
        dry = [ceil(f.touch_late) for f in self.board.films.values() if f.touch_late > soonest]
        wanted = {int(soonest), *dry, *(minute - each.minutes for minute in dry)}
        return sorted(
            start
            for start in wanted
            if soonest <= start <= latest and self.board.earliest(each, start, session)[0] == start
        )

    def _go(self, left, at, now):
        self.branches += 1
        cost, clock = self._now_cost(at, now)
        minutes = sum(self.passes[n].minutes for n in left)
        if not left:
            self.best = min(self.best, plan_cost(self.problem, self.placements))
            return
        room = self.gone[-1] - clock
        bound = cost + clock + min(minutes, max(0, room)) + LEFT_WEIGHT * max(0, minutes - room)
        if bound >= self.best - 1e-9:
            return
        session = self.problem.sessions[at]
        for number in sorted(left, key=self.rank.get):
            each = self.passes[number]
            if self.board.waiting_for(each):
                continue
            for start in self._starts(each, now, session):
                end = start + each.minutes
                film = self.board.paint(each, end)
                self.placements.append(Placement(number, session.id, start, end, film))
                self._go(left - {number}, at, end)
                self.placements.pop()
                self.board.unpaint(each)
        if at + 1 < len(self.problem.sessions):
            self._go(left, at + 1, max(self.problem.sessions[at + 1].start, self.problem.free_from))
        else:
            self.best = min(self.best, plan_cost(self.problem, self.placements))
