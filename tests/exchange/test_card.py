"""The card of a source, read back by an independent PDF reader."""

import io
import unittest

import numpy as np
from pypdf import PdfReader

from kind_distance.exchange.card import Card, CardDeparture, CardNote, draw_card

BOX = ((0.1, 0.1), (0.3, 0.1), (0.3, 0.3))


def card(notes=2, **more):
    known = {
        "title": "Tea terraces: hillside",
        "facts": ("For light.", "Access and safety: wet clay after rain."),
        "picture": np.full((200, 300, 3), 120, np.uint8),
        "notes": tuple(CardNote(n, (0.1 * n % 1, 0.5), None, f"Colour: rose {n}") for n in range(1, notes + 1)),
        "departures": (CardDeparture("A", BOX, (0.1, 0.0), True, "Left out. The tree."),),
        "caution": "Local signs and rules decide.",
    }
    return Card(**{**known, **more})


class Cards(unittest.TestCase):
    def text(self, given):
        reader = PdfReader(io.BytesIO(draw_card(given)))
        return len(reader.pages), "\n".join(page.extract_text() for page in reader.pages)

    def test_everything_stands_on_it(self):
        pages, text = self.text(card())
        self.assertEqual(pages, 1)
        for said in ("Tea terraces: hillside", "wet clay after rain", "rose 2", "The tree", "Local signs"):
            self.assertIn(said, text)

    def test_many_notes_go_on(self):
        pages, text = self.text(card(notes=60))
        self.assertGreater(pages, 1)
        self.assertIn("rose 60", text)

    def test_a_note_outside_is_listed_and_not_drawn(self):
        outside = CardNote(7, (1.4, 0.5), None, "Memory: cut off")
        inside = CardNote(7, (0.4, 0.5), None, "Memory: cut off")
        for note, times in ((inside, 2), (outside, 1)):
            known = card(departures=())
            given = Card(known.title, (), known.picture, (note,), (), known.caution)
            self.assertEqual(self.text(given)[1].count("7"), times)

    def test_letters_of_any_script_do_not_break_it(self):
        pages, _ = self.text(card(title="茶畑 \u202e \x00 tea", facts=("é ü ß 茶",)))
        self.assertEqual(pages, 1)


if __name__ == "__main__":
    unittest.main()
