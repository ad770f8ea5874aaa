"""Where figures look and lines lead."""

import unittest

from kind_distance.core.picture.leading import Arrow, audit_leading, room_along
from kind_distance.stages.sources.arrow_words import say_arrows


def kinds(*arrows, focus=None, aspect=1.5):
    return [j.kind for j in audit_leading(list(arrows), focus, aspect)]


class Room(unittest.TestCase):
    def test_length_to_the_rim_in_widths(self):
        self.assertAlmostEqual(room_along((0.25, 0.5), (1.0, 0.0), 1.5), 0.75)
        self.assertAlmostEqual(room_along((0.5, 0.25), (0.0, 1.0), 1.5), 0.5)
        self.assertEqual(room_along((1.2, 0.5), (1.0, 0.0), 1.5), 0.0)
        self.assertEqual(room_along((0.5, 0.5), (0.0, 0.0), 1.5), 0.0)

    def test_it_is_the_same_however_long_the_arrow_is(self):
        self.assertAlmostEqual(room_along((0.3, 0.4), (0.1, 0.05), 1.5), room_along((0.3, 0.4), (0.4, 0.2), 1.5))


class Gazes(unittest.TestCase):
    def test_out_of_the_picture_is_told_and_into_it_is_not(self):
        self.assertEqual(kinds(Arrow(1, "gaze", "", (0.2, 0.5), (0.1, 0.5))), ["looks_out"])
        self.assertEqual(kinds(Arrow(1, "gaze", "", (0.2, 0.5), (0.3, 0.5))), [])

    def test_toward_the_focus_is_always_in(self):
        out = Arrow(1, "gaze", "", (0.4, 0.5), (0.3, 0.5))
        self.assertEqual(kinds(out), ["looks_out"])
        self.assertEqual(kinds(out, focus=(0.1, 0.5)), [])

    def test_every_remedy_names_its_arrow(self):
        told = say_arrows(audit_leading([Arrow(7, "gaze", "Walker", (0.1, 0.5), (0.05, 0.5))], None, 1.5), 3)[0]
        self.assertIn("Walker", told.title)
        self.assertEqual(told.key, "looks_out:n7")
        self.assertEqual([r.arguments["note"] for r in told.remedies if r.action == "remove_note"], [7])


class Lines(unittest.TestCase):
    def test_one_that_ends_at_the_rim_is_told(self):
        self.assertEqual(kinds(Arrow(1, "line", "Path", (0.5, 0.8), (0.99, 0.9))), ["line_out"])

    def test_one_that_ends_inside_or_runs_to_the_focus_is_not(self):
        self.assertEqual(kinds(Arrow(1, "line", "Path", (0.5, 0.8), (0.8, 0.7))), [])
        self.assertEqual(kinds(Arrow(1, "line", "", (0.5, 0.8), (0.99, 0.6)), focus=(0.97, 0.55)), [])

    def test_one_that_comes_in_from_the_rim_is_not(self):
        self.assertEqual(kinds(Arrow(1, "line", "", (0.0, 0.9), (0.5, 0.6))), [])


if __name__ == "__main__":
    unittest.main()
