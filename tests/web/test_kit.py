"""The kit over HTTP."""

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.formats.kit_file import KitFile, write_kit_csv, write_kit_file

from .client import WebTest


def as_json(kit=CATALOGUE) -> dict:
    return KitFile(format="deep-amber-kit", version=1, kit=kit).model_dump(mode="json")["kit"]


class KitOverHttp(WebTest):
    def save(self, kit: dict, based_on: int = 0):
        return self.client.put("/api/kit", json={"based_on": based_on, "kit": kit})

    def test_an_empty_kit_is_there_from_the_start(self):
        self.assertEqual(self.client.get("/api/kit").json["version"], 0)

    def test_saved_and_opened_again(self):
        self.assertEqual(self.save(as_json()).json["version"], 1)
        self.assertEqual(self.client.get("/api/kit").json["kit"], as_json())

    def test_a_stale_save_is_refused_and_the_present_kit_given(self):
        self.save(as_json())
        answer = self.save({}, based_on=0)
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(answer.json["present"]["kit"], as_json())

    def test_absurd_figures_are_refused_at_their_field(self):
        kit = as_json()
        kit["sources"][0]["source"]["energy"] = 1e9
        problem = self.assert_refused(self.save(kit))[0]
        self.assertEqual(problem["field"], "kit.sources.0.source.energy")
        self.assertEqual(problem["accepted"], "20 to 2400")
        self.assertEqual(self.client.get("/api/kit").json["version"], 0)

    def test_exports_come_back_equal(self):
        self.save(as_json())
        for name, mime in (("json", "application/json"), ("csv", "text/csv")):
            raw = self.client.get(f"/api/kit/file.{name}").data
            read = self.client.post("/api/kit/read", data=raw, content_type=mime)
            self.assertEqual(read.json["kit"], as_json(), name)

    def test_a_bad_file_is_refused_and_nothing_kept(self):
        self.assert_refused(self.client.post("/api/kit/read", data=b"list,name\nsources,x\n", content_type="text/csv"))
        self.assert_refused(self.client.post("/api/kit/read", data=b"{", content_type="application/json"))

    def test_own_readings_stand_beside_the_table_and_trim_the_sets_lights(self):
        kit = as_json()
        kit["sources"][1]["readings"] = [
            {"modifier": "60 x 90 cm softbox", "output": 0.0, "distance": 1.0, "aperture": 40.0}
        ]
        trim = self.save(kit).json["trims"][0]
        self.assertTrue(trim["trim"].startswith("+"))
        file = self.demo_json()
        file["set"]["lights"][0] |= {"item": "400 W s head", "modifier_item": "60 x 90 cm softbox"}
        entry = self.client.post("/api/sets", json=file).json
        opened = self.client.get(f"/api/sets/{entry['id']}").json["file"]["set"]["lights"][0]
        self.assertAlmostEqual(opened["trim"], float(trim["trim"]), delta=0.051)

    def test_forms_cover_every_kind(self):
        forms = self.client.get("/api/kit/forms").json["forms"]
        self.assertEqual(len([f for f in forms if f["part"] == "sources"]), 6)
        self.assertEqual(len([f for f in forms if f["part"] == "modifiers"]), 8)

    def test_written_files_are_what_the_formats_write(self):
        self.save(as_json())
        self.assertEqual(self.client.get("/api/kit/file.json").data, write_kit_file(CATALOGUE))
        self.assertEqual(self.client.get("/api/kit/file.csv").data, write_kit_csv(CATALOGUE))
