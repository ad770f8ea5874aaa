"""From where on a plane that left the plan is told, and what brings it back; common practice, no source."""

import unittest
from dataclasses import replace
from types import SimpleNamespace

from kind_distance.core.depth.readings import Border
from kind_distance.core.paint.drying import STUDIO, Weather, dry
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.model import Pass
from kind_distance.core.progress.comparing import PlaneRead
from kind_distance.core.progress.drift import Drift, Painted, audit_drift, crossings
from kind_distance.core.schedule.model import Done
from tests.limits import begins

GAP = 0.6
FILM = dry("oil", 60.0, Weather(((0.0, STUDIO),)), 1.0, ())
BORDER = Border(1, 2, 30.0, 0.0, 0.0, 1.0)


def plane(rank=1, value=5.0, off=0.0, *, final=None, begun=True, **painted):
    planned = PlaneRead(value, 20.0, 5.0, 0.2, 1.0)
    return Drift(rank, f"Plane {rank}", replace(planned, value=value + off, **painted), planned,
                 value if final is None else final, begun)  # fmt: skip


def work(passes=(), done=(), films=None):
    return SimpleNamespace(passes=list(passes), done=tuple(done), films_by_pass=lambda: films or {})


def audit(*drifts, medium="acrylic", now=10_000, borders=(), **given):
    planes = tuple(each.rank + 10 for each in drifts)
    return audit_drift(Painted(7, drifts, planes, borders, GAP, medium_of(medium), work(**given), now))


def layer(number, kind="second_layer", rank=1, **given):
    return Pass(number, kind, (rank,), "Layer", "acrylic", 30, **given)


class Value(unittest.TestCase):
    def test_from_four_tenths_of_a_step_on_either_way(self):
        self.assertAlmostEqual(begins(lambda off: bool(audit(plane(off=off))), 0.1, 2.0), 0.4, places=4)
        self.assertAlmostEqual(begins(lambda off: bool(audit(plane(off=-off))), 0.1, 2.0), 0.4, places=4)
        (found,) = audit(plane(off=-0.7))
        self.assertEqual((found.key, found.severity, found.ranks), ("drift:s7:p11", "mild", (1,)))
        self.assertAlmostEqual(found.weight, 0.7)

    def test_a_plane_that_no_layer_lies_on_is_paper(self):
        self.assertEqual(audit(plane(off=3.0, begun=False)), [])

    def test_a_layer_still_to_come_makes_it_a_note_up_to_a_whole_step(self):
        def mild(off):
            return audit(plane(off=off), passes=[layer(3)])[0].severity == "mild"

        self.assertAlmostEqual(begins(mild, 0.5, 2.0), 1.0, places=4)
        self.assertEqual(
            audit(plane(off=0.5), passes=[layer(3)], done=[Done(3, 0, 9)], films={3: FILM})[0].severity, "mild"
        )
        for other in (layer(3, rank=2), layer(3, things=("Shed",)), layer(3, "drawing")):
            self.assertIsNone(audit(plane(off=0.5), passes=[other])[0].measures["ahead"])

    def test_no_wash_lightens(self):
        told = [audit(plane(off=off), medium="watercolour", passes=[layer(3)])[0].severity for off in (-0.5, 0.5)]
        self.assertEqual(told, ["mild", "note"])

    def test_the_worst_come_first(self):
        lost = plane(2, 5.0, 0.5, final=6.0)
        found = audit(plane(1, 5.5, final=7.0), lost, plane(3, off=0.8), plane(4, off=-1.5), plane(5, warm=30.0),
                      borders=[BORDER])  # fmt: skip
        self.assertEqual([each.ranks[0] for each in found], [2, 4, 3, 5])


class LostBorders(unittest.TestCase):
    def lost(self, apart=0.0, wanted=1.0, begun=True, border=BORDER):
        other = plane(2, 6.0 + apart, final=5.0 + wanted, begun=begun)
        return audit(plane(1, 5.0, 1.0), other, borders=[border])[0].measures["lost"]

    def test_nearer_than_half_the_gap_where_the_plan_has_all_of_it(self):
        self.assertAlmostEqual(begins(lambda apart: self.lost(apart) is None, 0.0, 2.0), GAP / 2, places=4)
        self.assertAlmostEqual(begins(lambda wanted: self.lost(wanted=wanted) is not None, 0.2, 2.0), GAP, places=4)

    def test_only_with_a_neighbour_that_is_painted(self):
        self.assertEqual(self.lost()[0], 30.0)
        self.assertIsNone(self.lost(begun=False))
        self.assertIsNone(self.lost(border=Border(2, 3, 30.0, 0.0, 0.0, 1.0)))

    def test_the_longest_is_named(self):
        planes = plane(1, 5.0, 1.0), plane(2, 6.0, final=7.0), plane(3, 6.0, final=7.0)
        borders = [BORDER, Border(1, 3, 40.0, 0.0, 0.0, 1.0)]
        length, other = audit(*planes, borders=borders)[0].measures["lost"]
        self.assertEqual((length, other.rank), (40.0, 3))


