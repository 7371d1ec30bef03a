"""Practice over the real application: a task without its truth, an answer with it, and what is refused."""

from deep_amber.core.eye.marking import SKILLS
from tests.web.client import QUICK, WebTest

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
    settled = QUICK

    def test_a_task_keeps_its_truth_until_it_is_answered(self):
        asked = self.client.get("/api/practice/task", query_string={"level": 2, "seed": 7}).json
        self.assertEqual((asked["level"], asked["seed"]), (2, 7))
        self.assertTrue(asked["picture"].startswith("data:image/jpeg;base64,"))
        self.assertEqual(set(asked), {"level", "seed", "picture", "patterns", "levels"})
        other = self.client.get("/api/practice/task", query_string={"level": 2}).json
        self.assertIsInstance(other["seed"], int)
        again = self.client.get("/api/practice/task", query_string={"level": 2, "seed": 7}).json
        self.assertEqual(again["picture"], asked["picture"])

    def test_an_answer_is_marked_with_the_truth_and_the_right_one_is_full(self):
        body = {"level": 2, "seed": 7, "answer": ANSWER}
        made = self.client.post("/api/practice/mark", json=body).json
        self.assertEqual([k["skill"] for k in made["marks"]], list(SKILLS))
        self.assertTrue(made["truth"] and made["clues"] and made["own"].startswith("data:image/jpeg"))
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
