"""A page before the running application: a file and a server of its own for each test, one browser a run."""

import atexit
import shutil
import tempfile
import time
import unittest
from contextlib import ExitStack
from functools import lru_cache
from pathlib import Path

from playwright.sync_api import expect

from tests.support import demo_copy
from tools.running import DEMO_NOW, browsing, serving

TEA, MILL, POOL = 3, 2, 1
_stack = ExitStack()
_browser = []
# A loaded machine needs them; a test that passes never waits so long.
LONGEST_MS = 60_000
expect.set_options(timeout=LONGEST_MS)
QUIET_S = 0.5


def browser():
    """The one browser of the run."""
    if not _browser:
        _browser.append(_stack.enter_context(browsing()))
    return _browser[0]


def tearDownModule():
    """Close the browser after the last class; called by `test_zz_end`."""
    _browser.clear()
    _stack.close()


@lru_cache(maxsize=1)
def _folder():
    folder = Path(tempfile.mkdtemp())
    atexit.register(shutil.rmtree, folder, ignore_errors=True)
    return folder


def _emptied():
    """Give the one folder of the run, with nothing in it.

    Each test has a file of its own there, in the same place: what the test before worked out of the same photos holds
    for this one, as it does in an application that runs for long.
    """
    shutil.rmtree(_folder())
    _folder().mkdir()
    return _folder()


class InBrowser(unittest.TestCase):
    """A page before a fresh copy of the demo; anything said on the console or thrown fails the test."""

    size = {"width": 1280, "height": 800}
    options: dict = {}
    demo = True

    def setUp(self):
        held = ExitStack()
        self.addCleanup(held.close)
        file = _emptied() / "paintings.sqlite"
        self.fill(file)
        self.now = DEMO_NOW
        self.address = held.enter_context(serving(file, lambda: self.now))
        self.context = browser().new_context(**{"viewport": self.size, **self.options})
        held.callback(self.context.close)
        self.context.set_default_timeout(LONGEST_MS)
        self.watch_requests()
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

    def watch_requests(self):
        """Know what has been asked for and not been answered yet, by every page."""
        self.waiting, self.asked_last = set(), 0.0
        self.context.on("request", self._asked)
        self.context.on("requestfinished", self._answered)
        self.context.on("requestfailed", self._answered)

    def _asked(self, request):
        self.waiting.add(request)
        self.asked_last = time.monotonic()

    def _answered(self, request):
        self.waiting.discard(request)
        self.asked_last = time.monotonic()

    def go(self, path, page=None):
        page = page or self.page
        self.waiting.clear()  # what the page before asked for is of no use to this one
        page.goto(self.address + path)
        # However long a slow machine takes to begin: every screen has its work, or a heading that says what is wrong.
        page.locator("main:visible, h1:visible, h2:visible").first.wait_for()
        self.settle(page)
        return page

    def until(self, true):
        """Wait until a sentence of the page's own language is true."""
        end = time.monotonic() + LONGEST_MS / 1000
        while not self.page.evaluate(true):
            self.page.wait_for_timeout(50)
            if time.monotonic() > end:
                self.fail(f"never true: {true}")

    def settle(self, page=None):
        """Wait until everything is answered and nothing more was asked for a while."""
        page = page or self.page
        self.asked_last = time.monotonic()
        end = time.monotonic() + 2 * LONGEST_MS / 1000
        while self.waiting or time.monotonic() - self.asked_last < QUIET_S:
            page.wait_for_timeout(50)
            if time.monotonic() > end:
                self.fail(f"never answered: {sorted(each.url for each in self.waiting)}")
