"""Each stage's own deeds, by pointer, on the demo."""

import re

from playwright.sync_api import expect

from tests.browser.base import MILL, POOL, TEA, InBrowser
from tests.support import file_bytes, hill_picture


class Brief(InBrowser):
    def test_the_brief_is_changed_from_the_title(self):
        page = self.go(f"/paintings/{TEA}/planes")
        page.get_by_role("button", name="Tea terraces").click()
        page.get_by_role("textbox", name="Title").fill("Terraces in mist")
        page.get_by_role("combobox", name="Unit").select_option("in")
        expect(page.get_by_role("textbox", name="Width")).to_have_value("15.75")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("heading", name="Terraces in mist")).to_be_visible()
        expect(page.get_by_text("in²", exact=False).first).to_be_visible()

    def test_what_cannot_be_is_said_in_the_dialog_and_kept_there(self):
        self.expected = ("422",)
        page = self.go("/")
        page.get_by_role("button", name="New painting").click()
        page.get_by_role("textbox", name="Title").fill("Wall")
        page.get_by_role("textbox", name="Width").fill("5000")
        page.get_by_role("button", name="Put it on the shelf").click()
        expect(page.get_by_role("alert")).to_contain_text("none one can paint on")
        expect(page.get_by_role("textbox", name="Title")).to_have_value("Wall")
        page.get_by_role("textbox", name="Width").fill("50")
        page.get_by_role("button", name="Put it on the shelf").click()
        expect(page.get_by_text("Bring a photo of the place")).to_be_visible()


class Sources(InBrowser):
    def test_named_shared_and_chosen(self):
        page = self.go(f"/paintings/{TEA}/sources")
        expect(page.get_by_text("private, shown to you alone")).to_be_visible()
        page.get_by_role("button", name="Let it go out").click()
        expect(page.get_by_text("may go out with prints")).to_be_visible()
        page.get_by_label("Name of the photo").fill("Hill at dawn")
        page.get_by_label("Name of the photo").press("Enter")
        expect(page.get_by_role("list", name="All sources").get_by_text("Hill at dawn")).to_be_visible()

    def test_a_second_photo_and_the_same_again(self):
        page = self.go(f"/paintings/{MILL}/sources")
        picture = {"name": "grass.png", "mimeType": "image/png", "buffer": file_bytes(hill_picture())}
        for said in ("grass is here", "was here already"):
            page.get_by_label("Choose photos").set_input_files(picture)
            expect(page.get_by_role("status").filter(has_text=said)).to_be_visible()
        expect(page.get_by_role("list", name="All sources").locator(".pick")).to_have_count(2)
        page.get_by_role("list", name="All sources").locator(".pick").nth(1).click()
        page.get_by_role("button", name="Delete").click()
        expect(page.get_by_role("list", name="All sources").locator(".pick")).to_have_count(1)

    def test_a_photo_dropped(self):
        page = self.go(f"/paintings/{TEA}/sources")
        data = page.evaluate_handle(
            """(bytes) => {
                const data = new DataTransfer();
                data.items.add(new File([new Uint8Array(bytes)], 'dropped.png', { type: 'image/png' }));
                return data;
            }""",
            list(file_bytes(hill_picture(50, 60))),
        )
        page.dispatch_event(".sources", "drop", {"dataTransfer": data})
        expect(page.get_by_role("list", name="All sources").get_by_text("dropped")).to_be_visible()

    def test_a_photo_in_use_is_kept_and_says_why(self):
        self.expected = ("409",)
        page = self.go(f"/paintings/{TEA}/sources")
        page.get_by_role("button", name="Delete").click()
        expect(page.get_by_role("alert")).to_contain_text("made from")
        page.get_by_role("alert").get_by_role("button", name="Close").click()
        expect(page.get_by_role("alert")).to_have_count(0)


