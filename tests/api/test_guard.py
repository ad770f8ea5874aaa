"""Who may speak to the application, how much, and what its pages may load."""

import re
from pathlib import Path
from unittest import mock

from fastapi.testclient import TestClient

from kind_distance.api import guard
from kind_distance.api.app import create_app
from tests.support import WithApi

PAGE = '<!doctype html><meta name="csp-nonce" content="__NONCE__"><div id="app"></div>'


class Strangers(WithApi):
    def test_other_hosts_are_turned_away(self):
        for host in ("example.org", "127.0.0.1.example.org", "192.168.0.2:8765", "", "localhost.evil.test", "localhost:evil",
                     "127.0.0.1:80:80", "127.0.0.1:", "[::1", "localhost@evil.test"):  # fmt: skip
            answer = self.client.get("/api/health", headers={"host": host})
            with self.subTest(host=host):
                self.assertEqual((answer.status_code, answer.json()["code"]), (421, "wrong_host"))

    def test_this_machine_by_its_names(self):
        for host in ("127.0.0.1", "127.0.0.1:8765", "localhost", "localhost:80", "[::1]:99", "[::1]"):
            with self.subTest(host=host):
                self.assertEqual(self.client.get("/api/health", headers={"host": host}).status_code, 200)

    def test_pages_from_elsewhere_are_turned_away(self):
        for origin in ("http://example.org", "null", "http://127.0.0.1:1", "https://127.0.0.1.evil.test", "http://[",
                       "http://[::1", "//", ""):  # fmt: skip
            answer = self.client.post("/api/paintings", json={"title": "x"}, headers={"origin": origin})
            with self.subTest(origin=origin):
                self.assertEqual((answer.status_code, answer.json()["code"]), (403, "wrong_origin"))
        cross = self.client.post("/api/paintings", json={"title": "x"}, headers={"sec-fetch-site": "cross-site"})
        self.assertEqual(cross.status_code, 403)
        self.assertEqual(self.client.get("/api/paintings").json()["paintings"], [])

    def test_our_own_page(self):
        answer = self.client.post("/api/paintings", json={"title": "x"}, headers={"origin": "http://127.0.0.1"})
        self.assertEqual(answer.status_code, 201)


class Errors(WithApi):
    SEALS = ("content-security-policy", "x-content-type-options", "referrer-policy", "cross-origin-opener-policy")

    def test_every_refusal_carries_the_headers(self):
        answers = [
            self.client.get("/api/health", headers={"host": "example.org"}),
            self.client.post("/api/paintings", json={}, headers={"origin": "null"}),
            self.client.post("/api/paintings", content=b"x" * (guard.MOST_BODY_BYTES + 1)),
            self.client.get("/api/nothing"),
            self.client.post("/api/paintings", json={}),
            self.client.put("/api/paintings"),
        ]
        with mock.patch("kind_distance.studio.paintings.Studio.shelf", side_effect=RuntimeError("inside")):
            client = TestClient(self.client.app, base_url="http://127.0.0.1", raise_server_exceptions=False)
            with self.assertLogs("kind_distance", "ERROR"):
                answers.append(client.get("/api/paintings"))
        self.assertEqual([each.status_code for each in answers], [421, 403, 413, 404, 422, 405, 500])
        for answer in answers:
            with self.subTest(status=answer.status_code):
                self.assertEqual([name for name in self.SEALS if name not in answer.headers], [])
                self.assertEqual(answer.headers["content-type"], "application/problem+json")

    def test_a_refused_method_says_which_ones_there_are(self):
        answer = self.client.delete("/api/health")
        self.assertEqual((answer.status_code, answer.headers["allow"]), (405, "GET"))

    def test_numbers_that_no_file_can_hold(self):
        for number in (2**63, 2**64, 10**30, -1, 0):
            for path in (f"/api/paintings/{number}", f"/api/paintings/1/passes/{number}", f"/api/practice/{number}"):
                with self.subTest(path=path):
                    self.assertIn(self.client.get(path).status_code, (404, 405, 422))

    def test_problem_documents_are_described(self):
        described = self.client.get("/api/openapi.json").json()
        self.assertIn("way_out", described["components"]["schemas"]["ProblemView"]["properties"])
        for path, methods in described["paths"].items():
            for method, operation in methods.items():
                with self.subTest(path=path, method=method):
                    self.assertIn("application/problem+json", operation["responses"]["default"]["content"])


