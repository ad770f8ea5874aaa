"""Depth in the browser: another veil, its light, how far, edges, what moved along, pens, bays."""

import re

from playwright.sync_api import expect

from tests.browser.base import MILL, POOL, TEA, InBrowser


class Depth(InBrowser):
    def planes(self, painting=TEA):
        page = self.go(f"/paintings/{painting}/planes")
        expect(page.locator("figure.picture img")).to_be_visible()
        return page

    def test_the_scene_under_another_veil_and_planned_so(self):
        page = self.planes()
        picture = page.locator("figure.picture img")
        page.get_by_label("See the scene under").select_option("mist")
        expect(picture).to_have_attribute("src", re.compile("veil=mist"))
        page.get_by_role("button", name="Plan it so").click()
        expect(page.get_by_role("combobox", name="Veil", exact=True)).to_have_value("mist")
        expect(page.get_by_label("The photo was taken in")).to_have_value("clear")
        page.get_by_label("See the scene under").select_option("")
        expect(picture).not_to_have_attribute("src", re.compile("veil="))

    def test_the_light_of_the_air_is_picked_on_the_photo(self):
        page = self.planes(POOL)
        page.get_by_role("button", name="Pick the air's light").click()
        box = page.locator("figure.picture").bounding_box()
        page.mouse.click(box["x"] + 0.7 * box["width"], box["y"] + 0.12 * box["height"])
        page.get_by_role("button", name="its usual light").click()
        expect(page.get_by_role("button", name="its usual light")).to_have_count(0)

    def test_how_far(self):
        page = self.planes()
        page.keyboard.press("4")
        page.get_by_role("button", name="How far?").click()
        page.get_by_label("As far as which plane").select_option(label="Terraces")
        page.get_by_label("How many times").fill("20")
        page.get_by_role("button", name="Take that distance").click()
        expect(page.get_by_label("Distance in metres")).to_have_value("900")
        page.get_by_role("button", name="How far?").click()
        page.get_by_label("What is known").select_option("horizon")
        page.get_by_label("Height of the eye in metres").fill("30")
        page.get_by_role("button", name="Take that distance").click()
        expect(page.get_by_label("Distance in metres")).to_have_value("20000")

    def test_edges_of_the_chosen_plane(self):
        page = self.planes()
        page.keyboard.press("5")
        edges = page.get_by_role("region", name="Where it meets others")
        expect(edges).to_contain_text("Tea rows, path")
        edges.get_by_role("button", name="Tea rows, path").click()
        expect(page.locator("path.border-over")).to_be_attached()

    def test_what_moved_along_can_be_left(self):
        page = self.planes()
        ladder = page.get_by_role("slider", name=re.compile("Middle ridge"))
        ladder.focus()
        for _ in range(4):
            before = ladder.get_attribute("aria-valuenow")
            page.keyboard.press("ArrowDown")
            expect(ladder).not_to_have_attribute("aria-valuenow", before)
        moved = page.get_by_role("status", name="What moved along")
        expect(moved).to_be_visible()
        count = moved.get_by_role("listitem").count()
        moved.get_by_role("button").first.click()
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()
        expect(moved.get_by_role("listitem")).not_to_have_count(count + 1)

    def test_an_area_and_the_eraser(self):
        page = self.planes()
        page.keyboard.press("6")
        page.get_by_role("button", name="Area", exact=True).click()
        box = page.locator("figure.picture").bounding_box()

        def track(*shares):
            points = [(box["x"] + x * box["width"], box["y"] + y * box["height"]) for x, y in shares]
            page.mouse.move(*points[0])
            page.mouse.down()
            for point in points[1:]:
                page.mouse.move(*point, steps=4)
            page.mouse.up()

        track((0.2, 0.6), (0.35, 0.6), (0.35, 0.75), (0.2, 0.75))
        expect(page.get_by_role("button", name="All of this plane")).to_be_enabled()
        page.get_by_role("button", name="Eraser", exact=True).click()
        track((0.2, 0.65), (0.34, 0.65))
        page.get_by_role("button", name="Look", exact=True).click()
        expect(page.get_by_text("10 strokes")).to_be_visible()

    def test_a_thing_is_named_and_put_into_another_plane(self):
        page = self.planes(POOL)
        page.keyboard.press("4")
        page.get_by_role("button", name="Things in the picture").click()
        page.get_by_role("button", name="Name a thing").click()
        box = page.locator("figure.picture").bounding_box()
        page.mouse.click(box["x"] + 0.5 * box["width"], box["y"] + 0.7 * box["height"])
        things = page.get_by_role("region", name="Things in the picture")
        things.get_by_label("It is").fill("Floating birch leaf")
        things.get_by_role("button", name="List it").click()
        expect(things.get_by_label("Plane of Floating birch leaf")).to_have_value("4")
        things.get_by_label("Plane of Floating birch leaf").select_option("0")
        told = page.locator("li.judgement").filter(has_text="is in no plane")
        expect(told).to_be_visible()
        told.get_by_role("button").first.click()
        expect(told).to_have_count(0)
        things.get_by_role("button", name="Off the list: Floating birch leaf").click()
        expect(things.get_by_role("listitem")).to_have_count(0)

    def test_bays_go_on(self):
        page = self.go(f"/paintings/{TEA}/sources")
        page.get_by_role("button", name="Bays").click()
        box = page.locator("figure.big").bounding_box()
        for x, y in ((0.2, 0.9), (0.38, 0.8), (0.5, 0.733)):
            page.mouse.click(box["x"] + x * box["width"], box["y"] + y * box["height"])
        expect(page.locator("svg.marks > path.over")).to_have_count(11)


