"""Plans, arrangements, complaints, comparisons over the real application: lines as they are found, and what is refused."""

import json
from dataclasses import replace

from deep_amber.core.model import Set
from deep_amber.core.model.look import PRESETS
from deep_amber.core.planning.beside import SAID
from deep_amber.core.planning.complaints import COMPLAINTS
from deep_amber.core.planning.schools import QUESTIONS
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.set_file import SetFile, new_file, write_set_file
from deep_amber.formats.sitter_file import known_sitters
from tests.core.planning.rooms import headshot, rooms
from tests.sets import demo_file
from tests.web.client import FINE, WebTest


def as_json(photo_set: Set) -> dict:
    return json.loads(write_set_file(new_file("set", photo_set)))["set"]


def from_json(made: dict) -> Set:
    told = json.loads(write_set_file(demo_file(1))) | {"set": made}
    return SetFile.model_validate(told).set


class PlanningTest(WebTest):
    def lines(self, path: str, body: dict) -> list[dict]:
        made = self.client.post(path, json=body)
        self.assertEqual((made.status_code, made.mimetype), (200, "application/x-ndjson"), made.data[:300])
        return [json.loads(k) for k in made.data.splitlines()]


class Plan(PlanningTest):
    def test_suggestions_come_line_by_line_and_the_last_is_whole(self):
        asked = headshot(rooms()["attic"], pattern="loop", backdrop_tone=-1.0)
        lines = self.lines("/api/plan", {"set": as_json(asked), "limits": {"lights": 2}})
        done = [k["done"] for k in lines]
        self.assertEqual((done, done[-1]), (sorted(done), 1.0))
        self.assertGreater(len(lines), 8)
        self.assertTrue(lines[1]["sets"])
        last = lines[-1]
        self.assertEqual([k["closeness"] for k in last["sets"]], sorted(k["closeness"] for k in last["sets"]))
        best = last["sets"][0]
        self.assertEqual((best["met"], best["pattern"]), (True, "loop"))
        self.assertEqual(problems_of(from_json(best["set"]), known_sitters()), [])
        self.assertLessEqual(sum(k["on"] for k in best["set"]["lights"]), 2)
        self.assertIn("lit_cheek", best["stops"])
        self.assertTrue(best["uses"] and best["reasons"] and best["minutes"] > 1)
        self.assertTrue({a["surface"] for a in last["aims"]} >= {"lit_cheek", "shadow_cheek"})

    def test_a_kit_that_has_nothing_for_it_is_told_why_and_what_opens_it(self):
        kit = self.client.get("/api/kit").json
        owned = {"sources": [{"name": "small LED", "source": {"kind": "led", "amount": 30.0}}]}
        self.client.put("/api/kit", json={"based_on": kit["version"], "kit": owned})
        asked = headshot(rooms()["small"], pattern="Rembrandt", backdrop_tone=-3.0, ratio=8.0)
        last = self.lines("/api/plan", {"set": as_json(asked)})[-1]
        self.assertTrue(last["cannot"])
        self.assertTrue(all(k["why"] for k in last["cannot"]))
        self.assertTrue(last["opens"] or last["sets"])
        for k in last["opens"]:
            self.assertTrue(k["text"] and k["then"])
            self.assertEqual(problems_of(from_json(k["set"]), known_sitters()), [])

    def test_the_next_look_is_reached_with_what_stands(self):
        four = demo_file(4).set
        darker = replace(four, look=PRESETS["creative self-portrait"])
        lines = self.lines("/api/plan", {"set": as_json(darker), "before": as_json(four)})
        last = lines[-1]["sets"]
        self.assertTrue(last)
        self.assertTrue(all(k["changes"] for k in last))
        self.assertIn("as_it_stands", {k["code"] for k in last})
        stands = next(k for k in last if k["code"] == "as_it_stands")
        self.assertLess(stands["minutes"], min(k["minutes"] for k in last if k["code"] != "as_it_stands"))

    def test_no_brief_and_wrong_limits_are_refused_at_their_field(self):
        none = replace(demo_file(1).set, look=None)
        problems = self.assert_refused(self.client.post("/api/plan", json={"set": as_json(none)}))
        self.assertEqual(problems[0]["field"], "set.look")
        body = {"set": as_json(demo_file(4).set), "limits": {"lights": 0}}
        self.assertEqual(self.assert_refused(self.client.post("/api/plan", json=body))[0]["field"], "limits.lights")
        body["limits"] = {"across": 0.1}
        self.assertIn("0.8", self.assert_refused(self.client.post("/api/plan", json=body))[0]["accepted"])

    def test_what_the_check_would_say_of_a_set_that_is_offered(self):
        photo_set = demo_file(4).set
        lights = [replace(k, output=0.0) if k.role == "rim" else k for k in photo_set.lights]
        body = {"set": as_json(replace(photo_set, lights=tuple(lights)))}
        said = self.client.post("/api/plan/checked", json=body).json["warnings"]
        self.assertTrue(any("shines into the lens" in k for k in said), said)
        found = self.client.post("/api/findings", json={**body, "viewer": "bench", "turn": 1}).json["findings"]
        whole = {k["message"]: k for k in found}
        self.assertTrue(all(whole[k]["severity"] == "warn" for k in said))
        self.assertFalse({whole[k]["code"] for k in said} & {"brief.ratio", "brief.exposure", "brief.backdrop"})
        left = {k["code"] for k in found if k["severity"] == "warn" and k["message"] not in said}
        self.assertTrue(all(k in SAID or k.startswith(("sitter.", "room.", "camera.")) for k in left), left)

    def test_a_small_picture_and_what_stands_in(self):
        made = self.client.post("/api/plan/picture", json={"set": as_json(demo_file(1).set)}).json
        self.assertTrue(made["picture"].startswith("data:image/jpeg;base64,"))
        rows = self.client.post("/api/substitutes", json={"set": as_json(demo_file(1).set)}).json["substitutes"]
        self.assertIn("No silk", {k["missing"] for k in rows})
        for k in rows:
            self.assertRegex(k["text"], r"^[A-Z0-9].*[.]$")
            self.assertEqual(problems_of(from_json(k["set"]), known_sitters()), [])


