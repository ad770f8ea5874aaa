"""Depth in the browser: another veil, its light, how far, edges, what moved along, pens, bays."""

import re

from playwright.sync_api import expect

from tests.browser.base import POOL, TEA, InBrowser


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
