"""The playground: what goes wrong is told, by the book nothing does, and the same moves give the same."""

import unittest
from types import SimpleNamespace

import numpy as np

from kind_distance.core.build.film import Film
from kind_distance.core.build.wetness import Found, Laid, found_by
from kind_distance.core.judgement import because
from kind_distance.core.paint.drying import Climate, Drying
from kind_distance.core.practice.airs import AIRS
from kind_distance.core.practice.play import MEDIA, WAITS, Move, _labels, air_of, outcomes, playground
from kind_distance.errors import DomainError
from kind_distance.stages.practice.play_words import say_outcomes, say_played

SEED = 13


def film(open_until, touch):
    return Drying(0, open_until, touch, touch, touch, touch, touch)


class WhatAPassFinds(unittest.TestCase):
    def found(self, begin, *, transparent=True, touching=frozenset({(1, 2), (2, 1)}), planes=(2,)):
        laid = [Laid((1,), 0, film(10, 30), (1,)), Laid(planes, begin)]
        return found_by(laid, touching, transparent=transparent)[1]

    def test_beside_it_is_wet_then_damp_then_dry(self):
        self.assertEqual(self.found(9), Found(beside=(1,)))
        self.assertEqual(self.found(10), Found(damp=(1,)))
        self.assertEqual(self.found(30), Found())

    def test_only_washes_bloom_and_only_what_touches_counts(self):
        self.assertEqual(self.found(10, transparent=False), Found())
        self.assertEqual(self.found(9, touching=frozenset()), Found())

    def test_under_it(self):
        for begin, under in ((9, "wet"), (10, "tacky"), (30, "dry")):
            self.assertEqual(self.found(begin, planes=(1,)).under, under)

    def test_without_a_time_all_is_dry(self):
        self.assertEqual(self.found(None), Found())

    def test_the_wettest_counts(self):
        laid = [Laid((1,), 0, film(10, 30), (1,)), Laid((2,), 0, film(90, 99), (2,)), Laid((1, 2), 40)]
        self.assertEqual(found_by(laid, frozenset(), transparent=False)[2].under, "wet")


class PlanesOfABuild(unittest.TestCase):
    def test_the_planes_played_with_and_what_stands_on_them(self):
        labels = np.repeat(np.arange(7, dtype=np.uint8), 2)[None].repeat(2, 0)  # each rank one pixel of the build
        turned = _labels(SimpleNamespace(labels=labels), [2, 3, 5])
        self.assertEqual(
            turned.tolist(), [[1, 1, 1, 2, 2, 3, 3]], "rank 0, 1 and 2 to the first; 4 stands on 3, 6 on 5"
        )


class Playing(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.ground = playground(SEED, "acrylic")
        cls.film = Film(cls.ground.scene)
        cls.air = air_of(1)
        cls.book = cls.ground.by_the_book(cls.air)

    def told(self, moves):
        played, best = self.ground.played(moves, self.air), self.ground.played(self.book, self.air)
        return say_outcomes(outcomes(self.ground, played, self.film.stage(played.steps), self.film.stage(best.steps)))

    def test_by_the_book_nothing_goes_wrong(self):
        self.assertEqual(self.told(self.book), ["Nothing went wrong: every layer found what it needs."])

    def test_that_holds_in_every_paint_and_air_and_waits_no_longer_than_needed(self):
        for medium in MEDIA:
            ground = playground(SEED, medium)
            for at in range(len(AIRS)):
                moves = ground.by_the_book(air_of(at))
                played = ground.played(moves, air_of(at))
                self.assertEqual([found for found in played.found if found != Found()], [], (medium, at))
                self.assertFalse(played.broken)
                sooner = next((n for n, move in enumerate(moves) if move.wait), None)
                if sooner is not None:
                    tried = [Move(m.at, m.wait - (n == sooner)) for n, m in enumerate(moves)]
                    self.assertNotEqual(ground.played(tried, air_of(at)).found[sooner], Found())

    def test_without_waiting_it_turns_to_mud(self):
        told = " ".join(self.told([Move(each.at) for each in self.book]))
        self.assertIn("mud", told)
        self.assertIn("wet paint met wet", told)

    def test_turned_round_what_lies_under_comes_too_late_and_borders_are_cut_round(self):
        turned = [Move(each.at, 4) for each in reversed(self.book)]
        told = self.told(turned)
        self.assertTrue(any("under which it belongs" in each for each in told))
        played = self.ground.played(turned, self.air)
        cut = sum(rule.border_cm for rule in played.broken if not rule.material)
        self.assertGreater(cut, 10)
        self.assertTrue(any(each.startswith(f"{cut:.0f} cm") for each in told))
        self.assertTrue(any("ground shows" in each for each in told))

    def test_washes_run_and_bloom_instead(self):
        ground = playground(SEED, "watercolour")
        film_, book = Film(ground.scene), ground.by_the_book(self.air)
        played, best = ground.played([Move(m.at, 0, 2) for m in book], self.air), ground.played(book, self.air)
        told = " ".join(say_outcomes(outcomes(ground, played, film_.stage(played.steps), film_.stage(best.steps))))
        for word in ("wash that was still wet", "ran across", "Blooms", "darker"):
            self.assertIn(word, told)
        self.assertNotIn("mud", told)

    def test_the_time_is_waits_and_painting(self):
        moves = [Move(each.at, 4) for each in self.book]
        played = self.ground.played(moves, self.air)
        self.assertEqual(played.minutes, len(moves) * WAITS[4] + sum(each.minutes for each in self.ground.passes))
        self.assertTrue(say_played(played).startswith(f"{len(moves)} passes, "))

    def test_a_thick_film_in_damp_air_stays_wet_longer(self):
        moves = [Move(each.at, 2, 2) for each in self.book]
        damp, summer = (self.ground.played(moves, AIRS[at]) for at in (4, 3))
        wet = [sum(found.under != "dry" for found in played.found) for played in (damp, summer)]
        self.assertGreater(wet[0], wet[1])

    def test_the_same_moves_give_the_same_picture(self):
        steps = self.ground.played([Move(each.at) for each in self.book], self.air).steps
        one, other = (Film(playground(SEED, "acrylic").scene).stage(steps).codes for _ in range(2))
        self.assertTrue(np.array_equal(one, other))

    def test_each_pass_comes_once(self):
        for moves in ((), self.book[1:], (*self.book[1:], self.book[1])):
            with self.assertRaises(DomainError):
                self.ground.played(moves, Climate())
        with self.assertRaises(DomainError):
            playground(SEED, "lacquer")


class Named(unittest.TestCase):
    def test_three_passes_are_named_and_more_are_counted(self):
        said = say_outcomes([because("buried", lower="sky", upper=("a", "b", "c"))])
        self.assertEqual(said, ["“Sky” came after a, b and c, under which it belongs."])
        said = say_outcomes([because("buried", lower="sky", upper=("a", "b", "c", "d"))])
        self.assertEqual(said, ["“Sky” came after 4 passes, under which it belongs."])


if __name__ == "__main__":
    unittest.main()
