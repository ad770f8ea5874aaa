"""The short form of `tools.power`: power that goes while something is written."""

import unittest

from tools.power import try_cuts


class PowerLoss(unittest.TestCase):
    def test_what_was_acknowledged_is_there_wherever_the_log_is_cut(self):
        found = try_cuts(60, seed=5)
        self.assertEqual((found.tried, found.failed, found.lost), (60, [], []))
