"""Every screen on every wall: nothing serious found by axe, nothing wider than the window, all by keyboard and touch."""

from pathlib import Path

from playwright.sync_api import expect

from tests.browser.base import MILL, TEA, InBrowser, browser

AXE = (Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text("utf-8")
SCREENS = [
    "/",
    "/practice",
    *(
        f"/paintings/{TEA}/{stage}"
        for stage in ("sources", "thumbnails", "planes", "mixes", "passes", "sessions", "easel", "log")
    ),
]
WALLS = ("grey", "dark", "light")


class Findings(InBrowser):
    def serious(self):
        # Evaluated by the test driver, not as a script of the page: the page's own policy would refuse it.
        self.page.evaluate(AXE)
        found = self.page.evaluate("axe.run({ resultTypes: ['violations'] })")
        return [
            f"{v['id']}: {v['nodes'][0]['html'][:160]} {v['nodes'][0].get('failureSummary', '')[:300]}"
            for v in found["violations"]
            if v["impact"] in ("serious", "critical")
        ]

    def test_every_screen_on_every_wall(self):
        for wall in WALLS:
            self.page.add_init_script(f"for (const k of ['wall', 'wall-easel']) localStorage.setItem(k, '{wall}')")
            for path in SCREENS:
                self.go(path)
                with self.subTest(wall=wall, screen=path):
                    self.assertEqual(self.page.evaluate("document.documentElement.dataset.wall"), wall)
                    self.assertEqual(self.serious(), [])

    def test_dialogs_and_pens(self):
        self.go("/")
        self.page.get_by_role("button", name="New painting").click()
        self.assertEqual(self.serious(), [])
        self.go(f"/paintings/{TEA}/planes")
        self.page.get_by_role("button", name="Brush", exact=True).click()
        self.assertEqual(self.serious(), [])
        self.page.keyboard.press("?")
        expect(self.page.get_by_role("heading", name="Keys", exact=True)).to_be_visible()
        self.assertEqual(self.serious(), [])
        self.go(f"/paintings/{TEA}/sessions")
        self.page.get_by_role("button", name="Add a session").click()
        self.assertEqual(self.serious(), [])
        self.page.get_by_role("button", name="Begins: day: the calendar").click()
        expect(self.page.locator(".v-date-picker")).to_be_visible()
        self.assertEqual(self.serious(), [])

    def test_help_previews_and_lists(self):
        self.go(f"/paintings/{TEA}/planes")
        self.page.get_by_role("button", name="How painters use it").click()
        self.assertEqual(self.serious(), [])
        self.go(f"/paintings/{TEA}/sessions")
        self.page.get_by_role("button", name="What to take along").click()
        self.assertEqual(self.serious(), [])
        self.page.get_by_role("button", name="Export…").click()
        expect(self.page.get_by_role("link", name="Sessions, to a calendar")).to_be_visible()
        self.assertEqual(self.serious(), [])
        self.page.keyboard.press("Escape")
        self.page.get_by_role("button", name="The sheet for the easel").click()
        expect(self.page.get_by_text("Page 1 of 1")).to_be_visible()
        self.assertEqual(self.serious(), [])
        self.go(f"/paintings/{TEA}/mixes")
        self.page.get_by_role("button", name="Add tubes").click()
        expect(self.page.get_by_text("Usual tubes")).to_be_visible()
        self.assertEqual(self.serious(), [])


# Every text with its own size and the contrast to what lies behind it, as far as that is one colour.
MEASURED = r"""() => {
  const luminance = ([r, g, b]) => [r, g, b].map((c) => c / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    .reduce((sum, c, at) => sum + c * [0.2126, 0.7152, 0.0722][at], 0);
  const numbers = (colour) => (colour.match(/[\d.]+/g) ?? []).map(Number);
  const behind = (e) => {
    for (let at = e; at; at = at.parentElement) {
      const style = getComputedStyle(at);
      if (style.backgroundImage !== 'none') return null;
      const [r, g, b, a = 1] = numbers(style.backgroundColor);
      if (a > 0.99) return [r, g, b];
      if (a > 0.01) return null;
      if (at.matches('.frame, figure, .picture')) { if (at.matches('figure, .picture')) return null; }
    }
    return numbers(getComputedStyle(document.body).backgroundColor).slice(0, 3);
  };
  const found = [];
  for (const e of document.querySelectorAll('body *')) {
    if (e.closest('svg, .hidden-label, .skip, option, script, style') || !e.checkVisibility()) continue;
    const text = [...e.childNodes].filter((n) => n.nodeType === 3).map((n) => n.textContent.trim()).join('');
    if (!text || !e.getClientRects().length) continue;
    const style = getComputedStyle(e);
    const back = behind(e);
    const [one, two] = back ? [luminance(numbers(style.color)), luminance(back)].sort((a, b) => b - a) : [1, 0];
    found.push({ text: text.slice(0, 40), size: parseFloat(style.fontSize), small: !!e.closest('sup'),
      contrast: (one + 0.05) / (two + 0.05) });
  }
  return found;
}"""


class Type(InBrowser):
    def test_sizes_and_contrast_of_every_text(self):
        """At least 14 px but for superior counts, and 4.5:1 (WCAG 2.2, 1.4.3), on every screen and wall."""
        for wall in WALLS:
            self.page.add_init_script(f"for (const k of ['wall', 'wall-easel']) localStorage.setItem(k, '{wall}')")
            for path in SCREENS:
                self.go(path)
                self.page.wait_for_timeout(200)
                found = self.page.evaluate(MEASURED)
                with self.subTest(wall=wall, screen=path):
                    self.assertGreater(len(found), 8)  # the first page of practice says little
                    self.assertEqual([each for each in found if each["size"] < 13.9 and not each["small"]], [])
                    self.assertEqual([each for each in found if each["contrast"] < 4.45], [])


class Narrow(InBrowser):
    def fits(self, width, height):
        context = browser().new_context(viewport={"width": width, "height": height})
        self.addCleanup(context.close)
        page = context.new_page()
        for path in SCREENS:
            self.go(path, page)
            with self.subTest(width=width, screen=path):
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), width)
                self.assertTrue(page.locator("main").is_visible())

    def test_a_phone(self):
        self.fits(390, 844)

    def test_twice_the_size(self):
        """1280 x 800 at 200 % zoom is a window of 640 x 400."""
        self.fits(640, 400)

    def test_picture_leads_on_a_laptop(self):
        self.go(f"/paintings/{TEA}/planes")
        box = self.page.locator("figure.picture").bounding_box()
        self.assertGreaterEqual(box["width"], 0.5 * 1280)
        self.assertLessEqual(box["y"] + box["height"], 800)
        section = self.page.locator("svg.section").bounding_box()
        self.assertLessEqual(section["y"] + section["height"], 772)


