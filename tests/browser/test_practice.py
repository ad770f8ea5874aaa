"""Practice in the browser: every drill by pointer, by keys and by touch; who practises, what answers show, declined."""

import re

from playwright.sync_api import expect

from kind_distance.stages.practice.drills.table import DRILLS
from tests.browser.base import InBrowser
from tests.browser.test_access import AXE

NAMES = [each.name for each in DRILLS.values() if each.key != "loosening"]


class _Drills:
    demo = False

    def begin(self):
        page = self.go("/practice")
        page.get_by_label("Name").fill("Ana")
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="Ana")).to_be_visible()
        return page

    def ask(self, name):
        self.page.locator(".skills").get_by_role("button", name=name, exact=True).click()
        ask = self.page.get_by_role("region", name=name)
        expect(ask).to_be_visible()
        return ask

    def press(self, element):
        element.click()

    def test_every_drill(self):
        page = self.begin()
        for name in NAMES:
            with self.subTest(name):
                ask = self.ask(name)
                page.wait_for_timeout(900)  # a look takes longer than that
                if name == "Six formats":
                    self.press(page.locator("figure svg"))
                    expect(ask).to_contain_text("1 of 6 placed")
                for option in ask.locator(".option").all():
                    self.press(option)
                    if not ask.get_by_text("one after the other").count() and not ask.locator(".at").count():
                        break
                self.press(ask.get_by_role("button", name="That is my answer"))
                expect(ask.get_by_role("button", name="Next")).to_be_visible()
                self.assertEqual(ask.get_by_text("This one is not counted").count(), 0)
                wide = page.evaluate("document.documentElement.scrollWidth - window.innerWidth")
                self.assertLessEqual(wide, 0)
                self.press(page.get_by_role("button", name="What your answers show"))
        expect(page.locator(".skills")).to_contain_text("2 answers")


class ByPointer(_Drills, InBrowser):
    def test_declined_for_ever(self):
        page = self.go("/practice")
        page.get_by_role("button", name="I do not want to practise").click()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        page.reload()
        expect(page.get_by_role("button", name="Phone or tablet")).to_be_visible()
        self.assertEqual(page.get_by_role("link", name="Practice").count(), 0)

    def test_by_keys_alone(self):
        page = self.begin()
        page.get_by_role("button", name="What is wrong here?").focus()
        page.keyboard.press("Enter")
        ask = page.get_by_role("region", name="What is wrong here?")
        expect(ask).to_be_visible()
        page.wait_for_timeout(900)
        page.keyboard.press("1")
        expect(ask.get_by_role("button", name="Nothing is wrong")).to_have_attribute("aria-pressed", "true")
        ask.get_by_role("button", name="That is my answer").focus()
        page.keyboard.press("Enter")
        expect(ask.get_by_role("status")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_role("button", name="That is my answer")).to_be_visible()

    def test_sliders_by_keys_change_the_shapes_and_move_a_frame(self):
        page = self.begin()
        ask = self.ask("In few shapes")
        expect(ask.locator(".told")).to_contain_text("of the contrast")
        before = ask.locator(".told").inner_text()
        shown = page.get_by_alt_text("The picture in few values").get_attribute("src")
        ask.get_by_role("slider").first.focus()
        for _ in range(12):
            page.keyboard.press("ArrowLeft")
        expect(ask.locator(".told")).not_to_have_text(before)
        self.assertNotEqual(page.get_by_alt_text("The picture in few values").get_attribute("src"), shown)
        loaded = page.get_by_alt_text("The picture in few values").evaluate(
            "e => e.decode().then(() => e.naturalWidth)"
        )
        self.assertGreater(loaded, 300)
        page.get_by_role("button", name="What your answers show").click()
        ask = self.ask("Six formats")
        ask.get_by_role("button", name="Square").focus()
        page.keyboard.press("Enter")
        frame = page.locator("figure svg rect.box.mine")
        at = float(frame.get_attribute("x"))
        ask.get_by_role("slider", name="Across").focus()
        page.keyboard.press("Home")
        expect(frame).to_have_attribute("x", "0")
        self.assertGreater(at, 0)
        expect(ask.get_by_role("button", name="Square placed")).to_be_visible()

    def test_nothing_serious_found_by_axe_while_practising(self):
        page = self.begin()
        for name in (
            "From far to near",
            "Place the third post",
            "What will it make?",
            "In few shapes",
            "Six formats",
            "How far does it lean?",
            "Glaze or scumble",
        ):
            self.ask(name)
            for step in ("asked", "answered"):
                page.evaluate(AXE)
                found = page.evaluate("axe.run({ resultTypes: ['violations'] })")["violations"]
                self.assertEqual(
                    [v["id"] for v in found if v["impact"] in ("serious", "critical")], [], f"{name} {step}"
                )
                if step == "asked":
                    for option in page.locator(".option").all():
                        option.click()
                    if name == "Six formats":
                        page.locator("figure svg").click()
                    page.get_by_role("button", name="That is my answer").click()
                    expect(page.get_by_role("button", name="Next")).to_be_visible()
            page.get_by_role("button", name="What your answers show").click()

    def test_everything_of_a_learner_is_deleted(self):
        page = self.begin()
        page.get_by_role("button", name="Delete everything of mine").click()
        page.get_by_role("button", name="Delete for good").click()
        expect(page.get_by_label("Name")).to_be_visible()
        self.assertEqual(page.get_by_role("button", name="Ana").count(), 0)


