"""Mixes of things, what has to be mixed again, and the sides that painters take on mixing."""

import itertools
from dataclasses import replace

import numpy as np

from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.colour.munsell import value_from_lightness
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.palette.laid import remixes_of
from kind_distance.core.passes.model import Pass
from kind_distance.errors import DomainError, InUseError, NotFoundError
from kind_distance.pictures import darkroom
from kind_distance.rows import Brief, ElementRecord, State, ThumbnailRecord
from kind_distance.stages.mixes.batches import batches_of, say_cheap
from kind_distance.stages.mixes.hues import Unanswered, _answer, unanswered_hue
from kind_distance.stages.mixes.palette import palette_of
from kind_distance.stages.mixes.strings import THING_PARTS
from kind_distance.stages.mixes.things import moved_with, thing_area
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.thumbnails.facts import facts_of
from kind_distance.stages.thumbnails.reading import look_at
from kind_distance.studio.changes.mixes import mixes_on
from kind_distance.studio.changes.planes import usual_planes
from kind_distance.studio.changes.sources import with_source
from tests.studio.test_mixes import AtThePalette
from tests.support import bands, file_bytes, hill_picture

RED = (168, 60, 44)


def with_spot(codes, colour=RED, at=(0.2, 0.85), size=0.05):
    """Put a square of a colour on a picture, its middle at (x, y)."""
    codes = codes.copy()
    height, width = codes.shape[:2]
    x, y, half = round(at[0] * width), round(at[1] * height), round(size * width / 2)
    codes[y - half : y + half, x - half : x + half] = colour
    return codes


class WithAThing(AtThePalette):
    """A hill with a red shed in the nearest plane."""

    def setUp(self):
        super().setUp()
        picture, facts = darkroom.take_in(self.file, file_bytes(with_spot(hill_picture())), "shed")
        state, _, _ = with_source(State(Brief("Hill", width_cm=40, height_cm=30)), picture, facts, "shed.png")
        shed = ElementRecord(1, "Shed", plane=3, x=0.2, y=0.85)
        self.state = replace(state, planes=usual_planes(3), elements=(shed,))

    def of_shed(self, state):
        return {each.target.part: each for each in mixes_on(self.desk(state)) if each.target.element == 1}


