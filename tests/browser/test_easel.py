"""A whole session painted by it: by keyboard alone, by finger on a phone and a tablet, from the card before to the log."""

import tempfile
from datetime import datetime, timedelta
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.base import POOL, TEA, InBrowser

BEGIN = datetime(2026, 11, 28, 7, 20)
LEAST_TARGET, LEAST_LARGE = 56, 64  # px; read at two metres and pressed with a full hand


class _ASession:
    """What every way through it does."""

    def open_easel(self):
        self.now = BEGIN
        page = self.go(f"/paintings/{TEA}/easel")
        expect(page.get_by_role("button", name="Begin the session")).to_be_visible()
        return page

    def now_said(self):
        return self.page.get_by_role("region", name="The pass of now").get_by_role("heading")

    def later(self, minutes):
        self.now += timedelta(minutes=minutes)


class ByKeyboard(_ASession, InBrowser):
    def test_from_the_first_card_to_the_last_and_the_photo(self):
        page = self.open_easel()
        page.get_by_role("button", name="Begin the session").focus()
        page.keyboard.press("Enter")
        expect(self.now_said()).to_have_text("Tone the ground warm grey")
        page.keyboard.press("d")
        expect(page.get_by_role("button", name="Done, next")).to_be_visible()
        self.later(9)
        page.wait_for_timeout(800)
        page.keyboard.press("PageDown")  # as a pedal does
        expect(self.now_said()).to_have_text("Draw the planes")
        self.later(3)
        page.keyboard.press("b")
        expect(page.get_by_role("button", name="Go on")).to_be_visible()
        page.keyboard.press("b")
        expect(page.get_by_role("button", name="Pause")).to_be_visible()
        page.keyboard.press("n")
        page.get_by_role("textbox", name="What you write down").fill("The mist lifts already")
        page.keyboard.press("Control+Enter")
        expect(page.get_by_role("dialog")).to_have_count(0)
        self.later(9)
        page.keyboard.press("d")
        expect(self.now_said()).to_contain_text("Sky")
        page.keyboard.press("w")
        dialog = page.get_by_role("dialog", name="It went wrong")
        dialog.get_by_role("button", name="Blot it").focus()
        page.keyboard.press("Enter")
        expect(dialog).to_have_count(0)
        page.get_by_role("button", name="End", exact=True).focus()
        page.keyboard.press("Enter")
        ended = page.get_by_role("region", name="The session is over")
        expect(ended).to_contain_text("Draw the planes")
        ended.get_by_label("What to mend").fill("Roof edge lost")
        page.keyboard.press("Enter")
        page.get_by_role("link", name="Log").focus()
        page.keyboard.press("Enter")
        diary = page.get_by_role("region", name="Diary")
        expect(diary).to_contain_text("The mist lifts already")
        expect(diary).to_contain_text("went wrong. Blot it")
        expect(page.get_by_role("region", name="To mend")).to_contain_text("Roof edge lost")
        diary.get_by_label("Find").fill("mist lif")
        expect(diary.locator("ol li")).to_have_count(1)

    def test_photo_drift_remedy_and_plan_on(self):
        page = self.open_easel()
        page.get_by_role("button", name="Begin the session").click()
        expect(self.now_said()).to_be_visible()
        for _ in range(14):
            self.later(9)
            page.reload()
            button = page.locator(".deeds .big.main").first
            expect(button).to_be_visible()
            if button.inner_text().startswith("End"):
                break
            if button.is_enabled():
                button.click()
                page.wait_for_timeout(300)
                self.settle()
        page.get_by_role("button", name="End", exact=True).click()
        expect(page.get_by_role("region", name="The session is over")).to_be_visible()
        page.get_by_role("link", name="Log").click()
        page.get_by_role("button", name="Or try the camera that stands in").click()
        ladder = page.get_by_role("group", name="Values of the painting against the plan")
        expect(ladder).to_be_visible()
        margin = page.get_by_role("complementary", name="What to look at")
        before = page.request.get(f"{self.address}/api/paintings/{TEA}").json()
        remedy = margin.get_by_role("button", name="Add that pass to").first
        expect(remedy).to_be_visible()
        remedy.click()
        expect(page.get_by_role("status").filter(has_text="Pass added")).to_be_visible()
        after = page.request.get(f"{self.address}/api/paintings/{TEA}").json()
        self.assertEqual(len(after["work"]["passes"]), len(before["work"]["passes"]) + 1)
        page.get_by_role("button", name="Its corners on the photo").click()
        corner = page.get_by_role("button", name="Corner top left")
        corner.focus()
        page.keyboard.press("ArrowRight")
        page.get_by_role("button", name="These are its corners").click()
        expect(page.get_by_role("slider", name="How far the painting lies over the plan")).to_be_visible()

    def test_a_mark_for_next_time_by_keyboard(self):
        self.now = BEGIN
        page = self.go(f"/paintings/{TEA}/easel")
        page.get_by_role("button", name="Begin the session").click()
        page.get_by_role("button", name="Begin", exact=True).click()
        self.later(9)
        page.wait_for_timeout(800)
        page.keyboard.press("d")
        expect(self.now_said()).to_have_text("Draw the planes")
        self.go(f"/paintings/{TEA}/log")
        page.get_by_role("button", name="Or try the camera that stands in").click()
        page.get_by_role("button", name="Marks for next time").click()
        pad = page.get_by_role("application")
        pad.focus()
        for key in ("ArrowRight", "ArrowRight", "ArrowUp"):
            page.keyboard.press(key)
        expect(page.get_by_text("The mark goes 54 % from the left, 48 % from the top.")).to_be_visible()
        form = page.locator(".marks form")
        form.get_by_label("What to mend").fill("Softer rim of the ridge")
        form.get_by_label("Minutes allowed").fill("8")
        page.keyboard.press("Enter")
        expect(page.locator(".marks li")).to_contain_text("Softer rim of the ridge, in at most 8 min")


