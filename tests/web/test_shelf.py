"""The shelf over HTTP."""

import json
import tempfile
import unittest

from deep_amber.formats.set_file import read_set_file, write_set_file
from deep_amber.web.app import create_app
from deep_amber.web.described import document_of
from tests.sets import demo_file

from .client import WebTest


class Shelf(WebTest):
    def test_import_list_open_export(self):
        entry = self.added()
        self.assertEqual([e["id"] for e in self.client.get("/api/sets").json["sets"]], [entry["id"]])
        opened = self.client.get(f"/api/sets/{entry['id']}").json
        self.assertEqual(opened["file"], self.demo_json())
        exported = self.client.get(f"/api/sets/{entry['id']}/file")
        self.assertEqual(exported.data, write_set_file(demo_file()))
        self.assertIn('filename="nadia--soft-headshot.json"', exported.headers["Content-Disposition"])

    def test_save_and_stale_save(self):
        entry = self.added()
        body = {"based_on": 1, "file": self.demo_json()}
        body["file"]["set"]["lights"][0]["output"] = -1.0
        saved = self.client.put(f"/api/sets/{entry['id']}", json=body)
        self.assertEqual((saved.status_code, saved.json["version"]), (200, 2))
        body["file"]["set"]["lights"][0]["output"] = -2.0
        stale = self.client.put(f"/api/sets/{entry['id']}", json=body)
        self.assertEqual(stale.status_code, 409)
        self.assertEqual(stale.json["present"]["file"]["set"]["lights"][0]["output"], -1.0)
        kept = self.client.get(f"/api/sets/{stale.json['kept']['id']}").json
        self.assertEqual(kept["file"]["set"]["lights"][0]["output"], -2.0)

    def test_copy_rename_delete_restore(self):
        entry = self.added()
        at = f"/api/sets/{entry['id']}"
        self.assertEqual(self.client.post(f"{at}/copy").status_code, 201)
        self.assertEqual(self.client.post(f"{at}/name", json={"name": " Other "}).json["name"], "Other")
        self.assertEqual(self.client.delete(at).status_code, 204)
        self.assert_refused(self.client.get(at), 404)
        self.assert_refused(self.client.delete(at), 404)
        self.assertEqual(self.client.post(f"{at}/restore").json["name"], "Other")

    def test_thumbnail(self):
        entry = self.added()
        answer = self.client.get(f"/api/sets/{entry['id']}/thumbnail")
        self.assertEqual((answer.status_code, answer.mimetype, answer.data[:2]), (200, "image/jpeg", b"\xff\xd8"))


class Refused(WebTest):
    def test_bad_files_change_nothing(self):
        for raw in (b"", b"{", b"\x00\xff", b'{"format": "deep-amber-set", "version": 1}', b"[" * 50000):
            with self.subTest(raw[:12]):
                self.assert_refused(self.client.post("/api/sets", data=raw))
        self.assertEqual(self.client.get("/api/sets").json["sets"], [])

    def test_an_upload_of_200_mb(self):
        problems = self.assert_refused(self.client.post("/api/sets", data=b" " * 200_000_000), 413)
        self.assertIn("at most 2 MB", problems[0]["message"])

    def test_malformed_bodies(self):
        entry = self.added()
        at = f"/api/sets/{entry['id']}"
        for body in (b"{", b"", b"[]", b'"x"', b"null"):
            with self.subTest(body):
                answer = self.client.put(at, data=body, content_type="application/json")
                self.assertIn(answer.status_code, (400, 422))
                self.assert_refused(answer, answer.status_code)
        self.assertEqual(self.client.get(at).json["version"], 1)

    def test_an_unsound_save_names_the_field_and_changes_nothing(self):
        entry = self.added()
        body = {"based_on": 1, "file": self.demo_json()}
        body["file"]["set"]["room"]["width"] = 500
        problems = self.assert_refused(self.client.put(f"/api/sets/{entry['id']}", json=body))
        self.assertIn("room.width", problems[0]["field"])
        self.assertEqual(self.client.get(f"/api/sets/{entry['id']}").json["version"], 1)

    def test_names(self):
        entry = self.added()
        for name in ("", "x" * 121, "<script>", "x" * 5000):
            with self.subTest(name[:9]):
                answer = self.client.post(f"/api/sets/{entry['id']}/name", json={"name": name})
                self.assertEqual(self.assert_refused(answer)[0]["field"], "name")

    def test_what_is_not_there(self):
        for method, path in (
            ("get", "/api/sets/nothing"),
            ("post", "/api/sets/nothing/copy"),
            ("get", "/api/other"),
            ("get", "/api/sets/nothing/thumbnail"),
            ("get", "/api/sets/" + "x" * 3000),
        ):
            with self.subTest(path[:30]):
                answer = getattr(self.client, method)(path)
                self.assertIn(answer.status_code, (404, 422))
                self.assert_refused(answer, answer.status_code)


class Guarded(WebTest):
    def test_another_site_may_not_change_anything(self):
        raw = write_set_file(demo_file())
        answer = self.client.post("/api/sets", data=raw, headers={"Origin": "http://elsewhere.example"})
        self.assert_refused(answer, 403)
        self.assertEqual(
            self.client.post("/api/sets", data=raw, headers={"Origin": "http://localhost"}).status_code, 201
        )

    def test_another_host_name_is_not_served(self):
        self.assert_refused(self.client.get("/api/sets", headers={"Host": "elsewhere.example"}), 403)
        self.assertEqual(self.client.get("/api/sets", headers={"Host": "127.0.0.1:5000"}).status_code, 200)

    def test_headers(self):
        headers = self.client.get("/api/sets").headers
        self.assertIn("default-src 'self'", headers["Content-Security-Policy"])
        self.assertEqual(headers["X-Content-Type-Options"], "nosniff")

    def test_a_fault_inside_shows_no_stack(self):
        sessions = self.app.extensions["sessions"]
        self.addCleanup(self.app.extensions.__setitem__, "sessions", sessions)
        self.app.extensions["sessions"] = None
        with self.assertLogs("deep_amber.web.app", "ERROR"):
            self.assert_refused(self.client.get("/api/sets"), 500)

    def test_files_outside_the_front_end_are_not_served(self):
        for path in ("/../app.py", "/..%2fapp.py", "/%2e%2e/app.py"):
            with self.subTest(path):
                self.assertNotIn(b"create_app", self.client.get(path).data)


class Described(WebTest):
    def test_the_published_description_is_the_present_one(self):
        from pathlib import Path

        published = json.loads((Path(__file__).parents[2] / "docs/openapi.json").read_text())
        with tempfile.TemporaryDirectory() as folder:
            app = create_app(Path(folder), described=True)
            self.addCleanup(app.extensions["sessions"].kw["bind"].dispose)
            self.assertEqual(published, json.loads(json.dumps(document_of(app))))

    def test_the_exported_file_is_read_by_the_command_line_too(self):
        entry = self.added(2)
        self.assertEqual(read_set_file(self.client.get(f"/api/sets/{entry['id']}/file").data), demo_file(2))


if __name__ == "__main__":
    unittest.main()
