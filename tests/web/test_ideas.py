"""Idea boards through the API."""

from deep_amber.formats.idea_picture import LARGEST_PICTURE
from tests.formats.test_idea_picture import picture, turned_by_tag
from tests.web.client import WebTest


class Ideas(WebTest):
    def setUp(self):
        super().setUp()
        self.board = f"/api/sets/{self.added()['id']}/ideas"

    def add(self, raw: bytes):
        return self.client.post(self.board, data=raw)

    def test_a_picture_comes_back_upright_with_its_note(self):
        added = self.add(turned_by_tag(6))
        self.assertEqual((added.status_code, added.json["width"], added.json["height"]), (201, 60, 90))
        at = f"{self.board}/{added.json['id']}"
        self.assertEqual(self.client.put(at, json={"note": " one side dark "}).json["note"], "one side dark")
        shown = self.client.get(f"{at}/picture")
        self.assertEqual((shown.status_code, shown.mimetype), (200, "image/jpeg"))
        shown.close()
        self.assertEqual([i["note"] for i in self.client.get(self.board).json["ideas"]], ["one side dark"])

    def test_a_picture_over_the_limit_of_sets_is_taken_and_one_over_its_own_is_refused(self):
        noisy = picture("PNG", (1400, 1100), compress_level=0)
        self.assertGreater(len(noisy), 4_000_000)
        self.assertEqual(self.add(noisy).status_code, 201)
        problems = self.assert_refused(self.add(b"x" * (LARGEST_PICTURE + 5000)), 413)
        self.assertEqual((problems[0]["field"], problems[0]["accepted"]), ("picture", "at most 40 MB"))

    def test_what_is_no_picture_is_refused_and_nothing_changes(self):
        for raw in (b"text", picture("JPEG")[:200], picture("GIF"), b""):
            self.assertEqual(self.assert_refused(self.add(raw))[0]["field"], "picture")
        self.assertEqual(self.client.get(self.board).json["ideas"], [])

    def test_removed_restored_and_not_there(self):
        at = f"{self.board}/{self.add(picture('WEBP')).json['id']}"
        self.assertEqual(self.client.delete(at).status_code, 204)
        self.assert_refused(self.client.get(f"{at}/picture"), 404)
        self.assertEqual(self.client.post(f"{at}/restore").status_code, 200)
        self.assert_refused(self.client.put(f"{self.board}/nothing", json={"note": ""}), 404)
        self.assert_refused(self.client.put(at, json={"note": "x" * 501}))
        self.assert_refused(self.client.get("/api/sets/nothing/ideas"), 404)

    def test_a_copied_set_has_the_board_too(self):
        self.add(picture("HEIF"))
        copied = self.client.post(self.board.replace("/ideas", "/copy")).json
        self.assertEqual(len(self.client.get(f"/api/sets/{copied['id']}/ideas").json["ideas"]), 1)
