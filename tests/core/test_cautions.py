"""Cautions: each of the usual ones is said where it applies, once, and not where it does not.

The list of hazards and their usual cautions is common practice, no source; labels, safety data sheets and local rules
come first.
"""

from __future__ import annotations

import unittest
from dataclasses import replace

from kind_distance.core.passes.model import Colour, Line, Pass
from kind_distance.core.safety.cautions import OF_PASS, OF_SESSION, Circumstances, cautions_of
from tests.limits import begins

NONE: frozenset[str] = frozenset()
QUIET = Circumstances(
    600, 655, False, 20.0, 0.1, 0.0, "", NONE, NONE, NONE, None, False, False, 300.0, (), {}
)  # fmt: skip
OUT = replace(QUIET, outdoors=True)


def kinds(seen: Circumstances) -> list[str]:
    """Kinds of caution that are said."""
    return [each.kind for each in cautions_of(seen)]


def a_pass(kind: str = "block_in", paint: str = "acrylic", **more: object) -> Pass:
    """Make a pass with what matters here."""
    return replace(Pass(1, kind, (1,), kind, paint, 20, 1.0, "", ""), **more)  # type: ignore[arg-type]


class Cautions(unittest.TestCase):
    """What is entered, what is said, and the twin in which nothing is."""

    # What is entered, and the same without it.
    PLANTED = {
        "road": (replace(OUT, dangers=frozenset({"road"})), OUT),
        "from_a_car": (replace(OUT, dangers=frozenset({"from_a_car"})), OUT),
        "heat": (replace(OUT, temperature_c=33.0), replace(OUT, temperature_c=22.0)),
        "storm": (replace(OUT, sky="storm"), replace(QUIET, sky="storm")),
        "edge": (replace(OUT, dangers=frozenset({"edge"})), replace(OUT, dangers=frozenset({"uphill"}))),
        "water": (replace(OUT, dangers=frozenset({"water"})), OUT),
        "wild": (replace(OUT, dangers=frozenset({"remote"})), OUT),
        "solvent": (
            replace(QUIET, passes=(a_pass(paint="oil", colour=Colour(oil="lean")),)),
            replace(QUIET, passes=(a_pass(paint="oil", colour=Colour(oil="tube")),)),
        ),
        "oil_rags": (replace(QUIET, passes=(a_pass(paint="oil"),)), replace(QUIET, passes=(a_pass(),))),
        "spray": (replace(QUIET, passes=(a_pass("varnish", "varnish"),)), replace(QUIET, passes=(a_pass("finish"),))),
        "bare_fingers": (replace(QUIET, uses=frozenset({"bare_fingers"})), QUIET),
        "dust": (
            replace(QUIET, passes=(a_pass("drawing", "dry", line=Line("charcoal")),)),
            replace(QUIET, passes=(a_pass("drawing", "dry", line=Line("pencil")),)),
        ),
        "paint_mist": (replace(QUIET, uses=frozenset({"paint_mist"})), QUIET),
        "natural_water": (replace(OUT, passes=(a_pass(),)), replace(QUIET, passes=(a_pass(),))),
        "lifting": (replace(OUT, support_cm2=4800.0), replace(QUIET, support_cm2=4800.0)),
        "long_sitting": (replace(QUIET, end=720), replace(QUIET, end=720, unbroken_min=45)),
        "stepping_back": (replace(QUIET, passes=(a_pass("finish"),)), replace(QUIET, passes=(a_pass("block_in"),))),
        "public": (replace(OUT, company=frozenset({"crowd"})), OUT),
        "electric": (replace(QUIET, passes=(a_pass(aids=("dryer",)),)), replace(QUIET, passes=(a_pass(),))),
        "sharp": (
            replace(QUIET, passes=(a_pass(),), brushes={1: "knife"}),
            replace(QUIET, passes=(a_pass(),), brushes={1: "flat"}),
        ),
        "children_pets": (replace(QUIET, company=frozenset({"children"})), QUIET),
        "permission": (replace(OUT, dangers=frozenset({"private_land"})), OUT),
        "alone": (replace(OUT, start=1290, end=1350, dark=None), replace(QUIET, start=1290, end=1350, dark=None)),
        "sun_glare": (replace(OUT, toward_sun=True), replace(QUIET, toward_sun=True)),
        "living_things": (replace(OUT, dangers=frozenset({"living_things"})), OUT),
    }  # fmt: skip

    def test_each_is_said_where_it_applies(self) -> None:
        for kind, (planted, twin) in self.PLANTED.items():
            with self.subTest(kind):
                self.assertIn(kind, kinds(planted))
                self.assertNotIn(kind, kinds(twin))

    def test_none_is_forgotten_here(self) -> None:
        self.assertEqual(set(OF_SESSION) | set(OF_PASS), set(self.PLANTED))

    def test_an_hour_at_home_is_cautioned_of_nothing(self) -> None:
        self.assertEqual(kinds(replace(QUIET, passes=(a_pass(),))), [])

    def test_where_the_air_the_support_and_the_hours_begin_to_matter(self) -> None:
        """Common practice, no source."""

        def from_on(kind: str, part: str, loud: float, seen: Circumstances) -> float:
            return begins(lambda here: kind in kinds(replace(seen, **{part: here})), 0.0, loud)

        self.assertAlmostEqual(from_on("heat", "temperature_c", 45.0, QUIET), 27.0, places=3)
        self.assertAlmostEqual(from_on("heat", "sun_w_m2", 900.0, OUT), 400.0, places=2)
        self.assertAlmostEqual(from_on("storm", "wind_m_s", 20.0, OUT), 8.0, places=4)
        self.assertAlmostEqual(from_on("lifting", "support_cm2", 9000.0, OUT), 2000.0, places=1)
        at = {"temperature_c": 27.0, "sun_w_m2": 400.0, "wind_m_s": 8.0, "support_cm2": 2000.0}
        self.assertLessEqual({"heat", "storm", "lifting"}, set(kinds(replace(OUT, **at))))  # type: ignore[arg-type]
        self.assertNotIn("long_sitting", kinds(replace(QUIET, start=600, end=660)))
        self.assertIn("long_sitting", kinds(replace(QUIET, start=600, end=661)))

    def test_once_a_session_with_all_its_passes(self) -> None:
        two = (a_pass(paint="oil"), replace(a_pass(paint="oil"), id=2))
        rags = [each for each in cautions_of(replace(QUIET, passes=two)) if each.kind == "oil_rags"]
        self.assertEqual([each.passes for each in rags], [(1, 2)])

    def test_what_can_kill_is_said_first(self) -> None:
        seen = replace(OUT, dangers=frozenset({"road", "private_land"}), end=720, company=frozenset({"pets"}))
        self.assertEqual(kinds(seen)[0], "road")
        self.assertEqual(kinds(seen)[-1], "long_sitting")
