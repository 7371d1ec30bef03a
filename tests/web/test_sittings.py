"""Sittings and poses through the API, on a real database."""

from deep_amber.formats.sitting_file import read_sitting_file
from tests.web.client import WebTest


class OfThree(WebTest):
    def looks(self) -> list[dict]:
        ids = [self.added(n)["id"] for n in (1, 4, 3)]
        return [{"name": name, "set_id": k} for name, k in zip(("soft", "four lights", "low key"), ids, strict=True)]


class Kept(OfThree):
    def make(self, **more) -> dict:
        answer = self.client.post("/api/sittings", json={"sitting": {"name": "Evening", "looks": self.looks(), **more}})
        self.assertEqual(answer.status_code, 201, answer.data)
        return answer.json

    def test_it_is_kept_changed_deleted_and_put_back(self):
        made = self.make(date="2026-12-03", sitter="Nadia")
        self.assertEqual(len(made["sitting"]["looks"]), 3)
        later = {**made["sitting"], "better_side": "sitter's left"}
        path = f"/api/sittings/{made['id']}"
        saved = self.client.put(path, json={"sitting": later, "based_on": 1}).json
        self.assertEqual((saved["version"], saved["sitting"]["better_side"]), (2, "sitter's left"))
        stale = self.client.put(path, json={"sitting": made["sitting"], "based_on": 1})
        self.assertEqual((stale.status_code, stale.json["present"]["version"]), (409, 2))
        self.assertEqual(self.client.delete(path).status_code, 204)
        self.assert_refused(self.client.get(path), 404)
        self.assertEqual(self.client.post(f"{path}/restore").json["version"], 2)
        self.assertEqual([k["id"] for k in self.client.get("/api/sittings").json["sittings"]], [made["id"]])

    def test_what_cannot_be_is_said_at_its_field(self):
        looks = self.looks()
        for sitting, field in (
            ({"name": "", "looks": looks}, "sitting.name"),
            ({"name": "a", "looks": [looks[0], looks[0]]}, "looks.1.name"),
            ({"name": "a", "begin": "25:00", "looks": looks}, "begin"),
            ({"name": "a", "date": "2026-02-30", "looks": looks}, "date"),
            ({"name": "a", "looks": [{**looks[0], "after": ["none"]}]}, "looks.0.after"),
            ({"name": "a", "looks": [{**looks[0], "first": True, "last": True}]}, "looks.0.first"),
            ({"name": "a", "looks": [{**looks[0], "frames": 0}]}, "frames"),
        ):
            problems = self.assert_refused(self.client.post("/api/sittings", json={"sitting": sitting}))
            self.assertTrue(
                any(p["field"].endswith(field.split(".")[-1]) and p["accepted"] for p in problems), problems
            )

    def test_it_goes_out_as_a_file_that_the_command_line_reads(self):
        looks = self.looks()
        looks[0]["variants"], looks[2]["after"] = [looks[1]["set_id"]], ["soft"]
        made = self.client.post("/api/sittings", json={"sitting": {"name": "Evening", "looks": looks}}).json
        file = read_sitting_file(self.client.get(f"/api/sittings/{made['id']}/file").data)
        self.assertEqual([k.name for k in file.looks], ["soft", "soft, variant 1", "four lights", "low key"])
        self.assertEqual((file.looks[1].after, file.looks[3].after), (("soft",), ("soft",)))
        self.assertEqual(file.looks[2].set, self.demo_set(4))
        empty = self.client.post("/api/sittings", json={"sitting": {"name": "none"}}).json["id"]
        self.assert_refused(self.client.get(f"/api/sittings/{empty}/file"))

    def test_a_set_that_is_gone_is_named_with_its_look(self):
        made = self.make()
        self.client.delete(f"/api/sets/{made['sitting']['looks'][1]['set_id']}")
        (problem,) = self.assert_refused(self.client.post("/api/sittings/plan", json={"sitting": made["sitting"]}))
        self.assertEqual(problem["field"], "looks.1.set_id")
        self.assertIn("four lights", problem["message"])


