"""A sitting shot from a phone: changes, readings, frames of the stand-in camera, what is kept."""

from copy import deepcopy

from tests.web.test_devices import WithDevices


class Shoot(WithDevices):
    def setUp(self):
        super().setUp()
        self.low = self.added(3)["id"]
        looks = [{"name": "four lights", "set_id": self.set_id, "first": True}, {"name": "low key", "set_id": self.low}]
        body = {"sitting": {"name": "Evening", "sitter": "Anton", "better_side": "sitter's left", "looks": looks}}
        self.sitting = self.client.post("/api/sittings", json=body).json["id"]
        self.path = f"/api/shoot/{self.sitting}"

    def test_change_by_change_with_readings_and_frames(self):
        here = self.client.get(self.path).json
        self.assertEqual((here["look"], here["looks"]), (0, ["four lights", "low key"]))
        self.assertEqual([k["name"] for k in here["lights"]], ["key", "fill", "rim", "background"])
        self.assertGreater(len(here["changes"]), 4)
        self.assertEqual(self.client.put(self.path, json={"step": 0, "done": 3}).json["done"], 3)
        reading = {"at": "face", "toward": "key", "aperture": "f/8 +0.3", "light": 0}
        read = self.client.post(f"{self.path}/reading", json=reading).json
        self.assertEqual(read["shown"], "f/8 +0.3")
        self.assertRegex(read["words"], "^key, before the face: f/8 \\+0.3, ")
        self.clock.at += 10
        fired = self.client.post(f"{self.path}/fire", json={})
        self.assertEqual(fired.status_code, 201, fired.data[:300])
        here = self.client.get(self.path).json
        self.assertEqual(here["last"]["faults"], [])
        kept = self.client.put(f"/api/shoot/frame/{here['last_id']}", json={"kept": True, "note": "lids"}).json
        self.assertEqual((kept["kept"], kept["note"]), (True, "lids"))
        with self.client.get(f"/api/shoot/frame/{here['last_id']}") as got:
            self.assertEqual(got.mimetype, "image/jpeg")
        with self.client.get(here["picture"]) as got:
            self.assertEqual(got.mimetype, "image/jpeg")
        later = self.client.put(self.path, json={"step": 1}).json
        self.assertEqual((later["set_id"], later["last"]), (self.low, None))
        self.assertTrue(any(k.startswith("Take the fill away") for k in later["changes"]))
        entries = self.client.get("/api/log", query_string={"sitting_id": self.sitting}).json["entries"]
        self.assertEqual(
            [(k["kind"], k["look"]) for k in entries], [("frame", "four lights"), ("reading", "four lights")]
        )
        self.assertEqual(entries[0]["sitter"], "Anton")

    def frame_of(self, photo_set: dict, **more) -> dict:
        """A raw file of the stand-in camera, brought in against the planned set, and what is said of it."""
        made = self.one(set=photo_set, **more)
        with self.client.get(f"/api/sets/{self.set_id}/frames/{made['id']}/raw") as got:
            raw = got.data
        entry = self.client.post(
            "/api/log/pictures", query_string={"set_id": self.set_id, "name": "a.dng"}, data=raw
        ).json["entry"]
        self.assertIn("raw", entry["told"][0])
        judged = self.client.post(f"/api/log/{entry['id']}/judge", json=more.pop("judge", {}))
        self.assertEqual(judged.status_code, 200, judged.data[:300])
        return {**judged.json, "faults": made["faults"]}

    def test_the_step_that_is_said_brings_the_stand_in_s_next_file_right(self):
        planned = self.demo_json(4)["set"]
        built = deepcopy(planned)
        built["lights"][0]["output"] -= 2 / 3  # what the key gives is less than is set
        found = self.frame_of(built)
        wrong = [k for k in found["lights"] if k["to"] is not None]
        self.assertEqual([k["name"] for k in wrong], ["key"])
        self.assertRegex(found["corrections"][0]["text"], "key: gave −0.7; 0.7 stops more, to 1/8")
        built["lights"][0]["output"] += wrong[0]["to"] - planned["lights"][0]["output"]
        again = self.frame_of(built)
        self.assertFalse(any(k["wrong"] for k in again["corrections"]), again["corrections"])
        self.assertLess(abs(again["overall"]), 0.1)

    def test_a_wrong_balance_and_a_soft_focus_of_the_stand_in_are_found(self):
        planned = self.demo_json(4)["set"]
        warm = self.frame_of(planned, white_balance=8000.0)
        self.assertRegex(" ".join(warm["faults"]), "White balance 8000 K, planned 5600 K: the file is too warm")
        self.client.post("/api/devices/focus", json={"set": planned, "on": "empty", "lock": True})
        soft = self.frame_of(planned, focus="locked")
        self.assertRegex(" ".join(soft["faults"]), "The face is soft")
        self.assertIn("The eyes are soft: focus on the near eye, and lock it before anyone moves.", soft["said"])
        self.client.post("/api/devices/focus", json={"set": planned, "on": "sitter", "lock": True})
        self.assertFalse([k for k in self.frame_of(planned, focus="locked")["said"] if "soft" in k])

    def test_nonsense_is_refused_at_its_field_and_what_is_no_sitting_s_is_not_shown(self):
        for more, field in (({"aperture": "bright"}, "aperture"), ({"at": "moon"}, "at"), ({"light": 7}, "light")):
            asked = {"aperture": "f/8", **more}
            problems = self.assert_refused(self.client.post(f"{self.path}/reading", json=asked))
            self.assertEqual(problems[0]["field"].split(".")[-1], field)
        alone = self.added(1)["id"]
        self.assert_refused(self.client.get(f"/api/shoot/picture/{alone}"), 404)
        frame = self.one()["id"]
        self.assert_refused(self.client.get(f"/api/shoot/frame/{frame}"), 404)
        self.assert_refused(self.client.put(f"/api/shoot/frame/{frame}", json={"kept": True}), 404)
        empty = self.client.post("/api/sittings", json={"sitting": {"name": "none"}}).json["id"]
        self.assert_refused(self.client.get(f"/api/shoot/{empty}"))
