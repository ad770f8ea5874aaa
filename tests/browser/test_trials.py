"""The thumbnails stage in the browser: viewfinder, shapes by hand, ways of looking, readings, later ideas, support."""

import re

from playwright.sync_api import expect

from tests.browser.base import MILL, POOL, TEA, InBrowser

DATA = re.compile("^data:")


class Trials(InBrowser):
    def open(self, painting):
        page = self.go(f"/paintings/{painting}/thumbnails")
        self.picture = page.locator("figure.picture img").first
        expect(self.picture).to_have_attribute("src", DATA)
        return page

    def tool(self, page, name):
        page.get_by_role("group", name="Tools").get_by_role("button", name=name).click()

    def press(self, page, x, y):
        box = page.locator("figure.picture").bounding_box()
        page.mouse.click(box["x"] + x * box["width"], box["y"] + y * box["height"])

    def changed(self, deed):
        before = self.picture.get_attribute("src")
        deed()
        expect(self.picture).not_to_have_attribute("src", before)

    def test_a_crop_by_keys_and_by_hand_comes_back_to_the_pixel(self):
        page = self.open(TEA)
        self.tool(page, "Viewfinder")
        page.get_by_label("Format", exact=True).select_option("tall_4_5")
        finder = page.get_by_role("application")
        finder.focus()
        for key in ("-", "-", "ArrowRight", "Shift+ArrowRight", "ArrowDown"):
            page.keyboard.press(key)
        box = page.locator("figure.picture").bounding_box()
        page.mouse.move(box["x"] + 0.45 * box["width"], box["y"] + 0.5 * box["height"])
        page.mouse.down()
        page.mouse.move(box["x"] + 0.4 * box["width"], box["y"] + 0.5 * box["height"], steps=5)
        page.mouse.up()
        said = finder.get_attribute("aria-label")
        page.get_by_role("button", name="Done").click()
        page.get_by_role("button", name="Keep it").click()
        wall = page.get_by_role("list", name="Kept thumbnails")
        expect(wall.get_by_role("listitem")).to_have_count(7)
        page.reload()
        wall.get_by_role("button", name="Look at 4 steps").last.click()
        self.tool(page, "Viewfinder")
        self.assertEqual(page.get_by_role("application").get_attribute("aria-label"), said)

    def test_six_formats_and_crops_worth_trying(self):
        page = self.open(TEA)
        self.tool(page, "Viewfinder")
        page.get_by_role("button", name="Six formats side by side").click()
        expect(page.get_by_role("list", name="Formats side by side").get_by_role("listitem")).to_have_count(6)
        page.get_by_role("button", name="Crops worth trying").click()
        worth = page.get_by_role("list", name="Crops worth trying")
        expect(worth.get_by_role("listitem")).to_have_count(3)
        before = page.get_by_role("application").get_attribute("aria-label")
        worth.get_by_role("button").nth(1).click()
        expect(page.get_by_role("application")).not_to_have_attribute("aria-label", before)

    def test_crops_ask_for_the_focus_first(self):
        self.expected = ("422",)
        page = self.open(POOL)
        self.tool(page, "Viewfinder")
        page.get_by_role("button", name="Crops worth trying").click()
        expect(page.get_by_text("Mark the focus on the photo")).to_be_visible()

    def test_a_shape_restepped_pulled_and_taken_back(self):
        page = self.open(TEA)
        first = self.picture.get_attribute("src")
        self.tool(page, "Change a shape")
        self.press(page, 0.5, 0.08)
        self.changed(page.get_by_role("button", name=re.compile(r"^In \d")).first.click)
        self.tool(page, "Pull an edge")
        page.get_by_role("button", name=re.compile(r"^Pull with [78]")).first.click()
        box = page.locator("figure.picture").bounding_box()

        def pull():
            page.mouse.move(box["x"] + 0.3 * box["width"], box["y"] + 0.8 * box["height"])
            page.mouse.down()
            page.mouse.move(box["x"] + 0.7 * box["width"], box["y"] + 0.8 * box["height"], steps=5)
            page.mouse.up()

        self.changed(pull)
        expect(page.get_by_text("2 changes by hand")).to_be_visible()
        self.changed(lambda: page.get_by_role("button", name="Take the last back").click())
        page.get_by_role("button", name="All of them").click()
        expect(self.picture).to_have_attribute("src", first)

    def test_a_shape_joined_and_parted(self):
        page = self.open(TEA)
        self.tool(page, "Change a shape")
        self.press(page, 0.96, 0.3)
        self.changed(lambda: page.get_by_role("button", name="Join it to what surrounds it").click())
        self.press(page, 0.5, 0.08)
        self.changed(lambda: page.get_by_role("button", name="Split").click())
        page.get_by_role("button", name="Change “4 steps”").click()
        expect(page.get_by_role("button", name="Keep it")).to_be_disabled()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("changes by hand")).to_have_count(0)

    def test_ways_of_looking(self):
        page = self.open(TEA)
        first = self.picture.get_attribute("src")
        see = page.get_by_label("See it as")
        for way in ("grey", "squint", "covered", "plane3"):
            self.changed(lambda way=way: see.select_option(way))
        see.select_option("step0")
        expect(self.picture).to_have_attribute("src", DATA)
        see.select_option("values")
        expect(self.picture).to_have_attribute("src", first)
        turn = page.locator("figure.picture .turn")
        plain = turn.evaluate("e => getComputedStyle(e).transform")
        page.get_by_role("button", name="Mirrored").click()
        self.assertNotEqual(turn.evaluate("e => getComputedStyle(e).transform"), plain)
        page.get_by_role("button", name="Mirrored").click()
        self.assertEqual(turn.evaluate("e => getComputedStyle(e).transform"), plain)
        page.get_by_role("button", name="Upside down").click()
        page.get_by_role("button", name="Inverted").click()
        expect(self.picture).to_have_class(re.compile("inverted"))

    def test_a_colour_lifted(self):
        page = self.open(TEA)
        self.tool(page, "Lift a colour")
        self.press(page, 0.5, 0.5)
        expect(page.get_by_text("mix what the mat shows")).to_be_visible()

    def test_readings_explain_themselves_and_follow(self):
        page = self.open(TEA)
        readings = page.get_by_role("region", name="Readings")
        expect(readings).to_contain_text("Left and right weigh the same")
        readings.get_by_role("button", name="Weight").click()
        expect(readings).to_contain_text("Faces, figures and words")
        before = readings.inner_text()
        page.get_by_role("button", name="2 values").click()
        expect(readings).not_to_have_text(before)

    def test_a_finding_points_at_its_places(self):
        page = self.open(TEA)
        page.locator("summary", has_text="note").click()
        page.locator("li.judgement").filter(has_text="light gap").first.get_by_role("button", name="Show where").click()
        expect(page.locator("svg.lines rect.over")).to_have_count(1)

    def test_put_aside_found_from_the_shelf_and_taken_up(self):
        page = self.open(MILL)
        page.get_by_role("button", name="For later", exact=True).first.click()
        page.get_by_label("An idea for later").fill("at spring tide, tall")
        page.get_by_role("button", name="Put it aside").click()
        later = page.get_by_role("region", name="For later")
        expect(later).to_contain_text("at spring tide")
        self.go("/")
        ideas = page.get_by_role("region", name="Ideas for later")
        ideas.get_by_label("Find by word").fill("spring")
        expect(ideas.get_by_role("listitem")).to_have_count(1)
        ideas.get_by_label("Find by word").fill("camel")
        expect(ideas).to_contain_text("No idea has that word")
        ideas.get_by_label("Find by word").fill("tide")
        ideas.get_by_role("link", name="Tidal mill at low water").click()
        page.get_by_role("button", name="Take it up again").click()
        expect(later).to_have_count(0)

    def test_to_the_support(self):
        page = self.open(TEA)
        support = page.get_by_role("region", name="To the support")
        support.get_by_role("button", name="To the support").click()
        support.get_by_label("Division").select_option("golden")
        expect(support).to_contain_text("15.3 cm and 24.7 cm along the top")
        expect(page.locator("svg.lines g.over path")).to_have_count(4)
        support.get_by_label("grid").fill("5")
        for name in ("Print at true size", "as SVG", "PNG", "SVG", "OpenRaster"):
            address = support.get_by_role("link", name=name, exact=True).get_attribute("href")
            self.assertEqual(page.request.get(self.address + address).status, 200)
        self.assertIn("grid_cm=5", support.get_by_role("link", name="Print at true size").get_attribute("href"))
        support.get_by_label("How much is drawn").select_option("careful")
        expect(support).to_contain_text("paint follows the line")

    def test_notes_lie_where_they_belong_in_a_crop(self):
        page = self.open(TEA)
        page.get_by_role("button", name="Notes", exact=True).click()
        expect(page.locator("svg.lines g.pin")).to_have_count(3)
        before = page.locator("svg.lines g.pin > g").first.get_attribute("transform")
        page.get_by_role("list", name="Kept thumbnails").get_by_role(
            "button", name="Look at Square, shed alone"
        ).click()
        expect(page.locator("svg.lines g.pin > g").first).not_to_have_attribute("transform", before)
        expect(page.locator("svg.lines g.pin")).to_have_count(3)
        expect(page.locator(".notes")).to_contain_text("Roof: a warmer dull rose")

    def test_a_key_is_chosen(self):
        page = self.open(TEA)
        self.changed(lambda: page.get_by_label("Key of the thumbnail").select_option("low"))
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("list", name="Kept thumbnails")).to_contain_text("4 steps, low key")