class Thumbnails(InBrowser):
    def test_the_picture_follows_the_controls(self):
        page = self.go(f"/paintings/{TEA}/thumbnails")
        picture = page.locator("figure.picture img")
        before = picture.get_attribute("src")
        page.get_by_role("button", name="2 values").click()
        expect(picture).not_to_have_attribute("src", before)
        expect(page.locator("svg.value-scale line.cut")).to_have_count(1)
        slider = page.get_by_role("slider", name="Smallest shape")
        slider.focus()
        for _ in range(25):
            page.keyboard.press("ArrowRight")
        expect(page.get_by_text("Smallest shape 4.3 cm²")).to_have_count(0)
        expect(page.get_by_text("Smallest shape 13 cm²").or_(page.get_by_text("Smallest shape 14 cm²"))).to_be_visible()
        expect(page.get_by_role("button", name="Keep it")).to_be_enabled()
        page.get_by_role("button", name="Photo").click()
        expect(page.get_by_alt_text("The photo", exact=True)).to_be_visible()

    def test_kept_named_chosen_and_taken_away(self):
        page = self.go(f"/paintings/{MILL}/thumbnails")
        wall = page.get_by_role("list", name="Kept thumbnails")
        expect(wall.get_by_text("chosen")).to_have_count(0)
        wall.get_by_role("button", name="Choose").first.click()
        expect(wall.get_by_text("chosen")).to_have_count(1)
        page.get_by_role("button", name="6 values").click()
        page.get_by_role("button", name="Keep it").click()
        expect(wall.get_by_role("button", name="6 steps", exact=True)).to_be_visible()
        wall.get_by_role("button", name="6 steps", exact=True).click()
        wall.get_by_label("Name").fill("Too many")
        wall.get_by_label("Name").press("Enter")
        wall.get_by_role("button", name="Delete: Too many").click()
        expect(wall.get_by_text("Too many")).to_have_count(0)

    def test_the_focus_is_marked_by_a_press_and_by_keys(self):
        page = self.go(f"/paintings/{POOL}/thumbnails")
        page.get_by_role("button", name="Mark the focus").click()
        box = page.locator("figure.picture").bounding_box()
        page.mouse.click(box["x"] + 0.76 * box["width"], box["y"] + 0.72 * box["height"])
        expect(page.get_by_role("heading", name="The focus", exact=True)).to_be_visible()
        expect(page.locator("circle.over")).to_have_count(1)
        first = page.locator("circle.over").get_attribute("cx")
        self.assertAlmostEqual(float(first), 760, delta=4)
        page.get_by_role("button", name="Move the focus").click()
        page.get_by_role("application").focus()
        for key in ("ArrowLeft", "Shift+ArrowLeft", "Enter"):
            page.keyboard.press(key)
        expect(page.get_by_role("button", name="Move the focus")).to_be_visible()
        expect(page.locator("circle.over")).not_to_have_attribute("cx", first)
        self.assertAlmostEqual(float(page.locator("circle.over").get_attribute("cx")), float(first) - 60, delta=2)
        slider = page.get_by_role("slider", name="Reach of the focus")
        slider.focus()
        for _ in range(3):
            page.keyboard.press("ArrowRight")
        expect(page.get_by_text("within 15 %")).to_be_visible()
        page.get_by_role("button", name="Take the focus away").click()
        expect(page.locator("circle.over")).to_have_count(0)

    def test_cuts_are_dragged_and_moved_by_keys(self):
        page = self.go(f"/paintings/{TEA}/thumbnails")
        cut = page.get_by_role("slider", name="Cut 3 from the dark")
        before = float(cut.get_attribute("aria-valuenow"))
        box = cut.locator("line").bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x, y + 40, steps=8)
        page.mouse.up()
        expect(page.get_by_role("button", name="Find the cuts again")).to_be_visible()
        expect(cut).not_to_have_attribute("aria-valuenow", f"{before:g}")
        page.wait_for_timeout(300)
        dragged = float(cut.get_attribute("aria-valuenow"))
        self.assertAlmostEqual(dragged, before - 1.0, delta=0.25)
        cut.focus()
        page.keyboard.press("ArrowUp")
        expect(cut).to_have_attribute("aria-valuenow", f"{dragged + 0.1:g}")
        page.get_by_role("button", name="Change “4 steps”").click()
        expect(page.get_by_role("button", name="Keep it")).to_be_disabled()
        page.get_by_role("button", name="Undo").click()
        expect(cut).to_have_attribute("aria-valuenow", f"{before:g}")

    def test_a_kept_one_is_changed(self):
        page = self.go(f"/paintings/{TEA}/thumbnails")
        page.get_by_role("button", name="5 values").click()
        page.get_by_role("button", name="Change “4 steps”").click()
        expect(
            page.get_by_role("list", name="Kept thumbnails").get_by_role("button", name="5 steps", exact=True)
        ).to_be_visible()


