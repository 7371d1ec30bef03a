"""What is found in a set, and framings, through the API."""

from tests.web.client import WebTest


class Steps(WebTest):
    def body(self, **changes) -> dict:
        photo_set = self.demo_json()["set"]
        photo_set["backdrop"] |= changes
        return {"set": photo_set, "viewer": "tab", "turn": 1}

    def test_work_beside_the_pictures_ends_when_who_asked_has_gone(self):
        gone = {"waitress.client_disconnected": lambda: True}
        answer = self.client.post("/api/findings", json=self.body(), environ_overrides=gone)
        self.assertEqual((answer.status_code, answer.data), (204, b""))
        self.assertEqual(self.client.post("/api/findings", json=self.body()).status_code, 200)

    def test_steps_come_in_working_order_with_states_and_findings(self):
        answer = self.client.post("/api/findings", json=self.body(width=0.6))
        self.assertEqual(answer.status_code, 200)
        states = answer.json["states"]
        known = self.client.get("/api/steps").json
        self.assertEqual(
            [s["code"] for s in known["steps"]],
            ["brief", "room", "backdrop", "sitter", "camera", "key", "fill", "rim", "background", "expose"],
        )
        self.assertEqual(set(states), {s["code"] for s in known["steps"]})
        self.assertEqual((states["backdrop"]["kind"], states["camera"]["kind"]), ("look here", "settled"))
        self.assertRegex(states["camera"]["text"], r"^\d+\u00a0cm away$")
        (narrow,) = [f for f in answer.json["findings"] if f["code"] == "backdrop.narrow"]
        again = self.client.post("/api/findings", json=self.body() | {"set": narrow["mend"]["set"]})
        self.assertEqual({s["kind"] for s in again.json["states"].values()}, {"settled"})

    def test_what_is_meant_so_becomes_a_note_until_it_is_looked_at_again(self):
        body = self.body(width=0.6)
        (narrow,) = [
            f for f in self.client.post("/api/findings", json=body).json["findings"] if f["code"] == "backdrop.narrow"
        ]
        self.assertTrue(narrow["can_be_meant"])
        asked = {"set": body["set"], "code": "backdrop.narrow"}
        meant = self.client.post("/api/meant", json=asked | {"meant": True}).json["set"]
        found = self.client.post("/api/findings", json=body | {"set": meant}).json["findings"]
        (told,) = [f for f in found if f["code"] == "backdrop.narrow"]
        self.assertEqual((told["severity"], told["meant"], told["mend"]), ("note", True, None))
        again = self.client.post("/api/meant", json=asked | {"set": meant, "meant": False}).json["set"]
        self.assertEqual(again["meant"], [])
        problems = self.assert_refused(self.client.post("/api/meant", json=asked | {"code": "moon", "meant": True}))
        self.assertEqual(problems[0]["field"], "code")

    def test_lengths_come_in_feet_when_asked(self):
        answer = self.client.post("/api/findings", json=self.body() | {"feet": True})
        messages = " ".join(f["message"] for f in answer.json["findings"])
        self.assertIn(" ft ", messages)
        self.assertNotIn(" cm", messages)

    def test_a_tab_that_has_moved_on_gets_nothing(self):
        picture = {"set": self.demo_json()["set"], "quality": "dragged", "viewer": "tab", "turn": 5}
        self.assertEqual(self.client.post("/api/picture", json=picture).status_code, 200)
        self.assertEqual(self.client.post("/api/findings", json=self.body()).status_code, 204)

    def test_an_impossible_set_is_refused_at_its_field(self):
        problems = self.assert_refused(self.client.post("/api/findings", json=self.body(width=30.0)))
        self.assertEqual(problems[0]["field"], "set.backdrop.width")

    def test_the_camera_is_placed_or_the_lack_of_length_is_said(self):
        body = {"set": self.demo_json()["set"], "thing": "camera"}
        made = self.client.post("/api/framed", json=body | {"framing": "tight head"})
        self.assertEqual(made.status_code, 200)
        self.assertLess(made.json["set"]["camera"]["place"]["z"], body["set"]["camera"]["place"]["z"])
        problems = self.assert_refused(self.client.post("/api/framed", json=body | {"framing": "three-quarter"}))
        self.assertIn("mm would do", problems[0]["accepted"])
        self.assert_refused(self.client.post("/api/framed", json=body | {"framing": "<b>"}))
