"""Calibration through the API: read, shown, taken, undone."""

import json

from deep_amber.core.model import Set
from deep_amber.formats.set_file import new_file, write_set_file
from tests.core.calibration.test_calibrate import truly
from tests.sets import DEMO
from tests.web.client import WebTest


class Calibrate(WebTest):
    def setUp(self):
        super().setUp()
        kit = json.loads((DEMO / "kit.json").read_text())["kit"]
        self.assertEqual(self.client.put("/api/kit", json={"kit": kit, "based_on": 0}).status_code, 200)
        self.set_id = self.added(4)["id"]
        looks = [{"name": "four lights", "set_id": self.set_id}]
        self.sitting = self.client.post("/api/sittings", json={"sitting": {"name": "E", "looks": looks}}).json["id"]

    def read(self, real: Set, light: int, at: str, off: float = 0.0):
        """As the meter shows it in the room as it really is."""
        meter = {"viewer": "", "at": at, "toward": f"lights.{light}", "receptor": "flat", "lights": [light]}
        there = json.loads(write_set_file(new_file("real", real)))["set"]
        shown = self.client.post("/api/meter", json={"set": there, **meter}).json["aperture"]
        body = {"at": at, "light": light, "receptor": "flat", "aperture": f"f/{shown * 2 ** (off / 2):.3f}"}
        answer = self.client.post(f"/api/shoot/{self.sitting}/reading", json=body)
        self.assertEqual(answer.status_code, 201, answer.data)

    def test_what_was_read_is_shown_before_it_is_taken_and_undone_at_will(self):
        real, before = truly(-0.6, 0.0, 0.2), self.trim()
        for at, off in (("face", 0.0), ("forehead", 0.03), ("chin", -0.03), ("cheek_left", 1.4), ("cloth", 0.02)):
            self.read(real, 0, at, off)
        found = self.client.post("/api/calibration", json={}).json
        self.assertRegex(
            found["found"][0]["text"], r"Your 90 cm octa on the 400 W s head loses 0\.6 stops more than the table"
        )
        self.assertEqual([k["outlier"] for k in found["readings"]].count(True), 1)
        self.assertEqual(self.trim(), before)
        taken = self.client.post("/api/calibration/take", json={}).json
        self.assertAlmostEqual(self.trim(), -0.6, delta=0.1)
        undone = self.client.post(f"/api/calibration/{taken['id']}/undo").json
        self.assertTrue(undone["undone"])
        self.assertEqual(self.trim(), before)
        self.assert_refused(self.client.post(f"/api/calibration/{taken['id']}/undo"), 404)

    def trim(self) -> float:
        return self.client.get(f"/api/sets/{self.set_id}").json["file"]["set"]["lights"][0]["trim"]

    def test_too_few_readings_are_refused_in_words(self):
        problems = self.assert_refused(self.client.post("/api/calibration", json={}))
        self.assertIn("too few", problems[0]["message"])
