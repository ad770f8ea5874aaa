"""Kept lights, handling, arrows and shadows over HTTP."""

from tests.support import WithApi


class Keeping(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.planned()

    def do(self, action, *, status=200, **arguments):
        answer = self.change(self.painting, action, status=status, **arguments)
        if status == 200:
            self.painting = answer
        return self.painting

    def get(self, path, status=200, **query):
        answer = self.client.get(f"/api/paintings/{self.painting['id']}/{path}", params=query)
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def test_a_light_is_kept_renamed_and_given_up(self):
        box = [[0.2, 0.7], [0.3, 0.7], [0.3, 0.8]]
        self.do("add_reserve", points=box, name="Gate")
        light = self.painting["reserves"][0]
        self.assertEqual((light["name"], light["way"]), ("Gate", "ground"))
        self.assertIn("Foreground", light["said"])
        self.do("set_reserve", reserve=1, way="masked", name="Gate post")
        self.assertEqual(self.painting["reserves"][0]["name"], "Gate post")
        self.do("set_reserve", reserve=9, way="masked", status=404)
        self.do("set_reserve", reserve=1, way="glued", status=422)
        self.do("add_reserve", points=box[:2], name="x", status=422)
        self.do("remove_reserve", reserve=1)
        self.assertEqual(self.painting["reserves"], [])

    def test_straightening_takes_a_light_along(self):
        self.do("add_reserve", points=[[0.2, 0.7], [0.3, 0.7], [0.3, 0.8]], name="Gate")
        self.do("straighten", source=1, tilt_deg=2.0)
        self.assertNotEqual(self.painting["reserves"][0]["points"][0], [0.2, 0.7])
        self.do("straighten", source=1, tilt_deg=0.0)
        for one, other in zip(self.painting["reserves"][0]["points"][0], [0.2, 0.7], strict=True):
            self.assertAlmostEqual(one, other, delta=1e-3)

    def test_passes_say_which_lights_to_keep_clear(self):
        """A wash over a kept light is a light lost: every layer of its plane says so, and none of another's."""
        self.do("add_reserve", points=[[0.2, 0.8], [0.3, 0.8], [0.3, 0.9], [0.2, 0.9]], name="Gate")
        said = {(p["kind"], p["plane"]): p["keeps"] for p in self.painting["work"]["passes"]}
        self.assertEqual(said["block_in", 3], "Keep clear: Gate.")
        self.assertEqual(said["block_in", 1], "")
        self.do("set_reserve", reserve=1, way="added")
        self.assertFalse(any(p["keeps"] for p in self.painting["work"]["passes"]))

    def offers(self):
        begun = self.client.post(f"/api/paintings/{self.painting['id']}/seek").raise_for_status().json()
        while begun["running"]:
            begun = self.get(f"seek/{begun['number']}?wait_s=2")
        return {each["way"]: each for each in begun["offers"]}

    def test_a_plan_is_offered_taken_and_let_go(self):
        self.do("take_plan", way="anew", status=422)
        for day in (28, 29):
            self.do("add_session", start=f"2026-11-{day}T09:00", minutes=90)
        self.assertEqual(list(self.offers()), ["order", "few", "anew"])
        self.do("take_plan", way="order")
        self.assertTrue(self.painting["work"]["plan_kept"])
        self.assertEqual(self.painting["history"]["undo"].split(":")[0], "Keep my order")
        self.do("take_plan", way="anew")
        self.assertEqual(self.offers()["anew"]["said"], "as it stands")
        self.do("let_plan_go")
        self.assertFalse(self.painting["work"]["plan_kept"])
        self.do("take_plan", way="sideways", status=422)

    def test_unsafe_materials_are_meant_so_only_in_writing(self):
        self.do("set_pass", number=self.layer("block_in"), paint="oil")
        told = next(j for j in self.painting["judgements"] if j["kind"] == "unsafe_order")
        self.do("mean_it_so", key=told["key"], reason=" ", status=422)
        self.do("mean_it_so", key=told["key"], reason="An experiment that nobody keeps.")
        self.do("set_pass", number=self.layer("block_in"), paint="crayon", status=422)

    def test_a_pass_is_divided(self):
        number = self.layer("block_in")
        before = next(p for p in self.painting["work"]["passes"] if p["number"] == number)
        self.do("split_pass", number=number)
        parts = [p for p in self.painting["work"]["passes"] if p["title"].startswith(before["title"])][-2:]
        self.assertEqual(sum(p["minutes"] for p in parts), before["minutes"])
        self.do("split_pass", number=999, status=404)

    def layer(self, kind, plane=3):
        return next(p["number"] for p in self.painting["work"]["passes"] if (p["kind"], p["plane"]) == (kind, plane))

    def test_handling_changes_thickness_minutes_and_words_of_the_passes(self):
        def block_in():
            return next(p for p in self.painting["work"]["passes"] if p["kind"] == "block_in" and p["plane"] == 3)

        before = block_in()
        self.do("set_plane", plane=3, body="thick", marks="broken", brush="knife")
        self.assertEqual(
            self.painting["planes"][2]["handling"]["said"], "thick, broken, strokes left standing, with the knife"
        )
        after = block_in()
        self.assertGreater(after["minutes"], before["minutes"])
        self.assertIn("with the knife", after["why"])
        self.do("set_plane", plane=3, brush="toothbrush", status=422)
        self.do("add_element", name="Gate", plane=3)
        self.do("set_element", element=1, marks="soft")
        self.assertEqual(self.painting["elements"][0]["handling"]["marks"], "soft")
        self.assertEqual(self.painting["elements"][0]["plane"], 3)

    def test_shadows_of_uprights(self):
        self.get("sources/1/shadows", 422)
        self.do("set_horizon", source=1, horizon=0.4)
        self.get("sources/1/shadows", 422)
        self.do("add_note", source=1, kind="scale", x=0.3, y=0.8, x2=0.3, y2=0.5, length_m=1.8, text="Post")
        self.do("add_note", source=1, kind="scale", x=0.7, y=0.6, x2=0.7, y2=0.45, length_m=1.8, text="Tree")
        self.get("sources/1/shadows", 422)
        self.do("add_note", source=1, kind="shadow", x=0.3, y=0.8, x2=0.5, y2=0.82)
        found = self.get("sources/1/shadows")
        self.assertEqual([g["mark"] for g in found["guides"]], [1, 2])
        self.assertAlmostEqual(found["guides"][0]["end"][0], 0.5, delta=1e-6)
        self.assertGreater(found["guides"][1]["end"][0], 0.7)
        self.assertEqual(found["said"], "Shadows by the shadow you drew.")
        self.get("sources/1/shadows", 422, facing_deg=90)
        self.get("sources/9/shadows", 404)
        self.do("add_note", source=1, kind="shadow", x=0.3, y=0.8, status=422)

    def test_choices_of_brushes_and_ways(self):
        found = self.client.get("/api/choices").json()
        self.assertIn("fan", [each["key"] for each in found["brushes"]])
        self.assertEqual([each["key"] for each in found["ways_to_keep"]], ["ground", "masked", "lifted", "added"])
