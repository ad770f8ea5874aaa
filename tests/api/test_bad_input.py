"""What goes wrong is said in the painter's words, with the way out, and nothing is lost or half-saved."""

import json

import numpy as np
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from kind_distance import errors
from kind_distance.api.problems import STATUS
from tests.exchange.test_pictures import png_header
from tests.support import WithApi, file_bytes, hill_picture


class Problems(WithApi):
    def problem(self, answer, status, code):
        self.assertEqual(answer.status_code, status, answer.text)
        self.assertEqual(answer.headers["content-type"], "application/problem+json")
        body = answer.json()
        self.assertEqual((body["status"], body["code"]), (status, code))
        self.assertTrue(body["title"] and body["detail"] and body["type"].startswith("urn:"))
        return body

    def test_every_error_has_a_status_and_a_code_of_its_own(self):
        kinds = [k for k in vars(errors).values() if isinstance(k, type) and issubclass(k, errors.KindDistanceError)]
        for kind in kinds:
            if kind is not errors.KindDistanceError:
                with self.subTest(error=kind.__name__):
                    self.assertIn(kind, STATUS)
        self.assertEqual(len({k.code for k in kinds}), len(kinds))

    def test_not_there(self):
        self.problem(self.client.get("/api/paintings/99"), 404, "not_found")
        self.problem(self.client.get("/api/nothing"), 404, "not_found")
        self.problem(self.client.get("/api/pictures/" + "0" * 64 + ".jpg"), 404, "not_found")
        self.problem(self.client.get("/api/pictures/..%2f..%2fetc.jpg"), 404, "not_found")
        self.problem(self.client.get("/api/pictures/short.jpg"), 422, "out_of_range")
        self.problem(self.client.delete("/api/paintings"), 405, "not_allowed")
        painting = self.begin()
        self.problem(self.client.get(f"/api/paintings/{painting['id']}/thumbnails/4.png"), 404, "not_found")
        sheet = f"/api/paintings/{painting['id']}/sheet.pdf"
        self.problem(self.client.get(sheet, params={"session": 3}), 404, "not_found")
        self.assertEqual(self.client.get(sheet).status_code, 200)

    def test_uploads(self):
        painting = self.begin()
        wrong = {
            "not_a_picture": (415, b"dear diary"),
            "empty_picture": (422, b""),
            "broken_picture": (422, file_bytes(hill_picture(600, 800), "JPEG")[:9000]),
            "picture_too_large": (413, png_header(60_000, 60_000)),
            "picture_too_small": (422, file_bytes(np.zeros((1, 1, 3), np.uint8))),
        }
        for code, (status, data) in wrong.items():
            with self.subTest(code=code):
                self.problem(self.bring(painting, data), status, code)
        self.assertEqual(self.client.get(f"/api/paintings/{painting['id']}").json()["sources"], [])

    def test_the_same_picture_twice(self):
        painting = self.bring(self.begin()).json()["painting"]
        again = self.bring(painting, name="another name.png").json()
        self.assertEqual((again["new"], again["source"], len(again["painting"]["sources"])), (False, 1, 1))

    def test_strange_file_names(self):
        painting = self.begin()
        for at, name in enumerate(("../../../etc/passwd.png", "x" * 3000 + ".png", "a\tb.png", "<b>.png", "ü日本.png")):
            data = file_bytes(hill_picture(100 + at, 140))
            taken = self.bring(painting, data, name)
            with self.subTest(name=name[:20]):
                self.assertEqual(taken.status_code, 201, taken.text)
                self.assertNotIn("/", taken.json()["name"])
                self.assertLessEqual(len(taken.json()["name"]), 60)
                painting = taken.json()["painting"]

    def test_two_windows(self):
        painting = self.planned()
        self.change(painting, "set_brief", title="From the first window")
        body = self.change(painting, "set_brief", status=409, title="From the second window")
        self.assertEqual(body["code"], "changed_elsewhere")
        now = self.client.get(f"/api/paintings/{painting['id']}").json()
        self.assertEqual(now["brief"]["title"], "From the first window")
        self.problem(self.bring(painting, file_bytes(hill_picture(90, 120))), 409, "changed_elsewhere")

    def test_deleting_what_another_thing_uses(self):
        painting = self.planned()
        painting = self.change(painting, "keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014)
        body = self.change(painting, "remove_source", status=409, source=1)
        self.assertEqual(body["code"], "in_use")
        self.assertIn("4 steps", body["title"])

    def test_zero_and_absurd_numbers(self):
        painting = self.planned()
        wrong = [
            ("set_brief", {"width_cm": 0}),
            ("set_brief", {"height_cm": 1e12}),
            ("set_brief", {"width_cm": "wide"}),
            ("set_plane", {"plane": 2, "distance_m": -4}),
            ("set_plane", {"plane": 0, "name": "x"}),
            ("set_planned_value", {"plane": 2, "value": 40}),
            ("set_pass", {"number": 1, "minutes": 0}),
            ("set_pass", {"number": 1, "minutes": 10**30}),
            ("add_session", {"start": "2026-11-28T07:10", "minutes": 0}),
            ("add_session", {"start": "never", "minutes": 60}),
            ("add_stroke", {"plane": 1, "kind": "mark", "points": [[7, 7], [8, 8]]}),
            ("add_stroke", {"plane": 1, "kind": "mark", "points": []}),
            ("keep_thumbnail", {"source": 1, "steps": 40, "smallest_share": 0.1, "softness": 0.01}),
            ("propose_planes", {"count": 99}),
            ("explode", {}),
            ("set_brief", {"title": "x", "surprise": 1}),
        ]
        for action, arguments in wrong:
            with self.subTest(action=action, arguments=arguments):
                body = self.change(painting, action, status=422, **arguments)
                self.assertIn(body["code"], ("out_of_range", "invalid_entry"))
        now = self.client.get(f"/api/paintings/{painting['id']}").json()
        self.assertEqual(now["version"], painting["version"])

    def test_numbers_that_are_none(self):
        painting = self.planned()
        for value in ("NaN", "Infinity", "-Infinity", "1e999"):
            body = f'{{"version": {painting["version"]}, "change": {{"action": "set_planned_value", "plane": 2, "value": {value}}}}}'
            answer = self.client.post(
                f"/api/paintings/{painting['id']}/changes", content=body, headers={"content-type": "application/json"}
            )
            with self.subTest(value=value):
                self.problem(answer, 422, "invalid_entry")

    def test_the_field_is_named(self):
        body = self.problem(self.client.post("/api/paintings", json={}), 422, "invalid_entry")
        self.assertEqual((body["title"], body["fields"]), ("The title is missing.", ["title"]))
        body = self.problem(
            self.client.post("/api/paintings", json={"title": "x", "width_cm": "wide"}), 422, "invalid_entry"
        )
        self.assertIn("width cm", body["title"])

    def test_no_json_at_all(self):
        answer = self.client.post("/api/paintings", content=b"{", headers={"content-type": "application/json"})
        self.problem(answer, 422, "invalid_entry")

    def test_nothing_to_undo(self):
        painting = self.begin()
        answer = self.client.post(f"/api/paintings/{painting['id']}/undo", json={"version": painting["version"]})
        self.problem(answer, 409, "nothing_to_undo")

    @given(
        st.recursive(
            st.none()
            | st.booleans()
            | st.integers(-(2**70), 2**70)
            | st.floats(allow_nan=False)
            | st.text(max_size=20),
            lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
            max_leaves=6,
        ),
        st.sampled_from(["set_brief", "add_stroke", "add_session", "set_depth", "move_pass", "mean_it_so", "x"]),
    )
    @settings(
        max_examples=40, deadline=None, suppress_health_check=[HealthCheck.differing_executors, HealthCheck.too_slow]
    )
    def test_whatever_is_sent_the_answer_is_a_problem_or_a_painting(self, junk, action):
        if not hasattr(self, "target"):
            self.target = self.planned()
        change = {
            "action": action,
            **(junk if isinstance(junk, dict) else {"plane": junk, "title": junk, "start": junk}),
        }
        body = {"version": self.target["version"], "change": change}
        try:
            text = json.dumps(body)
            text.encode()
        except (ValueError, UnicodeEncodeError):
            return
        answer = self.client.post(
            f"/api/paintings/{self.target['id']}/changes", content=text, headers={"content-type": "application/json"}
        )
        self.assertIn(answer.status_code, (200, 404, 409, 422), answer.text)
        if answer.status_code == 200:
            self.target = answer.json()
