"""The palette and its recipes, as a painter changes them."""

from dataclasses import replace

import numpy as np

from kind_distance.core.colour.lab import ciede2000, lab_from_linear, linear_from_lab
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.judgement import POINTING
from kind_distance.core.mixing.film import PAPER_LAB, film_over
from kind_distance.core.mixing.spectrum import lab_of, reflectance_of
from kind_distance.core.mixing.tubes import paint_of
from kind_distance.core.palette.coats import coats_over
from kind_distance.core.palette.mix_audit import missing_parts
from kind_distance.errors import DomainError, InUseError, KindDistanceError, NotFoundError
from kind_distance.pictures import darkroom
from kind_distance.rows import Brief, State
from kind_distance.stages.mixes.batches import batches_of, used_ml
from kind_distance.stages.mixes.build import off_plan, scene_of_build, steps_of
from kind_distance.stages.mixes.judging import judge_mixes, reaching_tubes
from kind_distance.stages.mixes.nominal import BY_INDEX, PIGMENTS, USUAL_BOX, usual_box
from kind_distance.stages.mixes.palette import as_tube, palette_of, shift_of
from kind_distance.stages.mixes.strings import ground_value
from kind_distance.stages.mixes.swatches import boxes_on, tubes_of_rows
from kind_distance.studio.changes import CHANGES, apply
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.mixes import mixes_on
from kind_distance.studio.changes.planes import usual_planes
from kind_distance.studio.changes.sources import with_source
from kind_distance.studio.paintings import minutes_now
from tests.support import NOW, WithStudio, file_bytes, hill_picture

NOW_MIN = minutes_now(NOW)


class AtThePalette(WithStudio):
    def setUp(self):
        super().setUp()
        picture, facts = darkroom.take_in(self.file, file_bytes(hill_picture()), "hill")
        state, _, _ = with_source(State(Brief("Hill", width_cm=40, height_cm=30)), picture, facts, "hill.png")
        self.state = replace(state, planes=usual_planes(3))

    def desk(self, state):
        return Desk(self.file, state, NOW_MIN)

    def do(self, state, action, **arguments):
        return apply(self.desk(state), action, arguments)[0]

    def boxed(self, **brief):
        state = replace(self.state, brief=replace(self.state.brief, **brief))
        return self.do(state, "take_usual_box")

    def judged(self, state):
        return {each.kind: each for each in self.judgements(state)}

    def judgements(self, state):
        survey = self.desk(state).survey()
        return judge_mixes(self.file, state, survey.depth, survey.work)


