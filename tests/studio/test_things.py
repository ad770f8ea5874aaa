"""Things in the picture: each in one plane or named as missing; the ground under pale colours."""

from kind_distance.core.depth.elements import Element
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.errors import InUseError
from kind_distance.stages.planes.plane_words import judge_elements, judge_underlay
from tests.studio.test_sources import WithPhoto
from tests.support import file_bytes, hill_picture

YELLOW, BLUE = (0.75, 0.55, 0.08), (0.2, 0.3, 0.6)


class Things(WithPhoto):
    def setUp(self):
        super().setUp()
        self.change("propose_planes", count=3)

    def test_each_in_one_plane_or_named_as_missing(self):
        self.change("add_element", name="Boat", plane=3, x=0.5, y=0.9)
        self.assertNotIn("element_missing", self.titles("planes"))
        self.change("add_element", name="Shed")
        missing = next(j for j in self.painting.survey.judgements if j.kind == "element_missing")
        self.assertIn("Shed is in no plane", missing.title)
        self.change(missing.remedies[0].action, **missing.remedies[0].arguments)
        self.assertNotIn("element_missing", self.titles("planes"))

    def test_a_plane_that_goes_leaves_its_things_without_one(self):
        self.change("add_element", name="Boat", plane=2, x=0.5, y=0.5)
        self.change("remove_plane", plane=2)
        self.assertEqual((self.state.elements[0].name, self.state.elements[0].plane), ("Boat", None))
        self.assertIn("element_missing", self.titles("planes"))

    def test_a_thing_goes_with_its_plane_wherever_it_moves(self):
        self.change("add_element", name="Boat", plane=3)
        number = self.state.elements[0].plane
        self.change("move_plane", plane=3, to=2)
        self.assertEqual(self.state.elements[0].plane, number)

    def test_a_thing_that_stands_elsewhere_is_noted_and_cleared_by_its_remedy(self):
        self.change("add_element", name="Kite", plane=3, x=0.5, y=0.05)
        found = next(j for j in self.painting.survey.judgements if j.kind == "element_elsewhere")
        self.change(found.remedies[0].action, **found.remedies[0].arguments)
        self.assertNotIn("element_elsewhere", self.titles("planes"))

    def test_what_is_no_thing(self):
        self.change("add_element", name="Boat")
        for wrong in (
            {"name": "  "},
            {"name": "boat"},
            {"name": "Oar", "x": 0.5},
            {"name": "Oar", "x": 0.5, "y": 1.5},
            {"name": "Oar", "plane": 9},
        ):
            with self.subTest(wrong=wrong):
                self.refused("add_element", **wrong)
        self.refused("set_element", element=4, plane=1)
        self.change("set_element", element=1, name="Skiff")
        self.change("remove_element", element=1)
        self.refused("remove_element", element=1)

    def test_nothing_to_put_it_into(self):
        found = judge_elements([Element(1, "Boat", None, None)], [])
        self.assertEqual(found[0].remedies, ())


class Grounds(WithPhoto):
    def kinds(self, medium, ground, value, colour):
        return [j.kind for j in judge_underlay(medium_of(medium), ground_of(ground), [(2, "Field", value, colour)])]

    def test_yellow_on_black_is_told_and_yellow_on_white_is_not(self):
        """Common practice, no source: yellow covers badly over a dark."""
        self.assertEqual(self.kinds("acrylic", "black", 6.8, YELLOW), ["shows_through"])
        self.assertEqual(self.kinds("acrylic", "white", 6.8, YELLOW), [])
        self.assertEqual(self.kinds("acrylic", "black", 5.0, BLUE), [])
        self.assertEqual(self.kinds("oil", "black", 8.5, BLUE), [], "a pale blue is mostly white, which covers")

    def test_transparent_paint_cannot_be_lighter_than_its_paper(self):
        self.assertEqual(self.kinds("watercolour", "ochre", 8.0, BLUE), ["ground_too_dark"])
        self.assertEqual(self.kinds("watercolour", "white", 9.0, BLUE), [])

    def ripe(self):
        """A yellow field on a black ground; give its judgement."""
        self.change("set_brief", ground="black")
        picture = hill_picture()
        picture[picture.shape[0] * 2 // 3 :] = (214, 170, 20)
        self.bring(file_bytes(picture), "ripe.png")
        self.change("set_main_source", source=2)
        self.change("propose_planes", count=3)
        self.change("add_stroke", plane=3, kind="level", points=[[0.0, 0.66], [1.0, 0.66]])
        return next(j for j in self.painting.survey.judgements if j.kind == "shows_through")

    def test_an_underlay_clears_it_and_comes_first(self):
        told = self.ripe()
        plane = told.planes[0]
        self.change(told.remedies[0].action, **told.remedies[0].arguments)
        left = [j.planes for j in self.painting.survey.judgements if j.kind == "shows_through"]
        self.assertNotIn((plane,), left)
        number = next(p.number for p in self.state.planes if p.rank == plane)
        own = [p.title for p in self.state.passes if number in p.planes]
        self.assertEqual(own[0], "white underlay")

    def test_paint_that_is_there_gets_an_opaque_layer_instead(self):
        """Nothing can be laid under a plane that is begun (common practice, no source)."""
        plane = self.ripe().planes[0]
        number = next(p.number for p in self.state.planes if p.rank == plane)
        first = next(p for p in self.painting.survey.work.passes if p.plane == plane)
        self.change("mark_done", number=first.id, minutes=20)
        with self.assertRaises(InUseError):
            self.change("add_underlay", plane=plane)
        told = next(j for j in self.painting.survey.judgements if j.key == f"shows_through:p{plane}")
        self.change(told.remedies[0].action, **told.remedies[0].arguments)
        self.assertEqual([p.title for p in self.state.passes if number in p.planes].count("opaque layer"), 1)
        self.assertNotIn(told.key, [j.key for j in self.painting.survey.judgements])
