"""From the brief to the printed sheet by finger on phone and tablet, and by keyboard alone; no pointer in either."""

from importlib import resources

from playwright.sync_api import expect

from tests.browser.base import TEA, InBrowser

PHOTO = (resources.files("sklearn.datasets") / "images" / "china.jpg").read_bytes()
SCREENS = ("sources", "thumbnails", "planes", "mixes", "passes", "sessions", "easel", "log")
MOST_STOPS = 30  # of the Tab key on a screen


class _ByFinger:
    """The journey; each device gives its size."""

    demo = False
    options = {"has_touch": True, "is_mobile": True, "device_scale_factor": 1}

    def drag(self, points):
        client = self.context.new_cdp_session(self.page)
        for at, (x, y) in enumerate(points):
            kind = "touchStart" if at == 0 else "touchMove"
            client.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": [{"x": x, "y": y}]})
            self.page.wait_for_timeout(16)
        client.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})

    def box(self, locator):
        locator.scroll_into_view_if_needed()
        # A line that sticks to the foot of a small window may lie over what was just brought into sight.
        locator.evaluate("e => e.scrollIntoView({ block: 'center' })")
        return locator.bounding_box()

    def test_from_the_brief_to_the_sheet(self):
        page = self.go("/")
        page.get_by_role("button", name="New painting").first.tap()
        page.get_by_role("textbox", name="Title").fill("Pavilion over the lake")
        page.get_by_role("button", name="Put it on the shelf").tap()
        expect(page.get_by_text("Bring a photo of the place")).to_be_visible()
        page.get_by_label("Choose photos").set_input_files(
            {"name": "pavilion.jpg", "mimeType": "image/jpeg", "buffer": PHOTO}
        )
        expect(page.get_by_text("640 x 427 pixels, JPEG")).to_be_visible()

        page.get_by_role("link", name="Planes").tap()
        page.get_by_role("group", name="Number of planes").get_by_role("button", name="3").tap()
        page.get_by_role("button", name="Propose 3 planes").tap()
        self.mark()
        self.set_a_value()

        page.get_by_role("navigation", name="Stages of the work").get_by_role("link", name="Passes").tap()
        handle = page.get_by_role("slider", name="Length of").nth(1)
        before = handle.get_attribute("aria-valuenow")
        at = self.box(handle)
        x, y = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
        self.drag([(x + step * 6, y) for step in range(8)])
        expect(handle).not_to_have_attribute("aria-valuenow", before)

        page.get_by_role("navigation", name="Stages of the work").get_by_role("link", name="Sessions").tap()
        page.get_by_role("button", name="Add a session").first.tap()
        page.get_by_role("button", name="Add it").tap()
        self.move_a_bar()
        page.get_by_role("button", name="The sheet for the easel").tap()
        expect(page.get_by_role("img", name="Page 1")).to_be_visible()
        expect(page.get_by_text("Page 1 of 1, 21 x 29.7 cm")).to_be_visible()

    def mark(self):
        page = self.page
        planes = page.get_by_role("navigation", name="Planes, far to near").locator("button.slab")
        expect(planes).to_have_count(3)
        page.get_by_role("button", name="Mark", exact=True).tap()
        for rank, height in ((1, 0.1), (2, 0.6), (3, 0.93)):
            planes.nth(rank - 1).tap()
            box = self.box(page.locator("figure.picture"))
            y = box["y"] + height * box["height"]
            self.drag([(box["x"] + share * box["width"], y) for share in (0.1, 0.3, 0.5, 0.7, 0.9)])
            expect(page.locator("g.drawn")).to_have_count(rank)

    def set_a_value(self):
        rung = self.page.get_by_role("slider", name="Planned value of").nth(1)
        before = rung.get_attribute("aria-valuenow")
        at = self.box(rung.locator("line.mass"))
        x, y = at["x"] + at["width"] / 2, at["y"]
        self.drag([(x, y), (x, y + 8), (x, y + 20), (x, y + 30)])
        expect(rung).not_to_have_attribute("aria-valuenow", before)

    def move_a_bar(self):
        bar = self.page.locator("g.bar").last
        expect(bar).to_be_visible()
        was = bar.get_attribute("aria-label")
        at = self.box(bar.locator("rect").first)
        x, y = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
        self.drag([(x + 7 * step, y) for step in range(9)])
        expect(self.page.locator("g.bar .pin")).to_have_count(1)
        self.assertNotEqual(self.page.locator("g.bar").last.get_attribute("aria-label"), was)


class Phone(_ByFinger, InBrowser):
    size = {"width": 390, "height": 844}

    def test_one_session_has_the_width(self):
        self.test_from_the_brief_to_the_sheet()
        self.page.get_by_role("button", name="Close").tap()
        sheet = self.page.locator("rect.sheet").first.bounding_box()
        self.assertGreater(sheet["width"], 0.75 * 390)


class Tablet(_ByFinger, InBrowser):
    size = {"width": 1024, "height": 1366}