class Things(WithAThing):
    def test_a_thing_has_its_own_string_in_its_own_colour(self):
        found = self.of_shed(self.boxed())
        self.assertEqual(tuple(found), THING_PARTS)
        red = lab_from_linear(linear_from_codes(np.array([[RED]], np.uint8)))[0, 0]
        base = found["base"].target.lab
        hue, wanted = (np.degrees(np.arctan2(lab[2], lab[1])) for lab in (base, red))
        self.assertLess(abs(hue - wanted), 6)
        self.assertEqual(found["base"].target.name, "Shed")
        masses = [each for each in mixes_on(self.desk(self.boxed())) if each.target.part == "mass"]
        self.assertTrue(all(each.target.element == 0 for each in masses))

    def test_a_thing_without_a_place_or_a_plane_or_given_up_has_none(self):
        state = self.boxed()
        for record in (
            replace(state.elements[0], x=None, y=None),
            replace(state.elements[0], plane=None),
            replace(state.elements[0], given_up="not wanted"),
        ):
            self.assertEqual(self.of_shed(replace(state, elements=(record,))), {})

    def test_where_a_thing_lies(self):
        lab = np.zeros((40, 60, 3))
        lab[..., 0] = 80
        lab[10:16, 20:30] = (40, 30, 20)
        labels = np.ones((40, 60), np.uint8)
        at = ElementRecord(1, "Boat", x=25 / 59, y=12 / 39)
        area = thing_area(lab, labels, at, 1)
        self.assertEqual(np.argwhere(area).min(axis=0).tolist(), [10, 21])  # as far as one looks for it
        self.assertTrue(area[12, 25])
        self.assertFalse(area[8, 25])
        boxed = thing_area(lab, labels, replace(at, box=(0.5, 0.25, 0.75, 0.5)), 1)
        self.assertEqual(int(boxed.sum()), 10 * 15)
        lone = np.full((40, 60, 3), 80.0)
        lone[12, 25] = (10, 60, 60)
        lone[11:14, 24:27] = (10, 60, 60)
        self.assertIsNone(thing_area(lone, labels, at, 1))  # nine pixels are too few to be measured

    def test_values_move_as_the_plane_does(self):
        measured, planned = (2.0, 4.0, 6.0), (3.0, 4.5, 6.0)
        for value, moved in ((2, 3), (4, 4.5), (6, 6), (3, 3.75), (1.5, 2.5), (7, 7), (9.9, 9.5)):
            self.assertAlmostEqual(moved_with(value, measured, planned), moved)
        self.assertAlmostEqual(moved_with(5, (4, 4, 4), (6, 6, 6)), 7)

    def test_a_recipe_of_a_thing_is_settled_apart_from_its_plane(self):
        state = self.do(self.boxed(), "set_recipe", plane=3, part="base", element=1, parts=[(4, 3), (1, 1)])
        self.assertIsNotNone(self.of_shed(state)["base"].own)
        self.assertTrue(all(each.own is None for each in mixes_on(self.desk(state)) if each.target.element == 0))
        with self.assertRaises(InUseError) as raised:
            self.do(state, "remove_tube", tube=4)
        self.assertIn("Shed, base", str(raised.exception))
        again = self.do(state, "clear_recipe", plane=3, part="base", element=1)
        self.assertEqual(again.mixes, ())
        kept = self.do(again, "keep_recipe", plane=3, part="tint", element=1)
        self.assertIsNotNone(self.of_shed(kept)["tint"].own)
        self.assertEqual(self.do(kept, "remove_element", element=1).mixes, ())

    def test_parts_that_are_not_there_are_refused(self):
        state = self.boxed()
        for arguments in (
            {"plane": 3, "part": "base", "parts": [(1, 1)]},
            {"plane": 3, "part": "mass", "element": 1, "parts": [(1, 1)]},
        ):
            with self.assertRaises(DomainError):
                self.do(state, "set_recipe", **arguments)
        with self.assertRaises(NotFoundError):
            self.do(state, "set_recipe", plane=3, part="base", element=7, parts=[(1, 1)])

    def test_passes_of_a_thing_take_the_mixes_of_that_thing(self):
        state = self.do(self.boxed(), "add_recipe", element=1)
        survey = self.desk(state).survey()
        batches = batches_of(state, mixes_on(self.desk(state)), survey.work)
        own = [each for each in batches if any(place[1] == 1 for place in each.strings)]
        self.assertEqual({place[2] for each in own for place in each.strings if place[1]}, set(THING_PARTS))
        of_plane = next(each for each in batches if (3, 0, "mass") in each.strings)
        base = next(each for each in own if (3, 1, "base") in each.strings)
        self.assertLess(base.ml, of_plane.ml)


