"""Whatever a painter does, in whatever order: what is kept comes back, plans hold, undo leads home."""

import io
import shutil
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from kind_distance.core.schedule.verify import verify
from kind_distance.errors import KindDistanceError
from kind_distance.rows import Brief
from kind_distance.stages.passes.schedule_words import say_broken
from kind_distance.store import paintings
from kind_distance.store.database import migrate, opened
from kind_distance.studio.document.writing import write_document
from kind_distance.studio.paintings import Studio
from tests.support import NOW, file_bytes, hill_picture

RANK = st.integers(1, 5)
SHARE = st.floats(0, 1)


class APainter(RuleBasedStateMachine):
    """A painter who presses everything."""

    def __init__(self):
        super().__init__()
        self.folder = Path(tempfile.mkdtemp())
        file = self.folder / "paintings.sqlite"
        with opened(file) as db:
            migrate(db)
        self.studio = Studio(file)
        self.states = []

    def teardown(self):
        self.what_is_taken_out_comes_back()
        shutil.rmtree(self.folder)

    def what_is_taken_out_comes_back(self):
        """Kept in a file with its photos and brought in again, the painting is the same."""
        state, out = self.opened.painting.state, io.BytesIO()
        write_document(self.studio.file, state, self.opened.survey, out, originals=True)
        brought = self.studio.bring(out, "hill.zip", NOW)
        passes = {p.id for p in self.opened.survey.work.passes}
        # A plan that was taken may hold passes and sessions that have gone since: those stay behind.
        left = [each for each in state.kept_plan if each.layer_pass in passes and self.has_session(each.session)]
        plan = tuple(replace(each, place=at) for at, each in enumerate(left, start=1))
        assert brought.painting.state == replace(state, kept_plan=plan)
        assert brought.survey.work.schedule == self.opened.survey.work.schedule

    def has_session(self, number):
        return any(each.number == number for each in self.opened.painting.state.sessions)

    @initialize(medium=st.sampled_from(["watercolour", "acrylic", "oil", "oil_over_acrylic"]))
    def begin(self, medium):
        painting = self.studio.begin(Brief("Hill", medium=medium), NOW).painting
        data = file_bytes(hill_picture(60, 80))
        self.opened, _, _ = self.studio.add_source(painting.id, 1, data, "hill.png", NOW)
        self.states = [painting.state, self.opened.painting.state]
        self.do("propose_planes", count=3)

    def do(self, action, **arguments):
        """Do it; a refusal is fine as long as it says why and changes nothing."""
        before = self.opened.painting
        try:
            self.opened = self.studio.change(before.id, before.version, action, arguments, NOW)
        except KindDistanceError as error:
            assert error.message and error.way_out
            with opened(self.studio.file) as db:
                assert paintings.painting_of(db, before.id) == before
            return
        if self.opened.painting.version > before.version:
            self.states.append(self.opened.painting.state)

    @rule(plane=RANK, kind=st.sampled_from(["mark", "brush", "level"]), y=SHARE)
    def stroke(self, plane, kind, y):
        self.do("add_stroke", plane=plane, kind=kind, points=[(0.1, y), (0.9, y)])

    @rule(plane=RANK)
    def clear(self, plane):
        self.do("clear_strokes", plane=plane)

    @rule(after=st.integers(0, 5), kind=st.sampled_from(["land", "water", "sky"]))
    def plane(self, after, kind):
        self.do("add_plane", name="New", after=after, kind=kind)

    @rule(plane=RANK)
    def no_plane(self, plane):
        self.do("remove_plane", plane=plane)

    @rule(plane=RANK, to=RANK)
    def reorder(self, plane, to):
        self.do("move_plane", plane=plane, to=to)

    @rule(plane=RANK, value=st.floats(0, 10))
    def value(self, plane, value):
        self.do("set_planned_value", plane=plane, value=value)

    @rule(far=RANK, near=RANK, gap=st.floats(0, 3), direction=st.sampled_from([-1, 1]))
    def pair(self, far, near, gap, direction):
        self.do("set_pair_gap", far=far, near=near, gap=gap)
        self.do("set_pair_direction", far=far, near=near, direction=direction)

    @rule(veil=st.sampled_from(["clear", "mist", "night"]), key=st.sampled_from(["full", "low"]), gap=st.floats(0, 2))
    def air(self, veil, key, gap):
        self.do("set_depth", veil=veil, key=key, gap=gap)

    @rule(day=st.integers(1, 28), minutes=st.integers(5, 300), outdoors=st.booleans())
    def session(self, day, minutes, outdoors):
        self.do("add_session", start=f"2026-12-{day:02d}T10:00", minutes=minutes, outdoors=outdoors)

    @rule(number=st.integers(1, 20), to=st.integers(1, 20))
    def order(self, number, to):
        self.do("move_pass", number=number, to=to)

    @rule(number=st.integers(1, 20), minutes=st.integers(1, 90))
    def minutes(self, number, minutes):
        self.do("set_pass", number=number, minutes=minutes)

    @rule(number=st.integers(1, 20))
    def painted(self, number):
        self.do("mark_done", number=number, at="2026-11-20T10:00")

    @rule(school=st.sampled_from(["far_to_near", "dark_to_light", "plane_by_plane", "whole_at_once"]))
    def school(self, school):
        self.do("set_brief", school=school)

    @rule(number=st.integers(1, 14), session=st.integers(1, 3), at=st.integers(0, 300))
    def put(self, number, session, at):
        sessions = {s.id: s for s in self.opened.survey.work.sessions}
        start = sessions[session].start + at if session in sessions else at
        self.do("place_pass", number=number, session=session, start=start)

    @rule(number=st.integers(1, 14), action=st.sampled_from(["free_pass", "spoil_pass", "make_dry", "mark_not_done"]))
    def undo_one(self, number, action):
        self.do(action, number=number)

    @rule(
        kind=st.sampled_from(["details", "second_layer", "varnish", "lights", "glaze", "blend", "isolating", "unify"]),
        plane=st.none() | RANK,
    )
    def more(self, kind, plane):
        self.do("add_pass", kind=kind, plane=plane)

    @precondition(lambda self: len(self.states) > 1)
    @rule()
    def back(self):
        painting = self.opened.painting
        self.opened = self.studio.step(painting.id, painting.version, -1, NOW)
        self.states.pop()

    @invariant()
    def what_is_kept_comes_back(self):
        if not self.states:
            return
        assert self.opened.painting.state == self.states[-1]
        with opened(self.studio.file) as db:
            assert paintings.painting_of(db, self.opened.painting.id) == self.opened.painting
            assert db.execute("PRAGMA foreign_key_check").fetchall() == []

    @invariant()
    def the_plan_holds(self):
        if not self.states:
            return
        found = self.opened.survey
        work = found.work
        broken = [b for b in verify(work.problem, work.schedule) if not self.of_the_past(say_broken(b))]
        # What was put by hand stands where it was put, and is judged instead.
        assert broken == [] or work.problem.fixed, broken
        accounted = {p.pass_id for p in work.schedule.placements} | {u.pass_id for u in work.schedule.unplaced}
        assert {p.id for p in work.passes} >= accounted
        state = self.opened.painting.state
        assert [p.rank for p in state.planes] == list(range(1, len(state.planes) + 1))
        assert len({j.key for j in found.judgements}) == len(found.judgements)

    def of_the_past(self, said):
        """What was marked as painted by hand may stand in any order: the past is not planned."""
        done = [p for p in self.opened.survey.work.passes if p.id in {d.pass_id for d in self.opened.survey.work.done}]
        return any(p.title in said for p in done)


APainter.TestCase.settings = settings(
    max_examples=12, stateful_step_count=14, deadline=None, suppress_health_check=list(HealthCheck)
)
AnySequence = APainter.TestCase

if __name__ == "__main__":
    unittest.main()
