"""At the easel: clocks, bells, minutes and ways out keep their promises."""

import unittest
from itertools import product

from kind_distance.core.easel.bells import BREATH_MIN, Span, bells_of, painted_minutes, unbroken_since
from kind_distance.core.easel.clocks import Touch, clock_of, drying_factor
from kind_distance.core.easel.recovery import wetness_of
from kind_distance.core.paint.drying import Climate, Weather, dry
from kind_distance.core.passes.kinds import KINDS, cannot
from kind_distance.stages.easel.easel_words import cards_for, say_film

HOT_DAY = Weather(((0.0, Climate(26, 35, 2.0, 300)),))
ROOM = Weather(((0.0, Climate(20, 50, 0.1, 0)),))
ORDER = ["wet", "tacky", "touch_dry", "dry_through"]


class Clocks(unittest.TestCase):
    def test_they_are_the_schedulers_own_to_the_minute(self):
        """The states change exactly where the film that sessions are planned with changes."""
        for paint, weather in product(("watercolour", "gouache", "acrylic", "oil"), (HOT_DAY, ROOM)):
            film = dry(paint, 1000.0, weather)
            for at, state in (
                (1000.0, "wet"), (film.open_until - 0.01, "wet"), (film.open_until, "tacky"),
                (film.touch_late - 0.01, "tacky"), (film.touch_late, "touch_dry"),
                (film.through_late - 0.01, "touch_dry"), (film.through_late, "dry_through"),
            ):  # fmt: skip
                with self.subTest(paint=paint, at=at):
                    self.assertEqual(clock_of(film, at).state, state)

    def test_states_only_go_one_way(self):
        film, seen = dry("acrylic", 0.0, ROOM), []
        for minute in range(0, 3000, 3):
            state = clock_of(film, minute).state
            if not seen or seen[-1] != state:
                seen.append(state)
        self.assertEqual(seen, ORDER)

    def test_a_hand_leans_only_where_it_is_touch_dry(self):
        film = dry("oil", 0.0, ROOM)
        self.assertFalse(clock_of(film, 10).lean)
        self.assertFalse(clock_of(film, film.touch_late - 1).lean)
        self.assertTrue(clock_of(film, film.touch_late + 1).lean)

    def test_a_finger_comes_before_the_clock(self):
        film = dry("acrylic", 0.0, ROOM)
        early = clock_of(film, film.touch_early - 2, Touch(int(film.touch_early) - 3, "dry"))
        self.assertEqual((early.state, early.touched, early.lean), ("touch_dry", True, True))
        late = int(film.touch_late) + 2
        self.assertEqual(clock_of(film, late + 1, Touch(late, "tacky")).state, "tacky")
        self.assertFalse(clock_of(film, late + 1, Touch(late, "tacky")).lean)
        # A touch of before this film was laid says nothing of it.
        self.assertEqual(clock_of(film, 1, Touch(-5, "dry")).state, "wet")
        # Once the clock is far on, an old touch no longer holds it back.
        self.assertEqual(clock_of(film, film.through_late + 1, Touch(1, "wet")).state, "dry_through")

    def test_it_is_said_with_a_range_and_by_whom(self):
        film = dry("acrylic", 600.0, ROOM)
        self.assertIn("until about", say_film(clock_of(film, 601), 601))
        oil = dry("oil", 600.0, ROOM)
        self.assertIn("for about", say_film(clock_of(oil, 601), 601))  # no bare hour of another day
        self.assertNotRegex(say_film(clock_of(oil, 601), 601), r"\d:\d\d")
        self.assertIn("touch dry in", say_film(clock_of(film, film.open_until + 1), film.open_until + 1))
        self.assertIn("by your finger", say_film(clock_of(film, 603, Touch(602, "dry")), 603))
        self.assertEqual(say_film(clock_of(film, film.through_late), film.through_late), "dry through")

    def test_own_drying_is_a_range_bounded_from_both_sides(self):
        film = dry("acrylic", 0.0, ROOM)
        usual = film.touch
        told = [(film, Touch(int(0.8 * usual), "tacky")), (film, Touch(int(1.3 * usual), "dry")),
                (film, Touch(int(1.4 * usual), "dry"))]  # fmt: skip
        low, likely, high, count = drying_factor(told)
        self.assertEqual(count, 3)
        self.assertLess(low, likely)
        self.assertLess(likely, high)
        self.assertAlmostEqual(low, 0.8, delta=0.1)
        self.assertIsNone(drying_factor(told[1:]))  # only one side, and too few
        self.assertIsNone(drying_factor([(film, Touch(5, "dry"))] * 4))
        # A finger in the very minute in which it was painted tells nothing of how it dries.
        self.assertEqual(drying_factor([*told, (film, Touch(0, "wet")), (film, Touch(0, "wet"))]), drying_factor(told))


