"""Other devices: nothing without a code, a code once, shut out at once; over real TLS on a real socket."""

import re
import socket
import ssl
import stat
import tempfile
import time
import unittest
from datetime import UTC, datetime, timedelta
from pathlib import Path

import httpx
from cryptography import x509
from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.sharing import listening as listening_module
from kind_distance.sharing.certificate import certificate_for
from kind_distance.sharing.codes import LENGTH, LETTERS, MOST_DEVICES, Allowance, Sharing, hash_of, tidy_name
from kind_distance.sharing.door import COOKIE, Door
from kind_distance.sharing.listening import SharedServer, listen, own_address
from kind_distance.store.database import opened
from tests.support import NOW

HOST = "192.0.2.7:8766"
SITE = f"https://{HOST}"


class Shared(unittest.TestCase):
    """An application that is shared, with its door; the seconds of codes move by hand."""

    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.file = self.folder / "paintings.sqlite"
        self.seconds = 0.0
        self.app = create_app(self.file, lambda: NOW, dist=self.folder)
        self.sharing = self.app.state.sharing = Sharing(self.file, SITE, "AA:BB", lambda: self.seconds)
        self.here = TestClient(self.app, base_url="http://127.0.0.1:8765")
        self.door = Door(self.app, self.sharing, lambda: NOW)

    def device(self):
        return TestClient(self.door, base_url=SITE, follow_redirects=False)

    def pair(self, client, code, name="Phone", **headers):
        return client.post("/pair", data={"code": code, "name": name}, headers={"Origin": SITE, **headers})

    def let_in(self, name="Phone"):
        client = self.device()
        answer = self.pair(client, self.here.post("/api/sharing/codes").json()["code"], name)
        self.assertEqual(answer.status_code, 303)
        return client


