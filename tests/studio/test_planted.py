"""A good plan has no judgement; each planted mistake is found, explained, and cleared by its own remedy.

The numbers in the names are those of the mistakes a painter of places makes most; the picture is made for this test.
"""

import numpy as np

from kind_distance.core.colour.munsell import grey_code
from kind_distance.rows import Brief
from kind_distance.store.database import opened
from tests.studio.test_sources import WithPhoto
from tests.support import NOW, file_bytes

HEIGHT, WIDTH = 320, 480
EDGES = (96, 140, 200)  # where ridge, woods and field begin
VALUES = (8.6, 6.9, 5.0, 3.0)
LINES = ((2, 96), (3, 140), (4, 200))


def good_picture():
    """A pale sky, a ridge in haze, woods, a near field with grain: far to near darker, plainer to finer."""
    rng = np.random.default_rng(8)
    rows = np.searchsorted(EDGES, np.arange(HEIGHT), side="right")
    value = np.array(VALUES)[rows][:, None] + np.zeros((1, WIDTH))
    value += rng.normal(0, 0.03, value.shape)
    blades = rng.normal(0, 0.5, (HEIGHT, WIDTH // 2)).repeat(2, axis=1)
    value[EDGES[2] :] += blades[EDGES[2] :]
    value[EDGES[1] : EDGES[2]] += 0.3 * blades[EDGES[1] : EDGES[2]]
    codes = np.repeat(grey_code(np.clip(value, 1, 9.4))[..., None], 3, axis=2).astype(int)
    codes[EDGES[2] :, :, 1] += 10
    codes[: EDGES[0], :, 2] += 8
    return np.clip(codes, 0, 255).astype(np.uint8)


class GoodPlan(WithPhoto):
    """The good plan, made once for each ground; every test changes a copy of it."""

    ground = "white"

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.kept = None

    def setUp(self):
        super(WithPhoto, self).setUp()
        if type(self).kept is None:
            self.begin()
            self.checkpoint()
            type(self).kept = self.file.read_bytes()
        else:
            self.file.write_bytes(type(self).kept)
            self.painting = self.studio.open(1, NOW)

    def checkpoint(self):
        """Bring everything into the one file, so that it can be copied."""
        with opened(self.file) as db:
            db.execute("PRAGMA wal_checkpoint(TRUNCATE)")

    def begin(self):
        brief = Brief("Field before woods", ground=self.ground, width_cm=45, height_cm=30)
        self.painting = self.studio.begin(brief, NOW)
        self.bring(file_bytes(good_picture()), "field.png")
        self.change("propose_planes", count=4)
        for plane, (name, metres) in enumerate((("Ridge", 9000.0), ("Woods", 700.0), ("Field", 12.0)), start=2):
            self.change("set_plane", plane=plane, name=name, distance_m=metres)
        for plane, row in LINES:
            points = [[0.0, (row - 0.5) / (HEIGHT - 1)], [1.0, (row - 0.5) / (HEIGHT - 1)]]
            self.change("add_stroke", plane=plane, kind="level", points=points, settle=True)
        self.change("set_focus", x=0.62, y=0.52, reach=0.14)

    def found(self, kind):
        return [j for j in self.painting.survey.judgements if j.kind == kind]

    def of_planes(self):
        return [(j.kind, j.title) for j in self.painting.survey.judgements if j.stage in ("planes", "sources")]

    def cleared_by(self, kind, action):
        """Apply the remedy that the finding offers and look whether the finding is gone, and nothing worse came."""
        told = self.found(kind)
        self.assertTrue(told, f"{kind} was not found: {self.of_planes()}")
        self.assertGreater(len(told[0].text), 60, "a finding explains itself")
        self.assertTrue(any(c.isdigit() for c in told[0].text), "a finding says what was measured")
        remedy = next(r for r in told[0].remedies if r.action == action)
        self.change(action, **remedy.arguments)
        self.assertFalse(self.found(kind), f"{remedy.label} does not clear it")


class Planted(GoodPlan):
    def test_a_good_plan_has_no_judgement(self):
        self.assertEqual(self.of_planes(), [])

    def test_m3_woods_and_field_merge(self):
        woods = self.painting.survey.depth.plan.planes[2].value
        self.change("set_planned_value", plane=4, value=woods - 0.1)
        self.change("set_planned_value", plane=3, value=woods)
        self.change("set_pair_gap", far=3, near=4, gap=0.05)
        self.cleared_by("borders_merge", "set_planned_value")

    def test_m8_woods_too_dark_for_their_distance(self):
        self.change("set_depth", veil="hazy", visibility_km=25.0)
        self.change("set_planned_value", plane=2, value=3.0)
        self.cleared_by("too_dark_far", "set_planned_value")

    def test_m11_a_kept_light_too_white_for_its_distance(self):
        box = [(0.3, 0.2), (0.34, 0.2), (0.34, 0.24), (0.3, 0.24)]
        self.change("set_depth", veil="hazy", visibility_km=12.0)
        ridge = [(x, y + 0.15) for x, y in box]
        self.change("add_reserve", points=ridge, name="Sail", way="ground")
        self.assertIn("Ridge", self.found("light_forward")[0].text)
        self.cleared_by("light_forward", "set_reserve")

    def test_of_two_lights_in_one_plane_one_may_be_meant_so(self):
        """What is meant so is kept against the light and not against its plane, and ends when the light goes."""
        self.change("set_depth", veil="hazy", visibility_km=12.0)
        for left in (0.3, 0.4):
            box = [(left, 0.35), (left + 0.04, 0.35), (left + 0.04, 0.39), (left, 0.39)]
            self.change("add_reserve", points=box, name=f"Sail {left}", way="ground")
        one, other = sorted(each.key for each in self.found("light_forward"))
        self.change("mean_it_so", key=one, reason="The sun is on it.")
        silent = {each.key for each in self.state.meant_so}
        self.assertEqual((one in silent, other in silent), (True, False))
        self.change("remove_reserve", reserve=1)
        self.assertEqual(self.state.meant_so, ())

    def test_m12_near_contrast_too_low(self):
        """Far and near run into one grey: the gap is opened by the remedy."""
        self.change("set_depth", gap=0.05, pull=0.0)
        self.change("set_planned_value", plane=3, value=4.0)
        self.change("set_planned_value", plane=4, value=3.8)
        self.cleared_by("borders_merge", "set_planned_value")

    def test_m13_dark_before_a_light_leaves_its_distance(self):
        self.change("set_depth", veil="hazy", visibility_km=6.0, pull=1.0)
        self.change("set_pair_direction", far=3, near=4, direction=-1)
        self.change("set_planned_value", plane=4, value=7.8)
        self.change("set_planned_value", plane=3, value=2.5)
        told = self.found("too_dark_far")[0]
        self.assertIn("it stands out and stays far", told.text)
        self.assertIn("runs into Field", told.text)
        self.cleared_by("too_dark_far", "set_planned_value")

    def test_m14_which_is_in_front(self):
        self.change("set_plane", plane=4, distance_m=650.0)
        self.change("set_depth", gap=0.05, pull=0.0)
        self.change("set_planned_value", plane=3, value=3.2)
        self.change("clear_strokes")
        for plane, row in LINES:
            points = [[0.0, (row - 0.5) / (HEIGHT - 1)], [1.0, (row - 0.5) / (HEIGHT - 1)]]
            self.change("add_stroke", plane=plane, kind="level", points=points)
        # Side by side on the same ground: the woods reach down as far as the field.
        self.change("add_stroke", plane=3, kind="area", points=[(0.0, 0.5), (0.5, 0.5), (0.5, 1.0), (0.0, 1.0)])
        told = self.found("unclear_overlap")
        self.assertTrue(told, self.of_planes())
        self.assertIn("Woods", told[0].title)
        self.cleared_by("unclear_overlap", "set_pair_gap")
        self.assertEqual(next(p.gap for p in self.state.pairs if (p.far, p.near) == (3, 4)), 0.0)

    def test_m14_a_second_clue_makes_it_sure(self):
        self.change("set_plane", plane=4, distance_m=250.0)
        self.change("set_depth", veil="hazy", visibility_km=8.0, gap=0.05, pull=0.0)
        self.change("set_planned_value", plane=3, value=3.1)
        self.change("add_stroke", plane=3, kind="area", points=[(0.0, 0.5), (0.5, 0.5), (0.5, 1.0), (0.0, 1.0)])
        told = self.found("unclear_overlap")
        self.assertEqual([r.label for r in told[0].remedies][:1], ["A step between them"], self.of_planes())
        self.cleared_by("unclear_overlap", "set_pair_gap")

    def test_m25_a_change_of_one_plane_moves_its_neighbours_or_says_who_cannot(self):
        before = [p.value for p in self.painting.survey.depth.plan.planes]
        self.change("set_planned_value", plane=4, value=5.0)
        after = [p.value for p in self.painting.survey.depth.plan.planes]
        moved = [n for n, (a, b) in enumerate(zip(before, after, strict=True), 1) if abs(a - b) > 0.05 and n != 4]
        self.assertIn(3, moved, "the woods behind a lighter field have to give way")
        self.change("set_planned_value", plane=3, value=4.8)
        self.cleared_by("ladder_conflict", "unlock_plane")

    def test_m38_a_figure_looks_out(self):
        self.change("add_note", source=1, kind="gaze", x=0.15, y=0.7, x2=0.05, y2=0.7, text="Walker")
        self.cleared_by("looks_out", "remove_note")

    def test_m38_a_path_leads_out(self):
        self.change("add_note", source=1, kind="line", x=0.5, y=0.9, x2=0.985, y2=0.95, text="Path")
        self.cleared_by("line_out", "remove_note")

    def test_thick_and_broken_far_off_comes_forward(self):
        self.change("set_plane", plane=2, body="thick", marks="broken")
        self.cleared_by("handling_forward", "set_plane")

    def test_a_kept_light_that_cannot_shine(self):
        box = [(0.3, 0.1), (0.34, 0.1), (0.34, 0.16), (0.3, 0.16)]
        self.change("add_reserve", points=box, name="Moon", way="ground")
        self.cleared_by("light_dull", "set_planned_value")

    def test_a_shadow_of_another_sun(self):
        self.change("set_horizon", source=1, horizon=0.4)
        self.change("add_note", source=1, kind="shadow", x=0.3, y=0.7, x2=0.45, y2=0.72, text="Post")
        self.change("add_note", source=1, kind="shadow", x=0.7, y=0.7, x2=0.85, y2=0.72, text="Stone")
        self.assertFalse(self.found("shadow_contrary"))
        self.change("add_note", source=1, kind="shadow", x=0.5, y=0.8, x2=0.4, y2=0.7, text="Figure")
        self.assertIn("Figure", self.found("shadow_contrary")[0].title)
        self.cleared_by("shadow_contrary", "remove_note")


class PlantedColumns(GoodPlan):
    """M22: columns tilt, spacing wrong."""

    def mark(self, depths, lean=0.0, name="Column", up=0.0):
        for n, depth in enumerate(depths, start=1):
            x, tall = 0.1 + 0.16 * n, 1.5 / depth
            foot = 0.5 + tall
            self.change("add_note", source=1, kind="scale", x=x, y=foot, x2=x + (lean + up * (0.5 - x)) * tall, y2=foot - tall,
                        length_m=3.0, text=f"{name} {n}")  # fmt: skip

    def test_uneven_bays_are_told(self):
        self.mark((5, 8, 14, 17))
        self.assertEqual(len(self.found("uneven_bays")), 1)

    def test_even_ones_and_people_are_not(self):
        self.mark((5, 8, 11, 14))
        self.mark((6, 12, 7, 9), name="Walker")
        self.assertEqual(self.found("uneven_bays"), [])
        self.assertEqual(self.found("row_leans"), [])

    def test_a_row_that_does_not_stand(self):
        self.mark((5, 8, 11, 14), lean=0.06)
        self.assertEqual(len(self.found("row_leans")), 1)

    def test_a_row_that_one_looks_up_at(self):
        self.mark((5, 8, 11, 14), up=0.3)
        self.assertEqual(self.found("row_leans"), [])


class PlantedOnThePicture(GoodPlan):
    """What is told of the chosen thumbnail and of its support."""

    def setUp(self):
        super().setUp()
        self.change("keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014)
        self.change("choose_thumbnail", thumbnail=1)

    def boxes(self, *middles, half=0.015):
        return [[(x - half, y - half), (x + half, y - half), (x + half, y + half), (x - half, y + half)]
                for x, y in middles]  # fmt: skip

    def test_m15_a_bright_thing_added_at_the_rim(self):
        before = {j.title for j in self.found("hot_spots")}
        for box in self.boxes((0.06, 0.86)):
            self.change("add_reserve", points=box, name="Lamp", way="added")
        told = [j for j in self.found("hot_spots") if j.title not in before]
        self.assertEqual(len(told), 1)
        self.assertIn("lower left", told[0].title)

    def test_m15_not_where_it_is_the_focus(self):
        before = len(self.found("hot_spots"))
        for box in self.boxes((0.62, 0.52)):
            self.change("add_reserve", points=box, name="Lamp", way="added")
        self.assertEqual(len(self.found("hot_spots")), before)

    def test_a_lamp_on_black_shines(self):
        """M39 turned round: what is put on top is as light as it is mixed, whatever the photo has there."""
        for box in self.boxes((0.3, 0.9)):
            self.change("add_reserve", points=box, name="Lamp", way="added")
        self.assertEqual(self.found("light_dull"), [])

    def test_a_crop_is_what_is_painted(self):
        """Planes, areas and minutes follow the crop; a plane that it leaves out is not painted."""
        whole = self.painting.survey
        height = self.state.sources[0].height_px
        width = self.state.sources[0].width_px
        self.change("set_thumbnail", thumbnail=1, crop=(0, height // 2, width, height // 2))
        part = self.painting.survey
        shares = [0.0 if r is None else r.share for r in part.depth.given.readings]
        self.assertEqual(shares[:2], [0.0, 0.0])
        self.assertAlmostEqual(sum(shares), 1.0, places=3)
        self.assertLess(part.depth.area_cm2, 0.8 * whole.depth.area_cm2)
        painted = {rank for each in part.work.passes for rank in each.planes}
        self.assertEqual(painted & {1, 2}, set())
        self.assertTrue({1, 2} <= {rank for each in whole.work.passes for rank in each.planes})

    def test_a_photo_of_another_shape_is_told_with_three_ways_out(self):
        self.assertEqual(self.found("other_shape"), [])
        self.change("set_brief", width_cm=30, height_cm=40)
        told = self.found("other_shape")[0]
        self.assertEqual({r.action for r in told.remedies}, {"show_crops", "set_brief", "mean_it_so"})
        self.cleared_by("other_shape", "set_brief")


class PlantedOnBlack(GoodPlan):
    """M9: light paint over a dark ground."""

    ground = "black"

    def test_m9_yellow_over_a_dark_ground(self):
        picture = good_picture()
        picture[EDGES[2] :] = (214, 170, 20)
        self.bring(file_bytes(picture), "ripe.png")
        self.change("set_main_source", source=2)
        for plane, row in LINES:
            points = [[0.0, (row - 0.5) / (HEIGHT - 1)], [1.0, (row - 0.5) / (HEIGHT - 1)]]
            self.change("add_stroke", plane=plane, kind="level", points=points, settle=True)
        self.cleared_by("shows_through", "add_underlay")
        self.assertIn("white underlay", [each.title for each in self.state.passes])

    def test_grey_covers(self):
        self.assertEqual(self.found("shows_through"), [])
