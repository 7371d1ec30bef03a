"""Brief, ideas, room, sitter and camera steps in the real page."""

import tempfile
import unittest
from pathlib import Path

from tests.formats.test_idea_picture import picture, turned_by_tag

from .recorded import RecordedTest, journey


class Brief(RecordedTest):
    bypass_csp = True

    def setUp(self) -> None:
        super().setUp()
        self.open_demo()

    def choose(self, label: str, option: str) -> None:
        self.page.locator(".chosen-of").filter(has_text=label).locator(".ant-select").click()
        self.page.get_by_title(option, exact=True).click()

    def add(self, name: str) -> None:
        self.page.locator("body").press("n")
        self.page.get_by_label("Find in the kit").fill(name)
        self.page.locator(".picker .item").filter(has_text=name).last.click()
        self.page.locator(".picker").wait_for(state="detached")

    def test_aims_stand_on_the_ladder_and_follow_what_is_typed(self):
        band = self.page.locator('[data-aim="shadow_cheek"] rect')
        before = float(band.get_attribute("y") or 0)
        self.page.locator("body").press("1")
        self.page.get_by_role("tab", name="aims").click()
        ratio = self.field("look.ratio")
        ratio.fill("8:1")
        ratio.press("Enter")
        self.page.wait_for_function(
            "y => document.querySelector('[data-aim=\"shadow_cheek\"] rect').getAttribute('y') > y + 50", arg=before
        )
        self.page.get_by_role("tab", name="findings").click()
        self.page.get_by_text("the aim is 8 : 1").wait_for()
        self.page.get_by_role("button", name="1 Brief look here").wait_for()
        self.page.get_by_role("tab", name="aims").click()
        self.choose("purpose", "beauty")
        self.page.wait_for_function(
            "() => document.querySelector('input[data-field=\"look.front_ratio\"]')?.value === '4 : 1'"
        )
        self.page.get_by_role("button", name="Undo").click()
        self.page.wait_for_function(
            "() => document.querySelector('input[data-field=\"look.ratio\"]')?.value === '8 : 1'"
        )

    def test_ideas_are_added_noted_looked_at_refused_and_taken_off(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        good, heic, bad = (Path(folder.name) / k for k in ("window.jpg", "phone.png", "broken.jpg"))
        good.write_bytes(turned_by_tag(6))
        heic.write_bytes(picture("HEIF"))  # wrongly named
        bad.write_bytes(picture("JPEG")[:300])
        self.page.locator("body").press("1")
        self.page.get_by_role("tab", name="ideas").click()
        self.page.get_by_text("Your own pictures for ideas").wait_for()
        files = self.page.locator('.ideas input[type="file"]')
        files.set_input_files(good)
        self.page.locator(".ideas img").wait_for()
        files.set_input_files(heic)
        self.page.locator(".ideas img").nth(1).wait_for()
        self.expected.append("422")
        files.set_input_files(bad)
        self.page.get_by_text("broken.jpg: The picture is broken").wait_for()
        self.assertEqual(self.page.locator(".ideas img").count(), 2)
        note = self.page.get_by_label("Note").first
        note.fill("one side dark")
        note.press("Enter")
        self.page.get_by_role("img", name="Look at one side dark").wait_for()
        self.page.get_by_role("button", name="Look at one side dark").click()
        self.page.get_by_role("img", name="one side dark", exact=True).wait_for()
        self.page.get_by_role("button", name="Back to the set").click()
        self.page.get_by_role("button", name="Remove one side dark").click()
        self.page.locator(".ant-message").get_by_role("button", name="Undo").click()
        self.page.wait_for_function("() => document.querySelectorAll('.ideas img').length === 2")

    @journey
    def test_furniture_and_a_door_are_put_in_pulled_and_found(self):
        self.add("shelf")
        self.add("door")
        self.page.locator('svg.floor [data-handle="furniture.0:place"]').wait_for()
        before = self.page.locator('svg.floor [data-handle="furniture.0:place"]').bounding_box()
        self.drag("floor", "furniture.0:place", -400, 0)
        assert before
        self.page.wait_for_function(
            "x => document.querySelector('svg.floor [data-handle=\"furniture.0:place\"]').getBoundingClientRect().x < x - 100",
            arg=before["x"],
        )
        self.page.get_by_role("tab", name="findings").wait_for(state="detached")
        self.expected.append("422")
        width = self.field("furniture.0.width")
        width.fill("1m")
        width.press("Enter")
        self.page.get_by_role("alert").get_by_text("goes through a wall").wait_for()
        width.press("Escape")
        height = self.field("furniture.0.height")
        height.fill("1m")
        height.press("Enter")
        self.page.wait_for_function(
            "() => document.querySelector('input[data-field=\"furniture.0.height\"]').value === '100 cm'"
        )
        self.page.get_by_role("group", name="This thing").get_by_role("button", name="Remove").click()
        self.page.locator('svg.floor [data-handle="furniture.0:place"]').wait_for(state="detached")

    @journey
    def test_another_sitter_stands_up_with_glasses(self):
        self.page.locator("body").press("s")
        turn = self.settled()
        self.page.get_by_role("group", name="Who sits").get_by_role("button", name="jun").click()
        turn = self.settled(after=turn)
        self.page.get_by_role("tab", name="values").click()
        seated = self.field("sitter.eye_height").input_value()
        self.choose("posture", "standing")
        self.page.wait_for_function(
            "seated => document.querySelector('input[data-field=\"sitter.eye_height\"]').value !== seated", arg=seated
        )
        turn = self.settled(after=turn)
        eyes = self.picture_tone(0.25, 0.75, 0.3, 0.5)
        self.page.get_by_role("tab", name="skin and cloth").click()
        self.choose("glasses", "heavy")
        turn = self.settled(after=turn)
        self.assertLess(self.picture_tone(0.25, 0.75, 0.3, 0.5), eyes - 1)

    def test_a_lens_of_the_kit_and_a_level_picture(self):
        self.page.locator("body").press("c")
        turn = self.settled()
        self.page.get_by_role("tab", name="values").click()
        self.page.locator(".chosen-of").filter(has=self.page.get_by_text("lens", exact=True)).locator(
            ".ant-select"
        ).click()
        self.page.get_by_title("85 mm f/1.8", exact=True).click()
        self.page.wait_for_function(
            "() => document.querySelector('input[data-field=\"camera.focal_length\"]').value === '85'"
        )
        self.expected.append("422")
        focal = self.field("camera.focal_length")
        focal.fill("70")
        focal.press("Enter")
        self.page.get_by_role("alert").get_by_text("85 mm, or another lens").wait_for()
        focal.press("Escape")
        self.choose("orientation", "landscape")
        self.settled(after=turn)
        box = self.page.locator(".frame .print img").bounding_box()
        assert box
        self.assertAlmostEqual(box["width"] / box["height"], 1.25, delta=0.02)


if __name__ == "__main__":
    unittest.main()