class TheDoor(Shared):
    def test_nothing_is_reached_without_a_code(self):
        client = self.device()
        for method, path in (("GET", "/"), ("GET", "/api/paintings"), ("POST", "/api/paintings"), ("GET", "/api/openapi.json"),
                             ("GET", "/api/health"), ("GET", "/assets/x.js")):  # fmt: skip
            answer = client.request(method, path, headers={"Origin": SITE})
            self.assertEqual(answer.status_code, 401, path)
            self.assertIn("Take part", answer.text)
            self.assertNotIn("set-cookie", answer.headers)

    def test_a_code_lets_one_device_in_and_is_used_up(self):
        code = self.here.post("/api/sharing/codes").json()["code"]
        first, second = self.device(), self.device()
        self.assertEqual(self.pair(first, code.lower()).status_code, 303)  # typed on a phone
        self.assertEqual(first.get("/api/paintings").status_code, 200)
        self.assertEqual(self.pair(second, code).status_code, 403)
        self.assertEqual(second.get("/api/paintings").status_code, 401)

    def test_a_device_may_do_what_the_machine_may_but_let_nobody_in(self):
        client = self.let_in()
        begun = client.post("/api/paintings", json={"title": "By phone", "medium": "acrylic"}, headers={"Origin": SITE})
        self.assertEqual(begun.status_code, 201)
        self.assertEqual([each["title"] for each in self.here.get("/api/paintings").json()["paintings"]], ["By phone"])
        told = client.get("/api/sharing").json()
        self.assertEqual((told["here"], told["address"], told["devices"]), (False, "", []))
        for method, path in (
            ("POST", "/api/sharing/codes"),
            ("DELETE", "/api/sharing/codes"),
            ("DELETE", "/api/sharing/devices/1"),
        ):
            self.assertEqual(client.request(method, path, headers={"Origin": SITE}).status_code, 422)

    def test_shut_out_means_from_the_next_request_on(self):
        client, other = self.let_in("One"), self.let_in("Two")
        numbers = {each["name"]: each["number"] for each in self.here.get("/api/sharing").json()["devices"]}
        self.assertEqual(self.here.delete(f"/api/sharing/devices/{numbers['One']}").status_code, 204)
        self.assertEqual(client.get("/api/paintings").status_code, 401)
        self.assertEqual(other.get("/api/paintings").status_code, 200)
        self.assertEqual(self.here.delete(f"/api/sharing/devices/{numbers['One']}").status_code, 404)

    def test_the_cookie_is_kept_from_scripts_and_other_sites_and_the_token_from_the_file(self):
        client = self.device()
        answer = self.pair(client, self.sharing.new_code())
        said = answer.headers["set-cookie"]
        for word in ("Secure", "HttpOnly", "SameSite=strict", "Path=/"):
            self.assertIn(word, said)
        token = client.cookies[COOKIE]
        with opened(self.file) as db:
            kept = db.execute("SELECT token_hash FROM device").fetchone()[0]
            db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        self.assertEqual(kept, hash_of(token))
        self.assertNotIn(token.encode(), self.file.read_bytes())

    def test_another_host_or_site_is_refused_even_with_a_device(self):
        client = self.let_in()
        self.assertEqual(client.get("/api/paintings", headers={"Host": "evil.example"}).status_code, 421)
        self.assertEqual(client.get("/api/paintings", headers={"Host": "localhost"}).status_code, 421)
        foreign = client.post("/api/paintings", json={"title": "x"}, headers={"Origin": "https://evil.example"})
        self.assertEqual(foreign.status_code, 403)
        code = self.sharing.new_code()
        for origin in ("https://evil.example", "null", "http://["):
            self.assertEqual(self.pair(self.device(), code, Origin=origin).status_code, 403)
        self.assertGreater(self.sharing.seconds_left(), 0)  # a foreign page used nothing up

    def test_the_machine_itself_answers_no_shared_host_without_the_door(self):
        self.assertEqual(self.here.get("/api/paintings", headers={"Host": HOST}).status_code, 421)

    def test_five_wrong_codes_make_the_right_one_void(self):
        code = self.sharing.new_code()
        for _ in range(5):
            self.assertEqual(self.pair(self.device(), "A" * LENGTH).status_code, 403)
        self.assertEqual(self.pair(self.device(), code).status_code, 403)

    def test_a_code_ends_after_ten_minutes_and_by_the_next_one(self):
        old = self.sharing.new_code()
        new = self.sharing.new_code()
        self.assertEqual(self.pair(self.device(), old).status_code, 403)
        self.seconds += 601
        self.assertEqual(self.pair(self.device(), new).status_code, 403)

    def test_looking_at_the_page_uses_nothing_up_and_shows_a_hostile_code_as_text(self):
        code = self.sharing.new_code()
        page = self.device().get(f"/pair?code={code}")
        self.assertIn(f'value="{code}"', page.text)
        self.assertGreater(self.sharing.seconds_left(), 0)
        bad = self.device().get('/pair?code="><script>')
        self.assertNotIn("<script>", bad.text)
        self.assertIn("form-action 'self'", bad.headers["content-security-policy"])

    def test_a_stranger_who_asks_too_often_waits(self):
        client = self.device()
        asked = [client.get("/").status_code for _ in range(40)]
        self.assertEqual(asked.count(429), 10)
        self.assertEqual(self.let_in_from_elsewhere(), 303)

    def let_in_from_elsewhere(self):
        client = TestClient(self.door, base_url=SITE, follow_redirects=False, client=("192.0.2.99", 5))
        return self.pair(client, self.sharing.new_code()).status_code

    def test_a_large_form_and_a_broken_cookie_are_refused(self):
        client = self.device()
        self.assertEqual(self.pair(client, "A", "x" * 5000).status_code, 413)
        self.assertEqual(client.get("/", headers={"Cookie": f"{COOKIE}=\x01;;=;"}).status_code, 401)
        self.assertEqual(client.put("/pair").status_code, 403)

    def test_no_more_devices_than_a_studio_has(self):
        for number in range(MOST_DEVICES):
            self.sharing.pair(self.sharing.new_code(), f"Device {number}", NOW)
        with self.assertRaises(DomainError):
            self.sharing.pair(self.sharing.new_code(), "One more", NOW)

    def test_seen_is_noted(self):
        self.let_in("Tablet \u202eelbat\n\n" + "x" * 80)
        device = self.here.get("/api/sharing").json()["devices"][0]
        self.assertLessEqual(len(device["name"]), 40)
        self.assertNotIn("\u202e", device["name"])
        self.assertIn("last here today", device["said"])

    def test_without_sharing_there_is_no_code(self):
        self.app.state.sharing = None
        self.assertFalse(self.here.get("/api/sharing").json()["on"])
        refused = self.here.post("/api/sharing/codes")
        self.assertEqual(refused.status_code, 422)
        self.assertIn("--share", refused.json()["way_out"])