class ByKeyboard(InBrowser):
    """Only keys: Tab goes from group to group, arrows go on inside one."""

    demo = False

    def reach(self, target):
        """Press Tab until the target, or the group that it stands in, has the focus; then arrows."""
        page, handle = self.page, target.element_handle()
        entry = handle.evaluate_handle(
            """(e) => { for (let at = e; e.tabIndex < 0 && at; at = at.parentElement) {
                 const here = at.querySelector('[data-roving-at]'); if (here) return here; } return e; }"""
        )
        for _ in range(60):
            if entry.evaluate("e => e === document.activeElement"):
                break
            page.keyboard.press("Tab")
        for _ in range(30):
            if handle.evaluate("e => e === document.activeElement"):
                return
            page.keyboard.press("ArrowRight")
        self.fail(f"no key leads to {target}")

    def press(self, target):
        self.reach(target)
        self.page.keyboard.press("Enter")

    def on(self, *stages):
        for stage in stages:
            self.page.keyboard.press("]")
            expect(self.page.get_by_role("link", name=stage)).to_have_attribute("aria-current", "page")

    def write(self, target, text):
        self.reach(target)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)

    def test_from_the_brief_to_the_sheet(self):
        page = self.go("/")
        self.press(page.get_by_role("button", name="New painting").first)
        self.write(page.get_by_role("textbox", name="Title"), "Pavilion over the lake")
        self.press(page.get_by_role("button", name="Put it on the shelf"))
        expect(page.get_by_text("Bring a photo of the place")).to_be_visible()
        with page.expect_file_chooser() as asked:
            self.press(page.locator("button.main", has_text="Choose photos"))
        asked.value.set_files({"name": "pavilion.jpg", "mimeType": "image/jpeg", "buffer": PHOTO})
        expect(page.get_by_text("640 x 427 pixels, JPEG")).to_be_visible()

        self.on("Thumbnails", "Planes")
        self.press(page.get_by_role("group", name="Number of planes").get_by_role("button", name="3"))
        self.press(page.get_by_role("button", name="Propose 3 planes"))
        expect(page.locator("button.slab")).to_have_count(3)
        if page.get_by_role("button", name="Mark", exact=True).get_attribute("aria-pressed") != "true":
            self.press(page.get_by_role("button", name="Mark", exact=True))
        page.keyboard.press("1")
        self.reach(page.get_by_role("application"))
        for key in (
            *["Shift+ArrowUp"] * 8,
            *["Shift+ArrowLeft"] * 4,
            "Space",
            *["Shift+ArrowRight"] * 8,
            "Space",
            "Enter",
        ):
            page.keyboard.press(key)
        expect(page.locator("g.drawn")).to_have_count(1)

        rung = page.get_by_role("slider", name="Planned value of").first
        before = rung.get_attribute("aria-valuenow")
        self.reach(rung)
        page.keyboard.press("ArrowDown")
        expect(rung).not_to_have_attribute("aria-valuenow", before)

        self.on("Mixes", "Passes")
        length = page.get_by_role("slider", name="Length of").first
        expect(length).to_be_visible()
        self.reach(length)
        page.keyboard.press("ArrowRight")
        self.on("Sessions")
        self.press(page.get_by_role("button", name="Add a session").first)
        self.write(page.get_by_label("Begins: day", exact=True), "2 December 2026")
        self.write(page.get_by_label("Begins: hour"), "8.30")
        self.press(page.get_by_role("button", name="Add it"))
        expect(page.get_by_role("button", name="Wednesday 2 December").first).to_be_visible()
        bar = page.locator("g.bar").first
        expect(bar).to_be_visible()
        self.reach(bar)
        self.press(page.get_by_role("button", name="The sheet for the easel"))
        expect(page.get_by_role("img", name="Page 1")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("img", name="Page 1")).to_have_count(0)


class FocusGoesOn(ByKeyboard):
    """After every deed the focus is somewhere sensible, never on the bare page."""

    def somewhere(self, deed):
        self.page.wait_for_timeout(250)  # until what had it is gone
        with self.subTest(after=deed):
            self.until("document.activeElement !== document.body")

    def test_from_the_brief_to_the_sheet(self):
        page = self.go("/")
        page.get_by_role("button", name="New painting").first.focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("textbox", name="Title")).to_be_focused()
        page.keyboard.type("Pavilion")
        page.keyboard.press("Enter")
        expect(page.get_by_text("Bring a photo of the place")).to_be_visible()
        self.somewhere("put on the shelf")
        page.get_by_label("Choose photos").set_input_files(
            {"name": "pavilion.jpg", "mimeType": "image/jpeg", "buffer": PHOTO}
        )
        expect(page.get_by_text("640 x 427 pixels, JPEG")).to_be_visible()
        self.somewhere("upload")
        page.keyboard.press("]")
        expect(page.get_by_text("Reads as")).to_be_visible()
        self.somewhere("a stage on")
        self.press(page.get_by_role("button", name="Keep it"))
        expect(page.get_by_role("list", name="Kept thumbnails").get_by_text("chosen")).to_be_visible()
        self.somewhere("keep")
        page.keyboard.press("]")
        self.press(page.get_by_role("button", name="Propose"))
        expect(page.locator("button.slab").first).to_be_visible()
        self.somewhere("propose")
        page.keyboard.press("?")
        page.keyboard.press("Escape")
        self.somewhere("the keys were closed")
        self.press(page.get_by_role("button", name="How painters use it"))
        page.keyboard.press("Escape")
        self.somewhere("the guide was closed")


