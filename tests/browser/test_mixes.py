"""The mixes and the build, as a painter goes through them."""

from playwright.sync_api import expect

from tests.browser.base import MILL, TEA, InBrowser


class Mixes(InBrowser):
    def test_recipes_by_keyboard_settled_and_found_again(self):
        page = self.go(f"/paintings/{TEA}/mixes")
        chosen = page.locator("#mix-2-mass")
        chosen.click()
        expect(page.get_by_role("heading", name="Far ridges, mass")).to_be_visible()
        page.keyboard.press("ArrowDown")
        page.keyboard.press("ArrowRight")
        expect(page.locator("#mix-3-dark")).to_be_focused()
        expect(page.get_by_role("heading", name="Middle ridge, dark")).to_be_visible()
        page.get_by_role("button", name="Settle this recipe").click()
        expect(page.locator("#mix-3-dark")).to_contain_text("settled")
        page.get_by_role("button", name="Find it again").click()
        expect(page.locator("#mix-3-dark")).not_to_contain_text("settled")

    def test_a_recipe_of_ones_own_is_seen_before_it_is_settled(self):
        page = self.go(f"/paintings/{TEA}/mixes")
        page.locator("#mix-4-mass").click()
        page.get_by_role("button", name="A recipe of my own").click()
        page.get_by_label("Ultramarine", exact=True).fill("5")
        expect(page.locator(".made")).to_contain_text("makes")
        page.get_by_role("button", name="Settle it", exact=True).click()
        expect(page.locator("#mix-4-mass")).to_contain_text("settled")

    def test_a_tube_stays_in_the_box_and_is_in_no_recipe(self):
        page = self.go(f"/paintings/{TEA}/mixes")
        page.get_by_role("button", name="Ultramarine", exact=False).first.click()
        page.get_by_role("button", name="Leave it in the box").click()
        expect(page.get_by_text("in the box", exact=True)).to_be_visible()
        expect(page.get_by_role("grid")).not_to_contain_text("ultramarine")

    def test_the_palette_begins_from_a_usual_box(self):
        page = self.go("/")
        page.get_by_role("button", name="New painting").first.click()
        page.get_by_role("textbox", name="Title").fill("Bare")
        page.get_by_role("button", name="Put it on the shelf").click()
        page.get_by_role("link", name="Mixes").click()
        expect(page.get_by_role("heading", name="First the planes")).to_be_visible()

    def test_the_build_is_scrubbed_and_held_beside(self):
        page = self.go(f"/paintings/{MILL}/mixes")
        page.get_by_role("button", name="Show the build").click()
        expect(page.get_by_role("button", name="Hold this stage beside")).to_be_visible()
        page.get_by_label("Stage", exact=True).fill("3")
        page.get_by_role("button", name="Hold this stage beside").click()
        page.get_by_label("Stage", exact=True).fill("9")
        expect(page.locator(".build figure")).to_have_count(2)
        expect(page.locator(".build figcaption").last).to_contain_text("After 9")

    def test_on_a_phone_nothing_runs_off_the_side(self):
        page = self.go(f"/paintings/{TEA}/mixes")
        page.set_viewport_size({"width": 390, "height": 844})
        expect(page.locator("#mix-1-mass")).to_be_visible()
        wide = page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