class WaysBack(unittest.TestCase):
    def way(self, off, medium="acrylic", **given):
        return audit(plane(off=off), medium=medium, **given)[0].measures["way"]

    def test_by_the_paint_and_the_way_it_stands_off(self):
        kinds = {medium: (self.way(-1.0, medium).kind, self.way(1.0, medium).kind)
                 for medium in ("watercolour", "gouache", "acrylic", "oil")}  # fmt: skip
        self.assertEqual(kinds["watercolour"], ("lift", "second_layer"))
        self.assertEqual(kinds["gouache"], ("scumble", "glaze"))
        self.assertEqual(kinds["acrylic"], kinds["oil"])
        self.assertEqual(kinds["acrylic"], ("scumble", "second_layer"))

    def test_once_the_last_film_is_touch_dry(self):
        painted = {"passes": [layer(1, "block_in"), layer(2, "details", rank=2)], "done": [Done(1, 0, 60), Done(2, 60, 90)],
                   "films": {1: FILM, 2: None}}  # fmt: skip
        for now in (100, round(FILM.open_until) + 60):  # wet, and tacky
            self.assertEqual(self.way(-1.0, "oil", now=now, **painted).from_min, FILM.touch_late)
        self.assertIsNone(self.way(-1.0, "oil", now=round(FILM.touch_late) + 10, **painted).from_min)
        self.assertIsNone(self.way(-1.0, "oil", now=100).from_min)


class Colour(unittest.TestCase):
    """Where its value holds."""

    def left(self, **painted):
        found = audit(plane(**painted))
        return found[0].measures["left"] if found else None

    def test_from_where_on(self):
        self.assertAlmostEqual(begins(lambda warm: self.left(warm=5 + warm) == "warmth", 1, 20), 6.0, places=4)
        self.assertAlmostEqual(begins(lambda warm: self.left(warm=5 - warm) == "warmth", 1, 20), 6.0, places=4)
        self.assertAlmostEqual(begins(lambda by: self.left(chroma=20 + by) == "chroma", 1, 20), 8.0, places=4)
        self.assertAlmostEqual(begins(lambda by: self.left(chroma=20 - by) == "chroma", 1, 20), 8.0, places=4)
        self.assertAlmostEqual(begins(lambda fine: self.left(fine=fine) == "detail", 0.2, 1), 0.36, places=4)

    def test_of_a_calm_plane_only_what_anybody_sees(self):
        def told(fine):
            calm = plane()
            calm = replace(calm, planned=replace(calm.planned, fine=0.0), painted=replace(calm.painted, fine=fine))
            return bool(audit(calm))

        self.assertAlmostEqual(begins(told, 0.05, 0.5), 0.12, places=4)

    def test_value_comes_first_and_then_warmth(self):
        self.assertEqual(self.left(off=1.0, warm=30.0), "value")
        self.assertEqual(self.left(warm=30.0, chroma=60.0, fine=1.0), "warmth")
        self.assertEqual(self.left(chroma=60.0, fine=1.0), "chroma")
        (found,) = audit(plane(warm=-20.0))
        self.assertEqual((found.severity, found.measures["more"]), ("note", False))


class Tried(unittest.TestCase):
    def test_a_border_goes_soft_under_the_gap_and_clear_again_at_it(self):
        def crossed(value, other):
            return [each.clear for each in crossings(1, value, {1: 5.0, 2: other}, [BORDER], GAP)]

        self.assertAlmostEqual(begins(lambda value: crossed(value, 6.0) == [False], 5.0, 6.0), 6.0 - GAP, places=4)
        self.assertAlmostEqual(begins(lambda value: crossed(value, 5.2) == [True], 5.0, 3.0), 5.2 - GAP, places=4)
        self.assertEqual(crossed(4.0, 6.0), [])
        self.assertEqual(crossings(1, 6.0, {1: 5.0}, [BORDER], GAP), [])
        (found,) = crossings(2, 5.2, {1: 5.0, 2: 6.0}, [BORDER], GAP)
        self.assertEqual((found.other, found.clear), (1, False))
        self.assertAlmostEqual(found.apart, 0.2)


if __name__ == "__main__":
    unittest.main()
