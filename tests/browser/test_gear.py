"""Lights and panels in the real page: adding, moving, looking at one alone, removing; the kit."""

import json
import re
import unittest
from pathlib import Path

from .page import SLOW_LINE
from .recorded import RecordedTest, journey


class Gear(RecordedTest):
    own_server = True

    def chips(self) -> list[str]:
        return [c.get_attribute("title") or "" for c in self.page.locator(".things button[title]").all()]

    def add(self, source: str, modifier: str, role: str) -> None:
        turn = self.settled()
        self.page.keyboard.press("n")
        picker = self.page.get_by_role("region", name="Add a thing")
        picker.get_by_role("button", name=role, exact=True).click()
        picker.get_by_label("Find in the kit").fill(source)
        picker.get_by_role("button", name=re.compile(f"^{source}")).click()
        picker.get_by_role("button", name=re.compile(f"^{modifier}")).first.click()
        self.settled(after=turn)

    @journey
    def test_a_light_from_the_kit_is_added_moved_looked_at_alone_and_removed(self):
        self.open_demo()
        self.add("400 W s head", "30 x 120 cm strip with grid", "rim")
        self.assertEqual(self.chips()[:2], ["key", "rim"])
        self.page.locator('svg.floor [data-handle="lights.1:place"]').wait_for()
        before = self.field("lights.1.place.x").input_value()
        turn = self.settled()
        self.drag("floor", "lights.1:place", -30, 8)
        turn = self.settled(after=turn)
        self.assertNotEqual(self.field("lights.1.place.x").input_value(), before)
        whole = self.picture_tone(0.3, 0.7)
        self.page.locator("body").press("x")
        self.page.get_by_text("rim alone").wait_for()
        turn = self.settled(after=turn)
        self.assertLess(self.picture_tone(0.3, 0.7), 0.7 * whole)
        self.page.keyboard.press("x")
        turn = self.settled(after=turn)
        self.assertAlmostEqual(self.picture_tone(0.3, 0.7), whole, delta=2)
        self.page.get_by_role("button", name="Remove", exact=True).click()
        self.settled(after=turn)
        self.assertNotIn("rim", self.chips())
        self.page.get_by_role("button", name="Undo").click()
        self.page.locator('.things button[title="rim"]').wait_for()

    def test_undoing_an_addition_leaves_a_bench_that_works(self):
        self.open_demo()
        self.add("400 W s head", "standard bowl", "fill")
        turn = self.settled()
        self.page.get_by_role("button", name="Undo").click()
        self.settled(after=turn)
        self.page.locator('.things button[title="fill"]').wait_for(state="detached")
        self.page.locator('.things button[title="key"][aria-pressed="true"]').wait_for()
        self.field("lights.0.distance").wait_for()

    def test_modifiers_swap_in_place_and_what_burns_is_refused_at_the_field(self):
        self.open_demo()
        self.add("halogen work lamp", "standard bowl", "fill")
        self.page.get_by_role("tab", name="modifier").click()
        self.page.get_by_role("combobox", name="modifier").click()
        self.page.locator(".ant-select-item-option").filter(has_text="60 x 60 cm softbox").click()
        self.expected.append("422")
        self.page.get_by_role("alert").filter(has_text="would burn or melt cloth").wait_for()
        turn = self.settled()
        self.page.keyboard.press("Escape")
        self.page.locator('.things button[title="key"]').click()
        self.page.get_by_role("combobox", name="modifier").click()
        self.page.locator(".ant-select-item-option").filter(has_text="55 cm beauty dish").click()
        self.settled(after=turn)
        self.assertEqual(self.field("lights.0.modifier.diameter").input_value(), "55 cm")

    def test_a_panel_is_added_mirrored_and_switched_off(self):
        self.open_demo()
        turn = self.settled()
        self.page.get_by_role("button", name="+ Add").click()
        self.page.get_by_role("button", name=re.compile("^silver reflector")).click()
        turn = self.settled(after=turn)
        x = self.field("panels.0.place.x").input_value()
        self.page.get_by_role("button", name="Mirror").click()
        turn = self.settled(after=turn)
        self.assertNotEqual(self.field("panels.0.place.x").input_value(), x)
        self.page.get_by_role("button", name="On", exact=True).click()
        self.settled(after=turn)
        self.page.get_by_role("button", name="Off", exact=True).wait_for()

    def test_lines_of_equal_exposure_come_and_go_with_a_key(self):
        self.open_demo()
        self.page.keyboard.press("v")
        self.page.locator(".exposure-line").first.wait_for()
        self.assertIn("0", self.page.locator(".exposure-line text").all_text_contents())
        self.page.keyboard.press("v")
        self.page.locator(".exposure-line").first.wait_for(state="detached")

    def test_a_bad_photometric_file_is_refused_and_nothing_lost(self):
        self.open_demo()
        self.add("speedlight GN 36", "bare", "fill")
        self.expected.append("422")
        bad = {"name": "evil.ies", "mimeType": "text/plain", "buffer": b"TILT=NONE\n1 2 3 <script>"}
        self.choose_file("Beam", bad)
        self.page.get_by_text("stands where a number should").wait_for()
        self.assertIn("fill", self.chips())