class Keyboard(InBrowser):
    def test_stages_and_planes(self):
        page = self.go(f"/paintings/{TEA}/thumbnails")
        page.keyboard.press("]")
        expect(page.get_by_role("link", name="Planes")).to_have_attribute("aria-current", "page")
        page.keyboard.press("5")
        expect(page.get_by_label("Name of the plane")).to_have_value("Terraces")
        page.keyboard.press("[")
        expect(page.get_by_role("link", name="Thumbnails")).to_have_attribute("aria-current", "page")

    def test_half_a_step_on_the_ladder_and_undo(self):
        page = self.go(f"/paintings/{TEA}/planes")
        rung = page.get_by_role("slider", name="Planned value of Terraces")
        before = float(rung.get_attribute("aria-valuenow"))
        rung.focus()
        page.keyboard.press("ArrowUp")
        expect(page.get_by_role("button", name="Free it")).to_be_visible()
        self.assertAlmostEqual(float(rung.get_attribute("aria-valuenow")), before + 0.5, delta=0.06)
        page.keyboard.press("Control+z")
        expect(page.get_by_role("button", name="Hold it")).to_be_visible()

    def test_a_stroke_point_by_point(self):
        page = self.go(f"/paintings/{MILL}/planes")
        page.get_by_role("button", name="Level line").press("Enter")
        strokes = page.locator("g.drawn")
        before = strokes.count()
        page.get_by_role("application").focus()
        for key in ("Shift+ArrowLeft", "Space", "Shift+ArrowRight", "Shift+ArrowRight", "ArrowDown", "Space", "Enter"):
            page.keyboard.press(key)
        expect(strokes).to_have_count(before + 1)
        page.get_by_role("application").focus()
        for key in ("Space", "ArrowLeft", "Escape"):
            page.keyboard.press(key)
        expect(strokes).to_have_count(before + 1)
        page.get_by_role("button", name="Last stroke away").press("Enter")
        expect(strokes).to_have_count(before)

    def test_everything_that_acts_can_be_reached(self):
        """Whatever takes a press is a button, a link, a field or has a place in the order of the Tab key."""
        for path in SCREENS:
            self.go(path)
            unreachable = self.page.evaluate(
                """() => [...document.querySelectorAll('*')].filter((e) => {
                    const acts = getComputedStyle(e).cursor === 'pointer' && e.getClientRects().length;
                    return acts && !e.closest('button, a, input, select, label, textarea, summary, [tabindex], option');
                }).map((e) => e.outerHTML.slice(0, 120))"""
            )
            with self.subTest(screen=path):
                self.assertEqual(unreachable, [])

    def test_the_focus_waits_for_a_painting_that_opens_slowly(self):
        page = self.go("/")
        held = []
        # The browser's driver takes no method of a list.
        page.route(f"**/api/paintings/{TEA}", lambda route: held.append(route))  # noqa: PLW0108
        page.locator("article.strip").filter(has_text="Tea terraces").get_by_role("link").first.press("Enter")
        expect(page.get_by_text("Opening the painting…")).to_be_visible()
        page.wait_for_timeout(1000)  # longer than the watch over the focus waits for anything
        self.assertEqual(page.evaluate("document.activeElement.tagName"), "BODY")
        held[0].continue_()
        expect(page.locator("main")).to_be_focused()
        page.keyboard.press("Tab")
        expect(page.locator("main :focus")).to_have_count(1)

    def test_a_painting_that_is_not_there_takes_the_focus_with_its_way_out(self):
        self.expected = ("404",)
        page = self.go("/")
        page.route(f"**/api/paintings/{TEA}", lambda route: route.continue_(url=f"{self.address}/api/paintings/99"))
        page.locator("article.strip").filter(has_text="Tea terraces").get_by_role("link").first.press("Enter")
        expect(page.locator("main")).to_be_focused()
        page.keyboard.press("Tab")
        expect(page.get_by_role("link", name="Back to the shelf")).to_be_focused()

    def test_the_way_to_the_work_hides_nothing_that_is_pressed(self):
        page = self.go(f"/paintings/{TEA}/thumbnails")
        page.get_by_role("link", name="To the work").focus()
        page.get_by_role("link", name="Shelf").click()
        expect(page.locator("article.strip")).to_have_count(3)

    def test_passes_and_bars_by_arrows(self):
        page = self.go(f"/paintings/{TEA}/passes")
        page.locator(".row .title").nth(2).focus()
        page.keyboard.press("ArrowDown")
        expect(page.locator(".row").nth(3)).to_have_class("row chosen")
        page = self.go(f"/paintings/{TEA}/sessions")
        bar = page.locator("g.bar").first
        bar.focus()
        page.keyboard.press("ArrowRight")
        expect(page.locator("g.bar.chosen")).to_have_count(1)