class Stops(InBrowser):
    def test_few_stops_on_every_screen(self):
        for screen in SCREENS:
            page = self.go(f"/paintings/{TEA}/{screen}")
            page.wait_for_timeout(300)
            stops = page.evaluate(
                """() => [...document.querySelectorAll('a[href], button, input, select, textarea, [tabindex], summary')]
                    .filter((e) => !e.disabled && e.tabIndex >= 0 && e.getClientRects().length
                        && e.checkVisibility({ visibilityProperty: true, contentVisibilityAuto: true })).length"""
            )
            with self.subTest(screen=screen):
                self.assertLess(stops, MOST_STOPS)

    def test_arrows_go_round_a_group_and_tab_comes_back_to_it(self):
        page = self.go(f"/paintings/{TEA}/sources")
        tools = page.get_by_role("group", name="Tools").get_by_role("button")
        tools.first.focus()
        page.keyboard.press("ArrowRight")
        expect(tools.nth(1)).to_be_focused()
        page.keyboard.press("End")
        expect(tools.last).to_be_focused()
        page.keyboard.press("ArrowRight")
        expect(tools.first).to_be_focused()
        page.keyboard.press("ArrowLeft")
        page.keyboard.press("Tab")
        page.keyboard.press("Shift+Tab")
        expect(tools.last).to_be_focused()


class Help(InBrowser):
    def test_each_stage_tells_how_painters_use_it(self):
        for screen in SCREENS:
            page = self.go(f"/paintings/{TEA}/{screen}")
            page.get_by_role("button", name="How painters use it").click()
            guide = page.get_by_role("dialog", name="How painters use it")
            expect(guide.get_by_role("listitem")).to_have_count(3)
            pictures = guide.get_by_role("img")
            with self.subTest(screen=screen):
                self.assertGreaterEqual(pictures.count(), 2)
                for at in range(pictures.count()):
                    pictures.nth(at).scroll_into_view_if_needed()
                    expect(pictures.nth(at)).to_have_js_property("complete", value=True)
                    self.assertGreater(pictures.nth(at).evaluate("e => e.naturalWidth"), 200)
            page.keyboard.press("Escape")
            expect(guide).to_have_count(0)

    def test_a_word_and_a_tool_are_explained_by_keyboard(self):
        page = self.go(f"/paintings/{TEA}/planes")
        page.get_by_role("button", name="Level line").focus()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowLeft")
        expect(page.get_by_role("tooltip")).to_be_visible()
        page.get_by_role("button", name="sight").focus()
        page.keyboard.press("Tab")
        page.keyboard.press("Shift+Tab")
        expect(page.get_by_text("How far one sees")).to_be_visible()


class HelpByFinger(InBrowser):
    options = {"has_touch": True, "is_mobile": True}
    size = {"width": 390, "height": 844}

    def test_a_long_press_tells_and_does_not_work_the_tool(self):
        page = self.go(f"/paintings/{TEA}/planes")
        pen = page.get_by_role("button", name="Eraser")
        pen.evaluate("e => e.scrollIntoView({ block: 'center' })")
        box = pen.bounding_box()
        point = [{"x": box["x"] + box["width"] / 2, "y": box["y"] + box["height"] / 2}]
        client = self.context.new_cdp_session(page)
        client.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": point})
        page.wait_for_timeout(800)
        expect(page.get_by_role("tooltip")).to_be_visible()
        client.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
        page.wait_for_timeout(200)
        expect(pen).to_have_attribute("aria-pressed", "false")


class Days(InBrowser):
    def test_a_day_is_typed_chosen_and_refused_in_words(self):
        page = self.go(f"/paintings/{TEA}/sessions")
        day = page.get_by_label("Day by which it is to be ready", exact=True)
        with page.expect_response(lambda answer: answer.request.method == "POST"):
            day.fill("3 jan")
            day.press("Tab")
        expect(day).to_have_value("3 January 2027")
        day.fill("31 February")
        day.press("Tab")
        self.assertIn("29 November 2026", day.evaluate("e => e.validationMessage"))
        with page.expect_response(lambda answer: answer.request.method == "POST"):
            day.fill("")
            day.press("Tab")
        page.wait_for_timeout(400)  # until what was answered stands on the screen
        expect(page.get_by_text("Ready for a gift from")).to_be_visible()
        page.get_by_role("button", name="Day by which it is to be ready: the calendar").click()
        days = page.locator(".v-date-picker-month__day:not(.v-date-picker-month__day--adjacent)")
        days.get_by_text("30", exact=True).click()
        expect(day).to_have_value("30 November 2026")
