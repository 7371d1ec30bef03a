"""The key light through the API: the live reading, dial, turn, advice, faces, eyes, softness, a row, a key that follows."""

import base64
import io
import threading

from PIL import Image

from deep_amber.web.pictures import PictureDesk, Superseded
from tests.sets import plain_set
from tests.web.client import WebTest

PATTERNS = ["flat", "butterfly", "loop", "Rembrandt", "split", "overhead", "under light", "rim"]


class Key(WebTest):
    def setUp(self):
        super().setUp()
        self.set = self.demo_json()["set"]

    def ask(self, what: str, **body):
        return self.client.post(f"/api/key/{what}", json={"set": self.set, "viewer": "tab", "turn": 1} | body)

    def pattern_of(self, photo_set: dict, **body) -> dict:
        picture = {"set": photo_set, "quality": "dragged", "viewer": "other", "turn": 1, "solo": None} | body
        return self.client.post("/api/picture", json=picture).json["pattern"]


class Reading(Key):
    def test_a_picture_comes_with_the_pattern_of_its_key(self):
        read = self.pattern_of(self.set)
        self.assertEqual((read["pattern"], read["between"], read["light"]), ("loop", [], 0))
        self.assertAlmostEqual(read["azimuth"], -33.6, delta=0.5)
        self.assertEqual(read["feather"], "")
        self.assertTrue(read["reasons"][0]["text"])
        self.assertEqual(len(read["catchlights"]), 2)
        self.assertEqual(read["softness"]["grade"], "soft")

    def test_without_light_there_is_none(self):
        self.set["lights"][0]["on"] = False
        self.assertIsNone(self.pattern_of(self.set))
        self.assertIsNone(self.ask("dial").json["dial"])
        self.assertEqual(self.ask("tries").json["tries"], [])
        self.assertEqual(self.ask("softness").json["others"], [])
        problems = self.assert_refused(self.ask("row"))
        self.assertEqual(problems[0]["message"], "no light is on")

    def test_an_aim_past_the_face_is_said_in_stops(self):
        self.set["lights"][0]["aim"]["x"] += 0.5
        self.assertRegex(self.pattern_of(self.set)["feather"], r"feathered \d+°: face −?[+-]?\d\.\d, backdrop")


class Dial(Key):
    def test_the_dial_and_a_turn_by_it(self):
        dial = self.ask("dial").json["dial"]
        self.assertGreaterEqual(
            {r["name"] for r in dial["regions"]}, {"flat", "butterfly", "loop", "Rembrandt", "split"}
        )
        name = next(r for r in dial["regions"] if r["name"] == "Rembrandt" and r["label"][0] < 0)
        turned = self.client.post(
            "/api/key/turn",
            json={"set": self.set, "thing": "lights.0", "azimuth": name["label"][0], "elevation": name["label"][1]},
        ).json
        self.assertEqual((turned["resisted"], turned["key"], turned["thing"]), ("", 0, "lights.0"))
        self.assertEqual(self.pattern_of(turned["set"])["pattern"], "Rembrandt")
        self.set["room"]["height"], self.set["backdrop"]["height"] = 2.2, 2.1
        self.set["lights"][0]["place"]["y"] = 1.4
        far = self.client.post("/api/key/turn", json={"set": self.set, "azimuth": 0, "elevation": 55})
        self.assertEqual(far.json["resisted"], "ceiling")

    def test_angles_that_cannot_be_are_refused(self):
        problems = self.assert_refused(
            self.client.post("/api/key/turn", json={"set": self.set, "azimuth": 200, "elevation": 0})
        )
        self.assertEqual(problems[0]["field"], "azimuth")

    def test_a_newer_picture_ends_it(self):
        self.pattern_of(self.set, viewer="tab", turn=9)
        for what in ("dial", "tries", "eyes", "softness"):
            self.assertEqual(self.ask(what).status_code, 204, what)

    def test_stands_of_the_kit_hold_the_dial_back(self):
        kit = self.client.get("/api/kit").json
        kit["kit"]["stands"] = [{"name": "low stand", "lowest": 0.5, "highest": 1.3, "boom": 0.0}]
        saved = self.client.put("/api/kit", json={"based_on": kit["version"], "kit": kit["kit"]})
        self.assertEqual(saved.status_code, 200, saved.data[:300])
        self.assertIn(
            "no stand of the kit goes over 1.3 m", {h["reason"] for h in self.ask("dial").json["dial"]["hatches"]}
        )


class Advice(Key):
    def test_ways_come_with_their_sets(self):
        made = self.ask("advice", target="split").json
        self.assertFalse(made["here"])
        for way in made["ways"][:2]:
            self.assertEqual(self.pattern_of(way["set"])["pattern"], "split")
        self.assertTrue(self.ask("advice", target="loop").json["here"])
        problems = self.assert_refused(self.ask("advice", target="sideways"))
        self.assertEqual(problems[0]["field"], "target")

    def test_what_a_hand_asks_for_comes_before_the_screen_s_own_work(self):
        desk, s = PictureDesk(), plain_set()
        asked = threading.Event()

        def ask() -> None:
            with desk.aside(s, "tab", 1, asked=True) as stages:
                stages.go_on()
                asked.set()

        thread = threading.Thread(target=ask)
        with desk.aside(s, "tab", 1) as own:
            own.go_on()
            thread.start()
            self.assertTrue(desk.until(lambda load: load.asked == 1, 60))
            with self.assertRaises(Superseded):
                own.go_on()
            self.assertFalse(asked.is_set())  # one at a time
        thread.join(30)
        self.assertTrue(asked.is_set())
        with desk.aside(s, "tab", 1) as own:
            own.go_on()


