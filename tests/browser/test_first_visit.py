"""The first visit in the real page: from an empty shelf to the own room on the bench."""

import unittest

from .recorded import RecordedTest, journey


class FirstVisit(RecordedTest):
    own_server = True

    bypass_csp = True

    @journey
    def test_from_the_shelf_to_an_own_room_with_its_picture_on_the_bench(self):
        page = self.page
        page.goto(self.server.address + "/shelf")
        page.get_by_role("button", name="New set").click()
        page.get_by_role("img", name="The picture as this room would take it").wait_for()
        page.get_by_label("wide, across the picture").fill("9ft 6")
        page.get_by_label("deep, backdrop to camera").fill("3.9 m")
        page.get_by_role("button", name="Anton").click()
        page.get_by_role("button", name="half", exact=True).click()
        page.get_by_text("one light, metered").wait_for()
        with page.expect_navigation(url="**/set/*"):
            page.get_by_role("button", name="Put it on the bench").click()
        self.settled()
        page.locator("body").press("r")
        page.get_by_role("tab", name="values").click()
        self.assertEqual(self.field("room.width").input_value(), "290 cm")
        self.assertEqual(self.field("room.depth").input_value(), "390 cm")
        self.assertTrue(60 < self.picture_tone(0.35, 0.65) < 200)
        page.get_by_role("button", name="1 Brief not begun").wait_for()
        self.saved()

    def test_wrong_sizes_are_said_at_their_field_and_nothing_else_is_lost(self):
        page = self.page
        self.expected.append("422")
        page.goto(self.server.address + "/begin")
        page.get_by_role("img", name="The picture as this room would take it").wait_for()
        page.get_by_label("high", exact=True).fill("low")
        page.get_by_role("alert").get_by_text("'low' is not a length").wait_for()
        self.assertTrue(page.get_by_role("button", name="Put it on the bench").is_disabled())
        self.assertEqual(page.get_by_label("wide, across the picture").input_value(), "3.2 m")
        page.get_by_label("high", exact=True).fill("2.4 m")
        page.get_by_label("deep, backdrop to camera").fill("1.7 m")
        page.get_by_role("button", name="three-quarter").click()
        page.get_by_role("alert").get_by_text("or a tighter framing").wait_for()

    def test_the_guide_is_under_help_with_its_pictures(self):
        page = self.page
        page.goto(self.server.address + "/shelf")
        page.get_by_role("link", name="Help").click()
        page.get_by_role("heading", level=1).wait_for()
        page.wait_for_function("() => document.images.length >= 3 && [...document.images].every(i => i.naturalWidth)")
        page.get_by_role("link", name="To the bench").click()
        self.settled()


if __name__ == "__main__":
    unittest.main()