class _ByFinger(_ASession):
    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 1}

    def test_a_session_by_finger(self):
        page = self.open_easel()
        page.get_by_role("button", name="Begin the session").tap()
        page.get_by_role("button", name="Begin", exact=True).tap()
        expect(page.get_by_role("button", name="Done, next")).to_be_visible()
        self.targets()
        self.later(9)
        page.wait_for_timeout(800)
        page.get_by_role("button", name="Done, next").tap()
        expect(self.now_said()).to_have_text("Draw the planes")
        page.get_by_role("button", name="It went wrong").tap()
        expect(page.get_by_role("dialog")).to_contain_text("rub it out")
        page.get_by_role("button", name="Close").tap()
        self.later(11)
        page.wait_for_timeout(800)  # a second press within so long is taken for a shaking hand
        page.get_by_role("button", name="Done, next").tap()
        expect(self.now_said()).to_contain_text("Sky")
        films = page.get_by_role("region", name="The paint now")
        films.get_by_role("button", name="Tone the ground").tap()
        films.get_by_role("button", name="dry", exact=True).tap()
        expect(films).to_contain_text("by your finger")
        page.get_by_role("button", name="End", exact=True).tap()
        expect(page.get_by_role("region", name="The session is over")).to_be_visible()

    def targets(self):
        """What is pressed while painting is large enough, and the minutes can be read from two metres."""
        page = self.page
        for button in page.get_by_role("group", name="What you do").locator(".big").all():
            box = button.bounding_box()
            self.assertGreaterEqual(min(box["width"], box["height"]), LEAST_TARGET)
        size = page.locator(".left b").evaluate("e => parseFloat(getComputedStyle(e).fontSize)")
        self.assertGreaterEqual(size, LEAST_LARGE)
        wide = page.evaluate("document.documentElement.scrollWidth - window.innerWidth")
        self.assertLessEqual(wide, 0)


class OnAPhone(_ByFinger, InBrowser):
    size = {"width": 390, "height": 844}


class OnATablet(_ByFinger, InBrowser):
    size = {"width": 1024, "height": 1366}