class Close(InBrowser):
    """Stepping closer to the picture, and drawing there."""

    def planes(self):
        page = self.go(f"/paintings/{MILL}/planes")
        self.frame = page.locator("figure.picture")
        expect(self.frame.locator("img")).to_be_visible()
        return page

    def width(self):
        return self.frame.locator("img").bounding_box()["width"]

    def at(self, x, y):
        box = self.frame.bounding_box()
        return box["x"] + x * box["width"], box["y"] + y * box["height"]

    def strokes(self):
        return self.page.request.get(f"{self.address}/api/paintings/{MILL}").json()["strokes"]

    def test_a_line_drawn_close_lies_where_the_hand_was(self):
        page = self.planes()
        before = self.strokes()
        page.keyboard.press("3")
        page.get_by_role("button", name="Level line").click()
        whole = self.width()
        page.mouse.move(*self.at(0.3, 0.6))
        page.keyboard.down("Control")
        for _ in range(4):
            page.mouse.wheel(0, -120)
        page.keyboard.up("Control")
        expect(page.get_by_role("status").filter(has_text="times as close")).to_be_attached()
        self.assertGreater(self.width(), 4 * whole)
        with page.expect_response(lambda r: r.request.method == "POST" and "changes" in r.url) as sent:
            page.mouse.move(*self.at(0.1, 0.5))
            page.mouse.down()
            page.mouse.move(*self.at(0.9, 0.5), steps=5)
            page.mouse.up()
        given = sent.value.request.post_data_json
        given = given.get("change", given)
        self.assertGreater(given["closeness"], 4)
        drawn = self.strokes()[len(before) :]
        self.assertEqual(len(drawn), 1)
        for x, y in drawn[0]["points"]:
            self.assertTrue(0.2 < x < 0.5)
            # What lay in the middle of the frame: 0.6 of the picture and a tenth of what is seen above.
            self.assertAlmostEqual(y, 0.6 - 0.1 * whole / self.width(), delta=0.01)

    def test_keys_and_the_plan_move_about(self):
        page = self.planes()
        page.get_by_role("button", name="Mark", exact=True).click()
        pad = page.get_by_role("application", name=re.compile("draw with the mark"))
        pad.focus()
        whole = self.width()
        for _ in range(4):
            page.keyboard.press("+")
        self.assertGreater(self.width(), 4 * whole)
        left = self.frame.locator("img").bounding_box()["x"]
        for _ in range(12):
            page.keyboard.press("Shift+ArrowRight")
        self.assertLess(self.frame.locator("img").bounding_box()["x"], left)
        plan = page.get_by_role("application", name=re.compile("Plan of the picture"))
        plan.focus()
        for _ in range(20):
            page.keyboard.press("Shift+ArrowLeft")
        self.assertAlmostEqual(self.frame.locator("img").bounding_box()["x"], self.frame.bounding_box()["x"], delta=1)
        page.keyboard.press("0")
        self.assertAlmostEqual(self.width(), whole, delta=1)
        expect(plan).to_have_count(0)

    def test_looking_only_the_hand_moves_the_picture(self):
        page = self.planes()
        for _ in range(3):
            page.get_by_role("button", name="Closer", exact=True).click()
        before = self.frame.locator("img").bounding_box()
        page.mouse.move(*self.at(0.2, 0.2))
        page.mouse.down()
        page.mouse.move(*self.at(0.4, 0.3), steps=4)
        page.mouse.up()
        after, frame = self.frame.locator("img").bounding_box(), self.frame.bounding_box()
        self.assertAlmostEqual(after["x"] - before["x"], 0.2 * frame["width"], delta=2)
        self.assertAlmostEqual(after["y"] - before["y"], 0.1 * frame["height"], delta=2)
        # Let go outside the picture, it stays where it was left.
        page.mouse.move(*self.at(0.5, 0.5))
        page.mouse.down()
        page.mouse.move(*self.at(0.5, -0.3))
        page.mouse.up()
        left = self.frame.locator("img").bounding_box()
        page.mouse.move(*self.at(0.2, 0.6), steps=3)
        self.assertEqual(self.frame.locator("img").bounding_box(), left)
        page.get_by_role("button", name="Whole", exact=True).click()
        expect(page.get_by_role("button", name="Step back")).to_be_disabled()