class Palettes(AtThePalette):
    def test_a_usual_box_has_a_recipe_for_every_light_mass_and_dark(self):
        state = self.boxed()
        self.assertEqual([each.pigment for each in state.tubes], list(USUAL_BOX))
        mixes = mixes_on(self.desk(state))
        self.assertEqual(len(mixes), 9)
        self.assertGreaterEqual(sum(each.recipe.reach == "match" for each in mixes), 8)
        self.assertTrue(all(each.target.lab[0] > 0 for each in mixes))

    def test_watercolour_takes_a_box_without_white_and_says_how_much_water(self):
        state = self.boxed(medium="watercolour")
        self.assertNotIn("PW6", usual_box("watercolour"))
        self.assertEqual({each.paint for each in state.tubes}, {"watercolour"})
        self.assertTrue(all(each.recipe.strength for each in mixes_on(self.desk(state))))
        self.assertNotIn("white", missing_parts(palette_of(state)))

    def test_without_a_tube_there_is_no_recipe_and_with_one_there_is(self):
        self.assertEqual(mixes_on(self.desk(self.state)), [])
        one = self.do(self.state, "add_tubes", pigments=["PB29"])
        self.assertEqual(len(mixes_on(self.desk(one))), 9)
        barred = self.do(one, "set_tube", tube=1, barred=True)
        self.assertEqual(mixes_on(self.desk(barred)), [])

    def test_a_settled_recipe_stays_and_can_be_found_again(self):
        state = self.do(self.boxed(), "set_recipe", plane=2, part="mass", parts=[(1, 5), (6, 2)])
        mix = next(m for m in mixes_on(self.desk(state)) if (m.target.plane, m.target.part) == (2, "mass"))
        self.assertEqual(mix.recipe.parts, ((0, 5), (5, 2)))
        self.assertIsNone(mix.found)
        found = self.do(state, "clear_recipe", plane=2, part="mass")
        self.assertEqual(found.mixes, ())
        with self.assertRaises(NotFoundError):
            self.do(found, "clear_recipe", plane=2, part="mass")

    def test_another_way_can_be_taken(self):
        state = self.boxed()
        mix = next(m for m in mixes_on(self.desk(state)) if m.found and m.found.others)
        kept = self.do(state, "keep_recipe", plane=mix.target.plane, part=mix.target.part, way=1)
        wanted = tuple((state.tubes[at].number, n) for at, n in mix.found.others[0].parts)
        self.assertEqual(tuple((each.tube, each.count) for each in kept.mixes[0].parts), wanted)
        with self.assertRaises(NotFoundError):
            self.do(state, "keep_recipe", plane=1, part="mass", way=9)

    def test_a_tube_that_a_settled_recipe_needs_is_not_taken_away(self):
        state = self.do(self.boxed(), "set_recipe", plane=2, part="mass", parts=[(1, 5), (6, 2)])
        for action, said in (("remove_tube", {}), ("set_tube", {"barred": True})):
            with self.subTest(action=action), self.assertRaises(InUseError) as refused:
                self.do(state, action, tube=6, **said)
            self.assertIn(state.planes[1].name, refused.exception.message)
        free = self.do(state, "clear_recipe", plane=2, part="mass")
        self.assertEqual(len(self.do(free, "remove_tube", tube=6).tubes), 8)

    def test_recipes_that_make_no_sense(self):
        state = self.boxed()
        for parts in ([(1, 0)], [(1, 2), (1, 3)]):
            with self.subTest(parts=parts), self.assertRaises(DomainError):
                self.do(state, "set_recipe", plane=1, part="mass", parts=parts)
        with self.assertRaises(NotFoundError):
            self.do(state, "set_recipe", plane=1, part="mass", parts=[(99, 2)])
        with self.assertRaises(NotFoundError):
            self.do(state, "add_tubes", pigments=["PX0"])
        with self.assertRaises(DomainError):
            self.do(state, "add_tubes", pigments=["PW6"])

    def test_a_tube_with_an_impossible_colour(self):
        for wrong in ((140.0, 0.0, 0.0), (50.0, 900.0, 0.0), (float("nan"), 0.0, 0.0)):
            with self.subTest(masstone=wrong), self.assertRaises(KindDistanceError):
                self.do(self.state, "add_tube", name="Odd", masstone=wrong)

    def test_paint_that_does_not_hold_is_refused_with_the_reason(self):
        for medium, paint in (("watercolour", "oil"), ("acrylic", "oil"), ("oil", "acrylic"), ("oil", "gouache")):
            state = replace(self.state, brief=replace(self.state.brief, medium=medium))
            with self.subTest(medium=medium, paint=paint), self.assertRaises(DomainError) as refused:
                self.do(state, "add_tube", name="Stray", paint=paint)
            self.assertTrue(refused.exception.way_out)
        over = replace(self.state, brief=replace(self.state.brief, medium="oil_over_acrylic"))
        self.assertEqual(len(self.do(over, "add_tube", name="Under", paint="acrylic").tubes), 1)

    def test_when_a_plane_goes_its_recipes_go(self):
        state = self.do(self.boxed(), "set_recipe", plane=2, part="mass", parts=[(1, 5), (6, 2)])
        self.assertEqual(self.do(state, "remove_plane", plane=2).mixes, ())

    def test_own_swatches_move_the_drying(self):
        state = self.boxed()
        moved = self.do(state, "add_wet_dry", wet=5.0, dry=5.6)
        self.assertGreater(shift_of(moved).dry(5.0), shift_of(state).dry(5.0))
        self.assertEqual(shift_of(self.do(moved, "remove_wet_dry", swatch=1)), shift_of(state))
        both = self.do(state, "set_brief", dries_to="both")
        self.assertGreater(shift_of(both).dry(2.0), shift_of(state).dry(2.0))

    def test_batches_gather_passes_and_what_each_tube_gives(self):
        state = self.do(self.boxed(), "add_session", start="2026-11-28T13:00", minutes=180)
        mixes, work = mixes_on(self.desk(state)), self.desk(state).survey().work
        batches = batches_of(state, mixes, work)
        self.assertTrue(all(each.ml > 0 for each in batches))
        self.assertAlmostEqual(sum(used_ml(batches, 9)), sum(each.ml for each in batches), places=6)
        self.assertTrue(any(each.open_min for each in batches))
        # The same recipe in two places is one pile.
        once = self.do(state, "take_recipe", plane=2, part="mass", of_plane=3, of_part="mass")
        joined = batches_of(once, mixes_on(self.desk(once)), work)
        self.assertTrue(any({(2, 0, "mass"), (3, 0, "mass")} <= set(each.strings) for each in joined))


