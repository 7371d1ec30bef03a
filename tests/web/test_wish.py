"""Wishes through the API: answers a line at a time, refusals at their field, an older wish ended by a newer one."""

import itertools
import json
import threading

from deep_amber.web.pictures import PictureDesk, Superseded
from tests.sets import demo_file
from tests.web.client import WebTest


class Wishes(WebTest):
    def ask(self, number: int, *targets: tuple[str, str], **body):
        asked = [{"surface": s, "text": t} for s, t in targets]
        made = {"set": self.demo_json(number)["set"], "targets": asked, "viewer": "tab", "number": 1} | body
        return self.client.post("/api/wish", json=made)

    def lines(self, answer) -> list[dict]:
        self.assertEqual(answer.status_code, 200, answer.data[:300])
        return [json.loads(line) for line in answer.data.splitlines()]

    def test_answers_come_as_they_are_found_each_with_its_set(self):
        lines = self.lines(self.ask(4, ("backdrop_middle", "0")))
        self.assertEqual((lines[-1]["done"], lines[-1]["cannot"]), (1.0, ""))
        self.assertTrue(all(a["done"] <= b["done"] for a, b in itertools.pairwise(lines)))
        first = lines[0]["answers"][0]  # outputs are there at once
        self.assertRegex(first["text"], r"^Turn the background up from 1/8 to 1/")
        self.assertAlmostEqual(first["reached"]["backdrop_middle"], 0.0, delta=0.2)
        picture = self.client.post(
            "/api/picture",
            json={"set": first["set"], "quality": "settled", "viewer": "other", "turn": 1, "solo": None},
        ).json
        got = picture["readings"]["surfaces"]["backdrop_middle"]["stops"]
        self.assertAlmostEqual(got, first["reached"]["backdrop_middle"], delta=0.01)
        self.assertEqual(lines[0]["targets"][0]["stops"], 0.0)
        self.assertTrue(first["why"])

    def test_all_aims_at_once_come_as_one_plan_of_moves(self):
        photo_set = self.demo_json(4)["set"]
        photo_set["camera"]["aperture"] = 11.0
        last = self.lines(self.ask(4, set=photo_set, aims=True))[-1]
        self.assertEqual((last["done"], last["cannot"], last["kept"]), (1.0, "", []))
        (plan,) = last["answers"]
        self.assertEqual(plan["kind"], "plan")
        self.assertRegex(plan["steps"][0], "^Turn the key up from 1/16 ")
        read = self.client.post(
            "/api/picture", json={"set": plan["set"], "quality": "settled", "viewer": "other", "turn": 1, "solo": None}
        ).json
        self.assertEqual({k: v for k, v in read["off_aims"].items() if abs(v) > 0.05}, {})
        problems = self.assert_refused(self.ask(2, aims=True))
        self.assertEqual(problems[0]["field"], "aims")

    def test_a_bad_wish_is_refused_at_its_field(self):
        for targets, field in (
            ([("backdrop_middle", "dark")], "backdrop_middle"),
            ([("nose", "1")], "surface"),
            ([], "targets"),
        ):
            problems = self.assert_refused(self.ask(1, *targets))
            self.assertEqual(problems[0]["field"], field)
        self.assert_refused(self.ask(1, ("cloth", "-1"), let_go=["mood"]))

    def test_a_newer_wish_of_the_tab_ends_the_older_one(self):
        desk: PictureDesk = self.app.extensions["pictures"]
        with desk.wishing(demo_file(1).set, "tab", 1) as (stages, _):
            newer = threading.Thread(target=self._wishes, args=(desk,))
            newer.start()
            with self.assertRaises(Superseded):
                while True:
                    stages.go_on()
        newer.join()
        self.assertTrue(self.reached)

    reached = False

    def _wishes(self, desk: PictureDesk) -> None:
        with desk.wishing(demo_file(1).set, "tab", 2):
            self.reached = True
