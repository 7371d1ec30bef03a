"""The log, real pictures against sets, the card, calibration: in the page."""

import io
import tempfile
import unittest
from pathlib import Path

import numpy as np
from PIL import Image
from playwright.sync_api import expect

from deep_amber.core.srgb import encoded
from deep_amber.formats.camera_file import jpeg_of_frame
from tests.core.capture.test_judge import taken, wrong
from tests.formats.test_camera_file import TAGS
from tests.sets import demo_file

from .recorded import RecordedTest, journey


def jpeg(linear: np.ndarray) -> bytes:
    return jpeg_of_frame(np.round(encoded(np.clip(linear, 0, 1)) * 255).astype(np.uint8), TAGS)


class OfSets(RecordedTest):
    def new_set(self, number: int) -> str:
        self.open_demo({1: "Nadia, soft headshot", 4: "Anton, four lights"}[number])
        return self.page.url.rsplit("/", 1)[-1]


class Log(OfSets):
    def bring(self, *files: dict) -> None:
        self.page.locator(".page-tools input[type=file]").set_input_files(list(files))

    @journey
    def test_pictures_are_brought_in_once_marked_searched_and_set_against_the_set(self):
        set_id = self.new_set(4)
        self.page.goto(f"{self.server.address}/log?set={set_id}")
        self.page.get_by_text("The log is empty").wait_for()
        dark = {"name": "dark.jpg", "mimeType": "image/jpeg", "buffer": jpeg(taken(wrong(demo_file(4).set, key=-1.0)))}
        film = {"name": "film.jpg", "mimeType": "image/jpeg", "buffer": b"\0\0\0\x18ftypmp42" + b"x" * 500}
        self.expected = ["422"]
        self.bring(dark, film)
        self.page.get_by_text("film.jpg: This is a film").wait_for()
        self.bring(dark)
        self.page.get_by_text("1 was there already").wait_for()
        entry = self.page.locator(".entry", has_text="dark.jpg")
        expect(entry).to_have_count(1)
        expect(entry.locator(".told")).to_contain_text("f/5.6, 1/160 s, ISO 400")
        entry.get_by_role("button", name="Not").click()
        entry.get_by_label("Note on").fill("key was set too low")
        entry.get_by_label("Note on").press("Tab")
        self.page.get_by_label("Search the log").fill("nothing like it")
        self.page.get_by_text("Nothing in the log is like this.").wait_for()
        self.page.get_by_label("Search the log").fill("octa too low")
        expect(entry.get_by_role("button", name="Not")).to_have_attribute("aria-pressed", "true")
        entry.get_by_role("link").click()
        self.page.locator(".verdict-line").first.wait_for()
        self.judged()

    def judged(self) -> None:
        expect(self.page.locator(".verdict-line")).to_contain_text(
            "key: gave −0.7; 0.7 stops more, to 1/8"
        )  # its kit gives .3 less than the table
        self.page.get_by_text("The same pattern").wait_for()
        forehead = self.page.get_by_label("Mark of the forehead")
        box = forehead.bounding_box()
        assert box
        self.page.mouse.move(box["x"] + 9, box["y"] + 9)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] - 40, box["y"] - 150, steps=6)
        self.page.mouse.up()
        self.page.get_by_role("button", name="All marks back").wait_for()
        moved = forehead.bounding_box()
        assert moved
        self.assertLess(moved["y"], box["y"] - 100)
        self.page.get_by_role("button", name="All marks back").click()
        self.page.get_by_role("button", name="Grey card").click()
        self.page.get_by_text("mid grey").first.wait_for()
        card = self.page.get_by_label("Mark of the grey card")
        card.focus()
        card.press("ArrowLeft")
        expect(card).to_have_attribute("style", "left: 49%; top: 80%;")

    @journey
    def test_a_long_import_is_cancelled_and_what_is_in_stays(self):
        self.page.goto(self.server.address + "/log")
        self.idle()
        before = self.page.locator(".entry.picture").count()  # of other tests that went through this server
        with tempfile.TemporaryDirectory() as folder:
            files = []
            for n in range(30):
                made = io.BytesIO()
                Image.new("RGB", (1600, 1200), (n, 90, 200 - n)).save(made, format="PNG")
                files.append(Path(folder) / f"{n}.png")
                files[-1].write_bytes(made.getvalue())
            self.page.locator(".page-tools input[type=file]").set_input_files(files)
            self.page.get_by_role("button", name="Cancel").click()
            self.page.get_by_role("button", name="Dismiss").wait_for()
        done, of = self.page.locator(".importing .figures").inner_text().split(" of ")
        self.assertEqual(done, of)
        self.assertLess(int(done), 30)
        self.page.get_by_role("button", name="Dismiss").click()
        expect(self.page.locator(".entry.picture")).to_have_count(before + int(done))


class Card(OfSets):
    def test_it_is_seen_changes_its_units_and_names_a_light_that_stands_off(self):
        set_id = self.new_set(4)
        self.page.get_by_role("link", name="Card").click()
        sheet = self.page.locator(".sheet-of-card")
        self.page.wait_for_function("() => document.querySelector('.sheet-of-card')?.naturalWidth > 100")
        self.page.get_by_role("button", name="cm").click()
        expect(sheet).to_have_attribute("src", f"/api/sets/{set_id}/card.svg?paper=a4&feet=true")
        self.page.get_by_text("Letter", exact=True).click()
        pdf = self.page.get_by_role("link", name="PDF").get_attribute("href")
        self.assertIn("paper=letter", pdf or "")
        self.page.get_by_label("Reading of the key").fill("f/4")
        self.page.get_by_label("Reading of the fill").fill("bright")
        self.expected = ["422"]
        self.page.get_by_role("button", name="Compare with the card").click()
        self.page.get_by_role("alert").filter(has_text="is not what a meter shows").wait_for()
        self.page.get_by_label("Reading of the fill").fill("")
        self.page.get_by_role("button", name="Compare with the card").click()
        self.page.get_by_text("less than on the card").wait_for()


class Calibrate(OfSets):
    def test_readings_are_seen_taken_and_undone(self):
        set_id = self.new_set(4)
        body = {"sitting": {"name": "Readings", "looks": [{"name": "four lights", "set_id": set_id}]}}
        post = "([path, body]) => fetch(path, {method: 'POST', headers: {'Content-Type': 'application/json'}, body: JSON.stringify(body)}).then(r => r.json())"
        sitting = self.page.evaluate(post, ["/api/sittings", body])["id"]
        for at, aperture in (
            ("face", "f/5.6"),
            ("forehead", "f/5.6 +0.1"),
            ("chin", "f/4 +0.9"),
            ("cloth", "f/4 +0.6"),
        ):
            reading = {"at": at, "light": 0, "receptor": "flat", "aperture": aperture}
            self.page.evaluate(post, [f"/api/shoot/{sitting}/reading", reading])
        self.page.goto(f"{self.server.address}/calibrate?set={set_id}")
        self.page.get_by_text("Your 90 cm octa on the 400 W s head").first.wait_for()
        self.page.get_by_role("button", name="Take it").click()
        self.page.get_by_role("button", name="Undo").click()
        self.page.locator(".undone").wait_for()


if __name__ == "__main__":
    unittest.main()