class Remixes(WithAThing):
    def order(self, *passes):
        return [
            Pass(at, kind, (rank,), f"{kind} {rank}", "acrylic", 10) for at, (kind, rank) in enumerate(passes, start=1)
        ]

    def test_counted_by_hand(self):
        state = self.boxed()
        for count, (rank, part) in enumerate(itertools.product((1, 2, 3), ("light", "mass", "dark")), start=1):
            state = self.do(state, "set_recipe", plane=rank, part=part, parts=[(1, 20), (6, count)])
        mixes = [each for each in mixes_on(self.desk(state)) if not each.target.element]
        once = self.order(("block_in", 1), ("block_in", 2), ("block_in", 3))
        self.assertEqual(remixes_of(once, mixes), 0)
        # Light, mass and dark of plane 1 are wanted; only its mass was mixed before, and two others came between.
        back = self.order(("block_in", 1), ("block_in", 2), ("second_layer", 1))
        self.assertEqual(remixes_of(back, mixes), 1)
        # Straight on, the mass is still on the palette.
        on = self.order(("block_in", 1), ("second_layer", 1))
        self.assertEqual(remixes_of(on, mixes), 0)
        # All three of plane 1 come back after plane 2.
        all_back = self.order(("second_layer", 1), ("block_in", 2), ("second_layer", 1))
        self.assertEqual(remixes_of(all_back, mixes), 3)

    def test_one_recipe_in_two_places_saves_it(self):
        state = self.do(self.boxed(), "take_recipe", plane=2, part="mass", of_plane=1, of_part="mass")
        mixes = mixes_on(self.desk(state))
        order = self.order(("block_in", 1), ("block_in", 3), ("block_in", 2))
        self.assertEqual(remixes_of(order, mixes_on(self.desk(self.boxed()))), 0)
        self.assertEqual(remixes_of(order, mixes), 1)
        together = self.order(("block_in", 1), ("block_in", 2), ("block_in", 3))
        self.assertEqual(remixes_of(together, mixes), 0)


class Sides(WithAThing):
    def test_who_mixes_darks_has_no_black_in_any_recipe(self):
        state = self.do(self.boxed(), "add_tubes", pigments=["PBk9"])
        black = len(state.tubes) - 1
        free = mixes_on(self.desk(state))
        mixed = self.do(state, "set_brief", black_use="mixed")
        self.assertIn(black, palette_of(mixed).barred)
        self.assertTrue(any(black in each.recipe.tubes for each in free))
        self.assertFalse(any(black in each.recipe.tubes for each in mixes_on(self.desk(mixed))))

    def test_who_uses_black_is_not_told_of_it(self):
        state = self.do(self.state, "add_tubes", pigments=["PW6", "PBk9", "PB29"])
        state = self.do(state, "set_recipe", plane=2, part="mass", parts=[(1, 1), (2, 2)])
        self.assertIn("black_far", self.judged(state))
        self.assertNotIn("black_far", self.judged(self.do(state, "set_brief", black_use="used")))

    def test_how_much_lies_under_later_layers(self):
        state = self.boxed()
        work, numbers = self.desk(state).survey().work, itertools.count(1)
        block = next(each for each in work.passes if each.kind == "block_in" and each.planes == (2,))

        def batch(*layers):
            made = [replace(block, id=next(numbers), kind=kind, share=share) for kind, share in layers]
            found = batches_of(state, mixes_on(self.desk(state)), replace(work, passes=made))
            return next(each for each in found if (2, 0, "mass") in each.strings)

        alone, half = batch(("block_in", None)), batch(("block_in", None), ("second_layer", 0.5))
        self.assertEqual((alone.hidden_ml, half.hidden_ml), (0.0, 0.0))
        both = batch(("block_in", None), ("second_layer", 1.0))
        self.assertAlmostEqual(both.hidden_ml, alone.ml, places=6)  # the second layer's own paint lies on top
        self.assertGreater(both.ml, both.hidden_ml)
        self.assertEqual(say_cheap(state, both), "")
        yes = self.do(state, "set_brief", cheap_below="yes")
        self.assertIn(f"{both.hidden_ml:.0f} of {both.ml:.0f} ml", say_cheap(yes, both))
        self.assertEqual(say_cheap(yes, alone), "")


