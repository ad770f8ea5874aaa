"""Thumbnails in the studio: crops to the pixel, keys, changes by hand, ideas for later, what follows and what differs."""

from kind_distance.errors import DomainError
from kind_distance.rows import EditRecord
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.thumbnails.facts import divisions_for, facts_of
from kind_distance.stages.thumbnails.reading import look_at
from tests.studio.test_sources import WithPhoto
from tests.support import NOW

PLAIN = {"source": 1, "steps": 4, "smallest_share": 0.004, "softness": 0.014}


class Keeping(WithPhoto):
    def test_a_crop_returns_to_the_pixel(self):
        self.change("keep_thumbnail", **PLAIN, crop=(37, 21, 203, 151))
        self.assertEqual(
            self.studio.open(self.painting.painting.id, NOW).painting.state.thumbnails[0].crop, (37, 21, 203, 151)
        )
        self.change("set_thumbnail", thumbnail=1, whole=True)
        self.assertIsNone(self.state.thumbnails[0].crop)
        self.change("set_thumbnail", thumbnail=1, crop=(0, 0, 320, 240))
        self.assertIsNone(self.state.thumbnails[0].crop, "all of the photo is no crop")
        self.refused("set_thumbnail", thumbnail=1, crop=(200, 0, 200, 200))

    def test_changes_by_hand_go_along_with_a_crop(self):
        edits = [
            EditRecord("step", ((0.5, 0.5),), 1),
            EditRecord("step", ((0.02, 0.02),), 0),
        ]
        self.change("keep_thumbnail", **PLAIN, edits=edits)
        self.change("set_thumbnail", thumbnail=1, crop=(80, 60, 160, 120))
        self.assertEqual([e.points for e in self.state.thumbnails[0].edits], [((0.5, 0.5),)])

    def test_another_key_finds_other_cuts_and_another_name(self):
        self.change("keep_thumbnail", **PLAIN, cuts=[3.0, 5.0, 7.0])
        self.change("set_thumbnail", thumbnail=1, key="low")
        record = self.state.thumbnails[0]
        self.assertEqual((record.cuts, record.key, record.name), (None, "low", "4 steps, low key"))
        self.change("set_thumbnail", thumbnail=1, own_key=True)
        self.assertEqual(self.state.thumbnails[0].name, "4 steps")
        self.refused("set_thumbnail", thumbnail=1, key="loud")

    def test_a_change_by_hand_that_cannot_be_made_is_refused_whole(self):
        flat = EditRecord("split", ((0.5, 0.05),))
        self.change("keep_thumbnail", **{**PLAIN, "steps": 2, "softness": 0.04})
        before = self.state
        try:
            self.change("set_thumbnail", thumbnail=1, edits=[flat] * 8)
        except DomainError:
            self.assertEqual(self.state, before)


class Later(WithPhoto):
    def setUp(self):
        super().setUp()
        self.change("keep_thumbnail", **PLAIN)
        self.change("keep_thumbnail", **{**PLAIN, "steps": 3}, name="Quiet")

    def words(self, word):
        return [(i.name, i.note) for i in self.studio.ideas(word)]

    def test_set_aside_and_found_by_word(self):
        self.change("set_aside", thumbnail=2, note="A night version with the lamp")
        for word in ("night", "LAMP", "quiet", "ridge", "lamp night", ""):
            with self.subTest(word=word):
                self.assertEqual(self.words(word), [("Quiet", "A night version with the lamp")])
        self.assertEqual(self.words("heron"), [])
        self.change("take_up_again", thumbnail=2)
        self.assertEqual(self.words(""), [])

    def test_the_one_painted_from_is_never_one_for_later(self):
        self.change("set_aside", thumbnail=1)
        self.assertEqual(self.state.brief.chosen_thumbnail, 2)
        self.change("set_aside", thumbnail=2)
        self.assertIsNone(self.state.brief.chosen_thumbnail)
        self.change("choose_thumbnail", thumbnail=1)
        self.assertIsNone(self.state.thumbnails[0].later)
        self.change("keep_thumbnail", **PLAIN, later="another format")
        self.assertEqual(self.state.brief.chosen_thumbnail, 1)

    def test_a_binned_painting_keeps_its_ideas_to_itself(self):
        self.change("set_aside", thumbnail=2, note="night")
        self.studio.bin(self.painting.painting.id, NOW)
        self.assertEqual(self.words("night"), [])


class Seeing(WithPhoto):
    def setUp(self):
        super().setUp()
        self.change("propose_planes", count=3)
        self.change("add_stroke", plane=1, kind="mark", points=[(0.1, 0.1), (0.9, 0.12)])
        self.change("set_focus", x=0.3, y=0.6)
        self.change("keep_thumbnail", **PLAIN)

    def seen(self):
        return look_at(self.file, self.state, self.state.thumbnails[0], labels_of(self.file, self.state))

    def test_every_reading_says_how_and_within_which_limits(self):
        facts = facts_of(self.seen(), self.state)
        self.assertEqual(len({f.key for f in facts}), 10)
        for fact in facts:
            with self.subTest(fact=fact.key):
                self.assertGreater(len(fact.said), 8)
                self.assertGreater(len(fact.how), 40)
                self.assertNotIn("score", (fact.said + fact.how).lower())

    def test_a_horizon_set_by_hand_is_sure(self):
        self.change("set_horizon", source=1, horizon=0.5)
        self.assertEqual(self.seen().horizon.confidence, 1.0)
        self.assertIn("halved", [j.kind for j in self.seen().judgements])
        self.change("set_thumbnail", thumbnail=1, crop=(0, 60, 320, 180))
        self.assertAlmostEqual(self.seen().horizon.line.height, (120 - 60) / 180, places=3)

    def test_a_crop_without_the_focus_is_told_and_its_remedy_clears_it(self):
        self.change("set_thumbnail", thumbnail=1, crop=(160, 0, 160, 120))
        lost = next(j for j in self.painting.survey.judgements if j.kind == "focus_cut_off")
        self.change(lost.remedies[0].action, **lost.remedies[0].arguments)
        self.assertNotIn("focus_cut_off", [j.kind for j in self.painting.survey.judgements])

    def test_room_for_a_later_subject(self):
        box = [(0.6, 0.1), (0.8, 0.1), (0.8, 0.25), (0.6, 0.25)]
        self.change("add_departure", source=1, kind="added", points=box, reason="a kite", low=8.2, high=8.8)
        self.assertIn("reserve_unseen", [j.kind for j in self.seen().judgements])
        self.change("set_departure", departure=1, low=2.0, high=3.0)
        self.assertNotIn("reserve_unseen", [j.kind for j in self.seen().judgements])

    def test_divisions_for_this_support(self):
        found = {each.key: (size, away) for each, size, away in divisions_for(self.state, self.state.thumbnails[0])}
        self.assertEqual(set(found), {"thirds", "golden", "halves", "quarters", "fifths", "high_low", "squares"})
        (width, height), away = found["thirds"]
        self.assertAlmostEqual(width / height, 320 / 240, places=6)
        self.assertGreater(away, 0)

    def test_pencil_under_a_wash_is_part_of_it(self):
        self.change("set_brief", medium="watercolour")
        self.assertEqual([j for j in self.painting.survey.judgements if j.kind == "line_shows_through"], [])
        self.refused("set_brief", drawing_medium="crayon of doom")
        self.refused("set_brief", drawing_detail="frantic")
