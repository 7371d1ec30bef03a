"""Lights and panels over HTTP: from the kit into the set and out again."""

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.kit_file import KitFile
from deep_amber.formats.set_file import SetFile
from deep_amber.formats.sitter_file import known_sitters

from .client import WebTest


class Gear(WebTest):
    def setUp(self):
        super().setUp()
        self.set = self.demo_json()["set"]

    def ask(self, kind: str, **body):
        return self.client.post(f"/api/{kind}", json={"set": self.set, **body})

    def done(self, kind: str, **body) -> dict:
        answer = self.ask(kind, **body)
        self.assertEqual(answer.status_code, 200, answer.data[:400])
        self.set = answer.json["set"]
        sound = SetFile.model_validate({**self.demo_json(), "set": self.set}).set
        self.assertEqual(problems_of(sound, known_sitters()), [])
        return answer.json


class Add(Gear):
    def test_every_light_and_panel_of_the_common_gear_can_be_added(self):
        for part, items in (("sources", CATALOGUE.sources), ("panels", CATALOGUE.panels)):
            for item in items:
                with self.subTest(item.name):
                    self.set = self.demo_json()["set"]
                    made = self.done("add", part=part, name=item.name, role="fill")
                    self.assertTrue(made["thing"].startswith("lights.1" if part == "sources" else "panels.0"))

    def test_a_light_comes_with_its_modifier_and_role(self):
        made = self.done("add", part="sources", name="400 W s head", modifier="30 x 120 cm strip with grid", role="rim")
        light = made["set"]["lights"][1]
        self.assertEqual((light["role"], light["name"], light["modifier"]["fabric_grid"]), ("rim", "rim", 40.0))
        self.assertLess(light["place"]["z"], made["set"]["sitter"]["z"])

    def test_the_ninth_is_refused_with_the_limit(self):
        for _ in range(7):
            self.done("add", part="sources", name="400 W s head", modifier="standard bowl", role="other")
        problem = self.assert_refused(self.ask("add", part="sources", name="400 W s head", role="other"))[0]
        self.assertIn("at most 8", problem["accepted"])

    def test_what_is_not_in_the_kit(self):
        self.assertEqual(self.assert_refused(self.ask("add", part="sources", name="a lighthouse"))[0]["field"], "name")

    def test_picks_put_the_kit_before_common_gear(self):
        kit = {"sources": [{"name": "old head", "source": {"kind": "strobe", "energy": 300.0}, "quantity": 1}]}
        self.assertEqual(self.client.put("/api/kit", json={"based_on": 0, "kit": kit}).status_code, 200)
        picks = self.client.get("/api/picks").json["picks"]
        self.assertEqual((picks[0]["name"], picks[0]["owned"]), ("old head", 1))
        self.assertTrue(any(p["owned"] == 0 for p in picks))


