"""What practitioners disagree on: both sides of each question change the plan or what is said of it.

Which side is right is nobody's to say (common practice, no source); here it is held that each does what it promises.
"""

from __future__ import annotations

import unittest
from dataclasses import fields, replace
from typing import get_args, get_type_hints

from kind_distance.clock import minute_of
from kind_distance.core.picture.crops import suggest_crops
from kind_distance.core.picture.focus import Focus
from kind_distance.rows import Brief, ElementRecord, PlaneRecord, SessionRecord
from kind_distance.stages.passes.disagreements import OF_BRIEF, OF_PLANE
from kind_distance.studio.survey import survey
from tests.planning import NOWHERE, planned_state


def passes(state):
    """Passes of a painting."""
    return survey(NOWHERE, state, 0).work.passes


def kinds_said(state, now=0):
    """Kinds of all that is said of it."""
    return {each.kind for each in survey(NOWHERE, state, now).judgements}


def minutes(state, kind):
    """Minutes of all passes of a kind."""
    return sum(each.minutes for each in passes(state) if each.kind == kind)


def with_plane(state, rank, **said):
    """The painting with one plane changed."""
    planes = tuple(replace(each, **said) if each.rank == rank else each for each in state.planes)
    return replace(state, planes=planes)


class Sides(unittest.TestCase):
    """Each side beside the other, on one painting."""

    def test_every_side_can_be_taken_and_kept(self) -> None:
        for row, questions in ((Brief, OF_BRIEF), (PlaneRecord, OF_PLANE)):
            hints = get_type_hints(row, include_extras=False)
            self.assertLessEqual({each.field for each in questions}, {each.name for each in fields(row)})
            for each in questions:
                with self.subTest(each.field):
                    self.assertEqual({"", *(side.key for side in each.sides)}, set(get_args(hints[each.field])))

    def test_sides_of_the_support(self) -> None:
        canvas = {"support": "canvas"}
        usual, round_it, framed, taped = (
            planned_state(**canvas, sides=side) for side in ("", "round", "framed", "taped")
        )
        self.assertGreater(minutes(round_it, "sides"), minutes(usual, "sides"))
        self.assertEqual(minutes(framed, "sides"), 0)
        titles = [each.title for each in passes(taped)]
        self.assertTrue(titles[0].startswith("tape the border"))
        self.assertTrue(any(title.startswith("take the tape off") for title in titles))

    def test_few_brushes_or_many(self) -> None:
        things = (
            ElementRecord(1, "Reeds", 3, smallest_mm=1.0),
            ElementRecord(2, "Posts", 3, smallest_mm=2.2),
            ElementRecord(3, "Rocks", 3, smallest_mm=9.0),
        )
        counts = {}
        for side in ("few", "", "many"):
            state = replace(planned_state(brushes_taken=side), elements=things)
            counts[side] = sum(each.kind == "details" and each.planes == (3,) for each in passes(state))
        self.assertEqual(counts, {"few": 1, "": 2, "many": 3})

    def test_chance_or_control(self) -> None:
        usual, chance, control = (planned_state(hand=side) for side in ("", "chance", "control"))
        self.assertLess(minutes(chance, "block_in"), minutes(usual, "block_in"))
        self.assertGreater(minutes(control, "block_in"), minutes(usual, "block_in"))

    def test_water_or_medium_in_a_glaze(self) -> None:
        films = {
            side: next(e for e in passes(planned_state(approach="glazes", glaze_thinner=side)) if e.kind == "glaze")
            for side in ("water", "medium")
        }
        self.assertLess(films["water"].thickness, films["medium"].thickness)

    def test_rest_or_momentum(self) -> None:
        days = tuple(SessionRecord(n, f"2026-06-{at:02d}T09:00", 200) for n, at in ((1, 1), (2, 9)))
        self.assertIn("no_return", kinds_said(planned_state(days, rest_or_go="rest")))
        self.assertIn("before_return", kinds_said(planned_state(days, rest_or_go="rest", return_on="2026-07-01")))
        self.assertNotIn("before_return", kinds_said(planned_state(days, rest_or_go="rest", return_on="2026-05-01")))
        self.assertIn("gap", kinds_said(planned_state(days, rest_or_go="momentum")))
        self.assertNotIn("gap", kinds_said(planned_state(days)))
        self.assertNotIn("gap", kinds_said(planned_state(days[:1], rest_or_go="momentum")))

    def test_stop_early_or_refine(self) -> None:
        early, usual, refined = (
            minutes(planned_state(stop_at=side), "second_layer") for side in ("early", "", "refined")
        )
        self.assertEqual(early, 0)
        self.assertLess(usual, refined)

    def test_foreground(self) -> None:
        usual, plain = (planned_state(foreground=side) for side in ("", "plain"))
        over = [e for e in passes(plain) if e.kind in ("second_layer", "details") and e.planes == (3,)]
        self.assertEqual(over, [])
        self.assertTrue([e for e in passes(usual) if e.kind in ("second_layer", "details") and e.planes == (3,)])
        values = {
            side: survey(NOWHERE, planned_state(foreground=side), 0).depth.plan.planes[-1].value
            for side in ("dark_frame", "", "light_path")
        }
        self.assertLess(values["dark_frame"], values[""])
        self.assertLess(values[""], values["light_path"])

    def test_the_light_is_fixed_or_gone_after(self) -> None:
        long = (SessionRecord(1, "2026-06-01T09:00", 300, outdoors=True),)
        usual, fixed, chased = (
            planned_state(long, light_from="life", moving_light=side, width_cm=90.0, height_cm=70.0)
            for side in ("", "fix", "chase")
        )
        self.assertGreater(minutes(chased, "block_in"), minutes(usual, "block_in"))
        self.assertNotIn("light_moved", kinds_said(fixed))

    def test_ground_in_gaps_or_hidden(self) -> None:
        state = planned_state(ground="umber")
        mass = {
            side: [e for e in passes(with_plane(state, 1, ground_shown=side)) if e.planes == (1,)]
            for side in ("", "gaps", "hidden")
        }
        planned = mass[""][0].colour.value
        self.assertGreater(mass["gaps"][0].colour.value, planned)  # dark gaps want a lighter paint
        self.assertLess(mass["gaps"][0].share, 1.0)
        self.assertIn("second coat, hides the ground", [e.title for e in mass["hidden"]])

    def test_dark_first_in_watercolour_is_asked(self) -> None:
        self.assertIn("dark_first", kinds_said(planned_state(medium="watercolour", school="dark_to_light")))
        self.assertNotIn("dark_first", kinds_said(planned_state(medium="watercolour", school="light_to_dark")))
        self.assertNotIn("dark_first", kinds_said(planned_state(medium="gouache", school="dark_to_light")))

    def test_pushed_and_muted_colour_keep_their_value(self) -> None:
        import numpy as np

        from kind_distance.core.colour.lab import lab_from_linear
        from kind_distance.core.depth.plan import _colour_at
        from kind_distance.core.depth.readings import PlaneReading

        names = {each.name: 0.0 for each in fields(PlaneReading)}
        seen = PlaneReading(**{**names, "centre": (0.5, 0.5), "linear": (0.32, 0.2, 0.12)})
        chroma, light = [], []
        for factor in (0.67, 1.0, 1.25):
            lab = lab_from_linear(np.array(_colour_at(seen, 5.0, factor))[None])[0]
            chroma.append(float(np.hypot(lab[1], lab[2])))
            light.append(float(lab[0]))
        self.assertLess(chroma[0], 0.85 * chroma[1])
        self.assertGreater(chroma[2], 1.1 * chroma[1])
        np.testing.assert_allclose(light, light[1], atol=0.05)

    def test_an_unusual_division_is_suggested(self) -> None:
        import numpy as np

        value = np.full((200, 300), 6.0, np.float32)
        value[110:] = 3.0

        def horizons(side):
            found = suggest_crops(value, 300, 200, 1.5, Focus(0.5, 0.6, 0.05), 0.55, division=side)
            return [(0.55 * 200 - each.crop.y) / each.crop.height for each in found]

        thirds, unusual = horizons("thirds")[0], horizons("unusual")[0]
        self.assertLess(min(abs(thirds - 1 / 3), abs(thirds - 2 / 3), abs(thirds - 0.382), abs(thirds - 0.618)), 0.07)
        self.assertTrue(unusual < 0.25 or unusual > 0.75 or abs(unusual - 0.5) < 0.06)


