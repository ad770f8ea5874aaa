"""Practice in the browser: every drill by pointer, by keys and by touch; who practises, what answers show, declined."""

from playwright.sync_api import expect

from kind_distance.core.practice.drills import DRILLS
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
        expect(ask).to_be_visible(timeout=20_000)
        return ask

    def press(self, element):
        element.click()

    def test_every_drill(self):
        page = self.begin()
        for name in NAMES:
            with self.subTest(name):
                ask = self.ask(name)
                page.wait_for_timeout(900)  # a look takes longer than that
                for option in ask.locator(".option").all():
                    self.press(option)
                    if not ask.get_by_text("one after the other").count() and not ask.locator(".at").count():
                        break
                self.press(ask.get_by_role("button", name="That is my answer"))
                expect(ask.get_by_role("button", name="Next")).to_be_visible(timeout=20_000)
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
        expect(ask).to_be_visible(timeout=20_000)
        page.wait_for_timeout(900)
        page.keyboard.press("1")
        expect(ask.get_by_role("button", name="Nothing is wrong")).to_have_attribute("aria-pressed", "true")
        ask.get_by_role("button", name="That is my answer").focus()
        page.keyboard.press("Enter")
        expect(ask.get_by_role("status")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_role("button", name="That is my answer")).to_be_visible(timeout=20_000)

    def test_nothing_serious_found_by_axe_while_practising(self):
        page = self.begin()
        for name in ("From far to near", "Place the third post", "What will it make?"):
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
                    page.get_by_role("button", name="That is my answer").click()
                    expect(page.get_by_role("button", name="Next")).to_be_visible(timeout=20_000)
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
        page.get_by_label("Values, edges and depth on").select_option(label="Tea terraces, before the mist lifts")
        ask = self.ask("From far to near")
        self.assertIn("/api/practice/own/3/", page.locator("svg image").get_attribute("href"))
        page.wait_for_timeout(900)
        for option in ask.locator(".option").all():
            option.click()
        ask.get_by_role("button", name="That is my answer").click()
        expect(ask).to_contain_text("distances that you gave")


class ByTouch(_Drills, InBrowser):
    size = {"width": 390, "height": 844}
    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 1}

    def press(self, element):
        element.tap()