class Sizes(WithApi):
    def test_a_body_that_says_it_is_too_large(self):
        answer = self.client.post("/api/paintings", content=b"x" * (guard.MOST_BODY_BYTES + 1))
        self.assertEqual((answer.status_code, answer.json()["code"]), (413, "too_large"))

    def test_a_body_that_does_not_say_how_large_it_is(self):
        def endless():
            for _ in range(20):
                yield b'{"title": "' + b"x" * 100_000

        answer = self.client.post("/api/paintings", content=endless(), headers={"content-type": "application/json"})
        self.assertEqual((answer.status_code, answer.json()["code"]), (413, "too_large"))

    def test_a_painting_with_its_photos_may_be_larger_than_a_photo(self):
        with (
            mock.patch.object(guard, "MOST_UPLOAD_BYTES", 1000),
            mock.patch.object(guard, "MOST_PAINTING_BYTES", 20_000),
        ):
            for size, status in ((5_000, 422), (30_000, 413)):
                file = {"file": ("painting.json", b"x" * size)}
                self.assertEqual(self.client.post(guard.BRING, files=file).status_code, status)
            photo = self.client.post(
                "/api/paintings/1/sources", data={"version": 1}, files={"file": ("a", b"x" * 5_000)}
            )
            self.assertEqual(photo.status_code, 413)

    def test_a_length_that_is_no_number(self):
        answer = self.client.post("/api/paintings", content=b"{}", headers={"content-length": "many"})
        self.assertEqual(answer.status_code, 413)


class Pages(WithApi):
    def setUp(self):
        super().setUp()
        dist = self.folder / "dist"
        for name in ("assets", "apidocs"):
            (dist / name).mkdir(parents=True)
        (dist / "index.html").write_text(PAGE)
        (dist / "favicon.svg").write_text("<svg/>")
        (dist / "assets" / "app-1234.js").write_text("1")
        self.client = TestClient(create_app(self.file, lambda: self.now, Path(dist)), base_url="http://127.0.0.1")
        self.addCleanup(self.client.close)

    def test_deep_links_are_pages_and_unknown_files_are_not(self):
        for address in ("/", "/paintings/3/planes"):
            with self.subTest(address=address):
                self.assertIn('id="app"', self.client.get(address).text)
        for address in ("/assets/none.js", "/api/none", "/apidocs/none"):
            with self.subTest(address=address):
                self.assertIn(self.client.get(address).status_code, (404, 405))

    def test_a_strict_policy_with_a_fresh_nonce(self):
        nonces = set()
        for _ in range(3):
            answer = self.client.get("/")
            policy = answer.headers["content-security-policy"]
            nonce = re.search(r"'nonce-([^']+)'", policy).group(1)
            self.assertIn(nonce, answer.text)
            nonces.add(nonce)
        self.assertEqual(len(nonces), 3)
        self.assertTrue(policy.startswith("default-src 'none'; script-src 'self';"))
        for word in ("unsafe", "http:", "https:", "*"):
            self.assertNotIn(word, policy)

    def test_headers_everywhere(self):
        for address in ("/", "/api/health", "/api/paintings/99", "/assets/app-1234.js"):
            headers = self.client.get(address).headers
            with self.subTest(address=address):
                self.assertEqual(headers["x-content-type-options"], "nosniff")
                self.assertEqual(headers["referrer-policy"], "no-referrer")
                self.assertIn("content-security-policy", headers)
        self.assertEqual(self.client.get("/api/health").headers["cache-control"], "no-store")
        self.assertIn("immutable", self.client.get("/assets/app-1234.js").headers["cache-control"])

    def test_api_documentation_needs_nothing_from_elsewhere(self):
        page = self.client.get("/api/docs").text
        self.assertNotIn("//", re.sub(r"<!doctype[^>]*>", "", page))
        self.assertIn("swagger-ui-bundle.js", page)
