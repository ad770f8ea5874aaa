"""The playground over the API: a scene and its passes, moves by address, pictures that follow them."""

import io

import numpy as np
from PIL import Image

from tests.support import WithApi

AT = "/api/practice/play"


class Play(WithApi):
    def picture(self, at):
        return np.asarray(Image.open(io.BytesIO(self.client.get(at).raise_for_status().content)), float)

    def test_it_begins_by_the_book_and_shows_what_another_does(self):
        begun = self.client.get(AT).raise_for_status().json()
        self.assertEqual(begun["moves"], begun["book"])
        self.assertEqual(begun["picture"], begun["book_picture"])
        self.assertEqual(len(begun["told"]), 1)
        turned = "-".join(f"{each['at']}.0.1" for each in reversed(begun["moves"]))
        played = self.client.get(AT, params={"moves": turned}).raise_for_status().json()
        self.assertEqual([each["at"] for each in played["moves"]], [each["at"] for each in reversed(begun["moves"])])
        self.assertGreater(len(played["told"]), 2)
        one, other = self.picture(played["picture"]), self.picture(played["book_picture"])
        self.assertGreater(float((np.abs(one - other).max(axis=2) > 30).mean()), 0.02)

    def test_other_paint_air_and_scene(self):
        for query in ({"medium": "watercolour"}, {"air": 4}, {"seed": 4, "medium": "oil"}):
            found = self.client.get(AT, params=query).raise_for_status().json()
            for key, wanted in query.items():
                self.assertEqual(found[key], wanted)
            self.assertEqual(found["told"], ["Nothing went wrong: every layer found what it needs."])

    def test_bad_moves_are_told_in_words(self):
        for query in ({"moves": "0.0.1"}, {"moves": "0.9.1-1.0.1"}, {"moves": "x"}, {"moves": "1.1.1" * 40},
                      {"medium": "lacquer"}, {"medium": "../x"}, {"air": 9}, {"seed": 0}):  # fmt: skip
            found = self.client.get(AT, params=query)
            self.assertEqual(found.status_code, 422, query)
            self.assertTrue(found.json()["detail"] or found.json()["title"])