class Planes(InBrowser):
    def test_air_and_key(self):
        page = self.go(f"/paintings/{TEA}/planes")
        page.get_by_role("combobox", name="Veil", exact=True).select_option("mist")
        expect(page.get_by_label("Visibility in km")).to_have_value("1.5")
        page.get_by_label("Visibility in km").fill("4")
        page.get_by_label("Visibility in km").press("Enter")
        expect(page.get_by_role("button", name="as usual")).to_be_visible()
        page.get_by_role("combobox", name="Key", exact=True).select_option("low")
        page.get_by_label("Least gap in value steps").fill("1.2")
        page.get_by_label("Least gap in value steps").press("Enter")
        conflict = page.locator("li.judgement").filter(has_text="no room")
        expect(conflict).to_be_visible()
        conflict.get_by_role("button", name="Full key").click()
        expect(conflict).to_have_count(0)

    def test_a_plane_added_renamed_moved_and_taken_away(self):
        page = self.go(f"/paintings/{MILL}/planes")
        rail = page.get_by_role("navigation", name="Planes, far to near")
        page.keyboard.press("3")
        page.get_by_role("button", name="Add one before it").click()
        expect(rail.get_by_role("button")).to_have_count(6)
        page.get_by_label("Name of the plane").fill("Creek")
        page.get_by_label("Name of the plane").press("Enter")
        page.get_by_label("What it is").select_option("water")
        page.get_by_label("Distance in metres").fill("90")
        page.get_by_label("Distance in metres").press("Enter")
        expect(page.get_by_role("button", name="4 Creek, 90 m")).to_be_visible()
        page.get_by_role("button", name="Farther").click()
        expect(rail.get_by_role("button").nth(2)).to_contain_text("Creek")
        page.locator("#desk").get_by_role("button", name="Delete", exact=True).click()
        expect(rail.get_by_role("button")).to_have_count(5)

    def test_a_pin_chooses_its_plane(self):
        page = self.go(f"/paintings/{TEA}/planes")
        page.get_by_role("button", name="6 · ").click()
        expect(page.get_by_label("Name of the plane")).to_have_value("Tea rows, path")
        page.get_by_role("group", name="Section").get_by_role("button", name="Far ridges").click()
        expect(page.get_by_label("Name of the plane")).to_have_value("Far ridges")


class Passes(InBrowser):
    def test_minutes_and_thickness_change_the_plan(self):
        page = self.go(f"/paintings/{TEA}/passes")
        told = re.compile(r"(\d+) h (\d+) min of painting")
        hours, minutes = told.search(page.get_by_text(told).inner_text()).groups()
        field = page.get_by_label("Minutes of block-in, Terraces")
        total = 60 * int(hours) + int(minutes) + 45 - int(field.input_value())
        field.fill("45")
        field.press("Enter")
        expect(page.get_by_text(f"{total // 60} h {total % 60} min of painting")).to_be_visible()
        page.get_by_label("Thickness").select_option("3")
        expect(page.get_by_text("The order is your own.")).to_be_visible()

    def test_a_pass_added_painted_and_taken_back(self):
        page = self.go(f"/paintings/{MILL}/passes")
        page.get_by_label("Kind of pass").select_option("second_layer")
        page.get_by_role("combobox", name="Plane", exact=True).select_option("1")
        page.get_by_role("button", name="Add the pass").click()
        added = page.locator("li.row").filter(has_text="second wash").filter(has_text="Sky")
        expect(added).to_have_count(1)
        added.locator("button.title").click()
        page.get_by_role("button", name="Painted", exact=True).click()
        expect(added).to_contain_text("painted")
        added.get_by_role("button", name="Not yet").click()
        expect(added.get_by_role("textbox")).to_be_visible()

    def test_an_order_that_would_not_hold_is_refused(self):
        self.expected = ("409",)
        page = self.go(f"/paintings/{POOL}/passes")
        page.get_by_role("button", name="Earlier: varnish").click()
        expect(page.get_by_role("alert")).to_contain_text("final varnish")


