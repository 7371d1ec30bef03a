"""Practice over the real application: a task without its truth, an answer with it, and what is refused."""

import json
from dataclasses import asdict

from deep_amber.core.eye.marking import SKILLS
from deep_amber.web.practising import task_of
from tests.web.client import WebTest

ANSWER = {
    "azimuth": 20.0,
    "elevation": 30.0,
    "size": 0.3,
    "depth": 2.0,
    "rim": "none",
    "ground": "even",
    "pattern": "loop",
}


class Practice(WebTest):
    def test_a_task_keeps_its_truth_until_it_is_answered(self):
        asked = self.client.get("/api/practice/task", query_string={"level": 2, "seed": 7}).json
        self.assertEqual((asked["level"], asked["seed"]), (2, 7))
        self.assertTrue(asked["picture"].startswith("data:image/jpeg;base64,"))
        self.assertEqual(set(asked), {"level", "seed", "picture", "patterns", "levels", "skill"})
        other = self.client.get("/api/practice/task", query_string={"level": 2}).json
        self.assertIsInstance(other["seed"], int)
        again = self.client.get("/api/practice/task", query_string={"level": 2, "seed": 7}).json
        self.assertEqual(again["picture"], asked["picture"])

    def test_an_answer_is_marked_with_the_truth_and_the_right_one_is_full(self):
        body = {"level": 2, "seed": 7, "answer": ANSWER}
        made = self.client.post("/api/practice/mark", json=body).json
        self.assertEqual([k["skill"] for k in made["marks"]], list(SKILLS))
        self.assertTrue(made["truth"] and made["clues"])
        own = self.client.post("/api/practice/own", json=body).json
        self.assertTrue(own["own"].startswith("data:image/jpeg;base64,"))
        self.assertNotEqual(own["own"], own["difference"])
        azimuth, elevation = made["truth_angles"]
        right = ANSWER | {"azimuth": azimuth, "elevation": elevation, "size": made["size"], "depth": made["depth"]}
        full = self.client.post("/api/practice/mark", json=body | {"answer": right}).json
        self.assertEqual([k["mark"] for k in full["marks"][:4]], [1.0] * 4)
        self.assertGreaterEqual(full["total"], made["total"])

    def test_what_is_no_answer_is_refused_at_its_field(self):
        for wrong, field in (({"azimuth": 400.0}, "azimuth"), ({"size": 0.0}, "size"), ({"rim": "behind"}, "rim")):
            body = {"level": 1, "seed": 1, "answer": ANSWER | wrong}
            problems = self.assert_refused(self.client.post("/api/practice/mark", json=body))
            self.assertTrue(problems[0]["field"].endswith(field), problems)
        self.assert_refused(self.client.get("/api/practice/task", query_string={"level": 9}))


class Progress(WebTest):
    def test_answers_are_kept_and_the_weakest_skill_is_asked_for_next(self):
        before = self.client.get("/api/practice/progress").json
        self.assertEqual({k["skill"] for k in before["skills"]}, set(SKILLS))
        self.assertTrue(all(k["standing"] is None and k["due"] == "not tried yet" for k in before["skills"]))
        self.assertEqual(before["next_level"], 1)
        body = {"level": 2, "seed": 7, "answer": ANSWER, "seconds": 21.5}
        marks = {k["skill"]: k["mark"] for k in self.client.post("/api/practice/mark", json=body).json["marks"]}
        made = self.client.get("/api/practice/progress").json
        standing = {k["skill"]: k["standing"] for k in made["skills"]}
        for skill in ("side", "height", "size", "fill", "pattern"):
            self.assertAlmostEqual(standing[skill], marks[skill])
        self.assertIsNone(standing["rim"], "level 2 has no rim: it is not practised by it")
        self.assertEqual(made["attempts"], 1)
        self.assertIn("rim", made["next"])
        asked = self.client.get("/api/practice/task").json
        self.assertEqual((asked["level"], asked["skill"]), (3, "rim"))
        lines = self.client.get("/api/practice/progress.csv").text.splitlines()
        self.assertEqual(len(lines), 2)
        self.assertTrue(lines[0].startswith("at,kind,level,number,side,"))
        self.assertIn(",eye,2,7,", lines[1])
        self.assertTrue(lines[1].endswith(",22"))

    def test_the_answer_comes_with_what_is_laid_over_the_picture(self):
        made = self.client.post("/api/practice/mark", json={"level": 1, "seed": 4, "answer": ANSWER}).json
        laid = made["overlay"]
        for x, y in [*laid["nose_shadow"], *laid["lit_way"], *[(k["x"], k["y"]) for k in laid["catchlights"]]]:
            self.assertTrue(0.2 < x < 0.8 and 0.1 < y < 0.7, (x, y))
        self.assertTrue(laid["lit_way"])


class Hand(WebTest):
    def test_a_set_is_moved_until_it_makes_the_picture_and_that_is_kept_once(self):
        begun = self.client.post("/api/practice/hand", json={"level": 1, "seed": 3})
        self.assertEqual(begun.status_code, 201)
        where = f"/api/practice/hand/{begun.json['set_id']}"
        target = self.client.get(where).json["hand"]
        self.assertEqual((target["moves"], target["hints"], target["done"]), (0, 0, False))
        first = self.client.get(f"/api/sets/{begun.json['set_id']}").json["file"]["set"]
        apart = self.client.post(f"{where}/match", json={"set": first}).json
        self.assertFalse(apart["same"])
        self.assertEqual(apart["moves"], 0, "nothing was moved yet")
        told = self.client.post(f"{where}/hint", json={"set": first}).json["text"]
        self.assertRegex(told, "^Try: .*key")
        with self.app.app_context():
            right = json.loads(json.dumps(asdict(task_of(1, 3).photo_set)))
        near = {**first, "lights": [{**first["lights"][0], "output": first["lights"][0]["output"] - 1}]}
        moved = self.client.post(f"{where}/match", json={"set": near}).json
        self.assertEqual((moved["moves"], moved["hints"], moved["same"]), (1, 1, False))
        done = self.client.post(f"{where}/match", json={"set": right}).json
        self.assertTrue(done["same"] and done["done"])
        self.assertEqual((done["moves"], done["text"]), (2, "It is the same picture."))
        self.assertAlmostEqual(done["mark"], 0.85)
        self.client.post(f"{where}/match", json={"set": first})
        made = self.client.get("/api/practice/progress").json
        self.assertEqual(made["attempts"], 1)
        self.assertAlmostEqual(next(k for k in made["skills"] if k["skill"] == "height")["standing"], 0.85)

    def test_another_set_is_no_practice(self):
        self.assertIsNone(self.client.get(f"/api/practice/hand/{self.added()['id']}").json["hand"])
        moved = {"set": self.demo_json()["set"]}
        self.assert_refused(self.client.post("/api/practice/hand/nothing/match", json=moved), 404)
