"""The score in the browser: a pass dragged to a bad place, put by keys, weeks and months, a search looked on, recipes."""

import re

from playwright.sync_api import expect

from tests.browser.base import POOL, TEA, InBrowser

# At its present the demo's plan has this pass on the first of its sessions, after its block-in.
UPPER = re.compile("^second layer, ")


class Score(InBrowser):
    def open(self, painting=TEA):
        page = self.go(f"/paintings/{painting}/sessions")
        self.bars = page.get_by_role("group", name="Passes in their sessions").locator(".bar")
        expect(self.bars.first).to_be_visible()
        return page

    def bar(self, said):
        """The first bar of a name that is not painted yet, by its own handle so that it is found again where it goes."""
        return (
            self.bars.filter(has_not=self.page.locator(".tick")).and_(self.page.get_by_role("button", name=said)).first
        )

    def drag(self, bar, by):
        box = bar.locator("rect").first.bounding_box()
        x, y = box["x"] + min(3, box["width"] / 2), box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for step in range(1, 7):
            self.page.mouse.move(x + by * step / 6, y)

    def test_dragged_to_a_bad_place_it_says_what_breaks_and_undo_brings_it_back(self):
        page = self.open()
        bar = self.bar(UPPER)
        stood = bar.get_attribute("aria-label")
        self.drag(bar, -80)
        told = page.locator(".breaks")
        expect(told).to_contain_text("Breaks: ")
        expect(told).to_contain_text("stands before what it lies on")
        page.mouse.up()
        finding = page.get_by_role("button", name="Let the plan find its place")
        expect(finding.first).to_be_visible()
        expect(page.get_by_text("You put it there by hand.")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(finding).to_have_count(0)
        expect(self.bar(UPPER)).to_have_attribute("aria-label", stood)

    def test_escape_puts_it_down_where_it_was(self):
        page = self.open()
        bar = self.bar(UPPER)
        stood = bar.get_attribute("aria-label")
        bar.focus()
        self.drag(bar, -60)
        expect(page.locator(".ghost")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.locator(".ghost")).to_have_count(0)
        page.mouse.up()
        expect(self.bar(UPPER)).to_have_attribute("aria-label", stood)

    def test_by_keys_and_by_words(self):
        page = self.open()
        last = self.bar(re.compile("^sign and check"))
        last.focus()
        page.keyboard.press("Shift+ArrowRight")
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()
        last.click()
        detail = page.get_by_role("region", name="Why it stands there")
        expect(detail).to_contain_text("You put it there by hand.")
        detail.get_by_role("button", name="Let it find its place").click()
        expect(detail).to_contain_text("Not earlier:")
        detail.get_by_label("Hour").fill("17:25")
        detail.get_by_role("button", name="Put it there").click()
        expect(detail).to_contain_text("17:25 to 17:27")

    def test_from_one_session_to_months(self):
        page = self.open()
        wide = self.bars.first.locator("rect").first.bounding_box()["width"]
        page.get_by_role("button", name="One session").click()
        expect(page.get_by_role("button", name="One session")).to_have_attribute("aria-pressed", "true")
        self.assertGreater(self.bars.first.locator("rect").first.bounding_box()["width"], 1.2 * wide)
        page.get_by_role("button", name="Weeks and months").click()
        weeks = page.get_by_role("group", name="Passes over the weeks")
        expect(weeks).to_contain_text("varnish not before")
        weeks.get_by_role("button", name=UPPER).first.press("Enter")
        expect(page.get_by_role("region", name="Why it stands there")).to_contain_text("second layer")

    def test_a_search_is_looked_on_and_its_plan_taken(self):
        page = self.open()
        page.get_by_role("button", name="Look for a better one").click()
        offers = page.get_by_role("region", name="Other plans")
        offers.get_by_role("button", name="Plan it anew").click()
        expect(offers).to_contain_text("You took a plan")
        offers.get_by_role("button", name="Discard the plan").click()
        expect(offers).not_to_contain_text("You took a plan")

    def test_a_day_to_be_ready_by_is_refused_honestly(self):
        page = self.open()
        ready = page.get_by_role("region", name="Ready by")
        day = ready.get_by_label("Day by which it is to be ready", exact=True)
        day.fill("27.11.2026")
        day.press("Tab")
        remedy = page.get_by_role("button", name=re.compile("^Move the day to "))
        expect(remedy).to_be_visible()
        remedy.click()
        expect(remedy).to_have_count(0)
        expect(ready).to_contain_text("Ready for a gift from")


class Wanted(InBrowser):
    def test_a_recipe_is_given_and_copied(self):
        page = self.go(f"/paintings/{TEA}/passes")
        wanted = page.get_by_role("region", name="Everything wanted")
        wanted.get_by_role("button", name="A recipe of its own: Drying shed").click()
        expect(wanted.get_by_role("button", name="pattern")).to_have_count(2)  # the shed's, and its plane's list
        wanted.get_by_role("button", name="The same for others as for Drying shed").click()
        wanted.get_by_role("checkbox", name="Path").check()
        wanted.get_by_role("button", name="Copy the recipe").click()
        expect(wanted.get_by_role("button", name="pattern")).to_have_count(4)

    def test_an_unsafe_order_is_overridden_only_in_writing(self):
        self.expected = ("409",)
        page = self.go(f"/paintings/{POOL}/passes")
        page.get_by_role("button", name="Earlier: varnish").click()
        refused = page.get_by_role("alert")
        expect(refused).to_contain_text("final varnish")
        refused.get_by_label("Why you do it all the same").fill("A test panel.")
        refused.get_by_role("button", name="Move it so").click()
        expect(refused).to_have_count(0)
        page.get_by_role("button", name="1 meant so").click()
        expect(page.get_by_text("A test panel.").first).to_be_visible()
