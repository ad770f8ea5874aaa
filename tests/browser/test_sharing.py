"""A phone is let in by the code on the machine's screen, paints, and is shut out again: over TLS, in two browsers."""

from datetime import datetime
from pathlib import Path

from playwright.sync_api import expect

from kind_distance.sharing.certificate import certificate_for
from kind_distance.sharing.codes import Sharing
from kind_distance.sharing.door import Door
from kind_distance.sharing.listening import SharedServer, listen
from tests.browser.base import TEA, InBrowser, browser
from tools.running import serving_app


class APhone(InBrowser):
    expected = ("certificate",)

    def setUp(self):
        super().setUp()
        app = serving_app(self.address)
        file = app.state.context.studio.file
        kept = certificate_for(Path(file).with_suffix(".pem"), "127.0.0.1")
        listening = listen("127.0.0.1", 0)
        shared = f"https://127.0.0.1:{listening.getsockname()[1]}"
        app.state.sharing = Sharing(file, shared, kept.fingerprint)
        server = SharedServer(Door(app, app.state.sharing, lambda: self.now), listening, str(kept.file))
        server.start()
        self.addCleanup(server.stop)
        phone = browser().new_context(
            viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True, ignore_https_errors=True
        )
        self.addCleanup(phone.close)
        self.phone = phone.new_page()

    def test_let_in_painting_and_shut_out(self):
        self.now = datetime(2026, 11, 28, 7, 20)
        page = self.go("/")
        page.get_by_role("button", name="Phone or tablet").click()
        dialog = page.get_by_role("dialog", name="Phone or tablet")
        expect(dialog).to_contain_text("No device yet.")
        dialog.get_by_role("button", name="Make a code").click()
        expect(dialog.get_by_role("img", name="Square code")).to_be_visible()
        address, code = dialog.locator(".address").inner_text(), dialog.locator(".way strong").inner_text()
        phone = self.phone
        phone.goto(address.removesuffix("/pair"))
        expect(phone.get_by_role("heading")).to_have_text("Take part")
        phone.get_by_label("Code").fill(code.lower())
        phone.get_by_label("What is this device called?").fill("Field phone")
        phone.get_by_role("button").tap()
        expect(phone.get_by_role("heading", name="Shelf")).to_be_visible()
        self.assertTrue(phone.evaluate("isSecureContext"))  # so that the screen may be kept awake
        expect(dialog).to_contain_text("Field phone takes part.")
        phone.goto(address.removesuffix("/pair") + f"/paintings/{TEA}/easel")
        phone.get_by_role("button", name="Begin the session").tap()
        expect(phone.get_by_role("region", name="The pass of now")).to_be_visible()
        dialog.get_by_role("button", name="Shut out").click()
        expect(dialog).to_contain_text("No device yet.")
        phone.goto(address.removesuffix("/pair"))
        expect(phone.get_by_role("heading")).to_have_text("Take part")

    def test_without_sharing_it_says_how(self):
        serving_app(self.address).state.sharing = None
        page = self.go("/")
        page.get_by_role("button", name="Phone or tablet").click()
        expect(page.get_by_role("dialog")).to_contain_text("kind-distance serve --share")