class AsTheBenchReads(PlanningTest):
    """At the quality that a user's settled picture has."""

    settled = FINE

    def at_rest(self, made: dict) -> dict[str, float]:
        body = {"set": made, "viewer": "tab", "turn": 1, "quality": "settled"}
        answer = self.client.post("/api/picture", json=body)
        self.assertEqual(answer.status_code, 200, answer.data[:300])
        return {k: v["stops"] for k, v in answer.json["readings"]["surfaces"].items()}

    def test_an_arrangement_through_a_sheet_says_what_the_ladder_says(self):
        body = {"set": as_json(headshot(rooms()["small"])), "words": "sheet"}
        found = [k for k in self.lines("/api/arrangements", body) if k["made"] and k["code"] == "through_sheet"]
        self.assertEqual(len(found), 1)
        told, read = found[0]["made"]["stops"], self.at_rest(found[0]["made"]["set"])
        for name, value in told.items():
            self.assertAlmostEqual(value, read[name], delta=0.01, msg=name)

    def test_sets_side_by_side_say_what_the_ladder_says(self):
        four, one = as_json(demo_file(4).set), as_json(demo_file(1).set)
        for made in self.client.post("/api/compare", json={"sets": [four, one], "names": ["four", "one"]}).json["sets"]:
            read = self.at_rest(made["set"])
            for name, value in made["stops"].items():
                self.assertAlmostEqual(value, read[name], delta=0.01, msg=name)


class Arrangements(PlanningTest):
    def test_all_are_listed_and_words_find_some(self):
        rows = self.client.get("/api/arrangements").json["arrangements"]
        self.assertGreaterEqual(len(rows), 40)
        body = {"set": as_json(headshot(rooms()["attic"])), "words": "butterfly beauty"}
        found = self.lines("/api/arrangements", body)
        self.assertTrue(2 < len(found) < 20)
        self.assertEqual(found[-1]["done"], 1.0)
        for k in found:
            self.assertNotEqual(bool(k["why"]), bool(k["made"]), k["code"])
            self.assertEqual(k["picture"].startswith("data:image/jpeg"), bool(k["made"]))
        self.assertEqual(self.lines("/api/arrangements", body | {"words": "xylophone"}), [])


class Complaints(PlanningTest):
    def test_a_complaint_names_its_cause_and_its_mends(self):
        known = self.client.get("/api/complaints").json["complaints"]
        self.assertEqual([k["code"] for k in known], [k.code for k in COMPLAINTS])
        dark = replace(demo_file(4).set, camera=replace(demo_file(4).set.camera, aperture=16.0))
        lines = self.lines("/api/complaints", {"set": as_json(dark), "words": "muddy skin"})
        last = lines[-1]
        self.assertEqual(last["title"], "muddy skin")
        self.assertTrue(any(k["asks"] and "under" in k["text"] for k in last["causes"]))
        self.assertTrue(last["mends"])
        self.assertEqual([k["effort"] for k in last["mends"]], sorted(k["effort"] for k in last["mends"]))

    def test_words_that_mean_nothing_are_refused_with_what_can_be_said(self):
        body = {"set": as_json(demo_file(1).set), "words": "qwertz"}
        self.assertIn("eyes dark", self.assert_refused(self.client.post("/api/complaints", json=body))[0]["accepted"])


class Compared(PlanningTest):
    def test_sets_beside_each_other_and_too_few_or_many(self):
        one, four = as_json(demo_file(1).set), as_json(demo_file(4).set)
        body = {"sets": [four, one], "names": ["four", "one"]}
        first, second = self.client.post("/api/compare", json=body).json["sets"]
        self.assertEqual((first["differs"], first["changes"]), ([], []))
        self.assertTrue(second["differs"] and second["changes"])
        self.assertIn("f/", second["exposure"])
        same = self.client.post("/api/compare", json=body | {"same_exposure": True}).json["sets"]
        self.assertEqual(same[0]["exposure"], same[1]["exposure"])
        for count in (1, 5):
            wrong = {"sets": [one] * count, "names": ["a"] * count}
            self.assert_refused(self.client.post("/api/compare", json=wrong))

    def test_each_question_is_shown_or_said_why_not(self):
        lines = self.lines("/api/schools", {"set": as_json(demo_file(4).set)})
        self.assertEqual([k["code"] for k in lines], list(QUESTIONS))
        for k in lines:
            self.assertNotEqual(bool(k["ways"]), bool(k["why_not"]), k["code"])
            self.assertTrue(all(w["texts"] for w in k["ways"]))
