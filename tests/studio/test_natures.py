"""Planes that are seen through or thin: no edge to keep apart, nothing to cut round, passes of their own."""

from tests.studio.test_sources import WithPhoto
from tests.support import NOW


class Natures(WithPhoto):
    def setUp(self):
        super().setUp()
        self.change("propose_planes", count=3)
        self.change("add_stroke", plane=3, kind="level", points=[[0.0, 0.66], [1.0, 0.66]])
        for plane, metres in ((2, 3000.0), (3, 20.0)):
            self.change("set_plane", plane=plane, distance_m=metres)

    def passes(self, plane):
        return [(p.kind, p.title) for p in self.painting.survey.work.passes if p.plane == plane]

    def kinds(self):
        return [j.kind for j in self.painting.survey.judgements]

    def test_mist_merges_by_its_nature(self):
        self.change("set_pair_gap", far=1, near=2, gap=0.0)
        for plane in (1, 2):
            self.change("set_planned_value", plane=plane, value=8.0)
        self.change("set_pair_edge", far=1, near=2, edge="hard")
        self.assertIn("borders_merge", self.kinds())
        self.change("set_plane", plane=2, nature="see_through")
        self.assertNotIn("borders_merge", self.kinds())
        self.assertNotIn("merged_photo", [j.kind for j in self.painting.survey.judgements if 2 in j.planes])
        self.assertEqual(self.passes(2), [("scumble", "scumble")])

    def test_beams_may_come_last_without_a_word(self):
        """Rays of light painted last are no background after its foreground."""
        passes = self.painting.survey.work.passes
        far = next(p for p in passes if p.plane == 2 and p.kind == "block_in")
        near = max(n for n, p in enumerate(passes, start=1) if p.plane == 3 and p.kind == "block_in")
        self.change("move_pass", number=far.id, to=near)
        self.assertIn("far_after_near", [j.kind for j in self.painting.survey.judgements])
        self.change("set_plane", plane=2, nature="see_through")
        self.assertNotIn("far_after_near", [j.kind for j in self.painting.survey.judgements])

    def test_thin_accents_are_placed_once(self):
        self.change("set_plane", plane=3, nature="accents")
        self.assertEqual(self.passes(3), [("details", "details")])
        self.assertNotIn("no_pass", [j.kind for j in self.painting.survey.judgements])

    def test_kept_and_undone(self):
        self.change("set_plane", plane=3, nature="accents")
        again = self.studio.open(self.painting.painting.id, NOW).painting.state
        self.assertEqual(again.planes[2].nature, "accents")
        self.refused("set_plane", plane=3, nature="liquid")