class Judged(AtThePalette):
    def test_no_white_is_one_judgement_not_one_for_each_plane(self):
        state = self.boxed()
        bare = self.do(state, "remove_tube", tube=1)
        found = self.judged(bare)
        pale = len([m for m in mixes_on(self.desk(bare)) if m.recipe.lab[0] < m.target.lab[0] - 4])
        self.assertEqual(found["no_white"].severity, "strong" if pale > 4 else "mild")
        self.assertIn(f"{pale} of 9", found["no_white"].text)
        self.assertNotIn("out_of_reach", found)
        self.assertNotIn("no_white", self.judged(state))
        self.assertNotIn("no_white", self.judged(self.boxed(medium="watercolour")))

    def test_what_is_out_of_reach_names_a_tube_that_reaches_it(self):
        state = self.do(self.state, "add_tubes", pigments=["PW6", "PBr7"])
        green = next(m for m in mixes_on(self.desk(state)) if m.recipe.reach == "out_of_reach")
        helps = reaching_tubes(palette_of(state), green.target.lab, green.recipe.difference)
        self.assertTrue(helps)
        self.assertLess(helps[0][1], green.recipe.difference - 1)
        judgement = self.judged(state)["out_of_reach"]
        better = self.do(state, judgement.remedies[0].action, **judgement.remedies[0].arguments)
        self.assertEqual(len(better.tubes), 3)

    def test_a_strong_tube_in_a_pale_plane_is_a_note_with_a_way_out(self):
        state = self.do(self.state, "add_tubes", pigments=["PW6", "PB15:3"])
        state = self.do(state, "set_planned_value", plane=1, value=8.0)
        state = self.do(state, "set_recipe", plane=1, part="mass", parts=[(1, 90), (2, 1)])
        note = self.judged(state)["strong_in_pale"]
        self.assertEqual(note.severity, "note")
        state = self.do(state, "add_tubes", pigments=["PB29", "PB35", "PBr7", "PY42"])
        state = self.do(state, "clear_recipe", plane=1, part="mass")
        calm = self.do(state, note.remedies[0].action, **note.remedies[0].arguments)
        self.assertNotIn("strong_in_pale", self.judged(calm))

    def test_mixes_nobody_tells_apart_can_be_mixed_once(self):
        state = self.boxed()
        alike = self.do(state, "take_recipe", plane=2, part="mass", of_plane=3, of_part="mass")
        # The very same recipe is one pile already: only what is mixed differently is told.
        same = {each.target.plane: each for each in mixes_on(self.desk(alike)) if each.target.part == "mass"}
        self.assertEqual(same[2].recipe.parts, same[3].recipe.parts)
        near = self.do(alike, "set_recipe", plane=2, part="mass", parts=[(1, 60), (6, 2), (9, 1)])
        near = self.do(near, "set_recipe", plane=3, part="mass", parts=[(1, 61), (6, 2), (9, 1)])
        told = self.judged(near)["alike_mixes"]
        self.assertEqual(told.planes, (2, 3))
        once = self.do(near, told.remedies[0].action, **told.remedies[0].arguments)
        masses = {each.plane: each.parts for each in once.mixes if each.part == "mass"}
        self.assertEqual(masses[near.planes[1].number], masses[near.planes[2].number])

    def test_black_far_off_is_a_note_and_near_by_is_not_told(self):
        state = self.do(self.state, "add_tubes", pigments=["PW6", "PBk9", "PB29"])
        told = self.do(state, "set_recipe", plane=2, part="mass", parts=[(1, 1), (2, 2)])
        self.assertIn("black_far", self.judged(told))
        near = self.do(state, "set_recipe", plane=3, part="mass", parts=[(1, 1), (2, 2)])
        self.assertNotIn("black_far", self.judged(near))
        night = self.do(told, "set_depth", veil="night")
        self.assertNotIn("black_far", self.judged(night))

    def test_every_remedy_is_a_change_and_can_be_meant_so(self):
        state = self.do(self.state, "add_tubes", pigments=["PW6", "PB15:3", "PBk9"])
        for judgement in self.judgements(state):
            for remedy in judgement.remedies:
                with self.subTest(kind=judgement.kind, remedy=remedy.label):
                    self.assertTrue(remedy.action in CHANGES or remedy.action in POINTING)
                    self.do(state, remedy.action, **remedy.arguments)
            silenced = self.do(state, "mean_it_so", key=judgement.key, reason="tried and liked")
            self.assertIn(judgement.key, {each.key for each in silenced.meant_so})

    def test_nominal_tubes_say_what_to_beware_of(self):
        for index in ("PY35", "PR108", "PB28", "PBr7"):
            self.assertTrue(BY_INDEX[index].hazard, index)
        self.assertEqual(len({each.index for each in PIGMENTS}), len(PIGMENTS))


