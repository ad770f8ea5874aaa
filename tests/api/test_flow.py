"""The main job over HTTP, from an empty shelf to a printed sheet."""

import io

from PIL import Image
from pypdf import PdfReader

from kind_distance.core.judgement import POINTING
from tests.support import WithApi, bands, demo_copy, file_bytes, hill_picture


class WholeWay(WithApi):
    def test_from_a_photo_to_the_sheet(self):
        painting = self.begin(medium="acrylic", width_cm=40, height_cm=30, ground="ochre", idea="Light on the ridge.")
        self.assertEqual(painting["brief"]["size_said"], "40 x 30 cm")
        taken = self.bring(painting, name="my_hill.png")
        self.assertEqual(taken.status_code, 201)
        self.assertEqual((taken.json()["name"], taken.json()["new"]), ("my hill", True))
        painting = taken.json()["painting"]

        preview = self.client.post(f"/api/paintings/{painting['id']}/preview", json={"source": 1, "steps": 3}).json()
        self.assertTrue(preview["image"].startswith("data:image/png;base64,"))
        self.assertAlmostEqual(sum(preview["reading"]["shares"]), 1, places=3)
        painting = self.change(painting, "keep_thumbnail", source=1, steps=3, smallest_share=0.004, softness=0.014)
        self.assertTrue(painting["thumbnails"][0]["chosen"])
        shown = self.client.get(painting["thumbnails"][0]["image"])
        self.assertEqual(Image.open(io.BytesIO(shown.content)).size, (320, 240))

        painting = self.change(painting, "propose_planes", count=3)
        for rank, height in ((1, 0.2), (2, 0.5), (3, 0.85)):
            points = [[0.1, height], [0.9, height]]
            painting = self.change(painting, "add_stroke", plane=rank, kind="mark", points=points, width=0.01)
        masses = [plane["reading"]["mass"] for plane in painting["planes"]]
        self.assertEqual(masses, sorted(masses, reverse=True))
        self.assertAlmostEqual(masses[1], 6.5, delta=0.2)
        outlines = self.client.get(f"/api/paintings/{painting['id']}/outlines").json()
        self.assertEqual([o["rank"] for o in outlines], [1, 2, 3])
        self.assertTrue(all(o["path"].startswith("M") for o in outlines))

        work = painting["work"]
        self.assertEqual(work["passes"][0]["title"], "tone the ground ochre")
        self.assertTrue(all(p["why"] for p in work["passes"]))
        painting = self.change(painting, "add_session", start="2026-11-28T07:10", minutes=200, outdoors=True)
        placements = painting["work"]["placements"]
        self.assertEqual(placements[0]["span_said"].split()[0], "7:10")
        self.assertTrue(all(p["not_earlier"] for p in placements))
        self.assertTrue(painting["work"]["milestones"])

        sheet = self.client.get(f"/api/paintings/{painting['id']}/sheet.pdf")
        self.assertEqual(sheet.headers["content-type"], "application/pdf")
        text = PdfReader(io.BytesIO(sheet.content)).pages[0].extract_text()
        for word in ("Field and ridge", "Light on the ridge.", "28 November", "block-in"):
            self.assertIn(word, text)

    def test_undo_and_redo(self):
        painting = self.planned()
        back = self.client.post(f"/api/paintings/{painting['id']}/undo", json={"version": painting["version"]}).json()
        self.assertEqual(back["planes"], [])
        self.assertEqual(back["history"]["redo"], "3 planes proposed")
        on = self.client.post(f"/api/paintings/{painting['id']}/redo", json={"version": back["version"]}).json()
        self.assertEqual(len(on["planes"]), 3)
        self.assertIsNone(on["history"]["redo"])

    def test_every_remedy_of_a_judgement_can_be_pressed(self):
        """Whatever a judgement offers is a change the application knows, and clears or eases the finding."""
        demo_copy(self.file.with_name("demo.sqlite"))
        from fastapi.testclient import TestClient

        from kind_distance.api.app import create_app

        client = TestClient(
            create_app(self.file.with_name("demo.sqlite"), lambda: self.now), base_url="http://127.0.0.1"
        )
        self.addCleanup(client.close)
        pressed = 0
        for strip in client.get("/api/paintings").json()["paintings"]:
            painting = client.get(f"/api/paintings/{strip['id']}").json()
            for judgement in painting["judgements"]:
                for remedy in judgement["remedies"]:
                    if remedy["action"] in POINTING:
                        continue
                    change = {"action": remedy["action"], **remedy["arguments"]}
                    answer = client.post(
                        f"/api/paintings/{strip['id']}/changes",
                        json={"version": painting["version"], "change": change},
                    )
                    with self.subTest(title=strip["title"], remedy=remedy["label"]):
                        self.assertEqual(answer.status_code, 200, answer.text)
                        after = {
                            j["key"]: j for j in answer.json()["judgements"] if j["severity"] == judgement["severity"]
                        }
                        self.assertNotEqual(after.get(judgement["key"]), judgement)
                    pressed += 1
                    painting = client.post(
                        f"/api/paintings/{strip['id']}/undo", json={"version": answer.json()["version"]}
                    ).json()
        self.assertGreater(pressed, 5)

    def test_a_border_is_shown_where_planes_meet(self):
        painting = self.planned()
        path = f"/api/paintings/{painting['id']}/border"
        self.assertIn("L", self.client.get(path, params={"far": 1, "near": 2}).json()["path"])
        self.assertEqual(self.client.get(path, params={"far": 1, "near": 3}).json()["path"], "")

    def test_only_water_mirrors(self):
        painting = self.planned()
        path = f"/api/paintings/{painting['id']}/mirror"
        refused = self.client.get(path, params={"plane": 2})
        self.assertEqual(refused.status_code, 422, refused.text)
        self.assertIn("water", refused.json()["way_out"])

    def test_shelf_copy_bin(self):
        painting = self.planned()
        copy = self.client.post(f"/api/paintings/{painting['id']}/duplicate").json()
        self.assertEqual(len(self.client.get("/api/paintings").json()["paintings"]), 2)
        self.assertEqual(self.client.post(f"/api/paintings/{copy['id']}/bin").status_code, 204)
        (binned,) = self.client.get("/api/paintings", params={"binned": True}).json()["paintings"]
        self.assertTrue(binned["binned"])
        self.assertEqual(self.client.post(f"/api/paintings/{copy['id']}/take-back").status_code, 204)
        strips = self.client.get("/api/paintings").json()["paintings"]
        self.assertEqual({s["id"] for s in strips}, {painting["id"], copy["id"]})
        self.assertAlmostEqual(sum(p["share"] for p in strips[0]["planes"]), 1, places=2)

    def test_deleted_for_good(self):
        """Only from the bin; its photo goes with it unless another painting has it."""
        painting = self.planned()
        copy = self.client.post(f"/api/paintings/{painting['id']}/duplicate").json()
        picture = painting["sources"][0]["as_it_came"]
        self.assertEqual(self.client.delete(f"/api/paintings/{copy['id']}").status_code, 404)
        for number in (copy["id"], painting["id"]):
            self.assertEqual(self.client.get(picture).status_code, 200)
            self.client.post(f"/api/paintings/{number}/bin")
            self.assertEqual(self.client.delete(f"/api/paintings/{number}").status_code, 204)
            self.assertEqual(self.client.get(f"/api/paintings/{number}").status_code, 404)
        self.assertEqual(self.client.get(picture).status_code, 404)

    def test_a_page_left_open_learns_of_changes(self):
        painting = self.begin()
        address = f"/api/paintings/{painting['id']}/version"
        self.assertEqual(self.client.get(address).json()["version"], painting["version"])
        self.change(painting, "set_brief", idea="Light on the path.")
        self.assertGreater(self.client.get(address).json()["version"], painting["version"])
        self.assertEqual(self.client.get("/api/paintings/999/version").status_code, 404)

    def test_inches(self):
        painting = self.begin(width_cm=30.48, height_cm=22.86, unit="in")
        self.assertEqual(painting["brief"]["size_said"], "12 x 9 in")
        painting = self.bring(painting).json()["painting"]
        painting = self.change(painting, "propose_planes", count=3)
        self.assertTrue(all(b["length_said"].endswith(" in") for b in painting["borders"]))

    def test_a_photo_shown_holds_no_place(self):
        from tests.support import PICTURES

        taken = self.bring(self.begin(), (PICTURES / "tea_hillside.jpg").read_bytes(), "tea.jpg").json()
        source = taken["painting"]["sources"][0]
        self.assertFalse(source["place"]["shared"])
        shown = Image.open(io.BytesIO(self.client.get(source["image"]).content))
        self.assertEqual(dict(shown.getexif()), {})
        self.assertNotIn("exif", shown.info)

    def test_choices(self):
        found = self.client.get("/api/choices").json()
        self.assertEqual(
            [m["key"] for m in found["media"]],
            ["watercolour", "gouache", "acrylic", "rewettable_acrylic", "oil", "oil_at_once", "oil_over_acrylic"],
        )
        self.assertGreaterEqual(len(found["veils"]), 8)

    def test_marked_done_in_a_session(self):
        painting = self.change(self.planned(), "add_session", start="2026-11-26T09:00", minutes=200)
        number = painting["work"]["passes"][0]["number"]
        painting = self.change(painting, "mark_done", number=number, minutes=12)
        first = painting["work"]["placements"][0]
        self.assertTrue(first["done"])
        self.assertEqual((first["number"], first["span_said"]), (number, "9:30 to 9:42"))
        self.assertTrue(all(p["start_min"] >= first["end_min"] for p in painting["work"]["placements"][1:]))

    def test_large_and_narrow_photos(self):
        for name, codes in (("panorama", bands([8, 5, 3], 100, 1500)), ("tower", bands([8, 5, 3], 1500, 100))):
            with self.subTest(name=name):
                taken = self.bring(self.begin(title=name), file_bytes(codes), f"{name}.png")
                painting = self.change(taken.json()["painting"], "propose_planes", count=3)
                self.assertEqual(len(painting["planes"]), 3)

    def test_same_request_same_answer(self):
        painting = self.planned()
        first, second = (self.client.get(f"/api/paintings/{painting['id']}").content for _ in range(2))
        self.assertEqual(first, second)
        self.assertIsNotNone(hill_picture())