class Oils(WithAThing):
    def oil(self):
        state = self.boxed(medium="oil")
        state = self.do(state, "add_session", start="2026-11-28T09:00", minutes=240)
        state = self.do(state, "add_session", start="2026-12-16T09:00", minutes=240)
        state = self.do(state, "add_pass", kind="second_layer", plane=3)
        layer = max(each.number for each in state.passes)
        state = self.do(state, "set_pass", number=layer, wants="touch_dry")
        fast = next(each.number for each in state.tubes if each.dries == "fast")
        slow = next(each.number for each in state.tubes if each.dries == "slow")
        return state, fast, slow

    def recipes(self, state, below, above):
        state = self.do(state, "set_recipe", plane=3, part="mass", parts=[(below, 1)])
        for part in ("light", "dark"):
            state = self.do(state, "set_recipe", plane=3, part=part, parts=[(above, 1)])
        return state

    def test_fast_over_slow_is_told_and_slow_over_fast_is_not(self):
        """A fast film over a slow one cracks, as lean over fat does: common practice, no source."""
        state, fast, slow = self.oil()
        self.assertIn("fast_over_slow", self.judged(self.recipes(state, slow, fast)))
        self.assertNotIn("fast_over_slow", self.judged(self.recipes(state, fast, slow)))

    def test_who_makes_it_fatter_or_lets_it_dry_through_is_not_told(self):
        state, fast, slow = self.oil()
        state = self.recipes(state, slow, fast)
        remedy = self.judged(state)["fast_over_slow"].remedies[0]
        self.assertNotIn("fast_over_slow", self.judged(self.do(state, remedy.action, **remedy.arguments)))
        layer = remedy.arguments["number"]
        through = self.do(state, "set_pass", number=layer, wants="dry_through")
        self.assertNotIn("fast_over_slow", self.judged(through))

    def test_layers_of_one_box_as_painters_lay_them_are_not_told(self):
        state, _, _ = self.oil()
        self.assertNotIn("fast_over_slow", self.judged(state))

    def test_water_borne_paint_has_no_such_rule(self):
        state = self.boxed(medium="acrylic")
        self.assertNotIn("fast_over_slow", self.judged(state))


class Corners(AtThePalette):
    def painting(self, codes, focus=(0.75, 0.3)):
        picture, facts = darkroom.take_in(self.file, file_bytes(codes), "hue")
        state, _, _ = with_source(State(Brief("Hue", width_cm=40, height_cm=30)), picture, facts, "hue.png")
        state = replace(state, planes=usual_planes(3))
        return self.do(state, "set_focus", x=focus[0], y=focus[1], reach=0.12) if focus else state

    def hue(self, state):
        return unanswered_hue(self.file, state)

    def test_a_red_in_one_corner_is_told_with_where_to_echo_it(self):
        state = self.painting(with_spot(bands((60, 110, 170)), size=0.08))
        found = self.hue(state)
        self.assertEqual((found.hue.name, found.hue.corner, found.hue.opposite), ("red", "lower left", "upper right"))
        self.assertAlmostEqual(found.hue.share, 0.08 * 0.08 * 320 / 240, delta=0.003)
        told = self.judged(state)
        self.assertEqual(told["lonely_hue"].severity, "note")
        self.assertIn("upper right", told["lonely_hue"].text)

    def test_what_a_good_painter_does_on_purpose_is_not_told(self):
        spot = with_spot(bands((60, 110, 170)), size=0.08)
        at_focus = self.painting(spot, focus=(0.22, 0.82))
        self.assertIsNone(self.hue(at_focus))  # the one red of the picture is what it is about
        self.assertIsNone(self.hue(self.painting(spot, focus=None)))
        echoed = with_spot(spot, at=(0.8, 0.2), size=0.05)
        self.assertIsNone(self.hue(self.painting(echoed, focus=(0.5, 0.5))))
        vary = self.do(self.painting(spot), "set_brief", echo_hues="vary")
        self.assertIsNone(self.hue(vary))

    def test_it_is_answered_on_land_or_water_and_not_in_the_sky(self):
        spot = with_spot(bands((60, 110, 170)), size=0.08)
        found = self.hue(self.painting(spot))
        self.assertEqual((found.corner, found.plane), ("upper right", 2))
        all_sky = np.ones((40, 60), np.uint8)
        all_sky[24:] = 3
        self.assertEqual(_answer(found.hue, all_sky, [1]), Unanswered(found.hue, "lower right", 3))
        all_sky[:] = 1
        self.assertEqual(_answer(found.hue, all_sky, [1]), Unanswered(found.hue, "upper right", None))

    def told_on_thumbnail(self, state):
        """What the thumbnail's readings say of it: that it is there, not whether it should be."""
        seen = look_at(self.file, state, ThumbnailRecord(1, 1, "One", 3, 0.01, 0.01), labels_of(self.file, state))
        self.assertNotIn("lonely_hue", {each.kind for each in seen.judgements})
        return next(each.said for each in facts_of(seen, state) if each.key == "hues")

    def test_a_glow_in_the_sky_is_the_light_itself(self):
        glow = with_spot(bands((60, 110, 170)), colour=(240, 150, 60), at=(0.15, 0.12), size=0.08)
        state = self.painting(glow, focus=(0.7, 0.8))
        self.assertIsNone(self.hue(state))
        self.assertEqual(self.told_on_thumbnail(state), "No colour lives in one corner alone.")

    def test_a_thumbnail_tells_it_even_without_a_focus(self):
        state = self.painting(with_spot(bands((60, 110, 170)), size=0.08), focus=None)
        self.assertEqual(self.told_on_thumbnail(state), "Red lower left, 0.9 %.")

    def test_a_grey_picture_has_none(self):
        self.assertIsNone(self.hue(self.painting(bands((60, 110, 170)))))


