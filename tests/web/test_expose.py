"""The step Expose through the API: outputs, ways out, room light, histogram, colour, rules, order, meter, spot."""

import json

from deep_amber.formats.set_file import new_file, write_set_file
from tests.sets import DEMO, rich_set
from tests.web.client import WebTest


class Expose(WebTest):
    def setUp(self):
        super().setUp()
        kit = json.loads((DEMO / "kit.json").read_text())["kit"]
        self.client.put("/api/kit", json={"based_on": 0, "kit": kit})

    def body(self, number: int = 1, camera: dict | None = None, **more) -> dict:
        photo_set = self.demo_json(number)["set"]
        photo_set["camera"] |= camera or {}
        return {"set": photo_set, "viewer": "tab", "turn": 1} | more

    def rich(self, **more) -> dict:
        return {
            "set": json.loads(write_set_file(new_file("rich", rich_set())))["set"],
            "viewer": "tab",
            "turn": 1,
        } | more

    def post(self, path: str, body: dict) -> dict:
        answer = self.client.post(path, json=body)
        self.assertEqual(answer.status_code, 200, answer.data[:300])
        return answer.json

    def test_outputs_for_a_camera_are_previewed_as_a_set_and_then_nothing_is_to_be_changed(self):
        made = self.post("/api/expose/outputs", self.body(4, {"sensitivity": 50.0}))
        self.assertEqual([k["letter"] for k in made["lights"]], ["K", "F", "I", "G"])
        self.assertFalse(made["same"])
        then = self.post("/api/expose/outputs", self.body(4) | {"set": made["answer"]["set"]})
        self.assertTrue(then["same"], then["lights"])

    def test_where_a_dial_ends_it_is_said_and_each_way_out_fits(self):
        made = self.post("/api/expose/outputs", self.body(4, {"aperture": 2.0}))
        self.assertFalse(made["fits"])
        self.assertRegex(" ".join(k["cannot"] for k in made["lights"]), r"stops too strong at its lowest, 1/64")
        self.assertTrue(made["ways_out"])
        for way in made["ways_out"]:
            again = self.post("/api/expose/outputs", self.body(4) | {"set": way["set"]})
            self.assertTrue(again["fits"], way["text"])

    def test_limits_are_said_at_their_field(self):
        for more, field in (({"recycle": 0.0}, "recycle"), ({"comfort": -1.0}, "comfort"), ({"by": "moon"}, "by")):
            problems = self.assert_refused(self.client.post("/api/expose/outputs", json=self.body(**more)))
            self.assertEqual(problems[0]["field"], field)

    def test_room_light_what_gives_it_and_what_kills_it(self):
        made = self.post("/api/expose/room", self.rich())
        self.assertEqual([k["name"] for k in made["ambient"]["lights"]], ["window"])
        longest = made["times"][-1]
        slower = self.post("/api/expose/room", self.rich() | {"set": longest["answer"]["set"]})
        self.assertAlmostEqual(slower["ambient"]["under"], longest["under"], delta=0.01)
        shut = next(k for k in made["kills"] if "blackout" in k["answer"]["text"])
        then = self.post("/api/expose/room", self.rich() | {"set": shut["answer"]["set"]})
        self.assertTrue(then["black"])
        self.assertTrue(self.post("/api/expose/room", self.body())["black"])

    def test_the_frame_without_flash_and_marks_come_with_the_picture(self):
        lit = self.post("/api/picture", self.rich(quality="dragged"))
        dark = self.post("/api/picture", self.rich(quality="dragged", turn=2, without_flash=True))
        marked = self.post("/api/picture", self.rich(quality="dragged", turn=3, marked="clipped"))
        stops = [k["readings"]["surfaces"]["lit_cheek"]["stops"] for k in (lit, dark)]
        self.assertLess(stops[1], stops[0] - 4)
        self.assertEqual(sum(dark["histogram"]["luminance"]), 320 * 400)
        self.assertGreater(dark["histogram"]["luminance"][0], lit["histogram"]["luminance"][0])
        self.assertEqual(marked["histogram"], lit["histogram"])

    def test_histogram_colour_rules_and_order(self):
        made = self.post("/api/expose/histogram", self.body(2))
        self.assertEqual([k["zone"] for k in made["zones"]], ["picture", "face", "hair", "cloth", "backdrop"])
        colour = self.post("/api/expose/colour", self.body(4, {"white_balance": 3200.0}))
        self.assertGreater(
            colour["balance"]["lights"][0]["card"]["blue"], colour["balance"]["lights"][0]["card"]["red"]
        )
        self.assertEqual(colour["answers"]["camera"]["set"]["camera"]["white_balance"], 5600.0)
        self.assertIn("background", colour["answers"])
        rules = self.post("/api/expose/rules", self.body(4))
        self.assertTrue({"Half warm gel on the background"} <= {k["text"] for k in rules["corrections"]})
        self.assertEqual(len(rules["thirds"]), 6)
        order = self.post("/api/expose/order", {"set": self.body(4)["set"]})["lines"]
        self.assertEqual(order[0]["about"], "camera")
        self.assertRegex(order[0]["what"], r"^manual, ISO 100, 1/160 s, f/8, 5600 K")
        self.assertRegex(order[1]["what"], r"^group 1, 1/16 \+0\.7$")

    def test_meter_anywhere_and_the_ratio_of_two_readings(self):
        face = self.post(
            "/api/meter", {"set": self.body(4)["set"], "viewer": "tab", "toward": "key", "receptor": "flat"}
        )
        scene = self.post("/api/picture", self.body(4, quality="settled"))
        self.assertEqual(face["shown"], scene["meter"]["flat_to_light"])
        self.assertEqual(face["lights"][0]["letter"], "K")
        pulled = self.post(
            "/api/meter",
            {"set": self.body(4)["set"], "viewer": "tab", "at": None, "place": {"x": 1.0, "y": 1.2, "z": 3.0},
             "toward": "lights.3", "resting": False, "lights": [0]},
        )  # fmt: skip
        self.assertEqual([k["name"] for k in pulled["lights"]], ["key"])
        ratio = self.post("/api/meter/ratio", {"first": 8.0, "second": 4.0})
        self.assertEqual((ratio["stops"], ratio["text"]), (2.0, "4.0 : 1"))
        for more, field in (
            ({"at": None}, "place"),
            ({"at": None, "place": {"x": 9.0, "y": 1.0, "z": 1.0}}, "place"),
            ({"toward": "moon"}, "toward"),
            ({"lights": [7]}, "lights"),
        ):
            problems = self.assert_refused(
                self.client.post("/api/meter", json={"set": self.body(4)["set"], "viewer": ""} | more)
            )
            self.assertEqual(problems[0]["field"], field)
        self.assert_refused(self.client.post("/api/meter/ratio", json={"first": 0.0, "second": 4.0}))

    def test_the_spot_reads_what_the_picture_shows(self):
        read = self.post("/api/meter/spot", {"set": self.body()["set"], "x": 0.06, "y": 0.3})
        picture = self.post("/api/picture", self.body(quality="settled"))
        self.assertAlmostEqual(read["stops"], picture["readings"]["surfaces"]["backdrop_left"]["stops"], delta=0.1)

    def test_alone_before_the_camera(self):
        made = self.post("/api/expose/self", self.body(1, {"aperture": 1.8}))
        self.assertEqual((made["mark"], made["holds"], made["timer"]), ("175 cm from the back wall", False, 10.0))
        self.assertRegex(made["aperture"], r"^f/5$")
        feet = self.post("/api/expose/self", self.body(1, feet=True))
        self.assertRegex(feet["distance"], r"^5 ft")
