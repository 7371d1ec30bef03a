"""What a hostile or broken client sends is refused in words, quickly, and changes nothing."""

import json
import time
import unittest

from sqlalchemy import text

from tests.web.client import WebTest


class Refused(WebTest):
    def setUp(self):
        super().setUp()
        self.set = self.demo_json()["set"]

    def scene(self, **changes) -> list[dict]:
        """Problems of a set with top-level changes."""
        body = {"set": {**self.set, **changes}, "thing": None, "feet": False}
        return self.assert_refused(self.client.post("/api/scene", json=body))

    def test_numbers_as_text_out_of_their_limits(self):
        (problem,) = self.scene(room={**self.set["room"], "width": "1000"})
        self.assertEqual((problem["message"], problem["accepted"]), ("1000 is too large", "1.5 to 20"))

    def test_a_number_of_four_hundred_digits(self):
        source = {"name": "head", "source": {"kind": "strobe"}, "quantity": int("9" * 400)}
        answer = self.client.put("/api/kit", json={"based_on": 0, "kit": {"sources": [source]}})
        self.assert_refused(answer)

    def test_a_version_that_no_database_holds(self):
        entry = self.added()
        for based_on in (2**63, -1, 2**31 + 1):
            body = {"based_on": based_on, "file": self.demo_json()}
            self.assert_refused(self.client.put(f"/api/sets/{entry['id']}", json=body))
        self.assert_refused(self.client.put("/api/kit", json={"based_on": 2**64, "kit": {}}))

    def test_digits_that_are_none(self):
        for thing in ("lights.²", "lights.٣", "lights.1e9"):
            body = {"set": self.set, "thing": thing, "handle": "place", "to": {"x": 0.0}, "feet": False}
            self.assert_refused(self.client.post("/api/move", json=body))
        body = {
            "set": self.set,
            "thing": None,
            "feet": False,
            "field": "backdrop.surface.colour",
            "text": "²00 100 100",
        }
        self.assert_refused(self.client.post("/api/enter", json=body))

    def test_bodies_nested_a_hundred_thousand_deep(self):
        for raw in (b'{"a":' * 100_000, b"[" * 100_000 + b"]" * 100_000):
            answer = self.client.post("/api/scene", data=raw, content_type="application/json")
            self.assertIn(answer.status_code, (400, 422))
            self.assertTrue(answer.json["problems"])

    def test_a_list_of_nothing_is_counted_before_it_is_looked_at(self):
        began = time.process_time()
        (problem,) = self.scene(lights=[None] * 200_000)
        self.assertIn("200000 entries", problem["message"])
        self.assertLess(time.process_time() - began, 5)
        raw = json.dumps({**self.demo_json(), "set": {**self.set, "panels": [None] * 200_000}})
        (problem,) = self.assert_refused(self.client.post("/api/sets", data=raw))
        self.assertEqual(problem["field"], "set.panels")

    def test_names_with_marks_that_are_not_seen(self):
        entry = self.added()
        for name in ("Nadia\u200b", "\u202eaidaN", "soft\u2066light"):
            answer = self.client.post(f"/api/sets/{entry['id']}/name", json={"name": name})
            self.assertIn("not seen", self.assert_refused(answer)[0]["message"])


class Addresses(WebTest):
    def test_a_path_of_three_hundred_letters_is_the_page(self):
        self.assertIn(self.client.get("/" + "a" * 300).status_code, (200, 503))
        self.assertEqual(self.client.get("/api/" + "a" * 300).status_code, 404)

    def test_whether_a_file_is_there_is_not_told(self):
        there, gone = (self.client.get(f"/..%2f{name}") for name in ("app.py", "nothing.py"))
        self.assertEqual((there.status_code, there.data), (gone.status_code, gone.data))

    def test_an_origin_that_is_no_address(self):
        answer = self.client.post("/api/scene", json={}, headers={"Origin": "http://["})
        self.assertEqual(answer.status_code, 403)

    def test_pages_of_other_sites_may_not_read_either(self):
        answer = self.client.get("/api/sets", headers={"Sec-Fetch-Site": "cross-site"})
        self.assertEqual(answer.status_code, 403)
        self.assertEqual(self.client.get("/api/sets", headers={"Sec-Fetch-Site": "same-origin"}).status_code, 200)

    def test_reading_what_is_only_written_to(self):
        answer = self.client.get("/api/picture")
        self.assertEqual((answer.status_code, answer.headers["Allow"]), (405, "POST"))
        self.assertEqual(self.client.get("/api/nothing").status_code, 404)

    def test_no_page_of_the_framework_is_served(self):
        for place in ("/openapi", "/openapi/openapi.json", "/openapi/swagger"):
            self.assertNotIn(b"swagger", self.client.get(place).data.lower())


class Unreadable(WebTest):
    def setUp(self):
        super().setUp()
        self.good, self.bad = self.added(1), self.added(2)
        with self.app.extensions["sessions"].begin() as session:
            session.execute(
                text("UPDATE sets SET document = :d WHERE id = :i"), {"d": '{"version": 99}', "i": self.bad["id"]}
            )

    def test_it_stands_on_the_shelf_as_such(self):
        entries = {e["id"]: e["readable"] for e in self.client.get("/api/sets").json["sets"]}
        self.assertEqual(entries, {self.good["id"]: True, self.bad["id"]: False})

    def test_it_is_refused_in_words_exported_as_text_and_deleted(self):
        place = f"/api/sets/{self.bad['id']}"
        self.assertIn("cannot be read", self.assert_refused(self.client.get(place))[0]["message"])
        self.assertIn("cannot be read", self.assert_refused(self.client.post(f"{place}/copy"))[0]["message"])
        self.assert_refused(self.client.get(f"{place}/thumbnail"))
        out = self.client.get(f"{place}/file")
        self.assertEqual((out.data, out.mimetype), (b'{"version": 99}', "text/plain"))
        self.assertEqual(self.client.delete(place).status_code, 204)
        self.assertEqual(len(self.client.get("/api/sets").json["sets"]), 1)

    def test_the_first_address_opens_another(self):
        self.assertTrue(self.client.get("/").headers["Location"].endswith(self.good["id"]))


class Times(WebTest):
    def test_they_have_their_zone(self):
        self.assertRegex(self.added()["changed_at"], r"(Z|\+00:00)$")
        self.assertRegex(self.client.get("/api/sets").json["sets"][0]["changed_at"], r"(Z|\+00:00)$")


if __name__ == "__main__":
    unittest.main()