class Kit(RecordedTest):
    own_server = True

    def setUp(self):
        super().setUp()
        self.page.goto(self.server.address + "/kit")
        self.page.get_by_role("button", name=re.compile("400 W s head")).first.wait_for()

    @journey
    def test_items_are_added_named_and_kept(self):
        self.page.get_by_role("tab", name=re.compile("^panels")).click()
        self.page.get_by_role("button", name="Add a panel").click()
        name = self.page.get_by_label("name", exact=True)
        name.fill("hall mirror foil")
        self.page.locator(".owned button", has_text="hall mirror foil").wait_for()
        self.page.reload()
        self.page.get_by_role("tab", name=re.compile("^panels")).click()
        self.page.locator(".owned button", has_text="hall mirror foil").wait_for()

    @journey
    def test_what_is_typed_faster_than_a_slow_line_keeps_up_with_is_all_kept(self):
        self.page.add_init_script(SLOW_LINE)
        self.page.reload()
        self.page.get_by_role("tab", name=re.compile("^panels")).click()
        name = self.page.get_by_label("name", exact=True)
        first = name.input_value()
        name.press("End")
        name.press_sequentially(" up", delay=900)  # a save takes 1.5 s
        self.assertEqual(name.input_value(), f"{first} up")
        self.page.get_by_role("button", name="Add a panel").click()
        self.page.locator(".owned button", has_text=re.compile("^panel")).wait_for()
        self.page.locator(".owned button", has_text=f"{first} up").wait_for()

    def test_an_absurd_figure_is_refused_at_its_field_and_the_kept_one_stays(self):
        self.expected.append("422")
        energy = self.page.get_by_label("full output, W s")
        energy.fill("99999")
        self.page.get_by_text("Accepted: 20 to 2400").wait_for()
        self.page.reload()
        self.assertEqual(self.page.get_by_label("full output, W s").input_value(), "400")

    def test_a_reading_gives_a_trim_beside_the_table(self):
        self.page.get_by_role("button", name=re.compile("200 W s head")).first.click()
        readings = self.page.get_by_role("region", name="What I read")
        readings.get_by_label("Meter showed, f-number").fill("22")
        readings.get_by_role("button", name="Put in").click()
        readings.locator("td.trim", has_text=re.compile(r"[+−]\d\.\d")).first.wait_for()

    @journey
    def test_files_go_out_and_come_in(self):
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="Export CSV").click()
        raw = Path(got.value.path()).read_bytes()
        self.assertIn(b"400 W s head", raw)
        changed = raw.replace(b"attic lamp", b"cellar lamp")
        self.choose_file("Import a kit file", {"name": "kit.csv", "mimeType": "text/csv", "buffer": changed})
        self.page.get_by_role("button", name=re.compile("cellar lamp")).first.wait_for()
        self.expected.append("422")
        bad = {"name": "kit.json", "mimeType": "application/json", "buffer": json.dumps({"format": "x"}).encode()}
        self.choose_file("Import a kit file", bad)
        self.page.get_by_text("the kit is as it was").wait_for()


if __name__ == "__main__":
    unittest.main()