class Touch(InBrowser):
    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 2}
    size = {"width": 390, "height": 844}

    def drag(self, points):
        client = self.context.new_cdp_session(self.page)
        for at, (x, y) in enumerate(points):
            kind = "touchStart" if at == 0 else "touchMove"
            client.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": [{"x": x, "y": y}]})
        client.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})

    def test_a_stroke_by_finger(self):
        page = self.go(f"/paintings/{TEA}/planes")
        page.get_by_role("button", name="Mark", exact=True).tap()
        expect(page.get_by_role("application")).to_be_visible()
        page.locator("figure.picture").scroll_into_view_if_needed()
        strokes = page.locator("g.drawn")
        before = strokes.count()
        box = page.locator("figure.picture").bounding_box()
        y = box["y"] + 0.1 * box["height"]
        self.drag([(box["x"] + share * box["width"], y) for share in (0.2, 0.4, 0.6, 0.8)])
        expect(strokes).to_have_count(before + 1)

    def test_a_value_by_finger(self):
        page = self.go(f"/paintings/{MILL}/planes")
        rung = page.get_by_role("slider", name="Planned value of Near banks")
        rung.scroll_into_view_if_needed()
        box = rung.locator("line.mass").bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"]
        self.drag([(x, y), (x, y + 10), (x, y + 24)])
        expect(page.get_by_role("button", name="Free it")).to_be_visible()

    def test_fingers_find_their_targets(self):
        page = self.go(f"/paintings/{TEA}/planes")
        small = page.evaluate(
            """() => [...document.querySelectorAll('.do:not(.quiet), button.slab')].filter((e) => {
                const box = e.getBoundingClientRect();
                return box.width && box.height < 43;
            }).map((e) => e.textContent.trim())"""
        )
        self.assertEqual(small, [])


class Offline(InBrowser):
    def test_walls_are_kept_and_nothing_is_asked_elsewhere(self):
        page = self.go("/")
        page.get_by_label("Wall").select_option("dark")
        page = self.go(f"/paintings/{TEA}/planes")
        self.assertEqual(page.evaluate("document.documentElement.dataset.wall"), "dark")
        loaded = page.evaluate("[...document.fonts].filter((f) => f.status === 'loaded').map((f) => f.family)")
        self.assertTrue(any("Alegreya" in family for family in loaded))

    def test_the_api_documentation_opens(self):
        page = self.go("/api/docs")
        expect(page.get_by_text("Bring a photo").first).to_be_visible()