class Sessions(InBrowser):
    def test_a_session_is_changed(self):
        page = self.go(f"/paintings/{TEA}/sessions")
        page.get_by_role("button", name="Sunday 29 November").click()
        page.get_by_label("Temperature in °C").fill("26")
        page.get_by_label("Humidity in per cent").fill("30")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_text("26 °C, 30 %, still air")).to_be_visible()

    def test_outdoors_brings_its_cautions(self):
        page = self.go(f"/paintings/{MILL}/sessions")
        page.get_by_role("button", name="Add a session").first.click()
        page.get_by_label("Indoors or outdoors").select_option("true")
        expect(page.get_by_text("official warnings come first", exact=False)).to_be_visible()
        page.get_by_role("button", name="Cancel").click()
        expect(page.get_by_text("When will you paint?")).to_be_visible()

    def test_long_plans_scroll_to_what_comes_next(self):
        page = self.go(f"/paintings/{POOL}/sessions")
        self.until("document.querySelector('.scroll')?.scrollLeft > 100")
        expect(page.get_by_role("button", name="Thursday 3 December")).to_be_in_viewport()


class Numbers(InBrowser):
    """A field for a number: what it takes, and what it says where it takes it not."""

    def begun(self):
        page = self.go(f"/paintings/{TEA}/planes")
        return page, page.get_by_label("Visibility in km")

    def typed(self, page, field, text):
        field.click()
        field.press("Control+a")
        page.keyboard.type(text)

    def kept(self, page, field, key="Tab"):
        """Leave the field, and say what was sent."""
        with page.expect_response("**/changes") as told:
            field.press(key)
        return told.value.request.post_data_json["change"]

    def test_a_comma_is_a_point(self):
        page, field = self.begun()
        self.typed(page, field, "4,5")
        self.assertEqual(self.kept(page, field), {"action": "set_depth", "visibility_km": 4.5})
        self.typed(page, field, "4,6")
        self.assertEqual(self.kept(page, field, "Enter")["visibility_km"], 4.6)

    def test_a_thousand_or_a_point_is_asked_before_it_is_taken(self):
        page, field = self.begun()
        self.typed(page, field, "1,200")
        field.press("Tab")
        expect(field).to_have_js_property("validationMessage", "Is that 1200, or 1.2? Write it so.")
        self.typed(page, field, "1.2")
        self.assertEqual(self.kept(page, field)["visibility_km"], 1.2)

    def test_what_is_out_of_bounds_stands_as_it_was_typed_and_is_told(self):
        page, field = self.begun()
        self.typed(page, field, "900")
        field.press("Tab")
        expect(field).to_have_js_property("validationMessage", "At most 340.")
        expect(field).to_have_value("900")
        self.typed(page, field, "90")
        self.assertEqual(self.kept(page, field)["visibility_km"], 90)
        expect(field).to_have_js_property("validationMessage", "")

    def test_arrows_step_it_and_stop_at_its_bounds(self):
        page, _ = self.begun()
        field = page.get_by_label("Pull of the veil in per cent")
        self.typed(page, field, "70")
        self.kept(page, field)
        field.focus()
        self.assertEqual(self.kept(page, field, "ArrowUp")["pull"], 0.8)
        self.typed(page, field, "100")
        self.assertEqual(self.kept(page, field)["pull"], 1)
        field.focus()
        field.press("ArrowUp")
        expect(field).to_have_value("100")
        self.assertEqual(self.kept(page, field, "ArrowDown")["pull"], 0.9)
