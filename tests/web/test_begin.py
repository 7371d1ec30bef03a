"""The first set, lenses, furniture and aims through the API."""

from tests.web.client import WebTest

ANSWERS = {
    "width": "320cm",
    "depth": "13ft 9",
    "height": "2.4 m",
    "walls": "white emulsion",
    "backdrop": "mid grey paper",
    "who": "anton",
    "framing": "head and shoulders",
}


class Begin(WebTest):
    def test_every_choice_is_offered_and_the_answers_give_a_set_that_the_shelf_takes(self):
        asked = self.client.get("/api/begin").json
        self.assertIn(ANSWERS["walls"], asked["walls"])
        self.assertIn(ANSWERS["backdrop"], asked["backdrops"])
        begun = self.client.post("/api/begin", json=ANSWERS)
        self.assertEqual(begun.status_code, 200)
        self.assertAlmostEqual(begun.json["file"]["set"]["room"]["depth"], 13.75 * 0.3048, places=3)
        self.assertEqual(self.client.post("/api/sets", json=begun.json["file"]).status_code, 201)

    def test_a_number_alone_is_what_the_field_shows(self):
        for feet, metres in ((False, 3.1), (True, 11 * 0.3048)):
            begun = self.client.post("/api/begin", json=ANSWERS | {"width": "11" if feet else "3.1", "feet": feet})
            self.assertAlmostEqual(begun.json["file"]["set"]["room"]["width"], metres, places=3)

    def test_every_wrong_size_is_said_at_its_field(self):
        wrong = ANSWERS | {"width": "wide", "depth": "90 m", "height": "40cm"}
        problems = {p["field"]: p for p in self.assert_refused(self.client.post("/api/begin", json=wrong))}
        self.assertEqual(set(problems), {"width", "depth", "height"})
        self.assertIn("1.5 to 20", problems["depth"]["accepted"])
        self.assertIn("5ft 10", problems["width"]["accepted"])

    def test_names_that_are_not_known_and_a_room_too_short(self):
        for field in ("walls", "backdrop", "who", "framing"):
            problems = self.assert_refused(self.client.post("/api/begin", json=ANSWERS | {field: "<b>"}))
            self.assertEqual(problems[0]["field"], field)
        short = self.client.post("/api/begin", json=ANSWERS | {"depth": "1.6 m", "framing": "three-quarter"})
        self.assertIn("m, or a tighter framing", self.assert_refused(short)[0]["accepted"])


class Camera(WebTest):
    def test_lenses_are_common_ones_until_the_kit_has_some(self):
        names = [k["name"] for k in self.client.get("/api/lenses").json["lenses"]]
        self.assertIn("50 mm f/1.8", names)
        body = {"set": self.demo_json()["set"], "thing": "camera"}
        on = self.client.post("/api/lens", json=body | {"name": "24-70 mm f/4"}).json["set"]["camera"]
        self.assertEqual((on["lens"]["longest"], on["focal_length"]), (70.0, 70.0))
        body["set"]["camera"] = on
        self.assert_refused(self.client.post("/api/enter", json=body | {"field": "camera.focal_length", "text": "85"}))
        self.assertIsNone(self.client.post("/api/lens", json=body | {"name": ""}).json["set"]["camera"]["lens"])
        self.assert_refused(self.client.post("/api/lens", json=body | {"name": "a jam jar"}))
        kit = self.client.get("/api/kit").json
        owned = {
            "kit": {"lenses": [{"name": "old 135", "shortest": 135, "longest": 135, "widest": 3.5}]},
            "based_on": kit["version"],
        }
        self.assertEqual(self.client.put("/api/kit", json=owned).status_code, 200)
        self.assertEqual([k["name"] for k in self.client.get("/api/lenses").json["lenses"]], ["old 135"])


class Things(WebTest):
    def test_furniture_and_doors_are_added_moved_typed_and_taken_out(self):
        body = {"set": self.demo_json()["set"], "thing": "room"}
        added = self.client.post("/api/add", json=body | {"part": "furniture", "name": "shelf"}).json
        self.assertEqual((added["thing"], added["drawing"]["furniture"][0]["name"]), ("furniture.0", "shelf"))
        self.assertIn("shelf", [p["name"] for p in self.client.get("/api/picks").json["picks"]])
        body["set"] = added["set"]
        door = self.client.post("/api/add", json=body | {"part": "doors", "name": "door"}).json
        self.assertEqual(door["thing"], "doors.0")
        body["set"] = door["set"]
        moved = self.client.post(
            "/api/move", json=body | {"thing": "furniture.0", "handle": "place", "to": {"x": -9}}
        ).json
        self.assertEqual(moved["resisted"], "camera-left wall")
        gone = self.client.post("/api/edit", json=body | {"thing": "furniture.0", "action": "remove"}).json
        self.assertEqual(gone["set"]["furniture"], [])
        self.assert_refused(self.client.post("/api/edit", json=body | {"thing": "furniture.0", "action": "mirror"}))
        self.assert_refused(self.client.post("/api/add", json=body | {"part": "furniture", "name": "piano"}))

    def test_a_look_sends_its_aims(self):
        body = {"set": self.demo_json()["set"], "thing": "look"}
        scene = self.client.post("/api/scene", json=body).json
        self.assertEqual(
            {a["surface"] for a in scene["aims"]},
            {"lit_cheek", "shadow_cheek", "backdrop_left", "backdrop_middle", "backdrop_right"},
        )
        body["set"]["look"] = None
        self.assertEqual(self.client.post("/api/scene", json=body).json["aims"], [])
        begun = self.client.post("/api/choose", json=body | {"field": "look.purpose", "option": "family"}).json
        self.assertEqual(begun["set"]["look"]["purpose"], "family")
        self.assertEqual(len(begun["aims"]), 5)

    def test_standing_up_through_the_page_takes_the_light_along(self):
        body = {"set": self.demo_json()["set"], "thing": "sitter", "field": "sitter.posture", "option": "standing"}
        stood = self.client.post("/api/choose", json=body).json["set"]
        self.assertGreater(stood["camera"]["place"]["y"], body["set"]["camera"]["place"]["y"] + 0.2)

    def test_a_level_picture_is_wider_than_high(self):
        photo_set = self.demo_json()["set"]
        photo_set["camera"]["orientation"] = "landscape"
        made = self.client.post("/api/picture", json={"set": photo_set, "quality": "dragged", "viewer": "t", "turn": 1})
        self.assertEqual(made.status_code, 200)