class Building(AtThePalette):
    def test_a_painting_is_laid_before_the_simulator(self):
        state = self.do(self.state, "add_session", start="2026-11-28T13:00", minutes=180)
        found = self.desk(state).survey()
        scene, steps = scene_of_build(self.file, state, found.depth), steps_of(state, found.depth, found.work)
        self.assertEqual([each.number for each in steps], [each.id for each in found.work.passes])
        self.assertEqual(len(scene.planes), 3)
        self.assertLessEqual(max(scene.shape), 640)
        # Within one session a neighbour is still wet.
        self.assertTrue(any(each.beside or each.under != "dry" for each in steps))

    def test_without_a_session_all_is_dry(self):
        found = self.desk(self.state).survey()
        for each in steps_of(self.state, found.depth, found.work):
            self.assertEqual((each.under, each.beside, each.damp), ("dry", (), ()))

    def test_without_a_photo_there_is_nothing_to_build(self):
        bare = State(Brief("Told"), planes=usual_planes(3))
        self.assertIsNone(scene_of_build(self.file, bare, self.desk(bare).survey().depth))

    def test_a_plane_off_its_plan_is_told(self):
        found = self.desk(self.state).survey()
        scene = scene_of_build(self.file, self.state, found.depth)

        class Last:
            values = (scene.planes[0].mass, scene.planes[1].mass - 1.0, scene.planes[2].mass)

        self.assertEqual(len(off_plan(Last, scene)), 1)
        self.assertIn(scene.planes[1].name, off_plan(Last, scene)[0])


