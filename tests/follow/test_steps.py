"""A step is done again where something changed that it read, and nowhere else."""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core import remembering
from kind_distance.follow import shared_parts, step
from kind_distance.follow.steps import KEPT_RESULTS, counted
from kind_distance.rows import Brief, PlaneRecord, State


def painting(**brief):
    planes = (PlaneRecord(1, 1, "Sky", "sky", 1000.0), PlaneRecord(2, 2, "Hill", "land", 500.0))
    return State(Brief("Quarry", **brief), planes=planes)


class Steps(unittest.TestCase):
    def test_what_was_not_read_changes_nothing(self):
        @step
        def widths(state):
            return [state.brief.width_cm * each.rank for each in state.planes]

        first = widths(painting())
        titled = replace(painting(), brief=replace(painting().brief, title="Other"))
        self.assertIs(widths(titled), first)
        wider = replace(painting(), brief=replace(painting().brief, width_cm=50))
        self.assertEqual(widths(wider), [50, 100])
        fewer = replace(painting(), planes=painting().planes[:1])
        self.assertEqual(len(widths(fewer)), 1)

    def test_what_is_read_only_on_one_way_counts_on_that_way(self):
        @step
        def said(state):
            return [state.brief.title] if state.brief.medium == "oil" else ["not oil"]

        with counted() as done:
            said(painting(medium="acrylic"))
            said(replace(painting(), brief=Brief("Renamed", medium="acrylic")))
            said(replace(painting(), brief=Brief("Renamed", medium="oil")))
            said(replace(painting(), brief=Brief("Again", medium="oil")))
        self.assertEqual(done, {"said": 3})

    def test_a_step_within_a_step_reads_for_both(self):
        @step
        def inner(state):
            return [state.brief.title]

        @step
        def outer(state):
            return [*inner(state), "!"]

        self.assertEqual(outer(painting()), ["Quarry", "!"])
        # The inner one is remembered now: the outer one has to hear of the title all the same.
        inner(replace(painting(), brief=Brief("Mill")))
        self.assertEqual(outer(replace(painting(), brief=Brief("Mill"))), ["Mill", "!"])
        self.assertEqual(outer(painting()), ["Quarry", "!"])

    def test_results_of_steps_are_told_apart_as_objects_and_plain_values_by_what_they_are(self):
        @step
        def doubled(result, minutes):
            return [2 * each + minutes for each in result]

        one = [1, 2]
        self.assertIs(doubled(one, 5), doubled(one, 5))
        self.assertIsNot(doubled([1, 2], 5), doubled(one, 5))
        self.assertEqual(doubled(one, 6), [8, 10])
        with self.assertRaises(TypeError):
            doubled(one, minutes=6)

    def test_what_was_asked_for_last_is_kept_longest(self):
        made = []

        @step
        def title(state):
            made.append(state.brief.title)
            return len(made)

        first = State(Brief("First"))
        for number in range(2 * KEPT_RESULTS):
            title(first)
            title(State(Brief(f"Other {number}")))
        self.assertEqual(made.count("First"), 1)

    def test_what_is_read_of_a_copy_made_inside_a_step_counts_too(self):
        @step
        def copied(state):
            copy = replace(state, planes=state.planes[:1])
            return [type(copy), len(copy.planes), copy.brief.title]

        self.assertEqual(copied(painting()), [State, 1, "Quarry"])
        self.assertEqual(copied(replace(painting(), brief=Brief("Other"))), [State, 1, "Other"])

    def test_a_step_may_not_hand_out_its_state(self):
        @step
        def handed_out(state):
            return state.brief

        with self.assertRaises(TypeError):
            handed_out(painting())

    def test_a_watched_state_equals_and_hashes_as_the_state_it_watches(self):
        seen = []

        @step
        def compared(state):
            seen.append((state == painting(), painting() == state, hash(state.brief) == hash(painting().brief)))
            return []

        compared(painting())
        self.assertEqual(seen, [(True, True, True)])

    def test_equal_parts_are_made_the_same_objects(self):
        known, again = painting(), painting()
        self.assertIsNot(again.planes, known.planes)
        self.assertIs(shared_parts(again, known).planes, known.planes)
        other = shared_parts(replace(again, brief=Brief("Other")), known)
        self.assertEqual(other.brief.title, "Other")


class Remembering(unittest.TestCase):
    def setUp(self):
        remembering.forget()
        self.addCleanup(remembering.forget)

    def test_arrays_are_handed_out_so_that_nobody_can_write_to_them(self):
        @remembering.remembered
        def made(size):
            return {"values": (np.zeros(size), [np.ones(2)])}

        found = made(4)
        with self.assertRaises(ValueError):
            found["values"][0][0] = 1
        with self.assertRaises(ValueError):
            found["values"][1][0][0] = 1
        self.assertIs(made(4), found)

    def test_the_budget_holds_and_what_was_not_asked_for_longest_goes(self):
        made = []

        @remembering.remembered
        def large(number):
            made.append(number)
            return np.zeros(remembering.BUDGET // 4, np.uint8)

        for number in (1, 2, 3, 1, 4, 5, 1, 2):
            large(number)
            self.assertLessEqual(remembering.held_bytes(), remembering.BUDGET)
        self.assertEqual(made, [1, 2, 3, 4, 5, 2])

    def test_what_is_larger_than_the_budget_is_made_each_time_and_never_kept(self):
        @remembering.remembered
        def whole():
            return np.zeros(remembering.BUDGET + 1, np.uint8)

        whole()
        self.assertEqual(remembering.held_bytes(), 0)