class Plan(OfThree):
    def plan(self, **more) -> dict:
        answer = self.client.post("/api/sittings/plan", json={"sitting": {"name": "a", "looks": self.looks(), **more}})
        self.assertEqual(answer.status_code, 200, answer.data)
        return answer.json

    def test_order_times_and_lists(self):
        made = self.plan(begin="18:00", margin=0.0, work=30, pause=10, elsewhere=True)
        self.assertLessEqual(made["changes"], made["as_given"])
        first, second, third = made["looks"]
        self.assertEqual(first["begins"], "18:00")
        self.assertTrue(any(c["text"].startswith("Set up the") for c in first["parts"][0]["changes"]))
        self.assertLess(first["ends"], second["ready"])
        self.assertGreater(sum(k["pause"] for k in (first, second)), 0)
        self.assertEqual(third["pause"], 0)
        checks = " ".join(k for look in made["looks"] for k in look["checks"])
        for said in (
            "Weights on the stands",
            "trigger: one channel",
            "White balance",
            "Focus on the near eye",
            "sync limit",
        ):
            self.assertIn(said.lower(), checks.lower())
        packed = {k["name"]: k["count"] for k in made["packing"]}
        self.assertGreaterEqual(packed["stand"], 3)
        self.assertEqual(packed["90 cm octa"], 1)
        self.assertIn("tape measure", packed)
        self.assertGreater(made["charges"]["background"], 0)
        self.assertEqual(self.plan()["packing"], [])

    def test_conditions_hold_and_ones_that_contradict_are_refused(self):
        looks = self.looks()
        looks[2]["first"], looks[0]["last"] = True, True
        made = self.client.post("/api/sittings/plan", json={"sitting": {"name": "a", "looks": looks}}).json
        self.assertEqual([k["name"] for k in made["looks"]], ["low key", "four lights", "soft"])
        looks[2]["after"] = ["soft"]
        problems = self.assert_refused(
            self.client.post("/api/sittings/plan", json={"sitting": {"name": "a", "looks": looks}})
        )
        self.assertIn("no order", problems[0]["message"])

    def test_variants_of_one_light_stand_together_in_the_order_that_carries_least(self):
        looks = self.looks()
        near, far = self.demo_set_moved(0.1), self.demo_set_moved(0.6)
        looks[0]["variants"] = [far, near]
        made = self.client.post("/api/sittings/plan", json={"sitting": {"name": "a", "looks": looks}}).json
        soft = next(k for k in made["looks"] if k["name"] == "soft")
        self.assertEqual([p["set_id"] for p in soft["parts"]], [looks[0]["set_id"], near, far])
        self.assertRegex(soft["parts"][1]["changes"][0]["text"], "Carry the key")
        self.assertEqual(soft["frames"], 3 * 40)

    def demo_set_moved(self, by: float) -> str:
        file = self.demo_json(1)
        file["set"]["lights"][0]["place"]["z"] -= by
        return self.client.post("/api/sets", json=file).json["id"]


class Poses(WebTest):
    POSE = {"name": "three quarters", "posture": "seated", "body_turn": 30.0, "head_turn": -20.0, "head_nod": 5.0}

    def test_one_is_kept_laid_on_another_set_and_dropped(self):
        kept = self.client.post("/api/poses", json={"pose": self.POSE}).json
        self.assertEqual([k["name"] for k in kept["poses"]], ["three quarters"])
        self.assertEqual([k["title"] for k in kept["cards"]], ["Body", "Shoulders", "Head", "Chin", "Lids"])
        for card in kept["cards"]:
            points = [p for stroke in card["strokes"] for p in stroke["points"]]
            self.assertTrue(all(0 <= c <= 100 for p in points for c in p), card["title"])
        before = self.demo_json(4)["set"]
        made = self.client.post("/api/poses/lay", json={"set": before, "name": "three quarters"}).json
        sitter = made["set"]["sitter"]
        self.assertEqual(
            (sitter["body_turn"], sitter["head_turn"], sitter["who"]), (30.0, -20.0, before["sitter"]["who"])
        )
        self.assertEqual(self.client.delete("/api/poses/three quarters").json["poses"], [])
        self.assert_refused(self.client.post("/api/poses/lay", json={"set": before, "name": "three quarters"}), 404)

    def test_standing_up_takes_the_camera_along(self):
        self.client.post("/api/poses", json={"pose": {**self.POSE, "posture": "standing"}})
        before = self.demo_json(1)["set"]
        made = self.client.post("/api/poses/lay", json={"set": before, "name": "three quarters"}).json["set"]
        self.assertEqual(made["sitter"]["posture"], "standing")
        self.assertGreater(made["camera"]["place"]["y"], before["camera"]["place"]["y"] + 0.2)

    def test_nonsense_is_refused_at_its_field(self):
        for more, field in (({"head_turn": 100.0}, "head_turn"), ({"name": " "}, "name")):
            problems = self.assert_refused(self.client.post("/api/poses", json={"pose": {**self.POSE, **more}}))
            self.assertTrue(problems[0]["field"].endswith(field), problems)
