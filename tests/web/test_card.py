"""The card of a set as files, and readings against it."""

import io

import pypdf

from tests.web.client import WebTest


class Card(WebTest):
    def test_pdf_and_svg_say_what_is_needed_and_another_reader_opens_them(self):
        set_id = self.added(4)["id"]
        for paper, size in (("a4", (595, 842)), ("letter", (612, 792))):
            made = self.client.get(f"/api/sets/{set_id}/card.pdf", query_string={"paper": paper})
            self.assertEqual(made.mimetype, "application/pdf")
            (page,) = pypdf.PdfReader(io.BytesIO(made.data)).pages
            self.assertEqual((round(page.mediabox.width), round(page.mediabox.height)), size)
            text = page.extract_text()
            for said in ("Anton, four lights", "key, 400 W s head", "90 cm octa", "1/16 +0.7", "184 cm", "f/8"):
                self.assertIn(said, text)
        feet = self.client.get(f"/api/sets/{set_id}/card.svg", query_string={"feet": True})
        self.assertIn(b"6 ft 1 in", feet.data)
        self.assertIn(b"<image", feet.data)
        self.assert_refused(self.client.get(f"/api/sets/{set_id}/card.pdf", query_string={"paper": "a3"}))

    def test_readings_of_this_time_name_the_light_that_stands_off(self):
        set_id = self.added(4)["id"]
        lights = self.client.get(f"/api/sets/{set_id}/card").json["lights"]
        self.assertEqual(lights[0]["name"], "key")
        read = {str(lights[0]["index"]): "f/5.6 +0.3", str(lights[1]["index"]): lights[1]["alone"]}
        said = self.client.post(f"/api/sets/{set_id}/card/rebuilt", json={"read": read}).json["texts"]
        self.assertRegex(said[0], "key: .* less than on the card")
        self.assertRegex(said[1], "fill: as on the card")
        problems = self.assert_refused(self.client.post(f"/api/sets/{set_id}/card/rebuilt", json={"read": {"0": "x"}}))
        self.assertEqual(problems[0]["field"], "read.0")
