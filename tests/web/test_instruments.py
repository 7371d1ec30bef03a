"""Fill, Rim and Background through the API: their figures are the picture's, nonsense is refused at its field."""

import json

from tests.sets import DEMO
from tests.web.client import WebTest


class Instruments(WebTest):
    def body(self, number: int, **more) -> dict:
        return {"set": self.demo_json(number)["set"], "viewer": "tab", "turn": 1} | more

    def picture(self, number: int) -> dict:
        body = self.body(number, quality="settled", solo=None, viewer="other")
        return self.client.post("/api/picture", json=body).json

    def asked(self, what: str, number: int, **more) -> dict:
        answer = self.client.post(f"/api/light/{what}", json=self.body(number, **more))
        self.assertEqual(answer.status_code, 200, answer.data[:300])
        return answer.json

    def test_fill_reads_as_the_picture_does_and_shows_each_school(self):
        read, made = self.picture(4)["readings"], self.asked("fill", 4, ratio=4)
        self.assertAlmostEqual(made["ratio"], read["ratio"], places=3)
        self.assertEqual(made["wanted"], 4)
        self.assertEqual(
            [k["where"] for k in made["schools"]][:3], ["opposite the key", "before the face", "under the chin"]
        )
        self.assertEqual(made["schools"][3]["where"], "by the fill")
        for school in made["schools"]:
            self.assertTrue(not school["answer"] or school["picture"].startswith("data:image/jpeg;base64,"))
        self.assertEqual([k["surface"] for k in made["surfaces"]], ["white", "silver", "gold", "black"])
        self.assertAlmostEqual(made["metered"]["ratio"], 2 ** made["metered"]["fill_under_key"] + 1, places=6)

    def test_a_ratio_out_of_reach_is_refused_at_its_field(self):
        for ratio in (0.5, 65, "much"):
            answer = self.client.post("/api/light/fill", json=self.body(1, ratio=ratio))
            self.assertEqual(self.assert_refused(answer)[0]["field"], "ratio")

    def test_the_rim_has_the_ladder_s_edges_and_what_spills(self):
        read, made = self.picture(4)["readings"]["surfaces"], self.asked("rim", 4)
        self.assertAlmostEqual(made["hair"]["camera-left"], read["hair_left"]["stops"], places=4)
        self.assertAlmostEqual(made["hair"]["camera-right"], read["hair_right"]["stops"], places=4)
        self.assertEqual(list(made["spills"]), ["rim"])
        self.assertEqual({p["side"] for p in made["places"]}, {-1, 1})
        self.assertEqual(self.asked("rim", 1)["spills"], {})

    def test_white_is_weighed_three_ways_with_words_where_one_is_not_there(self):
        self.assertEqual(
            [k["why_not"][:13] for k in self.asked("white", 1)["ways"]], ["", "no more flash", "no more flash"]
        )
        kit = json.loads((DEMO / "kit.json").read_text())["kit"]
        self.assertEqual(self.client.put("/api/kit", json={"based_on": 0, "kit": kit}).status_code, 200)
        ways = self.asked("white", 1)["ways"]
        self.assertEqual([k["name"] for k in ways], ["the key alone", "one light", "two crossed"])
        self.assertRegex(ways[1]["answer"]["text"], "^Add the .* as background light, at 1/")
        self.assertEqual((ways[0]["answer"], ways[0]["output"]), (None, ""))

    def test_the_background_s_map_is_as_the_ladder_has_it(self):
        read, made = self.picture(4)["readings"]["surfaces"], self.asked("background", 4)
        self.assertEqual((len(made["stops"]), len(made["stops"][0])), (made["rows"], made["columns"]))
        ladder = [read[f"backdrop_{k}"]["stops"] for k in ("left", "middle", "right")]
        self.assertGreater(max(ladder), made["darkest"] - 0.1)
        self.assertLess(min(ladder), made["lightest"] + 0.1)
        self.assertEqual(made["sources"][0]["name"], "key")
        self.assertEqual([k["light"] for k in made["spots"]], ["background"])
