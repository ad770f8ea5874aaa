"""Depth over HTTP: another veil, its light, distances from what is known, bays, edges, pens, what the sun did."""

import io

import numpy as np
from PIL import Image

from kind_distance.store.database import opened
from tests.support import WithApi, bands, file_bytes


class Depth(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.planned()
        self.at = f"/api/paintings/{self.painting['id']}"

    def get(self, path, status=200, **params):
        answer = self.client.get(f"{self.at}/{path}", params=params)
        self.assertEqual(answer.status_code, status, answer.text[:300])
        return answer

    def do(self, action, *, status=200, **arguments):
        answer = self.change(self.painting, action, status=status, **arguments)
        if status == 200:
            self.painting = answer
        return answer

    def far(self):
        for plane, metres in ((2, 5000.0), (3, 20.0)):
            self.do("set_plane", plane=plane, distance_m=metres)

    def light(self, **params):
        seen = Image.open(io.BytesIO(self.get("veil.jpg", **params).content)).convert("L")
        return np.asarray(seen, dtype=float)

    def test_what_the_first_stroke_wants_is_there_once_the_photo_was_looked_at(self):
        painting = self.bring(self.begin()).json()["painting"]
        with opened(self.file) as db:
            kinds = [kind for (kind,) in db.execute("SELECT kind FROM derived")]
        self.assertIn("segments.npy", kinds)
        self.assertEqual(self.client.get(f"/api/paintings/{painting['id']}").status_code, 200)

    def test_another_veil(self):
        self.far()
        own, mist = self.light(veil="clear"), self.light(veil="mist")
        self.assertEqual(own.shape, (240, 320))
        middle = slice(110, 130)
        self.assertGreater(mist[middle].mean(), own[middle].mean() + 5, "mist is lighter than the ridge in it")
        self.assertLess(mist[middle].std(), own[middle].std() + 1)
        self.get("veil.jpg", 422, veil="soup")
        self.get("veil.jpg", 422, veil="mist", visibility_km=0)
        self.get("veil.jpg", 422, veil="mist", visibility_km="nan")

    def test_a_veil_wants_planes(self):
        bare = self.begin(title="Bare")
        self.assertEqual(self.client.get(f"/api/paintings/{bare['id']}/veil.jpg?veil=mist").status_code, 422)

    def test_the_photo_keeps_its_air_when_the_plan_takes_another(self):
        self.far()
        before = self.light(veil="storm")
        self.do("set_air", source=1, veil="clear", visibility_km=50.0)
        self.do("set_depth", veil="mist")
        np.testing.assert_allclose(self.light(veil="storm"), before, atol=1.5)
        self.do("set_air", source=1, veil="soup", status=422)
        self.do("set_air", source=1, veil="clear", visibility_km=-1.0, status=422)

    def test_the_light_of_the_air_is_picked_and_let_go(self):
        self.do("set_depth", airlight="#b08850")
        self.assertEqual(
            (self.painting["depth"]["airlight"], self.painting["depth"]["airlight_own"]), ("#b08850", True)
        )
        self.do("set_depth", usual_airlight=True)
        self.assertFalse(self.painting["depth"]["airlight_own"])
        self.do("set_depth", airlight="#b08850")
        self.do("set_depth", veil="mist")
        self.assertFalse(self.painting["depth"]["airlight_own"], "another air has its own light")
        self.do("set_depth", airlight="ochre", status=422)

    def test_edges_and_strokes(self):
        for border in self.painting["borders"]:
            self.assertIn(border["edge"], ("lost", "soft", "firm", "hard"))
            self.assertGreater(len(border["edge_said"]), 10)
        shares = [plane["planned"]["detail"] for plane in self.painting["planes"]]
        self.assertAlmostEqual(sum(shares), 1, places=2)

    def test_a_hard_thing_and_the_eraser(self):
        box = [[0.2, 0.1], [0.4, 0.1], [0.4, 0.3], [0.2, 0.3]]
        before = self.painting["planes"][2]["reading"]["share"]
        self.do("add_stroke", plane=3, kind="area", points=box)
        more = self.painting["planes"][2]["reading"]["share"]
        self.assertAlmostEqual(more - before, 0.04, delta=0.006)
        self.do("add_stroke", plane=3, kind="erase", points=[[0.2, 0.2], [0.4, 0.2]], width=0.2)
        self.assertLess(self.painting["planes"][2]["reading"]["share"], more - 0.02)
        self.do("add_stroke", plane=3, kind="area", points=box[:2], status=422)

    def test_distances_from_what_is_known(self):
        found = self.get("distance/known-height", height_m=6, share=0.05, lens_mm=26).json()
        self.assertEqual(found["distance_m"], 130)
        self.assertEqual(self.get("distance/horizon", eye_m=30).json()["distance_m"], 20_000)
        self.do("set_plane", plane=3, distance_m=40.0)
        self.assertEqual(self.get("distance/times", plane=3, times=3).json()["distance_m"], 120)
        self.get("distance/times", 404, plane=9, times=3)
        self.get("distance/times", 422, plane=1, times=2)
        self.get("distance/known-height", 422, height_m=6, share=0)
        self.get("distance/horizon", 422, eye_m="inf")

    def test_bays(self):
        found = self.get("bays", second=2 / 3, count=3).json()
        np.testing.assert_allclose(found["places"], [1.2, 8 / 6, 8.571428571 / 6])
        self.assertAlmostEqual(found["vanishing"], 2)
        self.get("bays", 422, second=1.2)
        self.get("bays", 422, second=0.5, count=999)

    def test_what_the_sun_did(self):
        """A photo with place and time says where the sun stood; without one nothing is said."""
        self.assertIsNone(self.painting["sources"][0]["sun_said"])
        picture = Image.fromarray(bands([9, 4]))
        exif = picture.getexif()
        exif.get_ifd(0x8825).update({1: "N", 2: (51.0, 0.0, 0.0), 3: "E", 4: (0.0, 0.0, 0.0)})
        exif.get_ifd(0x8769)[0x9003] = "2026:06:21 12:00:00"
        data = file_bytes(picture, "JPEG", exif=exif)
        shown = self.bring(self.painting, data, "noon.jpg").json()["painting"]["sources"][1]
        self.assertIn("62° high in the south", shown["sun_said"])

    def test_the_eye_level_by_an_upright_mark(self):
        self.do("set_horizon", source=1, horizon=0.5)
        self.do("add_note", source=1, kind="scale", x=0.5, y=0.9, x2=0.5, y2=0.4, length_m=5.0, text="post")
        said = self.painting["sources"][0]["notes"][0]["eye_said"]
        self.assertIn("stands 4.0 m above", said)
        self.do("add_note", source=1, kind="scale", x=0.2, y=0.9, x2=0.8, y2=0.9, length_m=5.0, text="wall")
        self.assertIsNone(self.painting["sources"][0]["notes"][1]["eye_said"])
