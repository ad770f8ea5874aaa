"""Cast shadows in perspective against a plain pinhole camera, and their lengths against the arithmetic table."""

import math
import unittest

from kind_distance.core.light.shadows import CastShadow, audit_shadows, cast, from_sun, per_height
from kind_distance.core.light.sun import Sun
from kind_distance.errors import DomainError

ASPECT, HORIZON, FOCAL = 1.5, 0.4, 35 / 24  # a 35 mm lens: focal length in heights of the picture
EYE = 1.7


def seen(sideways, height, depth):
    """Project a point [m] as a level pinhole camera does: the similar triangles of any textbook of optics."""
    return 0.5 + FOCAL * sideways / depth / ASPECT, HORIZON + FOCAL * (EYE - height) / depth


class InPerspective(unittest.TestCase):
    def shadow_of(self, sideways, depth, height, sun_height, away_deg):
        length = height / math.tan(math.radians(sun_height))
        away = math.radians(away_deg)
        return seen(sideways + length * math.sin(away), 0.0, depth + length * math.cos(away))

    def test_one_drawn_shadow_tells_all_others(self):
        for away in (60.0, 100.0, -140.0):
            foot, top = seen(-1.0, 0.0, 9.0), seen(-1.0, 1.8, 9.0)
            drawn = per_height(foot, top[1], self.shadow_of(-1.0, 9.0, 1.8, 30.0, away), HORIZON, ASPECT)
            for sideways, depth, height in ((3.0, 14.0, 6.0), (-4.0, 7.0, 0.9)):
                with self.subTest(away=away, depth=depth):
                    found = cast(seen(sideways, 0.0, depth), seen(sideways, height, depth)[1], drawn, HORIZON, ASPECT)
                    true = self.shadow_of(sideways, depth, height, 30.0, away)
                    self.assertAlmostEqual(found[0], true[0], delta=1e-6)
                    self.assertAlmostEqual(found[1], true[1], delta=1e-6)

    def test_the_sun_tells_them_too(self):
        sun = Sun(25.0, 130.0)
        facing = 90.0
        shadow = from_sun(sun, facing, 35.0)
        found = cast(seen(2.0, 0.0, 12.0), seen(2.0, 3.0, 12.0)[1], shadow, HORIZON, ASPECT)
        true = self.shadow_of(2.0, 12.0, 3.0, 25.0, sun.shadow_bearing_deg - facing)
        self.assertAlmostEqual(found[0], true[0], delta=1e-6)
        self.assertAlmostEqual(found[1], true[1], delta=1e-6)

    def test_lengths_of_the_table(self):
        """Shadow over height, arithmetic: sun at 60, 45, 30, 15, 6 degrees."""
        for height, ratio in ((60, 0.58), (45, 1.00), (30, 1.73), (15, 3.73), (6, 9.51)):
            shadow = from_sun(Sun(float(height), 180.0), 90.0, 24.0)
            self.assertAlmostEqual(math.hypot(*shadow), ratio, delta=0.006)

    def test_behind_the_viewer_and_under_the_horizon(self):
        self.assertIsNone(from_sun(Sun(0.3, 90.0), 0.0, 26.0))
        self.assertIsNone(cast((0.5, 0.9), 0.1, (0.0, -5.0), HORIZON, ASPECT))
        with self.assertRaises(DomainError):
            per_height((0.5, 0.3), 0.1, (0.6, 0.5), HORIZON, ASPECT)
        with self.assertRaises(DomainError):
            per_height((0.5, 0.6), 0.7, (0.6, 0.65), HORIZON, ASPECT)


class OneSun(unittest.TestCase):
    def shadow(self, number, sideways, depth, away=70.0):
        geometry = InPerspective()
        return CastShadow(number, "", seen(sideways, 0.0, depth), geometry.shadow_of(sideways, depth, 1.8, 30.0, away))

    def test_shadows_of_one_sun_agree_wherever_they_stand(self):
        drawn = [self.shadow(1, -3.0, 8.0), self.shadow(2, 2.0, 20.0), self.shadow(3, 4.0, 10.0)]
        self.assertEqual(audit_shadows(drawn, HORIZON, ASPECT, None), [])

    def test_the_contrary_one_is_named(self):
        drawn = [self.shadow(1, -3.0, 8.0), self.shadow(2, 2.0, 20.0, away=10.0), self.shadow(3, 4.0, 10.0)]
        told = audit_shadows(drawn, HORIZON, ASPECT, None)
        self.assertEqual([j.key for j in told], ["shadow_contrary:n2"])

    def test_of_two_the_later_one_is_named(self):
        told = audit_shadows([self.shadow(1, -3.0, 8.0), self.shadow(2, 2.0, 9.0, away=-70.0)], HORIZON, ASPECT, None)
        self.assertEqual([j.key for j in told], ["shadow_contrary:n2"])

    def test_toward_the_light_is_wrong_even_without_a_horizon(self):
        to_the_right = CastShadow(4, "Post", (0.3, 0.7), (0.5, 0.72))
        self.assertEqual(audit_shadows([to_the_right], None, ASPECT, 300.0), [])
        told = audit_shadows([to_the_right], None, ASPECT, 60.0)
        self.assertEqual([j.kind for j in told], ["shadow_to_light"])


if __name__ == "__main__":
    unittest.main()