class Swatches(AtThePalette):
    def page(self, *, card=True):
        """A page under warm light: white, grey, a blue as it comes and with ten parts of white, and a striped corner."""
        codes = np.full((240, 320, 3), 200, np.uint8)
        codes[20:80, 20:80] = (250, 250, 250)
        codes[20:80, 100:160] = (119, 119, 119)
        codes[120:200, 20:100] = (40, 44, 110)
        codes[120:200, 120:200] = (128, 140, 196)
        for at in range(220, 300, 4):
            codes[120:200, at : at + 2] = (0, 0, 0)
        warm = np.clip(codes * np.array([1.0, 0.93, 0.82]), 0, 255).astype(np.uint8)
        picture, facts = darkroom.take_in(self.file, file_bytes(warm), "page")
        state, source, _ = with_source(self.boxed(), picture, facts, "page.png")
        if card:
            state = self.do(state, "set_card", source=source.number, reference="white_card", x=0.156, y=0.208)
        return state, source.number

    def test_a_tube_is_read_with_the_cards_correction(self):
        state, source = self.page()
        read = self.do(state, "read_tube", tube=6, source=source, masstone=(0.19, 0.66), tint=(0.5, 0.66), tint_parts=8)
        tube = read.tubes[5]
        self.assertEqual((tube.colour_from, tube.tint_parts), ("own", 8.0))
        plain = lab_from_linear(linear_from_codes(np.array([[[40, 44, 110]]], np.uint8)))[0, 0]
        self.assertLess(float(ciede2000(np.array(tube.masstone), plain)), 4.0)
        self.assertGreater(tube.tint[0], tube.masstone[0])
        self.assertGreaterEqual(tube.uncertainty, 1.5)
        self.assertNotEqual(mixes_on(self.desk(read)), mixes_on(self.desk(state)))

    def test_a_page_without_white_is_refused_with_the_way_out(self):
        state, source = self.page(card=False)
        with self.assertRaises(DomainError) as refused:
            self.do(state, "read_tube", tube=6, source=source, masstone=(0.19, 0.66))
        self.assertIn("white", refused.exception.message)

    def test_a_whole_page_is_read_at_once_or_not_at_all(self):
        state, source = self.page()
        places = [box.middle for box in boxes_on(self.file, state.sources[-1])]
        near = [
            min(places, key=lambda place: np.hypot(place[0] - x, place[1] - y)) for x, y in ((0.19, 0.66), (0.5, 0.66))
        ]
        boxes = boxes_on(self.file, state.sources[-1])
        blue = min(boxes, key=lambda box: np.hypot(box.middle[0] - near[0][0], box.middle[1] - near[0][1]))
        self.assertEqual(tubes_of_rows(boxes, state.tubes)[blue.row], 6)  # the row of the blue is taken for ultramarine
        read = self.do(state, "read_page", source=source, rows=[(6, near[0], near[1])])
        alone = self.do(state, "read_tube", tube=6, source=source, masstone=near[0], tint=near[1])
        self.assertEqual(read.tubes[5], alone.tubes[5])
        with self.assertRaises(DomainError):
            self.do(state, "read_page", source=source, rows=[(6, near[0], near[1]), (6, near[0], None)])
        with self.assertRaises(DomainError):  # the second row cannot be read, so the first one is not either
            self.do(state, "read_page", source=source, rows=[(6, near[0], near[1]), (7, (0.82, 0.66), None)])
        bare, without = self.page(card=False)
        with self.assertRaises(DomainError):
            boxes_on(self.file, bare.sources[-1])
        with self.assertRaises(DomainError):
            self.do(bare, "read_page", source=without, rows=[(6, near[0], None)])

    def washes(self, state):
        """A page with a white card and three washes of ultramarine of known strength, and two that are alike."""
        paper, tube = reflectance_of(np.array(PAPER_LAB)), as_tube(state.tubes[5])
        codes = np.full((240, 320, 3), 236, np.uint8)
        codes[20:80, 20:80] = (250, 250, 250)
        for at, strength in enumerate((1.2, 0.4, 0.1)):
            lab = lab_of(film_over(paper, *paint_of(tube), strength))
            codes[120:200, 20 + 70 * at : 80 + 70 * at] = codes_from_linear(
                linear_from_lab(lab[None, None].astype(float))
            )[0, 0]
        codes[120:200, 230:270] = codes[120:200, 272:310] = codes[160, 180]
        picture, facts = darkroom.take_in(self.file, file_bytes(codes), "washes")
        state, source, _ = with_source(state, picture, facts, "washes.png")
        return self.do(state, "set_card", source=source.number, reference="white_card", x=0.156, y=0.208), source.number

    def test_three_washes_say_what_a_watercolour_is(self):
        state = self.boxed()
        state = replace(state, brief=replace(state.brief, medium="watercolour"))
        state, source = self.washes(state)
        three = [(0.156, 0.66), (0.375, 0.66), (0.59, 0.66)]
        read = self.do(state, "read_washes", source=source, rows=[(6, three)])
        tube = read.tubes[5]
        self.assertEqual((tube.colour_from, len(tube.washes)), ("own", 3))
        self.assertEqual(sorted(tube.washes), list(tube.washes))  # strongest first
        away = float(ciede2000(np.array([tube.tint]), np.array([state.tubes[5].tint]))[0])
        self.assertLess(away, 6.0)  # what was never dabbed, its tint with white, is near the known one
        shuffled = self.do(state, "read_washes", source=source, rows=[(6, three[::-1])])
        self.assertEqual(shuffled.tubes[5].washes, tube.washes)
        again = self.do(read, "read_tube", tube=6, source=source, masstone=three[0], tint=three[2])
        self.assertEqual(again.tubes[5].washes, ())  # the last reading is the one that holds
        with self.assertRaisesRegex(DomainError, "alike"):
            self.do(state, "read_washes", source=source, rows=[(6, [(0.78, 0.66), (0.91, 0.66)])])
        with self.assertRaisesRegex(DomainError, "twice"):
            self.do(state, "read_washes", source=source, rows=[(6, three), (6, three)])
        oils = replace(state, brief=replace(state.brief, medium="oil"))
        with self.assertRaisesRegex(DomainError, "another medium"):
            self.do(oils, "read_washes", source=source, rows=[(6, three)])

    def test_what_is_no_swatch_is_refused(self):
        state, source = self.page()
        for place in ((0.82, 0.66), (1.4, 0.5)):
            with self.subTest(place=place), self.assertRaises(DomainError):
                self.do(state, "read_tube", tube=6, source=source, masstone=place)
        with self.assertRaises(DomainError):
            self.do(state, "read_tube", tube=6, source=source, masstone=(0.5, 0.66), tint=(0.19, 0.66))

    def test_coats_are_counted_over_the_ground_that_is_told(self):
        state = self.boxed(ground="black")
        palette, mixes = palette_of(state), mixes_on(self.desk(state))
        self.assertLess(ground_value(state), 3)
        self.assertEqual(ground_value(replace(state, brief=replace(state.brief, ground_value=7.2))), 7.2)
        dark = min(mixes, key=lambda each: each.recipe.lab[0])
        own = dark.target.value
        self.assertLessEqual(coats_over(palette, dark, own), coats_over(palette, dark, 9.5) or 99)