class Pictures(Key):
    def shown(self, address: str) -> Image.Image:
        return Image.open(io.BytesIO(base64.b64decode(address.split(",")[1])))

    def test_eight_faces_that_differ(self):
        tries = self.ask("tries").json["tries"]
        self.assertEqual([t["name"] for t in tries], PATTERNS)
        self.assertTrue(all(self.shown(t["picture"]).size == (96, 120) for t in tries))
        halves = {t["name"]: self.shown(t["picture"]).convert("L") for t in tries}
        left, right = (
            halves["split"].crop(box).resize((1, 1)).getpixel((0, 0)) for box in ((30, 40, 48, 90), (48, 40, 66, 90))
        )
        self.assertGreater(abs(left - right), 15)

    def test_both_eyes(self):
        eyes = self.ask("eyes").json
        for side in ("left", "right"):
            self.assertEqual(self.shown(eyes[side]).size, (200, 160))
        self.assertGreater(eyes["iris_of_width"], 0.2)


class Softness(Key):
    def test_other_grades_in_the_unit_of_the_desk(self):
        metric, feet = self.ask("softness").json, self.ask("softness", feet=True).json
        self.assertEqual([k["grade"] for k in metric["others"]], ["hard", "medium", "very soft"])
        self.assertIn("cm", metric["others"][1]["size"])
        self.assertNotIn("cm", feet["others"][1]["size"])
        self.assertTrue(any("Shine adds" in line for line in metric["lines"]))
        self.assertTrue(any("brighter in the middle" in line for line in metric["lines"]))

    def test_a_row_and_its_mend(self):
        for field, text in (("people.spacing", "1ft 10"), ("people.count", "3")):
            entered = self.client.post(
                "/api/enter", json={"set": self.set, "thing": None, "field": field, "text": text}
            )
            self.set = entered.json["set"]
        self.assertAlmostEqual(self.set["people"]["spacing"], 0.5588, places=4)
        made = self.ask("row").json
        self.assertEqual((len(made["faces"]), len(made["best"])), (3, 3))
        self.assertLess(made["best_spread"], made["spread"])
        self.assertTrue(made["answer"]["set"] and made["answer"]["text"])
        for field, text in (("count", "9"), ("count", "2.5"), ("spacing", "wide"), ("spacing", "3 m")):
            body = {"set": self.set, "thing": None, "field": f"people.{field}", "text": text}
            problems = self.assert_refused(self.client.post("/api/enter", json=body))
            self.assertIn(f"people.{field}", problems[0]["field"])


class Follow(Key):
    def test_a_locked_key_goes_with_the_head_and_says_where_it_cannot(self):
        before = self.pattern_of(self.set)
        locked = self.client.post(
            "/api/choose", json={"set": self.set, "field": "lights.0.follow", "option": "yes"}
        ).json["set"]
        turned = self.client.post("/api/enter", json={"set": locked, "field": "sitter.head_turn", "text": "-25"}).json
        after = self.pattern_of(turned["set"])
        self.assertAlmostEqual(after["azimuth"], before["azimuth"], delta=1.5)
        self.assertEqual(after["pattern"], "loop")
        loose = self.client.post("/api/enter", json={"set": self.set, "field": "sitter.head_turn", "text": "-25"}).json[
            "set"
        ]
        self.assertEqual(loose["lights"], self.set["lights"])
        aside = self.client.post("/api/enter", json={"set": locked, "field": "sitter.x", "text": "-90cm"}).json["set"]
        far = self.client.post("/api/enter", json={"set": aside, "field": "sitter.body_turn", "text": "-100"}).json
        self.assertIn("key cannot follow", far["resisted"])

    def test_moving_seating_nudging_and_choosing_carry_it_too(self):
        locked = self.client.post(
            "/api/choose", json={"set": self.set, "field": "lights.0.follow", "option": "yes"}
        ).json["set"]
        for url, body in (
            ("move", {"thing": "sitter", "handle": "place", "to": {"x": 0.2}}),
            ("seat", {"who": "milo"}),
            ("nudge", {"field": "sitter.head_nod", "by": 6}),
            ("choose", {"field": "sitter.posture", "option": "standing"}),
        ):
            made = self.client.post(f"/api/{url}", json={"set": locked, **body}).json["set"]
            self.assertNotEqual(made["lights"][0]["place"], locked["lights"][0]["place"], url)
            self.assertAlmostEqual(
                self.pattern_of(made)["azimuth"], self.pattern_of(locked)["azimuth"], delta=2.0, msg=url
            )
        free = self.client.post(
            "/api/move", json={"set": self.set, "thing": "sitter", "handle": "place", "to": {"x": 0.2}}
        )
        self.assertEqual(
            free.json["set"]["lights"][0]["place"], self.set["lights"][0]["place"], "without the lock it stays"
        )