class ValuesOfThings(WithAThing):
    def test_a_thing_lies_in_the_values_of_its_plane(self):
        state = self.boxed()
        red = lab_from_linear(linear_from_codes(np.array([[RED]], np.uint8)))[0, 0]
        measured = value_from_lightness(float(red[0]))
        depth = self.desk(state).survey().depth
        seen, plan = depth.given.readings[2], depth.plan.planes[2]
        wanted = moved_with(measured, (seen.dark, seen.mass, seen.light), (plan.dark, plan.value, plan.light))
        self.assertAlmostEqual(self.of_shed(state)["base"].target.value, wanted, delta=0.15)
        for each in self.of_shed(state).values():
            self.assertTrue(1.8 <= each.target.value <= 9.5)


class OverTheGround(WithAThing):
    def told(self, state):
        return {each.key: each for each in self.judgements(state)}

    def clear_yellow(self, ground):
        """The sky in a clear yellow that covers badly."""
        state = self.boxed(ground=ground)
        yellow = next(each for each in state.tubes if each.pigment == "PY35")
        bare = replace(yellow, opacity="T", masstone=(78.0, 12.0, 80.0), tint=(92.0, -2.0, 45.0))
        state = replace(state, tubes=tuple(bare if each is yellow else each for each in state.tubes))
        return self.do(state, "set_recipe", plane=2, part="mass", parts=[(yellow.number, 1)])

    def test_a_clear_colour_on_black_wants_an_underlay_and_on_white_it_does_not(self):
        """Yellow on black is flagged, yellow on white is not: common practice, no source."""
        dark, light = self.told(self.clear_yellow("black")), self.told(self.clear_yellow("white"))
        key = f"ground_shows:p{self.state.planes[1].number}"
        self.assertIn(key, dark)
        self.assertNotIn(key, light)
        self.assertIn("After one coat", dark[key].text)

    def test_with_its_underlay_it_is_well(self):
        state = self.clear_yellow("black")
        key = f"ground_shows:p{self.state.planes[1].number}"
        remedy = self.told(state)[key].remedies[0]
        under = self.do(state, remedy.action, **remedy.arguments)
        self.assertNotIn(key, self.told(under))

    def test_who_leaves_the_ground_in_gaps_is_not_told(self):
        state = self.clear_yellow("black")
        gaps = self.do(state, "set_plane", plane=2, ground_shown="gaps")
        self.assertNotIn(f"ground_shows:p{self.state.planes[1].number}", self.told(gaps))

    def test_a_usual_box_on_a_usual_ground_is_told_nothing(self):
        for ground in ("white", "warm_grey", "pink"):
            with self.subTest(ground=ground):
                self.assertFalse(
                    [key for key in self.told(self.boxed(ground=ground)) if key.startswith("ground_shows")]
                )
