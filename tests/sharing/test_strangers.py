"""The short form of `tools.strangers`: every way in that was not given."""

import unittest

from tools.strangers import try_strangers


class Strangers(unittest.TestCase):
    def test_nobody_gets_in(self):
        found = try_strangers(20, seed=3)
        self.assertGreater(found.tried, 500)
        self.assertEqual((found.lost, found.failed), ([], []))
