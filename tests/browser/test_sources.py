"""Sources in the browser: pins, light, level, card, departures, a sketch page, pictures brought in several ways."""

import base64

from playwright.sync_api import expect

from kind_distance.demo.seed import picture_bytes
from tests.browser.base import MILL, POOL, TEA, InBrowser
from tests.support import bands, file_bytes, hill_picture


class Sources(InBrowser):
    def open(self, painting):
        page = self.go(f"/paintings/{painting}/sources")
        expect(page.locator("figure.big img").first).to_be_visible()
        return page

    def take(self, page, tool):
        page.get_by_role("group", name="Tools").get_by_role("button", name=tool).click()
        expect(page.get_by_role("application")).to_be_visible()

    def draw(self, page, *shares):
        box = page.locator("figure.big").bounding_box()
        points = [(box["x"] + x * box["width"], box["y"] + y * box["height"]) for x, y in shares]
        page.mouse.move(*points[0])
        page.mouse.down()
        for point in points[1:]:
            page.mouse.move(*point, steps=6)
        page.mouse.up()

    def test_a_note_is_pinned_by_hand_and_by_keys(self):
        page = self.open(MILL)
        self.take(page, "Pin a note")
        self.draw(page, (0.62, 0.55))
        page.get_by_label("What it says").fill("Brick, wet and dull")
        page.get_by_role("button", name="Pin it").click()
        notes = page.get_by_role("list", name="Notes")
        expect(notes).to_contain_text("Brick, wet and dull")
        expect(notes).to_contain_text("in the photo")
        page.get_by_role("application").focus()
        for key in ("ArrowLeft", "ArrowDown", "Space", "Enter"):
            page.keyboard.press(key)
        page.get_by_label("Kind of note").select_option("memory")
        page.get_by_label("What it says").fill("Smell of mud")
        page.get_by_label("What it says").press("Enter")
        expect(notes.get_by_role("listitem")).to_have_count(2)
        page.reload()
        expect(notes.get_by_role("listitem")).to_have_count(2)
        page.get_by_role("button", name="Take off: note 1").click()
        expect(notes.get_by_role("listitem")).to_have_count(1)

    def test_a_gaze_out_of_the_picture_is_shown_and_other_crops_are_tried(self):
        page = self.open(MILL)
        self.take(page, "Gaze")
        self.draw(page, (0.12, 0.8), (0.04, 0.8))
        page.get_by_label("Name of the arrow").fill("Angler")
        page.get_by_role("button", name="Keep it").click()
        told = page.locator("li.judgement").filter(has_text="Angler looks out of the picture")
        expect(page.locator("g.pointed")).to_have_count(0)
        told.get_by_role("button", name="Show where").click()
        expect(page.locator("g.pointed")).to_have_count(1)
        expect(page.get_by_role("list", name="Notes").locator("[aria-current]")).to_contain_text("Angler")
        told.get_by_role("button", name="Look at other crops").click()
        expect(page.get_by_role("button", name="Crops worth trying")).to_be_visible()
        self.assertIn("/thumbnails", page.url)

    def test_a_scale_mark_and_what_is_missing_of_it(self):
        self.expected = ("422",)
        page = self.open(MILL)
        self.take(page, "Scale mark")
        self.draw(page, (0.5, 0.5), (0.6, 0.5))
        page.get_by_label("What is measured").fill("the gable")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("alert")).to_contain_text("two ends and a length")
        expect(page.get_by_label("What is measured")).to_have_value("the gable")
        page.get_by_label("Length in metres").fill("7,5")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("list", name="Notes")).to_contain_text("the gable · 7.5 m")

    def test_light_from_an_arrow(self):
        page = self.open(POOL)
        self.take(page, "Light")
        self.draw(page, (0.9, 0.2), (0.6, 0.2))
        expect(page.get_by_text("Light comes from the right.")).to_be_visible()
        page.get_by_role("button", name="Forget it").click()
        expect(page.get_by_text("Light: not said.")).to_be_visible()

    def test_straightened_along_a_line_and_taken_back(self):
        page = self.open(POOL)
        before = page.locator("figure.big img").first.get_attribute("src")
        self.take(page, "Straighten")
        self.draw(page, (0.1, 0.5), (0.9, 0.5418))
        expect(page.get_by_text("Straightened by 2°").first).to_be_visible()
        expect(page.locator("figure.big img").first).not_to_have_attribute("src", before)
        page.get_by_role("button", name="As it came", exact=True).last.click()
        expect(page.locator("figure.big img").first).to_have_attribute("src", before)

    def test_a_card_before_and_after(self):
        page = self.open(POOL)
        self.take(page, "Card")
        page.get_by_label("What was pressed").select_option("tape")
        self.draw(page, (0.5, 0.12))
        page.get_by_role("button", name="Remove colour cast").click()
        expect(page.get_by_role("button", name="Colours as they came")).to_be_visible()
        after = page.locator("figure.big img").first.get_attribute("src")
        page.get_by_role("button", name="As it came", exact=True).click()
        expect(page.locator("figure.big img").first).not_to_have_attribute("src", after)
        page.get_by_role("button", name="Colours as they came").click()
        expect(page.get_by_role("button", name="Colours as they came")).to_have_count(0)

    def test_a_departure_is_drawn_given_its_reason_and_followed_by_a_thumbnail(self):
        page = self.open(MILL)
        self.take(page, "Depart")
        self.draw(page, (0.6, 0.5), (0.75, 0.5), (0.75, 0.65), (0.6, 0.65))
        page.get_by_label("The reason").fill("No mill today")
        page.get_by_role("button", name="Plan it").click()
        expect(page.get_by_role("list", name="Planned departures")).to_contain_text("No mill today")
        self.go(f"/paintings/{MILL}/thumbnails")
        picture = page.locator("figure.picture img").first
        expect(picture).to_have_attribute("src", __import__("re").compile("^data:"))
        before = picture.get_attribute("src")
        page.get_by_label("with my departures").check()
        expect(picture).not_to_have_attribute("src", before)
        self.go(f"/paintings/{MILL}/sources")
        page.get_by_role("button", name="Follow the photo after all: Left out").click()
        expect(page.get_by_role("list", name="Planned departures")).to_have_count(0)

    def test_a_sketch_page_from_file_to_thumbnail(self):
        page = self.open(MILL)
        page.get_by_label("Choose photos").set_input_files(
            {"name": "page.jpg", "mimeType": "image/jpeg", "buffer": picture_bytes("sketch_page")}
        )
        page.get_by_role("button", name="page").last.click()
        page.get_by_label("What it is", exact=True).select_option("page")
        page.get_by_role("button", name="Cut it out, straight").click()
        expect(page.get_by_label("Name of the photo")).to_have_value("Sketch from page")
        expect(page.get_by_role("button", name="page", exact=True)).to_be_visible()
        self.go(f"/paintings/{MILL}/thumbnails")
        page.get_by_label("from which source").select_option(label="Sketch from page")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("list", name="Kept thumbnails")).to_contain_text("another source")
        page.get_by_label("from which source").select_option(index=0)
        page.get_by_label("Laid over it").select_option(index=1)
        expect(page.locator("img.sketch")).to_be_visible()

    def test_four_corners_by_hand(self):
        page = self.open(TEA)
        page.get_by_role("button", name="Page from the sketchbook").last.click()
        self.take(page, "Corners")
        for corner in ((0.23, 0.19), (0.74, 0.17), (0.75, 0.66), (0.2, 0.64)):
            self.draw(page, corner)
        expect(page.get_by_text("4 of 4 pressed")).to_be_visible()
        page.get_by_role("button", name="Cut this one out").click()
        expect(page.get_by_label("Name of the photo")).to_have_value("Sketch from Page from the sketchbook")

    def test_lights_that_contradict_are_told(self):
        page = self.open(TEA)
        page.get_by_role("button", name="Sketch on the hill").last.click()
        self.take(page, "Light")
        self.draw(page, (0.9, 0.5), (0.5, 0.5))
        told = page.locator("li.judgement").filter(has_text="Two references, two lights")
        expect(told).to_be_visible()
        told.get_by_role("button", name="Choose tea hillside").click()
        expect(page.get_by_label("Name of the photo")).to_have_value("tea hillside")

    def test_dropped_pasted_and_the_same_twice(self):
        page = self.open(POOL)
        drop = """([where, names, data]) => {
            const files = new DataTransfer();
            names.forEach((name, at) => {
              const bytes = Uint8Array.from(atob(data[at]), (c) => c.charCodeAt(0));
              files.items.add(new File([bytes], name, { type: 'image/png' }));
            });
            const target = document.querySelector('.sources');
            if (where === 'drop')
              target.dispatchEvent(new DragEvent('drop', { dataTransfer: files, bubbles: true }));
            else
              window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: files, bubbles: true }));
        }"""
        pictures = [base64.b64encode(file_bytes(p)).decode() for p in (hill_picture(), bands([9, 5, 2]), bands([8, 4]))]
        wall = page.get_by_role("list", name="All sources")
        page.evaluate(drop, ["drop", ["hill.png", "bands.png"], pictures[:2]])
        expect(wall.get_by_role("img")).to_have_count(3)
        page.evaluate(drop, ["paste", ["other.png"], pictures[2:]])
        expect(wall.get_by_role("img")).to_have_count(4)
        page.evaluate(drop, ["paste", ["again.png"], pictures[:1]])
        expect(page.get_by_text("was here already")).to_be_visible()
        expect(wall.get_by_role("img")).to_have_count(4)