class Parts(unittest.TestCase):
    def test_codes_are_of_letters_that_cannot_be_mistaken(self):
        self.assertFalse(set("IO01L") & set(LETTERS))
        self.assertGreater(len(LETTERS) ** LENGTH, 1e11)

    def test_an_allowance_comes_back_with_time_and_forgets_the_oldest(self):
        allowance = Allowance(2, 10.0)
        self.assertEqual([allowance.allows("a", t) for t in (0, 1, 2, 11.5)], [True, True, False, True])
        for number in range(1500):
            allowance.allows(str(number), 20.0)
        self.assertLessEqual(len(allowance.known), 1000)

    def test_names_are_one_line_that_can_be_read(self):
        self.assertEqual(tidy_name("  My\n\tphone \x07 "), "My phone")
        self.assertEqual(tidy_name("\x00"), "A phone")

    def test_addresses(self):
        self.assertEqual(own_address("127.0.0.1"), "127.0.0.1")
        for wrong in ("0.0.0.0", "::1", "house", "224.0.0.1"):
            with self.assertRaises(DomainError):
                own_address(wrong)
        with self.assertRaises(DomainError):
            listen("192.0.2.1", 0)

    def test_a_device_that_is_not_there_cannot_be_shut_out(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        create_app(folder / "p.sqlite", dist=folder)
        with self.assertRaises(NotFoundError):
            Sharing(folder / "p.sqlite", SITE, "").shut_out(4)


class TheCertificate(unittest.TestCase):
    def setUp(self):
        self.file = Path(self.enterContext(tempfile.TemporaryDirectory())) / "c.pem"

    def test_it_is_kept_for_its_address_and_made_anew_when_it_ends_or_is_damaged(self):
        first = certificate_for(self.file, "127.0.0.1")
        self.assertEqual(certificate_for(self.file, "127.0.0.1"), first)
        self.assertEqual(stat.S_IMODE(self.file.stat().st_mode), 0o600)
        self.assertNotEqual(certificate_for(self.file, "127.0.0.2").fingerprint, first.fingerprint)
        late = datetime.now(UTC) + timedelta(days=340)
        second = certificate_for(self.file, "127.0.0.2")
        self.assertNotEqual(certificate_for(self.file, "127.0.0.2", late).fingerprint, second.fingerprint)
        self.file.write_bytes(b"torn")
        self.assertRegex(certificate_for(self.file, "127.0.0.1").fingerprint, r"^([0-9A-F]{2}:){31}[0-9A-F]{2}$")

    def test_it_names_the_address_and_lasts_a_year(self):
        """Against the parser of the package that phones' rules are checked by: RFC 5280 fields, RFC 6125 names."""
        certificate_for(self.file, "192.168.1.20")
        found = x509.load_pem_x509_certificate(self.file.read_bytes())
        names = found.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
        self.assertEqual([str(each) for each in names.get_values_for_type(x509.IPAddress)], ["192.168.1.20"])
        self.assertLessEqual((found.not_valid_after_utc - found.not_valid_before_utc).days, 398)

    def test_a_folder_that_cannot_be_written_is_told(self):
        with self.assertRaises(DomainError):
            certificate_for(self.file / "none" / "c.pem", "127.0.0.1")


class OverTheNetwork(Shared):
    """A real socket and real TLS; the client trusts the made certificate and nothing else."""

    def setUp(self):
        super().setUp()
        kept = certificate_for(self.folder / "c.pem", "127.0.0.1")
        listening = listen("127.0.0.1", 0)
        self.port = listening.getsockname()[1]
        self.sharing.address = f"https://127.0.0.1:{self.port}"
        server = SharedServer(Door(self.app, self.sharing, lambda: NOW), listening, str(kept.file))
        server.start()
        self.addCleanup(server.stop)
        self.trusted = ssl.create_default_context(cafile=str(kept.file))
        self.client = self.enterContext(httpx.Client(base_url=self.sharing.address, verify=self.trusted, timeout=10))
        for _ in range(100):
            try:
                self.client.get("/")
                break
            except httpx.ConnectError:
                time.sleep(0.05)

    def test_paired_by_what_the_square_picture_says(self):
        address = self.here.post("/api/sharing/codes").json()["address"]
        page = self.client.get(address)
        code = re.search(r'name="code" value="(\w+)"', page.text)[1]
        self.client.post("/pair", data={"code": code, "name": "Phone"}, headers={"Origin": self.sharing.address})
        self.assertEqual(self.client.get("/api/paintings").json()["paintings"], [])

    def test_plain_http_gets_nothing(self):
        with self.assertRaises(httpx.HTTPError):
            httpx.get(f"http://127.0.0.1:{self.port}/", timeout=5)

    def test_a_slow_head_does_not_hold_a_place(self):
        self.addCleanup(setattr, listening_module, "HEAD_WAIT_S", listening_module.HEAD_WAIT_S)
        listening_module.HEAD_WAIT_S = 0.3
        raw = self.trusted.wrap_socket(socket.create_connection(("127.0.0.1", self.port)), server_hostname="127.0.0.1")
        self.addCleanup(raw.close)
        raw.sendall(b"GET / HTTP/1.1\r\n")
        raw.settimeout(5)
        self.assertEqual(raw.recv(100), b"")
