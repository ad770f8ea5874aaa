"""The shelf with many paintings, a damaged one, a backup, and what is given away."""

import sqlite3
from contextlib import closing

from playwright.sync_api import expect

from kind_distance.store.backups import examine
from tests.browser.base import POOL, InBrowser, tearDownModule  # noqa: F401
from tests.support import demo_copy
from tools.growth import grow


class Many(InBrowser):
    def fill(self, file):
        demo_copy(file)
        grow(file, 40)

    def test_a_page_at_a_time_and_found_by_a_word(self):
        page = self.go("/")
        strips = page.locator("article.strip")
        expect(page.get_by_role("status").first).to_have_text("40 paintings in work")
        expect(strips).to_have_count(24)
        expect(page.get_by_role("button", name="Show more of 40 paintings")).to_be_attached()
        # It goes away as soon as it is seen: an action of the driver would wait for it to come to rest.
        page.locator("p.more").evaluate("place => place.scrollIntoView()")
        expect(strips).to_have_count(40)
        page.locator(".find input").fill("slate birches")
        expect(strips).to_have_count(1)
        page.locator(".find input").fill("nowhere")
        expect(page.get_by_text("No painting holds that word.")).to_be_visible()
        page.locator(".find input").fill("")
        expect(strips).to_have_count(24)
        page.locator(".find select").select_option("title")
        expect(strips.first).to_contain_text("Slate pool")


class Trusted(InBrowser):
    def fill(self, file):
        demo_copy(file)
        with closing(sqlite3.connect(file, isolation_level=None)) as db:
            db.execute("UPDATE brief SET medium = 'chalk' WHERE painting_id = ?", (POOL,))

    def test_a_damaged_painting_stands_there_and_is_copied(self):
        page = self.go("/")
        damaged = page.locator("article.strip").filter(has_text="Slate pool, birches")
        expect(damaged).to_contain_text("Damaged")
        expect(damaged.get_by_role("link")).to_have_count(0)
        damaged.get_by_role("button", name="Duplicate").click()
        expect(page.get_by_role("status").first).to_have_text("Copied: Slate pool, birches, copy")
        page.get_by_role("link", name="Slate pool, birches, copy", exact=True).click()
        expect(page.get_by_role("heading", level=1).first).to_be_visible()

    def test_a_backup_is_saved(self):
        page = self.go("/")
        expect(page.locator("footer")).to_contain_text("Not backed up yet.")
        with page.expect_download() as saved:
            page.get_by_role("link", name="Save a backup").click()
        self.assertEqual(saved.value.suggested_filename, "Kind Distance, 26 November 2026.sqlite")
        self.assertEqual(examine(saved.value.path()).paintings, 3)

    def test_what_is_personal_is_let_go_one_by_one(self):
        page = self.go("/")
        page.locator("article.strip").first.get_by_role("button", name="Export").click()
        away = page.get_by_role("link", name="Without what is personal")
        expect(away).to_have_attribute("href", "/api/paintings/3/document.zip")
        page.get_by_role("checkbox", name="tea hillside, way there").check()
        expect(page.get_by_role("link", name="With the 1 ticked")).to_have_attribute(
            "href", "/api/paintings/3/document.zip?let_go=source.1.access"
        )


class Finished(InBrowser):
    def fill(self, file):
        demo_copy(file)
        with closing(sqlite3.connect(file, isolation_level=None)) as db:
            db.execute("UPDATE painting SET summary = json_set(summary, '$.done', json_extract(summary, '$.passes'))")

    def test_finished_works_are_found_by_their_subjects(self):
        page = self.go("/")
        page.get_by_role("button", name="Finished 3").click()
        works = page.locator("article.work")
        expect(works).to_have_count(3)
        expect(works.first).to_contain_text("No photo of the painting yet")
        page.get_by_label("Find by subject or word").fill("drying shed")
        expect(works).to_have_count(1)
        page.get_by_label("Find by subject or word").fill("whale")
        expect(page.get_by_text("No finished work holds that word.")).to_be_visible()
        page.get_by_role("button", name="Finished 3").click()
        expect(page.locator("article.strip")).to_have_count(3)
