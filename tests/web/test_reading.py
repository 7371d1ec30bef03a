"""A picture of the log read backwards over the real application: what is told, what contradicts, what is refused."""

from dataclasses import asdict
from unittest import mock

from deep_amber.core.eye.readback import prepare
from deep_amber.formats.picture_file import png_bytes
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.core.eye.pictured import pictured
from tests.sets import plain_set
from tests.web.client import WebTest
from tests.web.test_planning import as_json


class Reading(WebTest):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.made = pictured(2, 8)
        for who in known_sitters():  # once: what every reading looks directions up in
            prepare(load_sitter(who))

    def setUp(self):
        super().setUp()
        raw = png_bytes(self.made.codes)
        brought = self.client.post("/api/log/pictures", query_string={"name": "own.png"}, data=raw)
        self.entry = brought.json["entry"]["id"]
        self.marks = asdict(self.made.truth.marks)

    def read(self, patches=None, entry="", **changed):
        body = {"marks": self.marks | changed, "patches": patches or {}}
        return self.client.post(f"/api/log/{entry or self.entry}/read", json=body)

    def test_direction_lines_and_depth_are_told_and_what_contradicts_once(self):
        x, y = self.marks["nose_tip"]
        lit = -1 if self.made.truth.azimuth < 0 else 1
        told = self.read({"lit": [x + 30 * lit, y], "shadow": [x - 30 * lit, y]}).json
        self.assertTrue(told["told"])
        self.assertAlmostEqual(told["azimuth"], self.made.truth.azimuth, delta=12)
        self.assertAlmostEqual(told["elevation"], self.made.truth.elevation, delta=12)
        self.assertGreater(told["depth"], 0.3)
        self.assertRegex(told["lines"][0], r"^The key stood \d+° to camera-right")
        self.assertEqual((told["doubtful"], told["doubts"]), ([], []))
        eye = self.marks["left_pupil"]
        wrong = self.read(left_catchlights=[[eye[0] - 9, eye[1] + 9]]).json
        self.assertEqual(wrong["doubtful"], ["left_catchlights"])
        self.assertEqual(len(wrong["doubts"]), 1)
        self.assertFalse(set(wrong["doubts"]) & set(wrong["lines"]), "said once")

    def test_what_is_no_mark_is_refused_at_its_field(self):
        for changed, field in (
            ({"left_pupil": self.marks["right_pupil"]}, "right_pupil"),
            ({"nose_tip": [-40, 20]}, "nose_tip"),
            ({"nose_tip": [1e12, 20]}, "nose_tip"),
            ({"nose_tip": "here"}, "nose_tip"),
            ({"width": 0}, "width"),
            ({"left_catchlights": [[1, 1]] * 50}, "left_catchlights"),
        ):
            with self.subTest(field, **changed):
                problems = self.assert_refused(self.read(**changed))
                self.assertTrue(any(field in k["field"] for k in problems), problems)
        self.assert_refused(self.read({"lit": [1, 2, 3]}))

    def test_a_place_outside_the_picture_or_of_no_known_name_is_refused(self):
        for patches, field in (
            ({"lit": [1e6, 5]}, "patches.lit"),
            ({"shadow": [5, -1]}, "patches.shadow"),
            ({"cheek": [5, 5]}, "patches.cheek"),
        ):
            problems = self.assert_refused(self.read(patches))
            self.assertTrue(problems[0]["field"].endswith(field), problems)
            self.assertTrue(problems[0]["accepted"])
        self.assert_refused(self.read({f"place {k}": [1, 1] for k in range(40)}))

    def test_what_is_not_in_the_log_or_is_no_picture_is_said(self):
        self.assertEqual(self.read(entry="nothing").status_code, 404)
        self.assertEqual(self.client.get("/api/log/nothing/read").status_code, 404)

    def test_it_is_made_ready_while_the_hand_still_points(self):
        with mock.patch("deep_amber.web.reading.prepare") as prepared:
            answered = self.client.get(f"/api/log/{self.entry}/read").json["sitters"]
        self.assertEqual([asked.args[0].name for asked in prepared.call_args_list], answered)
        self.assertEqual(sorted(answered), sorted(known_sitters()))

    def test_likely_sets_stand_in_the_room_that_was_given(self):
        room = as_json(plain_set())
        body = {"marks": self.marks, "patches": {}, "set": room}
        made = self.client.post(f"/api/log/{self.entry}/likely", json=body)
        self.assertEqual(made.status_code, 200, made.data[:300])
        sets = made.json["sets"]
        self.assertGreaterEqual(len(sets), 1)
        self.assertLessEqual(len(sets), 3)
        for k in sets:
            self.assertEqual(k["set"]["room"], room["room"])
            self.assertTrue(k["text"] and k["uses"] and k["picture"].startswith("data:image/jpeg"))
        bad = {**room, "room": {**room["room"], "width": 0.1}}
        self.assert_refused(self.client.post(f"/api/log/{self.entry}/likely", json=body | {"set": bad}))
