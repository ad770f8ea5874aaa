"""Names of files that go out: safe anywhere, and told apart by painting, content and day."""

from __future__ import annotations

import unittest

from kind_distance.exchange.names import file_name


class Names(unittest.TestCase):
    """What becomes of titles."""

    def test_the_painting_what_it_is_and_the_day(self) -> None:
        self.assertEqual(
            file_name("Tea terraces, at dawn", "plan", "2026-06-01"), "tea-terraces-at-dawn-plan-2026-06-01"
        )
        self.assertEqual(file_name("Tea terraces", "", "2026-06-01"), "tea-terraces-2026-06-01")

    def test_hostile_titles(self) -> None:
        self.assertEqual(file_name("../../etc/passwd\r\nX: 1", "plan", "2026-06-01"), "etc-passwd-x-1-plan-2026-06-01")
        self.assertEqual(file_name("霧の朝", "plan", "2026-06-01"), "painting-plan-2026-06-01")
        self.assertEqual(file_name("Été à l'étang", "card-1", "2026-06-01"), "ete-a-l-etang-card-1-2026-06-01")
        self.assertLess(len(file_name("x" * 500, "plan", "2026-06-01")), 70)