class WithoutANetwork(InBrowser):
    """The field sheet, opened from its file in flight mode; its log brought back."""

    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 1, "accept_downloads": True}
    size = {"width": 390, "height": 844}

    def own(self, url):
        return super().own(url) or url.startswith("file:")

    def test_painted_offline_and_brought_back(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        sheet = folder / "session.html"
        answer = self.page.request.get(f"{self.address}/api/paintings/{TEA}/field.html")
        self.assertLess(len(answer.body()), 1_500_000)
        sheet.write_bytes(answer.body())
        self.context.set_offline(True)
        page = self.open_page()
        page.clock.set_fixed_time(datetime(2026, 11, 28, 7, 20))
        page.goto(sheet.as_uri())
        expect(page.get_by_role("heading", level=1)).to_have_text("Tone the ground warm grey")
        page.get_by_role("button", name="Begin", exact=True).tap()
        page.clock.set_fixed_time(datetime(2026, 11, 28, 7, 29))
        page.get_by_role("button", name="Done, next").tap()
        expect(page.get_by_role("heading", level=1)).to_have_text("Draw the planes")
        page.reload()  # a battery that died: what was pressed is there
        expect(page.get_by_role("heading", level=1)).to_have_text("Draw the planes")
        page.once("dialog", lambda asked: asked.accept("<b>The mist lifts</b>"))
        page.get_by_role("button", name="Note").tap()
        page.clock.set_fixed_time(datetime(2026, 11, 28, 7, 41))
        page.get_by_role("button", name="Done, next").tap()
        page.get_by_role("button", name="End", exact=True).tap()
        with page.expect_download() as got:
            page.get_by_role("button", name="Save the log").tap()
        log = folder / "session.log.json"
        got.value.save_as(log)
        with page.expect_download() as got:
            page.get_by_role("button", name="Save this page with its log").tap()
        saved = folder / "saved.html"
        got.value.save_as(saved)
        self.context.set_offline(False)
        self.now = datetime(2026, 11, 28, 18, 0)
        self.go(f"/paintings/{TEA}/log")
        diary = self.page.get_by_role("region", name="Diary")
        self.page.get_by_label("Log of a field sheet").set_input_files(log)
        expect(diary).to_contain_text("<b>The mist lifts</b>")
        expect(diary).to_contain_text("Draw the planes painted: 12 min")
        before = diary.locator("ol li").count()
        self.page.get_by_label("Log of a field sheet").set_input_files(saved)  # the same again, from the page
        expect(self.page.get_by_role("status").filter(has_text="Taking the log in")).to_have_count(0)
        self.settle()
        self.assertEqual(diary.locator("ol li").count(), before)


class ByTheCameraOfThisMachine(InBrowser):
    options = {"permissions": ["camera"]}

    def test_a_photo_is_taken_and_stands_in_the_film(self):
        page = self.go(f"/paintings/{POOL}/log")
        film = page.locator("ul.film li img")
        before = film.count()
        page.get_by_role("button", name="By this machine's camera").click()
        expect(page.get_by_label("What the camera sees")).to_be_visible()
        page.get_by_role("button", name="Take the photo").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(film).to_have_count(before + 1)


class WithoutACamera(InBrowser):
    def test_what_stands_in_the_way_is_said(self):
        page = self.go(f"/paintings/{POOL}/log")
        page.get_by_role("button", name="By this machine's camera").click()
        expect(page.get_by_role("alert")).to_contain_text("may not use the camera")
        page.get_by_role("button", name="Close", exact=True).click()
        expect(page.get_by_role("dialog")).to_have_count(0)


class SurfaceMap(InBrowser):
    def test_a_dull_place_is_marked_by_keys_told_and_even_again(self):
        page = self.go(f"/paintings/{POOL}/log")
        page.get_by_role("button", name="Or try the camera that stands in").click()
        page.get_by_role("button", name="Dull or glossy places").click()
        pad = page.get_by_role("application")
        pad.focus()
        for key in ("ArrowRight", "ArrowRight", "ArrowUp", "Enter"):
            page.keyboard.press(key)
        told = page.locator(".surface")
        expect(told).to_contain_text("1 dull place, ")
        expect(told).to_contain_text("Sunken in")
        told.get_by_role("button", name="It is even now").click()
        expect(told).to_contain_text("it shines evenly")
