"""A page before the running application: a file and a server of its own for each test, one browser a run."""

import tempfile
import unittest
from contextlib import ExitStack
from pathlib import Path

from playwright.sync_api import expect

from tests.support import demo_copy
from tools.running import DEMO_NOW, browsing, serving

TEA, MILL, POOL = 3, 2, 1
_stack = ExitStack()
_browser = []
# A loaded machine needs it; a test that passes never waits so long.
expect.set_options(timeout=30_000)


def browser():
    """The one browser of the run."""
    if not _browser:
        _browser.append(_stack.enter_context(browsing()))
    return _browser[0]


def tearDownModule():
    """Close the browser after the last class; called by `test_zz_end`."""
    _browser.clear()
    _stack.close()


class InBrowser(unittest.TestCase):
    """A page before a fresh copy of the demo; anything said on the console or thrown fails the test."""

    size = {"width": 1280, "height": 800}
    options: dict = {}
    demo = True

    def setUp(self):
        held = ExitStack()
        self.addCleanup(held.close)
        file = Path(held.enter_context(tempfile.TemporaryDirectory())) / "paintings.sqlite"
        self.fill(file)
        self.now = DEMO_NOW
        self.address = held.enter_context(serving(file, lambda: self.now))
        self.context = browser().new_context(**{"viewport": self.size, **self.options})
        held.callback(self.context.close)
        self.page = self.open_page()

    def fill(self, file):
        """Put into the file what the test begins with."""
        if self.demo:
            demo_copy(file)

    def open_page(self):
        page = self.context.new_page()
        self.said = []
        page.on("console", lambda m: self.said.append(m.text) if m.type in ("error", "warning") else None)
        page.on("pageerror", lambda error: self.said.append(str(error)))
        page.on("request", lambda r: self.said.append(f"asked elsewhere: {r.url}") if not self.own(r.url) else None)
        return page

    def own(self, url):
        return url.startswith((self.address, "data:", "blob:"))

    def tearDown(self):
        expected = getattr(self, "expected", ())
        wrong = [said for said in self.said if not any(word in said for word in expected)]
        self.assertEqual(wrong, [])

    def go(self, path, page=None):
        page = page or self.page
        page.goto(self.address + path)
        page.wait_for_load_state("networkidle")
        return page

    def settle(self):
        self.page.wait_for_load_state("networkidle")
