"""The bench over HTTP: pictures with their readings, moves, typed values."""

import base64
import io
import threading
import unittest

import numpy as np
from PIL import Image

from deep_amber.core.problem import NotAccepted
from deep_amber.core.simulation import Memory
from deep_amber.web.desk_parts import Kept
from deep_amber.web.pictures import PictureDesk, Superseded
from tests.sets import light_at, plain_set

from .client import FINE, WebTest


class Told(Memory):
    """Says when the first stage has been computed: a picture is at work then, and not at its end."""

    def __init__(self):
        super().__init__()
        self.at_work = threading.Event()

    def keep(self, *asked, **more):
        kept = super().keep(*asked, **more)
        self.at_work.set()
        return kept


class Bench(WebTest):
    def setUp(self):
        super().setUp()
        self.set = self.demo_json()["set"]

    def ask(self, kind: str, **body):
        return self.client.post(f"/api/{kind}", json={"set": self.set, **body})

    def picture(self, **body):
        return self.ask("picture", **({"quality": "dragged", "viewer": "test", "turn": 1} | body))


class Pictures(Bench):
    settled = FINE

    def test_picture_and_readings_come_together(self):
        answer = self.picture(turn=7).json
        self.assertEqual(answer["turn"], 7)
        head, _, data = answer["picture"].partition(",")
        self.assertEqual(head, "data:image/jpeg;base64")
        image = Image.open(io.BytesIO(base64.b64decode(data)))
        self.assertEqual(image.size, (320, 400))
        self.assertEqual(answer["readings"]["surfaces"]["lit_cheek"]["side"], "camera-left")
        cloth = np.asarray(image)[-20:, 140:180].mean()
        self.assertAlmostEqual(cloth, answer["readings"]["surfaces"]["cloth"]["code"], delta=25)

    def test_the_settled_picture_is_larger(self):
        data = self.picture(quality="settled").json["picture"].partition(",")[2]
        self.assertEqual(Image.open(io.BytesIO(base64.b64decode(data))).size, (640, 800))

    def test_an_unsound_set_is_refused(self):
        self.set["lights"][0]["place"]["y"] = 2.44
        self.assertEqual(self.assert_refused(self.picture())[0]["field"], "lights.0.place.y")

    def test_an_older_request_of_a_tab_is_dropped_and_other_tabs_are_not(self):
        self.assertEqual(self.picture(turn=5).status_code, 200)
        self.assertEqual(self.picture(turn=4).status_code, 204)
        self.assertEqual(self.picture(turn=4, viewer="other").status_code, 200)

    def test_a_newer_request_ends_one_that_is_under_way(self):
        kept, ended = Kept(pictures=Told()), []
        desk = PictureDesk(kept=kept)
        moved = light_at(plain_set(), -0.4, 1.7, 2.5)

        def slow() -> None:
            try:
                desk.compute(plain_set(), "settled", "tab", 1)
                ended.append("finished")
            except Superseded:
                ended.append("dropped")

        thread = threading.Thread(target=slow)
        thread.start()
        self.assertTrue(kept.pictures.at_work.wait(60))
        self.assertEqual(desk.compute(moved, "dragged", "tab", 2)[0].picture.shape, (400, 320, 3))
        thread.join()
        self.assertEqual(ended, ["dropped"])

    def test_the_desk_refuses_what_is_unsound(self):
        with self.assertRaises(NotAccepted):
            PictureDesk().compute(light_at(plain_set(), 9, 9, 9), "dragged", "tab", 1)


class Hand(Bench):
    def test_a_move_gives_the_set_and_its_drawing(self):
        answer = self.ask("move", thing="lights.0", handle="place", to={"x": -9.0}).json
        self.assertEqual(answer["resisted"], "camera-left wall")
        self.assertEqual(answer["drawing"]["lights"][0]["place"][0], round(answer["set"]["lights"][0]["place"]["x"], 4))
        self.assertEqual(answer["values"][0]["field"], "lights.0.distance")
        self.assertEqual(
            [v["field"] for v in answer["exposure"]], ["camera.aperture", "camera.time", "camera.sensitivity"]
        )

    def test_a_typed_value_with_its_unit(self):
        answer = self.ask("enter", field="camera.aperture", text="f/5.6", thing="camera", feet=True).json
        self.assertEqual(answer["set"]["camera"]["aperture"], 5.6)
        self.assertIn("ft", next(v["text"] for v in answer["values"] if v["field"] == "camera.place.y"))

    def test_a_typed_value_out_of_the_room_is_refused_at_its_field(self):
        problems = self.assert_refused(self.ask("enter", field="lights.0.place.y", text="9 m"))
        self.assertEqual(problems[0]["field"], "lights.0.place.y")

    def test_steps_and_nudges(self):
        self.assertAlmostEqual(
            self.ask("step", field="lights.0.output", steps=1).json["set"]["lights"][0]["output"], -8 / 3
        )
        self.assertEqual(self.ask("nudge", field="sitter.head_turn", by=5).json["set"]["sitter"]["head_turn"], 17.0)

    def test_what_does_not_fit_the_description_is_refused(self):
        for kind, body in (
            ("move", {"thing": "lights.0"}),
            ("move", {"thing": "lights.0", "handle": "place", "to": {"w": 1}}),
            ("move", {"thing": "lights.0", "handle": "place", "to": {"x": "far"}}),
            ("enter", {"field": "lights.0.output", "text": "x" * 100}),
            ("enter", {"field": "lights.0.output"}),
            ("step", {"field": "lights.0.output", "steps": 1000}),
            ("scene", {"thing": "cat"}),
            ("scene", {"extra": 1}),
        ):
            with self.subTest(f"{kind} {body}"):
                self.assert_refused(self.ask(kind, **body))

    def test_another_sitter_takes_the_seat(self):
        names = [s["name"] for s in self.client.get("/api/sitters").json["sitters"]]
        self.assertEqual(names, ["anton", "greta", "jun", "linnea", "milo", "nadia"])
        seated = self.ask("seat", who="anton", thing="sitter").json["set"]["sitter"]
        self.assertEqual((seated["who"], seated["x"]), ("anton", self.set["sitter"]["x"]))
        self.assertEqual(self.assert_refused(self.ask("seat", who="nobody"))[0]["field"], "who")

    def test_the_ladder_clips_at_white(self):
        ladder = self.client.get("/api/ladder").json
        self.assertAlmostEqual(ladder["clips_at"], 2.474, places=3)
        self.assertEqual(ladder["rungs"][0]["code"], 255)


if __name__ == "__main__":
    unittest.main()