class OnOnesOwnPicture(_Drills, InBrowser):
    demo = True
    test_every_drill = None

    def test_from_far_to_near_on_the_tea_terraces(self):
        page = self.begin()
        page.get_by_label("Values, edges, depth and masses on").select_option(
            label="Tea terraces, before the mist lifts"
        )
        ask = self.ask("From far to near")
        self.assertIn("/api/practice/own/3/", page.locator("svg image").get_attribute("href"))
        page.wait_for_timeout(900)
        for option in ask.locator(".option").all():
            option.click()
        ask.get_by_role("button", name="That is my answer").click()
        expect(ask).to_contain_text("distances that you gave")

    def test_few_shapes_of_ones_own_are_kept(self):
        page = self.begin()
        page.get_by_label("Values, edges, depth and masses on").select_option(
            label="Tea terraces, before the mist lifts"
        )
        ask = self.ask("In few shapes")
        page.wait_for_timeout(900)
        ask.get_by_role("button", name="That is my answer").click()
        ask.get_by_role("button", name="Keep it as a thumbnail").click()
        ask.get_by_role("link", name="See it among the thumbnails").click()
        expect(page).to_have_url(re.compile("/paintings/3/thumbnails"))
        expect(page.get_by_text("2 steps").first).to_be_visible()


class _Playing:
    demo = False

    def press(self, element):
        element.click()

    def test_turned_round_put_right_and_another_scene(self):
        page = self.go("/practice/play")
        told = page.get_by_role("status", name="What happened")
        expect(told).to_contain_text("Nothing went wrong")
        self.assertTrue(page.get_by_role("button", name="By the book", exact=True).is_disabled())
        self.press(page.get_by_role("button", name="All turned round"))
        expect(told).to_contain_text("cut round")
        self.press(page.get_by_role("button", name="No waiting at all"))
        expect(told).to_contain_text("wet paint")
        picture = page.get_by_alt_text("The scene as you painted it")
        self.assertGreater(picture.evaluate("e => e.decode().then(() => e.naturalWidth)"), 300)
        self.press(page.get_by_role("button", name="Show it by the book"))
        expect(page.get_by_alt_text("The scene painted by the book")).to_be_visible()
        self.press(page.get_by_role("button", name="By the book", exact=True))
        expect(told).to_contain_text("Nothing went wrong")
        page.get_by_role("combobox", name="Paint").select_option("oil")
        expect(page.get_by_text("days from the first stroke").or_(page.get_by_text("weeks from"))).to_be_visible()
        self.press(page.get_by_role("button", name="Another scene"))
        expect(told).to_contain_text("Nothing went wrong")
        wide = page.evaluate("document.documentElement.scrollWidth - window.innerWidth")
        self.assertLessEqual(wide, 0)
        page.evaluate(AXE)
        found = page.evaluate("axe.run({ resultTypes: ['violations'] })")["violations"]
        self.assertEqual([v["id"] for v in found if v["impact"] in ("serious", "critical")], [])


class PlayingByPointer(_Playing, InBrowser):
    def test_one_pass_by_keys(self):
        page = self.go("/practice/play")
        first = page.locator("ol li b").first
        expect(first).to_have_text("Draw the planes")
        page.get_by_role("button", name="Later: Draw the planes").focus()
        page.keyboard.press("Enter")
        expect(page.locator("ol li b").nth(1)).to_have_text("Draw the planes")
        expect(page.get_by_role("status", name="What happened")).to_contain_text("under which it belongs")


class PlayingByTouch(_Playing, InBrowser):
    size = {"width": 390, "height": 844}
    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 1}

    def press(self, element):
        element.tap()


class ByTouch(_Drills, InBrowser):
    size = {"width": 390, "height": 844}
    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 1}

    def press(self, element):
        element.tap()