class Minutes(unittest.TestCase):
    def test_the_total_is_the_sum_of_the_stretches(self):
        self.assertEqual(painted_minutes((Span(0, 10), Span(15, 20), Span(40, 41))), 16)

    def test_what_overlaps_counts_once(self):
        self.assertEqual(painted_minutes((Span(0, 10), Span(5, 12), Span(6, 8))), 12)

    def test_a_short_pause_is_no_break(self):
        spans = (Span(0, 20), Span(22, 40))
        self.assertEqual(unbroken_since(spans, 41), 0)
        self.assertEqual(unbroken_since((Span(0, 20), Span(20 + BREATH_MIN, 40)), 41), 20 + BREATH_MIN)
        self.assertIsNone(unbroken_since(spans, 40 + BREATH_MIN))

    def test_bells(self):
        spans = (Span(0, 25),)
        bells = bells_of(spans, 25, began=0, step_back_min=12, unbroken_min=30, hot=True)
        self.assertEqual((bells.step_back, bells.rest, bells.shade), (36, 30, 30))
        silent = bells_of(spans, 25, began=0, step_back_min=0, unbroken_min=None, hot=False)
        self.assertEqual((silent.step_back, silent.rest, silent.shade), (None, None, None))
        # On the minute it rings, it is due.
        self.assertEqual(
            bells_of((Span(0, 24),), 24, began=0, step_back_min=12, unbroken_min=None, hot=False).step_back, 24
        )
        # Nobody is rung for who is away from the brush.
        self.assertIsNone(bells_of(spans, 60, began=0, step_back_min=12, unbroken_min=30, hot=False).step_back)


class WaysOut(unittest.TestCase):
    """Common practice, no source."""

    def test_every_paint_that_is_wet_has_one_that_works_at_once(self):
        for paint in ("watercolour", "gouache", "rewettable", "acrylic", "oil"):
            with self.subTest(paint=paint):
                self.assertTrue(any(card.kind is None for card in cards_for(paint, "wet")))

    def test_none_asks_for_what_the_paint_cannot_do(self):
        for paint, wetness in product(
            ("watercolour", "gouache", "rewettable", "acrylic", "oil"), ("wet", "tacky", "dry")
        ):
            for card in cards_for(paint, wetness):
                with self.subTest(paint=paint, wetness=wetness, card=card.key):
                    if card.kind is not None:
                        self.assertIn(card.kind, KINDS)
                        self.assertIsNone(cannot(card.kind, paint))
                    self.assertTrue(card.how.endswith("."))

    def test_they_suit_medium_and_wetness(self):
        keys = {
            (p, w): [c.key for c in cards_for(p, w)]
            for p in ("watercolour", "acrylic", "oil")
            for w in ("wet", "tacky", "dry")
        }
        self.assertIn("blot", keys["watercolour", "wet"])
        self.assertIn("scrape", keys["oil", "wet"])
        self.assertNotIn("scrape", keys["watercolour", "wet"])  # it would take the paper along
        self.assertNotIn("mist", keys["oil", "wet"])
        self.assertIn("rewet", keys["watercolour", "dry"])
        self.assertNotIn("rewet", keys["acrylic", "dry"])  # acrylic does not lift once it has set
        self.assertNotIn("cover", keys["watercolour", "dry"])  # transparent paint hides nothing
        for paint in ("watercolour", "acrylic", "oil"):
            self.assertEqual(keys[paint, "tacky"][0], "wait")  # tacky paint tears, whatever it is

    def test_nothing_for_pencil_and_varnish(self):
        self.assertEqual(cards_for("dry", "dry"), ())
        self.assertEqual(cards_for("varnish", "wet"), ())

    def test_wetness_of_states(self):
        self.assertEqual([wetness_of(each) for each in ORDER], ["wet", "tacky", "dry", "dry"])
