"""The steps on their rail in the real page: states, findings, a mend seen before it is taken, framings."""

import unittest

from playwright.sync_api import expect

from .recorded import RecordedTest, journey


class Steps(RecordedTest):
    bypass_csp = True  # to read tones from the picture

    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        self.page.get_by_role("button", name="3 Backdrop").wait_for()

    @journey
    def test_a_narrow_backdrop_is_found_its_mend_seen_left_taken_and_undone(self):
        self.page.locator("body").press("b")
        turn = self.settled()
        width = self.field("backdrop.width")
        width.fill("60cm")
        width.press("Enter")
        turn = self.settled(after=turn)
        self.page.get_by_role("button", name="3 Backdrop look here").click()
        found = self.page.get_by_role("list", name="Findings")
        found.get_by_text("The backdrop ends inside the frame on both sides").wait_for()
        edge = self.picture_tone(0.0, 0.05)
        found.get_by_role("button", name="Preview: hang one").click()
        self.page.get_by_text("Preview hang one").wait_for()
        expect(self.page.get_by_role("button", name="Apply")).to_be_focused()
        turn = self.settled(after=turn)
        self.assertNotAlmostEqual(self.picture_tone(0.0, 0.05), edge, delta=3)
        for view in ("floor", "side"):
            self.page.locator(f"svg.{view} [data-ghost=backdrop]").wait_for(state="attached")
            self.assertEqual(self.page.locator(f"svg.{view} [data-ghost]").count(), 1, "only the backdrop changes")
        frame, bar = (self.page.locator(at).bounding_box() for at in (".frame img", ".preview"))
        self.assertGreaterEqual(bar["y"] + 1, frame["y"] + frame["height"], "the bar lies on the picture")
        self.page.get_by_role("button", name="Dismiss").click()
        self.page.locator("[data-ghost]").first.wait_for(state="detached")
        turn = self.settled(after=turn)
        self.assertAlmostEqual(self.picture_tone(0.0, 0.05), edge, delta=1)
        expect(found.get_by_role("button", name="Preview: hang one")).to_be_focused()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("button", name="Apply")).to_be_focused()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Apply").wait_for(state="detached")
        self.page.wait_for_function("() => document.activeElement !== document.body")
        self.page.get_by_role("button", name="3 Backdrop").wait_for()
        self.page.get_by_role("tab", name="values").click()
        # The sheet follows the applied set as soon as its values have come.
        self.page.wait_for_function(
            "() => document.querySelector('input[data-field=\"backdrop.width\"]').value !== '60 cm'"
        )
        self.page.get_by_role("button", name="Undo").click()
        self.page.wait_for_function(
            "() => document.querySelector('input[data-field=\"backdrop.width\"]').value === '60 cm'"
        )

    def test_numbers_go_to_steps_and_framings_place_the_camera(self):
        self.page.locator("body").press("5")
        self.page.get_by_role("list", name="Findings").get_by_text("Distance alone sets this").wait_for()
        self.page.get_by_role("tab", name="values").click()
        before = self.field("camera.place.z").input_value()
        self.page.get_by_role("button", name="tight head").click()
        self.page.wait_for_function(
            "before => document.querySelector('input[data-field=\"camera.place.z\"]').value !== before", arg=before
        )
        self.expected.append("422")
        self.page.get_by_role("button", name="three-quarter").click()
        self.page.get_by_role("alert").get_by_text("mm would do").wait_for()


if __name__ == "__main__":
    unittest.main()