class Afterwards(unittest.TestCase):
    """What is told once painting has begun."""

    def begun(self, **more):
        """A painting of which the first pass is painted."""
        from kind_distance.stages.passes.work import by_hand

        state = planned_state((SessionRecord(1, "2026-06-01T09:00", 120),), **more)
        work = survey(NOWHERE, state, minute_of("2026-06-01T08:00")).work
        state = by_hand(state, work.passes)
        first = work.schedule.placements[0]
        return replace(
            state,
            passes=tuple(
                replace(p, done_start=first.start, done_end=first.end) if p.number == first.pass_id else p
                for p in state.passes
            ),
        )

    def test_nothing_is_next(self) -> None:
        later = minute_of("2026-06-20T08:00")
        state = self.begun()
        self.assertIn("no_next", kinds_said(state, later))
        self.assertNotIn("no_next", kinds_said(state, minute_of("2026-06-01T08:00")), "a session is ahead")
        dated = replace(state, brief=replace(state.brief, deadline="2026-08-01"))
        self.assertNotIn("no_next", kinds_said(dated, later))
        self.assertNotIn("no_next", kinds_said(planned_state(), later), "it was never begun")

    def test_a_thing_named_after_painting_has_begun(self) -> None:
        late = replace(self.begun(), elements=(ElementRecord(1, "Gull", 3, named_late=True),))
        early = replace(late, elements=(ElementRecord(1, "Gull", 3),))
        self.assertIn("named_late", kinds_said(late))
        self.assertNotIn("named_late", kinds_said(early))
