"""A change is answered with what differs from the view that is shown, and that makes the present view of it."""

import json

from kind_distance.api import models as m
from kind_distance.api.patches import difference
from kind_distance.follow.steps import counted
from tests.support import NOW, WithApi


def patched(before, patch):
    """Put a patch in place, as any client may."""
    if "put" in patch:
        return patch["put"]
    if "rows" in patch:
        known = {str(row[patch["key"]]): row for row in before}
        return [
            patched(known.get(name), patch["rows"][name]) if name in patch["rows"] else known[name]
            for name in patch["order"]
        ]
    return {**before, **{name: patched(before.get(name), part) for name, part in patch["parts"].items()}}


class Answers(WithApi):
    def setUp(self):
        super().setUp()
        self.id = self.client.post("/api/paintings/sample").json()["id"]
        self.shown = self.client.get(f"/api/paintings/{self.id}").json()

    def change(self, action, **arguments):
        asked = {
            "version": self.shown["version"],
            "shown": self.shown["mark"],
            "change": {"action": action, **arguments},
        }
        return self.after(self.client.post(f"/api/paintings/{self.id}/changes", json=asked))

    def after(self, answer):
        self.assertEqual(answer.status_code, 200, answer.text)
        found = answer.json()
        self.assertEqual(found["since"], self.shown["mark"])
        self.shown = patched(self.shown, found["patch"])
        self.assertEqual(self.shown["mark"], found["mark"])
        whole = self.client.get(f"/api/paintings/{self.id}").json()
        self.assertEqual({**self.shown, "mark": ""}, {**whole, "mark": ""})
        return len(answer.content)

    def test_any_change_leads_to_the_present_view(self):
        self.assertLess(self.change("set_brief", title="Renamed"), 500)
        self.change("add_stroke", plane=1, kind="mark", points=[[0.1, 0.1], [0.9, 0.1]], width=0.02)
        self.change("set_plane", plane=2, name="Far wood")
        self.change("remove_plane", plane=2)
        self.change("add_session", start=NOW.replace(hour=15).isoformat(timespec="minutes"), minutes=90)
        self.change("set_brief", medium="oil")
        step = {"version": self.shown["version"], "shown": self.shown["mark"]}
        self.after(self.client.post(f"/api/paintings/{self.id}/undo", json=step))

    def test_a_title_has_only_the_brief_shown_anew(self):
        self.assertFalse(self.shown["brief"]["passes_by_hand"])  # derived passes are shown without their brief, too
        with counted() as made:
            self.change("set_brief", title="Renamed")
        self.assertEqual(set(made), {"_brief"})

    def test_a_view_that_nobody_remembers_is_answered_whole(self):
        asked = {
            "version": self.shown["version"],
            "shown": "long ago",
            "change": {"action": "set_brief", "title": "Whole"},
        }
        found = self.client.post(f"/api/paintings/{self.id}/changes", json=asked).json()
        self.assertNotIn("patch", found)
        self.assertEqual(found["brief"]["title"], "Whole")

    def test_the_view_of_one_painting_is_no_base_for_another(self):
        other = self.client.post(f"/api/paintings/{self.id}/duplicate").json()
        asked = {
            "version": other["version"],
            "shown": self.shown["mark"],
            "change": {"action": "set_brief", "title": "Copy"},
        }
        found = self.client.post(f"/api/paintings/{other['id']}/changes", json=asked).json()
        self.assertNotIn("patch", found)


class Differences(WithApi):
    def test_rows_are_told_apart_by_their_key(self):
        one, two, three = (m.StrokeView(number=n, plane=1, kind="mark", width=0.1, points=[]) for n in (1, 2, 3))
        wider = two.model_copy(update={"width": 0.2})
        self.assertIsNone(difference([one, two], [one.model_copy(), two]))
        found = difference([one, two], [wider, three])
        self.assertEqual(found["order"], ["2", "3"])
        self.assertEqual(found["rows"]["2"], {"parts": {"width": {"put": 0.2}}})
        self.assertEqual(json.loads(json.dumps(found["rows"]["3"]["put"]))["number"], 3)
        self.assertEqual(difference([one, two], [two, one]), {"key": "number", "order": ["2", "1"], "rows": {}})

    def test_lists_that_become_empty_or_were(self):
        one = m.StrokeView(number=1, plane=1, kind="mark", width=0.1, points=[])
        self.assertEqual(difference([one], []), {"put": []})
        self.assertEqual(difference([], [one])["put"][0]["number"], 1)
        self.assertIsNone(difference([], []))
