"""What is told of the references on the board, and from where on; common practice, no source."""

import unittest

from kind_distance.core.light.references import Reference, audit_references, light_apart
from kind_distance.core.light.sun import Sun
from kind_distance.core.picture.balance import Cast, Place, unevenness
from tests.limits import begins


def told(*board):
    return {each.key: each for each in audit_references(board)}


class Lights(unittest.TestCase):
    def test_the_shorter_way_round(self):
        self.assertEqual([light_apart(10, 350), light_apart(0, 180), light_apart(90, 30)], [20, 180, 60])

    def test_from_an_eighth_of_the_circle_on(self):
        def speaks(degrees):
            return bool(told(Reference(1, 350.0), Reference(2, (350.0 + degrees) % 360)))

        self.assertAlmostEqual(begins(speaks, 10, 170), 45.0, places=4)
        self.assertEqual(told(Reference(1, 10.0), Reference(2)), {})

    def test_suns_only_where_no_light_is_drawn_on_both(self):
        east, south = Sun(20.0, 90.0), Sun(50.0, 180.0)
        self.assertEqual(set(told(Reference(1, sun=east), Reference(2, sun=south))), {"suns_differ:1-2"})
        self.assertEqual(set(told(Reference(1, 10.0, east), Reference(2, 20.0, south))), set())
        self.assertEqual(told(Reference(1, sun=east), Reference(2, sun=south, texture=True)), {})
        self.assertEqual(told(Reference(1, sun=east), Reference(2, sun=Sun(-5.0, 180.0))), {}, "it had set")

    def test_suns_that_stand_together(self):
        speaks = begins(
            lambda by: bool(told(Reference(1, sun=Sun(0.1, 90.0)), Reference(2, sun=Sun(0.1, 90.0 + by)))), 5, 120
        )
        self.assertAlmostEqual(speaks, 45.0, places=2)


class Permission(unittest.TestCase):
    def test_of_somebody_elses_pictures_together(self):
        board = [Reference(1, maker="Ada"), Reference(2, maker=" Me "), Reference(3, maker="Ada", permission="by letter"),
                 Reference(4, maker="Bo", permission=" ")]  # fmt: skip
        self.assertEqual(set(told(*board)), {"permission:1-4"})


class Casts(unittest.TestCase):
    def test_a_card_that_differs_by_more_than_four_from_place_to_place_tells_of_an_uneven_cast(self):
        def speaks(by):
            places = Place(0.2, 0.5, 1.0, 1.0, 1.0 + by), Place(0.8, 0.5, 1.0 + by, 1.0, 1.0)
            return "uneven_cast:1" in told(Reference(1, places=places))

        by = begins(speaks, 0.0, 0.5)
        places = Place(0.2, 0.5, 1.0, 1.0, 1.0 + by), Place(0.8, 0.5, 1.0 + by, 1.0, 1.0)
        self.assertAlmostEqual(unevenness(places), 4.0, places=3)

    def test_one_that_was_noticed_from_five_on_and_only_without_a_card(self):
        self.assertAlmostEqual(begins(lambda by: bool(told(Reference(1, cast=Cast(by, "red")))), 1, 20), 5.0, places=4)
        self.assertEqual(told(Reference(1, cast=Cast(9, "red"), places=(Place(0.5, 0.5, 1, 1, 1),))), {})

    def test_lost_darks_and_lights_from_four_thousandths_on(self):
        for field, key in (("lost_darks", "lost_darks:1"), ("lost_lights", "lost_lights:1")):
            share = begins(lambda by, field=field, key=key: key in told(Reference(1, **{field: by})), 0.0, 0.1)
            self.assertAlmostEqual(share, 0.004, places=5)


if __name__ == "__main__":
    unittest.main()
