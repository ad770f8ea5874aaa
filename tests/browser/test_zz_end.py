"""Runs last: the run's browser is closed when its tests are done."""

import unittest

from tests.browser import base


class End(unittest.TestCase):
    def test_the_browser_was_used(self):
        self.addCleanup(base.tearDownModule)
        self.assertTrue(base.browser().is_connected())
