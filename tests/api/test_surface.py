"""The map of dull and glossy places: marked, told with what is usual, settled, and refused where it makes no sense."""

from tests.support import WithApi


class SurfaceMap(WithApi):
    def log(self, painting):
        answer = self.client.get(f"/api/paintings/{painting['id']}/log")
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def test_marked_told_and_settled(self):
        painting = self.begin(medium="oil", width_cm=40, height_cm=40)
        told = self.log(painting)
        self.assertEqual((told["surface_said"], told["surface_to_do"]), ("", []))
        self.assertGreaterEqual(len(told["how_to_look"]), 3)
        at = {"x": 0.5, "y": 0.5, "reach": 0.1}
        painting = self.change(painting, "add_mend", text="Dull in the sky", surface="dull", **at)
        painting = self.change(painting, "add_mend", text="Shines", surface="glossy", x=0.1, y=0.9, reach=0.05)
        told = self.log(painting)
        # 0.1^2 pi + 0.05^2 pi = 3.9 %
        self.assertEqual(told["surface_said"], "1 dull place and 1 glossy place, about 4 % of the painting.")
        self.assertEqual([each.split(":")[0] for each in told["surface_to_do"]], ["Dull", "Glossy"])
        self.assertIn("To mend: Dull in the sky", told["finish"])
        painting = self.change(painting, "settle_mend", mend=1, settled="done")
        self.assertIn("1 glossy place, ", self.log(painting)["surface_said"].lower())

    def test_a_place_without_its_width_or_middle(self):
        painting = self.begin()
        for said in (
            {"surface": "dull"}, {"surface": "dull", "x": 0.5, "y": 0.5}, {"reach": 0.1}, {"surface": "dull", "reach": 0.1},
            {"surface": "matt", "x": 0.5, "y": 0.5, "reach": 0.1}, {"surface": "dull", "x": 0.5, "y": 0.5, "reach": 0.0},
            {"surface": "dull", "x": 0.5, "y": 0.5, "reach": 9}, {"surface": "dull", "x": 1.5, "y": 0.5, "reach": 0.1},
        ):  # fmt: skip
            with self.subTest(said=said):
                self.change(painting, "add_mend", text="Somewhere", status=422, **said)
        self.assertEqual(self.log(painting)["to_mend"], [])