class CloseByTouch(InBrowser):
    options = {"has_touch": True}
    planes, width, at, strokes = Close.planes, Close.width, Close.at, Close.strokes

    def fingers(self, kind, *places):
        points = [{"x": x, "y": y, "id": n} for n, (x, y) in enumerate(places)]
        self.hand.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def spread(self):
        """Draw two fingers apart around the middle, to three times their distance."""
        self.fingers("touchStart", self.at(0.4, 0.5))
        self.fingers("touchStart", self.at(0.4, 0.5), self.at(0.6, 0.5))
        for spread in (0.15, 0.2, 0.25, 0.3):
            self.fingers("touchMove", self.at(0.5 - spread, 0.5), self.at(0.5 + spread, 0.5))
        self.fingers("touchEnd")

    def test_two_fingers_come_closer_while_only_looking(self):
        page = self.planes()
        self.hand = self.context.new_cdp_session(page)
        whole = self.width()
        self.spread()
        self.assertAlmostEqual(self.width() / whole, 3, delta=0.3)
        left = self.frame.locator("img").bounding_box()["x"]
        self.fingers("touchStart", self.at(0.3, 0.5))
        self.fingers("touchMove", self.at(0.4, 0.5))
        self.fingers("touchMove", self.at(0.6, 0.5))
        self.fingers("touchEnd")
        self.assertGreater(self.frame.locator("img").bounding_box()["x"], left + 0.15 * whole)

    def test_two_fingers_come_closer_and_draw_nothing(self):
        page = self.planes()
        before = len(self.strokes())
        page.get_by_role("button", name="Brush", exact=True).click()
        whole = self.width()
        self.hand = self.context.new_cdp_session(page)
        middle = self.at(0.5, 0.5)
        self.spread()
        expect(page.get_by_role("status").filter(has_text="times as close")).to_be_attached()
        self.assertAlmostEqual(self.width() / whole, 3, delta=0.3)
        box = self.frame.locator("img").bounding_box()
        self.assertAlmostEqual(box["x"] + box["width"] / 2, middle[0], delta=6)
        self.assertEqual(len(self.strokes()), before)
        # One finger draws again.
        self.fingers("touchStart", self.at(0.3, 0.9))
        self.fingers("touchMove", self.at(0.5, 0.9))
        with page.expect_response(lambda r: r.request.method == "POST" and "changes" in r.url):
            self.fingers("touchEnd")
        self.assertEqual(len(self.strokes()), before + 1)