class Edit(Gear):
    def test_mirror_copy_and_remove(self):
        x = self.set["lights"][0]["place"]["x"]
        self.assertAlmostEqual(
            self.done("edit", thing="lights.0", action="mirror")["set"]["lights"][0]["place"]["x"], -x
        )
        copied = self.done("edit", thing="lights.0", action="copy")
        self.assertEqual((copied["thing"], copied["set"]["lights"][1]["name"]), ("lights.1", "key 2"))
        self.assertEqual(len(self.done("edit", thing="lights.0", action="remove")["set"]["lights"]), 1)
        last = self.done("edit", thing="lights.0", action="remove")
        self.assertEqual((last["set"]["lights"], last["thing"]), ([], "sitter"))

    def test_a_board_takes_the_lights_place_and_the_light_is_turned_to_it(self):
        before = self.set["lights"][0]["place"]
        made = self.done("edit", thing="lights.0", action="board")["set"]
        board, light = made["panels"][0], made["lights"][0]
        self.assertAlmostEqual(board["place"]["x"], before["x"], delta=0.3)
        self.assertEqual(light["aim"], board["place"])

    def test_swap_keeps_the_place(self):
        place = self.set["lights"][0]["place"]
        made = self.done("swap", thing="lights.0", modifier="55 cm beauty dish")["set"]["lights"][0]
        self.assertEqual((made["modifier"]["kind"], made["place"]), ("dish", place))

    def test_a_modifier_that_does_not_fit_is_refused_at_the_place(self):
        self.done("add", part="sources", name="speedlight GN 36", role="fill")
        problem = self.assert_refused(self.ask("swap", thing="lights.1", modifier="standard bowl"))[0]
        self.assertEqual(problem["field"], "lights.1.modifier")
        self.assertIn("softbox", problem["accepted"])

    def test_choices_and_what_they_exclude(self):
        made = self.done("choose", field="lights.0.gels", option="half warm")
        self.assertEqual(made["set"]["lights"][0]["gels"], ["half warm"])
        self.done("choose", field="lights.0.on", option="no")
        self.assert_refused(self.ask("choose", field="lights.0.gels", option="plaid"))
        self.assert_refused(self.ask("choose", field="camera.aperture", option="f/8"))

    def test_hot_lamp_in_cloth_is_refused_with_the_reason_and_near_the_limit_warned(self):
        self.done("add", part="sources", name="halogen work lamp", modifier="clamp bowl", role="fill")
        problem = self.assert_refused(self.ask("swap", thing="lights.1", modifier="60 x 60 cm softbox"))[0]
        self.assertIn("burn", problem["message"])
        warned = self.done("enter", field="lights.1.source.watts", text="180")["warnings"]
        self.assertTrue(any("near" in w for w in warned))


class Beam(Gear):
    def test_a_photometric_file_goes_in_and_comes_off(self):
        self.done("add", part="sources", name="household LED bulb", role="fill")
        text = "IESNA:LM-63-2002\nTILT=NONE\n1 800 1 3 1 1 2 0.1 0.1 0\n1 1 10\n0 45 90\n0\n500 250 0\n"
        made = self.done("beam", thing="lights.1", name="lamp.ies", text=text)
        self.assertEqual(made["set"]["lights"][1]["photometry"]["name"], "lamp.ies")
        self.assertIsNone(self.done("beam", thing="lights.1", name="", text="")["set"]["lights"][1]["photometry"])
        self.assert_refused(self.ask("beam", thing="lights.1", name="x", text="nothing of the kind"))


class Lines(Gear):
    def test_lines_of_whole_stops_pass_the_face_at_zero(self):
        lines = self.ask("lines", thing="lights.0").json["lines"]
        face = self.ask("scene", thing="lights.0").json["drawing"]["sitter"]["face"]
        zero = [p for line in lines if line["stops"] == 0 for p in line["points"]]
        nearest = min((p[0] - face[0]) ** 2 + (p[1] - face[2]) ** 2 for p in zero) ** 0.5
        self.assertLess(nearest, 0.05)
        self.assertTrue({-2, -1, 0} <= {line["stops"] for line in lines})


class Alone(Gear):
    def test_one_light_is_seen_alone_whatever_its_switch(self):
        self.done("add", part="sources", name="400 W s head", modifier="standard bowl", role="rim")
        body = {"quality": "dragged", "viewer": "t", "turn": 1}
        both = self.ask("picture", **body).json["readings"]["surfaces"]["lit_cheek"]["stops"]
        rim = self.ask("picture", **{**body, "turn": 2, "solo": 1}).json["readings"]["surfaces"]["lit_cheek"]["stops"]
        self.assertLess(rim, both - 1)


class Own(Gear):
    def test_more_in_the_set_than_owned_is_said(self):
        kit = KitFile(format="deep-amber-kit", version=1, kit=CATALOGUE).model_dump(mode="json")["kit"]
        self.client.put("/api/kit", json={"based_on": 0, "kit": kit})
        self.done("add", part="sources", name="400 W s head", modifier="standard bowl", role="fill")
        made = self.done("add", part="sources", name="400 W s head", modifier="standard bowl", role="rim")
        self.assertIn("400 W s head: 2 in the set, 1 owned", made["warnings"])
